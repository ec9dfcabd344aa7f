import { WARMTH_DEFAULTS } from '../../materials/warmth-defaults';
import { RATES } from '../../rates/book';
import { multiple } from '../../rates/row';
import type { Words } from '../../trace/words';
import type { Job } from '../../schema/job';
import type { Figure } from '../../trace/figure';
import type { Ledger } from '../../trace/ledger';
import type { Stage } from '../../trace/problem';
import { holdsOf, setBy } from '../../work/holds';
import { inOrder, stageOf } from '../../work/network';
import type { Item } from '../../work/step';
import { effectsOf } from '../../work/surfaces';
import { StepWriter } from '../../work/writer';
import { withComesOff } from './comes-off';
import { withPostCure } from './post-cure';

/** A spot smaller than this is done and gone: nobody is walked through it, m². */
const NO_HAND_OVER_BELOW = 1e-4;

export interface AroundJob {
  readonly items: readonly Item[];
  /** Stages that the repair goes through. */
  readonly route: readonly Stage[];
  readonly warmth: Job['warmth'];
  /** What is wanted of the cure, and the temperature at the work. */
  readonly cure: Job['cure'];
  readonly temperature: Figure;
  /** What comes off before, and goes back. */
  readonly comesOff: Job['comesOff'];
  /** It is handed over in passing. */
  readonly quick?: true;
  /** Face that was damaged. */
  readonly area: Figure;
}

const WARMED = {
  tent: { how: 'tent', up: RATES.warmTent, down: RATES.strikeTent },
  lamp: { how: 'lamps', up: RATES.warmLamps, down: RATES.strike },
  mat: { how: 'mats', up: RATES.warmLamps, down: RATES.strike },
} as const;

/**
 * What is done around the work of every kind: what warms it is set up before anything is laid and taken away when the
 * last of it has cured; at the end it is handed over.
 */
export function aroundJob(
  { items: own, route, warmth, area, cure, temperature, comesOff, quick }: AroundJob,
  ledger: Ledger,
): readonly Item[] {
  const items = withPostCure(inOrder(own, route), { cure, warmth: warmth?.kind, temperature }, ledger);
  const warmed = withWarmth(items, warmth, ledger);
  const back = withComesOff(withFittings(warmed, ledger), quick ? undefined : comesOff, ledger);
  const last = back.at(-1);
  if (!last || quick || area.value < NO_HAND_OVER_BELOW) return back;
  const end = new StepWriter(ledger).step(
    stageOf(last),
    'handOver',
    'job',
    { place: 'hull', serves: 'job' },
    RATES.handOver,
  );
  return [...back, ...end.items];
}

/** What was taken off for the work is bedded again, whatever the finish is. */
function withFittings(items: readonly Item[], ledger: Ledger): readonly Item[] {
  const steps = items.flatMap((i) => ('step' in i ? [i.step] : []));
  const away = holdsOf(steps).filter((h) => h.thing === 'fitting' && h.until === undefined);
  const last = items.at(-1);
  if (away.length === 0 || !last) return items;
  const w = new StepWriter(ledger);
  for (const { from } of away) {
    const off = steps.find((s) => s.id === from);
    if (off?.action === 'takeOff')
      w.step(
        stageOf(last),
        'putBack',
        'fitting',
        { place: 'fitting', serves: off.serves, ...(off.fields ? { fields: off.fields } : {}) },
        multiple(RATES.moveFitting, 1 / 2),
      );
  }
  return [...items, ...w.items];
}

/** What the warming is set to: how far off, how hot, from when, how long. */
function setTo(warmth: NonNullable<Job['warmth']>): Words {
  const { power, distance, temperature, hours } = { ...WARMTH_DEFAULTS, ...warmth };
  const lasts: Words = [
    { value: hours, as: 'h', decimals: 0 },
    warmth.from === 'start' ? ' from now' : ' from gel on',
  ];
  return warmth.kind === 'lamp'
    ? [
        { value: distance, as: 'mm', decimals: 0 },
        ' off the face and square to it, ',
        { value: power, as: 'W', decimals: 0 },
        ', ',
        ...lasts,
      ]
    : ['held at ', { value: temperature, as: '°C', decimals: 0 }, ', ', ...lasts];
}

function withWarmth(items: readonly Item[], warmth: Job['warmth'], ledger: Ledger): readonly Item[] {
  if (!warmth?.kind || warmth.kind === 'none') return items;
  const { how, up, down } = WARMED[warmth.kind];
  const laid = (item: Item): boolean => 'step' in item && effectsOf(item.step).includes('lays');
  const cures = (item: Item): boolean => 'lag' in item && item.lag.cures !== undefined;
  const first = items.findIndex(laid);
  const last = items.reduce((found, item, i) => (cures(item) ? i : found), -1);
  if (first < 0 || last < first) return items;
  // A pot is not mixed while somebody goes for the tent.
  const go = items[first];
  const begins =
    'step' in go && go.step.go !== undefined
      ? items.findIndex((i) => 'step' in i && i.step.go === go.step.go)
      : first;
  // Nor is metal left to rust meanwhile: what has to be followed soon is begun when all stands.
  const soon = items.slice(begins).flatMap((i) => ('step' in i && i.soon ? [i.soon.after] : []))[0];
  const made = items.findIndex((i) => 'step' in i && i.step.id === soon);
  const stands = made >= 0 && made < begins ? made : begins;
  const standing = items.some((i) => 'step' in i && setBy(i.step) === 'tent');
  const at = { place: 'hull', serves: 'warmth' } as const;
  const set = new StepWriter(ledger);
  if (!standing || how !== 'tent')
    set.step(stageOf(items[stands]), 'warm', how, at, up, [], { figures: setTo(warmth) });
  const gone = new StepWriter(ledger).step(stageOf(items[last]), 'strike', how, at, down);
  return [
    ...items.slice(0, stands),
    ...set.items,
    ...items.slice(stands, last + 1),
    ...gone.items,
    ...items.slice(last + 1),
  ];
}
