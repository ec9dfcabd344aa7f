import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FigureView } from '../../ui/figure';
import { CureWindows } from '../cure/cure-windows';
import { JobContext } from '../job-context';
import { PartsTable } from './parts-table';
import { SandingTable } from './sanding-table';
import { StageHead } from './stage-head';

/** Filler volume and batch, then the grits to what the finish wants. */
@Component({
  selector: 'nb-fair-stage',
  imports: [CureWindows, StageHead, FigureView, PartsTable, SandingTable],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nb-stage-head stage="fair" />
    @if (fair(); as f) {
      <dl class="figures">
        <div><dt>Filler to mix</dt><dd><nb-figure [figure]="f.volume" /></dd></div>
        <div><dt>Over the glass</dt><dd><nb-figure [figure]="f.depth" as="mm" [decimals]="2" /></dd></div>
        <div><dt>Sand after</dt><dd><nb-figure [figure]="f.milestones.sand" /></dd></div>
      </dl>
      <h3>{{ product() }}</h3>
      <p class="small muted">{{ how() }} Leave it <nb-figure [figure]="f.overfill" as="mm" [decimals]="1" class="plain" /> proud; <nb-figure [figure]="f.coats" class="plain" /> {{ f.coats.value === 1 ? 'coat' : 'coats' }}, mixed in <nb-figure [figure]="f.batches" class="plain" /> {{ f.batches.value === 1 ? 'batch' : 'batches' }}. Use each within <nb-figure [figure]="f.milestones.usable" class="plain" />.</p>
      <nb-parts [parts]="f.partsPerBatch" caption="Each batch">
        @if (f.powderPerBatch; as p) {<tr><td>{{ powder() }}</td><td class="number main"><nb-figure [figure]="p" as="g" [decimals]="1" [bare]="true" /></td><td></td><td></td></tr>}
      </nb-parts>
      <h3>Sand to P{{ f.endGrit }}</h3>
      <p class="small muted">Guide coat before each grit; change direction; wash between grits.</p>
      <nb-sanding [steps]="f.sanding" caption="Grit" />
      <nb-cure-windows stage="fair" />
    }
  `,
  styles: `h3 { margin: 16px 0 2px; } .main { font-weight: 700; }`,
})
export class FairStage {
  readonly #context = inject(JobContext);
  protected readonly fair = computed(() => this.#context.plan()?.fair);
  protected readonly product = computed(() => this.#context.plan()?.system?.chosen?.chain.filler?.name ?? '');
  protected readonly how = computed(() =>
    this.fair()?.powder ? 'Mix resin and hardener fully, then the powder.' : 'Knead the cream in to one even colour.',
  );
  protected readonly powder = computed(() => this.#context.plan()?.system?.chosen?.chain.filler?.powder?.name ?? '');
}
