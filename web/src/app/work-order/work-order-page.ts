import { REPAIRS } from '@nelbo/core/repairs';
import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  computed,
  effect,
  inject,
  input,
  signal,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { catchError, map, of, switchMap } from 'rxjs';
import { RouterLink } from '@angular/router';
import { ButtonModule } from 'primeng/button';
import {
  createPlanner,
  findingHistory,
  plainText,
  refinePlan,
  refineProblems,
  type Job,
  type Plan,
  type PlanResult,
  type Problem,
  type Said,
} from '@nelbo/core';
import { HALF_SHEET, boatOrder, reasonsOf, workOrder, workOrderScenes } from '@nelbo/core/papers';
import { Api, failureOf, type JobFile } from '../api/api';
import { Forecast } from '../job/forecast';
import { PlaceBar } from '../job/place-bar';
import { JobStore } from '../state/job-store';
import { RepairKinds } from '../state/repair-kinds';
import { newId } from '../state/new-id';
import { Reading, TIME_ZONE } from '../state/reading';
import { ShopStore } from '../state/shop-store';
import { OriginKey } from '../ui/origin-key';
import { SaidView } from '../ui/said';
import { SceneView } from '../ui/scene-view';
import { TraceDrawer } from '../ui/trace-drawer';
import { TraceService } from '../ui/trace-service';
import { sayWhen } from '../ui/when';
import { StoresStore } from '../state/stores-store';
import { OrderSteps } from './order-steps';

/** Files that may end with where their figures come from. */
const WITH_REASONS: ReadonlySet<JobFile> = new Set(['work-orders/current.pdf', 'work-orders/current.md']);

/** Files that may be of one place of a boat. */
const OF_A_PLACE: ReadonlySet<JobFile> = new Set([
  'work-orders/current.pdf',
  'work-orders/current.md',
  'materials.csv',
  'cut-list.csv',
]);

interface OrderedPlace {
  readonly letter: string;
  readonly name: string | undefined;
  readonly job: Job;
  readonly plan: Plan;
  readonly problems: readonly Problem[];
}

