import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { InputTextModule } from 'primeng/inputtext';
import { YEARS, type GroupField } from '@nelbo/core/fields';
import { fieldAt } from './field-lookup';

let serial = 0;
const pad = (n: number): string => String(n).padStart(2, '0');

/**
 * A text, a time of day, or a date and time of the document; every key press goes out. Dates are typed in the device's
 * own time and kept as ISO 8601.
 */
@Component({
  selector: 'nb-text',
  imports: [InputTextModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label [for]="id">{{ label() || field().label }}</label>
    <input pInputText [id]="id" autocomplete="off" [type]="inputType()" [maxLength]="longest()" [value]="shown()" (input)="typed($event)" (change)="typed($event)" (blur)="leave($event)" />
    @if (full()) {<p class="full" role="status">No more than {{ longest() }} characters fit here.</p>}
  `,
  styles: `:host { display: block; } label { display: block; font-size: 0.87rem; color: var(--muted); margin-bottom: 2px; } input { width: 100%; } .full { color: var(--act); font-size: 0.82rem; }`,
})
export class TextFieldView {
  readonly path = input.required<string>();
  readonly root = input<GroupField>();
  readonly label = input('');
  readonly value = input<string, string | null | undefined>('', { transform: (v) => v ?? '' });
  readonly changed = output<string | undefined>();

  protected readonly id = `nb-text-${(serial += 1)}`;
  protected readonly field = computed(() => fieldAt(this.path(), this.root()));
  protected readonly isInstant = computed(() => this.field().kind === 'instant');
  protected readonly inputType = computed(() =>
    this.isInstant() ? 'datetime-local' : this.field().kind === 'time of day' ? 'time' : 'text',
  );
  protected readonly longest = computed(() => {
    const f = this.field();
    return f.kind === 'text' ? f.max : 40;
  });
  /** A box that takes no more says so, since what is pasted into it is cut. */
  protected readonly full = computed(
    () => this.field().kind === 'text' && this.shown().length >= this.longest(),
  );
  /** What was typed and gone out, as it stands in the box: blanks at its end are left there while it is typed. */
  readonly #typed = signal<{ readonly text: string; readonly value: string } | undefined>(undefined);
  protected readonly shown = computed(() => {
    const typed = this.#typed();
    if (typed && typed.value === this.value()) return typed.text;
    const ms = Date.parse(this.value());
    if (!this.isInstant() || !Number.isFinite(ms)) return this.isInstant() ? '' : this.value();
    const d = new Date(ms);
    return `${d.getFullYear()}-${pad(d.getMonth() + 1)}-${pad(d.getDate())}T${pad(d.getHours())}:${pad(d.getMinutes())}`;
  });

  protected typed(event: Event): void {
    const { value: text, validity } = event.target as HTMLInputElement;
    const value = this.#valueOf(text.trim());
    // Half a date is none yet, and no empty field either; it goes out when it is whole.
    if (value === undefined || validity.badInput) return;
    this.#typed.set({ text, value });
    this.changed.emit(value === '' ? undefined : value);
  }

  protected leave(event: Event): void {
    this.#typed.set(undefined);
    (event.target as HTMLInputElement).value = this.shown();
  }

  /** @returns the value to keep, empty for none; undefined for what cannot be read */
  #valueOf(text: string): string | undefined {
    if (text === '' || !this.isInstant()) return text;
    const ms = Date.parse(text);
    const year = new Date(ms).getFullYear();
    return Number.isFinite(ms) && year >= YEARS.first && year <= YEARS.last
      ? new Date(ms).toISOString()
      : undefined;
  }
}
