import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { doseToldBy, measureWords, say, type Batch, type Said } from '@nelbo/core';
import { Reading } from '../../state/reading';
import { ShopStore } from '../../state/shop-store';
import { SaidView } from '../../ui/said';
import { FigureView } from '../../ui/figure';
import { QuantityFieldView } from '../../ui/quantity-field';
import { CureAir } from '../cure/cure-air';
import { CureHelp } from '../cure/cure-help';
import { CureWindows } from '../cure/cure-windows';
import { JobContext } from '../job-context';
import { PartsTable } from './parts-table';
import { StageHead } from './stage-head';

/** Batches by pot life, what goes into each cup, and the times at the temperature given. */
@Component({
  selector: 'nb-mix-stage',
  imports: [CureAir, CureHelp, CureWindows, SaidView, StageHead, FigureView, QuantityFieldView, PartsTable],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nb-stage-head stage="mix" />
    @if (mix(); as m) {
      <dl class="figures">
        <div><dt>Pot life, 100 g</dt><dd><nb-figure [figure]="m.milestones.potLife" /></dd></div>
        <div><dt>Use within</dt><dd><nb-figure [figure]="m.milestones.usable" /></dd></div>
        <div><dt>Sand after</dt><dd><nb-figure [figure]="m.milestones.sand" /></dd></div>
      </dl>
      @if (m.milestones.windowOpens; as opens) {
        <p class="window">On the plies laid last the next bonds without abrasion from <nb-figure [figure]="opens" class="plain" /> to @if (m.milestones.windowCloses; as closes) {<nb-figure [figure]="closes" class="plain" />} after laying. @if (m.milestones.full.estimates && forecast()) {{{ doc()?.cure?.postCure === 'yes' ? 'Full cure comes with the post-cure.' : 'No full cure within two months in this air.' }}} @else {Full cure <nb-figure [figure]="m.milestones.full" class="plain" />.}</p>
      }
      <nb-cure-air />
      <nb-cure-windows />
      <nb-cure-help />
      @for (b of m.batches; track b.number) {
        <section [attr.aria-label]="'Batch ' + b.number">
          <div class="spread"><h3>Batch {{ b.number }}</h3><span class="muted small">{{ what(b) }}</span></div>
          <p class="small">Wet-out takes <nb-figure [figure]="b.wetOut" class="plain" /> of <nb-figure [figure]="m.milestones.usable" class="plain" />.</p>
          <nb-parts [parts]="b.parts" [caption]="ratio(b)" />
          <ul class="ways" aria-label="On the bench">@for (way of ways($index); track $index) {<li><nb-said [words]="way" /></li>}</ul>
        </section>
      }
      <section aria-label="All batches together">
        <h3>All together</h3>
        <nb-parts [parts]="m.parts" caption="With waste" />
        <p class="small muted">In the plies <nb-figure [figure]="m.pliesResin" class="plain" />, on the ground face <nb-figure [figure]="m.groundResin" class="plain" />.</p>
      </section>
      <div class="fields">
        <nb-quantity path="mix.perGo" [value]="doc()?.mix?.perGo" (changed)="set('mix.perGo', $event)" />
        <nb-quantity path="mix.fillPerGo" [value]="doc()?.mix?.fillPerGo" (changed)="set('mix.fillPerGo', $event)" />
        <nb-quantity path="mix.pot" [value]="doc()?.mix?.pot" [by]="by()?.of" (changed)="set('mix.pot', $event)" />
        @if (m.parts.kind === 'peroxide') {<nb-quantity path="mix.catalyst" [value]="doc()?.mix?.catalyst" [assumed]="m.parts.fraction" [by]="by()" (changed)="set('mix.catalyst', $event)" />}
        <nb-quantity path="laminate.groundCoat" [value]="doc()?.laminate?.groundCoat" [assumed]="inputs()?.groundCoat" (changed)="set('laminate.groundCoat', $event)" />
      </div>
    }
  `,
  styles: `
    .window { margin-top: 10px; color: var(--wait); }
    section { margin-top: 16px; }
    .ways { margin-top: 6px; font-size: 0.93rem; } .ways li { padding: 3px 0 3px 10px; border-left: 3px solid var(--ink); margin-top: 4px; }
    .fields { margin-top: 16px; }
  `,
})
export class MixStage {
  readonly #context = inject(JobContext);
  protected readonly doc = this.#context.document;
  /** Whether the forecast is there: what it does not come to never comes in this air. */
  protected readonly forecast = computed(() => this.#context.plan()?.cure !== undefined);
  protected readonly inputs = computed(() => this.#context.plan()?.inputs);
  protected readonly mix = computed(() => this.#context.plan()?.dish?.mix);

  readonly #reading = inject(Reading);
  readonly #shop = toSignal(inject(ShopStore).shop$);

  /** How a batch is measured out with the instruments of the bench. */
  protected ways(batch: number): readonly Said[] {
    return (this.#context.plan()?.bench?.batches[batch] ?? []).map((m) =>
      measureWords(m, this.#reading.reader()),
    );
  }

  /** By what a dose or a pot is worked out that is told by volume, in strokes or in drops. */
  protected readonly by = computed(() => {
    const parts = this.mix()?.parts;
    return parts && doseToldBy(parts, this.#shop()?.instruments);
  });

  protected set(path: string, value: unknown): void {
    this.#context.store.set(path, value);
  }

  protected what(b: Batch): string {
    const plies = b.plies.length === 1 ? `ply ${b.plies[0]}` : `plies ${b.plies[0]}–${b.plies.at(-1)}`;
    return [
      b.withGroundCoat ? 'ground face' : '',
      b.share ? `${plies}, part ${b.share.index} of ${b.share.of}` : plies,
    ]
      .filter(Boolean)
      .join(' and ');
  }

  protected ratio(b: Batch): string {
    return b.parts.kind === 'two-part'
      ? `${say(b.parts.massRatio)} by weight`
      : b.parts.kind === 'peroxide'
        ? 'Peroxide by weight'
        : 'Cream by weight';
  }
}
