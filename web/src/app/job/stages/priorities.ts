import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { SliderModule } from 'primeng/slider';
import { CRITERIA, CRITERION_NAMES, DEFAULT_PRESET, PRESETS, type Criterion, type Preset } from '@nelbo/core';
import { JobContext } from '../job-context';

/** What matters for this job: a preset, and sliders to move away from it. */
@Component({
  selector: 'nb-priorities',
  imports: [FormsModule, SliderModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="presets" role="radiogroup" aria-label="What matters">
      @for (p of presets; track p) {<button type="button" role="radio" [attr.aria-checked]="p === preset()" (click)="choose(p)">{{ p }}</button>}
    </div>
    <details>
      <summary>Weigh it yourself{{ moved() ? ' (moved)' : '' }}</summary>
      @for (c of criteria; track c) {
        <div class="slider"><span [id]="'weigh-' + c">{{ names[c] }}</span><p-slider [min]="0" [max]="10" [ngModel]="weight(c)" (ngModelChange)="weigh(c, $event)" [ariaLabelledBy]="'weigh-' + c" /><b>{{ weight(c) }}</b></div>
      }
    </details>
  `,
  styles: `
    :host { display: block; margin-bottom: 12px; }
    .presets { display: flex; flex-wrap: wrap; gap: 6px; }
    .presets button { border: 1px solid var(--ink); background: var(--paper); padding: 6px 10px; min-height: 36px; cursor: pointer; border-radius: 3px; }
    .presets button[aria-checked='true'] { background: var(--ink); color: var(--paper); }
    summary { cursor: pointer; padding: 7px 0 4px; font-size: 0.93rem; }
    .slider { display: grid; grid-template-columns: 140px minmax(0, 1fr) 22px; gap: 14px; align-items: center; padding: 5px 0; font-size: 0.93rem; }
  `,
})
export class Priorities {
  readonly #context = inject(JobContext);
  protected readonly presets = Object.keys(PRESETS) as Preset[];
  protected readonly criteria = CRITERIA;
  protected readonly names = CRITERION_NAMES;
  readonly #own = computed(() => this.#context.state()?.job?.priorities);
  protected readonly preset = computed(() => (this.#own()?.preset as Preset | undefined) ?? DEFAULT_PRESET);
  protected readonly moved = computed(() => Object.keys(this.#own()?.weights ?? {}).length > 0);

  protected weight(c: Criterion): number {
    return this.#own()?.weights?.[c] ?? PRESETS[this.preset()][c];
  }

  protected choose(preset: Preset): void {
    this.#context.store.set('priorities', { preset });
  }

  protected weigh(c: Criterion, value: number): void {
    this.#context.store.set(
      `priorities.weights.${c}`,
      value === PRESETS[this.preset()][c] ? undefined : value,
    );
  }
}
