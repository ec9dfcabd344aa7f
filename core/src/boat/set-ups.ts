import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import type { Step } from '../work/step';
import { SAME_GO, type PlaceWork, type Shared } from './shared';

export const withoutSetUp = formula({
  id: 'boat/set-ups',
  expression: 't = t_alone − t_set',
  unit: 's',
  source: 'tools, papers, tape and bucket are there from the place before',
  inputs: { t_alone: 'by itself', t_set: 'setting up' },
  evaluate: (x) => x.t_alone - x.t_set,
});

/** By place and id of a step: its working time where it is set up already, s. */
export type SetUps = ReadonlyMap<string, ReadonlyMap<string, Figure>>;

/**
 * Steps for which all is set up at another place already: the same thing is done there in the same go of work, and the
 * hands only go on to the next place with it.
 *
 * @param ledgerOf where the times of a place are traced
 */
export function sharedSetUps(
  places: readonly PlaceWork[],
  shared: Shared,
  ledgerOf: (place: string) => Ledger,
): SetUps {
  return new Map(
    places.map((place, i) => {
      const before = places.slice(0, i);
      const own = place.work.steps.flatMap((step): [string, Figure][] => {
        const { setUp } = step;
        if (setUp === undefined || shared.get(place.id)?.has(step.id)) return [];
        if (!before.some((other) => setsUp(other, place, step))) return [];
        const ledger = ledgerOf(place.id);
        const t_set = ledger.given(
          `set.${step.id}`,
          'setting up',
          setUp,
          's',
          'computed',
          'the fixed part of its time',
        );
        const work = ledger.compute(`t.${step.id}`, 'set up already', withoutSetUp, {
          t_alone: step.work,
          t_set,
        });
        return [[step.id, work]];
      });
      return [place.id, new Map(own)];
    }),
  );
}

/** Whether another place has the same thing done about the same time. */
function setsUp(other: PlaceWork, place: PlaceWork, step: Step): boolean {
  const at = place.begins.get(step.id);
  return (
    at !== undefined &&
    other.work.steps.some((s) => {
      const then = other.begins.get(s.id);
      return (
        s.action === step.action &&
        s.how === step.how &&
        s.setUp !== undefined &&
        then !== undefined &&
        (finished(other, place, step) || Math.abs(then - at) <= SAME_GO)
      );
    })
  );
}

/** What is masked and coated together is set up once, whenever each place would come to it by itself. */
const finished = (other: PlaceWork, place: PlaceWork, { stage }: Step): boolean =>
  stage === 'finish' && place.finishedWith !== undefined && place.finishedWith === other.finishedWith;
