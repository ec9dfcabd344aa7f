import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { RepairBuilder } from '../builder';
import { bowlVolume, grooveVolume, grooveWidth } from '../common/measures';

/** Thickness until it is measured, m. Source: typical of small craft in each material. */
export const USUAL_THICKNESS: Readonly<Record<string, number>> = {
  smc: 0.004,
  thermoplastic: 0.005,
  'foam-sheet': 0.008,
  polyolefin: 0.007,
  foil: 0.01,
};
/** Root left under a weld, so that it does not burn through, m. */
const ROOT = 0.001;
const ANGLE_BONDED = 90;
const ANGLE_WELDED = 60;

export interface Opening {
  readonly thickness: Figure;
  readonly depth: Figure;
  /** Along the crack, or round the hole. */
  readonly run: Figure;
  readonly width: Figure;
  readonly volume: Figure;
  readonly angle: Figure;
  /** A hole that a plate closes. */
  readonly hole: boolean;
}

/** How deep a groove is opened: half of a moulded sheet, down to a root under a weld, two thirds elsewhere. */
export const openingDepth = formula({
  id: 'repairs/plastic/groove',
  expression: 'd = share·t',
  unit: 'm',
  source: 'share of the thickness that is opened',
  inputs: { share: 'share of the sheet', t: 'thickness' },
  evaluate: (x) => x.share * x.t,
});

/** What is keyed, rasped and sanded: along the groove, no more than all that is feathered. */
export const alongGroove = formula({
  id: 'repairs/plastic/groove',
  expression: 'A = min(A_face, L·(w + 2·40 mm))',
  unit: 'm²',
  source: '40 mm beyond the groove on each side; only what was filled is cut back',
  inputs: { A_face: 'face that is feathered', L: 'along the groove', w: 'wide' },
  evaluate: (x) => Math.min(x.A_face, x.L * (x.w + 0.08)),
});

const HOLED: ReadonlySet<string> = new Set(['hole', 'crushed']);
const SHALLOW: ReadonlySet<string> = new Set(['scratch', 'nick', 'worn-edge']);

/** The groove along a crack or round a hole, or the dish of a scratch, with what fills it. */
export function planOpening(b: RepairBuilder, welded: boolean): Opening {
  const { substrate, damage, job, survey } = b.input;
  const thickness = b.pick(
    'thickness',
    'thickness of the sheet',
    'm',
    job.repair?.plastic?.thickness ?? job.hull.thickness,
    USUAL_THICKNESS[substrate.family] ?? 0.005,
    'usual of its kind; measure it at the break',
  );
  const hole = HOLED.has(damage);
  const angle = b.assumed(
    'angle',
    'angle of the groove',
    welded ? ANGLE_WELDED : ANGLE_BONDED,
    '1',
    welded ? 'room for the nozzle, little to fill' : 'wide enough for the adhesive to wet both flanks',
  );
  const shallow = SHALLOW.has(damage);
  if (job.damage.depth !== undefined && job.damage.depth > thickness.value * 1.5)
    b.warn('grind', 'damage.depth', 'depth-beyond-sheet', { thickness: thickness.value });
  const share = welded ? Math.max(0.5, 1 - ROOT / thickness.value) : substrate.family === 'smc' ? 0.5 : 2 / 3;
  const depth = shallow
    ? b.pick(
        'depth',
        'depth',
        'm',
        job.damage.depth,
        thickness.value / 3,
        'a third of the thickness until measured',
      )
    : b.compute('depth', 'groove, deep', openingDepth, {
        share: b.assumed(
          'share',
          'opened share of the thickness',
          share,
          'fraction',
          welded
            ? 'down to a root of 1 mm'
            : substrate.family === 'smc'
              ? 'half of a moulded sheet'
              : 'two thirds; the inside carries',
        ),
        t: thickness,
      });
  const run = hole ? survey.perimeter : survey.length;
  const width = b.compute('width', 'groove, wide', grooveWidth, { d: depth, φ: angle });
  const volume = shallow
    ? b.compute('volume', 'to fill', bowlVolume, { A: survey.area, d: depth })
    : b.compute('volume', 'groove to fill', grooveVolume, { L: run, d: depth, φ: angle });
  return { thickness, depth, run, width, volume, angle, hole };
}
