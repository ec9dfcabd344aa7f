import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { STIFFNESS_BAND, type Figure } from '@nelbo/core';
import { FigureView } from '../../ui/figure';
import { sentence } from '../../ui/words';
import { JobContext } from '../job-context';

interface Bar {
  readonly name: string;
  readonly figure: Figure;
  /** Where the mark stands, percent of the scale. */
  readonly at: number;
  readonly ok: boolean;
}

/** The scale runs from half to twice the old stiffness, so that half and twice lie equally far from the same. */
const place = (ratio: number): number =>
  Math.min(100, Math.max(0, (Math.log2(Math.max(ratio, 1e-9)) + 1) * 50));

/** The new laminate against the old: stiffness both ways, in the plane and in bending, and the pull at which a ply gives. */
@Component({
  selector: 'nb-stiffness',
  imports: [FigureView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (match(); as m) {
      <p class="muted small">New against old, {{ m.oldWords }}. The band {{ low }}–{{ high }} is aimed at: a patch much stiffer than its hull moves the next crack to its edge.</p>
      <div class="bars">
        @for (b of bars(); track b.name) {
          <span class="name">{{ b.name }}</span>
          <span class="scale" aria-hidden="true"><i class="band" [style.left.%]="bandFrom" [style.width.%]="bandWidth"></i><i class="same"></i><i class="mark" [class.off]="!b.ok" [style.left.%]="b.at"></i></span>
          <span class="value" [class.off]="!b.ok"><nb-figure [figure]="b.figure" [bare]="true" /></span>
        }
      </div>
      @if (m.why) {<p class="note-line warn">{{ sentence(m.why) }}</p>}
      @if (m.oneWay) {<p class="note-line warn">All fibres lie the same way: strong along them, weak between. Turn every other ply.</p>}
      <p class="small muted">Out of symmetry <nb-figure [figure]="m.coupling" [bare]="true" class="plain" /> (0 is symmetric), shears under pull <nb-figure [figure]="m.shearCoupling" [bare]="true" class="plain" />.</p>
    }
  `,
  styles: `
    :host { display: block; }
    .bars { display: grid; grid-template-columns: minmax(120px, auto) minmax(0, 1fr) 46px; gap: 3px 10px; align-items: center; margin: 6px 0; font-size: 0.92rem; }
    .scale { position: relative; height: 18px; border-left: 1px solid var(--hairline); border-right: 1px solid var(--hairline); background: linear-gradient(var(--hairline), var(--hairline)) center / 100% 1px no-repeat; }
    .scale i { position: absolute; }
    .band { top: 3px; bottom: 3px; background: var(--wait-soft); border: 1px solid var(--wait); }
    .same { left: 50%; top: 0; bottom: 0; width: 1px; background: var(--muted); }
    .mark { top: 2px; bottom: 2px; width: 6px; margin-left: -3px; background: var(--ink); } .mark.off { background: var(--act); clip-path: polygon(50% 0, 100% 50%, 50% 100%, 0 50%); width: 12px; margin-left: -6px; }
    .value { text-align: right; font-weight: 700; } .value.off { color: var(--act); }
  `,
})
export class StiffnessPanel {
  protected readonly sentence = sentence;
  readonly #context = inject(JobContext);
  protected readonly low = STIFFNESS_BAND[0];
  protected readonly high = STIFFNESS_BAND[1];
  protected readonly bandFrom = place(STIFFNESS_BAND[0]);
  protected readonly bandWidth = place(STIFFNESS_BAND[1]) - place(STIFFNESS_BAND[0]);
  protected readonly match = computed(() => this.#context.plan()?.dish?.laminate?.stiffness);
  protected readonly bars = computed<readonly Bar[]>(() => {
    const m = this.match();
    if (!m) return [];
    const stiff = (name: string, figure: Figure): Bar => ({
      name,
      figure,
      at: place(figure.value),
      ok: figure.value >= STIFFNESS_BAND[0] - 1e-9 && figure.value <= STIFFNESS_BAND[1] + 1e-9,
    });
    const strong = (name: string, figure: Figure): Bar => ({
      name,
      figure,
      at: place(figure.value),
      ok: figure.value >= STIFFNESS_BAND[0] - 1e-9,
    });
    return [
      stiff('In plane, along', m.A11),
      stiff('In plane, up', m.A22),
      stiff('Bending, along', m.D11),
      stiff('Bending, up', m.D22),
      strong('First ply, along', m.strengthAlong),
      strong('First ply, up', m.strengthUp),
    ];
  });
}
