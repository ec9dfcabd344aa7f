import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { InputTextModule } from 'primeng/inputtext';
import type { GroupField } from '@nelbo/core';
import { fieldAt } from './field-lookup';

let serial = 0;
const pad = (n: number): string => String(n).padStart(2, '0');

/** A text, a time of day, or a date and time of the document. Dates are typed in the device's own time and kept as ISO 8601. */
@Component({
  selector: 'nb-text',
  imports: [InputTextModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label [for]="id">{{ label() || field().label }}</label>
    <input pInputText [id]="id" autocomplete="off" [type]="inputType()" [maxLength]="longest()" [value]="shown()" (change)="typed($event)" />
  `,
  styles: `:host { display: block; } label { display: block; font-size: 0.87rem; color: var(--muted); margin-bottom: 2px; } input { width: 100%; }`,
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
  protected readonly inputType = computed(() => (this.isInstant() ? 'datetime-local' : this.field().kind === 'time of day' ? 'time' : 'text'));
  protected readonly longest = computed(() => {
    const f = this.field();
    return f.kind === 'text' ? f.max : 40;
  });
  protected readonly shown = computed(() => {
    const ms = Date.parse(this.value());
    if (!this.isInstant() || !Number.isFinite(ms)) return this.isInstant() ? '' : this.value();
    const d = new Date(ms);
    return `${d.getFullYear()}-${pad(d.getMonth() + 1)}-${pad(d.getDate())}T${pad(d.getHours())}:${pad(d.getMinutes())}`;
  });

  protected typed(event: Event): void {
    const text = (event.target as HTMLInputElement).value.trim();
    const ms = Date.parse(text);
    if (text === '') this.changed.emit(undefined);
    else if (!this.isInstant()) this.changed.emit(text);
    else if (Number.isFinite(ms)) this.changed.emit(new Date(ms).toISOString());
  }
}
