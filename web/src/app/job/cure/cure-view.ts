import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  computed,
  effect,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ChartModule } from 'primeng/chart';
import { SelectModule } from 'primeng/select';
import { fromSI, preferredUnit, sayIn, type CureCase } from '@nelbo/core';
import { Reading } from '../../state/reading';
import { WallClock } from '../../state/wall-clock';
import { FigureView } from '../../ui/figure';
import { sayWhen } from '../../ui/when';
import { JobContext } from '../job-context';
import { CureBars } from './cure-bars';
import { curePlot, drawField, fieldRange, hourLabel, hourTicks, horizonOf, temperaturePlot } from './charts';

/** So near the air, K, a course of temperature has nothing to show. */
const FLAT = 2;

/** The course of the cure: temperatures, degree of cure, and the picture of time and depth. */
@Component({
  selector: 'nb-cure-view',
  imports: [ChartModule, CureBars, FigureView, FormsModule, SelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="cure-head">
      <div class="spread head">
        <p id="cure-head"><b>Cure</b>&ngsp;<span class="muted small">{{ latest()?.air?.words }}</span></p>
        @if (cases().length > 1) {<p-select [options]="options()" optionLabel="label" optionValue="value" [ngModel]="current()?.id" (ngModelChange)="picked.set($event)" size="small" ariaLabel="What cures" appendTo="body" />}
      </div>
      @if (forecast.failed()) {<p class="note-line warn" role="alert">The forecast could not be worked out here; the times at the temperature given stand.</p>}
      @if (current(); as c) {
        @if (c.peak; as peak) {<p class="small">Hottest <nb-figure [figure]="peak" class="plain" /> {{ when(c.peakAt) }}@if (c.limit; as limit) {, no hotter than <nb-figure [figure]="limit" class="plain" />}.</p>}
        <div [class.stale]="working()">
          @if (flat()) {<p class="small muted">So thin that it keeps the temperature of the air; what counts is when it may be gone on with.</p><nb-cure-bars [of]="c" />}
          @if (!flat() && temperatures(); as plot) {<div class="chart"><p-chart type="line" [data]="plot.data" [options]="plot.options" [plugins]="plot.plugins" height="230px" [ariaLabel]="plot.label" /></div>}
          @if (cured(); as plot) {<div class="chart"><p-chart type="line" [data]="plot.data" [options]="plot.options" [plugins]="plot.plugins" height="190px" [ariaLabel]="plot.label" /></div>}
          @if (c.field) {
            <figure>
              <figcaption class="small"><b>Time and depth</b>&ngsp;<span class="muted">worked face at the top; the line is where the new layers begin</span></figcaption>
              <canvas #field width="600" height="130" role="img" [attr.aria-label]="'Temperature over time and depth, ' + scale().from + ' to ' + scale().to"></canvas>
              <div class="ticks" aria-hidden="true">@for (t of ticks(); track t.x) {<span [style.left.%]="t.x">{{ t.text }}</span>}</div>
              <p class="scale small muted"><span>{{ scale().from }}</span><i></i><span>{{ scale().to }}</span></p>
            </figure>
          }
        </div>
      } @else if (!forecast.failed()) {
        <p class="muted" role="status">Working out the cure …</p>
      }
    </section>
  `,
  styles: `
    :host { display: block; margin-top: 12px; }
    .head { align-items: center; margin-bottom: 2px; }
    .chart { margin-top: 6px; }
    .stale { opacity: 0.55; transition: opacity 0.2s 0.15s; }
    figure { margin-top: 10px; } figcaption { margin-bottom: 4px; }
    canvas { width: 100%; height: 130px; border: 1px solid var(--ink); display: block; }
    .ticks { position: relative; height: 20px; font-size: 0.82rem; color: var(--muted); }
    .ticks span { position: absolute; transform: translateX(-50%); white-space: nowrap; }
    .scale { display: flex; gap: 8px; align-items: center; }
    .scale i { width: 160px; height: 10px; border: 1px solid var(--hairline); background: linear-gradient(90deg, #f4f1e8, #efdeac, #e2a058, #b83b08, #4a1404); }
    @media (prefers-reduced-motion: reduce) { .stale { transition: none; } }
  `,
})
export class CureView {
  readonly #context = inject(JobContext);
  readonly #reading = inject(Reading);
  readonly #clock = inject(WallClock);
  protected readonly forecast = this.#context.forecast;
  protected readonly latest = this.forecast.latest;
  protected readonly picked = signal<string | undefined>(undefined);
  protected readonly canvas = viewChild<ElementRef<HTMLCanvasElement>>('field');

  /** Cases that have a course to show. */
  protected readonly cases = computed(() => (this.latest()?.cases ?? []).filter((c) => c.series));
  protected readonly current = computed<CureCase | undefined>(
    () => this.cases().find((c) => c.id === this.picked()) ?? this.cases()[0],
  );
  protected readonly options = computed(() =>
    this.cases().map((c) => ({
      value: c.id,
      label: `${c.title.charAt(0).toUpperCase()}${c.title.slice(1)}`,
    })),
  );
  protected readonly working = computed(() => this.forecast.share() !== undefined);

  readonly #degrees = computed(() => {
    const unit = preferredUnit('°C', this.#reading.reader().units);
    return { unit, of: (celsius: number): number => fromSI(celsius, unit) };
  });
  /** A film warms nothing: its temperatures are a line that says nothing. */
  protected readonly flat = computed(() => {
    const s = this.current()?.series;
    return s !== undefined && s.surface.every((T, i) => Math.abs(T - s.air[i]) < FLAT);
  });
  protected readonly temperatures = computed(() => {
    const c = this.current();
    return c && temperaturePlot(c, this.#clock.now(), this.#degrees().of, this.#degrees().unit);
  });
  protected readonly cured = computed(() => {
    const c = this.current();
    return c && curePlot(c, this.#clock.now());
  });
  readonly #range = computed(() => {
    const c = this.current();
    return c?.field ? fieldRange(c.field, horizonOf(c)) : ([0, 10] as const);
  });
  protected readonly scale = computed(() => {
    const say = (v: number): string => sayIn({ value: v }, '°C', 0, this.#reading.reader());
    return { from: say(this.#range()[0]), to: say(this.#range()[1]) };
  });
  protected readonly ticks = computed(() => {
    const c = this.current();
    if (!c?.field) return [];
    const [from, to] = [c.field.t[0], horizonOf(c)];
    return hourTicks(from, to)
      .map((t) => ({ x: (100 * (t - from)) / (to - from), text: hourLabel(t) }))
      .filter((t) => t.x > 1 && t.x < 98);
  });

  constructor() {
    effect(() => {
      const [canvas, c] = [this.canvas()?.nativeElement, this.current()];
      if (canvas && c?.field) drawField(canvas, c.field, c.field.t[0], horizonOf(c), this.#range());
    });
  }

  protected when(ms: number | undefined): string {
    return ms === undefined ? '' : sayWhen(ms, this.#clock.now());
  }
}
