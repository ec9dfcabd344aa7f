import type { JobDocument, ProblemCode, Shop } from '../../src/index';
import { BASE, CLOCK } from '../support';

export type Fields = Readonly<Record<string, unknown>>;

export const on = (
  material: string,
  kind: string,
  size: readonly [number, number] = [0.12, 0.06],
): object => ({
  format: 'nelbo-job/1',
  hull: { material },
  damage: { kind, size },
  conditions: { temperature: 20, humidity: 0.5 },
});
export const LAMINATE = { ...BASE, conditions: { temperature: 20, humidity: 0.5 } } as JobDocument;
export const COLD_NIGHT = {
  place: 'open air',
  air: 'day and night',
  low: 2,
  high: 16,
  sky: 'clear',
  temperature: 16,
  humidity: 0.6,
};
export const at = (d: number): string => new Date(CLOCK.now + d * 86_400_000).toISOString();
export const ring = (x: number): readonly object[] => [
  { x, y: -0.2 },
  { x, y: 0.2 },
];
/** A lattice under a batten, one gap in the middle and another all round it, m. @param spread shares of its usual width @param corner gap where the hull stands proud */
export const gaps = (middle: number, round = 0, spread = 1, corner = round): object => ({
  edge: 'batten',
  rounds: [
    {
      at: at(0),
      readings: [-0.1, 0, 0.1].flatMap((y) =>
        [-0.2, -0.1, 0, 0.1, 0.2].map((x) => ({
          x: spread * x,
          y: spread * y,
          gap: x === 0 && y === 0 ? middle : x > 0.15 && y > 0 ? corner : round,
        })),
      ),
    },
  ],
});

/**
 * What raises a problem, and what is near it and does not: fields laid over a job, one row a cause. `air` has the cure
 * forecast; `shop` is what the yard has.
 */
export interface Cause {
  readonly code: ProblemCode;
  readonly job: object;
  readonly raise: Fields;
  readonly calm: Fields;
  readonly air?: true;
  readonly shop?: Shop;
}
export const cause = (
  code: ProblemCode,
  job: object,
  raise: Fields,
  calm: Fields,
  more: Pick<Cause, 'air' | 'shop'> = {},
): Cause => ({ code, job, raise, calm, ...more });
