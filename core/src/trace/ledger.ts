import type { Figure, Origin, TraceEntry } from './figure';
import type { Formula } from './formula';
import type { Problem } from './problem';

/** Thrown inside a stage when a formula gives no finite number; planRepair turns it into a problem of that stage. */
export class NotFinite extends Error {
  constructor(
    readonly traceId: string,
    readonly label: string,
  ) {
    super(`${label} has no finite value`);
  }
}

/** A computed figure as it was handed in. */
interface Computed extends Pick<TraceEntry, 'id' | 'label' | 'value'> {
  readonly formula: Pick<Formula, 'id' | 'expression' | 'unit' | 'source'>;
  readonly inputs: Readonly<Record<string, Figure>>;
}

const entryOf = ({ id, label, value, formula, inputs }: Computed): TraceEntry => ({
  id,
  label,
  value,
  unit: formula.unit,
  origin: 'computed',
  source: formula.source,
  formulaId: formula.id,
  expression: formula.expression,
  inputs: Object.entries(inputs).map(([symbol, x]) => ({ symbol, traceId: x.traceId })),
});

/**
 * Collects the figures of one stage together with their traces and problems.
 * A figure cannot be made without its trace, so every number of a plan can be opened.
 */
export class Ledger {
  // As it was handed in: entries, and the table by id, are made only when somebody opens a figure (see stage-memo.ts).
  #entries: (TraceEntry | Computed)[] = [];
  readonly #problems: Problem[] = [];

  /** @param own what a yard has set in place of what is usual, by the id of the row */
  constructor(
    private readonly prefix: string,
    readonly own: Readonly<Record<string, number>> = {},
  ) {}

  get entries(): readonly TraceEntry[] {
    return this.#entries.map((e) => ('formula' in e ? entryOf(e) : e));
  }

  get problems(): readonly Problem[] {
    return this.#problems;
  }

  /** A ledger for one of several like things: its figures are entered here under a name of their own, its problems are dropped. */
  within(name: string): Ledger {
    const inner = new Ledger(`${this.prefix}.${name}`, this.own);
    inner.#entries = this.#entries;
    return inner;
  }

  report(problem: Problem): void {
    this.#problems.push(problem);
  }

  /** A figure that was not computed: measured, entered, from a data sheet or assumed. */
  given(id: string, label: string, value: number, unit: string, origin: Origin, source: string): Figure {
    return this.#enter({ id: `${this.prefix}.${id}`, label, value, unit, origin, source, inputs: [] });
  }

  /** Evaluates a formula on figures and records how it was done. */
  compute<S extends string>(
    id: string,
    label: string,
    f: Formula<S>,
    inputs: Readonly<Record<S, Figure>>,
    span?: readonly [number, number],
  ): Figure {
    const values = {} as Record<S, number>;
    for (const symbol of Object.keys(inputs) as S[]) values[symbol] = inputs[symbol].value;
    return this.record(id, label, f, f.evaluate(values), inputs, span);
  }

  /** Records a figure whose value was worked out beside the ledger (geometry, search), with the formula it followed. */
  record(
    id: string,
    label: string,
    f: Pick<Formula, 'id' | 'expression' | 'unit' | 'source'>,
    value: number,
    inputs: Readonly<Record<string, Figure>>,
    span?: readonly [number, number],
  ): Figure {
    const traceId = `${this.prefix}.${id}`;
    if (!Number.isFinite(value)) throw new NotFinite(traceId, label);
    this.#entries.push({ id: traceId, label, value, formula: f, inputs });
    const figure: Figure = { value, unit: f.unit, origin: 'computed', traceId };
    return span ? { ...figure, span } : figure;
  }

  /** The sum of figures of one unit. */
  sum(id: string, label: string, unit: string, parts: readonly Figure[]): Figure {
    const inputs = Object.fromEntries(parts.map((p, i) => [`x${i + 1}`, p]));
    const value = parts.reduce((total, p) => total + p.value, 0);
    return this.record(
      id,
      label,
      { id: 'trace/ledger', expression: 'Σ x', unit, source: 'sum of the parts' },
      value,
      inputs,
    );
  }

  #enter(entry: TraceEntry): Figure {
    if (!Number.isFinite(entry.value)) throw new NotFinite(entry.id, entry.label);
    this.#entries.push(entry);
    return { value: entry.value, unit: entry.unit, origin: entry.origin, traceId: entry.id };
  }
}
