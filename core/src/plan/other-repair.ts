import { checkTemperature, doublingRule } from '../cure/cure-model';
import { planBuildUp } from '../finish/film';
import { COARSEST } from '../materials/abrasives';
import { DEFAULTS } from '../materials/defaults';
import type { Library } from '../materials/product';
import { repairKindFor, type RepairKinds } from '../repairs/kinds';
import type { RepairInput, RepairPlan, RepairSheet, SandRequest } from '../repairs/repair';
import type { Ledger } from '../trace/ledger';
import type { Stage } from '../trace/problem';
import { finishStage } from './finishing';
import type { Inputs } from './inputs';
import type { KindInput, PlanKind, WorkedOut } from './kind';
import { priceMaterials, type Wanted } from './materials-list';
import type { SystemPlan } from './matching';
import { measureAll } from './measure-all';
import type { FinishPlan, Plan } from './plan';
import type { MaterialLine } from './sums';
import { planSanding, type SandingStep } from './sanding';
import { dryPapers, filmPapers } from './shelf';
import type { Shop } from '../schema/shop-fields';
import type { StageMemo } from './stage-memo';
import { finishSteps } from './steps/finish';
import { surveySteps } from './steps/job';
import type { TaskFacts } from './steps/parts';
import type { Item } from '../work/step';
import { stepOf } from '../work/step-of';

/** What a kind of repair is worked out from. @returns undefined before a chain is chosen */
export function repairInput({
  facts,
  damage,
  library,
  inputs,
  system,
  survey,
  readings,
}: Pick<KindInput, 'facts' | 'damage' | 'library' | 'inputs' | 'system' | 'survey' | 'readings'>):
  RepairInput | undefined {
  const {
    thickness,
    gelCoat,
    core,
    temperature,
    humidity,
    access,
    position,
    grade,
    waste,
    hands,
    dropsPerMl,
  } = inputs;
  return (
    system.chosen && {
      substrate: system.substrates[0],
      damage,
      route: system.route.id,
      chain: system.chosen.chain,
      survey,
      readings,
      job: facts,
      conditions: {
        thickness,
        gelCoat,
        core,
        temperature,
        humidity,
        access,
        position,
        grade,
        waste,
        hands,
        dropsPerMl,
      },
      library,
    }
  );
}

/** Two sheets of one stage as one. */
function mergedSheets(a: readonly RepairSheet[], b: readonly RepairSheet[]): readonly RepairSheet[] {
  const both = a.map((s): RepairSheet => {
    const t = b.find((x) => x.stage === s.stage);
    if (!t) return s;
    return {
      ...s,
      sentence:
        s.sentence.length > 0 && t.sentence.length > 0
          ? [...s.sentence, ' ', ...t.sentence]
          : [...s.sentence, ...t.sentence],
      key: [...s.key, ...t.key],
      tables: [...s.tables, ...t.tables],
      notes: [...s.notes, ...t.notes],
      asks: [...s.asks, ...t.asks],
      sand: s.sand ?? t.sand,
    };
  });
  return [...both, ...b.filter((t) => !a.some((s) => s.stage === t.stage))];
}

/** Two parts of one repair as one. */
export const joined = (a: RepairPlan, b: RepairPlan | undefined): RepairPlan =>
  b
    ? {
        ...a,
        sheets: mergedSheets(a.sheets, b.sheets),
        items: [...a.items, ...b.items],
        later: [...a.later, ...b.later],
        pots: [...a.pots, ...b.pots],
        materials: [...a.materials, ...b.materials],
        cautions: [...a.cautions, ...b.cautions],
        acceptance: [...a.acceptance, ...b.acceptance],
      }
    : a;

/** A repair that is not laminate in a dish: its own kind works it out; finish, papers, cups, prices and time are those of every plan. */
function workOut(memo: StageMemo, input: KindInput): WorkedOut | undefined {
  const repair = repairInput(input);
  const { kinds } = input;
  if (!kinds) return { needs: 'repairs' };
  const kind = repair && repairKindFor(kinds, repair);
  const own = kind && memo.run('repair', repair, (i, l) => kind.plan(i, l));
  if (!repair || !own) return undefined;
  const { finish, bySheet } = finishOf(memo, input, repair, own, kinds);
  const whole = joined(own, bySheet);
  const sanding = sandingOf(memo, whole, input);
  const bench = memo.run(
    'bench',
    {
      batches: [],
      pots: whole.pots.map((p) => ({ id: p.id, stage: p.stage, parts: p.parts })),
      coat: finish?.partsPerCoat,
      instruments: input.shop.instruments,
    },
    measureAll,
  );
  const materials = memo.run(
    'materials',
    { wanted: wantedOf(whole, finish, input.system) },
    (i, l): readonly MaterialLine[] => priceMaterials(i.wanted, l),
  );
  const items = memo.run(
    'time',
    {
      own: own.items,
      after: bySheet?.items ?? [],
      later: own.later,
      sanding,
      finish,
      system: input.system,
      facts: input.taskFacts,
      masking: own.coat?.masking,
      hands: input.inputs.hands,
    },
    itemsOf,
  );
  return { repair: whole, sanding, finish, bench, materials, items };
}

/** Whatever is not laminate in a dish: its own kind, of those handed in, works it out. */
export const OTHER_KIND: PlanKind = { takes: () => true, work: workOut };

