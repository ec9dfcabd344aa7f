import type { Stage } from '../trace/problem';
import { tellLag, tellStep } from '../work/tell';
import type { Lag, Step, Work } from '../work/step';
import type { Placer, Task, Waits } from './timeline';

/** Work that may be broken off over night is longer than this, ms; shorter work waits for the morning. */
const WORTH_BREAKING_OFF = 2 * 3_600_000;

/** A step, or a wait on the way to one, with what must be over before it. */
export type Node = { readonly stage: Stage; readonly id: string; readonly after: readonly string[] } & (
  { readonly step: Step } | { readonly lag: Lag }
);

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

interface StageFacts {
  /** No earlier than this, ms since 1970. */
  readonly clock: number;
  readonly place: Placer;
  readonly hands: number;
  readonly waits: Waits;
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
        const block = this.#queue.blockOf(next);
        if (
          this.#work(
            block.map((n) => n.step),
            this.#ready(next),
            next.after,
          )
        )
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
  #work(block: readonly Step[], ready: number, after: readonly string[]): boolean {
    const { place } = this.facts;
    const length = (s: Step): number => (s.work.value * 1000) / (s.shared ? this.facts.hands : 1);
    const whole = block.reduce((sum, s) => sum + length(s), 0);
    const unbroken = block.length > 1 || whole <= WORTH_BREAKING_OFF;
    const begin = place(Math.max(this.#free, ready), whole, unbroken).start;
    for (const id of after) {
      const open = this.#windows.get(id);
      if (!open?.missed || begin <= open.closes) continue;
      this.#windows.delete(id);
      const { missed } = open;
      this.#task(missed, place(begin, length(missed), true), true);
      return false;
    }
    let at = begin;
    for (const step of block) {
      const spot =
        block.length > 1
          ? { start: at, end: at + length(step) }
          : place(at, length(step), whole <= WORTH_BREAKING_OFF);
      this.#task(step, spot);
      at = spot.end;
    }
    return true;
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
      ...(step.people > 1 ? { people: step.people } : {}),
      ...(reopens ? { reopens: true as const } : {}),
    });
  }
}

type StepNode = Extract<Node, { readonly step: Step }>;

/** What can be placed next: each node comes up once everything before it is placed. Linear in nodes and links. */
class Queue {
  /** Nodes that nothing holds back, in the order in which they are told. */
  readonly ready: Node[] = [];
  readonly #rank: ReadonlyMap<Node, number>;
  /** How many of the nodes before it are not placed yet. */
  readonly #held = new Map<Node, number>();
  readonly #followers = new Map<string, Node[]>();
  readonly #goes = new Map<string, StepNode[]>();
  readonly #done = new Set<Node>();

  constructor(private readonly nodes: readonly Node[]) {
    this.#rank = new Map(nodes.map((n, i) => [n, i]));
    for (const n of nodes) this.#followers.set(n.id, []);
    for (const n of nodes) {
      const before = n.after.filter((id) => this.#followers.has(id));
      for (const id of before) this.#followers.get(id)?.push(n);
      this.#held.set(n, before.length);
      if (before.length === 0) this.ready.push(n);
      if ('step' in n && n.step.go !== undefined)
        this.#goes.set(n.step.go, [...(this.#goes.get(n.step.go) ?? []), n]);
    }
  }

  /** A step with those that follow it at once, in their order. */
  blockOf(first: StepNode): readonly StepNode[] {
    const go = first.step.go === undefined ? undefined : this.#goes.get(first.step.go);
    return go?.filter((n) => !this.#done.has(n)) ?? [first];
  }

  done(node: Node): void {
    this.#done.add(node);
    const at = this.ready.indexOf(node);
    if (at >= 0) this.ready.splice(at, 1);
    for (const follower of this.#followers.get(node.id) ?? []) {
      const held = (this.#held.get(follower) ?? 0) - 1;
      this.#held.set(follower, held);
      if (held === 0 && !this.#done.has(follower)) this.#insert(follower);
    }
  }

  left(): readonly Node[] {
    return this.nodes.filter((n) => !this.#done.has(n));
  }

  #insert(node: Node): void {
    const rank = this.#rank.get(node) ?? 0;
    const at = this.ready.findIndex((n) => (this.#rank.get(n) ?? 0) > rank);
    this.ready.splice(at < 0 ? this.ready.length : at, 0, node);
  }
}
