import type { DamageKind } from '../materials/damage-kinds';
import type { HullFamily } from '../materials/substrates';
import type { Job } from '../schema/job';

/** Materials that soak water up: they are left open until the meter says so. What does not is wiped and blown dry. */
export const SOAKS: ReadonlySet<HullFamily> = new Set<HullFamily>([
  'frp',
  'frp-cored',
  'wood',
  'foil',
  'smc',
  'foam-sheet',
]);

/** Damages that lay open what drinks: laminate, core, end grain, foam. Wet cores and blisters are wet until they are read. */
const OPENS: ReadonlySet<DamageKind> = new Set<DamageKind>([
  'void',
  'crack',
  'hole',
  'crushed',
  'drilled-holes',
  'delamination',
  'split-edge',
  'worn-edge',
  'nick',
  'rot',
  'old-repair',
]);

/** It was under water and nobody has said that it is dry. */
export const notSaid = ({ wet, position }: Job['damage'], damage: DamageKind, family: HullFamily): boolean =>
  wet === undefined && position === 'below' && SOAKS.has(family) && OPENS.has(damage);

/**
 * How wet a place is taken to be: as it was found, else damp where it was under water and is opened.
 *
 * @returns undefined where nobody has seen water and none is to be expected
 */
export const wetnessOf = (
  facts: Job['damage'],
  damage: DamageKind,
  family: HullFamily,
): Job['damage']['wet'] => facts.wet ?? (notSaid(facts, damage, family) ? 'damp' : undefined);
