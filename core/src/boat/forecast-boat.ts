import { inspectedForecast } from '../inspect/prove';
import {
  cureUnderWay,
  forecastCure,
  reopened,
  type CureUnderWay,
  type ForecastOptions,
  type Planned,
} from '../forecast/cure-forecast';
import type { Library } from '../materials/product';
import type { Clock } from '../plan/clock';
import type { CureForecast } from '../plan/cure-forecast';
import { placeTogether } from '../schedule/together';
import type { Expected } from '../schedule/timeline';
import type { Shop } from '../schema/shop-fields';
import type { PlannedPlace } from './plan-boat';

/**
 * Works the cures of all places of a boat out along the course of the air, and places their work anew by one clock. A boat
 * of one place is forecast as that place.
 *
 * @param places what `planBoat` gave for the same library, yard and clock
 * @returns the forecast of each place in which anything cures, by its id
 */
export function forecastBoat(
  places: readonly PlannedPlace[],
  library: Library,
  shop: Shop,
  clock: Clock,
  options: ForecastOptions = {},
): ReadonlyMap<string, CureForecast> {
  const planned = places.flatMap((place): Under[] => {
    const { plan, timing } = place.result;
    return plan?.inputs && timing ? [{ place, planned: { plan, inputs: plan.inputs, timing } }] : [];
  });
  if (planned.length < 2) {
    const [only] = planned;
    const cure = only && forecastCure(only.place.job, only.place.result, library, shop, clock, options);
    return new Map(cure ? [[only.place.id, cure]] : []);
  }
  const ask = { library, shop, clock };
  const first = placedOnce(planned, ask, options, new Map());
  if (missed(first) === 0) return forecasts(first);
  // Windows shut that the figures of the plans had kept open: starts are chosen anew by what the forecast found.
  const found = new Map([...first].map(([id, { curing }]) => [id, curing.found]));
  const again = placedOnce(planned, ask, { ...options, tell: () => undefined }, found);
  return forecasts(missed(again) < missed(first) ? again : first);
}

interface Under {
  readonly place: PlannedPlace;
  readonly planned: Planned;
}

type Found = ReadonlyMap<string, { readonly curing: CureUnderWay; readonly cure: CureForecast }>;

const forecasts = (found: Found): ReadonlyMap<string, CureForecast> =>
  new Map([...found].map(([id, { cure }]) => [id, cure]));

const missed = (found: Found): number =>
  [...found.values()].reduce((sum, { cure }) => sum + reopened(cure), 0);

/** One placing of all the work. @param known what the waits of each place are thought to take before they are placed */
function placedOnce(
  planned: readonly Under[],
  { library, shop, clock }: { readonly library: Library; readonly shop: Shop; readonly clock: Clock },
  options: ForecastOptions,
  known: ReadonlyMap<string, ReadonlyMap<string, Expected>>,
): Found {
  const { tell = () => undefined } = options;
  const shares = planned.map(() => 0);
  const under = planned.map(({ place, planned: own }, i) => ({
    id: place.id,
    timing: own.timing,
    curing: cureUnderWay(place.job, own, library, shop, clock, {
      ...options,
      tell: (share) => {
        shares[i] = share;
        tell(shares.reduce((sum, s) => sum + s, 0) / shares.length);
      },
    }),
  }));
  const timelines = placeTogether(
    under.map(({ id, timing, curing }) => ({
      id,
      ...timing,
      route: timing.route ?? [],
      waits: curing.waits,
      expected: (lag) => known.get(id)?.get(lag.id),
    })),
    under[0].timing.crew,
  );
  return new Map(
    under.flatMap(({ id, curing }) => {
      const timeline = timelines.get(id);
      return timeline ? [[id, { curing, cure: curing.end(timeline) }]] : [];
    }),
  );
}

/** The forecast of a boat, with everything that the inspector finds at each of its places. Takes what {@link forecastBoat} takes. */
export function provenBoat(...asked: Parameters<typeof forecastBoat>): ReadonlyMap<string, CureForecast> {
  const [places, library, shop, clock] = asked;
  return new Map(
    [...forecastBoat(...asked)].map(([id, cure]) => {
      const place = places.find((p) => p.id === id);
      return [id, place ? inspectedForecast(place.job, place.result, cure, { library, shop, clock }) : cure];
    }),
  );
}
