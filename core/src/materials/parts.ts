import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import { catalystFraction, catalystMass, catalystVolume, dropCount } from './catalyst';
import { DEFAULTS } from './defaults';
import type { FromSheet, Proportion } from './product';
import { sheetOrigin } from './sheet-origin';
import { liquidVolume, massRatio, partA, partB } from './two-part';

/** What goes into one cup. */
export type Parts =
  | {
      readonly kind: 'two-part';
      /** What the parts are called: resin and hardener, paint and paint hardener. */
      readonly names: readonly [string, string];
      readonly massRatio: Figure;
      readonly resin: Figure;
      readonly hardener: Figure;
      readonly resinVolume: Figure;
      readonly hardenerVolume: Figure;
    }
  | {
      readonly kind: 'peroxide';
      readonly names: readonly [string, string];
      readonly resin: Figure;
      readonly resinVolume: Figure;
      readonly fraction: Figure;
      readonly catalyst: Figure;
      readonly catalystVolume: Figure;
      readonly drops: Figure;
    }
  | {
      readonly kind: 'cream';
      readonly names: readonly [string, string];
      readonly putty: Figure;
      readonly fraction: Figure;
      readonly hardener: Figure;
    };

export type BaseName = 'resin' | 'gel coat' | 'paint' | 'putty' | 'adhesive';

/** "Gel coat", "resin" and "paint" are not interchangeable words: every cup names what goes into it. */
function partNames(kind: Proportion['kind'], base: BaseName): readonly [string, string] {
  if (kind === 'peroxide') return [base, 'MEKP catalyst'];
  if (kind === 'cream') return [base, base === 'adhesive' ? 'hardener' : 'cream hardener'];
  return [base, base === 'paint' ? 'paint hardener' : 'hardener'];
}

interface Proportioned {
  readonly name: string;
  readonly proportion: Proportion;
  readonly densityLiquid: number;
  readonly source: string;
  readonly fromSheet?: FromSheet;
}

/**
 * Splits a mass of product into its parts.
 *
 * @param id prefix of the trace ids, such as `batch.1`
 * @param mass mixed mass of a two-part product; mass before catalyst of a peroxide or cream product, kg
 * @param temperature at the pot, °C (decides the catalyst percent)
 * @param base what the first part is called
 * @param dropsPerMl drops per m³ of the yard's dropper bottle; a typical bottle where it is not given
 */
export function proportion(
  ledger: Ledger,
  id: string,
  product: Proportioned,
  mass: Figure,
  temperature: Figure,
  base: BaseName = 'resin',
  dropsPerMl?: Figure,
): Parts {
  const p = product.proportion;
  const names = partNames(p.kind, base);
  const given = (key: string, label: string, value: number, unit: string, field: string): Figure => {
    const { origin, source } = sheetOrigin(product, field);
    return ledger.given(`${id}.${key}`, label, value, unit, origin, source);
  };
  const share = (value: number, label: string, field: string, entered: true | undefined): Figure =>
    entered
      ? ledger.given(`${id}.percent`, label, value, 'fraction', 'entered', 'entered for this job')
      : given('percent', label, value, 'fraction', field);
  switch (p.kind) {
    case 'two-part': {
      const rhoA = given('rhoA', 'density of resin, liquid', p.densityA, 'kg/m³', 'densityA');
      const rhoB = given('rhoB', 'density of hardener, liquid', p.densityB, 'kg/m³', 'densityB');
      const r = ledger.compute(`${id}.massRatio`, 'mix ratio by mass', massRatio, {
        r_v: given('volumeRatio', 'mix ratio by volume', p.volumeRatio, ':1', 'volumeRatio'),
        ρ_A: rhoA,
        ρ_B: rhoB,
      });
      const resin = ledger.compute(`${id}.A`, names[0], partA, { m: mass, r_m: r });
      const hardener = ledger.compute(`${id}.B`, names[1], partB, { m: mass, r_m: r });
      return {
        kind: 'two-part',
        names,
        massRatio: r,
        resin,
        hardener,
        resinVolume: ledger.compute(`${id}.Aml`, `${names[0]} by volume`, liquidVolume, {
          m: resin,
          ρ: rhoA,
        }),
        hardenerVolume: ledger.compute(`${id}.Bml`, `${names[1]} by volume`, liquidVolume, {
          m: hardener,
          ρ: rhoB,
        }),
      };
    }
    case 'peroxide': {
      const fraction =
        p.percent === undefined
          ? ledger.compute(`${id}.percent`, 'catalyst, percent by mass', catalystFraction, { T: temperature })
          : share(p.percent, 'catalyst, percent by mass', 'catalystFraction', p.entered);
      const catalyst = ledger.compute(`${id}.catalyst`, 'catalyst (MEKP)', catalystMass, {
        p: fraction,
        m_resin: mass,
      });
      const rhoCat = ledger.given(
        `${id}.rhoCat`,
        'density of the catalyst',
        DEFAULTS.densityPeroxide,
        'kg/m³',
        'assumed',
        'typical MEKP solution',
      );
      const volume = ledger.compute(`${id}.catalystMl`, 'catalyst by volume', catalystVolume, {
        m_cat: catalyst,
        ρ_cat: rhoCat,
      });
      return {
        kind: 'peroxide',
        names,
        resin: mass,
        resinVolume: ledger.compute(`${id}.resinMl`, `${names[0]} by volume`, liquidVolume, {
          m: mass,
          ρ: given('rho', 'density, liquid', product.densityLiquid, 'kg/m³', 'densityLiquid'),
        }),
        fraction,
        catalyst,
        catalystVolume: volume,
        drops: ledger.compute(`${id}.drops`, 'catalyst in drops', dropCount, {
          V: volume,
          k:
            dropsPerMl ??
            ledger.given(
              `${id}.dropsPerMl`,
              'drops per ml of the bottle',
              DEFAULTS.dropsPerMl * 1e6,
              'per m³',
              'assumed',
              'until one millilitre has been counted',
            ),
        }),
      };
    }
    case 'cream': {
      const fraction = share(p.fraction, 'cream hardener, percent by mass', 'hardenerFraction', p.entered);
      return {
        kind: 'cream',
        names,
        putty: mass,
        fraction,
        hardener: ledger.compute(`${id}.cream`, 'cream hardener', catalystMass, {
          p: fraction,
          m_resin: mass,
        }),
      };
    }
  }
}
