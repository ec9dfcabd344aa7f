import { linkFacts } from '../../match/compile';
import { contextOf } from '../../match/facts';
import { linkOf } from '../../match/chain';
import { applies, CHAIN_ROLES, refuses, type ChainRole, type Facts } from '../../match/rule';
import { RULES } from '../../match/rules';
import { matchingInput } from '../../resolve/matching';
import type { Broken } from '../../trace/broken';
import { lays } from '../faces';
import type { Check, Scene } from './check';

/** No rule refuses what is used, and what the system names is used: the chain is judged once more, at the first step. */
export const chain: Check = (p, scene) => (p === scene.placed[0] ? [...refusals(scene), ...idle(scene)] : []);

/** Links that say how a face is made ready: steps that bear no product. */
const READIES: ReadonlySet<ChainRole> = new Set<ChainRole>(['prep', 'clean']);

const LAMINATE: ReadonlySet<ChainRole> = new Set<ChainRole>(['bond', 'reinforce', 'coring', 'prime']);

/** What the system names and nothing lays or buys, where anything is laid at all. Hot air is no product. */
function idle({ place, placed }: Scene): readonly Broken[] {
  if (!placed.some(lays)) return [];
  // Plies that were entered one by one go before the cloth of the system.
  // What somebody else has laid is neither laid nor bought here.
  const laidBefore = place.job.begins === 'fairing' && place.plan.dish !== undefined;
  // A laminate that fills its dish takes no filler.
  const filled = place.plan.dish?.fair?.goes.value === 0;
  const ownPlies = (place.job.laminate?.plies?.length ?? 0) > 0;
  const laid = new Set(placed.map((x) => x.product));
  const bought = new Set((place.plan.materials ?? []).map((m) => m.product));
  return (place.plan.system?.chosen?.chain.links ?? [])
    .filter(
      ({ role, product }) => !READIES.has(role) && product.family !== 'heat weld' && !laid.has(product.id),
    )
    .filter(
      ({ role, product }) =>
        !bought.has(product.name) &&
        !(ownPlies && role === 'reinforce') &&
        !(filled && role === 'fill') &&
        !(laidBefore && LAMINATE.has(role)),
    )
    .map(({ product }) => ({ gate: 'idle', product: product.name }));
}

function refusals({ place }: Scene): readonly Broken[] {
  const { job, plan, library, shop, problems } = place;
  const chosen = plan.system?.chosen?.chain;
  const damage = job.damage.kind;
  // A chain that was asked for against the rules is a STOP of the plan itself.
  if (!chosen || !damage || problems.some((q) => q.code === 'chain-refused')) return [];
  const [substrate] = plan.system?.substrates ?? [];
  if (!substrate) return [];
  const { facts } = matchingInput(job, place.inputs, library, shop, [substrate], damage);
  const all: Facts = Object.assign(
    {},
    contextOf(substrate, facts),
    ...CHAIN_ROLES.map((role: ChainRole) => linkFacts(role, linkOf(chosen, role))),
  );
  return RULES.filter((r) => refuses(r.verdict) && applies(r, all)).map(({ id, reason }) => ({
    gate: 'refused',
    rule: id,
    reason,
  }));
}
