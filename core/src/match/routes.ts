import { wayOf, type DamageKind, type RouteId } from '../materials/damage-kinds';
import { modelOf, type Product } from '../materials/product';
import type { HullFamily } from '../materials/substrates';
import type { Stage } from '../trace/problem';
import { choicesOf, type ChainRole, type Choice } from './links';

/** A way of repairing: which links its chain has, which stages the job goes through, and where the method ends. */
export interface Route {
  readonly id: RouteId;
  readonly name: string;
  readonly choices: readonly Choice[];
  /** The link that holds the repair; ranked chains differ in it. */
  readonly key: ChainRole;
  readonly stages: readonly Stage[];
  /** A skin is laid up anew. */
  readonly laysUp?: true;
  /** Sizes for which the method is meant, largest dimension in m; beyond them somebody else looks at it first. */
  readonly upTo: number;
  readonly escalate: string;
}

const PREP: Choice = { role: 'prep', from: ['preparation'] };
const CLEAN: Choice = { role: 'clean', from: ['cleaner'] };
const PRIME_TIE: Choice = { role: 'prime', from: ['tie coat'], orNone: true };
const BARRIER: Choice = { role: 'barrier', from: ['barrier coat'], orNone: true };
const ALL: readonly Stage[] = ['survey', 'system', 'grind', 'laminate', 'mix', 'fair', 'finish', 'log'];
const WITHOUT_LAMINATE = ALL.filter((s) => s !== 'laminate');
/** Products of the library, and those of the yard that were made after them. */
const madeAfter =
  (...ids: readonly string[]) =>
  (p: Product): boolean =>
    ids.includes(modelOf(p));
const notRenewer = (p: Product): boolean => modelOf(p) !== 'renewer-fabric';
const notPolish = (p: Product): boolean => p.family !== 'polish' && notRenewer(p);
const isCloth = (p: Product): boolean => p.role !== 'cloth' || ('kind' in p && p.kind !== 'peel ply');
/** Cloth, or one of these plates and bushes. */
const clothOr =
  (...plates: readonly string[]) =>
  (p: Product): boolean =>
    (isCloth(p) && p.role !== 'plate') || madeAfter(...plates)(p);
const FINISH: Choice = { role: 'finish', from: ['finish', 'coating'], orNone: true, only: notPolish };

