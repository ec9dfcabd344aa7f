import { handsOn, type Rate, type Timed } from '../rates/hands-on';
import { RATES } from '../rates/book';
import { rateHere } from '../rates/row';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import type { Stage } from '../trace/problem';
import type { Words } from '../trace/words';
import type { Action, Awaited, How } from './actions';
import { workId } from './ids';
import type { Place } from './place';
import type { Fields, InPots, Item, Lag, Rated, Round, Soon, Step } from './step';
import { stepOf } from './step-of';
import { tellStep } from './tell';

export type { Rate, Timed };

export const perM2 = (rate: Timed, amount: Figure): Rate => ({ rate, unit: 's/m²', per: 'per m²', amount });
export const perMetre = (rate: Timed, amount: Figure, per = 'per metre'): Rate => ({
  rate,
  unit: 's/m',
  per,
  amount,
});
export const perLitre = (rate: Timed, amount: Figure, per: string): Rate => ({
  rate,
  unit: 's/m³',
  per,
  amount,
});
export const each = (rate: Timed, amount: Figure, per = 'each'): Rate => ({ rate, unit: 's', per, amount });

/** A fixed time here, s. */
const secondsOf = (fixed: Timed, { own }: Ledger): number =>
  typeof fixed === 'number' ? fixed : rateHere(fixed, own).value;

/** The rows among a fixed time and rates. */
const ratedOf = (fixed: Timed, rates: readonly Rate[]): readonly Rated[] => [
  ...(typeof fixed === 'number' ? [] : [{ row: fixed.id, amount: fixed.times ?? 1 }]),
  ...rates.flatMap(({ rate, amount }) =>
    typeof rate === 'number' ? [] : [{ row: rate.id, amount: amount.value * (rate.times ?? 1) }],
  ),
];

/** Where a step is done, what it serves (a layer, a pot, a surface: two words at most, never a number of the row), and what its words need. */
export interface Where {
  readonly place: Place;
  readonly serves: string;
  readonly fields?: Fields;
}

/** What is said of a step besides its action. */
export interface StepMore {
  /** People without whom it is not begun. */
  readonly people?: number;
  /** It goes on at once with the next step. */
  readonly withNext?: boolean;
  /** Lay numbers of the plies that it is about. */
  readonly plies?: readonly number[];
  /** Done at the bench: it waits for nothing of its stage, and what is told after it waits for it. */
  readonly aside?: boolean;
  /** Done again until something is so. */
  readonly round?: Round;
  /** What it mixes. */
  readonly pot?: InPots;
  /** Id of the product that it lays or bonds with, where no pot of its go says so. */
  readonly product?: string;
  /** The figures that are needed while it is done. */
  readonly figures?: Words;
  /** What of its time is setting up, s: the same is done at the next place without it. */
  readonly setUp?: number;
  /** Rows that what it uses up goes by, where its time was worked out otherwise. */
  readonly rated?: readonly Rated[];
}

/** What is said of a wait besides how long it is. */
export type WaitMore = Pick<Lag, 'window' | 'cures' | 'dries' | 'rests' | 'until' | 'over'>;

const lagOf = (
  stage: Stage,
  awaited: Awaited,
  { place, serves, fields }: Where,
  least: Figure,
  more: WaitMore,
): Lag => ({
  id: workId(place, awaited, serves),
  stage,
  awaited,
  least,
  ...(fields ? { fields } : {}),
  ...more,
});

/** Writes the work of a repair: steps and what they wait for, in the order in which it is done. */
export class StepWriter {
  /** The go that the next step belongs to. */
  #go: string | undefined;
  #items: Item[] = [];
  /** By the id of a step, what its time was reckoned by. */
  readonly #rated = new Map<string, readonly Rated[]>();

  constructor(readonly ledger: Ledger) {}

  get items(): readonly Item[] {
    return this.#items;
  }

  /**
   * A step of a fixed time and rates.
   *
   * @param fixed of all hands together, s
   */
  step<A extends Action>(
    stage: Stage,
    action: A,
    how: How<A>,
    where: Where,
    fixed: Timed,
    rates: readonly Rate[] = [],
    more: StepMore = {},
  ): this {
    return this.timed(stage, action, how, where, this.time(action, how, where, fixed, rates), {
      // A step of nothing but a fixed time is that much work wherever it is done.
      ...(rates.length > 0 && secondsOf(fixed, this.ledger) > 0
        ? { setUp: secondsOf(fixed, this.ledger) }
        : {}),
      ...more,
    });
  }

  /** A step whose time was worked out as a figure of its own, s. */
  timed<A extends Action>(
    stage: Stage,
    action: A,
    how: How<A>,
    where: Where,
    work: Figure,
    {
      people = 1,
      withNext = false,
      plies,
      aside = false,
      round,
      pot,
      product,
      figures,
      setUp,
      rated: own,
    }: StepMore = {},
  ): this {
    const step = stepOf(stage, action, how, where, work, people);
    const go = this.#go ?? (withNext ? step.id : undefined);
    const rated = own ?? this.#rated.get(step.id);
    this.#items.push({
      step: {
        ...step,
        ...(go === undefined ? {} : { go }),
        ...(plies ? { plies } : {}),
        ...(round ? { round } : {}),
        ...(pot ? { pot } : {}),
        ...(product === undefined ? {} : { product }),
        ...(figures && figures.length > 0 ? { figures } : {}),
        ...(setUp === undefined ? {} : { setUp }),
        ...(rated ? { rated } : {}),
      },
      ...(aside ? { aside } : {}),
    });
    this.#go = withNext ? go : undefined;
    return this;
  }

  /** The figures that are needed at the step just written. */
  figures(figures: Words): this {
    const last = this.#items.pop();
    if (last) this.#items.push('step' in last ? { ...last, step: { ...last.step, figures } } : last);
    return this;
  }

  /** What is waited for before the next step. */
  wait(stage: Stage, awaited: Awaited, where: Where, least: Figure, more: WaitMore = {}): this {
    this.#items.push({ lag: lagOf(stage, awaited, where, least, more) });
    return this;
  }

  /** The last step is done so long after the one before it, while what follows goes on waiting from that. */
  beside(awaited: Awaited, where: Where, least: Figure, more: WaitMore = {}): this {
    const last = this.#items.pop();
    if (last && 'step' in last)
      this.#items.push({ ...last, beside: lagOf(last.step.stage, awaited, where, least, more) });
    return this;
  }

  /** The step just written comes no later than so long after another. */
  soon(soon: Soon): this {
    const last = this.#items.pop();
    if (last) this.#items.push('step' in last ? { ...last, soon } : last);
    return this;
  }

  /** What a shut window costs before the next layer; in the plan only where one is missed. */
  reopening(stage: Stage, how: 'reopen' | 'reopenLaminate', where: Where, area: Figure): Step {
    return stepOf(
      stage,
      'abrade',
      how,
      where,
      this.time('abrade', how, where, RATES.abradeFixed, [perM2(RATES.abradePerM2, area)]),
    );
  }

  add(...items: readonly Item[]): this {
    this.#items.push(...items);
    return this;
  }

  /** Working time of a step, s, traced under its id. */
  time<A extends Action>(
    action: A,
    how: How<A>,
    { place, serves, fields }: Where,
    fixed: Timed,
    rates: readonly Rate[] = [],
  ): Figure {
    const id = workId(place, action, serves);
    const rated = ratedOf(fixed, rates);
    if (rated.length > 0) this.#rated.set(id, rated);
    return handsOn(this.ledger, `t.${id}`, tellStep({ action, how, fields }), fixed, rates);
  }
}
