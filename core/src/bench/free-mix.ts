import { liquidVolume } from '../materials/two-part';
import { formula } from '../trace/formula';
import { benchOf, measure, smallestBatch, toleranceOf } from '../materials/measure';
import type { Instruments } from '../materials/instruments';
import { proportion, type BaseName } from '../materials/parts';
import type { CureSheet, Product, Proportion, Sheet } from '../materials/product';
import {
  cartridges,
  MOST_THINNER,
  MOST_TINT,
  PURGE,
  partsFor,
  pasteMass,
  scoops,
  type Consistency,
} from '../mix/consistency';
import type { Figure, TraceEntry } from '../trace/figure';
import { Ledger } from '../trace/ledger';
import { problemAt, type Problem, type Told } from '../trace/problem';
import { benchBatch, type BenchBatch } from './bench-batches';

export const powderOf = formula({
  id: 'bench/free-mix',
  expression: 'm_f = p/100·m',
  unit: 'kg',
  source: 'parts by mass per 100 of resin',
  inputs: { p: 'parts of powder per 100 of resin', m: 'resin and hardener' },
  evaluate: (x) => (x.p / 100) * x.m,
});

export const shareOfMix = formula({
  id: 'bench/free-mix',
  expression: 'm = share·m_mix',
  unit: 'kg',
  source: 'by mass of the mix',
  inputs: { share: 'share of the mix', m_mix: 'mix' },
  evaluate: (x) => x.share * x.m_mix,
});

export const dropsOf = formula({
  id: 'bench/free-mix',
  expression: 'n = round(m/ρ·k)',
  unit: 'count',
  source: 'drops belong to the bottle: count one millilitre once; accelerator about 1.15 g/ml',
  inputs: { m: 'accelerator', ρ: 'density of the accelerator', k: 'drops in a cubic metre' },
  evaluate: (x) => Math.round((x.m / x.ρ) * x.k),
});

export interface FreeMixInput {
  readonly product: Product;
  /** Mixed mass, kg; or a finished volume of paste, m³, where a powder goes in. */
  readonly mass: number;
  readonly volume?: number;
  readonly powder?: Sheet;
  readonly consistency?: Consistency;
  /** Own thinner and pigment paste, as shares of the mass. */
  readonly thinner?: number;
  readonly tint?: number;
  /** What one cartridge of a static mixer holds, m³. */
  readonly cartridge?: number;
  readonly temperature: number;
  readonly instruments?: Instruments;
}

export interface FreeMix {
  readonly batch: BenchBatch;
  readonly powder?: { readonly mass: Figure; readonly scoops?: Figure; readonly parts: number };
  readonly thinner?: Figure;
  readonly tint?: Figure;
  readonly drops?: Figure;
  readonly cartridges?: Figure;
  readonly problems: readonly Problem[];
  readonly entries: readonly TraceEntry[];
}

/** A scoop as it lies in most tins of powder, m³. */
const SCOOP = 30e-6;

/** Products that have a second part, whatever their role. */
export const mixable = (
  p: Product,
): p is Product & { readonly proportion: Proportion; readonly cure: CureSheet } =>
  'proportion' in p && p.proportion !== undefined && 'cure' in p && p.cure !== undefined;

