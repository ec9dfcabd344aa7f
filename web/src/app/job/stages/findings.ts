import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { ButtonModule } from 'primeng/button';
import { InputTextModule } from 'primeng/inputtext';
import { debounceTime, first, merge } from 'rxjs';
import {
  METHODS,
  againstFirstLook,
  createPlanner,
  figure,
  findingHistory,
  saySize,
  type Change,
  type Extent,
  type FindingMethod,
  type Finding,
  type Planner,
  type Reader,
  type Said,
  type Shape,
  type Trace,
} from '@nelbo/core';
import { ChoiceFieldView } from '../../ui/choice-field';
import { QuantityFieldView } from '../../ui/quantity-field';
import { Reading, TIME_ZONE } from '../../state/reading';
import { RepairKinds } from '../../state/repair-kinds';
import { SaidView } from '../../ui/said';
import { sayWhen } from '../../ui/when';
import { PhotoStore } from '../../state/photo-store';
import { typed } from '../../state/typed';
import { JobContext } from '../job-context';
import { Tracer, type Traced } from './tracer';
import { StoresStore } from '../../state/stores-store';

const HISTORY_LAG_MS = 120;

/** What of a finding has been entered and not added yet. */
interface TypedFinding {
  readonly extent: Extent;
  readonly length?: number;
  readonly width?: number;
  readonly shape: Shape;
  readonly method?: FindingMethod;
  readonly note: string;
  readonly outline?: { readonly traced: Traced; readonly text: string };
}

