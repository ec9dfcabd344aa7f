import { advanceFilm, glassTemperature, type CureState } from '../cure/kinetics';
import { POST_CURE } from '../repairs/common/post-cure';
import type { Job } from '../schema/job';
import { problem, type Problem } from '../trace/problem';
import type { Figure } from '../trace/figure';
import { LIMITS } from './limits';
import { percentOf, ripeningOf, type Curing } from './product-cure';
import type { Site } from './site';

/** How warm a face becomes in use, °C. Source: usual of white topsides and of dark ones or decks in the sun. */
const SERVICE = { light: 35, dark: 50 } as const;
/** A resin has to stay glass by so much above that, K. */
const LEAD = 10;

/** Temperature that the work comes to in use, °C: entered, or by the colour of its face. */
export const serviceTemperature = ({ cure, conditions, damage }: Job): number =>
  cure?.service ??
  (conditions?.shade === 'dark' && damage.position !== 'below' ? SERVICE.dark : SERVICE.light);

/** The last of a product that bears, cured as far as it comes. */
export interface Cured {
  readonly title: string;
  readonly curing: Curing;
  readonly state: CureState;
}

/** Glass temperature that it comes to, with the post-cure where one is planned, °C. @returns undefined where no law tells */
export function glassOf(site: Site, id: string, { title, curing, state }: Cured): Figure | undefined {
  const { law } = ripeningOf(curing);
  if (!law) return undefined;
  const { cure } = site.job;
  const held = cure?.postCure === 'yes';
  const after = held ? postCured(site, curing, state, cure.hold ?? POST_CURE.hold, cure.hours) : state.alpha;
  return site.ledger.record(
    `${id}.glass`,
    `glass temperature${held ? ' after the post-cure' : ''}, ${title}`,
    {
      id: 'cure/kinetics',
      expression: '(Tg − Tg0)/(Tg∞ − Tg0) = λα/(1 − (1 − λ)α)',
      unit: '°C',
      source: 'DiBenedetto, at the degree of cure that it comes to where it is thinnest',
    },
    glassTemperature(law.kinetics.shape, after),
    { T: site.inputs.temperature },
  );
}

/** Degree of cure after so long at a temperature. */
function postCured(
  site: Site,
  curing: Curing,
  state: CureState,
  hold: number,
  hours: number = POST_CURE.hours,
): number {
  const { law } = ripeningOf(curing);
  if (!law) return state.alpha;
  const warm = { ...state };
  advanceFilm(law.kinetics, warm, hold, hold, hours, percentOf(curing, site.inputs.temperature.value));
  return warm.alpha;
}

/** What would soften in use, and at what it would have to be post-cured. */
export function serviceProblems(site: Site, cured: Cured, glass: Figure): readonly Problem[] {
  const service = serviceTemperature(site.job);
  const { law } = ripeningOf(cured.curing);
  if (!law || glass.value >= service + LEAD) return [];
  const most = LIMITS.warming;
  let hold: number | undefined;
  for (let T = 40; T <= most && hold === undefined; T += 5)
    if (glassTemperature(law.kinetics.shape, postCured(site, cured.curing, cured.state, T)) >= service + LEAD)
      hold = T;
  return [
    problem({ severity: 'warning', stage: 'mix', path: 'cure.service' }, 'soft-in-service', {
      layer: cured.title,
      product: cured.curing.name,
      glass: glass.value,
      service,
      lead: LEAD,
      hours: POST_CURE.hours,
      ...(hold === undefined ? {} : { hold }),
    }),
  ];
}

/** What bears and never comes to full cure is told: no date stands for it. @param full s, where it comes */
export function uncured(site: Site, { title, curing }: Cured, full: number | undefined): readonly Problem[] {
  if (full !== undefined || site.job.cure?.postCure === 'yes') return [];
  return [
    problem({ severity: 'warning', stage: 'mix', path: 'conditions.temperature' }, 'not-cured', {
      layer: title,
      product: curing.name,
    }),
  ];
}

/** A post-cure that is hotter than repair heat may be, or than a foam core stands. */
export function postCureProblems({ job, inputs }: Site): readonly Problem[] {
  const { cure } = job;
  if (cure?.postCure !== 'yes') return [];
  const most = LIMITS.warming;
  const hold = cure.hold ?? POST_CURE.hold;
  return hold > most
    ? [
        problem({ severity: 'warning', stage: 'mix', path: 'cure.hold' }, 'post-cure-too-hot', {
          hold,
          most,
          core: inputs.core !== undefined,
        }),
      ]
    : [];
}
