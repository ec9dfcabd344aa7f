import type { Stage } from '../trace/problem';
import type { Lag, Most, Step, Work } from '../work/step';
import { NetworkPlacement, nodesOf } from './place-network';
import { daysOf, placeTasks, spansOf } from './placement';
import type { Node } from './place-queue';
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

/** An id within the whole. */
const idOf = (place: string, id: string): string => `${place}/${id}`;

/**
 * The work of a part under ids that no other part has. A step that is done together with one of another part stands under
 * the id of that one, and what belongs to its go stands in the go of that.
 *
 * @param names what each of these ids stands for, filled here
 * @param goes go of each step that others are done together with, by its id within the whole
 */
function underOwnNames(
  part: Part,
  names: Map<string, Own[]>,
  goes: ReadonlyMap<string, string | undefined>,
): Work {
  const with_ = new Map(part.work.steps.flatMap((s) => (s.together ? [[s.id, s.together] as const] : [])));
  const named = (id: string): string => {
    const other = with_.get(id);
    return other ? idOf(other.place, other.step) : idOf(part.id, id);
  };
  const stands = (id: string, own: Own): void => void names.set(id, [...(names.get(id) ?? []), own]);
  const joined = new Map(
    part.work.steps.flatMap((s): [string, string | undefined][] =>
      s.together && s.go !== undefined ? [[s.go, goes.get(named(s.id))]] : [],
    ),
  );
  const goOf = (go: string): string => joined.get(go) ?? idOf(part.id, go);
  const stepOf = (step: Step): Step => {
    stands(named(step.id), { part, step });
    return { ...step, id: named(step.id), ...(step.go === undefined ? {} : { go: goOf(step.go) }) };
  };
  const mostOf = (most: Most): Most => ({ ...most, missed: stepOf(most.missed) });
  const lagOf = (lag: Lag): Lag => {
    stands(idOf(part.id, lag.id), { part, lag });
    const { window } = lag;
    return {
      ...lag,
      id: idOf(part.id, lag.id),
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
  const names = new Map<string, Own[]>();
  const goes = new Map(
    parts.flatMap((p) =>
      p.work.steps.map((s) => [idOf(p.id, s.id), s.go === undefined ? undefined : idOf(p.id, s.go)]),
    ),
  );
  const begun = parts.map((part) => ({
    part,
    ...pastOf(part, crew),
    nodes: nodesOf(underOwnNames(part, names, goes)),
  }));
  const clocks = new Map(begun.map(({ part, clock }) => [part, clock]));
  const told = new Map(begun.flatMap((b) => b.nodes).map((n) => [n.id, n]));
  const ownLag = (id: string): { readonly part: Part; readonly lag: Lag } | undefined => {
    const [own] = names.get(id) ?? [];
    return own?.lag && { part: own.part, lag: own.lag };
  };
  const placed = new NetworkPlacement(
    doneOnce(begun.flatMap(({ nodes, rest }) => nodes.filter((n) => rest.includes(n.stage)))),
    {
      clock: Math.min(...begun.map((b) => b.clock)),
      from: (id) => latest((names.get(id) ?? []).flatMap((own) => clocks.get(own.part) ?? [])),
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

const latest = (times: readonly number[]): number | undefined =>
  times.length === 0 ? undefined : Math.max(...times);

/** Nodes of all places, those that are done together as one: where it stands first, after all that any of them comes after. */
function doneOnce(nodes: readonly Node[]): readonly Node[] {
  const alike = new Map<string, Node[]>();
  for (const n of nodes) alike.set(n.id, [...(alike.get(n.id) ?? []), n]);
  return [...alike.values()].map((all) => {
    const [first] = all;
    if (all.length === 1) return first;
    const after = [...new Set(all.flatMap((n) => n.after))];
    return 'step' in first
      ? { ...first, after, soon: all.flatMap((n) => ('step' in n ? n.soon : [])) }
      : { ...first, after };
  });
}

/** Tasks of one part under the ids that they have in it. */
const tasksOf = (
  part: Part,
  tasks: readonly Task[],
  names: ReadonlyMap<string, readonly Own[]>,
): readonly Task[] =>
  tasks.flatMap((task) => {
    const own = names.get(task.id)?.find((o) => o.part === part);
    if (!own) return [];
    const { go: _, ...rest } = task;
    const id = own.step?.id ?? own.lag?.id ?? task.id;
    return [{ ...rest, id, ...(own.step?.go === undefined ? {} : { go: own.step.go }) }];
  });

const shutOf = (
  part: Part,
  shut: readonly Shut[],
  names: ReadonlyMap<string, readonly Own[]>,
): readonly Shut[] =>
  shut.flatMap((s) => {
    const own = names.get(s.id)?.find((o) => o.part === part);
    return own ? [{ ...s, id: own.step?.id ?? own.lag?.id ?? s.id }] : [];
  });
