import { ACTIONS } from '../work/actions';
import type { ActionEntry } from '../work/entry';
import { freedBy, setBy } from '../work/holds';
import { isCoatCup } from '../work/pots';
import type { Step, Together, Work } from '../work/step';

/** The work of one place of a boat. */
export interface PlaceWork {
  readonly id: string;
  readonly letter: string;
  readonly work: Work;
  /** When each step begins where the place is worked on by itself, ms since 1970, by its id; absent for what is past. */
  readonly begins: ReadonlyMap<string, number>;
  /** The place at which the cups of its finish are mixed, where several places are finished together. */
  readonly finishedWith?: string;
}

/** Nobody waits longer than this to share a pot or a tent, ms. Judged: half a working day, so that it is the same go of work. */
export const SAME_GO = 4 * 3_600_000;

/** A step of one place. */
interface At {
  readonly place: PlaceWork;
  readonly step: Step;
}

/** A step that is done once, and for how much: of its pot, kg, and of its life, s. */
interface Once {
  readonly by: At;
  need: number;
  working: number;
}

/** By place and id of a step: with which step of which place it is done. */
export type Shared = ReadonlyMap<string, ReadonlyMap<string, Together>>;

/**
 * Steps that are done once for several places of a boat. What is about the boat as a whole (`ofBoat` in the action book) is
 * done at the first place that has it; a pot that leaves enough over for another place is mixed for both, where both are
 * done within its life and come to it in the same half day. A tent comes down once where it went up once, and what is past is
 * shared with nobody. Each place keeps the order of its steps: what would have to come before itself is done twice.
 */
export function sharedSteps(places: readonly PlaceWork[]): Shared {
  const order = new Order(places);
  const known: Once[] = [];
  const shared = new Map<string, Map<string, Together>>();
  for (const place of places)
    for (const step of place.work.steps) {
      if (!place.begins.has(step.id)) continue;
      if (!ofBoat(step) && !isPot(step, place.work) && !ofFinish(place, step)) continue;
      const working = workingOf(step, place.work);
      const at = { place, step };
      const once = known.find(
        (k) =>
          (finishedTogether(k.by, at) || (serves(k, step, working) && meets(k.by, at, shared))) &&
          order.join(k.by, at),
      );
      if (!once) {
        known.push({ by: at, need: step.pot?.need?.value ?? 0, working });
        continue;
      }
      const { place: first, step: done } = once.by;
      const own = shared.get(place.id) ?? new Map<string, Together>();
      shared.set(place.id, own.set(step.id, { letter: first.letter, place: first.id, step: done.id }));
      once.need += step.pot?.need?.value ?? 0;
      once.working += working;
    }
  return shared;
}

/** What of a finish is done once for all places that are finished together. */
const ofFinish = ({ finishedWith }: PlaceWork, step: Step): boolean =>
  finishedWith !== undefined &&
  (isCoatCup(step) || step.action === 'sprayGear' || (step.action === 'colour' && step.stage === 'finish'));

const finishedTogether = (first: At, second: At): boolean =>
  first.place.finishedWith !== undefined &&
  first.place.finishedWith === second.place.finishedWith &&
  ofFinish(first.place, first.step) &&
  first.step.id === second.step.id;

const ofBoat = ({ action, how }: Step): boolean =>
  (ACTIONS[action] as ActionEntry).ofBoat?.includes(how) ?? false;

/** One pot, of which it is known how much is used and how long it lasts, and that begins its go. */
function isPot(step: Step, { steps }: Work): boolean {
  const { pot, go } = step;
  return (
    step.action === 'mix' &&
    go !== undefined &&
    steps.find((s) => s.go === go) === step &&
    pot?.mass !== undefined &&
    pot.need !== undefined &&
    pot.life !== undefined &&
    (pot.count?.value ?? 1) === 1
  );
}

/** What is done with a pot once it is mixed, s. */
const workingOf = (step: Step, { steps }: Work): number =>
  step.go === undefined
    ? 0
    : steps.reduce(
        (sum, s) => (s.go === step.go && s !== step ? sum + s.work.value - (s.beforehand ?? 0) : sum),
        0,
      );

/** Whether a step is done by one that another place has. @param working what is done with its pot, s */
function serves({ by: { step: first }, need, working: own }: Once, step: Step, working: number): boolean {
  if (first.id !== step.id || first.action !== step.action || first.how !== step.how) return false;
  if (ofBoat(step)) return true;
  const [pot, other] = [first.pot, step.pot];
  return (
    pot?.product === other?.product &&
    need + (other?.need?.value ?? Infinity) <= (pot?.mass?.value ?? 0) &&
    own + working <= (pot?.life ?? 0)
  );
}

/**
 * Whether two places come to a step at the same time. What takes away what a step set up goes by that step, and the handing
 * over waits for all.
 */
function meets(first: At, second: At, shared: Shared): boolean {
  const { step, place } = second;
  const frees = freedBy(step);
  if (frees.length > 0)
    return place.work.steps.some((s) => {
      const thing = setBy(s);
      return (
        thing !== undefined &&
        frees.includes(thing) &&
        shared.get(place.id)?.get(s.id)?.place === first.place.id
      );
    });
  if (setBy(step) === undefined && step.pot === undefined) return true;
  const [a, b] = [first.place.begins.get(first.step.id), place.begins.get(step.id)];
  return a !== undefined && b !== undefined && Math.abs(a - b) <= SAME_GO;
}

/** The order of steps at each place, with those that are done together as one. */
class Order {
  /** What each step is done as. */
  readonly #as = new Map<Step, Step>();

  constructor(private readonly places: readonly PlaceWork[]) {}

  /** Does a step together with another, unless something would then have to come before itself. */
  join(first: At, second: At): boolean {
    if (first.place === second.place) return false;
    this.#as.set(second.step, first.step);
    if (this.#isOrder()) return true;
    this.#as.delete(second.step);
    return false;
  }

  /** Whether there is an order in which every place finds its own. */
  #isOrder(): boolean {
    const before = new Map<Step, number>();
    const after = new Map<Step, Step[]>();
    for (const { work } of this.places) {
      const row = work.steps.map((s) => this.#as.get(s) ?? s);
      row.forEach((step, i) => {
        before.set(step, (before.get(step) ?? 0) + Number(i > 0));
        if (i > 0) after.set(row[i - 1], [...(after.get(row[i - 1]) ?? []), step]);
      });
    }
    const ready = [...before].flatMap(([step, n]) => (n === 0 ? [step] : []));
    for (const step of ready)
      for (const next of after.get(step) ?? []) {
        const left = (before.get(next) ?? 0) - 1;
        before.set(next, left);
        if (left === 0) ready.push(next);
      }
    return ready.length === before.size;
  }
}
