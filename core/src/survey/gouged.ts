import type { HullFamily } from '../materials/substrates';
import type { Job } from '../schema/job';
import type { Ledger } from '../trace/ledger';
import { problem } from '../trace/problem';

/** A gouge of so much of the wall has taken strength that a filler does not give back. Source: judged, usual practice. */
const OF_WALL = 0.5;
const GOUGES: ReadonlySet<string> = new Set(['scratch', 'gel-coat-chip', 'void']);

type Asked = Pick<Job, 'damage' | 'hull'> & { readonly families: readonly HullFamily[] };

/**
 * A gouge through half of a wall is a hole that has not come out yet: it is laminated, and said so.
 *
 * @returns the damage as it is repaired
 */
export function gouged({ damage, hull, families }: Asked, ledger: Ledger): Job['damage'] {
  const { kind, depth } = damage;
  const wall = hull.thickness;
  if (kind === undefined || !GOUGES.has(kind) || depth === undefined || wall === undefined) return damage;
  if (!families.every((f) => f === 'frp')) return damage;
  // Depths are taken from the face: the coat does not count.
  const deep = depth - (hull.gelCoat ?? 0);
  if (deep < OF_WALL * wall) return damage;
  ledger.report(
    problem({ severity: 'assumed', stage: 'survey', path: 'damage.depth' }, 'gouge-laminated', {
      deep,
      wall,
    }),
  );
  return { ...damage, kind: 'crushed' };
}
