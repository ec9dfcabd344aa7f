import { rateFigure } from '../rates/hands-on';
import { usualMethod } from './by-hand';
import {
  coatsBefore,
  appliedFilm,
  wetFilm,
  coatCount,
  perCoat,
  filmVolume,
  filmMass,
  coatShare,
  waxMass,
} from './film-formulas';
import { withElsewhere } from './face-of-cups';
import { problem } from '../trace/problem';
import { areaTime } from '../materials/area-time';
import { batchCount } from '../materials/batch-count';
import { SCRATCH_SHARE } from '../materials/abrasives';
import { P_GRAIN } from '../materials/grits';
import type { Instruments } from '../materials/instruments';
import { proportion, type Parts } from '../materials/parts';
import { cupsOf, type CupsResult } from './cups';
import type { Finish } from '../materials/product';
import { sheetOrigin } from '../materials/sheet-origin';
import { RATES } from '../rates/book';
import { type RateRow } from '../rates/row';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import type { Grade } from './check';
import {
  APPLICATIONS,
  GUN_LOAD,
  SPRAY_PASSES,
  WAX_SHARE,
  gunLoads,
  spreadRate,
  tapeSteps,
  thinnerVolume,
  wetGauge,
  type Method,
} from './application';

export interface FilmResult extends CupsResult {
  readonly area: Figure;
  /** What its cups are mixed for, where that is more than its own face, m². */
  readonly mixedFor?: Figure;
  /** Film to apply before levelling, cured, m. */
  readonly cured: Figure;
  readonly wet: Figure;
  readonly coats: Figure;
  readonly wetPerCoat: Figure;
  readonly volume: Figure;
  readonly mass: Figure;
  readonly massPerCoat: Figure;
  /** Of all that is mixed. */
  readonly parts: Parts;
  /** Cups mixed one after another for one coat. */
  readonly batchesPerCoat: Figure;
  /** P grades: before the first coat, between coats, and from the last coat to the polish. */
  readonly grits: { readonly before: number; readonly between: number; readonly last?: number };
  readonly polishStages: number;
  readonly levelling: Figure;
  readonly method: Method;
  /** What the comb reads in the wet coat, thinner in it. */
  readonly gauge: Figure;
  /** m² that a m³ covers at this film, before losses. */
  readonly spreadRate: Figure;
  readonly thinner?: Figure;
  /** Gun loads of one coat, and passes of a sprayed gel coat. */
  readonly gunLoads?: Figure;
  readonly passes?: readonly [number, number];
  /** Gel coat without wax for all coats but the last, with wax for the last; wax solution for that. */
  readonly unwaxed?: Figure;
  readonly waxed?: Figure;
  readonly wax?: Figure;
  /** Where the tape of each coat runs, m inside the masking line, first coat first. */
  readonly tape: readonly number[];
}

/** Stock for levelling brush marks in a gel coat; a paint is left as it flows. */
const GEL_COAT_LEVELLING = 0.0001;

/** Largest cup of paint or gel coat, kg: as of the laminating resins. */
const LARGEST_CUP = 0.4;

/** Sanding before, between and after the coats, P grades: what the next layer and the grade of finish want. */
const GRITS: Record<Finish['kind'], Record<Grade, FilmResult['grits']>> = {
  paint: {
    workboat: { before: 180, between: 320 },
    standard: { before: 180, between: 320 },
    show: { before: 240, between: 400 },
  },
  'gel coat': {
    workboat: { before: 80, between: 80, last: 800 },
    standard: { before: 80, between: 80, last: 1200 },
    show: { before: 80, between: 80, last: 1500 },
  },
};
/** Cutting compound and fine compound. */
const POLISH_STAGES: Record<Grade, number> = { workboat: 1, standard: 2, show: 2 };

/** Laying a coat. */
export const COAT_RATE: Readonly<Record<Method, RateRow>> = {
  brush: RATES.coatPerM2,
  roller: RATES.rollPerM2,
  spray: RATES.sprayPerM2,
};
/** Share of a coat that a scratch of the sanding before the next may take. */
const SCRATCH_LIMIT = 1 / 3;
/** Least film that a levelled gel coat keeps, m: below it the laminate shows through. Source: typical 0.25–0.3 mm. */
const THINNEST_GEL = 0.00025;

