import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toldTasks, type Stage, type ToldTask } from '@nelbo/core';
import { FigureView } from '../ui/figure';
import { JobContext } from './job-context';

/** The steps of a stage, numbered through the whole job, with what is waited for between them: of every kind of repair. */
@Component({
  selector: 'nb-stage-steps',
  imports: [FigureView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (steps().length > 0) {
      <h3>Step by step</h3>
      <ol class="steps">
        @for (t of steps(); track $index) {
          <li [class.wait]="t.task.kind === 'wait'" [class.put-in]="t.task.reopens"><span class="n" aria-hidden="true">{{ t.n ?? '' }}</span><span>{{ t.task.label }}@if (t.task.people) { <b class="people">{{ t.task.people }} people</b>}</span><nb-figure [figure]="t.task.duration" class="plain" /></li>
        }
      </ol>
    }
  `,
  styles: `
    :host { display: block; } h3 { margin: 18px 0 4px; font-size: 1rem; }
    .steps li { display: grid; grid-template-columns: 1.6rem minmax(0, 1fr) auto; gap: 10px; padding: 5px 0; border-bottom: 1px solid var(--hairline); align-items: baseline; }
    .n { text-align: right; font-weight: 700; color: var(--muted); }
    .steps .wait { color: var(--wait); font-style: italic; }
    .put-in { border-left: 3px solid var(--act); } .people { color: var(--act); white-space: nowrap; }
  `,
})
export class StageSteps {
  readonly stage = input.required<Stage>();
  readonly #context = inject(JobContext);
  /** The survey is told by its own view. */
  protected readonly steps = computed<readonly ToldTask[]>(() => {
    const plan = this.#context.plan();
    return plan && this.stage() !== 'survey' ? toldTasks(this.stage(), plan) : [];
  });
}
