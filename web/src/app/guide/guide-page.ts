import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ButtonModule } from 'primeng/button';
import { SelectModule } from 'primeng/select';
import {
  DAMAGE_KINDS,
  GENERAL_CAUTION,
  HULL_FAMILIES,
  IDENTIFICATION_TESTS,
  SUBSTRATES,
  VERDICTS,
  damageData,
  meritsOf,
  type DamageKind,
  type HullFamily,
  type Product,
  type ProductRole,
  type Verdict,
} from '@nelbo/core';
import { bondingGuide, type PairVerdict } from '@nelbo/core/papers';
import { StoresStore } from '../state/stores-store';

const GROUPS: Readonly<Record<string, readonly ProductRole[]>> = {
  'resins and adhesives': ['laminating resin', 'adhesive', 'surface filler', 'weld rod', 'fabric adhesive'],
  patches: ['patch fabric'],
  finishes: ['finish', 'coating'],
  'solvents and cleaning': ['cleaner'],
};
type Group = keyof typeof GROUPS;

/** A verdict as a sign, told apart by its shape: a full bar holds, a broken one does not. */
const SIGNS: Readonly<
  Record<Verdict, { readonly d: string; readonly fill: boolean; readonly short: string }>
> = {
  bonds: { d: 'M1 7H23', fill: true, short: 'bonds' },
  'bonds if': { d: 'M1 7H14M19 7H23', fill: true, short: 'if' },
  weak: { d: 'M1 7H7M12 7H14M19 7H23', fill: false, short: 'weak' },
  'no bond': { d: 'M1 7H8M16 7H23M10 3L10 11M14 3L14 11', fill: false, short: 'no' },
  harms: { d: 'M1 7H6M18 7H23M8 2L16 12M16 2L8 12', fill: false, short: 'harms' },
};

interface Cell {
  readonly pair: PairVerdict;
  readonly substrate: (typeof SUBSTRATES)[number];
  readonly product: Product;
}

