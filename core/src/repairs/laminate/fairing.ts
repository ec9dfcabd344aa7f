import { problem } from '../../trace/problem';
import { BLOCKS, chooseBlock, longestRigid, type Block } from '../../fair/block';
import { fairnessOf, levelled, type Fairness } from '../../fair/fairness';
import { planFiller, type FillerInput, type FillerResult } from '../../fair/filler';
import { SHARE_LEFT, measuredShare, roundsToFair } from '../../fair/rounds';
import { fairTolerance, type Grade } from '../../finish/check';
import { COARSEST, SCRATCH_SHARE, type AbradedMaterial } from '../../materials/abrasives';
import type { Job } from '../../schema/job';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Ledger } from '../../trace/ledger';
import { planSanding, type SandingPlan } from '../common/sanding';
import { dryPapers, gritOf, habitOf, type SandingWishes } from '../common/shelf';

/** What the newest gaps say of the surface. */
export interface SurfacePlan {
  readonly round: number;
  readonly at: string;
  readonly deepest: Figure;
  readonly highest: Figure;
  readonly fill: Figure;
  readonly cut: Figure;
  readonly radius?: Figure;
  readonly lows: number;
  readonly highs: number;
  readonly fair: boolean;
}

export interface FairingResult extends FillerResult {
  readonly tolerance: Figure;
  readonly surface?: SurfacePlan;
  /** Rounds of filling and sanding still to come, likely and at best and worst. */
  readonly rounds: Figure;
  /** Coats of all those rounds. */
  readonly goes: Figure;
  readonly block: {
    readonly name: string;
    readonly rigid: boolean;
    readonly length: Figure;
    readonly sag: Figure;
    readonly longest?: Figure;
    readonly bridges: boolean;
  };
  /** How far beyond the low the filler is spread. */
  readonly margin: Figure;
  /** What the coat has to cover. */
  readonly coatArea: Figure;
  readonly endGrit: number;
  readonly sanding: SandingPlan['steps'];
  readonly sandingTotal: Figure;
  readonly habit?: SandingPlan['habit'];
}

export interface FairingInput extends SandingWishes {
  readonly filler: FillerInput;
  readonly surface: Surface;
  /** The coat on the hull round the repair, m. */
  readonly oldCoat: Figure;
  readonly endGrit: number;
}

const MEASURED = {
  id: 'fair/fairness',
  source: 'gaps under an edge, the hull’s own curve taken out',
} as const;
/** Rounds that tell how much of a low is left each time: the newest ones, which are of the same hand and filler. */
const SHARE_ROUNDS = 4;
/** Share of an old coat that the scratches of the first paper may reach into. */
const SCRATCH_LIMIT = 1 / 3;
/** Usual widest blade, m; and what may be cut off a high: filler and coat, before the glass is near. */
const BLADE = 0.15;
const CUT_LIMIT = 0.001;

export const spreadArea = formula({
  id: 'repairs/laminate/fairing',
  expression: 'A = (A_low + min(A_spread, A_read))/2',
  unit: 'm²',
  source: 'filler runs out to nothing over a blade’s width beyond each low: half of that margin counts',
  inputs: {
    A_low: 'area of the lows',
    A_spread: 'area with the blade’s margin',
    A_read: 'area that was read',
  },
  evaluate: (x) => (x.A_low + Math.min(x.A_spread, x.A_read)) / 2,
});
export const coatOver = formula({
  id: 'repairs/laminate/fairing',
  expression: 'A = max(A_finish, A_filler)',
  unit: 'm²',
  source: 'what is filled is coated, wherever it lies',
  inputs: { A_finish: 'area of the finish', A_filler: 'area of the filler' },
  evaluate: (x) => Math.max(x.A_finish, x.A_filler),
});
export const goesInAll = formula({
  id: 'repairs/laminate/fairing',
  expression: 'n = 0 where rounds = 0, else coats + rounds − 1',
  unit: 'count',
  source: 'later rounds fill what shrank and what the board found',
  inputs: { rounds: 'rounds to come', coats: 'coats of the first round' },
  evaluate: (x) => (x.rounds === 0 ? 0 : x.coats + x.rounds - 1),
});

