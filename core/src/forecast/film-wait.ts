import { linkOf } from '../match/chain';
import { CHAIN_ROLES } from '../match/rule';
import type { Job } from '../schema/job';
import { layerId } from '../work/ids';
import { tellLag } from '../work/tell';
import type { Cures, Lag } from '../work/step';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import type { Plan } from '../plan/plan';
import type { ForecastWait } from '../schedule/timeline';
import type { PlacedAir } from './air-course';
import { coatOfFinish } from './layers';
import { ripeningOf } from './product-cure';
import { CureRun, HORIZON } from './run';
import { spans } from './span';
import { Surroundings } from './surroundings';
import { tellMilestone } from '../tell/milestones';
import { meaningOf } from './film-meaning';
import type { CureCase, ForecastMilestone } from '../plan/cure-forecast';

/** Film that stands for glue lines, fills and coats: thin enough that the hull beneath sets its temperature, m. */
const FILM = 0.001;
const UNDER = { name: 'hull', thickness: 0.004, conductivity: 0.2, density: 1100, heatCapacity: 1400 };

/**
 * How long a film of a product of the chain is waited for when it is laid at a moment, and its milestones.
 * @returns undefined for a product without cure times
 */
export function filmWait(
  job: Job,
  plan: Plan,
  placed: PlacedAir,
  lag: Lag,
  { layer, moment }: Cures,
  start: number,
  ledger: Ledger,
  detail: boolean,
): { readonly wait: ForecastWait; readonly found: CureCase } | undefined {
  const chain = plan.system?.chosen?.chain;
  const product =
    chain && CHAIN_ROLES.flatMap((role) => linkOf(chain, role) ?? []).find((p) => p.id === layer.product);
  const sheet = product && 'cure' in product ? product.cure : undefined;
  if (!product || !sheet || !plan.inputs) return undefined;
  const around = new Surroundings(job, placed, start, 0);
  if (job.warmth?.kind === 'tent') around.switchOn(start);
  const { ripening, basis } = ripeningOf({ name: product.name, family: product.family, sheet });
  const run = new CureRun(
    [UNDER, coatOfFinish(FILM, 1100, ripening.kind === 'law' ? ripening.law.kinetics : undefined)],
    1,
    start,
    around,
    0,
    10,
    0.5,
  );
  run.lay(ripening, around.air.temperature(start));
  const ready = run.until(HORIZON, moment);
  if (ready === undefined) return undefined;
  if (detail) run.until(HORIZON, 'full');
  const range = detail
    ? spans(ripening, (t) => around.air.temperature(start + t * 1000), placed.band, 0.015)
    : (): readonly [number, number] => [1, 1];
  const rule = {
    id: ripening.kind === 'law' ? 'cure/kinetics' : 'physics/doubling-rule',
    expression:
      ripening.kind === 'law' ? 'dα/dt = (k1 + k2·α^m)(1 − α)^n·f_d' : '∫2^((T − T_s)/10)dt = t_sheet',
    source: basis.words,
    unit: 's',
  };
  // Two builders of one plan count their layers each from one.
  const id = `film.${product.id}.${layer.number}`;
  const figure = (
    m: string,
    label: string,
    seconds: number,
    [low, high]: readonly [number, number],
  ): Figure =>
    ledger.record(
      `${id}.${m}`,
      `${label}, ${product.name}`,
      rule,
      seconds,
      { T: plan.inputs?.temperature as Figure },
      [seconds * low, seconds * high],
    );
  const { opens, closes } = run.reached;
  const shuts =
    closes ??
    (sheet.window && opens !== undefined
      ? sheet.window.closesBy === 'time'
        ? sheet.window.close
        : (opens * sheet.window.close) / (sheet.window.open === 'gel' ? sheet.potLife : sheet.window.open)
      : undefined);
  const milestones = (['opens', 'closes', 'sand', 'full'] as const).flatMap((m): ForecastMilestone[] => {
    // One moment for the wait and for the table: where the run does not come to it, what the sheet says.
    const at = run.reached[m] ?? (m === 'closes' && lag.window ? shuts : undefined);
    if (at === undefined) return [];
    const span = range(m);
    const meaning = meaningOf(m, product);
    return [
      {
        id: m,
        meaning,
        after: figure(m, tellMilestone(meaning), at, span),
        at: start + at * 1000,
        span: [start + at * span[0] * 1000, start + at * span[1] * 1000],
      },
    ];
  });
  return {
    wait: {
      duration: figure(`wait.${moment}`, tellLag(lag), ready, range(moment)),
      ...(lag.window && opens !== undefined && shuts !== undefined
        ? { window: { opens: start + opens * 1000, closes: start + shuts * 1000 } }
        : {}),
    },
    found: {
      id: `${lag.stage}.${id}`,
      of: 'film',
      number: layer.number,
      film: layerId(layer),
      stage: lag.stage,
      title: tellLag(lag),
      product: product.name,
      laid: start,
      milestones,
      basis,
      ...(detail ? { series: run.series(1) } : {}),
    },
  };
}
