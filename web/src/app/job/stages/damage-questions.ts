import { damageData, type DamageKind, type DamageQuestion } from '@nelbo/core';

export type DamageAsk = { readonly path: string; readonly kind: 'choice' | 'quantity' };

/** The field behind each question of a damage kind. */
export const DAMAGE_QUESTIONS: Readonly<Record<DamageQuestion, DamageAsk>> = {
  depth: { path: 'damage.depth', kind: 'quantity' },
  count: { path: 'damage.count', kind: 'quantity' },
  pattern: { path: 'damage.pattern', kind: 'choice' },
  pieces: { path: 'damage.pieces', kind: 'choice' },
  layer: { path: 'damage.layer', kind: 'choice' },
  density: { path: 'damage.density', kind: 'quantity' },
  seam: { path: 'damage.seam', kind: 'quantity' },
  valve: { path: 'damage.valve', kind: 'choice' },
  holds: { path: 'damage.holds', kind: 'choice' },
  coat: { path: 'hull.coat', kind: 'choice' },
  wet: { path: 'damage.wet', kind: 'choice' },
  filler: { path: 'damage.filler', kind: 'choice' },
  coreFound: { path: 'damage.core', kind: 'choice' },
  source: { path: 'damage.source', kind: 'choice' },
};

/** Whether the survey asks for a field beside the damage already. */
export const askedWithDamage = (kind: DamageKind | undefined, path: string): boolean =>
  kind !== undefined && damageData(kind).asks.some((q) => DAMAGE_QUESTIONS[q].path === path);
