import { liquidVolume } from '../materials/two-part';
import { formula } from '../trace/formula';
import { leastPot } from '../materials/least-pot';
import { measure } from '../materials/measure';
import { benchOf, toleranceOf } from '../materials/ways/measuring';
import type { Instruments } from '../materials/instruments';
import { proportion, type BaseName, type Parts } from '../materials/parts';
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
export const mixable = (p: Product): p is Mixable =>
  'proportion' in p && p.proportion !== undefined && 'cure' in p && p.cure !== undefined;

type Mixable = Product & { readonly proportion: Proportion; readonly cure: CureSheet };

/** One mix as it is worked out. */
interface Mixing {
  readonly input: FreeMixInput;
  readonly product: Mixable;
  readonly ledger: Ledger;
  readonly warn: (path: string, ...told: Told) => void;
  /** Of the liquid product, kg/m³. */
  readonly density: number;
}

/** Density of a product whose sheet states none, kg/m³. */
const USUAL_DENSITY = 1150;
const ENTERED = 'entered at the bench';

/** Parts of any product of Stores that is mixed, for an amount or for a finished volume of paste. @returns undefined where it has no second part */
export function freeMix(input: FreeMixInput): FreeMix | undefined {
  const { product } = input;
  if (!mixable(product)) return undefined;
  const ledger = new Ledger('bench');
  const problems: Problem[] = [];
  const warn = (path: string, ...told: Told): void =>
    void problems.push(problemAt({ severity: 'warning', stage: 'mix', path }, told));
  const density =
    ('densityLiquid' in product && product.densityLiquid) ||
    ('density' in product && product.density) ||
    USUAL_DENSITY;
  const mixing: Mixing = { input, product, ledger, warn, density };
  const parts = powderParts(mixing);
  const mass = massOf(mixing, parts);
  const bench = benchOf(input.instruments);
  const perMl = dropperOf(mixing, bench);
  const split = proportion(
    ledger,
    'parts',
    { ...product, densityLiquid: density },
    mass,
    ledger.given('T', 'temperature at the pot', input.temperature, '°C', 'entered', ENTERED),
    baseOf(product),
    perMl,
  );
  const measures = measuresOf(mixing, split, bench);
  checkShares(mixing);
  const powder = powderOfMix(mixing, parts, mass);
  const own = (id: string, label: string, x: number | undefined): Figure | undefined =>
    shareOf(ledger, id, label, x, mass);
  return {
    batch: benchBatch(
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
      powder && input.powder ? { name: input.powder.name, mass: powder.mass.value } : undefined,
    ),
    ...(powder ? { powder } : {}),
    // Catalyst goes by the gel coat's own weight, whatever thinner and pigment are in it.
    thinner: own('thinner', 'thinner, its own', input.thinner),
    tint: own('tint', 'pigment paste', input.tint),
    drops: acceleratorDrops(mixing, split, perMl),
    cartridges: cartridgesOf(mixing, mass),
    problems,
    entries: ledger.entries,
  };
}

/** Parts of powder per 100 of resin for the paste that was asked for. */
function powderParts({ input, warn }: Mixing): number | undefined {
  const { powder, consistency } = input;
  if (!powder || !consistency) return undefined;
  const parts = powder.partsPerHundred && partsFor(powder.partsPerHundred, consistency);
  if (parts === undefined) warn('consistency', 'not-so-stiff', { powder: powder.name, consistency });
  return parts;
}

/** What is mixed of the product: as much as was asked for, or what a finished volume of paste takes. */
function massOf({ input, product, ledger, density }: Mixing, parts: number | undefined): Figure {
  const { volume, powder } = input;
  if (parts === undefined || volume === undefined || !powder)
    return ledger.given('mass', 'amount', input.mass, 'kg', 'entered', ENTERED);
  const cured = ('densityCured' in product && product.densityCured) || density;
  const assumed = (id: string, label: string, value: number, unit: string, source: string): Figure =>
    ledger.given(id, label, value, unit, 'assumed', source);
  return ledger.compute('mass', 'resin and hardener for the paste', pasteMass, {
    V: ledger.given('V', 'finished volume', volume, 'm³', 'entered', ENTERED),
    ρ_cured: assumed('rho', `density of cured ${product.name}`, cured, 'kg/m³', product.source),
    p: assumed('p', `${powder.name} per 100 of resin`, parts, '1', powder.source),
    ρ_particle: assumed(
      'rhop',
      `particle density of ${powder.name}`,
      powder.densityParticle ?? 1000,
      'kg/m³',
      powder.source,
    ),
  });
}

