import { wayOf, type RouteId } from '../materials/damage-kinds';
import type { HullFamily } from '../materials/substrates';
import { linkOf } from '../match/chain';
import { choicesOf, type ChainRole } from '../match/links';
import { waysOpen } from '../match/light-ways';
import { hasSchools } from '../match/routes';
import type { ContextFact } from '../match/rule';
import type { Field } from '../schema/field';
import { ofSkin } from '../materials/depth';
import type { Job } from '../schema/job';
import { JOB_FIELDS } from '../schema/job-fields';
import { problem, type Problem } from '../trace/problem';
import { DRYING_WAITS } from '../work/actions';
import { curesIn } from '../work/network';
import { productsOf } from '../work/pots';
import { effectsOf } from '../work/surfaces';
import { catalysed } from './catalyst';
import type { Plan } from './plan';
import { usesChain } from './uses-chain';

type Planned = Pick<Plan, 'dish' | 'finish' | 'materials' | 'repair' | 'system' | 'work'>;
type When = (job: Job, plan: Planned) => boolean;

interface Use {
  /** Fields of the job, by path; a group stands for all that is in it. */
  readonly paths: readonly string[];
  /** Whether a plan has any use for them. */
  readonly when: When;
}

const warmedBy =
  (...kinds: readonly string[]): When =>
  ({ warmth }) =>
    warmth?.kind !== undefined && kinds.includes(warmth.kind);

const dished: When = (_, { dish }) => dish !== undefined;
const solid: When = (_, { dish }) => dish?.coring === undefined;
/** Both skins of a core are made good from their own faces where both can be reached: that decides the sides. */
const decidesSides: When = ({ damage, taper }, { dish }) =>
  damage.kind === 'hole' &&
  taper?.side === undefined &&
  dish?.coring !== undefined &&
  dish.grind?.through === true;
const finished: When = (_, { finish }) => finish !== undefined;
/** Something is laid whose cure is followed along the course of the air. */
const cures: When = (_, { work }) => curesIn(work);
const way =
  (...ids: readonly RouteId[]): When =>
  (_, { system }) =>
    system !== undefined && ids.includes(system.route.id);
const on =
  (...families: readonly HullFamily[]): When =>
  (_, { system }) =>
    system?.substrates.some((s) => families.includes(s.family)) ?? true;
/** What holds the repair sets, and is asked how warm it may get. */
const bears: When = (_, { system }) =>
  system?.chosen?.chain.links.some(
    ({ role, product }) =>
      role === 'bond' && (product.role === 'laminating resin' || product.role === 'adhesive'),
  ) ?? false;
const setsBeforeFilling: When = (_, { work }) =>
  work?.links.some((link) =>
    link.lags.some((lag) => lag.cures && (lag.stage === 'laminate' || lag.stage === 'mix')),
  ) ?? false;
/** What nobody has read of the hull, and somebody has told. */
const stoodIn: When = ({ hull: { told = [], coat, matrix } }, plan) =>
  (coat === undefined && told.some((t) => t.coat !== undefined)) ||
  (matrix === undefined &&
    told.some((t) => t.matrix !== undefined) &&
    on('frp', 'frp-cored')({} as Job, plan));
/** The finish is one that a colour is mixed for. */
const tinted: When = (_, { system }) => system?.chosen?.chain.finish?.kind === 'gel coat';
const lays: When = (_, plan) => usesChain(plan);
/** A rule about the products of this way turns on it, and something of them is laid. */
const inPlay =
  (fact: ContextFact): When =>
  (job, plan) =>
    (plan.system?.inPlay.includes(fact) ?? true) && lays(job, plan);
const not =
  (when: When): When =>
  (job, plan) =>
    !when(job, plan);
const either =
  (...any: readonly When[]): When =>
  (job, plan) =>
    any.some((when) => when(job, plan));
const both =
  (...all: readonly When[]): When =>
  (job, plan) =>
    all.every((when) => when(job, plan));
/** Links that say how a face is made ready: steps that bear no product. */
const READIES: ReadonlySet<ChainRole> = new Set<ChainRole>(['prep', 'clean']);

/** The way of repairing has a place for a product of that role, and the work takes the one that was chosen. */
const takes =
  (role: ChainRole): When =>
  (_, { system, work, materials = [] }) => {
    if (!system) return false;
    const { route, chosen } = system;
    if (!choicesOf(route.id, route.choices).some((choice) => choice.role === role)) return false;
    const product = chosen && linkOf(chosen.chain, role);
    return (
      product === undefined ||
      READIES.has(role) ||
      product.family === 'heat weld' ||
      [...productsOf(work?.steps ?? []).values()].includes(product.id) ||
      materials.some((m) => m.product === product.name)
    );
  };
const airGoes =
  (...courses: readonly string[]): When =>
  ({ conditions }) =>
    conditions?.air !== undefined && courses.includes(conditions.air);
const asks =
  (path: string): When =>
  (_, { repair }) =>
    repair?.sheets.some((sheet) => sheet.asks.some((ask) => ask.path === path)) ?? false;
