import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { formatAs, formatIn, formatStored, type Figure, type UnitSymbol } from '@nelbo/core';
import { Reading } from '../state/reading';
import { ORIGIN_HINTS, originClass } from './origins';
import { TraceService } from './trace-service';

/** A figure of the plan. Tapping it opens its reasons; the line under it tells at sight where it came from. */
@Component({
  selector: 'nb-figure',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<button type="button" [class]="'figure ' + cls()" [title]="hint()" (click)="open($event)">@if (estimate()) {<span class="est" role="img" aria-label="estimate">≈</span>}{{ prefix() }}{{ text().text }}@if (text().unit && !bare()) {<span class="unit"> {{ text().unit }}</span>}</button>`,
  styles: `
    :host { display: inline; }
    .est { font-weight: 400; font-size: 0.72em; color: var(--warn); }
    .unit { font-weight: 400; font-size: 0.72em; color: var(--muted); }
    :host(.plain) .unit { font-size: 1em; color: inherit; }
  `,
})
export class FigureView {
  readonly #trace = inject(TraceService);
  readonly #reading = inject(Reading);
  readonly figure = input.required<Figure>();
  readonly as = input<UnitSymbol>();
  readonly decimals = input<number>();
  /** Leaves the unit out, where the head of the column has it. */
  readonly bare = input(false);
  /** Shows exactly the unit asked for, whatever the yard reads otherwise: in a column of that unit. */
  readonly exact = input(false);
  readonly prefix = input('');

  protected readonly text = computed(() => {
    const f = this.figure();
    const unit = this.as();
    const { units } = this.#reading.reader();
    if (!unit) return formatStored(f.value, f.unit, units);
    return this.exact()
      ? formatIn(f.value, unit, this.decimals())
      : formatAs(f.value, unit, this.decimals(), units);
  });
  protected readonly estimate = computed(() => this.figure().estimates !== undefined);
  protected readonly cls = computed(
    () => `${originClass(this.figure().origin)}${this.estimate() ? ' estimate' : ''}`,
  );
  protected readonly hint = computed(
    () =>
      `${this.estimate() ? 'estimate: the forecast follows' : ORIGIN_HINTS[this.figure().origin]}; open the reasons`,
  );

  protected open(event: Event): void {
    event.stopPropagation();
    this.#trace.show(this.figure().traceId);
  }
}
