import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { TraceService } from './trace-service';
import type { Scene, SceneItem, Touched } from '@nelbo/core';

/** A place of the drawing that can be taken hold of. */
export interface SceneHandle {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly label: string;
  readonly value: number;
  readonly text: string;
  readonly min: number;
  readonly max: number;
}

/** Shows a drawing of the core. Plies can be picked by a tap; dimensions open to their reasons. The tables are the way for the keyboard. */
@Component({
  selector: 'nb-scene',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg class="scene" [attr.viewBox]="viewBox()" [attr.role]="handles().length > 0 ? 'group' : 'img'" [attr.aria-label]="scene().description">
      <defs>
        <pattern id="hatch-old" width="9" height="9" patternUnits="userSpaceOnUse"><rect width="9" height="9" fill="#e9e5da" /><path d="M-1 10L10 -1" /></pattern>
        <pattern id="hatch-bias" width="7" height="7" patternUnits="userSpaceOnUse"><rect width="7" height="7" fill="#cfe1dc" /><path d="M0 7L7 0M0 0L7 7" /></pattern>
        <pattern id="hatch-warp" width="9" height="6" patternUnits="userSpaceOnUse"><rect width="9" height="6" fill="#e3eeea" /><path d="M0 3H6" /></pattern>
        <pattern id="hatch-mat" width="8" height="8" patternUnits="userSpaceOnUse"><rect width="8" height="8" fill="#dde9e4" /><path d="M1 2L4 3M5 6L7 4" /></pattern>
        <pattern id="hatch-filler" width="6" height="6" patternUnits="userSpaceOnUse"><rect width="6" height="6" fill="#f2e4bd" /><path d="M1 1.5h1.2M4 4.5h1.2" /></pattern>
        <pattern id="hatch-dull" width="8" height="8" patternUnits="userSpaceOnUse"><path d="M0 8L8 0" /></pattern>
        <pattern id="hatch-wet" width="8" height="7" patternUnits="userSpaceOnUse"><path d="M0 2q2 -2 4 0t4 0" /></pattern>
        <pattern id="hatch-core" width="14" height="14" patternUnits="userSpaceOnUse"><rect width="14" height="14" fill="#f3eede" /><path d="M0 7H14M3.5 0V7M10.5 7V14" /></pattern>
        <pattern id="hatch-new-core" width="14" height="14" patternUnits="userSpaceOnUse"><rect width="14" height="14" fill="#fffdf6" /><path d="M0 7H14M3.5 0V7M10.5 7V14" /></pattern>
        <pattern id="hatch-wood" width="16" height="8" patternUnits="userSpaceOnUse"><rect width="16" height="8" fill="#efe6d3" /><path d="M0 2q4 -1.6 8 0t8 0M0 6h7M10 6h6" /></pattern>
        <pattern id="hatch-wood-new" width="16" height="8" patternUnits="userSpaceOnUse"><rect width="16" height="8" fill="#fffaf0" /><path d="M0 2q4 -1.6 8 0t8 0M0 6h16" /></pattern>
        <pattern id="hatch-metal" width="8" height="8" patternUnits="userSpaceOnUse"><rect width="8" height="8" fill="#dfe3e4" /><path d="M0 8L8 0M-2 6L6 -2M2 10L10 2" /></pattern>
        <pattern id="hatch-gel" width="6" height="6" patternUnits="userSpaceOnUse"><rect width="6" height="6" fill="#fff" /><path d="M3 0V6" /></pattern>
      </defs>
      @for (item of scene().items; track item.id) {
        @if (item.type === 'path') {
          <path [attr.class]="cls(item)" [attr.d]="item.d" (click)="pick(item)"><title>{{ item.title }}</title></path>
        } @else {
          <text [attr.class]="cls(item)" [class.opens]="item.traceId" [attr.x]="item.x" [attr.y]="item.y" [attr.text-anchor]="item.anchor" (click)="reasons(item)">{{ item.text }}</text>
        }
      }
      @for (h of handles(); track h.id) {
        <circle class="handle" [class.held]="held() === h.id" [attr.cx]="h.x" [attr.cy]="h.y" r="8" tabindex="0" role="slider" [attr.aria-label]="h.label" [attr.aria-valuenow]="h.value" [attr.aria-valuetext]="h.text" [attr.aria-valuemin]="h.min" [attr.aria-valuemax]="h.max" (pointerdown)="hold($event, h)" (pointermove)="drag($event, h)" (pointerup)="letGo()" (pointercancel)="letGo()" (keydown)="key($event, h)"><title>{{ h.label }}: {{ h.text }}. Drag, or use the arrow keys.</title></circle>
      }
    </svg>
  `,
  styles: `
    .handle { fill: var(--paper); stroke: var(--act); stroke-width: 2.5; cursor: ew-resize; touch-action: none; } .handle:hover, .handle.held { fill: var(--act); } .handle:focus-visible { outline: 2px solid var(--act); outline-offset: 3px; }
    .opens { cursor: pointer; } .opens:hover { text-decoration: underline; }
    pattern path { stroke: #7d9691; stroke-width: 0.8; fill: none; }
    #hatch-old path { stroke: #b4b09f; }
    #hatch-filler path { stroke: #9c8a4e; }
    #hatch-dull path { stroke: #8a5a00; } #hatch-wet path { stroke: #2b6777; stroke-width: 1.1; }
    #hatch-gel path { stroke: #b9b9b9; }
  `,
})
export class SceneView {
  readonly handles = input<readonly SceneHandle[]>([]);
  /** A handle was moved: to a place of the scene, or by steps of the keyboard. */
  readonly moved = output<{ readonly id: string; readonly x?: number; readonly steps?: number }>();
  protected readonly held = signal<string | undefined>(undefined);
  readonly #trace = inject(TraceService);
  readonly scene = input.required<Scene>();
  readonly picked = input<number>();
  /** Plies beyond this one are not laid yet. */
  readonly laidTo = input<number>();
  readonly pickedChange = output<number | undefined>();
  /** What the step that is looked at is done on. */
  readonly touched = input<Touched>();
  protected readonly viewBox = computed(() => `0 0 ${this.scene().width} ${this.scene().height}`);

  protected cls(item: SceneItem): string {
    const [laid, touched] = [this.laidTo(), this.touched()];
    const words = [item.cls];
    if (item.ply !== undefined && item.ply === this.picked()) words.push('picked');
    if (item.ply !== undefined && laid !== undefined && item.ply > laid) words.push('later');
    if (touched && item.type === 'path' && this.#isTouched(item, touched)) words.push('touched');
    return words.join(' ');
  }

  #isTouched({ ply, cls }: SceneItem, { plies, classes }: Touched): boolean {
    return (ply !== undefined && plies.has(ply)) || cls.split(' ').some((c) => classes.has(c));
  }

  protected hold(event: PointerEvent, { id }: SceneHandle): void {
    this.held.set(id);
    if (event.isTrusted) (event.target as Element).setPointerCapture(event.pointerId);
    event.preventDefault();
  }

  protected drag(event: PointerEvent, { id }: SceneHandle): void {
    const matrix =
      this.held() === id ? (event.target as SVGCircleElement).ownerSVGElement?.getScreenCTM() : undefined;
    if (matrix)
      this.moved.emit({
        id,
        x: new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse()).x,
      });
  }

  protected letGo(): void {
    this.held.set(undefined);
  }

  protected key(event: KeyboardEvent, { id }: SceneHandle): void {
    const steps = ({ ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 } as Record<string, number>)[
      event.key
    ];
    if (steps === undefined) return;
    this.moved.emit({ id, steps });
    event.preventDefault();
    event.stopPropagation();
  }

  protected reasons(item: SceneItem): void {
    if (item.type === 'text' && item.traceId !== undefined) this.#trace.show(item.traceId);
  }

  protected pick(item: SceneItem): void {
    if (item.ply !== undefined) this.pickedChange.emit(item.ply === this.picked() ? undefined : item.ply);
  }
}