const hasTwoSchools: When = ({ damage: { kind } }, { system }) =>
  system?.substrates.some((s) => kind !== undefined && hasSchools(s.family, kind)) ?? true;

/** A soft core is opened where it would have been injected. */
const opensSoft: When = ({ damage, repair }, { system }) =>
  damage.core === 'soft' &&
  repair?.way === undefined &&
  (system?.substrates.some(
    ({ family }) =>
      damage.kind !== undefined && wayOf(damage.kind, family) === 'inject' && hasSchools(family, damage.kind),
  ) ??
    false);

/** Counted, and filled one after another. */
const holeByHole: When = ({ damage }) => damage.kind === 'drilled-holes' || damage.kind === 'blisters';
/** A finish whose coats are laid by their sheet. */
const coatedBySheet: When = (_, { work }) =>
  (work?.steps ?? []).some((s) => s.stage === 'finish' && s.action === 'coat');
/** Something is laid, and has to hold. */
const laid: When = (_, { work }) => (work?.steps ?? []).some((s) => effectsOf(s).includes('lays'));
const saturates: When = (_, { work }) =>
  (work?.steps ?? []).some((s) => s.action === 'saturate' && s.how !== 'neat');

/** It is held until home, as whoever only wants to get there has it. */
const held: When = (_, { repair }) => repair?.kind === 'hold';
/** The way that was asked for is one of those that are open. */
const decidesWay: When = (job) =>
  job.repair?.way === 'hold' || waysOpen(job).some((way) => way === job.repair?.way);

const PRODUCTS: Readonly<Record<keyof NonNullable<Job['system']>, ChainRole>> = {
  resin: 'bond',
  bond: 'bond',
  cloth: 'reinforce',
  patch: 'reinforce',
  filler: 'fill',
  finish: 'finish',
  coring: 'coring',
  prep: 'prep',
  clean: 'clean',
  prime: 'prime',
  barrier: 'barrier',
  undercoat: 'undercoat',
};

/** What only some plans look at. Whatever is not named here is looked at by every plan, or is kept for the record. */
const USES: readonly Use[] = [
  { paths: ['taper', 'laminate', 'structure', 'fairing'], when: dished },
  { paths: ['mix.perGo', 'mix.fillPerGo', 'mix.pot'], when: dished },
  { paths: ['mix.catalyst'], when: (_, plan) => catalysed(plan) },
  { paths: ['comesOff'], when: (_, { work }) => (work?.steps ?? []).some((s) => s.place === 'fitting') },
  { paths: ['begins'], when: dished },
  { paths: ['hull.plies', 'hull.laminate'], when: dished },
  { paths: ['laminate.coverLap'], when: ({ laminate }) => laminate?.cover === 'yes' },
  { paths: ['coat.method', 'coat.thinner', 'coat.film', 'check'], when: finished },
  { paths: ['coat.wind'], when: either(finished, coatedBySheet) },
  { paths: ['sanding.start', 'sanding.end'], when: dished },
  { paths: ['sanding.fine'], when: (_, { finish }) => (finish?.sanding.length ?? 0) > 0 },
  { paths: ['colour'], when: tinted },
  { paths: ['conditions.air'], when: cures },
  { paths: ['conditions.low', 'conditions.high'], when: both(cures, airGoes('day and night')) },
  { paths: ['conditions.readings'], when: both(cures, airGoes('readings')) },
  { paths: ['conditions.sky', 'conditions.sun'], when: cures },
  { paths: ['conditions.place'], when: either(cures, inPlay('place')) },
  { paths: ['conditions.shade'], when: both(cures, ({ conditions }) => conditions?.sun === 'yes') },
  { paths: ['warmth'], when: cures },
  { paths: ['cure.service'], when: both(cures, bears) },
  { paths: ['cure.postCure', 'cure.hold', 'cure.hours'], when: setsBeforeFilling },
  { paths: ['warmth.temperature'], when: warmedBy('tent', 'mat') },
  { paths: ['warmth.power', 'warmth.distance'], when: warmedBy('lamp') },
  { paths: ['warmth.from', 'warmth.hours'], when: warmedBy('tent', 'mat', 'lamp') },
  { paths: ['cure.hold', 'cure.hours'], when: ({ cure }) => cure?.postCure === 'yes' },
  { paths: ['priorities'], when: either(lays, held) },
  { paths: ['conditions.temperature', 'damage.wet'], when: lays },
  {
    paths: ['repair.drying.by'],
    when: (_, { work }) => work?.links.some((l) => l.lags.some((x) => DRYING_WAITS.has(x.awaited))) ?? false,
  },
  // Whether a hole is plugged at all is judged by it.
  { paths: ['repair.holes.diameter'], when: ({ damage }) => damage.kind === 'drilled-holes' },
  { paths: ['lasts'], when: inPlay('lasts') },
  {
    paths: ['hull.matrix'],
    when: both(on('frp', 'frp-cored'), either(inPlay('matrix'), inPlay('hull.trait'), dished)),
  },
  {
    paths: ['hull.fibre'],
    when: both(
      on('frp', 'frp-cored', 'foil'),
      either(inPlay('fibre'), ({ damage }) => damage.readings !== undefined),
    ),
  },
  { paths: ['hull.coat'], when: either(inPlay('coat'), dished) },
  { paths: ['boat.kept'], when: inPlay('kept') },
  { paths: ['damage.filler'], when: inPlay('old.filler') },
  { paths: ['hull.told'], when: stoodIn },
  { paths: ['hull.contaminant'], when: either(inPlay('contaminant'), laid) },
  { paths: ['hull.clear'], when: inPlay('clear') },
  {
    paths: ['hull.gelCoat'],
    when: either(dished, tinted, way('surface'), both(cures, on('frp', 'frp-cored'), not(way('inject')))),
  },
  {
    paths: ['hull.thickness'],
    when: either(
      dished,
      way('metal', 'bonded', 'wood', 'inject'),
      both(cures, not(on('foil', 'inflatable'))),
    ),
  },
  { paths: ['damage.position'], when: either(inPlay('position'), finished, held) },
  { paths: ['duty'], when: either(inPlay('duty'), dished) },
  { paths: ['access'], when: either(inPlay('access'), both(dished, solid), decidesSides, asks('access')) },
  { paths: ['grade'], when: either(finished, asks('grade'), inPlay('grade')) },
  { paths: ['conditions.humidity'], when: either(cures, finished) },
  {
    paths: ['hull.core', 'hull.coreThickness'],
    // A foil is looked at for its core only where that is opened.
    when: either(on('frp-cored', 'foam-sheet'), hasTwoSchools),
  },
  { paths: ['repair.way'], when: decidesWay },
  {
    paths: ['damage.core'],
    when: either(asks('damage.core'), both(on('frp-cored', 'foil', 'foam-sheet'), way('inject')), opensSoft),
  },
  {
    paths: ['damage.pieces', 'former', 'backing'],
    when: (_, { dish }) => dish?.grind?.backing !== undefined,
  },
  {
    paths: ['damage.holds'],
    when: ({ damage }, plan) =>
      damage.kind === 'old-repair' &&
      (damage.holds === 'all' || plan.dish !== undefined || plan.system?.route?.id === 'bonded'),
  },
  {
    paths: ['damage.depth'],
    when: (job, plan) =>
      (plan.dish !== undefined && !ofSkin(job.damage.kind)) || asks('damage.depth')(job, plan),
  },
  { paths: ['damage.count'], when: either(asks('damage.count'), both(holeByHole, inPlay('spots'))) },
  ...['pattern', 'layer', 'density', 'seam', 'valve', 'source', 'fasteners'].map((name): Use => ({
    paths: [`damage.${name}`],
    when: asks(`damage.${name}`),
  })),
  ...Object.entries(PRODUCTS).map(([name, role]): Use => ({
    paths: [`system.${name}`],
    // Two coats of the glue itself go on every joint in wood first: that is what a wet primer is.
    when: name === 'prime' ? either(both(takes(role), lays), saturates) : both(takes(role), lays),
  })),
];

