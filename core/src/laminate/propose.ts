import type { Cloth, ResinFamily } from '../materials/product';
import type { Way } from '../schema/job';
import { abdOf, type Sym3 } from './abd';
import { couplingOf, STIFFNESS_BAND, whyNot } from './compare-stiffness';
import { elasticOf, elasticPly, type Elastic, type ElasticPly } from './elastic';

/** A cloth that the rules allow, and what one ply of it builds in this resin, m. */
export interface Candidate {
  readonly cloth: Cloth;
  readonly thickness: number;
}

export interface ProposeInput {
  readonly candidates: readonly Candidate[];
  readonly resin: ResinFamily;
  readonly densityResin: number;
  /** Band that the stack has to fill, m. */
  readonly band: readonly [number, number];
  /** What was there, outermost last as laid. */
  readonly old: readonly ElasticPly[];
  /** What stays behind the new plies: core and inner skin. */
  readonly behind: readonly ElasticPly[];
  /** How many stacks to name. */
  readonly most?: number;
}

/** A stack that fills the dish, in the order of laying. */
export interface Proposal {
  readonly plies: readonly { readonly cloth: Cloth; readonly way: Way }[];
  readonly thickness: number;
  readonly fills: boolean;
  /** A11, A22, D11, D22, new over old. */
  readonly ratios: readonly [number, number, number, number];
  readonly strength: readonly [number, number];
  readonly coupling: number;
  readonly inBand: boolean;
  /** Why the band is not met, where it is not. */
  readonly why?: string;
}

/** How the plies of one cloth may lie, taken by turns. */
const TURNS: Readonly<Record<Cloth['kind'], readonly (readonly Way[])[]>> = {
  mat: [['any']],
  woven: [['0/90'], ['±45'], ['0/90', '±45']],
  stitched: [['0/90'], ['±45'], ['±45', '0/90']],
  unidirectional: [['0', '90'], ['0'], ['90']],
  'peel ply': [],
};
/** Kinds of cloth in one stack, and plies beyond the fewest that are worth laying. */
const KINDS = 3;
const PLIES_MORE = 8;
/** Stacks that go from the rough round to the exact one. */
const SHORT_LIST = 60;

interface Rough {
  readonly counts: readonly { readonly at: number; readonly n: number; readonly turns: readonly Way[] }[];
  readonly total: number;
  readonly plies: number;
  readonly score: number;
}

/** How far ratios lie outside the band, on a scale where twice and half are alike. */
const outside = (ratios: readonly number[]): number =>
  ratios.reduce(
    (sum, r) => sum + Math.max(0, Math.log(r / STIFFNESS_BAND[1]), Math.log(STIFFNESS_BAND[0] / r)),
    0,
  );
const MIDDLE = 1.05;
const WEIGHT = {
  outside: 4,
  middle: 0.5,
  shear: 1,
  coupling: 0.3,
  ply: 0.02,
  kind: 0.04,
  fibre: 0.15,
  coarseLast: 0.03,
} as const;
/** A cloth up to this weight closes the weave as the last ply, kg/m². */
const FINE = 0.41;
const fibresIn = (cloths: readonly Cloth[]): number => new Set(cloths.map((c) => c.family)).size;

/** Every choice of up to `most` of `n` things. */
function subsets(n: number, most: number): number[][] {
  const all: number[][] = [];
  const grow = (from: number, chosen: number[]): void => {
    if (chosen.length > 0) all.push(chosen);
    if (chosen.length === most) return;
    for (let i = from; i < n; i += 1) grow(i + 1, [...chosen, i]);
  };
  grow(0, []);
  return all;
}

