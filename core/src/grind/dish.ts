import { partSizes, type PartSize } from '../geometry/part-sizes';
import { frustumVolume } from '../geometry/frustum';
import { endedAt, NOTHING_IN_THE_WAY, type Clear } from '../geometry/obstacle';
import { offset } from '../geometry/offset';
import { regionArea, regionExtent, regionPerimeter, type Region } from '../geometry/region';
import { DEFAULTS } from '../materials/defaults';
import type { OldLaminate } from '../materials/product';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import { depthAt, groundProfile, type Profile } from './profile';

interface DishPly {
  readonly offset: Figure;
  readonly pieces: Region;
  readonly area: Figure;
  readonly thickness: Figure;
}

export interface DishInput {
  readonly base: Region;
  readonly baseArea: Figure;
  /** Plies of this face, without the cover ply; none where the face is only finished. */
  readonly plies: readonly DishPly[];
  readonly cover?: DishPly;
  readonly order: 'largest first' | 'smallest first';
  /** How deep the dish is at the edge of the cut-out. */
  readonly depth: Figure;
  /** The cut-out is open; else the dish has a floor of sound laminate. */
  readonly through: boolean;
  readonly oldLaminate: OldLaminate;
  /** Taper ratio, width to depth. */
  readonly ratio: Figure;
  /** Ground that is kept clear for what is in the way. */
  readonly clear?: Clear;
}

export interface Dish {
  readonly profile: Profile;
  readonly depth: Figure;
  readonly through: boolean;
  readonly grindLimit: Figure;
  readonly finishEdge: Figure;
  readonly maskingLine: Figure;
  readonly outlines: {
    /** What is laid reaches no further. */
    readonly laid: Region;
    readonly grindLimit: Region;
    readonly finishEdge: Region;
    readonly maskingLine: Region;
  };
  /** Size of the ground round each hole, where those lie apart. */
  readonly grounds: readonly PartSize[];
  readonly groundLength: Figure;
  readonly groundWidth: Figure;
  /** Ground face inside the grind limit, the cut-out included. */
  readonly groundArea: Figure;
  /** Of it, what plies lie on, the cut-out included (the backing is wetted too). */
  readonly laidArea: Figure;
  readonly taperArea: Figure;
  readonly finishArea: Figure;
  readonly maskedArea: Figure;
  readonly maskingLength: Figure;
  /** Inside face that a backing covers, the cut-out included. */
  readonly backingArea: Figure;
  readonly removedVolume: Figure;
  readonly dustMass: Figure;
  readonly gauge: readonly { readonly distance: number; readonly depth: Figure }[];
}

