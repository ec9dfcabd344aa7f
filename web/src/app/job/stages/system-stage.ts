import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { linkOf, partOf, systemWith, type ChainRole, type RankedChain, type SystemChoice } from '@nelbo/core';
import { StoresStore } from '../../state/stores-store';
import { ChoiceFieldView } from '../../ui/choice-field';
import { JobContext } from '../job-context';
import { Ways } from '../repair/ways';
import { ChainRules } from './chain-rules';
import { Priorities } from './priorities';
import { RefusedRules } from './refused-rules';
import { StageHead } from './stage-head';
import { SystemList } from './system-list';
import { TradeChart } from './trade-chart';

interface Part {
  readonly path: string;
  readonly role: ChainRole;
  readonly label: string;
}

/** Systems that hold on this hull, ranked by what matters, and those that the rules refused. */
@Component({
  selector: 'nb-system-stage',
  imports: [
    StageHead,
    ButtonModule,
    ChoiceFieldView,
    ChainRules,
    Priorities,
    RefusedRules,
    SystemList,
    TradeChart,
    Ways,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nb-stage-head stage="system" />
    @if (system(); as s) {
      @if (s.perCandidate.length > 0) {
        <section aria-labelledby="per-hull">
          <h3 id="per-hull">It may be any of these hulls</h3>
          <table class="ruled">
            <thead><tr><th scope="col">If it is</th><th scope="col">what would hold it</th></tr></thead>
            <tbody>@for (c of s.perCandidate; track c.substrate.id) {<tr><th scope="row">{{ c.substrate.name }}</th><td>{{ c.best ? holder(c.best) : c.route ? 'every system is refused' : 'this damage does not occur on it' }}</td></tr>}</tbody>
          </table>
          <p class="muted small">{{ s.chosen ? 'The systems below hold on all of them.' : 'Nothing holds on all of them: the next test of the guide under Survey tells them apart.' }}</p>
        </section>
      }
      <nb-ways />
      @if (light(); as words) {<p class="note-line light">{{ words }}</p>}
      <nb-priorities />
      @if (s.chosen; as chosen) {
        <nb-system-list (take)="take($event)" />
        <p class="muted small">{{ counted() }}</p>
        @if (second(); as other) {<nb-trade-chart [chain]="chosen" [other]="other" />}
        <h3 class="head">The system, product by product</h3>
        <div class="fields links">
          @for (p of parts(); track p.path) {
            <nb-choice [path]="p.path" [label]="p.label" [value]="value(p.path)" [offered]="offered(p.role)" [assumed]="linkId(p.role)" assumedText="chosen by Nelbo" (changed)="set(p.path, $event)" />
          }
        </div>
        @if (hasOwn()) {<button pButton type="button" size="small" severity="secondary" [text]="true" (click)="free()">Let Nelbo choose every product</button>}
        <nb-chain-rules [chain]="chosen.chain" />
      }
      <p class="note-line caution">Stop and ask: {{ s.route.escalate }}.</p>
      <nb-refused-rules [refused]="s.refused" />
    }
  `,
  styles: `
    .head { margin: 18px 0 8px; } .light { margin-bottom: 12px; }
    .links { grid-template-columns: minmax(0, 1fr); gap: 8px; }
    .caution { border-color: var(--warn); margin-top: 16px; }
    section { margin-bottom: 12px; } th[scope='row'] { font-weight: 600; color: var(--ink); font-size: 0.93rem; border-bottom: 1px solid var(--hairline); }
  `,
})
export class SystemStage {
  readonly #context = inject(JobContext);
  readonly #stores = inject(StoresStore);
  protected readonly doc = this.#context.document;
  protected readonly system = computed(() => this.#context.plan()?.system);
  /** What is done instead of a repair, where that is so. */
  protected readonly light = computed(() => {
    const kind = this.#context.plan()?.repair?.kind;
    const words: Readonly<Record<string, string>> = {
      dress: 'It is dressed only, and nothing is laid: the systems below are for the full repair.',
      hold: 'It is held until home, and nothing is laid: the systems below are for the full repair.',
    };
    return kind === undefined ? undefined : words[kind];
  });
  protected readonly second = computed(() => this.system()?.ranked.find((r) => r !== this.system()?.chosen));
  protected readonly counted = computed(() => {
    const s = this.system();
    const number = (n: number): string => n.toLocaleString('en-GB');
    return (
      s &&
      `${number(s.examined)} systems looked at, ${number(s.accepted)} hold; ${s.ranked.length === 1 ? 'one way to hold it' : `the best of each of ${s.ranked.length} ways to hold it`}.`
    );
  });
  protected readonly parts = computed<readonly Part[]>(() => {
    const s = this.system();
    if (!s?.chosen) return [];
    const choices = new Set(s.route.choices.map((c) => c.role));
    const from = (role: ChainRole): readonly string[] =>
      s.route.choices.find((c) => c.role === role)?.from ?? [];
    const bond = linkOf(s.chosen.chain, 'bond')?.role === 'laminating resin' ? 'system.resin' : 'system.bond';
    const all: Part[] = [
      { path: bond, role: 'bond', label: 'Bond' },
      {
        path:
          from('reinforce').includes('cloth') && linkOf(s.chosen.chain, 'reinforce')?.role !== 'plate'
            ? 'system.cloth'
            : 'system.patch',
        role: 'reinforce',
        label: from('reinforce').every((r) => r === 'cloth') ? 'Cloth' : 'Reinforcement',
      },
      { path: 'system.coring', role: 'coring', label: 'New core' },
      { path: 'system.prep', role: 'prep', label: 'Surface preparation' },
      { path: 'system.clean', role: 'clean', label: 'Cleaning after it' },
      { path: 'system.prime', role: 'prime', label: 'Primer or tie coat' },
      { path: 'system.filler', role: 'fill', label: 'Fairing compound' },
      { path: 'system.barrier', role: 'barrier', label: 'Barrier coat' },
      { path: 'system.undercoat', role: 'undercoat', label: 'Primer under the paint' },
      { path: 'system.finish', role: 'finish', label: 'Finish' },
    ];
    return all.filter((p) => choices.has(p.role));
  });
  protected readonly hasOwn = computed(() => Object.keys(this.doc()?.system ?? {}).length > 0);

  protected holder(r: RankedChain): string {
    const s = this.system();
    return (s && linkOf(r.chain, s.route.key)?.name) ?? '';
  }

  protected linkId(role: ChainRole): string {
    const chain = this.system()?.chosen?.chain;
    return (chain && linkOf(chain, role)?.id) ?? 'none';
  }

  /** Products of Stores that may stand in a link of this route. */
  protected offered(role: ChainRole): { value: string; label: string }[] {
    const choice = this.system()?.route.choices.find((c) => c.role === role);
    if (!choice) return [];
    const fits = this.#stores
      .library()
      .products.filter((p) => choice.from.includes(p.role) && (choice.only?.(p) ?? true));
    return [
      ...(choice.orNone ? [{ value: 'none', label: 'none' }] : []),
      ...fits.map((p) => ({ value: p.id, label: p.name })),
    ];
  }

  protected value(path: string): unknown {
    const system = (this.doc()?.system ?? {}) as Record<string, unknown>;
    return system[path.split('.')[1]];
  }

  protected take(r: RankedChain): void {
    const key = this.system()?.route.key;
    const product = key && linkOf(r.chain, key);
    if (!product) return;
    this.#choose(partOf(key, product), product.id);
  }

  protected set(path: string, value: string | undefined): void {
    const product = this.#stores.library().products.find((p) => p.id === value);
    const name = path.split('.')[1] as keyof SystemChoice;
    this.#choose(
      name === 'resin' || name === 'bond'
        ? product?.role === 'laminating resin'
          ? 'resin'
          : 'bond'
        : name === 'cloth' || name === 'patch'
          ? product?.role === 'cloth'
            ? 'cloth'
            : 'patch'
          : name,
      value,
    );
  }

  protected free(): void {
    this.#context.store.set('system', undefined);
  }

  /** Only what was chosen by hand is kept with the job; the parts that go with it are matched anew. */
  #choose(part: keyof SystemChoice, value: string | undefined): void {
    this.#context.store.update((d) => ({ ...d, system: systemWith(d.system as SystemChoice, part, value) }));
  }
}
