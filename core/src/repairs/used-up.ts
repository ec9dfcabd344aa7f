import { densityOf, TYPICAL_DENSITY } from '../materials/density';
import type { Ledger } from '../trace/ledger';
import type { Pot, RepairMaterial } from './repair';

/**
 * What is used up of products that are mixed: at least what their pots hold, by mass or by volume as they are bought. Where
 * several lines are of one product, what its pots hold beyond all of them stands in the first.
 */
export function usedUp(
  materials: readonly RepairMaterial[],
  all: readonly Pot[],
  ledger: Ledger,
): readonly RepairMaterial[] {
  const same = (a: RepairMaterial, b: RepairMaterial): boolean =>
    a === b ||
    (a.priced !== undefined && a.priced.id === b.priced?.id && a.quantity.unit === b.quantity.unit);
  return materials.map((m, i) => {
    if (materials.findIndex((x) => same(x, m)) !== i) return m;
    return heldBy(
      m,
      materials.filter((x) => x !== m && same(x, m)),
      all.filter((p) => p.product === m.priced || (m.priced !== undefined && p.product.id === m.priced.id)),
      ledger,
    );
  });
}

/** @param others lines of the same product @param pots that hold it */
function heldBy(
  m: RepairMaterial,
  others: readonly RepairMaterial[],
  pots: readonly Pot[],
  ledger: Ledger,
): RepairMaterial {
  const mass = pots.reduce((sum, p) => sum + p.mass.value * p.count.value, 0);
  const { unit } = m.quantity;
  const density = m.priced ? (densityOf(m.priced)?.value ?? TYPICAL_DENSITY) : undefined;
  const held = unit === 'kg' ? mass : unit === 'm³' && density !== undefined ? mass / density : 0;
  const elsewhere = others.reduce((sum, x) => sum + x.quantity.value, 0);
  if (held <= (m.quantity.value + elsewhere) * 1.001) return m;
  const inputs = Object.fromEntries([
    ...pots.flatMap((p, i) => [
      [`m${i + 1}`, p.mass],
      [`n${i + 1}`, p.count],
    ]),
    ...others.map((x, i) => [`x${i + 1}`, x.quantity]),
  ]);
  return {
    ...m,
    quantity: ledger.record(
      `used.${m.id}`,
      `${m.product}, as mixed`,
      {
        id: 'repairs/used-up',
        expression: `${unit === 'kg' ? 'm = Σ m_pot·n' : 'V = Σ m_pot·n/ρ'}${others.length > 0 ? ' − Σ x' : ''}`,
        unit,
        source: 'every pot is used up, what is left in it too',
      },
      held - elsewhere,
      { needed: m.quantity, ...inputs },
    ),
  };
}
