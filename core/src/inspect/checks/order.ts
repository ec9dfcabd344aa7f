import type { Broken } from '../../trace/broken';
import type { Action } from '../../work/actions';
import { expectedOf } from '../expected';
import { lays } from '../faces';
import type { Placed } from '../replay';
import type { Check, Scene } from './check';

/** What belongs before a step was done before it. */
export const order: Check = (p, scene) => {
  const { before } = expectedOf(p.step);
  const missing =
    before !== undefined && !scene.placed.some((x) => x.end <= p.start && before.by.includes(x.step.action));
  return [
    ...(missing ? [{ gate: 'before', what: before.what } as const] : []),
    ...dry(p, scene),
    ...lookedOver(p, scene),
    ...held(p, scene),
  ];
};

/** What was wet, or what water has got into, is dry before anything closes it: read where it soaks, wiped where it does not. */
function dry(p: Placed, { placed, place }: Scene): readonly Broken[] {
  const { wet, kind, position, holds } = place.job.damage;
  const kept = place.job.boat?.kept;
  const family = place.plan.system?.substrates[0]?.family;
  const wood = place.plan.system?.substrates.some((s) => s.family === 'wood') ?? false;
  // What somebody else has closed already is their word, and an old patch that stays opens nothing.
  if (place.plan.dish && place.job.begins === 'fairing') return [];
  const closed = (kind === 'old-repair' && holds === 'all') || kept === 'trailer' || kept === 'ashore';
  // Nobody has said that it is dry, and it was under water.
  const drank =
    !closed &&
    wet === undefined &&
    position === 'below' &&
    OPENED.has(kind ?? '') &&
    DRINKS.has(family ?? '');
  const told = wet === 'wet' || wet === 'damp' || (kind === 'wet-core' && wet !== 'dry') || drank;
  // Wood is read though nobody has seen water: an old coat that is renewed is not opened.
  if (!told && !(wood && kind !== 'weathered' && !(kind === 'old-repair' && holds === 'all') && glued(place)))
    return [];
  const closes = placed.find((x) => lays(x) && !x.believed);
  if (closes !== p) return [];
  return placed.some((x) => DRY.has(x.step.action) && dries(x) && x.end <= p.start) ? [] : [{ gate: 'dry' }];
}

/** What water gets into, and the damages that open it. */
const DRINKS: ReadonlySet<string> = new Set(['frp', 'frp-cored', 'wood', 'foil', 'smc', 'foam-sheet']);
const OPENED: ReadonlySet<string> = new Set([
  'void',
  'crack',
  'hole',
  'crushed',
  'drilled-holes',
  'delamination',
  'wet-core',
  'blisters',
  'split-edge',
  'worn-edge',
  'nick',
  'rot',
  'old-repair',
]);

/** Something is glued or filled into it, and not only finished. */
const glued = ({ plan }: Scene['place']): boolean =>
  plan.work?.steps.some((s) => s.action === 'glue' || s.action === 'fill' || s.action === 'lay') ?? false;

const DRY: ReadonlySet<Action> = new Set<Action>(['read', 'clean']);
const dries = ({ step }: Placed): boolean => step.action === 'read' || step.how === 'dry';

/** Work is looked over, or tested, before it is handed over. */
function lookedOver(p: Placed, { placed }: Scene): readonly Broken[] {
  if (p.step.action !== 'handOver') return [];
  const seen = placed.some(
    (x) => (x.step.action === 'check' || x.step.action === 'test') && (x.believed || x.end <= p.start),
  );
  return seen ? [] : [{ gate: 'before', what: 'check' }];
}

/** What only grips: tape, a plate in sealant, a plug. */
const GRIPS: ReadonlySet<string> = new Set(['tape', 'lightPatch', 'plate', 'plug']);

/** What holds for now grips on what was wiped dry, and is tried before anybody trusts it. */
function held(p: Placed, { placed }: Scene): readonly Broken[] {
  if (p.step.action !== 'hold' || !GRIPS.has(p.step.how)) return [];
  const wiped = placed.some((x) => x.step.action === 'clean' && x.end <= p.start);
  const tried = placed.some(
    (x) => (x.step.action === 'check' || x.step.action === 'test') && x.start >= p.end,
  );
  return [
    ...(wiped ? [] : [{ gate: 'clean' } as const]),
    ...(tried ? [] : [{ gate: 'before', what: 'check' } as const]),
  ];
}
