import { WORN_PAPER } from './consumables';
import { COARSEST, type Paper } from '../../materials/abrasives';
import type { Library } from '../../materials/product';
import type { Shop } from '../../schema/shop-fields';
import type { Ledger } from '../../trace/ledger';
import type { Stage } from '../../trace/problem';
import type { StageMemo } from '../../trace/stage-memo';
import type { Item, Rated } from '../../work/step';
import { stepOf } from '../../work/step-of';
import type { KindInput, Sanding } from '../kind';
import type { RepairInput, RepairPlan, RepairSheet, SandRequest } from '../repair';
import { planSanding, type SandingStep, papersOf } from './sanding';
import { dryPapers, filmPapers, wetPapers } from './shelf';

/** What a kind of repair is worked out from. @returns undefined before a chain is chosen */
export function repairInput({
  facts,
  damage,
  library,
  shop,
  inputs,
  system,
  survey,
  readings,
}: Pick<KindInput, 'facts' | 'damage' | 'library' | 'shop' | 'inputs' | 'system' | 'survey' | 'readings'>):
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
      instruments: shop.instruments,
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

/** Papers of the yard's shelf for what a repair wants sanded, stage by stage. */
export function sandingOf(
  memo: StageMemo,
  repair: RepairPlan,
  { library, shop }: Pick<KindInput, 'library' | 'shop'>,
): Sanding {
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
  const wood = sand.over === 'wood' || sand.over === 'veneer';
  return planSanding(
    {
      key: 'steps',
      stage: stage === 'finish' ? 'finish' : 'fair',
      stock: sand.stock,
      area: sand.area,
      end: sand.end,
      coarsest: Math.max(COARSEST[sand.material], (sand.over && COARSEST_OVER[sand.over]) ?? 0),
      papers: papersFor(sand, library, shop),
      levels: sand.levels,
      alongGrain: wood,
    },
    ledger,
  ).steps;
}

/** Coarsest paper over what is soon gone through, P grade: a face of a millimetre or two. Source: usual practice. */
const COARSEST_OVER: Readonly<Partial<Record<NonNullable<SandRequest['over']>, number>>> = {
  veneer: 120,
  'thin skin': 80,
};

/** What it is sanded with: a film finely and wet, lead wet by hand alone, everything else dry. */
function papersFor(
  { material, over }: SandRequest,
  library: Library,
  shop: Pick<Shop, 'papers'>,
): readonly Paper[] {
  // Its dust poisons.
  if (over === 'lead') return wetPapers(library, shop, material);
  return material === 'gel coat' || material === 'paint'
    ? filmPapers(library, shop, material, 'wet')
    : dryPapers(library, shop, material);
}

/** A sheet is torn in four for a hand block. */
const ON_A_BLOCK = 1 / 4;

/** Papers that a step wears. */
export const papersWorn = ({ discs, tool }: Pick<SandingStep, 'discs' | 'tool'>): readonly Rated[] => [
  { row: WORN_PAPER, amount: discs.value * (tool === 'hand block' ? ON_A_BLOCK : 1) },
];

/** Sanding as steps of a stage. */
export const paperSteps = (sanding: Sanding, stage: Stage): readonly Item[] =>
  (sanding[stage] ?? []).map((s) => ({
    step: {
      ...stepOf(
        stage,
        'sand',
        s.wet ? 'wet' : 'grit',
        { place: 'face', serves: `${stage}-${s.paperId}`, fields: { grit: s.grit } },
        s.time,
      ),
      figures: papersOf(s),
      rated: papersWorn(s),
    },
  }));