/** Where the gauge reads zero: the taper goes on at its ratio from the edge of the outermost ply up to the face. */
export const taperLine = formula({
  id: 'grind/dish',
  expression: 'o_grind = o_outer + R·h',
  unit: 'm',
  source:
    'one slope from the cut-out to the face: o = R·depth where the plies step by the ratio, and they end inside it',
  inputs: { o_outer: 'outermost ply', R: 'taper ratio', h: 'depth that the plies leave there' },
  evaluate: (x) => x.o_outer + x.R * x.h,
});
export const depthLeft = formula({
  id: 'grind/dish',
  expression: 'h = max(0, depth − T)',
  unit: 'm',
  source: 'what the laminate leaves of the wall',
  inputs: { depth: 'depth of the dish', T: 'plies of this face' },
  evaluate: (x) => Math.max(0, x.depth - x.T),
});
export const plus = formula({
  id: 'grind/dish',
  expression: 'o = o_inner + clearance',
  unit: 'm',
  source: 'clearance beyond the line inside',
  inputs: { o_inner: 'offset within', clearance: 'clearance' },
  evaluate: (x) => x.o_inner + x.clearance,
});
export const difference = formula({
  id: 'grind/dish',
  expression: 'A = A_outer − A_inner',
  unit: 'm²',
  source: 'ring between two outlines',
  inputs: { A_outer: 'outer area', A_inner: 'area within' },
  evaluate: (x) => x.A_outer - x.A_inner,
});
const areaOf = {
  id: 'geometry/outline',
  expression: 'A = area of offset(base, o)',
  unit: 'm²',
  source: 'round-join offset of the base outline',
};
const lengthOf = { ...areaOf, expression: 'overall length of offset(base, o)', unit: 'm' };
const perimeterOf = { ...areaOf, expression: 'P = perimeter of offset(base, o)', unit: 'm' };
const removed = {
  id: 'geometry/frustum',
  expression:
    'V = Σ h/3·(A₁ + A₂ + √(A₁A₂)) − A_cut-out·depth where it is open, level by level along the ground profile',
  unit: 'm³',
  source: 'frustums between the outlines of neighbouring levels',
};
export const laminateDensity = formula({
  id: 'grind/dish',
  expression: 'ρ = 1/(W_f/ρ_f + (1 − W_f)/ρ_r)',
  unit: 'kg/m³',
  source: 'rule of mixtures by mass, no voids',
  inputs: { W_f: 'fibre by mass', ρ_f: 'density of the fibre', ρ_r: 'density of the resin' },
  evaluate: (x) => 1 / (x.W_f / x.ρ_f + (1 - x.W_f) / x.ρ_r),
});
export const dust = formula({
  id: 'grind/dish',
  expression: 'm = ρ·V',
  unit: 'kg',
  source: 'density of the old laminate',
  inputs: { ρ: 'density of the laminate', V: 'volume ground away' },
  evaluate: (x) => x.ρ * x.V,
});
const gaugeDepth = {
  id: 'grind/profile',
  expression: 'depth of the ground profile at the distance from the edge',
  unit: 'm',
  source: 'straight between the edges of the plies',
};

