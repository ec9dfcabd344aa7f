import { calibrate, type Calibration } from '../cure/calibrate';
import { cureClassOf } from '../cure/cure-classes';
import type { CureSheet } from '../materials/product';
import type { Ripening } from './run';
import type { CureBasis } from '../plan/cure-forecast';

/** What a forecast has to know of a product. */
export interface Curing {
  readonly name: string;
  readonly family: string;
  readonly sheet: CureSheet;
}

export interface ProductCure {
  readonly ripening: Ripening;
  readonly basis: CureBasis;
  readonly law?: Calibration;
}

/** A fit takes milliseconds and a sheet does not change: it is kept for as long as the sheet is. */
const fitted = new WeakMap<CureSheet, Map<string, ProductCure>>();

/** The law of a product where its chemistry has one, otherwise the doubling rule on its sheet. */
export function ripeningOf(product: Curing): ProductCure {
  const kept = fitted.get(product.sheet) ?? new Map<string, ProductCure>();
  fitted.set(product.sheet, kept);
  const key = `${product.family}/${product.name}`;
  const made = kept.get(key) ?? fit(product);
  kept.set(key, made);
  return made;
}

function fit(product: Curing): ProductCure {
  const shape = cureClassOf(product.family);
  const law = shape && calibrate(shape, product.sheet);
  if (!law) {
    return {
      ripening: { kind: 'clock', sheet: product.sheet },
      basis: {
        points: [],
        spread: 0,
        words: `${product.name}: no law of cure is known for ${product.family}; the sheet's times go by the doubling rule, twice as fast per 10 °C.`,
      },
    };
  }
  const kJ = (law.kinetics.activation / 1000).toFixed(0);
  const energy = law.fittedActivation
    ? `its two temperatures give ${kJ} kJ/mol`
    : `one temperature only, so ${kJ} kJ/mol of its class stands for the doubling rule`;
  return {
    ripening: { kind: 'law', law },
    law,
    basis: {
      points: law.points,
      spread: law.spread,
      words: `${product.name}: ${shape.name} law fitted to the sheet; ${energy}.${law.refused ? ` Not used: ${law.refused}.` : ''}`,
    },
  };
}
