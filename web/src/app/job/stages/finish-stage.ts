import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { sayIn } from '@nelbo/core';
import { Reading } from '../../state/reading';
import { ChoiceFieldView } from '../../ui/choice-field';
import { FigureView } from '../../ui/figure';
import { QuantityFieldView } from '../../ui/quantity-field';
import { ColourPanel } from '../colour/colour-panel';
import { CureWindows } from '../cure/cure-windows';
import { FinishCheck } from '../finish/finish-check';
import { JobContext } from '../job-context';
import { PartsTable } from './parts-table';
import { SandingTable } from './sanding-table';
import { StageHead } from './stage-head';

/** Gel coat or paint: film, coats, quantities, windows; then its colour, and the check before it is handed over. */
@Component({
  selector: 'nb-finish-stage',
  imports: [
    ColourPanel,
    CureWindows,
    FinishCheck,
    QuantityFieldView,
    StageHead,
    FigureView,
    PartsTable,
    SandingTable,
    ChoiceFieldView,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nb-stage-head stage="finish" />
    @if (finish(); as f) {
      <dl class="figures">
        <div><dt>Coats</dt><dd><nb-figure [figure]="f.coats" /></dd></div>
        <div><dt>Comb reads</dt><dd><nb-figure [figure]="f.gauge" as="µm" [decimals]="0" /></dd></div>
        <div><dt>In all</dt><dd><nb-figure [figure]="f.volume" /></dd></div>
      </dl>
      <h3>{{ product() }}</h3>
      @if (f.milestones.windowOpens; as opens) {
        <p class="window">Next coat without sanding from <nb-figure [figure]="opens" class="plain" /> to @if (f.milestones.windowCloses; as closes) {<nb-figure [figure]="closes" class="plain" />}; later, sand P{{ f.grits.between }} first.</p>
      }
      <nb-parts [parts]="f.partsPerCup" [caption]="cups()" />
      <p class="small muted">Sand P{{ f.grits.before }} before the first coat. Dew point <nb-figure [figure]="f.dewPoint" class="plain" />: the surface stays 3 °C above it. Pot life <nb-figure [figure]="f.milestones.potLife" class="plain" />; @if (f.batchesPerCoat.value > 1) {mix each coat in <nb-figure [figure]="f.batchesPerCoat" class="plain" /> cups} @else {one cup does a coat}.</p>
      <ul class="facts">
        @if (f.waxed; as w) {<li>@if (f.unwaxed; as u) {<b><nb-figure [figure]="u" as="g" [decimals]="0" class="plain" /> without wax</b> first, so that each coat bonds to the last; then } <b><nb-figure [figure]="w" as="g" [decimals]="0" class="plain" /> with wax</b>@if (f.wax; as wax) { (<nb-figure [figure]="wax" as="g" [decimals]="1" class="plain" /> of wax solution)}, or film over it.</li>}
        @if (f.passes; as p) {<li>Each coat in {{ p[0] }} to {{ p[1] }} passes, crosswise, before the last has set.</li>}
        @if (f.gunLoads; as g) {<li><nb-figure [figure]="g" class="plain" /> {{ g.value === 1 ? 'gun load' : 'gun loads' }} a coat.</li>}
        @if (f.thinner; as t) {<li>Thinner, <nb-figure [figure]="t" as="ml" [decimals]="0" class="plain" /> in all; the comb’s reading has it in.</li>}
        @if (f.tape.length > 1) {<li>Tape, coat by coat, {{ tape() }} inside the masking line: each edge on fresh ground.</li>}
        <li>Tape off as soon as the last coat has set, before it is hard; pull it back over itself.</li>
        <li>Mask to a natural line (chine, rail, body line) wherever a blend would show.</li>
      </ul>
      @if (f.sanding.length > 0) {
        <h3>Level and polish</h3>
        <nb-sanding [steps]="f.sanding" caption="Paper" />
        <p class="small muted">A drop of soap in the water. Then {{ f.polishStages === 1 ? 'cutting compound' : 'cutting compound, fine compound and wax' }}.</p>
      }
      <div class="fields">
        <nb-choice class="wide" path="system.finish" [value]="doc()?.system?.finish" [assumed]="chain()?.finish?.id" assumedText="chosen by Nelbo" (changed)="setFinish($event)" />
        <nb-choice path="grade" [value]="doc()?.grade" [assumed]="grade()" (changed)="set('grade', $event)" />
        <nb-choice path="coat.method" [value]="doc()?.coat?.method" [assumed]="f.method" (changed)="set('coat.method', $event)" />
        <nb-quantity path="coat.film" [value]="doc()?.coat?.film" (changed)="set('coat.film', $event)" />
        <nb-quantity path="coat.thinner" [value]="doc()?.coat?.thinner" (changed)="set('coat.thinner', $event)" />
        <nb-choice path="coat.wind" [value]="doc()?.coat?.wind" assumed="calm" (changed)="set('coat.wind', $event)" />
        @if (f.sanding.length > 0) {<nb-choice class="wide" path="sanding.fine" [value]="doc()?.sanding?.fine" assumed="wet" (changed)="set('sanding.fine', $event)" />}
      </div>
      @if (tinted()) {<nb-colour-panel />}
      <nb-finish-check />
      <nb-cure-windows stage="finish" />
    }
  `,
  styles: `h3 { margin: 16px 0 2px; } .window { color: var(--wait); } .fields { margin-top: 16px; } .facts { margin: 10px 0 0; padding-left: 18px; font-size: 0.93rem; } .facts li { list-style: disc; margin-top: 4px; }`,
})
export class FinishStage {
  readonly #context = inject(JobContext);
  readonly #reading = inject(Reading);
  protected readonly doc = this.#context.document;
  protected readonly finish = computed(() => this.#context.plan()?.finish);
  protected readonly chain = computed(() => this.#context.plan()?.system?.chosen?.chain);
  protected readonly product = computed(() => this.chain()?.finish?.name ?? '');
  protected readonly grade = computed(() => this.#context.plan()?.inputs?.grade);
  protected readonly tinted = computed(() => this.chain()?.finish?.kind === 'gel coat');
  /** Whose cups they are: of this place, of all that are painted with them, or of another. */
  protected readonly cups = computed(() => {
    const cup = this.#context.plan()?.work?.steps.find((s) => s.pot?.cup?.of === 'coat');
    if (cup?.together) return `This place’s share of each coat, mixed at ${cup.together.letter}`;
    return this.finish()?.mixedFor ? 'Each coat, for all places that are painted with it' : 'Each coat';
  });
  protected readonly tape = computed(
    () =>
      this.finish()
        ?.tape.map((t) => sayIn({ value: t }, 'mm', 0, this.#reading.reader()))
        .join(', ') ?? '',
  );

  protected set(path: string, value: unknown): void {
    this.#context.store.set(path, value);
  }

  protected setFinish(finish: string | undefined): void {
    // The filler under it is matched anew.
    this.#context.store.update((d) => {
      const { filler: _, ...rest } = d.system ?? {};
      return { ...d, system: { ...rest, finish } };
    });
  }
}