/** Counts of each cloth that fill the band; where none can, the fullest that stay below it. */
function fillings(
  thicknesses: readonly number[],
  [low, high]: readonly [number, number],
  most: number,
): { counts: number[]; total: number }[] {
  const found: { counts: number[]; total: number }[] = [];
  let nearest: { counts: number[]; total: number } | undefined;
  const last = thicknesses.length - 1;
  const grow = (i: number, counts: number[], total: number, plies: number): void => {
    const room = Math.floor((high - total) / thicknesses[i] + 1e-9);
    const first = i === last ? Math.max(1, room) : 1;
    for (let n = first; n <= room && plies + n <= most; n += 1) {
      const sum = total + n * thicknesses[i];
      if (i < last) grow(i + 1, [...counts, n], sum, plies + n);
      else if (sum >= low - 1e-9) found.push({ counts: [...counts, n], total: sum });
      else if (!nearest || sum > nearest.total) nearest = { counts: [...counts, n], total: sum };
    }
  };
  grow(0, [], 0, 0);
  return found.length > 0 ? found : nearest ? [nearest] : [];
}

/**
 * The best few stacks for a dish out of the cloths at hand: fill the band first, then stiffness near that of the old
 * laminate in membrane and bending, then a symmetric stack, few plies, few kinds of cloth. Deterministic; a rough
 * round on membrane stiffness, which the order of the plies does not touch, then the exact one on the short list.
 */
export function proposeStacks(input: ProposeInput): readonly Proposal[] {
  const candidates = input.candidates
    .filter((c) => TURNS[c.cloth.kind].length > 0 && c.thickness <= input.band[1] + 1e-9)
    .sort((a, b) => b.cloth.arealWeight - a.cloth.arealWeight || (a.cloth.id < b.cloth.id ? -1 : 1));
  const old = elasticOf([...input.old, ...input.behind]);
  if (candidates.length === 0 || !old) return [];
  const fewest = Math.max(
    1,
    Math.ceil(input.band[0] / candidates.reduce((t, c) => Math.max(t, c.thickness), 0) - 1e-9),
  );
  const behindA = abdOf(input.behind).A;
  const stiff = candidates.map((c) => TURNS[c.cloth.kind].map((turns) => membrane(c, turns, input)));

  let rough: Rough[] = [];
  let anyFills = false;
  for (const chosen of subsets(candidates.length, KINDS)) {
    for (const { counts, total } of fillings(
      chosen.map((i) => candidates[i].thickness),
      input.band,
      fewest + PLIES_MORE,
    )) {
      const fills = total >= input.band[0] - 1e-9;
      if (fills && !anyFills) [anyFills, rough] = [true, []];
      if (!fills && anyFills) continue;
      const plies = counts.reduce((a, b) => a + b, 0);
      const fixed =
        WEIGHT.ply * (plies - fewest) +
        WEIGHT.kind * chosen.length +
        WEIGHT.fibre * (fibresIn(chosen.map((i) => candidates[i].cloth)) - 1) +
        (fills ? 0 : ((input.band[0] - total) / input.band[0]) * 20);
      eachTurn(
        chosen.map((i) => stiff[i].length),
        (pick) => {
          let [a, b, g] = [behindA[0], behindA[3], behindA[5]];
          chosen.forEach((at, k) => {
            a += stiff[at][pick[k]][0] * counts[k];
            b += stiff[at][pick[k]][1] * counts[k];
            g += stiff[at][pick[k]][2] * counts[k];
          });
          const ratios = [a / old.A[0], b / old.A[3]];
          const score =
            fixed +
            WEIGHT.outside * outside(ratios) +
            WEIGHT.shear * outside([g / old.A[5]]) +
            WEIGHT.middle * Math.abs(Math.log(Math.sqrt(ratios[0] * ratios[1]) / MIDDLE));
          if (rough.length >= 4 * SHORT_LIST) rough = shortest(rough);
          rough.push({
            counts: chosen.map((at, k) => ({
              at,
              n: counts[k],
              turns: TURNS[candidates[at].cloth.kind][pick[k]],
            })),
            total,
            plies,
            score,
          });
        },
      );
    }
  }
  const exact = shortest(rough).flatMap((r) =>
    arranged(r, candidates).map((plies) => judge(plies, r, input, old, fewest)),
  );
  const named: (Proposal & { score: number })[] = [];
  const kinds = new Set<string>();
  for (const p of exact.sort((a, b) => a.score - b.score)) {
    // Another turn of the same cloths in the same numbers is no other proposal.
    const kind = [...p.plies]
      .map((x) => x.cloth.id)
      .sort()
      .join();
    if (kinds.has(kind)) continue;
    kinds.add(kind);
    named.push(p);
    if (named.length >= (input.most ?? 4)) break;
  }
  return named.map(({ score: _, ...p }) => p);
}

