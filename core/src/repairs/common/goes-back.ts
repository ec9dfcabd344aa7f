import type { Product } from '../../materials/product';
import type { Job } from '../../schema/job';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Ledger } from '../../trace/ledger';
import { amountOf } from './comes-off';
import { massOf } from './measures';
import { priceMaterials, type MaterialLine, type Wanted } from './prices';

/** A bead that squeezes out all along, m². Source: usual, 6 mm by 5 mm under a fitting. */
const BEAD = 30e-6;

export const beadLength = formula({
  id: 'repairs/common/goes-back',
  expression: 'L = n·l',
  unit: 'm',
  source: 'pieces, or metres, at the bead of one',
  inputs: { n: 'pieces or metres', l: 'bead of one' },
  evaluate: (x) => x.n * x.l,
});
export const beadVolume = formula({
  id: 'repairs/common/goes-back',
  expression: 'V = L·a',
  unit: 'm³',
  source: 'section of a bead along what is bedded',
  inputs: { L: 'length of bead', a: 'section of the bead' },
  evaluate: (x) => x.L * x.a,
});

export interface GoesBack {
  readonly comesOff: Job['comesOff'];
  /** Compound that fittings are bedded in; absent where the library has none. */
  readonly sealant: Product | undefined;
}

/**
 * What is used up as what came off goes back: compound by the metre of bead, and parts that are new.
 *
 * @returns lines of the bill of materials, none where nothing comes off
 */
export function goesBackWith({ comesOff = [], sealant }: GoesBack, ledger: Ledger): readonly MaterialLine[] {
  const beads: Figure[] = [];
  const wanted: Wanted[] = [];
  comesOff.forEach((thing, i) => {
    const { data, figure } = amountOf(thing, i, ledger);
    const name = thing.name ?? data.name;
    if (data.bed !== undefined)
      beads.push(
        ledger.compute(`bead-${i}`, `bead under ${name}`, beadLength, {
          n: figure,
          l: ledger.given(
            `bed-${i}`,
            `bead for one ${data.per}`,
            data.bed,
            'm',
            'assumed',
            'usual, all round it',
          ),
        }),
      );
    if (thing.back === 'new')
      wanted.push({ id: `new-${i}`, product: name, use: 'new, in place of the old one', quantity: figure });
  });
  if (beads.length > 0 && sealant && 'densityLiquid' in sealant && sealant.densityLiquid !== undefined) {
    const bead = ledger.sum('bead', 'bead in all', 'm', beads);
    const volume = ledger.compute('bedding.V', 'bedding compound', beadVolume, {
      L: bead,
      a: ledger.given('bedding.a', 'section of the bead', BEAD, 'm²', 'assumed', 'squeezes out all along'),
    });
    const mass = ledger.compute('bedding.m', 'bedding compound', massOf, {
      V: volume,
      ρ: ledger.given('bedding.rho', 'density', sealant.densityLiquid, 'kg/m³', 'assumed', sealant.source),
    });
    wanted.push({
      id: 'bedding-back',
      product: sealant.name,
      use: `bedding of what goes back, ${bead.value.toFixed(1)} m of bead`,
      quantity: mass,
      priced: sealant,
    });
  }
  return priceMaterials(wanted, ledger);
}
