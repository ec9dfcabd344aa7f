import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  computed,
  inject,
  input,
  model,
  output,
  signal,
  viewChild,
  type OnDestroy,
} from '@angular/core';

export interface PadPoint {
  readonly x: number;
  readonly y: number;
}

/** A mark on the pad that is not moved, such as a reading taken before. */
export interface PadMark extends PadPoint {
  readonly cls: string;
  readonly text?: string;
}

const HANDLE_PX = 8;
const GRAB_PX = 20;

/**
 * Points set by tapping and moved by dragging, over a grid or a picture. The list of numbers beside it is the way for
 * the keyboard; a chosen point also moves by the arrow keys.
 */
@Component({
  selector: 'nb-point-pad',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg #pad [attr.viewBox]="box()" role="application" [attr.aria-label]="label()" tabindex="0" (pointerdown)="down($event)" (pointermove)="move($event)" (pointerup)="up()" (pointercancel)="up()" (keydown)="key($event)">
      @if (image(); as href) {<image [attr.href]="href" x="0" y="0" [attr.width]="width()" [attr.height]="height()" preserveAspectRatio="none" />}
      @for (l of lines(); track $index) {<path class="grid" [class.strong]="l.strong" [attr.d]="l.d" />}
      @for (o of outlines(); track $index) {<path class="given" [attr.d]="o" />}
      @for (m of marks(); track $index) {
        <circle [attr.class]="'mark ' + m.cls" [attr.cx]="m.x" [attr.cy]="m.y" [attr.r]="handle()" />
        @if (m.text) {<text [attr.x]="m.x + handle() * 1.6" [attr.y]="m.y + handle() * 0.6" [attr.font-size]="handle() * 2">{{ m.text }}</text>}
      }
      @if (path(); as d) {<path class="own" [class.closed]="closed()" [attr.d]="d" />}
      @for (p of points(); track $index) {
        <circle class="handle" [class.chosen]="$index === chosen()" [attr.cx]="p.x" [attr.cy]="p.y" [attr.r]="handle()" />
        @if (numbered()) {<text [attr.x]="p.x + handle() * 1.5" [attr.y]="p.y - handle()" [attr.font-size]="handle() * 1.9">{{ $index + 1 }}</text>}
      }
    </svg>
  `,
  styles: `
    :host { display: block; min-height: 0; }
    svg { display: block; width: 100%; height: 100%; max-height: 100%; touch-action: none; cursor: crosshair; background: var(--paper); outline-offset: -2px; }
    path { fill: none; stroke: var(--ink); stroke-width: 1.5; vector-effect: non-scaling-stroke; }
    .grid { stroke: #e2ded2; stroke-width: 1; } .grid.strong { stroke: var(--hairline); }
    .given { stroke: var(--wait); stroke-dasharray: 4 3; }
    .own { stroke: var(--act); stroke-width: 2.5; } .own.closed { fill: var(--act); fill-opacity: 0.14; }
    circle { vector-effect: non-scaling-stroke; stroke-width: 2; }
    .handle { fill: #fff; stroke: var(--act); } .handle.chosen { fill: var(--act); }
    .mark { fill: var(--paper); stroke: var(--ink); stroke-width: 1.5; } .mark.dull { fill: var(--ink); } .mark.wet { fill: var(--wait); }
    text { fill: var(--ink); paint-order: stroke; stroke: var(--paper); stroke-width: 3px; vector-effect: non-scaling-stroke; pointer-events: none; }
  `,
})
export class PointPad implements OnDestroy {
  /** Size of the pad in the units of its points. */
  readonly width = input.required<number>();
  readonly height = input.required<number>();
  readonly label = input.required<string>();
  readonly image = input<string>();
  readonly grid = input<number>();
  readonly closed = input(false);
  readonly numbered = input(false);
  /** No more points than this are taken; a tap beyond moves the nearest. */
  readonly most = input(400);
  readonly given = input<readonly (readonly PadPoint[])[]>([]);
  readonly marks = input<readonly PadMark[]>([]);
  readonly points = model.required<readonly PadPoint[]>();
  readonly chosen = signal(-1);
  /** A tap where nothing can be dragged: for pads that only ask for a place. */
  readonly tapped = output<PadPoint>();
  readonly placing = input(false);

  protected readonly pad = viewChild.required<ElementRef<SVGSVGElement>>('pad');
  readonly #scale = signal(1);
  readonly #observer = new ResizeObserver(() => this.#measure());
  #dragging = false;

  protected readonly box = computed(() => `0 0 ${this.width()} ${this.height()}`);
  protected readonly handle = computed(() => HANDLE_PX * this.#scale());
  protected readonly path = computed(() => pathOf(this.points(), this.closed()));
  protected readonly outlines = computed(() => this.given().map((o) => pathOf(o, true)));
  protected readonly lines = computed(() => {
    const step = this.grid();
    if (!step) return [];
    const [w, h] = [this.width(), this.height()];
    const out: { d: string; strong: boolean }[] = [];
    for (let i = 0; i * step <= w; i += 1) out.push({ d: `M${i * step} 0V${h}`, strong: i % 5 === 0 });
    for (let i = 0; i * step <= h; i += 1) out.push({ d: `M0 ${i * step}H${w}`, strong: i % 5 === 0 });
    return out;
  });

  constructor() {
    this.#observer.observe(inject<ElementRef<HTMLElement>>(ElementRef).nativeElement);
  }

  ngOnDestroy(): void {
    this.#observer.disconnect();
  }

  #measure(): void {
    const matrix = this.pad().nativeElement.getScreenCTM();
    if (matrix && matrix.a > 0) this.#scale.set(1 / matrix.a);
  }

  #at(event: PointerEvent): PadPoint | undefined {
    const matrix = this.pad().nativeElement.getScreenCTM();
    if (!matrix) return undefined;
    this.#scale.set(1 / matrix.a);
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return { x: Math.min(this.width(), Math.max(0, p.x)), y: Math.min(this.height(), Math.max(0, p.y)) };
  }

  protected down(event: PointerEvent): void {
    const at = this.#at(event);
    if (!at) return;
    if (this.placing()) {
      this.tapped.emit(at);
      return;
    }
    const near = this.#nearest(at);
    const full = this.points().length >= this.most();
    if (near >= 0 && (full || this.#distance(near, at) <= GRAB_PX * this.#scale())) this.chosen.set(near);
    else {
      this.points.set([...this.points(), at]);
      this.chosen.set(this.points().length - 1);
    }
    this.#dragging = true;
    // Only a real pointer can be captured.
    if (event.isTrusted) this.pad().nativeElement.setPointerCapture(event.pointerId);
  }

  protected move(event: PointerEvent): void {
    const at = this.#dragging ? this.#at(event) : undefined;
    if (at) this.#put(this.chosen(), at);
  }

  protected up(): void {
    this.#dragging = false;
  }

  protected key(event: KeyboardEvent): void {
    const i = this.chosen();
    const p = this.points()[i];
    if (!p) return;
    const step = (event.shiftKey ? 10 : 1) * this.#scale();
    const by: Record<string, [number, number]> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    if (event.key === 'Delete' || event.key === 'Backspace')
      this.points.set(this.points().filter((_, k) => k !== i));
    else if (by[event.key]) this.#put(i, { x: p.x + by[event.key][0], y: p.y + by[event.key][1] });
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  #put(i: number, at: PadPoint): void {
    this.points.set(this.points().map((p, k) => (k === i ? at : p)));
  }

  #distance(i: number, at: PadPoint): number {
    const p = this.points()[i];
    return Math.hypot(p.x - at.x, p.y - at.y);
  }

  #nearest(at: PadPoint): number {
    return this.points().reduce(
      (best, _, i) => (best < 0 || this.#distance(i, at) < this.#distance(best, at) ? i : best),
      -1,
    );
  }
}

const pathOf = (points: readonly PadPoint[], closed: boolean): string =>
  points.length > 1
    ? `M${points.map((p) => `${p.x} ${p.y}`).join('L')}${closed && points.length > 2 ? 'Z' : ''}`
    : '';
