import { hexOf, type Recipe } from '@nelbo/core/finish';

/** A recipe as it is offered. */
export interface Offer {
  readonly recipe: Recipe;
  readonly best: boolean;
  readonly hex: string;
  /** ΔE that it is off by. */
  readonly off: string;
  readonly count: string;
  readonly text: string;
}

/** The pastes of a recipe with their shares of the base. */
export const partsOf = (r: Recipe): { name: string; share: string }[] =>
  r.pastes.map((p, i) => ({
    name: p.name,
    share: `${(r.fractions[i] * 100).toFixed(r.fractions[i] < 0.001 ? 3 : 2)} %`,
  }));

/** What was proposed, and those of more pastes that come clearly nearer. */
export function offersOf({
  proposed,
  bySize,
}: {
  readonly proposed: Recipe;
  readonly bySize: readonly Recipe[];
}): readonly Offer[] {
  const better = bySize.filter(
    (r) => r === proposed || (r.pastes.length > proposed.pastes.length && r.deltaE < proposed.deltaE - 0.2),
  );
  return better.slice(0, 3).map((r) => ({
    recipe: r,
    best: r === proposed,
    hex: hexOf(r.colour),
    off: r.deltaE.toFixed(1),
    count:
      r.pastes.length === 0
        ? 'the base as it is'
        : `${r.pastes.length} ${r.pastes.length === 1 ? 'paste' : 'pastes'}`,
    text:
      partsOf(r)
        .map((p) => `${p.name} ${p.share}`)
        .join(', ') || 'no paste',
  }));
}
