import type { Instruments } from '../materials/instruments';
import { leastPot } from '../materials/least-pot';
import { proportion, type Parts } from '../materials/parts';
import { potMass } from '../materials/parts-ratio';
import type { Finish } from '../materials/product';
import { benchOf } from '../materials/ways/measuring';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';

/** What the cups of all coats hold. */
export const mixedInAll = formula({
  id: 'finish/cups',
  expression: 'm = n_coats·n_cups·m_cup',
  unit: 'kg',
  source: 'every cup is used up, what is left in it too',
  inputs: { n_coats: 'coats', n_cups: 'cups of a coat', m_cup: 'each cup' },
  evaluate: (x) => x.n_coats * x.n_cups * x.m_cup,
});

export const mixedForCoat = formula({
  id: 'finish/cups',
  expression: 'm = n_cups·m_cup',
  unit: 'kg',
  source: 'the cups of one coat',
  inputs: { n_cups: 'cups of a coat', m_cup: 'each cup' },
  evaluate: (x) => x.n_cups * x.m_cup,
});

export const mixedVolume = formula({
  id: 'finish/cups',
  expression: 'V = max(V_need, V_need·m/m_need)',
  unit: 'm³',
  source: 'as mixed: more than is laid where a cup holds no less than can be measured out true',
  inputs: { V_need: 'volume that is laid', m: 'mixed in all', m_need: 'mass that is laid' },
  evaluate: (x) => Math.max(x.V_need, (x.V_need * x.m) / x.m_need),
});

export interface CupsInput {
  readonly finish: Finish;
  readonly massPerCoat: Figure;
  readonly coats: Figure;
  /** Cups of one coat. */
  readonly cups: Figure;
  /** What all coats take, by mass and by volume. */
  readonly mass: Figure;
  readonly volume: Figure;
  readonly temperature: Figure;
  readonly dropsPerMl?: Figure;
  readonly instruments?: Instruments;
}

export interface CupsResult {
  readonly partsPerCup: Parts;
  readonly cup: Figure;
  /** What the cups of one coat hold. */
  readonly mixedPerCoat: Figure;
  /** As mixed, by mass and by volume. */
  readonly mixed: Figure;
  readonly mixedVolume: Figure;
}

/** The cups of a coat: alike, and none smaller than the bench can measure out. */
export function cupsOf(input: CupsInput, ledger: Ledger): CupsResult {
  const { finish, massPerCoat, coats, cups, mass, volume, temperature, dropsPerMl } = input;
  const split = (id: string, m: Figure): Parts =>
    proportion(ledger, id, finish, m, temperature, finish.kind, dropsPerMl);
  const cup = ledger.compute('cup', 'each cup', potMass, {
    m: massPerCoat,
    n: cups,
    m_least: leastPot(ledger, 'cupLeast', split('trial', massPerCoat), benchOf(input.instruments)),
  });
  const mixed = ledger.compute('mixed', `${finish.name}, as mixed`, mixedInAll, {
    n_coats: coats,
    n_cups: cups,
    m_cup: cup,
  });
  return {
    partsPerCup: split('coat', cup),
    cup,
    mixedPerCoat: ledger.compute('mixedPerCoat', `${finish.name} per coat, as mixed`, mixedForCoat, {
      n_cups: cups,
      m_cup: cup,
    }),
    mixed,
    mixedVolume: ledger.compute('mixedVolume', `${finish.name}, as mixed, by volume`, mixedVolume, {
      V_need: volume,
      m: mixed,
      m_need: mass,
    }),
  };
}
