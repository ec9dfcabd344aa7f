import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { formatAs, preferredUnit } from '@nelbo/core';
import { Reading } from '../../state/reading';
import { ArrowKeys } from '../../ui/arrow-keys';
import { ChoiceFieldView } from '../../ui/choice-field';
import { FigureView } from '../../ui/figure';
import { QuantityFieldView } from '../../ui/quantity-field';
import { JobContext } from '../job-context';
import { StageHead } from './stage-head';

/** Cut-out, taper with its shear check, lines, dust and the gauge table. */
@Component({
  selector: 'nb-grind-stage',
  imports: [ArrowKeys, StageHead, FigureView, ChoiceFieldView, QuantityFieldView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nb-stage-head stage="grind" />
    @if (grind(); as g) {
      <dl class="figures">
        <div><dt>Taper</dt><dd><nb-figure [figure]="g.taper.used" /></dd></div>
        <div><dt>Ground, along</dt><dd><nb-figure [figure]="g.groundLength" /></dd></div>
        <div><dt>up</dt><dd><nb-figure [figure]="g.groundWidth" /></dd></div>
      </dl>
      <p class="check" [class.fails]="!g.taper.passesShear">
        <b>{{ g.taper.passesShear ? 'Shear check passes.' : 'Shear check fails.' }}</b>
        The bond asks for <nb-figure [figure]="g.taper.byShear" class="plain" />, the duty for <nb-figure [figure]="g.taper.byDuty" class="plain" />.
      </p>
      <div class="fields">
        <nb-choice path="duty" [value]="doc()?.duty" [assumed]="plan()?.inputs?.duty" (changed)="set('duty', $event)" />
        <nb-quantity path="taper.ratio" label="Own taper ratio" [value]="doc()?.taper?.ratio" [assumed]="g.taper.used" (changed)="set('taper.ratio', $event)" />
      </div>
      <table class="ruled lines">
        <thead><tr><th>From the edge of the cut-out</th><th class="number">{{ unit() }}</th></tr></thead>
        <tbody>
          <tr><td>grind limit</td><td class="number"><nb-figure [figure]="g.grindLimit" as="mm" [decimals]="1" [bare]="true" /></td></tr>
          <tr><td>finish edge</td><td class="number"><nb-figure [figure]="g.finishEdge" as="mm" [decimals]="1" [bare]="true" /></td></tr>
          <tr><td>masking line, <nb-figure [figure]="g.maskingLength" class="plain" /> long</td><td class="number"><nb-figure [figure]="g.maskingLine" as="mm" [decimals]="1" [bare]="true" /></td></tr>
        </tbody>
      </table>
      <table class="ruled">
        <thead><tr><th>Areas and dust, disc P{{ g.discGrit }}</th><th class="number">amount</th></tr></thead>
        <tbody>
          @if (plan()?.survey; as s) {<tr><td>cut-out</td><td class="number"><nb-figure [figure]="s.area" as="cm²" /></td></tr>}
          <tr><td>face to grind</td><td class="number"><nb-figure [figure]="g.taperArea" as="cm²" /></td></tr>
          <tr><td>inside the masking line</td><td class="number"><nb-figure [figure]="g.maskedArea" as="cm²" /></td></tr>
          <tr><td>laminate ground away</td><td class="number"><nb-figure [figure]="g.removedVolume" /></td></tr>
          <tr><td>dust</td><td class="number"><nb-figure [figure]="g.dustMass" /></td></tr>
        </tbody>
      </table>
      <h3>Gauge</h3>
      <div class="gauge" nbArrowKeys role="table" aria-label="Depth of the dish by distance from the edge of the cut-out">
        <div role="row"><span role="columnheader">{{ unit() }} out</span>@for (x of g.gauge; track x.distance) {<span role="cell">{{ out(x.distance) }}</span>}</div>
        <div role="row"><span role="columnheader">{{ unit() }} deep</span>@for (x of g.gauge; track x.distance) {<span role="cell"><nb-figure [figure]="x.depth" as="mm" [decimals]="1" [bare]="true" /></span>}</div>
      </div>
    }
  `,
  styles: `
    .check { margin: 12px 0; border-left: 3px solid var(--wait); padding-left: 10px; }
    .check.fails { border-color: var(--act); }
    .lines { margin-top: 10px; } table { margin-top: 6px; }
    h3 { margin: 16px 0 4px; }
    .gauge { overflow-x: auto; border-top: 1px solid var(--ink); border-bottom: 1px solid var(--hairline); }
    .gauge > div { display: flex; } .gauge > div + div { border-top: 1px solid var(--hairline); font-weight: 700; }
    .gauge span[role] { flex: 1 0 30px; text-align: right; padding: 4px 3px; font-size: 0.88rem; }
    .gauge span[role='columnheader'] { flex: 0 0 62px; text-align: left; color: var(--muted); font-weight: 400; }
  `,
})
export class GrindStage {
  readonly #context = inject(JobContext);
  readonly #reading = inject(Reading);
  protected readonly unit = computed(() => preferredUnit('mm', this.#reading.reader().units));
  protected readonly doc = this.#context.document;
  protected readonly plan = this.#context.plan;
  protected readonly grind = computed(() => this.#context.plan()?.grind);

  protected set(path: string, value: unknown): void {
    this.#context.store.set(path, value);
  }

  protected out(distance: number): string {
    return formatAs(distance, 'mm', 0, this.#reading.reader().units).text;
  }
}
