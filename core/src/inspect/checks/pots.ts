import { catalystOf } from '../../materials/catalyst';
import { potLife, USUAL_DENSITY } from '../../cure/pot-life';
import { SHEET_PERCENT } from '../../cure/kinetics';
import type { Product } from '../../materials/product';
import { expectedOf } from '../expected';
import { lays } from '../faces';
import { lawOf } from '../moments';
import type { Placed } from '../replay';
import type { Check, Scene } from './check';

/** What two parts make comes out of a pot, and the pot is spread before it goes off. */
export const pots: Check = (p, scene) => {
  if (!expectedOf(p.step).pot) return [];
  const product = scene.place.product(p.product);
  // Foam is in no library: it is enough that it was mixed in the same go.
  const { go } = p.step;
  const inGo = go !== undefined && scene.placed.some((x) => x.step.action === 'mix' && x.step.go === go);
  if (!product && lays(p)) return inGo ? [] : [{ gate: 'mixed' }];
  if (!product || !('proportion' in product) || !product.proportion) return [];
  if (!p.pot && !p.step.pot) return [{ gate: 'mixed', product: product.name }];
  const mixed = p.pot;
  if (!mixed) return [];
  const life = lifeOf(product, mixed, scene);
  if (life === undefined) return [];
  // Several pots of one step are mixed one after another, each as the one before is used up.
  const count = mixed.step.pot?.count?.value ?? 1;
  const age = (p.end - mixed.end) / 1000 / count;
  return age > life ? [{ gate: 'pot', product: product.name, age, life }] : [];
};

/** Life of the pot as it is mixed, s. */
function lifeOf(product: Product, mixed: Placed, { place, clockwork }: Scene): number | undefined {
  const cures = clockwork.sheetOf(product);
  if (!cures) return undefined;
  const { of, sheet } = cures;
  const T = place.air.air.temperature(mixed.start);
  const law = lawOf(of, sheet);
  const rule = sheet.potLife * 2 ** ((sheet.referenceTemperature - T) / 10);
  if (!law) return rule;
  const proportion = 'proportion' in of ? of.proportion : undefined;
  return (
    potLife(law, {
      mass: mixed.step.pot?.mass?.value ?? SHEET_MASS,
      density: ('densityLiquid' in of && of.densityLiquid) || USUAL_DENSITY,
      temperature: T,
      air: T,
      percent: proportion?.kind === 'peroxide' ? catalystOf(proportion, T) : SHEET_PERCENT,
    }) ?? rule
  );
}

/** A pot whose mass the plan does not work out is taken for that of the sheet, kg. */
const SHEET_MASS = 0.1;
