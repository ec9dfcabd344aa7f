import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FigureView } from '../ui/figure';
import { dayName, sayWhen } from '../ui/when';
import { JobContext } from './job-context';
import { PlaceBar } from './place-bar';
import { SaveState } from './save-state';

/** Boat, job and the air in the shop. */
@Component({
  selector: 'nb-job-header',
  imports: [FigureView, PlaceBar, SaveState],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="spread">
      <div class="names">
        <h1>{{ document()?.boat?.name || 'Boat not named' }}</h1>
        <p class="muted">{{ line() }}</p>
        <nb-save-state />
        @if (single()) {<button type="button" class="another" (click)="places()">+ Another place</button>}
      </div>
      @if (inputs(); as i) {
        <dl>
          <dt>At the work</dt>
          <dd><nb-figure [figure]="i.temperature" class="plain" /> · <nb-figure [figure]="i.humidity" class="plain" />@if (dew(); as d) { · dew <nb-figure [figure]="d" class="plain" />}</dd>
        </dl>
      }
    </div>
    @if (!single()) {<nb-place-bar [state]="state()" [editable]="true" (edit)="places()" />}
  `,
  styles: `
    .names { display: flex; gap: 6px 18px; align-items: baseline; flex-wrap: wrap; min-width: 0; } .names > * { min-width: 0; overflow-wrap: anywhere; }
    .another { border: 0; background: none; color: var(--act); font: inherit; font-weight: 600; padding: 3px 2px; cursor: pointer; white-space: nowrap; }
    dl { text-align: right; white-space: nowrap; }
    dt { font-size: 0.82rem; color: var(--muted); }
    dd { font-weight: 700; }
    @media (max-width: 1000px) { .spread { flex-wrap: wrap; gap: 0 18px; } .names { gap: 0 14px; } dl { text-align: left; } dt { display: none; } .another { min-height: 48px; padding: 3px 8px 3px 0; } }
  `,
})
export class JobHeader {
  readonly #context = inject(JobContext);
  protected readonly document = this.#context.document;
  protected readonly state = this.#context.state;
  protected readonly single = computed(() => (this.state()?.places.length ?? 0) < 2);
  protected readonly inputs = computed(() => this.#context.plan()?.inputs);
  protected readonly dew = computed(() => this.#context.plan()?.finish?.dewPoint);
  protected readonly line = computed(() => {
    const d = this.document();
    if (!d) return '';
    const start = d.schedule?.start ? `starts ${sayWhen(Date.parse(d.schedule.start))}` : '';
    const wanted = d.schedule?.wanted ? `wanted ${dayName(Date.parse(d.schedule.wanted))}` : '';
    return [d.title, start, wanted].filter(Boolean).join(' · ');
  });

  protected places(): void {
    this.#context.placesOpen.set(true);
  }
}
