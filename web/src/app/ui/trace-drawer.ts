import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { say, type TraceEntry } from '@nelbo/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ButtonModule } from 'primeng/button';
import { DrawerModule } from 'primeng/drawer';
import { ShopStore } from '../state/shop-store';
import { TraceService } from './trace-service';

const ORIGINS: Record<TraceEntry['origin'], string> = {
  measured: 'measured here',
  entered: 'entered for this job',
  'data sheet': 'from the data sheet',
  shop: 'from the shop',
  assumed: 'assumed: a default until it is measured or a data sheet says otherwise',
  computed: 'computed',
};

/** The reasons of one figure: formula, inputs with units and origin, source. Inputs open in turn. */
@Component({
  selector: 'nb-trace-drawer',
  imports: [DrawerModule, ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-drawer [visible]="entry() !== undefined" (visibleChange)="$event || close()" position="right" [style]="{ width: 'min(430px, 100vw)' }" ariaCloseLabel="Close the reasons">
      <ng-template #header><h2 class="head">Where this comes from</h2></ng-template>
      @if (entry(); as e) {
        @if (path().length > 1) {
          <button pButton type="button" [text]="true" size="small" class="back" (click)="back()">← back to {{ parent()?.label }}</button>
        }
        <p class="label">{{ e.label }}</p>
        <p class="value">{{ read(e) }}</p>
        <p class="origin" [class.assumed]="e.origin === 'assumed'">{{ origins[e.origin] }}</p>
        @if (e.expression) {
          <h3>Formula</h3>
          <p class="formula">{{ e.expression }}</p>
        }
        @if (inputs().length > 0) {
          <h3>With</h3>
          <ul>
            @for (i of inputs(); track i.symbol) {
              <li>
                <button type="button" (click)="deeper(i.entry.id)">
                  <span class="symbol">{{ i.symbol }}</span>
                  <span>{{ i.entry.label }}<small>{{ i.entry.origin }}</small></span>
                  <b>{{ read(i.entry) }}</b>
                </button>
              </li>
            }
          </ul>
        }
        <h3>Source</h3>
        <p>{{ e.source }}</p>
        @if (e.formulaId) {
          <p class="muted small">worked out in {{ e.formulaId }}</p>
        }
      }
    </p-drawer>
  `,
  styles: `
    .head { font-size: 1rem; }
    .label { font-size: 1.05rem; margin-top: 4px; }
    .value { font-size: 2.1rem; font-weight: 700; line-height: 1.15; }
    .origin { color: var(--muted); }
    .origin.assumed { color: var(--ink); border-left: 3px solid var(--warn); padding-left: 8px; }
    h3 { margin: 18px 0 4px; border-top: 1px solid var(--hairline); padding-top: 10px; }
    .formula { font-size: 1.05rem; overflow-wrap: anywhere; }
    li button { all: unset; box-sizing: border-box; cursor: pointer; width: 100%; display: grid; grid-template-columns: 64px 1fr auto; gap: 8px; align-items: baseline; padding: 7px 0; border-bottom: 1px solid var(--hairline); }
    li button:hover b { text-decoration: underline; }
    li button:focus-visible { outline: 2px solid var(--act); }
    .symbol { color: var(--muted); overflow-wrap: anywhere; }
    small { display: block; color: var(--muted); }
    .back { padding-left: 0; text-align: left; }
  `,
})
export class TraceDrawer {
  readonly #trace = inject(TraceService);
  readonly #shop = toSignal(inject(ShopStore).shop$);
  protected readonly origins = ORIGINS;
  protected readonly entry = this.#trace.open;
  protected readonly path = this.#trace.path;
  protected readonly parent = computed(() => this.#trace.entry(this.path().at(-2) ?? ''));
  protected readonly inputs = computed(() =>
    (this.entry()?.inputs ?? []).flatMap((i) => {
      const entry = this.#trace.entry(i.traceId);
      return entry ? [{ symbol: i.symbol, entry }] : [];
    }),
  );

  protected read(e: TraceEntry): string {
    return say(e, this.#shop()?.currency);
  }

  protected deeper(id: string): void {
    this.#trace.deeper(id);
  }

  protected back(): void {
    this.#trace.back();
  }

  protected close(): void {
    this.#trace.close();
  }
}
