/** Where a figure came from. `assumed` is a default and is always shown as one. */
export type Origin = 'measured' | 'entered' | 'data sheet' | 'shop' | 'assumed' | 'computed';

/** A moment of a product's cure that a quick rule has reckoned, until the forecast of its layer stands in its place. */
export interface Estimated {
  /** Name of the product. */
  readonly product: string;
  readonly moment: 'opens' | 'closes' | 'sand' | 'full' | 'pot' | 'usable';
}

/** One number of the plan. `unit` is the stored unit (SI, °C; see units/format.ts for how it is read out). */
export interface Figure {
  readonly value: number;
  readonly unit: string;
  /** Likely range, in the same unit. */
  readonly span?: readonly [number, number];
  readonly origin: Origin;
  /** Key into the plan's trace. */
  readonly traceId: string;
  /** A quick estimate: shown as one on the screen for as long as it stands, and never on paper. */
  readonly estimates?: Estimated;
}

/** One input of a traced figure: a symbol of the formula and the figure that stood for it. */
export interface TraceInput {
  readonly symbol: string;
  readonly traceId: string;
}

/** Everything that is known of one figure: what it is, how it was worked out, from what, and on whose word. */
export interface TraceEntry {
  readonly id: string;
  readonly label: string;
  readonly value: number;
  readonly unit: string;
  readonly origin: Origin;
  readonly source: string;
  /** Path of the formula's file under core/src, without extension; absent for a given figure. */
  readonly formulaId?: string;
  readonly expression?: string;
  readonly inputs: readonly TraceInput[];
}

export type Trace = Readonly<Record<string, TraceEntry>>;