/** Fairing options of a job with their defaults, as the map and the plan both take them. */
export function fairnessOptions(
  fairing: Job['fairing'],
  grade: Grade,
): { readonly edge: 'batten' | 'straight edge'; readonly tolerance: number; readonly cutLimit: number } {
  return {
    edge: fairing?.edge ?? 'batten',
    tolerance: fairing?.tolerance ?? fairTolerance(grade),
    cutLimit: fairing?.cutLimit ?? CUT_LIMIT,
  };
}

/** The map of one round; the newest when none is named. */
export function fairnessOfRound(fairing: Job['fairing'], grade: Grade, round?: number): Fairness | undefined {
  const rounds = fairing?.rounds ?? [];
  const gaps = rounds[round ?? rounds.length - 1]?.readings;
  return gaps && fairnessOf({ gaps, ...fairnessOptions(fairing, grade) });
}

export interface SurfaceInput {
  readonly fairing: Job['fairing'];
  readonly grade: Grade;
}

/** What was read of the surface: a stage of its own, since a map takes longer than the rest of the plan. */
export interface Surface {
  readonly tolerance: Figure;
  readonly blade: Figure;
  readonly share: { readonly likely: Figure; readonly best: number; readonly worst: number };
  readonly plan?: SurfacePlan;
  readonly measured?: { readonly deepest: Figure; readonly fill: Figure; readonly spreadArea?: Figure };
  /** All that filler runs out over: the coat has to cover it. */
  readonly covered?: Figure;
  /** m; Infinity where flat or unread. */
  readonly curve: number;
  readonly longestLow: number;
}

const optional = (
  ledger: Ledger,
  key: string,
  label: string,
  entered: number | undefined,
  usual: number,
  source: string,
): Figure =>
  entered === undefined
    ? ledger.given(key, label, usual, 'm', 'assumed', source)
    : ledger.given(key, label, entered, 'm', 'entered', 'entered for this job');

/** Reads the newest round of gaps, and from all of them how much a round leaves. */
export function planSurface({ fairing, grade }: SurfaceInput, ledger: Ledger): Surface {
  const options = fairnessOptions(fairing, grade);
  const tolerance = optional(
    ledger,
    'tolerance',
    'fair within',
    fairing?.tolerance,
    options.tolerance,
    `usual for a ${grade} finish`,
  );
  const blade = optional(ledger, 'blade', 'widest blade', fairing?.blade, BLADE, 'usual wide spreader');
  const rounds = fairing?.rounds ?? [];
  const maps = rounds.map((r) => fairnessOf({ gaps: r.readings, ...options }));
  const head = {
    tolerance,
    blade,
    share: shareLeft(
      maps.slice(-SHARE_ROUNDS).flatMap((m) => (m ? [m.deepest] : [])),
      ledger,
    ),
    curve: Infinity,
    longestLow: 0,
  };
  const newest = rounds.at(-1);
  if (!newest) return head;
  const map = maps.at(-1);
  if (!map) {
    ledger.report(
      problem(
        { severity: 'warning', stage: 'fair', path: `fairing.rounds.${rounds.length - 1}.readings` },
        'gaps-without-area',
        { count: newest.readings.length },
      ),
    );
    return head;
  }
  const count = ledger.given(
    'gaps',
    'gaps read',
    newest.readings.length,
    'count',
    'measured',
    `read ${newest.at.slice(0, 10)}${newest.who ? ` by ${newest.who}` : ''}`,
  );
  const found = (key: string, label: string, expression: string, value: number, unit: string): Figure =>
    ledger.record(key, label, { ...MEASURED, expression, unit }, value, { n: count });
  const deepest = found('deepest', 'deepest low', 'd = target − min(z − curve)', map.deepest, 'm');
  const highest = found('highest', 'highest high', 'h = max(z − curve) − target', map.highest, 'm');
  const fill = found('fill', 'filler up to the target', 'V = ∫ max(0, target − z) dA', map.fill, 'm³');
  const cut = found('cut', 'to cut off above it', 'V = ∫ max(0, z − target) dA', map.cut, 'm³');
  if (map.highs.length > 0)
    ledger.report(
      problem({ severity: 'warning', stage: 'fair', path: 'fairing.rounds' }, 'highs-stand', {
        count: map.highs.length,
        highest: map.highest,
      }),
    );
  const radius = Number.isFinite(map.curve.radius)
    ? found('radius', 'radius of the hull along it', 'r = 1/|z″| of the fitted curve', map.curve.radius, 'm')
    : undefined;
  return {
    ...head,
    curve: map.curve.radius,
    longestLow: Math.max(0, ...map.lows.map((l) => l.length)),
    measured: {
      deepest,
      fill,
      ...(map.lows.length > 0 ? { spreadArea: areaToSpread(map, blade, found, ledger) } : {}),
    },
    ...coveredBy(maps, blade, found),
    plan: {
      round: rounds.length,
      at: newest.at,
      deepest,
      highest,
      fill,
      cut,
      ...(radius ? { radius } : {}),
      lows: map.lows.length,
      highs: map.highs.length,
      fair: deepest.value <= tolerance.value && highest.value <= tolerance.value,
    },
  };
}

