import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  HostListener,
  inject,
  input,
  type OnDestroy,
} from '@angular/core';
import { Router } from '@angular/router';
import { STAGES, type Stage } from '@nelbo/core';
import { TraceDrawer } from '../ui/trace-drawer';
import { TraceService } from '../ui/trace-service';
import { Tape } from '../ui/tape';
import { Api } from '../api/api';
import { Commands } from '../ui/commands';
import { JobStore } from '../state/job-store';
import { LogStore } from '../state/log-store';
import { PhotoStore } from '../state/photo-store';
import { Drawings } from './drawings';
import { JobContext } from './job-context';
import { JobHeader } from './job-header';
import { Moved } from './moved';
import { TotalsStrip } from './totals-strip';
import { FairStage } from './stages/fair-stage';
import { FinishStage } from './stages/finish-stage';
import { GrindStage } from './stages/grind-stage';
import { LaminateStage } from './stages/laminate-stage';
import { LogStage } from './stages/log-stage';
import { MixStage } from './stages/mix-stage';
import { RepairDrawings } from './repair/repair-drawings';
import { RepairStage } from './repair/repair-stage';
import { StageNotes } from './stages/stage-notes';
import { SurveyStage } from './stages/survey-stage';
import { SystemStage } from './stages/system-stage';
import { Conflict } from './conflict';
import { Forecast } from './forecast';
import { ColourBoard } from './colour/colour-board';
import { CureView } from './cure/cure-view';
import { FairMap } from './fair/fair-map';
import { History } from './history';
import { jobCommands } from './job-commands';
import { PlacesDrawer } from './places-drawer';

/** After the first look has come to rest. */
const FETCH_STAGES_MS = 6000;

