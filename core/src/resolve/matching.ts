import { dryKept } from '../survey/kept-dry';
import { leavesFloor, ofSkin } from '../materials/depth';
import { isOldPatch } from '../survey/patch-stays';
import { problem } from '../trace/problem';
import type { JobFacts } from '../match/facts';
import { contextOf } from '../match/facts';
import type { Preset, Priorities, Weights } from '../match/priorities';
import { ROUTES, hasSchools, routeFor, schoolOf, type Route, type School } from '../match/routes';
import { matchSystem, type MatchInput, type MatchResult, type RankedChain, type Wanted } from '../match/rank';
import { DEFAULTS } from '../materials/defaults';
import type { DamageKind } from '../materials/damage-kinds';
import type { Library } from '../materials/product';
import { substrateOf, type Substrate } from '../materials/substrates';
import type { Job } from '../schema/job';
import type { Identification } from '../survey/identify';
import type { Ledger } from '../trace/ledger';
import type { Inputs } from './inputs';
import type { Shop } from '../schema/shop-fields';

/** What holds on one of several hulls that it may be. */
export interface CandidateMatch {
  readonly substrate: Substrate;
  readonly route?: Route;
  readonly best?: RankedChain;
}

export interface SystemPlan extends MatchResult {
  /** The hulls that every chain was held against. */
  readonly substrates: readonly Substrate[];
  /** With several hulls: what would be taken on each alone. */
  readonly perCandidate: readonly CandidateMatch[];
}

/** The hulls that the job may be about: the one named, else those that the tests have left. */
export function substratesOf(job: Job, identity: Identification | undefined): readonly Substrate[] {
  const named = substrateOf(job.hull.material);
  return named ? [named] : (identity?.candidates.map((c) => c.substrate) ?? []);
}

/** What the job asks for, by link. */
export function wantedOf({ system = {} }: Job): Wanted {
  const { resin, bond, cloth, patch, filler, finish, coring, prep, clean, prime, barrier, undercoat } =
    system;
  const wanted: Record<string, string | undefined> = {
    bond: resin ?? bond,
    reinforce: cloth ?? patch,
    fill: filler,
    finish,
    coring,
    prep,
    clean,
    prime,
    barrier,
    undercoat,
  };
  return Object.fromEntries(Object.entries(wanted).filter(([, id]) => id !== undefined));
}

export function prioritiesOf({ priorities = {} }: Job): Priorities {
  return {
    preset: priorities.preset as Preset | undefined,
    weights: priorities.weights as Partial<Weights> | undefined,
  };
}

/** A fill may reach so far into the laminate and still be one of the coat, m. Source: judged. */
const TOUCH = 0.0005;
const OF_THE_SURFACE: ReadonlySet<DamageKind> = new Set<DamageKind>([
  'gel-coat-chip',
  'gel-coat-crack',
  'scratch',
  'void',
]);

/** Whether a damage of the surface goes through its coat. @returns undefined where nobody has said, or it is no such damage */
function intoOf({ damage: { depth } }: Job, { gelCoat }: Inputs, damage: DamageKind): JobFacts['into'] {
  if (!OF_THE_SURFACE.has(damage)) return undefined;
  // A void lies behind the coat.
  if (depth === undefined) return damage === 'void' ? 'laminate' : undefined;
  return depth > gelCoat.value + TOUCH ? 'laminate' : 'coat';
}

/** So many holes take hours, m by m, whoever fills them. Source: judged, a minute a hole. */
const MANY = 60;
/** One hole of an injection grid has so much of the face, m². Source: a grid of 60 mm. */
const PER_HOLE = 0.06 * 0.06;
/** Damages that are filled hole by hole: as many as were counted, or as a grid over the face has. */
const HOLE_BY_HOLE: ReadonlySet<DamageKind> = new Set<DamageKind>(['drilled-holes', 'blisters']);
const GRIDDED: ReadonlySet<DamageKind> = new Set<DamageKind>(['delamination', 'wet-core']);

