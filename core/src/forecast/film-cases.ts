import { throughCure } from '../cure/drying';
import { sunUva, timeToDepth, TYPICAL_LIGHT } from '../cure/light';
import type { CureSheet, Product } from '../materials/product';
import type { Figure } from '../trace/figure';
import type { MilestoneMeaning } from '../trace/milestone';
import { problem, type Problem } from '../trace/problem';
import { tellMilestone } from '../tell/milestones';
import type { Plan } from '../plan/plan';
import type { Timeline } from '../schedule/timeline';
import { productsOf } from '../work/pots';
import { driesFrom, DRYING_FORMULA, DRYING_SPAN, LONG } from './drying-wait';
import { layFilm } from './film';
import { milestonesOf, shutsOf } from './film-wait';
import { sheetFilm } from './sheet-film';
import type { Site } from './site';
import { Surroundings } from './surroundings';
import { HORIZON } from './run';
import type { CureCase, ForecastMilestone, MilestoneId } from '../plan/cure-forecast';

/** Layer that light goes through, m, and height of the sun that is reckoned with, degrees. */
const MOST_LIT = 0.002;
const SUN_HEIGHT = 35;
/** Two-part adhesives of fabrics are laid between these, °C. Source: usual limits of their sheets. */
const FABRIC_RANGE: readonly [number, number] = [15, 28];

interface FilmCases {
  readonly cases: readonly CureCase[];
  readonly problems: readonly Problem[];
}

/** What is written down of one product of the chain. */
interface Noted {
  readonly milestones: ForecastMilestone[];
  readonly problems: Problem[];
}

type Air = (t: number) => readonly [number, number];

/**
 * How the products of a repair that is not laminate go by their air, and what the air does to them.
 * @param told products whose own waits have been worked out: only their warnings are added
 */
export function filmCases(site: Site, timeline: Timeline, told: ReadonlySet<string>): FilmCases {
  const cases: CureCase[] = [];
  const problems: Problem[] = [];
  // A valve that is screwed out takes no glue, whatever would hold a patch.
  const taken = new Set(productsOf(site.plan.work?.steps ?? []).values());
  for (const { role, product } of site.plan.system?.chosen?.chain.links ?? []) {
    if (!('cure' in product) || !product.cure || !taken.has(product.id)) continue;
    const laid = lastDried(product.id, site.plan, timeline) ?? lastLaid(product.id, site.plan, timeline);
    const id = `film.${role}`;
    const noted: Noted = { milestones: [], problems };
    const around = new Surroundings(site.job, site.placed, laid, site.offset);
    if (site.job.warmth?.kind === 'tent') around.switchOn(laid);
    const air: Air = (t) => [around.air.temperature(laid + t * 1000), around.air.humidity(laid + t * 1000)];
    dried(site, product, id, laid, air, noted);
    fabricGlue(product, air, problems);
    const light = lit(site, product, id, laid, noted);
    // What is waited for was worked out with its wait.
    if (told.has(product.name) && !light) continue;
    const cured = light ? undefined : curedFilm(site, product, id, laid, air, noted);
    if (!light) coldest(product.cure, product.name, around, laid, noted, site.zone);
    cases.push({
      id,
      of: 'film',
      stage: 'mix',
      title: roleWords(role),
      product: product.name,
      laid,
      milestones: noted.milestones,
      ...cured,
    });
  }
  return { cases, problems };
}

