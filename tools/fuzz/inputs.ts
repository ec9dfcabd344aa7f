import fc from 'fast-check';

/** So many inputs are made ahead: forty thousand at once are larger than what they are to test. */
const AHEAD = 100;

/** The same inputs for the same seed, a few at a time. */
export function* inputsOf<T>(arbitrary: fc.Arbitrary<T>, count: number, seed: number): Generator<T> {
  for (let from = 0; from < count; from += AHEAD)
    yield* fc.sample(arbitrary, { numRuns: Math.min(AHEAD, count - from), seed: seed + from });
}
