import type { Product } from '../../materials/product';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Through } from '../../materials/ways/cartridge';
import type { RepairBuilder } from '../builder';
import { words } from '../../trace/words';
import { wholeNumber } from './measures';

/** Squeezed out of a fresh nozzle until both parts come evenly, and what stays in it, m³. Source: typical of small static mixers. */
const PURGE = 5e-6;
const HELD = 3e-6;
const CARTRIDGE = 50e-6;

/** What goes through a static mixer, with what is purged and stays in each nozzle, m³. */
export const mixerVolume = formula({
  id: 'repairs/common/cartridge',
  expression: 'V = V₀ + n·(purge + held)',
  unit: 'm³',
  source: 'each nozzle is purged until both parts come, and keeps some',
  inputs: { 'V₀': 'volume wanted', n: 'nozzles', purge: 'purged from each', held: 'stays in each' },
  evaluate: (x) => x['V₀'] + x.n * (x.purge + x.held),
});

export const eachMixer = formula({
  id: 'repairs/common/cartridge',
  expression: 'V_1 = V/n',
  unit: 'm³',
  source: 'a fresh mixer for every pass',
  inputs: { V: 'through all mixers', n: 'passes' },
  evaluate: (x) => x.V / x.n,
});

/** A product from a cartridge: a fresh nozzle for every pass, since it sets in the old one meanwhile. */
export function purged(
  b: RepairBuilder,
  product: Pick<Product, 'name'>,
  volume: Figure,
  passes: Figure,
): {
  readonly volume: Figure;
  readonly nozzles: Figure;
  readonly cartridges: Figure;
  readonly through: Through;
} {
  const purge = b.assumed(
    'mixer.purge',
    'purged from a fresh nozzle',
    PURGE,
    'm³',
    'until both parts come in one colour',
  );
  const all = b.compute('mixer.volume', 'through the mixers', mixerVolume, {
    'V₀': volume,
    n: passes,
    purge,
    held: b.assumed('mixer.held', 'stays in a nozzle', HELD, 'm³', 'typical'),
  });
  const cartridges = b.compute('mixer.cartridges', 'cartridges', wholeNumber, {
    x: all,
    most: b.assumed('mixer.cartridge', 'cartridge', CARTRIDGE, 'm³', 'usual small cartridge'),
  });
  b.at('mix').table(
    'From the cartridge',
    ['Nozzles', 'Purged each', 'Through them', 'Cartridges'],
    [[[passes], words`${purge}`, [all], [cartridges]]],
  );
  b.at('mix').note([
    'The first squeeze of a fresh nozzle goes onto paper, never into the joint: it is one part alone.',
  ]);
  b.material('nozzles', `static mixers for ${product.name}`, 'one a pass', passes);
  return {
    volume: all,
    nozzles: passes,
    cartridges,
    through: {
      purged: purge,
      all: b.compute('mixer.each', 'through each mixer', eachMixer, { V: all, n: passes }),
    },
  };
}
