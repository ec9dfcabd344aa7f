import { capital } from '../ui/words';
import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { parseTold, sayIn, tellUnread, told, type Sheet } from '@nelbo/core';
import {
  CONSISTENCIES,
  freeMix,
  mixable,
  PURGE,
  toldBy,
  type BenchBatch,
  type Consistency,
} from '@nelbo/core/cure';
import { Reading } from '../state/reading';
import { ShopStore } from '../state/shop-store';
import { StoresStore } from '../state/stores-store';
import { grams } from './words';

/** Anything of Stores that is mixed, by amount or by finished volume of paste: sticky hands need no arithmetic. */
@Component({
  selector: 'nb-free-mix',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Mix something else</h2>
    <div class="grid">
      <label>Product<select [value]="id()" (change)="id.set($any($event.target).value)">@for (p of products(); track p.id) {<option [value]="p.id" [selected]="p.id === id()">{{ p.name }}</option>}</select></label>
      <label>With<select [value]="powderId()" (change)="powderId.set($any($event.target).value)"><option value="">nothing</option>@for (p of powders(); track p.id) {<option [value]="p.id" [selected]="p.id === powderId()">{{ p.name }}</option>}</select></label>
      @if (powder()) {
        <label>As stiff as<select [value]="consistency()" (change)="consistency.set($any($event.target).value)">@for (c of CONSISTENCIES; track c) {<option [value]="c" [selected]="c === consistency()">{{ c }}</option>}</select></label>
        <label>Finished paste<input type="text" [value]="volume()" (input)="volume.set($any($event.target).value)" placeholder="150 ml" /></label>
      } @else {<label>Amount, mixed<input type="text" [value]="mass()" (input)="mass.set($any($event.target).value)" placeholder="120 g, 110 ml, 2 pumps" /></label>}
      <label>Thinner, its own<input type="text" [value]="thinner()" (input)="thinner.set($any($event.target).value)" placeholder="0 %" /></label>
      <label>Pigment paste<input type="text" [value]="tint()" (input)="tint.set($any($event.target).value)" placeholder="0 %" /></label>
      <label>In cartridges of<input type="text" [value]="cartridge()" (input)="cartridge.set($any($event.target).value)" placeholder="no cartridge" /></label>
    </div>
    @for (e of errors(); track e) {<p class="act" role="alert">{{ e }}</p>}
    @if (found(); as f) {
      <p class="facts">
        @for (x of facts(); track x.name) {<span>{{ x.name }} <b>{{ x.value }}</b></span>}
      </p>
      @if (order()) {<p class="soft wide">{{ order() }}</p>}
      @for (p of told(); track p.what) {<p class="act wide" role="alert">{{ cap(p.what) }}@if (p.allowed) {; allowed {{ p.allowed }}}.@if (p.suggestion) { {{ cap(p.suggestion) }}.}</p>}
      <div class="buttons"><button type="button" class="main" (click)="chosen.emit(f.batch)">Mix it</button></div>
    }
  `,
  styleUrls: ['./bench-step.css'],
  styles: `
    .grid { display: grid; grid-template-columns: repeat(auto-fit, minmax(210px, 1fr)); gap: 14px 24px; margin: 10px 0 16px; }
    label { color: var(--b-soft); font-size: 1.05rem; } select, input { display: block; font: inherit; font-size: 1.2rem; width: 100%; min-height: 54px; padding: 6px 10px; border: 2px solid var(--b-ink); border-radius: 4px; background: var(--b-ground); color: var(--b-ink); margin-top: 3px; } input::placeholder { color: var(--b-soft); }
  `,
})
export class FreeMixView {
  readonly chosen = output<BenchBatch>();
  readonly #stores = inject(StoresStore);
  readonly #shop = toSignal(inject(ShopStore).shop$);
  readonly #reading = inject(Reading);
  protected readonly CONSISTENCIES = CONSISTENCIES;
  protected readonly id = signal('epoxy-slow');
  protected readonly powderId = signal('');
  protected readonly consistency = signal<Consistency>('peanut butter');
  protected readonly mass = signal('120 g');
  protected readonly volume = signal('150 ml');
  protected readonly thinner = signal('');
  protected readonly tint = signal('');
  protected readonly cartridge = signal('');
  protected readonly cap = capital;

  protected readonly products = computed(() => this.#stores.library().products.filter(mixable));
  protected readonly powders = computed(() =>
    this.#stores.library().products.filter((p): p is Sheet => p.role === 'powder'),
  );
  protected readonly powder = computed(() => this.powders().find((p) => p.id === this.powderId()));
  readonly #product = computed(() => this.products().find((p) => p.id === this.id()));
  readonly #read = computed(() => {
    const one = (
      text: string,
      dimension: 'mass' | 'volume' | 'fraction',
      unit: 'g' | 'ml' | '%',
      name: string,
    ): { value?: number; error?: string } => {
      if (text.trim() === '') return {};
      const product = this.#product();
      const p = parseTold(text, dimension, unit, product && toldBy(product, this.#shop()?.instruments));
      if (p.ok && p.value >= 0 && (dimension === 'fraction' || p.value > 0)) return { value: p.value };
      const { what, suggestion } = p.ok
        ? { what: 'more than nothing is wanted', suggestion: `such as 100 ${unit}` }
        : tellUnread(p.unread);
      return { error: `${name}: ${what}; ${suggestion}` };
    };
    return {
      mass: one(this.mass(), 'mass', 'g', 'Amount'),
      volume: one(this.volume(), 'volume', 'ml', 'Finished paste'),
      thinner: one(this.thinner(), 'fraction', '%', 'Thinner'),
      tint: one(this.tint(), 'fraction', '%', 'Pigment paste'),
      cartridge: one(this.cartridge(), 'volume', 'ml', 'Cartridge'),
    };
  });
  protected readonly errors = computed(() => Object.values(this.#read()).flatMap((r) => r.error ?? []));
  protected readonly told = computed(() => (this.found()?.problems ?? []).map(told));
  protected readonly found = computed(() => {
    const [product, r] = [this.#product(), this.#read()];
    const amount = this.powder() ? r.volume.value : r.mass.value;
    if (!product || amount === undefined || this.errors().length > 0) return undefined;
    return freeMix({
      product,
      mass: r.mass.value ?? 0.1,
      volume: r.volume.value,
      powder: this.powder(),
      consistency: this.powder() && this.consistency(),
      thinner: r.thinner.value,
      tint: r.tint.value,
      cartridge: r.cartridge.value,
      temperature: this.#shop()?.temperature ?? 20,
      instruments: this.#shop()?.instruments,
    });
  });
  protected readonly facts = computed(() => {
    const [f, reader] = [this.found(), this.#reading.reader()];
    if (!f) return [];
    const { parts, first, second } = f.batch;
    const ml =
      parts.kind === 'two-part'
        ? [parts.resinVolume, parts.hardenerVolume]
        : parts.kind === 'peroxide'
          ? [parts.resinVolume, parts.catalystVolume]
          : [];
    const facts = [
      {
        name: capital(parts.names[0]),
        value: `${grams(first, reader)}${ml[0] ? `, ${sayIn(ml[0], 'ml', 0, reader)}` : ''}`,
      },
      {
        name: capital(parts.names[1]),
        value: `${grams(second, reader, second < 0.02 ? 2 : 1)}${ml[1] ? `, ${sayIn(ml[1], 'ml', 1, reader)}` : ''}${parts.kind === 'peroxide' ? `, ${parts.drops.value} drops` : f.drops ? `, ${f.drops.value} drops` : ''}`,
      },
    ];
    if (f.powder)
      facts.push({
        name: this.powder()?.name ?? '',
        value: `${grams(f.powder.mass.value, reader)}${f.powder.scoops ? `, ${Math.max(0.5, Math.round(2 * f.powder.scoops.value) / 2)} scoops of 30 ml` : ''}`,
      });
    if (f.thinner) facts.push({ name: 'Thinner', value: grams(f.thinner.value, reader) });
    if (f.tint) facts.push({ name: 'Pigment paste', value: grams(f.tint.value, reader) });
    if (f.cartridges)
      facts.push({
        name: `Cartridges, ${sayIn({ value: PURGE }, 'ml', 0, reader)} purged of each`,
        value: String(f.cartridges.value),
      });
    return facts;
  });
  /** In which order they meet, and why. */
  protected readonly order = computed(() => {
    const [f, product] = [this.found(), this.#product()];
    if (!f || !product) return '';
    const inCartridge =
      this.#read().cartridge.value !== undefined
        ? ' Level the two pistons first, purge until both parts come, a new nozzle per cartridge and after every pause.'
        : '';
    if (f.batch.parts.kind === 'cream' && product.role !== 'fabric adhesive')
      return `Squeeze the cream beside the putty on a board that drinks nothing; knead to one colour without streaks.${inCartridge}`;
    if (product.role === 'fabric adhesive')
      return `Decant what is used; count the drops in, stir slowly. It goes off in the pot within hours.${inCartridge}`;
    if (f.batch.parts.kind === 'peroxide')
      return f.powder
        ? `Powder and pigment first, catalyst last: it gels soon after. The percentage goes by the ${f.batch.parts.names[0]} alone, without powder and thinner.`
        : `Catalyst last; the percentage goes by the ${f.batch.parts.names[0]} alone.`;
    return f.powder
      ? `Both parts fully mixed first, then the powder: a half-mixed resin never cures in its lumps.${inCartridge}`
      : inCartridge.trim();
  });
}
