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
import {
  allowedRange,
  tellRefused,
  checkLeaf,
  fromSI,
  parseQuantity,
  parseTold,
  preferredUnit,
  type By,
  type GroupField,
  type QuantityField,
} from '@nelbo/core/fields';
import type { Figure } from '@nelbo/core';
import { InputTextModule } from 'primeng/inputtext';
import { Reading } from '../state/reading';
import { fieldAt } from './field-lookup';

let serial = 0;

/**
 * One quantity, typed in any unit of its kind; a bare number takes the unit shown. Every readable value goes out at
 * once; what cannot be read stays in the box with the reason, the range and a suggestion beneath.
 */
@Component({
  selector: 'nb-quantity',
  imports: [InputTextModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label [for]="id">{{ label() || field().label }}@if (required()) {<span aria-hidden="true"> *</span>}</label>
    <div class="box">
      <input pInputText [id]="id" type="text" inputmode="text" autocomplete="off" [value]="text()" [placeholder]="placeholder()" [attr.aria-invalid]="error() ? true : null" [attr.aria-describedby]="id + '-note'" [attr.aria-required]="required() || null" (input)="typed($event)" (blur)="leave()" />
      <span class="unit" aria-hidden="true">{{ unitText() }}</span>
    </div>
    <p class="note" [id]="id + '-note'" [class.error]="error()">
      @if (error(); as e) {<span role="alert">{{ e }}</span>} @else if (assumedText()) {{{ assumedText() }}} @else {{{ field().help }}}
    </p>
  `,
  styles: `
    :host { display: block; }
    label { display: block; font-size: 0.87rem; color: var(--muted); margin-bottom: 2px; }
    .box { position: relative; }
    input { width: 100%; padding-right: 3.2rem; }
    input[aria-invalid] { border-color: var(--act); }
    .unit { position: absolute; right: 10px; top: 50%; transform: translateY(-50%); color: var(--muted); font-size: 0.87rem; pointer-events: none; }
    .note { font-size: 0.82rem; color: var(--muted); margin-top: 2px; }
    .note:empty { display: none; }
    .error { color: var(--act); }
  `,
})
export class QuantityFieldView {
  readonly path = input.required<string>();
  readonly root = input<GroupField>();
  readonly label = input('');
  /** A path that ends early gives null in a template; both mean that nothing is entered. */
  readonly value = input<unknown, unknown>(undefined, { transform: (v) => v ?? undefined });
  /** The figure that stands in while nothing is entered. */
  readonly assumed = input<Figure>();
  /** What an amount is worked out by that is told by volume, in strokes or in drops. */
  readonly by = input<By>();
  readonly required = input(false);
  readonly changed = output<number | undefined>();

  protected readonly id = `nb-quantity-${(serial += 1)}`;
  protected readonly text = signal('');
  protected readonly error = signal<string | undefined>(undefined);
  /** The value that the text in the box stands for, so that one's own edits do not rewrite the text. */
  #sent: unknown = Symbol('nothing yet');
  #shownIn: string | undefined;

  protected readonly field = computed<QuantityField>(() => {
    const f = fieldAt(this.path(), this.root());
    const leaf = f.kind === 'tuple' ? f.item : f;
    if (leaf.kind !== 'quantity') throw new Error(`${this.path()} is not a quantity`);
    return leaf;
  });
  readonly #reading = inject(Reading);
  /** The unit that is shown and that a bare number takes. */
  protected readonly unit = computed(() => preferredUnit(this.field().unit, this.#reading.reader().units));
  protected readonly unitText = computed(() =>
    this.field().dimension === 'money' ? '/h' : this.field().dimension === 'count' ? '' : this.unit(),
  );
  protected readonly placeholder = computed(() => (this.assumed() ? this.#read(this.assumed()?.value) : ''));
  protected readonly assumedText = computed(() => {
    const figure = this.assumed();
    if (!figure || this.value() !== undefined) return '';
    if (figure.origin === 'computed') return 'worked out, unless entered';
    return figure.origin === 'shop' ? 'from the shop' : 'assumed until entered';
  });

  constructor() {
    effect(() => {
      const value = this.value();
      const unit = this.unit();
      untracked(() => {
        if (Object.is(value, this.#sent) && unit === this.#shownIn) return;
        this.#shownIn = unit;
        this.#sent = value;
        this.text.set(this.#read(value));
        this.error.set(undefined);
      });
    });
  }

  protected typed(event: Event): void {
    const text = (event.target as HTMLInputElement).value;
    this.text.set(text);
    if (text.trim() === '') {
      this.error.set(
        this.required() ? `${this.field().label} is needed (${allowedRange(this.field())})` : undefined,
      );
      this.#send(undefined);
      return;
    }
    const f = this.field();
    const parsed = parseTold(
      text,
      f.dimension,
      f.dimension === 'ratio' || f.dimension === 'money' || f.dimension === 'count' ? undefined : this.unit(),
      this.by(),
    );
    const checked = parsed.ok ? checkLeaf(f, parsed.value) : checkLeaf(f, text);
    if (checked.ok) {
      this.error.set(undefined);
      this.#send(checked.value as number);
    } else {
      const { what, allowed, suggestion } = tellRefused(checked.refused);
      const sentences = [what, allowed && `allowed: ${allowed}`, suggestion].filter((s) => s !== undefined);
      this.error.set(sentences.map((s) => `${s.charAt(0).toUpperCase()}${s.slice(1)}.`).join(' '));
    }
  }

  /** A readable entry is shown tidied in the field's unit once it is left. */
  protected leave(): void {
    if (this.error() === undefined && typeof this.#sent === 'number') this.text.set(this.#read(this.#sent));
  }

  #send(value: number | undefined): void {
    this.#sent = value;
    this.changed.emit(value);
  }

  #read(value: unknown): string {
    if (value === undefined) return '';
    const parsed = parseQuantity(value, this.field().dimension);
    if (!parsed.ok) return String(value);
    if (this.field().dimension === 'money' || this.field().dimension === 'count') return String(parsed.value);
    // Four significant digits are finer than any tape or thermometer; trailing noughts say nothing.
    return String(Number(fromSI(parsed.value, this.unit()).toPrecision(4)));
  }
}
