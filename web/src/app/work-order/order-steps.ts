import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { overriddenBy, type OrderRow } from '@nelbo/core';
import { rowNumber } from '@nelbo/core/papers';
import { SaidView } from '../ui/said';

/** Numbered steps as they are printed: a box for the pencil, what is done, and everything that is needed there under it. */
@Component({
  selector: 'nb-order-steps',
  imports: [SaidView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol>
      @for (r of rows(); track r.id) {
        @if (r.kind === 'wait') {
          <li class="wait"><span></span><span></span><span class="what">wait <nb-said [words]="r.takes" />@if (r.until) {, {{ r.until }}}: {{ r.text }}</span></li>
        } @else {
          <li>
            <span class="box">@if (r.ticked) {<span aria-hidden="true">✓</span><span class="visually-hidden">done</span>}</span>
            <b class="n">{{ number(r) }}</b>
            <div class="what">
              <p><b>{{ r.text }}</b>@if (r.figures.length > 0) {: <nb-said [words]="r.figures" />}</p>
              @for (s of r.stops; track s.id) {<p class="under stop"><b class="sign">STOP</b> {{ s.override ? by(s.override) : s.text }}</p>}
              @if (r.pot.length > 0) {<p class="under"><nb-said [words]="r.pot" /></p>}
              @for (g of r.gates; track g.text) {@if (g.kind !== 'waited') {<p class="under">@if (g.status === 'broken') {<b>Too late: </b>}{{ g.text }}</p>}}
              @for (c of r.cautions; track c) {<p class="under caution">{{ c }}</p>}
              @for (t of r.tests; track t.test) {<p class="under test">{{ t.test }}: {{ t.pass }}@if (t.result) {; <b>{{ t.result }}</b>}</p>}
              @if (r.fails; as f) {<p class="under"><b>If {{ f.when }}:</b> {{ f.text }} ({{ f.takes }})</p>}
            </div>
            <span class="time"><nb-said [words]="r.work" /> {{ r.when }}@if (r.people) {<b> {{ r.people }} people</b>}@if (r.photo) {<span> · photo</span>}</span>
          </li>
        }
      }
    </ol>
  `,
  styles: `
    :host { display: block; } ol { list-style: none; padding: 0; margin: 0; }
    li { display: grid; grid-template-columns: 18px 32px minmax(0, 1fr) auto; gap: 8px; padding: 4px 0; break-inside: avoid; align-items: start; }
    .box { width: 17px; height: 17px; border: 1.5px solid var(--ink); line-height: 14px; text-align: center; font-weight: 700; margin-top: 2px; }
    .n { text-align: right; } .time { color: var(--muted); font-size: 0.88rem; text-align: right; max-width: 230px; padding-top: 2px; }
    .wait { color: var(--muted); } .wait .what { grid-column: 3 / 5; }
    .under { font-size: 0.92rem; padding-left: 10px; margin-top: 2px; } .caution { border-left: 3px solid var(--act); padding-left: 7px; }
    .stop { border-left: 4px solid var(--act); padding-left: 7px; } .sign { background: var(--act); color: #fff; padding: 1px 7px; font-size: 0.82em; clip-path: polygon(14% 0, 86% 0, 100% 30%, 100% 70%, 86% 100%, 14% 100%, 0 70%, 0 30%); }
    .test::before { content: '= '; font-weight: 700; }
    @media (max-width: 700px) { li { grid-template-columns: 18px 22px minmax(0, 1fr); } .time { grid-column: 3; text-align: left; max-width: none; } .wait .what { grid-column: 3; } }
  `,
})
export class OrderSteps {
  readonly rows = input.required<readonly OrderRow[]>();
  protected readonly by = overriddenBy;
  protected readonly number = rowNumber;
}
