import { restUntil } from '../cure/rest';
import type { ForecastWait } from '../schedule/timeline';
import type { Lag, Rests } from '../work/step';
import { tellLag } from '../work/tell';
import type { Site } from './site';
import { Surroundings } from './surroundings';
import { problem, type Problem } from '../trace/problem';
import { MARGIN } from './places';

const REST_FORMULA = {
  id: 'cure/rest',
  expression: '∫ min(1, 2^((T − 20)/10)) dt = t₂₀',
  unit: 's',
  source: 'a rest at 20 °C along the course of the air: a cold hour counts for less by the doubling rule',
} as const;

/**
 * How long a joint rests that was closed at a moment.
 * @param start ms since 1970
 * @param stop told where it never comes to strength in this air: its time holds as warm as that says
 */
export function restWait(
  site: Site,
  lag: Lag,
  { least, product: id }: Rests,
  start: number,
  stop: (problem: Problem) => void,
): ForecastWait {
  const around = new Surroundings(site.job, site.placed, start, site.offset);
  if (site.job.warmth?.kind === 'tent') around.switchOn(start);
  const adhesive = site.plan.system?.chosen?.chain.links.find((l) => l.product.id === id)?.product;
  const minimum = adhesive && 'cure' in adhesive ? adhesive.cure?.minimumTemperature : undefined;
  const air = (t: number): number => around.air.temperature(start + t * 1000);
  let rests = restUntil(least.value, air, minimum);
  if (!Number.isFinite(rests)) {
    const kept = (minimum ?? 0) + MARGIN;
    rests = restUntil(least.value, (t) => Math.max(kept, air(t)), minimum);
    stop(
      problem({ severity: 'warning', stage: lag.stage, path: 'conditions.temperature' }, 'never-sets', {
        layer: adhesive?.name ?? 'adhesive',
        product: adhesive?.name ?? 'adhesive',
        minimum: minimum ?? 0,
        kept,
      }),
    );
  }
  return {
    duration: site.ledger.record(`rests.${lag.id}`, tellLag(lag), REST_FORMULA, rests, {
      't₂₀': least,
      T: site.inputs.temperature,
    }),
  };
}
