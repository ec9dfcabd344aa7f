import type { Plan, Product } from '@nelbo/core';
import { CHAIN_ROLES, applies, refuses, type Facts } from '../../core/src/match/rule';
import { contextOf } from '../../core/src/match/facts';
import { linkFacts } from '../../core/src/match/compile';
import { RULES } from '../../core/src/match/rules';
import { matchingInput } from '../../core/src/resolve/matching';
import { moved, tasksOf, without, type Operator } from './spoil';

/** Actions on which something else rests. */
const NEEDED = new Set(['wash', 'abrade', 'clean', 'turn', 'mix', 'strike', 'read', 'check']);

/** A step that others rest on is left out. */
const removed: Operator = ({ plan }, r) => {
  const steps = plan.work?.steps.filter(
    (s) =>
      // What wept is wiped off so that there is less to sand; nothing rests on it.
      (NEEDED.has(s.action) && s.how !== 'wept') || (s.action === 'rehearse' && s.how.startsWith('weld')),
  );
  if (!steps || steps.length === 0) return undefined;
  const step = r.of(steps);
  return { plan: without(plan, step.id), what: `${step.id} left out` };
};

/** A step is done before what it waits for. */
const tooSoon: Operator = ({ plan }, r) => {
  const tasks = tasksOf(plan);
  const links = (plan.work?.links ?? []).filter(
    ({ from, to, lags }) =>
      from !== undefined &&
      to !== undefined &&
      tasks.has(from) &&
      tasks.has(to) &&
      lags.some((l) => l.cures ?? l.dries),
  );
  if (links.length === 0) return undefined;
  const { from = '', to = '' } = r.of(links);
  const [before, own] = [tasks.get(from), tasks.get(to)];
  if (!before || !own) return undefined;
  const { go } = own;
  // Begun as what it waits for ends: nothing has set by then.
  const by = own.start - before.end - 1000;
  return by <= 60_000
    ? undefined
    : {
        plan: moved(plan, (t) => (t.id === to || (go !== undefined && t.go === go) ? -by : 0)),
        what: `${to} moved before what it waits for`,
      };
};

/** What has to be waited for is waited for a fifth less long. */
const cutShort: Operator = ({ plan }, r) => {
  const tasks = tasksOf(plan);
  const links = (plan.work?.links ?? []).filter(
    ({ from, to, lags }) =>
      from !== undefined && to !== undefined && lags.length === 1 && (lags[0].cures ?? lags[0].dries),
  );
  if (links.length === 0) return undefined;
  const { from = '', to = '', lags } = r.of(links);
  const [before, own, wait] = [tasks.get(from), tasks.get(to), tasks.get(lags[0].id)];
  if (!before || !own || !wait || wait.end <= wait.start) return undefined;
  // Over a face that takes hours each place waits from its own laying.
  const whole = lags[0].over ? wait.end - before.start : wait.end - wait.start;
  const at = wait.end - 0.2 * whole;
  const by = own.start - at;
  return by <= 0
    ? undefined
    : {
        plan: moved(plan, (t) => (t.start >= own.start ? -by : 0)),
        what: `wait before ${to} cut by a fifth`,
      };
};

/** A product is exchanged for one that a rule refuses. */
const refused: Operator = ({ plan, job, library }, r) => {
  const chain = plan.system?.chosen?.chain;
  const [substrate] = plan.system?.substrates ?? [];
  const { kind } = job.damage;
  const { inputs } = plan;
  if (!chain || !substrate || !kind || !inputs) return undefined;
  const link = r.of(chain.links);
  const facts = (p: Product): Facts =>
    Object.assign(
      {},
      contextOf(substrate, matchingInput(job, inputs, library, {}, [substrate], kind).facts),
      ...CHAIN_ROLES.map((role) =>
        linkFacts(role, role === link.role ? p : chain.links.find((l) => l.role === role)?.product),
      ),
    );
  const others = library.products.filter(
    (p) =>
      p.role === link.product.role &&
      p.id !== link.product.id &&
      RULES.some((rule) => refuses(rule.verdict) && applies(rule, facts(p))),
  );
  if (others.length === 0) return undefined;
  const other = r.of(others);
  const swap = (id: string | undefined): string | undefined => (id === link.product.id ? other.id : id);
  const links = chain.links.map((l) => (l === link ? { ...l, product: other } : l));
  const steps = plan.work?.steps.map((s) => ({
    ...s,
    ...(s.product === undefined ? {} : { product: swap(s.product) }),
    ...(s.pot ? { pot: { ...s.pot, product: swap(s.pot.product) ?? s.pot.product } } : {}),
  }));
  const chosen = plan.system?.chosen;
  const spoilt = {
    system: { ...plan.system, chosen: { ...chosen, chain: { ...chain, links } } },
    work: { ...plan.work, steps },
  };
  return {
    plan: { ...plan, ...spoilt } as Plan,
    what: `${link.product.id} exchanged for ${other.id}`,
  };
};

/** What holds or warms the work is taken away halfway. */
const releasedEarly: Operator = ({ plan }, r) => {
  const tasks = tasksOf(plan);
  const steps = plan.work?.steps ?? [];
  const held = new Set(['weights', 'clamps', 'props', 'former', 'board', 'dam', 'tent', 'lamps', 'mats']);
  const strikes = steps.filter((s) => s.action === 'strike' && held.has(s.how));
  if (strikes.length === 0) return undefined;
  const strike = r.of(strikes);
  const own = tasks.get(strike.id);
  const into = plan.work?.links.find(({ to, lags }) => to === strike.id && lags.some((l) => l.cures));
  const wait = tasks.get(into?.lags.find((l) => l.cures)?.id ?? '');
  if (!own || !wait || wait.end <= wait.start) return undefined;
  const by = own.start - (wait.start + wait.end) / 2;
  return {
    plan: moved(plan, (t) => (t.id === strike.id ? -by : 0)),
    what: `${strike.id} halfway`,
  };
};

export const HARMFUL: Readonly<Record<string, Operator>> = {
  'a needed step removed': removed,
  'a step before what it needs': tooSoon,
  'a required lag cut by a fifth': cutShort,
  'a product that a rule refuses': refused,
  'a hold released early': releasedEarly,
};
