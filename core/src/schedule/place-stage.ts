import { tellLag, tellStep } from '../work/tell';
import type { Lag, Step, Work } from '../work/step';
import { fewestShut, type Row, type Stretch } from './by-day';
import { Queue, type Node, type StepNode } from './place-queue';
import type { Days, Expected, Task, Waits } from './timeline';

/** Steps and waits of a network as nodes of one graph, in the order in which they are told. */
export function nodesOf({ steps, links }: Work): readonly Node[] {
  const lagsBefore = new Map<string | undefined, Node[]>();
  const after = new Map<string, string[]>();
  for (const { from, to, lags } of links) {
    let last = from;
    const row = lags.map((lag): Node => {
      const node = { stage: lag.stage, id: lag.id, after: last === undefined ? [] : [last], lag };
      last = lag.id;
      return node;
    });
    lagsBefore.set(to, [...(lagsBefore.get(to) ?? []), ...row]);
    if (to !== undefined && last !== undefined) after.set(to, [...(after.get(to) ?? []), last]);
  }
  return [
    ...steps.flatMap((step): Node[] => [
      ...(lagsBefore.get(step.id) ?? []),
      { stage: step.stage, id: step.id, after: after.get(step.id) ?? [], step },
    ]),
    ...(lagsBefore.get(undefined) ?? []),
  ];
}

/** Work that may be broken off over night is longer than this, ms; shorter work waits for the morning. */
const WORTH_BREAKING_OFF = 2 * 3_600_000;
/** Steps and waits that a start is chosen by. */
const LOOKED_AHEAD = 40;

interface StageFacts {
  /** No earlier than this, ms since 1970. */
  readonly clock: number;
  readonly days: Days;
  readonly hands: number;
  readonly waits: Waits;
  readonly expected: (lag: Lag) => Expected | undefined;
}

/** A window that a wait left open, and what is done first where it is missed. */
interface Open {
  readonly closes: number;
  readonly missed?: Step;
}

/** Places the nodes of one stage; what was waited for in earlier stages is over when the stage begins. */
export class StagePlacement {
  readonly tasks: Task[] = [];
  readonly #ends = new Map<string, number>();
  readonly #windows = new Map<string, Open>();
  readonly #queue: Queue;
  /** When the hands are free again. */
  #free: number;
  end: number;

