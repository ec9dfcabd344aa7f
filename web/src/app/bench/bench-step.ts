import { capital } from '../ui/words';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { sayIn } from '@nelbo/core';
import { benchClocks, weighIn, type WeighVerdict } from '@nelbo/core/cure';
import { Devices } from '../devices/devices';
import { SimulatedScale } from '../devices/simulated';
import { Reading } from '../state/reading';
import { ShopStore } from '../state/shop-store';
import { timeOf } from '../ui/when';
import { BenchStore } from './bench-store';
import { ReadyStep } from './ready-step';
import { countdown, type BenchRun } from './run';
import { conditionsOf, instructionOf, laidFactsOf, largeOf, stepWordsOf } from './step-words';
import { Weighing } from './weighing';
import { grams, minutes, mixedWords, offBy, partNames } from './words';

const STIR_S = 150;
/** A batch kept by an older page has no step of its scale, kg. */
const TYPICAL_STEP = 0.0001;
/** Poured by the stand-in of a scale while its button is held, kg/s. */
const POUR = 0.009;
const TRICKLE = 0.0015;

/** What is to be done with one batch now, one figure at a time. */
@Component({
  selector: 'nb-bench-step',
  imports: [ReadyStep],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bench-step.html',
  styleUrl: './bench-step.css',
})
export class BenchStep {
  readonly run = input.required<BenchRun>();
  readonly who = input('');
  readonly closed = output();
  readonly #store = inject(BenchStore);
  readonly #reading = inject(Reading);
  readonly #shop = toSignal(inject(ShopStore).shop$);
  readonly #devices = inject(Devices);
  protected readonly POUR = POUR;
  protected readonly TRICKLE = TRICKLE;
  protected readonly NOTES = ['thin', 'kicked early', 'ran out', 'tacky', 'threw away'] as const;
  protected readonly noteOpen = signal(false);
  protected readonly saidNote = signal('');
  protected readonly verdict = signal<WeighVerdict | undefined>(undefined);
  protected readonly typed = signal('');
  protected readonly typedError = signal('');
  protected readonly stirFrom = signal<number | undefined>(undefined);

