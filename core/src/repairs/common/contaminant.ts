import type { HullFamily } from '../../materials/substrates';
import { RATES } from '../../materials/work-rates';
import type { Job } from '../../schema/job';
import type { Figure } from '../../trace/figure';
import type { Ledger } from '../../trace/ledger';
import { stageOf } from '../../work/network';
import type { Item } from '../../work/step';
import { effectsOf } from '../../work/surfaces';
import { perM2, StepWriter } from '../../work/writer';
import { washHow } from './wash';

export type Contaminant = NonNullable<Job['hull']['contaminant']>;

/** Faces that drink: oil creeps back out of them. */
const POROUS: ReadonlySet<HullFamily> = new Set(['frp', 'frp-cored', 'smc', 'wood', 'foam-sheet', 'foil']);
/** Washes that rinse with fresh water anyway; a solvent leaves salt where it is. */
const RINSING = new Set(['soap', 'degrease', 'bottom', 'blisters', 'repaint', 'polish', 'flush']);

/** Cutting off old sealant, and blotting oil, s: assumed, a patch of two hands. */
const CUT_OFF = 8 * 60;
const BLOT = 20 * 60;

export interface OnSurface {
  readonly items: readonly Item[];
  readonly contaminant: Contaminant | undefined;
  readonly family: HullFamily;
  readonly area: Figure;
}

/**
 * Takes off what was seen on the face, each thing in its own way, before any paper or disc rubs it in: wax and silicone
 * twice with fresh rags (the first wash spreads them thin), oil with warmth until nothing creeps back, sealant with a blade,
 * salt with fresh water, ingrained dirt with a pad. Each ends with the water-break test that is the mark of a wash. Where
 * nothing is laid, nothing has to hold, and nothing is added.
 */
export function takenOff({ items, contaminant, family, area }: OnSurface, ledger: Ledger): readonly Item[] {
  if (contaminant === undefined || contaminant === 'none') return items;
  if (!items.some((i) => 'step' in i && effectsOf(i.step).includes('lays'))) return items;
  const begins = items.findIndex(
    (i) => 'step' in i && i.step.action !== 'survey' && effectsOf(i.step).length > 0,
  );
  const first = items.at(begins);
  if (begins < 0 || !first) return items;
  const washes = items.findIndex((i) => 'step' in i && i.step.action === 'wash');
  const washed = washes >= 0 ? items[washes] : undefined;
  const place = washed && 'step' in washed ? washed.step.place : 'hull';
  const at = { place, serves: 'contaminant' } as const;
  const w = new StepWriter(ledger);
  const over = [perM2(RATES.washPerM2, area)];
  const stage = stageOf(washed ?? first);
  /** After the first wash, or first of all where a kind of repair only wipes. */
  const afterWash = (): readonly Item[] => {
    const to = washes >= 0 ? washes + 1 : begins;
    return [...items.slice(0, to), ...w.items, ...items.slice(to)];
  };
  switch (contaminant) {
    case 'sealant':
      w.step(stageOf(first), 'clean', 'cutOff', { ...at, place: 'hull' }, CUT_OFF, over);
      return [...items.slice(0, begins), ...w.items, ...items.slice(begins)];
    case 'wax':
      // Where a kind only wipes, this is the first wash.
      w.step(
        stage,
        'wash',
        washes < 0 ? 'soap' : washHow(family) === 'dewax' ? 'again' : 'soapAgain',
        at,
        RATES.washFixed,
        over,
      );
      return afterWash();
    case 'silicone':
      w.step(stage, 'wash', 'silicone', at, RATES.washFixed, over);
      return afterWash();
    case 'oil':
      if (POROUS.has(family)) w.step(stage, 'clean', 'blot', at, BLOT);
      else w.step(stage, 'wash', 'oil', at, RATES.washFixed, over);
      return afterWash();
    case 'dirt':
      w.step(stage, 'wash', 'scrub', at, RATES.washFixed, over);
      return afterWash();
    case 'salt': {
      const rinses = washed && 'step' in washed && RINSING.has(washed.step.how);
      if (!rinses) w.step(stage, 'wash', 'salt', at, RATES.washFixed, over);
      // Salt is rinsed off first: a solvent only smears it about.
      const to = rinses ? begins : Math.min(begins, washes >= 0 ? washes : begins);
      return [...items.slice(0, to), ...w.items, ...items.slice(to)];
    }
  }
}