function spotsOf({ damage, repair }: Job, kind: DamageKind): JobFacts['spots'] {
  if (kind === 'weathered' && repair?.renewal?.spots === 0) return 'none';
  const [along = 0, up = 0] = damage.size ?? [];
  const grid = GRIDDED.has(kind) ? (along * up) / PER_HOLE : 0;
  const count = HOLE_BY_HOLE.has(kind) ? (damage.count ?? 1) : grid;
  return count > MANY ? 'many' : 'few';
}

function factsOf(job: Job, inputs: Inputs, damage: DamageKind): JobFacts {
  const { matrix, fibre, core, contaminant, clear, coat } = job.hull;
  const short = job.priorities?.preset === 'get home' || job.priorities?.preset === 'by the weekend';
  return {
    matrix,
    fibre,
    core,
    contaminant,
    clear,
    coat,
    damage,
    wet: job.damage.wet,
    coreFound: job.damage.core,
    into: intoOf(job, inputs, damage),
    position: inputs.position,
    duty: inputs.duty,
    access: inputs.access,
    lasts: job.lasts ?? (short ? 'weekend' : 'for good'),
    place: job.conditions?.place,
    grade: inputs.grade,
    kept: job.boat?.kept,
    ...(job.repair?.wood?.sheathing === undefined
      ? {}
      : { sheathed: job.repair.wood.sheathing === 0 ? ('no' as const) : ('yes' as const) }),
    oldFiller: job.damage.filler,
    spots: spotsOf(job, damage),
  };
}

/** A bottom below the waterline that is sealed against water is antifouled, and an old patch that stays is painted, unless something else is asked for. */
function usualFinish(
  { boat, repair, damage: found }: Job,
  damage: DamageKind,
  position: Inputs['position'],
): Wanted {
  // Compound makes no old patch even with its neighbours.
  if (damage === 'weathered' && isOldPatch(found)) return { finish: 'paint-2k' };
  return damage === 'blisters' &&
    position === 'below' &&
    !dryKept(boat?.kept) &&
    repair?.barrier?.antifouling !== 'no'
    ? { finish: 'antifouling-copper' }
    : {};
}

export interface MatchingInput {
  readonly library: Library;
  readonly substrates: readonly Substrate[];
  readonly damage: DamageKind;
  readonly facts: JobFacts;
  readonly wanted: Wanted;
  readonly priorities: Priorities;
  readonly temperature: number;
  readonly epoxyFinish?: 'paint' | 'gel coat';
  readonly solventWipe: 'wipe' | 'none';
  readonly school?: School;
  /** The damage ends inside the laminate: what lies behind it stays shut. */
  readonly floor: boolean;
}

/** Gathers what the match depends on. */
export function matchingInput(
  job: Job,
  inputs: Inputs,
  library: Library,
  shop: Shop,
  substrates: readonly Substrate[],
  damage: DamageKind,
): MatchingInput {
  const school = schoolOf(job.repair?.way, job.damage.core);
  return {
    library,
    substrates,
    damage,
    facts: factsOf(job, inputs, damage),
    wanted: { ...usualFinish(job, damage, inputs.position), ...wantedOf(job) },
    priorities: prioritiesOf(job),
    temperature: inputs.temperature.value,
    epoxyFinish: shop.epoxyFinish,
    solventWipe: inputs.solventWipe,
    floor: !ofSkin(damage) && leavesFloor(job.damage.depth, inputs.wall.value),
    ...(school ? { school } : {}),
  };
}

/** A skin that is not gone through is laminated as any other wall: no core is opened, and none is fitted. */
function routeOn({ family }: Substrate, { damage, school, floor }: MatchingInput): Route | undefined {
  const route = routeFor(family, damage, school);
  return route === ROUTES.recore && family === 'frp-cored' && floor ? ROUTES.laminate : route;
}

