import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ButtonModule } from 'primeng/button';
import { DialogModule } from 'primeng/dialog';
import { SelectButtonModule } from 'primeng/selectbutton';
import { FormsModule } from '@angular/forms';
import {
  area,
  checkOutline,
  checkScale,
  extent,
  middle,
  regionExtent,
  sayIn,
  tellOutlineFault,
  toMetres,
  type Finding,
  type PhotoScale,
  type Point,
  type Tracing,
} from '@nelbo/core';
import { PhotoStore } from '../../state/photo-store';
import { Reading } from '../../state/reading';
import { PointPad, type PadPoint } from '../../ui/point-pad';
import { QuantityFieldView } from '../../ui/quantity-field';
import { JobContext } from '../job-context';

export type Traced = Pick<Finding, 'shape' | 'size' | 'outline' | 'holes' | 'tracing'>;
type Way = 'grid' | 'length' | 'rectangle';
type Step = 'scale' | 'trace';

const GRID_CELLS = 20;
const SPANS = [0.1, 0.2, 0.5, 1, 2].map((value) => ({
  label: value < 1 ? `${value * 1000} mm` : `${value} m`,
  value,
}));
const CORNERS: Readonly<Record<Way, number>> = { grid: 0, length: 2, rectangle: 4 };

/** Traces the outline of the damage: on a grid, or on a photograph with a known length or a known rectangle in it. */
@Component({
  selector: 'nb-tracer',
  imports: [ButtonModule, DialogModule, FormsModule, PointPad, QuantityFieldView, SelectButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-dialog [visible]="true" (visibleChange)="closed.emit()" [modal]="true" [maximizable]="false" [draggable]="false" header="Trace the outline" [style]="{ width: 'min(1180px, 96vw)' }" [contentStyle]="{ height: 'min(680px, 82vh)' }" appendTo="body">
      <div class="tracer">
        <div class="pad">
          @if (way() === 'grid') {
            <nb-point-pad label="Grid: tap all round the damage" [width]="cells" [height]="cells * 0.7" [grid]="1" [given]="others()" [closed]="true" [numbered]="true" [points]="points()" (pointsChange)="edit($event)" />
          } @else if (photo(); as p) {
            @if (step() === 'scale') {
              <nb-point-pad [label]="way() === 'length' ? 'Photograph: tap both ends of the known length' : 'Photograph: tap the four corners'" [width]="p.width" [height]="p.height" [image]="p.url" [most]="corners()" [numbered]="true" [closed]="way() === 'rectangle'" [points]="reference()" (pointsChange)="reference.set($event)" />
            } @else {
              <nb-point-pad label="Photograph: tap all round the damage" [width]="p.width" [height]="p.height" [image]="p.url" [given]="[reference(), ...others()]" [closed]="true" [numbered]="true" [points]="points()" (pointsChange)="edit($event)" />
            }
          } @else {
            <div class="none">
              <p><b>Take a photograph square on</b>, with something of known length in its plane: a rule, or a card taped beside the damage.</p>
              <label class="file"><span>Choose or take a photograph</span><input type="file" accept="image/jpeg,image/png,image/webp" capture="environment" (change)="add($event)" /></label>
              @if (sending(); as s) {<p role="status">{{ s.share < 1 ? 'Sending ' + percent(s.share) : 'Making it small' }} …</p>}
              @if (failure(); as f) {<p class="note-line warn" role="alert">{{ f }}</p>}
              @if (photos().length > 0) {
                <p class="muted">or one of this job:</p>
                <ul class="thumbs">@for (p of photos(); track p.id) {<li><button type="button" (click)="photoId.set(p.id)" [attr.aria-label]="'Trace on ' + p.name"><img [src]="url(p.id)" alt="" loading="lazy" decoding="async" /></button></li>}</ul>
              }
            </div>
          }
        </div>
        <div class="side">
          <p-selectbutton [options]="ways" optionLabel="label" optionValue="value" [ngModel]="way() === 'grid' ? 'grid' : 'photo'" (ngModelChange)="choose($event)" [allowEmpty]="false" size="small" ariaLabel="Trace on" />
          @if (way() === 'grid') {
            <p class="muted small">The grid is</p>
            <p-selectbutton [options]="spans" optionLabel="label" optionValue="value" [ngModel]="span()" (ngModelChange)="span.set($event)" [allowEmpty]="false" size="small" ariaLabel="Width of the grid" />
            <p class="muted small">wide; each square is {{ square() }}. Bow to the right.</p>
          } @else {
            <p-selectbutton [options]="scales" optionLabel="label" optionValue="value" [ngModel]="way()" (ngModelChange)="setScale($event)" [allowEmpty]="false" size="small" ariaLabel="Scale from" />
            <div class="fields">
              <nb-quantity path="damage.findings.tracing.length" [label]="way() === 'length' ? 'Known length' : 'First side, along the hull'" [value]="length()" [required]="true" (changed)="length.set($event)" />
              @if (way() === 'rectangle') {<nb-quantity path="damage.findings.tracing.width" label="Second side" [value]="width()" [required]="true" (changed)="width.set($event)" />}
            </div>
            @if (way() === 'length') {<p class="note-line caution small">A photograph taken at an angle distorts. Square on, or tape a card of known size beside it and use its four corners.</p>}
            @else {<p class="muted small">Tap the corners going round, the first two along the hull. The card must lie in the plane of the damage.</p>}
            @if (photo()) {<p-selectbutton [options]="steps" optionLabel="label" optionValue="value" [ngModel]="step()" (ngModelChange)="step.set($event)" [allowEmpty]="false" size="small" ariaLabel="Now" />}
          }
          <p class="result" aria-live="polite">
            @if (wrong(); as w) {<span class="warn">{{ w }}</span>} @else if (measured(); as m) {<b>{{ m }}</b>} @else {<span class="muted">{{ ask() }}</span>}
          </p>
          @if (points().length > 0 && step() === 'trace') {
            <details>
              <summary>Points by number</summary>
              <ol class="numbers">
                @for (p of metres(); track $index) {
                  <li>
                    <span>{{ $index + 1 }}</span>
                    <nb-quantity path="damage.findings.outline.x" label="along" [value]="p.x" (changed)="move($index, 'x', $event)" />
                    <nb-quantity path="damage.findings.outline.y" label="up" [value]="p.y" (changed)="move($index, 'y', $event)" />
                    <button pButton type="button" size="small" severity="secondary" [text]="true" [attr.aria-label]="'Take out point ' + ($index + 1)" (click)="drop($index)">×</button>
                  </li>
                }
              </ol>
            </details>
          }
          <div class="row">
            <button pButton type="button" size="small" severity="secondary" [outlined]="true" [disabled]="past().length === 0" (click)="undo()">Undo</button>
            <button pButton type="button" size="small" severity="secondary" [text]="true" [disabled]="points().length === 0" (click)="edit([])">Clear</button>
            <button pButton type="button" size="small" severity="secondary" [text]="true" [disabled]="!result() || points().length < 3" (click)="another()">Trace another hole</button>
          </div>
          <div class="row end">
            <button pButton type="button" severity="secondary" [text]="true" (click)="closed.emit()">Cancel</button>
            <button pButton type="button" class="act" [disabled]="!result()" (click)="take()">Use this outline</button>
          </div>
        </div>
      </div>
    </p-dialog>
  `,
  styles: `
    .tracer { display: grid; grid-template-columns: minmax(0, 1fr) 330px; gap: 20px; height: 100%; }
    .pad { border: 1px solid var(--ink); min-height: 0; display: grid; } .pad nb-point-pad { height: 100%; }
    .side { overflow-y: auto; display: flex; flex-direction: column; gap: 10px; padding-right: 4px; }
    .none { padding: 24px; align-self: center; display: grid; gap: 10px; justify-items: start; }
    .file span { display: inline-block; border: 1.5px solid var(--ink); padding: 10px 16px; font-weight: 600; cursor: pointer; } .file input { position: absolute; opacity: 0; width: 1px; } .file:focus-within span { outline: 2px solid var(--act); outline-offset: 2px; }
    .thumbs { display: flex; flex-wrap: wrap; gap: 8px; } .thumbs button { border: 1px solid var(--ink); padding: 0; background: none; cursor: pointer; } .thumbs img { display: block; height: 84px; }
    .result { min-height: 3em; border-top: 2px solid var(--ink); padding-top: 8px; } .warn { color: var(--act); }
    .numbers li { display: grid; grid-template-columns: 18px 1fr 1fr 30px; gap: 6px; align-items: end; margin-top: 4px; }
    details { flex: 0 0 auto; } summary { cursor: pointer; }
    .row { display: flex; gap: 8px; } .end { margin-top: auto; justify-content: flex-end; }
    @media (max-width: 800px) { .tracer { grid-template-columns: minmax(0, 1fr); height: auto; } .pad { height: 56vh; } }
  `,
})
export class Tracer {
  /** An outline that was traced before, to trace on. */
  readonly from = input<Traced>();
  readonly traced = output<Traced>();
  readonly closed = output<void>();
  readonly #context = inject(JobContext);
  readonly #store = inject(PhotoStore);
  readonly #reading = inject(Reading);
  protected readonly photos = toSignal(this.#store.photos$, { initialValue: [] });
  protected readonly sending = toSignal(this.#store.sending$);
  protected readonly failure = toSignal(this.#store.failure$, { initialValue: '' });

  protected readonly ways = [
    { label: 'Grid', value: 'grid' },
    { label: 'Photograph', value: 'photo' },
  ];
  protected readonly scales = [
    { label: 'Known length', value: 'length' },
    { label: 'Known rectangle', value: 'rectangle' },
  ];
  protected readonly steps = [
    { label: '1 Scale', value: 'scale' },
    { label: '2 Outline', value: 'trace' },
  ];
  protected readonly spans = SPANS;
  protected readonly cells = GRID_CELLS;
  protected readonly way = signal<Way>('grid');
  protected readonly step = signal<Step>('trace');
  protected readonly span = signal(0.2);
  protected readonly photoId = signal<string | undefined>(undefined);
  protected readonly reference = signal<readonly PadPoint[]>([]);
  protected readonly points = signal<readonly PadPoint[]>([]);
  /** Outlines of this finding that are finished. */
  protected readonly others = signal<readonly (readonly PadPoint[])[]>([]);
  protected readonly past = signal<readonly (readonly PadPoint[])[]>([]);
  protected readonly length = signal<number | undefined>(undefined);
  protected readonly width = signal<number | undefined>(undefined);

  protected readonly corners = computed(() => CORNERS[this.way()]);
  protected readonly photo = computed(() => {
    const p = this.photos().find((x) => x.id === this.photoId());
    return p && { ...p, url: this.url(p.id) };
  });
  protected readonly square = computed(() =>
    sayIn({ value: this.span() / GRID_CELLS }, 'mm', 1, this.#reading.reader()).replace('.0 ', ' '),
  );
  readonly #scale = computed<PhotoScale | undefined>(() => {
    const [ref, length, width] = [this.reference(), this.length(), this.width()];
    if (this.way() === 'length')
      return ref.length === 2 && length ? { by: 'length', reference: [ref[0], ref[1]], length } : undefined;
    if (this.way() === 'rectangle')
      return ref.length === 4 && length && width
        ? { by: 'rectangle', reference: [ref[0], ref[1], ref[2], ref[3]], length, width }
        : undefined;
    return undefined;
  });
  /** The traced points in metres, centred on the damage. */
  protected readonly metres = computed<readonly Point[]>(() => this.#placed(this.points()));

  #placed(points: readonly PadPoint[]): readonly Point[] {
    const centre = this.#centre();
    return this.#flat(points).map((p) => ({ x: p.x - centre.x, y: p.y - centre.y }));
  }

  /** On a grid its middle is the origin; on a photograph the middle of all that is traced. */
  readonly #centre = computed<Point>(() => {
    if (this.way() === 'grid') return { x: 0, y: 0 };
    const all = [...this.others(), this.points()].flatMap((o) => this.#flat(o));
    return all.length > 0 ? middle(all) : { x: 0, y: 0 };
  });

  #flat(points: readonly PadPoint[]): readonly Point[] {
    if (points.length === 0) return [];
    if (this.way() === 'grid') {
      const k = this.span() / GRID_CELLS;
      return points.map((p) => ({ x: (p.x - GRID_CELLS / 2) * k, y: (GRID_CELLS * 0.35 - p.y) * k }));
    }
    const scale = this.#scale();
    if (!scale || checkScale(scale)) return [];
    return toMetres(points, scale);
  }

  protected readonly wrong = computed(() => {
    const scale = this.#scale();
    const fault =
      this.step() === 'trace' && this.metres().length >= 3 ? checkOutline(this.metres()) : undefined;
    const bad = (scale && checkScale(scale)) ?? (fault && tellOutlineFault(fault));
    return bad && `${bad.what}: ${bad.suggestion}.`;
  });
  protected readonly measured = computed(() => {
    const m = this.metres();
    if (m.length < 3 || this.step() !== 'trace') return '';
    const { length, width } = extent(m);
    const reader = this.#reading.reader();
    return `${sayIn({ value: length }, 'mm', 0, reader)} along, ${sayIn({ value: width }, 'mm', 0, reader)} up, ${sayIn({ value: area(m) }, 'cm²', 1, reader)}`;
  });
  protected readonly ask = computed(() => {
    if (this.way() === 'grid') return 'Tap all round the damage; drag a point to move it.';
    if (!this.photo()) return 'A photograph first.';
    if (this.reference().length < this.corners())
      return this.way() === 'length'
        ? 'Tap both ends of the known length.'
        : 'Tap the four corners of the rectangle.';
    if (!this.#scale()) return 'Now type how long it is.';
    return this.step() === 'scale'
      ? 'Good. Go on to the outline.'
      : 'Tap all round the damage; drag a point to move it.';
  });
  protected readonly result = computed<Traced | undefined>(() => {
    const own = this.metres();
    if ((own.length > 0 || this.others().length === 0) && (own.length < 3 || this.wrong())) return undefined;
    const [outline, ...further] = [
      ...this.others().map((o) => this.#placed(o)),
      ...(own.length > 0 ? [own] : []),
    ];
    const { length, width } = regionExtent([outline, ...further]);
    const plain = (o: readonly Point[]): { x: number; y: number }[] => o.map(({ x, y }) => ({ x, y }));
    return {
      shape: 'outline',
      size: [length, width],
      outline: plain(outline),
      ...(further.length > 0 ? { holes: further.map((o) => ({ outline: plain(o) })) } : {}),
      ...this.#tracing(),
    };
  });

  constructor() {
    effect(() => {
      const id = this.#context.state()?.id;
      if (id) this.#store.open(id);
    });
    effect(() => {
      const before = this.from();
      if (before?.outline && this.points().length === 0 && this.past().length === 0) this.#resume(before);
    });
  }

  protected url(id: string): string {
    return this.#store.url(id);
  }

  protected percent(share: number): string {
    return `${Math.round(share * 100)} %`;
  }

  protected choose(way: 'grid' | 'photo'): void {
    this.way.set(way === 'grid' ? 'grid' : 'length');
    this.step.set(way === 'grid' ? 'trace' : 'scale');
    this.points.set([]);
    this.others.set([]);
    this.past.set([]);
  }

  protected setScale(way: Way): void {
    this.way.set(way);
    this.reference.set([]);
    this.step.set('scale');
  }

  protected edit(points: readonly PadPoint[]): void {
    this.past.update((p) => [...p.slice(-100), this.points()]);
    this.points.set(points);
  }

  /** What is traced is one hole of several; the next one begins. */
  protected another(): void {
    this.others.update((o) => [...o, this.points()]);
    this.points.set([]);
    this.past.set([]);
  }

  protected undo(): void {
    const last = this.past().at(-1);
    if (last === undefined) return;
    this.points.set(last);
    this.past.update((p) => p.slice(0, -1));
  }

  protected drop(i: number): void {
    this.edit(this.points().filter((_, k) => k !== i));
  }

  /** A point by its numbers: on a photograph its spot is sought from its neighbours' scale. */
  protected move(i: number, axis: 'x' | 'y', value: number | undefined): void {
    const [m, p] = [this.metres()[i], this.points()[i]];
    if (value === undefined || !m || !p) return;
    const by = value - m[axis];
    const k = this.way() === 'grid' ? GRID_CELLS / this.span() : this.#spotsPerMetre();
    if (!k || !Number.isFinite(by)) return;
    this.edit(
      this.points().map((q, j) => (j === i ? { ...q, [axis]: q[axis] + (axis === 'y' ? -by : by) * k } : q)),
    );
  }

  #spotsPerMetre(): number | undefined {
    const scale = this.#scale();
    if (!scale) return undefined;
    const [a, b] = scale.reference;
    return Math.hypot(b.x - a.x, b.y - a.y) / scale.length;
  }

  protected add(event: Event): void {
    const box = event.target as HTMLInputElement;
    const [file] = box.files ?? [];
    box.value = '';
    if (file) this.#store.add(file).subscribe((id) => this.photoId.set(id));
  }

  protected take(): void {
    const result = this.result();
    if (result) this.traced.emit(result);
  }

  #tracing(): { tracing?: Tracing } {
    const [photo, length, way] = [this.photo(), this.length(), this.way()];
    if (way === 'grid' || !photo || length === undefined) return {};
    const share = (p: PadPoint): PadPoint => ({ x: p.x / photo.width, y: p.y / photo.width });
    return {
      tracing: {
        photo: photo.id,
        by: way,
        reference: this.reference().map(share),
        length,
        ...(way === 'rectangle' ? { width: this.width() } : {}),
        spots: (this.others()[0] ?? this.points()).map(share),
      },
    };
  }

  #resume({ outline = [], holes = [], tracing, size }: Traced): void {
    if (tracing) {
      const photo = this.photos().find((p) => p.id === tracing.photo);
      if (!photo) return;
      const spot = (p: PadPoint): PadPoint => ({ x: p.x * photo.width, y: p.y * photo.width });
      this.way.set(tracing.by);
      this.photoId.set(photo.id);
      this.length.set(tracing.length);
      this.width.set(tracing.width);
      this.reference.set(tracing.reference.map(spot));
      this.points.set(tracing.spots.map(spot));
    } else {
      const need = Math.max(size[0], size[1] / 0.7);
      this.span.set(SPANS.find((s) => s.value >= need)?.value ?? SPANS[SPANS.length - 1].value);
      const k = GRID_CELLS / this.span();
      const onPad = (o: readonly Point[]): PadPoint[] =>
        o.map((p) => ({ x: p.x * k + GRID_CELLS / 2, y: GRID_CELLS * 0.35 - p.y * k }));
      this.others.set(holes.map((h) => onPad(h.outline)));
      this.points.set(onPad(outline));
    }
    this.step.set('trace');
  }
}
