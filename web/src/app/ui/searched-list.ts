import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { SelectModule } from 'primeng/select';

/** A long list that is found in by typing. It comes after the page; until then, and without the network, the list stands plain. */
@Component({
  selector: 'nb-searched-list',
  imports: [FormsModule, SelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<p-select [options]="mutable()" optionLabel="label" optionValue="value" [ngModel]="value()" (ngModelChange)="chosen.emit($event ?? undefined)" [ariaLabelledBy]="labelledBy()" [fluid]="true" [filter]="true" filterBy="label" appendTo="body" placeholder="choose" />`,
})
export class SearchedList {
  readonly options = input.required<readonly { readonly value: string; readonly label: string }[]>();
  readonly value = input<unknown>();
  readonly labelledBy = input.required<string>();
  readonly chosen = output<string | undefined>();

  protected readonly mutable = computed(() => [...this.options()]);
}
