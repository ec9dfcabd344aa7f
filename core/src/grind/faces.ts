import { problem } from '../trace/problem';
import type { Face, TaperSide } from '../schema/job';
import { leavesFloor } from '../materials/depth';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';

export interface FacesInput {
  /** Laminate that is spliced: of a cored panel, the skin. */
  readonly thickness: Figure;
  readonly gelCoat: Figure;
  readonly wall: Figure;
  /** How deep the damage goes from the old surface, m; right through where nobody has measured. */
  readonly depth?: number;
  readonly side: TaperSide;
  readonly access: 'one' | 'both';
  readonly cored: boolean;
  /** Both skins of a cored panel are broken. */
  readonly bothSkins: boolean;
  /** Room that fairing and finish take below the old surface. */
  readonly fairing: Figure;
  readonly finish: Figure;
}

/** The dish on one face of the wall. */
export interface FacePlan {
  readonly face: Face;
  /** Depth of the dish at the edge of the cut-out. */
  readonly depth: Figure;
  /** Greatest thickness of the new laminate on this face; absent where the face is only finished. */
  readonly upper?: Figure;
}

export interface Faces {
  readonly side: TaperSide;
  /** The cut-out is open; else the dish has a floor of sound laminate. */
  readonly through: boolean;
  /** Old laminate under the floor of a dish of part depth. */
  readonly stays?: Figure;
  readonly outside: FacePlan;
  readonly inside?: FacePlan;
}

export const half = formula({
  id: 'grind/faces',
  expression: 'T_face = T_old/2',
  unit: 'm',
  source: 'two dishes that meet at mid-thickness halve the width on each side at the same ratio',
  inputs: { T_old: 'old laminate' },
  evaluate: (x) => x.T_old / 2,
});
export const withGelCoat = formula({
  id: 'grind/faces',
  expression: 'D = T_face + g_old',
  unit: 'm',
  source: 'the dish begins at the old surface, gel coat and all',
  inputs: { T_face: 'laminate of the face', g_old: 'old gel coat' },
  evaluate: (x) => x.T_face + x.g_old,
});
/** Upper limit of the new laminate: the laminate spliced less what goes over it. */
export const laminateLimit = formula({
  id: 'grind/faces',
  expression: 'T_max = max(0, T_old + g_old − fairing − finish)',
  unit: 'm',
  source: 'glass never stands proud of the old gel coat',
  inputs: {
    T_old: 'laminate taken away',
    g_old: 'old gel coat',
    fairing: 'room for filler',
    finish: 'film of the finish',
  },
  evaluate: (x) => Math.max(0, x.T_old + x.g_old - x.fairing - x.finish),
});
export const belowGelCoat = formula({
  id: 'grind/faces',
  expression: 'T_part = max(0, D − g_old)',
  unit: 'm',
  source: 'laminate that is taken away above the floor of the dish',
  inputs: { D: 'depth of the dish', g_old: 'old gel coat' },
  evaluate: (x) => Math.max(0, x.D - x.g_old),
});
export const floorLeft = formula({
  id: 'grind/faces',
  expression: 'T_stays = max(0, T_old − T_part)',
  unit: 'm',
  source: 'what is not taken away carries on',
  inputs: { T_old: 'old laminate', T_part: 'laminate taken away' },
  evaluate: (x) => Math.max(0, x.T_old - x.T_part),
});
export const finishOnly = formula({
  id: 'grind/faces',
  expression: 'D = fairing + finish',
  unit: 'm',
  source: 'a face that is not laid up is only filled and finished',
  inputs: { fairing: 'room for filler', finish: 'film of the finish' },
  evaluate: (x) => x.fairing + x.finish,
});

/** A skin under this is a thin skin: flush glass would be thinner than what was lost, m. Source: usual with thin-skinned craft. */
export const THIN_SKIN = 0.001;
/** Its patch may stand so far proud and is feathered out, m. Source: one ply of a light cloth. */
const PROUD = 0.0005;

export const thinLimit = formula({
  id: 'grind/faces',
  expression: 'T_max = T_old + proud',
  unit: 'm',
  source: 'a thin skin gets back what it lost: its patch stands proud rather than thin',
  inputs: { T_old: 'skin', proud: 'may stand proud' },
  evaluate: (x) => x.T_old + x.proud,
});

