import { dewPointOf, heated } from '../cure/air';
import { COLD_BY } from '../cure/kinetics';
import { find } from '../materials/library';
import type { Product } from '../materials/product';
import type { Timeline } from '../schedule/timeline';
import { problemAt, type Problem, type Told } from '../trace/problem';
import { productsOf } from '../work/pots';
import { effectsOf } from '../work/surfaces';
import { LIMITS } from './limits';
import { curingIn } from './pot-lives';
import type { Site } from './site';
import { WARMTH_DEFAULTS } from '../materials/warmth-defaults';

/** A hygrometer does not tell a limit more closely, as a share. */
const DAMP_BY = 0.005;

/**
 * What stops a step at the hour at which it is placed: it is too cold, too damp or too near the dew point for what is
 * laid. Told once a product, at the first step that it is about.
 */
export function layingProblems(site: Site, timeline: Timeline): readonly Problem[] {
  const { plan, library, zone } = site;
  const steps = plan.work?.steps ?? [];
  const tasks = new Map(timeline.stages.flatMap((s) => s.tasks).map((t) => [t.id, t]));
  const products = productsOf(steps);
  const told = new Set<string>();
  return steps.flatMap((step): Problem[] => {
    const task = tasks.get(step.id);
    const product = productIn(site, products.get(step.id));
    if (!task || !product || !effectsOf(step).includes('lays')) return [];
    const drying = 'drying' in product ? product.drying : undefined;
    const minimum = curingIn(plan, library, product.id)?.sheet.minimumTemperature;
    if (minimum === undefined && !drying) return [];
    const [T, RH] = airAtLaying(site, task.start);
    const at = { ms: task.start, zone };
    const found: Problem[] = [];
    const stop = (path: string, ...what: Told): void => {
      const key = `${what[0]}/${product.id}`;
      if (told.has(key)) return;
      told.add(key);
      found.push(problemAt({ severity: 'warning', stage: step.stage, path }, what));
    };
    if (minimum !== undefined && T < minimum - COLD_BY)
      stop('conditions.temperature', 'cold-at-laying', {
        product: product.name,
        temperature: T,
        minimum,
        at,
      });
    const limit = drying?.humidityLimit;
    if (limit !== undefined && RH > limit + DAMP_BY)
      stop('conditions.humidity', 'film-too-damp', {
        product: product.name,
        temperature: T,
        humidity: RH,
        limit,
      });
    const margin = T - dewPointOf(T, RH);
    if (margin < LIMITS.dewMargin - COLD_BY)
      stop('conditions.humidity', 'dew-at-laying', {
        product: product.name,
        temperature: T,
        margin,
        least: LIMITS.dewMargin,
        at,
      });
    return found;
  });
}

function productIn({ plan, library }: Site, id: string | undefined): Product | undefined {
  if (id === undefined) return undefined;
  return (
    plan.system?.chosen?.chain.links.find((l) => l.product.id === id)?.product ?? find(library.products, id)
  );
}

/** Air over the work when something is laid: inside a tent or under a mat that has stood long enough to warm it. */
export function airAtLaying({ job, placed }: Site, at: number): readonly [number, number] {
  const { warmth } = job;
  const held = warmth?.temperature ?? WARMTH_DEFAULTS.temperature;
  const warm = warmth?.from === 'start' && (warmth.kind === 'tent' || warmth.kind === 'mat');
  const air = warm ? heated(placed.air, held, at, at) : placed.air;
  return [air.temperature(at), air.humidity(at)];
}
