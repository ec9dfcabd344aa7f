import { ARC_TOLERANCE, type Outline, type Point } from './outline';
import { provedOffset } from './plain-offset';

/**
 * The offset of one outline as the path of the centre of a ball that is rolled round it from outside: along a side the
 * centre runs parallel to it, round a corner on an arc, and where the ball meets another side or corner it goes on round
 * that. A jagged edge, over which plain offsetting would lay hundreds of loops, is touched at its peaks alone.
 *
 * What a ball never touches, no larger ball touches either: the nearest point of the outline to a place at `d` is the
 * nearest to the places on the way to it. So what was touched by a small ball is all that a larger one can meet.
 *
 * Source: offset curves as envelopes of balls; the semigroup of Minkowski sums with discs.
 */

/** Angles and lengths that are none, rad and m. */
const NOTHING = 1e-10;
/** Points of the path that are one, m. */
const SAME = 1e-8;
const ROUND = 2 * Math.PI;
/** A first ball is so many sides wide, and each next one so many times larger. */
const FIRST = 1;
const LARGER = 3;

/** Corners and sides of an outline: side `i` runs from corner `i` to the next. */
interface Sides {
  readonly n: number;
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** Along each side, and its length, m. */
  readonly ux: Float64Array;
  readonly uy: Float64Array;
  readonly length: Float64Array;
  /** Direction of the outward normal of each side, rad. */
  readonly normal: Float64Array;
  /** Whether a ball can roll round a corner: it turns outward. */
  readonly round: Uint8Array;
  /** The corner that reaches farthest along x: the ball lies on it, whatever its size. */
  readonly first: number;
}

/** So many that follow one another share a box: most are passed over together. */
const CHUNK = 12;

/** Corners or sides by their number, ascending, and the box of every `CHUNK` of them: least x, greatest x, least y, greatest y. */
interface Group {
  readonly numbers: Int32Array;
  readonly boxes: Float64Array;
}

/** What a ball may touch. */
interface Touched {
  /** m */
  readonly d: number;
  readonly corners: Group;
  readonly sides: Group;
}

/** @param ends numbers of the corners that each reaches from and to */
function grouped(s: Sides, numbers: Int32Array, ends: (i: number) => readonly number[]): Group {
  const boxes = new Float64Array(4 * Math.ceil(numbers.length / CHUNK));
  for (let c = 0; 4 * c < boxes.length; c += 1) {
    let [x0, x1, y0, y1] = [Infinity, -Infinity, Infinity, -Infinity];
    for (const i of numbers.subarray(c * CHUNK, (c + 1) * CHUNK))
      for (const k of ends(i)) {
        [x0, x1] = [Math.min(x0, s.x[k]), Math.max(x1, s.x[k])];
        [y0, y1] = [Math.min(y0, s.y[k]), Math.max(y1, s.y[k])];
      }
    boxes.set([x0, x1, y0, y1], 4 * c);
  }
  return { numbers, boxes };
}

const touchedBy = (s: Sides, d: number, corners: Iterable<number>, sides: Iterable<number>): Touched => ({
  d,
  corners: grouped(s, Int32Array.from(corners).sort(), (i) => [i]),
  sides: grouped(s, Int32Array.from(sides).sort(), (i) => [i, (i + 1) % s.n]),
});

/** A stretch of the centre's path: an arc round a corner, from an angle on, or a line along a side, from a length on. */
interface Place {
  readonly on: 'corner' | 'side';
  readonly i: number;
  readonly at: number;
}

