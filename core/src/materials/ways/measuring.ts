import { TYPICAL_INSTRUMENTS, type Instruments } from '../instruments';
import type { Parts } from '../parts';
import type { Figure } from '../../trace/figure';
import type { Ledger } from '../../trace/ledger';

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
  readonly way: 'scale' | 'cup' | 'syringe' | 'pump' | 'drops' | 'cartridge';
  readonly instrument: string;
  /** Scale: running readings. Cup: heights of the liquid. Syringe: volume of the last part. Pump: strokes of each. Drops: the scale with the first part, then drops. Cartridge: what is purged, and all that goes through. */
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

/** How far the ratio of a cup may be out. */
export const toleranceOf = (parts: Parts): number =>
  parts.kind === 'two-part' ? RATIO_TOLERANCE : CATALYST_TOLERANCE;

/** Parts as (first, second) with mass and, where it is known, volume. */
export function pair(parts: Parts): {
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

/** One cup that is to be measured out, and what there is to do it with. */
export interface Measuring extends ReturnType<typeof pair> {
  readonly ledger: Ledger;
  /** Prefix of the trace ids. */
  readonly id: string;
  readonly parts: Parts;
  readonly bench: Bench;
}

/** A way as one instrument has it; whether it is close enough is judged by whoever compares them. */
export type Way = Omit<Measure, 'meets'>;

/** A figure of an instrument: of the yard's own where it has entered one. */
export const ofInstrument = (
  { ledger, id, bench }: Pick<Measuring, 'ledger' | 'id' | 'bench'>,
  kind: keyof Instruments,
  key: string,
  label: string,
  value: number,
  unit: string,
): Figure =>
  ledger.given(
    `${id}.${key}`,
    label,
    value,
    unit,
    bench.own.has(kind) ? 'shop' : 'assumed',
    bench.own.has(kind) ? 'instruments of the yard' : 'typical, until the instruments are entered',
  );
