import type { Stage } from '../trace/problem';
import type { Item, Lag, Link, Step, Work } from './step';

const stageOf = (item: Item): Stage => ('step' in item ? item.step.stage : item.lag.stage);

/**
 * Steps and links of a job from its items in the order of the work. A step follows the one before it, after everything
 * that stands between them. Items of a stage that the repair does not go through are left out.
 *
 * @param route stages that the repair goes through, in their order
 */
export function networkOf(items: readonly Item[], route: readonly Stage[]): Work {
  const ordered = route.flatMap((stage) => items.filter((item) => stageOf(item) === stage));
  const steps: Step[] = [];
  const links: Link[] = [];
  let lags: Lag[] = [];
  for (const item of ordered) {
    if ('lag' in item) {
      lags.push(item.lag);
      continue;
    }
    const from = steps.at(-1)?.id;
    if (from !== undefined || lags.length > 0)
      links.push({ ...(from === undefined ? {} : { from }), to: item.step.id, lags });
    steps.push(item.step);
    lags = [];
  }
  if (lags.length > 0) {
    const from = steps.at(-1)?.id;
    links.push({ ...(from === undefined ? {} : { from }), lags });
  }
  return { steps, links };
}
