import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { formatAs, preferredUnit, type Dish } from '@nelbo/core';
import { Reading } from '../../state/reading';
import { ArrowKeys } from '../../ui/arrow-keys';
import { FigureView } from '../../ui/figure';

/** Lines, areas, dust and gauge of the dish on one face. */
@Component({
  selector: 'nb-dish-tables',
  imports: [ArrowKeys, FigureView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (dish(); as g) {
      @if (heading()) {<h3>{{ heading() }}, <nb-figure [figure]="g.depth" as="mm" [decimals]="1" /> deep</h3>}
      <table class="ruled lines">
        <thead><tr><th>From the edge of the cut-out</th><th class="number">{{ unit() }}</th></tr></thead>
        <tbody>
          <tr><td>grind limit</td><td class="number"><nb-figure [figure]="g.grindLimit" as="mm" [decimals]="1" [bare]="true" /></td></tr>
          <tr><td>finish edge</td><td class="number"><nb-figure [figure]="g.finishEdge" as="mm" [decimals]="1" [bare]="true" /></td></tr>
          <tr><td>masking line, <nb-figure [figure]="g.maskingLength" class="plain" /> long</td><td class="number"><nb-figure [figure]="g.maskingLine" as="mm" [decimals]="1" [bare]="true" /></td></tr>
        </tbody>
      </table>
      <table class="ruled">
        <thead><tr><th>Areas and dust, disc P{{ disc() }}</th><th class="number">amount</th></tr></thead>
        <tbody>
          <tr><td>face to grind</td><td class="number"><nb-figure [figure]="g.taperArea" as="cm²" /></td></tr>
          <tr><td>inside the masking line</td><td class="number"><nb-figure [figure]="g.maskedArea" as="cm²" /></td></tr>
          <tr><td>laminate ground away</td><td class="number"><nb-figure [figure]="g.removedVolume" /></td></tr>
          <tr><td>dust</td><td class="number"><nb-figure [figure]="g.dustMass" /></td></tr>
        </tbody>
      </table>
      <h4>Gauge</h4>
      <div class="gauge" nbArrowKeys role="table" [attr.aria-label]="'Depth of the dish by distance from the edge of the cut-out' + (heading() ? ', ' + heading() : '')">
        <div role="row"><span role="columnheader">{{ unit() }} out</span>@for (x of g.gauge; track x.distance) {<span role="cell">{{ out(x.distance) }}</span>}</div>
        <div role="row"><span role="columnheader">{{ unit() }} deep</span>@for (x of g.gauge; track x.distance) {<span role="cell"><nb-figure [figure]="x.depth" as="mm" [decimals]="1" [bare]="true" /></span>}</div>
      </div>
    }
  `,
  styles: `
    .lines { margin-top: 10px; } table { margin-top: 6px; }
    h3 { margin: 18px 0 0; } h4 { margin: 14px 0 4px; font-size: 0.95rem; }
    .gauge { overflow-x: auto; border-top: 1px solid var(--ink); border-bottom: 1px solid var(--hairline); }
    .gauge > div { display: flex; } .gauge > div + div { border-top: 1px solid var(--hairline); font-weight: 700; }
    .gauge span[role] { flex: 1 0 30px; text-align: right; padding: 4px 3px; font-size: 0.88rem; }
    .gauge span[role='columnheader'] { flex: 0 0 62px; text-align: left; color: var(--muted); font-weight: 400; }
  `,
})
export class DishTables {
  readonly dish = input.required<Dish>();
  readonly heading = input('');
  readonly disc = input.required<number>();
  readonly #reading = inject(Reading);
  protected readonly unit = computed(() => preferredUnit('mm', this.#reading.reader().units));

  protected out(distance: number): string {
    return formatAs(distance, 'mm', 0, this.#reading.reader().units).text;
  }
}
