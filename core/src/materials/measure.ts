import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import { problem, type Stage } from '../trace/problem';
import {
  TYPICAL_INSTRUMENTS,
  type Cup,
  type Instruments,
  type PumpSet,
  type Scale,
  type Syringe,
} from './instruments';
import type { Parts } from './parts';
import { cupError, pumpError, smallestOnScale, syringeError } from './smallest-batch';

export const volumeRatio = formula({
  id: 'materials/measure',
  expression: 'r = V_A/V_B',
  unit: ':1',
  source: 'volumes of the parts',
  inputs: { V_A: 'one part by volume', V_B: 'the other part' },
  evaluate: (x) => x.V_A / x.V_B,
});

export const partsRatio = formula({
  id: 'materials/measure',
  expression: 'r = A/B',
  unit: ':1',
  source: 'masses of the parts',
  inputs: { A: 'one part by mass', B: 'the other part' },
  evaluate: (x) => x.A / x.B,
});

/** The instruments of the yard, with typical ones where a kind was never entered. */
export interface Bench extends Required<Instruments> {
  /** Kinds that the yard entered itself. */
  readonly own: ReadonlySet<keyof Instruments>;
}

export function benchOf(instruments: Instruments = {}): Bench {
  const own = (Object.keys(TYPICAL_INSTRUMENTS) as (keyof Instruments)[]).filter(
    (k) => instruments[k] !== undefined,
  );
  return {
    ...TYPICAL_INSTRUMENTS,
    ...Object.fromEntries(own.map((k) => [k, instruments[k]])),
    own: new Set(own),
  };
}

/** One way to get the parts of a cup in proportion with one instrument: what to read, part after part. */
export interface Measure {
  readonly way: 'scale' | 'cup' | 'syringe' | 'pump';
  readonly instrument: string;
  /** Scale: running readings. Cup: heights of the liquid. Syringe: volume of the last part. Pump: strokes of each. */
  readonly readings: readonly { readonly part: string; readonly figure: Figure }[];
  /** How far reading the instrument can put the ratio out. */
  readonly error: Figure;
  /** What a scale reads to, kg. */
  readonly step?: Figure;
  /** Whether that is within the tolerance of the product. */
  readonly meets: boolean;
}

/** A two-part epoxy or paint is spoilt beyond this error of its ratio, unless its data sheet is tighter. */
export const RATIO_TOLERANCE = 0.05;
/** Catalyst and cream may lie so far beside their percentage; the range itself (1–2.5 % of MEKP) is wider. */
const CATALYST_TOLERANCE = 0.1;
/** A line on a cup is read to a millimetre. */
const LINE = 0.001;

/** How far the ratio of a cup may be out. */
export const toleranceOf = (parts: Parts): number =>
  parts.kind === 'two-part' ? RATIO_TOLERANCE : CATALYST_TOLERANCE;

export const rounded = formula({
  id: 'materials/measure',
  expression: 'reading = step·round(m/step)',
  unit: 'kg',
  source: 'the nearest step that the instrument shows',
  inputs: { m: 'mass', step: 'step of the scale' },
  evaluate: (x) => x.step * Math.round(x.m / x.step),
});

export const ratioError = formula({
  id: 'materials/measure',
  expression: 'e = step/2 · (1/A + 1/B)',
  unit: 'fraction',
  source: 'half a step on each part, against the ratio; |(B/A)/(B/A)₀ − 1| to first order',
  inputs: { A: 'one part', B: 'the other part', step: 'step of the scale' },
  evaluate: (x) => (x.step / 2) * (1 / x.A + 1 / x.B),
});

/** Height of a cup that is full, m. Source: volume of a cut cone. */
export function fullHeight({ volume, bottom, top }: Pick<Cup, 'volume' | 'bottom' | 'top'>): number {
  const [r, R] = [bottom / 2, top / 2];
  return (3 * volume) / (Math.PI * (r * r + r * R + R * R));
}

/** Height of a liquid in a cut cone (m): V = π/(3k)·((r + k·h)³ − r³), k = (R − r)/H. */
export const cupHeight = formula({
  id: 'materials/measure',
  expression:
    'h from V = π/(3k)·((r + k·h)³ − r³), r = d/2, R = D/2, k = (R − r)/H, H = 3·V_cup/(π(r² + r·R + R²))',
  unit: 'm',
  source: 'volume of a cut cone',
  inputs: { V: 'volume', V_cup: 'what the cup holds', d: 'its bottom', D: 'its top' },
  evaluate: ({ V, V_cup: V_cup, d, D }) => {
    const [r, R] = [d / 2, D / 2];
    const H = fullHeight({ volume: V_cup, bottom: d, top: D });
    const k = (R - r) / H;
    return Math.abs(k) < 1e-6 ? V / (Math.PI * r * r) : (Math.cbrt((3 * k * V) / Math.PI + r ** 3) - r) / k;
  },
});

