import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { ButtonModule } from 'primeng/button';
import { catchError, of, switchMap } from 'rxjs';
import { say, waysOpen, type Figure } from '@nelbo/core';
import type { WayChoice } from '@nelbo/core/finish';
import { Reading } from '../../state/reading';
import { HeavyWork } from '../../workers/heavy-work';
import { JobContext } from '../job-context';
import { planQuestion } from '../plan-question';

/** Ways of going about a damage, each planned on this job: what each takes and what each buys. */
@Component({
  selector: 'nb-ways',
  imports: [ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (open()) {
      <section aria-labelledby="ways">
        <h3 id="ways">{{ count() === 2 ? 'Two ways, both planned' : 'Ways, each planned' }}</h3>
        @if (found(); as ways) {
          @if (ways === 'failed') {<p class="note-line warn" role="alert">The other way could not be planned here.</p>} @else {
            @for (w of ways; track w.way) {
              <div class="way" [class.now]="w.chosen">
                <p class="spread"><b>{{ w.name }}</b><span class="small">{{ w.chosen ? 'in the plan' : '' }}</span></p>
                <p>{{ figures(w) }}</p>
                <p class="small">{{ w.does }}</p>
                <p class="small muted">{{ w.buys }}</p>
                @for (x of w.warnings; track x) {<p class="small warned">{{ x }}</p>}
                @if (!w.chosen) {<button pButton type="button" size="small" severity="secondary" [outlined]="true" [attr.aria-label]="'Plan it so: ' + w.name" (click)="take(w)">Plan it so</button>}
              </div>
            }
          }
        } @else {<p class="muted small" role="status">Planning each …</p>}
      </section>
    }
  `,
  styles: `section { margin-bottom: 14px; } .way { border-left: 3px solid var(--hairline); padding: 3px 0 6px 10px; margin-top: 8px; } .way.now { border-color: var(--act); } button { margin-top: 4px; } .warned { color: var(--act); }`,
})
export class Ways {
  readonly #context = inject(JobContext);
  readonly #heavy = inject(HeavyWork);
  readonly #reading = inject(Reading);
  protected readonly count = computed(() => waysOpen(this.#context.document() ?? {}).length);
  protected readonly open = computed(() => this.count() > 0);
  readonly #question = planQuestion(() => this.open());
  protected readonly found = toSignal(
    toObservable(this.#question).pipe(
      switchMap((q) =>
        q
          ? this.#heavy.ways(q.job, q.library, q.shop, q.clock).pipe(catchError(() => of('failed' as const)))
          : of(undefined),
      ),
    ),
  );

  protected figures(w: WayChoice): string {
    const reader = this.#reading.reader();
    const told = (f: Figure | undefined, what: string): string => (f ? `${say(f, reader)} ${what}` : '');
    return [told(w.handsOn, 'of work'), told(w.elapsed, 'in all'), told(w.materials, 'of materials')]
      .filter(Boolean)
      .join(' · ');
  }

  protected take({ way }: WayChoice): void {
    // The chain is matched anew for its own school.
    this.#context.store.update(({ system: _, ...d }) => ({ ...d, repair: { ...d.repair, way } }));
  }
}
