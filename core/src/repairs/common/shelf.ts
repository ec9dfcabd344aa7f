import { problem } from '../../trace/problem';
import { papersOf, type AbradedMaterial, type Paper } from '../../materials/abrasives';
import { P_GRAIN, readGrit, readGrits, type ReadGrit } from '../../materials/grits';
import type { Library } from '../../materials/product';
import type { Job } from '../../schema/job';
import type { Ledger } from '../../trace/ledger';
import type { Shop } from '../../schema/shop-fields';

/** Finer than this, dust clogs dry paper and mains tools stay away from water: wet, by hand. */
const WET_FROM = P_GRAIN[400];

type Shelf = readonly [library: Library, shop: Pick<Shop, 'papers'>, material: AbradedMaterial];
const onShelf = (...[library, shop, material]: Shelf): readonly Paper[] =>
  papersOf(
    library.products,
    shop.papers?.map((p) => p.id),
    material,
  );

/** Dry work by machine and board; papers made for water stay out of it. */
export const dryPapers = (...shelf: Shelf): readonly Paper[] => onShelf(...shelf).filter((p) => !p.wet);

/** Wet work by hand alone. */
export const wetPapers = (...shelf: Shelf): readonly Paper[] => onShelf(...shelf).filter((p) => p.wet);

/**
 * Papers for a film: dry to P320, from P400 wet by hand or, where the yard works so, dry with discs. A shelf that has
 * only one of the two has it stand for both.
 */
export function filmPapers(
  library: Library,
  shop: Pick<Shop, 'papers'>,
  material: AbradedMaterial,
  fine: 'wet' | 'dry',
): readonly Paper[] {
  const all = onShelf(library, shop, material);
  const finer = all.filter((p) => p.grain <= WET_FROM * 1.02);
  const wanted = finer.filter((p) => p.wet === (fine === 'wet'));
  return [...all.filter((p) => p.grain > WET_FROM * 1.02), ...(wanted.length > 0 ? wanted : finer)];
}

/** P grade of what a job says in words, and what is wrong with it. @returns undefined where nothing, or nothing readable, was said */
export function gritOf(
  text: string | undefined,
  path: string,
  stage: 'fair' | 'finish',
  ledger: Ledger,
): number | undefined {
  if (!text?.trim()) return undefined;
  const read: ReadGrit = readGrit(text);
  if (!read.ok) {
    ledger.report(problem({ severity: 'warning', stage, path }, 'grit-unread', read.unread));
    return undefined;
  }
  const { grain } = read.grit;
  return Object.keys(P_GRAIN)
    .map(Number)
    .reduce((best, g) =>
      Math.abs(Math.log(P_GRAIN[g] / grain)) < Math.abs(Math.log(P_GRAIN[best] / grain)) ? g : best,
    );
}

/** The yard's usual row of papers. What is on no scale is told and left out. */
export function habitOf(
  shop: Pick<Shop, 'habit'>,
  ledger: Ledger,
): { readonly name: string; readonly grain: number }[] | undefined {
  if (!shop.habit?.trim()) return undefined;
  const { grits, wrong } = readGrits(shop.habit);
  for (const w of wrong)
    ledger.report(problem({ severity: 'warning', stage: 'fair', path: 'habit' }, 'habit-unread', w));
  return grits.map((g) => ({ name: `${g.scale} ${g.grade}`, grain: g.grain }));
}

/** What the sanding of a job reads. */
export interface SandingWishes {
  readonly library: Library;
  readonly shop: Pick<Shop, 'papers' | 'habit'>;
  readonly sanding: Job['sanding'];
}