/** Lines, areas, dust and the gauge table of the dish on one face of the wall. */
export function planDish(input: DishInput, ledger: Ledger): Dish {
  const { base, plies, cover, depth, through, clear = NOTHING_IN_THE_WAY } = input;
  const all = cover ? [...plies, cover] : plies;
  const outer = all.length > 0 ? all.reduce((a, b) => (b.offset.value > a.offset.value ? b : a)) : undefined;
  const assumed = (key: string, label: string, value: number): Figure =>
    ledger.given(key, label, value, 'm', 'assumed', 'usual clearance for hand work');
  const grown = (distance: number): Region => endedAt(offset(base, distance), distance, clear, base);

  const grindLimit = outer
    ? ledger.compute('limit', 'grind limit, offset', taperLine, {
        o_outer: outer.offset,
        R: input.ratio,
        h: ledger.compute('left', 'depth over the laminate', depthLeft, {
          depth,
          T: ledger.sum(
            'laidThickness',
            'plies of this face',
            'm',
            all.map((p) => p.thickness),
          ),
        }),
      })
    : ledger.given('limit', 'grind limit, offset', 0, 'm', 'computed', 'no ply is laid on this face');
  const finishEdge = ledger.compute('finishEdge', 'finish edge, offset', plus, {
    o_inner: grindLimit,
    clearance: assumed('finishClearance', 'finish clearance beyond the taper', DEFAULTS.finishClearance),
  });
  const maskingLine = ledger.compute('masking', 'masking line, offset', plus, {
    o_inner: finishEdge,
    clearance: assumed('maskingClearance', 'masking line beyond the finish edge', DEFAULTS.maskingClearance),
  });
  const outlines = {
    laid: outer?.pieces ?? base,
    grindLimit: outer ? grown(grindLimit.value) : base,
    finishEdge: grown(finishEdge.value),
    maskingLine: grown(maskingLine.value),
  };
  const profile = groundProfile({
    offsets: plies.map((p) => p.offset.value),
    thicknesses: plies.map((p) => p.thickness.value),
    order: input.order,
    depth: depth.value,
    limit: grindLimit.value,
    cover: cover && { offset: cover.offset.value, thickness: cover.thickness.value },
  });

  const finishArea = ledger.record(
    'finishArea',
    'area inside the finish edge',
    areaOf,
    regionArea(outlines.finishEdge),
    { o: finishEdge },
  );
  const groundArea = ledger.record(
    'groundArea',
    'ground face with the cut-out',
    areaOf,
    outer ? regionArea(outlines.grindLimit) : input.baseArea.value,
    { o: grindLimit },
  );
  const levels = profile.map((p, i) => {
    if (i === 0) return input.baseArea.value;
    if (i === profile.length - 1) return groundArea.value;
    return all.find((ply) => ply.offset.value === p.offset)?.area.value ?? regionArea(grown(p.offset));
  });
  let volume = through ? -input.baseArea.value * depth.value : 0;
  for (let i = 1; i < profile.length; i += 1) {
    volume += frustumVolume.evaluate({
      h: profile[i - 1].depth - profile[i].depth,
      'A₁': levels[i - 1],
      'A₂': levels[i],
    });
  }
  const removedVolume = ledger.record('removed', 'old laminate ground away', removed, Math.max(0, volume), {
    'A cut-out': input.baseArea,
    'A ground': groundArea,
    depth,
    'o grind': grindLimit,
  });
  const old = input.oldLaminate;
  const given = (key: string, label: string, value: number, unit: string): Figure =>
    ledger.given(`old.${key}`, label, value, unit, 'assumed', old.source);
  const density = ledger.compute(`old.density`, 'density of the old laminate', laminateDensity, {
    W_f: given('Wf', 'fibre weight fraction of the old laminate', old.fibreFraction, 'fraction'),
    ρ_f: given('rhof', 'density of the fibre', old.densityFibre, 'kg/m³'),
    ρ_r: given('rhor', 'density of the cured resin', old.densityResin, 'kg/m³'),
  });
  const size = regionExtent(outlines.grindLimit);
  const lap = ledger.given(
    'backingLap',
    'lap of the backing on the inside',
    DEFAULTS.backingLap,
    'm',
    'assumed',
    'as wide as the masking band',
  );
  return {
    profile,
    depth,
    through,
    grindLimit,
    finishEdge,
    maskingLine,
    outlines,
    grounds: partSizes('ground', 'ground', outlines.grindLimit, base, { o: grindLimit }, ledger),
    groundLength: ledger.record('groundLength', 'ground length', lengthOf, size.length, { o: grindLimit }),
    groundWidth: ledger.record(
      'groundWidth',
      'ground width',
      { ...lengthOf, expression: 'overall width of offset(base, o)' },
      size.width,
      { o: grindLimit },
    ),
    groundArea,
    laidArea: outer?.area ?? input.baseArea,
    taperArea: through
      ? ledger.compute('taperArea', 'area to grind', difference, {
          A_outer: groundArea,
          A_inner: input.baseArea,
        })
      : ledger.record('taperArea', 'area to grind, the floor included', areaOf, groundArea.value, {
          o: grindLimit,
        }),
    finishArea,
    maskedArea: ledger.record(
      'maskedArea',
      'area inside the masking line',
      areaOf,
      regionArea(outlines.maskingLine),
      { o: maskingLine },
    ),
    maskingLength: ledger.record(
      'maskingLength',
      'length of the masking line',
      perimeterOf,
      regionPerimeter(outlines.maskingLine),
      { o: maskingLine },
    ),
    backingArea: ledger.record(
      'backingArea',
      'area of the backing',
      areaOf,
      regionArea(offset(base, lap.value)),
      { o: lap },
    ),
    removedVolume,
    dustMass: ledger.compute('dust', 'dust', dust, { ρ: density, V: removedVolume }),
    gauge: gaugeDistances(grindLimit.value).map((distance) => ({
      distance,
      depth: ledger.record(
        `gauge.${Math.round(distance * 1000)}`,
        `depth ${Math.round(distance * 1000)} mm from the edge`,
        gaugeDepth,
        depthAt(profile, distance),
        { depth, 'o grind': grindLimit },
      ),
    })),
  };
}

/** Round distances, at most about ten of them, from the edge of the cut-out to the finish edge. */
function gaugeDistances(limit: number): number[] {
  const step = [0.01, 0.02, 0.025, 0.05, 0.1, 0.2].find((s) => limit / s <= 10) ?? 0.5;
  return Array.from({ length: Math.floor(limit / step) + 1 }, (_, i) => i * step);
}
