import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { tellMilestone, tellPlace, type Stage } from '@nelbo/core';
import { WallClock } from '../../state/wall-clock';
import { FigureView } from '../../ui/figure';
import { sayWhen } from '../../ui/when';
import { JobContext } from '../job-context';

/** When what may be done, along the course of the air: the likely moment, and the range around it. */
@Component({
  selector: 'nb-cure-windows',
  imports: [FigureView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (cases().length > 0 && latest(); as f) {
      <section aria-label="Windows along the air" [class.stale]="working()">
        <div class="spread"><h3>When what may be done</h3><span class="small muted">{{ f.air.words }}</span></div>
        @if (f.air.standIn) {<p class="note-line warn">Made-up stand-in for a forecast: look at the real one before you rely on it.</p>}
        @for (c of cases(); track c.id) {
          <section class="case" [attr.aria-label]="c.title">
            <p class="spread"><b>{{ cap(c.title) }}</b><span class="muted small">laid {{ when(c.laid) }}</span></p>
            <dl>
              @for (m of c.milestones; track m.id) {
                <div [class.key]="m.id === 'closes' || m.id === 'sand'"><dt>{{ cap(tell(m.meaning)) }}<span class="small muted"> after <nb-figure [figure]="m.after" class="plain" /></span></dt><dd><b>{{ when(m.at) }}</b><span class="small muted">{{ between(m.span) }}@if (m.place; as p) {<span>{{ place(p) }}</span>}</span></dd></div>
              }
              @if (c.glass; as g) {<div><dt>Softens from</dt><dd><b><nb-figure [figure]="g" class="plain" /></b></dd></div>}
            </dl>
          </section>
        }
        @if (pots().length > 0) {
          <table class="ruled">
            <caption><b>Left in the cup</b>&ngsp;<span class="muted">at the temperature of the work</span></caption>
            <thead><tr><th>Pot</th><th class="number">Pot life</th><th class="number">Smokes after</th></tr></thead>
            <tbody>@for (p of pots(); track p.id) {<tr><td>{{ cap(p.name) }}, <nb-figure [figure]="p.mass" class="plain" /></td><td class="number"><nb-figure [figure]="p.life" class="plain" /></td><td class="number">@if (p.smokesAfter; as s) {<nb-figure [figure]="s" class="plain" />} @else {–}</td></tr>}</tbody>
          </table>
        }
        <details>
          <summary>How the law was fitted</summary>
          @for (b of bases(); track b.words) {
            <p class="small">{{ b.words }}</p>
            @if (b.points.length > 0) {
              <table class="ruled"><thead><tr><th>Sheet says</th><th class="number">At</th><th class="number">Sheet</th><th class="number">Law</th><th class="number">Off by</th></tr></thead>
                <tbody>@for (p of b.points; track $index) {<tr><td>{{ POINTS[p.name] }}</td><td class="number">{{ p.temperature }} °C</td><td class="number">{{ hours(p.sheet) }}</td><td class="number">{{ hours(p.fitted) }}</td><td class="number">{{ off(p.residual) }}</td></tr>}</tbody></table>
            }
          }
          <p class="small muted">The marks of a product are then set so that, at its sheet's temperature, the times are the sheet's own.</p>
        </details>
      </section>
    }
  `,
  styles: `
    :host { display: block; margin-top: 16px; }
    table { margin-top: 10px; } caption { text-align: left; padding-bottom: 2px; } td { line-height: 1.25; }
    .case { margin-top: 10px; border-top: 1px solid var(--ink); padding-top: 5px; }
    dl > div { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 10px; padding: 3px 0 3px 8px; border-bottom: 1px solid var(--hairline); }
    dl > div.key { box-shadow: inset 3px 0 0 var(--wait); } dt span { white-space: nowrap; } dd { text-align: right; line-height: 1.2; } dd span { display: block; }
    .stale { opacity: 0.55; } details { margin-top: 12px; } summary { cursor: pointer; font-weight: 600; padding: 4px 0; } details p { margin-top: 8px; }
  `,
})
export class CureWindows {
  /** Stage whose cures are shown. */
  readonly stage = input<Stage>('mix');
  readonly #context = inject(JobContext);
  readonly #clock = inject(WallClock);
  protected readonly latest = this.#context.forecast.latest;
  protected readonly working = computed(() => this.#context.forecast.share() !== undefined);
  protected readonly tell = tellMilestone;
  protected readonly place = tellPlace;
  protected readonly POINTS = {
    opens: 'next layer from',
    closes: 'next layer until',
    sand: 'can be sanded',
  } as const;
  protected readonly cases = computed(() =>
    (this.latest()?.cases ?? []).filter(
      (c) => c.stage === this.stage() || (this.stage() === 'mix' && c.stage === 'laminate'),
    ),
  );
  protected readonly pots = computed(() =>
    (this.latest()?.pots ?? []).filter(
      (p) => this.stage() === (p.id === 'filler' ? 'fair' : p.id === 'coat' ? 'finish' : 'mix'),
    ),
  );
  protected readonly bases = computed(() =>
    this.cases()
      .flatMap((c) => (c.basis ? [c.basis] : []))
      .filter((b, i, all) => all.findIndex((x) => x.words === b.words) === i),
  );

  protected cap(s: string): string {
    return `${s.charAt(0).toUpperCase()}${s.slice(1)}`;
  }

  protected when(ms: number): string {
    return sayWhen(ms, this.#clock.now());
  }

  /** The range, the day said once where both ends share it. */
  protected between([low, high]: readonly [number, number]): string {
    const [a, b] = [this.when(low), this.when(high)];
    return a.slice(0, -6) === b.slice(0, -6) ? `${a.slice(-5)}–${b.slice(-5)}` : `${a} – ${b}`;
  }

  protected hours(s: number): string {
    return s < 7200 ? `${Math.round(s / 60)} min` : `${(s / 3600).toFixed(1)} h`;
  }

  protected off(residual: number): string {
    const percent = Math.round((Math.exp(residual) - 1) * 100);
    return `${percent > 0 ? '+' : percent < 0 ? '−' : ''}${Math.abs(percent)} %`;
  }
}
