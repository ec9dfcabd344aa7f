import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { overriddenBy, sayIn, setIn, tellLift, type Stage, type StopLine } from '@nelbo/core';
import { ButtonModule } from 'primeng/button';
import { Reading } from '../state/reading';
import { sentence } from '../ui/words';
import { JobContext } from './job-context';

let serial = 0;

/**
 * A STOP at its step: a red octagon, why, the edit that lifts it, and, where nobody can be hurt, somebody who takes it on
 * himself with a reason that goes into the log.
 */
@Component({
  selector: 'nb-stop',
  imports: [ButtonModule, FormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stop" [class.over]="stop().override" role="note">
      <span class="sign">STOP</span>
      <div class="words">
        <p>{{ whole(stop().text) }}</p>
        @if (stop().override; as o) {
          <p class="by">{{ whole(by(o)) }} <button type="button" class="link" (click)="takeBack()">Take it back</button></p>
        } @else if (asked()) {
          <form (ngSubmit)="take()">
            <label [for]="id + '-who'">Who</label>
            <input [id]="id + '-who'" name="who" maxlength="80" autocomplete="name" [ngModel]="who()" (ngModelChange)="who.set($event)" [attr.list]="id + '-crew'" />
            <datalist [id]="id + '-crew'">@for (c of context.crew(); track c) {<option [value]="c"></option>}</datalist>
            <label [for]="id + '-why'">Reason</label>
            <input [id]="id + '-why'" name="why" maxlength="400" [ngModel]="reason()" (ngModelChange)="reason.set($event)" />
            @if (missing()) {<p class="missing" role="alert">{{ missing() }}</p>}
            <div class="row"><button pButton type="submit" size="small" severity="danger" [outlined]="true">Go on all the same</button><button pButton type="button" size="small" severity="secondary" [text]="true" (click)="asked.set(false)">Cancel</button></div>
          </form>
        } @else {
          <div class="row">
            @if (stop().lift; as lift) {<button pButton type="button" size="small" class="act" (click)="lifted()">{{ liftWords() }}</button>}
            @if (stop().overridable) {<button pButton type="button" size="small" severity="secondary" [text]="true" (click)="asked.set(true)">Override…</button>}
          </div>
        }
      </div>
    </div>
  `,
  styles: `
    :host { display: block; }
    .stop { display: grid; grid-template-columns: auto minmax(0, 1fr); gap: 10px; align-items: start; border: 1px solid var(--act); border-left-width: 5px; background: var(--sheet); padding: 7px 10px; margin-top: 6px; }
    .sign { background: var(--act); color: #fff; font-weight: 700; font-size: 0.78rem; letter-spacing: 0.03em; width: 46px; height: 46px; display: grid; place-items: center; clip-path: polygon(30% 0, 70% 0, 100% 30%, 100% 70%, 70% 100%, 30% 100%, 0 70%, 0 30%); }
    .over { border-color: var(--hairline); border-left-color: var(--muted); } .over .sign { background: var(--muted); }
    .row { display: flex; gap: 8px; flex-wrap: wrap; margin-top: 6px; }
    .by { margin-top: 4px; color: var(--muted); } .link { border: 0; background: none; padding: 0; color: var(--act); font: inherit; text-decoration: underline; cursor: pointer; }
    form { margin-top: 6px; display: grid; grid-template-columns: auto minmax(0, 1fr); gap: 5px 8px; align-items: center; } form .row, .missing { grid-column: 2; margin-top: 0; }
    label { font-size: 0.87rem; color: var(--muted); } input { min-height: 32px; min-width: 0; }
    .missing { color: var(--act); font-size: 0.9rem; }
    @media (max-width: 1000px) { button, input { min-height: 48px; } }
  `,
})
export class StopLineView {
  readonly stop = input.required<StopLine>();
  readonly stage = input.required<Stage>();
  protected readonly context = inject(JobContext);
  readonly #reading = inject(Reading);
  protected readonly id = `stop-${(serial += 1)}`;
  protected readonly whole = sentence;
  protected readonly by = overriddenBy;
  protected readonly asked = signal(false);
  protected readonly who = signal(this.context.logStore.who);
  protected readonly reason = signal('');
  protected readonly missing = signal('');
  protected readonly liftWords = computed(() => {
    const { lift } = this.stop();
    return lift
      ? tellLift(lift, (c) => sayIn({ value: c }, '°C', 0, this.#reading.reader()).replace(' ', '\u00a0'))
      : '';
  });

  /** The edit that lifts it; the job is planned again at once. */
  protected lifted(): void {
    const { lift } = this.stop();
    if (!lift) return;
    this.context.store.update((d) =>
      lift.changes.reduce((document, [path, value]) => setIn(document, path, value), d),
    );
  }

  protected take(): void {
    const [who, reason] = [this.who().trim(), this.reason().trim()];
    const missing =
      who === '' ? 'Say who goes on.' : reason === '' ? 'Say why: it goes into the record.' : '';
    this.missing.set(missing);
    if (missing !== '') return;
    const { id, text } = this.stop();
    const at = new Date().toISOString();
    this.context.store.update((d) => ({
      ...d,
      overrides: [...(d.overrides ?? []).filter((o) => o.stop !== id), { stop: id, reason, who, at }],
    }));
    this.context.logStore.add(this.stage(), who, `STOP overridden: ${text}. Reason: ${reason}`);
    this.asked.set(false);
  }

  protected takeBack(): void {
    const { id, override } = this.stop();
    this.context.store.update((d) => ({
      ...d,
      overrides: (d.overrides ?? []).filter((o) => o.stop !== id),
    }));
    this.context.logStore.add(this.stage(), override?.who ?? '', 'STOP stands again.');
  }
}
