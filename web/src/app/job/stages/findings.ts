import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { ButtonModule } from 'primeng/button';
import { InputTextModule } from 'primeng/inputtext';
import { debounceTime, first, merge } from 'rxjs';
import { LIBRARY, METHODS, createPlanner, figure, findingHistory, saySize, type Change, type Extent, type Finding, type Planner, type Reader, type Said, type Shape, type Trace } from '@nelbo/core';
import { ChoiceFieldView } from '../../ui/choice-field';
import { QuantityFieldView } from '../../ui/quantity-field';
import { Reading, TIME_ZONE } from '../../state/reading';
import { SaidView } from '../../ui/said';
import { sayWhen } from '../../ui/when';
import { JobContext } from '../job-context';

const HISTORY_LAG_MS = 120;

/** The dated findings. A later one is added, never overwritten; each says what it changed. */
@Component({
  selector: 'nb-findings',
  imports: [FormsModule, ButtonModule, InputTextModule, ChoiceFieldView, QuantityFieldView, SaidView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol class="list">
      @for (h of history(); track $index) {
        <li>
          <div class="spread"><b>{{ h.extent }}, {{ h.size }}</b><span class="muted small">{{ h.when }}</span></div>
          <p class="muted small">{{ h.how }}</p>
          @if (h.changed.length > 0) {<p class="changed">changed @for (c of h.changed; track c.label; let last = $last) {{{ c.label }} <nb-said [words]="c.before" [plan]="h.before" /> → <nb-said [words]="c.after" [plan]="h.after" />{{ last ? '' : ', ' }}}</p>}
        </li>
      }
    </ol>
    @if (adding()) {
      <form (submit)="add($event)" aria-label="New finding">
        <div class="fields">
          <nb-choice class="wide" path="damage.findings.extent" [value]="extent()" (changed)="extent.set($any($event))" />
          <nb-quantity path="damage.size" label="Along the hull" [required]="true" (changed)="length.set($event)" />
          <nb-quantity path="damage.size" label="Up the hull" [required]="true" (changed)="width.set($event)" />
          <nb-choice path="damage.findings.shape" [value]="shape()" (changed)="shape.set($any($event))" />
          <nb-choice path="damage.findings.method" [value]="method()" (changed)="method.set($event)" />
          <div class="wide"><label for="finding-note">Note</label><input pInputText id="finding-note" maxlength="500" [ngModel]="note()" (ngModelChange)="note.set($event)" name="note" /></div>
        </div>
        <div class="row">
          <button pButton type="submit" size="small" [disabled]="!ready()">Add the finding</button>
          <button pButton type="button" size="small" severity="secondary" [text]="true" (click)="adding.set(false)">Cancel</button>
        </div>
      </form>
    } @else {
      <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="adding.set(true)">Add what was found</button>
    }
  `,
  styles: `
    :host { display: block; margin-top: 12px; }
    .list li { padding: 6px 0 7px; border-bottom: 1px solid var(--hairline); }
    .list { margin-bottom: 10px; }
    .changed { font-size: 0.9rem; border-left: 3px solid var(--act); padding-left: 8px; margin-top: 3px; }
    form { border-top: 2px solid var(--ink); padding-top: 10px; }
    label { display: block; font-size: 0.87rem; color: var(--muted); margin-bottom: 2px; }
    input { width: 100%; }
    .row { margin-top: 10px; }
  `,
})
export class Findings {
  readonly #context = inject(JobContext);
  readonly #reading = inject(Reading);
  /** One planner per finding, kept while the page is open, so that typing replans only what changed. */
  readonly #planners: Planner[] = [];
  readonly #plannerAt = (index: number): Planner => (this.#planners[index] ??= createPlanner());
  protected readonly adding = signal(false);
  protected readonly extent = signal<Extent>('true extent');
  protected readonly length = signal<number | undefined>(undefined);
  protected readonly width = signal<number | undefined>(undefined);
  protected readonly shape = signal<Shape>('ellipse');
  protected readonly method = signal<string | undefined>('grind');
  protected readonly note = signal('');
  protected readonly ready = computed(() => this.length() !== undefined && this.width() !== undefined);

  /** The history may lag a moment behind the hand: what is typed elsewhere must not wait for it. */
  readonly #settled = toSignal(merge(this.#context.store.state$.pipe(first()), this.#context.store.state$.pipe(debounceTime(HISTORY_LAG_MS))));
  protected readonly history = computed(() => {
    const job = this.#settled()?.job;
    const shop = this.#context.shop();
    if (!job || !shop) return [];
    const reader = this.#reading.reader();
    return findingHistory(job, LIBRARY, shop, { now: 0, timeZone: TIME_ZONE }, this.#plannerAt).map(({ finding, changes, plan }, i, all) => {
      return {
        extent: finding.extent,
        size: saySize({ value: finding.size[0] }, { value: finding.size[1] }, reader),
        when: sayWhen(Date.parse(finding.at), Date.now()),
        how: [METHODS[finding.method ?? ''], finding.who, finding.note].filter(Boolean).join(' · '),
        changed: changes.map((c) => this.#words(c, reader)),
        before: all[i - 1]?.plan as { trace: Trace } | undefined,
        after: plan as { trace: Trace },
      };
    });
  });

  #words(c: Change, reader: Reader): { label: string; before: Said; after: Said } {
    return { label: c.label, before: [figure(c.before, reader)], after: [figure(c.after, reader)] };
  }

  protected add(event: Event): void {
    event.preventDefault();
    const [length, width] = [this.length(), this.width()];
    if (length === undefined || width === undefined) return;
    const who = this.#context.logStore.who;
    const note = this.note().trim();
    const finding: Finding = {
      at: new Date().toISOString(),
      extent: this.extent(),
      shape: this.shape(),
      size: [length, width],
      ...(this.method() ? { method: this.method() } : {}),
      ...(who ? { who } : {}),
      ...(note ? { note } : {}),
    };
    this.#context.store.update((d) => ({ ...d, damage: { ...d.damage, findings: [...(d.damage.findings ?? []), finding] } }));
    this.adding.set(false);
    this.length.set(undefined);
    this.width.set(undefined);
    this.note.set('');
  }
}