/**
 * Matches systems to the hull. With several hulls that it may be, a chain must hold on all of them, and each is
 * matched on its own besides.
 * @returns undefined where the damage does not occur on that kind of hull (a problem says so)
 */
export function planSystem(input: MatchingInput, ledger: Ledger): SystemPlan | undefined {
  const { substrates, library } = input;
  const routes = substrates.map((s) => routeOn(s, input));
  const [route] = routes;
  const common = {
    library,
    wanted: input.wanted,
    priorities: input.priorities,
    defaultCloth: DEFAULTS.cloth,
    temperature: input.temperature,
    epoxyFinish: input.epoxyFinish,
    solventWipe: input.solventWipe,
  } as const;
  const several = substrates.length > 1;
  const perCandidate = several
    ? substrates.map((s, i): CandidateMatch => ({
        substrate: s,
        route: routes[i],
        best:
          routes[i] &&
          alone({ ...common, route: routes[i], contexts: [contextOf(s, input.facts)] }, s, ledger),
      }))
    : [];
  if (route === undefined) {
    if (!several)
      ledger.report(problem({ severity: 'error', stage: 'system', path: 'damage.kind' }, 'damage-elsewhere'));
    return undefined;
  }
  const alike = routes.every((r) => r === route);
  const result = alike
    ? matchSystem({ ...common, route, contexts: substrates.map((s) => contextOf(s, input.facts)) }, ledger)
    : { route, ranked: [], refused: [], examined: 0, accepted: 0, inPlay: [] };
  if (!result.chosen) {
    ledger.report(
      several
        ? problem({ severity: 'error', stage: 'system', path: 'hull.material' }, 'no-chain-for-all')
        : problem(
            { severity: 'error', stage: 'system', path: 'system' },
            'every-chain-refused',
            whyRefused(result, () => otherWay(input, { ...common, wanted: {} }, ledger)),
          ),
    );
  }
  return { ...result, substrates, perCandidate };
}

/** Warns where a repair is larger than its method is meant for. */
export function checkSize(
  { route, length }: { readonly route: Route; readonly length: number },
  ledger: Ledger,
): void {
  if (length > route.upTo) {
    ledger.report(
      problem({ severity: 'warning', stage: 'system', path: 'damage.size' }, 'beyond-method', {
        escalate: route.escalate,
        upTo: route.upTo,
      }),
    );
  }
}

function alone(input: MatchInput, substrate: Substrate, ledger: Ledger): RankedChain | undefined {
  return matchSystem({ ...input, wanted: {} }, ledger.within(substrate.id)).chosen;
}

/** The rule that refused the most chains, and the way out that holds. */
function whyRefused(
  { refused }: Pick<MatchResult, 'refused'>,
  way: () => School | undefined,
): { readonly reason?: string; readonly remedy?: string; readonly way?: School } {
  const worst = [...refused].sort((a, b) => b.chains - a.chains)[0]?.rule;
  const other = way();
  return {
    ...(worst ? { reason: worst.reason } : {}),
    ...(worst?.remedy ? { remedy: worst.remedy } : {}),
    ...(other ? { way: other } : {}),
  };
}

/** The other school, where the hull has one and a chain holds in it. */
function otherWay(
  { substrates, damage, school, facts }: MatchingInput,
  common: Omit<MatchInput, 'route' | 'contexts'>,
  ledger: Ledger,
): School | undefined {
  const [substrate] = substrates;
  const now = school ?? (routeFor(substrate.family, damage)?.id === 'inject' ? 'inject' : 'recore');
  const other: School = now === 'inject' ? 'recore' : 'inject';
  if (!hasSchools(substrate.family, damage)) return undefined;
  const route = ROUTES[other];
  const contexts = [contextOf(substrate, facts)];
  return matchSystem({ ...common, route, contexts }, ledger.within(other)).chosen ? other : undefined;
}
