/**
 * A drawing as plain data in CSS pixels, so that the screen, the print page and the Markdown file show the very same
 * lines. `cls` names what a thing is (a material, a kind of line); colour and hatch are the renderer's.
 */
export interface ScenePath {
  readonly type: 'path';
  readonly id: string;
  readonly cls: string;
  readonly d: string;
  readonly title?: string;
  readonly ply?: number;
}

export interface SceneText {
  readonly type: 'text';
  readonly id: string;
  readonly cls: string;
  readonly x: number;
  readonly y: number;
  readonly text: string;
  readonly anchor: 'start' | 'middle' | 'end';
  readonly ply?: number;
  /** The figure that the text reads out, if it is one. */
  readonly traceId?: string;
}

export type SceneItem = ScenePath | SceneText;

export interface Scene {
  readonly width: number;
  readonly height: number;
  /** "Plan view", "Section", or the name that a repair gives its drawing. */
  readonly title: string;
  readonly description: string;
  readonly items: readonly SceneItem[];
}

const round = (v: number): string => (Math.round(v * 100) / 100).toString();

/** SVG path data through points given in pixels. */
export function pathData(points: readonly (readonly [number, number])[], close = true): string {
  return `M${points.map(([x, y]) => `${round(x)} ${round(y)}`).join('L')}${close ? 'Z' : ''}`;
}

/** Collects the items of a scene. */
export class SceneBuilder {
  readonly items: SceneItem[] = [];

  path(
    id: string,
    cls: string,
    points: readonly (readonly [number, number])[],
    extra: { close?: boolean; title?: string; ply?: number } = {},
  ): void {
    this.items.push({
      type: 'path',
      id,
      cls,
      d: pathData(points, extra.close ?? true),
      title: extra.title,
      ply: extra.ply,
    });
  }

  /** Several loops as one item. */
  paths(
    id: string,
    cls: string,
    loops: readonly (readonly (readonly [number, number])[])[],
    extra: { title?: string; ply?: number } = {},
  ): void {
    this.items.push({ type: 'path', id, cls, d: loops.map((l) => pathData(l)).join(''), ...extra });
  }

  line(id: string, cls: string, x0: number, y0: number, x1: number, y1: number): void {
    this.path(
      id,
      cls,
      [
        [x0, y0],
        [x1, y1],
      ],
      { close: false },
    );
  }

  text(
    id: string,
    cls: string,
    x: number,
    y: number,
    text: string,
    anchor: SceneText['anchor'] = 'start',
    of: { ply?: number; traceId?: string } = {},
  ): void {
    this.items.push({ type: 'text', id, cls, x, y, text, anchor, ...of });
  }

  /** A dimension line with end ticks and its figure above, between two x at a height. */
  dimension(id: string, x0: number, x1: number, y: number, text: string, traceId?: string): void {
    this.line(`${id}-line`, 'dimension', x0, y, x1, y);
    this.line(`${id}-a`, 'dimension', x0, y - 4, x0, y + 4);
    this.line(`${id}-b`, 'dimension', x1, y - 4, x1, y + 4);
    this.text(`${id}-text`, 'figure', (x0 + x1) / 2, y - 6, text, 'middle', { traceId });
  }
}
