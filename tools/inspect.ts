// Replays plans and counts the gates that they break: the whole matrix of hulls and damages, or a pairwise sample of it,
// random jobs, and plans that were spoilt on purpose.
//   ./nelbo inspect [--sample] [--checklist] [--jobs 2000] [--seed 1] [--mutations 1000]
import { checklistOf, inspectPlan, tellBroken } from '@nelbo/core/inspect';
import { built } from './inspect/built';
import { Checklists } from './inspect/checklists';
import { pairwise, randomJobs, wholeMatrix, type Named } from './inspect/jobs';
import { mutationRun } from './inspect/mutations';
import { planned } from './inspect/planned';
import { option } from './option';

const SHOWN = 40;
const sample = process.argv.includes('--sample');
const jobs = option('jobs', sample ? 150 : 2000);
const seed = option('seed', 1);
const mutations = option('mutations', sample ? 200 : 1000);

/** Inspects jobs and tells each kind of fault once. @returns plans that were looked at, and those with a broken gate */
function inspectAll(
  title: string,
  all: readonly Named[],
  lists?: Checklists,
): { plans: number; broken: number } {
  const began = Date.now();
  const kinds = new Map<string, { count: number; first: string }>();
  let [plans, broken] = [0, 0];
  for (const job of all) {
    const inspected = planned(job);
    if (!inspected) continue;
    plans += 1;
    const found = inspectPlan(inspected);
    if (found.length > 0) broken += 1;
    const { material } = inspected.job.hull;
    lists?.add(
      `${material}, ${inspected.job.damage.kind}`,
      job.name,
      checklistOf({ inspected, findings: found }),
    );
    for (const { step, broken: gate } of found) {
      const at = inspected.plan.work?.steps.find((s) => s.id === step);
      const kind = `${gate.gate} at ${at?.action}.${at?.how}`;
      const known = kinds.get(kind) ?? { count: 0, first: `${job.name}: ${step}: ${tellBroken(gate).what}` };
      known.count += 1;
      kinds.set(kind, known);
    }
  }
  const seconds = ((Date.now() - began) / 1000).toFixed(0);
  console.log(`${title}: ${plans} plans, ${broken} with a broken gate, ${seconds} s`);
  for (const [kind, { count, first }] of [...kinds].sort((a, b) => b[1].count - a[1].count).slice(0, SHOWN))
    console.log(`  ${count} × ${kind}; first: ${first}`);
  return { plans, broken };
}

const lists = new Checklists();
const matrix = inspectAll(
  sample ? 'pairwise sample' : 'whole matrix',
  sample ? pairwise() : wholeMatrix(),
  lists,
);
if (process.argv.includes('--checklist')) lists.print();
console.log(`checklist: ${lists.gaps.length} gaps`);
for (const gap of lists.gaps.slice(0, SHOWN)) console.log(`  ${gap}`);
const more = inspectAll('members, faces, rounds, entry points', built(!sample));
const random = inspectAll(`random jobs, seed ${seed}`, randomJobs(jobs, seed));
const spoilt = mutationRun(mutations, seed);
const checks = [
  matrix.broken === 0,
  lists.gaps.length === 0,
  more.broken === 0,
  random.broken === 0,
  spoilt.caught >= 0.95 * spoilt.harmful,
  spoilt.flagged <= 0.05 * spoilt.harmless,
];
const failed = checks.filter((ok) => !ok).length;
console.log(`${checks.length - failed} passed, ${failed} failed`);
process.exitCode = failed === 0 ? 0 : 1;
