import { batchCount } from '../../materials/batch-count';
import { proportion, type BaseName } from '../../materials/parts';
import type { Product, Proportion } from '../../materials/product';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Stage } from '../../trace/problem';
import type { RepairBuilder } from '../builder';
import { massOf } from './measures';

/** Largest pot where a sheet states none, kg: as of the laminating resins. */
const LARGEST_POT = 0.4;
/** Of a paint with solvent in it, which does not heat itself in a tray, kg. */
const LARGEST_TRAY = 2;
const SOLVENT_FREE = 0.95;
/** Density of a mixed product whose sheet states none, kg/m³. */
const TYPICAL_DENSITY = 1150;

const densityOf = (p: Product): { readonly field: string; readonly value: number } | undefined => {
  if ('densityLiquid' in p && p.densityLiquid !== undefined)
    return { field: 'densityLiquid', value: p.densityLiquid };
  if ('density' in p && p.density !== undefined) return { field: 'density', value: p.density };
  return undefined;
};

/** Mass of a volume of a product as it is mixed, kg. */
export function massFor(b: RepairBuilder, id: string, product: Product, volume: Figure): Figure {
  const d = densityOf(product);
  const rho = d
    ? b.sheetFigure(`${id}.rho`, `density of ${product.name}`, product, d.field, d.value, 'kg/m³')
    : b.assumed(
        `${id}.rho`,
        `density of ${product.name}`,
        TYPICAL_DENSITY,
        'kg/m³',
        'typical of mixed resins; its sheet states none',
      );
  return b.compute(`${id}.mass`, `${product.name}, by mass`, massOf, { V: volume, ρ: rho });
}

/** What the first part of a cup is called. */
function baseOf(p: Product): BaseName {
  if (p.role === 'finish' && p.kind === 'gel coat') return 'gel coat';
  if (p.role === 'finish' || p.role === 'coating' || (p.role === 'primer' && p.family !== 'epoxy'))
    return 'paint';
  // An epoxy primer or barrier is a resin by its chemistry, whatever it is used as.
  if (p.role === 'primer' || p.role === 'barrier coat') return 'resin';
  if (p.role === 'fabric adhesive') return 'adhesive';
  if ('proportion' in p && p.proportion?.kind === 'cream')
    return p.family === 'polyester' && p.role === 'surface filler' ? 'gel coat' : 'putty';
  return p.role === 'adhesive' && p.family !== 'epoxy' ? 'adhesive' : 'resin';
}

/** True for a paint that dries by its solvent besides curing. */
const solvented = (p: Product): boolean => 'solids' in p && p.solids !== undefined && p.solids < SOLVENT_FREE;

const proportionOf = (p: Product): Proportion | undefined => ('proportion' in p ? p.proportion : undefined);

export interface Mixed {
  readonly id: string;
  readonly stage: Stage;
  readonly title: string;
  readonly about: string;
  readonly product: Product;
  readonly mass: Figure;
  /** How long it takes to put on, s: a pot does not outlast its life. */
  readonly working: Figure;
  readonly next: string;
  /** How often the same is mixed again: goes, passes, coats. */
  readonly repeats?: Figure;
}

/** Less than this cannot be measured out true by hand, kg. Source: a scale that reads to 0.1 g, 5 % of a hardener at 10:1. */
const LEAST_POT = 0.015;
/** Least cream or accelerator that such a scale still measures true, kg. */
const LEAST_HARDENER = 0.0009;

export const potMass = formula({
  id: 'repairs/common/mixing',
  expression: 'm_pot = max(m/n, m_least)',
  unit: 'kg',
  source: 'pots alike; less than that cannot be measured out true, so some is left over',
  inputs: { m: 'mass in all', n: 'pots', m_least: 'least that is mixed true' },
  evaluate: (x) => Math.max(x.m / x.n, x.m_least),
});
export const allPots = formula({
  id: 'repairs/common/mixing',
  expression: 'n = n_go·goes',
  unit: 'count',
  source: 'pots of every go',
  inputs: { n_go: 'pots of a go', goes: 'goes' },
  evaluate: (x) => x.n_go * x.goes,
});

/** What is mixed, in pots that neither heat up nor outlast their life, nor are too small to measure. @returns the pots of one go; undefined for a product of one part */
export function mixed(b: RepairBuilder, m: Mixed): Figure | undefined {
  const p = proportionOf(m.product);
  const d = densityOf(m.product);
  const times = b.times(m.product);
  if (!p || !d) {
    b.tin(m.id, m.product);
    return undefined;
  }
  const { temperature, dropsPerMl } = b.input.conditions;
  const pot =
    'maximumPot' in m.product && m.product.maximumPot
      ? b.sheetFigure(`${m.id}.pot`, 'greatest pot', m.product, 'maximumPot', m.product.maximumPot, 'kg')
      : solvented(m.product)
        ? b.assumed(
            `${m.id}.pot`,
            'greatest pot',
            LARGEST_TRAY,
            'kg',
            'a tray of solvented paint; its sheet states none',
          )
        : b.assumed(
            `${m.id}.pot`,
            'greatest pot',
            LARGEST_POT,
            'kg',
            'as of the laminating resins; its sheet states none',
          );
  const use =
    times?.usable ?? b.assumed(`${m.id}.use`, 'usable pot life', 1200, 's', 'the sheet states none');
  const count = b.compute(`${m.id}.pots`, `pots of ${m.product.name}`, batchCount, {
    m: m.mass,
    m_pot: pot,
    t: m.working,
    t_use: use,
  });
  const massEach = b.compute(`${m.id}.potMass`, 'each pot', potMass, {
    m: m.mass,
    n: count,
    m_least: b.assumed(
      `${m.id}.leastPot`,
      'least pot',
      p.kind === 'cream' ? LEAST_HARDENER / p.fraction : LEAST_POT,
      'kg',
      'what a bench scale still measures true',
    ),
  });
  const parts = proportion(
    b.ledger,
    `${m.id}.parts`,
    { ...m.product, proportion: p, densityLiquid: d.value },
    massEach,
    temperature,
    baseOf(m.product),
    dropsPerMl,
  );
  const all = m.repeats
    ? b.compute(`${m.id}.allPots`, `pots of ${m.product.name}, all goes`, allPots, {
        n_go: count,
        goes: m.repeats,
      })
    : count;
  b.pot({
    id: m.id,
    stage: m.stage,
    title: m.title,
    about: m.about,
    product: m.product,
    parts,
    count: all,
    mass: massEach,
    need: m.mass,
    life: use.value,
    next: m.next,
  });
  return count;
}
