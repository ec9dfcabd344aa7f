import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import type { Said, SaidFigure, Trace } from '@nelbo/core';
import { ORIGIN_HINTS, originClass } from './origins';
import { TraceService } from './trace-service';

/** A text of the core whose figures open to their reasons. */
@Component({
  selector: 'nb-said',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@for (part of words(); track $index) {@if (asFigure(part); as f) {<button type="button" [class]="'figure ' + cls(f)" [title]="hint(f)" (click)="open(f, $event)">@if (f.figure.estimates) {<i role="img" aria-label="estimate">≈</i>}{{ f.text }}</button>} @else {{{ part }}}}`,
  styles: `:host { display: inline; } i { font-size: 0.85em; color: var(--warn); }`,
})
export class SaidView {
  readonly #trace = inject(TraceService);
  readonly words = input.required<Said>();
  /** The plan that the figures belong to; the one on the screen where it is not given. */
  readonly plan = input<{ readonly trace: Trace }>();

  protected asFigure(part: string | SaidFigure): SaidFigure | undefined {
    return typeof part === 'string' ? undefined : part;
  }
  protected cls(f: SaidFigure): string {
    return originClass(f.figure.origin);
  }
  protected hint(f: SaidFigure): string {
    return `${ORIGIN_HINTS[f.figure.origin]}; open the reasons`;
  }
  protected open(f: SaidFigure, event: Event): void {
    event.stopPropagation();
    this.#trace.show(f.figure.traceId, this.plan());
  }
}
