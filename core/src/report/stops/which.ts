import type { BrokenGate } from '../../trace/broken';
import type { Problem } from '../../trace/problem';
import type { ProblemCode } from '../../trace/problem-codes';

/** What is planned all the same, and must not be begun as it stands: below its minimum nothing is mixed, and no epoxy goes into wet wood. */
const NOT_BEGUN: ReadonlySet<ProblemCode> = new Set<ProblemCode>([
  'below-minimum',
  'never-sets',
  'wood-too-wet',
  'cold-at-laying',
  'dew-at-laying',
  'film-too-damp',
  'film-does-not-dry',
  'glue-out-of-range',
  'pot-outlived',
  'never-full',
  'light-needed',
  'broken-gate',
]);

/** A problem that stops the work until its cause is gone. */
export const stops = ({ severity, code }: Pick<Problem, 'severity' | 'code'>): boolean =>
  severity === 'error' || NOT_BEGUN.has(code);

/** What a STOP says already: the same cause is not told twice, here of the same product, there of the whole work. */
const SAID_BY: Readonly<
  Partial<Record<ProblemCode, { readonly by: readonly ProblemCode[]; readonly of?: 'any' }>>
> = {
  'below-minimum': { by: ['never-sets', 'cold-at-laying'] },
  'cold-at-laying': { by: ['never-sets'] },
  // What warms it dries the air as well.
  'dew-at-laying': { by: ['never-sets', 'cold-at-laying'] },
  'dew-on-surface': { by: ['dew-at-laying'], of: 'any' },
  'dew-while-curing': { by: ['dew-at-laying'], of: 'any' },
};

/** Problems as a person is told them: what never sets is told once, with what it takes, and dew once, where something is laid into it. */
export function toldOnce(problems: readonly Problem[]): readonly Problem[] {
  const productOf = (p: Problem): unknown => ('product' in p.params ? p.params.product : undefined);
  return problems.filter((p) => {
    const said = SAID_BY[p.code];
    if (!said) return true;
    return !problems.some(
      (q) => said.by.includes(q.code) && (said.of === 'any' || productOf(q) === productOf(p)),
    );
  });
}

/** A person may take these on himself, with a reason that goes into the record. What can hurt is not among them, nor what never works. */
const OVERRIDABLE: ReadonlySet<ProblemCode> = new Set<ProblemCode>([
  'below-minimum',
  'cold-at-laying',
  'dew-at-laying',
  'film-too-damp',
  'glue-out-of-range',
  'wood-too-wet',
  'pot-outlived',
  'chain-refused',
]);

/** Broken gates that hurt somebody when they are walked over. */
const HURTS: ReadonlySet<BrokenGate> = new Set<BrokenGate>([
  'people',
  'rest',
  'held',
  'caution',
  'pot',
  'stays',
]);

export const overridable = (problem: Problem): boolean =>
  problem.code === 'broken-gate' ? !HURTS.has(problem.params.broken.gate) : OVERRIDABLE.has(problem.code);
