import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { SandingStep } from '@nelbo/core';
import { ArrowKeys } from '../../ui/arrow-keys';
import { FigureView } from '../../ui/figure';

/** A sequence of papers, coarse to fine. */
@Component({
  selector: 'nb-sanding',
  imports: [ArrowKeys, FigureView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table class="ruled">
      <caption class="visually-hidden">{{ caption() }}</caption>
      <thead><tr><th>{{ caption() }}</th><th>tool, stroke</th><th class="number">takes off</th><th class="number">time</th><th class="number">pieces</th></tr></thead>
      <tbody>
        @for (s of steps(); track s.paperId) {
          <tr><td><b>{{ s.grit }}</b></td><td class="small">{{ s.tool }}{{ s.wet ? ', wet' : '' }}<br /><span class="muted">{{ s.direction }}</span></td><td class="number"><nb-figure [figure]="s.depth" as="µm" [decimals]="0" class="plain" /></td><td class="number"><nb-figure [figure]="s.time" class="plain" /></td><td class="number"><nb-figure [figure]="s.discs" [bare]="true" /></td></tr>
        }
      </tbody>
    </table>
  `,
})
export class SandingTable {
  readonly steps = input.required<readonly SandingStep[]>();
  readonly caption = input('Sanding');
}
