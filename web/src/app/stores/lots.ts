import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { PRODUCT_FIELDS } from '@nelbo/core';
import { WallClock } from '../state/wall-clock';
import { TextFieldView } from '../ui/text-field';

type Lot = Readonly<Record<string, unknown>>;
const SOON_MS = 30 * 86_400_000;

/** Lots of a product on the shelf, and when each must be used. */
@Component({
  selector: 'nb-lots',
  imports: [ButtonModule, TextFieldView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (l of rows(); track $index) {
      <div class="lot">
        <nb-text path="lots.lot" [root]="root" [value]="l.lot" (changed)="set($index, 'lot', $event ?? '')" />
        <nb-text path="lots.left" [root]="root" [value]="l.left" (changed)="set($index, 'left', $event)" />
        <nb-text path="lots.useBy" [root]="root" [value]="l.useBy" (changed)="set($index, 'useBy', $event)" />
        <button pButton type="button" size="small" severity="secondary" [text]="true" [attr.aria-label]="'Take out lot ' + l.lot" (click)="drop($index)">×</button>
        @if (l.warning) {<p class="note-line warn">{{ l.warning }}</p>}
      </div>
    }
    <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="add()">Add a lot</button>
  `,
  styles: `.lot { display: grid; grid-template-columns: 1fr 1fr 1.4fr 30px; gap: 8px; align-items: end; margin-bottom: 8px; } .warn { grid-column: 1 / -1; }`,
})
export class Lots {
  readonly lots = input.required<readonly Lot[]>();
  readonly changed = output<readonly Lot[]>();
  protected readonly root = PRODUCT_FIELDS;
  readonly #clock = inject(WallClock);
  protected readonly rows = computed(() =>
    this.lots().map((l) => {
      const text = (name: string): string => (typeof l[name] === 'string' ? l[name] : '');
      const left = Date.parse(text('useBy')) - this.#clock.now();
      const warning =
        left < 0
          ? 'Past its date: a test mix first, or throw it away as its sheet says.'
          : left < SOON_MS
            ? 'Use this one first: less than a month left.'
            : '';
      return { lot: text('lot'), left: text('left'), useBy: text('useBy'), warning };
    }),
  );

  protected set(index: number, name: string, value: string | undefined): void {
    this.changed.emit(this.lots().map((l, i) => (i === index ? { ...l, [name]: value } : l)));
  }

  protected add(): void {
    this.changed.emit([...this.lots(), { lot: `lot ${this.lots().length + 1}` }]);
  }

  protected drop(index: number): void {
    this.changed.emit(this.lots().filter((_, i) => i !== index));
  }
}
