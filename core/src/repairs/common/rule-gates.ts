import { RATES } from '../../rates/book';
import { multiple } from '../../rates/row';
import { windowOpening, type CureSheet, type Product } from '../../materials/product';
import type { Rule } from '../../match/rule';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Ledger } from '../../trace/ledger';
import { stageOf } from '../../work/network';
import { workId } from '../../work/ids';
import { productsOf } from '../../work/pots';
import type { Item, Lag, Late, Step } from '../../work/step';
import { effectsOf } from '../../work/surfaces';
import { perM2, StepWriter } from '../../work/writer';
import { takenOff, type OnSurface } from './contaminant';

export interface Ruled extends OnSurface {
  /** Rules that speak about the chain. */
  readonly rules: readonly Rule[];
  readonly products: readonly Product[];
  readonly coated?: Figure;
}

/** From a moment that is waited for to full cure, at one temperature. */
export const fullFromMoment = formula({
  id: 'repairs/common/rule-gates',
  expression: 't_full = t·full/moment',
  unit: 's',
  source: 'times of one sheet stay in proportion as it gets colder',
  inputs: {
    t: 'until it can be sanded, or the next bonds',
    full: 'full cure by the sheet',
    moment: 'that moment by the sheet',
  },
  evaluate: (x) => (x.t * x.full) / x.moment,
});

/**
 * What the rules of a chain ask of the work, as steps: what a rule says that it bonds under is done, and not only said.
 * What the faces need anyway (washed, abraded, clean) is left to them, and what lies on them to whoever takes it off.
 */
export function ruleGates(ruled: Ruled, ledger: Ledger): readonly Item[] {
  const { rules, products, area, coated } = ruled;
  const needs = new Set(rules.flatMap((r) => r.needs ?? []));
  const open = new Opened(takenOff(ruled, ledger), ledger);
  if (needs.has('raked')) open.raked(area);
  if (needs.has('dry')) open.read();
  if (needs.has('trial')) open.trial();
  // Chips that are filled are in no chain: what fresh epoxy stops minds theirs as well.
  if (needs.has('full') || products.some(stopped)) open.fullCure(products, coated ?? area);
  return open.items;
}

/** What keeps the amine of an epoxy from what comes over it. */
const parts = (p: Product): boolean =>
  p.role === 'tie coat' || (p.role === 'primer' && p.family === 'acrylic');

/** What fresh epoxy stops from drying or curing. */
const stopped = (p: Product, _: number, all: readonly Product[]): boolean =>
  (p.family === 'alkyd' && !all.some(parts)) ||
  (p.role === 'finish' && p.kind === 'gel coat' && !all.some((x) => x.role === 'tie coat'));

const TRIAL = 15 * 60;
/** Raking old putty out of a damage, s and s/m². Source: judged, scraper and disc. */
const RAKE = 10 * 60;
const RAKE_PER_M2 = 120 * 60;

/** Epoxy that a finish is laid over, and a wait for it that is in the plan already. */
interface Fresh {
  readonly lag: Lag;
  /** The step that laid it. */
  readonly from: string;
  readonly sheet: CureSheet;
  /** What that wait is for, by the sheet, s. */
  readonly moment: number;
}

/** The items of a job, into which single steps are put. */
class Opened {
  readonly #w: StepWriter;

  constructor(
    public items: readonly Item[],
    private readonly ledger: Ledger,
  ) {
    this.#w = new StepWriter(ledger);
  }

