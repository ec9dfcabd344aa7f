import type { Library } from '../materials/product';
import { setIn } from '../schema/document-path';
import type { RepairKinds } from '../repairs/kinds';
import type { Job } from '../schema/job';
import { harmsOf, sameHarm, type Harm } from '../trace/harm';
import type { Vapour } from '../trace/problem-codes';
import { planRepair } from '../plan/plan-repair';
import type { Plan } from '../plan/plan';
import type { Clock } from '../plan/clock';
import type { Shop } from '../schema/shop-fields';
import { missedWindows } from '../schedule/placement';
import { forecastCure, type ForecastOptions } from './cure-forecast';
import { flammable } from './warming';
import { LIMITS } from './limits';
import type { CureForecast } from '../plan/cure-forecast';

/** One thing that could be done otherwise, and what it would change. */
export interface HelpOption {
  readonly id: string;
  readonly title: string;
  /** Fields of the job and what would stand there. */
  readonly changes: readonly (readonly [path: string, value: unknown])[];
  /** When the work ends, ms since 1970, and when it ends as it stands. */
  readonly finish: number;
  readonly finishBefore: number;
  /** Warnings that go away, and that come. */
  readonly gone: readonly Harm[];
  readonly come: readonly Harm[];
  /** Vapour that burns, where it is done so; under a tent it gathers. */
  readonly caution?: { readonly vapour: Vapour; readonly enclosed: boolean };
  /** Hottest place of what is laid, °C. */
  readonly peak?: number;
}

export interface HelpProgress {
  /** 0–1 */
  readonly share: number;
  readonly options: readonly HelpOption[];
  readonly done: boolean;
}

type IdeaKind = 'tent' | 'lamp' | 'mat' | 'resin' | 'go' | 'pot' | 'fill' | 'start';

interface Idea {
  readonly id: string;
  /** What is done otherwise; two where it is a pair. */
  readonly kinds: readonly IdeaKind[];
  readonly title: string;
  readonly changes: HelpOption['changes'];
}

interface Outcome {
  readonly finish: number;
  readonly harms: readonly Harm[];
  readonly peak?: number;
}

const COARSE: ForecastOptions = { cells: 16, tolerance: 0.5, fine: 0.4, cureStep: 0.03, detail: false };
const FINE: ForecastOptions = { detail: false };
const HOUR = 3_600_000;
/** Options that are worked out finely and shown. */
const SHOWN = 5;
/** Finishing sooner by less is no help. */
const WORTH = 0.25 * HOUR;

/**
 * Looks for what would bring a job to a safe end sooner: warming, lamp distance, another hardener, another start, goes
 * and pots of another size, and the best of these two by two. Coarsely first; the best few finely.
 *
 * @returns progress after every trial; the last one is done
 */
