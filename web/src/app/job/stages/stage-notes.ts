import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { GENERAL_CAUTION, guidanceFor, type Stage } from '@nelbo/core';
import { ButtonModule } from 'primeng/button';
import { JobContext } from '../job-context';

/** Cautions and the acceptance tests of a stage; a passed test goes into the log. */
@Component({
  selector: 'nb-stage-notes',
  imports: [ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (c of guidance().cautions; track c) {<p class="note-line caution">{{ c }}</p>}
    @if (guidance().acceptance.length > 0) {
      <h3>Before it goes on</h3>
      <ul>
        @for (a of guidance().acceptance; track a.test) {
          <li>
            <span>{{ a.test }}<small>{{ a.pass }}</small></span>
            @if (passed().has(line(a))) {<b class="ok">passed</b>} @else {
              <button pButton type="button" size="small" severity="secondary" [outlined]="true" [attr.aria-label]="'Passed: ' + a.test" (click)="pass(line(a))">Passed</button>
            }
          </li>
        }
      </ul>
    }
    @if (stage() === 'survey') {<p class="muted small general">{{ general }}</p>}
  `,
  styles: `
    :host { display: block; margin-top: 16px; }
    .note-line { margin-top: 8px; }
    .caution { border-color: var(--warn); }
    h3 { margin: 18px 0 2px; }
    li { display: flex; justify-content: space-between; gap: 12px; align-items: center; padding: 6px 0; border-bottom: 1px solid var(--hairline); }
    small { display: block; color: var(--muted); font-size: 0.87rem; }
    .ok { color: var(--wait); }
    .general { margin-top: 16px; }
  `,
})
export class StageNotes {
  readonly stage = input.required<Stage>();
  readonly #context = inject(JobContext);
  protected readonly general = GENERAL_CAUTION;
  protected readonly guidance = computed(() => {
    const plan = this.#context.plan();
    return plan ? guidanceFor(this.stage(), plan) : { cautions: [], acceptance: [] };
  });
  protected readonly passed = computed(
    () =>
      new Set(
        this.#context
          .log()
          .filter((e) => e.stage === this.stage())
          .map((e) => e.text),
      ),
  );

  protected line(a: { test: string; pass: string }): string {
    return `Passed: ${a.test} (${a.pass}).`;
  }

  protected pass(line: string): void {
    this.#context.logStore.add(this.stage(), this.#context.logStore.who, line);
  }
}
