import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { STAGE_TITLES, stageWords, told, type Said, type Stage, type ToldProblem } from '@nelbo/core';
import { Reading } from '../../state/reading';
import { SaidView } from '../../ui/said';
import { sentence } from '../../ui/words';
import { JobContext } from '../job-context';

/** Title of the stage, its result in one sentence, and its warnings; a control of the stage may stand beside the title. */
@Component({
  selector: 'nb-stage-head',
  imports: [SaidView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="spread"><h2>{{ title() }}</h2><ng-content /></div>
    <p class="muted sentence"><nb-said [words]="sentence()" /></p>
    @for (p of problems(); track p.path + p.what) {
      <p class="note-line warn" role="note"><b>{{ whole(p.what) }}</b> {{ wayRound(p) }}</p>
    }
  `,
  styles: `:host { display: block; margin-bottom: 12px; } .sentence { margin-top: 2px; } .note-line { margin-top: 8px; } .spread { align-items: center; min-height: 34px; }`,
})
export class StageHead {
  protected readonly whole = sentence;
  readonly stage = input.required<Stage>();
  readonly #context = inject(JobContext);
  protected readonly title = computed(() => STAGE_TITLES[this.stage()]);
  readonly #reading = inject(Reading);
  protected readonly sentence = computed<Said>(() => {
    const plan = this.#context.plan();
    return (
      (plan && stageWords(this.stage(), plan, this.#reading.reader())) ?? [
        'Not enough is known yet to plan this stage.',
      ]
    );
  });
  protected readonly problems = computed(() => this.#context.problemsOf(this.stage()).map(told));

  protected wayRound(p: ToldProblem): string {
    return [p.allowed && `allowed: ${p.allowed}`, p.suggestion]
      .flatMap((s) => (s ? [sentence(s)] : []))
      .join(' ');
  }
}
