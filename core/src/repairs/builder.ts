import type { Region } from '../geometry/region';
import { doublingRule, type Milestones } from '../cure/cure-model';
import { handsOn } from '../materials/hands-on';
import type { CureSheet, Product } from '../materials/product';
import { sheetOrigin } from '../materials/sheet-origin';
import { RATES } from '../materials/work-rates';
import type { Action, Awaited, How } from '../work/actions';
import { workId } from '../work/ids';
import { tellStep } from '../work/tell';
import { stepOf } from '../work/step-of';
import type { Place } from '../work/place';
import type { Fields, Item, Lag, Step } from '../work/step';
import type { Figure, Origin } from '../trace/figure';
import type { Formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import { problemAt, type Severity, type Stage, type Told } from '../trace/problem';
import type { RepairDrawing } from './drawing';
import type {
  Ask,
  KeyFigure,
  Pot,
  RepairInput,
  RepairMaterial,
  RepairPattern,
  RepairPlan,
  RepairSheet,
  RepairTable,
  SandRequest,
} from './repair';
import type { Words } from './words';

/** A rate of hands-on work and what it is counted on. */
export interface Rate {
  readonly rate: number;
  readonly unit: 's' | 's/m' | 's/m²' | 's/m³';
  readonly per: string;
  readonly amount: Figure;
}

export const perM2 = (rate: number, amount: Figure): Rate => ({ rate, unit: 's/m²', per: 'per m²', amount });
export const perMetre = (rate: number, amount: Figure): Rate => ({
  rate,
  unit: 's/m',
  per: 'per metre',
  amount,
});
export const each = (rate: number, amount: Figure, per = 'each'): Rate => ({ rate, unit: 's', per, amount });

const MIN = 60;

/** Where a step is done, what it serves (a layer, a pot, a surface: two words at most, never a number of the row), and what its words need. */
export interface Where {
  readonly place: Place;
  readonly serves: string;
  readonly fields?: Fields;
}

/** People without whom it is not begun, and whether it goes on at once with the next step. */
export interface StepMore {
  readonly people?: number;
  readonly withNext?: boolean;
}

type Mutable<T> = { -readonly [K in keyof T]: T[K] };

/** Writes one stage of a repair. */
export class SheetWriter {
  readonly sheet: Mutable<RepairSheet> & {
    key: KeyFigure[];
    tables: RepairTable[];
    notes: Words[];
    asks: Ask[];
  };

  constructor(readonly stage: Stage) {
    this.sheet = { stage, sentence: [], key: [], tables: [], notes: [], asks: [] };
  }

  say(sentence: Words): this {
    this.sheet.sentence = sentence;
    return this;
  }

  key(label: string, figure: Figure, as?: KeyFigure['as'], decimals?: number): this {
    this.sheet.key.push({ label, figure, as, decimals });
    return this;
  }

  table(caption: string, columns: readonly string[], rows: readonly (readonly Words[])[]): this {
    if (rows.length > 0) this.sheet.tables.push({ caption, columns, rows });
    return this;
  }

  note(...notes: readonly Words[]): this {
    this.sheet.notes.push(...notes);
    return this;
  }

  ask(path: string, assumed?: Ask['assumed']): this {
    this.sheet.asks.push({ path, assumed });
    return this;
  }

  sand(request: SandRequest): this {
    this.sheet.sand = request;
    return this;
  }
}

/**
 * What every kind of repair writes its plan with: traced figures by the ledger, tasks in the order of the work, what is
 * mixed and used up, cautions at their stage.
 */
export class RepairBuilder {
  readonly #sheets = new Map<Stage, SheetWriter>();
  /** Where steps go: before the finish, or after it. */
  #items: Item[] = [];
  readonly #before = this.#items;
  readonly #later: Item[] = [];
  /** The go that the next step belongs to. */
  #go: string | undefined;
  readonly #pots: Pot[] = [];
  readonly #materials: RepairMaterial[] = [];
  readonly #cautions: { stage: Stage; text: string }[] = [];
  readonly #acceptance: { stage: Stage; test: string; pass: string }[] = [];
  readonly #drawings: RepairDrawing[] = [];
  readonly #patterns: RepairPattern[] = [];
  readonly #milestones = new Map<string, Milestones>();
  #coat: RepairPlan['coat'];
  #cures = 0;
  #ground: Region | undefined;

  constructor(
    readonly input: RepairInput,
    readonly ledger: Ledger,
  ) {}

  at(stage: Stage): SheetWriter {
    const there = this.#sheets.get(stage) ?? new SheetWriter(stage);
    this.#sheets.set(stage, there);
    return there;
  }

  /** What was entered, or what stands in for it. */
  pick(
    id: string,
    label: string,
    unit: string,
    entered: number | undefined,
    fallback: number,
    source: string,
    origin: Origin = 'assumed',
  ): Figure {
    return entered === undefined
      ? this.ledger.given(id, label, fallback, unit, origin, source)
      : this.ledger.given(id, label, entered, unit, 'entered', 'entered for this job');
  }

  assumed(id: string, label: string, value: number, unit: string, source: string): Figure {
    return this.ledger.given(id, label, value, unit, 'assumed', source);
  }

  compute<S extends string>(
    id: string,
    label: string,
    f: Formula<S>,
    inputs: Readonly<Record<S, Figure>>,
    span?: readonly [number, number],
  ): Figure {
    return this.ledger.compute(id, label, f, inputs, span);
  }

  /** A figure of a product's sheet. */
  sheetFigure(
    id: string,
    label: string,
    product: Product,
    field: string,
    value: number,
    unit: string,
  ): Figure {
    const { origin, source } = sheetOrigin(product, field);
    return this.ledger.given(id, label, value, unit, origin, source);
  }

  warn(stage: Stage, path: string, ...told: Told): void {
    this.report('warning', stage, path, ...told);
  }

  report(severity: Severity, stage: Stage, path: string, ...told: Told): void {
    this.ledger.report(problemAt({ severity, stage, path }, told));
  }

  /** A step with a fixed time in minutes and rates. */
  step<A extends Action>(
    stage: Stage,
    action: A,
    how: How<A>,
    where: Where,
    minutes: number,
    rates: readonly Rate[] = [],
    more: StepMore = {},
  ): this {
    const id = workId(where.place, action, where.serves);
    const label = tellStep({ action, how, fields: where.fields });
    return this.timed(
      stage,
      action,
      how,
      where,
      handsOn(this.ledger, `t.${id}`, label, minutes * MIN, rates),
      more,
    );
  }

  /** A step whose time was worked out as a figure of its own, s. */
  timed<A extends Action>(
    stage: Stage,
    action: A,
    how: How<A>,
    where: Where,
    work: Figure,
    more: StepMore = {},
  ): this {
    const step = stepOf(stage, action, how, where, work, more.people ?? 1);
    const go = this.#go ?? (more.withNext ? step.id : undefined);
    this.#items.push({ step: go === undefined ? step : { ...step, go } });
    this.#go = more.withNext ? go : undefined;
    return this;
  }

  /** What is waited for before the next step. */
  wait(
    stage: Stage,
    awaited: Awaited,
    where: Where,
    least: Figure,
    more: Pick<Lag, 'window' | 'cures' | 'until' | 'over'> = {},
  ): this {
    const { place, serves, fields } = where;
    this.#items.push({
      lag: {
        id: workId(place, awaited, serves),
        stage,
        awaited,
        least,
        ...(fields ? { fields } : {}),
        ...more,
      },
    });
    return this;
  }

  /** What a product's cure is waited for until, so that a forecast can work it out along the course of the air. */
  curing(product: Product, moment: 'opens' | 'sand'): Pick<Lag, 'cures'> {
    this.#cures += 1;
    return { cures: { layer: { of: 'film', number: this.#cures, product: product.id }, moment } };
  }

  /** What a shut window costs before the next coat; in the plan only where one is missed. */
  missed(stage: Stage, where: Where, grit: number, area: Figure): Step {
    const id = workId(where.place, 'abrade', where.serves);
    const fields = { grit };
    const label = tellStep({ action: 'abrade', how: 'reopen', fields });
    return stepOf(
      stage,
      'abrade',
      'reopen',
      { ...where, fields },
      handsOn(this.ledger, `t.${id}`, label, RATES.abradeFixed, [perM2(RATES.abradePerM2, area)]),
      1,
    );
  }

  /** Times of a product at the temperature of the work, each product once. @returns undefined for one whose sheet states none */
  times(product: Product): Milestones | undefined {
    const cure: CureSheet | undefined = 'cure' in product ? product.cure : undefined;
    if (!cure) return undefined;
    const kept =
      this.#milestones.get(product.id) ??
      doublingRule.milestones(
        product.id,
        { ...product, cure },
        this.input.conditions.temperature,
        this.ledger,
      );
    this.#milestones.set(product.id, kept);
    return kept;
  }

  /** Outline of the ground that is worked and made good, drawn round the damage in the plan view. */
  ground(region: Region): this {
    this.#ground = region;
    return this;
  }

  /** What is done when the finish is on: a second round under the stands. */
  afterFinish(work: () => void): this {
    this.#items = this.#later;
    work();
    this.#items = this.#before;
    return this;
  }

  pot(pot: Pot): this {
    this.#pots.push(pot);
    return this;
  }

  material(id: string, product: string, use: string, quantity: Figure, priced?: Product): this {
    this.#materials.push({ id, product, use, quantity, priced });
    return this;
  }

  caution(stage: Stage, text: string): this {
    this.#cautions.push({ stage, text });
    return this;
  }

  accept(stage: Stage, test: string, pass: string): this {
    this.#acceptance.push({ stage, test, pass });
    return this;
  }

  draw(drawing: RepairDrawing): this {
    this.#drawings.push(drawing);
    return this;
  }

  pattern(pattern: RepairPattern): this {
    this.#patterns.push(pattern);
    return this;
  }

  /** Leaves the finish to the plan: the face that it goes over, and the length of its masking. */
  coat(area: Figure, masking: Figure, film?: Figure): this {
    this.#coat = { area, masking, ...(film ? { film } : {}) };
    return this;
  }

  /** What is used up of a product that is mixed by mass: at least what its pots hold. */
  #used(m: RepairMaterial): RepairMaterial {
    const pots = this.#pots.filter(
      (p) => p.product === m.priced || (m.priced !== undefined && p.product.id === m.priced.id),
    );
    const held = pots.reduce((sum, p) => sum + p.mass.value * p.count.value, 0);
    if (m.quantity.unit !== 'kg' || held <= m.quantity.value * 1.001) return m;
    const inputs = Object.fromEntries(
      pots.flatMap((p, i) => [
        [`m${i + 1}`, p.mass],
        [`n${i + 1}`, p.count],
      ]),
    );
    return {
      ...m,
      quantity: this.ledger.record(
        `used.${m.id}`,
        `${m.product}, as mixed`,
        {
          id: 'repairs/builder',
          expression: 'm = Σ m_pot·n',
          unit: 'kg',
          source: 'every pot is used up, what is left in it too',
        },
        held,
        { needed: m.quantity, ...inputs },
      ),
    };
  }

  done(kind: string, name: string): RepairPlan {
    return {
      kind,
      name,
      sheets: [...this.#sheets.values()].map((w) => w.sheet),
      items: this.#before,
      later: this.#later,
      pots: this.#pots,
      materials: this.#materials.map((m) => this.#used(m)),
      cautions: this.#cautions,
      acceptance: this.#acceptance,
      drawings: this.#drawings,
      patterns: this.#patterns,
      coat: this.#coat,
      ...(this.#ground ? { ground: this.#ground } : {}),
    };
  }
}