function sidesOf(outline: Outline): Sides | undefined {
  const points = outline.filter((p, i) => {
    const before = outline[(i + outline.length - 1) % outline.length];
    return Math.hypot(p.x - before.x, p.y - before.y) > NOTHING;
  });
  const n = points.length;
  if (n < 3) return undefined;
  const [x, y] = [Float64Array.from(points, (p) => p.x), Float64Array.from(points, (p) => p.y)];
  const [ux, uy, length, normal] = [0, 0, 0, 0].map(() => new Float64Array(n));
  const round = new Uint8Array(n);
  let first = 0;
  for (let i = 0; i < n; i += 1) {
    const j = (i + 1) % n;
    length[i] = Math.hypot(x[j] - x[i], y[j] - y[i]);
    ux[i] = (x[j] - x[i]) / length[i];
    uy[i] = (y[j] - y[i]) / length[i];
    normal[i] = Math.atan2(-ux[i], uy[i]);
    if (x[i] > x[first]) first = i;
  }
  for (let i = 0; i < n; i += 1) {
    const h = (i + n - 1) % n;
    round[i] = ux[h] * uy[i] - uy[h] * ux[i] > 0 ? 1 : 0;
  }
  return { n, x, y, ux, uy, length, normal, round, first };
}

function whole(s: Sides): Touched {
  const all = Array.from({ length: s.n }, (_, i) => i);
  return touchedBy(
    s,
    0,
    all.filter((i) => s.round[i] === 1),
    all,
  );
}

/** An angle from 0 up to once round; what lies a hair before the start counts as there. */
function ahead(angle: number): number {
  const a = angle - ROUND * Math.floor(angle / ROUND);
  return a > ROUND - NOTHING ? 0 : a;
}

/** Where the centre stands at a place, m. */
const centre = (s: Sides, { on, i, at }: Place, d: number): Point =>
  on === 'corner'
    ? { x: s.x[i] + d * Math.cos(at), y: s.y[i] + d * Math.sin(at) }
    : {
        x: s.x[i] + at * s.ux[i] + d * s.uy[i],
        y: s.y[i] + at * s.uy[i] - d * s.ux[i],
      };

/** The next that the ball meets, and how far along its way, rad or m. */
interface Met {
  along: number;
  next: Place | undefined;
}

/**
 * The disc that holds all that a ball may meet on a stretch of its way: round the middle of the stretch, a ball's width
 * and half of the stretch wide. What lies outside is passed over without reckoning.
 */
class Near {
  x = 0;
  y = 0;
  r = 0;

  constructor(
    private readonly s: Sides,
    private readonly place: Place,
    private readonly d: number,
  ) {}

  to(along: number): void {
    const { s, place, d } = this;
    const middle = centre(s, { ...place, at: place.at + along / 2 }, d);
    this.x = middle.x;
    this.y = middle.y;
    this.r = d + (place.on === 'corner' ? d * along : along) / 2 + NOTHING;
  }

  /** @param by how far what is asked for reaches from the point, m */
  misses(x: number, y: number, by: number): boolean {
    const wx = x - this.x;
    const wy = y - this.y;
    const r = this.r + by;
    return wx * wx + wy * wy > r * r;
  }

  /**
   * Those of a group that may be met, chunk by chunk from that of a number on: what is met lies close by as a rule, and
   * bounds the rest.
   */
  each({ numbers, boxes }: Group, i: number, look: (k: number) => void): void {
    const chunks = boxes.length / 4;
    let from = 0;
    while (from + 1 < chunks && numbers[(from + 1) * CHUNK] <= i) from += 1;
    for (let c = 0; c < chunks; c += 1) {
      const at = from + c < chunks ? from + c : from + c - chunks;
      const bx = Math.max(boxes[4 * at] - this.x, this.x - boxes[4 * at + 1], 0);
      const by = Math.max(boxes[4 * at + 2] - this.y, this.y - boxes[4 * at + 3], 0);
      if (bx * bx + by * by > this.r * this.r) continue;
      const end = Math.min(numbers.length, (at + 1) * CHUNK);
      for (let k = at * CHUNK; k < end; k += 1) look(numbers[k]);
    }
  }
}