type Found = (key: string, label: string, expression: string, value: number, unit: string) => Figure;

/** Lows with a blade's margin, at most the surface read with one, m². */
function spreadOf(map: Fairness, blade: number): { readonly spread: number; readonly read: number } {
  return {
    spread: map.lows.reduce((sum, l) => sum + (l.length + 2 * blade) * (l.width + 2 * blade), 0),
    read: (Math.sqrt(map.area) + 2 * blade) ** 2,
  };
}

function areaToSpread(map: Fairness, blade: Figure, found: Found, ledger: Ledger): Figure {
  const { spread, read } = spreadOf(map, blade.value);
  return ledger.compute('spreadArea', 'area to spread and sand', spreadArea, {
    A_low: found(
      'lowArea',
      'area lower than the tolerance',
      'A of the map below target − tolerance',
      map.lowArea,
      'm²',
    ),
    A_spread: found('lowsArea', 'lows with a blade’s margin', 'A = Σ (L + 2·b)·(W + 2·b)', spread, 'm²'),
    A_read: found('readArea', 'surface read, with a blade’s margin', 'A = (√A_map + 2·b)²', read, 'm²'),
  });
}

/** What the filler of all rounds ran out over: the first round's as a rule, and still there when the last one is fair. */
function coveredBy(
  maps: readonly (Fairness | undefined)[],
  blade: Figure,
  found: Found,
): Pick<Surface, 'covered'> {
  const widest = Math.max(
    0,
    ...maps.map((m) => {
      if (!m) return 0;
      const { spread, read } = spreadOf(m, blade.value);
      return Math.min(spread, read);
    }),
  );
  return widest > 0
    ? {
        covered: found(
          'covered',
          'surface that filler runs out over',
          'A = max over the rounds of min(A_spread, A_read)',
          widest,
          'm²',
        ),
      }
    : {};
}

/** Share of a low that a round leaves: as this surface has shown, or as is usual. */
function shareLeft(deepest: readonly number[], ledger: Ledger): Surface['share'] {
  const measured = measuredShare(deepest);
  if (measured !== undefined)
    return {
      likely: ledger.given(
        'share',
        'share of a low left by a round',
        measured,
        'fraction',
        'measured',
        `from the ${deepest.length} rounds read so far`,
      ),
      best: measured,
      worst: Math.max(measured, SHARE_LEFT.span[1]),
    };
  return {
    likely: ledger.given(
      'share',
      'share of a low left by a round',
      SHARE_LEFT.likely,
      'fraction',
      'assumed',
      'judged: shrinkage, the blade’s dip, the board’s give',
    ),
    best: SHARE_LEFT.span[0],
    worst: SHARE_LEFT.span[1],
  };
}

/** What is sanded: hollow spheres give way sooner than solid putty. */
const materialOf = (input: FairingInput): AbradedMaterial =>
  input.filler.filler.kind === 'thickened' ? 'light filler' : 'cured resin';

/** Coarsest paper on filler, whatever it is: P40 tears it. */
const COARSEST_ON_FILLER = COARSEST['light filler'];

