import type { Region } from '../geometry/region';
import { doublingRule, type Milestones } from '../cure/cure-model';
import type { CureSheet, Product } from '../materials/product';
import { sheetOrigin } from '../materials/sheet-origin';
import type { Action, Awaited, How } from '../work/actions';
import type { Lag, Soon, Step } from '../work/step';
import { stepOf } from '../work/step-of';
import { StepWriter, type Rate, type StepMore, type Timed, type WaitMore, type Where } from '../work/writer';
import type { Figure, Origin } from '../trace/figure';
import type { Formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import { problemAt, type Severity, type Stage, type Told } from '../trace/problem';
import type { RepairDrawing } from './drawing';
import { usedUp } from './used-up';
import type {
  Doing,
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
import type { Words } from '../trace/words';

const MIN = 60;

/** Minutes as seconds; a row of the book has its own. */
const inSeconds = (minutes: Timed): Timed => (typeof minutes === 'number' ? minutes * MIN : minutes);

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
    if (!this.sheet.asks.some((a) => a.path === path)) this.sheet.asks.push({ path, assumed });
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
  #work: StepWriter;
  readonly #before: StepWriter;
  readonly #later: StepWriter;
  readonly #pots: Pot[] = [];
  /** Products of one part, by the id under which they would be mixed. */
  readonly #tins = new Map<string, Product>();
  readonly #materials: RepairMaterial[] = [];
  readonly #cautions: RepairPlan['cautions'][number][] = [];
  readonly #acceptance: RepairPlan['acceptance'][number][] = [];
  readonly #drawings: RepairDrawing[] = [];
  readonly #patterns: RepairPattern[] = [];
  readonly #milestones = new Map<string, Milestones>();
  #coat: RepairPlan['coat'];
  #ground: Region | undefined;

  /** @param cures layers that another part of the same repair may have numbered already */
  constructor(
    readonly input: RepairInput,
    readonly ledger: Ledger,
    private cures = 0,
  ) {
    this.#before = this.#work = new StepWriter(ledger);
    this.#later = new StepWriter(ledger);
  }

  /** The steps that are being written: for what every kind writes the same, laminate among them. */
  get steps(): StepWriter {
    return this.#work;
  }

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

  /** A step with a fixed time, in minutes or as a row of the book, and rates. */
  step<A extends Action>(
    stage: Stage,
    action: A,
    how: How<A>,
    where: Where,
    minutes: Timed,
    rates: readonly Rate[] = [],
    more: StepMore = {},
  ): this {
    this.#work.step(stage, action, how, where, inSeconds(minutes), rates, more);
    return this;
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
    this.#work.timed(stage, action, how, where, work, more);
    return this;
  }

  /** Working time of a step that is written later, s: its pot has to outlast it. @param minutes fixed */
  time<A extends Action>(
    action: A,
    how: How<A>,
    where: Where,
    minutes: Timed,
    rates: readonly Rate[] = [],
  ): Figure {
    return this.#work.time(action, how, where, inSeconds(minutes), rates);
  }

  /** The figures that are needed at the step just written. */
  figures(figures: Words): this {
    this.#work.figures(figures);
    return this;
  }

  /** What is waited for before the next step. */
  wait(stage: Stage, awaited: Awaited, where: Where, least: Figure, more: WaitMore = {}): this {
    this.#work.wait(stage, awaited, where, least, more);
    return this;
  }

  /** The last step is done so long after the one before it, while what follows goes on waiting from that. */
  beside(awaited: Awaited, where: Where, least: Figure, more: WaitMore = {}): this {
    this.#work.beside(awaited, where, least, more);
    return this;
  }

  /** The step just written comes no later than so long after another. */
  soon(soon: Soon): this {
    this.#work.soon(soon);
    return this;
  }

  /**
   * What a product's cure is waited for until, so that a forecast can work it out along the course of the air.
   * @param thickness where it lies thickest, m; a film as thin as its sheet means it where that is not given
   */
  curing(product: Product, moment: 'opens' | 'sand', thickness?: number): Pick<Lag, 'cures'> {
    this.cures += 1;
    const thick = thickness === undefined ? {} : { thickness };
    return {
      cures: { layer: { of: 'film', number: this.cures, product: product.id, ...thick }, moment },
    };
  }

  /** What is done first where a window was missed, in minutes; in the plan only then. */
  put<A extends Action>(stage: Stage, action: A, how: How<A>, where: Where, minutes: Timed): Step {
    return stepOf(stage, action, how, where, this.#work.time(action, how, where, inSeconds(minutes)));
  }

  /** What a shut window costs before the next coat; in the plan only where one is missed. */
  missed(stage: Stage, where: Where, grit: number, area: Figure): Step {
    return this.#work.reopening(stage, 'reopen', { ...where, fields: { grit } }, area);
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
    this.#work = this.#later;
    work();
    this.#work = this.#before;
    return this;
  }

  pot(pot: Pot): this {
    this.#pots.push(pot);
    return this;
  }

  /** What comes ready in its tin: it is stirred, and it is known what it is. */
  tin(id: string, product: Product): this {
    this.#tins.set(id, product);
    return this;
  }

  /** What the step that mixes a pot says of it; used at once. @param id of the pot, or of the tin */
  mixes(id: string): StepMore {
    const pot = this.#pots.find((p) => p.id === id);
    const tin = this.#tins.get(id);
    return {
      withNext: true,
      ...(tin && !pot ? { pot: { product: tin.id } } : {}),
      ...(pot
        ? {
            pot: {
              product: pot.product.id,
              mass: pot.mass,
              count: pot.count,
              need: pot.need,
              life: pot.life,
              cup: { of: 'repair', id },
            },
          }
        : {}),
    };
  }

  material(id: string, product: string, use: string, quantity: Figure, priced?: Product): this {
    this.#materials.push({ id, product, use, quantity, priced });
    return this;
  }

  /** @param at actions that it is about: it stands at the first step of one of them, else at the first of its stage */
  caution(stage: Stage, text: string, ...at: readonly Doing[]): this {
    this.#cautions.push({ stage, text, ...(at.length > 0 ? { at } : {}) });
    return this;
  }

  /** @param at actions that it is about: it stands at the last step of one of them, else at the last of its stage */
  accept(stage: Stage, test: string, pass: string, ...at: readonly Doing[]): this {
    this.#acceptance.push({ stage, test, pass, ...(at.length > 0 ? { at } : {}) });
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

  done(kind: string, name: string): RepairPlan {
    return {
      kind,
      name,
      sheets: [...this.#sheets.values()].map((w) => w.sheet),
      items: this.#before.items,
      later: this.#later.items,
      pots: this.#pots,
      materials: usedUp(this.#materials, this.#pots, this.ledger),
      cautions: this.#cautions,
      acceptance: this.#acceptance,
      drawings: this.#drawings,
      patterns: this.#patterns,
      coat: this.#coat,
      ...(this.#ground ? { ground: this.#ground } : {}),
    };
  }
}
