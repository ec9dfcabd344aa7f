import { DAMAGE_KINDS } from '../materials/damage-kinds';
import { SUBSTRATES } from '../materials/substrates';
import type { Job } from '../schema/job';
import { problem, type Problem } from '../trace/problem';

/** What no default can stand for. */
export function missing(job: Job): Problem[] {
  const problems: Problem[] = [];
  const need = (
    ok: boolean,
    path: string,
    of: 'hull' | 'damage' | 'size',
    choices: readonly string[],
  ): void => {
    if (!ok) problems.push(problem({ severity: 'error', path }, 'needed', { of, choices }));
  };
  const tested = (job.hull.evidence?.length ?? 0) > 0;
  need(
    job.hull.material !== undefined || tested,
    'hull.material',
    'hull',
    SUBSTRATES.map((s) => s.id),
  );
  need(job.damage.kind !== undefined, 'damage.kind', 'damage', Object.keys(DAMAGE_KINDS));
  const sized = job.damage.size !== undefined || (job.damage.findings?.length ?? 0) > 0;
  need(sized, 'damage.size', 'size', []);
  return problems;
}