/** What meets a ball on its arc round a corner, before `met.along`. */
function meetOnArc(s: Sides, { corners, sides }: Touched, d: number, place: Place, met: Met): void {
  const { i, at } = place;
  const [vx, vy] = [s.x[i], s.y[i]];
  const before = (i + s.n - 1) % s.n;
  const near = new Near(s, place, d);
  near.to(met.along);
  near.each(corners, i, (k) => {
    if (k === i || near.misses(s.x[k], s.y[k], 0)) return;
    const [wx, wy] = [s.x[k] - vx, s.y[k] - vy];
    const apart = wx * wx + wy * wy;
    if (apart >= 4 * d * d) return;
    const reach = Math.acos(Math.sqrt(apart) / (2 * d));
    const towards = Math.atan2(wy, wx);
    const along = ahead(towards - reach - at);
    if (along >= met.along) return;
    // The centre, seen from the other corner: farther round by what the two circles enclose.
    met.along = along;
    met.next = { on: 'corner', i: k, at: towards + Math.PI + reach };
    near.to(along);
  });
  near.each(sides, i, (k) => {
    if (k === i || k === before || near.misses(s.x[k], s.y[k], s.length[k])) return;
    // Height of the corner over the side: what lies behind it is never reached, nor what lies a ball's width off.
    const [px, py] = [vx - s.x[k], vy - s.y[k]];
    const height = px * s.uy[k] - py * s.ux[k];
    if (height <= 0 || height >= 2 * d) return;
    const angle = s.normal[k] + Math.acos(1 - height / d);
    const along = ahead(angle - at);
    if (along >= met.along) return;
    const t = (px + d * Math.cos(angle)) * s.ux[k] + (py + d * Math.sin(angle)) * s.uy[k];
    if (t < -NOTHING || t > s.length[k] + NOTHING) return;
    met.along = along;
    met.next = { on: 'side', i: k, at: t };
    near.to(along);
  });
}

/** What meets a ball on its line along a side, before `met.along`. */
function meetOnLine(s: Sides, { corners, sides }: Touched, d: number, place: Place, met: Met): void {
  const { i, at } = place;
  const [ux, uy] = [s.ux[i], s.uy[i]];
  const [cx, cy] = [s.x[i] + at * ux + d * uy, s.y[i] + at * uy - d * ux];
  const near = new Near(s, place, d);
  near.to(met.along);
  near.each(corners, i, (k) => {
    if (near.misses(s.x[k], s.y[k], 0)) return;
    const [wx, wy] = [s.x[k] - cx, s.y[k] - cy];
    const off = wx * uy - wy * ux;
    if (Math.abs(off) >= d - NOTHING) return;
    const along = wx * ux + wy * uy - Math.sqrt(d * d - off * off);
    if (along >= met.along || along < -NOTHING) return;
    met.along = Math.max(0, along);
    met.next = { on: 'corner', i: k, at: Math.atan2(met.along * uy - wy, met.along * ux - wx) };
    near.to(met.along);
  });
  near.each(sides, i, (k) => {
    if (k === i || near.misses(s.x[k], s.y[k], s.length[k])) return;
    const falls = ux * s.uy[k] - uy * s.ux[k];
    if (falls >= 0) return;
    const [px, py] = [cx - s.x[k], cy - s.y[k]];
    const along = (d - (px * s.uy[k] - py * s.ux[k])) / falls;
    if (along >= met.along || along < -NOTHING) return;
    const t = (px + along * ux) * s.ux[k] + (py + along * uy) * s.uy[k];
    if (t < -NOTHING || t > s.length[k] + NOTHING) return;
    met.along = Math.max(0, along);
    met.next = { on: 'side', i: k, at: t };
    near.to(met.along);
  });
}

/**
 * Rolls a ball once round.
 * @param put takes the stretches of the centre's path one after another: where each begins, and how far it goes, rad or m
 * @returns undefined where it does not come back to where it began
 */