  readonly #scale = toSignal(this.#devices.readings('scale'));
  protected readonly live = computed(() => (this.way().way === 'scale' ? this.#scale() : undefined));
  protected readonly simulated = computed(
    () => this.live() !== undefined && (this.#devices.of('scale')?.simulated ?? false),
  );
  protected readonly way = computed(() => this.run().batch.measures[this.run().way]);
  protected readonly names = computed(() => partNames(this.run()));
  protected readonly unit = computed(() =>
    sayIn({ value: 0.1 }, 'g', 1, this.#reading.reader()).replace(/^[\d.,\s]+/, ''),
  );
  readonly #weighing = new Weighing(
    this.run,
    this.way,
    this.live,
    this.typed,
    this.unit,
    computed(() => this.#shop()?.instruments),
  );
  protected readonly reading = this.#weighing.reading;
  protected readonly target = this.#weighing.target;
  protected readonly band = this.#weighing.band;
  protected readonly left = this.#weighing.left;
  protected readonly error = this.#weighing.error;
  protected readonly off = computed(() => offBy(this.error() ?? 0));
  protected readonly ratioNow = this.#weighing.ratioNow;
  protected readonly life = computed(() => minutes((this.run().clocks ?? this.#clocks()).life));
  protected readonly stirLeft = computed(() =>
    countdown((this.stirFrom() ?? this.#store.now()) + STIR_S * 1000, this.#store.now()),
  );
  readonly #useBy = computed(() => {
    const { mixedAt, clocks } = this.run();
    return mixedAt !== undefined && clocks ? mixedAt + clocks.usable * 1000 : undefined;
  });
  protected readonly useLeft = computed(() => {
    const by = this.#useBy();
    return by === undefined ? '' : countdown(by, this.#store.now());
  });
  protected readonly usedUp = computed(() => (this.#useBy() ?? Infinity) < this.#store.now());
  protected readonly laidAt = computed(() => timeOf(this.run().laidAt ?? 0));
  protected readonly laidFacts = computed(() => laidFactsOf(this.run(), this.#reading.reader()));
  protected readonly stepWords = computed(() => stepWordsOf(this.run(), this.way()));
  protected readonly powder = computed(() =>
    grams(this.run().batch.powder?.mass ?? 0, this.#reading.reader()),
  );
  protected readonly instruction = computed(() => instructionOf(this.run(), this.way()));
  protected readonly bigOther = computed(() => largeOf(this.run(), this.way(), this.#reading.reader()));

  /** Batch and step alone: a note or a reading begins nothing anew. */
  readonly #step = computed(() => ({ id: this.run().id, step: this.run().step }), {
    equal: (a, b) => a.id === b.id && a.step === b.step,
  });

  constructor() {
    // Each step begins with an empty box, and stirring with its own clock.
    effect(() => {
      const { step } = this.#step();
      untracked(() => {
        this.typed.set('');
        this.verdict.set(undefined);
        this.noteOpen.set(false);
        this.saidNote.set('');
        this.stirFrom.set(step === 'stir' ? Date.now() : undefined);
      });
    });
  }

  protected readonly cap = capital;

  protected g(kg: number, decimals = 1): string {
    return grams(kg, this.#reading.reader(), decimals);
  }

  protected number(kg: number): string {
    return this.g(kg, kg < 0.02 ? 2 : 1).replace(` ${this.unit()}`, '');
  }

  protected degrees(v: number | undefined): string {
    return v === undefined ? 'not read' : sayIn({ value: v }, '°C', 1, this.#reading.reader());
  }

  protected offText(error: number): string {
    return offBy(error);
  }

  protected percent(x: number): string {
    return `${(x * 100).toFixed(1)} %`;
  }

  /** Place of a reading on the bar, whose right end lies a little past the band. */
  protected share(kg: number): number {
    const end = this.band()[1] + 0.04 * this.band()[1];
    return Math.max(0, Math.min(100, (100 * kg) / end));
  }

  protected pour(rate: number): void {
    const scale = this.#devices.of('scale');
    if (scale instanceof SimulatedScale) scale.pour(rate);
  }

  protected tare(): void {
    const scale = this.#devices.of('scale');
    if (scale instanceof SimulatedScale) scale.tare();
  }

  protected begin(patch: Partial<BenchRun>): void {
    this.#store.change(this.run().id, { ...patch, step: 'first' });
  }

  protected to(step: BenchRun['step']): void {
    this.#store.change(this.run().id, { step });
  }

  protected otherWay(): void {
    this.#store.change(this.run().id, { way: (this.run().way + 1) % this.run().batch.measures.length });
  }

  protected firstIn(): void {
    const reads = this.#weighed(this.run().batch.first);
    if (reads === undefined) return;
    this.#store.change(this.run().id, {
      step: 'second',
      ...(reads === 'not weighed' ? {} : { first: reads, ...(this.simulated() ? { simulated: true } : {}) }),
    });
  }

  /** The second part is in: the true ratio decides whether it may be stirred. */
  protected judge(): void {
    const { batch, id, first = batch.first, metAt } = this.run();
    const reads = this.#weighed(this.target());
    if (reads === undefined) return;
    const met = metAt ?? Date.now();
    if (reads === 'not weighed')
      return this.#store.change(id, { step: batch.powder ? 'powder' : 'stir', metAt: met });
    const second = Math.max(0, reads - first);
    const verdict = weighIn({
      a: first,
      b: second,
      ratio: batch.ratio,
      tolerance: batch.tolerance,
      step: this.way()?.step?.value ?? TYPICAL_STEP,
      room: batch.room,
      age: (Date.now() - met) / 1000,
      usable: this.#clocks().usable,
      limits: batch.limits,
    });
    if (verdict.kind === 'good')
      return this.#store.change(id, { step: batch.powder ? 'powder' : 'stir', first, second, metAt: met });
    this.#store.change(id, { first, second, metAt: met });
    this.verdict.set(verdict);
  }

  /** The true reading decides: without a connected scale it has to be typed. */
  protected tooMuch(): void {
    if (this.live() !== undefined || this.typed().trim() !== '') return this.judge();
    this.typedError.set('Type what the scale reads now.');
    document.getElementById('bench-reads')?.focus();
  }

  protected corrected(v: Extract<WeighVerdict, { kind: 'correct' }>): void {
    const { batch, first = batch.first, second = batch.second, id } = this.run();
    const now = v.part === 'first' ? { first: first + v.add, second } : { first, second: second + v.add };
    this.verdict.set(undefined);
    this.#store.change(
      id,
      { ...now, step: batch.powder ? 'powder' : 'stir' },
      {
        who: this.who(),
        text: `${batch.title}: ratio was ${offBy(v.error)} off, ${this.g(v.add)} of ${this.names()[v.part === 'first' ? 0 : 1]} added, now ${offBy(v.after)}.`,
        event: { kind: 'corrected', ...now },
      },
    );
  }

  protected mixed(): void {
    const run = this.run();
    const clocks = this.#clocks();
    this.#store.change(
      run.id,
      { step: 'use', mixedAt: Date.now(), clocks },
      {
        who: this.who(),
        text: mixedWords(run, this.#reading.reader(), clocks),
        event: {
          kind: 'mixed',
          first: run.first ?? run.batch.first,
          second: run.second ?? run.batch.second,
          ...conditionsOf(this.run()),
        },
      },
    );
  }

  protected laid(): void {
    const run = this.run();
    const now = Date.now();
    const closes = run.clocks?.closes;
    const until = closes ? new Date(now + closes[1] * 1000) : undefined;
    this.#store.change(
      run.id,
      { step: 'laid', laidAt: now },
      {
        who: this.who(),
        text: `${run.batch.title} laid: ${run.batch.about}.${until ? ` ${capital(run.batch.next)} until about ${until.toLocaleString('en-GB', { weekday: 'short', hour: '2-digit', minute: '2-digit' })}.` : ''}`,
        event: {
          kind: 'laid',
          ...conditionsOf(this.run()),
          ...(until ? { until: until.toISOString() } : {}),
        },
      },
    );
  }

  protected thrown(why: string): void {
    this.verdict.set(undefined);
    this.#store.change(
      this.run().id,
      { step: 'thrown' },
      {
        who: this.who(),
        text: `${this.run().batch.title} thrown away: ${why}.`,
        event: { kind: 'thrown', ...conditionsOf(this.run()) },
      },
    );
  }

  protected log(kind: 'abraded' | 'coated' | 'weather', text: string): void {
    const run = this.run();
    const events = kind === 'weather' ? run.events : [...run.events, { at: Date.now(), kind }];
    this.#store.change(
      run.id,
      { events },
      { who: this.who(), text: `${run.batch.title}: ${text}`, event: { kind } },
    );
    this.saidNote.set(`Noted: ${text.toLowerCase()}`);
  }

  protected note(text: (typeof this.NOTES)[number]): void {
    this.noteOpen.set(false);
    if (text === 'threw away') return this.thrown('by note');
    this.#store.change(
      this.run().id,
      {},
      {
        who: this.who(),
        text: `${this.run().batch.title}: ${text}.`,
        event: { kind: 'note', ...conditionsOf(this.run()) },
      },
    );
    this.saidNote.set(`Noted: ${text}.`);
  }

  /** What the scale shows in all, kg; says so and gives nothing where what was typed cannot be read. */
  #weighed(planned: number): number | 'not weighed' | undefined {
    const weighed = this.#weighing.weighed(planned);
    this.typedError.set(
      weighed === undefined
        ? 'Not a weight: type a number such as 214.6, or what was poured, such as 14 ml'
        : '',
    );
    return weighed;
  }

  #clocks(): ReturnType<typeof benchClocks> {
    const { batch, pot = 20, air = pot, first, second } = this.run();
    return benchClocks(
      batch,
      pot,
      air,
      first !== undefined && second !== undefined ? [first, second] : undefined,
    );
  }
}