/** The finish where the chain has a paint or a gel coat; by its sheet, or told to be left out, where it has another or none. */
function finishOf(
  memo: StageMemo,
  { job, facts, library, shop, inputs, system }: KindInput,
  repair: RepairInput,
  own: RepairPlan,
  kinds: RepairKinds,
): { readonly finish?: FinishPlan; readonly bySheet?: RepairPlan } {
  const face = own.coat;
  const paint = system.chosen?.chain.finish;
  if (!face || !system.route.stages.includes('finish')) return {};
  if (!paint)
    return { bySheet: memo.run('coating', { repair, face }, (i, l) => kinds.finishing(i.repair, i.face, l)) };
  const milestones = memo.run('cure', { paint, temperature: inputs.temperature }, (i, l) => {
    checkTemperature(i.paint, i.temperature, 'finish', l);
    return doublingRule.milestones('finish', i.paint, i.temperature, l);
  });
  const buildUp = memo.run('buildUp', { paint, gelCoat: inputs.gelCoat, film: job.coat?.film }, (i, l) =>
    planBuildUp(i.paint, i.gelCoat, i.film, l),
  );
  if (!milestones || !buildUp) return {};
  const filmed = memo.run(
    'finish',
    {
      film: {
        finish: paint,
        film: facts.coat?.film === undefined && face.film ? face.film : buildUp.finish,
        area: face.area,
        grade: inputs.grade,
        temperature: inputs.temperature,
        usable: milestones.usable,
        dropsPerMl: inputs.dropsPerMl,
        method: facts.coat?.method,
        thinner: facts.coat?.thinner,
        tapeRoom: DEFAULTS.maskingClearance,
      },
      humidity: inputs.humidity,
      check: facts.check,
      weather: { place: facts.conditions?.place, wind: facts.coat?.wind, sun: facts.conditions?.sun },
      library,
      shop: { papers: shop.papers, habit: shop.habit },
      sanding: facts.sanding,
    },
    finishStage,
  );
  return { finish: filmed && { ...filmed, milestones } };
}

/** Papers of the yard's shelf for what a repair wants sanded, stage by stage. */
export function sandingOf(
  memo: StageMemo,
  repair: RepairPlan,
  { library, shop }: Pick<KindInput, 'library' | 'shop'>,
): NonNullable<Plan['sanding']> {
  const sanding: Partial<Record<Stage, readonly SandingStep[]>> = {};
  for (const { stage, sand } of repair.sheets) {
    const steps =
      sand && memo.run(`sand.${stage}`, { stage, sand, library, shop: { papers: shop.papers } }, stepsFor);
    if (steps) sanding[stage] = steps;
  }
  return sanding;
}

function stepsFor(
  {
    stage,
    sand,
    library,
    shop,
  }: {
    readonly stage: Stage;
    readonly sand: SandRequest;
    readonly library: Library;
    readonly shop: Pick<Shop, 'papers'>;
  },
  ledger: Ledger,
): readonly SandingStep[] {
  const film = sand.material === 'gel coat' || sand.material === 'paint';
  const papers = film
    ? filmPapers(library, shop, sand.material, 'wet')
    : dryPapers(library, shop, sand.material);
  return planSanding(
    {
      key: 'steps',
      stage: stage === 'finish' ? 'finish' : 'fair',
      stock: sand.stock,
      area: sand.area,
      end: sand.end,
      coarsest: COARSEST[sand.material],
      papers,
      levels: sand.levels,
    },
    ledger,
  ).steps;
}

/** Sanding as steps of a stage. */
export const paperSteps = (sanding: NonNullable<Plan['sanding']>, stage: Stage): readonly Item[] =>
  (sanding[stage] ?? []).map((s) => ({
    step: stepOf(
      stage,
      'sand',
      s.wet ? 'wet' : 'grit',
      { place: 'face', serves: `${stage}-${s.paperId}`, fields: { grit: s.grit } },
      s.time,
    ),
  }));

const wantedOf = (
  repair: RepairPlan,
  finish: FinishPlan | undefined,
  system: SystemPlan,
): readonly Wanted[] => {
  const coat = system.chosen?.chain.finish;
  return [
    ...repair.materials,
    ...(finish && coat
      ? [
          {
            id: 'finish',
            product: coat.name,
            use: `${finish.coats.value} coats`,
            quantity: coat.pricePerM3 === undefined ? finish.mass : finish.volume,
            priced: coat,
          },
        ]
      : []),
    ...(finish?.parts.kind === 'peroxide'
      ? [{ id: 'finishCatalyst', product: 'MEKP catalyst', use: 'gel coat', quantity: finish.parts.catalyst }]
      : []),
  ];
};

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
}

/** The kind's own steps, its papers, then the coats: a face is sanded before it is coated. */
function itemsOf(
  { own, after, later, sanding, finish, system, facts, masking, hands }: Ordered,
  ledger: Ledger,
): readonly Item[] {
  // What the kind has done itself, such as masking before its own coats, is not done twice.
  const done = new Set(own.flatMap((item) => ('step' in item ? [item.step.id] : [])));
  const notYet = (items: readonly Item[]): readonly Item[] =>
    items.filter((item) => !('step' in item) || !done.has(item.step.id));
  return [
    ...surveySteps(ledger),
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
  ];
}
