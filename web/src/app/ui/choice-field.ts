import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { SelectButtonModule } from 'primeng/selectbutton';
import type { GroupField } from '@nelbo/core';
import { fieldAt } from './field-lookup';
import { SearchedList } from './searched-list';

let serial = 0;
const BUTTONS = 2;
const BUTTON_LETTERS = 20;
/** From here on a list can be searched. */
const MANY = 14;

/** One choice of a field: side-by-side buttons for two short ones, a list for more, a long one to search in. An unset choice shows what stands in for it. */
@Component({
  selector: 'nb-choice',
  imports: [FormsModule, NgTemplateOutlet, SearchedList, SelectButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="label" [id]="id">{{ label() || field().label }}</span>
    @if (asButtons()) {
      <p-selectbutton [options]="options()" optionLabel="label" optionValue="value" [ngModel]="value() ?? assumed()" (ngModelChange)="changed.emit($event)" [allowEmpty]="false" [ariaLabelledBy]="id" />
    } @else if (searchable()) {
      @defer (on immediate) {<nb-searched-list [options]="options()" [value]="value() ?? assumed()" [labelledBy]="id" (chosen)="changed.emit($event)" />} @placeholder {<ng-container [ngTemplateOutlet]="plain" />} @error {<ng-container [ngTemplateOutlet]="plain" />}
    } @else {<ng-container [ngTemplateOutlet]="plain" />}
    <ng-template #plain>
      <select class="list" [ngModel]="value() ?? assumed() ?? ''" (ngModelChange)="changed.emit($event || undefined)" [attr.aria-labelledby]="id">
        @if ((value() ?? assumed()) === undefined) {<option value="" disabled hidden>choose</option>}
        @for (o of options(); track o.value) {<option [value]="o.value">{{ o.label }}</option>}
      </select>
    </ng-template>
    @if (value() === undefined && assumed()) {<p class="note">{{ assumedText() }}</p>}
  `,
  styles: `
    :host { display: block; min-width: 0; }
    .label { display: block; font-size: 0.87rem; color: var(--muted); margin-bottom: 2px; }
    .note { font-size: 0.82rem; color: var(--muted); margin-top: 2px; }
  `,
})
export class ChoiceFieldView {
  readonly path = input.required<string>();
  readonly root = input<GroupField>();
  readonly label = input('');
  /** A path that ends early gives null in a template; both mean that nothing is chosen. */
  readonly value = input<unknown, unknown>(undefined, { transform: (v) => v ?? undefined });
  /** The option in force while nothing is chosen. */
  readonly assumed = input<string>();
  readonly assumedText = input('assumed until chosen');
  /** Options to offer instead of all that the field has, such as the products of one role in the yard's Stores. */
  readonly offered = input<readonly { readonly value: string; readonly label: string }[]>();
  readonly changed = output<string | undefined>();

  protected readonly id = `nb-choice-${(serial += 1)}`;
  protected readonly field = computed(() => {
    const f = fieldAt(this.path(), this.root());
    if (f.kind !== 'choice') throw new Error(`${this.path()} is not a choice`);
    return f;
  });
  protected readonly options = computed(() => [
    ...(this.offered() ?? Object.entries(this.field().options).map(([value, label]) => ({ value, label }))),
  ]);
  protected readonly searchable = computed(() => this.options().length > MANY);
  protected readonly asButtons = computed(
    () => this.options().length === BUTTONS && this.options().every((o) => o.label.length <= BUTTON_LETTERS),
  );
}
