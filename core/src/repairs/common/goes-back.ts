import { COMES_OFF, type ComesOff, type ComesOffKind } from '../../materials/comes-off';
import type { Product } from '../../materials/product';
import type { Job } from '../../schema/job';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Ledger } from '../../trace/ledger';
import { massOf } from './measures';
import { priceMaterials, type MaterialLine, type Wanted } from './prices';

/** A bead that squeezes out all along, m². Source: usual, 6 mm by 5 mm under a fitting. */
const BEAD = 30e-6;
/** Length that goes back where nobody has measured it, m; as long as what is taken off. */
const USUAL_LENGTH = 1;

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
    const data: ComesOff = COMES_OFF[thing.what as ComesOffKind];
    const metres = data.per === 'metre';
    const entered = metres ? thing.length : thing.count;
    const amount = entered ?? (metres ? USUAL_LENGTH : 1);
    const [origin, why] =
      entered === undefined
        ? (['assumed', 'until it is measured or counted'] as const)
        : (['entered', 'entered for this job'] as const);
    const name = thing.name ?? data.name;
    if (data.bed !== undefined)
      beads.push(ledger.given(`bead-${i}`, `bead under ${name}`, amount * data.bed, 'm', origin, why));
    if (thing.back === 'new')
      wanted.push({
        id: `new-${i}`,
        product: name,
        use: 'new, in place of the old one',
        quantity: ledger.given(`new-${i}`, name, amount, metres ? 'm' : 'count', origin, why),
      });
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
