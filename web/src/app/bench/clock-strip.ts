import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { BenchStore } from './bench-store';
import { countdown, type RunningClock } from './run';

/** Every clock that runs, the soonest first, readable across the shop. */
@Component({
  selector: 'nb-clock-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  // Scrolled sideways by keys too.
  host: { tabindex: '0', role: 'group', 'aria-label': 'Running clocks' },
  template: `
    @for (c of shown(); track c.id) {
      <button type="button" [class]="c.kind" (click)="picked.emit(c.run.id)">
        <span class="name">{{ c.name }}@if (several()) {<em> · {{ c.run.boat }}</em>}</span>
        <b role="timer">{{ text(c) }}</b>
        <i aria-hidden="true"><u [style.width.%]="share(c)"></u></i>
      </button>
    } @empty {<p>No clock runs. “Mixed” starts the first.</p>}
    <p class="rule"><span>Goggles, nitrile gloves, air moving</span><strong>Left-over resin: spread it in the steel tray outside, not in the bin.</strong></p>
  `,
  styles: `
    :host { display: grid; grid-auto-flow: column; grid-auto-columns: minmax(270px, 1fr); overflow-x: auto; border-top: 1px solid var(--b-line); }
    button, p { all: unset; box-sizing: border-box; padding: 14px 24px 16px; border-left: 1px solid var(--b-line); cursor: pointer; display: block; } button:first-child, p:first-child { border-left: 0; } p { cursor: auto; color: var(--b-soft); font-size: 1.05rem; }
    button:focus-visible { outline: 4px solid var(--b-focus); outline-offset: -6px; }
    .name { color: var(--b-soft); font-size: 1rem; display: block; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; } em { font-style: normal; }
    b { font-size: 2.5rem; line-height: 1.2; display: block; color: var(--b-ink); } .over b, .over .name { color: var(--b-act); font-weight: 700; }
    i { display: block; height: 8px; background: var(--b-line); } u { display: block; height: 8px; background: var(--b-wait); } .act u, .over u { background: var(--b-act); }
    .rule span { display: block; } .rule strong { color: var(--b-ink); font-size: 1.2rem; line-height: 1.3; display: block; margin-top: 4px; }
    @media (max-width: 700px) { :host:has(> p:first-child) { grid-auto-flow: row; grid-auto-columns: auto; } p:first-child { padding-bottom: 0; } p.rule { border-left: 0; padding-top: 4px; } button ~ .rule { display: none; } :host { grid-auto-columns: minmax(230px, 1fr); } b { font-size: 1.9rem; } button, p { padding: 8px 14px 10px; } .rule strong { font-size: 1rem; } }
  `,
})
export class ClockStrip {
  readonly picked = output<string>();
  readonly #store = inject(BenchStore);
  protected readonly shown = computed(() => this.#store.clocks().slice(0, 8));
  protected readonly several = computed(() => new Set(this.shown().map((c) => c.run.boat)).size > 1);

  protected text(c: RunningClock): string {
    return countdown(c.until, this.#store.now());
  }

  protected share(c: RunningClock): number {
    const left = (c.until - this.#store.now()) / Math.max(1, c.until - c.from);
    return c.kind === 'over' ? 100 : Math.max(0, Math.min(100, 100 * left));
  }
}