/** What the first part of its cup is called. */
function baseOf(product: Product): BaseName {
  if (product.role === 'finish') return product.kind === 'gel coat' ? 'gel coat' : 'paint';
  return product.role === 'fairing compound' ? 'putty' : 'resin';
}

const dropperOf = ({ ledger }: Mixing, bench: ReturnType<typeof benchOf>): Figure =>
  ledger.given(
    'dropsPerMl',
    'drops per ml of the bottle',
    (bench.droppers[0]?.dropsPerMl ?? 32) * 1e6,
    'per m³',
    bench.own.has('droppers') ? 'shop' : 'assumed',
    'until one millilitre has been counted',
  );

/** The ways of measuring it out; told where none of them keeps within the tolerance. */
function measuresOf(
  { ledger, warn }: Mixing,
  split: Parts,
  bench: ReturnType<typeof benchOf>,
): ReturnType<typeof measure> {
  const measures = measure(ledger, 'parts', split, bench);
  if (measures.length > 0 && !measures.some((m) => m.meets)) {
    const least = leastPot(ledger, 'parts', split, bench);
    warn('instruments', 'free-mix-too-little', {
      error: measures[0].error.value,
      tolerance: toleranceOf(split),
      least: least.value,
    });
  }
  return measures;
}

/** What is stirred in beyond what a product bears. */
function checkShares({ input, product, warn }: Mixing): void {
  const { thinner = 0, tint = 0 } = input;
  if (thinner > 0 && product.family === 'epoxy') warn('thinner', 'epoxy-thinned');
  else if (thinner > MOST_THINNER) warn('thinner', 'thinner-share', { share: thinner, most: MOST_THINNER });
  if (tint > MOST_TINT) warn('tint', 'tint-share', { share: tint, most: MOST_TINT });
}

/** Powder by mass, and in scoops where its tin is known. */
function powderOfMix(
  { input, ledger }: Mixing,
  parts: number | undefined,
  mass: Figure,
): FreeMix['powder'] | undefined {
  const { powder } = input;
  if (parts === undefined || !powder) return undefined;
  const own = ledger.compute('powder', powder.name, powderOf, {
    p: ledger.given('powderParts', 'powder per 100 of resin', parts, '1', 'assumed', powder.source),
    m: mass,
  });
  const { densityBulk: bulk } = powder;
  return {
    mass: own,
    parts,
    scoops: bulk
      ? ledger.compute('scoops', 'scoops of 30 ml, not pressed', scoops, {
          m_f: own,
          ρ_bulk: ledger.given('bulk', 'density in the tin', bulk, 'kg/m³', 'assumed', powder.source),
          V_scoop: ledger.given('scoop', 'scoop', SCOOP, 'm³', 'assumed', 'usual scoop'),
        })
      : undefined,
  };
}

/** A share of the mix by mass. @returns undefined where none is wanted */
const shareOf = (
  ledger: Ledger,
  id: string,
  label: string,
  x: number | undefined,
  mass: Figure,
): Figure | undefined =>
  x === undefined || x <= 0
    ? undefined
    : ledger.compute(id, label, shareOfMix, {
        share: ledger.given(`${id}.share`, `${label}, share of the mix`, x, 'fraction', 'entered', ENTERED),
        m_mix: mass,
      });

/** Accelerator of a fabric adhesive, which nobody weighs. */
const acceleratorDrops = ({ product, ledger }: Mixing, split: Parts, perMl: Figure): Figure | undefined =>
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

/** Cartridges of a static mixer, each purged. */
function cartridgesOf({ input, product, ledger, density }: Mixing, mass: Figure): Figure | undefined {
  const { cartridge } = input;
  if (cartridge === undefined || cartridge <= 2 * PURGE) return undefined;
  return ledger.compute('cartridges', 'cartridges', cartridges, {
    V: ledger.compute('volume', 'volume to mix', liquidVolume, {
      m: mass,
      ρ: ledger.given('density', `density of ${product.name}`, density, 'kg/m³', 'assumed', product.source),
    }),
    V_cartridge: ledger.given('cartridge', 'one cartridge holds', cartridge, 'm³', 'entered', ENTERED),
    V_purge: ledger.given(
      'purge',
      'purged from each',
      PURGE,
      'm³',
      'assumed',
      'its nozzle, and as much again',
    ),
  });
}
