import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { parseQuantity, sayIn } from '@nelbo/core';
import { Devices } from '../devices/devices';
import { Reading } from '../state/reading';
import { ShopStore } from '../state/shop-store';
import { StoresStore } from '../state/stores-store';
import type { BenchRun } from './run';

/** Before anything is poured: the lot, and how warm pot and air are. Everything may be left as it stands. */
@Component({
  selector: 'nb-ready-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="soft">{{ run().batch.about }}</p>
    <h2>{{ run().batch.product }}</h2>
    @if (cold()) {<p class="act wide" role="alert">{{ cold() }}</p>}
    <div class="grid">
      <div role="group" aria-label="Lot">
        <p class="soft">Lot on the tin</p>
        @for (l of lots(); track l) {<button type="button" [class.on]="lot() === l" [attr.aria-pressed]="lot() === l" (click)="lot.set(l)">{{ l }}</button>}
        <label class="visually-hidden" for="bench-lot">Another lot</label><input id="bench-lot" type="text" autocomplete="off" placeholder="another lot" maxlength="60" [value]="lots().includes(lot()) ? '' : lot()" (input)="lot.set($any($event.target).value)" />
      </div>
      <div>
        <label class="soft" for="bench-pot">Resin in the pot</label>
        <input id="bench-pot" type="text" inputmode="decimal" autocomplete="off" [placeholder]="say(standard())" [value]="pot()" (input)="pot.set($any($event.target).value)" />
        @if (infrared(); as ir) {<button type="button" (click)="takePot()">Read {{ say(ir.value) }} <small>simulated</small></button>}
      </div>
      <div>
        <label class="soft" for="bench-air">Air at the work</label>
        <input id="bench-air" type="text" inputmode="decimal" autocomplete="off" [placeholder]="say(standard())" [value]="air()" (input)="air.set($any($event.target).value)" />
        @if (logger(); as l) {<button type="button" (click)="takeAir()">Read {{ say(l.value) }} <small>simulated</small></button>}
      </div>
    </div>
    @if (error()) {<p class="act" role="alert">{{ error() }}</p>}
    <p class="soft wide">Goggles, nitrile gloves, air moving. Tray for what is left over within reach.</p>
    <div class="buttons"><button type="button" class="main" (click)="go()">Begin</button></div>
  `,
  styleUrls: ['./bench-step.css'],
  styles: `
    .grid { display: grid; grid-template-columns: repeat(auto-fit, minmax(210px, 1fr)); gap: 18px 28px; margin: 12px 0; align-items: start; }
    input { font: inherit; font-size: 1.35rem; font-weight: 700; width: 100%; min-height: 58px; padding: 6px 12px; border: 2px solid var(--b-ink); border-radius: 4px; background: var(--b-ground); color: var(--b-ink); } input::placeholder { color: var(--b-soft); font-weight: 400; }
    .grid button { min-height: 58px; font-size: 1.1rem; margin: 0 8px 8px 0; width: auto; } .grid button + input, .grid input + button { margin-top: 8px; } .on { background: var(--b-ink); color: var(--b-ground); } small { font-weight: 400; border: 1px dashed currentColor; padding: 0 4px; }
  `,
})
export class ReadyStep {
  readonly run = input.required<BenchRun>();
  readonly begin = output<Partial<BenchRun>>();
  readonly #shop = toSignal(inject(ShopStore).shop$);
  readonly #stores = toSignal(inject(StoresStore).entries$);
  readonly #reading = inject(Reading);
  readonly #devices = inject(Devices);
  protected readonly infrared = toSignal(this.#devices.readings('infrared thermometer'));
  protected readonly logger = toSignal(this.#devices.readings('air logger'));
  protected readonly lot = signal('');
  protected readonly pot = signal('');
  protected readonly air = signal('');
  protected readonly error = signal('');
  #humidity: number | undefined;
  #simulated = false;

  /** What stands where nothing is read: the shop's own reading. */
  protected readonly standard = computed(() => this.#shop()?.temperature ?? 20);
  protected readonly lots = computed(() => {
    const entry = this.#stores()?.find((e) => e.id === this.run().batch.productId);
    return ((entry?.product['lots'] as { lot: string }[] | undefined) ?? []).map((l) => l.lot).slice(0, 4);
  });
  protected readonly cold = computed(() => {
    const least = this.run().batch.sheet.minimumTemperature;
    const t = this.#parse(this.pot()) ?? this.standard();
    return t < least
      ? `${this.say(t)} is below the minimum of ${this.say(least)}: do not mix. Warm the product and the work first.`
      : '';
  });

  protected say(v: number): string {
    return sayIn({ value: v }, '°C', 1, this.#reading.reader());
  }

  protected takePot(): void {
    this.pot.set(this.say(this.infrared()?.value ?? this.standard()));
    this.#simulated = true;
  }

  protected takeAir(): void {
    const l = this.logger();
    this.air.set(this.say(l?.value ?? this.standard()));
    this.#humidity = l?.humidity;
    this.#simulated = true;
  }

  protected go(): void {
    const [pot, air] = [this.#parse(this.pot()), this.#parse(this.air())];
    const bad = [
      this.pot() && pot === undefined ? 'resin in the pot' : '',
      this.air() && air === undefined ? 'air at the work' : '',
    ].filter(Boolean);
    this.error.set(
      bad.length > 0
        ? `Cannot read the temperature of the ${bad.join(' and the ')}: type one such as 18.5 °C, between −20 and 60.`
        : '',
    );
    if (bad.length > 0) return;
    const humidity = this.#humidity ?? this.#shop()?.humidity;
    this.begin.emit({
      lot: this.lot().trim() || undefined,
      pot: pot ?? this.standard(),
      air: air ?? this.standard(),
      unread: [
        ...(pot === undefined ? (['pot'] as const) : []),
        ...(air === undefined ? (['air'] as const) : []),
      ],
      ...(humidity === undefined ? {} : { humidity }),
      ...(this.#simulated ? { simulated: true } : {}),
    });
  }

  #parse(text: string): number | undefined {
    const t = text.trim().replace(',', '.');
    if (t === '') return undefined;
    const unit = this.say(0).replace(/^[−\d.,\s]+/, '');
    const p = parseQuantity(/[a-z°]/i.test(t) ? t : `${t} ${unit}`, 'temperature');
    return p.ok && p.value >= -20 && p.value <= 60 ? p.value : undefined;
  }
}
