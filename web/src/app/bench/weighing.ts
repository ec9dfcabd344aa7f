import { capital } from '../ui/words';
import { computed, type Signal } from '@angular/core';
import { parseAmount, parseQuantity, type Measure, type Instruments } from '@nelbo/core';
import { partsToldBy, firstBand, ratioErrorOf, secondReads, stopBand } from '@nelbo/core/cure';
import type { BenchRun } from './run';
import { partNames, ratioWords } from './words';

/** What the scale shows against what it ought to show, for the part that is being poured. */
export class Weighing {
  /** What was typed, kg; NaN where it is no weight, undefined where nothing was typed. */
  readonly parsed = computed(() => {
    const text = this.typed().trim();
    if (text === '') return undefined;
    const { step, batch, first = batch.first } = this.run();
    const asked = /[a-z]/i.test(text) ? text : `${text} ${this.unit()}`;
    const weight = parseQuantity(asked, 'mass');
    if (weight.ok) return weight.value >= 0 ? weight.value : NaN;
    // Poured by volume, in strokes or drops: so much of this part, on top of what is in the cup.
    const part = step === 'first' ? 0 : 1;
    const poured = parseAmount(text, partsToldBy(batch.parts, this.instruments())[part]);
    return poured.ok && poured.value >= 0 ? poured.value + (part === 0 ? 0 : first) : NaN;
  });
  /** What the scale shows: a connected one's reading, a typed one, else what it ought to. */
  readonly reading = computed(() => {
    const typed = this.parsed() ?? NaN;
    const { step, first, batch } = this.run();
    return (
      this.live()?.value ?? (Number.isFinite(typed) ? typed : step === 'first' ? 0 : (first ?? batch.first))
    );
  });
  readonly target = computed(() => {
    const { batch, step, first = batch.first } = this.run();
    return step === 'first' ? batch.first : secondReads(first, batch.ratio);
  });
  readonly band = computed<readonly [number, number]>(() => {
    const { batch, step, first = batch.first } = this.run();
    return step === 'first' ? firstBand(batch.first) : stopBand(first, batch.ratio, batch.tolerance);
  });
  readonly left = computed(() => Math.max(0, this.target() - this.reading()));
  readonly error = computed(() => {
    const { first, second, batch } = this.run();
    return first === undefined || second === undefined ? undefined : ratioErrorOf(first, second, batch.ratio);
  });
  /** The ratio if pouring stopped now, or the true one once both are in. */
  readonly ratioNow = computed(() => {
    const run = this.run();
    const { step, first, second, batch } = run;
    if (step === 'stir' && first !== undefined && second !== undefined) return ratioWords(first, second, run);
    if (step === 'first') return `${capital(partNames(run)[1])} comes next`;
    const inCup = first ?? batch.first;
    return ratioWords(inCup, Math.max(0, this.reading() - inCup), run);
  });

  constructor(
    readonly run: Signal<BenchRun>,
    readonly way: Signal<Measure | undefined>,
    /** What a connected scale reads. */
    readonly live: Signal<{ readonly value: number } | undefined>,
    readonly typed: Signal<string>,
    readonly unit: Signal<string>,
    /** What the yard measures with: pumps and their strokes. */
    readonly instruments: Signal<Instruments | undefined>,
  ) {}

  /** What the scale shows in all, kg; undefined where what was typed cannot be read. */
  weighed(planned: number): number | 'not weighed' | undefined {
    if (this.way()?.way !== 'scale') return 'not weighed';
    if (this.live() !== undefined) return this.reading();
    const parsed = this.parsed();
    if (parsed !== undefined && !Number.isFinite(parsed)) return undefined;
    // Nothing typed: it was poured to the figure on the screen.
    return parsed ?? planned;
  }
}
