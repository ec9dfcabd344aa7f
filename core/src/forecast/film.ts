import type { Product } from '../materials/product';
import type { CureBasis } from '../plan/cure-forecast';
import { thickOf } from './layers';
import { layRim, Places } from './places';
import { curingOf, percentOf, ripeningOf, type Curing } from './product-cure';
import type { Ripening } from './ripening';
import { CureRun } from './run';
import { sheetFilm } from './sheet-film';
import { rangeOf, type Range, type Site } from './site';
import { substrateOf } from './substrate';
import { Surroundings } from './surroundings';
import type { MilestoneId } from '../plan/cure-forecast';

/** A film, a glue line or a fill that lies on the hull as it is. */
export interface LaidFilm {
  readonly places: Places;
  readonly curing: Curing;
  readonly ripening: Ripening;
  readonly basis: CureBasis;
  /** Likely range of each milestone, as factors. */
  readonly range: (m: MilestoneId) => readonly [number, number];
}

/**
 * Lays a product of the chain on the hull.
 *
 * @param thickness m; a film of the sheet where it is not known
 * @param at ms since 1970
 * @returns undefined for a product without cure times
 */
export function layFilm(site: Site, product: Product, thickness: number, at: number): LaidFilm | undefined {
  const curing = curingOf(product);
  if (!curing) return undefined;
  const { ripening, basis } = ripeningOf(curing);
  const base = substrateOf(site.job, site.plan);
  const percent = percentOf(curing, site.inputs.temperature.value);
  const rim = layRim(site, base, ripening, percent, at, at, site.detail);
  const film = sheetFilm(product.role);
  const middle =
    ripening.kind === 'law' && thickness > film
      ? middleOf(site, { ...curing, traits: product.traits }, ripening, thickness, film, at)
      : undefined;
  const { warmth } = site.job;
  const warms = warmth?.kind !== undefined && warmth.kind !== 'none';
  const places = new Places(
    rim,
    middle,
    0,
    curing.sheet.minimumTemperature,
    warms ? (warmth.from ?? 'gel') : undefined,
  );
  places.begin();
  const air = (t: number): number => rim.around.air.temperature(at + t * 1000);
  let found: Range | undefined;
  const range = (m: MilestoneId): readonly [number, number] =>
    site.detail ? (found ??= rangeOf(site, curing, air))(m) : [1, 1];
  return { places, curing, ripening, basis, range };
}

/** Where it is thickest it warms itself. */
function middleOf(
  { job, plan, placed, offset, bar, fineness, detail, inputs }: Site,
  curing: Curing & Pick<Product, 'traits'>,
  ripening: Extract<Ripening, { kind: 'law' }>,
  thickness: number,
  film: number,
  at: number,
): CureRun {
  const base = substrateOf(job, plan);
  const percent = percentOf(curing, inputs.temperature.value);
  const thick = thickOf('fill', thickness, curing, film, percent, ripening.law.kinetics);
  const around = new Surroundings(job, placed, at, offset);
  const run = new CureRun([...base, thick], base.length, at, around, 0, bar, { ...fineness, kept: detail });
  run.lay(ripening, around.air.temperature(at));
  return run;
}
