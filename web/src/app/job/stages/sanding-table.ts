import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { SandingStep } from '@nelbo/core';
import { ArrowKeys } from '../../ui/arrow-keys';
import { FigureView } from '../../ui/figure';

/** A grit sequence, coarse to fine. */
@Component({
  selector: 'nb-sanding',
  imports: [ArrowKeys, FigureView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table class="ruled">
      <caption class="visually-hidden">{{ caption() }}</caption>
      <thead><tr><th>{{ caption() }}</th><th class="number">takes off</th><th class="number">time</th><th class="number">discs</th></tr></thead>
      <tbody>
        @for (s of steps(); track s.grit) {
          <tr><td><b>P{{ s.grit }}</b></td><td class="number"><nb-figure [figure]="s.depth" as="µm" [decimals]="0" class="plain" /></td><td class="number"><nb-figure [figure]="s.time" class="plain" /></td><td class="number"><nb-figure [figure]="s.discs" [bare]="true" /></td></tr>
        }
      </tbody>
    </table>
  `,
})
export class SandingTable {
  readonly steps = input.required<readonly SandingStep[]>();
  readonly caption = input('Sanding');
}
