import { depthAt, type Profile } from '../../grind/profile';
import type { LayOrder } from '../../schema/job';

/** A point of the section, m: x along the cut from the middle of the cut-out, z down from the old surface. */
export interface SectionPoint {
  readonly x: number;
  readonly z: number;
}

export type LayerKind =
  | 'old laminate'
  | 'old gel coat'
  | 'old core'
  | 'new core'
  | 'inner skin'
  | 'ply'
  | 'fairing'
  | 'paint'
  | 'gel coat'
  | 'backing'
  | 'former';

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
  /** Everything from the old surface to the inside face, m. */
  readonly wall: number;
  /** The wall or skin whose laminate is spliced from outside, m. */
  readonly skin: number;
  readonly core: number;
  readonly gelCoat: number;
  /** Depth of the top of the new laminate, m. */
  readonly top: number;
  readonly finish: number;
  readonly grindLimit: number;
  /** The same of an inside dish; 0 where there is none. */
  readonly insideLimit: number;
  readonly finishEdge: number;
  readonly layers: readonly SectionLayer[];
}

interface SectionPly {
  readonly lay: number;
  readonly offset: number;
  readonly thickness: number;
  readonly orientation: string;
  readonly name: string;
}

/** The dish on one face and the plies in it. */
export interface SectionFace {
  readonly depth: number;
  readonly profile: Profile;
  readonly grindLimit: number;
  readonly plies: readonly SectionPly[];
  readonly cover?: SectionPly;
}

export interface SectionInput {
  readonly half: number;
  /** Wall, or outer skin of a cored panel, with its gel coat. */
  readonly skin: number;
  readonly core: number;
  readonly innerSkin: number;
  readonly gelCoat: number;
  readonly through: boolean;
  readonly outside: SectionFace;
  readonly inside?: SectionFace;
  readonly order: LayOrder;
  readonly finish: number;
  readonly finishKind: 'paint' | 'gel coat';
  /** A primer is part of the film. */
  readonly primed?: boolean;
  readonly maskingLine: number;
  readonly backing?:
    false | { readonly kind: 'removable' | 'bonded'; readonly lap: number; readonly thickness: number };
}

