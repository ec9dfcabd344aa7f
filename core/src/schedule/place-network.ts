import { tellLag, tellStep } from '../work/tell';
import type { Lag, Soon, Step, Work } from '../work/step';
import { fewestShut, type Row, type Stretch } from './by-day';
import { Queue, type Node, type StepNode } from './place-queue';
import type { Days, Expected, Shut, Task, Waits } from './timeline';

/** Steps and waits of a network as nodes of one graph, in the order in which they are told. */
export function nodesOf({ steps, links }: Work): readonly Node[] {
  const lagsBefore = new Map<string | undefined, Node[]>();
  const after = new Map<string, string[]>();
  const soon = new Map<string, Soon[]>();
  for (const { from, to, lags, most } of links) {
    if (most && from !== undefined && to !== undefined)
      soon.set(to, [...(soon.get(to) ?? []), { after: from, ...most }]);
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
      {
        stage: step.stage,
        id: step.id,
        after: after.get(step.id) ?? [],
        soon: soon.get(step.id) ?? [],
        step,
      },
    ]),
    ...(lagsBefore.get(undefined) ?? []),
  ];
}

/** Work that may be broken off over night is longer than this, ms; shorter work waits for the morning. */
const WORTH_BREAKING_OFF = 2 * 3_600_000;
/** Steps and waits that a start is chosen by. */
const LOOKED_AHEAD = 40;

/** What one step has to follow another by, by name. */
const nameOf = (after: string, step: string): string => `${after} → ${step}`;

interface Facts {
  /** No earlier than this, ms since 1970. */
  readonly clock: number;
  /** No earlier than this, by id, where places that are worked on together are not equally far, ms since 1970. */
  readonly from?: (id: string) => number | undefined;
  readonly days: Days;
  readonly hands: number;
  readonly waits: Waits;
  readonly expected: (lag: Lag) => Expected | undefined;
  /** A step or wait of the whole work, also of what was done before. */
  readonly told: (id: string) => Node | undefined;
}

/** A window that a wait or a step left open, and what is done first where it is missed. */
interface Open {
  /** What left it open. */
  readonly after: string;
  readonly closes: number;
  /** When it can be abraded where that is missed, ms since 1970. */
  readonly hardAt?: () => number | undefined;
  readonly missed?: Step;
}

/** Places the nodes of a network; what was done or waited for outside it is over when it begins. */
export class NetworkPlacement {
  readonly tasks: Task[] = [];
  /** Windows that had shut before work went on. */
  readonly shut: Shut[] = [];
  readonly #ends = new Map<string, number>();
  readonly #windows = new Map<string, Open>();
  /** What the next block asks for has just been made anew: it follows at once. */
  #madeAnew = false;
  /** What had been lost before it was followed, and has been made anew. */
  readonly #anew = new Set<Soon>();
  /** What a step makes and how long it keeps, by the step and then by that which has to follow. */
  readonly #keeps = new Map<string, Map<string, Soon>>();
  readonly #begins = new Map<string, number>();
  readonly #queue: Queue;
  /** Steps from the end of which a layer's window counts. */
  readonly #opensAfter = new Set<string>();
  /** When the hands are free again. */
  #free: number;
  end: number;

