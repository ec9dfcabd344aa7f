import {
  DAMAGE_KINDS,
  SUBSTRATES,
  occursOn,
  type DamageKind,
  LIBRARY,
  readJob,
  refinePlan,
  refineProblems,
  type JobDocument,
  type Plan,
  type Problem,
} from '../../src/index';
import { forecastCure } from '../../src/cure';
import { workOrder, workOrderText, type WorkOrder } from '../../src/papers';
import { CLOCK, ROUND_THE_CLOCK, planRepair, read } from '../support';

const counted = new Map<string, number>();

/** A line of the foreman's book: a spec that is named after it, and counted by its section. */
export function line(section: number, words: string, check: () => void): void {
  counted.set(String(section), (counted.get(String(section)) ?? 0) + 1);
  it(`§${section} ${words}`, check);
}

afterAll(() => {
  const sections = [...counted].sort(([a], [b]) => Number(a) - Number(b));
  const all = sections.reduce((sum, [, n]) => sum + n, 0);
  console.log(`foreman: ${all} lines (${sections.map(([s, n]) => `§${s} ${n}`).join(', ')})`);
});

export interface Planned {
  readonly plan: Plan;
  readonly problems: readonly Problem[];
  readonly order: WorkOrder;
  readonly text: string;
}

/** A job as paper has it, round the clock. @param more laid over a plain job of that hull and damage */
export function planned(
  hull: string,
  kind: string,
  more: Partial<Record<string, object | string>> = {},
): Planned {
  const { damage = {}, hull: own = {}, conditions = {}, ...rest } = more;
  const document = {
    format: 'nelbo-job/1',
    title: `${kind}, ${hull}`,
    hull: { material: hull, ...(own as object) },
    damage: { kind, position: 'above', size: [0.12, 0.06], ...(damage as object) },
    access: 'both',
    conditions: { temperature: 20, humidity: 0.5, place: 'shop', ...(conditions as object) },
    schedule: { start: '2026-11-23T08:00:00Z' },
    ...rest,
  } as unknown as JobDocument;
  const { problems: faults } = readJob(document);
  if (faults.length > 0) throw new Error(`${kind}, ${hull}: ${faults.map((f) => f.path).join(', ')}`);
  const job = read(document);
  const result = planRepair(job, LIBRARY, ROUND_THE_CLOCK, CLOCK);
  if (!result.plan) throw new Error(`no plan of ${kind}, ${hull}`);
  const cure = forecastCure(job, result, LIBRARY, ROUND_THE_CLOCK, CLOCK, { cells: 20 });
  const plan = cure ? refinePlan(result.plan, cure) : result.plan;
  const problems = cure ? refineProblems(result.problems, cure) : result.problems;
  const order = workOrder(job, plan, problems, [], { timeZone: 'UTC' });
  return { plan, problems, order, text: workOrderText(order) };
}

/** "action how" of every step, in order. */
export const doneIn = ({ plan }: Planned): readonly string[] =>
  (plan.work?.steps ?? []).map((s) => `${s.action} ${s.how}`);

/** Where the first step of an action stands, −1 where there is none. */
export const first = (planned: Planned, ...actions: readonly string[]): number =>
  (planned.plan.work?.steps ?? []).findIndex((s) => actions.includes(s.action));

/** Every wait of a plan, by what is waited for. */
export const waits = ({ plan }: Planned): readonly { readonly awaited: string; readonly s: number }[] =>
  (plan.work?.links ?? []).flatMap((l) => l.lags.map((x) => ({ awaited: x.awaited, s: x.least.value })));

export const codes = ({ problems }: Planned): readonly string[] => problems.map((p) => p.code);

export interface Pair {
  readonly name: string;
  readonly family: string;
  readonly hull: string;
  readonly of: Planned;
}

const kept = new Map<string, readonly Pair[]>();

/** Every hull and damage, dry, planned once for each side of the waterline however many lines look at it. */
export function everyPair(position: 'above' | 'below'): readonly Pair[] {
  const known = kept.get(position);
  if (known) return known;
  const made = SUBSTRATES.flatMap(({ id, family }) =>
    (Object.keys(DAMAGE_KINDS) as DamageKind[])
      .filter((kind) => occursOn(kind, family))
      .map((kind) => ({
        name: `${id}, ${kind}, ${position}`,
        family,
        hull: id,
        of: planned(id, kind, { damage: { position, wet: 'dry' } }),
      })),
  );
  kept.set(position, made);
  return made;
}