  constructor(
    nodes: readonly Node[],
    private readonly facts: StageFacts,
  ) {
    this.#queue = new Queue(nodes);
    this.#free = facts.clock;
    this.end = facts.clock;
    for (let next = this.#first(); next; next = this.#first()) {
      if ('lag' in next) {
        this.#wait(next.lag, this.#ready(next));
        this.#queue.done(next);
      } else {
        const block = this.#inOneDay(this.#queue.blockOf(next));
        if (this.#work(block, this.#ready(next), next.after))
          for (const node of block) this.#queue.done(node);
      }
    }
    const stuck = this.#queue.left();
    if (stuck.length > 0) throw new Error(`steps wait for one another: ${stuck.map((n) => n.id).join(', ')}`);
  }

  /** A wait runs by itself; of the steps the one that can begin first. */
  #first(): Node | undefined {
    let best: Node | undefined;
    for (const n of this.#queue.ready) {
      if ('lag' in n) return n;
      if (!best || Math.max(this.#free, this.#ready(n)) < Math.max(this.#free, this.#ready(best))) best = n;
    }
    return best;
  }

  #ready({ after }: Node): number {
    return after.reduce((t, id) => Math.max(t, this.#ends.get(id) ?? this.facts.clock), this.facts.clock);
  }

  #put(task: Task): void {
    this.tasks.push(task);
    this.#ends.set(task.id, task.end);
    this.end = Math.max(this.end, task.end);
  }

  #wait(lag: Lag, start: number): void {
    const forecast = lag.cures && this.facts.waits(lag, start);
    const duration = forecast?.duration ?? lag.least;
    const end = lag.until !== undefined ? Math.max(start, lag.until) : start + duration.value * 1000;
    const window = forecast
      ? forecast.window
      : lag.window && {
          opens: start + lag.window.opens.value * 1000,
          closes: start + lag.window.closes.value * 1000,
        };
    if (window) this.#windows.set(lag.id, { closes: window.closes, missed: lag.window?.missed });
    this.#put({
      id: lag.id,
      stage: lag.stage,
      label: tellLag(lag),
      kind: 'wait',
      start,
      end,
      duration,
      ...(window ? { window } : {}),
    });
  }

  /** Places steps that follow one another at once. @returns false where a shut window had to be opened again first */
  #work(block: readonly StepNode[], ready: number, after: readonly string[]): boolean {
    const { days } = this.facts;
    const steps = block.map((n) => n.step);
    const row = this.#row(steps);
    const begin = this.#begin(block, row, Math.max(this.#free, ready), after);
    for (const id of after) {
      const open = this.#windows.get(id);
      if (!open?.missed || begin <= open.closes) continue;
      this.#windows.delete(id);
      const { missed } = open;
      this.#task(missed, days.place(begin, this.#length(missed), true), true);
      return false;
    }
    let at = begin;
    for (const step of steps) {
      const length = this.#length(step);
      const spot = steps.length > 1 ? { start: at, end: at + length } : days.place(at, length, row.unbroken);
      this.#task(step, spot);
      at = spot.end;
    }
    return true;
  }

  /** As much of a go as one day holds; a mixed pot is not left until tomorrow. */
  #inOneDay(go: readonly StepNode[]): readonly StepNode[] {
    const { longest } = this.facts.days;
    let length = 0;
    let fits = 0;
    for (const [i, { step }] of go.entries()) {
      length += this.#length(step);
      if (fits > 0 && length > longest) break;
      if (step.action !== 'mix') fits = i + 1;
    }
    return fits === 0 ? go : go.slice(0, fits);
  }

  #length(step: Step): number {
    return (step.work.value * 1000) / (step.shared ? this.facts.hands : 1);
  }

  /** Steps that follow one another at once, as one stretch. */
  #row(steps: readonly Step[]): Stretch {
    const length = steps.reduce((sum, s) => sum + this.#length(s), 0);
    return { length, unbroken: steps.length > 1 || length <= WORTH_BREAKING_OFF };
  }

  /** When a block begins: as soon as it can, or in a later shift where fewer windows shut over night for it. */
  #begin(block: readonly StepNode[], row: Stretch, at: number, after: readonly string[]): number {
    const { days } = this.facts;
    if (days.next(at) === undefined) return days.place(at, row.length, row.unbroken).start;
    const closes = after.flatMap((id) => {
      const open = this.#windows.get(id);
      return open?.missed ? [open.closes] : [];
    });
    return fewestShut(days, [row, ...this.#rowsAfter(block)], at, Math.min(Infinity, ...closes));
  }

  /** What follows a block for as long as the windows of layers hold it together. */
  #rowsAfter(block: readonly StepNode[]): readonly Row[] {
    const rows: Row[] = [];
    let go: { key: string; steps: Step[] } | undefined;
    const flush = (): void => {
      if (go) rows.push(this.#row(go.steps));
      go = undefined;
    };
    const placed = new Set<string>(block.map((n) => n.id));
    for (const node of this.#queue.rest(block[0])) {
      if (placed.has(node.id)) continue;
      if (rows.length >= LOOKED_AHEAD) break;
      if ('lag' in node) {
        flush();
        const { least, window } = node.lag;
        const { duration, closes } = this.facts.expected(node.lag) ?? {
          duration: least.value * 1000,
          closes: window && window.closes.value * 1000,
        };
        if (node.lag.until !== undefined || !window?.missed || closes === undefined) break;
        rows.push({ wait: duration, closes });
      } else if (go && node.step.go !== undefined && node.step.go === go.key) go.steps.push(node.step);
      else {
        flush();
        go = { key: node.step.go ?? node.id, steps: [node.step] };
      }
    }
    flush();
    return rows;
  }

  #task(step: Step, spot: { readonly start: number; readonly end: number }, reopens = false): void {
    this.#free = spot.end;
    this.#put({
      id: step.id,
      stage: step.stage,
      label: tellStep(step),
      kind: 'work',
      ...spot,
      duration: step.work,
      ...(step.plies ? { plies: step.plies } : {}),
      ...(step.go === undefined ? {} : { go: step.go }),
      ...(step.people > 1 ? { people: step.people } : {}),
      ...(reopens ? { reopens: true as const } : {}),
    });
  }
}
