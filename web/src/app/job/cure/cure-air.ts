import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import type { LoggerFile } from '@nelbo/core/cure';
import { TIME_ZONE } from '../../state/reading';
import { ChoiceFieldView } from '../../ui/choice-field';
import { QuantityFieldView } from '../../ui/quantity-field';
import { sayWhen } from '../../ui/when';
import { HeavyWork } from '../../workers/heavy-work';
import { JobContext } from '../job-context';

const HOUR = 3_600_000;
/** Half hours that the start can be dragged back and forth. */
const BACK = 24;
const FORTH = 96;

/** What the air does, what warms the work, and when it begins. */
@Component({
  selector: 'nb-cure-air',
  imports: [ButtonModule, ChoiceFieldView, QuantityFieldView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (movable()) {
      <div class="start">
        <label for="cure-start">Start <b>{{ startText() }}</b></label>
        <input id="cure-start" type="range" [min]="-back" [max]="forth" step="1" [value]="shift()" (input)="drag($event)" [attr.aria-valuetext]="startText()" />
      </div>
    }
    <div class="fields">
      <nb-quantity path="conditions.temperature" [value]="doc()?.conditions?.temperature" [assumed]="inputs()?.temperature" (changed)="set('conditions.temperature', $event)" />
      <nb-quantity path="conditions.humidity" [value]="doc()?.conditions?.humidity" [assumed]="inputs()?.humidity" (changed)="set('conditions.humidity', $event)" />
      <nb-choice path="conditions.air" [value]="doc()?.conditions?.air" assumed="steady" (changed)="set('conditions.air', $event)" />
      <nb-choice path="conditions.place" [value]="doc()?.conditions?.place" assumed="shop" (changed)="set('conditions.place', $event)" />
      @switch (doc()?.conditions?.air) {
        @case ('day and night') {
          <nb-quantity path="conditions.low" [value]="doc()?.conditions?.low" (changed)="set('conditions.low', $event)" />
          <nb-quantity path="conditions.high" [value]="doc()?.conditions?.high" (changed)="set('conditions.high', $event)" />
        }
        @case ('readings') {
          <div class="wide">
            <p class="small">{{ readingsText() }}</p>
            <label pButton class="p-button p-button-sm p-button-outlined p-button-secondary file"><input type="file" accept=".csv,.txt,.tsv,text/csv,text/plain" class="visually-hidden" (change)="read($event)" />Import a logger's file</label>
            @if (reading()) {<p role="status" class="small muted">Reading the file …</p>}
            @if (file(); as f) {
              @if (f.refused) {<p class="note-line warn" role="alert">{{ f.refused }} The readings that stood here are kept.</p>} @else {<p class="note-line" role="status">{{ f.rows }} readings: {{ f.taken.join(', ') }}.</p>}
              @for (l of f.left; track l) {<p class="note-line warn">{{ l }}.</p>}
            }
          </div>
        }
      }
      @if (outdoors()) {
        <nb-choice path="conditions.sky" [value]="doc()?.conditions?.sky" assumed="cloud" (changed)="set('conditions.sky', $event)" />
        <nb-choice path="conditions.sun" [value]="doc()?.conditions?.sun" assumed="no" (changed)="set('conditions.sun', $event)" />
      }
      <nb-choice path="warmth.kind" [value]="doc()?.warmth?.kind" assumed="none" (changed)="set('warmth.kind', $event)" />
      @if (warmed(); as kind) {
        <nb-choice path="warmth.from" [value]="doc()?.warmth?.from" assumed="gel" (changed)="set('warmth.from', $event)" />
        @if (kind === 'lamp') {
          <nb-quantity path="warmth.power" [value]="doc()?.warmth?.power" (changed)="set('warmth.power', $event)" />
          <nb-quantity path="warmth.distance" [value]="doc()?.warmth?.distance" (changed)="set('warmth.distance', $event)" />
        } @else {<nb-quantity path="warmth.temperature" [value]="doc()?.warmth?.temperature" (changed)="set('warmth.temperature', $event)" />}
        <nb-quantity path="warmth.hours" [value]="doc()?.warmth?.hours" (changed)="set('warmth.hours', $event)" />
      }
      <nb-quantity path="cure.service" [value]="doc()?.cure?.service" (changed)="set('cure.service', $event)" />
      <nb-choice path="cure.postCure" [value]="doc()?.cure?.postCure" assumed="no" (changed)="set('cure.postCure', $event)" />
      @if (doc()?.cure?.postCure === 'yes') {
        <nb-quantity path="cure.hold" [value]="doc()?.cure?.hold" (changed)="set('cure.hold', $event)" />
        <nb-quantity path="cure.hours" [value]="doc()?.cure?.hours" (changed)="set('cure.hours', $event)" />
      }
    </div>
  `,
  styles: `
    :host { display: block; margin-top: 14px; }
    .start { margin-bottom: 12px; } .start label { display: block; } .start input { width: 100%; accent-color: var(--ink); height: 28px; }
    .file { cursor: pointer; } .file:focus-within { outline: 2px solid var(--act); outline-offset: 2px; } .note-line { margin-top: 6px; }
    .wide { grid-column: 1 / -1; }
  `,
})
export class CureAir {
  readonly #context = inject(JobContext);
  readonly #heavy = inject(HeavyWork);
  protected readonly doc = this.#context.document;
  protected readonly inputs = computed(() => this.#context.plan()?.inputs);
  protected readonly back = BACK;
  protected readonly forth = FORTH;
  protected readonly file = signal<LoggerFile | undefined>(undefined);
  protected readonly reading = signal(false);

  /** What is under way is not begun at another hour. */
  protected readonly movable = computed(
    () => (this.doc()?.schedule?.done ?? []).length === 0 && this.#context.plan()?.timeline !== undefined,
  );
  readonly #now = computed(() => Math.round((this.#context.state()?.now ?? 0) / (HOUR / 2)) * (HOUR / 2));
  readonly #start = computed(() =>
    this.doc()?.schedule?.start ? Date.parse(this.doc()?.schedule?.start ?? '') : this.#now(),
  );
  protected readonly shift = computed(() => Math.round((this.#start() - this.#now()) / (HOUR / 2)));
  protected readonly startText = computed(() => sayWhen(this.#start(), this.#now()));
  protected readonly outdoors = computed(() =>
    ['open air', 'beach'].includes(this.doc()?.conditions?.place ?? ''),
  );
  protected readonly warmed = computed(() => {
    const kind = this.doc()?.warmth?.kind;
    return kind && kind !== 'none' ? kind : undefined;
  });
  protected readonly readingsText = computed(() => {
    const n = this.doc()?.conditions?.readings?.length ?? 0;
    return n === 0
      ? 'No readings yet.'
      : `${n} readings, ${sayWhen(Date.parse(this.doc()?.conditions?.readings?.[0].at ?? ''), this.#now())} to ${sayWhen(Date.parse(this.doc()?.conditions?.readings?.[n - 1].at ?? ''), this.#now())}.`;
  });

  protected set(path: string, value: unknown): void {
    this.#context.store.set(path, value);
  }

  protected drag(event: Event): void {
    const halves = Number((event.target as HTMLInputElement).value);
    this.set('schedule.start', new Date(this.#now() + (halves * HOUR) / 2).toISOString());
  }

  protected async read(event: Event): Promise<void> {
    const input = event.target as HTMLInputElement;
    const chosen = input.files?.[0];
    input.value = '';
    if (!chosen) return;
    this.reading.set(true);
    const text = await chosen.text();
    this.#heavy.logger(text, TIME_ZONE).subscribe({
      next: (file) => {
        this.reading.set(false);
        this.file.set(file);
        if (!file.refused)
          this.set(
            'conditions.readings',
            file.readings.map((r) => ({
              at: new Date(r.at).toISOString(),
              temperature: r.temperature,
              ...(r.humidity === undefined ? {} : { humidity: r.humidity }),
            })),
          );
      },
      error: () => {
        this.reading.set(false);
        this.file.set({
          readings: [],
          rows: 0,
          left: [],
          taken: [],
          refused: 'The file could not be read here.',
        });
      },
    });
  }
}
