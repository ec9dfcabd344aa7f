import fc from 'fast-check';
import { LIBRARY } from '../src/index';
import { leastPacks, packsOf } from '../src/materials/packs';

/** Every way of buying so many packs and no more, by brute force. */
function cheapest(amount: number, sizes: readonly number[]): number {
  const [size, ...rest] = sizes;
  if (rest.length === 0) return Math.max(0, Math.ceil(amount / size - 1e-9)) * size;
  let best = Infinity;
  for (let n = 0; n <= Math.ceil(amount / size - 1e-9) || n === 0; n += 1)
    best = Math.min(best, n * size + cheapest(Math.max(0, amount - n * size), rest));
  return best;
}

describe('packs', () => {
  it('hold what is needed with the least left over, as a search through all of them finds', () => {
    const sizes = fc.constantFrom([1, 5, 25], [0.75, 2.5], [0.1, 0.5], [0.025, 0.05, 0.25], [1]);
    fc.assert(
      fc.property(sizes, fc.double({ min: 0, max: 1, noNaN: true }), (of, share) => {
        // To the gram: nobody weighs finer what is bought.
        const amount = Math.round(share * 3 * (of.at(-1) ?? 1) * 1000) / 1000;
        const counts = leastPacks(amount, of);
        const held = counts.reduce((sum, n, i) => sum + n * of[i], 0);
        return held >= amount - 1e-9 && Math.abs(held - cheapest(amount, of)) < 1e-9;
      }),
      { numRuns: 400 },
    );
  });

  it('by hand: 5.2 kg is a five and a one, 4.5 kg is a five, nothing is none', () => {
    expect(leastPacks(5.2, [1, 5, 25])).toEqual([1, 1, 0]);
    expect(leastPacks(4.5, [1, 5, 25])).toEqual([0, 1, 0]);
    expect(leastPacks(0, [1, 5, 25])).toEqual([0, 0, 0]);
  });

  it('of cloth are metres of its roll, of antifouling tins of two and a half litres', () => {
    const cloth = LIBRARY.cloths[0];
    expect(packsOf(cloth, 'm²')?.sizes).toEqual([cloth.rollWidth]);
    const antifouling = LIBRARY.products.find((p) => p.role === 'coating' && p.floatsAfter !== undefined);
    expect(antifouling && packsOf(antifouling, 'm³')?.sizes).toEqual([0.0025]);
    expect(packsOf(cloth, 'kg')).toBeUndefined();
  });
});
