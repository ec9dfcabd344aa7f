import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { TYPICAL_INSTRUMENTS, sayIn, type Cup } from '@nelbo/core';
import { cupHeight, fullHeight } from '@nelbo/core/cure';
import { toSignal } from '@angular/core/rxjs-interop';
import { Reading } from '../state/reading';
import { ShopStore } from '../state/shop-store';
import type { BenchRun } from './run';
import { grams, partNames } from './words';

const [WIDE, HIGH] = [300, 420];
/** Height of two lines of words, px. */
const LEAST_ROOM = 56;

/** The same batch in a cup of the yard: its lines, drawn to scale. */
@Component({
  selector: 'nb-cup-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (cup(); as c) {
      <p class="small soft">same thing in the {{ c.cup.name ?? 'cup' }}, {{ c.wide }} wide at the top</p>
      <svg [attr.viewBox]="'0 0 380 470'" role="img" [attr.aria-label]="c.label">
        <polygon [attr.points]="c.first" class="first" /><polygon [attr.points]="c.second" class="second" />
        <path [attr.d]="c.outline" class="glass" />
        @for (t of c.ticks; track t.ml) {<path [attr.d]="'M' + t.x + ' ' + t.y + 'h' + (t.named ? -26 : -14)" class="tick" />@if (t.named) {<text [attr.x]="t.x + 8" [attr.y]="t.y + 5" class="soft">{{ t.ml }}</text>}}
        <text x="154" [attr.y]="c.firstAt - 4" class="name" text-anchor="middle">{{ names()[0] }} {{ c.grams[0] }}</text>
        <text x="154" [attr.y]="c.firstAt + 18" class="line" text-anchor="middle">to the {{ c.lines[0] }} line</text>
        <text x="154" [attr.y]="c.secondAt - 22" class="name hot" text-anchor="middle">{{ names()[1] }} {{ c.grams[1] }}</text>
        <text x="154" [attr.y]="c.secondAt" class="line hot" text-anchor="middle">to the {{ c.lines[1] }} line</text>
      </svg>
    } @else {
      <p class="small soft">Both parts</p>
      <dl class="parts"><div><dt>{{ names()[0] }}</dt><dd>{{ masses()[0] }}</dd></div><div><dt>{{ names()[1] }}</dt><dd>{{ masses()[1] }}</dd>@for (x of second(); track x) {<dd class="soft">{{ x }}</dd>}</div></dl>
    }
  `,
  styles: `
    :host { display: block; } svg { width: 100%; max-width: 380px; max-height: 56vh; margin-top: 8px; display: block; }
    .soft { color: var(--b-soft); fill: var(--b-soft); font-size: 15px; } .glass { fill: none; stroke: var(--b-ink); stroke-width: 3; stroke-linejoin: round; } .tick { stroke: var(--b-ink); stroke-width: 2; }
    .first { fill: var(--b-resin); } .second { fill: var(--b-hard); stroke: var(--b-act); stroke-width: 1.5; }
    .name { font-size: 19px; font-weight: 700; fill: var(--b-on-resin); } .line { font-size: 16px; fill: var(--b-on-resin); opacity: 0.85; } .hot { fill: var(--b-act); opacity: 1; }
    .parts div { border-top: 1px solid var(--b-line); padding: 14px 0; } .parts dd { font-size: 2rem; font-weight: 700; line-height: 1.15; } .parts dd.soft { font-size: 1.15rem; font-weight: 400; }
  `,
})
export class CupDrawing {
  readonly run = input.required<BenchRun>();
  readonly #reading = inject(Reading);
  readonly #shop = toSignal(inject(ShopStore).shop$);
  protected readonly names = computed(() => partNames(this.run()));
  protected readonly masses = computed(() => [
    grams(this.run().batch.first, this.#reading.reader()),
    grams(this.run().batch.second, this.#reading.reader(), this.run().batch.second < 0.01 ? 2 : 1),
  ]);
  /** The second part in other ways: ml and drops. */
  protected readonly second = computed(() => {
    const { parts } = this.run().batch;
    if (parts.kind === 'peroxide')
      return [sayIn(parts.catalystVolume, 'ml', 1, this.#reading.reader()), `${parts.drops.value} drops`];
    return parts.kind === 'two-part' ? [sayIn(parts.hardenerVolume, 'ml', 1, this.#reading.reader())] : [];
  });

  protected readonly cup = computed(() => {
    const run = this.run();
    const m = run.batch.measures.find((x) => x.way === 'cup');
    const { parts } = run.batch;
    if (!m || parts.kind !== 'two-part') return undefined;
    const cup = (this.#shop()?.instruments?.cups ?? TYPICAL_INSTRUMENTS.cups).find(
      (c: Cup) => (c.name ?? 'cup') === m.instrument,
    );
    if (!cup) return undefined;
    const [va, vb] = [parts.resinVolume.value, parts.hardenerVolume.value];
    const [ha, hb] = [m.readings[0].figure.value, m.readings[1].figure.value];
    const [r, R] = [cup.bottom / 2, cup.top / 2];
    const H = fullHeight(cup);
    const px = HIGH / H;
    const half = (h: number): number => ((r + ((R - r) * h) / H) / R) * (WIDE / 2);
    const x0 = 154;
    const y = (h: number): number => 450 - h * px;
    const poly = (from: number, to: number): string =>
      [
        [x0 - half(from), y(from)],
        [x0 + half(from), y(from)],
        [x0 + half(to), y(to)],
        [x0 - half(to), y(to)],
      ]
        .map((p) => p.join(','))
        .join(' ');
    // Heights of the marks by the shape of the cup.
    const heightOf = (V: number): number =>
      cupHeight.evaluate({ V, V_cup: cup.volume, d: cup.bottom, D: cup.top });
    const step = cup.volume > 250e-6 ? 50 : 20;
    const ticks = Array.from({ length: Math.floor((cup.volume * 1e6) / step) }, (_, i) => (i + 1) * step).map(
      (ml) => ({
        ml,
        named: ml % (2 * step) === 0,
        y: y(heightOf(ml * 1e-6)),
        x: x0 + half(heightOf(ml * 1e-6)),
      }),
    );
    const reader = this.#reading.reader();
    return {
      cup,
      wide: sayIn({ value: cup.top }, 'mm', 0, reader),
      first: poly(0, ha),
      second: poly(ha, hb),
      outline: `M${x0 - half(H)} ${y(H)}L${x0 - half(0)} ${y(0)}H${x0 + half(0)}L${x0 + half(H)} ${y(H)}`,
      ticks,
      grams: this.masses(),
      lines: [sayIn({ value: va }, 'ml', 0, reader), sayIn({ value: va + vb }, 'ml', 0, reader)],
      // A little in a wide cup leaves no room for words in it: they stand over the others.
      firstAt: ha * px < LEAST_ROOM ? Math.max(60, y(hb) - 12) - 62 : y(ha / 2),
      secondAt: Math.max(60, y(hb) - 12),
      label: `${cup.name ?? 'Cup'}: ${this.names()[0]} to ${sayIn({ value: va }, 'ml', 0, reader)}, then ${this.names()[1]} to ${sayIn({ value: va + vb }, 'ml', 0, reader)}`,
    };
  });
}
