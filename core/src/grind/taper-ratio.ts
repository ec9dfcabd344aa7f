import { problem } from '../trace/problem';
import { DEFAULTS, DUTY_RATIO, type Duty } from '../materials/defaults';
import type { OldLaminate } from '../materials/product';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';

/**
 * Least taper ratio that carries the laminate's load in shear. With small angles the mean shear of the lap is σ/R,
 * so R ≥ SF·σ/τ with the laminate's design strength σ, the bond's ultimate shear τ and one safety factor.
 */
export const shearRatio = formula({
  id: 'grind/taper-ratio',
  expression: 'R = SF·σ/τ',
  unit: ':1',
  source: 'mean shear of a tapered lap, small angles',
  inputs: { SF: 'safety factor', σ: 'design strength of the laminate', τ: 'shear strength of the bond' },
  evaluate: (x) => (x.SF * x.σ) / x.τ,
});

export const largerRatio = formula({
  id: 'grind/taper-ratio',
  expression: 'R = ⌈max(R_duty, R_shear)⌉',
  unit: ':1',
  source: 'the larger of custom by duty and the shear check, to the next whole: nobody grinds 18.75:1',
  inputs: { R_duty: 'ratio of the duty', R_shear: 'ratio by shear' },
  evaluate: (x) => Math.ceil(Math.max(x.R_duty, x.R_shear) - 1e-9),
});

/** Beyond this a taper is no longer ground by gauge and eye: the lap is designed. */
const DESIGNED_BEYOND = 40;

export const ownRatio = formula({
  id: 'grind/taper-ratio',
  expression: 'R = R_entered',
  unit: ':1',
  source: 'entered for this job',
  inputs: { R_entered: 'ratio entered' },
  evaluate: (x) => x.R_entered,
});

export interface TaperRatio {
  readonly byDuty: Figure;
  readonly byShear: Figure;
  readonly used: Figure;
  /** False when a ratio was entered that fails the shear check. */
  readonly passesShear: boolean;
}

export interface TaperInput {
  readonly duty: Duty;
  readonly dutyEntered: boolean;
  readonly own?: number;
  readonly oldLaminate: OldLaminate;
  readonly laminateEntered: boolean;
  readonly bondShear: number;
  readonly resinName: string;
}

/** Works out the taper ratio and its shear check. */
export function planTaperRatio(input: TaperInput, ledger: Ledger): TaperRatio {
  const byDuty = ledger.given(
    'ratio.duty',
    `taper ratio for ${input.duty} duty`,
    DUTY_RATIO[input.duty],
    ':1',
    input.dutyEntered ? 'entered' : 'assumed',
    'custom of the trade by duty',
  );
  const byShear = ledger.compute('ratio.shear', 'taper ratio required by shear', shearRatio, {
    SF: ledger.given(
      'SF',
      'safety factor',
      DEFAULTS.safetyFactor,
      '1',
      'assumed',
      'one factor on ultimate shear',
    ),
    σ: ledger.given(
      'sigma',
      `design strength of ${input.oldLaminate.name}`,
      input.oldLaminate.designStrength,
      'Pa',
      'assumed',
      input.oldLaminate.source,
    ),
    τ: ledger.given(
      'tau',
      `ultimate shear of the bond, ${input.resinName}`,
      input.bondShear,
      'Pa',
      'assumed',
      'typical on abraded cured laminate',
    ),
  });
  const used =
    input.own === undefined
      ? ledger.compute('ratio', 'taper ratio', largerRatio, { R_duty: byDuty, R_shear: byShear })
      : ledger.compute('ratio', 'taper ratio', ownRatio, {
          R_entered: ledger.given(
            'ratio.own',
            'taper ratio entered',
            input.own,
            ':1',
            'entered',
            'entered for this job',
          ),
        });
  const passesShear = used.value >= byShear.value * (1 - 1e-9);
  if (!passesShear) {
    ledger.report(
      problem({ severity: 'warning', stage: 'grind', path: 'taper.ratio' }, 'taper-fails-shear', {
        ratio: used.value,
        least: byShear.value,
      }),
    );
  }
  if (used.value > DESIGNED_BEYOND) {
    ledger.report(
      problem({ severity: 'warning', stage: 'grind', path: 'taper.ratio' }, 'taper-to-be-designed', {
        ratio: used.value,
        most: DESIGNED_BEYOND,
        own: input.own !== undefined,
      }),
    );
  }
  return { byDuty, byShear, used, passesShear };
}
