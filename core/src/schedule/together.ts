import type { Stage } from '../trace/problem';
import type { Lag, Most, Step, Work } from '../work/step';
import { NetworkPlacement, nodesOf } from './place-network';
import { daysOf, placeTasks, spansOf } from './placement';
import type { Crew, Expected, Shut, Task, Timeline, Waits } from './timeline';

/** The work of one place of a boat, and how far it is. */
export interface Part {
  /** Of the place. */
  readonly id: string;
  readonly work: Work;
  /** ms since 1970 */
  readonly start: number;
  /** When its stages were reported done, ms since 1970. */
  readonly done: Readonly<Partial<Record<Stage, number>>>;
  readonly route: readonly Stage[];
  /** Forecast of its waits; the plan's own figures where it has none. */
  readonly waits: Waits;
  readonly expected: (lag: Lag) => Expected | undefined;
}

/** What of a part an id within the whole stands for: ids of two places may be alike. */
interface Own {
  readonly part: Part;
  readonly step?: Step;
  readonly lag?: Lag;
}

/** The work of a part under ids that no other part has. @param names what each of these ids stands for, filled here */
function underOwnNames(part: Part, names: Map<string, Own>): Work {
  const named = (id: string): string => `${part.id}/${id}`;
  const stepOf = (step: Step): Step => {
    names.set(named(step.id), { part, step });
    return { ...step, id: named(step.id), ...(step.go === undefined ? {} : { go: named(step.go) }) };
  };
  const mostOf = (most: Most): Most => ({ ...most, missed: stepOf(most.missed) });
  const lagOf = (lag: Lag): Lag => {
    names.set(named(lag.id), { part, lag });
    const { window } = lag;
    return {
      ...lag,
      id: named(lag.id),
      ...(window?.missed ? { window: { ...window, missed: stepOf(window.missed) } } : {}),
    };
  };
  return {
    steps: part.work.steps.map(stepOf),
    links: part.work.links.map(({ from, to, lags, most }) => ({
      ...(from === undefined ? {} : { from: named(from) }),
      ...(to === undefined ? {} : { to: named(to) }),
      lags: lags.map(lagOf),
      ...(most ? { most: mostOf(most) } : {}),
    })),
  };
}

/** What of a part is past: its stages up to the last that was reported done, placed by themselves. */
function pastOf({ work, start, done, route, waits, expected }: Part, crew: Crew) {
  const upTo = Math.max(0, ...route.map((stage, i) => (done[stage] === undefined ? 0 : i + 1)));
  const past =
    upTo === 0 ? undefined : placeTasks(work, start, done, crew, route.slice(0, upTo), waits, expected);
  return { past, rest: route.slice(upTo), clock: past?.end ?? start };
}

/**
 * Places the work of several places of one boat by one clock: the same hands do all of it, and go to another place while
 * something cures at the first. What was reported done of a place is past, and what follows there starts from then.
 *
 * @returns the time line of each place, by its id
 */
export function placeTogether(parts: readonly Part[], crew: Crew = {}): ReadonlyMap<string, Timeline> {
  const names = new Map<string, Own>();
  const begun = parts.map((part) => ({
    part,
    ...pastOf(part, crew),
    nodes: nodesOf(underOwnNames(part, names)),
  }));
  const clocks = new Map(begun.map(({ part, clock }) => [part, clock]));
  const told = new Map(begun.flatMap((b) => b.nodes).map((n) => [n.id, n]));
  const ownLag = (id: string): { readonly part: Part; readonly lag: Lag } | undefined => {
    const own = names.get(id);
    return own?.lag && { part: own.part, lag: own.lag };
  };
  const placed = new NetworkPlacement(
    begun.flatMap(({ nodes, rest }) => nodes.filter((n) => rest.includes(n.stage))),
    {
      clock: Math.min(...begun.map((b) => b.clock)),
      from: (id) => {
        const own = names.get(id);
        return own && clocks.get(own.part);
      },
      days: daysOf(crew),
      hands: crew.hands ?? 1,
      waits: ({ id }, at) => {
        const own = ownLag(id);
        return own?.part.waits(own.lag, at);
      },
      expected: ({ id }) => {
        const own = ownLag(id);
        return own?.part.expected(own.lag);
      },
      told: (id) => told.get(id),
    },
  );
  return new Map(
    begun.map(({ part, past, rest, clock }) => {
      const own = tasksOf(part, placed.tasks, names);
      const stages = [...(past?.stages ?? []), ...spansOf(own, rest, part.done, clock)];
      return [
        part.id,
        {
          start: past?.start ?? own[0]?.start ?? part.start,
          end: stages.at(-1)?.end ?? clock,
          stages,
          shut: [...(past?.shut ?? []), ...shutOf(part, placed.shut, names)],
        },
      ];
    }),
  );
}

/** Tasks of one part under the ids that they have in it. */
const tasksOf = (part: Part, tasks: readonly Task[], names: ReadonlyMap<string, Own>): readonly Task[] =>
  tasks.flatMap((task) => {
    const own = names.get(task.id);
    if (own?.part !== part) return [];
    const { go: _, ...rest } = task;
    const id = own.step?.id ?? own.lag?.id ?? task.id;
    return [{ ...rest, id, ...(own.step?.go === undefined ? {} : { go: own.step.go }) }];
  });

const shutOf = (part: Part, shut: readonly Shut[], names: ReadonlyMap<string, Own>): readonly Shut[] =>
  shut.flatMap((s) => {
    const own = names.get(s.id);
    return own?.part === part ? [{ ...s, id: own.step?.id ?? own.lag?.id ?? s.id }] : [];
  });
