import { ACTIONS } from './actions';
import type { ActionEntry, Effect } from './entry';
import { liesOver, type Place } from './place';
import type { Step } from './step';

/** What has been done to a face, and by which step. */
export interface Done {
  readonly step: string;
  readonly state: Exclude<Effect, 'exposes' | 'lays'>;
}

/** A face that is worked: what was found, what was laid bare, or the top of what was laid. */
export interface Surface {
  /** The step that bore it, or its place where it was found, with the step that first met it where that is not the first there. */
  readonly id: string;
  readonly place: Place;
  readonly born?: string;
  readonly by: 'found' | 'exposed' | 'laid';
  /** The step that laid something over it or took it away. */
  readonly buried?: string;
  readonly done: readonly Done[];
}

/** Faces of a job, and which of them each step is done on. */
export interface Surfaces {
  readonly all: readonly Surface[];
  /** By step. */
  readonly on: ReadonlyMap<string, readonly string[]>;
}

/** What a step does to its face, by the action book. */
export function effectsOf(step: Pick<Step, 'action' | 'how'>): readonly Effect[] {
  const entry: ActionEntry = ACTIONS[step.action];
  return entry.makesIf?.[step.how] ?? entry.makes ?? [];
}

type Growing = { -readonly [K in keyof Surface]: Surface[K] } & { done: Done[] };

/** The faces of a job from its steps in the order of the work. */
export function surfacesOf(steps: readonly Step[]): Surfaces {
  const all: Growing[] = [];
  const on = new Map<string, readonly string[]>();
  /** What is on top at each place; the place worked last stands last. */
  const top = new Map<Place, Growing>();
  const put = (place: Place, surface: Growing): Growing => {
    all.push(surface);
    top.delete(place);
    top.set(place, surface);
    return surface;
  };
  const seen = new Set<Place>();
  const found = (place: Place, step: string): string => {
    const id = seen.has(place) ? `${place}/${step}` : place;
    seen.add(place);
    return id;
  };
  for (const step of steps) {
    const effects = effectsOf(step);
    if (effects.length === 0) continue;
    const { id, place } = step;
    const there = openAt(place, top);
    const faces =
      there.length > 0 ? there : [put(place, { id: found(place, id), place, by: 'found', done: [] })];
    // In their order: a face that is abraded and then laid on was abraded before it was buried.
    let worked = faces;
    for (const effect of effects) {
      if (effect === 'exposes' || effect === 'lays') {
        for (const face of worked) face.buried = id;
        worked = [put(place, { id, place, born: id, by: effect === 'lays' ? 'laid' : 'exposed', done: [] })];
      } else for (const face of worked) face.done.push({ step: id, state: effect });
    }
    for (const face of worked) {
      top.delete(face.place);
      top.set(face.place, face);
    }
    on.set(id, [...new Set([...faces, ...worked].map((f) => f.id))]);
  }
  return { all, on };
}

/**
 * What lies open at a place: its own face, or, where something under it was worked since, that with every other that
 * lies open there: a rim and the core in it are covered together.
 */
function openAt(place: Place, top: ReadonlyMap<Place, Growing>): readonly Growing[] {
  const under = liesOver(place);
  const open = [...top].filter(([p, s]) => !s.buried && (p === place || under.includes(p)));
  const last = open.at(-1);
  return last?.[0] === place ? [last[1]] : open.map(([, s]) => s);
}
