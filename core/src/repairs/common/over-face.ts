import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Ledger } from '../../trace/ledger';
import type { OverFace } from '../../work/step';

/** A face that is gone over in less is taken as coated at once, s. */
const AT_ONCE = 900;

export const timeOverFace = formula({
  id: 'repairs/common/over-face',
  expression: 'T = t/n',
  unit: 's',
  source: 'a face is coated one place after another; hands that work side by side share it',
  inputs: { t: 'working time of one coat', n: 'pairs of hands' },
  evaluate: (x) => x.t / x.n,
});

export const topOverFace = formula({
  id: 'repairs/common/over-face',
  expression: 'T = t/k',
  unit: 's',
  source: 'the plies of a batch follow one another over the face; the next bonds to the top one',
  inputs: { t: 'time in which the last batch is laid', k: 'plies of that batch' },
  evaluate: (x) => x.t / x.k,
});

export const restAfterLast = formula({
  id: 'repairs/common/over-face',
  expression: 't = max(0, t_open − min(T, T_next))',
  unit: 's',
  source:
    'every place waits from its own laying: with the next coat in the same order, the first place has waited while the rest of the face was coated, the last waits while the next coat comes to it',
  inputs: {
    t_open: 'wait of one place',
    T: 'time in which the layer goes over the face',
    T_next: 'time in which the next goes over it',
  },
  evaluate: (x) => Math.max(0, x.t_open - Math.min(x.T, x.T_next)),
});

export const shutAfterLast = formula({
  id: 'repairs/common/over-face',
  expression: 't = max(0, t_close − max(T, T_next))',
  unit: 's',
  source:
    'the window of the place that was coated first shuts first, and the next coat has to come to the last in time',
  inputs: {
    t_close: 'window of one place',
    T: 'time in which the layer goes over the face',
    T_next: 'time in which the next goes over it',
  },
  evaluate: (x) => Math.max(0, x.t_close - Math.max(x.T, x.T_next)),
});

/**
 * How a coat goes over its face.
 *
 * @param work working time of one coat, s
 * @param hands pairs of hands that lay it side by side
 * @param next what the next coat goes over the face in: `'alike'`, or `'unknown'`, where nothing is gained by it
 * @returns undefined for a face that is coated at once
 */
export function overFace(
  ledger: Ledger,
  id: string,
  work: Figure,
  hands: Figure,
  next: 'alike' | 'unknown',
): OverFace | undefined {
  if (work.value / hands.value < AT_ONCE) return undefined;
  const laid = ledger.compute(`${id}.face`, 'a coat over the whole face', timeOverFace, {
    t: work,
    n: hands,
  });
  return {
    laid,
    next:
      next === 'alike'
        ? laid
        : ledger.given(
            `${id}.nextFace`,
            'the next product over the whole face',
            0,
            's',
            'assumed',
            'not known: taken as laid everywhere at once',
          ),
  };
}

/**
 * How the top ply of a lift goes over its face, and the first of the next alike.
 *
 * @param laid time in which its last batch is laid, s
 * @param plies of that batch
 * @returns undefined where it is laid at once
 */
export function overLift(ledger: Ledger, id: string, laid: Figure, plies: number): OverFace | undefined {
  if (laid.value / plies < AT_ONCE) return undefined;
  const top = ledger.compute(`${id}.top`, 'the top ply over the whole face', topOverFace, {
    t: laid,
    k: ledger.given(`${id}.plies`, 'plies of the last batch', plies, 'count', 'computed', 'batches'),
  });
  return { laid: top, next: top };
}

/** What of a wait is left when the last of the face lies, and how long its window stays open from then, s. */
export interface AfterLast {
  readonly rest: Figure;
  readonly opens?: Figure;
  readonly closes?: Figure;
}

/**
 * The wait and the window of one place as those of a face that was coated one place after another.
 *
 * @param place times from the laying of one place, s
 */
export function afterLast(ledger: Ledger, id: string, { laid, next }: OverFace, place: AfterLast): AfterLast {
  const faces = { T: laid, T_next: next };
  const rest = ledger.compute(`${id}.rest`, 'wait when the last of the face lies', restAfterLast, {
    t_open: place.rest,
    ...faces,
  });
  return {
    rest,
    ...(place.opens && place.closes
      ? {
          opens: ledger.compute(`${id}.opensLast`, 'window opens, the whole face', restAfterLast, {
            t_open: place.opens,
            ...faces,
          }),
          closes: ledger.compute(`${id}.closesFirst`, 'window shuts at the first place', shutAfterLast, {
            t_close: place.closes,
            ...faces,
          }),
        }
      : {}),
  };
}
