import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { checkLeaf, parseQuantity, preferredUnit, sayIn, tellRefused, type FairingRound } from '@nelbo/core';
import { GRID_LIMITS, gapGrid, gridFor, type GapGrid } from '@nelbo/core/finish';
import { Reading } from '../../state/reading';
import { fieldAt } from '../../ui/field-lookup';
import { QuantityFieldView } from '../../ui/quantity-field';

/** Gaps that come up again and again, set by one tap, in the unit that is read. */
const QUICK = { mm: ['0', '0.5', '1', '1.5', '2', '3'], in: ['0', '0.02', '0.04', '0.06', '0.08', '0.12'] };
const KEYS = ['1', '2', '3', '⌫', '4', '5', '6', '.', '7', '8', '9', '0'];
/** Stations and lines that a surface is usually read on. */
const USUAL = { stations: 9, lines: 5 };

/**
 * Gaps typed one after another over a lattice: a keypad for gloves, the same keys on a keyboard. A tap on a quick key
 * sets the gap and goes on; a place left empty is not read.
 */
@Component({
  selector: 'nb-gap-entry',
  imports: [ButtonModule, QuantityFieldView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details [open]="taken() === 0 && !again()">
      <summary class="small">{{ about() }}</summary>
      <div class="fields">
        <nb-quantity path="damage.size" label="Length to read" [value]="length()" (changed)="resize('length', $event)" />
        <nb-quantity path="damage.size" label="Height to read" [value]="height()" (changed)="resize('height', $event)" />
      </div>
      <div class="counts">
        @for (c of counts(); track c.name) {
          <span><span class="muted small">{{ c.name }}</span> <button type="button" (click)="c.set(c.count - 1)" [attr.aria-label]="'fewer ' + c.name">−</button><b>{{ c.count }}</b><button type="button" (click)="c.set(c.count + 1)" [attr.aria-label]="'more ' + c.name">+</button></span>
        }
      </div>
    </details>
    <div #pad class="pad" tabindex="0" role="group" aria-label="Gaps; digits, Enter for the next place, arrows to move" (keydown)="key($event)">
      <div class="scroll">
        <div class="lattice" [style.grid-template-columns]="'repeat(' + grid().stations.length + ', minmax(34px, 1fr))'">
          @for (c of cells(); track c.k) {<button type="button" tabindex="-1" class="cell" [class.now]="c.k === at()" [class.low]="c.low" (click)="go(c.k)" [attr.aria-label]="c.name">{{ c.text }}</button>}
        </div>
      </div>
      <p class="where" role="status"><span class="muted small">{{ place() }}</span><b>{{ shown() }}</b><span class="muted small">{{ unit() }}</span></p>
      @if (error(); as e) {<p class="note-line warn" role="alert">{{ e }}</p>}
      <div class="quick">@for (q of quick(); track q) {<button type="button" tabindex="-1" (click)="take(q)">{{ q }}</button>}</div>
      <div class="keys">
        @for (k of keys; track k) {<button type="button" tabindex="-1" [attr.aria-label]="k === '⌫' ? 'Take back a digit' : null" (click)="press(k)">{{ k }}</button>}
        <button type="button" tabindex="-1" class="next" (click)="next()">Next</button>
      </div>
    </div>
    <div class="row">
      <button pButton type="button" class="act" [disabled]="taken() < 4" (click)="save()">{{ again() ? 'Keep the corrected round' : 'Keep this round' }}</button>
      <button pButton type="button" severity="secondary" [text]="true" (click)="cancelled.emit()">Cancel</button>
      <span class="muted small">{{ taken() }} of {{ cells().length }} read</span>
    </div>
  `,
  styles: `
    :host { display: block; }
    summary { cursor: pointer; padding: 4px 0; } .counts { display: flex; gap: 22px; margin: 10px 0; } .counts button, .quick button, .keys button { all: unset; box-sizing: border-box; cursor: pointer; text-align: center; border: 1px solid var(--ink); border-radius: 3px; background: #fff; }
    .counts button { min-width: 40px; min-height: 36px; line-height: 34px; margin: 0 6px; }
    .pad { border: 1px solid var(--ink); padding: 10px; background: #fff; } .pad:focus-visible { outline: 3px solid var(--act); outline-offset: 1px; }
    .scroll { overflow-x: auto; } .lattice { display: grid; gap: 2px; }
    .cell { all: unset; box-sizing: border-box; cursor: pointer; text-align: center; min-height: 34px; line-height: 32px; border: 1px solid var(--hairline); font-size: 0.93rem; font-variant-numeric: tabular-nums; background: var(--paper); }
    .cell.low { background: #d3e4e7; } .cell.now { outline: 3px solid var(--act); outline-offset: -2px; font-weight: 700; background: #fff; }
    .where { display: flex; gap: 10px; align-items: baseline; margin: 8px 0 6px; } .where b { font-size: 1.7rem; font-variant-numeric: tabular-nums; min-width: 3ch; text-align: right; margin-left: auto; }
    .quick { display: grid; grid-template-columns: repeat(6, 1fr); gap: 6px; margin-bottom: 6px; } .quick button { min-height: 48px; line-height: 46px; font-weight: 700; border-color: var(--wait); color: var(--wait); }
    .keys { display: grid; grid-template-columns: repeat(4, 1fr); gap: 6px; } .keys button { min-height: 50px; line-height: 48px; font-size: 1.25rem; } .keys .next { grid-column: 1 / -1; background: var(--ink); color: #fff; }
    button:active { background: #e4dfd2 !important; color: var(--ink) !important; } button:focus-visible { outline: 2px solid var(--act); outline-offset: 2px; }
    .row { display: flex; gap: 10px; align-items: center; margin-top: 12px; flex-wrap: wrap; }
  `,
})
export class GapEntry {
  /** Size of the surface to begin with, m. */
  readonly size = input.required<readonly [number, number]>();
  /** A round to correct. */
  readonly again = input<FairingRound>();
  readonly kept = output<FairingRound['readings']>();
  readonly cancelled = output();

  readonly #reading = inject(Reading);
  protected readonly pad = viewChild.required<ElementRef<HTMLElement>>('pad');
  protected readonly keys = KEYS;
  protected readonly length = signal(0.6);
  protected readonly height = signal(0.4);
  readonly #stations = signal(USUAL.stations);
  readonly #lines = signal(USUAL.lines);
  #begun = false;
  /** The lattice of a round that is corrected stays as it was read. */
  readonly #given = signal<GapGrid | undefined>(undefined);
  protected readonly grid = computed(
    () => this.#given() ?? gridFor(this.length(), this.height(), this.#stations(), this.#lines()),
  );
  /** Gaps in m by place, from the uppermost line down, aft to bow. */
  readonly #gaps = signal<ReadonlyMap<number, number>>(new Map());
  protected readonly at = signal(0);
  protected readonly text = signal('');
  protected readonly error = signal<string | undefined>(undefined);
  protected readonly unit = computed(() => preferredUnit('mm', this.#reading.reader().units));
  protected readonly quick = computed(() => (this.unit() === 'mm' ? QUICK.mm : QUICK.in));
  protected readonly taken = computed(() => this.#gaps().size);
  protected readonly counts = computed(() => [
    {
      name: 'stations',
      count: this.grid().stations.length,
      set: (n: number) => this.#recount(n, this.grid().lines.length),
    },
    {
      name: 'lines',
      count: this.grid().lines.length,
      set: (n: number) => this.#recount(this.grid().stations.length, n),
    },
  ]);
  protected readonly cells = computed(() => {
    const columns = this.grid().stations.length;
    const gaps = this.#gaps();
    const deepest = Math.max(0.0005, ...gaps.values());
    return Array.from({ length: columns * this.grid().lines.length }, (_, k) => {
      const gap = gaps.get(k);
      const text = gap === undefined ? '' : this.#bare(gap);
      return {
        k,
        text,
        low: gap !== undefined && gap > deepest / 2,
        name: `line ${Math.floor(k / columns) + 1}, station ${(k % columns) + 1}: ${gap === undefined ? 'not read' : `${text} ${this.unit()}`}`,
      };
    });
  });
  protected readonly about = computed(() => {
    const say = (m: number): string => sayIn({ value: m }, 'mm', 0, this.#reading.reader());
    const { stations, lines } = this.grid();
    return `${stations.length} stations on ${lines.length} lines, over ${say((stations.at(-1) ?? 0) - stations[0])} × ${say((lines.at(-1) ?? 0) - lines[0])}`;
  });
  protected readonly place = computed(() => {
    const columns = this.grid().stations.length;
    return `Line ${Math.floor(this.at() / columns) + 1} of ${this.grid().lines.length} from above, station ${(this.at() % columns) + 1} of ${columns} from aft`;
  });
  protected readonly shown = computed(() => this.text() || this.cells()[this.at()]?.text || '–');

  constructor() {
    effect(() => {
      const [[length, height], round] = [this.size(), this.again()];
      // What is proposed counts once: the plan may move on while somebody is reading gaps.
      if (this.#begun) return;
      this.#begun = true;
      untracked(() => {
        const grid = round && gapGrid(round.readings);
        if (!round || !grid) {
          this.length.set(length);
          this.height.set(height);
          return;
        }
        this.#given.set(grid);
        const columns = grid.stations.length;
        this.#gaps.set(
          new Map(
            round.readings.map((r) => [
              (grid.lines.length - 1 - grid.lines.indexOf(r.y)) * columns + grid.stations.indexOf(r.x),
              r.gap,
            ]),
          ),
        );
      });
    });
  }

  protected resize(which: 'length' | 'height', value: number | undefined): void {
    if (value === undefined) return;
    // Gaps that were read stay with their places in the row; the places move.
    this.#given.set(undefined);
    this[which].set(value);
  }

  #recount(stations: number, lines: number): void {
    const s = Math.min(GRID_LIMITS.most, Math.max(GRID_LIMITS.least, stations));
    const l = Math.min(
      GRID_LIMITS.most,
      Math.floor(GRID_LIMITS.places / s),
      Math.max(GRID_LIMITS.least, lines),
    );
    const before = this.grid().stations.length;
    // What was read stays at its line and station.
    const kept = [...this.#gaps()]
      .map(([k, g]) => [Math.floor(k / before), k % before, g] as const)
      .filter(([j, i]) => j < l && i < s);
    this.#given.set(undefined);
    this.#stations.set(s);
    this.#lines.set(l);
    this.#gaps.set(new Map(kept.map(([j, i, g]) => [j * s + i, g])));
    this.go(0);
  }

  protected go(k: number): void {
    this.at.set(Math.max(0, Math.min(this.cells().length - 1, k)));
    this.text.set('');
    this.error.set(undefined);
  }

  protected press(key: string): void {
    this.error.set(undefined);
    if (key === '⌫') {
      if (this.text() === '') this.#set(undefined);
      this.text.update((t) => t.slice(0, -1));
    } else if (this.text().length < 6 && !(key === '.' && this.text().includes('.')))
      this.text.update((t) => t + key);
  }

  /** Sets a gap and goes on. */
  protected take(text: string): void {
    this.text.set(text);
    this.next();
  }

  /** Keeps what was typed, if it can be read, and goes to the next place. */
  protected next(): void {
    if (!this.#keep()) return;
    this.go(this.at() + 1);
  }

  protected key(event: KeyboardEvent): void {
    if (event.target !== this.pad().nativeElement || event.ctrlKey || event.metaKey || event.altKey) return;
    const columns = this.grid().stations.length;
    const moves: Record<string, number> = {
      ArrowRight: 1,
      ArrowLeft: -1,
      ArrowDown: columns,
      ArrowUp: -columns,
    };
    if (/^[0-9]$/.test(event.key)) this.press(event.key);
    else if (event.key === '.' || event.key === ',') this.press('.');
    else if (event.key === 'Backspace') this.press('⌫');
    else if (event.key === 'Enter' || event.key === ' ') this.next();
    else if (event.key === '-')
      this.error.set(
        'A gap is never negative: 0 where the edge touches. A high lifts the edge, and the places beside it show it.',
      );
    else if (moves[event.key]) {
      if (this.#keep()) this.go(this.at() + moves[event.key]);
    } else return;
    event.preventDefault();
    event.stopPropagation();
  }

  /** @returns false when what was typed cannot be read; the reason is shown and nothing is lost */
  #keep(): boolean {
    if (this.text() === '') return true;
    const field = fieldAt('fairing.rounds.readings.gap');
    const parsed = parseQuantity(this.text(), 'length', this.unit());
    const checked =
      field.kind === 'quantity' ? checkLeaf(field, parsed.ok ? parsed.value : this.text()) : undefined;
    if (!checked?.ok) {
      const { what, allowed } = checked ? tellRefused(checked.refused) : { what: 'That is no gap' };
      this.error.set(`${what}.${allowed ? ` Allowed: ${allowed}.` : ''}`);
      return false;
    }
    this.#set(checked.value as number);
    return true;
  }

  #set(gap: number | undefined): void {
    const next = new Map(this.#gaps());
    if (gap === undefined) next.delete(this.at());
    else next.set(this.at(), gap);
    this.#gaps.set(next);
  }

  #bare(gap: number): string {
    return sayIn({ value: gap }, 'mm', gap >= 0.01 ? 0 : 1, this.#reading.reader())
      .replace(/\s.*$/, '')
      .replace(/\.0$/, '');
  }

  protected save(): void {
    if (!this.#keep()) return;
    const { stations, lines } = this.grid();
    const columns = stations.length;
    const readings = [...this.#gaps()]
      .sort((a, b) => a[0] - b[0])
      .map(([k, gap]) => ({
        x: stations[k % columns],
        y: lines[lines.length - 1 - Math.floor(k / columns)],
        gap,
      }));
    if (readings.length >= 4) this.kept.emit(readings);
  }
}
