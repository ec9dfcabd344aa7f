import { CHECKS } from './checks';
import type { Scene } from './checks/check';
import { covered } from './covered';
import { facesOf, lays } from './faces';
import type { Finding } from '../trace/broken';
import { Clockwork, type Moments } from './moments';
import { lyingUnder } from './under';
import { replayOf, type Placed } from './replay';
import { placeOf, type Inspected } from './site';

/**
 * Replays a placed plan step by step along the course of the air and lists every gate that is broken. It reads the work
 * and where it was placed, the data and the cure kernel; moments, faces and pots it reckons itself.
 *
 * @returns findings in the order of the clock; none where nothing is planned yet
 */
export function inspectPlan(inspected: Inspected): readonly Finding[] {
  const place = placeOf(inspected);
  if (!place) return [];
  const placed = replayOf(inspected.plan);
  const layings = placed.filter((p) => lays(p)).map((p) => p.end);
  const clockwork = new Clockwork(place, layings);
  const kept = new Map<string, Moments>();
  const scene: Scene = {
    place,
    clockwork,
    placed,
    faces: facesOf(placed),
    full: (laid) => {
      const product = place.product(laid.product);
      const alone = new Clockwork(place, layings);
      return product && alone.of(product, laid.end, lyingUnder(place, laid.step), undefined, true).full;
    },
    moments: (laid) => {
      const product = place.product(laid.product);
      const film = inspected.plan.work?.links
        .filter((l) => l.from === laid.step.id)
        .flatMap((l) => l.lags)
        .find((l) => l.dries)?.dries?.film.value;
      const found =
        kept.get(laid.step.id) ??
        (product ? clockwork.of(product, laid.end, lyingUnder(place, laid.step), film) : {});
      kept.set(laid.step.id, found);
      return found;
    },
  };
  return placed.flatMap((p): Finding[] =>
    p.believed
      ? []
      : CHECKS.flatMap((check) => check(p, scene))
          .filter((broken) => !covered(broken, inspected.problems))
          .map((broken) => ({ step: p.step.id, broken })),
  );
}

export type { Placed };
