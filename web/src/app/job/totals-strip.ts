import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { ButtonModule } from 'primeng/button';
import {
  READY_WORDS,
  STAGES,
  STAGE_TITLES,
  nextWait,
  readyOf,
  say,
  saySpan,
  type Figure,
  type Stage,
} from '@nelbo/core';
import { Reading } from '../state/reading';
import { WallClock } from '../state/wall-clock';
import { FigureView } from '../ui/figure';
import { dayName } from '../ui/when';
import { JobContext } from './job-context';

/** What the job takes, and the one button that moves it on. */
@Component({
  selector: 'nb-totals-strip',
  imports: [ButtonModule, FigureView, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <footer aria-label="Totals">
      <dl>
        @if (totals(); as t) {
          <div><dt>Hands-on <span class="span">{{ span(t.handsOn, 'h', 1) }}</span></dt><dd><nb-figure [figure]="t.handsOn" class="plain" /></dd></div>
          @if (ready(); as r) {<div class="ready" [title]="t.elapsedBasis"><dt>{{ r.what }}@if (hoursAssumed()) {<span class="span">, hours assumed</span>}@if (context.estimate()) {<span class="est" role="status"> estimate</span>}</dt><dd>{{ r.when }}</dd></div>}
          <div class="less" [title]="t.elapsedBasis"><dt>Elapsed</dt><dd><nb-figure [figure]="t.elapsed" class="plain" /></dd></div>
          @if (context.plan()?.dish?.mix) {<div class="less"><dt>Resin</dt><dd><nb-figure [figure]="t.resin" class="plain" /></dd></div>}
          <div class="less"><dt>Materials</dt><dd><nb-figure [figure]="t.materials" [prefix]="context.currency()" class="plain" /></dd></div>
          <div class="less"><dt>Labour</dt><dd><nb-figure [figure]="t.labour" [prefix]="context.currency()" class="plain" /></dd></div>
        }
        @if (wait(); as w) {
          <div class="wait"><dt>Next wait</dt><dd><nb-figure [figure]="w.duration" class="plain" /></dd></div>
        }
      </dl>
      @if (boat(); as b) {<p class="boat"><b>Whole boat</b> {{ b.hours }} hands-on<span class="less"> · {{ b.money }}</span>@if (b.ready) { · {{ b.ready }}}@if (b.without) {<span class="est"> · without {{ b.without }}, not planned yet</span>}</p>}
      <div class="actions">
        <a pButton severity="secondary" [outlined]="true" [routerLink]="['/jobs', context.state()?.id, 'work-order']">Work order</a>
        @if (stage() === 'laminate' || stage() === 'mix' || stage() === 'fair' || stage() === 'finish') {<a pButton severity="secondary" [outlined]="true" [routerLink]="['/jobs', context.state()?.id, 'bench']">To the bench</a>}
        @if (done()) {
          <button pButton type="button" severity="secondary" [outlined]="true" (click)="reopen()">Take up {{ title() }} again</button>
        } @else {
          <button pButton type="button" class="act" (click)="finish()">{{ stage() === 'log' ? 'Job' : title() }} is done</button>
        }
      </div>
    </footer>
  `,
  styles: `
    footer { display: flex; flex-wrap: wrap; justify-content: space-between; gap: 8px 20px; align-items: center; padding: 10px 26px; border-top: 1px solid var(--hairline); background: var(--paper); }
    dl { display: flex; gap: 6px 28px; flex-wrap: wrap; }
    dt { font-size: 0.82rem; color: var(--muted); }
    dd { font-weight: 700; font-size: 1.13rem; white-space: nowrap; }
    .wait dd { color: var(--wait); }
    .est { font-style: italic; color: var(--warn); }
    .actions { display: flex; gap: 12px; flex-shrink: 0; }
    .boat { flex: 1 0 100%; order: -1; border-bottom: 1px solid var(--hairline); padding-bottom: 6px; font-size: 0.93rem; }
    @media (max-width: 1000px) {
      footer { flex-wrap: wrap; padding: 8px 16px; gap: 8px; }
      dl { gap: 2px 18px; } dd { font-size: 1rem; }
      .less, .span { display: none; }
      .actions { width: 100%; } .actions > * { flex: 1; justify-content: center; min-height: 48px; }
    }
  `,
})
export class TotalsStrip {
  readonly stage = input.required<Stage>();
  protected readonly context = inject(JobContext);
  readonly #reading = inject(Reading);
  protected span(figure: Figure, unit: 'h', decimals: number): string {
    return saySpan(figure, unit, decimals, this.#reading.reader());
  }
  readonly #clock = inject(WallClock);
  readonly #router = inject(Router);
  protected readonly totals = computed(() => this.context.plan()?.totals);
  protected readonly wait = computed(() => {
    const timeline = this.context.plan()?.timeline;
    return timeline && nextWait(timeline, this.#clock.now());
  });
  /** The day from which the boat may be used again. */
  protected readonly ready = computed(() => {
    const plan = this.context.plan();
    const ready = plan && readyOf(plan);
    return ready && { what: READY_WORDS[ready.what], when: dayName(ready.at) };
  });
  /** Of the boat with all its places, where it has several. */
  protected readonly boat = computed(() => {
    const boat = this.context.boat();
    if (!boat) return undefined;
    const reader = this.#reading.reader();
    const money = (value: number): string => say({ value, unit: 'money' }, reader);
    return {
      hours: saySpan(boat, 'h', 1, reader),
      money: `materials ${money(boat.materials)} · labour ${money(boat.labour)}`,
      without: this.context.unplanned().join(', '),
      ready: boat.ready ? `${READY_WORDS[boat.ready.what].toLowerCase()} ${dayName(boat.ready.at)}` : '',
    };
  });
  protected readonly hoursAssumed = computed(() => this.context.shop()?.hours === undefined);
  protected readonly title = computed(() => STAGE_TITLES[this.stage()]);
  protected readonly done = computed(() =>
    (this.context.document()?.schedule?.done ?? []).some((d) => d.stage === this.stage()),
  );

  protected finish(): void {
    const stage = this.stage();
    this.context.setDone(stage, true, this.context.logStore.who);
    const stages = this.context.plan()?.stages ?? STAGES;
    const next = stages[stages.indexOf(stage) + 1];
    if (next) void this.#router.navigate(['/jobs', this.context.state()?.id, next]);
  }

  protected reopen(): void {
    this.context.setDone(this.stage(), false, this.context.logStore.who);
  }
}
