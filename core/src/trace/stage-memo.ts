import { problem, type Problem, type Stage } from './problem';
import type { Trace, TraceEntry } from './figure';
import { Ledger, NotFinite } from './ledger';
import { sameData } from '../schema/same-data';

interface Kept {
  readonly input: unknown;
  readonly output: unknown;
  /** Made when somebody opens a figure. */
  readonly entries: () => readonly TraceEntry[];
  readonly problems: readonly Problem[];
  readonly fault?: unknown;
}

/**
 * Runs the stages of a plan and keeps the outcome of each, so that a re-plan computes only the stages whose input
 * changed. An unchanged stage hands out the very same objects, which makes the comparison downstream cheap.
 */
export class StageMemo {
  readonly #kept = new Map<string, Kept>();
  #entries: (() => readonly TraceEntry[])[] = [];
  #problems: Problem[] = [];

  /** The first thing of this run that nobody foresaw. */
  fault: unknown;

  /** @param own what a yard has set in place of what is usual, by the id of the row: every stage may hang on it */
  constructor(readonly own: Readonly<Record<string, number>> = {}) {}

  begin(): void {
    this.#entries = [];
    this.#problems = [];
    this.fault = undefined;
  }

  /** The trace of the run so far, made into a table by id when it is first asked for. */
  lazyTrace(): () => Trace {
    const lists = this.#entries;
    let table: Record<string, TraceEntry> | undefined;
    return () => {
      if (!table) {
        table = {};
        for (const list of lists) for (const entry of list()) table[entry.id] = entry;
      }
      return table;
    };
  }

  get problems(): Problem[] {
    return this.#problems;
  }

  /**
   * @param stage name that prefixes the trace ids
   * @param input everything the stage depends on
   * @returns what `work` made of the input; undefined when it could not be worked out (a problem says why)
   */
  run<I, O>(stage: string, input: I, work: (input: I, ledger: Ledger) => O): O | undefined {
    let kept = this.#kept.get(stage);
    // What failed unforeseen is tried again: who knows what it hung on.
    if (!kept || kept.fault !== undefined || !sameData(kept.input, input)) {
      kept = { input, ...attempt(new Ledger(stage, this.own), stage, (ledger) => work(input, ledger)) };
      this.#kept.set(stage, kept);
    }
    this.#entries.push(kept.entries);
    this.#problems.push(...kept.problems);
    this.fault ??= kept.fault;
    return kept.output as O | undefined;
  }
}

function attempt(ledger: Ledger, stage: string, work: (ledger: Ledger) => unknown): Omit<Kept, 'input'> {
  try {
    const output = work(ledger);
    return { output, entries: () => ledger.entries, problems: ledger.problems };
  } catch (e) {
    const at = { severity: 'error', path: stage, stage: stage as Stage } as const;
    const told =
      e instanceof NotFinite
        ? problem(at, 'not-finite', { label: e.label })
        : problem(at, 'stage-not-foreseen');
    // The other stages go on: what can be planned still is.
    return {
      output: undefined,
      entries: () => [],
      problems: [...ledger.problems, told],
      ...(e instanceof NotFinite ? {} : { fault: e }),
    };
  }
}