export function* whatWouldHelp(
  job: Job,
  library: Library,
  shop: Shop,
  clock: Clock,
  kinds?: RepairKinds,
): Generator<HelpProgress, void> {
  const first = outcome(job, library, shop, clock, FINE, kinds);
  if (!first) {
    yield { share: 1, options: [], done: true };
    return;
  }
  const { plan, result: base } = first;
  const coarseBase = outcome(job, library, shop, clock, COARSE, kinds)?.result ?? base;
  const ideas = ideasFor(job, plan, library, clock);
  const steps = ideas.length + 6 + SHOWN;
  let step = 0;
  const tried: { idea: Idea; result: Outcome }[] = [];
  const attempt = (idea: Idea): void => {
    const o = outcome(changed(job, idea), library, shop, clock, COARSE, kinds);
    if (o && sticks(idea, o.plan)) tried.push({ idea, result: o.result });
    step += 1;
  };
  for (const idea of ideas) {
    attempt(idea);
    yield { share: step / steps, options: [], done: false };
  }
  const better = (list: typeof tried): typeof tried =>
    list.filter((t) => helps(t.result, coarseBase)).sort((a, b) => order(a.result, b.result));
  // The best of each kind, two by two.
  const heads = better(tried)
    .filter((t, i, all) => all.findIndex((x) => sameKinds(x.idea, t.idea)) === i)
    .slice(0, 4);
  const pairs = heads.flatMap((a, i) =>
    heads.slice(i + 1).map((b): Idea => ({
      id: `${a.idea.id}+${b.idea.id}`,
      kinds: [...a.idea.kinds, ...b.idea.kinds],
      title: `${a.idea.title}, and ${b.idea.title.charAt(0).toLowerCase()}${b.idea.title.slice(1)}`,
      changes: [...a.idea.changes, ...b.idea.changes],
    })),
  );
  for (const idea of pairs.slice(0, 6)) {
    attempt(idea);
    yield { share: Math.min(1, step / steps), options: [], done: false };
  }
  const best = better(tried)
    .filter((t, i, all) => all.findIndex((x) => sameKinds(x.idea, t.idea)) === i)
    .slice(0, SHOWN);
  const options: HelpOption[] = [];
  for (const { idea } of best) {
    const fine = outcome(changed(job, idea), library, shop, clock, FINE, kinds);
    step += 1;
    if (fine && helps(fine.result, base)) {
      const r = fine.result;
      options.push({
        id: idea.id,
        title: idea.title,
        changes: idea.changes,
        finish: r.finish,
        finishBefore: base.finish,
        gone: without(base.harms, r.harms),
        come: without(r.harms, base.harms),
        ...cautionOf(idea, plan),
        peak: r.peak,
      });
    }
    yield {
      share: Math.min(1, step / steps),
      options: [...options].sort(
        (a, b) => a.come.length - a.gone.length - (b.come.length - b.gone.length) || a.finish - b.finish,
      ),
      done: false,
    };
  }
  yield {
    share: 1,
    options: [...options].sort(
      (a, b) => a.come.length - a.gone.length - (b.come.length - b.gone.length) || a.finish - b.finish,
    ),
    done: true,
  };
}

/** Heat is never proposed over vapours that burn without saying how. */
function cautionOf(idea: Idea, plan: Plan): Pick<HelpOption, 'caution'> {
  const vapour = flammable(plan);
  if (!vapour || !idea.kinds.some((k) => k === 'tent' || k === 'lamp' || k === 'mat')) return {};
  return { caution: { vapour, enclosed: idea.kinds.includes('tent') } };
}

const sameKinds = (a: Idea, b: Idea): boolean =>
  a.kinds.length === b.kinds.length && a.kinds.every((k, i) => k === b.kinds[i]);
const without = (harms: readonly Harm[], others: readonly Harm[]): readonly Harm[] =>
  harms.filter((h) => !others.some((o) => sameHarm(o, h)));

const changed = (job: Job, idea: Idea): Job =>
  idea.changes.reduce((j, [path, value]) => setIn(j, path, value), job);

/** A product that the match does not take is no option. */
function sticks(idea: Idea, plan: Plan): boolean {
  const wanted = idea.changes.find(([path]) => path === 'system.resin')?.[1];
  return (
    wanted === undefined ||
    (plan.system?.chosen?.chain.resin?.id === wanted && plan.system.chosen.chain.refusedBy.length === 0)
  );
}

/** Hotter is no help where it is too hot already. */
const helps = (r: Outcome, base: Outcome): boolean =>
  (r.peak ?? 0) <= Math.max(LIMITS.laminate, base.peak ?? 0) && safer(r, base);
const safer = (r: Outcome, base: Outcome): boolean =>
  r.harms.length < base.harms.length ||
  (r.harms.length === base.harms.length && r.finish < base.finish - WORTH);
const order = (a: Outcome, b: Outcome): number => a.harms.length - b.harms.length || a.finish - b.finish;

/** What a job comes to. Harms are told without their figures, so that they can be compared. */
function outcome(
  job: Job,
  library: Library,
  shop: Shop,
  clock: Clock,
  options: ForecastOptions,
  kinds: RepairKinds | undefined,
): { readonly plan: Plan; readonly result: Outcome } | undefined {
  const planned = planRepair(job, library, shop, clock, kinds);
  const cure = forecastCure(job, planned, library, shop, clock, options);
  if (!planned.plan || !cure) return undefined;
  const missed = cure.timeline ? missedWindows(cure.timeline) : [];
  const peaks = cure.cases.flatMap((c) => (c.peak && c.stage === 'mix' ? [c.peak.value] : []));
  const own = planned.problems.filter((p) => p.severity === 'warning' && p.path.startsWith('mix.'));
  return {
    plan: planned.plan,
    result: {
      finish: finishOf(cure),
      harms: harmsOf([...cure.problems, ...missed, ...own].filter((p) => p.code !== 'vapour-in-tent')),
      ...(peaks.length > 0 ? { peak: Math.max(...peaks) } : {}),
    },
  };
}

