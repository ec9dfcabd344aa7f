import { RATES } from '../../rates/book';
import type { Job } from '../../schema/job';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Ledger } from '../../trace/ledger';
import { stageOf } from '../../work/network';
import type { Item } from '../../work/step';
import { StepWriter } from '../../work/writer';

/** How a post-cure is run until it is entered. Source: usual of room-cured epoxies after a day at room temperature. */
export const POST_CURE = {
  /** °C */
  hold: 50,
  /** s */
  hours: 8 * 3600,
  /** K/s: slow enough that the glass temperature keeps ahead of the work. */
  ramp: 10 / 3600,
} as const;

export const postCureTime = formula({
  id: 'repairs/common/post-cure',
  expression: 't = 2·max(0, T_hold − T)/r + t_hold',
  unit: 's',
  source: 'up and down alike, so slowly that the resin hardens ahead of the warmth and nothing warps',
  inputs: {
    T_hold: 'held at',
    T: 'temperature at the work',
    r: 'ramp, K/s',
    t_hold: 'held for',
  },
  evaluate: (x) => (2 * Math.max(0, x.T_hold - x.T)) / x.r + x.t_hold,
});

/** What is asked of a post-cure. */
export interface PostCure {
  readonly cure: Job['cure'];
  readonly warmth: NonNullable<Job['warmth']>['kind'];
  readonly temperature: Figure;
}

const tenth = (value: number): number => Math.round(10 * value) / 10;

/** What bears is cured before it is faired: a post-cure comes after the last of that has set, and before filler and paint. */
const BEARS = new Set(['laminate', 'mix']);

/** The work with its post-cure, where one is wanted and anything cures that it is for. */
export function withPostCure(
  items: readonly Item[],
  { cure, warmth, temperature }: PostCure,
  ledger: Ledger,
): readonly Item[] {
  if (cure?.postCure !== 'yes') return items;
  const last = items.reduce(
    (found, item, i) => ('lag' in item && item.lag.cures && BEARS.has(item.lag.stage) ? i : found),
    -1,
  );
  if (last < 0) return items;
  const stage = stageOf(items[last]);
  const given = (
    id: string,
    label: string,
    entered: number | undefined,
    usual: number,
    unit: string,
  ): Figure =>
    ledger.given(
      `postCure.${id}`,
      label,
      entered ?? usual,
      unit,
      entered === undefined ? 'assumed' : 'entered',
      entered === undefined ? 'usual; the sheet of the resin decides' : 'entered for this job',
    );
  const hold = given('hold', 'post-cure, held at', cure.hold, POST_CURE.hold, '°C');
  const time = ledger.compute('postCure.time', 'post-cure, up, held and down', postCureTime, {
    T_hold: hold,
    T: temperature,
    r: given('ramp', 'post-cure, ramp', undefined, POST_CURE.ramp, 'K/s'),
    t_hold: given('hours', 'post-cure, held for', cure.hours, POST_CURE.hours, 's'),
  });
  const at = { place: 'hull', serves: 'post-cure' } as const;
  const w = new StepWriter(ledger);
  const stands = warmth === 'tent';
  if (!stands) w.step(stage, 'warm', 'post', at, RATES.warmTent);
  w.wait(
    stage,
    'postCures',
    {
      ...at,
      fields: {
        hold: tenth(hold.value),
        hours: tenth((cure.hours ?? POST_CURE.hours) / 3600),
        ramp: Math.round(POST_CURE.ramp * 3600),
      },
    },
    time,
  );
  if (!stands) w.step(stage, 'strike', 'tent', at, RATES.strikeTent);
  return [...items.slice(0, last + 1), ...w.items, ...items.slice(last + 1)];
}
