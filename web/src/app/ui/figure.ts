import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { formatIn, formatStored, type Figure, type UnitSymbol } from '@nelbo/core';
import { TraceService } from './trace-service';

/** A figure of the plan. Tapping it opens its reasons; a default is marked by a broken underline. */
@Component({
  selector: 'nb-figure',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<button type="button" [class.assumed]="figure().origin === 'assumed'" [title]="hint()" (click)="open($event)">{{ prefix() }}{{ text().text }}@if (text().unit && !bare()) {<span class="unit"> {{ text().unit }}</span>}</button>`,
  styles: `
    :host { display: inline; }
    button { all: unset; cursor: pointer; border-bottom: 1px solid transparent; white-space: nowrap; }
    button:hover { border-bottom-color: var(--ink); }
    button:focus-visible { outline: 2px solid var(--act); outline-offset: 2px; }
    .assumed { border-bottom: 1.5px dashed var(--muted); }
    .unit { font-weight: 400; font-size: 0.72em; color: var(--muted); }
    :host(.plain) .unit { font-size: 1em; color: inherit; }
    @media print { button { border: 0; } }
  `,
})
export class FigureView {
  readonly #trace = inject(TraceService);
  readonly figure = input.required<Figure>();
  readonly as = input<UnitSymbol>();
  readonly decimals = input<number>();
  /** Leaves the unit out, where the head of the column has it. */
  readonly bare = input(false);
  readonly prefix = input('');

  protected readonly text = computed(() => {
    const f = this.figure();
    const unit = this.as();
    return unit ? formatIn(f.value, unit, this.decimals()) : formatStored(f.value, f.unit);
  });
  protected readonly hint = computed(() => (this.figure().origin === 'assumed' ? 'assumed: a default; open the reasons' : 'open the reasons'));

  protected open(event: Event): void {
    event.stopPropagation();
    this.#trace.show(this.figure().traceId);
  }
}
