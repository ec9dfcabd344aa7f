import { REPAIRS } from '@nelbo/core/repairs';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { ButtonModule } from 'primeng/button';
import { InputTextModule } from 'primeng/inputtext';
import {
  DAMAGE_KINDS,
  JOB_FORMAT,
  LIBRARY,
  SUBSTRATES,
  damageData,
  occursOn,
  planScene,
  substrateOf,
  type DamageKind,
  createPlanner,
  readJob,
  sameData,
  setIn,
  figure,
  sectionRefs,
  sectionScene,
  stageWords,
  type Extent,
  type JobDocument,
} from '@nelbo/core';
import { repairScene } from '@nelbo/core/repairs';
import { firstValueFrom, of, timeout } from 'rxjs';
import { Api } from '../api/api';
import { nextSave } from '../state/draft';
import { newId } from '../state/new-id';
import { LocalStore } from '../state/local-store';
import { NO_EDITS } from '../state/edit-history';
import { sendDraft, type Sending } from '../state/outbox';
import { Reading, TIME_ZONE } from '../state/reading';
import { SavesUnderWay } from '../state/saves-under-way';
import { ShopStore } from '../state/shop-store';
import { ChoiceFieldView } from '../ui/choice-field';
import { QuantityFieldView } from '../ui/quantity-field';
import { SaidView } from '../ui/said';
import { SceneView } from '../ui/scene-view';
import { TraceDrawer } from '../ui/trace-drawer';
import { TraceService } from '../ui/trace-service';
import { StoresStore } from '../state/stores-store';
import { typed } from '../state/typed';

const UNSURE = 'unsure';
const TYPED = 'new-job';
/** A server that has not answered by then is taken for away: the job goes on without it. */
const PATIENCE_MS = 2500;

/** The form as it stands, kept while it is filled in. */
interface TypedJob {
  readonly document: JobDocument;
  readonly length?: number;
  readonly width?: number;
  readonly extent: Extent;
}

const withoutKind = ({ kind: _, ...damage }: JobDocument['damage']): JobDocument['damage'] => damage;

