import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { sayIn, type FairingRound } from '@nelbo/core';
import { sizeRead, sizeToRead } from '@nelbo/core/finish';
import { Reading } from '../../state/reading';
import { ChoiceFieldView } from '../../ui/choice-field';
import { FigureView } from '../../ui/figure';
import { QuantityFieldView } from '../../ui/quantity-field';
import { CureWindows } from '../cure/cure-windows';
import { FillerTable } from '../fair/filler-table';
import { GapEntry } from '../fair/gap-entry';
import { Papers } from '../fair/papers';
import { JobContext } from '../job-context';
import { PartsTable } from './parts-table';
import { SandingTable } from './sanding-table';
import { StageHead } from './stage-head';

/** A job keeps so many rounds; the oldest goes first. */
const MOST_ROUNDS = 12;

/** The surface as read, filler for it, and the papers to what the finish wants. */
@Component({
  selector: 'nb-fair-stage',
  imports: [
    ButtonModule,
    ChoiceFieldView,
    CureWindows,
    FillerTable,
    GapEntry,
    Papers,
    QuantityFieldView,
    StageHead,
    FigureView,
    PartsTable,
    SandingTable,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nb-stage-head stage="fair" />
    @if (fair(); as f) {
      @if (reading(); as mode) {
        <h3>{{ mode === 'again' ? 'Correct round ' + rounds().length : 'Round ' + (rounds().length + 1) }}: gaps under the {{ edge() }}</h3>
        <p class="small muted">{{ edgeWords() }}</p>
        <nb-gap-entry [size]="size()" [again]="mode === 'again' ? rounds().at(-1) : undefined" (kept)="keep($event)" (cancelled)="reading.set(undefined)" />
      } @else {
        @if (f.surface; as s) {
          <dl class="figures">
            <div><dt>Deepest low</dt><dd><nb-figure [figure]="s.deepest" as="mm" [decimals]="1" /></dd></div>
            <div><dt>Filler to level</dt><dd><nb-figure [figure]="s.fill" as="ml" [decimals]="0" /></dd></div>
            <div><dt>Rounds to come</dt><dd><nb-figure [figure]="f.rounds" [bare]="true" /></dd></div>
          </dl>
          @if (s.fair) {<p class="note-line good"><b>Fair.</b> Nothing is off by more than <nb-figure [figure]="f.tolerance" as="mm" [decimals]="2" class="plain" />: go on to the papers.</p>}
          @else {<p class="lead">{{ s.highs > 0 ? (f.rounds.value === 0 ? 'Cut the highs, then read it again.' : 'Cut the highs first, then fill.') : f.rounds.value === 1 ? 'Fill, level, and read it again: one round should do.' : 'Fill, level, and read it again.' }} @if (f.rounds.span; as span) {@if (span[0] !== span[1]) {Between {{ span[0] }} and {{ span[1] }} rounds.}}</p>}
        } @else {
          <dl class="figures">
            <div><dt>Filler to mix</dt><dd><nb-figure [figure]="f.volume" /></dd></div>
            <div><dt>Over the glass</dt><dd><nb-figure [figure]="f.depth" as="mm" [decimals]="2" /></dd></div>
            <div><dt>Sand after</dt><dd><nb-figure [figure]="f.milestones.sand" /></dd></div>
          </dl>
          <p class="lead">Planned from the laminate. Read the gaps, and the filler, the rounds and the hours follow from them.</p>
        }
        <div class="row">
          <button pButton type="button" class="act" (click)="reading.set('new')">{{ rounds().length === 0 ? 'Read the surface' : 'Read it again' }}</button>
          @if (rounds().length > 0) {<button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="reading.set('again')">Correct round {{ rounds().length }}</button><button pButton type="button" size="small" severity="secondary" [text]="true" (click)="drop()">Take round {{ rounds().length }} out</button>}
        </div>
        <p class="small block"><b>Block:</b> {{ f.block.name }}, <nb-figure [figure]="f.block.length" as="mm" [decimals]="0" class="plain" />@if (f.surface?.radius; as r) {; the hull’s radius is <nb-figure [figure]="r" class="plain" />, where a rigid one stands off <nb-figure [figure]="f.block.sag" as="mm" [decimals]="2" class="plain" />}. {{ f.block.bridges ? 'It bridges the widest low.' : 'It is shorter than the widest low: check with the batten, not by the block.' }} Spread <nb-figure [figure]="f.margin" as="mm" [decimals]="0" class="plain" /> beyond each low, along the hull.</p>
        @if (!done()) {
          <h3>{{ product() }}</h3>
          <p class="small muted">{{ how() }} Leave it <nb-figure [figure]="f.overfill" as="mm" [decimals]="1" class="plain" /> proud; <nb-figure [figure]="f.coats" class="plain" /> {{ f.coats.value === 1 ? 'coat' : 'coats' }}, mixed in <nb-figure [figure]="f.batches" class="plain" /> {{ f.batches.value === 1 ? 'batch' : 'batches' }}. Use each within <nb-figure [figure]="f.milestones.usable" class="plain" />.</p>
          <nb-parts [parts]="f.partsPerBatch" caption="Each batch">
            @if (f.powderPerBatch; as p) {<tr><td>{{ powder() }}</td><td class="number main"><nb-figure [figure]="p" as="g" [decimals]="1" [bare]="true" /></td><td></td><td></td></tr>}
          </nb-parts>
          <nb-filler-table />
        }
        <h3>Sand to P{{ f.endGrit }}, <nb-figure [figure]="f.sandingTotal" class="plain" /></h3>
        <p class="small muted">Guide coat before each paper; what still shines is low. Stop before the glass shows. Wash between papers.</p>
        <nb-sanding [steps]="f.sanding" caption="Paper" />
        <nb-papers />
        <div class="fields more">
          <nb-choice path="fairing.edge" [value]="doc()?.fairing?.edge" assumed="batten" (changed)="set('fairing.edge', $event)" />
          <nb-quantity path="fairing.tolerance" [value]="doc()?.fairing?.tolerance" [assumed]="f.tolerance" (changed)="set('fairing.tolerance', $event)" />
          <nb-quantity path="fairing.cutLimit" [value]="doc()?.fairing?.cutLimit" (changed)="set('fairing.cutLimit', $event)" />
          <nb-choice path="fairing.under" [value]="doc()?.fairing?.under" assumed="open" (changed)="set('fairing.under', $event)" />
          <nb-quantity path="fairing.blade" [value]="doc()?.fairing?.blade" [assumed]="f.margin" (changed)="set('fairing.blade', $event)" />
        </div>
        @if (!done()) {<nb-cure-windows stage="fair" />}
      }
    }
  `,
  styles: `h3 { margin: 16px 0 2px; } .main { font-weight: 700; } .lead { margin: 8px 0; } .row { display: flex; gap: 8px; align-items: center; flex-wrap: wrap; margin: 8px 0; } .block { margin-top: 10px; } .good { border-color: var(--wait); } .more { margin-top: 14px; }`,
})
export class FairStage {
  readonly #context = inject(JobContext);
  readonly #reading = inject(Reading);
  protected readonly doc = this.#context.document;
  protected readonly reading = signal<'new' | 'again' | undefined>(undefined);
  protected readonly fair = computed(() => this.#context.plan()?.dish?.fair);
  protected readonly rounds = computed(() => this.#context.state()?.job?.fairing?.rounds ?? []);
  protected readonly done = computed(
    () => this.fair()?.surface !== undefined && this.fair()?.rounds.value === 0,
  );
  protected readonly edge = computed(() => this.doc()?.fairing?.edge ?? 'batten');
  protected readonly edgeWords = computed(() =>
    this.edge() === 'batten'
      ? 'Bend the batten to the hull along each line and read what is under it: 0 where it touches.'
      : 'Lay the straight edge along each line; the hull’s own curve is taken out of what you read.',
  );
  /** Last time's size, or the finish edge and a hand's breadth round it. */
  protected readonly size = computed<readonly [number, number]>(() => {
    const last = this.rounds().at(-1)?.readings;
    if (last) return sizeRead(last);
    const g = this.#context.plan()?.dish?.grind;
    return sizeToRead(g?.groundLength.value ?? 0.3, g?.groundWidth.value ?? 0.2);
  });
  protected readonly product = computed(() => this.#context.plan()?.system?.chosen?.chain.filler?.name ?? '');
  protected readonly how = computed(() =>
    this.fair()?.powder
      ? 'Mix resin and hardener fully, then the powder; a neat coat first on dry glass.'
      : 'Mix to one even colour, without folding air in.',
  );
  protected readonly powder = computed(
    () => this.#context.plan()?.system?.chosen?.chain.filler?.powder?.name ?? '',
  );

  protected set(path: string, value: unknown): void {
    this.#context.store.set(path, value);
  }

  protected keep(readings: FairingRound['readings']): void {
    const again = this.reading() === 'again';
    const who = this.#context.logStore.who;
    const round: FairingRound = { at: new Date().toISOString(), ...(who ? { who } : {}), readings };
    this.#context.store.set(
      'fairing.rounds',
      [...(again ? this.rounds().slice(0, -1) : this.rounds()), round].slice(-MOST_ROUNDS),
    );
    this.reading.set(undefined);
    const deepest = sayIn(
      { value: Math.max(...readings.map((r) => r.gap)) },
      'mm',
      1,
      this.#reading.reader(),
    );
    this.#context.logStore.add(
      'fair',
      who,
      `${again ? 'Corrected' : 'Read'} round ${this.rounds().length}: ${readings.length} gaps under a ${this.edge()}, greatest ${deepest}.`,
    );
  }

  protected drop(): void {
    const left = this.rounds().slice(0, -1);
    this.#context.store.set('fairing.rounds', left.length > 0 ? left : undefined);
  }
}
