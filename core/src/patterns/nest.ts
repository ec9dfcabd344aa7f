import { offset } from '../geometry/offset';
import { area, type Outline } from '../geometry/outline';
import { bounds } from '../geometry/region';
import { spun } from './pieces';
import { forbidden, ROW, spansOf, type Spans } from './spans';

/** A piece as it lies with its warp along the roll (x), m. */
export interface NestPiece {
  readonly id: string;
  readonly outline: Outline;
  /** Turns from there that keep the warp, rad. */
  readonly turns: readonly number[];
}

export interface NestInput {
  readonly pieces: readonly NestPiece[];
  readonly rollWidth: number;
  /** Least distance between two pieces, m. */
  readonly gap: number;
  /** Start of the search; the same one gives the same layouts. */
  readonly seed?: number;
}

export interface Placement {
  readonly id: string;
  readonly turn: number;
  /** On the cloth: x along the roll from its end, y across it. */
  readonly outline: Outline;
}

export interface NestLayout {
  readonly placements: readonly Placement[];
  /** Length of roll that is used, m. */
  readonly length: number;
  /** Area of the pieces over roll width times length. */
  readonly yield: number;
  /** No layout can be shorter: area over roll width, or the longest piece. */
  readonly bound: number;
  /** Pieces wider than the roll however they are turned. */
  readonly tooWide: readonly string[];
}

export interface NestStep {
  readonly tried: number;
  readonly best: NestLayout;
}

interface Shape {
  readonly index: number;
  readonly turn: number;
  readonly outline: Outline;
  readonly spans: Spans;
}

interface Item {
  readonly id: string;
  readonly area: number;
  readonly shapes: readonly Shape[];
}

interface Spot {
  readonly item: Item;
  readonly shape: Shape;
  readonly row: number;
  readonly x: number;
}

interface Layout {
  readonly spots: readonly Spot[];
  readonly end: number;
  /** Sum of where the pieces end: tells apart layouts of the same length. */
  readonly mass: number;
}

/** How exactly an outline stands for itself on the roll, m. */
const SIMPLE = 0.0002;