/** Offset at which the ground face reaches a depth, m; the profile falls steadily outward. */
export function offsetAtDepth(profile: Profile, depth: number): number {
  for (let i = 1; i < profile.length; i += 1) {
    const [a, b] = [profile[i - 1], profile[i]];
    if (depth >= b.depth && depth <= a.depth) {
      return a.depth === b.depth
        ? b.offset
        : a.offset + ((b.offset - a.offset) * (a.depth - depth)) / (a.depth - b.depth);
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
  const { half, skin, core, innerSkin, gelCoat, outside, inside, finish } = input;
  const wall = skin + core + innerSkin;
  const { profile, grindLimit } = outside;
  const top = outside.depth - thicknessOf(outside);
  const finishEdge = profile[profile.length - 1].offset;
  const reach = half + Math.max(input.maskingLine, (inside?.grindLimit ?? 0) * 1.2) * 1.12;
  const oGel = offsetAtDepth(profile, Math.min(gelCoat, outside.depth));
  const oFinish = offsetAtDepth(profile, Math.min(finish, outside.depth));
  const ring = (offset: number, z: number): SectionPoint => ({ x: half + offset, z });
  const cored = core > 0;
  // Seen from the inside face the very same profile runs the other way up.
  const insideFace = (inside?.profile ?? []).map((p) => ring(p.offset, wall - p.depth));

  const layers: SectionLayer[] = [];
  for (const side of [-1, 1] as const) {
    const name = side < 0 ? 'left' : 'right';
    const put = (points: SectionPoint[]): SectionPoint[] => points.map((p) => ({ x: side * p.x, z: p.z }));
    const layer = (id: string, kind: LayerKind, label: string, points: SectionPoint[]): void => {
      layers.push({ id: `${id}-${name}`, kind, label, points: put(points) });
    };
    const face = profile
      .filter((p) => p.depth > gelCoat && p.offset < oGel)
      .map((p) => ring(p.offset, p.depth));
    const back = !cored && insideFace.length > 0 ? [...insideFace].reverse() : [];
    // Up the taper, out along the old surface, and back along the inside face. A dish with a floor is one piece.
    const rightHand = [
      ...face,
      ring(oGel, gelCoat),
      { x: reach, z: gelCoat },
      { x: reach, z: skin },
      ...back,
    ];
    if (input.through) layer('old-laminate', 'old laminate', cored ? 'old skin' : 'old laminate', rightHand);
    else if (side === 1)
      layers.unshift({
        id: 'old-laminate',
        kind: 'old laminate',
        label: cored ? 'old skin' : 'old laminate',
        points: [...rightHand, ...mirrorOnly(rightHand).reverse()],
      });
    if (gelCoat > 0) {
      const above = profile.filter((p) => p.depth < gelCoat && p.offset > oGel && p.depth > 0);
      layer('old-gel-coat', 'old gel coat', 'old gel coat', [
        ring(oGel, gelCoat),
        ...above.map((p) => ring(p.offset, p.depth)),
        ring(finishEdge, 0),
        { x: reach, z: 0 },
        { x: reach, z: gelCoat },
      ]);
    }
    if (cored) {
      if (input.through)
        layer('old-core', 'old core', 'old core', [
          { x: half, z: skin },
          { x: reach, z: skin },
          { x: reach, z: skin + core },
          { x: half, z: skin + core },
        ]);
      if (inside)
        layer('inner-skin', 'inner skin', 'inner skin', [
          ...insideFace,
          { x: reach, z: wall },
          { x: reach, z: skin + core },
          { x: half, z: skin + core },
        ]);
      else if (input.backing)
        layer('inner-skin', 'inner skin', 'inner skin', [
          { x: half, z: skin + core },
          { x: reach, z: skin + core },
          { x: reach, z: wall },
          { x: half, z: wall },
        ]);
    }
  }
  if (cored && !input.through)
    layers.push({
      id: 'old-core',
      kind: 'old core',
      label: 'old core',
      points: box(reach, skin, skin + core),
    });
  if (cored && !inside && !input.backing)
    layers.push({
      id: 'inner-skin',
      kind: 'inner skin',
      label: 'inner skin, sound',
      points: box(reach, skin + core, wall),
    });
  if (cored && input.through)
    layers.push({
      id: 'new-core',
      kind: 'new core',
      label: 'new core, bedded',
      points: box(half, skin, skin + core),
    });

  const { backing } = input;
  if (backing) {
    const bonded = backing.kind === 'bonded';
    layers.push({
      id: 'backing',
      kind: bonded ? 'backing' : 'former',
      label: bonded ? 'bonded backing, stays' : 'removable former',
      points:
        input.outside.plies.length > 0
          ? box(half + backing.lap, wall, wall + backing.thickness)
          : box(half + backing.lap, -backing.thickness / 2, 0),
    });
  }
  if (inside) putPlies(layers, input, inside, (p) => ({ x: p.x, z: wall - p.z }));
  putPlies(layers, input, outside, (p) => p);
  layers.push({
    id: 'fairing',
    kind: 'fairing',
    label: 'fairing',
    points: mirrored([ring(oFinish, finish), ring(laidTo(outside), top)]),
  });
  layers.push({
    id: 'finish',
    kind: input.finishKind,
    label: input.primed ? `primer and ${input.finishKind}` : input.finishKind,
    points: mirrored([ring(finishEdge, 0), ring(oFinish, finish)]),
  });
  return {
    half,
    reach,
    wall,
    skin,
    core,
    gelCoat,
    top,
    finish,
    grindLimit,
    insideLimit: inside?.grindLimit ?? 0,
    finishEdge,
    layers,
  };
}

const thicknessOf = (face: SectionFace): number =>
  [...face.plies, ...(face.cover ? [face.cover] : [])].reduce((sum, p) => sum + p.thickness, 0);

/** What is laid on a face reaches no further, m. */
const laidTo = (face: SectionFace): number =>
  [...face.plies, ...(face.cover ? [face.cover] : [])].reduce((o, p) => Math.max(o, p.offset), 0);

function putPlies(
  layers: SectionLayer[],
  input: SectionInput,
  face: SectionFace,
  placed: (p: SectionPoint) => SectionPoint,
): void {
  const top = face.depth - face.plies.reduce((sum, p) => sum + p.thickness, 0);
  const put = (p: SectionPly, points: SectionPoint[]): void => {
    layers.push({
      id: `ply-${p.lay}`,
      kind: 'ply',
      ply: p.lay,
      orientation: p.orientation,
      label: `${p.lay} ${p.name} ${p.orientation}`,
      points: points.map(placed),
    });
  };
  face.plies.forEach((p, i) =>
    put(
      p,
      input.order === 'largest first' ? nested(input.half, face, i, top) : flat(input.half, face, i, top),
    ),
  );
  const { cover } = face;
  if (!cover) return;
  // The cover ply lies on all the others and runs out past them.
  const over = laidTo({ ...face, cover: undefined });
  put(
    cover,
    mirrored([
      { x: input.half + cover.offset, z: top - cover.thickness },
      { x: input.half + over, z: top },
    ]),
  );
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

function nested(half: number, { profile, plies }: SectionFace, k: number, top: number): SectionPoint[] {
  const below = plies.slice(0, k).reduce((sum, p) => sum + p.thickness, 0);
  const above = below + plies[k].thickness;
  const edges = [0, ...plies.map((p) => p.offset)]
    .filter((o) => o <= plies[k].offset + 1e-12)
    .sort((a, b) => b - a);
  const surface = (level: number): SectionPoint[] =>
    edges.map((o) => ({ x: half + o, z: Math.max(top, depthAt(profile, o) - level) }));
  const lower = surface(below);
  const upper = surface(above);
  return [...lower, ...mirrorOnly(lower).reverse(), ...mirrorOnly(upper), ...[...upper].reverse()];
}

const mirrorOnly = (points: readonly SectionPoint[]): SectionPoint[] =>
  points.map((p) => ({ x: -p.x, z: p.z }));

function flat(half: number, { plies }: SectionFace, k: number, top: number): SectionPoint[] {
  const over = plies.slice(k + 1).reduce((sum, p) => sum + p.thickness, 0);
  const zTop = top + over;
  const zBottom = zTop + plies[k].thickness;
  const inner = k === 0 ? 0 : plies[k - 1].offset;
  return mirrored([
    { x: half + plies[k].offset, z: zTop },
    { x: half + inner, z: zBottom },
  ]);
}
