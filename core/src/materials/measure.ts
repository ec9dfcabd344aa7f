import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import { TYPICAL_INSTRUMENTS, type Cup, type Instruments, type PumpSet, type Scale, type Syringe } from './instruments';
import type { Parts } from './parts';

/** The instruments of the yard, with typical ones where a kind was never entered. */
export interface Bench extends Required<Instruments> {
  /** Kinds that the yard entered itself. */
  readonly own: ReadonlySet<keyof Instruments>;
}

export function benchOf(instruments: Instruments = {}): Bench {
  const own = (Object.keys(TYPICAL_INSTRUMENTS) as (keyof Instruments)[]).filter((k) => instruments[k] !== undefined);
  return { ...TYPICAL_INSTRUMENTS, ...Object.fromEntries(own.map((k) => [k, instruments[k]])), own: new Set(own) };
}

/** One way to get the parts of a cup in proportion with one instrument: what to read, part after part. */
export interface Measure {
  readonly way: 'scale' | 'cup' | 'syringe' | 'pump';
  readonly instrument: string;
  /** Scale: running readings. Cup: heights of the liquid. Syringe: volume of the last part. Pump: strokes of each. */
  readonly readings: readonly { readonly part: string; readonly figure: Figure }[];
  /** How far half a step of the instrument on each part can put the ratio out. */
  readonly error?: Figure;
}

/** A two-part epoxy or paint is spoilt beyond this error of its ratio, unless its data sheet is tighter. */
export const RATIO_TOLERANCE = 0.05;
/** Catalyst and cream may lie so far beside their percentage; the range itself (1–2.5 % of MEKP) is wider. */
const CATALYST_TOLERANCE = 0.1;

const rounded = formula({
  id: 'materials/measure',
  expression: 'reading = step · round(m / step)',
  unit: 'kg',
  source: 'the nearest step that the instrument shows',
  evaluate: (x: Record<'m' | 'step', number>) => x.step * Math.round(x.m / x.step),
});

const ratioError = formula({
  id: 'materials/measure',
  expression: 'e = step/2 · (1/A + 1/B)',
  unit: 'fraction',
  source: 'half a step on each part, against the ratio; |(B/A)/(B/A)₀ − 1| to first order',
  evaluate: (x: Record<'A' | 'B' | 'step', number>) => (x.step / 2) * (1 / x.A + 1 / x.B),
});

/** Height of a liquid in a cut cone (m): V = π/(3k)·((r + k·h)³ − r³), k = (R − r)/H. */
export const cupHeight = formula({
  id: 'materials/measure',
  expression: 'h from V = π/(3k)·((r + k·h)³ − r³), k = (R − r)/H, H = 3·V_cup/(π(r² + r·R + R²))',
  unit: 'm',
  source: 'volume of a cut cone',
  evaluate: ({ V, Vcup, d, D }: Record<'V' | 'Vcup' | 'd' | 'D', number>) => {
    const [r, R] = [d / 2, D / 2];
    const H = (3 * Vcup) / (Math.PI * (r * r + r * R + R * R));
    const k = (R - r) / H;
    return Math.abs(k) < 1e-6 ? V / (Math.PI * r * r) : (Math.cbrt((3 * k * V) / Math.PI + r ** 3) - r) / k;
  },
});

const strokes = formula({
  id: 'materials/measure',
  expression: 'n = ⌈V_A/stroke − 0.1⌉, at least 1',
  unit: 'count',
  source: 'one stroke of each pump gives the ratio that the set is built for; rounded up, since a mix must not run short: a tenth of a stroke is within the waste',
  evaluate: (x: Record<'V' | 'stroke', number>) => Math.max(1, Math.ceil(x.V / x.stroke - 0.1)),
});

/** Parts as (first, second) with mass and, where it is known, volume. */
function pair(parts: Parts): { names: readonly [string, string]; a: Figure; b: Figure; va?: Figure; vb?: Figure } {
  switch (parts.kind) {
    case 'two-part':
      return { names: parts.names, a: parts.resin, b: parts.hardener, va: parts.resinVolume, vb: parts.hardenerVolume };
    case 'peroxide':
      return { names: parts.names, a: parts.resin, b: parts.catalyst, va: parts.resinVolume, vb: parts.catalystVolume };
    case 'cream':
      return { names: parts.names, a: parts.putty, b: parts.hardener };
  }
}