/** Films that cannot be worked as planned: too thin to level, or cut through by the paper between coats. */
function checkFilm(
  finish: Finish,
  film: Figure,
  levelling: Figure,
  perCoat: number,
  between: number,
  ledger: Ledger,
): void {
  if (finish.kind === 'gel coat' && film.value < THINNEST_GEL) {
    ledger.report(
      problem({ severity: 'warning', stage: 'finish', path: 'coat.film' }, 'gel-coat-too-thin', {
        film: film.value,
        levelling: levelling.value,
        least: THINNEST_GEL,
      }),
    );
  }
  const scratch = SCRATCH_SHARE[finish.kind] * P_GRAIN[between];
  if (finish.kind === 'paint' && scratch > SCRATCH_LIMIT * perCoat) {
    ledger.report(
      problem({ severity: 'warning', stage: 'finish', path: 'coat.film' }, 'coat-scratched-through', {
        grit: between,
        scratch,
        coat: perCoat,
      }),
    );
  }
}

export interface FilmInput {
  readonly finish: Finish;
  readonly film: Figure;
  readonly area: Figure;
  /** Face at other places of the boat that is coated from the same cups, m². */
  readonly elsewhere?: number;
  readonly grade: Grade;
  readonly temperature: Figure;
  /** Usable pot life, s. */
  readonly usable: Figure;
  /** Drops per m³ of the dropper bottle. */
  readonly dropsPerMl?: Figure;
  readonly instruments?: Instruments;
  readonly method?: Method;
  /** Thinner by volume of the mixed coat. */
  readonly thinner?: number;
  /** From the finish edge to the masking line, m. */
  readonly tapeRoom: number;
}

/** The last grit under the finish, where fairing ends. */
export function gritBeforeFinish(finish: Finish, grade: Grade): number {
  return GRITS[finish.kind][grade].before;
}

/** Film, coats, volume, mass and parts of the finish. */
export function planFilm(input: FilmInput, ledger: Ledger): FilmResult {
  const { finish, grade, temperature } = input;
  const given = (key: string, label: string, value: number, unit: string, field: string): Figure => {
    const { origin, source } = sheetOrigin(finish, field);
    return ledger.given(key, label, value, unit, origin, source);
  };
  const gel = finish.kind === 'gel coat';
  const method = input.method ?? usualMethod(input.area.value);
  const application = APPLICATIONS[method];
  const levelling = ledger.given(
    'levelling',
    'stock for levelling',
    gel ? GEL_COAT_LEVELLING : 0,
    'm',
    'assumed',
    gel ? 'typical brush marks of gel coat' : 'paint is left as it flows',
  );
  const cured = ledger.compute('cured', 'film to apply, cured', appliedFilm, { film: input.film, levelling });
  const solids = given(
    'solids',
    gel ? 'cured share of the wet film' : 'solids by volume',
    finish.solids,
    'fraction',
    'solids',
  );
  const wet = ledger.compute('wet', 'wet film in all', wetFilm, { cured, solids });
  // A gel coat's limit is on the wet film, a paint's on the dry.
  const coats = ledger.compute('coats', 'coats', coatCount, {
    film: gel ? wet : cured,
    film_max: given(
      'maximum',
      `greatest ${gel ? 'wet' : 'dry'} film per coat`,
      finish.maximumPerCoat,
      'm',
      'maximumPerCoat',
    ),
  });
  const dry = ledger.compute('dryPerCoat', 'cured film per coat', perCoat, { X: cured, n: coats });
  checkFilm(finish, input.film, levelling, dry.value, GRITS[finish.kind][grade].between, ledger);
  const share = ledger.given(
    'thinner',
    'thinner, by volume',
    input.thinner ?? 0,
    'fraction',
    input.thinner === undefined ? 'assumed' : 'entered',
    input.thinner === undefined
      ? 'none until entered; the sheet says how much at the most'
      : 'entered for this job',
  );
  if (share.value > application.mostThinner)
    ledger.report(
      problem({ severity: 'warning', stage: 'finish', path: 'coat.thinner' }, 'thinner-share', {
        share: share.value,
        most: application.mostThinner,
      }),
    );
  const face = withElsewhere(input, ledger);
  const volume = ledger.compute('volume', `${finish.name} in all`, filmVolume, {
    A: face,
    wet,
    waste: ledger.given(
      'waste',
      `loss by ${application.name}`,
      application.waste,
      '1',
      'assumed',
      application.source,
    ),
  });
  // The first part's density stands for the mixture of a paint: its price and its coats go by volume.
  const mass = ledger.compute('mass', `${finish.name} in all, by mass`, filmMass, {
    V: volume,
    ρ: given('rho', 'density, liquid', finish.densityLiquid, 'kg/m³', 'densityLiquid'),
  });
  const massPerCoat = ledger.compute(
    'massPerCoat',
    `${finish.name} per coat`,
    { ...perCoat, unit: 'kg' },
    { X: mass, n: coats },
  );
  const batchesPerCoat = ledger.compute('batches', 'cups per coat', batchCount, {
    m: massPerCoat,
    m_pot: ledger.given('pot', 'greatest cup', LARGEST_CUP, 'kg', 'assumed', 'as of the laminating resins'),
    t: ledger.compute('coatTime', 'laying one coat', areaTime, {
      t_fixed: rateFigure(ledger, 'coatTime.fixed', 'coating: fixed', RATES.coatFixed, 's'),
      r: rateFigure(ledger, 'coatTime.rate', 'coating: per m²', COAT_RATE[method], 's/m²'),
      A: face,
    }),
    t_use: input.usable,
  });
  const cups = cupsOf(
    {
      finish,
      massPerCoat,
      coats,
      cups: batchesPerCoat,
      mass,
      volume,
      temperature,
      dropsPerMl: input.dropsPerMl,
      instruments: input.instruments,
    },
    ledger,
  );
  return {
    area: input.area,
    ...(face === input.area ? {} : { mixedFor: face }),
    cured,
    wet,
    coats,
    wetPerCoat: ledger.compute('wetPerCoat', 'wet film per coat', perCoat, { X: wet, n: coats }),
    volume,
    mass,
    massPerCoat,
    parts: proportion(ledger, 'all', finish, cups.mixed, temperature, finish.kind, input.dropsPerMl),
    batchesPerCoat,
    ...cups,
    grits: GRITS[finish.kind][grade],
    polishStages: gel ? POLISH_STAGES[grade] : 0,
    levelling,
    method,
    gauge: ledger.compute('gauge', 'wet-film gauge, each coat', wetGauge, {
      DFT: dry,
      thinner: share,
      solids,
    }),
    spreadRate: ledger.compute('spreadRate', 'spread at this film, before losses', spreadRate, {
      solids,
      DFT: dry,
    }),
    tape: tapeSteps(coats.value, input.tapeRoom),
    ...(share.value > 0
      ? { thinner: ledger.compute('thinnerVolume', 'thinner', thinnerVolume, { share, V: volume }) }
      : {}),
    ...sprayed(method, gel, volume, coats, ledger),
    ...waxing(gel, cups.mixedPerCoat, coats, ledger),
  };
}

