import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ChoiceFieldView } from '../../ui/choice-field';
import { FigureView } from '../../ui/figure';
import { CureWindows } from '../cure/cure-windows';
import { JobContext } from '../job-context';
import { PartsTable } from './parts-table';
import { SandingTable } from './sanding-table';
import { StageHead } from './stage-head';

/** Gel coat or paint: film, coats, quantities, windows. */
@Component({
  selector: 'nb-finish-stage',
  imports: [CureWindows, StageHead, FigureView, PartsTable, SandingTable, ChoiceFieldView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nb-stage-head stage="finish" />
    @if (finish(); as f) {
      <dl class="figures">
        <div><dt>Coats</dt><dd><nb-figure [figure]="f.coats" /></dd></div>
        <div><dt>Wet film each</dt><dd><nb-figure [figure]="f.wetPerCoat" as="µm" [decimals]="0" /></dd></div>
        <div><dt>In all</dt><dd><nb-figure [figure]="f.volume" /></dd></div>
      </dl>
      <h3>{{ product() }}</h3>
      @if (f.milestones.windowOpens; as opens) {
        <p class="window">Next coat without sanding from <nb-figure [figure]="opens" class="plain" /> to @if (f.milestones.windowCloses; as closes) {<nb-figure [figure]="closes" class="plain" />}; later, sand P{{ f.grits.between }} first.</p>
      }
      <nb-parts [parts]="f.partsPerCoat" caption="Each coat" />
      <p class="small muted">Sand P{{ f.grits.before }} before the first coat. Dew point <nb-figure [figure]="f.dewPoint" class="plain" />: the surface stays 3 °C above it. Pot life <nb-figure [figure]="f.milestones.potLife" class="plain" />; @if (f.batchesPerCoat.value > 1) {mix each coat in <nb-figure [figure]="f.batchesPerCoat" class="plain" /> cups} @else {one cup does a coat}.</p>
      @if (f.sanding.length > 0) {
        <h3>Level and polish</h3>
        <nb-sanding [steps]="f.sanding" caption="Grit" />
        <p class="small muted">Wet from P400, with a drop of soap. Then {{ f.polishStages === 1 ? 'cutting compound' : 'cutting compound, fine compound and wax' }}.</p>
      }
      <div class="fields">
        <nb-choice class="wide" path="system.finish" [value]="doc()?.system?.finish" [assumed]="chain()?.finish?.id" assumedText="chosen by Nelbo" (changed)="setFinish($event)" />
        <nb-choice class="wide" path="grade" [value]="doc()?.grade" [assumed]="grade()" (changed)="set('grade', $event)" />
      </div>
      <nb-cure-windows stage="finish" />
    }
  `,
  styles: `h3 { margin: 16px 0 2px; } .window { color: var(--wait); } .fields { margin-top: 16px; }`,
})
export class FinishStage {
  readonly #context = inject(JobContext);
  protected readonly doc = this.#context.document;
  protected readonly finish = computed(() => this.#context.plan()?.finish);
  protected readonly chain = computed(() => this.#context.plan()?.system?.chosen?.chain);
  protected readonly product = computed(() => this.chain()?.finish?.name ?? '');
  protected readonly grade = computed(() => this.#context.plan()?.inputs?.grade);

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
