import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { measureWords, saidWords, say, type Pot, type RepairTable, type Said, type Stage } from '@nelbo/core';
import { Reading } from '../../state/reading';
import { ArrowKeys } from '../../ui/arrow-keys';
import { FigureView } from '../../ui/figure';
import { SaidView } from '../../ui/said';
import { CureAir } from '../cure/cure-air';
import { CureHelp } from '../cure/cure-help';
import { CureWindows } from '../cure/cure-windows';
import { JobContext } from '../job-context';
import { PartsTable } from '../stages/parts-table';
import { SandingTable } from '../stages/sanding-table';
import { StageHead } from '../stages/stage-head';
import { askedWithDamage } from '../stages/damage-questions';
import { Questions } from './questions';

/** A stage of a repair that is not laminate: key figures, what is asked, tables, pots, papers, steps with their times. */
@Component({
  selector: 'nb-repair-stage',
  imports: [
    ArrowKeys,
    CureAir,
    CureHelp,
    CureWindows,
    FigureView,
    PartsTable,
    Questions,
    SaidView,
    SandingTable,
    StageHead,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (head()) {<nb-stage-head [stage]="stage()" />}
    @if (sheet(); as s) {
      @if (s.key.length > 0) {
        <dl class="figures">@for (k of s.key; track k.label) {<div><dt>{{ k.label }}</dt><dd><nb-figure [figure]="k.figure" [as]="k.as" [decimals]="k.decimals" /></dd></div>}</dl>
      }
      @if (asks().length > 0) {<nb-questions [asks]="asks()" />}
      @for (t of tables(); track t.caption) {
        <h3>{{ t.caption }}</h3>
        <table class="ruled" nbArrowKeys>
          <thead><tr>@for (c of t.columns; track $index) {<th scope="col" [class.number]="figures(t.rows, $index)">{{ c }}</th>}</tr></thead>
          <tbody>@for (row of t.rows; track $index) {<tr>@for (cell of row; track $index) {<td [class.number]="figures(t.rows, $index)"><nb-said [words]="cell" /></td>}</tr>}</tbody>
        </table>
      }
    }
    @for (p of pots(); track p.id) {
      <section [attr.aria-label]="p.title">
        <div class="spread"><h3>{{ p.title }}</h3><span class="muted small">{{ p.count.value > 1 ? count(p) + ' pots alike' : 'one pot' }}, {{ p.about }}</span></div>
        <nb-parts [parts]="p.parts" caption="Each pot" />
        <ul class="ways" aria-label="On the bench">@for (way of ways(p); track $index) {<li><nb-said [words]="way" /></li>}</ul>
      </section>
    }
    @if (sanding().length > 0) {<h3>Papers</h3><nb-sanding [steps]="sanding()" caption="Paper" />}
    @for (n of notes(); track $index) {<p class="note-line"><nb-said [words]="n" /></p>}
    @if (stage() === 'mix' && times().length > 0) {
      <h3>Times of the products, at the temperature of the work</h3>
      <table class="ruled">
        <thead><tr><th scope="col">Product</th><th scope="col" class="number">Pot life</th><th scope="col" class="number">Sets after</th><th scope="col" class="number">Full cure</th></tr></thead>
        <tbody>@for (t of times(); track t.product) {<tr><td>{{ t.product }}</td><td class="number"><nb-figure [figure]="t.milestones.potLife" /></td><td class="number"><nb-figure [figure]="t.milestones.sand" /></td><td class="number"><nb-figure [figure]="t.milestones.full" /></td></tr>}</tbody>
      </table>
    }
    @if (stage() === 'mix' && head()) {<nb-cure-windows /><nb-cure-air /><nb-cure-help />}
    @if (stage() === 'finish' && head()) {<nb-cure-windows stage="finish" />}
  `,
  styles: `
    :host { display: block; } h3 { margin: 18px 0 4px; font-size: 1rem; } section { margin-top: 16px; }
    td:not(.number) { line-height: 1.3; }
    .ways { margin-top: 6px; font-size: 0.93rem; } .ways li { padding: 3px 0 3px 10px; border-left: 3px solid var(--ink); margin-top: 4px; }
    .note-line { margin-top: 8px; }
  `,
})
export class RepairStage {
  /** A column of figures stands to the right and does not break; one of words does. */
  protected figures(rows: readonly (readonly Said[])[], column: number): boolean {
    return column > 0 && rows.some((row) => row[column]?.some((part) => typeof part !== 'string'));
  }

  readonly stage = input.required<Stage>();
  /** False where another view has the head of the stage already. */
  readonly head = input(true);
  readonly #context = inject(JobContext);
  readonly #reading = inject(Reading);
  readonly #plan = this.#context.plan;
  protected readonly sheet = computed(() =>
    this.#plan()?.repair?.sheets.find((s) => s.stage === this.stage()),
  );
  /** What the survey asks beside the damage is not asked again below it. */
  protected readonly asks = computed(() => {
    const kind = this.stage() === 'survey' ? this.#context.document()?.damage.kind : undefined;
    return (this.sheet()?.asks ?? []).filter(({ path }) => !askedWithDamage(kind, path));
  });
  protected readonly tables = computed(() =>
    (this.sheet()?.tables ?? []).map((t: RepairTable) => ({
      caption: t.caption,
      columns: t.columns,
      rows: t.rows.map((row) => row.map((cell): Said => saidWords(cell, this.#reading.reader()))),
    })),
  );
  protected readonly notes = computed(() =>
    (this.sheet()?.notes ?? []).map((n) => saidWords(n, this.#reading.reader())),
  );
  protected readonly pots = computed(() =>
    (this.#plan()?.repair?.pots ?? []).filter((p) => p.stage === this.stage()),
  );
  protected readonly sanding = computed(() => this.#plan()?.sanding?.[this.stage()] ?? []);
  protected readonly times = computed(() => this.#plan()?.productTimes ?? []);

  protected ways(p: Pot): readonly Said[] {
    return (this.#plan()?.bench?.pots[p.id] ?? []).map((m) => measureWords(m, this.#reading.reader()));
  }

  protected count(p: Pot): string {
    return say(p.count);
  }
}
