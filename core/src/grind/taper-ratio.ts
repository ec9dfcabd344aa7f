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
  expression: 'R ≥ SF·σ/τ',
  unit: ':1',
  source: 'mean shear of a tapered lap, small angles',
  evaluate: (x: Record<'SF' | 'sigma' | 'tau', number>) => (x.SF * x.sigma) / x.tau,
});

const largerRatio = formula({
  id: 'grind/taper-ratio',
  expression: 'R = max(R_duty, R_shear)',
  unit: ':1',
  source: 'the larger of custom by duty and the shear check',
  evaluate: (x: Record<'duty' | 'shear', number>) => Math.max(x.duty, x.shear),
});

const ownRatio = formula({
  id: 'grind/taper-ratio',
  expression: 'R = R_entered',
  unit: ':1',
  source: 'entered for this job',
  evaluate: (x: Record<'own' | 'shear', number>) => x.own,
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
    sigma: ledger.given(
      'sigma',
      `design strength of ${input.oldLaminate.name}`,
      input.oldLaminate.designStrength,
      'Pa',
      'assumed',
      input.oldLaminate.source,
    ),
    tau: ledger.given(
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
      ? ledger.compute('ratio', 'taper ratio', largerRatio, { duty: byDuty, shear: byShear })
      : ledger.compute('ratio', 'taper ratio', ownRatio, {
          own: ledger.given(
            'ratio.own',
            'taper ratio entered',
            input.own,
            ':1',
            'entered',
            'entered for this job',
          ),
          shear: byShear,
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
  return { byDuty, byShear, used, passesShear };
}
