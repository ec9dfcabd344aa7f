import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { STAGE_TITLES, stageSentence, type Stage } from '@nelbo/core';
import { JobContext } from '../job-context';

/** Title of the stage and its result in one sentence; a control of the stage may stand beside the title. */
@Component({
  selector: 'nb-stage-head',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="spread"><h2>{{ title() }}</h2><ng-content /></div>
    <p class="muted sentence">{{ sentence() }}</p>
  `,
  styles: `:host { display: block; margin-bottom: 12px; } .sentence { margin-top: 2px; } .spread { align-items: center; min-height: 34px; }`,
})
export class StageHead {
  readonly stage = input.required<Stage>();
  readonly #context = inject(JobContext);
  protected readonly title = computed(() => STAGE_TITLES[this.stage()]);
  protected readonly sentence = computed(() => {
    const plan = this.#context.plan();
    return (plan && stageSentence(this.stage(), plan)) ?? 'Not enough is known yet to plan this stage.';
  });
}
