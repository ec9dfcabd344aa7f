import type { Plan, PlanResult } from '../plan/plan';
import { sumTotals } from '../plan/totals';
import { brokenGoes, missedWindows, SAID_BY_PLACING } from '../schedule/placement';
import { placeTogether } from '../schedule/together';
import type { Timeline } from '../schedule/timeline';
import type { Job } from '../schema/job';
import { isShared, placeLetter } from '../schema/places';
import { readPlaces } from '../schema/read-job';
import type { Shop } from '../schema/shop-fields';
import type { Trace, TraceEntry } from '../trace/figure';
import { Ledger } from '../trace/ledger';
import { problem, STAGES, type Problem } from '../trace/problem';
import type { Step } from '../work/step';
import { finishGroups, type FinishGroup } from './finish-together';
import { sharedSetUps } from './set-ups';
import { sharedSteps, type PlaceWork } from './shared';
import type { Elsewhere } from '../repairs/elsewhere';
import { coatsMixedElsewhere } from '../work/pots';
import { COAT_MATERIALS } from '../repairs/common/prices';

/** A place of a boat, with the job as it is there. */
export interface BoatPlace {
  readonly id: string;
  /** As somebody called it, or where it is. */
  readonly name: string | undefined;
  readonly job: Job;
}

export interface PlannedPlace extends BoatPlace {
  readonly result: PlanResult;
}

/** The places of a job document that could be read. */
export const boatPlaces = (document: unknown): readonly BoatPlace[] =>
  readPlaces(document).places.flatMap(({ id, name, job }) => (job ? [{ id, name, job }] : []));

/**
 * Plans the places of a boat: each by itself, and then the work of all of them by one clock, since the same hands do it.
 * A boat of one place is planned as that place.
 *
 * @param plan plans one job; told a name that is its own, so that a planner can remember each, and what it does for other places
 */
export function planBoat(
  places: readonly BoatPlace[],
  plan: (job: Job, name: string, elsewhere?: Elsewhere) => PlanResult,
  shop: Shop,
): readonly PlannedPlace[] {
  const alone = places.map((p): PlannedPlace => ({ ...p, result: plan(p.job, p.id) }));
  const groups = finishGroups(alone);
  // Where cups are mixed for other places too, more of the finish is planned.
  const mixing = alone.map((p): PlannedPlace => {
    const group = groups.find((g) => g.head === p.id);
    return group ? { ...p, result: plan(p.job, `${p.id}+`, { coated: group.coated }) } : p;
  });
  const planned = doneTogether(toldWhereUsed(mixing), groups);
  const parts = planned.flatMap(({ id, result: { timing } }) =>
    timing
      ? [
          {
            id,
            ...timing,
            route: timing.route ?? [],
            waits: () => undefined,
            expected: () => undefined,
          },
        ]
      : [],
  );
  if (parts.length < 2) return planned;
  const timelines = placeTogether(parts, parts[0].crew);
  return planned.map((p) => {
    const timeline = timelines.get(p.id);
    return timeline ? { ...p, result: placedAt(p.result, timeline, shop) } : p;
  });
}

/** Fields that a place has no use for. */
const unusedIn = ({ problems }: PlanResult): readonly string[] =>
  problems.flatMap((p) => (p.code === 'not-used-here' ? p.params.paths : []));

/** What holds for several places is told as not used where none of them uses it, and once. */
function toldWhereUsed(places: readonly PlannedPlace[]): readonly PlannedPlace[] {
  if (places.length < 2) return places;
  const unused = places.map(({ result }) => unusedIn(result));
  return places.map((place, i) => {
    const { problems } = place.result;
    const keeps = (path: string): boolean =>
      !isShared(path) || (i === 0 && unused.every((paths) => paths.includes(path)));
    return {
      ...place,
      result: {
        ...place.result,
        problems: problems.flatMap((p): Problem[] => {
          if (p.code !== 'not-used-here') return [p];
          const kept = p.params.paths.flatMap((path, k) =>
            keeps(path) ? [{ path, label: p.params.labels[k] }] : [],
          );
          if (kept.length === 0) return [];
          const [paths, labels] = [kept.map((x) => x.path), kept.map((x) => x.label)];
          return [problem({ severity: 'assumed', path: paths[0] }, 'not-used-here', { labels, paths })];
        }),
      },
    };
  });
}