function roll(
  s: Sides,
  among: Touched,
  d: number,
  put: (from: Place, along: number) => void,
): Touched | undefined {
  const [corners, sides] = [new Set<number>(), new Set<number>()];
  let place: Place = { on: 'corner', i: s.first, at: 0 };
  for (let step = 0; step <= 4 * s.n; step += 1) {
    const { on, i } = place;
    (on === 'corner' ? corners : sides).add(i);
    const met: Met = { along: 0, next: undefined };
    if (on === 'corner') {
      const home = i === s.first && step > 0 ? ahead(-place.at) : Infinity;
      const end = ahead(s.normal[i] - place.at);
      met.along = Math.min(end, home);
      met.next = home <= end ? undefined : { on: 'side', i, at: 0 };
      meetOnArc(s, among, d, place, met);
    } else {
      const next = (i + 1) % s.n;
      met.along = Math.max(0, s.length[i] - place.at);
      met.next = s.round[next] ? { on: 'corner', i: next, at: s.normal[i] } : { on: 'side', i: next, at: 0 };
      meetOnLine(s, among, d, place, met);
    }
    put(place, met.along);
    if (!met.next) return touchedBy(s, d, corners, sides);
    place = met.next;
  }
  return undefined;
}

interface Rolled {
  readonly sides: Sides;
  /** What balls so far have touched, by their size, ascending. */
  readonly touched: Touched[];
}

const known = new WeakMap<Outline, Rolled | 'none'>();

function rolledOn(outline: Outline): Rolled | undefined {
  const before = known.get(outline);
  if (before) return before === 'none' ? undefined : before;
  const sides = sidesOf(outline);
  const made = sides && { sides, touched: [whole(sides)] };
  known.set(outline, made ?? 'none');
  return made;
}

/** What a ball of `d` may touch: found with smaller balls first, which meet little, and each larger one less. */
function touchable({ sides, touched }: Rolled, d: number): Touched | undefined {
  const mean = sides.length.reduce((sum, l) => sum + l, 0) / sides.n;
  let among = touched.filter((t) => t.d <= d).at(-1) ?? touched[0];
  for (let size = Math.max(FIRST * mean, LARGER * among.d); size < d / LARGER; size *= LARGER) {
    const met = roll(sides, among, size, () => undefined);
    if (!met) return undefined;
    among = met;
    touched.push(met);
  }
  touched.sort((a, b) => a.d - b.d);
  return among;
}

/**
 * The outline moved outward by `d` m, its outer boundary: arcs to the arc tolerance.
 * @param outline counter-clockwise, without crossings
 * @returns undefined where the ball does not come round
 */
export function rolledOffset(outline: Outline, d: number): Outline | undefined {
  const rolled = rolledOn(outline);
  const among = rolled && touchable(rolled, d);
  if (!rolled || !among || d <= NOTHING) return undefined;
  const { sides, touched } = rolled;
  const half = Math.acos(Math.max(-1, 1 - ARC_TOLERANCE / d));
  const path: Point[] = [];
  const put = (p: Point): void => {
    const last = path.at(-1);
    if (!last || Math.hypot(p.x - last.x, p.y - last.y) > SAME) path.push(p);
  };
  const met = roll(sides, among, d, (from, along) => {
    put(centre(sides, from, d));
    if (from.on === 'side') return;
    const steps = Math.ceil(along / (2 * half));
    for (let k = 1; k < steps; k += 1) put(centre(sides, { ...from, at: from.at + (along * k) / steps }, d));
  });
  while (
    path.length > 1 &&
    Math.hypot(path[0].x - path[path.length - 1].x, path[0].y - path[path.length - 1].y) <= SAME
  )
    path.pop();
  const size = path.length;
  const [x, y] = [Float64Array.from(path, (p) => p.x), Float64Array.from(path, (p) => p.y)];
  if (!met || !provedOffset(outline, { x, y, size, cut: new Uint8Array(size) }, d)) return undefined;
  if (!touched.some((t) => t.d === d)) {
    touched.push(met);
    touched.sort((a, b) => a.d - b.d);
  }
  return path;
}