/** Solvent that leaves a film, or moisture that comes to it. */
function dried(site: Site, product: Product, id: string, laid: number, air: Air, noted: Noted): void {
  const drying = 'drying' in product ? product.drying : undefined;
  if (!drying) return;
  const { T, RH } = { T: site.inputs.temperature, RH: site.inputs.humidity };
  // As thick as it is laid, where a wait says so.
  const film = (site.plan.work?.links ?? [])
    .flatMap((l) => l.lags)
    .find((lag) => lag.dries?.product === product.id)?.dries?.film.value;
  const run = driesFrom(site, product, film ?? drying.film, laid);
  if (!run) return;
  const solvent = drying.kind === 'solvent';
  const put = (
    m: MilestoneId,
    kind: 'dull' | 'skinned' | 'tack-gone' | 'tooling-over',
    at: number | undefined,
    span: readonly [number, number],
  ): void =>
    note(site, noted, {
      id: `${id}.${m}`,
      m,
      meaning: { kind },
      product,
      at,
      span,
      laid,
      from: { T, RH },
      formula: DRYING_FORMULA,
    });
  put('opens', solvent ? 'dull' : 'skinned', run.opens, DRYING_SPAN);
  put('closes', solvent ? 'tack-gone' : 'tooling-over', run.closes, [0.7, 1.3]);
  const until = run.opens ?? LONG;
  const damp = Math.max(...[0, until / 2, until].map((t) => air(t)[1]));
  const warn = { severity: 'warning', stage: 'mix', path: 'conditions.humidity' } as const;
  if (damp > drying.humidityLimit)
    noted.problems.push(
      problem(warn, 'film-too-damp', {
        product: product.name,
        temperature: air(0)[0],
        humidity: damp,
        limit: drying.humidityLimit,
      }),
    );
  if (run.opens === undefined)
    noted.problems.push(problem(warn, 'film-does-not-dry', { product: product.name }));
}

/** Two-part adhesives of fabrics want their temperature. */
function fabricGlue(product: Product, air: Air, problems: Problem[]): void {
  if (product.role !== 'fabric adhesive' || product.family === 'heat weld') return;
  const [T] = air(0);
  const [low, high] = FABRIC_RANGE;
  if (T >= low && T <= high) return;
  problems.push(
    problem({ severity: 'warning', stage: 'mix', path: 'conditions.temperature' }, 'glue-out-of-range', {
      product: product.name,
      temperature: T,
      low,
      high,
    }),
  );
}

/** What only light cures. @returns whether it is such a product */
function lit(site: Site, product: Product, id: string, laid: number, noted: Noted): boolean {
  if (!product.traits?.includes('light-cure')) return false;
  const deep = Math.min(
    MOST_LIT,
    'maximumPerGo' in product && product.maximumPerGo ? product.maximumPerGo : MOST_LIT,
  );
  const uva = site.ledger.given(
    `${id}.uva`,
    'UV-A on the face, sun at 35°',
    sunUva(SUN_HEIGHT),
    'W/m²',
    'assumed',
    'clear sky; a cloud takes half of it',
  );
  note(site, noted, {
    id: `${id}.gel`,
    m: 'gel',
    meaning: { kind: 'lit-to', depth: deep },
    product,
    at: timeToDepth(TYPICAL_LIGHT, deep, uva.value),
    span: [0.6, 2.5],
    laid,
    from: { I: uva },
    formula: {
      id: 'cure/light',
      expression: 't = D·e^(μz)/I',
      source: 'Beer–Lambert; a clear resin, no pigment',
    },
  });
  if (site.job.conditions?.sun !== 'yes')
    noted.problems.push(
      problem({ severity: 'warning', stage: 'mix', path: 'conditions.sun' }, 'light-needed', {
        product: product.name,
      }),
    );
  return true;
}

/** The cure of a film that nothing is waited for. */
function curedFilm(
  site: Site,
  product: Product,
  id: string,
  start: number,
  air: Air,
  noted: Noted,
): Pick<CureCase, 'basis' | 'series'> {
  const laid = layFilm(site, product, sheetFilm(product.role), start);
  if (!laid) return {};
  const { places } = laid;
  const shuts = shutsOf(laid);
  for (const m of ['sand', 'full'] as const) places.until(m);
  const drying = 'drying' in product ? product.drying : undefined;
  const told = milestonesOf(site, product, laid, id, start, shuts);
  const own = drying ? told.filter((m) => m.id !== 'opens' && m.id !== 'closes') : told;
  if (drying?.kind === 'moisture') {
    noted.milestones.push(...own.filter((m) => m.id !== 'full'));
    const deep = ('maximumPerGo' in product && product.maximumPerGo) || drying.film;
    const { temperature: T, humidity: RH } = site.inputs;
    note(site, noted, {
      id: `${id}.full`,
      m: 'full',
      meaning: { kind: 'cured-to', depth: deep },
      product,
      at: throughCure(deep, ...air(0)),
      span: [0.7, 1.6],
      laid: start,
      from: { T, RH },
      formula: {
        id: 'cure/drying',
        expression: 't = 1 d·(d/3 mm)²·(0.5·p_s(23 °C))/(RH·p_s(T))',
        source: 'a skin that grows from its free face; moisture is what it cures with',
      },
    });
  } else noted.milestones.push(...own);
  return { basis: laid.basis, ...(site.detail ? { series: places.rim.series(0) } : {}) };
}

