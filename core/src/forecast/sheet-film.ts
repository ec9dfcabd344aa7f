import type { Product } from '../materials/product';

/** Film in which a sheet states its times, m, by what the product is. Source: usual of data sheets, which say "thin film". */
const FILMS = { resin: 0.0005, coat: 0.0006, paste: 0.001 } as const;

/** The film that the times of a product's sheet are meant for, m. */
export function sheetFilm(role: Product['role']): number {
  switch (role) {
    case 'laminating resin':
      return FILMS.resin;
    case 'fairing compound':
    case 'adhesive':
    case 'surface filler':
      return FILMS.paste;
    default:
      return FILMS.coat;
  }
}

/**
 * How much of its own heat a layer is given, 0–1. The times of a sheet hold for its film as it warmed itself there: a film
 * no thicker than that is not warmed once more. From twice that on all of the heat counts, in between more and more of it.
 *
 * @param thickness of the layer, m
 * @param film of the sheet, m
 */
export function heatShare(thickness: number, film: number): number {
  const x = Math.min(1, Math.max(0, thickness / film - 1));
  return x * x * (3 - 2 * x);
}
