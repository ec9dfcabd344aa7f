import {
  LIBRARY,
  STAGE_TITLES,
  createPlanner,
  say,
  taskAt,
  type Elsewhere,
  type Job,
  type Library,
  type PlanResult,
  type Planner,
  type RepairKinds,
  type Shop,
  type Task,
  type Timeline,
} from '@nelbo/core';
import { boatPlaces, boatTimeline, planBoat, type BoatPlace } from '@nelbo/core/boat';
import type { StoredJob } from '../api/api';
import { TIME_ZONE } from '../state/reading';
import { sayWhen } from '../ui/when';

/** One line of the shop board. */
export interface BoardLine {
  readonly id: string;
  readonly boat: string;
  readonly title: string;
  readonly stage: string;
  readonly stageKey: string;
  readonly what: string;
  readonly when: string;
  /** ms since 1970; the board is sorted by it. */
  readonly at: number;
  readonly late: boolean;
  /** A quick estimate, until the forecast of its cure is there. */
  readonly estimate?: boolean;
}

export interface Board {
  readonly hands: readonly BoardLine[];
  /** Work that follows a wait which is running, or that begins when the yard opens again. */
  readonly next: readonly BoardLine[];
  readonly curing: readonly BoardLine[];
  readonly windows: readonly BoardLine[];
  readonly later: readonly BoardLine[];
}

/** Plans of the yard's jobs, kept between looks at the board: only a job that was saved since is read and planned anew. */
export class KeptPlans {
  readonly #kept = new Map<
    string,
    {
      readonly version: number;
      readonly places: readonly BoatPlace[];
      /** One for each place, by its id. */
      readonly planners: Map<string, Planner>;
    }
  >();

  readonly #placed = new Map<string, { readonly version: number; readonly timeline: Timeline }>();

  constructor(
    private readonly library: () => Library = () => LIBRARY,
    private readonly kinds?: RepairKinds,
  ) {}

  /** Takes over what a forecast found of one saved state of a job. */
  place(id: string, version: number, timeline: Timeline): void {
    this.#placed.set(id, { version, timeline });
  }

  /** The air or the stores have changed: what was found does not hold any more. */
  forget(): void {
    this.#placed.clear();
  }

  /** Whether a forecast of a saved state is there. */
  isPlaced({ id, version }: Pick<StoredJob, 'id' | 'version'>): boolean {
    return this.#placed.get(id)?.version === version;
  }

  /** When its work is done: by the forecast, or, until that is there, by the quick figures of the plan. */
  timeline(stored: StoredJob, shop: Shop, now: number): Timeline | undefined {
    return this.isPlaced(stored) ? this.#placed.get(stored.id)?.timeline : this.quick(stored, shop, now);
  }

