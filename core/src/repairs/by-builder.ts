import type { Figure } from '../trace/figure';
import { checkTemperature, doublingRule } from '../cure/cure-model';
import { planBuildUp } from '../finish/build-up';
import { DEFAULTS } from '../materials/defaults';
import { linkOf } from '../match/chain';
import { planFinishing } from './common/finishing';
import { hasUnder, planUnderCoats, type UnderRole } from './common/undercoats';
import { joined, paperSteps, repairInput, sandingOf } from './common/around';
import type { BuilderKind, RepairInput, RepairPlan } from './repair';
import type { Ledger } from '../trace/ledger';
import type { Stage } from '../trace/problem';
import { finishStage, type FinishPlan } from './common/finish-stage';
import type { Inputs } from '../resolve/inputs';
import type { KindInput, RepairKind, TaskFacts, WorkedOut } from './kind';
import { coatWanted, priceMaterials, type MaterialLine } from './common/prices';
import type { SystemPlan } from '../resolve/matching';
import { measureAll } from './common/measure-all';
import type { SandingStep } from './common/sanding';
import type { StageMemo } from '../trace/stage-memo';
import { finishSteps } from './common/finish-steps';
import { glanceSteps, surveySteps } from './common/survey-steps';
import { maskedOnce } from '../work/masked-once';
import type { Item } from '../work/step';

/** A kind that writes its plan with the builder: finish, papers, cups and prices are those of every repair. */
export const byBuilder = (kind: BuilderKind): RepairKind => ({
  id: kind.id,
  name: kind.name,
  takes: kind.takes,
  work: (memo, input) => workOut(kind, memo, input),
});

function workOut(kind: BuilderKind, memo: StageMemo, input: KindInput): WorkedOut | undefined {
  const repair = repairInput(input);
  const own = repair && memo.run('repair', repair, (i, l) => kind.plan(i, l));
  if (!repair || !own) return undefined;
  const { finish, bySheet } = finishOf(kind, memo, input, repair, own);
  const under = underOf(kind, memo, repair, own);
  const whole = joined(joined(own, under), bySheet);
  const sanding = sandingOf(memo, whole, input);
  const bench = memo.run(
    'bench',
    {
      batches: [],
      pots: whole.pots.map((p) => ({ id: p.id, stage: p.stage, parts: p.parts, through: p.through })),
      coat: finish?.partsPerCup,
      instruments: input.shop.instruments,
    },
    measureAll,
  );
  const materials = memo.run(
    'materials',
    { wanted: [...whole.materials, ...coatWanted(finish, input.system.chosen?.chain.finish)] },
    (i, l): readonly MaterialLine[] => priceMaterials(i.wanted, l),
  );
  const items = memo.run(
    'time',
    {
      own: own.items,
      after: [...(under?.items ?? []), ...(bySheet?.items ?? [])],
      later: own.later,
      sanding,
      finish,
      system: input.system,
      facts: input.taskFacts,
      masking: own.coat?.masking,
      hands: input.inputs.hands,
      quick: kind.quick,
      area: input.survey.area,
    },
    itemsOf,
  );
  return { repair: whole, sanding, finish, bench, materials, items, ...(kind.quick ? { quick: true } : {}) };
}

/** What a kind does not lay itself between the face and its finish. A primer of the chain is laid by the kind. */
const BESIDE: readonly UnderRole[] = ['barrier', 'undercoat'];
const NO_BARRIER: readonly UnderRole[] = ['undercoat'];
const AGAIN: readonly UnderRole[] = ['prime'];

/** A barrier is primer enough where sanding went through. */
function rolesOf(kind: BuilderKind, { chain }: RepairInput): readonly UnderRole[] {
  if (kind.primesAgain && !linkOf(chain, 'barrier')) return AGAIN;
  return kind.laysBarrier ? NO_BARRIER : BESIDE;
}

/** Coats between the face and its finish, where the chain has some and the kind does not lay them itself. */
function underOf(
  kind: BuilderKind,
  memo: StageMemo,
  repair: RepairInput,
  { coat: face }: RepairPlan,
): RepairPlan | undefined {
  const roles = rolesOf(kind, repair);
  if (!face || !hasUnder(repair, roles)) return undefined;
  return memo.run('under', { repair, face, roles }, (i, l) =>
    planUnderCoats(i.repair, i.face, l, i.roles, kind.primesAgain),
  );
}

