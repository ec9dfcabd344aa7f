import { batchCount } from '../../materials/batch-count';
import { densityOf, TYPICAL_DENSITY } from '../../materials/density';
import { leastPot } from '../../materials/least-pot';
import { proportion, type BaseName, type Parts } from '../../materials/parts';
import type { Through } from '../../materials/ways/cartridge';
import { potMass } from '../../materials/parts-ratio';
import type { Product, Proportion } from '../../materials/product';
import { benchOf } from '../../materials/ways/measuring';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Stage } from '../../trace/problem';
import type { RepairBuilder } from '../builder';
import { massOf } from './measures';
import {
  liquidOfPaste,
  particleDensity,
  powderInAll,
  powderOfMix,
  stirredInto,
  type Stirred,
} from './thickened';
import { lower } from '../../trace/words';

/** Largest pot where a sheet states none, kg: as of the laminating resins. */
const LARGEST_POT = 0.4;
/** Of a paint with solvent in it, which does not heat itself in a tray, kg. */
const LARGEST_TRAY = 2;
const SOLVENT_FREE = 0.95;

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
  const stirred = stirredInto(b, id, product);
  return stirred
    ? b.compute(`${id}.mass`, `${product.name}, by mass, without powder`, liquidOfPaste, {
        V: volume,
        ρ: rho,
        p: stirred.parts,
        ρ_particle: particleDensity(b, id, stirred),
      })
    : b.compute(`${id}.mass`, `${product.name}, by mass`, massOf, { V: volume, ρ: rho });
}

/** What the first part of a cup is called. */
function baseOf(p: Product): BaseName {
  if (p.role === 'finish' && p.kind === 'gel coat') return 'gel coat';
  if (
    p.role === 'finish' ||
    (p.role === 'coating' && p.family !== 'epoxy') ||
    (p.role === 'primer' && p.family !== 'epoxy')
  )
    return 'paint';
  // What is an epoxy is a resin by its chemistry, whatever it is used as.
  if (p.role === 'primer' || p.role === 'barrier coat' || p.role === 'coating') return 'resin';
  if (p.role === 'fabric adhesive') return 'adhesive';
  if (p.role === 'surface filler' && p.family === 'polyester') return 'gel coat';
  if ('proportion' in p && p.proportion?.kind === 'cream') return 'putty';
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
  /** What is stirred in, where that is not what the product is thickened with anyway. */
  readonly stirred?: Stirred;
  /** It is not measured out: a cartridge doses it through a static mixer. */
  readonly through?: Through;
  /** How much of the mass is thickened, kg, where the rest goes on thin before. */
  readonly thickens?: Figure;
}

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
  const split = (id: string, mass: Figure): Parts =>
    proportion(
      b.ledger,
      `${m.id}.${id}`,
      { ...m.product, proportion: p, densityLiquid: d.value },
      mass,
      temperature,
      baseOf(m.product),
      dropsPerMl,
    );
  const massEach = b.compute(`${m.id}.potMass`, 'each pot', potMass, {
    m: m.mass,
    n: count,
    // What a cartridge doses is as small as it is wanted.
    m_least: m.through
      ? b.assumed(`${m.id}.least`, 'least through a mixer', 0, 'kg', 'a cartridge doses it')
      : leastPot(b.ledger, `${m.id}.least`, split('trial', m.mass), benchOf(b.input.instruments)),
  });
  const parts = split('parts', massEach);
  const all = m.repeats
    ? b.compute(`${m.id}.allPots`, `pots of ${m.product.name}, all goes`, allPots, {
        n_go: count,
        goes: m.repeats,
      })
    : count;
  if (parts.kind === 'peroxide' || (parts.kind === 'cream' && m.product.role !== 'fabric adhesive'))
    b.at(m.stage).ask('mix.catalyst', parts.fraction);
  const stirred = m.stirred ?? stirredInto(b, m.id, m.product);
  const powder =
    stirred &&
    b.compute(`${m.id}.powder`, `${stirred.powder.name} of a pot`, powderOfMix, {
      p: stirred.parts,
      m_pot: massEach,
      m_thick: m.thickens ?? m.mass,
      m: m.mass,
    });
  if (stirred && powder)
    b.material(
      `${m.id}-powder`,
      stirred.powder.name,
      `in ${lower(m.product.name)}`,
      b.compute(`${m.id}.powderAll`, `${stirred.powder.name} in all`, powderInAll, { n: all, m_f: powder }),
      stirred.powder,
    );
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
    ...(m.through ? { through: m.through } : {}),
    ...(stirred && powder
      ? {
          powder: {
            name: stirred.powder.name,
            mass: powder,
            ...(m.thickens ? { intoRest: true as const } : {}),
          },
        }
      : {}),
  });
  return count;
}
