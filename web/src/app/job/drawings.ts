import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  computed,
  inject,
  input,
  signal,
  type OnDestroy,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { SelectButtonModule } from 'primeng/selectbutton';
import {
  figure,
  figureIn,
  gridStep,
  offsetAtPixel,
  planHandle,
  planScale,
  planScene,
  ratioForReach,
  reachAtPixel,
  said,
  sayIn,
  sectionFactor,
  sectionRefs,
  sectionScene,
  partsSaid,
  taperHandle,
  told,
  type Said,
  type Stage,
} from '@nelbo/core';
import { Reading } from '../state/reading';
import { afterwards } from '../ui/afterwards';
import { SaidView } from '../ui/said';
import { SceneView, type SceneHandle } from '../ui/scene-view';
import { JobContext } from './job-context';

const SECTION_HEIGHT = 236;
const PLAN_HEIGHT = 290;
/** Where no section is drawn the plan has the room. */
const LONE_PLAN_HEIGHT = 430;

/** Section above, plan below, drawn live from the plan. */
@Component({
  selector: 'nb-drawings',
  imports: [FormsModule, SaidView, SelectButtonModule, SceneView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (section(); as s) {
      <div class="spread head">
        <p><b>Section A–A</b>&ngsp;<span class="muted small">along the middle of the cut-out</span></p>
        <p-selectbutton [options]="scales()" optionLabel="label" optionValue="value" [ngModel]="exaggeration()" (ngModelChange)="exaggeration.set($event)" [allowEmpty]="false" size="small" ariaLabelledBy="scale-label" />
        <span id="scale-label" class="visually-hidden">Scale of the thickness</span>
      </div>
      <nb-scene [scene]="s" [handles]="handles()" (moved)="dragged($event)" [laidTo]="context.laidTo()" [touched]="context.touched()" [picked]="context.pickedPly()" (pickedChange)="context.pickedPly.set($event)" />
    }
    @if (!sectionOnly() && planDrawing(); as p) {
      <div class="spread head">
        <p><b>Plan</b>&ngsp;<span class="muted small">from outside · grid {{ grid() }}</span></p>
        <p class="muted small"><nb-said [words]="sizes()" /></p>
      </div>
      <nb-scene [scene]="p" [handles]="planHandles()" (moved)="draggedInPlan($event)" [laidTo]="context.laidTo()" [touched]="context.touched()" [picked]="context.pickedPly()" (pickedChange)="context.pickedPly.set($event)" />
    }
    @if (!sectionOnly() && !section() && !planDrawing()) {
      <div class="nothing">
        <p><b>Nothing to draw yet.</b></p>
        <ul>
          @for (p of errors(); track p.path) {<li>{{ p.what }}@if (p.suggestion) {: {{ p.suggestion }}}</li>}
        </ul>
      </div>
    }
    @if (!sectionOnly() && !section() && planDrawing()) {
      @for (p of errors(); track p.path + p.what) {<p class="note-line warn">{{ p.what }}@if (p.suggestion) {: {{ p.suggestion }}}.</p>}
      @if (context.plan()?.readings?.cells?.length) {<p class="muted small">Rings sound, squares dull, drops wet; hatched: nearest to a dull or wet reading.</p>}
    }
    @if (pickedText(); as t) {<p class="note-line warn"><nb-said [words]="t" /></p>}
  `,
  styles: `
    :host { display: block; }
    .head { margin: 2px 0 4px; align-items: center; }
    .head:not(:first-child) { margin-top: 10px; }
    .nothing { padding: 40px 0; } .nothing li { margin-top: 6px; }
  `,
})
export class Drawings implements OnDestroy {
  readonly stage = input.required<Stage>();
  /** Leaves the plan view out, where something else stands in its place. */
  readonly sectionOnly = input(false);
  protected readonly context = inject(JobContext);
  /** Drawn after what was typed has been shown: the drawings are the slowest of the page. */
  readonly #plan = afterwards(this.context.plan);
  readonly #reading = inject(Reading);
  readonly #width = signal(720);
  readonly #observer = new ResizeObserver(([entry]) =>
    this.#width.set(Math.max(320, Math.floor(entry.contentRect.width))),
  );
  protected readonly exaggeration = signal<'fit' | number>('fit');

  readonly #view = computed(() => ({
    width: this.#width(),
    height: SECTION_HEIGHT,
    exaggeration: this.exaggeration(),
    units: this.#reading.reader().units,
  }));
  protected readonly scales = computed(() => {
    const s = this.#plan()?.section;
    const factor = s ? sectionFactor(s, { ...this.#view(), exaggeration: 'fit' }) : 1;
    return [
      { label: 'true', value: 1 },
      { label: `thickness ×${factor}`, value: 'fit' },
    ];
  });
  protected readonly section = computed(() => {
    const plan = this.#plan();
    return plan?.section && sectionScene(plan.section, { ...this.#view(), refs: sectionRefs(plan) });
  });
  /** The taper is taken hold of where it meets the old surface, at the stages that settle it. */
  protected readonly handles = computed<readonly SceneHandle[]>(() => {
    const section = this.#plan()?.section;
    return section && section.grindLimit > 0
      ? this.#taperHandle(taperHandle(section, this.#view()), 'Taper ratio')
      : [];
  });
  protected readonly planHandles = computed<readonly SceneHandle[]>(() => {
    const view = this.#plan()?.planView;
    return view ? this.#taperHandle(planHandle(view, this.#planView()), 'Taper ratio, in the plan') : [];
  });

  #taperHandle(
    at: { readonly x: number; readonly y: number } | undefined,
    label: string,
  ): readonly SceneHandle[] {
    const ratio = this.#plan()?.dish?.grind?.taper.used.value;
    const stage = this.stage();
    if (ratio === undefined || !at || (stage !== 'grind' && stage !== 'laminate')) return [];
    return [{ id: 'taper', ...at, label, value: ratio, text: `${ratio.toFixed(1)} to 1`, min: 1, max: 100 }];
  }

  protected dragged({ x, steps = 0 }: { readonly x?: number; readonly steps?: number }): void {
    const section = this.#plan()?.section;
    if (section) this.#setTaper(x === undefined ? undefined : offsetAtPixel(section, this.#view(), x), steps);
  }

  protected draggedInPlan({ x, steps = 0 }: { readonly x?: number; readonly steps?: number }): void {
    const view = this.#plan()?.planView;
    if (view) this.#setTaper(x === undefined ? undefined : reachAtPixel(view, this.#planView(), x), steps);
  }

  /** The ratio that a reach asks for, or half a step up or down from the one in force. */
  #setTaper(reach: number | undefined, steps: number): void {
    const plan = this.#plan();
    if (!plan?.dish?.grind) return;
    const own = this.context.document()?.taper?.ratio;
    // A key may come before the plan of the one before: each goes on from what was asked for last.
    const ratio =
      reach === undefined
        ? Math.min(
            100,
            Math.max(1, (typeof own === 'number' ? own : plan.dish?.grind.taper.used.value) + steps / 2),
          )
        : ratioForReach(plan, reach);
    if (ratio !== undefined && ratio !== own) this.context.store.set('taper.ratio', ratio);
  }

  readonly #planView = computed(() => ({
    width: this.#width(),
    height: this.#plan()?.section ? PLAN_HEIGHT : LONE_PLAN_HEIGHT,
    units: this.#reading.reader().units,
  }));
  protected readonly planDrawing = computed(() => {
    const p = this.#plan()?.planView;
    return p && planScene(p, this.#planView());
  });
  protected readonly grid = computed(() => {
    const p = this.#plan()?.planView;
    const { units } = this.#reading.reader();
    return p ? sayIn({ value: gridStep(planScale(p, this.#planView()), units) }, 'mm', 0, { units }) : '';
  });
  protected readonly sizes = computed<Said>(() => {
    const p = this.#plan();
    const reader = this.#reading.reader();
    return p?.survey && p.dish?.grind
      ? said`cut-out ${partsSaid(p.survey.holes, p.survey.length, p.survey.width, reader)} · ground ${partsSaid(p.dish?.grind.grounds, p.dish?.grind.groundLength, p.dish?.grind.groundWidth, reader)}`
      : [];
  });
  protected readonly errors = computed(() =>
    this.context
      .problems()
      .filter((p) => p.severity === 'error')
      .map(told),
  );
  protected readonly pickedText = computed(() => {
    const ply = this.#plan()?.dish?.laminate?.plies.find((p) => p.lay === this.context.pickedPly());
    const reader = this.#reading.reader();
    return (
      ply &&
      said`Ply ${ply.lay}: ${ply.cloth.name} ${ply.orientation}, ${partsSaid(ply.cuts, ply.length, ply.width, reader)}, ${figureIn(ply.offset, 'mm', 1, reader)} beyond the cut-out, ${figure(ply.resin, reader)} of resin.`
    );
  });

  constructor() {
    this.#observer.observe(inject<ElementRef<HTMLElement>>(ElementRef).nativeElement);
  }

  ngOnDestroy(): void {
    this.#observer.disconnect();
  }
}
