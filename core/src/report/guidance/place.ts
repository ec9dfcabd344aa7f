import { WARMING_CAUTIONS } from '../../tell/warmth';
import type { Plan } from '../../plan/plan';
import type { Stage } from '../../trace/problem';
import type { Hazard } from '../../trace/broken';
import type { Step } from '../../work/step';
import { BUILDING_GUIDANCE } from './building';
import { doing, inStage, type Entry, type Spot } from './entry';
import { FINISHING_GUIDANCE } from './finishing';
import { OPENING_GUIDANCE } from './opening';

/** What a careful person checks, and the mark to pass. */
export interface Test {
  readonly test: string;
  readonly pass: string;
}

export interface Guidance {
  readonly cautions: readonly string[];
  readonly acceptance: readonly Test[];
}

const ENTRIES: readonly Entry[] = [...OPENING_GUIDANCE, ...BUILDING_GUIDANCE, ...FINISHING_GUIDANCE];

/** Cautions and tests as the chosen chain needs them: the craft's own, then what the kind of repair adds. */
export function entriesOf(plan: Plan): readonly Entry[] {
  const { cautions = [], acceptance = [] } = plan.repair ?? {};
  // What a kind says of an action it says of its own stage first: mixing and sanding come more than once.
  const spots = ({ at, stage }: Pick<(typeof cautions)[number], 'at' | 'stage'>): { at?: readonly Spot[] } =>
    at ? { at: [(s, p) => inStage(stage)(s, p) && doing(...at)(s, p), doing(...at)] } : {};
  return [
    ...ENTRIES.filter((e) => !e.when || e.when(plan)),
    ...cautions.map((c): Entry => ({ stage: c.stage, caution: c.text, ...spots(c) })),
    ...acceptance.map((a): Entry => ({ stage: a.stage, test: a.test, pass: a.pass, ...spots(a) })),
  ];
}

/** By step, in the order of the work: each caution at the first step that it is about, each test at the last. */
export function guidanceBySteps(plan: Plan): ReadonlyMap<string, Guidance> {
  const steps = plan.work?.steps ?? [];
  const placed = new Map<string, { cautions: string[]; acceptance: Test[] }>();
  const there = (id: string): { cautions: string[]; acceptance: Test[] } => {
    const own = placed.get(id) ?? { cautions: [], acceptance: [] };
    placed.set(id, own);
    return own;
  };
  for (const e of entriesOf(plan)) {
    if (e.caution) {
      const step = firstOf(e, steps, plan);
      if (step && !there(step.id).cautions.includes(e.caution)) there(step.id).cautions.push(e.caution);
    }
    if (e.test && e.pass) {
      const step = lastOf(e, steps, plan);
      if (step) there(step.id).acceptance.push({ test: e.test, pass: e.pass });
    }
  }
  for (const step of steps)
    if (step.action === 'warm') there(step.id).cautions.push(WARMING_CAUTIONS[step.how]);
  return placed;
}

/** What can hurt, by the step at which its caution stands. */
export function hazardsBySteps(plan: Plan): ReadonlyMap<string, ReadonlySet<Hazard>> {
  const steps = plan.work?.steps ?? [];
  const placed = new Map<string, Set<Hazard>>();
  for (const e of entriesOf(plan)) {
    const step = e.of && firstOf(e, steps, plan);
    if (e.of && step) placed.set(step.id, (placed.get(step.id) ?? new Set()).add(e.of));
  }
  return placed;
}

/** The first step of the work that it is about; failing that the first of its stage. */
function firstOf({ at = [], stage }: Entry, steps: readonly Step[], plan: Plan): Step | undefined {
  for (const spot of at) {
    const found = steps.find((s) => spot(s, plan));
    if (found) return found;
  }
  return steps.find((s) => s.stage === stage) ?? nearest(stage, steps, plan);
}

function lastOf({ at = [], after, stage }: Entry, steps: readonly Step[], plan: Plan): Step | undefined {
  for (const spot of at) {
    const last = steps.map((s) => spot(s, plan)).lastIndexOf(true);
    if (last !== -1) return (after ? whenSet(steps[last], steps, plan) : undefined) ?? steps[last];
  }
  return steps.filter((s) => s.stage === stage).at(-1) ?? nearest(stage, steps, plan);
}

/** The step that what was laid is waited for, or else the next. */
function whenSet({ id }: Step, steps: readonly Step[], { work }: Plan): Step | undefined {
  const to = work?.links.find((l) => l.from === id && l.lags.length > 0)?.to;
  return steps.find((s) => s.id === to) ?? steps[steps.findIndex((s) => s.id === id) + 1];
}

/** A stage that has waits only hands on to the first step that comes after it. */
function nearest(stage: Stage, steps: readonly Step[], plan: Plan): Step | undefined {
  const from = plan.stages.indexOf(stage);
  return steps.find((s) => plan.stages.indexOf(s.stage) >= from) ?? steps.at(-1);
}

/** Cautions and tests that stand at the steps of a stage; before any step is planned, those of the stage itself. */
export function guidanceFor(stage: Stage, plan: Plan): Guidance {
  if (!plan.work) {
    const own = entriesOf(plan).filter((e) => e.stage === stage);
    return {
      cautions: own.flatMap((e) => (e.caution ? [e.caution] : [])),
      acceptance: own.flatMap((e) => (e.test && e.pass ? [{ test: e.test, pass: e.pass }] : [])),
    };
  }
  const placed = guidanceBySteps(plan);
  const of = plan.work.steps.flatMap((s) => (s.stage === stage ? [placed.get(s.id)] : []));
  return {
    cautions: of.flatMap((g) => g?.cautions ?? []),
    acceptance: of.flatMap((g) => g?.acceptance ?? []),
  };
}
