import type { Timed } from '../../rates/hands-on';
import type { HullFamily } from '../../materials/substrates';
import { RATES } from '../../rates/book';
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

/** What takes each thing off, and when: `first` before anything else touches the face, or after the first wash. */
interface Own {
  readonly action: 'clean' | 'wash';
  readonly how: 'cutOff' | 'blot' | 'soap' | 'again' | 'soapAgain' | 'silicone' | 'oil' | 'scrub' | 'salt';
  readonly fixed: Timed;
  readonly first?: true;
}

/** @param washed how the face is washed before, where it is */
function ownStep(
  contaminant: Exclude<Contaminant, 'none'>,
  family: HullFamily,
  washed: string | undefined,
): Own | undefined {
  const wash = (how: Own['how']): Own => ({ action: 'wash', how, fixed: RATES.washFixed });
  switch (contaminant) {
    case 'sealant':
      return { action: 'clean', how: 'cutOff', fixed: CUT_OFF, first: true };
    case 'wax':
      // Where a kind only wipes, this is the first wash.
      return wash(washed === undefined ? 'soap' : washHow(family) === 'dewax' ? 'again' : 'soapAgain');
    case 'silicone':
      return wash('silicone');
    case 'oil':
      return POROUS.has(family) ? { action: 'clean', how: 'blot', fixed: BLOT } : wash('oil');
    case 'dirt':
      return wash('scrub');
    case 'salt':
      // A solvent only smears it about.
      return washed !== undefined && RINSING.has(washed) ? undefined : { ...wash('salt'), first: true };
  }
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
  const washes = items.findIndex((i) => 'step' in i && i.step.action === 'wash');
  const wash = items.find((i) => 'step' in i && i.step.action === 'wash');
  const washed = wash && 'step' in wash ? wash.step : undefined;
  const own = ownStep(contaminant, family, washed?.how);
  if (begins < 0 || !own) return items;
  const at = own.first ? Math.min(begins, washed ? washes : begins) : washed ? washes + 1 : begins;
  const next = items[Math.min(at, items.length - 1)];
  const { items: put } = new StepWriter(ledger).step(
    stageOf(own.first ? next : (wash ?? next)),
    own.action,
    own.how,
    { place: own.first ? 'hull' : (washed?.place ?? 'hull'), serves: 'contaminant' },
    own.fixed,
    own.how === 'blot' ? [] : [perM2(RATES.washPerM2, area)],
  );
  return [...items.slice(0, at), ...put, ...items.slice(at)];
}