  /** Where something is laid first: the first step of its go. */
  get #laidAt(): number {
    const at = this.items.findIndex((i) => 'step' in i && effectsOf(i.step).includes('lays'));
    return this.#goOf(at);
  }

  #goOf(at: number): number {
    const item = this.items[at];
    const go = item && 'step' in item ? item.step.go : undefined;
    return go === undefined ? at : this.items.findIndex((i) => 'step' in i && i.step.go === go);
  }

  #has(of: (step: Step) => boolean, until = this.items.length): boolean {
    return this.items.slice(0, until).some((i) => 'step' in i && of(i.step));
  }

  #put(at: number, put: readonly Item[]): void {
    if (at >= 0) this.items = [...this.items.slice(0, at), ...put, ...this.items.slice(at)];
  }

  #written(write: (w: StepWriter) => StepWriter): readonly Item[] {
    const before = this.#w.items.length;
    return write(this.#w).items.slice(before);
  }

  /** Old putty comes out before anything is laid: after the wash, before the ground is keyed. */
  raked(area: Figure): void {
    const laid = this.#laidAt;
    const washed = this.items.findIndex((i) => 'step' in i && i.step.action === 'wash');
    const at = washed >= 0 && washed < laid ? washed + 1 : laid;
    const item = this.items[Math.max(0, at - 1)];
    if (at < 0 || !item) return;
    this.#put(
      at,
      this.#written((w) =>
        w.step(stageOf(item), 'strip', 'putty', { place: 'hull', serves: 'old-putty' }, RAKE, [
          perM2(RAKE_PER_M2, area),
        ]),
      ),
    );
  }

  /** What drinks water is read before it is closed, also where nobody has seen any. */
  read(): void {
    const laid = this.#laidAt;
    if (laid < 0 || this.#has((s) => s.action === 'read', laid)) return;
    const looked = this.items.findIndex((i) => 'step' in i && i.step.action === 'survey');
    const at = looked < 0 ? laid : looked + 1;
    const item = this.items[looked < 0 ? laid : looked];
    this.#put(
      at,
      this.#written((w) =>
        w.step(stageOf(item), 'read', 'once', { place: 'hull', serves: 'dry' }, RATES.readMeter),
      ),
    );
  }

  /** A product that may craze or let go is tried before the work depends on it. */
  trial(): void {
    const at = this.#laidAt;
    const item = this.items[at];
    if (!item || this.#has((s) => s.action === 'rehearse', at)) return;
    this.#put(
      at,
      this.#written((w) =>
        w.step(stageOf(item), 'rehearse', 'trial', { place: 'bench', serves: 'trial' }, TRIAL),
      ),
    );
  }

  /** A finish that fresh epoxy stops is laid when that has cured in full, washed and keyed once more. */
  fullCure(products: readonly Product[], area: Figure): void {
    const laid = productsOf(this.items.flatMap((i) => ('step' in i ? [i.step] : [])));
    const fresh = new Set(products.filter(stopped).map((p) => p.id));
    const coats = this.items.flatMap((i, n) =>
      'step' in i && i.step.stage === 'finish' && i.step.action === 'coat' ? [{ n, id: i.step.id }] : [],
    );
    // A barrier under it is a coat of epoxy itself.
    const coat = (coats.find(({ id }) => fresh.has(laid.get(id) ?? '')) ?? coats[0])?.n ?? -1;
    // Tape does not lie for days while something cures under it, unless it was there for what cures.
    const mask = this.items.findIndex(
      (i) => 'step' in i && i.step.stage === 'finish' && i.step.action === 'mask',
    );
    const masked = mask >= 0 && mask < coat && !coats.some(({ n }) => n > mask && n < coat);
    const at = masked ? mask : this.#goOf(coat);
    const under = coat < 0 ? undefined : this.#epoxyBefore(at, products);
    if (!under) return;
    const { lag, from, sheet, moment } = under;
    const wait: Lag = {
      id: workId('face', 'fullCure', 'coat'),
      stage: 'finish',
      awaited: 'fullCure',
      least: this.ledger.compute('fullCure', 'epoxy under the finish cured in full', fullFromMoment, {
        t: lag.least,
        full: this.ledger.given(
          'fullSheet',
          'full cure by the sheet',
          sheet.full,
          's',
          'assumed',
          'data sheet',
        ),
        moment: this.ledger.given(
          'momentSheet',
          'that moment by the sheet',
          moment,
          's',
          'assumed',
          'data sheet',
        ),
      }),
      ...(lag.cures ? { cures: { ...lag.cures, moment: 'full' } } : {}),
    };
    const late: Late = { after: from, lag: wait };
    const [wash, key] = this.#written((w) =>
      w
        .step('finish', 'wash', 'blush', { place: 'finish', serves: 'full-cure' }, RATES.wipeFixed, [
          perM2(RATES.wipePerM2, area),
        ])
        .step(
          'finish',
          'abrade',
          'keyed',
          { place: 'finish', serves: 'full-cure', fields: { grit: KEY } },
          multiple(RATES.abradeFixed, 1 / 2),
          [perM2(RATES.abradePerM2, area)],
        ),
    );
    this.#put(at, ['step' in wash ? { ...wash, late } : wash, key]);
  }

  /** The last epoxy that is waited for before an item, and the step that laid it. */
  #epoxyBefore(at: number, products: readonly Product[]): Fresh | undefined {
    const laid = productsOf(this.items.flatMap((i) => ('step' in i ? [i.step] : [])));
    const sheets = new Map(products.flatMap((p) => ('cure' in p && p.cure ? [[p.id, p] as const] : [])));
    const resin = products.find((p) => p.role === 'laminating resin');
    let step: Step | undefined;
    let found: Fresh | undefined;
    for (const item of this.items.slice(0, at)) {
      if ('step' in item) {
        if (effectsOf(item.step).includes('lays')) step = item.step;
        continue;
      }
      if (!item.lag.cures || item.lag.cures.moment === 'full' || !step) continue;
      const own = sheets.get(laid.get(step.id) ?? '') ?? resin;
      const sheet = own?.family === 'epoxy' && 'cure' in own ? own.cure : undefined;
      const moment = item.lag.cures.moment === 'opens' ? sheet && windowOpening(sheet) : sheet?.sand;
      if (sheet && moment) found = { lag: item.lag, from: step.id, sheet, moment };
    }
    return found;
  }
}

/** Paper before a finish over old epoxy. */
const KEY = 180;
