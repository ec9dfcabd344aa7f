import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { STAGE_TITLES, stageWords, stops, told, type Said, type Stage, type ToldProblem } from '@nelbo/core';
import { Reading } from '../../state/reading';
import { SaidView } from '../../ui/said';
import { sentence } from '../../ui/words';
import { JobContext } from '../job-context';
import { StageSteps } from '../stage-steps';

/** Title of the stage, its result in one sentence, and its warnings; a control of the stage may stand beside the title. */
@Component({
  selector: 'nb-stage-head',
  imports: [SaidView, StageSteps],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="spread"><h2>{{ title() }}</h2><ng-content /></div>
    <p class="muted sentence"><nb-said [words]="sentence()" /></p>
    @for (p of problems(); track p.path + p.what) {
      <p class="note-line" [class.warn]="!stops(p)" [class.stop]="stops(p)" role="note">@if (stops(p)) {<span class="sign">STOP</span> }<b>{{ whole(p.what) }}</b> {{ wayRound(p) }}</p>
    }
    <nb-stage-steps [stage]="stage()" />
  `,
  styles: `:host { display: block; margin-bottom: 12px; } .sentence { margin-top: 2px; } .note-line { margin-top: 8px; } .spread { align-items: center; min-height: 34px; } .stop { border-color: var(--act); } .sign { background: var(--act); color: #fff; font-weight: 700; padding: 1px 6px; clip-path: polygon(12% 0, 88% 0, 100% 30%, 100% 70%, 88% 100%, 12% 100%, 0 70%, 0 30%); margin-right: 4px; }`,
})
export class StageHead {
  protected readonly whole = sentence;
  protected readonly stops = stops;
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
  /** What stops a step of this stage stands at the step, and not here once more. */
  protected readonly problems = computed(() => {
    const own = new Set(
      (this.#context.plan()?.work?.steps ?? []).flatMap((s) => (s.stage === this.stage() ? [s.id] : [])),
    );
    const atSteps = new Set(
      this.#context.stops().flatMap((s) => (s.step !== undefined && own.has(s.step) ? [s.problem] : [])),
    );
    return this.#context
      .problemsOf(this.stage())
      .filter((p) => !atSteps.has(p))
      .map(told);
  });

  protected wayRound(p: ToldProblem): string {
    return [p.allowed && `allowed: ${p.allowed}`, p.suggestion]
      .flatMap((s) => (s ? [sentence(s)] : []))
      .join(' ');
  }
}
