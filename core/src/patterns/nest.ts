import { offset } from '../geometry/offset';
import { area, type Outline } from '../geometry/outline';
import { bounds } from '../geometry/region';
import { spun } from './pieces';
import { Forbidden, ROW, spansOf, type Spans } from './spans';

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

/** How far a piece is kept from half of the gap round it, m. At a gap of nothing pieces touch as they are. */
const marginOf = (gap: number): number => (gap > 0 ? gap / 2 + SIMPLE : 0);

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
  const tables = new Map<number, Forbidden>();
  const shapeCount = items.reduce((n, i) => n + i.shapes.length, 0);
  const tableOf = (a: Shape, b: Shape): Forbidden => {
    const key = a.index * shapeCount + b.index;
    const kept = tables.get(key) ?? new Forbidden(a.spans, b.spans);
    tables.set(key, kept);
    return kept;
  };

  const by = (key: (i: Item) => number): Item[] =>
    [...items].sort((a, b) => key(b) - key(a) || (a.id < b.id ? -1 : 1));
  const starts = [
    by((i) => i.area),
    by((i) => i.shapes[0].spans.length),
    by((i) => i.shapes[0].spans.height),
    by((i) => Math.max(i.shapes[0].spans.length, i.shapes[0].spans.height)),
  ];
  let told = finished({ spots: [], end: 0, mass: 0 }, input, items, tooWide);
  let best: Layout | undefined;
  let here: Layout | undefined;
  for (let tried = 1; ; tried += 1) {
    const start = starts[tried - 1];
    const order = start ?? changed(here, random);
    // The less is left of a cycle, the less worse a layout may be than the one that it comes from.
    const heat = start ? Infinity : HOTTEST * (1 - ((tried - starts.length) % CYCLE) / CYCLE) ** 2;
    const loose = here && !start ? energy(here) * (1 - heat * Math.log(1 - random())) : Infinity;
    const layout = layOut(order, rows, tableOf, loose, here);
    if (layout && (!here || (start ? better(layout, here) : energy(layout) <= loose))) here = layout;
    if (layout && (!best || better(layout, best))) {
      best = layout;
      told = finished(best, input, items, tooWide);
    }
    // Every cycle begins at the best so far.
    if ((tried - starts.length) % CYCLE === 0) here = best;
    yield { tried, best: told };
  }
}

/** A search goes on in cycles of so many tries. At the start of one a layout may be longer than the last by about so much of it. */
const CYCLE = 400;
const HOTTEST = 0.006;
/** How much the mean end of the pieces counts beside that of the last: a layout that is closed up elsewhere gives way to a shorter one later. */
const MEAN = 0.3;
const energy = (l: Layout): number => l.end + (MEAN * l.mass) / Math.max(1, l.spots.length);
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
    const [grown = piece.outline] = gap > 0 ? offset([piece.outline], marginOf(gap)) : [];
    for (const turn of piece.turns) {
      const outline = spun(piece.outline, turn);
      const spans = spansOf(gap > 0 ? spun(grown, turn) : outline);
      // A piece that looks the same turned round need not be tried twice.
      if (spans.rows.length <= rows && !shapes.some((s) => alike(s.spans, spans)))
        shapes.push({ index: index++, turn, outline, spans });
    }
    if (shapes.length > 0) items.push({ id: piece.id, area: area(piece.outline), shapes });
    else tooWide.push(piece.id);
  }
  return { items, tooWide };
}

/** Two pieces change places, or one moves elsewhere; what ends last more often than not. */
function changed(layout: Layout | undefined, random: () => number): readonly Item[] {
  const next = (layout?.spots ?? []).map((s) => s.item);
  const n = next.length;
  if (n < 2) return next;
  const pick = (): number => Math.floor(random() * n);
  const i = layout && random() < 0.4 ? lastOf(layout) : pick();
  const j = pick();
  if (random() < 0.5) [next[i], next[j]] = [next[j], next[i]];
  else next.splice(j, 0, ...next.splice(i, 1));
  return next;
}

const endOf = ({ x, shape }: Spot): number => x + shape.spans.length;

