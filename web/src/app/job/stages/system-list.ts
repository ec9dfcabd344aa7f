import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { ButtonModule } from 'primeng/button';
import { catchError, of, switchMap } from 'rxjs';
import { linkOf, say, sayIn, type RankedChain } from '@nelbo/core';
import { takesOf, type Difference, type SystemOption } from '@nelbo/core/finish';
import { Reading } from '../../state/reading';
import { FigureView } from '../../ui/figure';
import { dayName } from '../../ui/when';
import { HeavyWork } from '../../workers/heavy-work';
import { JobContext } from '../job-context';
import { planQuestion } from '../plan-question';

/** Ways of one chemistry that stand open; the rest come by a tap. */
const OPEN = 2;
/** A difference of strength or exposure that is told, on a scale of 0 to 1. */
const TOLD = 0.08;
/** Half an hour of work, half a day, are the least that one tells apart. */
const LEAST = { work: 900, end: 6 * 3_600_000, money: 1 };

interface Way {
  readonly id: string;
  readonly ranked: RankedChain;
  readonly name: string;
  readonly beside: string;
  readonly option?: SystemOption;
}
interface Group {
  readonly name: string;
  readonly ways: readonly Way[];
}

/** The ways of holding it by their chemistry: what each takes, and what it changes against the one in the plan. */
@Component({
  selector: 'nb-system-list',
  imports: [ButtonModule, FigureView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (g of groups(); track g.name) {
      <section [attr.aria-label]="g.name">
        <h3 class="group">{{ g.name }}</h3>
        <ol class="chains">
          @for (w of open(g); track w.id) {
            <li [class.chosen]="w.ranked === chosen()">
              <div class="spread"><h4>{{ w.name }}</h4><span class="score">score <nb-figure [figure]="w.ranked.score" class="plain" /></span></div>
              <p class="muted small">{{ w.beside }}</p>
              @if (w.option; as o) {
                <p class="takes">{{ takes(o) }}</p>
                @if (o.against; as a) {<ul class="against" aria-label="Against the one in the plan">@for (d of differences(a); track d.text) {<li [class.good]="d.good === true" [class.bad]="d.good === false">{{ d.text }}</li>}</ul>}
                @if (o.mind.length > 0) {<p class="small"><b>Keep in mind:</b> {{ o.mind.join('; ') }}.</p>}
              }
              @for (q of w.ranked.quickFixes; track q.id) {<p class="quick"><b>Quick fix.</b> Lasts {{ q.quickFix?.lasts }}. To make it permanent: {{ q.quickFix?.remove }}.</p>}
              @if (w.ranked.tooCold) {<p class="cold"><b>Too cold:</b> below the minimum of a product of this chain.</p>}
              @if (w.ranked === chosen()) {<p class="is">taken for this job</p>} @else {
                <button pButton type="button" size="small" severity="secondary" [outlined]="true" [attr.aria-label]="'Take this one: ' + w.name" (click)="take.emit(w.ranked)">Take this one</button>
              }
            </li>
          }
        </ol>
        @if (!all().has(g.name) && g.ways.length > limit) {<button pButton type="button" size="small" severity="secondary" [text]="true" (click)="showAll(g.name)">{{ g.ways.length - limit }} more of {{ g.name.toLowerCase() }}</button>}
      </section>
    }
  `,
  styles: `
    section { margin-bottom: 6px; } .group { font-size: 0.87rem; color: var(--muted); margin: 12px 0 2px; text-transform: none; } h4 { font-size: 1rem; margin: 0; }
    .chains > li { border-top: 1px solid var(--hairline); padding: 9px 0 10px; }
    .chains > li.chosen { border-top: 2px solid var(--ink); border-left: 3px solid var(--act); padding-left: 10px; }
    .score { white-space: nowrap; font-weight: 700; font-size: 0.93rem; } .takes { font-weight: 600; margin-top: 3px; }
    .against { display: flex; flex-wrap: wrap; gap: 2px 12px; margin: 3px 0; font-size: 0.93rem; } .against li { padding-left: 9px; border-left: 3px solid var(--hairline); } .against .good { border-color: var(--wait); } .against .bad { border-left: 3px dashed var(--act); }
    .quick { border-left: 3px dashed var(--warn); padding-left: 8px; margin-top: 5px; font-size: 0.93rem; } .cold { color: var(--act); margin-top: 4px; font-size: 0.93rem; }
    .is { font-size: 0.87rem; font-weight: 700; color: var(--act); margin-top: 4px; } li button { margin-top: 7px; }
  `,
})
export class SystemList {
  readonly take = output<RankedChain>();
  readonly #context = inject(JobContext);
  readonly #heavy = inject(HeavyWork);
  readonly #reading = inject(Reading);
  protected readonly limit = OPEN;
  protected readonly all = signal<ReadonlySet<string>>(new Set());
  readonly #system = computed(() => this.#context.plan()?.system);
  protected readonly chosen = computed(() => this.#system()?.chosen);
  readonly #question = planQuestion();
  /** What each takes comes a moment after the list. */
  readonly #options = toSignal(
    toObservable(this.#question).pipe(
      switchMap((q) =>
        q
          ? this.#heavy.systems(q.job, q.library, q.shop, q.clock).pipe(catchError(() => of([])))
          : of<readonly SystemOption[]>([]),
      ),
    ),
    { initialValue: [] },
  );

  /** By chemistry, the best of them first; what holds for a while only stands last. */
  protected readonly groups = computed<readonly Group[]>(() => {
    const s = this.#system();
    if (!s?.chosen) return [];
    const options = new Map(this.#options().map((o) => [o.id, o]));
    const groups = new Map<string, Way[]>();
    const ranked = s.ranked.includes(s.chosen) ? s.ranked : [s.chosen, ...s.ranked];
    for (const r of ranked) {
      const product = linkOf(r.chain, s.route.key);
      if (!product) continue;
      const name = r.quickFixes.length > 0 ? 'Holds for a while' : capital(product.family);
      const beside = r.chain.links
        .filter((l) => l.role !== s.route.key)
        .map((l) => l.product.name)
        .join(' · ');
      const way = { id: r.chain.id, ranked: r, name: product.name, beside, option: options.get(product.id) };
      groups.set(name, [...(groups.get(name) ?? []), way]);
    }
    const last = (name: string): number => (name === 'Holds for a while' ? 1 : 0);
    return [...groups].map(([name, ways]) => ({ name, ways })).sort((a, b) => last(a.name) - last(b.name));
  });

  /** The best of a chemistry, and always the one in the plan. */
  protected open({ name, ways }: Group): readonly Way[] {
    if (this.all().has(name)) return ways;
    const best = ways.slice(0, OPEN);
    const own = ways.find((w) => w.ranked === this.chosen());
    return own && !best.includes(own) ? [...best, own] : best;
  }

  protected showAll(name: string): void {
    this.all.set(new Set([...this.all(), name]));
  }

  /** "5.6 h of work · done Mon 7 Dec · £369" */
  protected takes(option: SystemOption): string {
    const plan = this.#context.plan();
    const t = plan && takesOf(option, plan);
    if (!t) return 'Could not be planned on this job.';
    const reader = this.#reading.reader();
    return [
      `${sayIn({ value: t.handsOn }, 'h', 1, reader)} of work`,
      `done ${dayName(t.end)}`,
      `${say({ value: t.cost, unit: 'money' }, reader)} in all`,
    ].join(' · ');
  }

  /** What changes, as far as it is worth telling. */
  protected differences(d: Difference): readonly { text: string; good?: boolean }[] {
    const reader = this.#reading.reader();
    const list: { text: string; good?: boolean }[] = [];
    if (Math.abs(d.handsOn) >= LEAST.work)
      list.push({
        text: `${sayIn({ value: Math.abs(d.handsOn) }, 'h', 1, reader)} ${d.handsOn > 0 ? 'more' : 'less'} work`,
        good: d.handsOn < 0,
      });
    if (Math.abs(d.end) >= LEAST.end)
      list.push({
        text: `${say({ value: Math.abs(d.end) / 1000, unit: 's' }, reader)} ${d.end > 0 ? 'later' : 'sooner'}`,
        good: d.end < 0,
      });
    if (Math.abs(d.cost) >= LEAST.money)
      list.push({
        text: `${say({ value: Math.abs(d.cost), unit: 'money' }, reader)} ${d.cost > 0 ? 'dearer' : 'cheaper'}`,
        good: d.cost < 0,
      });
    if (Math.abs(d.strength) >= TOLD)
      list.push({ text: d.strength > 0 ? 'stronger' : 'weaker', good: d.strength > 0 });
    if (Math.abs(d.exposure) >= TOLD)
      list.push({ text: d.exposure > 0 ? 'less exposure' : 'more exposure', good: d.exposure > 0 });
    return list.length > 0 ? list : [{ text: 'hours, days and money alike' }];
  }
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
