import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { rootsOf, say, usedBy, type Origin, type TraceEntry } from '@nelbo/core';
import { ButtonModule } from 'primeng/button';
import { DrawerModule } from 'primeng/drawer';
import { Reading } from '../state/reading';
import { OriginKey } from './origin-key';
import { ORIGIN_HINTS, originClass } from './origins';
import { TraceService } from './trace-service';

/** Given figures by their origin, in the order of how little they can be trusted. */
const COUNTED: readonly (readonly [Origin, string, string])[] = [
  ['assumed', 'default', 'defaults'],
  ['entered', 'entered figure', 'entered figures'],
  ['shop', 'figure of the shop', 'figures of the shop'],
  ['data sheet', 'figure of a data sheet', 'figures of data sheets'],
  ['measured', 'measurement', 'measurements'],
];
const MOST = 12;

/** The reasons of one figure: formula, inputs with units and origin, source. Inputs open in turn. */
@Component({
  selector: 'nb-trace-drawer',
  imports: [DrawerModule, ButtonModule, OriginKey],
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
                  <b [class]="cls(i.entry.origin)">{{ read(i.entry) }}</b>
                </button>
              </li>
            }
          </ul>
        }
        <h3>Source</h3>
        <p>{{ e.source }}</p>
        @if (rests(); as r) {
          <h3>It rests on</h3>
          <p class="small">{{ r }}</p>
          @if (defaults().length > 0) {
            <ul class="links">@for (d of defaults(); track d.id) {<li><button type="button" (click)="deeper(d.id)"><span>{{ d.label }}</span><b [class]="cls(d.origin)">{{ read(d) }}</b></button></li>}</ul>
          }
        }
        @if (uses().length > 0) {
          <h3>It goes into</h3>
          <ul class="links">@for (u of uses(); track u.id) {<li><button type="button" (click)="deeper(u.id)"><span>{{ u.label }}</span><b>{{ read(u) }}</b></button></li>}</ul>
        }
        <h3>The line under a figure</h3>
        <nb-origin-key />
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
    li button { all: unset; box-sizing: border-box; cursor: pointer; width: 100%; display: grid; grid-template-columns: 94px 1fr auto; gap: 8px; align-items: baseline; padding: 7px 0; border-bottom: 1px solid var(--hairline); }
    li button:hover b { text-decoration: underline; }
    li button:focus-visible { outline: 2px solid var(--act); }
    .links button { grid-template-columns: 1fr auto; padding: 5px 0; }
    .symbol { color: var(--muted); overflow-wrap: anywhere; }
    small { display: block; color: var(--muted); }
    .back { padding-left: 0; text-align: left; }
  `,
})
export class TraceDrawer {
  readonly #trace = inject(TraceService);
  readonly #reading = inject(Reading);
  protected readonly origins = ORIGIN_HINTS;
  protected readonly entry = this.#trace.open;
  protected readonly path = this.#trace.path;
  protected readonly parent = computed(() => this.#trace.entry(this.path().at(-2) ?? ''));
  protected readonly inputs = computed(() =>
    (this.entry()?.inputs ?? []).flatMap((i) => {
      const entry = this.#trace.entry(i.traceId);
      return entry ? [{ symbol: i.symbol, entry }] : [];
    }),
  );

  readonly #roots = computed(() => {
    const e = this.entry();
    return e && e.inputs.length > 0 ? rootsOf(this.#trace.trace(), e.id) : [];
  });
  /** "3 defaults, 2 figures measured here, 1 from the shop" */
  protected readonly rests = computed(() => {
    const count = (origin: Origin): number => this.#roots().filter((r) => r.origin === origin).length;
    return COUNTED.flatMap(([origin, one, many]) => {
      const n = count(origin);
      return n > 0 ? [`${n} ${n === 1 ? one : many}`] : [];
    }).join(', ');
  });
  protected readonly defaults = computed(() =>
    this.#roots()
      .filter((r) => r.origin === 'assumed')
      .slice(0, MOST),
  );
  protected readonly uses = computed(() => {
    const e = this.entry();
    return e ? usedBy(this.#trace.trace(), e.id).slice(0, MOST) : [];
  });

  protected cls(origin: Origin): string {
    return originClass(origin);
  }

  protected read(e: TraceEntry): string {
    return say(e, this.#reading.reader());
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
