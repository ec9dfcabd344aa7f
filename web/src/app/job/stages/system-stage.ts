import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import type { RankedChain } from '@nelbo/core';
import { ChoiceFieldView } from '../../ui/choice-field';
import { FigureView } from '../../ui/figure';
import { JobContext } from '../job-context';
import { StageHead } from './stage-head';

/** Chains that hold on this hull, ranked with reasons, and those a rule refused. */
@Component({
  selector: 'nb-system-stage',
  imports: [StageHead, FigureView, ButtonModule, ChoiceFieldView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nb-stage-head stage="system" />
    @if (system(); as s) {
      <ol class="chains">
        @for (r of s.ranked; track r.chain.id) {
          <li [class.chosen]="r === s.chosen">
            <div class="spread">
              <h3>{{ r.chain.resin.name }}</h3>
              <span class="score">score <nb-figure [figure]="r.score" class="plain" /></span>
            </div>
            <p class="muted small">{{ r.chain.cloth.name }} · {{ r.chain.filler.name }} · {{ r.chain.finish.name }}</p>
            <dl class="bars">
              @for (c of criteria(r); track c.name) {
                <div><dt>{{ c.name }}</dt><dd><span class="bar"><span [style.width.%]="c.share * 100"></span></span></dd></div>
              }
            </dl>
            <ul class="why">
              @for (rule of r.chain.rules; track rule.id) {<li><b>{{ rule.verdict }}:</b> {{ rule.reason }}@if (rule.remedy) {<span class="muted">; {{ rule.remedy }}</span>}</li>}
              @if (r.tooCold) {<li class="cold"><b>too cold:</b> below the minimum of a product of this chain</li>}
            </ul>
            @if (r === s.chosen) {<p class="is">chosen for this job</p>} @else {
              <button pButton type="button" size="small" severity="secondary" [outlined]="true" [attr.aria-label]="'Take this one: ' + r.chain.resin.name" (click)="take(r)">Take this one</button>
            }
          </li>
        }
      </ol>
      <h3 class="head">Parts of the chain</h3>
      <div class="fields">
        <nb-choice path="system.cloth" [value]="doc()?.system?.cloth" [assumed]="s.chosen.chain.cloth.id" assumedText="chosen by Nelbo" (changed)="set('system.cloth', $event)" />
        <nb-choice path="system.finish" [value]="doc()?.system?.finish" [assumed]="s.chosen.chain.finish.id" assumedText="chosen by Nelbo" (changed)="set('system.finish', $event)" />
      </div>
      <h3 class="head">Refused</h3>
      <ul class="refused">
        @for (r of s.refused; track r.rule.id) {
          <li>
            <p><b>{{ r.chain.resin.name }}</b> with {{ r.chain.cloth.name }}, {{ r.chain.filler.name }}, {{ r.chain.finish.name }}</p>
            <p class="small"><b>{{ r.rule.verdict }}:</b> {{ r.rule.reason }}. <span class="muted">Instead: {{ r.rule.remedy }}. Rule {{ r.rule.id }}.</span></p>
          </li>
        }
      </ul>
    }
  `,
  styles: `
    .chains > li { border-top: 1px solid var(--hairline); padding: 10px 0 12px; }
    .chains > li.chosen { border-top: 2px solid var(--ink); border-left: 3px solid var(--act); padding-left: 10px; }
    .score { font-weight: 700; font-size: 0.93rem; }
    .bars { display: grid; grid-template-columns: repeat(4, 1fr); gap: 10px; margin: 6px 0; }
    .bars dt { font-size: 0.8rem; color: var(--muted); }
    .bar { display: block; height: 6px; border: 1px solid var(--ink); } .bar span { display: block; height: 100%; background: var(--ink); }
    .why { font-size: 0.88rem; } .why li { margin-top: 3px; } .cold { color: var(--act); }
    .is { font-size: 0.87rem; font-weight: 700; color: var(--act); margin-top: 6px; }
    button { margin-top: 8px; }
    .head { margin: 18px 0 8px; }
    .refused li { border-left: 3px solid var(--act); padding: 2px 0 2px 10px; margin-top: 8px; }
  `,
})
export class SystemStage {
  readonly #context = inject(JobContext);
  protected readonly doc = this.#context.document;
  protected readonly system = computed(() => this.#context.plan()?.system);

  protected criteria(r: RankedChain): { name: string; share: number }[] {
    return Object.entries(r.criteria).map(([name, share]) => ({ name, share }));
  }

  protected take(r: RankedChain): void {
    this.#choose('resin', r.chain.resin.id);
  }

  protected set(path: string, value: unknown): void {
    this.#choose(path.split('.')[1], value);
  }

  /** Only what was chosen by hand is kept with the job; the parts that go with it are matched anew. */
  #choose(part: string, value: unknown): void {
    this.#context.store.update((d) => {
      const { filler: _, ...rest } = d.system ?? {};
      return { ...d, system: { ...rest, [part]: value as string } };
    });
  }
}