/** Start a job: a hull, a damage and a size are enough; the plan is there at once and sharpens with every fact. */
@Component({
  selector: 'nb-new-job-page',
  imports: [
    FormsModule,
    RouterLink,
    ButtonModule,
    InputTextModule,
    ChoiceFieldView,
    QuantityFieldView,
    SaidView,
    SceneView,
    TraceDrawer,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main>
      <form (submit)="create($event)">
        <h1>New job</h1>
        <p class="muted">A hull, a damage and its size are enough. Every further fact sharpens the plan.</p>
        @if (takenUp()) {<p class="note-line row">You had begun this one before. <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="afresh()">Begin afresh</button></p>}
        <div class="fields">
          <div><label for="boat">Boat</label><input pInputText id="boat" maxlength="120" name="boat" autocomplete="off" [ngModel]="document().boat?.name ?? ''" (ngModelChange)="set('boat.name', $event || undefined)" /></div>
          <div><label for="title">What happened</label><input pInputText id="title" maxlength="160" name="title" autocomplete="off" [ngModel]="document().title ?? ''" (ngModelChange)="set('title', $event || undefined)" /></div>
          <nb-choice path="hull.material" [value]="document().hull.material ?? unsure" [offered]="hulls" (changed)="setHull($event)" />
          <nb-choice path="damage.kind" [value]="document().damage.kind" [offered]="damages()" (changed)="set('damage.kind', $event)" />
          @if (document().hull.material === undefined) {<p class="wide note-line">A few safe tests under Survey name the hull; the match then holds for every hull that it may still be.</p>}
          <nb-quantity path="damage.size" label="Size, along the hull" [required]="true" [value]="length()" (changed)="length.set($event)" />
          <nb-quantity path="damage.size" label="Size, up the hull" [required]="true" [value]="width()" (changed)="width.set($event)" />
          <nb-choice class="wide" path="damage.findings.extent" label="This size is" [value]="extent()" (changed)="extent.set($any($event))" />
          <nb-choice path="access" [value]="document().access" [assumed]="inputs()?.access" (changed)="set('access', $event)" />
 @if (laminated()) {<nb-quantity path="hull.thickness" [value]="document().hull.thickness" [assumed]="inputs()?.thickness" (changed)="set('hull.thickness', $event)" />}
          <nb-choice path="duty" [value]="document().duty" [assumed]="inputs()?.duty" (changed)="set('duty', $event)" />
          @if (laminated()) {<nb-choice path="system.finish" label="Finish wanted" [value]="document().system?.finish" [offered]="finishes" [assumed]="chain()?.finish?.id" assumedText="chosen by Nelbo" (changed)="set('system.finish', $event)" />}
          <nb-quantity path="conditions.temperature" [value]="document().conditions?.temperature" [assumed]="inputs()?.temperature" (changed)="set('conditions.temperature', $event)" />
        </div>
        @if (lacking() && !ready()) {<p class="note-line warn" role="alert">The size of the damage is still needed: along the hull and up the hull, 2 to 3000 mm each, in any unit. A rough one will do.</p>}
        @if (failed(); as f) {<p class="note-line warn" role="alert">{{ f }}</p>}
        <div class="row actions">
          <button pButton type="submit" class="act" [disabled]="sending()">Plan this job</button>
          <a pButton severity="secondary" [text]="true" routerLink="/jobs">Cancel</a>
        </div>
      </form>
      <section class="preview" aria-label="The plan so far" aria-live="polite">
        <h2>The plan so far</h2>
        @if (scene(); as s) {
          <nb-scene [scene]="s" />
          <ul>@for (line of sentences(); track $index) {<li><nb-said [words]="line" /></li>}</ul>
          @if (totals(); as t) {
            <dl class="figures"><div><dt>Hands-on</dt><dd><nb-said [words]="t.handsOn" /></dd></div><div><dt>Elapsed</dt><dd><nb-said [words]="t.elapsed" /></dd></div>@if (t.resin; as resin) {<div><dt>Resin</dt><dd><nb-said [words]="resin" /></dd></div>}</dl>
          }
        } @else {<p class="muted">Type the size of the damage, in any unit, and the repair is drawn here.</p>}
      </section>
    </main>
    @defer (when trace.path().length > 0; prefetch on idle) {<nb-trace-drawer />}
  `,
  styles: `
    main { display: grid; grid-template-columns: minmax(340px, 520px) minmax(0, 1fr); gap: 40px; padding: 20px 26px 40px; max-width: 1280px; }
    .fields { margin-top: 18px; } label { display: block; font-size: 0.87rem; color: var(--muted); margin-bottom: 2px; } input { width: 100%; }
    .actions { margin-top: 20px; }
    .preview { border-left: 1px solid var(--hairline); padding-left: 30px; }
    .preview h2 { margin-bottom: 10px; }
    .preview li { padding: 6px 0; border-bottom: 1px solid var(--hairline); }
    .figures { margin-top: 16px; }
    @media (max-width: 900px) { main { grid-template-columns: minmax(0, 1fr); padding: 16px; gap: 20px; } .preview { border-left: 0; padding-left: 0; } }
  `,
})
export class NewJobPage {
  readonly #stores = inject(StoresStore);
  readonly #api = inject(Api);
  readonly #router = inject(Router);
  readonly #shop = toSignal(inject(ShopStore).shop$);
  readonly #planner = createPlanner(REPAIRS);
  readonly #reading = inject(Reading);
  readonly #local = inject(LocalStore);
  readonly #now = Date.now();
  readonly #underWay = inject(SavesUnderWay);
  readonly #typed = typed.get<TypedJob>(TYPED);
  #begun = false;
  /** The form was begun before and never sent. */
  protected readonly takenUp = signal(this.#typed !== undefined);
  protected readonly document = signal<JobDocument>(this.#typed?.document ?? blank(this.#now));
  protected readonly length = signal<number | undefined>(this.#typed?.length);
  protected readonly width = signal<number | undefined>(this.#typed?.width);
  protected readonly extent = signal<Extent>(this.#typed?.extent ?? 'first look');
  protected readonly failed = signal('');
  /** Somebody went on without a size. */
  protected readonly lacking = signal(false);
  protected readonly sending = signal(false);

  readonly #whole = computed<JobDocument>(() => {
    const [length, width, d] = [this.length(), this.width(), this.document()];
    if (length === undefined || width === undefined) return d;
    const finding = {
      at: new Date(this.#now).toISOString(),
      extent: this.extent(),
      shape: 'ellipse' as const,
      size: [length, width] as [number, number],
      method: 'eye' as const,
    };
    return { ...d, damage: { ...d.damage, findings: [finding] } };
  });
  readonly #plan = computed(() => {
    const { job } = readJob(this.#whole());
    return (
      job &&
      this.#planner.plan(job, this.#stores.library(), this.#shop() ?? {}, {
        now: this.#now,
        timeZone: TIME_ZONE,
      }).plan
    );
  });
  protected readonly inputs = computed(() => this.#plan()?.inputs);
  protected readonly chain = computed(() => this.#plan()?.system?.chosen?.chain);
  protected readonly ready = computed(() => this.length() !== undefined && this.width() !== undefined);
  protected readonly scene = computed(() => {
    const plan = this.#plan();
    const section = plan?.section;
    const { units } = this.#reading.reader();
    if (plan && section)
      return sectionScene(section, {
        width: 620,
        height: 240,
        exaggeration: 'fit',
        units,
        refs: sectionRefs(plan),
      });
    const drawing = plan?.repair?.drawings[0];
    if (drawing && this.ready()) return repairScene(drawing, { width: 620, height: 280, units });
    return plan?.planView && this.ready()
      ? planScene(plan.planView, { width: 620, height: 260, units })
      : undefined;
  });
  protected readonly sentences = computed(() => {
    const plan = this.#plan();
    if (!plan) return [];
    return plan.stages
      .filter((s) => s !== 'log')
      .flatMap((s) => {
        const words = stageWords(s, plan, this.#reading.reader());
        return words ? [words] : [];
      });
  });
  protected readonly unsure = UNSURE;
  protected readonly hulls = [
    { value: UNSURE, label: 'not sure: test it' },
    ...SUBSTRATES.map((s) => ({ value: s.id, label: s.name })),
  ];
  protected readonly finishes = LIBRARY.finishes.map((p) => ({ value: p.id, label: p.name }));
  readonly #family = computed(() => substrateOf(this.document().hull.material)?.family);
  protected readonly laminated = computed(() => this.#family() === 'frp');
  protected readonly damages = computed(() => {
    const family = this.#family();
    return (Object.keys(DAMAGE_KINDS) as DamageKind[])
      .filter((k) => !family || occursOn(k, family))
      .map((k) => ({ value: k, label: damageData(k).name }));
  });
  protected readonly totals = computed(() => {
    const t = this.#plan()?.totals;
    const reader = this.#reading.reader();
    return (
      t && {
        handsOn: [figure(t.handsOn, reader)],
        elapsed: [figure(t.elapsed, reader)],
        resin: this.#plan()?.dish?.mix ? [figure(t.resin, reader)] : undefined,
      }
    );
  });

  protected readonly trace = inject(TraceService);

  constructor() {
    effect(() => {
      const plan = this.#plan();
      if (plan) this.trace.use(plan);
    });
    effect(() => {
      const now: TypedJob = {
        document: this.document(),
        length: this.length(),
        width: this.width(),
        extent: this.extent(),
      };
      const { schedule: _, ...rest } = now.document;
      const { schedule: __, ...empty } = blank(this.#now);
      const begun = now.length !== undefined || now.width !== undefined || !sameData(rest, empty);
      if (!this.#begun) typed.set(TYPED, begun ? now : undefined);
    });
  }

  /** Another hull keeps the damage where it occurs there, and drops what was asked for of the old one. */
  protected setHull(value: string | undefined): void {
    const material = value === UNSURE ? undefined : value;
    this.document.update(({ system: _, ...d }) => {
      const family = substrateOf(material)?.family;
      const kept = d.damage.kind && (!family || occursOn(d.damage.kind, family)) ? d.damage.kind : undefined;
      return {
        ...d,
        hull: { ...(material ? { material } : {}) },
        damage: { ...withoutKind(d.damage), ...(kept ? { kind: kept } : {}) },
      };
    });
  }

  protected set(path: string, value: unknown): void {
    this.document.update((d) => setIn(d, path, value));
  }

  protected create(event: Event): void {
    event.preventDefault();
    if (!this.ready()) {
      this.lacking.set(true);
      return;
    }
    this.sending.set(true);
    this.failed.set('');
    const document = this.#whole();
    void this.#begin(
      nextSave(
        { jobId: newId(), version: 0, base: document, document, history: NO_EDITS, at: Date.now() },
        newId,
      ),
    );
  }

  /** Keeps the job on this device, tells the server if it is there, and opens it: it is sent on from there. */
  async #begin(draft: Sending): Promise<void> {
    await this.#local.keepDraft(draft);
    const sent = await firstValueFrom(
      sendDraft(this.#api, this.#underWay, () => draft).pipe(
        timeout({ first: PATIENCE_MS, with: () => of('away' as const) }),
      ),
    );
    if (sent !== 'away' && sent.kind === 'refused') {
      await this.#local.dropDraft(draft.jobId);
      this.sending.set(false);
      this.failed.set(`Not taken: ${sent.why}. Nothing is lost: change it and try again.`);
      return;
    }
    if (sent !== 'away') await this.#local.keepDraft(sent.draft);
    this.#begun = true;
    typed.set(TYPED, undefined);
    await this.#router.navigate(['/jobs', draft.jobId, 'survey']);
  }

  protected afresh(): void {
    this.document.set(blank(this.#now));
    this.length.set(undefined);
    this.width.set(undefined);
    this.extent.set('first look');
    this.takenUp.set(false);
  }
}

const blank = (now: number): JobDocument => ({
  format: JOB_FORMAT,
  hull: { material: 'frp-solid' },
  damage: { kind: 'hole' },
  schedule: { start: new Date(now).toISOString() },
});
