import type { Cloth, Library, OldLaminate, ResinFamily } from '../materials/product';
import { CORE_MODULUS, OLD_PATTERNS } from '../materials/stiffness';
import type { PlyChoice, Way } from '../schema/job';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import { elasticOf, elasticPly, isotropic, type Elastic, type ElasticPly } from './elastic';
import { plyThickness, resinAreal } from './ply-thickness';
import { USUAL_WAYS } from './stack';

/** New against old, and what is peculiar about the new. */
export interface StiffnessMatch {
  /** Membrane along and up the hull, bending along and up, new over old. */
  readonly A11: Figure;
  readonly A22: Figure;
  readonly D11: Figure;
  readonly D22: Figure;
  /** Pull at which the first ply gives, new over old. */
  readonly strengthAlong: Figure;
  readonly strengthUp: Figure;
  /** How far from symmetric the new stack is: |B|/√(A·D), 0 for a symmetric one. */
  readonly coupling: Figure;
  /** How much it shears when pulled: largest of |A16|, |A26| over A11. */
  readonly shearCoupling: Figure;
  readonly oldKnown: boolean;
  /** The old plies as taken, in words. */
  readonly oldWords: string;
  readonly inBand: boolean;
  /** Why the band is not met, where it is not. */
  readonly why?: string;
  /** All fibres one way. */
  readonly oneWay: boolean;
}

/** Ratio that a patch is best kept in: much stiffer than its hull moves the next crack to its edge. */
export const STIFFNESS_BAND = [0.9, 1.2] as const;

export interface LaidPly {
  readonly cloth: Cloth;
  readonly way: Way;
  readonly thickness: number;
}

export interface StiffnessInput {
  /** From the outside face inward. */
  readonly plies: readonly LaidPly[];
  /** All of them together. */
  readonly thickness: Figure;
  readonly resin: ResinFamily;
  readonly densityResin: number;
  readonly old: OldStackInput;
  /** Old laminate that stays under a dish of part depth, m. */
  readonly stays?: Figure;
  /** Core of a panel whose outer skin is replaced, m, and what it is. */
  readonly core?: { readonly thickness: number; readonly material?: string };
}

export interface OldStackInput {
  readonly plies: readonly PlyChoice[];
  readonly thickness: Figure;
  readonly laminate: OldLaminate;
  readonly matrix?: ResinFamily;
  readonly library: Library;
}

/** Resin of an old laminate that nobody has named. */
const usualMatrix = (laminate: OldLaminate): ResinFamily =>
  laminate.id === 'carbon-epoxy' ? 'epoxy' : laminate.id === 'stitched-glass' ? 'vinyl ester' : 'polyester';

const thicknessOf = (cloth: Cloth, densityResin: number): number =>
  plyThickness.evaluate({
    w_f: cloth.arealWeight,
    ρ_f: cloth.densityFibre,
    w_r: resinAreal.evaluate({ w_f: cloth.arealWeight, W_f: cloth.fibreFraction }),
    ρ_r: densityResin,
  });

/**
 * The old plies: as found, or the usual ones of its kind over and over, and in either case stretched to the measured
 * thickness (thickness is measured, fibre content is not).
 */