/** Which of the pieces reaches farthest along the roll. */
const lastOf = ({ spots }: Layout): number =>
  spots.reduce((far, s, i) => (endOf(s) > endOf(spots[far]) ? i : far), 0);

/** Rows that are tried everywhere; between them only where a piece comes to lie against another, and near the best. */
const STRIDE = 6;

/**
 * Places the pieces of an order one after another.
 *
 * @param before a layout whose first pieces are the same: they lie where they lay
 * @returns undefined once the roll is used beyond `stopAt`
 */
function layOut(
  order: readonly Item[],
  rows: number,
  tableOf: (a: Shape, b: Shape) => Forbidden,
  stopAt: number,
  before: Layout | undefined,
): Layout | undefined {
  const spots: Spot[] = [];
  let [end, mass] = [0, 0];
  let alike = true;
  for (const [i, item] of order.entries()) {
    const kept = before?.spots[i];
    alike = alike && kept?.item === item;
    const spot: Spot | undefined = alike ? kept : placed(item, spots, rows, tableOf);
    if (!spot) return undefined;
    spots.push(spot);
    const right = endOf(spot);
    end = Math.max(end, right);
    mass += right;
    if (end > stopAt) return undefined;
  }
  return { spots, end, mass };
}

/** Where a piece ends soonest among those that lie there. */
function placed(
  item: Item,
  spots: readonly Spot[],
  rows: number,
  tableOf: (a: Shape, b: Shape) => Forbidden,
): Spot | undefined {
  let best: Spot | undefined;
  let bestEnd = Infinity;
  for (const shape of item.shapes) {
    const { length } = shape.spans;
    const most = rows - shape.spans.rows.length;
    if (most < 0) continue;
    const tables = spots.map((s) => tableOf(s.shape, shape));
    let own: number | undefined;
    const look = (row: number): void => {
      if (row < 0 || row > most) return;
      const x = firstFree(spots, tables, row, bestEnd - length);
      if (x + length >= bestEnd - SAME) return;
      bestEnd = x + length;
      best = { item, shape, row, x };
      own = row;
    };
    for (let row = 0; row <= most; row += STRIDE) look(row);
    look(most);
    for (const s of spots) {
      look(s.row + s.shape.spans.rows.length);
      look(s.row - shape.spans.rows.length);
    }
    if (own === undefined) continue;
    const near = own;
    for (let d = 1; d < STRIDE; d += 1) {
      look(near - d);
      look(near + d);
    }
  }
  return best;
}

/** Lengths that are one, m. */
const SAME = 1e-9;

/** The least x at which a shape may lie on a row: pushed on by one piece after another until none is in its way; Infinity once it is not below `limit`. */
function firstFree(spots: readonly Spot[], tables: readonly Forbidden[], row: number, limit: number): number {
  let x = 0;
  for (let moved = true; moved;) {
    moved = false;
    for (let k = 0; k < spots.length; k += 1) {
      const spot = spots[k];
      const table = tables[k];
      const at = row - spot.row + table.below;
      if (at < 0 || at >= table.size) continue;
      if (table.low && table.high) {
        if (Number.isNaN(table.low[at])) table.fill(at);
        if (table.high[at] + spot.x <= x + SAME || table.low[at] + spot.x >= x - SAME) continue;
        x = table.high[at] + spot.x;
        if (x >= limit) return Infinity;
        moved = true;
        continue;
      }
      const several = table.at(row - spot.row) ?? NONE;
      for (let i = 0; i < several.length; i += 2) {
        if (several[i + 1] + spot.x <= x + SAME || several[i] + spot.x >= x - SAME) continue;
        x = several[i + 1] + spot.x;
        if (x >= limit) return Infinity;
        moved = true;
      }
    }
  }
  return x;
}

const NONE = new Float64Array(0);

function finished(
  layout: Layout,
  { gap, rollWidth }: NestInput,
  items: readonly Item[],
  tooWide: readonly string[],
): NestLayout {
  const total = items.reduce((sum, i) => sum + i.area, 0);
  const length = Math.max(0, layout.end - gap);
  const margin = marginOf(gap);
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