function sprayed(
  method: Method,
  gel: boolean,
  volume: Figure,
  coats: Figure,
  ledger: Ledger,
): Pick<FilmResult, 'gunLoads' | 'passes'> {
  if (method !== 'spray') return {};
  const each = ledger.compute(
    'volumePerCoat',
    'volume per coat',
    { ...perCoat, unit: 'm³' },
    { X: volume, n: coats },
  );
  return {
    gunLoads: ledger.compute('gunLoads', 'gun loads of a coat', gunLoads, {
      V: each,
      V_gun: ledger.given('gunLoad', 'what the gun holds', GUN_LOAD, 'm³', 'assumed', 'usual cup gun'),
    }),
    ...(gel ? { passes: [SPRAY_PASSES.least, SPRAY_PASSES.most] } : {}),
  };
}

/** Gel coat that stays tacky bonds the next coat; the last one has wax in it, or film over it. */
function waxing(
  gel: boolean,
  massPerCoat: Figure,
  coats: Figure,
  ledger: Ledger,
): Pick<FilmResult, 'unwaxed' | 'waxed' | 'wax'> {
  if (!gel) return {};
  const waxed = ledger.compute('waxed', 'with wax, the last coat', coatShare, {
    m_coat: massPerCoat,
    n: ledger.given('waxedCoats', 'coats with wax', 1, 'count', 'assumed', 'only the last'),
  });
  const before = ledger.compute('unwaxedCoats', 'coats without wax', coatsBefore, { n: coats });
  return {
    ...(before.value > 0
      ? {
          unwaxed: ledger.compute('unwaxed', 'without wax, the coats before', coatShare, {
            m_coat: massPerCoat,
            n: before,
          }),
        }
      : {}),
    waxed,
    wax: ledger.compute('wax', 'wax solution for it', waxMass, {
      share: ledger.given(
        'waxShare',
        'wax solution, by mass',
        WAX_SHARE,
        'fraction',
        'assumed',
        'typical; the sheet decides',
      ),
      m: waxed,
    }),
  };
}
