import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { ButtonModule } from 'primeng/button';
import { catchError, distinctUntilChanged, of, startWith, switchMap } from 'rxjs';
import { sameData, parseQuantity, sayIn } from '@nelbo/core';
import {
  COLOUR_BASES,
  READ_AT,
  READ_BY,
  deltaE,
  differenceWords,
  hexOf,
  keptShares,
  recipeOf,
  standInChip,
  type Lab,
  type Recipe,
  type RecipeQuestion,
} from '@nelbo/core/finish';
import { Api, type BoatColour } from '../../api/api';
import { Devices } from '../../devices/devices';
import type { ColourDevice } from '../../devices/device';
import { Reading } from '../../state/reading';
import { WallClock } from '../../state/wall-clock';
import { ChoiceFieldView } from '../../ui/choice-field';
import { QuantityFieldView } from '../../ui/quantity-field';
import { sayWhen } from '../../ui/when';
import { HeavyWork } from '../../workers/heavy-work';
import { JobContext } from '../job-context';
import { JobColour } from './job-colour';
import { LabEntry } from './lab-entry';
import { labWords } from './lab-words';
import { offersOf, partsOf } from './offers';
import { PasteShelf } from './paste-shelf';
import { PhotoSwatch } from './photo-swatch';

const DIGITS = 7;
/** A job keeps so many; the oldest go first. */
const MOST = { readings: 40, trials: 20 };

