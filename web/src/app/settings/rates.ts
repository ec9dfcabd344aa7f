import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { bookedTime, RATE_GROUPS, SHOP_FIELDS, type Figure, type RateRow, type Shop } from '@nelbo/core';
import { QuantityFieldView } from '../ui/quantity-field';

/** The book of rates, group by group, with the usual time of each row until the yard enters its own. */
@Component({
  selector: 'nb-rates',
  imports: [QuantityFieldView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (g of groups(); track g.name) {
      <details>
        <summary><b>{{ g.name }}</b><span class="muted">{{ g.rows.length }} rows{{ g.own > 0 ? ', ' + g.own + ' of your own' : '' }}</span></summary>
        <div class="fields">
          @for (r of g.rows; track r.id) {<nb-quantity [path]="'rates.' + r.id" [root]="root" [value]="r.own" [assumed]="r.usual" (changed)="changed.emit({ id: r.id, time: $event })" />}
        </div>
      </details>
    }
  `,
  styles: `
    details { border-bottom: 1px solid var(--hairline); } summary { display: flex; justify-content: space-between; gap: 12px; padding: 12px 4px; cursor: pointer; min-height: 44px; align-items: center; }
    summary::marker { content: none; } summary::before { content: '+'; font-weight: 700; width: 1.2em; } details[open] summary::before { content: '–'; } summary b { flex: 1; }
    .fields { grid-template-columns: repeat(3, minmax(0, 1fr)); padding: 4px 0 16px; align-items: end; }
    @media (max-width: 900px) { .fields { grid-template-columns: repeat(2, minmax(0, 1fr)); } }
    @media (max-width: 480px) { .fields { grid-template-columns: minmax(0, 1fr); } }
  `,
})
export class Rates {
  /** The yard's own, s, by row. */
  readonly value = input<Shop['rates']>();
  readonly changed = output<{ readonly id: string; readonly time: number | undefined }>();
  protected readonly root = SHOP_FIELDS;

  protected readonly groups = computed(() => {
    const own: Readonly<Record<string, number | undefined>> = this.value() ?? {};
    return RATE_GROUPS.map(({ name, rows }) => ({
      name,
      own: rows.filter((r) => own[r.id] !== undefined).length,
      rows: rows.map((r) => ({ id: r.id, own: own[r.id], usual: USUAL.get(r.id) })),
    }));
  });
}

const usualOf = (row: RateRow): Figure => ({
  value: bookedTime(row),
  unit: 's',
  origin: 'assumed',
  traceId: '',
});
const USUAL: ReadonlyMap<string, Figure> = new Map(
  RATE_GROUPS.flatMap((g) => g.rows.map((r) => [r.id, usualOf(r)] as const)),
);
