import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  computed,
  effect,
  inject,
  input,
  signal,
  type OnDestroy,
} from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { STAGE_TITLES, say, type Stage, type Timeline } from '@nelbo/core';
import { WallClock } from '../state/wall-clock';
import { layTape } from './tape-layout';
import { dayName } from './when';

const MINIMUM = { wide: 74, narrow: 84 };
const NARROW = 760;
const DAY = 86_400_000;

/** The tape: stages, time line and navigation in one measure across the top. */
@Component({
  selector: 'nb-tape',
  imports: [RouterLink, RouterLinkActive],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nav class="tape" aria-label="Stages of the job" [style.width.px]="tapeWidth()" [class.estimate]="estimate()">
      <ol [style.width.px]="layout().late?.x ?? tapeWidth()">
        @for (c of layout().cells; track c.span.stage) {
          <li [style.left.px]="c.x" [style.width.px]="c.width" [class.done]="c.span.doneAt !== undefined">
            <a [routerLink]="['/jobs', jobId(), c.span.stage]" routerLinkActive="on" ariaCurrentWhenActive="step" [attr.data-stage]="c.span.stage">
              <span>{{ titles[c.span.stage] }}</span>@if (c.span.doneAt !== undefined) {<span class="tick" role="img" aria-label="done">✓</span>}@if (stopped().has(c.span.stage)) {<span class="warn stop" role="img" aria-label="stops here">!</span>} @else if (warned().has(c.span.stage)) {<span class="warn" role="img" aria-label="has a warning">!</span>}
            </a>
          </li>
        }
      </ol>
      <svg aria-hidden="true" [attr.width]="tapeWidth()" height="36">
        <defs><pattern id="tape-wait" width="6" height="6" patternUnits="userSpaceOnUse"><path d="M-1 7L7 -1" stroke="#4a8a9a" stroke-width="1.4" /></pattern></defs>
        @for (w of waits(); track $index) {<rect [attr.x]="w.x" y="22" [attr.width]="w.width" height="14" fill="url(#tape-wait)" />}
        @for (g of gaps(); track $index) {<path class="gap" [attr.d]="'M' + (g.x + 2) + ' 29h' + Math.max(0, g.width - 4)" />}
        @for (w of layout().windows; track $index) {<path class="window" [attr.d]="'M' + w.x + ' 24v-5h' + w.width + 'v5'" />}
        @for (t of layout().ticks; track $index) {<path class="tick" [attr.d]="'M' + t.x + ' 36V' + (t.long ? 24 : 30)" />}
      </svg>
      @if (layout().late; as l) {<span class="late" [style.left.px]="l.x" [attr.title]="'Planned to be over ' + lateBy(l.by) + ' ago'">{{ lateBy(l.by) }} late</span>}
      <span class="now" [style.left.px]="layout().now"><span class="visually-hidden">now</span></span>
      <div class="days" aria-hidden="true">
        @for (d of layout().days; track d.x) {<span [style.left.px]="d.x">{{ d.text }}</span>}
        @if (estimate()) {<i>estimate</i>}
      </div>
    </nav>
  `,
  styles: `
    :host { display: block; overflow-x: auto; padding-top: 8px; }
    .tape { position: relative; height: 58px; display: block; }
    ol { position: absolute; top: 0; left: 0; height: 36px; box-sizing: border-box; border: 1px solid var(--ink); background: var(--paper); }
    li { position: absolute; top: -1px; height: 36px; border-left: 1px solid var(--ink); }
    li:first-child { border-left: 0; }
    li a { position: absolute; inset: 0; padding: 3px 7px; text-decoration: none; font-weight: 600; font-size: 0.92rem; white-space: nowrap; overflow: hidden; display: flex; gap: 4px; }
    li a .tick { color: var(--wait); font-weight: 700; }
    li a .warn { color: #fff; background: var(--act); border-radius: 50%; width: 1.15em; height: 1.15em; line-height: 1.15em; text-align: center; font-size: 0.85em; font-weight: 700; align-self: flex-start; margin-top: 2px; }
    li a .warn.stop { border-radius: 0; width: 1.3em; height: 1.3em; line-height: 1.3em; clip-path: polygon(30% 0, 70% 0, 100% 30%, 100% 70%, 70% 100%, 30% 100%, 0 70%, 0 30%); }
    li a .warn:not(.stop) { background: var(--warn); }
    li a:hover { background: #ece8dd; }
    li a:focus-visible { outline-offset: -3px; z-index: 2; }
    li a.on { background: var(--ink); color: var(--paper); }
    li a.on .tick { color: #9fd0da; }
    svg { position: absolute; left: 0; top: 0; pointer-events: none; }
    svg .window { fill: none; stroke: var(--wait); stroke-width: 2; }
    svg .gap { stroke: var(--muted); stroke-width: 1.5; stroke-dasharray: 1.5 4; }
    svg .tick { stroke: var(--ink); stroke-width: 1; }
    .now { position: absolute; top: 21px; height: 19px; border-left: 2px solid var(--act); margin-left: -1px; pointer-events: none; }
    .now::before { content: ''; position: absolute; left: -7px; top: -29px; border: 6px solid transparent; border-top: 8px solid var(--act); border-bottom: 0; }
    .late { position: absolute; top: 2px; width: 64px; font-size: 0.82rem; font-weight: 700; color: var(--act); padding-left: 5px; white-space: nowrap; overflow: hidden; }
    .days { position: absolute; top: 39px; left: 0; right: 0; font-size: 0.82rem; color: var(--muted); }
    .days span { position: absolute; white-space: nowrap; }
    .days i { position: absolute; right: 0; padding-left: 8px; color: var(--warn); background: var(--ground); }
    .estimate svg { opacity: 0.55; }
  `,
})
export class Tape implements OnDestroy {
  readonly timeline = input.required<Timeline>();
  readonly jobId = input.required<string>();
  /** The stage that is open. */
  readonly stage = input<Stage>();
  /** Stages with a warning or an error. */
  readonly warned = input<ReadonlySet<Stage>>(new Set());
  /** Stages at a step of which the work stops. */
  readonly stopped = input<ReadonlySet<Stage>>(new Set());
  /** Whether its waits are a quick estimate that the forecast will take the place of. */
  readonly estimate = input(false);
  protected readonly titles: Record<Stage, string> = STAGE_TITLES;
  readonly #clock = inject(WallClock);
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly #width = signal(1100);
  readonly #observer = new ResizeObserver(([entry]) => this.#width.set(Math.floor(entry.contentRect.width)));

  protected readonly tapeWidth = computed(() => {
    const minimum = this.#width() < NARROW ? MINIMUM.narrow : MINIMUM.wide;
    return Math.max(this.#width(), minimum * this.timeline().stages.length);
  });
  protected readonly layout = computed(() =>
    layTape(
      this.timeline(),
      this.tapeWidth(),
      this.#width() < NARROW ? MINIMUM.narrow : MINIMUM.wide,
      this.#clock.now(),
      dayName,
    ),
  );
  /** "3 d", "5 h" */
  protected lateBy(ms: number): string {
    return say({ value: ms > DAY ? Math.floor(ms / DAY) * (DAY / 1000) : ms / 1000, unit: 's' });
  }

  protected readonly waits = computed(() => this.layout().cells.flatMap((c) => c.waits));
  protected readonly gaps = computed(() => this.layout().cells.flatMap((c) => c.gaps));
  protected readonly Math = Math;

  constructor() {
    this.#observer.observe(this.#host.nativeElement);
    // On a narrow screen the stage at hand is brought into view.
    effect(() => {
      if (this.tapeWidth() <= this.#width()) return;
      this.stage();
      requestAnimationFrame(() =>
        this.#host.nativeElement
          .querySelector('a.on')
          ?.scrollIntoView({ inline: 'center', block: 'nearest' }),
      );
    });
  }

  ngOnDestroy(): void {
    this.#observer.disconnect();
  }
}
