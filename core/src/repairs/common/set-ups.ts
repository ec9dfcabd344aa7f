import type { HullFamily } from '../../materials/substrates';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Ledger } from '../../trace/ledger';
import type { Stage } from '../../trace/problem';
import type { Action } from '../../work/actions';
import type { Item, Step } from '../../work/step';
import { RATES, type RateId } from '../../rates/book';
import { goKindOf, type GoKind } from './go-kind';
import { rateFigure } from '../../rates/hands-on';
import { RATE_SPREAD } from '../../rates/row';

/** What is done from an open pot. */
const DRAWS: ReadonlySet<Action> = new Set([
  'lay',
  'saturate',
  'glue',
  'fill',
  'inject',
  'member',
  'join',
  'coat',
  'cover',
] as const);

/** Who waits longer than this has put the tools away, s. Judged: a tack time is stood by, a cure is not. */
const STANDS_BY = 3600;
/** A spot smaller than this is done in passing, with what is at hand, m²; its rows have all of it. */
const IN_PASSING = 1e-4;
/** A face smaller than this is done by hand on a cloth, whatever it is, m². Source: a chip, a nick, a patch. */
const BY_HAND = 2e-3;
/** From here on dust wants a tent, and from there a side is hung off, m². */
const TENT_FROM = 0.1;
const SIDE_FROM = 4;

const SET_UP: Readonly<Record<Exclude<GoKind, 'dusty'>, RateId>> = {
  wet: 'goWet',
  coat: 'goCoat',
  spray: 'goSpray',
  hand: 'goHand',
};

export const withSetUp = formula({
  id: 'repairs/common/set-ups',
  expression: 't = n·t_step + t_go + t_record',
  unit: 's',
  source:
    'all hands that it needs; a go is set up and cleaned up after once, a stage is recorded as it is begun',
  inputs: {
    n: 'people',
    t_step: 'the step itself',
    t_go: 'set-up and clean-up of the go that begins with it',
    t_record: 'photographs and log of the stage that begins with it',
  },
  evaluate: (x) => x.n * x.t_step + x.t_go + x.t_record,
});

export interface Goes {
  readonly items: readonly Item[];
  readonly family: HullFamily;
  /** It is done and handed over in passing. */
  readonly quick?: true;
  /** Face that is worked on. */
  readonly area: Figure;
}

/**
 * What a step takes besides itself: hands that it needs count fully; a go, one stretch of work without a wait that sends
 * people away, is set up once at the first step that wants it and cleaned up once (dust before resin are two sets of tools,
 * dust twice in a stretch is one); each stage is photographed and logged once. A spot done in passing has none of it.
 */
export function withGoes({ items, family, area, quick }: Goes, ledger: Ledger): readonly Item[] {
  if (quick || area.value < IN_PASSING) return items;
  const byHand = family === 'inflatable' || area.value < BY_HAND;
  const recorded = firstOfStages(items);
  let standing = new Set<GoKind>();
  let potOpen = false;
  return items.map((item) => {
    if ('lag' in item) {
      if (item.lag.least.value > STANDS_BY) standing = new Set();
      return item;
    }
    if (item.beside && item.beside.least.value > STANDS_BY) standing = new Set();
    const kind = goKindOf(item.step);
    potOpen ||= item.step.action === 'mix';
    // Who draws on a pot that is mixed stood ready when it was.
    if (kind && potOpen && DRAWS.has(item.step.action)) return recordedOnly(item, recorded, ledger);
    const wanted = kind && (byHand ? 'hand' : kind);
    const begins = wanted !== undefined && !standing.has(wanted) ? wanted : undefined;
    if (begins) standing.add(begins);
    const go = begins && (begins === 'dusty' ? dustOver(area.value) : SET_UP[begins]);
    const step = taking(item.step, go, recorded.has(item.step), ledger);
    return step === item.step ? item : { ...item, step };
  });
}

const dustOver = (area: number): RateId =>
  area < TENT_FROM ? 'goDusty' : area < SIDE_FROM ? 'goTent' : 'goSide';

const recordedOnly = <I extends Item>(item: I, recorded: ReadonlySet<Step>, ledger: Ledger): I => {
  if (!('step' in item)) return item;
  const step = taking(item.step, undefined, recorded.has(item.step), ledger);
  return step === item.step ? item : { ...item, step };
};

/** The first step of every stage: a pot that is open does not wait for a photograph. */
function firstOfStages(items: readonly Item[]): ReadonlySet<Step> {
  const first = new Map<Stage, Step>();
  for (const item of items)
    if ('step' in item && !first.has(item.step.stage)) first.set(item.step.stage, item.step);
  return new Set(first.values());
}

function taking(step: Step, go: RateId | undefined, records: boolean, ledger: Ledger): Step {
  if (!go && !records && step.people === 1) return step;
  const none = (id: string, label: string): Figure =>
    ledger.given(`${step.id}.${id}`, label, 0, 's', 'computed', 'not with this step');
  const row = go && RATES[go];
  const ready = row ? rateFigure(ledger, `${step.id}.go`, row.name, row, 's') : none('go', 'set-up');
  const record = records
    ? rateFigure(ledger, `${step.id}.record`, RATES.record.name, RATES.record, 's')
    : none('record', RATES.record.name);
  const n = ledger.given(
    `${step.id}.people`,
    'people',
    step.people,
    'count',
    'computed',
    'hands that it needs',
  );
  const more = ready.value + record.value;
  const own = step.work.span ?? [step.work.value * (1 - RATE_SPREAD), step.work.value * (1 + RATE_SPREAD)];
  const work = ledger.compute(
    `${step.id}.all`,
    'working time of all hands',
    withSetUp,
    { n, t_step: step.work, t_go: ready, t_record: record },
    [step.people * own[0] + (1 - RATE_SPREAD) * more, step.people * own[1] + (1 + RATE_SPREAD) * more],
  );
  return {
    ...step,
    work,
    setUp: (step.setUp ?? 0) + more,
    ...(row ? { readying: ready } : {}),
    beforehand: more,
  };
}
