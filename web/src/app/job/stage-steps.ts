import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
} from '@angular/core';
import { orderRows, type OrderRow, type OrderTest, type Stage, type StepRow } from '@nelbo/core';
import { ButtonModule } from 'primeng/button';
import { Reading } from '../state/reading';
import { SaidView } from '../ui/said';
import { JobContext } from './job-context';
import { StopLineView } from './stop-line';

/**
 * The steps of a stage, numbered through the whole job: what comes next is open with everything that is needed at it,
 * the others are a line each and open by a tap. What a step is done on stands out in the drawings.
 */
@Component({
  selector: 'nb-stage-steps',
  imports: [ButtonModule, SaidView, StopLineView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (rows().length > 0) {
      <ol class="steps" aria-label="Steps">
        @for (r of rows(); track r.id) {
          @if (r.kind === 'wait') {
            <li class="wait"><span></span><span>wait <nb-said [words]="r.takes" />: {{ r.text }}<small>{{ r.until }}</small></span></li>
          } @else {
            <li [class.open]="r.id === open()" [class.ticked]="r.ticked" (pointerenter)="point(r.id)" (pointerleave)="point(open())">
              <button type="button" class="n" [attr.aria-expanded]="r.id === open()" [attr.aria-label]="'Step ' + r.n + ': ' + r.text" (click)="toggle(r.id)">{{ r.ticked ? '✓' : r.n }}</button>
              <div class="what">
                <p class="line"><b>{{ r.text }}</b>@if (r.figures.length > 0) {: <nb-said [words]="r.figures" />}@if (r.people) {&ngsp;<b class="people">{{ r.people }} people</b>}@if (r.cautions.length > 0 && r.id !== open()) {&ngsp;<span class="sign" role="img" aria-label="has a caution">!</span>}</p>
                @if (r.pot.length > 0) {<p class="pot"><nb-said [words]="r.pot" /></p>}
              </div>
              <span class="time"><nb-said [words]="r.work" /><small>{{ r.when }}</small></span>
              @if (r.stops.length > 0) {<div class="more">@for (s of r.stops; track s.id) {<nb-stop [stop]="s" [stage]="r.stage" />}</div>}
              @if (r.id === open()) {
              <div class="more">
                  @for (g of gatesOf(r); track g.text) {<p class="gate" [attr.data-status]="g.status">{{ g.status === 'broken' ? 'Too late: ' : '' }}{{ g.text }}<small>{{ g.status }}</small></p>}
                  @for (c of r.cautions; track c) {<p class="caution">{{ c }}</p>}
                  <p class="muted small">Done when: {{ r.done }}{{ r.photo ? '; photograph it' : '' }}</p>
                  @for (t of r.tests; track t.test) {
                    <p class="test"><span>{{ t.test }}<small>{{ t.pass }}</small></span>
                      @if (t.result) {<b class="ok">{{ t.result }}</b>} @else if (passed().has(line(t))) {<b class="ok">passed</b>} @else {<button pButton type="button" size="small" severity="secondary" [outlined]="true" [attr.aria-label]="'Passed: ' + t.test" (click)="pass(r.stage, t)">Passed</button>}
                    </p>
                  }
                  @if (r.fails; as f) {<p class="fails"><b>If {{ f.when }}:</b> {{ f.text }} <small>{{ f.takes }}</small></p>}
              </div>
              }
            </li>
          }
        }
      </ol>
    }
  `,
  styles: `
    :host { display: block; }
    .steps { margin: 12px 0 18px; border-top: 1px solid var(--hairline); }
    li { display: grid; grid-template-columns: 30px minmax(0, 1fr) auto; gap: 8px; padding: 5px 0; border-bottom: 1px solid var(--hairline); align-items: start; }
    .n { width: 30px; min-height: 28px; border: 0; background: none; color: var(--muted); font: inherit; font-weight: 700; cursor: pointer; padding: 0; text-align: center; }
    .n:hover { color: var(--act); }
    .line { line-height: 1.35; padding-top: 3px; } li:not(.open) .line b { font-weight: 600; }
    .open { background: var(--paper); border-left: 3px solid var(--act); padding-left: 3px; } .open .n { color: var(--act); }
    .ticked { color: var(--muted); } .ticked .n { color: var(--wait); }
    .time { text-align: right; font-weight: 600; padding-top: 3px; white-space: nowrap; } small { display: block; color: var(--muted); font-size: 0.84rem; font-weight: 400; }
    .wait { color: var(--wait); font-style: italic; } .wait small { color: inherit; }
    .pot { border-left: 3px solid var(--ink); padding-left: 8px; margin-top: 5px; } .gate { margin-top: 5px; border-left: 3px dotted var(--wait); padding-left: 8px; }
    .gate[data-status='broken'] { border-left: 4px solid var(--act); font-weight: 700; }
    .caution { border-left: 3px solid var(--warn); padding-left: 8px; margin-top: 5px; font-size: 0.93rem; } .muted { margin-top: 5px; }
    .fails { margin-top: 5px; font-size: 0.93rem; } .fails small { color: var(--muted); }
    .test { display: flex; justify-content: space-between; gap: 10px; align-items: center; margin-top: 6px; }
    .more { grid-column: 2 / -1; padding-right: 8px; }
    .ok { color: var(--wait); } .people { color: var(--act); white-space: nowrap; }
    .sign { display: inline-block; color: #fff; background: var(--warn); border-radius: 50%; width: 1.15em; height: 1.15em; line-height: 1.15em; text-align: center; font-size: 0.85em; font-weight: 700; }
    @media (max-width: 1000px) { .n { width: 48px; min-height: 48px; } li { grid-template-columns: 48px minmax(0, 1fr) auto; } }
  `,
})
export class StageSteps {
  readonly stage = input.required<Stage>();
  readonly #context = inject(JobContext);
  readonly #reading = inject(Reading);
  protected readonly rows = computed<readonly OrderRow[]>(() => {
    const plan = this.#context.plan();
    if (!plan) return [];
    return orderRows(plan, this.#reading.reader(), this.#context.stops()).filter(
      (r) => r.stage === this.stage(),
    );
  });
  /** What somebody opened, or closed, while this stage is shown; a forecast that comes in leaves it so. */
  readonly #chosen = linkedSignal<Stage, { readonly step: string | undefined } | undefined>({
    source: () => this.stage(),
    computation: () => undefined,
  });
  /** What comes next is open until another is. */
  protected readonly open = computed(() => {
    const todo = this.rows().flatMap((r) => (r.kind === 'step' && !r.ticked ? [r.id] : []));
    const chosen = this.#chosen();
    const shown = this.rows().some((r) => r.id === chosen?.step);
    return chosen && (shown || chosen.step === undefined) ? chosen.step : todo.at(0);
  });
  /** A test may have been passed while it stood at another stage. */
  protected readonly passed = computed(() => new Set(this.#context.log().map((e) => e.text)));

  constructor() {
    // What comes next is lit without a touch.
    effect(() => this.point(this.open()));
    inject(DestroyRef).onDestroy(() => this.point(undefined));
  }

  /** What is waited for stands as a line of its own before the step. */
  protected gatesOf(row: StepRow): StepRow['gates'] {
    return row.gates.filter((g) => g.kind !== 'waited');
  }

  protected toggle(id: string): void {
    this.#chosen.set({ step: this.open() === id ? undefined : id });
  }

  protected point(id: string | undefined): void {
    this.#context.step.set(id);
  }

  protected line(t: OrderTest): string {
    return `Passed: ${t.test} (${t.pass}).`;
  }

  protected pass(stage: Stage, t: OrderTest): void {
    this.#context.logStore.add(stage, this.#context.logStore.who, this.line(t));
  }
}
