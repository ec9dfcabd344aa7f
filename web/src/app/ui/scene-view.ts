import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { TraceService } from './trace-service';
import type { Scene, SceneItem } from '@nelbo/core';

/** Shows a drawing of the core. Plies can be picked by a tap; dimensions open to their reasons. The tables are the way for the keyboard. */
@Component({
  selector: 'nb-scene',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg class="scene" [attr.viewBox]="viewBox()" role="img" [attr.aria-label]="scene().description">
      <defs>
        <pattern id="hatch-old" width="9" height="9" patternUnits="userSpaceOnUse"><rect width="9" height="9" fill="#e9e5da" /><path d="M-1 10L10 -1" /></pattern>
        <pattern id="hatch-bias" width="7" height="7" patternUnits="userSpaceOnUse"><rect width="7" height="7" fill="#cfe1dc" /><path d="M0 7L7 0M0 0L7 7" /></pattern>
        <pattern id="hatch-warp" width="9" height="6" patternUnits="userSpaceOnUse"><rect width="9" height="6" fill="#e3eeea" /><path d="M0 3H6" /></pattern>
        <pattern id="hatch-mat" width="8" height="8" patternUnits="userSpaceOnUse"><rect width="8" height="8" fill="#dde9e4" /><path d="M1 2L4 3M5 6L7 4" /></pattern>
        <pattern id="hatch-filler" width="6" height="6" patternUnits="userSpaceOnUse"><rect width="6" height="6" fill="#f2e4bd" /><path d="M1 1.5h1.2M4 4.5h1.2" /></pattern>
        <pattern id="hatch-dull" width="8" height="8" patternUnits="userSpaceOnUse"><path d="M0 8L8 0" /></pattern>
        <pattern id="hatch-wet" width="8" height="7" patternUnits="userSpaceOnUse"><path d="M0 2q2 -2 4 0t4 0" /></pattern>
        <pattern id="hatch-gel" width="6" height="6" patternUnits="userSpaceOnUse"><rect width="6" height="6" fill="#fff" /><path d="M3 0V6" /></pattern>
      </defs>
      @for (item of scene().items; track item.id) {
        @if (item.type === 'path') {
          <path [attr.class]="cls(item)" [attr.d]="item.d" (click)="pick(item)"><title>{{ item.title }}</title></path>
        } @else {
          <text [attr.class]="cls(item)" [class.opens]="item.traceId" [attr.x]="item.x" [attr.y]="item.y" [attr.text-anchor]="item.anchor" (click)="reasons(item)">{{ item.text }}</text>
        }
      }
    </svg>
  `,
  styles: `
    .opens { cursor: pointer; } .opens:hover { text-decoration: underline; }
    pattern path { stroke: #7d9691; stroke-width: 0.8; fill: none; }
    #hatch-old path { stroke: #b4b09f; }
    #hatch-filler path { stroke: #9c8a4e; }
    #hatch-dull path { stroke: #8a5a00; } #hatch-wet path { stroke: #2b6777; stroke-width: 1.1; }
    #hatch-gel path { stroke: #b9b9b9; }
  `,
})
export class SceneView {
  readonly #trace = inject(TraceService);
  readonly scene = input.required<Scene>();
  readonly picked = input<number>();
  readonly pickedChange = output<number | undefined>();
  protected readonly viewBox = computed(() => `0 0 ${this.scene().width} ${this.scene().height}`);

  protected cls(item: SceneItem): string {
    return item.ply !== undefined && item.ply === this.picked() ? `${item.cls} picked` : item.cls;
  }

  protected reasons(item: SceneItem): void {
    if (item.type === 'text' && item.traceId !== undefined) this.#trace.show(item.traceId);
  }

  protected pick(item: SceneItem): void {
    if (item.ply !== undefined) this.pickedChange.emit(item.ply === this.picked() ? undefined : item.ply);
  }
}