export function oldPlies({ plies, thickness, laminate, matrix, library }: OldStackInput): {
  readonly plies: readonly ElasticPly[];
  readonly known: boolean;
  readonly words: string;
} {
  const resin = matrix ?? usualMatrix(laminate);
  const density = laminate.densityResin;
  const found = plies.flatMap((p): LaidPly[] => {
    const cloth = library.cloths.find((c) => c.id === p.cloth);
    return cloth
      ? [{ cloth, way: p.way ?? USUAL_WAYS[cloth.kind][0], thickness: thicknessOf(cloth, density) }]
      : [];
  });
  const pattern = (OLD_PATTERNS[laminate.id] ?? OLD_PATTERNS['mat-woven-polyester']).flatMap(
    (p): LaidPly[] => {
      const cloth = library.cloths.find((c) => c.id === p.cloth);
      return cloth ? [{ cloth, way: p.way, thickness: thicknessOf(cloth, density) }] : [];
    },
  );
  const once = pattern.reduce((sum, p) => sum + p.thickness, 0);
  const times = Math.max(1, Math.round(thickness.value / once));
  const known = found.length > 0;
  const taken = known ? found : Array.from({ length: times }, () => pattern).flat();
  const total = taken.reduce((sum, p) => sum + p.thickness, 0);
  const stretch = thickness.value / total;
  return {
    plies: taken.map((p) => elasticPly(p.cloth, resin, density, p.thickness * stretch, p.way)),
    known,
    words: known
      ? `${found.length} plies as found, in ${resin}`
      : `${taken.length} plies as usual for ${laminate.name}, in ${resin}`,
  };
}

const ratio = (what: string): { id: string; expression: string; unit: string; source: string } => ({
  id: 'laminate/compare-stiffness',
  expression: `ratio = ${what} new / ${what} old`,
  unit: '1',
  source: 'classical laminate theory on micromechanics, see laminate/abd and laminate/micromechanics',
});

/** Largest coupling between stretching and bending, made dimensionless. */
export const couplingOf = ({ A, B, D }: Elastic): number =>
  Math.max(
    Math.abs(B[0]) / Math.sqrt(A[0] * D[0]),
    Math.abs(B[3]) / Math.sqrt(A[3] * D[3]),
    Math.abs(B[5]) / Math.sqrt(A[5] * D[5]),
  );

/** The plies next to the inside face that come to a thickness, m; the outermost of them as far as it is left. */
function innermost(plies: readonly ElasticPly[], thickness: number): readonly ElasticPly[] {
  const kept: ElasticPly[] = [];
  let left = thickness;
  for (const ply of [...plies].reverse()) {
    if (left <= 0) break;
    kept.unshift(ply.thickness <= left ? ply : { ...ply, thickness: left });
    left -= ply.thickness;
  }
  return kept;
}

