import type { Merits, Product } from './product';

/**
 * Merits by role and family: what a chemistry is good for, before a product says otherwise of itself. Judged on a
 * scale of 0 to 1 from general knowledge of the trade; they order chains against one another and say nothing absolute.
 */
const PLAIN: Merits = {
  strength: 0.7,
  water: 0.7,
  life: 0.7,
  health: 0.6,
  ease: 0.7,
  field: 0.6,
  match: 0.6,
};

const BY_FAMILY: Readonly<Record<string, Partial<Merits>>> = {
  'laminating resin/epoxy': { strength: 1, water: 0.95, life: 0.9, health: 0.55, ease: 0.8, field: 0.7 },
  'laminating resin/vinyl ester': {
    strength: 0.79,
    water: 0.9,
    life: 0.85,
    health: 0.35,
    ease: 0.55,
    field: 0.5,
  },
  'laminating resin/polyester': {
    strength: 0.57,
    water: 0.5,
    life: 0.65,
    health: 0.35,
    ease: 0.6,
    field: 0.6,
  },
  'fairing compound/epoxy': { water: 0.9, life: 0.9, ease: 0.7, health: 0.6, field: 0.6 },
  'fairing compound/polyester': { water: 0.45, life: 0.65, ease: 0.95, health: 0.4, field: 0.8 },
  'adhesive/epoxy': { strength: 0.9, water: 0.85, life: 0.85, health: 0.6, ease: 0.8, field: 0.75 },
  'adhesive/methacrylate': { strength: 0.95, water: 0.85, life: 0.9, health: 0.3, ease: 0.6, field: 0.7 },
  'adhesive/polyurethane': { strength: 0.5, water: 0.75, life: 0.6, health: 0.5, ease: 0.9, field: 0.9 },
  'adhesive/polyester': { strength: 0.4, water: 0.5, life: 0.5, health: 0.4, ease: 0.85, field: 0.9 },
  'adhesive/vinyl ester': { strength: 0.75, water: 0.9, life: 0.85, health: 0.35, ease: 0.7, field: 0.6 },
  'adhesive/resorcinol': { strength: 0.9, water: 1, life: 1, health: 0.4, ease: 0.35, field: 0.3 },
  'weld rod/hdpe': { strength: 0.85, water: 1, life: 0.9, health: 0.85, ease: 0.3, field: 0.4, match: 0.5 },
  'weld rod/lldpe': { strength: 0.85, water: 1, life: 0.9, health: 0.85, ease: 0.35, field: 0.4, match: 0.5 },
  'weld rod/pp': { strength: 0.85, water: 1, life: 0.9, health: 0.85, ease: 0.3, field: 0.4, match: 0.5 },
  'weld rod/abs': { strength: 0.8, water: 0.9, life: 0.8, health: 0.5, ease: 0.35, field: 0.4, match: 0.5 },
  'fabric adhesive/polyurethane': {
    strength: 0.9,
    water: 0.9,
    life: 0.85,
    health: 0.4,
    ease: 0.6,
    field: 0.6,
  },
  'fabric adhesive/polychloroprene': {
    strength: 0.85,
    water: 0.85,
    life: 0.8,
    health: 0.35,
    ease: 0.55,
    field: 0.55,
  },
  'finish/polyurethane': { water: 0.85, life: 0.95, health: 0.3, ease: 0.55, field: 0.35, match: 0.8 },
  'finish/polyester': { water: 0.7, life: 0.85, health: 0.35, ease: 0.6, field: 0.4, match: 0.95 },
  'coating/alkyd': { water: 0.5, life: 0.45, health: 0.6, ease: 0.9, field: 0.8, match: 0.6 },
  'barrier coat/epoxy': { water: 1, life: 0.9, health: 0.5, ease: 0.7, field: 0.5 },
  'cloth/carbon': { strength: 1, ease: 0.5, health: 0.5 },
  'cloth/aramid': { strength: 0.8, ease: 0.35, health: 0.6 },
  'cloth/glass/stitched': { strength: 0.95, health: 0.6 },
  'cloth/glass/woven': { strength: 0.85, health: 0.6 },
  'cloth/glass/mat': { strength: 0.5, health: 0.6 },
  'cloth/glass/unidirectional': { strength: 0.7, health: 0.6, ease: 0.6 },
  'plate/timber': { strength: 0.95, ease: 0.45, match: 0.9 },
  'plate/plywood': { strength: 0.95, ease: 0.5 },
  'surface filler/polyester': { strength: 0.6 },
};

/** The merits of a product: its own, else its chemistry's, else middling ones. */
export function meritsOf(product: Product): Merits {
  const kind = 'kind' in product ? BY_FAMILY[`${product.role}/${product.family}/${product.kind}`] : undefined;
  return { ...PLAIN, ...BY_FAMILY[`${product.role}/${product.family}`], ...kind, ...product.merits };
}
