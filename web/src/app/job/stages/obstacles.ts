import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ButtonModule } from 'primeng/button';
import { DialogModule } from 'primeng/dialog';
import { SelectButtonModule } from 'primeng/selectbutton';
import { OBSTACLES, OBSTACLE_KINDS, sayIn, type Obstacle, type ObstacleKind } from '@nelbo/core';
import { Reading } from '../../state/reading';
import { PointPad, type PadPoint } from '../../ui/point-pad';
import { QuantityFieldView } from '../../ui/quantity-field';
import { TextFieldView } from '../../ui/text-field';
import { JobContext } from '../job-context';

const HEIGHT_SHARE = 0.66;
const LEAST_SPAN = 0.3;
/** Room round the damage, in its own sizes. */
const ROOM = 1.6;

/** Draws what is in the way of the taper on the outline of the damage: fittings and windows as areas, edges as lines. */
@Component({
  selector: 'nb-obstacles',
  imports: [
    ButtonModule,
    DialogModule,
    FormsModule,
    PointPad,
    QuantityFieldView,
    SelectButtonModule,
    TextFieldView,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-dialog [visible]="true" (visibleChange)="closed.emit()" [modal]="true" [draggable]="false" header="What is in the way" [style]="{ width: 'min(1100px, 96vw)' }" [contentStyle]="{ height: 'min(640px, 80vh)' }" appendTo="body">
      <div class="board">
        <nb-point-pad [label]="'Tap along the ' + kindName()" [width]="span()" [height]="span() * share" [grid]="span() / 20" [given]="given()" [closed]="isArea()" [numbered]="true" [most]="60" [points]="points()" (pointsChange)="points.set($event)" />
        <div class="side">
          <p-selectbutton class="kinds" [options]="kinds" optionLabel="label" optionValue="value" [ngModel]="kind()" (ngModelChange)="kind.set($event)" [allowEmpty]="false" size="small" ariaLabel="What it is" />
          <p class="muted small">{{ how() }} The board is {{ width() }} wide, each square {{ square() }}; bow to the right. Dashed: the damage, the ground taper, and what is drawn already.</p>
          <nb-text path="obstacles.name" label="Name, such as “chainplate”" [value]="name()" (changed)="name.set($event ?? '')" />
          <nb-quantity path="obstacles.clearance" [value]="clearance()" (changed)="clearance.set($event)" />
          @if (points().length > 0) {
            <details>
              <summary>Points by number</summary>
              <ol>
                @for (p of metres(); track $index) {
                  <li><span>{{ $index + 1 }}</span>
                    <nb-quantity path="obstacles.points.x" label="along" [value]="p.x" (changed)="move($index, 'x', $event)" />
                    <nb-quantity path="obstacles.points.y" label="up" [value]="p.y" (changed)="move($index, 'y', $event)" />
                  </li>
                }
              </ol>
            </details>
          }
          <div class="row foot">
            <button pButton type="button" severity="secondary" [text]="true" [disabled]="points().length === 0" (click)="points.set(points().slice(0, -1))">Back</button>
            <button pButton type="button" class="act" [disabled]="!ready()" (click)="add()">Put it there</button>
          </div>
        </div>
      </div>
    </p-dialog>
  `,
  styles: `
    .board { display: grid; grid-template-columns: minmax(0, 1fr) 330px; gap: 16px; height: 100%; }
    nb-point-pad { height: 100%; border: 1px solid var(--ink); }
    .side { overflow-y: auto; display: flex; flex-direction: column; gap: 10px; }
    .foot { margin-top: auto; justify-content: flex-end; }
    li { display: grid; grid-template-columns: 20px 1fr 1fr; gap: 6px; align-items: end; }
    @media (max-width: 760px) { .board { grid-template-columns: minmax(0, 1fr); grid-template-rows: 300px auto; height: auto; } }
  `,
})
export class Obstacles {
  readonly closed = output();
  readonly #context = inject(JobContext);
  readonly #reading = inject(Reading);
  protected readonly share = HEIGHT_SHARE;
  protected readonly kinds = Object.entries(OBSTACLES).map(([value, label]) => ({
    value,
    label: label.split(' or ')[0],
  }));
  protected readonly kind = signal<ObstacleKind>('fitting');
  protected readonly points = signal<readonly PadPoint[]>([]);
  protected readonly name = signal('');
  protected readonly clearance = signal<number | undefined>(undefined);
  protected readonly isArea = computed(() => OBSTACLE_KINDS[this.kind()].closed);
  protected readonly kindName = computed(() => OBSTACLES[this.kind()]);
  protected readonly how = computed(() =>
    this.isArea()
      ? 'Tap its corners, going round.'
      : OBSTACLE_KINDS[this.kind()].endless
        ? 'Tap two points or more along it; it runs on beyond them.'
        : 'Tap its two ends.',
  );

  readonly #survey = computed(() => this.#context.plan()?.survey);
  /** Width of the board, m: the repair with its masking line and as much again. */
  protected readonly span = computed(() => {
    const [s, g] = [this.#survey(), this.#context.plan()?.dish?.grind];
    const reach = s
      ? Math.max(s.length.value, s.width.value / HEIGHT_SHARE) + 2 * (g?.maskingLine.value ?? 0.1)
      : LEAST_SPAN;
    return Number((Math.max(LEAST_SPAN, reach) * ROOM).toPrecision(2));
  });
  protected readonly given = computed(() => {
    const [s, g] = [this.#survey(), this.#context.plan()?.dish?.grind];
    if (!s) return [];
    const shifted = (o: readonly PadPoint[]): PadPoint[] =>
      o.map((p) => this.#toPad({ x: p.x + s.centre.x, y: p.y + s.centre.y }));
    const others = (this.#context.state()?.job?.obstacles ?? []).map((o) =>
      o.points.map((p) => this.#toPad(p)),
    );
    return [...s.region.map(shifted), ...(g?.outlines.grindLimit ?? []).map(shifted), ...others];
  });
  protected readonly metres = computed(() => this.points().map((p) => this.#toMetres(p)));
  protected readonly ready = computed(() => this.points().length >= (this.isArea() ? 3 : 2));
  protected readonly width = computed(() => this.#say(this.span()));
  protected readonly square = computed(() => this.#say(this.span() / 20));

  #say(value: number): string {
    return sayIn({ value }, 'mm', 0, this.#reading.reader());
  }

  /** The board is centred on the damage. */
  #toPad(p: PadPoint): PadPoint {
    const c = this.#survey()?.centre ?? { x: 0, y: 0 };
    return { x: p.x - c.x + this.span() / 2, y: (this.span() * HEIGHT_SHARE) / 2 - (p.y - c.y) };
  }

  #toMetres(p: PadPoint): PadPoint {
    const c = this.#survey()?.centre ?? { x: 0, y: 0 };
    const round = (v: number): number => Math.round(v * 1e4) / 1e4;
    return { x: round(p.x - this.span() / 2 + c.x), y: round((this.span() * HEIGHT_SHARE) / 2 - p.y + c.y) };
  }

  protected move(i: number, axis: 'x' | 'y', value: number | undefined): void {
    if (value === undefined) return;
    this.points.set(
      this.points().map((p, k) => (k === i ? this.#toPad({ ...this.#toMetres(p), [axis]: value }) : p)),
    );
  }

  protected add(): void {
    const name = this.name().trim();
    const clearance = this.clearance();
    const obstacle: Obstacle = {
      kind: this.kind(),
      ...(name ? { name } : {}),
      ...(clearance === undefined ? {} : { clearance }),
      points: [...this.metres()],
    };
    this.#context.store.update((d) => ({ ...d, obstacles: [...(d.obstacles ?? []), obstacle] }));
    this.closed.emit();
  }
}
