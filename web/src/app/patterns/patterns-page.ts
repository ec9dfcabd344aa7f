import { REPAIRS } from '@nelbo/core/repairs';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  OnDestroy,
  signal,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { ButtonModule } from 'primeng/button';
import { SelectButtonModule } from 'primeng/selectbutton';
import type { Subscription } from 'rxjs';
import { sameData, sayIn } from '@nelbo/core';
import {
  patternPieces,
  rollCuts,
  tilesOf,
  type NestInput,
  type PatternPiece,
  type Paper,
  type RollCut,
} from '@nelbo/core/papers';
import { Api, type JobFile } from '../api/api';
import { Forecast } from '../job/forecast';
import { JobContext } from '../job/job-context';
import { PlaceBar } from '../job/place-bar';
import { JobStore } from '../state/job-store';
import { LogStore } from '../state/log-store';
import { PhotoStore } from '../state/photo-store';
import { Reading } from '../state/reading';
import { RepairKinds } from '../state/repair-kinds';
import { StoresStore } from '../state/stores-store';
import { HeavyWork, type Nested } from '../workers/heavy-work';
import { RollView } from './roll-view';

/** How long a roll is searched for a better layout, ms. */
const BUDGET_MS = 10_000;

/** What is cut for a job: the pieces, how they lie on their rolls, and the patterns at 1:1. */
@Component({
  selector: 'nb-patterns-page',
  imports: [ButtonModule, FormsModule, PlaceBar, RollView, RouterLink, SelectButtonModule],
  providers: [JobStore, LogStore, PhotoStore, Forecast, JobContext],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (context.failure(); as failure) {
      <main class="page"><h1>{{ failure }}</h1><p><a routerLink="/jobs">All jobs</a></p></main>
    } @else if (context.plan(); as plan) {
      <main class="page">
        <header class="spread">
          <div>
            <p class="muted"><a [routerLink]="['/jobs', id(), plan.stages.includes('laminate') ? 'laminate' : 'survey']">‹ {{ context.document()?.title ?? 'The job' }}</a></p>
            <h1>Patterns and cutting</h1>
            <nb-place-bar [state]="context.state()" />
          </div>
          <div class="row print">
            <span id="paper-label" class="muted small">Paper</span>
            <p-selectbutton [options]="papers" optionLabel="label" optionValue="value" [ngModel]="paper()" (ngModelChange)="paper.set($event)" [allowEmpty]="false" size="small" ariaLabelledBy="paper-label" />
            <a pButton class="act" [href]="url('patterns.pdf', paper())" download>Patterns, PDF 1:1</a>
          </div>
        </header>
        @if (pieces().length === 0) {
          <p class="note-line warn">Nothing to be cut is planned for this job yet: no plies, patches or core.</p>
        } @else {
          <p class="muted">{{ pieces().length }} {{ pieces().length === 1 ? 'piece' : 'pieces' }} on {{ sheets() }} {{ sheets() === 1 ? 'sheet' : 'sheets' }} of paper. Print at 100 % and measure the bar of 100 mm before cutting. Also for a cutter or plotter:
            <a [href]="url('patterns.dxf')" download>DXF</a>, <a [href]="url('patterns.svg')" download>SVG</a>, <a [href]="url('patterns.csv')" download>points as CSV</a>; lists: <a [href]="url('cut-list.csv')" download>cut list</a>@if (onRolls()) {, <a [href]="url('rolls.csv')" download>places on the rolls</a>}.</p>
          @for (cut of cuts(); track cut.material.id) {
            <section>
              <div class="spread">
                <h2>{{ cut.material.name }}</h2>
                @if (found()[cut.material.id]; as f) {
                  <p><b>{{ metres(f.layout.length) }}</b> of the roll · <b>{{ percent(f.layout.yield) }}</b> used · least possible {{ metres(f.layout.bound) }}</p>
                }
              </div>
              @if (cut.nest; as nest) {
                @if (found()[cut.material.id]; as f) {
                  <nb-roll [layout]="f.layout" [rollWidth]="nest.rollWidth" [name]="cut.material.name" />
                  @if (f.layout.tooWide.length > 0) {<p class="note-line warn">Wider than the roll: {{ f.layout.tooWide.join(', ') }}.</p>}
                  <div class="row search">
                    @if (f.done) {
                      <span class="muted small">{{ f.tried }} layouts tried; roll {{ mm(nest.rollWidth) }} wide, pieces {{ mm(nest.gap) }} apart, warp kept.</span>
                      <button pButton type="button" size="small" severity="secondary" [text]="true" (click)="search(cut, nest)">Search again</button>
                    } @else {
                      <progress [value]="f.share" max="1" [attr.aria-label]="'Searching, ' + cut.material.name"></progress><span class="muted small" role="status">{{ f.tried }} layouts tried</span>
                      <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="stop(cut)">Good enough</button>
                    }
                  </div>
                } @else {<p class="muted" role="status">Laying out the roll …</p>}
              } @else {<p class="muted">Cut from a board or an offcut, not off a roll: {{ names(cut) }}.</p>}
            </section>
          }
          <section>
            <h2>Cut list</h2>
            <div class="wide-table"><table class="ruled">
              <thead><tr><th>Piece</th><th>What</th><th>From</th><th>Way</th><th class="number">Size</th><th class="number">Sheets</th></tr></thead>
              <tbody>
                @for (p of pieces(); track p.id) {
                  <tr><td><b>{{ p.id }}</b></td><td>{{ p.name }}</td><td>{{ p.material.name }}</td><td>{{ p.way }}</td><td class="number">{{ mm(p.length) }} × {{ mm(p.width) }}</td><td class="number">{{ tiles(p) }}</td></tr>
                }
              </tbody>
            </table></div>
          </section>
        }
      </main>
    } @else {<main class="page"><p class="muted">Opening the job …</p></main>}
  `,
  styles: `
    .page { padding: 20px 28px 60px; max-width: 1180px; }
    header { align-items: end; margin-bottom: 10px; flex-wrap: wrap; } header a { text-decoration: none; }
    section { margin-top: 22px; } section > .spread { border-bottom: 2px solid var(--ink); margin-bottom: 8px; padding-bottom: 4px; flex-wrap: wrap; }
    .wide-table { overflow-x: auto; } .page { min-width: 0; }
    @media (max-width: 600px) { .page { padding: 14px 14px 60px; } }
    .search { margin-top: 6px; min-height: 40px; } progress { flex: 0 1 260px; height: 10px; accent-color: var(--wait); }
  `,
})
export class PatternsPage implements OnDestroy {
  readonly id = input.required<string>();
  protected readonly context = inject(JobContext);
  readonly #api = inject(Api);
  readonly #heavy = inject(HeavyWork);
  readonly #stores = inject(StoresStore);
  readonly #reading = inject(Reading);
  readonly #searches = new Map<string, Subscription>();
  #asked: readonly (readonly [string, NestInput])[] = [];
  protected readonly papers = [
    { label: 'A4', value: 'a4' },
    { label: 'Letter', value: 'letter' },
  ];
  protected readonly paper = signal<Paper>('a4');
  protected readonly found = signal<Readonly<Record<string, Nested>>>({});
  protected readonly pieces = computed(() => {
    const plan = this.context.plan();
    return plan ? patternPieces(plan, this.#stores.library()) : [];
  });
  protected readonly cuts = computed(() => rollCuts(this.pieces(), this.#stores.library()));
  protected readonly onRolls = computed(() => this.cuts().some((c) => c.nest !== undefined));
  readonly #sheets = computed(
    () => new Map(this.pieces().map((p) => [p.id, tilesOf(p, this.paper()).length])),
  );
  protected readonly sheets = computed(() => [...this.#sheets().values()].reduce((a, b) => a + b, 0));

  constructor() {
    inject(RepairKinds).use(REPAIRS);
    effect(() => this.context.store.open(this.id()));
    effect(() => {
      const wanted = this.cuts().flatMap((c): (readonly [RollCut, NestInput])[] =>
        c.nest ? [[c, c.nest]] : [],
      );
      const asked = wanted.map(([c, n]) => [c.material.id, n] as const);
      // A plan that cuts the same pieces is not searched again.
      if (sameData(asked, this.#asked)) return;
      this.#asked = asked;
      this.found.set({});
      for (const [c, n] of wanted) this.search(c, n);
    });
  }

  ngOnDestroy(): void {
    for (const s of this.#searches.values()) s.unsubscribe();
    this.context.store.close();
  }

  protected search({ material }: RollCut, input: NestInput): void {
    this.#searches.get(material.id)?.unsubscribe();
    this.#searches.set(
      material.id,
      this.#heavy
        .nest({ ...input, seed: (this.found()[material.id]?.tried ?? 0) + 1 }, BUDGET_MS)
        .subscribe((n) =>
          this.found.update((f) => ({ ...f, [material.id]: this.#better(f[material.id], n) })),
        ),
    );
  }

  /** A new search never makes worse what an earlier one found. */
  #better(before: Nested | undefined, now: Nested): Nested {
    const keep =
      before !== undefined &&
      before.layout.placements.length === now.layout.placements.length &&
      before.layout.length < now.layout.length;
    return keep ? { ...now, layout: before.layout } : now;
  }

  protected stop({ material }: RollCut): void {
    this.#searches.get(material.id)?.unsubscribe();
    this.found.update((f) => ({ ...f, [material.id]: { ...f[material.id], done: true, share: 1 } }));
  }

  /** Of the place that is looked at. */
  protected url(file: JobFile, paper?: Paper): string {
    const { places = [], place } = this.context.state() ?? {};
    return this.#api.fileUrl(this.id(), file, { paper, place: places.length > 1 ? place : undefined });
  }

  protected tiles(p: PatternPiece): number {
    return this.#sheets().get(p.id) ?? 0;
  }

  protected names(cut: RollCut): string {
    return cut.pieces
      .map((p) => `${p.name.toLowerCase()}, ${this.mm(p.length)} × ${this.mm(p.width)}`)
      .join('; ');
  }

  protected mm(v: number): string {
    return sayIn({ value: v }, 'mm', 0, this.#reading.reader());
  }

  protected metres(v: number): string {
    return `${v.toFixed(2)} m`;
  }

  protected percent(v: number): string {
    return `${Math.round(v * 100)} %`;
  }
}
