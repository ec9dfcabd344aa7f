import { handsOn } from '../../materials/hands-on';
import type { DamageKind } from '../../materials/damage-kinds';
import type { Job } from '../../schema/job';
import type { Figure } from '../../trace/figure';
import type { Ledger } from '../../trace/ledger';
import type { Stage } from '../../trace/problem';
import type { Action, How } from '../../work/actions';
import { stepOf } from '../../work/step-of';
import { tellStep } from '../../work/tell';
import type { Place } from '../../work/place';
import type { Fields, Item, Step } from '../../work/step';
import type { DishPlan } from '../dish-plan';
import type { Plan } from '../plan';

export interface TaskFacts {
  readonly former?: Job['former'];
  readonly kind?: DamageKind;
  /** The finish is tinted to a colour that was read. */
  readonly colour?: true;
}

/** What the steps of a laminate repair are composed from. */
export type Parts = DishPlan &
  Pick<Plan, 'finish' | 'system'> & {
    readonly job?: TaskFacts;
    readonly backing?: 'removable' | 'bonded';
    readonly hands: Figure;
    readonly solventWipe: 'wipe' | 'none';
  };

/** A rate of hands-on work and what it is counted on. */
export interface Rate {
  readonly rate: number;
  readonly unit: string;
  readonly per: string;
  readonly amount: Figure;
}

export const perM2 = (rate: number, amount: Figure): Rate => ({ rate, unit: 's/m²', per: 'per m²', amount });
export const perItem = (unit: string, per: string, rate: number, amount: Figure): Rate => ({
  rate,
  unit,
  per,
  amount,
});

/** Where a step is done, what it serves, and what its words need. */
export interface At {
  readonly place: Place;
  readonly serves: string;
  readonly fields?: Fields;
}

/** Writes the steps of one stage. */
export class StageSteps {
  readonly items: Item[] = [];
  #go: string | undefined;

  constructor(
    readonly stage: Stage,
    readonly ledger: Ledger,
  ) {}

  /** A step of a fixed time (s) and rates. @param key of its time in the ledger */
  step<A extends Action>(
    key: string,
    action: A,
    how: How<A>,
    at: At,
    fixed: number,
    rates: readonly Rate[] = [],
    withNext = false,
  ): this {
    const label = tellStep({ action, how, fields: at.fields });
    return this.timed(action, how, at, handsOn(this.ledger, key, label, fixed, rates), { withNext });
  }

  /** A step whose working time is a figure of its own, s. */
  timed<A extends Action>(
    action: A,
    how: How<A>,
    at: At,
    work: Figure,
    { withNext = false, plies }: { readonly withNext?: boolean; readonly plies?: readonly number[] } = {},
  ): this {
    const step: Step = {
      ...stepOf(this.stage, action, how, at, work),
      ...(plies ? { plies } : {}),
    };
    const go = this.#go ?? (withNext ? step.id : undefined);
    this.items.push({ step: go === undefined ? step : { ...step, go } });
    this.#go = withNext ? go : undefined;
    return this;
  }

  /** The last step is done at the bench: it waits for nothing of its stage. */
  aside(): this {
    const last = this.items.pop();
    if (last && 'step' in last) this.items.push({ ...last, aside: true });
    return this;
  }

  add(...items: readonly Item[]): this {
    this.items.push(...items);
    return this;
  }
}