export const strokes = formula({
  id: 'materials/measure',
  expression: 'n = max(1, ⌈V_A/stroke − 0.1⌉)',
  unit: 'count',
  source:
    'one stroke of each pump gives the ratio that the set is built for; rounded up, since a mix must not run short: a tenth of a stroke is within the waste',
  inputs: { V_A: 'volume of the part', stroke: 'what a stroke gives' },
  evaluate: (x) => Math.max(1, Math.ceil(x.V_A / x.stroke - 0.1)),
});

/** Parts as (first, second) with mass and, where it is known, volume. */
function pair(parts: Parts): {
  names: readonly [string, string];
  a: Figure;
  b: Figure;
  va?: Figure;
  vb?: Figure;
} {
  switch (parts.kind) {
    case 'two-part':
      return {
        names: parts.names,
        a: parts.resin,
        b: parts.hardener,
        va: parts.resinVolume,
        vb: parts.hardenerVolume,
      };
    case 'peroxide':
      return {
        names: parts.names,
        a: parts.resin,
        b: parts.catalyst,
        va: parts.resinVolume,
        vb: parts.catalystVolume,
      };
    case 'cream':
      return { names: parts.names, a: parts.putty, b: parts.hardener };
  }
}

/** The ways in which the parts of one cup can be measured out with what stands on the bench: those that are close enough first, the closest first of all. */
export function measure(ledger: Ledger, id: string, parts: Parts, bench: Bench): readonly Measure[] {
  const { names, a, b, va, vb } = pair(parts);
  const given = (kind: keyof Instruments, key: string, label: string, value: number, unit: string): Figure =>
    ledger.given(
      `${id}.${key}`,
      label,
      value,
      unit,
      bench.own.has(kind) ? 'shop' : 'assumed',
      bench.own.has(kind) ? 'instruments of the yard' : 'typical, until the instruments are entered',
    );
  const measures: Measure[] = [];
  const tolerance = toleranceOf(parts);
  const put = (m: Omit<Measure, 'meets'>): void =>
    void measures.push({ ...m, meets: m.error.value <= tolerance });

  const scale = finest(bench.scales, a.value + b.value);
  if (scale) {
    const step = given('scales', 'step', `${scale.name ?? 'scale'} reads to`, scale.resolution, 'kg');
    const total = ledger.sum(`${id}.total`, 'both parts', 'kg', [a, b]);
    put({
      way: 'scale',
      instrument: scale.name ?? 'scale',
      readings: [
        {
          part: names[0],
          figure: ledger.compute(`${id}.scaleA`, `scale with the ${names[0]}`, rounded, { m: a, step }),
        },
        {
          part: names[1],
          figure: ledger.compute(`${id}.scaleB`, `scale with the ${names[1]} on top`, rounded, {
            m: total,
            step,
          }),
        },
      ],
      step,
      error: ledger.compute(`${id}.scaleError`, 'possible error of the ratio', ratioError, {
        A: a,
        B: b,
        step,
      }),
    });
  }
  const cup =
    va && vb && parts.kind === 'two-part' ? smallestFor(bench.cups, va.value + vb.value) : undefined;
  if (cup && va && vb) {
    const shape = {
      V_cup: given('cups', 'cup', `${cup.name ?? 'cup'} holds`, cup.volume, 'm³'),
      d: given('cups', 'bottom', 'inside width at the bottom', cup.bottom, 'm'),
      D: given('cups', 'top', 'inside width at the top', cup.top, 'm'),
    };
    const both = ledger.sum(`${id}.cupTotal`, 'both parts by volume', 'm³', [va, vb]);
    const wide = ledger.given(
      `${id}.line`,
      'a line is read to',
      LINE,
      'm',
      'assumed',
      'a millimetre, eye level with the line',
    );
    put({
      way: 'cup',
      instrument: cup.name ?? 'cup',
      readings: [
        {
          part: names[0],
          figure: ledger.compute(`${id}.cupA`, `height of the ${names[0]}`, cupHeight, { V: va, ...shape }),
        },
        {
          part: names[1],
          figure: ledger.compute(`${id}.cupB`, `height with the ${names[1]} on top`, cupHeight, {
            V: both,
            ...shape,
          }),
        },
      ],
      error: ledger.compute(`${id}.cupError`, 'possible error of the ratio, by lines', cupError, {
        δ: wide,
        A_cup: ledger.given(
          `${id}.cupArea`,
          'section of the cup, middle',
          (Math.PI / 4) * ((cup.bottom + cup.top) / 2) ** 2,
          'm²',
          bench.own.has('cups') ? 'shop' : 'assumed',
          'mean of both widths',
        ),
        V_B: vb,
      }),
    });
  }
  const syringe = vb ? finestSyringe(bench.syringes, vb.value) : undefined;
  if (syringe && vb) {
    const step = given(
      'syringes',
      'graduation',
      `${syringe.name ?? 'syringe'} is marked every`,
      syringe.graduation,
      'm³',
    );
    put({
      way: 'syringe',
      instrument: syringe.name ?? 'syringe',
      readings: [
        {
          part: names[1],
          figure: ledger.compute(
            `${id}.syringe`,
            `${names[1]} in the syringe`,
            { ...rounded, unit: 'm³' },
            { m: vb, step },
          ),
        },
      ],
      error: ledger.compute(`${id}.syringeError`, 'possible error of the ratio, by syringe', syringeError, {
        mark: step,
        V_B: vb,
      }),
    });
  }
  const pump = va && vb && parts.kind === 'two-part' ? fitting(bench.pumps, va.value / vb.value) : undefined;
  if (pump && va) {
    const stroke = given('pumps', 'stroke', `${pump.name ?? 'pump'}, one stroke of resin`, pump.stroke, 'm³');
    const n = ledger.compute(`${id}.strokes`, 'strokes of each pump', strokes, { V_A: va, stroke });
    const built = given('pumps', 'pumpRatio', `${pump.name ?? 'pump'} is built for`, pump.ratio, ':1');
    const wanted = ledger.compute(`${id}.volumeRatio`, 'ratio wanted by volume', volumeRatio, {
      V_A: va,
      V_B: vb ?? va,
    });
    put({
      way: 'pump',
      instrument: pump.name ?? 'pump set',
      readings: [{ part: `${names[0]} and ${names[1]}`, figure: n }],
      error: ledger.compute(`${id}.pumpError`, 'possible error of the ratio, by pumps', pumpError, {
        r_pump: built,
        r: wanted,
        n,
      }),
    });
  }
  // A way that is close enough comes before one that is not, whatever the instrument.
  return measures.sort((x, y) => Number(y.meets) - Number(x.meets) || x.error.value - y.error.value);
}

