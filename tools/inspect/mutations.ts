import { inspectPlan, type Finding, type Inspected } from '@nelbo/core/inspect';
import { HARMFUL } from './harmful';
import { HARMLESS } from './harmless';
import { pairwise } from './jobs';
import { planned } from './planned';
import { Random } from './random';
import type { Operator } from './spoil';

export interface Spoiled {
  readonly harmful: number;
  readonly caught: number;
  readonly harmless: number;
  readonly flagged: number;
}

const key = ({ step, broken }: Finding): string => `${step} ${broken.gate}`;

/** A plan whose STOPs for cold somebody has overridden: what lies behind them is judged as well. */
const walkedOn = (inspected: Inspected): Inspected => ({
  ...inspected,
  problems: inspected.problems.filter((p) => p.code !== 'cold-at-laying'),
});

/** Whether an inspection of the spoilt plan finds anything that it did not find before. */
function notices(inspected: Inspected, spoilt: Inspected): boolean {
  const before = new Set(inspectPlan(walkedOn(inspected)).map(key));
  return inspectPlan(walkedOn(spoilt)).some((f) => !before.has(key(f)));
}

/**
 * Spoils sound plans with each operator in turn, so often, and counts what the inspector notices; then changes as many
 * that nobody need mind.
 */
export function mutationRun(count: number, seed: number): Spoiled {
  const random = new Random(seed);
  const plans = pairwise().flatMap((job) => {
    const inspected = planned(job);
    return inspected ? [{ name: job.name, inspected }] : [];
  });
  const run = (operators: Readonly<Record<string, Operator>>, wanted: 'noticed' | 'not noticed'): number => {
    const names = Object.keys(operators);
    let noticed = 0;
    for (const [i, name] of names.entries()) {
      const of = Math.floor(count / names.length) + (i < count % names.length ? 1 : 0);
      const odd = new Map<string, number>();
      let [done, found, tries] = [0, 0, 0];
      while (done < of && tries < 40 * of) {
        tries += 1;
        const { name: job, inspected } = random.of(plans);
        const spoilt = operators[name](inspected, random);
        if (!spoilt) continue;
        done += 1;
        const seen = notices(inspected, { ...inspected, plan: spoilt.plan });
        if (seen) found += 1;
        if (seen !== (wanted === 'noticed')) {
          const what = `${spoilt.what} (${job})`;
          odd.set(what, (odd.get(what) ?? 0) + 1);
        }
      }
      noticed += found;
      console.log(`  ${name}: ${found} of ${done} noticed`);
      for (const [what] of [...odd].slice(0, 12))
        console.log(`    ${wanted === 'noticed' ? 'missed' : 'flagged'}: ${what}`);
    }
    return noticed;
  };
  console.log(`${count} plans spoilt, seed ${seed}`);
  const caught = run(HARMFUL, 'noticed');
  console.log(`${count} plans changed without harm`);
  const flagged = run(HARMLESS, 'not noticed');
  return { harmful: count, caught, harmless: count, flagged };
}