/** What is done once for several places is told at each of them as done there, and its pot and what that takes at one. */
function doneTogether(
  places: readonly PlannedPlace[],
  groups: readonly FinishGroup[],
): readonly PlannedPlace[] {
  if (places.length < 2) return places;
  const works = places.flatMap(({ id, result: { timing, plan } }, i): PlaceWork[] => {
    if (!timing) return [];
    const open = (plan?.timeline?.stages ?? []).slice(pastStages(plan?.timeline));
    const begins = new Map(open.flatMap((s) => s.tasks).map((t) => [t.id, t.start]));
    const finishedWith = groups.find((g) => g.head === id || g.others.includes(id))?.head;
    return [
      {
        id,
        letter: placeLetter(i),
        work: timing.work,
        begins,
        ...(finishedWith === undefined ? {} : { finishedWith }),
      },
    ];
  });
  const shared = sharedSteps(works);
  const ledgers = new Map(works.map(({ id, letter }) => [id, new Ledger(`boat.${letter}`)]));
  const setUps = sharedSetUps(works, shared, (id) => ledgers.get(id) ?? new Ledger('boat'));
  return places.map((place) => {
    const [own, set] = [shared.get(place.id), setUps.get(place.id)];
    const { plan, timing } = place.result;
    if (!plan || !timing || ((own?.size ?? 0) === 0 && (set?.size ?? 0) === 0)) return place;
    const steps = timing.work.steps.map((s) => {
      const [together, work] = [own?.get(s.id), set?.get(s.id)];
      return { ...s, ...(together ? { together } : {}), ...(work ? { work } : {}) };
    });
    const work = { ...timing.work, steps };
    const mixed = new Set([...potsElsewhere(steps), ...(coatsMixedElsewhere(steps) ? COAT_MATERIALS : [])]);
    const { repair } = plan;
    return {
      ...place,
      result: {
        ...place.result,
        timing: { ...timing, work },
        plan: withParts(
          plan,
          {
            work,
            materials: plan.materials?.filter((m) => !mixed.has(m.id)),
            ...(repair ? { repair: { ...repair, pots: repair.pots.filter((p) => !mixed.has(p.id)) } } : {}),
          },
          ledgers.get(place.id),
        ),
      },
    };
  });
}

/** How many stages are past: up to the last that was reported done. */
const pastStages = (timeline: Timeline | undefined): number =>
  Math.max(0, ...(timeline?.stages ?? []).map((s, i) => (s.doneAt === undefined ? 0 : i + 1)));

/** Pots of a repair of which every one is mixed at another place. */
function potsElsewhere(steps: readonly Step[]): ReadonlySet<string> {
  const of = (step: Step): string[] => (step.pot?.cup?.of === 'repair' ? [step.pot.cup.id] : []);
  const here = new Set(steps.flatMap((s) => (s.together ? [] : of(s))));
  return new Set(steps.flatMap((s) => (s.together ? of(s) : [])).filter((id) => !here.has(id)));
}

/** What was planned of a place with the time line that it has among the others. */
function placedAt(result: PlanResult, timeline: Timeline, shop: Shop): PlanResult {
  const { plan, timing, problems } = result;
  if (!plan?.totals || !timing) return result;
  const ledger = new Ledger('boat');
  const totals = sumTotals(
    {
      timeline,
      work: timing.work,
      resin: plan.totals.resin,
      materials: plan.materials ?? [],
      consumables: plan.consumables ?? [],
      shop,
    },
    ledger,
  );
  return {
    ...result,
    plan: withParts(plan, { timeline, totals }, ledger),
    problems: [
      ...problems.filter((p) => !SAID_BY_PLACING.has(p.code)),
      ...missedWindows(timeline),
      ...brokenGoes(timeline),
    ],
  };
}

/** A plan with other parts. The trace is made only when somebody opens a figure. @param ledger of figures that are new */
function withParts(plan: Plan, parts: Partial<Plan>, ledger?: Ledger): Plan {
  const { trace: _, ...rest } = Object.getOwnPropertyDescriptors(plan);
  let table: Trace | undefined;
  return Object.defineProperty(
    { ...(Object.defineProperties({}, rest) as Plan), ...parts, trace: {} },
    'trace',
    {
      enumerable: true,
      get: () =>
        (table ??= {
          ...plan.trace,
          ...Object.fromEntries((ledger?.entries ?? []).map((e): [string, TraceEntry] => [e.id, e])),
        }),
    },
  );
}

/**
 * The time lines of all places of a boat as one: from the first step at any of them to the last.
 *
 * @returns undefined where there is none
 */
export function boatTimeline(timelines: readonly Timeline[]): Timeline | undefined {
  if (timelines.length < 2) return timelines.at(0);
  const route = STAGES.filter((stage) => timelines.some((t) => t.stages.some((s) => s.stage === stage)));
  return {
    start: Math.min(...timelines.map((t) => t.start)),
    end: Math.max(...timelines.map((t) => t.end)),
    shut: timelines.flatMap((t) => t.shut),
    stages: route.map((stage) => {
      const spans = timelines.flatMap((t) => t.stages.filter((s) => s.stage === stage));
      const done = spans.flatMap((s) => s.doneAt ?? []);
      return {
        stage,
        start: Math.min(...spans.map((s) => s.start)),
        end: Math.max(...spans.map((s) => s.end)),
        // A stage is done when it is done at every place.
        ...(done.length === spans.length ? { doneAt: Math.max(...done) } : {}),
        tasks: spans.flatMap((s) => s.tasks).sort((a, b) => a.start - b.start),
      };
    }),
  };
}
