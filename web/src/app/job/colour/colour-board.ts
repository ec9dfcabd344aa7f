import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { deltaE, differenceWords, hexOf, ILLUMINANT, type Lab } from '@nelbo/core/finish';
import { sayWhen } from '../../ui/when';
import { JobColour } from './job-colour';
import { labWords as say } from './lab-words';

/** Target, recipe and trials as swatches that touch, with their numbers. */
@Component({
  selector: 'nb-colour-board',
  providers: [JobColour],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (target(); as t) {
      <p class="head"><b>Colour</b>&ngsp;<span class="muted small">under {{ illuminant }}; a screen shows it roughly, the numbers decide</span></p>
      <div class="board">
        <div class="target" [style.background]="t.hex"><span>the hull, to match<br />{{ t.text }}</span></div>
        <div class="row">
          @if (swatches().length === 0) {<p class="muted small none">The recipe and every cured chip will stand here against it.</p>}
          @for (s of swatches(); track $index) {<div [style.background]="s.hex"><span><b>{{ s.name }}</b><br />ΔE {{ s.off }}, {{ s.words }}<br />{{ s.text }}</span></div>}
        </div>
      </div>
    }
  `,
  styles: `
    :host { display: block; margin-top: 14px; } .head { margin-bottom: 4px; }
    .board { border: 1px solid var(--ink); } .target { height: 84px; } .row { display: flex; } .row > div { flex: 1 1 0; min-height: 128px; } .row > div + div { border-left: 1px solid rgba(18, 41, 44, 0.25); }
    .none { padding: 14px; } span { display: inline-block; background: rgba(251, 249, 244, 0.92); color: var(--ink); padding: 3px 8px; margin: 10px; font-size: 0.87rem; white-space: pre-wrap; } .head span { background: none; margin: 0; padding: 0; }
    @media (max-width: 700px) { .row { flex-direction: column; } .row > div { min-height: 92px; } .row > div + div { border-left: 0; } }
  `,
})
export class ColourBoard {
  readonly #colour = inject(JobColour);
  protected readonly illuminant = ILLUMINANT;
  protected readonly target = computed(() => {
    const t = this.#colour.state().surround?.target;
    return t && { hex: hexOf(t), text: say(t) };
  });
  protected readonly swatches = computed(() => {
    const { surround, recipe, trials } = this.#colour.state();
    if (!surround) return [];
    const of = (name: string, lab: Lab) => ({
      name,
      hex: hexOf(lab),
      text: say(lab),
      off: deltaE(lab, surround.target).toFixed(1),
      words: differenceWords(lab, surround.target),
    });
    return [
      ...(recipe && trials.length === 0 ? [of('recipe, computed', recipe.colour)] : []),
      ...trials
        .slice(-4)
        .map((t) => of(`chip ${trials.indexOf(t) + 1}, ${sayWhen(Date.parse(t.at))}`, t.measured)),
    ];
  });
}
