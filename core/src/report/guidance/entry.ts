import type { Chain } from '../../match/chain';
import type { ChainRole } from '../../match/links';
import type { Product, ProductTrait } from '../../materials/product';
import type { HullFamily } from '../../materials/substrates';
import type { Plan } from '../../plan/plan';
import type { Stage } from '../../trace/problem';
import { ACTIONS, type Action } from '../../work/actions';
import type { ActionEntry } from '../../work/entry';
import type { Hazard } from '../../trace/broken';
import type { Doing } from '../../repairs/repair';
import type { Step } from '../../work/step';

/** Whether a step is one that something is said at. */
export type Spot = (step: Step, plan: Plan) => boolean;

/** A caution or a test, when it holds, and where in the work it stands. */
export interface Entry {
  readonly stage: Stage;
  readonly when?: (plan: Plan) => boolean;
  readonly caution?: string;
  /** What the caution is of, where it is of something that can hurt. */
  readonly of?: Hazard;
  readonly test?: string;
  readonly pass?: string;
  /** The steps that it is about, the best first; a caution stands at the first of them, a test at the last. */
  readonly at?: readonly Spot[];
  /** A test that is done when what those steps laid has set: at the step that follows the last of them. */
  readonly after?: true;
}

export const chainOf = (plan: Plan): Chain | undefined => plan.system?.chosen?.chain;
export const productsOf = (plan: Plan): readonly Product[] => [
  ...(chainOf(plan)?.links.map((l) => l.product) ?? []),
  ...(plan.repair?.pots.map((p) => p.product) ?? []),
];
export const resinIs =
  (...families: string[]) =>
  (plan: Plan): boolean =>
    families.includes(chainOf(plan)?.resin?.family ?? '');
export const fillerIs =
  (kind: string) =>
  (plan: Plan): boolean =>
    chainOf(plan)?.filler?.proportion?.kind === kind;
export const finishIs =
  (kind: string) =>
  (plan: Plan): boolean =>
    chainOf(plan)?.finish?.kind === kind;
/** True where one of the hulls that the job may be about is of these families; before any is known all cautions stand. */
export const hullIs =
  (...families: HullFamily[]) =>
  (plan: Plan): boolean =>
    plan.system?.substrates.some((s) => families.includes(s.family)) ?? true;
export const hullNot =
  (...families: HullFamily[]) =>
  (plan: Plan): boolean =>
    plan.system === undefined || plan.system.substrates.some((s) => !families.includes(s.family));
export const hullIdIs =
  (...ids: string[]) =>
  (plan: Plan): boolean =>
    plan.system?.substrates.some((s) => ids.includes(s.id)) ?? false;
export const uses =
  (...families: string[]) =>
  (plan: Plan): boolean =>
    productsOf(plan).some((p) => families.includes(p.family));
export const hasTrait =
  (...traits: ProductTrait[]) =>
  (plan: Plan): boolean =>
    productsOf(plan).some((p) => p.traits?.some((t) => traits.includes(t)));
const linkHolds =
  (role: ChainRole) =>
  (...traits: ProductTrait[]) =>
  (plan: Plan): boolean =>
    chainOf(plan)?.links.some((l) => l.role === role && l.product.traits?.some((t) => traits.includes(t))) ??
    false;
/** What is laid last over a face has one of these traits. */
export const coatHolds = linkHolds('finish');
/** What bonds has one of these traits. */
export const glueHolds = linkHolds('bond');
export const routeIs =
  (...ids: string[]) =>
  (plan: Plan): boolean =>
    ids.includes(plan.system?.route.id ?? '');
export const both =
  (...tests: ((plan: Plan) => boolean)[]) =>
  (plan: Plan): boolean =>
    tests.every((t) => t(plan));
/** A step of the work is one of these; where no work is planned yet it may be. */
export const hasStep =
  (...spots: Spot[]) =>
  (plan: Plan): boolean =>
    plan.work?.steps.some((s) => spots.some((spot) => spot(s, plan))) ?? true;

export const peroxide = (p: Product): boolean => 'proportion' in p && p.proportion?.kind === 'peroxide';
/** Putty with cream hardener; accelerators of fabric glue are told of in their own words. */
export const cream = (p: Product): boolean =>
  'proportion' in p && p.proportion?.kind === 'cream' && p.role !== 'fabric adhesive';

/** Steps of these actions. */
export const on =
  (...actions: Action[]): Spot =>
  ({ action }) =>
    actions.includes(action);
/** Steps of an action in some of its variants. */
export const onHow =
  (action: Action, ...hows: string[]): Spot =>
  (step) =>
    step.action === action && hows.includes(step.how);
/** Steps of any of these actions, or of a variant of one. */
export const doing =
  (...of: readonly Doing[]): Spot =>
  ({ action, how }) =>
    of.some((d) => (typeof d === 'string' ? d === action : d[0] === action && d[1] === how));
/** Steps of a stage. */
export const inStage =
  (stage: Stage): Spot =>
  (step) =>
    step.stage === stage;
/** Steps that mix a product of some kind. */
export const mixing =
  (is: (product: Product) => boolean): Spot =>
  (step, plan) =>
    step.action === 'mix' && productsOf(plan).some((p) => p.id === step.pot?.product && is(p));
/** Steps in which something uncured is handled. */
export const WET = on('mix', 'saturate', 'lay', 'glue', 'fill', 'inject', 'coat', 'join', 'member');
/** Steps that may go through the hull, or into what lies behind it; a crack or chip that is opened in the gel coat does not. */
export const CUTTING: Spot = (step, plan) =>
  on('cut', 'grind', 'drill', 'stopHoles', 'strip')(step, plan) ||
  onHow('bevel', 'rim', 'edge', 'chamfer', 'scarf')(step, plan) ||
  onHow('open', 'shell', 'groove', 'bothFaces', 'bothFacesOfRepair', 'peel', 'blisters')(step, plan);
/** Steps that are done with one of these tools. */
export const withTool =
  (...names: string[]): Spot =>
  ({ action, how }) => {
    const { tools = [], toolsIf = {} }: ActionEntry = ACTIONS[action];
    return (toolsIf[how] ?? tools).some((tool) => names.includes(tool));
  };
/** A lift from here on heats itself, m. Source: sheets of laminating resins allow some 10 mm in one go. */
const THICK = 0.01;
/** Steps that pour or lay so much at once that it heats itself. */
export const THICK_POUR: Spot = ({ id, plies = [] }, { work, dish }) => {
  const all = dish?.laminate?.plies ?? [];
  const atOnce = dish?.mix?.groups.find((g) => plies.some((lay) => g.includes(lay))) ?? [];
  const laid = all.reduce((sum, p) => (atOnce.includes(p.lay) ? sum + p.thickness.value : sum), 0);
  const lags = (work?.links ?? []).flatMap((l) => (l.from === id ? l.lags : []));
  return laid >= THICK || lags.some((lag) => (lag.cures?.layer.thickness ?? 0) >= THICK);
};
/** Steps that raise dust. */
export const DUSTY = on('grind', 'open', 'cut', 'bevel', 'drill', 'strip', 'abrade', 'sand', 'cutHighs');
/** Steps within the boat that make dust or vapour. */
export const WITHIN: Spot = (step, plan) =>
  step.place === 'inside' && hullNot('inflatable')(plan) && (DUSTY(step, plan) || WET(step, plan));
