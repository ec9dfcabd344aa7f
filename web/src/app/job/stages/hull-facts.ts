import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import {
  DAMAGE_KINDS,
  HULL_FAMILIES,
  SUBSTRATES,
  damageData,
  occursOn,
  substrateOf,
  type DamageKind,
} from '@nelbo/core';
import { ChoiceFieldView } from '../../ui/choice-field';
import { QuantityFieldView } from '../../ui/quantity-field';
import { capital } from '../../ui/words';
import { JobContext } from '../job-context';
import { DAMAGE_QUESTIONS, type DamageAsk } from './damage-questions';
import { IdentifyGuide } from './identify-guide';

/** What the hull is made of, what is broken, and the few questions that go with it. */
@Component({
  selector: 'nb-hull-facts',
  imports: [ButtonModule, ChoiceFieldView, QuantityFieldView, IdentifyGuide],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="fields">
      <div>
        <nb-choice path="hull.material" [value]="doc()?.hull?.material" [offered]="hulls" (changed)="set('hull.material', $event)" />
        @if (!guide()) {<button pButton type="button" size="small" severity="secondary" [text]="true" class="unsure" (click)="guideOpen.set(true)">{{ doc()?.hull?.evidence?.length ? 'Tests that name it' : 'Not sure? Test it' }}</button>}
      </div>
      <nb-choice path="damage.kind" [value]="doc()?.damage?.kind" [offered]="damages()" (changed)="set('damage.kind', $event)" />
      @if (recognised(); as r) {<p class="wide muted small">{{ r }}</p>}
      @if (guide()) {
        @defer (on immediate) {<nb-identify-guide class="wide" (closed)="guideOpen.set(false)" />}
      }
      @for (a of asks(); track a.path) {
        @if (a.kind === 'quantity') {<nb-quantity [path]="a.path" [value]="at(a.path)" (changed)="set(a.path, $event)" />}
        @else {<nb-choice [path]="a.path" [value]="at(a.path)" (changed)="set(a.path, $event)" />}
      }
    </div>
    <details [open]="opened()">
      <summary>More about the hull</summary>
      <div class="fields">
        @for (a of more(); track a.path) {<nb-choice [path]="a.path" [value]="at(a.path)" [assumed]="a.assumed" (changed)="set(a.path, $event)" />}
      </div>
    </details>
  `,
  styles: `
    :host { display: block; }
    .unsure { margin: 2px 0 0 -6px; }
    details { margin-top: 10px; } summary { cursor: pointer; font-weight: 600; padding: 6px 0; }
  `,
})
export class HullFacts {
  readonly #context = inject(JobContext);
  protected readonly doc = this.#context.document;
  protected readonly guideOpen = signal(false);
  /** The guide stands open while nobody has named the hull. */
  protected readonly guide = computed(
    () => this.guideOpen() || (this.doc() !== undefined && this.doc()?.hull.material === undefined),
  );
  protected readonly hulls = SUBSTRATES.map((s) => ({
    value: s.id,
    label:
      s.family === 'frp' || s.name.includes(HULL_FAMILIES[s.family])
        ? s.name
        : `${s.name} · ${HULL_FAMILIES[s.family]}`,
  }));
  // Single values, so that typing elsewhere in the document makes no new lists of options.
  readonly #material = computed(() => this.doc()?.hull.material);
  readonly #kind = computed(() => this.doc()?.damage.kind);
  readonly #substrate = computed(() => substrateOf(this.#material()));
  protected readonly damages = computed(() => {
    const family = this.#substrate()?.family;
    const kinds = Object.keys(DAMAGE_KINDS) as DamageKind[];
    return kinds
      .filter((k) => !family || occursOn(k, family) || k === this.#kind())
      .map((k) => ({ value: k, label: damageData(k).name }));
  });
  protected readonly recognised = computed(() => {
    const [substrate, kind] = [this.#substrate(), this.#kind()];
    return [
      substrate && `${capital(substrate.name)}: ${substrate.recognised}.`,
      kind && `${capital(damageData(kind).name)}: ${damageData(kind).sign}.`,
    ]
      .filter(Boolean)
      .join(' ');
  });
  protected readonly asks = computed<readonly DamageAsk[]>(() => {
    const kind = this.#kind();
    const asks = kind ? damageData(kind).asks.map((q) => DAMAGE_QUESTIONS[q]) : [];
    // A hole that is too wide for a plug has no sheet that asks for it.
    const wide = this.#context.problems().some((p) => p.code === 'hole-not-plugged');
    return wide ? [...asks, { path: 'repair.holes.diameter', kind: 'quantity' }] : asks;
  });
  protected readonly more = computed(() => {
    const family = this.#substrate()?.family;
    const laminated = family === 'frp' || family === 'frp-cored';
    const asked = new Set(this.asks().map((a) => a.path));
    const all = [
      ...(laminated
        ? [
            { path: 'hull.matrix', assumed: 'polyester' },
            { path: 'hull.fibre', assumed: 'glass' },
          ]
        : []),
      ...(family === 'frp-cored' || family === 'foil' ? [{ path: 'hull.core' }] : []),
      { path: 'hull.coat' },
      { path: 'hull.contaminant', assumed: 'none' },
      { path: 'hull.clear', assumed: 'no' },
      { path: 'damage.wet' },
      ...this.dryingMeans(),
      { path: 'conditions.place' },
      { path: 'lasts', assumed: 'for good' },
    ] as readonly { path: string; assumed?: string }[];
    return all.filter((a) => !asked.has(a.path));
  });
  protected readonly opened = computed(() =>
    this.more().some((a) => this.at(a.path) !== undefined && a.path !== 'lasts'),
  );

  /** How it is dried is asked where the plan dries something; what it takes meanwhile is told. */
  private dryingMeans(): readonly { readonly path: string; readonly assumed?: string }[] {
    const path = 'repair.drying.by';
    const offer = this.#context.problems().find((p) => p.code === 'drying-offer');
    if (offer?.code === 'drying-offer') return [{ path, assumed: offer.params.by }];
    return this.at(path) === undefined ? [] : [{ path }];
  }

  protected at(path: string): unknown {
    return path
      .split('.')
      .reduce<unknown>((x, key) => (x as Record<string, unknown> | undefined)?.[key], this.doc());
  }

  protected set(path: string, value: unknown): void {
    this.#context.store.set(path, value);
  }
}