const OWN = {
  laminate: {
    id: 'laminate',
    name: 'grind and laminate',
    choices: [
      PREP,
      CLEAN,
      { role: 'bond', from: ['laminating resin'] },
      { role: 'reinforce', from: ['cloth'], only: isCloth },
      PRIME_TIE,
      { role: 'fill', from: ['fairing compound'], orNone: true },
      BARRIER,
      FINISH,
    ],
    key: 'bond',
    stages: ALL,
    laysUp: true,
    upTo: 1,
    escalate:
      'a hole over a metre, or one that changes the shape of the hull, wants a surveyor before it is ground',
  },
  surface: {
    id: 'surface',
    name: 'open, fill and finish',
    choices: [
      PREP,
      CLEAN,
      { role: 'bond', from: ['surface filler', 'adhesive'] },
      { ...FINISH, only: notRenewer },
    ],
    key: 'bond',
    stages: WITHOUT_LAMINATE,
    upTo: 0.4,
    escalate: 'cracks in a pattern over a wide field mean that the laminate moves: find out why first',
  },
  bonded: {
    id: 'bonded',
    name: 'bond or weld',
    choices: [
      PREP,
      CLEAN,
      { role: 'prime', from: ['primer'], orNone: true, only: madeAfter('primer-polyolefin') },
      { role: 'bond', from: ['adhesive', 'weld rod', 'laminating resin'] },
      {
        role: 'reinforce',
        from: ['plate', 'cloth'],
        orNone: true,
        only: clothOr('plate-abs', 'plate-g10', 'plate-pe'),
      },
      { role: 'finish', from: ['finish', 'coating'], orNone: true, only: notPolish },
    ],
    key: 'bond',
    stages: ['survey', 'system', 'grind', 'mix', 'finish', 'log'],
    upTo: 0.6,
    escalate: 'a crack that runs on from a stop hole, or a hull that oil-cans, is at the end of its life',
  },
  edge: {
    id: 'edge',
    name: 'rebuild the edge',
    choices: [
      PREP,
      CLEAN,
      { role: 'bond', from: ['adhesive', 'laminating resin'] },
      {
        role: 'reinforce',
        from: ['plate', 'cloth'],
        orNone: true,
        only: clothOr('bush-acetal', 'bush-nylon'),
      },
      FINISH,
    ],
    key: 'bond',
    stages: ['survey', 'system', 'grind', 'mix', 'fair', 'finish', 'log'],
    upTo: 0.5,
    escalate: 'damage near the head or the pivot of a loaded foil wants its builder’s word',
  },
  fabric: {
    id: 'fabric',
    name: 'patch',
    choices: [
      PREP,
      CLEAN,
      { role: 'prime', from: ['primer'], orNone: true, only: madeAfter('primer-rubber') },
      { role: 'bond', from: ['fabric adhesive', 'adhesive'] },
      { role: 'reinforce', from: ['patch fabric'], orNone: true },
    ],
    key: 'bond',
    stages: ['survey', 'system', 'mix', 'log'],
    upTo: 0.6,
    escalate: 'a tear over half the girth, a baffle or a transom joint goes to the maker’s workshop',
  },
  inject: {
    id: 'inject',
    name: 'inject',
    choices: [
      { role: 'prep', from: ['preparation'], only: (p) => modelOf(p) !== 'flame' },
      CLEAN,
      { role: 'bond', from: ['adhesive'] },
      FINISH,
    ],
    key: 'bond',
    stages: ['survey', 'system', 'grind', 'mix', 'fair', 'finish', 'log'],
    upTo: 0.6,
    escalate: 'a skin that flutters over more than half a metre is opened and the core seen to',
  },
  recore: {
    id: 'recore',
    name: 'open, replace the core, laminate',
    choices: [
      PREP,
      CLEAN,
      { role: 'bond', from: ['laminating resin'] },
      { role: 'coring', from: ['core'] },
      { role: 'reinforce', from: ['cloth'], only: isCloth },
      { role: 'fill', from: ['fairing compound'], orNone: true },
      FINISH,
    ],
    key: 'bond',
    stages: ALL,
    laysUp: true,
    upTo: 1,
    escalate: 'core wet over more than a metre, or under a mast, chainplate or keel: surveyor first',
  },
  barrier: {
    id: 'barrier',
    name: 'open, dry, fill and seal',
    choices: [
      PREP,
      CLEAN,
      { role: 'bond', from: ['surface filler', 'laminating resin', 'adhesive'] },
      BARRIER,
      FINISH,
    ],
    key: 'bond',
    stages: WITHOUT_LAMINATE,
    upTo: 12,
    escalate:
      'blisters deeper than the gel coat, or over the whole bottom: peel, wash and dry under a surveyor’s eye',
  },
  wood: {
    id: 'wood',
    name: 'cut back, let in, glue',
    choices: [
      PREP,
      CLEAN,
      { role: 'prime', from: ['primer'], orNone: true, only: madeAfter('primer-wet-epoxy') },
      { role: 'bond', from: ['adhesive', 'laminating resin'] },
      { role: 'reinforce', from: ['plate', 'cloth'], orNone: true, only: clothOr('plate-ply', 'graving') },
      { role: 'fill', from: ['fairing compound'], orNone: true },
      FINISH,
    ],
    key: 'bond',
    stages: ['survey', 'system', 'grind', 'laminate', 'mix', 'fair', 'finish', 'log'],
    upTo: 1.5,
    escalate: 'rot in frames, floors, keel or stem: shipwright or surveyor',
  },
  metal: {
    id: 'metal',
    name: 'clean, prime, build up',
    choices: [
      PREP,
      CLEAN,
      { role: 'prime', from: ['primer'], orNone: true, only: madeAfter('primer-epoxy', 'primer-etch') },
      { role: 'bond', from: ['adhesive', 'laminating resin'] },
      FINISH,
    ],
    key: 'bond',
    stages: WITHOUT_LAMINATE,
    upTo: 0.4,
    escalate: 'a part that has lost a tenth of its section is replaced, or welded by a qualified welder',
  },
  renew: {
    id: 'renew',
    name: 'renew the surface',
    choices: [
      PREP,
      CLEAN,
      { role: 'prime', from: ['primer'], orNone: true, only: madeAfter('primer-epoxy', 'primer-etch') },
      { role: 'finish', from: ['finish', 'coating'] },
    ],
    key: 'finish',
    stages: ['survey', 'system', 'mix', 'finish', 'log'],
    upTo: 15,
    escalate: 'a coating that lifts in sheets is not renewed but taken off',
  },
} as const satisfies Record<RouteId, Route>;

/** Every way of repairing, with the links that put themselves into it. */
export const ROUTES = Object.fromEntries(
  Object.entries(OWN).map(([id, route]) => [
    id,
    { ...route, choices: choicesOf(id as RouteId, route.choices) },
  ]),
) as unknown as Readonly<Record<RouteId, Route>>;
/** Two schools for a skin that has let go of its core, or a core that is wet: both are planned, one is the default. */
export const SCHOOLS = ['inject', 'recore'] as const;
export type School = (typeof SCHOOLS)[number];

/** The school that is asked for; else a core that was found soft is opened and never injected. */
export const schoolOf = (way: string | undefined, found: 'firm' | 'soft' | undefined): School | undefined =>
  SCHOOLS.find((s) => s === way) ?? (found === 'soft' ? 'recore' : undefined);

/** True where both schools are open. */
export const hasSchools = (family: HullFamily, damage: DamageKind): boolean =>
  (family === 'frp-cored' || family === 'foil') && (damage === 'delamination' || damage === 'wet-core');

/**
 * The way to repair a kind of damage on a family of hulls.
 * @param school what was asked for where there are two
 * @returns undefined where the pair makes no sense
 */
export function routeFor(family: HullFamily, damage: DamageKind, school?: School): Route | undefined {
  if (school && hasSchools(family, damage)) return ROUTES[school];
  const way = wayOf(damage, family);
  return way && ROUTES[way];
}
