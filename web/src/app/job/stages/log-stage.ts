import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ButtonModule } from 'primeng/button';
import { InputTextModule } from 'primeng/inputtext';
import { TextareaModule } from 'primeng/textarea';
import { LONGEST_ENTRY, STAGES, STAGE_TITLES, type Stage } from '@nelbo/core';
import { sayWhen } from '../../ui/when';
import { typed } from '../../state/typed';
import { JobContext } from '../job-context';
import { StageHead } from './stage-head';

/** The record: entries tied to a stage, with who and when. They can be added and never changed. */
@Component({
  selector: 'nb-log-stage',
  imports: [FormsModule, ButtonModule, InputTextModule, TextareaModule, StageHead],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nb-stage-head stage="log" />
    <form (submit)="add($event)" aria-label="New log entry">
      <div class="fields">
        <div>
          <label class="label" for="log-stage">About</label>
          <select class="list" id="log-stage" [ngModel]="about()" (ngModelChange)="about.set($event)" name="about">@for (s of stages; track s.value) {<option [value]="s.value">{{ s.label }}</option>}</select>
        </div>
        <div>
          <label class="label" for="log-who">Who</label>
          <input pInputText id="log-who" list="log-crew" maxlength="80" autocomplete="off" placeholder="name" [ngModel]="who()" (ngModelChange)="who.set($event)" name="who" />
          <datalist id="log-crew">@for (c of crew(); track c) {<option [value]="c"></option>}</datalist>
        </div>
        <div class="wide">
          <label class="label" for="log-text">What was done or seen</label>
          <textarea pTextarea id="log-text" rows="3" [maxLength]="longest" [ngModel]="text()" (ngModelChange)="type($event)" name="text"></textarea>
          @if (text().length >= longest) {<p class="full" role="status">{{ longest }} characters fit into one entry: go on in a second one.</p>}
        </div>
      </div>
      <button pButton type="submit" [disabled]="text().trim() === ''">Log it</button>
    </form>
    <ol>
      @for (e of entries(); track e.id) {
        <li>
          <div class="spread"><b>{{ title(e.stage) }}</b><span class="muted small">{{ when(e.at) }} · {{ e.who }}@if (e.refused) { · <span class="pending">not taken: {{ e.refused }}</span>} @else if (e.pending) { · <span class="pending">not stored yet</span>}</span></div>
          <p>{{ e.text }}</p>
        </li>
      } @empty {<li class="muted">Nothing logged yet.</li>}
    </ol>
  `,
  styles: `
    form { padding-bottom: 14px; border-bottom: 2px solid var(--ink); }
    .label { display: block; font-size: 0.87rem; color: var(--muted); margin-bottom: 2px; }
    textarea, input { width: 100%; } textarea { resize: vertical; }
    button { margin-top: 10px; }
    li p { white-space: pre-line; overflow-wrap: anywhere; }
    li { padding: 9px 0; border-bottom: 1px solid var(--hairline); }
    .full { color: var(--act); font-size: 0.87rem; }
    .pending { color: var(--act); font-weight: 700; }
  `,
})
export class LogStage {
  protected readonly longest = LONGEST_ENTRY;
  readonly #context = inject(JobContext);
  protected readonly stages = STAGES.map((s) => ({ value: s, label: STAGE_TITLES[s] }));
  protected readonly about = signal<Stage>('survey');
  protected readonly who = signal(this.#context.logStore.who);
  readonly #key = computed(() => `log.${this.#context.id()}`);
  protected readonly text = signal('');
  protected readonly crew = computed(() => [...this.#context.crew()]);
  /** The newest first, as a person reads back. */
  protected readonly entries = computed(() =>
    [...this.#context.log()].sort((a, b) => Date.parse(b.at) - Date.parse(a.at)),
  );

  constructor() {
    const done = this.#context.document()?.schedule?.done ?? [];
    this.about.set(STAGES.find((s) => !done.some((d) => d.stage === s)) ?? 'log');
    // An entry that was being written when the page went.
    effect(() => this.text.set(typed.get<string>(this.#key()) ?? ''));
  }

  protected type(text: string): void {
    this.text.set(text);
    typed.set(this.#key(), text || undefined);
  }

  protected title(stage: Stage): string {
    return STAGE_TITLES[stage];
  }

  protected when(at: string): string {
    return sayWhen(Date.parse(at), Date.now());
  }

  protected add(event: Event): void {
    event.preventDefault();
    const text = this.text().trim();
    if (!text) return;
    this.#context.logStore.add(this.about(), this.who().trim(), text);
    this.type('');
  }
}
