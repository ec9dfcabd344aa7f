import { saturation } from '../../cure/air';
import type { Job } from '../../schema/job';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Ledger } from '../../trace/ledger';
import { problem, type Problem } from '../../trace/problem';

export type DryingMeans = NonNullable<NonNullable<NonNullable<Job['repair']>['drying']>['by']>;

/** How much warmer than the air it is held, K, at most so warm, °C, and what that leaves of the time besides. Source: usual practice; no more than 50 °C on foam. */
const MEANS: Readonly<
  Record<DryingMeans, { readonly lift: number; readonly most: number; readonly share: number }>
> = {
  open: { lift: 0, most: 50, share: 1 },
  warm: { lift: 15, most: 35, share: 1 },
  vacuum: { lift: 25, most: 45, share: 0.5 },
};
/** Days are stated for air at this temperature, °C. */
const STATED_AT = 20;
/** A tent is held at, °C, until it is entered. */
const TENT = 25;

/** What is dried is as warm as its means makes it. */
export const driedAt = formula({
  id: 'repairs/common/drying-means',
  expression: 'T = max(T_air, min(T_air + ΔT, T_most))',
  unit: '°C',
  source: 'a heater or a mat lifts it so much above the air, and it is held no warmer than foam stands',
  inputs: { T_air: 'air', ΔT: 'lifted by', T_most: 'held at most' },
  evaluate: (x) => Math.max(x.T_air, Math.min(x.T_air + x['ΔT'], x.T_most)),
});

/** What drives water out of what is warm. */
export const vapourPressure = formula({
  id: 'repairs/common/drying-means',
  expression: 'p = 611.2·e^(17.62·T/(243.12 + T))',
  unit: 'Pa',
  source: 'saturated vapour pressure over water, Magnus',
  inputs: { T: 'temperature' },
  evaluate: (x) => saturation(x.T),
});

/** Water leaves by its vapour pressure: the warmer, the sooner. */
export const driesIn = formula({
  id: 'repairs/common/drying-means',
  expression: 't = t₂₀·k·p₂₀/p',
  unit: 's',
  source: 'evaporation in proportion to the vapour pressure of water; twice as long at 9 °C as at 20 °C',
  inputs: {
    't₂₀': 'in dry air at 20 °C',
    k: 'share of the time by this means',
    'p₂₀': 'vapour pressure at 20 °C',
    p: 'vapour pressure while it dries',
  },
  evaluate: (x) => (x['t₂₀'] * x.k * x['p₂₀']) / x.p,
});

/** Air that something is left to dry in: that of the work, or of the tent that stands over it from the beginning. */
export function dryingAir({ warmth }: Pick<Job, 'warmth'>, temperature: Figure, ledger: Ledger): Figure {
  if (warmth?.kind !== 'tent' || warmth.from !== 'start') return temperature;
  return ledger.given(
    'drying.tent',
    'in the tent',
    warmth.temperature ?? TENT,
    '°C',
    warmth.temperature === undefined ? 'assumed' : 'entered',
    'held for what is laid, and for what dries before it',
  );
}

export interface Stated {
  /** In dry air at 20 °C, s. */
  readonly at20: Figure;
  /** Sooner and later, as a share of that. */
  readonly span: readonly [number, number];
  readonly air: Figure;
}

/** How long it dries by one means. */
export function dryingTime({ at20, span, air }: Stated, means: DryingMeans, ledger: Ledger): Figure {
  const { lift, most, share } = MEANS[means];
  const judged = (id: string, label: string, value: number, unit: string): Figure =>
    ledger.given(`drying.${means}.${id}`, label, value, unit, 'assumed', 'usual practice');
  const T = ledger.compute(`drying.${means}.T`, 'temperature while it dries', driedAt, {
    T_air: air,
    ΔT: judged('lift', 'lifted by', lift, 'K'),
    T_most: judged('most', 'held at most', most, '°C'),
  });
  const at = (id: string, label: string, of: Figure): Figure =>
    ledger.compute(`drying.${means}.${id}`, label, vapourPressure, { T: of });
  const inputs = {
    't₂₀': at20,
    k: judged('share', 'share of the time by this means', share, '1'),
    'p₂₀': at('p20', 'vapour pressure at 20 °C', judged('T20', 'stated at', STATED_AT, '°C')),
    p: at('p', 'vapour pressure while it dries', T),
  };
  const t = driesIn.evaluate({
    't₂₀': at20.value,
    k: share,
    'p₂₀': inputs['p₂₀'].value,
    p: inputs.p.value,
  });
  return ledger.compute(`drying.${means}`, 'dries for about', driesIn, inputs, [t * span[0], t * span[1]]);
}

/** The means that is taken, with its days, and the others with theirs, where nobody has said which. */
export function dryingOffer(by: DryingMeans, stated: Stated, ledger: Ledger): Problem {
  const time = (means: DryingMeans): number => dryingTime(stated, means, ledger.within('offer')).value;
  return problem({ severity: 'assumed', stage: 'survey', path: 'repair.drying.by' }, 'drying-offer', {
    by,
    open: time('open'),
    warm: time('warm'),
    vacuum: time('vacuum'),
  });
}
