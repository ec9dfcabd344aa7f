import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { gramDecimals, partLines, type Parts } from '@nelbo/core';
import { Reading } from '../../state/reading';
import { ArrowKeys } from '../../ui/arrow-keys';
import { FigureView } from '../../ui/figure';

/** What goes into one cup: each part in g and ml, a catalyst in drops as well; ounces where the yard takes them. */
@Component({
  selector: 'nb-parts',
  imports: [ArrowKeys, FigureView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table class="ruled">
      <caption class="visually-hidden">{{ caption() }}</caption>
      <thead><tr><th>{{ caption() }}</th><th class="number">g</th>@if (hasVolume()) {<th class="number">ml</th>}@if (hasVolume() && ounces()) {<th class="number">US fl oz</th>}@if (hasDrops()) {<th class="number">drops</th>}</tr></thead>
      <tbody>
        @for (l of lines(); track l.name) {
          <tr>
            <td>{{ l.name }}</td>
            <td class="number main"><nb-figure [figure]="l.mass" as="g" [exact]="true" [decimals]="decimals(l.mass)" [bare]="true" /></td>
            @if (hasVolume()) {<td class="number">@if (l.volume; as v) {<nb-figure [figure]="v" as="ml" [exact]="true" [decimals]="1" [bare]="true" />}</td>}
            @if (hasVolume() && ounces()) {<td class="number">@if (l.volume; as v) {<nb-figure [figure]="v" as="US fl oz" [exact]="true" [decimals]="2" [bare]="true" />}</td>}
            @if (hasDrops()) {<td class="number">@if (l.drops; as d) {<nb-figure [figure]="d" [bare]="true" />}</td>}
          </tr>
        }
        <ng-content />
      </tbody>
    </table>
  `,
  styles: `table { table-layout: fixed; } .main { font-weight: 700; font-size: 1.05rem; } th:first-child { width: 38%; }`,
})
export class PartsTable {
  readonly #reading = inject(Reading);
  readonly caption = input('Part');
  readonly parts = input.required<Parts>();
  protected readonly decimals = gramDecimals;
  protected readonly lines = computed(() => partLines(this.parts()));
  protected readonly hasVolume = computed(() => this.lines().some((l) => l.volume));
  /** A yard that takes its volumes in US customary units has ounces beside the millilitres of its syringes. */
  protected readonly ounces = computed(() => this.#reading.reader().units?.volume === 'us');
  protected readonly hasDrops = computed(() => this.lines().some((l) => l.drops));
}
