import type { Outline, Point } from '../geometry/outline';
import { bounds, type Region } from '../geometry/region';
import type { Figure } from '../trace/figure';
import type { UnitSymbol } from '../units/units';

/** A line or an area, m. `cls` names the material or the kind of line; hatch and colour are the renderer's. */
export interface DrawnShape {
  readonly cls: string;
  readonly loops: readonly (readonly Point[])[];
  readonly closed: boolean;
  readonly title?: string;
}

export interface DrawnText {
  readonly at: Point;
  readonly text: string;
  readonly anchor?: 'start' | 'middle' | 'end';
  readonly cls?: string;
  /** Shift on the screen, px. */
  readonly dx?: number;
  readonly dy?: number;
}

/** A dimension between two points, its line moved off them by `off` px to the left of the way from one to the other. */
export interface DrawnDimension {
  readonly from: Point;
  readonly to: Point;
  readonly figure: Figure;
  readonly as: UnitSymbol;
  readonly decimals?: number;
  readonly prefix?: string;
  readonly off?: number;
}

/** A numbered place, such as a hole to fill. */
export interface DrawnMark {
  readonly at: Point;
  readonly label: string;
  /** m; drawn no smaller than can be seen. */
  readonly radius: number;
  readonly cls?: string;
}

/** A drawing of a repair in metres, true in both directions unless `stretch` says how many times the height is exaggerated. */
export interface RepairDrawing {
  readonly id: string;
  readonly title: string;
  readonly note: string;
  readonly shapes: readonly DrawnShape[];
  readonly texts: readonly DrawnText[];
  readonly dimensions: readonly DrawnDimension[];
  readonly marks: readonly DrawnMark[];
  /** Thickness drawn so many times too thick. */
  readonly stretch?: number;
  /** Drawn on the outline of the damage: the plan view says nothing more. */
  readonly onOutline?: true;
  /** False for a chart, which has axes instead of a scale bar. */
  readonly toScale?: false;
}

/** Collects a drawing. */
export class Drawing {
  readonly #shapes: DrawnShape[] = [];
  readonly #texts: DrawnText[] = [];
  readonly #dimensions: DrawnDimension[] = [];
  readonly #marks: DrawnMark[] = [];

  constructor(
    private readonly head: Pick<RepairDrawing, 'id' | 'title' | 'note' | 'stretch' | 'toScale' | 'onOutline'>,
  ) {}

  area(cls: string, outline: Outline, title?: string): this {
    this.#shapes.push({ cls, loops: [outline], closed: true, title });
    return this;
  }

  region(cls: string, region: Region, title?: string): this {
    this.#shapes.push({ cls, loops: region, closed: true, title });
    return this;
  }

  line(cls: string, points: readonly Point[], title?: string): this {
    this.#shapes.push({ cls, loops: [points], closed: false, title });
    return this;
  }

  box(cls: string, x0: number, y0: number, x1: number, y1: number, title?: string): this {
    return this.area(
      cls,
      [
        { x: x0, y: y0 },
        { x: x1, y: y0 },
        { x: x1, y: y1 },
        { x: x0, y: y1 },
      ],
      title,
    );
  }

  text(x: number, y: number, text: string, more: Omit<DrawnText, 'at' | 'text'> = {}): this {
    this.#texts.push({ at: { x, y }, text, ...more });
    return this;
  }

  dimension(
    from: Point,
    to: Point,
    figure: Figure,
    as: UnitSymbol,
    decimals: number,
    more: Pick<DrawnDimension, 'prefix' | 'off'> = {},
  ): this {
    this.#dimensions.push({ from, to, figure, as, decimals, ...more });
    return this;
  }

  mark(at: Point, label: string, radius: number, cls?: string): this {
    this.#marks.push({ at, label, radius, cls });
    return this;
  }

  /** How many times a long thin section is drawn too thick, so that it can be read; patterns and charts stay as they are. */
  #stretch(): number {
    const loops = this.#shapes.flatMap((s) => s.loops);
    if (this.head.toScale === false || this.head.onOutline || loops.length === 0) return 1;
    const { x0, y0, x1, y1 } = bounds(loops);
    const [w, h] = [x1 - x0, y1 - y0];
    if (!(h > 0) || h / w >= FLAT) return 1;
    return Math.min(MOST_STRETCHED, Math.max(1, Math.round((READABLE * w) / h)));
  }

  done(): RepairDrawing {
    const stretch = this.head.stretch ?? this.#stretch();
    return {
      ...this.head,
      ...(stretch === 1 ? {} : { stretch }),
      shapes: this.#shapes,
      texts: this.#texts,
      dimensions: this.#dimensions,
      marks: this.#marks,
    };
  }
}

/** A drawing that is flatter than this, height over width, is too thin to be read. */
const FLAT = 1 / 14;
/** It is drawn so high then. */
const READABLE = 1 / 8;
const MOST_STRETCHED = 12;

/** A rectangle with its corners rounded, centred on the origin, m. */
export function roundedRectangle(length: number, width: number, radius: number, arc = 8): Outline {
  const r = Math.min(radius, length / 2, width / 2);
  const corner = (cx: number, cy: number, from: number): Point[] =>
    Array.from({ length: arc + 1 }, (_, i) => {
      const t = from + (Math.PI / 2) * (i / arc);
      return { x: cx + r * Math.cos(t), y: cy + r * Math.sin(t) };
    });
  const [a, b] = [length / 2 - r, width / 2 - r];
  return [
    ...corner(a, b, 0),
    ...corner(-a, b, Math.PI / 2),
    ...corner(-a, -b, Math.PI),
    ...corner(a, -b, 1.5 * Math.PI),
  ];
}
