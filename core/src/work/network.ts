import type { Stage } from '../trace/problem';
import type { Item, Lag, Late, Link, Soon, Step, Work } from './step';

/** Stage of a step or of a wait. */
export const stageOf = (item: Item): Stage => ('step' in item ? item.step.stage : item.lag.stage);

/** Items of the stages that the repair goes through, in the order of the work. */
export const inOrder = (items: readonly Item[], route: readonly Stage[]): readonly Item[] =>
  route.flatMap((stage) => items.filter((item) => stageOf(item) === stage));

/**
 * Steps and links of a job from its items in the order of the work. A step follows the one before it, after everything
 * that stands between them; a step aside follows what was done before its stage, one beside the step before it after a
 * wait of its own, and the next step that is neither follows them as well. A step that comes soon after another is linked
 * to it besides, and one that comes late to what it waits for. Items of a stage that the repair does not go through are left out.
 *
 * @param route stages that the repair goes through, in their order
 */
export function networkOf(items: readonly Item[], route: readonly Stage[]): Work {
  const chain = new Chain();
  for (const item of inOrder(items, route)) {
    if ('lag' in item) chain.wait(item.lag);
    else if (item.aside) chain.aside(item.step);
    else if (item.beside) chain.beside(item.step, item.beside);
    else chain.follow(item.step);
    if ('step' in item && item.soon) chain.soon(item.step, item.soon);
    if ('step' in item && item.late) chain.late(item.step, item.late);
  }
  return chain.end();
}

/** The row of steps as it grows. */
class Chain {
  readonly #steps: Step[] = [];
  readonly #links: Link[] = [];
  /** What the next step follows. */
  #last: Step | undefined;
  #lags: Lag[] = [];
  /** What stood last when the present stage began. */
  #before: Step | undefined;
  #stage: Stage | undefined;
  #aside: Step[] = [];

  wait(lag: Lag): void {
    this.#enter(lag.stage);
    this.#lags.push(lag);
  }

  follow(step: Step): void {
    this.#enter(step.stage);
    this.#link(this.#last, step, this.#lags);
    for (const prepared of this.#aside) this.#link(prepared, step, []);
    this.#steps.push(step);
    [this.#last, this.#lags, this.#aside] = [step, [], []];
  }

  aside(step: Step): void {
    this.#enter(step.stage);
    this.#link(this.#before, step, []);
    this.#steps.push(step);
    this.#aside.push(step);
  }

  /** A step that comes so long after the last one, which what follows goes on waiting from. */
  beside(step: Step, lag: Lag): void {
    this.#enter(step.stage);
    this.#link(this.#last, step, [lag]);
    this.#steps.push(step);
    this.#aside.push(step);
  }

  /** A step that may not come later than so long after another. */
  soon(step: Step, { after, ...most }: Soon): void {
    if (this.#steps.some((s) => s.id === after))
      this.#links.push({ from: after, to: step.id, lags: [], most });
  }

  /** A step that waits besides for what another left. */
  late(step: Step, { after, lag }: Late): void {
    if (this.#steps.some((s) => s.id === after)) this.#links.push({ from: after, to: step.id, lags: [lag] });
  }

  end(): Work {
    if (this.#lags.length > 0)
      this.#links.push({ ...(this.#last ? { from: this.#last.id } : {}), lags: this.#lags });
    return { steps: this.#steps, links: this.#links };
  }

  #enter(stage: Stage): void {
    if (stage === this.#stage) return;
    [this.#stage, this.#before] = [stage, this.#last];
  }

  #link(from: Step | undefined, to: Step, lags: readonly Lag[]): void {
    if (from || lags.length > 0) this.#links.push({ ...(from ? { from: from.id } : {}), to: to.id, lags });
  }
}

/** Whether anything is waited for that sets, dries or rests: only then do warmth and the course of the air say anything. */
export const curesIn = (work: Work | undefined): boolean =>
  work?.links.some((link) => link.lags.some((lag) => lag.cures ?? lag.dries ?? lag.rests)) ?? false;