  /** By the figures of the plan, without any forecast. */
  quick(stored: StoredJob, shop: Shop, now: number): Timeline | undefined {
    let kept = this.#kept.get(stored.id);
    if (kept?.version !== stored.version) {
      kept = {
        version: stored.version,
        places: boatPlaces(stored.document),
        planners: kept?.planners ?? new Map<string, Planner>(),
      };
      this.#kept.set(stored.id, kept);
    }
    const { places, planners } = kept;
    const clock = { now, timeZone: TIME_ZONE };
    const plan = (job: Job, name: string, elsewhere?: Elsewhere): PlanResult => {
      const planner = planners.get(name) ?? createPlanner(this.kinds);
      planners.set(name, planner);
      return planner.plan(job, this.library(), shop, clock, elsewhere);
    };
    return boatTimeline(planBoat(places, plan, shop).flatMap((p) => p.result.plan?.timeline ?? []));
  }
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
/** What is done, and how long it takes; a figure and its unit stay on one line. */
const work = (task: Task): string => `${capital(task.label)}, ${say(task.duration).replace(/ /g, '\u00a0')}`;

const HOUR = 3_600_000;
/** A job that starts within this time is next. */
const SOON = 12 * HOUR;

/** Sorts the yard's jobs by what they need at a moment: hands, patience, or attention to a window. */
export function yardBoard(
  jobs: readonly StoredJob[],
  shop: Shop,
  now: number,
  plans = new KeptPlans(),
): Board {
  const board = {
    hands: [] as BoardLine[],
    next: [] as BoardLine[],
    curing: [] as BoardLine[],
    windows: [] as BoardLine[],
    later: [] as BoardLine[],
  };
  for (const stored of jobs) {
    const base = {
      id: stored.id,
      boat: stored.document?.boat?.name ?? 'Boat not named',
      title: stored.document?.title ?? '',
    };
    let timeline: Timeline | undefined;
    try {
      timeline = plans.timeline(stored, shop, now);
    } catch {
      // One odd job is one odd line, and no board without lines.
      board.hands.push({
        ...base,
        stage: 'Survey',
        stageKey: 'survey',
        what: 'Could not be worked out: open it and look',
        when: '',
        at: now,
        late: true,
      });
      continue;
    }
    if (!timeline) {
      board.hands.push({
        ...base,
        stage: 'Survey',
        stageKey: 'survey',
        what: 'Not enough is known to plan it',
        when: '',
        at: now,
        late: false,
      });
      continue;
    }
    const open = timeline.stages.find((s) => s.doneAt === undefined && s.tasks.length > 0);
    if (!open) continue;
    const task: Task = taskAt(timeline, now) ?? open.tasks[open.tasks.length - 1];
    const behind = open.end <= now || task.stage !== open.stage;
    const current = behind ? open.tasks[open.tasks.length - 1] : task;
    const estimate = !plans.isPlaced(stored);
    const line = { ...base, stage: STAGE_TITLES[open.stage], stageKey: open.stage, estimate };

    if (timeline.start > now) {
      const target = timeline.start - now <= SOON ? board.hands : board.later;
      target.push({
        ...line,
        what: work(current),
        when: `starts ${sayWhen(timeline.start, now)}`,
        at: timeline.start,
        late: false,
      });
      continue;
    }
    if (behind) {
      board.hands.push({
        ...line,
        what: current.kind === 'wait' ? 'The wait is over' : capital(current.label),
        when: `due ${sayWhen(open.end, now)}`,
        at: open.end,
        late: true,
      });
    } else if (current.kind === 'wait') {
      board.curing.push({
        ...line,
        what: capital(current.label),
        when: `until ${sayWhen(current.end, now)}`,
        at: current.end,
        late: false,
      });
      // What was reported done is done, however long it would have taken.
      const after = timeline.stages
        .filter((s) => s.doneAt === undefined)
        .flatMap((s) => s.tasks)
        .find((t) => t.kind === 'work' && t.start >= current.end);
      if (after) {
        board.next.push({
          ...base,
          estimate,
          stage: STAGE_TITLES[after.stage],
          stageKey: after.stage,
          what: work(after),
          when: `from ${sayWhen(after.start, now)}`,
          at: after.start,
          late: false,
        });
      }
    } else {
      // What begins when the yard opens again is next, and needs nobody now.
      const later = current.start > now;
      board[later ? 'next' : 'hands'].push({
        ...line,
        what: work(current),
        when: `${later ? 'from' : 'since'} ${sayWhen(current.start, now)}`,
        at: current.start,
        late: false,
      });
    }
    const { window } = current;
    if (window && window.closes > now) {
      const opens = window.opens > now ? `opens ${sayWhen(window.opens, now)}, ` : '';
      board.windows.push({
        ...line,
        what: current.stage === 'mix' ? 'Filler bonds without abrasion' : 'Next layer bonds without abrasion',
        when: `${opens}shuts ${sayWhen(window.closes, now)}`,
        at: window.closes,
        late: false,
      });
    }
  }
  for (const lines of Object.values(board)) lines.sort((a, b) => a.at - b.at);
  return board;
}