/** A milestone that is no law's, with what it rests on. */
interface Note {
  readonly id: string;
  readonly m: MilestoneId;
  readonly meaning: MilestoneMeaning;
  readonly product: Product;
  /** s from laying; undefined where it never comes */
  readonly at: number | undefined;
  readonly span: readonly [number, number];
  readonly laid: number;
  readonly from: Readonly<Record<string, Figure>>;
  readonly formula: { readonly id: string; readonly expression: string; readonly source: string };
}

function note({ ledger }: Site, noted: Noted, n: Note): void {
  if (n.at === undefined) return;
  const [low, high] = [n.at * n.span[0], n.at * n.span[1]];
  noted.milestones.push({
    id: n.m,
    meaning: n.meaning,
    after: ledger.record(
      n.id,
      `${tellMilestone(n.meaning)}, ${n.product.name}`,
      { ...n.formula, unit: 's' },
      n.at,
      n.from,
      [low, high],
    ),
    at: n.laid + n.at * 1000,
    span: [n.laid + low * 1000, n.laid + high * 1000],
  });
}

/** When the last coat of a product lies that is waited for until it has dried. */
function lastDried(product: string, { work }: Plan, timeline: Timeline): number | undefined {
  const waits = new Set(
    (work?.links ?? [])
      .flatMap((l) => l.lags)
      .flatMap((lag) => (lag.dries?.product === product ? [lag.id] : [])),
  );
  return timeline.stages
    .flatMap((s) => s.tasks)
    .filter((t) => waits.has(t.id))
    .at(-1)?.start;
}

/** When the last of a product lies: at the end of what its last pot is drawn on for; where no pot names it, before the first wait. */
function lastLaid(product: string, { work }: Plan, timeline: Timeline): number {
  const steps = work?.steps ?? [];
  const mixed = steps.map((s) => s.pot?.product === product).lastIndexOf(true);
  const drawn = steps.slice(mixed + 1).find((s) => s.go !== undefined && s.go === steps[mixed]?.go);
  const laying = drawn ?? steps[mixed];
  const tasks = timeline.stages.flatMap((s) => s.tasks);
  return (
    (mixed === -1 ? undefined : tasks.find((t) => t.id === laying.id)?.end) ??
    timeline.stages.find((s) => s.stage === 'mix')?.tasks.find((t) => t.kind === 'wait')?.start ??
    timeline.end
  );
}

const roleWords = (role: string): string =>
  ({ bond: 'bond', prime: 'primer', barrier: 'barrier coat', finish: 'finish', fill: 'filler' })[role] ??
  role;

/** The air that falls below what the product's sheet allows before it has set. */
function coldest(
  { minimumTemperature: minimum }: CureSheet,
  product: string,
  around: Surroundings,
  from: number,
  { milestones, problems }: Noted,
  zone: string,
): void {
  const sand = milestones.find((m) => m.id === 'sand')?.after.value ?? HORIZON;
  let best = { value: Infinity, at: from };
  for (let t = 0; t <= sand; t += 1800) {
    const value = around.air.temperature(from + t * 1000);
    if (value < best.value) best = { value, at: from + t * 1000 };
  }
  if (best.value >= minimum) return;
  problems.push(
    problem({ severity: 'warning', stage: 'mix', path: 'conditions.temperature' }, 'falls-below-minimum', {
      product,
      coldest: best.value,
      minimum,
      at: { ms: best.at, zone },
    }),
  );
}
