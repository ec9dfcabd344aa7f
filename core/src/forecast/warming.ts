import type { Job } from '../schema/job';
import { problem, type Problem } from '../trace/problem';
import type { Vapour } from '../trace/problem-codes';
import type { Plan } from '../plan/plan';
import { curesIn } from '../work/network';
import { LIMITS } from './limits';
import { WARMTH_DEFAULTS } from '../materials/warmth-defaults';
import { faceUnder, lampFlux } from './surroundings';

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

/** Farthest that a lamp is held away, m. */
const FARTHEST = 5;

/** A lamp that brings the face hotter than repair heat may be. */
function tooNear(warmth: NonNullable<Job['warmth']>, plan: Plan): readonly Problem[] {
  const { power, distance } = { ...WARMTH_DEFAULTS, ...warmth };
  const air = plan.inputs?.temperature.value ?? 20;
  const at = (d: number): number => faceUnder(lampFlux(power, d), air);
  const face = at(distance);
  if (face <= LIMITS.warming) return [];
  let [near, far] = [distance, FARTHEST];
  for (let i = 0; i < 30; i += 1) {
    const d = (near + far) / 2;
    if (at(d) > LIMITS.warming) near = d;
    else far = d;
  }
  return [
    problem({ severity: 'warning', stage: 'mix', path: 'warmth.distance' }, 'lamp-too-near', {
      power,
      distance,
      face,
      most: LIMITS.warming,
      safe: far,
    }),
  ];
}

/** Heat that may harm, whatever the run says. */
export function warmingProblems(job: Job, plan: Plan): readonly Problem[] {
  const problems: Problem[] = [];
  if (job.conditions?.sun === 'yes' && plan.finish)
    problems.push(problem({ severity: 'warning', stage: 'finish', path: 'conditions.sun' }, 'sun-on-coat'));
  const { warmth } = job;
  if (!warmth?.kind || warmth.kind === 'none' || !curesIn(plan.work)) return problems;
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
  if (warmth.kind === 'lamp') problems.push(...tooNear(warmth, plan));
  if (warmth.kind !== 'lamp' && held > LIMITS.warming)
    problems.push(
      problem({ severity: 'warning', stage: 'mix', path: 'warmth.temperature' }, 'held-too-hot', {
        temperature: held,
        most: LIMITS.warming,
      }),
    );
  return problems;
}