/** Filler, rounds, block and papers: from the gaps that were read, or from what the laminate leaves until they are. */
export function planFairing(input: FairingInput, ledger: Ledger): FairingResult {
  const { surface } = input;
  const { tolerance, blade, share } = surface;
  const filler = planFiller(
    {
      ...input.filler,
      measured: surface.measured && {
        ...surface.measured,
        spreadArea: surface.measured.spreadArea ?? input.filler.finishArea,
      },
    },
    ledger,
  );
  // Before anything was read the filler itself is what may be off: its depth and what is left proud.
  const d =
    surface.plan?.deepest ??
    ledger.sum('unread', 'filler that may be off until it is read', 'm', [filler.depth, filler.overfill]);
  const rounds = (s: number): number =>
    roundsToFair.evaluate({ d: d.value, tolerance: tolerance.value, share: s });
  const count = ledger.compute(
    'rounds',
    'rounds of filling and sanding',
    roundsToFair,
    { d, tolerance, share: share.likely },
    [rounds(share.best), rounds(share.worst)],
  );
  const goes = ledger.compute('goes', 'coats of filler in all', goesInAll, {
    rounds: count,
    coats: filler.coats,
  });
  const block = chooseBlock(surface.curve, tolerance.value, surface.longestLow);
  const wished = gritOf(input.sanding?.end, 'sanding.end', 'fair', ledger);
  const start = gritOf(input.sanding?.start, 'sanding.start', 'fair', ledger);
  const endGrit = wished ?? input.endGrit;
  const sanding = planSanding(
    {
      key: 'sand',
      stage: 'fair',
      stock: filler.overfill,
      area: filler.spreadArea,
      end: endGrit,
      coarsest: Math.max(start ?? COARSEST_ON_FILLER, 40),
      papers: dryPapers(input.library, input.shop, materialOf(input)),
      levels: true,
      habit: habitOf(input.shop, ledger),
    },
    ledger,
  );
  guardOldCoat(input, sanding, ledger);
  return {
    ...filler,
    tolerance,
    surface: surface.plan,
    rounds: count,
    goes,
    block: blockPlan(block, surface.plan?.radius, tolerance, ledger),
    margin: blade,
    coatArea: surface.covered
      ? ledger.compute('coatArea', 'area to coat', coatOver, {
          A_finish: input.filler.finishArea,
          A_filler: surface.covered,
        })
      : input.filler.finishArea,
    endGrit,
    sanding: sanding.steps,
    sandingTotal: sanding.total,
    ...(sanding.habit ? { habit: sanding.habit } : {}),
  };
}

/** The first paper runs out over the old coat, and must not go through it. */
function guardOldCoat({ oldCoat, surface }: FairingInput, sanding: SandingPlan, ledger: Ledger): void {
  const first = sanding.steps[0];
  if (!surface.covered || !first || oldCoat.value <= 0) return;
  const scratch = SCRATCH_SHARE['gel coat'] * first.grain;
  if (scratch > SCRATCH_LIMIT * oldCoat.value) {
    ledger.report(
      problem({ severity: 'warning', stage: 'fair', path: 'hull.gelCoat' }, 'scratches-old-coat', {
        paper: first.grit,
        scratch,
        coat: oldCoat.value,
      }),
    );
  }
}

function blockPlan(
  { block, sag, bridges }: { block: Block; sag: number; bridges: boolean },
  radius: Figure | undefined,
  tolerance: Figure,
  ledger: Ledger,
): FairingResult['block'] {
  const length = ledger.given(
    'block',
    `length of the ${block.name}`,
    block.length,
    'm',
    'assumed',
    `usual blocks and boards: ${BLOCKS.map((b) => Math.round(b.length * 1000)).join(', ')} mm`,
  );
  return {
    name: block.name,
    rigid: block.rigid,
    length,
    sag: ledger.record(
      'block.sag',
      'gap of the block in its middle',
      {
        id: 'physics/chord-sag',
        expression: 's = L²/(8·r)',
        unit: 'm',
        source: 'geometry of a chord, first term; none for a board that bends or on a flat',
      },
      sag,
      { L: length, ...(radius ? { r: radius } : {}) },
    ),
    ...(radius
      ? {
          longest: ledger.compute('block.longest', 'longest rigid block on this curve', longestRigid, {
            r: radius,
            s: tolerance,
          }),
        }
      : {}),
    bridges,
  };
}

/** Deepest low and highest high of every round, m, the oldest first; without maps. */
export function roundProgress(
  fairing: Job['fairing'],
  grade: Grade,
): readonly { readonly deepest: number; readonly highest: number }[] {
  const options = fairnessOptions(fairing, grade);
  return (fairing?.rounds ?? []).map(({ readings }) => {
    const heights = readings.length > 3 ? levelled({ gaps: readings, ...options }).heights : [0];
    return { deepest: Math.max(0, ...heights.map((h) => -h)), highest: Math.max(0, ...heights) };
  });
}