/** The work order for the printer: what has to be ready, the numbered steps, and what is looked up. */
@Component({
  selector: 'nb-work-order-page',
  imports: [ButtonModule, OrderSteps, OriginKey, PlaceBar, RouterLink, SaidView, SceneView, TraceDrawer],
  providers: [JobStore, Forecast],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header class="tools">
      <a pButton severity="secondary" [text]="true" [routerLink]="['/jobs', id(), 'survey']">← Back to the job</a>
      <span class="grow"></span>
      @if (kept(); as k) {<span role="status" class="muted">{{ k }}</span>} @else if (printed(); as p) {<span class="muted">{{ p }}</span>}
      <span class="files" role="group" aria-label="Files">@for (f of files; track f[0]) {<a [href]="fileUrl(f[0])" download>{{ f[1] }}</a>}</span>
      @if (several()) {<nb-place-bar [state]="state()" /><label class="switch"><input type="checkbox" [checked]="whole()" (change)="whole.set(!whole())" /> All places</label>}
      <label class="switch"><input type="checkbox" [checked]="reasons()" (change)="reasons.set(!reasons())" /> Reasons</label>
      <button pButton type="button" class="act" (click)="print()">Print</button>
    </header>
    @if (order(); as o) {
      <main class="sheet">
        <h1>Work order: {{ o.title }}</h1>
        @if (o.boat) {<p class="boat">{{ o.boat }}</p>}
        <dl class="facts">
          @for (f of o.totals; track f[0]) {<div><dt>{{ f[0] }}</dt><dd><nb-said [words]="f[1]" /></dd></div>}
          @for (f of o.facts; track f[0]) {<div><dt>{{ f[0] }}</dt><dd><nb-said [words]="f[1]" /></dd></div>}
        </dl>
        @for (s of o.stops; track s) {<p class="stop"><b class="sign">STOP</b> {{ s }}</p>}
        @for (s of o.overridden; track s) {<p class="stop"><b>STOP overridden</b> {{ s }}</p>}
        @for (n of o.notes; track n) {<p class="note">{{ n }}</p>}
        @if (o.assumed.length > 0) {<p class="muted small">Assumed: {{ o.assumed.join('; ') }}.</p>}
        <div class="drawn">@for (p of scenes(); track p.title) {@if (p.title) {<h3>{{ p.title }}</h3>}@for (s of p.scenes; track $index) {<nb-scene [scene]="s" />}}</div>
        <section>
          <h2>Before you start</h2>
          @for (b of o.before; track b.name) {<p class="check"><span class="box" aria-hidden="true"></span><span><b>{{ b.name }}:</b>&ngsp;<nb-said [words]="b.text" /></span></p>}
          @for (c of o.card; track c) {<p class="caution">{{ c }}</p>}
        </section>
        @for (s of o.stages; track s.title) {
          <section>
            <h2>{{ s.title }}</h2>
            @if (s.sentence.length > 0) {<p class="muted"><nb-said [words]="s.sentence" /></p>}
            @for (n of s.notes; track n) {<p class="small">{{ n }}</p>}
            <nb-order-steps [rows]="s.rows" />
          </section>
        }
        @if (o.appendix.length > 0) {
          <section>
            <h2>To look up</h2>
            @for (t of o.appendix; track $index) {
              <table class="ruled">
                <caption>{{ t.caption }}</caption>
                <thead><tr>@for (c of t.columns; track $index) {<th scope="col">{{ c }}</th>}</tr></thead>
                <tbody>@for (r of t.rows; track $index) {<tr>@for (c of r; track $index) {<td [class.short]="isShort(c)"><nb-said [words]="c" /></td>}</tr>}</tbody>
              </table>
            }
          </section>
        }
        <section class="signs">
          @for (s of o.signOff; track s) {<p><span>{{ s }}</span><span class="line"></span><span>date</span><span class="line short"></span></p>}
        </section>
        <p class="general">{{ o.general }}</p>
        @if (reasons()) {
          <section class="reasons"><h2>Where the figures come from</h2>
            <div class="key"><nb-origin-key /></div>
            @for (r of reasonLines(); track $index) {<p><b>{{ r.figure }}</b> {{ r.how }}</p>}
          </section>
        }
        <p class="muted small">{{ o.versions }}</p>
      </main>
      @defer (when trace.path().length > 0; prefetch on idle) {<nb-trace-drawer />}
    } @else if (failure()) {<main class="sheet"><h1>{{ failure() }}</h1></main>}
  `,
  styles: `
    .tools { display: flex; gap: 12px; align-items: center; padding: 12px 26px; border-bottom: 1px solid var(--hairline); position: sticky; top: 0; background: var(--ground); z-index: 2; flex-wrap: wrap; }
    .grow { flex: 1; } .files { display: flex; gap: 14px; flex-wrap: wrap; } .files a { padding: 6px 0; } .key { margin: 22px 0 8px; }
    .sheet { max-width: 800px; margin: 20px auto 60px; padding: 34px 40px; background: #fff; border: 1px solid var(--hairline); }
    .general { font-size: 0.88rem; border: 1px solid var(--ink); padding: 8px 10px; margin: 14px 0; } .boat { color: var(--muted); font-size: 1.1rem; }
    .facts { margin: 10px 0; } .facts div { display: grid; grid-template-columns: 130px minmax(0, 1fr); gap: 10px; padding: 1px 0; } .facts dt { font-weight: 700; color: inherit; } .facts dd { margin: 0; text-align: left; font-weight: 400; }
    .drawn { display: grid; grid-template-columns: 1fr 1fr; gap: 16px; margin: 10px 0; align-items: start; } .drawn h3 { grid-column: 1 / -1; margin: 4px 0 -10px; }
    section { margin-top: 18px; } h2 { border-bottom: 2px solid var(--ink); margin-bottom: 6px; }
    td.short { white-space: nowrap; } caption { text-align: left; font-weight: 700; padding-top: 10px; }
    .caution, .note { border-left: 3px solid var(--act); padding-left: 8px; margin-top: 5px; font-size: 0.93rem; }
    .stop { border: 2px solid var(--act); padding: 6px 8px; margin-top: 6px; } .sign { background: var(--act); color: #fff; padding: 1px 9px; clip-path: polygon(12% 0, 88% 0, 100% 30%, 100% 70%, 88% 100%, 12% 100%, 0 70%, 0 30%); }
    .check { display: flex; gap: 8px; margin-top: 4px; } .box { flex: none; width: 15px; height: 15px; border: 1.5px solid var(--ink); margin-top: 3px; }
    .signs p { display: flex; gap: 10px; align-items: end; padding-top: 20px; } .line { flex: 1; border-bottom: 1px solid var(--ink); } .line.short { flex: 0 0 120px; }
    .reasons p { font-size: 0.86rem; margin-top: 4px; } .switch { display: flex; gap: 6px; align-items: center; }
    @media print {
      .tools { display: none; } .sheet { border: 0; padding: 0; margin: 0; max-width: none; }
      table, .caution, nb-scene, .signs, .check { break-inside: avoid; } h2 { break-after: avoid; }
    }
    @media (max-width: 700px) { .sheet { padding: 16px; } .drawn { grid-template-columns: 1fr; } .facts div { grid-template-columns: 1fr; gap: 0; padding: 4px 0; } table { display: block; overflow-x: auto; } }
  `,
})
export class WorkOrderPage {
  readonly #stores = inject(StoresStore);
  readonly id = input.required<string>();
  readonly #api = inject(Api);
  readonly #store = inject(JobStore);
  protected readonly state = toSignal(this.#store.state$);
  readonly #shop = toSignal(inject(ShopStore).shop$);
  protected readonly failure = toSignal(this.#store.failure$);
  protected readonly kept = signal('');
  readonly #reading = inject(Reading);
  protected readonly files: readonly (readonly [JobFile, string])[] = [
    ['work-orders/current.pdf', 'PDF'],
    ['work-orders/current.md', 'Markdown'],
    ['materials.csv', 'Materials CSV'],
    ['cut-list.csv', 'Cut list CSV'],
    ['log.csv', 'Log CSV'],
    ['file', 'Job file'],
  ];
  readonly #forecast = inject(Forecast);
  /** Of a boat of several places one order of all of them, or of the place that is looked at. */
  protected readonly whole = signal(true);
  protected readonly several = computed(() => (this.state()?.places.length ?? 0) > 1);
  /** What the order is of, with its cures along the course of the air, as soon as they are worked out. */
  readonly #places = computed((): readonly OrderedPlace[] => {
    const state = this.state();
    if (!state?.job || !state.plan) return [];
    const all = this.whole() ? state.all : undefined;
    const cures = this.#forecast.allOf(state);
    const of = (id: string, job: Job, { plan, problems }: PlanResult): OrderedPlace[] => {
      const cure = cures?.get(id) ?? (id === state.place ? this.#forecast.of(state) : undefined);
      const told = state.places.find((p) => p.id === id);
      return plan
        ? [
            {
              letter: told?.letter ?? '',
              name: told?.name,
              job,
              plan: cure ? refinePlan(plan, cure) : plan,
              problems: cure ? refineProblems(problems, cure) : problems,
            },
          ]
        : [];
    };
    return all
      ? all.flatMap((p) => of(p.id, p.job, p.result))
      : of(state.place, state.job, { plan: state.plan, problems: state.problems });
  });
  readonly #traced = computed(() => {
    const [shop, places] = [this.#shop(), this.#places()];
    if (places.length === 0 || !shop) return undefined;
    const reader = this.#reading.reader();
    const clock = { now: 0, timeZone: TIME_ZONE };
    return boatOrder(
      places.map(({ letter, name, job, plan, problems }) => ({
        letter,
        name,
        plan,
        order: workOrder(
          job,
          plan,
          problems,
          findingHistory(job, this.#stores.library(), shop, clock, () => createPlanner(REPAIRS)),
          reader,
        ),
      })),
      reader,
    );
  });
  protected readonly order = computed(() => this.#traced()?.order);
  /** Drawings of each place, under its letter where there are several. */
  protected readonly scenes = computed(() =>
    this.#places().map(({ letter, name, plan }, _, all) => ({
      title: all.length > 1 ? [letter, name].filter(Boolean).join(', ') : '',
      scenes: workOrderScenes(plan, this.#reading.reader(), HALF_SHEET),
    })),
  );

  /** Where the figures come from stands at the end, on screen, on paper and in the files, where it is asked for. */
  protected readonly reasons = signal(false);
  protected readonly reasonLines = computed(() => {
    const traced = this.#traced();
    return traced && this.reasons() ? reasonsOf(traced.order, traced.trace, this.#reading.reader()) : [];
  });

  protected readonly trace = inject(TraceService);

  constructor() {
    inject(RepairKinds).use(REPAIRS);
    this.#forecast.begin(true);
    effect(() => this.#store.open(this.id()));
    effect(() => {
      const traced = this.#traced();
      if (traced) this.trace.use(traced);
    });
    inject(DestroyRef).onDestroy(() => {
      this.trace.close();
      this.#store.close();
    });
  }

  protected fileUrl(file: JobFile): string {
    const one = this.several() && !this.whole() && OF_A_PLACE.has(file) ? this.state()?.place : undefined;
    return this.#api.fileUrl(this.id(), file, {
      reasons: this.reasons() && WITH_REASONS.has(file) ? 'yes' : undefined,
      place: one,
    });
  }

  protected isShort(cell: Said): boolean {
    return plainText(cell).length <= 18;
  }

  /** When it was printed last, and from which saved state. */
  protected readonly printed = toSignal(
    toObservable(this.id).pipe(
      switchMap((id) => this.#api.keptWorkOrders(id).pipe(catchError(() => of([])))),
      map(([last]) =>
        last ? `Printed ${sayWhen(Date.parse(last.madeAt), Date.now())} from state ${last.jobVersion}` : '',
      ),
    ),
  );

  /** What is printed is kept as it stood, so that later changes never rewrite it. */
  protected print(): void {
    this.#api.keepWorkOrder(this.id(), newId()).subscribe({
      next: ({ jobVersion }) => {
        this.kept.set(`This plan is kept with the job (version ${jobVersion}).`);
        window.print();
      },
      error: (e: unknown) => this.kept.set(`${failureOf(e).title}: not kept, not printed.`),
    });
  }
}
