import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { IDENTIFICATION_TESTS, figureIn, type Candidate, type Said } from '@nelbo/core';
import { SaidView } from '../../ui/said';
import { JobContext } from '../job-context';

const SHOWN = 6;

/** A short guide of safe tests: one at a time, each answer kept as evidence, every candidate kept alive until it is ruled out. */
@Component({
  selector: 'nb-identify-guide',
  imports: [ButtonModule, SaidView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="guide-head">
      <div class="spread"><h3 id="guide-head">What is it made of?</h3>@if (named()) {<button pButton type="button" size="small" severity="secondary" [text]="true" (click)="closed.emit()">Close</button>}</div>
      @if (test(); as t) {
        <p class="name">{{ t.name }}</p>
        <p>{{ t.how }}</p>
        @if (t.caution) {<p class="note-line caution">{{ t.caution }}</p>}
        <div class="answers">
          @for (o of t.outcomes; track o.id) {<button pButton type="button" severity="secondary" [outlined]="true" (click)="answer(o.id)">{{ o.says }}</button>}
        </div>
        <button pButton type="button" size="small" severity="secondary" [text]="true" (click)="skip()">Cannot tell, next test</button>
      } @else {<p>No further test of the guide would tell more.</p>}
      <p class="muted small">No flame and no burning: smoke of PVC and foam poisons, and one burn test in a hull is one too many.</p>
      @if (identity(); as i) {
        <h4>So far: <b>{{ i.sure }}</b></h4>
        <ul class="candidates">
          @for (c of shown(); track c.substrate.id) {
            <li>
              <span class="share"><nb-said [words]="share(c)" /></span>
              <span class="bar" aria-hidden="true"><span [style.width.%]="c.share.value * 100"></span></span>
              <span class="who"><b>{{ c.substrate.name }}</b><small>{{ c.substrate.recognised }}@if (c.against.length > 0) {. Against it: {{ names(c.against) }}}</small></span>
              <button pButton type="button" size="small" severity="secondary" [outlined]="true" [attr.aria-label]="'It is this: ' + c.substrate.name" (click)="name(c)">It is this</button>
            </li>
          }
        </ul>
        @if (more() > 0) {<p class="muted small">and {{ more() }} less likely</p>}
      }
      @if (evidence().length > 0) {
        <h4>Evidence</h4>
        <ul class="evidence">
          @for (e of evidence(); track $index) {<li><span>{{ e.name }}: <b>{{ e.says }}</b>@if (e.who) {<span class="muted">, {{ e.who }}</span>}</span><button pButton type="button" size="small" severity="secondary" [text]="true" [attr.aria-label]="'Take back: ' + e.name" (click)="takeBack($index)">take back</button></li>}
        </ul>
      }
    </section>
  `,
  styles: `
    section { border: 1.5px solid var(--ink); padding: 12px 14px; }
    .name { font-size: 1.1rem; font-weight: 700; margin-top: 4px; }
    .answers { display: flex; flex-wrap: wrap; gap: 8px; margin: 10px 0 6px; } .answers button { min-height: 44px; text-align: left; }
    .caution { border-color: var(--warn); margin-top: 6px; }
    h4 { margin: 12px 0 4px; font-size: 0.95rem; font-weight: 400; } h4 b { font-weight: 700; }
    .candidates li { display: grid; grid-template-columns: 52px 46px minmax(0, 1fr) auto; gap: 8px; align-items: center; padding: 5px 0; border-bottom: 1px solid var(--hairline); }
    .bar { height: 8px; border: 1px solid var(--ink); } .bar span { display: block; height: 100%; background: var(--ink); }
    .who small { display: block; color: var(--muted); font-size: 0.82rem; }
    .evidence li { display: flex; justify-content: space-between; gap: 8px; align-items: center; font-size: 0.93rem; }
  `,
})
export class IdentifyGuide {
  readonly closed = output<void>();
  readonly #context = inject(JobContext);
  readonly #skipped = signal<readonly string[]>([]);
  protected readonly identity = computed(() => this.#context.plan()?.identity);
  protected readonly named = computed(() => this.#context.document()?.hull.material !== undefined);
  readonly #done = computed(() => this.#context.document()?.hull.evidence ?? []);
  protected readonly evidence = computed(() =>
    this.#done().map((e) => ({
      name: IDENTIFICATION_TESTS[e.test]?.name ?? e.test,
      says: IDENTIFICATION_TESTS[e.test]?.outcomes[e.outcome]?.says ?? e.outcome,
      who: e.who,
    })),
  );
  readonly #next = computed(() => {
    const out = new Set([...this.#skipped(), ...this.#done().map((e) => e.test)]);
    const next = this.identity() ? this.identity()?.next : 'kind';
    if (next !== undefined && !out.has(next)) return next;
    // The best test was skipped: the next one that has not been.
    return next === undefined ? undefined : Object.keys(IDENTIFICATION_TESTS).find((t) => !out.has(t));
  });
  protected readonly test = computed(() => {
    const id = this.#next();
    const t = id === undefined ? undefined : IDENTIFICATION_TESTS[id];
    return (
      t && {
        ...t,
        outcomes: Object.entries(t.outcomes).map(([outcome, o]) => ({ id: outcome, says: o.says })),
      }
    );
  });
  protected readonly shown = computed(() => this.identity()?.candidates.slice(0, SHOWN) ?? []);
  protected readonly more = computed(() => (this.identity()?.candidates.length ?? 0) - this.shown().length);

  protected share(c: Candidate): Said {
    return [figureIn(c.share, '%', 0)];
  }

  protected names(tests: readonly string[]): string {
    return tests.map((t) => IDENTIFICATION_TESTS[t].name.toLowerCase()).join(', ');
  }

  protected answer(outcome: string): void {
    const test = this.#next();
    if (test === undefined) return;
    const who = this.#context.logStore.who;
    this.#setEvidence([
      ...this.#done(),
      { test, outcome, at: new Date().toISOString(), ...(who ? { who } : {}) },
    ]);
  }

  protected takeBack(index: number): void {
    this.#setEvidence(this.#done().filter((_, i) => i !== index));
  }

  protected skip(): void {
    const test = this.#next();
    if (test !== undefined) this.#skipped.update((s) => [...s, test]);
  }

  protected name(c: Candidate): void {
    this.#context.store.set('hull.material', c.substrate.id);
    this.closed.emit();
  }

  #setEvidence(evidence: readonly { test: string; outcome: string; at?: string; who?: string }[]): void {
    this.#context.store.update(({ hull: { evidence: _, ...hull }, ...d }) => ({
      ...d,
      hull: { ...hull, ...(evidence.length > 0 ? { evidence: [...evidence] } : {}) },
    }));
  }
}