/** Ratios of stiffness and first-ply strength, new against old, and whether they land in the band. */
export function compareStiffness(input: StiffnessInput, ledger: Ledger): StiffnessMatch | undefined {
  const old = oldPlies(input.old);
  const next = input.plies.map((p) =>
    elasticPly(p.cloth, input.resin, input.densityResin, p.thickness, p.way),
  );
  const behind = input.core
    ? [
        isotropic(
          CORE_MODULUS[input.core.material ?? ''] ?? CORE_MODULUS['pvc foam'],
          0.3,
          input.core.thickness,
        ),
        ...old.plies,
      ]
    : [];
  const floor = input.stays ? innermost(old.plies, input.stays.value) : [];
  const before = elasticOf([...old.plies, ...behind]);
  const after = elasticOf([...next, ...floor, ...behind]);
  if (!before || !after) return undefined;
  const T = input.old.thickness;
  const record = (key: string, label: string, what: string, a: number, b: number): Figure =>
    ledger.record(key, label, ratio(what), a / b, {
      new: ledger.record(
        `${key}.new`,
        `${what}, new`,
        { ...ratio(what), expression: what, unit: UNIT[key] },
        a,
        { T: input.thickness, ...(input.stays ? { T_stays: input.stays } : {}) },
      ),
      old: ledger.record(
        `${key}.old`,
        `${what}, old`,
        { ...ratio(what), expression: what, unit: UNIT[key] },
        b,
        { T },
      ),
    });
  const A11 = record(
    'A11',
    'membrane stiffness along the hull, new against old',
    'A₁₁',
    after.A[0],
    before.A[0],
  );
  const A22 = record(
    'A22',
    'membrane stiffness up the hull, new against old',
    'A₂₂',
    after.A[3],
    before.A[3],
  );
  const D11 = record(
    'D11',
    'bending stiffness along the hull, new against old',
    'D₁₁',
    after.D[0],
    before.D[0],
  );
  const D22 = record('D22', 'bending stiffness up the hull, new against old', 'D₂₂', after.D[3], before.D[3]);
  const four = [A11, A22, D11, D22].map((f) => f.value);
  const inBand = four.every((v) => v >= STIFFNESS_BAND[0] - 1e-9 && v <= STIFFNESS_BAND[1] + 1e-9);
  const directions = new Set(
    next.flatMap((p) => p.fibres.map((a) => Math.round(((a / Math.PI) * 180 + 360) % 180))),
  );
  const oneWay = next.length > 0 && next.every((p) => p.fibres.length > 0) && directions.size === 1;
  return {
    A11,
    A22,
    D11,
    D22,
    strengthAlong: record(
      'strengthAlong',
      'pull along the hull at which the first ply gives, new against old',
      'N₁',
      after.strength.along,
      before.strength.along,
    ),
    strengthUp: record(
      'strengthUp',
      'pull up the hull at which the first ply gives, new against old',
      'N₂',
      after.strength.up,
      before.strength.up,
    ),
    coupling: ledger.record(
      'coupling',
      'stretching that bends: distance from a symmetric stack',
      {
        id: 'laminate/compare-stiffness',
        expression: 'max |B_ii|/√(A_ii·D_ii)',
        unit: '1',
        source: '0 for a symmetric stack',
      },
      couplingOf(after),
      { A11, D11 },
    ),
    shearCoupling: ledger.record(
      'shearCoupling',
      'stretching that shears',
      {
        id: 'laminate/compare-stiffness',
        expression: 'max(|A₁₆|, |A₂₆|)/A₁₁',
        unit: '1',
        source: '0 for a balanced stack',
      },
      Math.max(Math.abs(after.A[2]), Math.abs(after.A[4])) / after.A[0],
      { A11 },
    ),
    oldKnown: old.known,
    oldWords: old.words,
    inBand,
    why: inBand ? undefined : whyNot(four, after, before),
    oneWay,
  };
}

const UNIT: Readonly<Record<string, string>> = {
  A11: 'N/m',
  A22: 'N/m',
  D11: 'N·m',
  D22: 'N·m',
  strengthAlong: 'N/m',
  strengthUp: 'N/m',
};

/** Why the ratios leave the band, in words. */
export function whyNot(
  ratios: readonly number[],
  next: Pick<Elastic, 'A' | 'thickness'>,
  old: Pick<Elastic, 'A' | 'thickness'>,
): string {
  const [low, high] = [Math.min(...ratios), Math.max(...ratios)];
  const perMm = next.A[0] / next.thickness / (old.A[0] / old.thickness);
  if (
    high > STIFFNESS_BAND[1] &&
    low >= STIFFNESS_BAND[0] &&
    (perMm > STIFFNESS_BAND[1] || low > STIFFNESS_BAND[1])
  )
    return perMm > STIFFNESS_BAND[1]
      ? `millimetre for millimetre the new laminate is ${perMm.toFixed(1)} times as stiff as the old: more fibre in it than the old ever had; a mat in the stack brings it down`
      : 'the stack is thicker than the old laminate';
  if (low < STIFFNESS_BAND[0] && high <= STIFFNESS_BAND[1])
    return perMm < STIFFNESS_BAND[0]
      ? `millimetre for millimetre the new laminate has ${perMm.toFixed(1)} of the old one’s stiffness: less or softer fibre`
      : 'room for fairing and finish is taken from the laminate, and bending goes with the cube of it';
  return high > STIFFNESS_BAND[1] && low < STIFFNESS_BAND[0]
    ? 'stiffer one way and softer another: turn a ply, or mix 0/90 with ±45'
    : high > STIFFNESS_BAND[1]
      ? 'stiffer one way than the old: turn a ply to ±45'
      : 'softer in one way than the old: turn a ply to 0/90, or move stiff plies outward';
}
