import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ButtonModule } from 'primeng/button';
import {
  LIBRARY,
  PRODUCT_FIELDS,
  getIn,
  type ProductDocument,
  readYardProduct,
  applySheet,
  besidesOf,
  setIn,
  sheetFieldsOf,
  sheetValue,
  type Figure,
  type Product,
} from '@nelbo/core';
import { calibrate, cureClassOf } from '@nelbo/core/cure';
import { failureOf, type StoredProduct } from '../api/api';
import { newId } from '../state/new-id';
import { StoresStore } from '../state/stores-store';
import { YardEdits } from '../state/yard-edits';
import { QuantityFieldView } from '../ui/quantity-field';
import { TextFieldView } from '../ui/text-field';
import { Lots } from './lots';

/** A product as its data sheet: each value with the library's in its place until the yard's own is entered. */
@Component({
  selector: 'nb-product-sheet',
  imports: [ButtonModule, Lots, QuantityFieldView, TextFieldView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header class="spread">
      <div><p class="muted">{{ product().role }} · {{ product().family }}</p><h2>{{ product().name }}</h2></div>
      <p role="status" [class.bad]="failed()">{{ failed() || (waiting() ? 'Saving …' : document() ? 'Saved' : '') }}</p>
    </header>
    <p class="source">{{ own() ? 'Made after' : 'Library' }}: {{ like()?.name }}. {{ cap(like()?.source ?? '') }}.</p>
    @if (product().traits?.length) {<p class="muted small">{{ product().traits?.join(' · ') }}</p>}
    <div class="fields">
      <nb-text path="name" [root]="root" label="Name on the tin" [value]="text('name')" (changed)="set('name', $event)" />
      <nb-text path="sheet" [root]="root" label="Data sheet, by name and date" [value]="text('sheet')" (changed)="set('sheet', $event)" />
    </div>
    @if (fields().length > 0) {
      <h3>Values</h3>
      <div class="values">
        @for (f of fields(); track f.name) {<nb-quantity [path]="'values.' + f.name" [root]="root" [value]="value(f.name)" [assumed]="f.assumed" (changed)="set('values.' + f.name, $event)" />}
      </div>
      @if (besides().length > 0) {
        <h3>At a second temperature</h3>
        <p class="muted small">Where the sheet states its times twice, the cure's activation energy comes from it; otherwise the doubling rule stands.</p>
        <div class="values">@for (f of besides(); track f) {<nb-quantity [path]="'values.' + f" [root]="root" [value]="value(f)" (changed)="set('values.' + f, $event)" />}</div>
        @if (fit(); as f) {<p class="note-line" [class.warn]="f.bad">{{ f.words }}</p>}
      }
      @if (gel()) {<p class="muted small">The next layer may go on as soon as it has gelled.</p>}
    } @else {<p class="muted">Nothing of this product is reckoned with yet; its name, lots and notes are kept.</p>}
    <h3>Lots</h3>
    <nb-lots [lots]="lots()" (changed)="set('lots', $event)" />
    <h3>Note</h3>
    <nb-text path="note" [root]="root" label="For the next person" [value]="text('note')" (changed)="set('note', $event)" />
    <div class="row">
      <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="makeOwn()">Make one of your own after this</button>
      @if (document()) {<button pButton type="button" size="small" severity="secondary" [text]="true" (click)="remove()">{{ own() ? 'Take it out of Stores' : 'Back to the values of the library' }}</button>}
    </div>
  `,
  styles: `
    :host { display: block; padding: 22px 26px 60px; }
    header { align-items: flex-start; border-bottom: 2px solid var(--ink); padding-bottom: 8px; }
    [role='status'] { color: var(--wait); white-space: nowrap; } .bad { color: var(--act) !important; font-weight: 700; white-space: normal !important; }
    .source { margin: 8px 0; } h3 { margin: 20px 0 8px; border-bottom: 1px solid var(--hairline); padding-bottom: 3px; }
    .values { display: grid; grid-template-columns: repeat(2, minmax(0, 1fr)); gap: 12px 18px; }
    .row { display: flex; gap: 10px; margin-top: 22px; flex-wrap: wrap; }
  `,
})
export class ProductSheet {
  readonly product = input.required<Product>();
  /** Id of the library's product that it is, or is made after. */
  readonly base = input.required<string>();
  readonly entry = input<StoredProduct>();
  readonly made = output<string>();
  readonly #stores = inject(StoresStore);
  protected readonly root = PRODUCT_FIELDS;
  /** What the yard has entered, with the edits under way. */
  protected readonly document = signal<Partial<ProductDocument> | undefined>(undefined);
  readonly #edits = inject(YardEdits);
  readonly #pending = toSignal(this.#edits.pending$, { requireSync: true });
  readonly #failed = toSignal(this.#edits.failed$, { requireSync: true });
  protected readonly waiting = computed(() => this.product().id in this.#pending().products);
  protected readonly refused = signal('');
  protected readonly failed = computed(() => this.refused() || (this.waiting() ? this.#failed() : ''));
  #of = '';

  protected readonly like = computed(() => LIBRARY.products.find((p) => p.id === this.base()));
  protected readonly own = computed(() => this.product().id !== this.base());
  protected readonly lots = computed(() => this.document()?.lots ?? []);
  protected readonly gel = computed(() => sheetValue(this.like() ?? this.product(), 'windowOpens') === 'gel');
  protected readonly fields = computed(() => {
    const like = this.like();
    if (!like) return [];
    return sheetFieldsOf(like).flatMap((name): { name: string; assumed: Figure }[] => {
      const value = sheetValue(like, name);
      return typeof value === 'number'
        ? [{ name, assumed: { value, unit: '', origin: 'assumed', traceId: '' } }]
        : [];
    });
  });

  protected readonly besides = computed(() => (this.like() ? besidesOf(this.like() as Product) : []));
  /** What the law of cure makes of the times as they stand. */
  protected readonly fit = computed(() => {
    const [like, entry] = [
      this.like(),
      readYardProduct({ id: this.product().id, product: { like: this.base(), ...this.document() } }),
    ];
    if (!like || !entry) return undefined;
    const made = applySheet(like, entry);
    const shape = cureClassOf(made.family);
    if (!shape || !('cure' in made) || !made.cure) return undefined;
    const law = calibrate(shape, made.cure);
    if (!law)
      return {
        bad: true,
        words: 'These times contradict one another: no cure can run so. The times of the library are used.',
      };
    const spread = Math.round(law.spread * 100);
    const energy = `${Math.round(law.kinetics.activation / 1000)} kJ/mol`;
    return law.refused
      ? { bad: true, words: `The second temperature is not used: ${law.refused}. Look at the sheet again.` }
      : {
          bad: spread > 45,
          words: `${law.fittedActivation ? `Both temperatures together give ${energy}` : `One temperature: ${energy} of its class`}; the law meets the sheet's times within about ${spread} %.`,
        };
  });

  constructor() {
    effect(() => {
      const [id, entry] = [this.product().id, this.entry()];
      untracked(() => {
        // One's own typing is not overwritten by its echo; another product is shown afresh.
        if (id === this.#of && this.waiting()) return;
        this.#of = id;
        this.document.set(this.#pending().products[id] ?? entry?.product);
        this.refused.set('');
      });
    });
  }

  protected cap(s: string): string {
    return `${s.charAt(0).toUpperCase()}${s.slice(1)}`;
  }

  protected text(name: 'name' | 'sheet' | 'note'): string | undefined {
    return this.document()?.[name];
  }

  protected value(name: string): unknown {
    return getIn(this.document(), `values.${name}`);
  }

  protected set(path: string, value: unknown): void {
    const next = setIn({ like: this.base(), ...this.document() }, path, value);
    this.document.set(next);
    this.refused.set('');
    this.#edits.setProduct(this.product().id, next);
  }

  protected makeOwn(): void {
    const like = this.like();
    if (!like) return;
    const id = `own-${newId().slice(0, 8)}`;
    const product = {
      ...(this.document() ?? {}),
      like: like.id,
      name: `${applySheet(like, { id: like.id, like: like.id }).name}, ours`,
      lots: undefined,
    };
    this.#stores.put(id, JSON.parse(JSON.stringify(product)) as ProductDocument).subscribe({
      next: () => this.made.emit(id),
      error: (e: unknown) => this.refused.set(failureOf(e).title),
    });
  }

  protected remove(): void {
    const [id, back] = [this.product().id, this.base()];
    this.#stores.remove(id).subscribe({
      next: () => (this.own() ? this.made.emit(back) : this.document.set(undefined)),
      error: (e: unknown) => this.refused.set(failureOf(e).title),
    });
  }
}
