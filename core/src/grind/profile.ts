/** A point of the ground face: offset outward from the edge of the cut-out and depth below the old surface, m. */
export interface ProfilePoint {
  readonly offset: number;
  readonly depth: number;
}

export type Profile = readonly ProfilePoint[];

export interface ProfileInput {
  /** Offset of each ply in the order of laying, m. */
  readonly offsets: readonly number[];
  /** Thickness of each ply in the order of laying, m. */
  readonly thicknesses: readonly number[];
  readonly order: 'largest first' | 'smallest first';
  /** Depth of the dish at the edge of the cut-out, m: the old wall, or what is ground of it from this face. */
  readonly depth: number;
  /** Where the ground comes up to the face, m. */
  readonly limit: number;
  /** A cover ply that laps past the others, m. */
  readonly cover?: { readonly offset: number; readonly thickness: number };
}

/**
 * The ground face from the edge of the cut-out to the grind limit. It runs through the edges of the plies, so that
 * the dish fits the plies that are cut for it, whatever the minimum step made of the taper.
 */
export function groundProfile(input: ProfileInput): Profile {
  const { offsets, thicknesses, order, depth, limit, cover } = input;
  const total = thicknesses.reduce((sum, t) => sum + t, 0);
  const top = depth - total;
  const edges = offsets.map((offset, k) => {
    const own = order === 'largest first' ? thicknesses.slice(0, k) : thicknesses.slice(k + 1);
    return { offset, depth: top + own.reduce((sum, t) => sum + t, 0) };
  });
  edges.sort((a, b) => a.offset - b.offset);
  const lap = cover ? [{ offset: cover.offset, depth: top - cover.thickness }] : [];
  return [{ offset: 0, depth }, ...edges, ...lap, { offset: limit, depth: 0 }];
}

/** Depth of the ground face at an offset, m; 0 beyond the grind limit, the full depth inside the cut-out. */
export function depthAt(profile: Profile, offset: number): number {
  if (offset <= profile[0].offset) return profile[0].depth;
  for (let i = 1; i < profile.length; i += 1) {
    const [a, b] = [profile[i - 1], profile[i]];
    if (offset <= b.offset)
      return a.depth + ((b.depth - a.depth) * (offset - a.offset)) / (b.offset - a.offset || 1);
  }
  return 0;
}
