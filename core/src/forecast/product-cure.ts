import { calibrate, type Calibration } from '../cure/calibrate';
import { byFirstAlone } from '../cure/thresholds';
import { cureClassOf } from '../cure/cure-classes';
import { SHEET_PERCENT } from '../cure/kinetics';
import { potLife, SHEET_POT, USUAL_DENSITY } from '../cure/pot-life';
import { windowOpening } from '../materials/product';
import type { CureSheet, Product, Proportion } from '../materials/product';
import { catalystOf } from '../materials/catalyst';
import type { Ripening } from './ripening';
import type { CureBasis } from '../plan/cure-forecast';

/** What a forecast has to know of a product. */
export interface Curing {
  readonly name: string;
  readonly family: string;
  readonly sheet: CureSheet;
  /** How its parts are proportioned: a peroxide goes by the temperature, a cream by the sheet. */
  readonly proportion?: Proportion;
  /** Cured by light, and not by warmth. */
  readonly byLight?: boolean;
  /** Of the liquid, kg/m³, for what a pot of it does. */
  readonly density?: number;
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
  const key = `${product.family}/${product.name}/${product.density ?? ''}/${product.byLight ?? ''}`;
  const made = kept.get(key) ?? fit(product);
  kept.set(key, made);
  return made;
}

/** A product as a forecast sees it, with the sheet that its cure goes by. @returns undefined for one that does not cure */
export function curingOf(product: Product): Curing | undefined {
  const sheet = 'cure' in product ? product.cure : undefined;
  if (!sheet) return undefined;
  return {
    name: product.name,
    family: product.family,
    sheet,
    byLight: product.traits?.includes('light-cure') ?? false,
    ...('proportion' in product && product.proportion ? { proportion: product.proportion } : {}),
    ...('densityLiquid' in product && product.densityLiquid ? { density: product.densityLiquid } : {}),
  };
}

/** Share of peroxide that is reckoned with, for the induction. @param temperature of the plan, °C */
export const percentOf = ({ proportion }: Curing, temperature: number): number =>
  proportion?.kind === 'peroxide' ? catalystOf(proportion, temperature) : SHEET_PERCENT;

function fit(product: Curing): ProductCure {
  if (product.byLight)
    return {
      ripening: { kind: 'light', sheet: product.sheet },
      basis: {
        points: [],
        spread: 0,
        words: `${product.name}: cures by light; the sheet's times stand for its light, whatever the temperature.`,
      },
    };
  const shape = cureClassOf(product.family);
  const law = shape && calibrate(shape, product.sheet, product.density);
  if (!law) return byClock(product);
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
      words: `${product.name}: ${shape.name} law fitted to the sheet; ${energy}.${potInCold(law, product)}${contradiction(law, product.sheet)}${law.refused ? ` Not used: ${law.refused}.` : ''}`,
    },
  };
}

/** Cold at which a pot is held against the doubling rule, °C, and by how much it may differ before it is said. */
const COLD = 10;
const WORTH_SAYING = 1.15;

/** A large pot hastens itself by its own warmth, less so in the cold: there it lives longer than the doubling rule has it. */
function potInCold(law: Calibration, { sheet, density = USUAL_DENSITY }: Curing): string {
  const { referenceTemperature: T } = sheet;
  if (T <= COLD) return '';
  const cup = { mass: SHEET_POT, density, percent: SHEET_PERCENT, temperature: COLD, air: COLD };
  const ratio = (potLife(law, cup) ?? 0) / (sheet.potLife * 2 ** ((T - COLD) / 10));
  return ratio > WORTH_SAYING
    ? ` A pot warms itself less in the cold: at ${COLD} °C it lives ${Math.round((ratio - 1) * 100)} % longer than twice as long per 10 °C.`
    : '';
}

/** Times that a sheet states at two temperatures and that no one law gives, by more than this, ln. */
const CONTRADICTS = 0.1;

/** What of two temperatures goes against one another is met all the same, and said. */
function contradiction({ kinetics, fittedActivation, thresholds }: Calibration, sheet: CureSheet): string {
  const { second } = sheet;
  if (!fittedActivation || !second) return '';
  const worst = (['opens', 'closes', 'sand'] as const)
    .flatMap((what) => {
      const stated = second[what];
      const found = byFirstAlone(kinetics, thresholds, what, second.temperature);
      return stated && Number.isFinite(found) ? [{ what, by: Math.log(found / stated) }] : [];
    })
    .sort((a, b) => Math.abs(b.by) - Math.abs(a.by))
    .at(0);
  if (!worst || Math.abs(worst.by) < CONTRADICTS) return '';
  const percent = Math.round((Math.exp(Math.abs(worst.by)) - 1) * 100);
  return ` The two do not quite agree: one law for both is ${percent} % off (${worst.what} at ${second.temperature} °C); each is met at its own.`;
}

/** Rates that a time may change with per 10 K. Source: usual of cures near room temperature. */
const PER_TEN: readonly [number, number] = [1.3, 4];

function byClock({ name, family, sheet }: Curing): ProductCure {
  const found = perTenOf(sheet);
  const [least, most] = PER_TEN;
  const fits = found !== undefined && found >= least && found <= most;
  const words = fits
    ? `its two temperatures make it ${found.toFixed(1)} times as fast per 10 °C`
    : `the sheet's times go by the doubling rule, twice as fast per 10 °C`;
  const refused =
    found !== undefined && !fits
      ? ` Not used: the times at ${sheet.second?.temperature} °C would make it ${found.toFixed(1)} times as fast.`
      : '';
  return {
    ripening: { kind: 'clock', sheet, perTen: fits ? found : 2 },
    basis: {
      points: [],
      spread: 0,
      words: `${name}: no law of cure is known for ${family}; ${words}.${refused}`,
    },
  };
}

/** How much faster per 10 K the times at two temperatures make it, in their mean. */
function perTenOf(sheet: CureSheet): number | undefined {
  const { second, window, referenceTemperature: T } = sheet;
  if (!second || second.temperature === T) return undefined;
  const pairs: readonly (readonly [number | undefined, number | undefined])[] = [
    [windowOpening(sheet), second.opens],
    [window?.closesBy === 'cure' ? window.close : undefined, second.closes],
    [sheet.sand, second.sand],
  ];
  const logs = pairs.flatMap(([a, b]) =>
    a !== undefined && b !== undefined && b > 0 ? [Math.log(b / a)] : [],
  );
  if (logs.length === 0) return undefined;
  return Math.exp((10 / (T - second.temperature)) * (logs.reduce((x, y) => x + y, 0) / logs.length));
}
