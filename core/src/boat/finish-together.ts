import { sameData } from '../schema/same-data';
import { isCoatCup } from '../work/pots';
import type { PlannedPlace } from './plan-boat';

/** A finish is not kept waiting for another place longer than this, ms. Judged: a yard paints all of a boat at once, and lets no repair stand open for weeks. */
const SAME_FINISH = 5 * 24 * 3_600_000;

/** Places whose coats are mixed in one go and laid one after another. */
export interface FinishGroup {
  /** The place at which the cups are mixed. */
  readonly head: string;
  readonly others: readonly string[];
  /** Face at the others, m². */
  readonly coated: number;
}

interface Coated {
  readonly place: PlannedPlace;
  readonly begins: number;
  /** Laying one coat, s. */
  readonly laying: number;
}

/** The first cup of a finish that is mixed, and what is laid of it. */
function coatedAt(place: PlannedPlace): Coated | undefined {
  const { plan, timing } = place.result;
  if (!plan?.finish || !timing || timing.done.finish !== undefined) return undefined;
  const { steps } = timing.work;
  const cup = steps.find(isCoatCup);
  const task = plan.timeline?.stages.flatMap((s) => s.tasks).find((t) => t.id === cup?.id);
  if (!cup || !task) return undefined;
  const laying = steps.reduce((sum, s) => (s !== cup && s.go === cup.go ? sum + s.work.value : sum), 0);
  return { place, begins: task.start, laying };
}

/** One product, put on the same way, in as many coats of the same film and colour. */
function alike(a: PlannedPlace, b: PlannedPlace): boolean {
  const [p, q] = [a.result.plan, b.result.plan];
  const [f, g] = [p?.finish, q?.finish];
  return (
    p?.system?.chosen?.chain.finish?.id === q?.system?.chosen?.chain.finish?.id &&
    f?.method === g?.method &&
    f?.coats.value === g?.coats.value &&
    Math.abs((f?.wetPerCoat.value ?? 0) - (g?.wetPerCoat.value ?? 0)) < 1e-9 &&
    sameData(a.job.colour, b.job.colour)
  );
}

/**
 * Places that are finished together: one paint, mixed in one place for all of them and laid within its life, where none of
 * them would wait for days upon days.
 */
export function finishGroups(places: readonly PlannedPlace[]): readonly FinishGroup[] {
  const groups: Coated[][] = [];
  for (const own of places.flatMap((p) => coatedAt(p) ?? [])) {
    const group = groups.find(([head, ...others]) => {
      const life = head.place.result.plan?.finish?.milestones.usable.value ?? 0;
      const laying = [head, ...others, own].reduce((sum, c) => sum + c.laying, 0);
      return (
        alike(head.place, own.place) &&
        laying <= life &&
        [head, ...others].every((c) => Math.abs(c.begins - own.begins) <= SAME_FINISH)
      );
    });
    if (group) group.push(own);
    else groups.push([own]);
  }
  return groups.flatMap(([head, ...others]) =>
    others.length === 0
      ? []
      : [
          {
            head: head.place.id,
            others: others.map((o) => o.place.id),
            coated: others.reduce((sum, o) => sum + (o.place.result.plan?.finish?.area.value ?? 0), 0),
          },
        ],
  );
}
