import { isAntifouling, type Sheet } from '../../materials/product';
import type { CheckId } from '../../schema/job';

/** What a coat by its sheet is called in a yard. */
export type CoatName =
  'paint' | 'enamel' | 'varnish' | 'clear coat' | 'pigmented epoxy' | 'tube coating' | 'antifouling';

export function coatName(p: Sheet): CoatName {
  const is = (trait: 'clear' | 'one-part' | 'aerosol'): boolean => p.traits?.includes(trait) ?? false;
  if (isAntifouling(p)) return 'antifouling';
  if (p.family === 'epoxy') return 'pigmented epoxy';
  if (p.family === 'flexible polyurethane') return 'tube coating';
  if (is('clear')) return is('one-part') && !is('aerosol') ? 'varnish' : 'clear coat';
  return p.family === 'alkyd' && !is('aerosol') ? 'enamel' : 'paint';
}

const FILM: readonly CheckId[] = ['level', 'gloss', 'halo', 'pinholes', 'film'];
const SEEN: ReadonlySet<CheckId> = new Set<CheckId>([...FILM, 'colour']);
/** A clear film has no colour of its own. */
const CLEAR: ReadonlySet<CheckId> = new Set<CheckId>(FILM);

/** What is looked at of a coat: a bottom is neither glossy nor matched. */
export const LOOKED_AT: Readonly<Record<CoatName, ReadonlySet<CheckId>>> = {
  paint: SEEN,
  enamel: SEEN,
  'pigmented epoxy': SEEN,
  'tube coating': SEEN,
  varnish: CLEAR,
  'clear coat': CLEAR,
  antifouling: new Set<CheckId>(['film']),
};
