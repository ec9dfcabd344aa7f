import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { ButtonModule } from 'primeng/button';
import { catchError, of, startWith, switchMap } from 'rxjs';
import { sayIn, setIn, tellHarm, tellHeatCaution, type Harm } from '@nelbo/core';
import { type HelpOption } from '@nelbo/core/cure';
import { Reading } from '../../state/reading';
import { WallClock } from '../../state/wall-clock';
import { sayWhen } from '../../ui/when';
import { HeavyWork, type Helped } from '../../workers/heavy-work';
import { JobContext } from '../job-context';
import { planQuestion } from '../plan-question';

type Search = Helped | 'failed' | undefined;

/** A few concrete things that would bring the job to a safe end sooner, each with what it changes. */
@Component({
  selector: 'nb-cure-help',
  imports: [ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-label="What would help">
      <h3>What would help</h3>
      @if (!asked()) {
        <p class="small muted">Tries warming, lamps, other hardeners, other hours, goes and pots of another size.</p>
        <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="asked.set(true)">Find the soonest safe end</button>
      } @else if (search() === 'failed') {<p class="note-line warn" role="alert">The search could not be run here.</p>}
      @else if (found(); as s) {
        @if (!s.progress.done) {<p role="status" class="small muted">Trying, {{ percent(s.progress.share) }} …</p><progress max="1" [value]="s.progress.share" aria-label="Search"></progress>}
        @for (o of s.progress.options; track o.id) {
          <div class="option">
            <p><b>{{ o.title }}</b></p>
            <p class="small">{{ effect(o) }}</p>
            @if (o.come.length > 0) {<p class="small come">But: {{ harms(o.come, '; ') }}.</p>}
            @if (o.caution) {<p class="small come"><b>Caution.</b> {{ caution(o.caution) }}</p>}
            <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="take(o)">Plan it so</button>
          </div>
        } @empty {@if (s.progress.done) {<p class="small">Nothing that was tried is safer or sooner than the plan as it stands.</p>}}
      } @else {<p role="status" class="small muted">Trying …</p>}
    </section>
  `,
  styles: `
    :host { display: block; margin-top: 18px; } h3 { border-bottom: 1px solid var(--hairline); padding-bottom: 3px; margin-bottom: 6px; }
    .option { border-left: 3px solid var(--wait); padding: 3px 0 6px 10px; margin-top: 10px; } .option button { margin-top: 5px; }
    .come { color: var(--act); } progress { width: 100%; accent-color: var(--ink); }
  `,
})
export class CureHelp {
  readonly #context = inject(JobContext);
  readonly #heavy = inject(HeavyWork);
  readonly #reading = inject(Reading);
  readonly #clock = inject(WallClock);
  protected readonly asked = signal(false);
  readonly #question = planQuestion(() => this.asked());
  protected readonly search = toSignal(
    toObservable(this.#question).pipe(
      switchMap((q) =>
        q
          ? this.#heavy.help(q.job, q.library, q.shop, q.clock).pipe(
              startWith(undefined),
              catchError(() => of('failed' as const)),
            )
          : of<Search>(undefined),
      ),
    ),
  );
  protected readonly found = computed(() => {
    const s = this.search();
    return s && s !== 'failed' ? s : undefined;
  });

  protected readonly caution = tellHeatCaution;

  protected harms(list: readonly Harm[], between: string): string {
    return list.map(tellHarm).join(between);
  }

  protected percent(share: number): string {
    return `${Math.round(share * 100)} %`;
  }

  protected effect(o: HelpOption): string {
    const now = this.#clock.now();
    const hours = (o.finishBefore - o.finish) / 3_600_000;
    const end =
      hours > 0.4
        ? `Ends ${sayWhen(o.finish, now)} instead of ${sayWhen(o.finishBefore, now)}`
        : hours < -0.4
          ? `Ends ${sayWhen(o.finish, now)}, later than ${sayWhen(o.finishBefore, now)}`
          : 'Ends at the same time';
    return `${end}${o.gone.length > 0 ? `; no more: ${this.harms(o.gone, ' · ')}` : ''}${o.peak === undefined ? '' : `; hottest ${sayIn({ value: o.peak }, '°C', 0, this.#reading.reader())}`}.`;
  }

  protected take(o: HelpOption): void {
    this.asked.set(false);
    this.#context.store.update((d) =>
      o.changes.reduce((document, [path, value]) => setIn(document, path, value), d),
    );
  }
}