const shortest = (rough: readonly Rough[]): Rough[] =>
  [...rough].sort((a, b) => a.score - b.score).slice(0, SHORT_LIST);

/** Calls back with every pick of one turn a cloth. */
function eachTurn(lengths: readonly number[], use: (pick: readonly number[]) => void): void {
  const pick = lengths.map(() => 0);
  for (;;) {
    use(pick);
    let i = 0;
    while (i < pick.length && (pick[i] += 1) === lengths[i]) pick[i++] = 0;
    if (i === pick.length) return;
  }
}

/** A11, A22 and A66 of one ply, the mean over its turns, N/m. */
function membrane(
  { cloth, thickness }: Candidate,
  turns: readonly Way[],
  input: ProposeInput,
): readonly [number, number, number] {
  const q: Sym3[] = turns.map((way) => elasticPly(cloth, input.resin, input.densityResin, thickness, way).q);
  const mean = (k: number): number => (thickness * q.reduce((sum, x) => sum + x[k], 0)) / q.length;
  return [mean(0), mean(3), mean(5)];
}

type Laid = readonly { readonly at: Candidate; readonly way: Way }[];

/** Orders of laying worth a look: heavy plies below, by turns; and the kinds spread evenly through the stack. */
function arranged(rough: Rough, candidates: readonly Candidate[]): Laid[] {
  const groups = rough.counts.map(({ at, n, turns }) =>
    Array.from({ length: n }, (_, i) => ({ at: candidates[at], way: turns[i % turns.length] })),
  );
  const below = groups.flat();
  if (groups.length === 1) return [below];
  const spread = groups
    .flatMap((g, k) => g.map((ply, i) => ({ ply, place: (i + 0.5) / g.length, k })))
    .sort((a, b) => a.place - b.place || a.k - b.k)
    .map((x) => x.ply);
  return [below, spread];
}

function judge(
  laid: Laid,
  rough: Rough,
  input: ProposeInput,
  old: Elastic,
  fewest: number,
): Proposal & { score: number } {
  // The first ply lies deepest: next to what stays behind.
  const plies = [...laid]
    .reverse()
    .map(({ at, way }) => elasticPly(at.cloth, input.resin, input.densityResin, at.thickness, way));
  const next = elasticOf([...plies, ...input.behind]) ?? old;
  const ratios = [
    next.A[0] / old.A[0],
    next.A[3] / old.A[3],
    next.D[0] / old.D[0],
    next.D[3] / old.D[3],
  ] as const;
  const coupling = couplingOf(next);
  const fills = rough.total >= input.band[0] - 1e-9;
  const off = outside(ratios);
  const mean = Math.exp(ratios.reduce((sum, r) => sum + Math.log(r), 0) / 4);
  const last = laid[laid.length - 1].at.cloth;
  const score =
    (fills ? 0 : 100) +
    WEIGHT.outside * off +
    WEIGHT.shear * outside([next.A[5] / old.A[5]]) +
    WEIGHT.fibre * (fibresIn(laid.map((l) => l.at.cloth)) - 1) +
    (last.arealWeight > FINE ? WEIGHT.coarseLast : 0) +
    WEIGHT.middle * Math.abs(Math.log(mean / MIDDLE)) +
    WEIGHT.coupling * coupling +
    WEIGHT.ply * (rough.plies - fewest) +
    WEIGHT.kind * rough.counts.length;
  const why = !fills
    ? `no count of these cloths lands between ${(input.band[0] * 1000).toFixed(2)} and ${(input.band[1] * 1000).toFixed(2)} mm`
    : off > 0
      ? whyNot(ratios, next, old)
      : undefined;
  return {
    plies: laid.map(({ at, way }) => ({ cloth: at.cloth, way })),
    thickness: rough.total,
    fills,
    ratios,
    strength: [next.strength.along / old.strength.along, next.strength.up / old.strength.up],
    coupling,
    inBand: off <= 1e-12,
    why,
    score,
  };
}
