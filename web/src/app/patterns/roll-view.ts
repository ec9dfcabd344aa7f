import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { bounds, wellWithin } from '@nelbo/core';
import { type NestLayout } from '@nelbo/core/papers';

/** A roll seen from above with the pieces on it, its length along the page. */
@Component({
  selector: 'nb-roll',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="box()" preserveAspectRatio="xMinYMin" role="img" [attr.aria-label]="label()">
      <rect class="cloth" x="0" y="0" [attr.width]="shown()" [attr.height]="rollWidth()" />
      @for (x of metres(); track x) {<path class="tick" [attr.d]="'M' + x + ' 0V' + rollWidth()" /><text class="tick-text" [attr.x]="x + 0.01" [attr.y]="rollWidth() - 0.015" [attr.font-size]="size()">{{ x }} m</text>}
      @for (p of pieces(); track p.id) {
        <path class="piece" [attr.d]="p.d"><title>{{ p.id }}</title></path>
        <text [attr.x]="p.x" [attr.y]="p.y" [attr.font-size]="p.size" text-anchor="middle" dominant-baseline="central">{{ p.id }}</text>
      }
      <path class="end" [attr.d]="'M' + layout().length + ' 0V' + rollWidth()" />
    </svg>
  `,
  styles: `
    svg { display: block; width: 100%; max-height: min(46vh, 420px); }
    .cloth { fill: #fffdf8; stroke: var(--ink); stroke-width: 1.5; vector-effect: non-scaling-stroke; }
    .tick { stroke: #e2ded2; stroke-width: 1; vector-effect: non-scaling-stroke; } .tick-text { fill: var(--muted); }
    .piece { fill: var(--glass); stroke: var(--ink); stroke-width: 1; vector-effect: non-scaling-stroke; }
    .end { stroke: var(--act); stroke-width: 2; vector-effect: non-scaling-stroke; }
    text { fill: var(--ink); font-weight: 600; }
  `,
})
export class RollView {
  readonly layout = input.required<NestLayout>();
  readonly rollWidth = input.required<number>();
  readonly name = input('');
  /** A little more of the roll than is used. */
  protected readonly shown = computed(() => Math.max(this.layout().length * 1.06, this.rollWidth() * 0.6));
  protected readonly box = computed(() => `0 0 ${this.shown()} ${this.rollWidth()}`);
  protected readonly size = computed(() => this.rollWidth() / 26);
  protected readonly label = computed(
    () =>
      `${this.name()}: ${this.layout().placements.length} pieces on ${this.layout().length.toFixed(2)} m of the roll`,
  );
  protected readonly metres = computed(() =>
    Array.from({ length: Math.floor(this.shown() / 0.5) }, (_, i) => (i + 1) / 2),
  );
  protected readonly pieces = computed(() =>
    this.layout().placements.map(({ id, outline }) => {
      const b = bounds([outline]);
      // Across the roll runs down the page.
      const at = wellWithin(outline);
      return {
        id,
        d: `M${outline.map((p) => `${p.x.toFixed(4)} ${p.y.toFixed(4)}`).join('L')}Z`,
        x: at.x,
        y: at.y,
        size: Math.min(this.rollWidth() / 20, (b.y1 - b.y0) * 0.6, (b.x1 - b.x0) / (0.62 * id.length)),
      };
    }),
  );
}
