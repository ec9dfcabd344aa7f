import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { tellMilestone, type CureCase } from '@nelbo/core';
import { WallClock } from '../../state/wall-clock';
import { sayWhen } from '../../ui/when';
import { hourLabel, hourTicks } from './charts';

const WIDTH = 720;
const LEFT = 270;
const RIGHT = 12;
const ROW = 30;
const TOP = 6;

/** When a thin film may be gone on with: a bar for every moment, from laying, with the range in which it is likely to come. */
@Component({
  selector: 'nb-cure-bars',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' ' + height()" role="img" [attr.aria-label]="words()">
      <defs><pattern id="bar-wait" width="6" height="6" patternUnits="userSpaceOnUse"><path d="M-1 7L7 -1" stroke="#2b6777" stroke-width="1.2" /></pattern></defs>
      @for (t of ticks(); track t.x) {<path class="grid" [attr.d]="'M' + t.x + ' 4V' + (height() - 22)" /><text class="tick" [attr.x]="t.x" [attr.y]="height() - 6" text-anchor="middle">{{ t.text }}</text>}
      @for (b of bars(); track b.id) {
        <text [attr.x]="left - 10" [attr.y]="b.y + 16" text-anchor="end">{{ b.name }}</text>
        <rect class="wait" [attr.x]="left" [attr.y]="b.y + 4" [attr.width]="b.x - left" height="16" fill="url(#bar-wait)" />
        <path class="span" [attr.d]="'M' + b.low + ' ' + (b.y + 12) + 'H' + b.high" />
        <path class="mark" [attr.d]="'M' + b.x + ' ' + (b.y + 2) + 'v20'" />
        <text class="when" [attr.x]="b.tx" [attr.y]="b.y + 16" [attr.text-anchor]="b.anchor">{{ b.when }}</text>
      }
      @if (nowX(); as x) {<path class="now" [attr.d]="'M' + x + ' 2V' + (height() - 22)" />}
    </svg>
  `,
  styles: `
    svg { width: 100%; display: block; } text { font-size: 12.5px; fill: var(--ink); } .tick { fill: var(--muted); } .when { font-weight: 700; paint-order: stroke; stroke: var(--ground); stroke-width: 4px; }
    path { fill: none; stroke: var(--ink); } .grid { stroke: var(--hairline); } .wait { stroke: var(--wait); stroke-width: 0.8; } .mark { stroke-width: 2.5; } .span { stroke-width: 5; stroke: var(--wait); opacity: 0.45; } .now { stroke: var(--act); stroke-width: 2; }
  `,
})
export class CureBars {
  readonly of = input.required<CureCase>();
  readonly #clock = inject(WallClock);
  protected readonly width = WIDTH;
  protected readonly left = LEFT;
  readonly #milestones = computed(() => [...this.of().milestones].sort((a, b) => a.at - b.at));
  protected readonly height = computed(() => TOP + ROW * this.#milestones().length + 24);
  readonly #end = computed(() =>
    Math.max(this.of().laid + 3_600_000, ...this.#milestones().map((m) => m.at)),
  );

  #x(ms: number): number {
    const { laid } = this.of();
    const share = (ms - laid) / (1.04 * (this.#end() - laid));
    return LEFT + Math.max(0, Math.min(1, share)) * (WIDTH - LEFT - RIGHT);
  }

  protected readonly bars = computed(() =>
    this.#milestones().map((m, i) => {
      const x = this.#x(m.at);
      const beside = x > WIDTH - 150;
      const name = tellMilestone(m.meaning);
      return {
        id: m.id,
        name: name.length > 44 ? `${name.slice(0, 43)}…` : name,
        y: TOP + i * ROW,
        x,
        low: this.#x(m.span[0]),
        high: this.#x(m.span[1]),
        tx: beside ? x - 8 : x + 8,
        anchor: beside ? 'end' : 'start',
        when: sayWhen(m.at, this.#clock.now()),
      };
    }),
  );
  protected readonly ticks = computed(() =>
    hourTicks(this.of().laid, this.#end())
      .map((t) => ({ x: this.#x(t), text: hourLabel(t) }))
      .filter((t) => t.x > LEFT + 14 && t.x < WIDTH - 20),
  );
  protected readonly nowX = computed(() => {
    const now = this.#clock.now();
    return now > this.of().laid && now < this.#end() ? this.#x(now) : undefined;
  });
  protected readonly words = computed(
    () =>
      `${this.of().title}: ${this.#milestones()
        .map((m) => `${tellMilestone(m.meaning)} ${sayWhen(m.at, this.#clock.now())}`)
        .join('; ')}`,
  );
}
