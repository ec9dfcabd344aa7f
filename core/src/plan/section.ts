import { depthAt, type Profile } from '../grind/profile';
import type { LayOrder } from '../schema/job';

/** A point of the section, m: x along the cut from the middle of the cut-out, z down from the old surface. */
export interface SectionPoint {
  readonly x: number;
  readonly z: number;
}

export type LayerKind = 'old laminate' | 'old gel coat' | 'ply' | 'fairing' | 'paint' | 'gel coat' | 'backing' | 'former';

export interface SectionLayer {
  readonly id: string;
  readonly kind: LayerKind;
  readonly label: string;
  readonly ply?: number;
  readonly orientation?: string;
  /** Closed polygon. */
  readonly points: readonly SectionPoint[];
}

export interface Section {
  /** Half the length of the cut-out, m. */
  readonly half: number;
  /** How far the drawing reaches from the middle, m. */
  readonly reach: number;
  readonly wall: number;
  readonly gelCoat: number;
  /** Depth of the top of the new laminate, m. */
  readonly top: number;
  readonly finish: number;
  readonly grindLimit: number;
  readonly finishEdge: number;
  readonly layers: readonly SectionLayer[];
}

export interface SectionInput {
  readonly half: number;
  readonly wall: number;
  readonly gelCoat: number;
  readonly profile: Profile;
  readonly order: LayOrder;
  readonly plies: readonly { readonly lay: number; readonly offset: number; readonly thickness: number; readonly orientation: string; readonly name: string }[];
  readonly finish: number;
  readonly finishKind: 'paint' | 'gel coat';
  readonly maskingLine: number;
  readonly backing: 'removable' | 'bonded';
  readonly backingLap: number;
  readonly backingThickness: number;
}

/** Offset at which the ground face reaches a depth, m; the profile falls steadily outward. */
export function offsetAtDepth(profile: Profile, depth: number): number {
  for (let i = 1; i < profile.length; i += 1) {
    const [a, b] = [profile[i - 1], profile[i]];
    if (depth >= b.depth && depth <= a.depth) {
      return a.depth === b.depth ? b.offset : a.offset + ((b.offset - a.offset) * (a.depth - depth)) / (a.depth - b.depth);
    }
  }
  return profile[profile.length - 1].offset;
}

/**
 * The true section through the middle of the repair, from the very profile and offsets that the cut sizes come from.
 * Largest first: every ply lines the whole dish inside the one before and turns up along the taper.
 * Smallest first: every ply lies flat at its own level and steps outward.
 */
export function drawSection(input: SectionInput): Section {
  const { half, wall, gelCoat, profile, plies, finish } = input;
  const total = plies.reduce((sum, p) => sum + p.thickness, 0);
  const top = wall - total;
  const finishEdge = profile[profile.length - 1].offset;
  const grindLimit = profile[profile.length - 2]?.offset ?? 0;
  const reach = half + input.maskingLine * 1.12;
  const oGel = offsetAtDepth(profile, Math.min(gelCoat, wall));
  const oFinish = offsetAtDepth(profile, finish);
  const ring = (offset: number, z: number): SectionPoint => ({ x: half + offset, z });

  const layers: SectionLayer[] = [];
  for (const side of [-1, 1] as const) {
    const name = side < 0 ? 'left' : 'right';
    const put = (points: SectionPoint[]): SectionPoint[] => points.map((p) => ({ x: side * p.x, z: p.z }));
    const face = profile.filter((p) => p.depth > gelCoat && p.offset < oGel);
    layers.push({
      id: `old-laminate-${name}`,
      kind: 'old laminate',
      label: 'old laminate',
      points: put([...face.map((p) => ring(p.offset, p.depth)), ring(oGel, gelCoat), { x: reach, z: gelCoat }, { x: reach, z: wall }]),
    });
    if (gelCoat > 0) {
      const above = profile.filter((p) => p.depth < gelCoat && p.offset > oGel && p.depth > 0);
      layers.push({
        id: `old-gel-coat-${name}`,
        kind: 'old gel coat',
        label: 'old gel coat',
        points: put([ring(oGel, gelCoat), ...above.map((p) => ring(p.offset, p.depth)), ring(finishEdge, 0), { x: reach, z: 0 }, { x: reach, z: gelCoat }]),
      });
    }
  }

  const bonded = input.backing === 'bonded';
  layers.push({
    id: 'backing',
    kind: bonded ? 'backing' : 'former',
    label: bonded ? 'bonded backing, stays' : 'removable former',
    points: box(half + input.backingLap, wall, wall + input.backingThickness),
  });
  plies.forEach((p, i) => {
    layers.push({
      id: `ply-${p.lay}`,
      kind: 'ply',
      ply: p.lay,
      orientation: p.orientation,
      label: `${p.lay} ${p.name} ${p.orientation}`,
      points: input.order === 'largest first' ? nested(input, i, top) : flat(input, i, top),
    });
  });
  layers.push({
    id: 'fairing',
    kind: 'fairing',
    label: 'fairing',
    points: mirrored([ring(oFinish, finish), ring(grindLimit, top)]),
  });
  layers.push({ id: 'finish', kind: input.finishKind, label: input.finishKind, points: mirrored([ring(finishEdge, 0), ring(oFinish, finish)]) });
  return { half, reach, wall, gelCoat, top, finish, grindLimit, finishEdge, layers };
}

function box(halfWidth: number, z0: number, z1: number): SectionPoint[] {
  return [
    { x: -halfWidth, z: z0 },
    { x: halfWidth, z: z0 },
    { x: halfWidth, z: z1 },
    { x: -halfWidth, z: z1 },
  ];
}

/** Mirrors the right-hand half of a polygon about the middle. */
function mirrored(right: readonly SectionPoint[]): SectionPoint[] {
  return [...right, ...[...right].reverse().map((p) => ({ x: -p.x, z: p.z }))];
}

function nested(input: SectionInput, k: number, top: number): SectionPoint[] {
  const { half, profile, plies } = input;
  const below = plies.slice(0, k).reduce((sum, p) => sum + p.thickness, 0);
  const above = below + plies[k].thickness;
  const edges = [0, ...plies.map((p) => p.offset)].filter((o) => o <= plies[k].offset + 1e-12).sort((a, b) => b - a);
  const surface = (level: number): SectionPoint[] =>
    edges.map((o) => ({ x: half + o, z: Math.max(top, depthAt(profile, o) - level) }));
  const lower = surface(below);
  const upper = surface(above);
  return [...lower, ...mirrorOnly(lower).reverse(), ...mirrorOnly(upper), ...[...upper].reverse()];
}

const mirrorOnly = (points: readonly SectionPoint[]): SectionPoint[] => points.map((p) => ({ x: -p.x, z: p.z }));

function flat(input: SectionInput, k: number, top: number): SectionPoint[] {
  const { half, plies } = input;
  const over = plies.slice(k + 1).reduce((sum, p) => sum + p.thickness, 0);
  const zTop = top + over;
  const zBottom = zTop + plies[k].thickness;
  const inner = k === 0 ? 0 : plies[k - 1].offset;
  return mirrored([
    { x: half + plies[k].offset, z: zTop },
    { x: half + inner, z: zBottom },
  ]);
}
