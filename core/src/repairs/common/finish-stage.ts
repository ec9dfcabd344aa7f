import type { Milestones } from '../../cure/cure-model';
import { coatWeather } from '../../finish/coat-weather';
import { checkedItems, checksFor, type Checked } from '../../finish/check';
import { planFilm, type FilmInput, type FilmResult } from '../../finish/film';
import { COARSEST } from '../../materials/abrasives';
import type { Job } from '../../schema/job';
import type { Figure } from '../../trace/figure';
import type { Ledger } from '../../trace/ledger';
import { planSanding, type SandingStep } from './sanding';
import { filmPapers, type SandingWishes } from './shelf';

export interface FinishInput extends SandingWishes {
  readonly check: Job['check'];
  readonly film: FilmInput;
  /** Plies, a core or an injected skin lie under it. */
  readonly hollow?: boolean;
  /** The hull is of metal, which a gauge finds under its film. */
  readonly onMetal?: boolean;
  readonly humidity: Figure;
  readonly weather: {
    readonly wind?: 'calm' | 'breeze' | 'wind';
    readonly sun?: 'no' | 'yes';
  };
}

export interface FinishResult extends FilmResult {
  readonly dewPoint: Figure;
  readonly sanding: readonly SandingStep[];
  /** The checks before it is handed over, with what was found. */
  readonly checks: readonly Checked[];
  readonly signed?: { readonly who: string; readonly at: string };
}

/** A finish, and when it may be touched. */
export interface FinishPlan extends FinishResult {
  readonly milestones: Milestones;
}

/** A papers-to-polish plan of a gel coat starts no coarser than its film allows; a paint is left as it flows. */
export function finishStage(input: FinishInput, ledger: Ledger): FinishResult {
  const film = planFilm(input.film, ledger);
  const { temperature } = input.film;
  const dew = coatWeather(
    { temperature, humidity: input.humidity, ...input.weather, method: film.method },
    ledger,
  );
  const { last } = film.grits;
  const items = checksFor({
    grade: input.film.grade,
    film: film.cured.value,
    levelling: film.levelling.value,
    gelCoat: input.film.finish.kind === 'gel coat',
    hollow: input.hollow,
    onMetal: input.onMetal,
  });
  const { items: answers, who, at } = input.check ?? {};
  const common = {
    ...film,
    dewPoint: dew,
    checks: checkedItems(items, answers),
    ...(who && at ? { signed: { who, at } } : {}),
  };
  if (last === undefined) return { ...common, sanding: [] };
  const papers = filmPapers(input.library, input.shop, 'gel coat', input.sanding?.fine ?? 'wet');
  const sanding = planSanding(
    {
      key: 'level',
      stage: 'finish',
      stock: film.levelling,
      area: input.film.area,
      end: last,
      coarsest: COARSEST['gel coat'],
      papers,
      levels: true,
    },
    ledger,
  );
  return { ...common, sanding: sanding.steps };
}
