import type { Broken, BrokenGate } from '../trace/broken';
import type { Problem } from '../trace/problem';
import type { ProblemCode } from '../trace/problem-codes';

/** STOPs of the plan that say the same as a broken gate: nobody walks over it unless that is lifted. */
const SAID_BY: Readonly<Partial<Record<BrokenGate, readonly ProblemCode[]>>> = {
  // How warm it is kept says when it cures: nothing goes on before that is lifted.
  // What must not be mixed so cold has no moments: the work stops there first.
  // Nor does a film dry in air that its sheet does not allow.
  cured: ['never-sets', 'cold-at-laying', 'glue-out-of-range', 'film-too-damp'],
  never: ['never-sets', 'below-minimum', 'cold-at-laying', 'glue-out-of-range', 'never-full'],
  within: ['never-sets', 'below-minimum', 'cold-at-laying'],
  held: ['never-sets', 'cold-at-laying', 'film-too-damp'],
  minimum: ['never-sets', 'below-minimum', 'cold-at-laying'],
  dew: ['dew-at-laying'],
  humidity: ['film-too-damp'],
  pot: ['pot-outlived'],
};

/** True where the plan itself stops there, for the same product. */
export function covered(broken: Broken, problems: readonly Problem[]): boolean {
  // What was entered and is not used is told by its label.
  if (broken.gate === 'idle')
    return problems.some(
      (p) => p.code === 'not-used-here' && p.params.paths.some((path) => path.startsWith('system.')),
    );
  const full = broken.gate === 'cured' && broken.moment === 'full';
  const codes: readonly ProblemCode[] = [
    ...(SAID_BY[broken.gate] ?? []),
    ...(full ? (['never-full'] as const) : []),
  ];
  const product = 'product' in broken ? broken.product : undefined;
  return problems.some(
    (p) => codes.includes(p.code) && 'product' in p.params && p.params.product === product,
  );
}
