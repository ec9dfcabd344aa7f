import { labOf, type Lab } from './lab';
import { mixInto } from './kubelka-munk';
import { BANDS } from './observer';
import type { ColourBase, Paste } from './pastes';

/** Pastes of one tin differ from those that were characterised: by at most this share, up or down. */
const STRENGTH = 0.12;

/** The same share for the same name, so that a made-up pot behaves alike every day. */
function strengthOf(id: string): number {
  let h = 2166136261;
  for (const c of id) h = Math.imul(h ^ c.charCodeAt(0), 16777619) >>> 0;
  return 1 + STRENGTH * ((2 * h) / 0xffffffff - 1);
}

/** What a cured chip of a pot measures, made up for a simulated reader: the pastes are a little off their ladders. */
export function standInChip(base: ColourBase, pastes: readonly Paste[], fractions: readonly number[]): Lab {
  const tins = pastes.map((p) => ({ K: Float64Array.from(p.K, (v) => v * strengthOf(p.id)), S: p.S }));
  return labOf(mixInto(new Float64Array(BANDS), base, tins, fractions));
}
