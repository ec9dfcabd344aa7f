import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { ButtonModule } from 'primeng/button';
import { SelectButtonModule } from 'primeng/selectbutton';
import {
  afterDryFit,
  figure,
  preferredUnit,
  said,
  sizeOf,
  type Figure,
  type Ply,
  type Said,
} from '@nelbo/core';
import { Reading } from '../../state/reading';
import { ArrowKeys } from '../../ui/arrow-keys';
import { ChoiceFieldView } from '../../ui/choice-field';
import { FigureView } from '../../ui/figure';
import { SaidView } from '../../ui/said';
import { QuantityFieldView } from '../../ui/quantity-field';
import { sayWhen } from '../../ui/when';
import { JobContext } from '../job-context';
import { LayupSteps } from './layup-steps';
import { PlanChecks } from './plan-checks';
import { StageHead } from './stage-head';
import { StackTools } from './stack-tools';

const WHY = {
  'largest first':
    'The first ply covers the whole ground face: one continuous bond, and no ply is cut through when the face is ground.',
  'smallest first':
    'Each ply meets the old ply of its own level and the last covers all edges; easier to hold up on a steep face.',
} as const;

/** The ply stack: what to cut, which way, in which order, with how much resin. */
@Component({
  selector: 'nb-laminate-stage',
  imports: [
    ArrowKeys,
    ButtonModule,
    ChoiceFieldView,
    FormsModule,
    LayupSteps,
    PlanChecks,
    RouterLink,
    StackTools,
    SaidView,
    SelectButtonModule,
    StageHead,
    FigureView,
    QuantityFieldView,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nb-stage-head stage="laminate">
      <span id="order-label" class="visually-hidden">Lay order</span>
      <p-selectbutton [options]="orders" [ngModel]="laminate()?.order" (ngModelChange)="set('laminate.order', $event)" [allowEmpty]="false" size="small" ariaLabelledBy="order-label" />
    </nb-stage-head>
    @if (laminate(); as l) {
      <dl class="figures">
        <div><dt>New laminate</dt><dd><nb-figure [figure]="l.thickness" as="mm" [decimals]="2" /></dd></div>
        <div><dt>Resin, mixed</dt><dd>@if (mix(); as m) {<nb-figure [figure]="m.total" />}</dd></div>
        <div><dt>Band</dt><dd class="band"><nb-figure [figure]="l.lowerLimit" as="mm" [decimals]="1" [bare]="true" />–<nb-figure [figure]="l.upperLimit" as="mm" [decimals]="1" /></dd></div>
      </dl>
      @if (plan()?.dish?.coring; as c) {
        <p class="note-line">First the core: {{ c.product.name }}, <nb-figure [figure]="c.thickness" as="mm" [decimals]="0" />, cut to <nb-figure [figure]="c.length" as="mm" [decimals]="0" [bare]="true" /> × <nb-figure [figure]="c.width" as="mm" [decimals]="0" />, primed with <nb-figure [figure]="c.priming" /> of resin and bedded in <nb-figure [figure]="c.bedding" />, thickened.</p>
      }
      <table #table class="ruled">
        <caption class="visually-hidden">Plies in the order of laying</caption>
        <thead><tr><th>Ply</th><th>Cloth</th><th class="number">Size, {{ sizeUnit() }}</th><th class="number">Resin, {{ massUnit() }}</th><th class="number">Lay at</th></tr></thead>
        <tbody>
          @for (p of l.plies; track p.lay) {
            @if (l.sides.length > 1 && firstOf(p)) {<tr class="side-head"><td colspan="5">{{ p.side === 'inside' ? 'Inside' : 'Outside' }}</td></tr>}
            @if (restBefore(p); as rest) {<tr class="rest"><td colspan="5"><nb-said [words]="rest" /></td></tr>}
            <tr [class.selected]="p.lay === context.pickedPly()" (click)="pick(p)">
              <td><button type="button" class="pick" [attr.aria-pressed]="p.lay === context.pickedPly()" [attr.aria-label]="'Show ply ' + p.lay" (click)="pick(p); $event.stopPropagation()">{{ p.lay }}</button></td>
              <td>{{ short(p) }}</td>
              <td class="number">@for (c of cutsOf(p); track $index) {<span class="cut">@if (c.name) {<span class="muted">{{ c.name }}</span> }<nb-figure [figure]="c.length" as="mm" [decimals]="0" [bare]="true" /> × <nb-figure [figure]="c.width" as="mm" [decimals]="0" [bare]="true" /></span>}</td>
              <td class="number"><nb-figure [figure]="p.resin" as="g" [decimals]="1" [bare]="true" /></td>
              <td class="number">{{ layAt(p) }}</td>
            </tr>
          }
        </tbody>
      </table>
      <nb-layup-steps />
      <p class="note-line">Peel ply last, uncoated, <nb-said [words]="peel()" />. Cut each ply to its size and dry-fit the stack: flush?
        <button type="button" class="link" (click)="fit('proud')">stands proud: drop a ply</button> · <button type="button" class="link" (click)="fit('low')">lies low: add a ply</button></p>
      <p class="row"><a pButton [routerLink]="['/jobs', jobId(), 'patterns']" severity="secondary" size="small" [outlined]="true">Patterns and cutting</a></p>

      @defer (on viewport; prefetch on interaction(table)) {<nb-stack-tools />} @placeholder {<p class="later muted">As stiff as the hull was? Stacks, old and new, and structure inside …</p>}

      <h3>How it is laid</h3>
      <nb-plan-checks [about]="checks" />
      <p class="note-line"><b>Why {{ l.order }}?</b> {{ why[l.order] }}</p>
      <div class="fields">
        <nb-choice path="laminate.lie" [value]="doc()?.laminate?.lie" assumed="flat" (changed)="set('laminate.lie', $event)" />
        <nb-choice path="former" [value]="doc()?.former" assumed="flat" (changed)="set('former', $event)" />
        <nb-choice path="laminate.cover" [value]="doc()?.laminate?.cover" assumed="no" (changed)="set('laminate.cover', $event)" />
        @if (doc()?.laminate?.cover === 'yes') {<nb-quantity path="laminate.coverLap" [value]="doc()?.laminate?.coverLap" (changed)="set('laminate.coverLap', $event)" />}
        <nb-quantity path="laminate.minimumStep" [value]="doc()?.laminate?.minimumStep" [assumed]="plan()?.inputs?.minimumStep" (changed)="set('laminate.minimumStep', $event)" />
        <nb-quantity path="laminate.waste" [value]="doc()?.laminate?.waste" [assumed]="plan()?.inputs?.waste" (changed)="set('laminate.waste', $event)" />
      </div>
    }
  `,
  styles: `
    .band { font-size: 1.05rem; white-space: nowrap; padding-top: 4px; }
    table { margin-top: 6px; font-size: 0.93rem; } td { white-space: nowrap; } tbody tr { cursor: pointer; }
    @media (max-width: 480px) { table :is(th, td:nth-child(2), td:nth-child(3)) { white-space: normal; } }
    .cut { display: block; }
    .rest td { color: var(--wait); cursor: default; background: repeating-linear-gradient(135deg, transparent 0 6px, rgb(43 103 119 / 0.12) 6px 7px); }
    .pick { all: unset; cursor: pointer; padding: 0 6px; font-weight: 700; } .pick:focus-visible { outline: 2px solid var(--act); }
    .note-line { margin-top: 12px; }
    .fields { margin-top: 14px; } h3 { margin: 18px 0 6px; } .row { margin-top: 10px; }
    .later { min-height: 60px; margin-top: 18px; }
    .link { all: unset; cursor: pointer; text-decoration: underline; } .link:focus-visible { outline: 2px solid var(--act); }
    .side-head td { font-weight: 700; border-bottom-color: var(--ink); padding-top: 10px; cursor: default; }
  `,
})
export class LaminateStage {
  protected readonly context = inject(JobContext);
  protected readonly orders = ['largest first', 'smallest first'];
  protected readonly why = WHY;
  readonly #reading = inject(Reading);
  protected readonly massUnit = computed(() => preferredUnit('g', this.#reading.reader().units));
  protected readonly sizeUnit = computed(() => preferredUnit('mm', this.#reading.reader().units));
  protected readonly doc = this.context.document;
  protected readonly plan = this.context.plan;
  protected readonly laminate = computed(() => this.context.plan()?.dish?.laminate);
  protected readonly mix = computed(() => this.context.plan()?.dish?.mix);
  protected readonly tasks = computed(
    () => this.context.plan()?.timeline?.stages.find((s) => s.stage === 'laminate')?.tasks ?? [],
  );
  protected readonly peel = computed(() => {
    const g = this.context.plan()?.dish?.grind;
    return g ? sizeOf(g.groundLength, g.groundWidth, this.#reading.reader()) : [];
  });

  protected readonly checks = ['stiffness', 'one way', 'fill', 'order'] as const;
  protected readonly jobId = computed(() => this.context.state()?.id ?? '');
  protected firstOf(p: Ply): boolean {
    return this.laminate()?.plies.find((x) => x.side === p.side) === p;
  }

  protected fit(found: 'proud' | 'low'): void {
    const plan = this.context.plan();
    if (plan) this.set('laminate.plies', afterDryFit(plan, found));
  }

  protected set(path: string, value: unknown): void {
    this.context.store.set(path, value);
  }

  protected pick(p: Ply): void {
    this.context.pickedPly.update((now) => (now === p.lay ? undefined : p.lay));
  }

  /** What a ply is cut to: itself, or each of its pieces. */
  protected cutsOf({
    cuts,
    length,
    width,
  }: Ply): readonly { name?: string; length: Figure; width: Figure }[] {
    return cuts.length < 2
      ? [{ length, width }]
      : cuts.map((c) => ({ name: c.name, length: c.length ?? length, width: c.width ?? width }));
  }

  protected short(p: Ply): string {
    return `${p.cloth.own ? p.cloth.name : p.cloth.name.replace('biaxial ', '')} ${p.orientation === 'any' ? '' : p.orientation}`;
  }

  /** A ply is laid with its batch: the time is that of the batch's first ply. */
  protected layAt(p: Ply): string {
    const task = this.tasks().find((t) => t.plies?.includes(p.lay));
    return task && task.plies?.[0] === p.lay ? sayWhen(task.start) : '';
  }

  protected restBefore(p: Ply): Said | undefined {
    const at = this.tasks().findIndex((t) => t.plies?.[0] === p.lay);
    const rest = this.tasks()
      .slice(Math.max(0, at - 2), Math.max(0, at))
      .find((t) => t.kind === 'wait');
    if (!rest) return undefined;
    const closes = rest.window ? ` · window shuts ${sayWhen(rest.window.closes)}` : '';
    return said`${rest.label}, ${figure(rest.duration)}${closes}`;
  }
}
