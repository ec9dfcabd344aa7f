import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { ButtonModule } from 'primeng/button';
import { InputTextModule } from 'primeng/inputtext';
import { SelectButtonModule } from 'primeng/selectbutton';
import type { CheckId, CheckResult } from '@nelbo/core';
import { CHECK_RESULTS, checkStands, type Checked } from '@nelbo/core/finish';
import { QuantityFieldView } from '../../ui/quantity-field';
import { sayWhen } from '../../ui/when';
import { JobContext } from '../job-context';

const RESULTS = (Object.keys(CHECK_RESULTS) as CheckResult[]).map((value) => ({
  value,
  label: { pass: 'Passes', fail: 'Fails', deferred: 'Later' }[value],
}));

/** The list that is gone through before a finish is handed over, and its signature. */
@Component({
  selector: 'nb-finish-check',
  imports: [ButtonModule, FormsModule, InputTextModule, QuantityFieldView, RouterLink, SelectButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="check-head">
      <h3 id="check-head">Finish check</h3>
      @if (signed(); as s) {<p class="note-line good"><b>Signed</b> by {{ s.who }}, {{ when(s.at) }}. A change below takes the signature off.</p>}
      <ul>
        @for (c of items(); track c.id) {
          <li [class.fail]="c.result === 'fail'">
            <p class="spread"><b>{{ c.name }}</b><span class="small">{{ c.mark }}</span></p>
            <p class="small muted">{{ c.how }}</p>
            <div class="answer">
              @if (c.reads; as r) {<nb-quantity [path]="'check.items.' + r.as" [label]="r.label" [value]="c.answer?.[r.as]" (changed)="read(c, $event)" />}
              <p-selectbutton [options]="results" optionLabel="label" optionValue="value" [ngModel]="c.result" (ngModelChange)="answer(c, { result: $event ?? undefined })" size="small" [ariaLabel]="c.name" />
            </div>
            @if (c.result === 'fail' || c.result === 'deferred') {<label class="small">{{ c.result === 'fail' ? 'What is to be done' : 'What is left, and until when' }}<input pInputText maxlength="200" [ngModel]="c.answer?.note ?? ''" (ngModelChange)="answer(c, { note: $event || undefined })" [attr.aria-label]="'Note: ' + c.name" /></label>}
          </li>
        }
      </ul>
      @if (!signed()) {
        <div class="row">
          <label class="small">Signed by<input pInputText maxlength="80" [ngModel]="who()" (ngModelChange)="who.set($event)" aria-label="Signed by" /></label>
          <button pButton type="button" class="act" [disabled]="stands().open > 0 || !who().trim()" (click)="sign()">Sign the check</button>
        </div>
        <p class="small muted" role="status">{{ missing() }}</p>
      } @else {<p class="small"><a [routerLink]="['/jobs', context.state()?.id, 'work-order']">On the work order</a> · <a [routerLink]="['/jobs', context.state()?.id, 'owner']">For the owner</a></p>}
    </section>
  `,
  styles: `
    :host { display: block; margin-top: 22px; } h3 { border-bottom: 1px solid var(--hairline); padding-bottom: 3px; } ul { padding: 0; margin: 0; list-style: none; }
    li { padding: 8px 0; border-bottom: 1px solid var(--hairline); } li.fail { border-left: 3px solid var(--act); padding-left: 9px; } .answer { display: flex; gap: 12px; align-items: end; margin-top: 4px; flex-wrap: wrap; } .answer nb-quantity { flex: 1 1 130px; max-width: 190px; } p-selectbutton { margin-left: auto; }
    label { display: block; margin-top: 6px; } input { width: 100%; } .row { display: flex; gap: 12px; align-items: end; margin-top: 12px; } .row label { flex: 1; margin: 0; } .good { border-color: var(--wait); }
  `,
})
export class FinishCheck {
  protected readonly context = inject(JobContext);
  protected readonly results = RESULTS;
  protected readonly who = signal(inject(JobContext).logStore.who);
  readonly #finish = computed(() => this.context.plan()?.finish);
  protected readonly items = computed(() => this.#finish()?.checks ?? []);
  protected readonly signed = computed(() => this.#finish()?.signed);
  protected readonly stands = computed(() => checkStands(this.items()));
  protected readonly missing = computed(() => {
    const { open, failed, deferred } = this.stands();
    if (open > 0) return `${open} of ${this.items().length} still to look at.`;
    const told = [
      failed > 0
        ? `${failed} ${failed === 1 ? 'fails' : 'fail'}: it may be signed as it is, and the paper says so`
        : '',
      deferred.length > 0 ? `left for later: ${deferred.join(', ').toLowerCase()}` : '',
    ].filter(Boolean);
    return told.length > 0 ? `${told.join('; ')}.` : 'Everything passes.';
  });

  protected when(at: string): string {
    return sayWhen(Date.parse(at));
  }

  protected read(item: Checked, value: number | undefined): void {
    if (item.reads) this.answer(item, { [item.reads.as]: value });
  }

  protected answer(
    item: Checked,
    change: {
      readonly result?: CheckResult;
      readonly gap?: number;
      readonly film?: number;
      readonly number?: number;
      readonly note?: string;
    },
  ): void {
    const answers = this.context.state()?.job?.check?.items ?? [];
    const before = answers.find((a) => a.check === item.id) ?? { check: item.id as CheckId };
    // A new reading is judged by its mark again.
    const judged = item.reads && item.reads.as in change ? { ...before, result: undefined } : before;
    const next = Object.fromEntries(
      Object.entries({ ...judged, ...change }).filter(([, v]) => v !== undefined),
    ) as typeof before;
    this.context.store.set('check', { items: [...answers.filter((a) => a.check !== item.id), next] });
  }

  protected sign(): void {
    const who = this.who().trim();
    const { failed, deferred } = this.stands();
    const at = new Date().toISOString();
    // What the marks decided is written down as decided.
    const items = this.items().map((c) => ({ ...(c.answer ?? {}), check: c.id, result: c.result }));
    this.context.store.set('check', { items, who, at });
    const faults = [
      failed > 0 ? `${failed} failed` : '',
      deferred.length > 0 ? `left for later: ${deferred.join(', ').toLowerCase()}` : '',
    ]
      .filter(Boolean)
      .join('; ');
    const off = this.items().find((c) => c.id === 'colour')?.answer?.number;
    this.context.logStore.add('finish', who, `Finish check signed: ${faults || 'everything passes'}.`, {
      kind: 'checked',
      ...(off === undefined ? {} : { deltaE: off }),
    });
  }
}
