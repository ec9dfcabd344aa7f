import { linkOf } from '../match/chain';
import { CHAIN_ROLES } from '../match/rule';
import { layerId } from '../work/ids';
import { tellLag } from '../work/tell';
import type { Cures, Lag } from '../work/step';
import type { Figure } from '../trace/figure';
import type { Problem } from '../trace/problem';
import type { ForecastWait } from '../schedule/timeline';
import { layFilm, type LaidFilm } from './film';
import { LIMITS } from './limits';
import type { Places } from './places';
import { glassOf, serviceProblems, uncured } from './service';
import { sheetFilm } from './sheet-film';
import type { Site } from './site';
import { tellMilestone } from '../tell/milestones';
import { meaningOf } from './film-meaning';
import { Watchers } from './watchers';
import type { CureState } from '../cure/kinetics';
import type { Product } from '../materials/product';
import type { CureCase, ForecastMilestone, MilestoneId } from '../plan/cure-forecast';

/** A film that is waited for. */
export interface WaitedFilm {
  readonly wait: ForecastWait;
  readonly found: CureCase;
  readonly problems: readonly Problem[];
}

const CONDUCTION = {
  id: 'cure/conduction',
  expression: 'ρc·∂T/∂t = ∂/∂z(k·∂T/∂z) + ρ_r·H·∂α/∂t',
};

/** What holds the repair together. */
const BEARS: ReadonlySet<Product['role']> = new Set<Product['role']>(['laminating resin', 'adhesive']);

/** Moments of a film that are told. */
const TOLD: readonly MilestoneId[] = ['opens', 'closes', 'sand', 'full'];

/**
 * How long a film of a product of the chain is waited for when it is laid at a moment, and its milestones.
 * @param start ms since 1970
 * @returns undefined for a product without cure times
 */
export function filmWait(
  site: Site,
  lag: Lag,
  { layer, moment }: Cures,
  start: number,
): WaitedFilm | undefined {
  const chain = site.plan.system?.chosen?.chain;
  const links = chain ? CHAIN_ROLES.flatMap((role) => linkOf(chain, role) ?? []) : [];
  const product = [...links, ...site.library.products].find((p) => p.id === layer.product);
  const laid = product && layFilm(site, product, layer.thickness ?? sheetFilm(product.role), start);
  if (!product || !laid) return undefined;
  const { places } = laid;
  const watchers = new Watchers(
    {
      stage: lag.stage,
      title: product.name,
      product: product.name,
      sheet: laid.curing.sheet,
      amine: product.traits?.includes('amine') ?? false,
      limit: LIMITS.filler,
    },
    site.zone,
  );
  places.rim.each = (r) => watchers.look(r);
  const ready = places.until(moment);
  if (ready === undefined) return undefined;
  const shuts = shutsOf(laid);
  const { opens } = places.reached;
  if (site.detail) places.until('full');
  // Two builders of one plan count their layers each from one.
  const id = `film.${product.id}.${layer.number}`;
  const milestones = milestonesOf(site, product, laid, id, start, shuts);
  const cured = { title: product.name, curing: laid.curing, state: places.rim.film as CureState };
  const glass = site.detail && BEARS.has(product.role) ? glassOf(site, id, cured) : undefined;
  const [low, high] = laid.range(moment);
  return {
    wait: {
      duration: figureOf(site, laid, `${id}.wait.${moment}`, `${tellLag(lag)}, ${product.name}`, ready, [
        low,
        high,
      ]),
      ...placeOf(places, moment),
      hardAt: () => {
        const sand = places.until('sand');
        return sand === undefined ? undefined : start + sand * 1000;
      },
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
      basis: laid.basis,
      ...peakOf(site, laid, id, start, product.name),
      ...(glass ? { glass } : {}),
      ...(site.detail
        ? {
            series: (places.middle ?? places.rim).series(
              places.middle ? places.middle.layers.length - 1 : 0,
              places.reached.sand,
            ),
          }
        : {}),
    },
    problems: [
      ...watchers.problems(places, true),
      ...(glass
        ? [...serviceProblems(site, cured, glass), ...uncured(site, cured, places.reached.full)]
        : []),
    ],
  };
}

/** Which place decided a wait, where they differ. */
export function placeOf(places: Places, moment: MilestoneId): Pick<ForecastWait, 'place'> {
  const place = places.decides(moment);
  return place ? { place } : {};
}

/** How hot it becomes where it is thick enough to warm itself. */
function peakOf(
  { ledger, inputs }: Site,
  { places, basis }: LaidFilm,
  id: string,
  start: number,
  name: string,
): Pick<CureCase, 'peak' | 'peakAt' | 'limit'> {
  if (!places.middle) return {};
  const { value, at } = places.peak;
  const formula = { ...CONDUCTION, source: basis.words, unit: '°C' };
  return {
    peak: ledger.record(`${id}.peak`, `hottest place, ${name}`, formula, value, { T: inputs.temperature }),
    peakAt: start + at * 1000,
    limit: ledger.given(
      `${id}.limit`,
      `no hotter than, ${name}`,
      LIMITS.filler,
      '°C',
      'assumed',
      'usual practice; the data sheet decides',
    ),
  };
}

/** When the window of a film shuts, s from laying; never before it opens. @returns undefined where its sheet has none */
export function shutsOf({ places, curing }: LaidFilm): number | undefined {
  if (!curing.sheet.window) return undefined;
  const opens = places.until('opens');
  const { closes } = places;
  return opens === undefined || closes === undefined ? undefined : Math.max(opens, closes);
}

/** Milestones of a film as far as they came. @param shuts when its window shuts, s from laying */
export function milestonesOf(
  site: Site,
  product: Product,
  laid: LaidFilm,
  id: string,
  start: number,
  shuts: number | undefined,
): readonly ForecastMilestone[] {
  const { places } = laid;
  const reached = { ...places.reached, closes: shuts };
  return TOLD.flatMap((m): ForecastMilestone[] => {
    const at = reached[m];
    const meaning = meaningOf(m, product);
    if (at === undefined || meaning === undefined) return [];
    const span = laid.range(m);
    const place = places.decides(m);
    return [
      {
        id: m,
        meaning,
        after: figureOf(site, laid, `${id}.${m}`, `${tellMilestone(meaning)}, ${product.name}`, at, span),
        at: start + at * 1000,
        span: [start + at * span[0] * 1000, start + at * span[1] * 1000],
        ...(place ? { place } : {}),
      },
    ];
  });
}

function figureOf(
  { ledger, inputs }: Site,
  { ripening, basis }: LaidFilm,
  id: string,
  label: string,
  seconds: number,
  [low, high]: readonly [number, number],
): Figure {
  const law = ripening.kind === 'law';
  return ledger.record(
    id,
    label,
    {
      id: law ? 'cure/kinetics' : 'physics/doubling-rule',
      expression: law ? 'dα/dt = (k1 + k2·α^m)(1 − α)^n·f_d' : '∫2^((T − T_s)/10)dt = t_sheet',
      source: basis.words,
      unit: 's',
    },
    seconds,
    { T: inputs.temperature },
    [seconds * low, seconds * high],
  );
}
