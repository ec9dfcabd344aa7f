import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  CRITERIA,
  CRITERION_NAMES,
  linkOf,
  tradeOf,
  weightsOf,
  type Criterion,
  type Preset,
  type RankedChain,
  type Trade,
} from '@nelbo/core';
import { JobContext } from '../job-context';

const ROW = 19;
const LEFT = 148;
const WIDTH = 380;
const RIGHT = 14;

/** The trade between two chains: where each stands by every criterion, the chosen one filled, the other open. */
@Component({
  selector: 'nb-trade-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <figure>
      <figcaption><span class="dot own"></span> {{ own() }} <span class="dot other"></span> {{ beside() }}</figcaption>
      <svg [attr.viewBox]="'0 0 ' + width + ' ' + height" role="img" [attr.aria-label]="words()">
        <path class="scale" [attr.d]="'M' + left + ' ' + (height - 14) + 'H' + (width - right)" />
        <text [attr.x]="left" [attr.y]="height - 2" class="end">poor</text><text [attr.x]="width - right" [attr.y]="height - 2" text-anchor="end" class="end">good</text>
        @for (r of rows(); track r.name) {
          <text [attr.x]="left - 12" [attr.y]="r.y + 4" text-anchor="end" [class.light]="!r.counts">{{ r.name }}</text>
          <path class="rail" [attr.d]="'M' + left + ' ' + r.y + 'H' + (width - right)" />
          <path class="between" [attr.d]="'M' + r.a + ' ' + r.y + 'H' + r.b" />
          <circle class="other" [attr.cx]="r.b" [attr.cy]="r.y" r="4.5" />
          <circle class="own" [attr.cx]="r.a" [attr.cy]="r.y" r="4.5" />
        }
      </svg>
    </figure>
    <p class="trade"><b>Second: {{ beside() }}.</b> It would gain {{ list(trade().gains) }}; it would lose {{ list(trade().losses) }}.</p>
  `,
  styles: `
    :host { display: block; margin-top: 12px; }
    figcaption { font-size: 0.87rem; margin-bottom: 2px; }
    .dot { display: inline-block; width: 10px; height: 10px; border-radius: 50%; border: 1.5px solid var(--ink); margin: 0 3px 0 8px; } .dot.own { background: var(--ink); margin-left: 0; }
    svg { width: 100%; display: block; } text { font-size: 12px; fill: var(--ink); } .light, .end { fill: var(--muted); }
    path { fill: none; stroke: var(--hairline); } .scale { stroke: var(--ink); } .between { stroke: var(--ink); stroke-width: 2; }
    circle { stroke: var(--ink); stroke-width: 1.5; fill: var(--ground); } circle.own { fill: var(--ink); }
    .trade { margin-top: 6px; font-size: 0.93rem; }
  `,
})
export class TradeChart {
  readonly chain = input.required<RankedChain>();
  readonly other = input.required<RankedChain>();
  readonly #context = inject(JobContext);
  protected readonly left = LEFT;
  protected readonly right = RIGHT;
  protected readonly width = WIDTH;
  protected readonly height = CRITERIA.length * ROW + 22;

  readonly #weights = computed(() => {
    const p = this.#context.state()?.job?.priorities;
    return weightsOf({ preset: p?.preset as Preset | undefined, weights: p?.weights });
  });
  protected readonly rows = computed(() => {
    const x = (v: number): number => LEFT + v * (WIDTH - LEFT - RIGHT);
    // What matters most stands on top.
    const order = [...CRITERIA].sort((a, b) => this.#weights()[b] - this.#weights()[a]);
    return order.map((c, i) => ({
      name: CRITERION_NAMES[c],
      y: i * ROW + 11,
      a: x(this.chain().criteria[c]),
      b: x(this.other().criteria[c]),
      counts: this.#weights()[c] > 0,
    }));
  });
  protected readonly own = computed(() => this.#name(this.chain()));
  protected readonly beside = computed(() => this.#name(this.other()));
  protected readonly trade = computed(() => tradeOf(this.other(), this.chain()));
  protected readonly words = computed(
    () =>
      `${this.own()} against ${this.beside()}: the second gains ${this.list(this.trade().gains)} and loses ${this.list(this.trade().losses)}`,
  );

  #name({ chain }: RankedChain): string {
    const key = this.#context.plan()?.system?.route.key;
    return (key && linkOf(chain, key)?.name) ?? '';
  }

  protected list(trades: readonly Trade[]): string {
    const names = trades.map((t) => this.#criterion(t.criterion));
    return names.length === 0
      ? 'nothing'
      : names.length === 1
        ? names[0]
        : `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`;
  }

  #criterion(c: Criterion): string {
    return CRITERION_NAMES[c];
  }
}