/** A job: the tape across the top, the drawings, the stage at hand and the totals. */
@Component({
  selector: 'nb-job-page',
  imports: [
    ColourBoard,
    Conflict,
    CureView,
    FairMap,
    History,
    JobHeader,
    Moved,
    PlacesDrawer,
    Tape,
    Drawings,
    TotalsStrip,
    TraceDrawer,
    StageNotes,
    SurveyStage,
    SystemStage,
    GrindStage,
    LaminateStage,
    MixStage,
    RepairDrawings,
    RepairStage,
    FairStage,
    FinishStage,
    LogStage,
  ],
  providers: [JobStore, LogStore, PhotoStore, Forecast, JobContext],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (context.failure(); as failure) {
      <main class="failed"><h1>{{ failure }}</h1><p><a href="/jobs">All jobs</a></p></main>
    } @else if (context.state()) {
      <header>
        <nb-job-header />
        @if (context.plan()?.timeline; as timeline) {<nb-tape [timeline]="timeline" [jobId]="id()" [stage]="current()" [warned]="context.warned()" [stopped]="context.stopped()" [estimate]="context.estimate()" />}
      </header>
      <div class="body" [attr.class]="'body about-' + current()">
        <section class="drawings" aria-label="Drawings" tabindex="0">@if (mapped()) {@defer (on immediate) {<nb-fair-map />}}@if (drawn()) {@defer (on immediate) {<nb-repair-drawings />}}<nb-drawings [stage]="current()" [sectionOnly]="charts() || mapped() || coloured() || (onOutline() && current() !== 'survey')" />@if (charts()) {@defer (on immediate) {<nb-cure-view />}}@if (coloured()) {@defer (on immediate) {<nb-colour-board />}}<nb-moved /></section>
        <main class="stage" tabindex="-1" [attr.aria-label]="current()">
          @if (sheet() && !ownView()) {@defer (on immediate) {<nb-repair-stage [stage]="current()" />}} @else {@switch (current()) {
            @case ('survey') {<nb-survey-stage>@if (sheet()) {@defer (on immediate) {<nb-repair-stage stage="survey" [head]="false" />}}</nb-survey-stage>}
            @case ('system') {@defer (on immediate) {<nb-system-stage />}}
            @case ('grind') {@defer (on immediate) {<nb-grind-stage />}}
            @case ('laminate') {@defer (on immediate) {<nb-laminate-stage />}}
            @case ('mix') {@defer (on immediate) {<nb-mix-stage />}}
            @case ('fair') {@defer (on immediate) {<nb-fair-stage />}}
            @case ('finish') {@defer (on immediate) {<nb-finish-stage />}}
            @case ('log') {<nb-log-stage />}
          }
          @if (sheet() && current() !== 'survey') {@defer (on immediate) {<nb-repair-stage [stage]="current()" [head]="false" />}}}
          <nb-stage-notes [stage]="current()" />
        </main>
      </div>
      <nb-totals-strip [stage]="current()" />
      @defer (when trace.path().length > 0; prefetch on timer(4s)) {<nb-trace-drawer />}
      @defer (when context.save().kind === 'conflict') {<nb-conflict />}
      @defer (when context.historyOpen()) {<nb-history />}
      @defer (when context.placesOpen()) {<nb-places-drawer />}
    } @else {
      <main class="failed"><p class="muted">Opening the job …</p></main>
    }
  `,
  styles: `
    :host { display: grid; grid-template-rows: auto minmax(0, 1fr) auto; height: 100dvh; }
    header { padding: 14px 26px 6px; border-bottom: 1px solid var(--hairline); }
    .body { display: grid; grid-template-columns: minmax(0, 1fr) 436px; min-height: 0; }
    .drawings { padding: 14px 20px 10px 26px; overflow: auto; min-height: 0; position: relative; }
    .stage { border-left: 1px solid var(--hairline); padding: 16px 26px 26px 22px; overflow-y: auto; min-height: 0; outline: none; }
    .failed { padding: 40px 26px; }
    @media (max-width: 1000px) {
      :host { height: auto; display: block; }
      .body { grid-template-columns: minmax(0, 1fr); }
      .stage { border-left: 0; padding: 16px; order: -1; overflow: visible; }
      .drawings { padding: 12px 16px; border-top: 1px solid var(--hairline); }
      header { padding: 12px 16px 8px; }
      nb-totals-strip { position: sticky; bottom: 0; display: block; }
    }
    @media print {
      :host, .body { display: block; height: auto; }
      .drawings, .stage { overflow: visible; border: 0; padding: 8px 0; } header { padding: 0 0 6px; }
      nb-totals-strip { position: static; }
    }
  `,
})
export class JobPage implements OnDestroy {
  readonly id = input.required<string>();
  readonly stage = input.required<string>();
  protected readonly context = inject(JobContext);
  protected readonly trace = inject(TraceService);

  protected readonly current = computed<Stage>(() => STAGES.find((s) => s === this.stage()) ?? 'survey');

  /** While mixing and curing the course of the cure takes the place of the plan view. */
  protected readonly charts = computed(
    () =>
      this.current() === 'mix' &&
      this.context.plan()?.timeline !== undefined &&
      (this.context.plan()?.dish?.mix !== undefined || (this.context.plan()?.productTimes?.length ?? 0) > 0),
  );

  /** While fairing the map of the surface takes that place, once it was read. */
  protected readonly mapped = computed(
    () => this.current() === 'fair' && this.context.plan()?.dish?.fair?.surface !== undefined,
  );

  /** While finishing, target and chips side by side. */
  protected readonly coloured = computed(
    () =>
      this.current() === 'finish' &&
      (this.context.document()?.colour?.readings?.length ?? 0) > 0 &&
      this.context.plan()?.system?.chosen?.chain.finish?.kind === 'gel coat',
  );

  readonly #repair = computed(() => this.context.plan()?.repair);
  /** A repair that is not laminate says what this stage does. */
  protected readonly sheet = computed(
    () => this.#repair()?.sheets.some((s) => s.stage === this.current()) ?? false,
  );
  /** Stages that have a view of their own, which the sheet of a repair only adds to. */
  protected readonly ownView = computed(() => {
    const [plan, stage] = [this.context.plan(), this.current()];
    return (
      stage === 'survey' ||
      stage === 'system' ||
      (stage === 'finish' && plan?.finish !== undefined) ||
      (stage !== 'finish' && stage !== 'fair' && plan?.dish?.grind !== undefined)
    );
  });
  /** Its drawing stands on the outline: the plan view would say the same once more. */
  protected readonly onOutline = computed(() => this.#repair()?.drawings.some((d) => d.onOutline) ?? false);
  protected readonly drawn = computed(() => (this.#repair()?.drawings.length ?? 0) > 0);

  constructor() {
    // The other stages are fetched once the page stands, so that they open without the network too.
    const fetching = setTimeout(
      () =>
        void Promise.all([
          import('./stages/system-stage'),
          import('./stages/grind-stage'),
          import('./stages/laminate-stage'),
          import('./stages/mix-stage'),
          import('./stages/fair-stage'),
          import('./stages/finish-stage'),
          import('./repair/repair-stage'),
        ]).catch(() => undefined),
      FETCH_STAGES_MS,
    );
    inject(DestroyRef).onDestroy(() => clearTimeout(fetching));
    effect(() => this.context.forecast.begin(['mix', 'fair', 'finish'].includes(this.current())));
    effect(() => {
      this.context.store.open(this.id());
      this.context.logStore.open(this.id());
    });
    effect(() => {
      const plan = this.context.plan();
      if (plan) this.trace.use(plan);
    });
    const [router, api, commands] = [inject(Router), inject(Api), inject(Commands)];
    const unregister = commands.register(() => jobCommands(this.id(), this.context, router, api));
    inject(DestroyRef).onDestroy(unregister);
  }

  @HostListener('window:pagehide')
  @HostListener('document:visibilitychange')
  protected saveNow(): void {
    this.context.store.flush();
  }

  ngOnDestroy(): void {
    this.trace.close();
    this.context.store.close();
  }
}
