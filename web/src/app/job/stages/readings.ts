import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { ButtonModule } from 'primeng/button';
import { SelectButtonModule } from 'primeng/selectbutton';
import { said, figure, type Reading as Reading_, type Said } from '@nelbo/core';
import { Reading } from '../../state/reading';
import { ChoiceFieldView } from '../../ui/choice-field';
import { PointPad, type PadMark, type PadPoint } from '../../ui/point-pad';
import { QuantityFieldView } from '../../ui/quantity-field';
import { SaidView } from '../../ui/said';
import { Devices } from '../../devices/devices';
import { JobContext } from '../job-context';

type Mode = 'sound' | 'dull' | 'dead' | 'moisture';
const LEAST_SPAN = 0.1;
const ROOM = 2.2;

/** Tap and moisture readings, placed where they were taken and drawn as a map with the plan view. */
@Component({
  selector: 'nb-readings',
  imports: [
    ButtonModule,
    ChoiceFieldView,
    FormsModule,
    PointPad,
    QuantityFieldView,
    SaidView,
    SelectButtonModule,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="row">
      <p-selectbutton [options]="modes" optionLabel="label" optionValue="value" [ngModel]="mode()" (ngModelChange)="mode.set($event)" [allowEmpty]="false" ariaLabel="What the next tap of the finger sets" />
    </div>
    @if (mode() === 'moisture') {
      <div class="fields">
        <nb-quantity path="damage.readings.moisture" label="Reading to place" [value]="moisture()" (changed)="moisture.set($event)" />
        @if (meter(); as m) {<p class="take"><button pButton type="button" size="small" severity="secondary" [outlined]="true" (click)="moisture.set(m.value)">Take {{ m.value }} from the meter, simulated</button></p>}
        <nb-quantity path="damage.meter.dry" [value]="doc()?.damage?.meter?.dry" (changed)="set('damage.meter.dry', $event)" />
        <nb-choice path="damage.meter.scale" [value]="doc()?.damage?.meter?.scale" assumed="relative" assumedText="" (changed)="set('damage.meter.scale', $event)" />
      </div>
    }
    <nb-point-pad label="Map: tap where the reading was taken" [width]="span()" [height]="span() * 0.66" [grid]="span() / 10" [given]="outlines()" [marks]="marks()" [points]="none" [placing]="true" (tapped)="place($event)" />
    <p class="small muted">○ sound &nbsp; ● dull or dead &nbsp; coloured: wet. Bow to the right; the map is {{ width() }} wide.</p>
    @if (words(); as w) {<p><nb-said [words]="w" /></p>}
    @if (readings().length > 0) {
      <details>
        <summary>{{ readings().length }} readings by number</summary>
        <ol>
          @for (r of readings(); track $index) {
            <li>
              <span>{{ $index + 1 }} {{ r.tap ?? '' }} {{ r.moisture ?? '' }}</span>
              <nb-quantity path="damage.readings.x" label="along" [value]="r.x" (changed)="move($index, 'x', $event)" />
              <nb-quantity path="damage.readings.y" label="up" [value]="r.y" (changed)="move($index, 'y', $event)" />
              <button pButton type="button" size="small" severity="secondary" [text]="true" [attr.aria-label]="'Take out reading ' + ($index + 1)" (click)="drop($index)">×</button>
            </li>
          }
        </ol>
      </details>
      <button pButton type="button" size="small" severity="secondary" [text]="true" (click)="drop(readings().length - 1)">Take back the last</button>
    }
  `,
  styles: `
    :host { display: block; } .row { margin-bottom: 8px; }
    nb-point-pad { height: 250px; border: 1px solid var(--ink); }
    li { display: grid; grid-template-columns: 90px 1fr 1fr 30px; gap: 6px; align-items: end; margin-top: 4px; }
    summary { cursor: pointer; padding: 6px 0; }
  `,
})
export class Readings {
  readonly #context = inject(JobContext);
  readonly #reading = inject(Reading);
  protected readonly doc = this.#context.document;
  protected readonly modes = [
    { label: 'Sound', value: 'sound' },
    { label: 'Dull', value: 'dull' },
    { label: 'Dead', value: 'dead' },
    { label: 'Moisture', value: 'moisture' },
  ];
  protected readonly mode = signal<Mode>('dull');
  protected readonly moisture = signal<number | undefined>(undefined);
  protected readonly meter = toSignal(inject(Devices).readings('moisture meter'));
  protected readonly none: readonly PadPoint[] = [];
  protected readonly readings = computed(() => this.#context.state()?.job?.damage.readings ?? []);
  readonly #map = computed(() => this.#context.plan()?.readings);
  readonly #survey = computed(() => this.#context.plan()?.survey);
  /** Width of the map, m: room round the damage and every reading. */
  protected readonly span = computed(() => {
    const s = this.#survey();
    const far = Math.max(
      LEAST_SPAN,
      ...(s ? [s.length.value, s.width.value / 0.66] : []),
      ...this.readings()
        .flatMap((r) => [Math.abs(r.x) * 2, (Math.abs(r.y) * 2) / 0.66])
        .map((x) => x / 1.6),
    );
    return Number((far * ROOM).toPrecision(2));
  });
  protected readonly width = computed(() =>
    this.span() < 1 ? `${Math.round(this.span() * 1000)} mm` : `${this.span()} m`,
  );
  protected readonly outlines = computed(() => {
    const s = this.#survey();
    return s
      ? s.region.map((o) => o.map((p) => this.#toPad({ x: p.x + s.centre.x, y: p.y + s.centre.y })))
      : [];
  });
  protected readonly marks = computed<readonly PadMark[]>(() =>
    (this.#map()?.cells ?? []).map((c) => ({
      ...this.#toPad(c.reading),
      cls: c.state,
      text: c.reading.moisture === undefined ? '' : String(c.reading.moisture),
    })),
  );
  protected readonly words = computed<Said | undefined>(() => {
    const m = this.#map();
    return (
      m?.bad && said`Dull or wet ground by the nearest reading: ${figure(m.bad, this.#reading.reader())}.`
    );
  });

  #toPad(p: PadPoint): PadPoint {
    return { x: p.x + this.span() / 2, y: this.span() * 0.33 - p.y };
  }

  protected place(at: PadPoint): void {
    const mode = this.mode();
    const moisture = this.moisture();
    if (mode === 'moisture' && moisture === undefined) return;
    const who = this.#context.logStore.who;
    const round = (v: number): number => Math.round(v * 1e4) / 1e4;
    const reading: Reading_ = {
      at: new Date().toISOString(),
      x: round(at.x - this.span() / 2),
      y: round(this.span() * 0.33 - at.y),
      ...(mode === 'moisture' ? { moisture } : { tap: mode }),
      ...(who ? { who } : {}),
    };
    this.#put([...this.readings(), reading]);
  }

  protected move(i: number, axis: 'x' | 'y', value: number | undefined): void {
    if (value !== undefined)
      this.#put(this.readings().map((r, k) => (k === i ? { ...r, [axis]: value } : r)));
  }

  protected drop(i: number): void {
    this.#put(this.readings().filter((_, k) => k !== i));
  }

  protected set(path: string, value: unknown): void {
    this.#context.store.set(path, value);
  }

  #put(readings: readonly Reading_[]): void {
    this.#context.store.set('damage.readings', readings.length > 0 ? [...readings] : undefined);
  }
}
