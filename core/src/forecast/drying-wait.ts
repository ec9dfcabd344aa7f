import { dry, type DryingRun } from '../cure/drying';
import type { Product } from '../materials/product';
import type { ForecastWait } from '../schedule/timeline';
import type { Dries, Lag } from '../work/step';
import { tellLag } from '../work/tell';
import type { Site } from './site';
import { Surroundings } from './surroundings';

/** No film is watched for longer, s. */
export const LONG = 12 * 3600;
/** Likely range of a film that dries, as factors. Source: draught, and how thick a brush lays it. */
export const DRYING_SPAN: readonly [number, number] = [0.7, 1.5];

export const DRYING_FORMULA = {
  id: 'cure/drying',
  expression: 'dt_sheet/dt = 2^((T − T_s)/10)·(1 − RH²)/(1 − RH_s²)·(L_s/L)²',
  source: 'drying of a film against the conditions of its sheet',
};

/** How a film dries along the course of the air. @param at ms since 1970 @returns undefined where its sheet says nothing of it */
export function driesFrom(site: Site, product: Product, film: number, at: number): DryingRun | undefined {
  const drying = 'drying' in product ? product.drying : undefined;
  if (!drying) return undefined;
  const around = new Surroundings(site.job, site.placed, at, site.offset);
  if (site.job.warmth?.kind === 'tent') around.switchOn(at);
  return dry(
    drying,
    film,
    (t) => [around.air.temperature(at + t * 1000), around.air.humidity(at + t * 1000)],
    LONG,
  );
}

/** How long a film that was laid at a moment dries, and until when it bonds. @param start ms since 1970 */
export function dryingWait(
  site: Site,
  lag: Lag,
  { product: id, film, untilTackGone }: Dries,
  start: number,
): ForecastWait | undefined {
  const product = site.plan.system?.chosen?.chain.links.find((l) => l.product.id === id)?.product;
  const run = product && driesFrom(site, product, film.value, start);
  if (!product || run?.opens === undefined) return undefined;
  const { temperature: T, humidity: RH } = site.inputs;
  const shuts = untilTackGone ? run.closes : lag.window?.closes.value;
  return {
    duration: site.ledger.record(
      `dries.${lag.id}`,
      `${tellLag(lag)}, ${product.name}`,
      { ...DRYING_FORMULA, unit: 's' },
      run.opens,
      { T, RH, L: film },
      [run.opens * DRYING_SPAN[0], run.opens * DRYING_SPAN[1]],
    ),
    ...(lag.window && shuts !== undefined
      ? { window: { opens: start + run.opens * 1000, closes: start + shuts * 1000 } }
      : {}),
  };
}
