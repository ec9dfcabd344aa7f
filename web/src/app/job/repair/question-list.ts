import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { getIn, type Field } from '@nelbo/core';
import { ChoiceFieldView } from '../../ui/choice-field';
import { fieldAt } from '../../ui/field-lookup';
import { QuantityFieldView } from '../../ui/quantity-field';
import { TextFieldView } from '../../ui/text-field';
import { JobContext } from '../job-context';

type Row = Readonly<Record<string, unknown>>;
interface Column {
  readonly name: string;
  readonly path: string;
  readonly field: Field;
}

/** Dated or placed readings, a row each: added with the clock of the device, changed, taken out. */
@Component({
  selector: 'nb-question-list',
  imports: [ButtonModule, ChoiceFieldView, QuantityFieldView, TextFieldView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section [attr.aria-label]="label()">
      <h4>{{ label() }}</h4>
      @for (row of rows(); track $index; let i = $index) {
        <div class="row" role="group" [attr.aria-label]="label() + ', ' + ($index + 1)">
          <b class="number">{{ $index + 1 }}</b>
          <div class="cells">
          @for (c of columns(); track c.path) {
            @switch (c.field.kind) {
              @case ('quantity') {<nb-quantity [path]="c.path" [value]="row[c.name]" (changed)="change(i, c.name, $event)" />}
              @case ('choice') {<nb-choice [path]="c.path" [value]="row[c.name]" (changed)="change(i, c.name, $event)" />}
              @default {<nb-text [path]="c.path" [value]="$any(row[c.name])" (changed)="change(i, c.name, $event)" />}
            }
          }
          </div>
          <button pButton type="button" size="small" severity="secondary" [text]="true" [attr.aria-label]="'Take out ' + label().toLowerCase() + ', ' + ($index + 1)" (click)="remove($index)">×</button>
        </div>
      }
      @if (rows().length < most()) {<button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="add()">Add: {{ item() }}</button>}
    </section>
  `,
  styles: `
    :host { display: block; margin-top: 14px; } h4 { margin: 0 0 4px; font-size: 0.95rem; }
    .row { display: grid; grid-template-columns: 1rem minmax(0, 1fr) 32px; gap: 8px; align-items: end; padding: 6px 0 8px; border-bottom: 1px solid var(--hairline); }
    .cells { display: grid; grid-template-columns: repeat(auto-fit, minmax(98px, 1fr)); gap: 6px 8px; align-items: end; }
    .row .number { padding-bottom: 8px; color: var(--muted); } section > button { margin-top: 8px; }
  `,
})
export class QuestionList {
  readonly path = input.required<string>();
  readonly #context = inject(JobContext);
  readonly #field = computed(() => {
    const f = fieldAt(this.path());
    if (f.kind !== 'list') throw new Error(`${this.path()} is not a list`);
    return f;
  });
  protected readonly label = computed(() => this.#field().label);
  protected readonly item = computed(() => this.#field().item.label.toLowerCase());
  protected readonly most = computed(() => this.#field().max);
  protected readonly columns = computed<readonly Column[]>(() =>
    Object.entries(this.#field().item.fields).map(([name, field]) => ({
      name,
      field,
      path: `${this.path()}.${name}`,
    })),
  );
  protected readonly rows = computed<readonly Row[]>(
    () => (getIn(this.#context.document(), this.path()) as Row[] | undefined) ?? [],
  );

  /** A new row takes the hour of the device; where it has none, the values of the row before, to be changed. */
  protected add(): void {
    const dated = this.columns().some((c) => c.field.kind === 'instant');
    const before = this.rows().at(-1) ?? {};
    const start: Row = dated ? { at: new Date().toISOString() } : before;
    const least = Object.fromEntries(
      this.columns().flatMap((c) =>
        c.field.required && c.field.kind === 'quantity' && start[c.name] === undefined
          ? [[c.name, before[c.name] ?? c.field.min]]
          : [],
      ),
    );
    this.#put([...this.rows(), { ...start, ...least }]);
  }

  protected change(i: number, name: string, value: unknown): void {
    this.#put(
      this.rows().map((r, k) =>
        k === i
          ? Object.fromEntries(Object.entries({ ...r, [name]: value }).filter(([, v]) => v !== undefined))
          : r,
      ),
    );
  }

  protected remove(i: number): void {
    this.#put(this.rows().filter((_, k) => k !== i));
  }

  #put(rows: readonly Row[]): void {
    this.#context.store.set(this.path(), rows.length > 0 ? [...rows] : undefined);
  }
}
