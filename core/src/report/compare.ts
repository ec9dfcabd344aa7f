import type { Library } from '../materials/product';
import type { Finding, Job } from '../schema/job';
import type { Figure } from '../trace/figure';
import type { Plan } from '../plan/plan';
import type { Planner } from '../plan/plan-repair';
import { say, type Reader } from './say';
import type { Clock } from '../plan/clock';
import type { Shop } from '../schema/shop-fields';

/** One headline of a plan before and after a change. Same unit on both sides. */
export interface Change {
  readonly key: string;
  readonly label: string;
  readonly before: Figure;
  readonly after: Figure;
}

const HEADLINES: readonly { key: string; label: string; of: (plan: Plan) => Figure | undefined }[] = [
  { key: 'area', label: 'cut-out area', of: (p) => (p.dish?.grind ? p.survey?.area : undefined) },
  { key: 'damage', label: 'damaged area', of: (p) => (p.dish?.grind ? undefined : p.survey?.area) },
  { key: 'taper', label: 'taper ratio', of: (p) => p.dish?.grind?.taper.used },
  { key: 'ground', label: 'ground area', of: (p) => p.dish?.grind?.groundArea },
  {
    key: 'plies',
    label: 'plies',
    of: (p) =>
      p.dish?.laminate && {
        ...p.dish?.laminate.thickness,
        value: p.dish?.laminate.plies.length,
        unit: 'count',
      },
  },
  { key: 'resin', label: 'resin', of: (p) => p.dish?.mix?.total },
  { key: 'hours', label: 'hands-on', of: (p) => p.totals?.handsOn },
  { key: 'elapsed', label: 'elapsed', of: (p) => p.totals?.elapsed },
  { key: 'materials', label: 'materials', of: (p) => p.totals?.materials },
  { key: 'labour', label: 'labour', of: (p) => p.totals?.labour },
];

/** What a change moved, in plan terms; figures that read the same before and after are left out. */
export function comparePlans(before: Plan, after: Plan): readonly Change[] {
  return HEADLINES.flatMap(({ key, label, of }) => {
    const [a, b] = [of(before), of(after)];
    if (!a || !b || say(a) === say(b)) return [];
    return [{ key, label, before: a, after: b }];
  });
}

/** "plies 10 → 11; resin 138 g → 151 g" */
export function changesWords(changes: readonly Change[], reader: Reader = {}, between = '; '): string {
  return changes.map((c) => `${c.label} ${say(c.before, reader)} → ${say(c.after, reader)}`).join(between);
}

export interface FindingEffect {
  readonly finding: Finding;
  readonly plan: Plan;
  /** What this finding changed against the one before; empty for the first. */
  readonly changes: readonly Change[];
}

/**
 * The plan as it stood after each finding, and what each finding changed.
 * @param plannerAt planner to use for the finding of an index; one kept between calls replans only what changed
 */
export function findingHistory(
  job: Job,
  library: Library,
  shop: Shop,
  clock: Clock,
  plannerAt: (index: number) => Planner,
): readonly FindingEffect[] {
  const findings = job.damage.findings ?? [];
  const history: FindingEffect[] = [];
  for (const [i, finding] of findings.entries()) {
    const { plan } = plannerAt(i).plan(
      { ...job, damage: { ...job.damage, findings: findings.slice(0, i + 1) } },
      library,
      shop,
      clock,
    );
    if (!plan) continue;
    const previous = history.at(-1);
    history.push({ finding, plan, changes: previous ? comparePlans(previous.plan, plan) : [] });
  }
  return history;
}

export interface Difference {
  readonly first: Plan;
  readonly now: Plan;
  readonly changes: readonly Change[];
}

/** What has been found since the first look, in plan terms. @returns undefined until something was found after it */
export function againstFirstLook(history: readonly FindingEffect[]): Difference | undefined {
  const first = history.find((h) => h.finding.extent === 'first look');
  const last = history.at(-1);
  if (!first || !last || first === last) return undefined;
  return { first: first.plan, now: last.plan, changes: comparePlans(first.plan, last.plan) };
}
