import type { Product, Sheet } from '../../materials/product';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { RepairBuilder } from '../builder';

/** Density of a particle whose sheet states none, kg/m³. */
const USUAL_PARTICLE = 2000;

/** What is stirred into a mix: a powder of the library, by parts per 100 of the mix. */
export interface Stirred {
  readonly powder: Sheet;
  readonly parts: Figure;
}

/** What a product is thickened with, as it is mixed in the yard. @returns undefined where it comes as it is used */
export function stirredInto(b: RepairBuilder, id: string, product: Product): Stirred | undefined {
  const { thickened } = product as Sheet;
  const powder = thickened && b.input.library.products.find((p) => p.id === thickened.powder);
  if (!thickened || powder?.role !== 'powder') return undefined;
  return {
    powder,
    parts: b.assumed(
      `${id}.powderParts`,
      `${powder.name} per 100 parts`,
      thickened.parts,
      '1',
      `${product.source}; until it stands as stiff as it should`,
    ),
  };
}

/** Glue that hangs in a joint, of a resin that is none by itself. Source: usual, as thick as mayonnaise. */
const GLUE = { powder: 'microfibre', parts: 12 } as const;

/** What a glue is thickened with: as its product is, else as any resin is made a glue. */
export function asGlue(b: RepairBuilder, id: string, product: Product): Stirred | undefined {
  const own = stirredInto(b, id, product);
  const fibre = b.input.library.products.find((p) => p.id === GLUE.powder);
  if (own || product.role !== 'laminating resin' || fibre?.role !== 'powder') return own;
  return {
    powder: fibre,
    parts: b.assumed(`${id}.powderParts`, `${fibre.name} per 100 parts`, GLUE.parts, '1', 'until it hangs'),
  };
}

/** Liquid in a volume of paste. */
export const liquidOfPaste = formula({
  id: 'repairs/common/thickened',
  expression: 'm = V/(1/ρ + p/100/ρ_particle)',
  unit: 'kg',
  source: 'V = m/ρ + m_f/ρ_particle, m_f = p/100·m',
  inputs: {
    V: 'volume of paste',
    ρ: 'density of the mix without powder',
    p: 'parts of powder per 100',
    ρ_particle: 'density of a particle',
  },
  evaluate: (x) => x.V / (1 / x.ρ + x.p / 100 / x.ρ_particle),
});

export const particleDensity = (b: RepairBuilder, id: string, { powder }: Stirred): Figure =>
  b.assumed(
    `${id}.particle`,
    `density of ${powder.name}, particle`,
    powder.densityParticle ?? USUAL_PARTICLE,
    'kg/m³',
    powder.source,
  );

export const powderOfMix = formula({
  id: 'repairs/common/thickened',
  expression: 'm_f = p/100·m_pot·m_thick/m',
  unit: 'kg',
  source: 'parts by mass per 100 of what is thickened; the rest of the pot goes on thin before',
  inputs: {
    p: 'parts of powder per 100',
    m_pot: 'pot',
    m_thick: 'of all that is mixed, thickened',
    m: 'all that is mixed',
  },
  evaluate: (x) => (x.m > 0 ? ((x.p / 100) * x.m_pot * x.m_thick) / x.m : 0),
});

export const powderInAll = formula({
  id: 'repairs/common/thickened',
  expression: 'm = n·m_f',
  unit: 'kg',
  source: 'every pot gets its own',
  inputs: { n: 'pots', m_f: 'powder of a pot' },
  evaluate: (x) => x.n * x.m_f,
});
