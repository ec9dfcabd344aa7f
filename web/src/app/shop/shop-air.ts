import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ButtonModule } from 'primeng/button';
import { SHOP_FIELDS, dewPoint, sayIn } from '@nelbo/core/fields';
import { failureOf } from '../api/api';
import type { DeviceReading } from '../devices/device';
import { Devices } from '../devices/devices';
import { Reading } from '../state/reading';
import { ShopStore } from '../state/shop-store';
import { QuantityFieldView } from '../ui/quantity-field';
import { sayWhen } from '../ui/when';

/** Temperature, humidity and dew point in the shop, and a place to enter a new reading. */
@Component({
  selector: 'nb-shop-air',
  imports: [ButtonModule, QuantityFieldView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-label="Air in the shop">
      @if (editing()) {
        <form (submit)="save($event)">
          <nb-quantity path="temperature" [root]="fields" [value]="temperature()" (changed)="temperature.set($event)" />
          <nb-quantity path="humidity" [root]="fields" [value]="humidity()" (changed)="humidity.set($event)" />
          @if (logger(); as l) {<button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="take(l)">Take from the logger, simulated</button>}
          <button pButton type="submit" [disabled]="temperature() === undefined || humidity() === undefined">Take this reading</button>
          <button pButton type="button" severity="secondary" [text]="true" (click)="editing.set(false)">Cancel</button>
          @if (failed(); as f) {<p role="alert" class="failed">{{ f }}</p>}
        </form>
      } @else {
        <dl>
          <div><dt>In the shop</dt><dd>{{ reading().temperature }}</dd></div>
          <div><dt>Humidity</dt><dd>{{ reading().humidity }}</dd></div>
          <div><dt>Dew point</dt><dd>{{ reading().dew }}</dd></div>
          <div class="when"><dt>Read</dt><dd>{{ reading().at }}</dd></div>
        </dl>
        <button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="edit()">New reading</button>
      }
    </section>
  `,
  styles: `
    section { display: flex; gap: 26px; align-items: center; justify-content: space-between; border-top: 1px solid var(--hairline); border-bottom: 1px solid var(--hairline); padding: 10px 0; margin-top: 14px; flex-wrap: wrap; }
    dl { display: flex; gap: 34px; flex-wrap: wrap; }
    dt { font-size: 0.85rem; color: var(--muted); }
    dd { font-size: 1.5rem; font-weight: 700; line-height: 1.2; }
    .when dd { font-size: 1.05rem; font-weight: 400; line-height: 1.7; }
    form { display: flex; gap: 14px; align-items: end; flex-wrap: wrap; }
    nb-quantity { width: 220px; }
    .failed { color: var(--act); }
  `,
})
export class ShopAir {
  readonly #store = inject(ShopStore);
  readonly #reading = inject(Reading);
  readonly #document = toSignal(this.#store.shop$);
  protected readonly fields = SHOP_FIELDS;
  protected readonly editing = signal(false);
  protected readonly temperature = signal<number | undefined>(undefined);
  protected readonly humidity = signal<number | undefined>(undefined);
  protected readonly failed = signal('');

  protected readonly reading = computed(() => {
    const d = this.#document();
    const [T, RH] = [d?.temperature, d?.humidity];
    const say = (v: number | undefined, unit: '°C' | '%', decimals: number): string =>
      v === undefined ? 'not read' : sayIn({ value: v }, unit, decimals, this.#reading.reader());
    return {
      temperature: say(T, '°C', 1),
      humidity: say(RH, '%', 0),
      dew: T === undefined || RH === undefined ? '–' : say(dewPoint.evaluate({ T, RH }), '°C', 1),
      at: d?.readAt ? sayWhen(Date.parse(d.readAt), Date.now()) : 'never',
    };
  });

  protected readonly logger = toSignal(inject(Devices).readings('air logger'));

  protected take(l: DeviceReading): void {
    this.temperature.set(l.value);
    this.humidity.set(l.humidity);
  }

  protected edit(): void {
    const d = this.#document();
    this.temperature.set(d?.temperature);
    this.humidity.set(d?.humidity);
    this.failed.set('');
    this.editing.set(true);
  }

  protected save(event: Event): void {
    event.preventDefault();
    const reading = {
      temperature: this.temperature(),
      humidity: this.humidity(),
      readAt: new Date().toISOString(),
    };
    this.#store
      .change((shop) => ({ ...shop, ...reading }))
      .subscribe({
        next: () => this.editing.set(false),
        error: (e: unknown) => this.failed.set(failureOf(e).title),
      });
  }
}
