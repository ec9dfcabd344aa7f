import {
  CdkDrag,
  CdkDragHandle,
  CdkDropList,
  moveItemInArray,
  type CdkDragDrop,
} from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ButtonModule } from 'primeng/button';
import { USUAL_WAYS, type Cloth, type Face, type PlyChoice, type Way } from '@nelbo/core';
import { StoresStore } from '../../state/stores-store';

/** Ways that a cloth may be turned to, in the order of turning. */
const TURNS: Readonly<Record<Cloth['kind'], readonly Way[]>> = {
  mat: ['any'],
  woven: ['0/90', '±45'],
  stitched: ['±45', '0/90'],
  unidirectional: ['0', '90', '45', '-45'],
  'peel ply': ['–'],
};

/** Plies one after another: dragged, added, taken out and turned by hand. */
@Component({
  selector: 'nb-ply-list',
  imports: [ButtonModule, CdkDrag, CdkDragHandle, CdkDropList, FormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol cdkDropList (cdkDropListDropped)="moved($event)" [attr.aria-label]="label()">
      @for (p of rows(); track $index) {
        <li cdkDrag cdkDragLockAxis="y">
          <span class="grip" cdkDragHandle aria-hidden="true" title="Drag to another place">⠿</span>
          <b>{{ $index + 1 }}</b>
          <select class="list small" [ngModel]="p.cloth" (ngModelChange)="change($index, { cloth: $event })" [attr.aria-label]="'Cloth of ply ' + ($index + 1)">@for (c of cloths(); track c.value) {<option [value]="c.value">{{ c.label }}</option>}</select>
          <button type="button" class="turn" [disabled]="p.turns.length < 2" [attr.aria-label]="'Turn ply ' + ($index + 1) + ', now ' + p.way" title="Turn" (click)="turn($index)">{{ p.way }}</button>
          @if (faces()) {<button type="button" class="turn" [attr.aria-label]="'Ply ' + ($index + 1) + ' on the other face, now ' + (p.side ?? 'outside')" (click)="flip($index)">{{ p.side === 'inside' ? 'in' : 'out' }}</button>}
          <button type="button" class="mini" [disabled]="$index === 0" [attr.aria-label]="'Ply ' + ($index + 1) + ' earlier'" (click)="shift($index, -1)">↑</button>
          <button type="button" class="mini" [disabled]="$last" [attr.aria-label]="'Ply ' + ($index + 1) + ' later'" (click)="shift($index, 1)">↓</button>
          <button type="button" class="mini" [attr.aria-label]="'Take ply ' + ($index + 1) + ' out'" (click)="drop($index)">×</button>
        </li>
      } @empty {<li class="muted">No plies yet.</li>}
    </ol>
    <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="add()">Add a ply</button>
  `,
  styles: `
    :host { display: block; }
    ol { border-top: 1px solid var(--ink); margin-bottom: 8px; }
    li { display: flex; align-items: center; gap: 6px; min-height: 44px; padding: 3px 0; border-bottom: 1px solid var(--hairline); background: var(--ground); }
    .grip { cursor: grab; color: var(--muted); padding: 8px 4px; touch-action: none; }
    b { min-width: 20px; text-align: right; }
    select { flex: 1 1 auto; min-width: 0; }
    .turn, .mini { all: unset; box-sizing: border-box; cursor: pointer; text-align: center; border: 1px solid var(--hairline); border-radius: 3px; min-height: 34px; min-width: 30px; line-height: 32px; background: var(--paper); }
    .turn { min-width: 48px; border-color: var(--ink); font-weight: 600; padding: 0 4px; }
    .turn:focus-visible, .mini:focus-visible { outline: 2px solid var(--act); }
    .turn:disabled, .mini:disabled { color: var(--hairline); border-color: var(--hairline); cursor: default; }
    .cdk-drag-preview { box-shadow: 0 2px 10px rgb(18 41 44 / 0.25); } .cdk-drag-placeholder { opacity: 0.3; }
  `,
})
export class PlyList {
  readonly plies = input.required<readonly PlyChoice[]>();
  readonly label = input.required<string>();
  /** Whether a ply can be put on either face. */
  readonly faces = input(false);
  /** Cloth of a first ply. */
  readonly usual = input('biax-600');
  readonly changed = output<PlyChoice[]>();
  readonly #stores = inject(StoresStore);

  protected readonly cloths = computed(() =>
    this.#stores.library().cloths.map((c) => ({ value: c.id, label: c.name })),
  );
  protected readonly rows = computed(() =>
    this.plies().map((p) => {
      const cloth = this.#cloth(p.cloth);
      return {
        ...p,
        turns: cloth ? TURNS[cloth.kind] : [],
        way: p.way ?? (cloth ? USUAL_WAYS[cloth.kind][0] : '–'),
      };
    }),
  );

  #cloth(id: string): Cloth | undefined {
    return this.#stores.library().cloths.find((c) => c.id === id);
  }

  #edit(change: (plies: PlyChoice[]) => void): void {
    const next = this.plies().map((p) => ({ ...p }));
    change(next);
    this.changed.emit(next);
  }

  protected moved({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    if (previousIndex !== currentIndex) this.#edit((p) => moveItemInArray(p, previousIndex, currentIndex));
  }

  protected shift(i: number, by: 1 | -1): void {
    this.#edit((p) => moveItemInArray(p, i, i + by));
  }

  protected change(i: number, to: Partial<PlyChoice>): void {
    const cloth = this.#cloth(to.cloth ?? '');
    this.#edit((p) => {
      // A way that the new cloth cannot take is not kept.
      const way =
        cloth && p[i].way && !TURNS[cloth.kind].includes(p[i].way) ? TURNS[cloth.kind][0] : p[i].way;
      p[i] = { ...p[i], ...to, ...(way ? { way } : {}) };
    });
  }

  protected turn(i: number): void {
    const { turns, way } = this.rows()[i];
    this.#edit((p) => (p[i] = { ...p[i], way: turns[(turns.indexOf(way) + 1) % turns.length] }));
  }

  protected flip(i: number): void {
    const side: Face = this.rows()[i].side === 'inside' ? 'outside' : 'inside';
    this.#edit((p) => (p[i] = { ...p[i], side }));
  }

  protected drop(i: number): void {
    this.#edit((p) => p.splice(i, 1));
  }

  protected add(): void {
    this.#edit((p) => p.push(p.length > 0 ? { ...p[p.length - 1] } : { cloth: this.usual() }));
  }
}
