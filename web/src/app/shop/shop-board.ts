import { REPAIRS } from '@nelbo/core/repairs';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { Library, Shop } from '@nelbo/core';
import {
  EMPTY,
  bufferTime,
  catchError,
  debounceTime,
  filter,
  retry,
  scan,
  startWith,
  switchMap,
  tap,
} from 'rxjs';
import { Api } from '../api/api';
import { Live } from '../state/live';
import { TIME_ZONE } from '../state/reading';
import { ShopStore } from '../state/shop-store';
import { StoresStore } from '../state/stores-store';
import { WallClock } from '../state/wall-clock';
import { HeavyWork } from '../workers/heavy-work';
import { KeptPlans, yardBoard } from './yard-board';

/** Forecasts are taken over so often, ms. */
const HANDFUL_MS = 400;

/** What needs a hand, what cures, which window shuts when: every job of the yard that is under way, planned. */
@Component({
  selector: 'nb-shop-board',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
      @if (board(); as b) {
        <div class="board">
          @for (side of columns(); track $index) {
          <div class="side">
          @for (column of side; track column.title) {
            <section [attr.aria-label]="column.title" [class]="column.cls">
              <h2>{{ column.title }} <span class="muted">{{ column.lines.length || '' }}</span></h2>
              <ul>
                @for (l of column.lines; track l.id + l.what) {
                  <li [class.late]="l.late">
                    <a [routerLink]="['/jobs', l.id, l.stageKey]">
                      <span class="spread"><b>{{ l.boat }}</b><span class="when">@if (l.estimate) {<span class="est" role="img" aria-label="estimate" title="a quick estimate; the forecast is being worked out">≈ </span>}{{ l.when }}</span></span>
                      <span class="what"><span class="stage">{{ l.stage }}</span> · {{ l.what }}</span>
                      <span class="muted small">{{ l.title }}</span>
                    </a>
                  </li>
                } @empty {<li class="muted none">{{ column.none }}</li>}
              </ul>
            </section>
          }
          </div>
          }
        </div>
      } @else {<p class="muted">Opening the shop …</p>}
  `,
  styles: `
    :host { display: block; }
    .board { display: grid; grid-template-columns: 1.25fr 1fr; gap: 26px 34px; margin-top: 22px; align-items: start; }
    .side { display: grid; gap: 26px; min-width: 0; } .side b, .side .muted { overflow-wrap: anywhere; } .side .when { flex: none; }
    h2 { border-bottom: 2px solid var(--ink); padding-bottom: 4px; font-size: 1.1rem; }
    .hands h2 { border-color: var(--act); }
    .curing h2, .windows h2 { border-color: var(--wait); }
    li a { display: grid; gap: 1px; padding: 9px 0 9px 12px; text-decoration: none; border-bottom: 1px solid var(--hairline); border-left: 3px solid transparent; }
    li a:hover { background: var(--paper); }
    .hands li a { border-left-color: var(--act); }
    .curing li { position: relative; } .curing li::before { content: ''; position: absolute; inset: 0 auto 0 0; width: 6px; background: repeating-linear-gradient(135deg, var(--wait) 0 1.5px, transparent 1.5px 5px); }
    .windows li a { border-left-color: var(--wait); }
    .est { font-weight: 400; color: var(--muted); }
    .when { font-weight: 600; white-space: nowrap; } .late .when { color: var(--act); }
    .stage { font-weight: 600; }
    .none { padding: 10px 0; }
    @media (max-width: 900px) { .board { grid-template-columns: 1fr; } }
  `,
})
export class ShopBoard {
  readonly #api = inject(Api);
  readonly #jobs = toSignal(
    inject(Live).changes$.pipe(
      filter((c) => c.kind === 'job' || c.kind === 'resync'),
      debounceTime(200),
      startWith(undefined),
      switchMap(() => this.#api.underWay().pipe(retry({ delay: 3000 }))),
    ),
  );
  readonly #clock = inject(WallClock);
  readonly #stores = inject(StoresStore);
  readonly #plans = new KeptPlans(() => this.#stores.library(), REPAIRS);
  readonly #shop = toSignal(inject(ShopStore).shop$);
  readonly #heavy = inject(HeavyWork);
  readonly #question = computed(() => {
    const [jobs, shop] = [this.#jobs(), this.#shop()];
    return jobs && shop && { jobs, shop, library: this.#stores.library() };
  });
  #forecastFor: { readonly shop: Shop; readonly library: Library } | undefined;
  /** Counts what forecasts have come in; the board is drawn anew with each handful. */
  readonly #placed = toSignal(
    toObservable(this.#question).pipe(
      switchMap((q) => {
        if (!q) return EMPTY;
        const { jobs, shop, library } = q;
        if (this.#forecastFor?.shop !== shop || this.#forecastFor.library !== library) this.#plans.forget();
        this.#forecastFor = { shop, library };
        const open = jobs.filter((j) => !this.#plans.isPlaced(j));
        return this.#heavy.yard(open, library, shop, { now: this.#clock.now(), timeZone: TIME_ZONE }).pipe(
          bufferTime(HANDFUL_MS),
          filter((answers) => answers.length > 0),
          tap((answers) => {
            for (const { id, version, timeline } of answers)
              if (timeline) this.#plans.place(id, version, timeline);
          }),
          catchError(() => EMPTY),
        );
      }),
      scan((n) => n + 1, 0),
    ),
    { initialValue: 0 },
  );
  protected readonly board = computed(() => {
    this.#placed();
    const [jobs, shop] = [this.#jobs(), this.#shop()];
    return jobs && shop && yardBoard(jobs, shop, this.#clock.now(), this.#plans);
  });
  protected readonly columns = computed(() => {
    const b = this.board();
    if (!b) return [];
    return [
      [
        { title: 'Needs a hand', cls: 'hands', lines: b.hands, none: 'Nothing waits for you.' },
        { title: 'Next', cls: 'next', lines: b.next, none: 'Nothing follows a wait.' },
        { title: 'Later', cls: 'later', lines: b.later, none: 'Nothing is booked.' },
      ],
      [
        { title: 'Curing', cls: 'curing', lines: b.curing, none: 'Nothing is curing.' },
        { title: 'Windows', cls: 'windows', lines: b.windows, none: 'No window is open or about to open.' },
      ],
    ];
  });
}
