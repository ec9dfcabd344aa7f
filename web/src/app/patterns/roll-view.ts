import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { bounds, wellWithin } from '@nelbo/core';
import { type NestLayout } from '@nelbo/core/papers';

/** A roll seen from above with the pieces on it, its length along the page. */
@Component({
  selector: 'nb-roll',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="box()" preserveAspectRatio="xMinYMin" role="img" [attr.aria-label]="label()">
      <rect class="cloth" x="0" y="0" [attr.width]="across() ? rollWidth() : shown()" [attr.height]="across() ? shown() : rollWidth()" />
      @for (x of metres(); track x) {<path class="tick" [attr.d]="line(x)" /><text class="tick-text" [attr.x]="across() ? rollWidth() + size() * 0.4 : x" [attr.y]="across() ? x : rollWidth() + size() * 1.1" [attr.text-anchor]="across() ? 'start' : 'middle'" [attr.dominant-baseline]="across() ? 'central' : 'auto'" [attr.font-size]="size()">{{ x }} m</text>}
      @for (p of pieces(); track p.id) {
        <path class="piece" [attr.d]="p.d"><title>{{ p.id }}</title></path>
        <text [attr.x]="p.x" [attr.y]="p.y" [attr.font-size]="p.size" text-anchor="middle" dominant-baseline="central">{{ p.id }}</text>
      }
      <path class="end" [attr.d]="line(layout().length)" />
    </svg>
    <p class="muted small">{{ across() ? 'The roll lies across the page; its warp runs down it.' : 'The roll runs along the page, its warp with it.' }}</p>
  `,
  styles: `
    svg { display: block; width: 100%; max-height: min(68vh, 680px); }
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
  protected readonly shown = computed(() => Math.max(this.layout().length * 1.06, this.rollWidth() * 0.2));
  /** A short stretch of a roll lies with its width along the page, so that its pieces can be read. */
  protected readonly across = computed(() => this.shown() < this.rollWidth());
  /** The roll, and beside it a margin for the lengths. */
  protected readonly box = computed(() =>
    this.across()
      ? `0 0 ${this.rollWidth() + this.size() * 4} ${this.shown()}`
      : `0 0 ${this.shown()} ${this.rollWidth() + this.size() * 1.5}`,
  );
  protected readonly size = computed(() => this.rollWidth() / (this.across() ? 44 : 26));

  /** A line over the whole width of the roll, so far along it. */
  protected line(at: number): string {
    return this.across() ? `M0 ${at}H${this.rollWidth()}` : `M${at} 0V${this.rollWidth()}`;
  }
  protected readonly label = computed(
    () =>
      `${this.name()}: ${this.layout().placements.length} pieces on ${this.layout().length.toFixed(2)} m of the roll`,
  );
  protected readonly metres = computed(() =>
    Array.from({ length: Math.floor(this.shown() / 0.5) }, (_, i) => (i + 1) / 2),
  );
  protected readonly pieces = computed(() =>
    this.layout().placements.map(({ id, outline }) => {
      // Along the roll is x of a layout; where the roll lies across the page that runs down it.
      const drawn = this.across() ? outline.map(({ x, y }) => ({ x: y, y: x })) : outline;
      const b = bounds([drawn]);
      const at = wellWithin(drawn);
      return {
        id,
        d: `M${drawn.map((p) => `${p.x.toFixed(4)} ${p.y.toFixed(4)}`).join('L')}Z`,
        x: at.x,
        y: at.y,
        size: Math.min(
          this.rollWidth() / (this.across() ? 34 : 20),
          (b.y1 - b.y0) * 0.6,
          (b.x1 - b.x0) / (0.62 * id.length),
        ),
      };
    }),
  );
}
