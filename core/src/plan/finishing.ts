import { checkedItems, checksFor, type Checked } from '../finish/check';
import { planFilm, type FilmInput, type FilmResult } from '../finish/film';
import { COARSEST } from '../materials/abrasives';
import { DEFAULTS } from '../materials/defaults';
import { dewPoint } from '../physics/dew-point';
import type { Job } from '../schema/job';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import { planSanding, type SandingStep } from './sanding';
import { filmPapers, type SandingWishes } from './shelf';

export interface FinishInput extends SandingWishes {
  readonly check: Job['check'];
  readonly film: FilmInput;
  readonly humidity: Figure;
  readonly weather: { readonly place?: string; readonly wind?: 'calm' | 'breeze' | 'wind'; readonly sun?: 'no' | 'yes' };
}

export interface FinishResult extends FilmResult {
  readonly dewPoint: Figure;
  readonly sanding: readonly SandingStep[];
  /** The checks before it is handed over, with what was found. */
  readonly checks: readonly Checked[];
  readonly signed?: { readonly who: string; readonly at: string };
}

/** Weather that spoils a coat: dew, sun that skins it, wind that brings dust and carries spray. */
function checkWeather({ film, humidity, weather }: FinishInput, dew: Figure, ledger: Ledger): void {
  const warn = (path: string, what: string, suggestion: string, allowed?: string): void => ledger.report({ severity: 'warning', stage: 'finish', path, what, suggestion, ...(allowed ? { allowed } : {}) });
  if (film.temperature.value - dew.value < DEFAULTS.dewMargin) {
    warn('conditions.humidity', `the surface is less than ${DEFAULTS.dewMargin} °C above the dew point of ${dew.value.toFixed(1)} °C`, 'warm the work or wait for drier air', `at least ${DEFAULTS.dewMargin} °C above`);
  }
  if (humidity.value > 0.85) warn('conditions.humidity', `${Math.round(humidity.value * 100)} % humidity dulls a coat and keeps solvent in it`, 'wait for drier air, or warm the tent', 'up to 85 %');
  if (weather.sun === 'yes') warn('conditions.sun', 'in the sun a coat skins before it has flowed: lap marks, pinholes', 'shade the work, small sections, a wet edge kept');
  if (weather.wind === 'wind') warn('coat.wind', 'the wind lifts dust into the wet coat', film.method === 'spray' ? 'no spraying in this wind: overspray carries to the neighbours; tent it or roll' : 'wet the ground, screens to windward, or wait for the calm of the morning');
  else if (film.method === 'spray' && weather.wind === 'breeze') warn('coat.wind', 'overspray drifts in a light wind', 'curtains all round, cover the neighbours, or roll');
}

/** A papers-to-polish plan of a gel coat starts no coarser than its film allows; a paint is left as it flows. */
export function finishStage(input: FinishInput, ledger: Ledger): FinishResult {
  const film = planFilm(input.film, ledger);
  const dew = ledger.compute('dewPoint', 'dew point', dewPoint, { T: input.film.temperature, RH: input.humidity });
  checkWeather(input, dew, ledger);
  const { last } = film.grits;
  const items = checksFor({ grade: input.film.grade, film: film.cured.value, levelling: film.levelling.value, gelCoat: input.film.finish.kind === 'gel coat' });
  const { items: answers, who, at } = input.check ?? {};
  const common = { ...film, dewPoint: dew, checks: checkedItems(items, answers), ...(who && at ? { signed: { who, at } } : {}) };
  if (last === undefined) return { ...common, sanding: [] };
  const papers = filmPapers(input.library, input.shop, 'gel coat', input.sanding?.fine ?? 'wet');
  const sanding = planSanding({ key: 'level', stage: 'finish', stock: film.levelling, area: input.film.area, end: last, coarsest: COARSEST['gel coat'], papers, levels: true }, ledger);
  return { ...common, sanding: sanding.steps };
}