/** Sheets that give under a thumb. */
const FLEXES: ReadonlySet<string> = new Set(['thermoplastic', 'foam-sheet', 'polyolefin']);
/** Ways that may leave something hollow under the finish. */
const HOLLOW: ReadonlySet<string> = new Set(['inject', 'recore', 'laminate']);

/** The finish where the chain has a paint or a gel coat; by its sheet, or told to be left out, where it has another or none. */
function finishOf(
  kind: BuilderKind,
  memo: StageMemo,
  { job, facts, library, shop, inputs, system, elsewhere }: KindInput,
  repair: RepairInput,
  own: RepairPlan,
): { readonly finish?: FinishPlan; readonly bySheet?: RepairPlan } {
  const face = own.coat;
  const paint = system.chosen?.chain.finish;
  if (!face || !system.route.stages.includes('finish')) return {};
  if (!paint)
    return { bySheet: memo.run('coating', { repair, face }, (i, l) => planFinishing(i.repair, i.face, l)) };
  const milestones = memo.run('cure', { paint, temperature: inputs.temperature }, (i, l) => {
    checkTemperature(i.paint, i.temperature, 'finish', l);
    return doublingRule.milestones('finish', i.paint, i.temperature, l);
  });
  const buildUp = memo.run(
    'buildUp',
    {
      coat: paint,
      gelCoat: inputs.gelCoat,
      film: job.coat?.film,
      flexes: FLEXES.has(repair.substrate.family),
      // A barrier is primer enough.
      primed:
        hasUnder(repair, ['undercoat', 'barrier']) || (kind.primesAgain === true && hasUnder(repair, AGAIN)),
    },
    planBuildUp,
  );
  if (!milestones || !buildUp) return {};
  const filmed = memo.run(
    'finish',
    {
      film: {
        finish: paint,
        film: facts.coat?.film === undefined && face.film ? face.film : buildUp.coat,
        area: face.area,
        elsewhere: elsewhere?.coated,
        grade: inputs.grade,
        temperature: inputs.temperature,
        usable: milestones.usable,
        dropsPerMl: inputs.dropsPerMl,
        instruments: shop.instruments,
        method: facts.coat?.method,
        thinner: facts.coat?.thinner,
        // A whole face is coated to its natural lines.
        tapeRoom: system.route.id === 'renew' ? 0 : DEFAULTS.maskingClearance,
      },
      hollow: HOLLOW.has(system.route.id),
      onMetal: repair.substrate.family === 'metal',
      humidity: inputs.humidity,
      check: facts.check,
      weather: { wind: facts.coat?.wind, sun: facts.conditions?.sun },
      library,
      shop: { papers: shop.papers, habit: shop.habit },
      sanding: facts.sanding,
    },
    finishStage,
  );
  return { finish: filmed && { ...filmed, milestones } };
}

interface Ordered {
  readonly own: readonly Item[];
  readonly after: readonly Item[];
  readonly later: readonly Item[];
  readonly sanding: Partial<Record<Stage, readonly SandingStep[]>>;
  readonly finish?: FinishPlan;
  readonly system: SystemPlan;
  readonly facts: TaskFacts;
  readonly masking?: NonNullable<RepairPlan['coat']>['masking'];
  readonly hands: Inputs['hands'];
  readonly quick?: true;
  /** Of what was found, m². */
  readonly area: Figure;
}

/** The kind's own steps, its papers, then the coats: a face is sanded before it is coated. */
function itemsOf(
  { own, after, later, sanding, finish, system, facts, masking, hands, quick, area }: Ordered,
  ledger: Ledger,
): readonly Item[] {
  // What the kind has done itself, such as masking before its own coats, is not done twice.
  const done = new Set(own.flatMap((item) => ('step' in item ? [item.step.id] : [])));
  const notYet = (items: readonly Item[]): readonly Item[] =>
    items.filter((item) => !('step' in item) || !done.has(item.step.id));
  return maskedOnce([
    ...(quick
      ? glanceSteps(ledger)
      : surveySteps(
          ledger,
          system.substrates.map((s) => s.family),
          area,
        )),
    ...own,
    ...paperSteps(sanding, 'grind'),
    ...paperSteps(sanding, 'fair'),
    ...paperSteps(sanding, 'finish'),
    ...notYet(after),
    ...(finish && masking
      ? notYet(
          finishSteps({ finish, chain: system.chosen?.chain, job: facts, masking, moved: [], hands }, ledger),
        )
      : []),
    ...later,
  ]);
}
