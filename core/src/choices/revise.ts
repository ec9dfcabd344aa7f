import { offset } from '../geometry/offset';
import { regionExtent } from '../geometry/region';
import { simplified } from '../geometry/simplify';
import type { Finding, JobDocument, PlyChoice } from '../schema/job';
import type { Plan } from '../plan/plan';
import { isCover } from './propose';

/** Taper ratios go by halves: nobody grinds finer. */
const RATIO_STEP = 0.5;
const RATIO_LIMITS = [1, 100] as const;

/**
 * The taper ratio at which the grind limit comes to lie `reach` m beyond the cut-out, for dragging it in a drawing.
 * @returns undefined where nothing is laid
 */
export function ratioForReach({ dish: { laminate, grind } = {} }: Plan, reach: number): number | undefined {
  const depth = grind?.depth.value;
  if (!depth || !laminate?.sides.length) return undefined;
  const ratio = Math.round(reach / depth / RATIO_STEP) * RATIO_STEP;
  return Math.min(RATIO_LIMITS[1], Math.max(RATIO_LIMITS[0], ratio));
}

/** The plies of a plan as a job states them, without the cover ply: where changing them by hand begins. */
export const plyChoices = (plan: Plan): PlyChoice[] =>
  (plan.dish?.laminate?.plies ?? [])
    .filter((p) => !isCover(plan, p.lay))
    .map((p) => ({ cloth: p.cloth.id, way: p.orientation, side: p.side }));

/** The stack after a dry fit: a ply less where it stands proud, one more like the last where it lies low. Of the face that was fitted. */
export function afterDryFit(plan: Plan, found: 'proud' | 'low'): PlyChoice[] {
  const plies = plyChoices(plan);
  const face = plan.dish?.laminate?.sides[0]?.face ?? 'outside';
  const last = plies.reduce((at, p, i) => (p.side === face ? i : at), -1);
  if (last < 0) return plies;
  return found === 'proud'
    ? plies.filter((p) => p.side === face).length > 1
      ? plies.filter((_, i) => i !== last)
      : plies
    : [...plies.slice(0, last + 1), plies[last], ...plies.slice(last + 1)];
}

/**
 * Grinding has opened the floor of a dish: the repair goes right through from here on, with a backing that suits the
 * access. Survey and system stay done, and so does every entry of the log; the stages from grinding on are taken up
 * again, since their figures are others now.
 */
export function brokenThrough(job: JobDocument): JobDocument {
  const { depth: _, ...damage } = job.damage;
  const done = job.schedule?.done?.filter((d) => d.stage === 'survey' || d.stage === 'system');
  return {
    ...job,
    damage,
    backing: job.backing ?? (job.access === 'both' ? 'removable' : 'bonded'),
    ...(job.schedule ? { schedule: { ...job.schedule, ...(done ? { done } : {}) } } : {}),
  };
}

/** The finding that the damage goes further all round than was thought. @param by m */
export function grownFinding({ survey }: Plan, by: number, at: string, who?: string): Finding | undefined {
  if (!survey) return undefined;
  const { centre } = survey;
  const round = (v: number): number => Math.round(v * 1e4) / 1e4;
  const [first, ...more] = simplified(offset(survey.region, by), 0.0005).map((o) =>
    o.map((p) => ({ x: round(p.x + centre.x), y: round(p.y + centre.y) })),
  );
  if (!first) return undefined;
  const size = regionExtent([first, ...more]);
  return {
    at,
    extent: 'true extent',
    shape: 'outline',
    size: [round(size.length), round(size.width)],
    outline: first,
    ...(more.length > 0 ? { holes: more.map((outline) => ({ outline })) } : {}),
    method: 'grind',
    ...(who ? { who } : {}),
  };
}
