import type { Problem } from '../trace/problem';
import type { ProblemCode } from '../trace/problem-codes';

/** What is planned all the same, and must not be begun as it stands: below its minimum nothing is mixed, and no epoxy goes into wet wood. */
const NOT_BEGUN: ReadonlySet<ProblemCode> = new Set<ProblemCode>([
  'below-minimum',
  'never-sets',
  'wood-too-wet',
]);

/** A problem that stops the work until its cause is gone. */
export const stops = ({ severity, code }: Pick<Problem, 'severity' | 'code'>): boolean =>
  severity === 'error' || NOT_BEGUN.has(code);

/** Problems as a person is told them: what never sets is told once, with what it takes, and not as below its minimum besides. */
export function toldOnce(problems: readonly Problem[]): readonly Problem[] {
  const never = new Set(problems.flatMap((p) => (p.code === 'never-sets' ? [p.params.product] : [])));
  return never.size === 0
    ? problems
    : problems.filter((p) => !(p.code === 'below-minimum' && never.has(p.params.product)));
}
