import type { WorkedOut } from '../repairs/kind';
import type { Stage } from '../trace/problem';
import { stageOf } from '../work/network';

/** Stages that are behind a laminate which somebody else has laid. */
const LAID_BEFORE: ReadonlySet<Stage> = new Set(['grind', 'laminate', 'mix']);
/** Stages that every job goes through. */
const ALWAYS: ReadonlySet<Stage> = new Set(['survey', 'system', 'log']);

/**
 * Stages that a job shows: a stage of its way in which this repair has nothing to do is left out.
 *
 * @param way stages of the way of repairing, in order
 * @param laidBefore the laminate is there already: it is only faired and finished
 */
export function stagesOf(
  way: readonly Stage[],
  { repair, dish, finish, items }: WorkedOut,
  laidBefore: boolean,
): readonly Stage[] {
  if (repair && !dish?.grind)
    return way.filter(
      (s) =>
        ALWAYS.has(s) ||
        repair.sheets.some((x) => x.stage === s) ||
        items?.some((x) => stageOf(x) === s) ||
        (s === 'finish' && finish),
    );
  return dish && laidBefore ? way.filter((s) => !LAID_BEFORE.has(s)) : way;
}
