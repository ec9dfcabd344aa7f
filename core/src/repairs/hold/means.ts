import type { DamageKind } from '../../materials/damage-kinds';
import type { HeldBy } from '../../trace/problem-codes';
import type { HullFamily } from '../../materials/substrates';

export type Means = HeldBy;

/** A hole wider than this gets a plate: tape over it is pushed in by the first wave, m. Source: judged. */
const TAPED_UP_TO = 0.05;
/** A softwood plug closes what is no wider, m. Source: usual sizes of plugs. */
const PLUGGED_UP_TO = 0.05;

/** Damages of a foil that a patch which cures in the sun holds: tape is washed off a blade in minutes. */
const PATCHED: ReadonlySet<DamageKind> = new Set<DamageKind>([
  'nick',
  'worn-edge',
  'split-edge',
  'old-repair',
]);

/** What is not named is taped over. */
const BY_DAMAGE: Readonly<Partial<Record<DamageKind, Means>>> = {
  'gel-coat-crack': 'leave',
  'drilled-holes': 'plug',
  delamination: 'leave',
  blisters: 'leave',
  'split-edge': 'lash',
  rot: 'clamp',
  'corroded-insert': 'leave',
  'valve-leak': 'leave',
  weathered: 'leave',
};

/**
 * The quickest thing that holds a damage until the boat is home.
 *
 * @param across the damage at its widest, m
 */
export function meansFor(damage: DamageKind, family: HullFamily, across: number): Means {
  if (family === 'foil' && PATCHED.has(damage)) return 'lightPatch';
  const means = BY_DAMAGE[damage] ?? 'tape';
  if (means === 'plug' && across > PLUGGED_UP_TO) return 'plate';
  if (means === 'tape' && (damage === 'hole' || damage === 'crushed') && across > TAPED_UP_TO) return 'plate';
  // A plank that is cracked works: tape alone lets go.
  if (damage === 'crack' && family === 'wood') return 'clamp';
  return means;
}
