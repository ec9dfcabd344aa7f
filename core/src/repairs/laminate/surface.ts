import { fairnessOf, levelled, type Fairness } from '../../fair/fairness';
import { SHARE_LEFT, measuredShare } from '../../fair/rounds';
import type { Region } from '../../geometry/region';
import { fairTolerance, type Grade } from '../../finish/check';
import type { Job } from '../../schema/job';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Ledger } from '../../trace/ledger';
import { problem } from '../../trace/problem';

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

const MEASURED = {
  id: 'fair/fairness',
  source: 'gaps under an edge, the hull’s own curve taken out',
} as const;
/** Rounds that tell how much of a low is left each time: the newest ones, which are of the same hand and filler. */
const SHARE_ROUNDS = 4;
/** Usual widest blade, m; and what may be cut off a high: filler and coat, before the glass is near. */
const BLADE = 0.15;
const CUT_LIMIT = 0.001;
/** How far out a batten must lie on sound hull to show a repair that is low everywhere, m. */
const READ_BEYOND = 0.1;

export const spreadArea = formula({
  id: 'repairs/laminate/surface',
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

/** The map of one round; the newest when none is named. @param repaired out to the finish edge */
export function fairnessOfRound(
  fairing: Job['fairing'],
  grade: Grade,
  repaired: Region | undefined,
  round?: number,
): Fairness | undefined {
  const rounds = fairing?.rounds ?? [];
  const gaps = rounds[round ?? rounds.length - 1]?.readings;
  return gaps && fairnessOf({ gaps, repaired, ...fairnessOptions(fairing, grade) });
}

export interface SurfaceInput {
  readonly fairing: Job['fairing'];
  readonly grade: Grade;
  /** Out to the finish edge. */
  readonly repaired: Region;
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
export function planSurface({ fairing, grade, repaired }: SurfaceInput, ledger: Ledger): Surface {
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
  const maps = rounds.map((r) => fairnessOf({ gaps: r.readings, repaired, ...options }));
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
  if (map.level === 'itself')
    ledger.report(
      problem({ severity: 'warning', stage: 'fair', path: 'fairing.rounds' }, 'level-of-itself', {
        beyond: READ_BEYOND,
      }),
    );
  if (map.hullProud > tolerance.value)
    ledger.report(
      problem({ severity: 'warning', stage: 'fair', path: 'fairing.rounds' }, 'hull-stands-proud', {
        proud: map.hullProud,
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

/** Deepest low and highest high of every round, m, the oldest first; without maps. */
export function roundProgress(
  fairing: Job['fairing'],
  grade: Grade,
  repaired: Region | undefined,
): readonly { readonly deepest: number; readonly highest: number }[] {
  const options = fairnessOptions(fairing, grade);
  return (fairing?.rounds ?? []).map(({ readings }) => {
    if (readings.length < 4) return { deepest: 0, highest: 0 };
    const { heights, sound } = levelled({ gaps: readings, repaired, ...options });
    return {
      deepest: Math.max(0, ...heights.map((h) => -h)),
      highest: Math.max(0, ...heights.filter((_, i) => !sound?.[i])),
    };
  });
}
