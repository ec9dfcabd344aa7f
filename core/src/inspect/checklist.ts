import { linkOf } from '../match/chain';
import { DAMAGE_KINDS, type DamageKind } from '../materials/damage-kinds';
import { P_GRAIN } from '../materials/grits';
import type { HullFamily, Substrate } from '../materials/substrates';
import type { Plan } from '../plan/plan';
import { guidanceBySteps } from '../report/guidance';
import type { BrokenGate, Finding } from '../trace/broken';
import type { Step } from '../work/step';
import { effectsOf } from '../work/surfaces';
import type { Inspected } from './site';

/** What a foreman goes through before he signs a plan. */
export const CHECKLIST = ['way', 'wet', 'surface', 'pot', 'finish', 'papers', 'caution', 'test'] as const;
export type CheckItem = (typeof CHECKLIST)[number];

/** It is there; nothing of this job asks for it; or it is missing. */
export type CheckOutcome = 'there' | 'not asked' | 'gap';
export type Checklist = Readonly<Record<CheckItem, CheckOutcome>>;

/** Hulls that drink, and damages that lay open what drinks: written down here once more, so that the plan does not check itself. */
const DRINKS: ReadonlySet<HullFamily> = new Set<HullFamily>([
  'frp',
  'frp-cored',
  'wood',
  'foil',
  'smc',
  'foam-sheet',
]);
const LAYS_OPEN: ReadonlySet<DamageKind> = new Set<DamageKind>([
  'void',
  'crack',
  'hole',
  'crushed',
  'drilled-holes',
  'split-edge',
  'rot',
  'wet-core',
  'blisters',
]);
/** What neither drinks nor rusts, or what no coat holds on: it may be left as it is. */
const MAY_BE_BARE: ReadonlySet<HullFamily> = new Set<HullFamily>([
  'thermoplastic',
  'foam-sheet',
  'polyolefin',
  'inflatable',
]);
const NOTHING_HOLDS: ReadonlySet<string> = new Set(['foil-thermoplastic', 'lead', 'stainless']);

const GATES: Readonly<Record<'surface' | 'pot' | 'caution', ReadonlySet<BrokenGate>>> = {
  surface: new Set<BrokenGate>([
    'clean',
    'dewaxed',
    'abraded',
    'rinsed',
    'within',
    'bright',
    'cured',
    'never',
  ]),
  pot: new Set<BrokenGate>(['pot', 'mixed']),
  caution: new Set<BrokenGate>(['caution']),
};

const has = (there: boolean): CheckOutcome => (there ? 'there' : 'gap');
const lays = (step: Step): boolean => effectsOf(step).includes('lays');

/** A plan, and what the inspector found in it. */
export interface Signed {
  readonly inspected: Inspected;
  readonly findings: readonly Finding[];
}

/**
 * The foreman's list for one plan.
 *
 * @param signed a placed plan with what `inspectPlan` found
 */
export function checklistOf({ inspected, findings }: Signed): Checklist {
  const { job, plan, problems } = inspected;
  const steps = plan.work?.steps ?? [];
  const [hull] = plan.system?.substrates ?? [];
  const broken = (item: keyof typeof GATES): boolean => findings.some((f) => GATES[item].has(f.broken.gate));
  const laid = steps.filter(lays);
  const repaired = laid.length > 0 && plan.repair?.kind !== 'hold';
  const way =
    plan.system?.chosen !== undefined ||
    plan.repair !== undefined ||
    problems.some((p) => p.code === 'every-chain-refused');
  const ofLayers = (item: 'surface' | 'pot'): CheckOutcome =>
    laid.length === 0 ? 'not asked' : has(!broken(item));
  return {
    way: has(way),
    wet: hull && repaired ? dried(job.damage, hull.family, steps) : 'not asked',
    surface: ofLayers('surface'),
    pot: ofLayers('pot'),
    // What is left for another day stands as an open task.
    finish: problems.some((p) => p.code === 'finish-left')
      ? 'there'
      : hull && repaired
        ? finished(plan, hull)
        : 'not asked',
    papers: hull ? fineEnough(plan, hull) : 'not asked',
    caution: has(!broken('caution')),
    // Where every system is refused nothing is done, and nothing tested.
    test:
      steps.length === 0
        ? 'not asked'
        : has([...guidanceBySteps(plan).values()].some((g) => g.acceptance.length > 0)),
  };
}

/** Opened under water, or found wet: read or dried before the first layer closes it. */
function dried(
  { kind, wet, position }: Inspected['job']['damage'],
  family: HullFamily,
  steps: readonly Step[],
): CheckOutcome {
  const opened = kind !== undefined && kind in DAMAGE_KINDS && LAYS_OPEN.has(kind);
  const expected = wet === 'wet' || wet === 'damp' || (wet === undefined && position === 'below' && opened);
  if (!expected || !DRINKS.has(family)) return 'not asked';
  const closed = steps.findIndex(lays);
  return has(
    steps
      .slice(0, closed)
      .some((s) => s.action === 'read' || s.action === 'air' || effectsOf(s).includes('dries')),
  );
}

/** Coated where it would drink, rust or fade. */
function finished(plan: Plan, { id, family }: Substrate): CheckOutcome {
  if (MAY_BE_BARE.has(family) || NOTHING_HOLDS.has(id)) return 'not asked';
  const chain = plan.system?.chosen?.chain;
  if (!chain || plan.repair?.kind === 'dress') return 'not asked';
  const gel = chain.links.some((l) => l.role === 'bond' && l.product.family === 'polyester');
  return has(gel || linkOf(chain, 'finish') !== undefined || linkOf(chain, 'barrier') !== undefined);
}

/** Coarsest grain that a hull may meet under a film or over veneer, m. Lead is never sanded dry. */
function fineEnough(plan: Plan, { id, family }: Substrate): CheckOutcome {
  const rows = [plan.dish?.fair?.sanding, plan.finish?.sanding, ...Object.values(plan.sanding ?? {})].flatMap(
    (row) => row ?? [],
  );
  if (rows.length === 0) return 'not asked';
  const coarsest =
    id === 'wood-ply' || id === 'wood-moulded' || family === 'thermoplastic' ? P_GRAIN[120] : P_GRAIN[40];
  return has(rows.every((s) => s.grain <= coarsest * 1.02 && (id !== 'lead' || s.wet)));
}