/** What one way of repairing or another asks for: each field is used where a sheet of the plan asks for it. */
const ASKED = 'repair';
/** Of those, what is used by a rule of its own. */
const JUDGED: ReadonlySet<string> = new Set(['repair.way', 'repair.drying.by', 'repair.holes.diameter']);

/**
 * What was entered and what this plan has no use for, told by its labels: nothing that was entered is passed over in
 * silence. Nothing is told before there is a plan.
 */
export function unusedHere(job: Job, plan: Planned): readonly Problem[] {
  if (!plan.system?.chosen || !plan.work) return [];
  const idle = USES.flatMap(({ paths: own, when }) => (when(job, plan) ? [] : own)).filter((path) =>
    filled(valueAt(job, path)),
  );
  const told = [
    ...idle,
    ...leavesUnder(JOB_FIELDS.fields[ASKED], ASKED).filter(
      (path) => !JUDGED.has(path) && filled(valueAt(job, path)) && !asks(path)(job, plan),
    ),
  ];
  // A group that is told stands for what is in it.
  const paths = [...new Set(told)].filter((path) => !told.some((other) => path.startsWith(`${other}.`)));
  if (paths.length === 0) return [];
  return [
    problem({ severity: 'assumed', path: paths[0] }, 'not-used-here', { labels: paths.map(labelOf), paths }),
  ];
}

/** Paths of the fields below a group. */
const leavesUnder = (field: Field, path: string): readonly string[] =>
  field.kind === 'group'
    ? Object.entries(field.fields).flatMap(([name, own]) => leavesUnder(own, `${path}.${name}`))
    : [path];

function valueAt(job: Job, path: string): unknown {
  let at: unknown = job;
  for (const name of path.split('.')) at = (at as Record<string, unknown> | undefined)?.[name];
  return at;
}

const filled = (value: unknown): boolean =>
  Array.isArray(value)
    ? value.length > 0
    : typeof value === 'object' && value !== null
      ? Object.values(value).some(filled)
      : value !== undefined;

function labelOf(path: string): string {
  let at: Field | undefined = JOB_FIELDS;
  for (const name of path.split('.')) at = at?.kind === 'group' ? at.fields[name] : undefined;
  return at?.label ?? path;
}
