import { formula } from '../trace/formula';

/** How stiff a paste is, from pouring to standing. */
export const CONSISTENCIES = ['syrup', 'ketchup', 'mayonnaise', 'peanut butter', 'stiff paste'] as const;
export type Consistency = (typeof CONSISTENCIES)[number];

/** Parts by mass per 100 of resin that powders have on their sheets, and shares of them for what lies outside. Source: usual practice. */
const SYRUP = 0.4;
const STIFF = 1.25;

/**
 * Parts of a powder per 100 of resin for a consistency.
 * @param parts ketchup, mayonnaise and, where it is mixed so stiff, peanut butter
 * @returns undefined where the powder is not mixed that stiff
 */
export function partsFor(
  parts: readonly [number, number, number?],
  consistency: Consistency,
): number | undefined {
  const [ketchup, mayonnaise, peanut] = parts;
  switch (consistency) {
    case 'syrup':
      return SYRUP * ketchup;
    case 'ketchup':
      return ketchup;
    case 'mayonnaise':
      return mayonnaise;
    case 'peanut butter':
      return peanut;
    case 'stiff paste':
      return peanut === undefined ? undefined : STIFF * peanut;
  }
}

/** Resin and hardener together in a finished volume of paste, kg. The particle of a hollow sphere is the closed sphere. */
export const pasteMass = formula({
  id: 'mix/consistency',
  expression: 'm = V/(1/ρ_cured + p/100/ρ_particle)',
  unit: 'kg',
  source: 'V = m_resin/ρ_cured + m_f/ρ_particle',
  inputs: {
    V: 'volume of paste',
    ρ_cured: 'density of the cured resin',
    p: 'parts of powder per 100 of resin',
    ρ_particle: 'density of a particle',
  },
  evaluate: (x) => x.V / (1 / x.ρ_cured + x.p / 100 / x.ρ_particle),
});

/** Scoops of a powder: loosely filled, not pressed. `bulk` is its density as it lies in the tin. */
export const scoops = formula({
  id: 'mix/consistency',
  expression: 'n = m_f/(ρ_bulk·V_scoop)',
  unit: 'count',
  source: 'bulk density of the powder',
  inputs: { m_f: 'powder', ρ_bulk: 'density in the tin', V_scoop: 'what a scoop holds' },
  evaluate: (x) => x.m_f / (x.ρ_bulk * x.V_scoop),
});

/** Most thinner in a gel coat for spraying, by mass, and only its own. Source: usual limit; more weakens and stains. */
export const MOST_THINNER = 0.1;
/** Most pigment paste in a resin or gel coat, by mass. Source: usual limit; more hinders the cure. */
export const MOST_TINT = 0.05;

/** Nozzle of a static mixer: what is purged until both parts come. Source: its volume, and as much again. */
export const PURGE = 8e-6;

/** Cartridges for a volume, each with a nozzle of its own that is purged. */
export const cartridges = formula({
  id: 'mix/consistency',
  expression: 'n = max(1, ⌈V/(V_cartridge − V_purge)⌉)',
  unit: 'count',
  source: 'a new nozzle for each cartridge, its first length thrown away',
  inputs: { V: 'volume', V_cartridge: 'what a cartridge holds', V_purge: 'purged from each' },
  evaluate: (x) => Math.max(1, Math.ceil(x.V / (x.V_cartridge - x.V_purge) - 1e-9)),
});