const finest = (scales: readonly Scale[], mass: number): Scale | undefined =>
  scales
    .filter((s) => s.capacity === undefined || s.capacity >= mass)
    .sort((x, y) => x.resolution - y.resolution)[0];

const smallestFor = (cups: readonly Cup[], volume: number): Cup | undefined =>
  cups.filter((c) => c.volume >= volume).sort((x, y) => x.volume - y.volume)[0];

/** The finest syringe that takes the volume in at most three fills; half a mark of it stays within the tolerance of the ratio. */
const finestSyringe = (syringes: readonly Syringe[], volume: number): Syringe | undefined =>
  syringes
    .filter((s) => 3 * s.volume >= volume && s.graduation / 2 <= RATIO_TOLERANCE * volume)
    .sort((x, y) => x.graduation - y.graduation)[0];

const fitting = (pumps: readonly PumpSet[], ratio: number): PumpSet | undefined =>
  pumps.find((p) => Math.abs(p.ratio / ratio - 1) <= RATIO_TOLERANCE);

/** Smallest mass of which the scale still gets the ratio right, and the parts' ratio by mass that it follows from. */
export function smallestBatch(ledger: Ledger, id: string, parts: Parts, bench: Bench): Figure | undefined {
  const { a, b } = pair(parts);
  const scale = finest(bench.scales, a.value + b.value);
  if (!scale || b.value <= 0) return undefined;
  const own = bench.own.has('scales');
  const r = ledger.compute(`${id}.ratio`, 'ratio by mass', partsRatio, { A: a, B: b });
  return ledger.compute(
    `${id}.smallest`,
    `smallest batch for the ${scale.name ?? 'scale'}`,
    smallestOnScale,
    {
      step: ledger.given(
        `${id}.smallestStep`,
        `${scale.name ?? 'scale'} reads to`,
        scale.resolution,
        'kg',
        own ? 'shop' : 'assumed',
        own ? 'instruments of the yard' : 'typical, until the instruments are entered',
      ),
      r,
      e: ledger.given(
        `${id}.tolerance`,
        'the ratio may be out by',
        toleranceOf(parts),
        'fraction',
        'assumed',
        'usual, unless the data sheet is tighter',
      ),
    },
  );
}

/** Reports a cup that nothing on the bench can measure out closely enough: too little catalyst may never cure. */
export function checkMeasures(
  ledger: Ledger,
  stage: Stage,
  parts: Parts,
  measures: readonly Measure[],
  smallest?: Figure,
): void {
  if (measures.some((m) => m.meets)) return;
  const closest = measures[0];
  ledger.report(
    problem({ severity: 'warning', stage, path: 'instruments.scales' }, 'cup-too-small', {
      peroxide: parts.kind === 'peroxide',
      instrument: closest?.instrument,
      error: closest?.error.value,
      tolerance: toleranceOf(parts),
      least: smallest?.value,
    }),
  );
}
