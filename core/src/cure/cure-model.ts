import { problem } from '../trace/problem';
import { DEFAULTS } from '../materials/defaults';
import { catalystFraction } from '../materials/catalyst';
import type { CureSheet, FromSheet, Proportion } from '../materials/product';
import { sheetOrigin } from '../materials/sheet-origin';
import { DOUBLING_RANGE, timeAtTemperature, timeFactor } from '../physics/doubling-rule';
import type { Estimated, Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import { SHEET_PERCENT } from './kinetics';

/** What a technician waits for, counted from mixing (pot life) or from laying (the rest), s. */
export interface Milestones {
  readonly factor: Figure;
  readonly potLife: Figure;
  readonly usable: Figure;
  readonly windowOpens?: Figure;
  readonly windowCloses?: Figure;
  readonly sand: Figure;
  readonly full: Figure;
}

export interface CuringProduct {
  readonly name: string;
  readonly source: string;
  readonly cure: CureSheet;
  readonly proportion?: Proportion;
  readonly fromSheet?: FromSheet;
}

/**
 * Turns a data sheet's cure times into those at the work. The doubling rule is the first such model; a kinetic
 * model takes its place behind this interface.
 */
export interface CureModel {
  readonly id: string;
  milestones(key: string, product: CuringProduct, temperature: Figure, ledger: Ledger): Milestones;
}

export const usable = formula({
  id: 'cure/cure-model',
  expression: 't_use = u·t_pot',
  unit: 's',
  source: 'usable share of the pot life; the rest is mixing, carrying and margin',
  inputs: { u: 'share of the pot life that is used', t_pot: 'pot life' },
  evaluate: (x) => x.u * x.t_pot,
});

export const byPeroxide = formula({
  id: 'cure/cure-model',
  expression: 't = f·t_ref·p_ref/p',
  unit: 's',
  source: 'the inhibitor is used up in proportion to the peroxide; the sheet states 1.5 %',
  inputs: {
    f: 'time factor of the temperature',
    t_ref: 'time of the sheet',
    p: 'catalyst',
    p_ref: 'catalyst of the sheet',
  },
  evaluate: (x) => (x.f * x.t_ref * x.p_ref) / x.p,
});

export const byTime = formula({
  id: 'cure/cure-model',
  expression: 't_close = t_sheet',
  unit: 's',
  source: 'the window of a styrene resin closes by time, whatever the temperature',
  inputs: { t_sheet: 'time of the sheet' },
  evaluate: (x) => x.t_sheet,
});

/** Fields of a data sheet by the short names of this file. */
const SHEET_NAMES: Readonly<Record<string, string>> = {
  Tref: 'referenceTemperature',
  potLife: 'potLife',
  opens: 'windowOpens',
  closes: 'windowCloses',
  sand: 'sand',
  full: 'full',
};

/** Share of peroxide that goes in: as the sheet or the job states it, else by the temperature. */
function shareOfCatalyst(key: string, product: CuringProduct, T: Figure, ledger: Ledger): Figure {
  const { proportion: p } = product;
  const label = 'catalyst, percent by mass';
  if (p?.kind !== 'peroxide' || p.percent === undefined)
    return ledger.compute(`${key}.percent`, label, catalystFraction, { T });
  const { origin, source } = sheetOrigin(product, 'catalystFraction');
  return ledger.given(
    `${key}.percent`,
    label,
    p.percent,
    'fraction',
    p.entered ? 'entered' : origin,
    p.entered ? 'entered for this job' : source,
  );
}

/** Milestones by the doubling rule: rate ×2 per +10 °C, from the data sheet's single temperature. */
export const doublingRule: CureModel = {
  id: 'cure/cure-model',
  milestones(key, product, temperature, ledger) {
    const { cure } = product;
    const sheet = (name: string, label: string, value: number, unit = 's'): Figure => {
      const { origin, source } = sheetOrigin(product, SHEET_NAMES[name]);
      return ledger.given(`${key}.sheet.${name}`, label, value, unit, origin, source);
    };
    const factor = ledger.compute(`${key}.factor`, 'time factor at the temperature', timeFactor, {
      T: temperature,
      T_ref: sheet('Tref', 'temperature of the data sheet', cure.referenceTemperature, '°C'),
    });
    const gelled = (t: number): Figure =>
      ledger.compute(`${key}.potLife`, 'pot life, 100 g pot', byPeroxide, {
        f: factor,
        t_ref: sheet('potLife', `pot life, 100 g pot at ${cure.referenceTemperature} °C`, t),
        p: shareOfCatalyst(key, product, temperature, ledger),
        p_ref: ledger.given(
          `${key}.sheetPercent`,
          'catalyst of the data sheet',
          SHEET_PERCENT,
          'fraction',
          'assumed',
          'usual statement of styrene resins',
        ),
      });
    const at = (name: string, label: string, t: number): Figure =>
      ledger.compute(`${key}.${name}`, label, timeAtTemperature, {
        f: factor,
        t_ref: sheet(name, `${label} at ${cure.referenceTemperature} °C`, t),
      });
    const estimate = (moment: Estimated['moment'], figure: Figure): Figure => ({
      ...figure,
      estimates: { product: product.name, moment },
    });
    const potLife =
      product.proportion?.kind === 'peroxide'
        ? gelled(cure.potLife)
        : at('potLife', 'pot life, 100 g pot', cure.potLife);
    const window = cure.window;
    return {
      factor,
      potLife: estimate('pot', potLife),
      usable: estimate(
        'usable',
        ledger.compute(`${key}.usable`, 'usable pot life', usable, {
          u: ledger.given(
            `${key}.u`,
            'usable share of the pot life',
            DEFAULTS.usableShare,
            'fraction',
            'assumed',
            'usual margin at the bench',
          ),
          t_pot: potLife,
        }),
      ),
      windowOpens:
        window &&
        estimate('opens', window.open === 'gel' ? potLife : at('opens', 'window opens', window.open)),
      windowCloses:
        window &&
        estimate(
          'closes',
          window.closesBy === 'time'
            ? ledger.compute(`${key}.closes`, 'window closes', byTime, {
                t_sheet: sheet('closes', 'window closes', window.close),
              })
            : at('closes', 'window closes', window.close),
        ),
      sand: estimate('sand', at('sand', 'can be sanded', cure.sand)),
      full: estimate('full', at('full', 'full cure', cure.full)),
    };
  },
};

/** Reports a product used outside its limits, or a temperature outside those of the doubling rule. */
export function checkTemperature(
  product: CuringProduct,
  temperature: Figure,
  stage: 'mix' | 'fair' | 'finish',
  ledger: Ledger,
): void {
  const T = temperature.value;
  const { minimumTemperature } = product.cure;
  if (T < minimumTemperature) {
    ledger.report(
      problem({ severity: 'warning', stage, path: 'conditions.temperature' }, 'below-minimum', {
        temperature: T,
        minimum: minimumTemperature,
        product: product.name,
      }),
    );
  }
  if (stage === 'mix' && (T < DOUBLING_RANGE[0] || T > DOUBLING_RANGE[1])) {
    ledger.report(
      problem({ severity: 'warning', stage, path: 'conditions.temperature' }, 'beyond-doubling', {
        temperature: T,
        low: DOUBLING_RANGE[0],
        high: DOUBLING_RANGE[1],
      }),
    );
  }
}

/** Reports a thickness in one go that the technician has set above what the product's sheet allows. */
export function checkGo(
  ledger: Ledger,
  stage: 'mix' | 'fair',
  path: string,
  name: string,
  wanted: number,
  allowed: number,
): void {
  if (wanted <= allowed * 1.001) return;
  ledger.report(
    problem({ severity: 'warning', stage, path }, 'go-beyond-sheet', { product: name, wanted, allowed }),
  );
}
