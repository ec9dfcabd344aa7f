import type { Job } from '../schema/job';
import { problem, type Problem } from '../trace/problem';
import type { Vapour } from '../trace/problem-codes';
import type { Plan } from '../plan/plan';
import { LIMITS } from './limits';

/** What of the chain gives off vapour that burns while it cures. */
export function flammable(plan: Plan): Vapour | undefined {
  const products = plan.system?.chosen?.chain.links.map((l) => l.product) ?? [];
  if (
    products.some(
      (p) => p.family === 'polyester' || p.family === 'vinyl ester' || p.traits?.includes('styrene'),
    )
  )
    return 'styrene';
  if (products.some((p) => p.family === 'methacrylate')) return 'methacrylate';
  return products.some((p) => p.role === 'fabric adhesive' && p.traits?.includes('solvent'))
    ? 'solvent of the adhesive'
    : undefined;
}

/** Heat that may harm, whatever the run says. */
export function warmingProblems(job: Job, plan: Plan): readonly Problem[] {
  const problems: Problem[] = [];
  if (job.conditions?.sun === 'yes' && plan.finish)
    problems.push(problem({ severity: 'warning', stage: 'finish', path: 'conditions.sun' }, 'sun-on-coat'));
  const { warmth } = job;
  if (!warmth?.kind || warmth.kind === 'none') return problems;
  const resin = plan.system?.chosen?.chain.resin;
  const styrene = resin?.family === 'polyester' || resin?.family === 'vinyl ester';
  const held = warmth.temperature ?? 25;
  const vapour = flammable(plan);
  if (warmth.kind === 'tent' && vapour)
    problems.push(
      problem({ severity: 'warning', stage: 'mix', path: 'warmth.kind' }, 'vapour-in-tent', { vapour }),
    );
  if (warmth.kind === 'lamp' && styrene && warmth.from === 'start')
    problems.push(problem({ severity: 'warning', stage: 'mix', path: 'warmth.from' }, 'lamp-over-styrene'));
  if (warmth.kind !== 'lamp' && held > LIMITS.warming)
    problems.push(
      problem({ severity: 'warning', stage: 'mix', path: 'warmth.temperature' }, 'held-too-hot', {
        temperature: held,
        most: LIMITS.warming,
      }),
    );
  return problems;
}
