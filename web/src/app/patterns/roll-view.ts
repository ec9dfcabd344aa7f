import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { bounds, type NestLayout } from '@nelbo/core';

/** A roll seen from above with the pieces on it, its length along the page. */
@Component({
  selector: 'nb-roll',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="box()" role="img" [attr.aria-label]="label()">
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
    svg { display: block; width: 100%; max-height: 300px; border: 1px solid var(--ink); background: var(--paper); }
    .cloth { fill: #fffdf8; }
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
  protected readonly size = computed(() => this.shown() / 60);
  protected readonly label = computed(() => `${this.name()}: ${this.layout().placements.length} pieces on ${this.layout().length.toFixed(2)} m of the roll`);
  protected readonly metres = computed(() => Array.from({ length: Math.floor(this.shown() / 0.5) }, (_, i) => (i + 1) / 2));
  protected readonly pieces = computed(() =>
    this.layout().placements.map(({ id, outline }) => {
      const b = bounds([outline]);
      // Across the roll runs down the page.
      return { id, d: `M${outline.map((p) => `${p.x.toFixed(4)} ${p.y.toFixed(4)}`).join('L')}Z`, x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2, size: Math.min(this.shown() / 45, (b.y1 - b.y0) * 0.6, (b.x1 - b.x0) / (0.62 * id.length)) };
    }),
  );
}