/** Parts of any product of Stores that is mixed, for an amount or for a finished volume of paste. @returns undefined where it has no second part */
export function freeMix(input: FreeMixInput): FreeMix | undefined {
  const { product } = input;
  if (!mixable(product)) return undefined;
  const ledger = new Ledger('bench');
  const problems: Problem[] = [];
  const warn = (path: string, ...told: Told): void =>
    void problems.push(problemAt({ severity: 'warning', stage: 'mix', path }, told));
  const temperature = ledger.given(
    'T',
    'temperature at the pot',
    input.temperature,
    '°C',
    'entered',
    'entered at the bench',
  );
  const density =
    ('densityLiquid' in product && product.densityLiquid) ||
    ('density' in product && product.density) ||
    1150;
  const cured = ('densityCured' in product && product.densityCured) || density;
  const parts =
    input.powder?.partsPerHundred && input.consistency
      ? partsFor(input.powder.partsPerHundred, input.consistency)
      : undefined;
  if (input.powder && input.consistency && parts === undefined)
    warn('consistency', 'not-so-stiff', { powder: input.powder.name, consistency: input.consistency });
  const mass =
    parts !== undefined && input.volume !== undefined
      ? ledger.compute('mass', 'resin and hardener for the paste', pasteMass, {
          V: ledger.given('V', 'finished volume', input.volume, 'm³', 'entered', 'entered at the bench'),
          ρ_cured: ledger.given(
            'rho',
            `density of cured ${product.name}`,
            cured,
            'kg/m³',
            'assumed',
            product.source,
          ),
          p: ledger.given(
            'p',
            `${input.powder?.name ?? ''} per 100 of resin`,
            parts,
            '1',
            'assumed',
            input.powder?.source ?? '',
          ),
          ρ_particle: ledger.given(
            'rhop',
            `particle density of ${input.powder?.name ?? ''}`,
            input.powder?.densityParticle ?? 1000,
            'kg/m³',
            'assumed',
            input.powder?.source ?? '',
          ),
        })
      : ledger.given('mass', 'amount', input.mass, 'kg', 'entered', 'entered at the bench');
  const base: BaseName =
    product.role === 'finish'
      ? product.kind === 'gel coat'
        ? 'gel coat'
        : 'paint'
      : product.role === 'fairing compound'
        ? 'putty'
        : 'resin';
  const bench = benchOf(input.instruments);
  const [dropper] = bench.droppers;
  const perMl = ledger.given(
    'dropsPerMl',
    'drops per ml of the bottle',
    (dropper?.dropsPerMl ?? 32) * 1e6,
    'per m³',
    bench.own.has('droppers') ? 'shop' : 'assumed',
    'until one millilitre has been counted',
  );
  const split = proportion(
    ledger,
    'parts',
    { ...product, densityLiquid: density },
    mass,
    temperature,
    base,
    perMl,
  );
  const measures = measure(ledger, 'parts', split, bench);
  if (measures.length > 0 && !measures.some((m) => m.meets)) {
    const least = smallestBatch(ledger, 'parts', split, bench);
    warn('instruments', 'free-mix-too-little', {
      error: measures[0].error.value,
      tolerance: toleranceOf(split),
      least: least?.value,
    });
  }
  const powder =
    parts === undefined
      ? undefined
      : ledger.compute('powder', input.powder?.name ?? 'powder', powderOf, {
          p: ledger.given(
            'powderParts',
            'powder per 100 of resin',
            parts,
            '1',
            'assumed',
            input.powder?.source ?? '',
          ),
          m: mass,
        });
  if (input.thinner !== undefined && input.thinner > 0) {
    if (product.family === 'epoxy') warn('thinner', 'epoxy-thinned');
    else if (input.thinner > MOST_THINNER)
      warn('thinner', 'thinner-share', { share: input.thinner, most: MOST_THINNER });
  }
  if (input.tint !== undefined && input.tint > MOST_TINT)
    warn('tint', 'tint-share', { share: input.tint, most: MOST_TINT });
  // Catalyst goes by the gel coat's own weight, whatever thinner and pigment are in it.
  const of = (id: string, label: string, x: number | undefined): Figure | undefined =>
    x === undefined || x <= 0
      ? undefined
      : ledger.compute(id, label, shareOfMix, {
          share: ledger.given(
            `${id}.share`,
            `${label}, share of the mix`,
            x,
            'fraction',
            'entered',
            'entered at the bench',
          ),
          m_mix: mass,
        });
  const second =
    split.kind === 'cream' && product.role === 'fabric adhesive'
      ? ledger.compute('drops', 'accelerator in drops', dropsOf, {
          m: split.hardener,
          ρ: ledger.given(
            'accelerator',
            'density of the accelerator',
            1150,
            'kg/m³',
            'assumed',
            'about 1.15 g/ml',
          ),
          k: perMl,
        })
      : undefined;
  const inCartridges =
    input.cartridge !== undefined && input.cartridge > 2 * PURGE
      ? ledger.compute('cartridges', 'cartridges', cartridges, {
          V: ledger.compute('volume', 'volume to mix', liquidVolume, {
            m: mass,
            ρ: ledger.given(
              'density',
              `density of ${product.name}`,
              density,
              'kg/m³',
              'assumed',
              product.source,
            ),
          }),
          V_cartridge: ledger.given(
            'cartridge',
            'one cartridge holds',
            input.cartridge,
            'm³',
            'entered',
            'entered at the bench',
          ),
          V_purge: ledger.given(
            'purge',
            'purged from each',
            PURGE,
            'm³',
            'assumed',
            'its nozzle, and as much again',
          ),
        })
      : undefined;
  const bulk = input.powder?.densityBulk;
  const lumps =
    powder && bulk
      ? ledger.compute('scoops', 'scoops of 30 ml, not pressed', scoops, {
          m_f: powder,
          ρ_bulk: ledger.given(
            'bulk',
            'density in the tin',
            bulk,
            'kg/m³',
            'assumed',
            input.powder?.source ?? '',
          ),
          V_scoop: ledger.given('scoop', 'scoop', SCOOP, 'm³', 'assumed', 'usual scoop'),
        })
      : undefined;
  const batch = benchBatch(
    `free.${product.id}`,
    'mix',
    product.name,
    powder ? `${input.consistency}, with ${input.powder?.name.toLowerCase()}` : 'by hand',
    product,
    split,
    measures,
    {
      family: product.role === 'finish' && product.kind === 'gel coat' ? 'polyester' : product.family,
      sheet: product.cure,
      density,
      room: 'maximumPot' in product ? product.maximumPot : undefined,
    },
    'next layer bonds',
    powder && input.powder ? { name: input.powder.name, mass: powder.value } : undefined,
  );
  return {
    batch,
    ...(powder && parts !== undefined ? { powder: { mass: powder, scoops: lumps, parts } } : {}),
    thinner: of('thinner', 'thinner, its own', input.thinner),
    tint: of('tint', 'pigment paste', input.tint),
    drops: second,
    cartridges: inCartridges,
    problems,
    entries: ledger.entries,
  };
}
