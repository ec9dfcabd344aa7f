import { densityOf, TYPICAL_DENSITY } from '../materials/density';
import type { Ledger } from '../trace/ledger';
import type { Pot, RepairMaterial } from './repair';

/** What is used up of a product that is mixed: at least what its pots hold, by mass or by volume as it is bought. */
export function usedUp(m: RepairMaterial, all: readonly Pot[], ledger: Ledger): RepairMaterial {
  const pots = all.filter(
    (p) => p.product === m.priced || (m.priced !== undefined && p.product.id === m.priced.id),
  );
  const mass = pots.reduce((sum, p) => sum + p.mass.value * p.count.value, 0);
  const { unit } = m.quantity;
  const density = m.priced ? (densityOf(m.priced)?.value ?? TYPICAL_DENSITY) : undefined;
  const held = unit === 'kg' ? mass : unit === 'm³' && density !== undefined ? mass / density : 0;
  if (held <= m.quantity.value * 1.001) return m;
  const inputs = Object.fromEntries(
    pots.flatMap((p, i) => [
      [`m${i + 1}`, p.mass],
      [`n${i + 1}`, p.count],
    ]),
  );
  return {
    ...m,
    quantity: ledger.record(
      `used.${m.id}`,
      `${m.product}, as mixed`,
      {
        id: 'repairs/used-up',
        expression: unit === 'kg' ? 'm = Σ m_pot·n' : 'V = Σ m_pot·n/ρ',
        unit,
        source: 'every pot is used up, what is left in it too',
      },
      held,
      { needed: m.quantity, ...inputs },
    ),
  };
}
