import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { SHOP_FIELDS, type Field, type GroupField } from '@nelbo/core';
import { fieldAt } from '../ui/field-lookup';
import { QuantityFieldView } from '../ui/quantity-field';
import { TextFieldView } from '../ui/text-field';

export type Row = Readonly<Record<string, unknown>>;

/** The entries of a list of the yard, each a row of boxes. A row goes out once it is complete. */
@Component({
  selector: 'nb-rows',
  imports: [ButtonModule, QuantityFieldView, TextFieldView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend>{{ title() }}</legend>
      @if (rows(); as entered) {
        @for (row of entered; track $index; let i = $index) {
          <div class="row" [class.narrow]="columns().length === 1" role="group" [attr.aria-label]="item().label + ' ' + (i + 1)">
            @for (c of columns(); track c.name) {
              @if (c.field.kind === 'quantity') {
                <nb-quantity [path]="path() + '.' + c.name" [root]="root" [value]="row[c.name]" [required]="c.field.required ?? false" (changed)="set(i, c.name, $event)" />
              } @else {
                <nb-text [path]="path() + '.' + c.name" [root]="root" [value]="asText(row[c.name])" (changed)="set(i, c.name, $event)" />
              }
            }
            <button pButton type="button" size="small" severity="secondary" [text]="true" [attr.aria-label]="'Remove ' + item().label.toLowerCase() + ' ' + (i + 1)" (click)="remove(i)">Remove</button>
          </div>
        } @empty {<p class="muted small">None.</p>}
        <p><button pButton type="button" size="small" severity="secondary" [outlined]="true" [disabled]="entered.length >= most()" (click)="add()">Add a {{ item().label.toLowerCase() }}</button></p>
      } @else {
        <p class="typical"><span class="muted small">{{ typical() }}</span> <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="begin()">Enter what you have</button></p>
      }
    </fieldset>
  `,
  styles: `
    fieldset { border: 0; border-top: 1px solid var(--hairline); margin: 0; padding: 6px 0 10px; } legend { font-weight: 700; padding: 0 8px 0 0; }
    .row { display: grid; grid-auto-flow: column; grid-auto-columns: minmax(0, 1fr); gap: 12px; align-items: start; margin-bottom: 8px; }
    .row button { align-self: start; margin-top: 21px; justify-self: end; }
    .row.narrow { display: inline-grid; grid-auto-columns: 200px auto; gap: 4px; margin-right: 18px; }
    .typical { display: flex; justify-content: space-between; gap: 16px; align-items: center; }
    @media (max-width: 700px) { .row { grid-auto-flow: row; grid-template-columns: 1fr 1fr; border-bottom: 1px solid var(--hairline); padding-bottom: 8px; } }
  `,
})
export class Rows {
  readonly path = input.required<string>();
  readonly title = input.required<string>();
  /** What is stored; undefined while nothing was entered. */
  readonly value = input<readonly Row[] | undefined, unknown>(undefined, {
    transform: (v) => (Array.isArray(v) ? (v as Row[]) : undefined),
  });
  /** What stands in until something is entered. */
  readonly fallback = input<readonly Row[]>([]);
  readonly typical = input('');
  readonly changed = output<readonly Row[]>();

  protected readonly root = SHOP_FIELDS;
  protected readonly rows = signal<readonly Row[] | undefined>(undefined);
  readonly #list = computed(() => {
    const f = fieldAt(this.path(), this.root);
    if (f.kind !== 'list') throw new Error(`${this.path()} is not a list`);
    return f;
  });
  protected readonly item = computed<GroupField>(() => this.#list().item);
  protected readonly most = computed(() => this.#list().max);
  protected readonly columns = computed<{ name: string; field: Field }[]>(() =>
    Object.entries(this.item().fields).map(([name, field]) => ({ name, field })),
  );

  constructor() {
    effect(() => {
      const stored = this.value();
      // A row that is not complete yet lives only here: what comes back from the store must not wipe it.
      untracked(() => {
        if (!this.rows()?.some((r) => !this.#complete(r))) this.rows.set(stored);
      });
    });
  }

  protected asText(value: unknown): string {
    return typeof value === 'string' ? value : '';
  }

  protected set(index: number, name: string, value: unknown): void {
    this.#put((this.rows() ?? []).map((r, i) => (i === index ? { ...r, [name]: value } : r)));
  }

  protected add(): void {
    this.rows.update((rows) => [...(rows ?? []), {}]);
  }

  protected remove(index: number): void {
    this.#put((this.rows() ?? []).filter((_, i) => i !== index));
  }

  protected begin(): void {
    this.#put(this.fallback().length > 0 ? this.fallback() : []);
    if (this.fallback().length === 0) this.add();
  }

  #put(rows: readonly Row[]): void {
    this.rows.set(rows);
    const tidy = rows
      .filter((r) => this.#complete(r))
      .map((r) => Object.fromEntries(Object.entries(r).filter(([, v]) => v !== undefined)));
    this.changed.emit(tidy);
  }

  #complete(row: Row): boolean {
    return this.columns().every(
      (c) => !c.field.required || (row[c.name] !== undefined && row[c.name] !== ''),
    );
  }
}
