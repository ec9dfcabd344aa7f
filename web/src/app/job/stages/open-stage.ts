import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Stage } from '@nelbo/core';
import { FigureView } from '../../ui/figure';
import { CureAir } from '../cure/cure-air';
import { CureHelp } from '../cure/cure-help';
import { CureWindows } from '../cure/cure-windows';
import { JobContext } from '../job-context';
import { StageHead } from './stage-head';

/** A stage that Nelbo does not work out for this kind of repair: what is missing, where to take it from, and what is known. */
@Component({
  selector: 'nb-open-stage',
  imports: [CureAir, CureHelp, CureWindows, FigureView, StageHead],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nb-stage-head [stage]="stage()" />
    @if (open(); as o) {
      <section class="open" aria-label="Not worked out">
        <h3>Not worked out here: {{ lower(o.missing) }}</h3>
        <p class="muted">Nelbo puts no figure where it has none. Take it from:</p>
        <ul>@for (t of o.take; track t) {<li>{{ t }}</li>}</ul>
      </section>
      @if (stage() === 'mix' && times().length > 0) {
        <h3>Times of the products, at the temperature of the work</h3>
        <table class="ruled">
          <thead><tr><th scope="col">Product</th><th scope="col" class="number">Pot life</th><th scope="col" class="number">Sets after</th><th scope="col" class="number">Full cure</th></tr></thead>
          <tbody>
            @for (t of times(); track t.product) {<tr><td>{{ t.product }}</td><td class="number"><nb-figure [figure]="t.milestones.potLife" /></td><td class="number"><nb-figure [figure]="t.milestones.sand" /></td><td class="number"><nb-figure [figure]="t.milestones.full" /></td></tr>}
          </tbody>
        </table>
      }
      @if (stage() === 'mix') {@defer (on immediate) {<nb-cure-windows /><nb-cure-air /><nb-cure-help />}}
    }
  `,
  styles: `
    .open { border: 1.5px dashed var(--ink); padding: 12px 14px; margin-bottom: 16px; }
    ul { margin-top: 8px; } li { padding: 4px 0 4px 12px; border-left: 3px solid var(--wait); margin-top: 5px; }
    h3 { margin-bottom: 4px; }
  `,
})
export class OpenStageView {
  readonly stage = input.required<Stage>();
  readonly #context = inject(JobContext);
  protected readonly open = computed(() => this.#context.plan()?.open.find((o) => o.stage === this.stage()));
  protected readonly times = computed(() => this.#context.plan()?.productTimes ?? []);

  protected lower(s: string): string {
    return s.charAt(0).toLowerCase() + s.slice(1);
  }
}
