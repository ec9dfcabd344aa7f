import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  computed,
  inject,
  signal,
  type OnDestroy,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ChartModule } from 'primeng/chart';
import { SelectModule } from 'primeng/select';
import { SelectButtonModule } from 'primeng/selectbutton';
import { fromSI, preferredUnit, sameData, sayIn } from '@nelbo/core';
import {
  fairScene,
  fairnessOfRound,
  fairnessOptions,
  repairedOf,
  roundProgress,
  type Patch,
} from '@nelbo/core/finish';
import { Reading } from '../../state/reading';
import { SceneView } from '../../ui/scene-view';
import { sayWhen } from '../../ui/when';
import { JobContext } from '../job-context';
import { progressPlot } from './progress-plot';

const HEIGHT = 320;

/** Where the surface is low and high, round by round, over the plan of the repair. */
@Component({
  selector: 'nb-fair-map',
  imports: [ChartModule, FormsModule, SceneView, SelectButtonModule, SelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (map(); as m) {
      <div class="spread head">
        <p><b>Surface</b>&ngsp;<span class="muted small">{{ about() }}</span></p>
        <div class="row">
          @if (rounds().length > 1) {<p-select [options]="options()" optionLabel="label" optionValue="value" [ngModel]="round()" (ngModelChange)="picked.set($event)" size="small" ariaLabel="Round" appendTo="body" />}
          <p-selectbutton [options]="shows" optionLabel="label" optionValue="value" [ngModel]="show()" (ngModelChange)="show.set($event)" [allowEmpty]="false" size="small" ariaLabel="What the map tells" />
        </div>
      </div>
      <ol class="first">
        @for (p of highs(); track $index) {<li class="high"><b>Cut {{ p.most }}</b> {{ p.where }}, {{ p.size }}</li>}
        @for (p of lows(); track $index) {<li><b>Fill {{ p.most }}</b> {{ p.where }}, {{ p.size }}, {{ p.volume }}</li>} @empty {@if (m.fair) {<li><b>Fair.</b> Nothing is off by more than {{ tolerance() }}.</li>}}
      </ol>
      @if (scene(); as s) {<nb-scene [scene]="s" />}
      <p class="muted small">Bow to the right. The darker, the lower; ringed in red: proud, to be cut first. Small strokes: where a gap was read.</p>
      @if (progress(); as plot) {<p class="small"><b>Round by round</b></p><div class="chart"><p-chart type="line" [data]="plot.data" [options]="plot.options" height="150px" [ariaLabel]="plot.label" /></div>}
    }
  `,
  styles: `
    :host { display: block; margin-bottom: 14px; } .head { align-items: center; margin-bottom: 4px; } .row { display: flex; gap: 8px; align-items: center; }
    .first { margin: 6px 0 0; display: grid; gap: 0 18px; } .first li { padding: 3px 0 3px 10px; border-left: 3px solid var(--wait); margin-top: 4px; font-size: 0.93rem; } .first .high { border-color: var(--act); }
    .chart { margin-top: 4px; }
  `,
})
export class FairMap implements OnDestroy {
  readonly #context = inject(JobContext);
  readonly #reading = inject(Reading);
  readonly #width = signal(720);
  readonly #observer = new ResizeObserver(([entry]) =>
    this.#width.set(Math.max(320, Math.floor(entry.contentRect.width))),
  );
  protected readonly shows = [
    { label: 'Depths', value: 'depths' as const },
    { label: 'Portions', value: 'portions' as const },
  ];
  protected readonly show = signal<'depths' | 'portions'>('depths');
  protected readonly picked = signal<number | undefined>(undefined);
  // Maps take longer than a key stroke: they are drawn anew only when what was read changes.
  readonly #fairing = computed(() => this.#context.state()?.job?.fairing, { equal: sameData });
  readonly #grade = computed(() => this.#context.plan()?.inputs?.grade ?? 'standard');
  readonly #repaired = computed(() => repairedOf(this.#context.plan()?.planView), { equal: sameData });
  protected readonly rounds = computed(() => this.#fairing()?.rounds ?? []);
  protected readonly round = computed(() => Math.min(this.picked() ?? Infinity, this.rounds().length - 1));
  protected readonly map = computed(() =>
    fairnessOfRound(this.#fairing(), this.#grade(), this.#repaired(), this.round()),
  );
  readonly #limit = computed(() => fairnessOptions(this.#fairing(), this.#grade()).tolerance);
  protected readonly tolerance = computed(() =>
    sayIn({ value: this.#limit() }, 'mm', 2, this.#reading.reader()),
  );
  protected readonly options = computed(() =>
    this.rounds().map((r, i) => ({ value: i, label: `Round ${i + 1}, ${sayWhen(Date.parse(r.at))}` })),
  );
  protected readonly about = computed(() => {
    const r = this.rounds()[this.round()];
    return `round ${this.round() + 1}, ${r.readings.length} gaps${r.who ? ` by ${r.who}` : ''}, ${sayWhen(Date.parse(r.at))}`;
  });
  protected readonly scene = computed(() => {
    const [map, gaps] = [this.map(), this.rounds()[this.round()]?.readings];
    return (
      map &&
      gaps &&
      fairScene(map, gaps, this.#limit(), this.#context.plan()?.planView, {
        width: this.#width(),
        height: HEIGHT,
        units: this.#reading.reader().units,
        show: this.show(),
      })
    );
  });
  protected readonly highs = computed(() => (this.map()?.highs ?? []).slice(0, 4).map((p) => this.#told(p)));
  protected readonly lows = computed(() => (this.map()?.lows ?? []).slice(0, 5).map((p) => this.#told(p)));
  protected readonly progress = computed(() => {
    const unit = preferredUnit('mm', this.#reading.reader().units);
    const rounds = roundProgress(this.#fairing(), this.#grade(), this.#repaired());
    return rounds.length > 1
      ? progressPlot(
          rounds.map((m) => ({ deepest: fromSI(m.deepest, unit), highest: fromSI(m.highest, unit) })),
          fromSI(this.#limit(), unit),
          unit,
        )
      : undefined;
  });

  constructor() {
    this.#observer.observe(inject<ElementRef<HTMLElement>>(ElementRef).nativeElement);
  }

  ngOnDestroy(): void {
    this.#observer.disconnect();
  }

  #told(p: Patch): { most: string; where: string; size: string; volume: string } {
    const reader = this.#reading.reader();
    const mm = (m: number, decimals = 0): string => sayIn({ value: Math.abs(m) }, 'mm', decimals, reader);
    const side = (m: number, plus: string, minus: string): string =>
      Math.abs(m) < 0.01 ? '' : `${mm(m)} ${m > 0 ? plus : minus}`;
    const where = [side(p.x, 'towards the bow', 'towards the stern'), side(p.y, 'up', 'down')]
      .filter(Boolean)
      .join(', ');
    return {
      most: mm(p.most, 1),
      where: where ? `${where} of the middle` : 'in the middle',
      size: `${mm(p.length)} × ${mm(p.width)}`,
      volume: sayIn({ value: p.volume }, 'ml', p.volume < 1e-5 ? 1 : 0, reader),
    };
  }
}