/** Where a double or an inside taper cannot be had, and what to change. @returns undefined where it can */
function refused(
  input: FacesInput,
  through: boolean,
): 'dish-with-floor' | 'inside-unreached' | 'skin-from-own-face' | undefined {
  if (input.side === 'outside') return undefined;
  if (!through) return 'dish-with-floor';
  if (input.access === 'one') return 'inside-unreached';
  if (input.cored && !(input.bothSkins && input.side === 'both')) return 'skin-from-own-face';
  return undefined;
}

/**
 * Which faces are ground, how deep, and how much laminate each takes. One face or, from both sides, two that meet at
 * mid-thickness (in a cored panel: one dish in each skin).
 */
export function planFaces(input: FacesInput, ledger: Ledger): Faces {
  const { thickness, gelCoat, wall, fairing, finish } = input;
  const entered = input.depth;
  if (entered !== undefined && entered > wall.value + 1e-6 && !input.cored) {
    ledger.report(
      problem({ severity: 'warning', stage: 'survey', path: 'damage.depth' }, 'depth-beyond-wall', {
        depth: entered,
        wall: wall.value,
      }),
    );
  }
  const through = !leavesFloor(entered, wall.value);
  const wrong = refused(input, through);
  if (wrong) ledger.report(problem({ severity: 'warning', stage: 'grind', path: 'taper.side' }, wrong));
  const side = wrong ? 'outside' : input.side;

  const thin = through && thickness.value < THIN_SKIN;
  if (thin)
    ledger.report(
      problem({ severity: 'assumed', stage: 'laminate', path: 'hull.thickness' }, 'thin-skin', {
        skin: thickness.value,
        proud: PROUD,
      }),
    );
  const limit = (key: string, label: string, Told: Figure): Figure =>
    thin
      ? ledger.compute(key, label, thinLimit, {
          T_old: Told,
          proud: ledger.given('proud', 'may stand proud', PROUD, 'm', 'assumed', 'feathered out with filler'),
        })
      : ledger.compute(key, label, laminateLimit, { T_old: Told, g_old: gelCoat, fairing, finish });
  const upperLabel = 'upper limit of the new laminate';
  if (!through && entered !== undefined) {
    const depth = ledger.given('depth', 'depth of the dish', entered, 'm', 'entered', 'depth of the damage');
    const spliced = ledger.compute('part', 'laminate taken away', belowGelCoat, { D: depth, g_old: gelCoat });
    if (spliced.value === 0) {
      ledger.report(
        problem({ severity: 'warning', stage: 'grind', path: 'damage.depth' }, 'only-gel-coat', {
          depth: depth.value,
          gelCoat: gelCoat.value,
        }),
      );
    }
    const stays = ledger.compute('stays', 'old laminate that stays', floorLeft, {
      T_old: thickness,
      T_part: spliced,
    });
    return {
      side,
      through,
      stays,
      outside: { face: 'outside', depth, upper: limit('upper', upperLabel, spliced) },
    };
  }
  if (side === 'outside' && input.cored && input.bothSkins) {
    ledger.report(
      problem({ severity: 'warning', stage: 'laminate', path: 'taper.side' }, 'both-skins-from-outside'),
    );
  }
  if (side === 'outside')
    return {
      side,
      through,
      outside: { face: 'outside', depth: wall, upper: limit('upper', upperLabel, thickness) },
    };
  if (side === 'inside') {
    const upper = limit('upper', upperLabel, thickness);
    return {
      side,
      through,
      outside: {
        face: 'outside',
        depth: ledger.compute('depthOutside', 'left for fairing and finish outside', finishOnly, {
          fairing,
          finish,
        }),
      },
      // Flush with the inside face: nothing goes over the glass there.
      inside: { face: 'inside', depth: upper, upper },
    };
  }
  const each = input.cored
    ? thickness
    : ledger.compute('half', 'half of the old laminate', half, { T_old: thickness });
  return {
    side,
    through,
    outside: {
      face: 'outside',
      depth: ledger.compute('depthOutside', 'depth of the outside dish', withGelCoat, {
        T_face: each,
        g_old: gelCoat,
      }),
      upper: limit('upper', `${upperLabel}, outside`, each),
    },
    inside: { face: 'inside', depth: each, upper: each },
  };
}