/** A sequence of numbers 0–1 that is the same every time (mulberry32). */
function sequence(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/**
 * Lays pieces on a roll, one after another where each ends soonest, in ever new orders; what was best so far is
 * handed out after each try. It never ends by itself: whoever runs it decides how long. Pieces keep their warp, lie
 * at least `gap` apart and never leave the cloth.
 */
export function* nest(input: NestInput): Generator<NestStep, never> {
  const random = sequence(input.seed ?? 1);
  const rows = Math.floor((input.rollWidth + input.gap) / ROW + 1e-9);
  const { items, tooWide } = prepare(input, rows);
  const tables = new Map<number, readonly Float64Array[]>();
  const shapeCount = items.reduce((n, i) => n + i.shapes.length, 0);
  const tableOf = (a: Shape, b: Shape): readonly Float64Array[] => {
    const key = a.index * shapeCount + b.index;
    const kept = tables.get(key) ?? forbidden(a.spans, b.spans);
    tables.set(key, kept);
    return kept;
  };
  const lay = (order: readonly Item[], stopAt: number): Layout | undefined =>
    layOut(order, rows, tableOf, stopAt);

  const by = (key: (i: Item) => number): Item[] =>
    [...items].sort((a, b) => key(b) - key(a) || (a.id < b.id ? -1 : 1));
  const starts = [
    by((i) => i.area),
    by((i) => i.shapes[0].spans.length),
    by((i) => i.shapes[0].spans.height),
    by((i) => Math.max(i.shapes[0].spans.length, i.shapes[0].spans.height)),
  ];
  let best: Layout | undefined;
  let order: readonly Item[] = starts[0];
  let here: Layout | undefined;
  for (let tried = 1; ; tried += 1) {
    const start = starts[tried - 1];
    const candidate = start ?? changed(order, here ?? best, random);
    const layout = lay(candidate, start || !here ? Infinity : here.end * LOOSE);
    if (
      layout &&
      (!here || start || better(layout, here) || (random() < UPHILL && layout.end < here.end * LOOSE))
    ) {
      if (!start || !here || better(layout, here)) [here, order] = [layout, candidate];
    }
    if (layout && (!best || better(layout, best))) best = layout;
    // Come back to the best now and then.
    if (best && tried % RETURN === 0) [here, order] = [best, best.spots.map((s) => s.item)];
    yield { tried, best: finished(best ?? { spots: [], end: 0, mass: 0 }, input, items, tooWide) };
  }
}

const LOOSE = 1.01;
const UPHILL = 0.1;
const RETURN = 60;
const better = (a: Layout, b: Layout): boolean =>
  a.end < b.end - 1e-6 || (a.end < b.end + 1e-6 && a.mass < b.mass - 1e-6);

/** True for shapes that differ by less than the rows they are cut into. */
const alike = (a: Spans, b: Spans): boolean =>
  a.rows.length === b.rows.length &&
  a.rows.every(
    (r, i) => r.length === b.rows[i].length && r.every((v, k) => Math.abs(v - b.rows[i][k]) < ROW / 2),
  );

function prepare({ pieces, gap }: NestInput, rows: number): { items: Item[]; tooWide: string[] } {
  const items: Item[] = [];
  const tooWide: string[] = [];
  let index = 0;
  for (const piece of pieces) {
    const shapes: Shape[] = [];
    for (const turn of piece.turns) {
      const outline = spun(piece.outline, turn);
      const [grown] = offset([outline], gap / 2 + SIMPLE);
      const spans = spansOf(grown ?? outline);
      // A piece that looks the same turned round need not be tried twice.
      if (spans.rows.length <= rows && !shapes.some((s) => alike(s.spans, spans)))
        shapes.push({ index: index++, turn, outline, spans });
    }
    if (shapes.length > 0) items.push({ id: piece.id, area: area(piece.outline), shapes });
    else tooWide.push(piece.id);
  }
  return { items, tooWide };
}

/** Two pieces change places, one moves elsewhere, or a run of them is turned round; pieces at the far end more often than not. */
function changed(order: readonly Item[], layout: Layout | undefined, random: () => number): readonly Item[] {
  const next = [...order];
  const n = next.length;
  if (n < 2) return next;
  const pick = (): number => Math.floor(random() * n);
  const last =
    layout && random() < 0.4
      ? next.indexOf(
          [...layout.spots].sort((a, b) => b.x + b.shape.spans.length - a.x - a.shape.spans.length)[0].item,
        )
      : -1;
  const i = last >= 0 ? last : pick();
  const j = pick();
  if (random() < 0.5) [next[i], next[j]] = [next[j], next[i]];
  else next.splice(j, 0, ...next.splice(i, 1));
  return next;
}

/** Places the pieces of an order one after another. @returns undefined once the roll is used beyond `stopAt` */
function layOut(
  order: readonly Item[],
  rows: number,
  tableOf: (a: Shape, b: Shape) => readonly Float64Array[],
  stopAt: number,
): Layout | undefined {
  const spots: Spot[] = [];
  let [end, mass] = [0, 0];
  for (const item of order) {
    let best: Spot | undefined;
    let bestEnd = Infinity;
    for (const shape of item.shapes) {
      const height = shape.spans.rows.length;
      const tables = spots.map((s) => tableOf(s.shape, shape));
      for (let row = 0; row + height <= rows; row += 1) {
        const x = firstFree(spots, tables, row, height, bestEnd - shape.spans.length);
        const right = x + shape.spans.length;
        if (right < bestEnd - 1e-9) {
          bestEnd = right;
          best = { item, shape, row, x };
        }
      }
    }
    if (!best) return undefined;
    spots.push(best);
    end = Math.max(end, bestEnd);
    mass += bestEnd;
    if (end > stopAt) return undefined;
  }
  return { spots, end, mass };
}

const lows: number[] = [];
const highs: number[] = [];

/** The least x at which a shape may lie on a row; Infinity once it is not below `limit`. */
function firstFree(
  spots: readonly Spot[],
  tables: readonly (readonly Float64Array[])[],
  row: number,
  height: number,
  limit: number,
): number {
  let n = 0;
  for (let k = 0; k < spots.length; k += 1) {
    const dy = row - spots[k].row;
    const table = tables[k][dy + height - 1];
    if (table === undefined) continue;
    for (let i = 0; i < table.length; i += 2) {
      const lo = table[i] + spots[k].x;
      const hi = table[i + 1] + spots[k].x;
      if (hi <= 1e-9) continue;
      // Insertion keeps the few intervals of a row in order.
      let at = n;
      while (at > 0 && lows[at - 1] > lo) {
        lows[at] = lows[at - 1];
        highs[at] = highs[at - 1];
        at -= 1;
      }
      lows[at] = lo;
      highs[at] = hi;
      n += 1;
    }
  }
  let x = 0;
  for (let i = 0; i < n; i += 1) {
    if (lows[i] >= x - 1e-9) break;
    if (highs[i] > x) x = highs[i];
    if (x >= limit) return Infinity;
  }
  return x;
}

function finished(
  layout: Layout,
  { gap, rollWidth }: NestInput,
  items: readonly Item[],
  tooWide: readonly string[],
): NestLayout {
  const total = items.reduce((sum, i) => sum + i.area, 0);
  const length = Math.max(0, layout.end - gap);
  const margin = gap / 2 + SIMPLE;
  const placements = layout.spots.map(({ item, shape, row, x }): Placement => {
    const b = bounds([shape.outline]);
    const [dx, dy] = [x - gap / 2 + margin - b.x0, row * ROW - gap / 2 + margin - b.y0];
    return {
      id: item.id,
      turn: shape.turn,
      outline: shape.outline.map((p) => ({ x: p.x + dx, y: p.y + dy })),
    };
  });
  const longest = items.reduce(
    (most, i) =>
      Math.max(
        most,
        Math.min(
          ...i.shapes.map((s) => {
            const b = bounds([s.outline]);
            return b.x1 - b.x0;
          }),
        ),
      ),
    0,
  );
  return {
    placements,
    length,
    yield: length > 0 ? total / (rollWidth * length) : 0,
    bound: Math.max(total / rollWidth, longest),
    tooWide,
  };
}
