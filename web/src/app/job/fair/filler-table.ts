import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { ButtonModule } from 'primeng/button';
import { catchError, of, startWith, switchMap } from 'rxjs';
import { sayIn, type SystemChoice } from '@nelbo/core';
import type { FillerChoice } from '@nelbo/core/finish';
import { Reading } from '../../state/reading';
import { HeavyWork } from '../../workers/heavy-work';
import { JobContext } from '../job-context';
import { planQuestion } from '../plan-question';

/** The job planned with each fairing compound: where it may go, how often, how long and what it costs. */
@Component({
  selector: 'nb-filler-table',
  imports: [ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (!asked()) {
      <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="asked.set(true)">Compare the fillers on this job</button>
    } @else {
      @if (found(); as choices) {
        @if (choices === 'failed') {<p class="note-line warn" role="alert">The comparison could not be worked out here.</p>} @else {
          @for (c of told(); track c.id) {
            <div class="filler" [class.out]="!c.allowed" [class.now]="c.chosen">
              <p class="spread"><b>{{ c.name }}</b><span class="small">{{ c.chosen ? 'in the plan' : c.allowed ? '' : 'not here' }}</span></p>
              <p class="small">{{ c.figures }}</p>
              @if (c.reasons) {<p class="small muted">{{ c.reasons }}</p>}
              @if (c.allowed && !c.chosen) {<button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="take(c.system)" [attr.aria-label]="'Plan with ' + c.name">Plan with it</button>}
            </div>
          }
        }
      } @else {<p class="muted small" role="status">Planning the job with each filler …</p>}
    }
  `,
  styles: `:host { display: block; margin-top: 10px; } .filler { border-left: 3px solid var(--hairline); padding: 3px 0 6px 10px; margin-top: 8px; } .filler.now { border-color: var(--act); } .out b, .out .small { color: var(--muted); } button { margin-top: 4px; }`,
})
export class FillerTable {
  readonly #context = inject(JobContext);
  readonly #heavy = inject(HeavyWork);
  readonly #reading = inject(Reading);
  protected readonly asked = signal(false);
  readonly #question = planQuestion(() => this.asked());
  protected readonly found = toSignal(
    toObservable(this.#question).pipe(
      switchMap((q) =>
        q
          ? this.#heavy.fillers(q.job, q.library, q.shop, q.clock).pipe(
              startWith(undefined),
              catchError(() => of('failed' as const)),
            )
          : of(undefined),
      ),
    ),
  );
  protected readonly told = computed(() => {
    const found = this.found();
    return Array.isArray(found) ? found.map((c) => this.#say(c)) : [];
  });

  #say(c: FillerChoice): {
    id: string;
    system: SystemChoice;
    name: string;
    chosen: boolean;
    allowed: boolean;
    figures: string;
    reasons: string;
  } {
    const reader = this.#reading.reader();
    const hours = (s: number | undefined): string =>
      s === undefined ? '' : sayIn({ value: s }, 'h', 1, reader);
    const figures = [
      `${sayIn({ value: c.perGo }, 'mm', 1, reader)} in one go`,
      c.coats && `${c.coats.value} ${c.coats.value === 1 ? 'coat' : 'coats'}`,
      c.sand && `sand after ${hours(c.sand.value)}`,
      c.handsOn !== undefined && `${hours(c.handsOn)} of work`,
      c.elapsed !== undefined && `${hours(c.elapsed)} until level`,
      c.cost !== undefined && `${c.cost.toFixed(2)} ${this.#context.currency()}`.trim(),
    ].filter(Boolean);
    return {
      id: c.filler.id,
      system: c.system,
      name: c.filler.name,
      chosen: c.chosen,
      allowed: c.allowed,
      figures: figures.join(' · '),
      reasons: c.reasons.join('; '),
    };
  }

  protected take(system: SystemChoice): void {
    this.#context.store.set('system', system);
  }
}
