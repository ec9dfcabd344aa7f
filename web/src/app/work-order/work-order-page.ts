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
import { createPlanner, refinePlan, refineProblems, findingHistory, plainText, type Said } from '@nelbo/core';
import { workOrder, workOrderScenes } from '@nelbo/core/papers';
import { Api, failureOf, type JobFile } from '../api/api';
import { Forecast } from '../job/forecast';
import { JobStore } from '../state/job-store';
import { RepairKinds } from '../state/repair-kinds';
import { newId } from '../state/new-id';
import { Reading, TIME_ZONE } from '../state/reading';
import { ShopStore } from '../state/shop-store';
import { ArrowKeys } from '../ui/arrow-keys';
import { OriginKey } from '../ui/origin-key';
import { SaidView } from '../ui/said';
import { SceneView } from '../ui/scene-view';
import { TraceDrawer } from '../ui/trace-drawer';
import { TraceService } from '../ui/trace-service';
import { sayWhen } from '../ui/when';
import { StoresStore } from '../state/stores-store';

/** The work order for the printer: the whole plan with drawings, cautions and sign-off lines. */
@Component({
  selector: 'nb-work-order-page',
  imports: [ArrowKeys, ButtonModule, OriginKey, RouterLink, SaidView, SceneView, TraceDrawer],
  providers: [JobStore, Forecast],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header class="tools">
      <a pButton severity="secondary" [text]="true" [routerLink]="['/jobs', id(), 'survey']">← Back to the job</a>
      <span class="grow"></span>
      @if (kept(); as k) {<span role="status" class="muted">{{ k }}</span>} @else if (printed(); as p) {<span class="muted">{{ p }}</span>}
      <span class="files" role="group" aria-label="Files">@for (f of files; track f[0]) {<a [href]="fileUrl(f[0])" download>{{ f[1] }}</a>}</span>
      <button pButton type="button" class="act" (click)="print()">Print</button>
    </header>
    @if (order(); as o) {
      <main class="sheet">
        <h1>Work order: {{ o.title }}</h1>
        <p>{{ o.boat }}</p>
        <p class="general">{{ o.general }}</p>
        <div class="top">
          <dl>@for (f of o.facts; track f[0]) {<div><dt>{{ f[0] }}</dt><dd><nb-said [words]="f[1]" /></dd></div>}</dl>
          <dl>@for (t of o.totals; track t[0]) {<div><dt>{{ t[0] }}</dt><dd><nb-said [words]="t[1]" /></dd></div>}</dl>
        </div>
        @for (s of scenes(); track $index) {<nb-scene [scene]="s" />}
        @if (o.notes.length > 0) {
          <section><h2>To know</h2><ul class="plain">@for (n of o.notes; track n) {<li>{{ n }}</li>}</ul></section>
        }
        @for (s of o.sections; track s.stage) {
          <section>
            <h2>{{ s.title }}</h2>
            <p><nb-said [words]="s.sentence" /></p>
            @for (c of s.cautions; track c) {<p class="caution"><b>Caution.</b> {{ c }}</p>}
            @for (t of s.tables; track t.caption) {
              <table class="ruled">
                <caption>{{ t.caption }}</caption>
                <thead><tr>@for (c of t.columns; track $index) {<th>{{ c }}</th>}</tr></thead>
                <tbody>@for (r of t.rows; track $index) {<tr>@for (c of r; track $index) {<td [class.short]="isShort(c)"><nb-said [words]="c" /></td>}</tr>}</tbody>
              </table>
            }
            @for (a of s.acceptance; track a.test) {<p class="check"><span class="box" aria-hidden="true"></span> {{ a.test }}: {{ a.pass }}</p>}
          </section>
        }
        <section class="signs">
          <h2>Sign-off</h2>
          @for (s of o.signOff; track s) {<p><span>{{ s }}</span><span class="line"></span><span>date</span><span class="line short"></span></p>}
        </section>
        <div class="key"><nb-origin-key /></div>
        <p class="muted small">{{ o.versions }}</p>
      </main>
      @defer (when trace.path().length > 0; prefetch on idle) {<nb-trace-drawer />}
    } @else if (failure()) {<main class="sheet"><h1>{{ failure() }}</h1></main>}
  `,
  styles: `
    .tools { display: flex; gap: 12px; align-items: center; padding: 12px 26px; border-bottom: 1px solid var(--hairline); position: sticky; top: 0; background: var(--ground); z-index: 2; flex-wrap: wrap; }
    .grow { flex: 1; } .files { display: flex; gap: 14px; flex-wrap: wrap; } .files a { padding: 6px 0; } .key { margin: 22px 0 8px; }
    .sheet { max-width: 800px; margin: 20px auto 60px; padding: 34px 40px; background: #fff; border: 1px solid var(--hairline); }
    .general { font-size: 0.88rem; border: 1px solid var(--ink); padding: 8px 10px; margin: 10px 0; }
    .top { display: grid; grid-template-columns: 1fr 1fr; gap: 24px; margin: 12px 0; }
    dl div { display: flex; justify-content: space-between; gap: 12px; border-bottom: 1px solid var(--hairline); padding: 3px 0; }
    dt { color: var(--muted); } dd { text-align: right; font-weight: 600; }
    section { margin-top: 20px; } h2 { border-bottom: 2px solid var(--ink); margin-bottom: 6px; }
    td.short { white-space: nowrap; } caption { text-align: left; font-weight: 700; padding-top: 10px; }
    .caution { border-left: 3px solid var(--act); padding-left: 8px; margin-top: 6px; font-size: 0.93rem; }
    .check { margin-top: 6px; } .box { display: inline-block; width: 12px; height: 12px; border: 1px solid var(--ink); margin-right: 6px; }
    .signs p { display: flex; gap: 10px; align-items: end; padding-top: 22px; } .line { flex: 1; border-bottom: 1px solid var(--ink); } .line.short { flex: 0 0 120px; }
    nb-scene { display: block; margin-top: 12px; }
    @media print {
      .tools { display: none; } .sheet { border: 0; padding: 0; margin: 0; max-width: none; }
      table, .caution, nb-scene, .signs { break-inside: avoid; } h2 { break-after: avoid; }
    }
    @media (max-width: 700px) { .sheet { padding: 16px; } .top { grid-template-columns: 1fr; } }
  `,
})
export class WorkOrderPage {
  readonly #stores = inject(StoresStore);
  readonly id = input.required<string>();
  readonly #api = inject(Api);
  readonly #store = inject(JobStore);
  readonly #state = toSignal(this.#store.state$);
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
  /** With its cures along the course of the air, as soon as they are worked out. */
  readonly #plan = computed(() => {
    const [state, cure] = [this.#state(), this.#forecast.of(this.#state())];
    return state?.plan && cure ? refinePlan(state.plan, cure) : state?.plan;
  });
  protected readonly order = computed(() => {
    const [state, shop, plan, cure] = [
      this.#state(),
      this.#shop(),
      this.#plan(),
      this.#forecast.of(this.#state()),
    ];
    if (!state?.job || !plan || !shop) return undefined;
    return workOrder(
      state.job,
      plan,
      cure ? refineProblems(state.problems, cure) : state.problems,
      findingHistory(state.job, this.#stores.library(), shop, { now: 0, timeZone: TIME_ZONE }, () =>
        createPlanner(REPAIRS),
      ),
      this.#reading.reader(),
    );
  });
  protected readonly scenes = computed(() => {
    const plan = this.#plan();
    return plan ? workOrderScenes(plan, this.#reading.reader()) : [];
  });

  protected readonly trace = inject(TraceService);

  constructor() {
    inject(RepairKinds).use(REPAIRS);
    this.#forecast.begin(true);
    effect(() => this.#store.open(this.id()));
    effect(() => {
      const plan = this.#plan();
      if (plan) this.trace.use(plan);
    });
    inject(DestroyRef).onDestroy(() => {
      this.trace.close();
      this.#store.close();
    });
  }

  protected fileUrl(file: JobFile): string {
    return this.#api.fileUrl(this.id(), file);
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