/** The dated findings. A later one is added, never overwritten; each says what it changed. */
@Component({
  selector: 'nb-findings',
  imports: [
    FormsModule,
    RouterLink,
    Tracer,
    ButtonModule,
    InputTextModule,
    ChoiceFieldView,
    QuantityFieldView,
    SaidView,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol class="list">
      @for (h of history(); track $index) {
        <li>
          <div class="spread"><b>{{ h.extent }}, {{ h.size }}</b><span class="muted small">{{ h.when }}</span></div>
          <p class="muted small">{{ h.how }}</p>
          @if (h.photo; as url) {<a [href]="url" target="_blank" rel="noopener"><img [src]="url" alt="Photograph that the outline was traced on" loading="lazy" decoding="async" /></a>}
          @if (h.changed.length > 0) {<p class="changed">changed @for (c of h.changed; track c.label; let last = $last) {{{ c.label }} <nb-said [words]="c.before" [plan]="h.before" /> → <nb-said [words]="c.after" [plan]="h.after" />{{ last ? '' : ', ' }}}</p>}
        </li>
      }
    </ol>
    @if (against(); as a) {
      <p class="against"><b>Against the first look:</b> @for (c of a; track c.label; let last = $last) {{{ c.label }} <nb-said [words]="c.before" [plan]="c.plans[0]" /> → <nb-said [words]="c.after" [plan]="c.plans[1]" />{{ last ? '' : ', ' }}}. <a [routerLink]="['/jobs', jobId(), 'owner']">Print for the owner</a></p>
    }
    @if (adding()) {
      <form (submit)="add($event)" aria-label="New finding">
        <div class="fields">
          <nb-choice class="wide" path="damage.findings.extent" [value]="extent()" (changed)="extent.set($any($event))" />
          @if (outline(); as o) {
            <p class="wide traced"><b>Traced:</b> {{ o.text }} <button pButton type="button" size="small" severity="secondary" [text]="true" (click)="tracing.set(true)">Trace on</button><button pButton type="button" size="small" severity="secondary" [text]="true" (click)="outline.set(undefined)">By its size instead</button></p>
          } @else {
            <nb-quantity path="damage.size" label="Along the hull" [required]="true" [value]="length()" (changed)="length.set($event)" />
            <nb-quantity path="damage.size" label="Up the hull" [required]="true" [value]="width()" (changed)="width.set($event)" />
            <nb-choice path="damage.findings.shape" [offered]="shapes" [value]="shape()" (changed)="shape.set($any($event))" />
          }
          <nb-choice path="damage.findings.method" [value]="method()" (changed)="method.set($any($event))" />
          <div class="wide"><label for="finding-note">Note</label><input pInputText id="finding-note" maxlength="500" [ngModel]="note()" (ngModelChange)="note.set($event)" name="note" /></div>
        </div>
        <div class="row">
          <button pButton type="submit" size="small" [disabled]="!ready()">Add the finding</button>
          @if (!outline()) {<button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="tracing.set(true)">Trace it on a grid or photograph</button>}
          <button pButton type="button" size="small" severity="secondary" [text]="true" (click)="adding.set(false)">Cancel</button>
        </div>
      </form>
    } @else {
      <div class="row"><button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="adding.set(true)">Add what was found</button><button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="startTracing()">Trace the outline</button></div>
    }
    @defer (when tracing()) {@if (tracing()) {<nb-tracer [from]="outline()?.traced" (closed)="tracing.set(false)" (traced)="takeOutline($event)" />}}
  `,
  styles: `
    :host { display: block; margin-top: 12px; }
    .list li { padding: 6px 0 7px; border-bottom: 1px solid var(--hairline); }
    .list { margin-bottom: 10px; }
    .changed { font-size: 0.9rem; border-left: 3px solid var(--act); padding-left: 8px; margin-top: 3px; }
    img { height: 64px; border: 1px solid var(--ink); display: block; margin-top: 4px; }
    .against { border: 1.5px solid var(--ink); padding: 8px 10px; margin-bottom: 10px; font-size: 0.93rem; }
    form { border-top: 2px solid var(--ink); padding-top: 10px; }
    label { display: block; font-size: 0.87rem; color: var(--muted); margin-bottom: 2px; }
    input { width: 100%; }
    .row { margin-top: 10px; }
  `,
})
export class Findings {
  readonly #stores = inject(StoresStore);
  readonly #context = inject(JobContext);
  readonly #reading = inject(Reading);
  readonly #photos = inject(PhotoStore);
  readonly #kinds = inject(RepairKinds);
  /** One planner per finding, kept while the page is open, so that typing replans only what changed. */
  readonly #planners: Planner[] = [];
  readonly #plannerAt = (index: number): Planner =>
    (this.#planners[index] ??= createPlanner(this.#kinds.current));
  protected readonly adding = signal(false);
  protected readonly extent = signal<Extent>('true extent');
  protected readonly length = signal<number | undefined>(undefined);
  protected readonly width = signal<number | undefined>(undefined);
  protected readonly shape = signal<Shape>('ellipse');
  protected readonly method = signal<FindingMethod | undefined>('grind');
  protected readonly note = signal('');
  protected readonly tracing = signal(false);
  protected readonly outline = signal<{ traced: Traced; text: string } | undefined>(undefined);
  protected readonly shapes = [
    { value: 'ellipse', label: 'ellipse' },
    { value: 'rectangle', label: 'rectangle' },
  ];
  protected readonly jobId = this.#context.id;
  readonly #key = computed(() => `finding.${this.jobId()}`);
  protected readonly ready = computed(
    () => this.outline() !== undefined || (this.length() !== undefined && this.width() !== undefined),
  );

  /** The history may lag a moment behind the hand: what is typed elsewhere must not wait for it. */
  readonly #settled = toSignal(
    merge(
      this.#context.store.state$.pipe(first()),
      this.#context.store.state$.pipe(debounceTime(HISTORY_LAG_MS)),
    ),
  );
  readonly #effects = computed(() => {
    const job = this.#settled()?.job;
    const shop = this.#context.shop();
    return job && shop
      ? findingHistory(job, this.#stores.library(), shop, { now: 0, timeZone: TIME_ZONE }, this.#plannerAt)
      : [];
  });
  /** What was found since somebody first looked, in plan terms. */
  protected readonly against = computed(() => {
    const reader = this.#reading.reader();
    const difference = againstFirstLook(this.#effects());
    return difference && difference.changes.length > 0
      ? difference.changes.map((c) => ({
          ...this.#words(c, reader),
          plans: [difference.first as { trace: Trace }, difference.now as { trace: Trace }],
        }))
      : undefined;
  });
  protected readonly history = computed(() => {
    const reader = this.#reading.reader();
    return this.#effects().map(({ finding, changes, plan }, i, all) => {
      return {
        extent: finding.extent,
        size: saySize({ value: finding.size[0] }, { value: finding.size[1] }, reader),
        when: sayWhen(Date.parse(finding.at), Date.now()),
        how: [
          finding.outline ? 'traced' : '',
          finding.method && METHODS[finding.method],
          finding.who,
          finding.note,
        ]
          .filter(Boolean)
          .join(' · '),
        photo: finding.tracing && this.#photos.url(finding.tracing.photo),
        changed: changes.map((c) => this.#words(c, reader)),
        before: all[i - 1]?.plan as { trace: Trace } | undefined,
        after: plan as { trace: Trace },
      };
    });
  });

  constructor() {
    // A finding that was being entered when the page went stands there again.
    effect(() => {
      const kept = typed.get<TypedFinding>(this.#key());
      if (!kept) return;
      untracked(() => {
        this.adding.set(true);
        this.extent.set(kept.extent);
        this.length.set(kept.length);
        this.width.set(kept.width);
        this.shape.set(kept.shape);
        this.method.set(kept.method);
        this.note.set(kept.note);
        this.outline.set(kept.outline);
      });
    });
    effect(() => {
      const now: TypedFinding = {
        extent: this.extent(),
        length: this.length(),
        width: this.width(),
        shape: this.shape(),
        method: this.method(),
        note: this.note(),
        outline: this.outline(),
      };
      const empty =
        now.length === undefined && now.width === undefined && now.note === '' && now.outline === undefined;
      if (this.jobId() !== '') typed.set(this.#key(), this.adding() && !empty ? now : undefined);
    });
  }

  #words(c: Change, reader: Reader): { label: string; before: Said; after: Said } {
    return { label: c.label, before: [figure(c.before, reader)], after: [figure(c.after, reader)] };
  }

  protected add(event: Event): void {
    event.preventDefault();
    const [length, width, traced] = [this.length(), this.width(), this.outline()?.traced];
    if (!traced && (length === undefined || width === undefined)) return;
    const who = this.#context.logStore.who;
    const note = this.note().trim();
    const finding: Finding = {
      at: new Date().toISOString(),
      extent: this.extent(),
      ...(traced ?? { shape: this.shape(), size: [length, width] as [number, number] }),
      ...(this.method() ? { method: this.method() } : {}),
      ...(who ? { who } : {}),
      ...(note ? { note } : {}),
    };
    this.#context.store.update((d) => ({
      ...d,
      damage: { ...d.damage, findings: [...(d.damage.findings ?? []), finding] },
    }));
    this.adding.set(false);
    this.length.set(undefined);
    this.width.set(undefined);
    this.note.set('');
    this.outline.set(undefined);
  }

  protected startTracing(): void {
    this.adding.set(true);
    this.tracing.set(true);
  }

  protected takeOutline(traced: Traced): void {
    this.outline.set({
      traced,
      text: `${saySize({ value: traced.size[0] }, { value: traced.size[1] }, this.#reading.reader())}, ${(traced.holes?.length ?? 0) > 0 ? `${(traced.holes?.length ?? 0) + 1} holes` : `${traced.outline?.length ?? 0} points`}`,
    });
    this.tracing.set(false);
  }
}