/** The end of the work, or, where no work is placed, of what sets last. */
function finishOf(cure: CureForecast): number {
  const films = cure.cases
    .filter((c) => c.of === 'film')
    .flatMap((c) => c.milestones.filter((m) => m.id === 'sand').map((m) => m.at));
  return Math.max(cure.timeline?.end ?? 0, ...films);
}

function ideasFor(job: Job, plan: Plan, library: Library, clock: Clock): Idea[] {
  const ideas: Idea[] = [];
  const T = plan.inputs?.temperature.value ?? 20;
  const resin = plan.system?.chosen?.chain.resin;
  const coldest = Math.min(T, job.conditions?.air === 'day and night' ? (job.conditions.low ?? T) : T);
  for (const held of [18, 22, 26, 30]) {
    if (held > coldest + 3)
      ideas.push({
        id: `tent-${held}`,
        kinds: ['tent'],
        title: `Tent and heater, held at ${held} °C from the first ply on`,
        changes: [['warmth', { kind: 'tent', temperature: held, from: 'start', hours: 24 * 3600 }]],
      });
  }
  const lies = plan.dish?.laminate !== undefined;
  if (lies && T < 32) {
    for (const distance of [1, 0.8, 0.65])
      ideas.push({
        id: `lamp-${distance * 100}`,
        kinds: ['lamp'],
        title: `Lamp of 500 W at ${(distance * 100).toFixed(0)} cm from the gel on`,
        changes: [['warmth', { kind: 'lamp', power: 500, distance, from: 'gel', hours: 8 * 3600 }]],
      });
    for (const held of [35, 45])
      ideas.push({
        id: `mat-${held}`,
        kinds: ['mat'],
        title: `Heat mat at ${held} °C from the gel on`,
        changes: [['warmth', { kind: 'mat', temperature: held, from: 'gel', hours: 8 * 3600 }]],
      });
  }
  if (resin) {
    for (const other of library.resins.filter(
      (r) =>
        r.family === resin.family &&
        r.id !== resin.id &&
        r.cure.minimumTemperature <= Math.max(T, coldest + 8),
    )) {
      const faster = other.cure.sand < resin.cure.sand;
      ideas.push({
        id: `resin-${other.id}`,
        kinds: ['resin'],
        title: `${faster ? 'Faster' : 'Slower'}: ${other.name}`,
        changes: [['system.resin', other.id]],
      });
    }
    const go = job.mix?.perGo ?? resin.maximumPerGo;
    for (const perGo of [0.004, 0.003, 0.002])
      if (lies && perGo < go - 0.0005)
        ideas.push({
          id: `go-${perGo * 1000}`,
          kinds: ['go'],
          title: `Lay no more than ${perGo * 1000} mm in one go`,
          changes: [['mix.perGo', perGo]],
        });
    const pot = Math.max(...(plan.dish?.mix?.batches.map((b) => b.mass.value) ?? [0]));
    if (pot > 0.15)
      ideas.push({
        id: 'pot',
        kinds: ['pot'],
        title: 'Batches of no more than 120 g',
        changes: [['mix.pot', 0.12]],
      });
  }
  if (job.mix?.fillPerGo !== undefined || (plan.dish?.fair && plan.dish?.fair.depth.value > 0.004)) {
    for (const each of [0.005, 0.003])
      if (each < (job.mix?.fillPerGo ?? 0.02))
        ideas.push({
          id: `fill-${each * 1000}`,
          kinds: ['fill'],
          title: `Fill no more than ${each * 1000} mm in one go`,
          changes: [['mix.fillPerGo', each]],
        });
  }
  const start = job.schedule?.start ? Date.parse(job.schedule.start) : clock.now;
  // What is under way is not begun again at another hour.
  if ((job.schedule?.done ?? []).length === 0) {
    for (const later of [3, 6, 10, 16]) {
      const at = new Date(Math.ceil((start + later * HOUR) / (HOUR / 2)) * (HOUR / 2));
      ideas.push({
        id: `start-${later}`,
        kinds: ['start'],
        title: `Start ${later} h later`,
        changes: [['schedule.start', at.toISOString()]],
      });
    }
  }
  return ideas;
}
