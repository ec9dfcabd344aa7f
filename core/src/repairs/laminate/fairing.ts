import { problem } from '../../trace/problem';
import { BLOCKS, chooseBlock, longestRigid, type Block } from '../../fair/block';
import { planFiller, type FillerInput, type FillerResult } from '../../fair/filler';
import { roundsToFair } from '../../fair/rounds';
import { DEFAULTS } from '../../materials/defaults';
import { COARSEST, SCRATCH_SHARE, type AbradedMaterial } from '../../materials/abrasives';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Ledger } from '../../trace/ledger';
import { planSanding, type SandingPlan } from '../common/sanding';
import { dryPapers, gritOf, habitOf, type SandingWishes } from '../common/shelf';
import type { Surface, SurfacePlan } from './surface';

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
  /** What stands proud is sliced off while it is rubbery. */
  readonly sliced?: boolean;
}

/** Share of an old coat that the scratches of the first paper may reach into. */
const SCRATCH_LIMIT = 1 / 3;
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
        fair: surface.measured.deepest.value <= tolerance.value,
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
      stock: input.sliced
        ? ledger.given(
            'sliced',
            'left proud by the blade',
            DEFAULTS.fillerOverfillCovered,
            'm',
            'assumed',
            'judged: a blade leaves little to sand',
          )
        : filler.overfill,
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