/** The ways in which the parts of one cup can be measured out with what stands on the bench. */
export function measure(ledger: Ledger, id: string, parts: Parts, bench: Bench): readonly Measure[] {
  const { names, a, b, va, vb } = pair(parts);
  const given = (kind: keyof Instruments, key: string, label: string, value: number, unit: string): Figure =>
    ledger.given(`${id}.${key}`, label, value, unit, bench.own.has(kind) ? 'shop' : 'assumed', bench.own.has(kind) ? 'instruments of the yard' : 'typical, until the instruments are entered');
  const measures: Measure[] = [];

  const scale = finest(bench.scales, a.value + b.value);
  if (scale) {
    const step = given('scales', 'step', `${scale.name ?? 'scale'} reads to`, scale.resolution, 'kg');
    const total = ledger.sum(`${id}.total`, 'both parts', 'kg', [a, b]);
    measures.push({
      way: 'scale',
      instrument: scale.name ?? 'scale',
      readings: [
        { part: names[0], figure: ledger.compute(`${id}.scaleA`, `scale with the ${names[0]}`, rounded, { m: a, step }) },
        { part: names[1], figure: ledger.compute(`${id}.scaleB`, `scale with the ${names[1]} on top`, rounded, { m: total, step }) },
      ],
      error: ledger.compute(`${id}.scaleError`, 'possible error of the ratio', ratioError, { A: a, B: b, step }),
    });
  }
  const cup = va && vb && parts.kind === 'two-part' ? smallestFor(bench.cups, va.value + vb.value) : undefined;
  if (cup && va && vb) {
    const shape = { Vcup: given('cups', 'cup', `${cup.name ?? 'cup'} holds`, cup.volume, 'm³'), d: given('cups', 'bottom', 'inside width at the bottom', cup.bottom, 'm'), D: given('cups', 'top', 'inside width at the top', cup.top, 'm') };
    const both = ledger.sum(`${id}.cupTotal`, 'both parts by volume', 'm³', [va, vb]);
    measures.push({
      way: 'cup',
      instrument: cup.name ?? 'cup',
      readings: [
        { part: names[0], figure: ledger.compute(`${id}.cupA`, `height of the ${names[0]}`, cupHeight, { V: va, ...shape }) },
        { part: names[1], figure: ledger.compute(`${id}.cupB`, `height with the ${names[1]} on top`, cupHeight, { V: both, ...shape }) },
      ],
    });
  }
  const syringe = vb ? finestSyringe(bench.syringes, vb.value) : undefined;
  if (syringe && vb) {
    const step = given('syringes', 'graduation', `${syringe.name ?? 'syringe'} is marked every`, syringe.graduation, 'm³');
    measures.push({
      way: 'syringe',
      instrument: syringe.name ?? 'syringe',
      readings: [{ part: names[1], figure: ledger.compute(`${id}.syringe`, `${names[1]} in the syringe`, { ...rounded, unit: 'm³' }, { m: vb, step }) }],
    });
  }
  const pump = va && vb && parts.kind === 'two-part' ? fitting(bench.pumps, va.value / vb.value) : undefined;
  if (pump && va) {
    const stroke = given('pumps', 'stroke', `${pump.name ?? 'pump'}, one stroke of resin`, pump.stroke, 'm³');
    const n = ledger.compute(`${id}.strokes`, 'strokes of each pump', strokes, { V: va, stroke });
    measures.push({ way: 'pump', instrument: pump.name ?? 'pump set', readings: [{ part: `${names[0]} and ${names[1]}`, figure: n }] });
  }
  return measures;
}

const finest = (scales: readonly Scale[], mass: number): Scale | undefined =>
  scales.filter((s) => s.capacity === undefined || s.capacity >= mass).sort((x, y) => x.resolution - y.resolution)[0];

const smallestFor = (cups: readonly Cup[], volume: number): Cup | undefined => cups.filter((c) => c.volume >= volume).sort((x, y) => x.volume - y.volume)[0];

/** The finest syringe that takes the volume in at most three fills; half a mark of it stays within the tolerance of the ratio. */
const finestSyringe = (syringes: readonly Syringe[], volume: number): Syringe | undefined =>
  syringes.filter((s) => 3 * s.volume >= volume && s.graduation / 2 <= RATIO_TOLERANCE * volume).sort((x, y) => x.graduation - y.graduation)[0];

const fitting = (pumps: readonly PumpSet[], ratio: number): PumpSet | undefined => pumps.find((p) => Math.abs(p.ratio / ratio - 1) <= RATIO_TOLERANCE);

/** Reports a cup that no scale of the bench can weigh out closely enough: too little catalyst may never cure. */
export function checkMeasures(ledger: Ledger, stage: 'mix' | 'fair' | 'finish', parts: Parts, measures: readonly Measure[]): void {
  const scale = measures.find((m) => m.way === 'scale');
  const tolerance = parts.kind === 'two-part' ? RATIO_TOLERANCE : CATALYST_TOLERANCE;
  if (!scale?.error || scale.error.value <= tolerance) return;
  const step = scale.error.value;
  ledger.report({
    severity: 'warning',
    stage,
    path: 'instruments.scales',
    what: `the smallest cup is too small for the ${scale.instrument}: its ratio may be ${Math.ceil(step * 100)} % out`,
    allowed: `within ${tolerance * 100} %`,
    suggestion: parts.kind === 'peroxide' ? 'use a finer scale or a syringe, or count the drops of a bottle that you have counted' : 'use a finer scale or a syringe, or mix more and leave the rest',
  });
}
