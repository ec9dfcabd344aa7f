import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { ButtonModule } from 'primeng/button';
import { DrawerModule } from 'primeng/drawer';
import { InputTextModule } from 'primeng/inputtext';
import { EMPTY, Subject, catchError, switchMap } from 'rxjs';
import {
  changesWords,
  comparePlans,
  FIRST_PLACE,
  documentChanges,
  planRepair,
  readJob,
  sayField,
  type JobDocument,
} from '@nelbo/core';
import { Api, failureOf, type Revision } from '../api/api';
import { Reading, TIME_ZONE } from '../state/reading';
import { documentHere } from '../state/boat-planner';
import { RepairKinds } from '../state/repair-kinds';
import { sayWhen } from '../ui/when';
import { JobContext } from './job-context';
import { StoresStore } from '../state/stores-store';

const PAGE = 100;

/** Every saved state of the job: what it was against now, a name to find it by, and the way back to it. */
@Component({
  selector: 'nb-history',
  imports: [ButtonModule, DrawerModule, FormsModule, InputTextModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-drawer [visible]="context.historyOpen()" (visibleChange)="$event || context.historyOpen.set(false)" position="right" [style]="{ width: 'min(520px, 100vw)' }" ariaCloseLabel="Close the history">
      <ng-template #header><h2 class="head">Saved states</h2></ng-template>
      @if (message(); as m) {<p role="alert" class="note-line warn">{{ m }}</p>}
      <ol>
        @for (r of revisions(); track r.version) {
          <li [class.on]="r.version === picked()?.version">
            <button type="button" class="line" [attr.aria-expanded]="r.version === picked()?.version" (click)="pick(r)">
              <span><b>{{ r.name || 'State ' + r.version }}</b><small>{{ when(r) }}{{ r.who ? ' · ' + r.who : '' }}</small></span>
              @if (r.version === newest()) {<span class="now">now</span>}
            </button>
            @if (picked(); as p) {
              @if (p.version === r.version) {
                <div class="about">
                  @if (r.version === newest()) {<p class="muted">This is the job as it was saved last.</p>} @else {
                    <h3>From this state to now</h3>
                    <p class="plan">{{ plan() || 'The plan is the same.' }}</p>
                    <ul>
                      @for (f of fields(); track f.path) {<li><span>{{ f.label }}</span> {{ say(f.path, f.before) }} → {{ say(f.path, f.after) }}</li>} @empty {<li class="muted">No field differs.</li>}
                    </ul>
                  }
                  <form (submit)="name($event)" class="row">
                    <label class="visually-hidden" for="state-name">Name of this state</label>
                    <input pInputText id="state-name" name="name" maxlength="120" placeholder="Name it, such as “as quoted”" [ngModel]="text()" (ngModelChange)="text.set($event)" />
                    <button pButton type="submit" size="small" severity="secondary" [outlined]="true">Name it</button>
                  </form>
                  @if (r.version !== newest()) {<button pButton type="button" size="small" class="act" (click)="restore()">Go back to this state</button>}
                </div>
              }
            }
          </li>
        }
      </ol>
      @if (more()) {<button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="older()">Show older states</button>}
      <p class="muted small">Going back is a new state on top: nothing is lost, and it can be undone.</p>
    </p-drawer>
  `,
  styles: `
    .head { font-size: 1rem; }
    li { border-bottom: 1px solid var(--hairline); } li.on { border-left: 3px solid var(--act); padding-left: 10px; background: var(--paper); }
    .line { all: unset; box-sizing: border-box; width: 100%; cursor: pointer; display: flex; justify-content: space-between; gap: 10px; padding: 9px 0; align-items: baseline; } .line:focus-visible { outline: 2px solid var(--act); }
    small { display: block; color: var(--muted); font-weight: 400; }
    .now { color: var(--act); font-weight: 700; font-size: 0.87rem; }
    .about { padding: 2px 0 12px; } .about li { border: 0; padding: 2px 0; font-size: 0.93rem; } .about li span { color: var(--muted); }
    .plan { font-weight: 600; margin: 2px 0 6px; } form { margin: 10px 0; } form input { flex: 1; min-width: 0; }
    p.small { margin-top: 14px; }
  `,
})
export class History {
  readonly #stores = inject(StoresStore);
  protected readonly context = inject(JobContext);
  readonly #api = inject(Api);
  readonly #reading = inject(Reading);
  protected readonly revisions = signal<readonly Revision[]>([]);
  protected readonly more = signal(false);
  protected readonly text = signal('');
  protected readonly message = signal('');
  readonly #picks = new Subject<Revision>();
  protected readonly picked = toSignal(
    this.#picks.pipe(
      switchMap((r) =>
        this.#api.revision(this.#id(), r.version).pipe(
          catchError((e: unknown) => {
            this.message.set(failureOf(e).title);
            return EMPTY;
          }),
        ),
      ),
    ),
  );
  protected readonly newest = computed(() => this.revisions()[0]?.version);
  protected readonly fields = computed(() => {
    const [then, now] = [this.picked(), this.context.state()?.whole];
    return then && now ? documentChanges(then.document, now) : [];
  });
  protected readonly plan = computed(() => {
    const then = this.picked();
    const [before, after] = [then && this.#planOf(then.document), this.context.plan()];
    return before && after ? changesWords(comparePlans(before, after), this.#reading.reader(), ' · ') : '';
  });

  constructor() {
    effect(() => {
      // Opened, and again after every save while it is open.
      if (this.context.historyOpen() && this.context.save().kind === 'saved') this.#load();
    });
  }

  #id(): string {
    return this.context.state()?.id ?? '';
  }

  #load(before?: number): void {
    this.#api.revisions(this.#id(), before).subscribe({
      next: (page) => {
        this.revisions.update((all) => (before === undefined ? page : [...all, ...page]));
        this.more.set(page.length === PAGE);
        this.message.set('');
      },
      error: (e: unknown) => this.message.set(failureOf(e).title),
    });
  }

  protected older(): void {
    this.#load(this.revisions().at(-1)?.version);
  }

  protected pick(r: Revision): void {
    this.text.set(r.name ?? '');
    this.#picks.next(r);
  }

  protected name(event: Event): void {
    event.preventDefault();
    const r = this.picked();
    if (!r) return;
    this.#api.nameRevision(this.#id(), r.version, this.text().trim() || null).subscribe({
      next: (named) =>
        this.revisions.update((all) => all.map((x) => (x.version === named.version ? named : x))),
      error: (e: unknown) => this.message.set(failureOf(e).title),
    });
  }

  protected restore(): void {
    const r = this.picked();
    if (r) this.context.store.updateBoat(() => r.document);
  }

  protected when(r: Revision): string {
    return sayWhen(Date.parse(r.savedAt), Date.now());
  }

  protected say(path: string, value: unknown): string {
    return sayField(path, value, this.#reading.reader().units, TIME_ZONE);
  }

  readonly #kinds = inject(RepairKinds);

  #planOf(document: JobDocument) {
    const { job } = readJob(documentHere(document, this.context.state()?.place ?? FIRST_PLACE));
    return (
      job &&
      planRepair(
        job,
        this.#stores.library(),
        this.context.shop() ?? {},
        {
          now: Date.now(),
          timeZone: TIME_ZONE,
        },
        this.#kinds.current,
      ).plan
    );
  }
}
