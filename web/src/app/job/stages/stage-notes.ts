import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { GENERAL_CAUTION, standingCautions, type Stage } from '@nelbo/core';
import { JobContext } from '../job-context';

/** The card of what holds all the time; what a step needs of cautions and tests stands at the step. */
@Component({
  selector: 'nb-stage-notes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (card().length > 0) {
      <section aria-label="All the time"><h3>All the time</h3>
        @for (c of card(); track c) {<p class="note-line caution">{{ c }}</p>}
      </section>
    }
    @if (stage() === 'survey') {<p class="muted small general">{{ general }}</p>}
  `,
  styles: `
    :host { display: block; margin-top: 20px; } h3 { margin: 0 0 4px; font-size: 1rem; }
    .note-line { margin-top: 6px; font-size: 0.93rem; } .caution { border-color: var(--warn); } .general { margin-top: 16px; }
  `,
})
export class StageNotes {
  readonly stage = input.required<Stage>();
  readonly #context = inject(JobContext);
  protected readonly general = GENERAL_CAUTION;
  /** On the stages at which work is done. */
  protected readonly card = computed(() => {
    const plan = this.#context.plan();
    return plan && this.stage() !== 'system' && this.stage() !== 'log' ? standingCautions(plan) : [];
  });
}
