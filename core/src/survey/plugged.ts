import type { HullFamily } from '../materials/substrates';
import type { Job } from '../schema/job';
import type { Ledger } from '../trace/ledger';
import { problem } from '../trace/problem';

/** A plug closes a through hole up to so wide, m. Source: judged; a wider one is held by laminate on at least one face. */
const WIDEST = { above: 0.02, below: 0.01 } as const;
/** And up to so many walls. Source: judged. */
const WALLS = 3;
/** Walls that are laminated; of others a hole gets its plate by the rules of their own way. */
const LAMINATED: ReadonlySet<HullFamily> = new Set<HullFamily>(['frp', 'frp-cored']);

/** The widest hole in a hull that a plug closes, m. */
export function widestPlug({ damage, hull, repair }: Pick<Job, 'damage' | 'hull' | 'repair'>): number {
  const wall = repair?.holes?.depth ?? hull.thickness;
  const byWater = WIDEST[damage.position ?? 'above'];
  return wall === undefined ? byWater : Math.min(byWater, WALLS * wall);
}

/**
 * A hole is not a screw hole: what is too wide for a plug is planned as a hole in the laminate, and said so.
 *
 * @returns the damage as it is repaired
 */
export function plugged(
  {
    families,
    ...job
  }: Pick<Job, 'damage' | 'hull' | 'repair'> & { readonly families: readonly HullFamily[] },
  ledger: Ledger,
): Job['damage'] {
  const { damage, repair } = job;
  const diameter = repair?.holes?.diameter;
  if (damage.kind !== 'drilled-holes' || diameter === undefined || !families.every((f) => LAMINATED.has(f)))
    return damage;
  const widest = widestPlug(job);
  if (diameter <= widest) return damage;
  ledger.report(
    problem({ severity: 'assumed', stage: 'survey', path: 'repair.holes.diameter' }, 'hole-not-plugged', {
      diameter,
      widest,
      count: damage.count ?? 1,
    }),
  );
  return { ...damage, kind: 'hole', shape: 'ellipse', size: [diameter, diameter], findings: undefined };
}
