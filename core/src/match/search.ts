import type { Look } from './compile';
import type { ChainRole } from './rule';
import { refuses } from './rule';
import type { Found } from './found';
import type { Scorer } from './score';
import { penaltyOf, type Space } from './space';

/**
 * The best chain of each key product, exactly: a depth-first search with a bound. Criteria only fall and penalties only
 * grow as links are added, so a beginning that scores below the best whole chain cannot come to more. Every chain is
 * looked at or shown in this way to be worse.
 *
 * @param wanted products that the chain must have, by role
 * @returns by option number of the key link; key products whose every chain is refused are missing
 */
export function bestPerKey(
  space: Space,
  scorer: Scorer,
  wanted: Readonly<Partial<Record<ChainRole, string>>>,
): ReadonlyMap<number, Found> {
  const { depths, decided, stopgaps } = space;
  const width = depths.length;
  const chosen = new Uint8Array(width);
  const order = depths.map((d, depth) => {
    const id = wanted[d.role];
    const options = [...d.products.keys()].filter(
      (o) => id === undefined || (d.products[o]?.id ?? 'none') === id,
    );
    return depth === 0 ? options : byPromise(space, scorer, depth, options);
  });
  const rows = scorer.rows();
  let best: Found | undefined;

  const search = (depth: number, penalty: number): void => {
    for (const option of order[depth]) {
      chosen[depth] = option;
      let cost = penalty + scorer.toll(depth, chosen);
      let refused = false;
      for (const { rule, earlier } of decided[depth][option]) {
        if (!speaks(earlier, chosen)) continue;
        if (refuses(rule.verdict)) {
          refused = true;
          break;
        }
        cost += penaltyOf(rule.verdict, stopgaps[chosen[0]]);
      }
      if (refused) continue;
      const value = scorer.extend(rows, depth, chosen) - cost;
      if (best && value <= best.value) continue;
      if (depth + 1 < width) search(depth + 1, cost);
      else best = { chosen: chosen.slice(), value };
    }
  };

  const found = new Map<number, Found>();
  const keys = order[0];
  for (const key of keys) {
    best = undefined;
    order[0] = [key];
    search(0, 0);
    if (best) found.set(key, best);
  }
  return found;
}

/** True when every earlier link that a rule looks at is one that it looks for. */
function speaks(earlier: readonly Look[], chosen: Uint8Array): boolean {
  for (const e of earlier) if (e.fits[chosen[e.depth]] !== 1) return false;
  return true;
}

/** Options of a depth, the most promising first, so that a good chain is found early. Ties keep the order of Stores. */
function byPromise({ decided }: Space, scorer: Scorer, depth: number, options: readonly number[]): number[] {
  const promise = (option: number): number => {
    const s = scorer.shares[depth][option];
    const { weights: w } = scorer.conditions;
    const alone = decided[depth][option].reduce(
      (sum, r) => sum + (r.earlier.length === 0 ? penaltyOf(r.rule.verdict, false) : 0),
      0,
    );
    return (
      w.strength * s.strength +
      w.water * s.water +
      w.life * s.life +
      w.skill * s.ease +
      w.health * s.health +
      w.field * s.field -
      alone -
      (s.otherSchool ? 1 : 0) -
      s.cold
    );
  };
  return options
    .map((o) => [o, promise(o)] as const)
    .sort((a, b) => b[1] - a[1] || a[0] - b[0])
    .map(([o]) => o);
}
