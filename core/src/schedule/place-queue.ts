import type { Lag, Soon, Step } from '../work/step';
import type { Stage } from '../trace/problem';

/** A step, or a wait on the way to one, with what must be over before it. */
export type Node = { readonly stage: Stage; readonly id: string; readonly after: readonly string[] } & (
  { readonly step: Step; readonly soon: readonly Soon[] } | { readonly lag: Lag }
);
export type StepNode = Extract<Node, { readonly step: Step }>;

/** What can be placed next: each node comes up once everything before it is placed. Linear in nodes and links. */
export class Queue {
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
      if ('step' in n && n.step.go !== undefined) {
        const go = this.#goes.get(n.step.go) ?? [];
        go.push(n);
        this.#goes.set(n.step.go, go);
      }
    }
  }

  /** What is told after a node and is not placed yet, in its order. */
  *rest(node: Node): Generator<Node> {
    for (let i = (this.#rank.get(node) ?? 0) + 1; i < this.nodes.length; i += 1)
      if (!this.#done.has(this.nodes[i])) yield this.nodes[i];
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