/** What bonds to what: every hull against every material, each cell opening the rules behind it. */
@Component({
  selector: 'nb-guide-page',
  imports: [ButtonModule, FormsModule, SelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main>
      <header class="spread">
        <div><h1>Bonding guide</h1><p class="muted">What holds on what, whatever the job. Tap a cell for the rules behind it.</p></div>
        <button pButton type="button" size="small" severity="secondary" [outlined]="true" class="no-print" (click)="print()">Print</button>
      </header>
      <div class="filters no-print">
        <div><span id="guide-family">Hull</span><p-select [options]="families" optionLabel="label" optionValue="value" [ngModel]="family()" (ngModelChange)="family.set($event)" ariaLabelledBy="guide-family" appendTo="body" /></div>
        <div><span id="guide-group">Materials</span><p-select [options]="groups" [ngModel]="group()" (ngModelChange)="group.set($event)" ariaLabelledBy="guide-group" appendTo="body" /></div>
        <div><span id="guide-verdict">Only</span><p-select [options]="verdicts" optionLabel="label" optionValue="value" [ngModel]="only()" (ngModelChange)="only.set($event)" ariaLabelledBy="guide-verdict" appendTo="body" /></div>
        <ul class="key" aria-label="Signs">
          @for (k of signs; track k.verdict) {<li [class]="slug(k.verdict)"><svg viewBox="0 0 24 14" aria-hidden="true"><path [attr.d]="k.d" /></svg>{{ k.verdict }}</li>}
        </ul>
      </div>
      <div class="body">
        <div class="scroll" tabindex="0" role="region" aria-label="Table of verdicts">
          <table>
            <thead><tr><th scope="col" class="corner">hull · material</th>@for (p of products(); track p.id) {<th scope="col"><span>{{ p.name }}</span></th>}</tr></thead>
            <tbody>
              @for (row of rows(); track row.substrate.id) {
                <tr>
                  <th scope="row">{{ row.substrate.name }}</th>
                  @for (c of row.cells; track c.product.id) {
                    <td [class]="slug(c.pair.verdict)">
                      <button type="button" [class.faint]="only() !== '' && c.pair.verdict !== only()" [attr.aria-pressed]="c === picked()" [attr.aria-label]="c.product.name + ' on ' + c.substrate.name + ': ' + c.pair.verdict" (click)="picked.set(c)">
                        <svg viewBox="0 0 24 14" aria-hidden="true"><path [attr.d]="sign(c.pair.verdict)" /></svg>{{ short(c.pair.verdict) }}
                      </button>
                    </td>
                  }
                </tr>
              }
            </tbody>
          </table>
        </div>
        <aside aria-live="polite" aria-label="Rules of the cell" tabindex="0">
          @if (picked(); as c) {
            <p class="verdict" [class]="slug(c.pair.verdict)"><svg viewBox="0 0 24 14" aria-hidden="true"><path [attr.d]="sign(c.pair.verdict)" /></svg> {{ c.pair.verdict }}</p>
            <h2>{{ c.product.name }} on {{ c.substrate.name }}</h2>
            @for (r of c.pair.rules; track r.id) {
              <div class="rule"><p><b>{{ r.verdict }}:</b> {{ r.reason }}.</p>@if (r.remedy) {<p>{{ cap(r.remedy) }}.</p>}<p class="muted small">Rule {{ r.id }}. {{ cap(r.source) }}.</p></div>
            }
            @if (c.pair.further.length > 0) {
              <h3>Depending on the job</h3>
              @for (r of c.pair.further; track r.id) {<p class="further"><b>{{ r.verdict }}</b> when {{ when(r) }}: {{ r.reason }}@if (r.remedy) {. <span class="muted">{{ cap(r.remedy) }}</span>}.</p>}
            }
            <h3>How the hull is known</h3><p>{{ cap(c.substrate.recognised) }}.</p>
            @if (worth(c.product); as w) {<p class="muted small">{{ w }}</p>}
          } @else {
            <h2>Tests that name a hull</h2>
            <ul class="tests">@for (t of tests; track t.name) {<li><b>{{ t.name }}.</b> {{ t.how }} @if (t.caution) {<span class="muted">{{ t.caution }}</span>}</li>}</ul>
          }
        </aside>
      </div>
      <p class="muted small general">{{ general }}</p>
    </main>
  `,
  styles: `
    main { padding: 18px 26px 20px; height: 100dvh; display: grid; grid-template-rows: auto auto minmax(0, 1fr) auto; gap: 10px; }
    .filters { display: flex; gap: 14px; align-items: end; flex-wrap: wrap; } .filters > div { font-size: 0.87rem; color: var(--muted); display: grid; }
    .key { display: flex; gap: 14px; margin-left: auto; font-size: 0.87rem; } .key li { display: flex; gap: 5px; align-items: center; }
    .body { display: grid; grid-template-columns: minmax(0, 1fr) 320px; gap: 20px; min-height: 0; }
    .scroll { overflow: auto; border: 1px solid var(--ink); background: var(--paper); }
    table { border-collapse: separate; border-spacing: 0; }
    thead th { position: sticky; top: 0; background: var(--paper); z-index: 2; height: 168px; vertical-align: bottom; border-bottom: 1px solid var(--ink); font-weight: 400; padding: 0 0 6px; min-width: 58px; }
    thead th span { writing-mode: vertical-rl; transform: rotate(180deg); text-align: left; line-height: 1.15; max-height: 156px; font-size: 0.87rem; display: inline-block; }
    .corner { left: 0; z-index: 3 !important; text-align: left; padding: 8px !important; color: var(--muted); font-size: 0.82rem; }
    tbody th { position: sticky; left: 0; background: var(--paper); z-index: 1; text-align: left; font-weight: 600; font-size: 0.9rem; padding: 4px 10px; min-width: 170px; border-right: 1px solid var(--ink); border-bottom: 1px solid var(--hairline); }
    td { border-bottom: 1px solid var(--hairline); padding: 0; }
    td button { all: unset; box-sizing: border-box; width: 100%; min-height: 40px; display: grid; justify-items: center; align-content: center; font-size: 0.76rem; cursor: pointer; }
    td button:hover { background: #ece8dd; } td button:focus-visible { outline: 2px solid var(--act); outline-offset: -2px; } td button[aria-pressed='true'] { box-shadow: inset 0 0 0 2px var(--act); }
    .faint { opacity: 0.18; }
    svg { width: 24px; height: 14px; } svg path { fill: none; stroke: currentColor; stroke-width: 3; }
    .bonds { color: #0e5a4e; } .bonds-if { color: #2b6777; } .weak { color: #8a5a00; } .no-bond { color: var(--act); } .harms { color: #8d1b1b; background: #f6e3d6; }
    .key .harms { background: none; }
    aside { overflow-y: auto; } aside h2 { font-size: 1.1rem; margin-bottom: 8px; } aside h3 { margin: 14px 0 4px; }
    .verdict { font-weight: 700; font-size: 1.1rem; background: none !important; } .rule { border-left: 3px solid var(--ink); padding-left: 10px; margin-bottom: 10px; } .further { font-size: 0.92rem; margin-top: 6px; padding-left: 10px; border-left: 3px dashed var(--hairline); }
    .tests li { padding: 5px 0; border-bottom: 1px solid var(--hairline); font-size: 0.93rem; }
    @media (max-width: 900px) { main { height: auto; display: block; padding: 16px; } .body { grid-template-columns: minmax(0, 1fr); } aside { order: -1; max-height: 40vh; } .filters { margin: 10px 0; } }
    @media print { main { display: block; height: auto; padding: 0; } .no-print, aside { display: none; } .scroll { overflow: visible; border: 0; } .body { display: block; } thead th, tbody th { position: static; } td button { min-height: 22px; font-size: 7pt; } table { font-size: 7pt; } thead th { min-width: 34px; } tbody th { min-width: 90px; } }
  `,
})
export class GuidePage {
  readonly #stores = inject(StoresStore);
  protected readonly families = [
    { label: 'every hull', value: '' },
    ...Object.entries(HULL_FAMILIES).map(([value, label]) => ({ value, label })),
  ];
  protected readonly groups = Object.keys(GROUPS);
  protected readonly verdicts = [
    { label: 'every verdict', value: '' },
    ...VERDICTS.map((v) => ({ label: v as string, value: v as string })),
  ];
  protected readonly signs = VERDICTS.map((verdict) => ({ verdict, ...SIGNS[verdict] }));
  protected readonly tests = Object.values(IDENTIFICATION_TESTS);
  protected readonly general = GENERAL_CAUTION;
  protected readonly family = signal<HullFamily | ''>('');
  protected readonly group = signal<Group>('resins and adhesives');
  protected readonly only = signal<Verdict | ''>('');
  protected readonly picked = signal<Cell | undefined>(undefined);
  protected readonly products = computed(() =>
    this.#stores.library().products.filter((p) => GROUPS[this.group()].includes(p.role)),
  );
  protected readonly rows = computed(() => {
    const substrates = SUBSTRATES.filter((s) => this.family() === '' || s.family === this.family());
    const products = this.products();
    return bondingGuide(substrates, products).map((pairs, i) => ({
      substrate: substrates[i],
      cells: pairs.map((pair, j): Cell => ({ pair, substrate: substrates[i], product: products[j] })),
    }));
  });

  protected sign(v: Verdict): string {
    return SIGNS[v].d;
  }
  protected short(v: Verdict): string {
    return SIGNS[v].short;
  }
  protected slug(v: Verdict): string {
    return v.replace(' ', '-');
  }
  protected cap(s: string): string {
    return `${s.charAt(0).toUpperCase()}${s.slice(1)}`;
  }

  /** The further conditions of a rule, in words. */
  protected when({ when }: PairVerdict['rules'][number]): string {
    const words = Object.entries(when).flatMap(([fact, values]) =>
      WORDS[fact.replace('!', '')]
        ? [
            `${WORDS[fact.replace('!', '')]} ${fact.endsWith('!') ? 'not ' : ''}${(values as readonly string[]).map((v) => this.#named(v)).join(' or ')}`,
          ]
        : [],
    );
    return words.length > 0 ? words.join(' and ') : 'the rest of the system is so';
  }

  /** A product or a kind of damage by its name; any other word stands for itself. */
  #named(word: string): string {
    const product = this.#stores.library().products.find((p) => p.id === word)?.name;
    return product ?? (word in DAMAGE_KINDS ? damageData(word as DamageKind).name : word);
  }

  protected worth(product: Product): string {
    const m = meritsOf(product);
    const word = (v: number): string =>
      v >= 0.85 ? 'very good' : v >= 0.65 ? 'good' : v >= 0.4 ? 'middling' : 'poor';
    return `As Nelbo judges it: strength ${word(m.strength)}, in water ${word(m.water)}, ease ${word(m.ease)}, burden on health ${m.health >= 0.65 ? 'low' : m.health >= 0.45 ? 'middling' : 'high'}.`;
  }

  protected print(): void {
    window.print();
  }
}

const WORDS: Readonly<Record<string, string>> = {
  position: 'the waterline is',
  duty: 'duty is',
  damage: 'the damage is',
  wet: 'it reads',
  contaminant: 'on the surface is',
  clear: 'clear finish:',
  lasts: 'it must last',
  place: 'the work is done in',
  coat: 'the coat is',
  kept: 'she is kept',
  'old.filler': 'the old filler is',
  core: 'the core is',
  'bond.family': 'what holds is',
  'bond.role': 'what holds is a',
  bond: 'what holds is',
  'fill.family': 'the filler is',
  fill: 'the filler is',
  'finish.family': 'the finish is',
  'finish.kind': 'the finish is',
  finish: 'the finish is',
  'reinforce.role': 'the reinforcement is',
  'reinforce.family': 'the reinforcement is',
  reinforce: 'the reinforcement is',
  prime: 'the primer is',
  'barrier.role': 'there is a',
  barrier: 'the barrier is',
  prep: 'the preparation is',
  'coring.family': 'the new core is',
};