/** Target, recipe, pot and chips, in the order in which a colour is matched. */
@Component({
  selector: 'nb-colour-panel',
  imports: [ButtonModule, ChoiceFieldView, LabEntry, PasteShelf, PhotoSwatch, QuantityFieldView],
  providers: [JobColour],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="colour-head">
      <h3 id="colour-head">Colour</h3>
      @for (h of history(); track h.jobId) {
        <div class="before"><i [style.background]="h.hex"></i><p class="small"><b>{{ h.title }}</b>, {{ h.when }}<br />{{ h.words }}</p><button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="startFrom(h)">Start there</button></div>
      }
      <ol class="steps">
        <li>
          <p><b>The hull, to match.</b> @if (readings().length === 0) {Polish a hand’s breadth beside the repair, then read it.}</p>
          @for (r of readings(); track $index) {<p class="reading"><i [style.background]="r.hex"></i><span class="small">{{ r.words }}</span><button pButton type="button" size="small" severity="secondary" [text]="true" [attr.aria-label]="'Take out reading ' + ($index + 1)" (click)="drop($index)">×</button></p>}
          @for (w of warnings(); track w) {<p class="note-line warn">{{ w }}</p>}
          @if (drift()) {<p class="small muted">{{ drift() }}</p>}
          @if (reading()) {
            <div class="box">
              <nb-choice path="colour.readings.where" [value]="where()" (changed)="where.set($any($event))" />
              <nb-lab-entry (taken)="read($event.lab, $event.by)" />
              <details><summary>From a photograph</summary>@defer (on immediate) {<nb-photo-swatch (taken)="read($event, 'photo')" />}</details>
              <button pButton type="button" size="small" severity="secondary" [text]="true" (click)="reading.set(false)">Done reading</button>
            </div>
          } @else {<button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="reading.set(true)">{{ readings().length === 0 ? 'Read the colour' : 'Read once more' }}</button>}
        </li>
        @if (target()) {
          <li>
            <p><b>Recipe.</b> @if (recipe(); as r) {{{ r.words }}}</p>
            @if (recipe(); as r) {
              <table class="ruled"><caption class="visually-hidden">Recipe</caption><thead><tr><th>paste</th><th class="number">of the base</th></tr></thead><tbody>@for (p of r.parts; track p.name) {<tr><td>{{ p.name }}</td><td class="number">{{ p.share }}</td></tr>}</tbody></table>
            }
            @if (search(); as s) {
              @if (s === 'failed') {<p class="note-line warn" role="alert">The search could not be run here.</p>}
              @else if (!s.answer) {<p role="status" class="small muted">Trying the pastes …</p><progress max="1" [value]="s.share" aria-label="Search"></progress>}
              @else {
                @if (s.answer.missing) {<p class="note-line warn">Out of reach: {{ s.answer.missing }}. The nearest is ΔE {{ nearest() }}.</p>}
                @for (o of offers(); track o.text) {<div class="offer"><i [style.background]="o.hex"></i><span class="small"><b>{{ o.count }}, ΔE {{ o.off }}</b><br />{{ o.text }}</span><button pButton type="button" size="small" severity="secondary" [outlined]="!o.best" [class.act]="o.best" [attr.aria-label]="'Mix ' + o.count" (click)="choose(o.recipe)">Mix this</button></div>}
              }
            } @else {<button pButton type="button" [size]="recipe() ? 'small' : undefined" [severity]="recipe() ? 'secondary' : undefined" [outlined]="!!recipe()" (click)="asked.set(true)">{{ recipe() ? 'Search again' : 'Find a recipe' }}</button>}
            <div class="fields"><nb-choice path="colour.base" [value]="doc()?.colour?.base" assumed="white" (changed)="set('colour.base', $event)" /><nb-quantity path="colour.limit" [value]="doc()?.colour?.limit" (changed)="set('colour.limit', $event)" /><nb-quantity path="colour.batch" [value]="doc()?.colour?.batch" (changed)="set('colour.batch', $event)" /><nb-quantity path="colour.years" [value]="doc()?.colour?.years" (changed)="set('colour.years', $event)" /></div>
            @if (unsure()) {<p class="note-line warn">{{ unsure() }}</p>}
            <nb-paste-shelf />
          </li>
        }
        @if (trials().length > 0) {
          <li><p><b>Chips.</b></p>@for (t of trials(); track $index) {<p class="reading"><i [style.background]="t.hex"></i><span class="small">{{ t.words }}</span>@if ($last) {<button pButton type="button" size="small" severity="secondary" [text]="true" aria-label="Take out the last chip" (click)="dropTrial()">×</button>}</p>}</li>
        }
        @if (pot(); as p) {
          <li [class.now]="!p.stop">
            <p><b>{{ p.title }}</b>&ngsp;<span class="small muted">{{ p.about }}</span></p>
            @if (p.doses.length > 0) {<table class="ruled"><caption class="visually-hidden">Into the pot now</caption><thead><tr><th>into the pot now</th><th class="number">g</th><th class="number">drops</th></tr></thead><tbody>@for (d of p.doses; track d.name) {<tr><td>{{ d.name }}@if (d.thin) {<br /><span class="small muted">{{ d.thin }}</span>}</td><td class="number main">{{ d.grams }}</td><td class="number">{{ d.drops }}</td></tr>}</tbody></table>}
            @if (!p.stop) {
              <p class="small muted">Stir, catalyse a spoonful, let the chip cure, wipe it and hold it dry against the dry hull.</p>
              @if (chip(); as name) {<button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="holdChip()">Hold the reader on {{ name }}, simulated</button>}
              <nb-lab-entry takeLabel="This is the chip" typedLabel="Keep the chip’s numbers" (taken)="measured($event.lab, $event.by)" />
            }
          </li>
        }
      </ol>
    </section>
  `,
  styles: `
    :host { display: block; margin-top: 20px; } h3 { border-bottom: 1px solid var(--hairline); padding-bottom: 3px; }
    .steps { list-style: none; padding: 0; margin: 0; } .steps > li { border-left: 3px solid var(--hairline); padding: 4px 0 10px 12px; margin-top: 10px; } .steps > li.now { border-color: var(--act); }
    .reading, .offer, .before { display: flex; gap: 10px; align-items: center; margin: 5px 0; } .reading button, .offer button, .before button { margin-left: auto; flex: none; } i { width: 34px; height: 34px; border: 1px solid var(--ink); flex: none; }
    .before { border: 1px solid var(--wait); padding: 6px 10px; } .box { border: 1px solid var(--hairline); padding: 10px; margin-top: 6px; background: #fff; } .fields { margin-top: 10px; } .main { font-weight: 700; } progress { width: 100%; accent-color: var(--ink); } summary { cursor: pointer; padding: 8px 0; } table { margin: 6px 0; }
  `,
})
export class ColourPanel {
  readonly #context = inject(JobContext);
  readonly #colour = inject(JobColour);
  readonly #heavy = inject(HeavyWork);
  readonly #reading = inject(Reading);
  readonly #devices = inject(Devices);
  readonly #api = inject(Api);
  readonly #clock = inject(WallClock);
  protected readonly doc = this.#context.document;
  protected readonly reading = signal(false);
  protected readonly where = signal<keyof typeof READ_AT>('polished');
  protected readonly asked = signal(false);

  readonly #job = computed(() => this.#context.state()?.job);
  protected readonly target = computed(() => this.#colour.state().surround?.target);
  protected readonly warnings = computed(() => this.#colour.state().surround?.warnings ?? []);
  protected readonly drift = computed(() => {
    const s = this.#colour.state().surround;
    if (s?.fade === undefined) return '';
    const ahead = s.drift
      ? ` Matched today, the patch will have faded to about ΔE ${s.drift.deltaE.toFixed(1)} from the hull in ${s.drift.years} years.`
      : ' With the age of the hull, Nelbo says how far a patch will drift.';
    return `The sun has moved the hull by ΔE ${s.fade.toFixed(1)}.${ahead}`;
  });
  protected readonly readings = computed(() =>
    (this.#job()?.colour?.readings ?? []).map((r) => ({
      hex: hexOf(r),
      words: `${READ_AT[r.where]}, ${r.by === 'reader' ? `${READ_BY.reader}, simulated` : READ_BY[r.by ?? 'typed']}: ${labWords(r)}`,
    })),
  );

  /** Colours of this boat from other jobs. */
  protected readonly history = toSignal(
    toObservable(
      computed(() => ({ boat: this.#job()?.boat?.name?.trim() ?? '', id: this.#context.state()?.id ?? '' })),
    ).pipe(
      distinctUntilChanged((a, b) => a.boat === b.boat && a.id === b.id),
      switchMap(({ boat, id }) =>
        boat && id
          ? this.#api.colours(boat, id).pipe(catchError(() => of([] as BoatColour[])))
          : of([] as BoatColour[]),
      ),
      switchMap((found) => of(found.flatMap((c) => this.#earlier(c)).slice(0, 2))),
    ),
    { initialValue: [] },
  );

  // By what is in it: every save makes the job a new object, and a search begun anew takes its offers away under a finger.
  readonly #question = computed<RecipeQuestion | undefined>(
    () => {
      const target = this.target();
      const { base, limit } = this.#colour.state();
      return this.asked() && target ? { base, pastes: this.#colour.shelf(), target, limit } : undefined;
    },
    { equal: sameData },
  );
  protected readonly search = toSignal(
    toObservable(this.#question).pipe(
      switchMap((q) =>
        q
          ? this.#heavy.colour(q).pipe(
              startWith({ share: 0, answer: undefined }),
              catchError(() => of('failed' as const)),
            )
          : of(undefined),
      ),
    ),
  );
  protected readonly nearest = computed(() => {
    const s = this.search();
    return s && s !== 'failed' && s.answer ? s.answer.proposed.deltaE.toFixed(1) : '';
  });
  protected readonly offers = computed(() => {
    const s = this.search();
    if (!s || s === 'failed' || !s.answer) return [];
    return offersOf(s.answer);
  });
  protected readonly recipe = computed(() => {
    const r = this.#colour.state().recipe;
    return (
      r && {
        parts: partsOf(r),
        words: `${this.#colour.state().base.name}, ${(r.total * 100).toFixed(2)} % of paste in all, computed to ΔE ${r.deltaE.toFixed(1)}.`,
      }
    );
  });
  protected readonly unsure = computed(() => {
    const low = (this.#colour.state().recipe?.pastes ?? [])
      .filter((p) => p.confidence === 'low')
      .map((p) => p.name);
    return low.length > 0
      ? `${low.join(' and ')}: known by colour alone, so the recipe is of low confidence. Begin with half, and let the chip decide.`
      : '';
  });
  protected readonly trials = computed(() =>
    this.#colour.state().trials.map((t, i) => ({
      hex: hexOf(t.measured),
      words: `chip ${i + 1}, ${sayWhen(Date.parse(t.at))}: ΔE ${t.deltaE.toFixed(2)}${t.by === 'reader' ? ', simulated reader' : ''}`,
    })),
  );
  protected readonly pot = computed(() => {
    const { next, matched, trials } = this.#colour.state();
    if (!next) return undefined;
    const batch = sayIn({ value: this.#colour.batch() }, 'g', 0, this.#reading.reader());
    const doses = next.doses
      .filter((d) => d.mass > 0)
      .map((d) => ({
        name: d.paste.name,
        grams: (d.mass * 1000).toFixed(d.mass < 1e-4 ? 3 : 2),
        drops: d.drops < 1 ? '–' : String(d.drops),
        thin: d.letDown
          ? `too little to count: stir 1 g into ${d.letDown.parts - 1} g of base, and put ${(d.letDown.mass * 1000).toFixed(2)} g or ${d.letDown.drops} ${d.letDown.drops === 1 ? 'drop' : 'drops'} of that in`
          : '',
      }));
    const off = trials.at(-1)?.deltaE.toFixed(1);
    if (matched)
      return {
        title: `Matched, ΔE ${off}.`,
        about: 'Keep a cured chip with the job; the pot is right.',
        doses: [],
        stop: true,
      };
    if (next.base) {
      const more = sayIn({ value: next.base.add }, 'g', 0, this.#reading.reader());
      return {
        title: `Too dark, ΔE ${off}: put ${more} of untinted base in.`,
        about: 'No paste takes paste out. Measure the next chip after it.',
        doses: [],
        stop: false,
      };
    }
    if (next.correction?.verdict === 'too dark')
      return {
        title: `Too dark by what no paste takes out, ΔE ${off}.`,
        about:
          'It would more than double the pot: begin a fresh one, with a little of this as its paste, and search again.',
        doses: [],
        stop: true,
      };
    if (next.correction?.verdict === 'off hue')
      return {
        title: `ΔE ${off}: these pastes bring it no nearer.`,
        about: `The chip is ${this.#hue()} than the hull: search again, or put another paste on the shelf.`,
        doses: [],
        stop: true,
      };
    return trials.length === 0
      ? {
          title: 'First pot.',
          about: `${batch} of base; dark pastes held back by a quarter, since nothing takes them out.`,
          doses,
          stop: false,
        }
      : {
          title: `Next, from ΔE ${off}.`,
          about: `into the ${batch} of base; should come to ΔE ${this.#expected()}.`,
          doses,
          stop: false,
        };
  });
  /** What the stand-in reader can be held on. */
  protected readonly chip = computed(() =>
    this.#devices.isOn('colour reader') && this.#colour.state().next ? `the chip of this pot` : '',
  );

  #hue(): string {
    const { trials, surround } = this.#colour.state();
    const last = trials.at(-1);
    return last && surround ? differenceWords(last.measured, surround.target) : '';
  }

  #expected(): string {
    const { next, surround } = this.#colour.state();
    return next?.correction && surround ? deltaE(next.correction.expected, surround.target).toFixed(1) : '';
  }

  /** A colour of another job as it is shown; one whose pastes are not all known any more is left out. */
  #earlier(
    c: BoatColour,
  ): { jobId: string; title: string; when: string; hex: string; words: string; from: BoatColour }[] {
    const number = (v: unknown, of: 'fraction' | 'count'): number => {
      const read = parseQuantity(v, of);
      return read.ok ? read.value : NaN;
    };
    const last = c.colour.trials?.at(-1);
    const row = last?.pastes ?? c.colour.recipe ?? [];
    const pastes = row.flatMap((r) => this.#colour.known().find((p) => p.id === r.paste) ?? []);
    const fractions = row.map((r) => number(r.fraction, 'fraction'));
    if (pastes.length === 0 || pastes.length !== row.length || !fractions.every(Number.isFinite)) return [];
    const base = COLOUR_BASES.find((b) => b.id === c.colour.base) ?? COLOUR_BASES[0];
    const lab: Lab = last
      ? { L: number(last.L, 'count'), a: number(last.a, 'count'), b: number(last.b, 'count') }
      : recipeOf(base, pastes, fractions, { L: 0, a: 0, b: 0 }).colour;
    return [
      {
        jobId: c.jobId,
        title: c.title,
        when: sayWhen(Date.parse(last?.at ?? c.updatedAt), this.#clock.now()),
        hex: hexOf(lab),
        words: pastes.map((p, i) => `${p.name} ${(fractions[i] * 100).toFixed(2)} %`).join(', '),
        from: c,
      },
    ];
  }

  protected set(path: string, value: unknown): void {
    this.#context.store.set(path, value);
  }

  protected read(lab: Lab, by: 'reader' | 'typed' | 'photo'): void {
    const round = (v: number): number => Math.round(v * 100) / 100;
    this.#context.store.set(
      'colour.readings',
      [
        ...(this.#job()?.colour?.readings ?? []),
        {
          at: new Date().toISOString(),
          where: this.where(),
          by,
          L: round(lab.L),
          a: round(lab.a),
          b: round(lab.b),
        },
      ].slice(-MOST.readings),
    );
  }

  protected drop(i: number): void {
    const left = (this.#job()?.colour?.readings ?? []).filter((_, k) => k !== i);
    this.#context.store.set('colour.readings', left.length > 0 ? left : undefined);
  }

  /** A new recipe begins a new pot: chips of the old one would say nothing of it. */
  protected choose(recipe: Recipe): void {
    this.asked.set(false);
    this.#context.store.update((d) => ({
      ...d,
      colour: { ...d.colour, recipe: keptShares(recipe.pastes, recipe.fractions), trials: undefined },
    }));
  }

  protected startFrom({ from }: { readonly from: BoatColour }): void {
    const { base, recipe, trials } = from.colour;
    const pot = trials?.at(-1)?.pastes ?? recipe;
    this.#context.store.update((d) => ({
      ...d,
      colour: { ...d.colour, ...(base ? { base } : {}), recipe: pot, trials: undefined },
    }));
  }

  protected holdChip(): void {
    const { base, recipe, next } = this.#colour.state();
    if (recipe && next)
      (this.#devices.of('colour reader') as ColourDevice | undefined)?.hold?.(
        standInChip(base, recipe.pastes, next.pot),
      );
  }

  protected measured(lab: Lab, by: 'reader' | 'typed'): void {
    const { recipe, next, surround } = this.#colour.state();
    if (!recipe || !next || !surround) return;
    const at = new Date().toISOString();
    const round = (v: number): number => Number(v.toFixed(DIGITS));
    const trial = {
      at,
      by,
      pastes: keptShares(recipe.pastes, next.pot).map((s) => ({ ...s, fraction: round(s.fraction) })),
      L: Math.round(lab.L * 100) / 100,
      a: Math.round(lab.a * 100) / 100,
      b: Math.round(lab.b * 100) / 100,
    };
    const trials = [...(this.#job()?.colour?.trials ?? []), trial].slice(-MOST.trials);
    this.#context.store.update((d) => ({
      ...d,
      colour: {
        ...d.colour,
        trials,
        ...(next.base ? { batch: Number(next.base.batch.toPrecision(DIGITS)) } : {}),
      },
    }));
    const off = deltaE(lab, surround.target);
    this.#context.logStore.add(
      'finish',
      this.#context.logStore.who,
      `Colour chip ${trials.length}: ΔE ${off.toFixed(1)} to the hull${by === 'reader' ? ', by the simulated reader' : ''}; ${recipe.pastes.map((p, i) => `${p.name} ${(next.pot[i] * 100).toFixed(3)} %`).join(', ')}.`,
      { kind: 'colour', deltaE: Number(off.toFixed(2)) },
    );
  }

  protected dropTrial(): void {
    const left = (this.#job()?.colour?.trials ?? []).slice(0, -1);
    this.#context.store.set('colour.trials', left.length > 0 ? left : undefined);
  }
}