  constructor(
    nodes: readonly Node[],
    private readonly facts: Facts,
  ) {
    this.#queue = new Queue(nodes);
    for (const node of nodes)
      if ('lag' in node) {
        if (node.lag.window?.missed) for (const id of node.after) this.#opensAfter.add(id);
      } else
        for (const soon of node.soon)
          this.#keeps.set(
            soon.after,
            new Map(this.#keeps.get(soon.after)).set(nameOf(soon.after, node.id), soon),
          );
    this.#free = facts.clock;
    this.end = facts.clock;
    for (let next = this.#first(); next; next = this.#first()) {
      if ('lag' in next) {
        this.#wait(next.lag, this.#ready(next));
        this.#queue.done(next);
      } else {
        const block = this.#inOneDay(this.#queue.blockOf(next));
        if (this.#work(block, this.#ready(next))) for (const node of block) this.#queue.done(node);
      }
    }
    const stuck = this.#queue.left();
    if (stuck.length > 0) throw new Error(`steps wait for one another: ${stuck.map((n) => n.id).join(', ')}`);
  }

  /** A wait runs by itself; of the steps the one that can begin first. */
  #first(): Node | undefined {
    const { ready } = this.#queue;
    const wait = ready.find((n) => 'lag' in n);
    if (wait) return wait;
    // Where a window keeps one place until the morning, another is worked at meanwhile.
    const soonest =
      this.facts.from && ready.length > 1
        ? (n: Node) => ('step' in n ? this.#beginOf(n) : 0)
        : (n: Node) => Math.max(this.#free, this.#ready(n));
    let best: { readonly node: Node; readonly at: number } | undefined;
    for (const node of ready) {
      const at = soonest(node);
      if (!best || at < best.at) best = { node, at };
    }
    return best?.node;
  }

  /** When a step would begin with those that follow it at once, were it placed next. */
  #beginOf(node: StepNode): number {
    const block = this.#inOneDay(this.#queue.blockOf(node));
    const from = Math.max(this.#free, this.#ready(node));
    return this.#begin(block, this.#row(block), from, this.#opens(block));
  }

  #ready({ id, after }: Node): number {
    const clock = this.#clockOf(id);
    return after.reduce((t, before) => Math.max(t, this.#ends.get(before) ?? clock), clock);
  }

  #clockOf(id: string): number {
    return this.facts.from?.(id) ?? this.facts.clock;
  }

  #put(task: Task): void {
    this.tasks.push(task);
    this.#begins.set(task.id, task.start);
    this.#ends.set(task.id, task.end);
    this.end = Math.max(this.end, task.end);
  }

  #wait(lag: Lag, start: number): void {
    const forecast = lag.cures || lag.dries || lag.rests ? this.facts.waits(lag, start) : undefined;
    const duration = forecast?.duration ?? lag.least;
    const end = lag.until !== undefined ? Math.max(start, lag.until) : start + duration.value * 1000;
    const window = forecast
      ? forecast.window
      : lag.window && {
          opens: start + lag.window.opens.value * 1000,
          closes: start + lag.window.closes.value * 1000,
        };
    const hard = lag.window?.hard?.value;
    const hardAt = forecast ? forecast.hardAt : hard === undefined ? undefined : () => start + hard * 1000;
    if (window)
      this.#windows.set(lag.id, {
        after: lag.id,
        closes: window.closes,
        missed: lag.window?.missed,
        ...(hardAt ? { hardAt } : {}),
      });
    this.#put({
      id: lag.id,
      stage: lag.stage,
      label: tellLag(lag),
      kind: 'wait',
      start,
      end,
      duration,
      ...(window ? { window } : {}),
      ...(forecast?.place ? { place: forecast.place } : {}),
    });
  }

  /** Places steps that follow one another at once. @returns false where a shut window had to be opened again first */
  #work(block: readonly StepNode[], ready: number): boolean {
    const { days } = this.facts;
    const steps = block.map((n) => n.step);
    const open = this.#opens(block);
    const row = this.#row(block);
    const soonest = Math.max(this.#free, ready);
    const begin = this.#madeAnew ? this.#soonest(row, soonest) : this.#begin(block, row, soonest, open);
    for (const window of open)
      if (begin > window.closes) {
        // What is made anew does not keep either: it is made when the block can follow at once.
        const whole = { ...row, length: row.length + this.#length(window.missed) };
        // What has shut and is still soft is abraded when it is hard.
        const from = Math.max(begin, window.hardAt?.() ?? begin);
        this.#again(window, this.#madeAnew ? from : this.#begin(block, whole, from, []));
        this.#madeAnew = true;
        return false;
      }
    this.#madeAnew = false;
    let at = begin;
    for (const step of steps) {
      const length = this.#length(step);
      const spot = steps.length > 1 ? { start: at, end: at + length } : days.place(at, length, row.unbroken);
      this.#task(step, spot);
      at = spot.end;
    }
    return true;
  }

  /** Windows that a block has to meet, where something is done first if it does not. */
  #opens(block: readonly StepNode[]): readonly (Open & { readonly missed: Step; readonly soon?: Soon })[] {
    const left = block[0].after.flatMap((id) => {
      const open = this.#windows.get(id);
      return open?.missed ? [{ ...open, missed: open.missed }] : [];
    });
    const soon = block
      .flatMap((n) => n.soon)
      .filter((s) => !this.#anew.has(s))
      .map((s) => ({
        after: s.after,
        // What was reported done ended when that was.
        closes: (this.#since(s) ?? this.#clockOf(s.after)) + s.within.value * 1000,
        missed: s.missed,
        soon: s,
      }));
    return [...left, ...soon];
  }

  #since({ after, since }: Soon): number | undefined {
    return since === 'start' ? this.#begins.get(after) : this.#ends.get(after);
  }

  /** What a shut window asks for is done first; it is told how late it was. */
  #again(
    { after, closes, missed, soon }: Open & { readonly missed: Step; readonly soon?: Soon },
    begin: number,
  ): void {
    if (soon) this.#anew.add(soon);
    else this.#windows.delete(after);
    this.#task(missed, this.facts.days.place(begin, this.#length(missed), true), true);
    const left = this.facts.told(after);
    if (left)
      this.shut.push({
        id: after,
        stage: left.stage,
        after: 'lag' in left ? tellLag(left.lag) : tellStep(left.step),
        late: (begin - closes) / 1000,
        first: { task: tellStep(missed), takes: missed.work.value },
      });
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
    return (step.work.value * 1000) / (step.shared ? this.facts.hands : step.people);
  }

  /** Steps that follow one another at once, as one stretch, with what it leaves to be followed in time. */
  #row(block: readonly StepNode[]): Stretch {
    const length = block.reduce((sum, n) => sum + this.#length(n.step), 0);
    const unbroken = block.length > 1 || length <= WORTH_BREAKING_OFF;
    const keeps = this.#leaves(block);
    const meets = block.flatMap((n) => n.soon.map((s) => nameOf(s.after, n.id)));
    return {
      length,
      unbroken,
      ...(keeps.length > 0 ? { leaves: new Map(keeps) } : {}),
      ...(meets.length > 0 ? { meets } : {}),
    };
  }

  /** What a block leaves to be followed in time, ms from its end. */
  #leaves(block: readonly StepNode[]): (readonly [string, number])[] {
    return block.flatMap((n, i) => {
      const own = this.#keeps.get(n.id);
      if (!own) return [];
      const after = block.slice(i + 1).reduce((sum, m) => sum + this.#length(m.step), 0);
      return [...own].map(([name, { within, since }]) => {
        const used = since === 'start' ? after + this.#length(n.step) : after;
        return [name, within.value * 1000 - used] as const;
      });
    });
  }

  #soonest({ length, unbroken }: Stretch, at: number): number {
    return this.facts.days.place(at, length, unbroken).start;
  }

  /** When a block begins: as soon as it can, or in a later shift where fewer windows shut over night for it. */
  #begin(block: readonly StepNode[], row: Stretch, at: number, open: readonly Open[]): number {
    const { days } = this.facts;
    if (days.next(at) === undefined) return this.#soonest(row, at);
    const closes = Math.min(Infinity, ...open.map((o) => o.closes));
    return fewestShut(days, [row, ...this.#rowsAfter(block, row)], at, closes);
  }

  /** What follows a block for as long as the windows of layers, and what steps leave to be followed in time, hold it together. */
  #rowsAfter(block: readonly StepNode[], { leaves }: Stretch): readonly Row[] {
    const rows: Row[] = [];
    const due = new Set(leaves?.keys());
    let go: { key: string; nodes: StepNode[] } | undefined;
    const flush = (): void => {
      if (go) {
        const row = this.#row(go.nodes);
        for (const name of row.meets ?? []) due.delete(name);
        for (const name of row.leaves?.keys() ?? []) due.add(name);
        rows.push(row);
      }
      go = undefined;
    };
    const placed = new Set<string>(block.map((n) => n.id));
    // What leaves no window open has no reason to begin later.
    if (!leaves && !block.some((n) => this.#opensAfter.has(n.id))) return rows;
    for (const node of this.#queue.rest(block[0])) {
      if (placed.has(node.id)) continue;
      if (rows.length >= LOOKED_AHEAD) break;
      if ('lag' in node) {
        flush();
        const { least, window, until } = node.lag;
        const { duration, closes } = this.facts.expected(node.lag) ?? {
          duration: least.value * 1000,
          closes: window && window.closes.value * 1000,
        };
        const holds = window?.missed && closes !== undefined;
        if (until !== undefined || !(holds || due.size > 0)) break;
        rows.push({ wait: duration, closes: holds ? closes : Infinity });
      } else if (go && node.step.go !== undefined && node.step.go === go.key) go.nodes.push(node);
      else {
        flush();
        go = { key: node.step.go ?? node.id, nodes: [node] };
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
