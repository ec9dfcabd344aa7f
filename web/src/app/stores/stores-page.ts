import { REPAIRS } from '@nelbo/core/repairs';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { InputTextModule } from 'primeng/inputtext';
import { SelectModule } from 'primeng/select';
import { retry } from 'rxjs';
import {
  createPlanner,
  readJob,
  say,
  type Library,
  type Plan,
  type Product,
  type ProductRole,
} from '@nelbo/core';
import { Api } from '../api/api';
import { Reading, TIME_ZONE } from '../state/reading';
import { ShopStore } from '../state/shop-store';
import { StoresStore } from '../state/stores-store';
import { ArrowKeys } from '../ui/arrow-keys';
import { ProductSheet } from './product-sheet';

/** Roles in the order of the work. */
const ROLES: readonly ProductRole[] = [
  'laminating resin',
  'second part',
  'cloth',
  'peel ply',
  'core',
  'adhesive',
  'weld rod',
  'fabric adhesive',
  'patch fabric',
  'plate',
  'primer',
  'tie coat',
  'surface filler',
  'fairing compound',
  'powder',
  'barrier coat',
  'finish',
  'coating',
  'cleaner',
  'preparation',
  'abrasive',
  'consumable',
];

interface Row {
  readonly product: Product;
  readonly note: string;
  readonly uses: string;
}

/** Stores: what the yard has, with the values of its data sheets, its lots, and what the jobs under way will use up. */
@Component({
  selector: 'nb-stores-page',
  imports: [ArrowKeys, FormsModule, InputTextModule, ProductSheet, RouterLink, SelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main>
      <section class="list" aria-labelledby="stores-head">
        <h1 id="stores-head">Stores</h1>
        <p class="muted">Generic products with typical values. What your data sheets say goes over them, and every plan follows.</p>
        <div class="find">
          <label for="stores-search" class="visually-hidden">Find a product</label><input pInputText type="search" id="stores-search" placeholder="find a product" [ngModel]="search()" (ngModelChange)="search.set($event)" />
          <p-select [options]="roles()" optionLabel="label" optionValue="value" [ngModel]="role()" (ngModelChange)="role.set($event)" ariaLabel="Role" appendTo="body" />
        </div>
        @for (g of groups(); track g.role) {
          <h2>{{ g.role }}</h2>
          <table class="ruled" nbArrowKeys>
            <tbody>
              @for (r of g.rows; track r.product.id) {
                <tr [class.selected]="r.product.id === id()">
                  <td><a [routerLink]="['/stores', r.product.id]">{{ r.product.name }}</a>@if (r.note) {<small class="mark">{{ r.note }}</small>}</td>
                  <td class="muted">{{ r.product.family }}</td>
                  <td class="number">{{ r.uses }}</td>
                </tr>
              }
            </tbody>
          </table>
        } @empty {<p>Nothing in Stores fits “{{ search() }}”. Products of your own are made from the sheet of one that is like them.</p>}
      </section>
      <section class="sheet" aria-label="Data sheet">
        @if (base(); as b) {<nb-product-sheet [product]="b.product" [base]="b.base" [entry]="b.entry" (made)="open($event)" />}
        @else {<p class="muted pick">Pick a product to see its data sheet.</p>}
      </section>
    </main>
  `,
  styles: `
    main { display: grid; grid-template-columns: minmax(0, 1fr) 520px; height: 100dvh; }
    .list { padding: 20px 26px 60px; overflow-y: auto; } .sheet { border-left: 1px solid var(--hairline); overflow-y: auto; background: var(--paper); }
    .find { display: grid; grid-template-columns: minmax(0, 1fr) 200px; gap: 10px; margin: 14px 0 4px; position: sticky; top: 0; background: var(--ground); padding: 6px 0; z-index: 1; }
    h2 { font-size: 0.95rem; margin: 18px 0 0; border-bottom: 2px solid var(--ink); padding-bottom: 3px; text-transform: none; }
    td a { text-decoration: none; font-weight: 600; } td a:hover { text-decoration: underline; }
    td:nth-child(2) { width: 30%; } .number { width: 110px; }
    .mark { color: var(--wait); font-weight: 600; margin-left: 8px; border-bottom: 3px double var(--wait); }
    .pick { padding: 80px 30px; }
    @media (max-width: 1000px) { main { display: block; height: auto; } .sheet { border: 0; } .list { padding: 16px; } }
  `,
})
export class StoresPage {
  readonly id = input<string>();
  readonly #stores = inject(StoresStore);
  readonly #router = inject(Router);
  readonly #reading = inject(Reading);
  readonly #shop = toSignal(inject(ShopStore).shop$);
  readonly #entries = toSignal(this.#stores.entries$, { initialValue: [] });
  readonly #underWay = toSignal(
    inject(Api)
      .underWay()
      .pipe(retry({ delay: 3000 })),
    { initialValue: [] },
  );
  protected readonly search = signal('');
  protected readonly role = signal<ProductRole | ''>('');

  /** What the jobs under way take of each product, by its name. */
  readonly #uses = computed(() => {
    const [shop, library] = [this.#shop() ?? {}, this.#stores.library()];
    const plans = this.#underWay().flatMap((stored): Plan[] => {
      const { job } = readJob(stored.document);
      const plan =
        job && createPlanner(REPAIRS).plan(job, library, shop, { now: Date.now(), timeZone: TIME_ZONE }).plan;
      return plan ? [plan] : [];
    });
    const sums = new Map<string, { value: number; unit: string }>();
    for (const line of plans.flatMap((p) => p.materials ?? [])) {
      const before = sums.get(line.product);
      if (!before) sums.set(line.product, { value: line.quantity.value, unit: line.quantity.unit });
      else if (before.unit === line.quantity.unit) before.value += line.quantity.value;
    }
    return sums;
  });
  protected readonly roles = computed(() => [
    { label: 'every role', value: '' },
    ...ROLES.filter((r) => this.#stores.library().products.some((p) => p.role === r)).map((r) => ({
      label: r as string,
      value: r as string,
    })),
  ]);
  protected readonly groups = computed(() => {
    const words = this.search().toLowerCase().split(/\s+/).filter(Boolean);
    const fits = (p: Product): boolean =>
      (this.role() === '' || p.role === this.role()) &&
      words.every((w) => `${p.name} ${p.family} ${p.role}`.toLowerCase().includes(w));
    const library: Library = this.#stores.library();
    return ROLES.map((role) => ({
      role,
      rows: library.products.filter((p) => p.role === role && fits(p)).map((p) => this.#row(p)),
    })).filter((g) => g.rows.length > 0);
  });
  protected readonly base = computed(() => {
    const product = this.#stores.library().products.find((p) => p.id === this.id());
    if (!product) return undefined;
    const entry = this.#entries().find((e) => e.id === product.id);
    const like = typeof entry?.product['like'] === 'string' ? entry.product['like'] : product.id;
    return { product, base: like, entry };
  });

  constructor() {
    // The first product stands open on a wide screen: an empty page helps nobody.
    effect(() => {
      if (this.id() === undefined && matchMedia('(min-width: 1001px)').matches)
        void this.#router.navigate(['/stores', 'epoxy-slow'], { replaceUrl: true });
    });
  }

  protected open(id: string): void {
    void this.#router.navigate(['/stores', id]);
  }

  #row(product: Product): Row {
    const use = this.#uses().get(product.name);
    return {
      product,
      note: product.own ? 'your own' : product.fromSheet ? 'data sheet' : '',
      uses: use ? `uses ${say(use, this.#reading.reader())}` : '',
    };
  }
}
