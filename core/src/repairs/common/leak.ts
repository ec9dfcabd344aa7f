import { linkOf } from '../../match/chain';
import type { Product } from '../../materials/product';
import { RATES } from '../../rates/book';
import { multiple } from '../../rates/row';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Ledger } from '../../trace/ledger';
import type { Stage } from '../../trace/problem';
import { mm, ml, words } from '../../trace/words';
import { each, perMetre } from '../../work/writer';
import { RepairBuilder } from '../builder';
import { oversize, plugVolume } from '../holes/volumes';
import type { RepairInput, RepairPlan } from '../repair';
import { withLoss } from './measures';
import { massFor, mixed } from './mixing';
import { SEALANT_CAUTION } from './sealant';
import { wetnessOf } from '../../survey/wetness';

const FASTENERS = 4;
const FASTENER = 0.006;
const SKIN = 0.003;
const LOSS = 0.25;
/** Sealant to bed a fastening with its part of the fitting, m³. */
const BEDDING = 12e-6;
/** Bead in a joint, m². */
const BEAD = 32e-6;

export const beddingVolume = formula({
  id: 'repairs/common/leak',
  expression: 'V = n·v',
  unit: 'm³',
  source: 'a collar under each head and the bead under its part of the fitting',
  inputs: { n: 'fastenings', v: 'for each' },
  evaluate: (x) => x.n * x.v,
});

export const beadVolume = formula({
  id: 'repairs/common/leak',
  expression: 'V = l·A',
  unit: 'm³',
  source: 'length of the joint along the wet ground by the section of its bead',
  inputs: { l: 'joint', A: 'section' },
  evaluate: (x) => x.l * x.A,
});

/** A core that is wet got its water somewhere: what let it in is part of the repair. */
export function leaks({ damage, job, substrate, route }: RepairInput): boolean {
  if (substrate.family !== 'frp-cored' || (route !== 'recore' && route !== 'inject')) return false;
  const wet = wetnessOf(job.damage, damage, substrate.family);
  return damage === 'wet-core'
    ? wet !== 'dry'
    : damage === 'delamination' && wet !== undefined && wet !== 'dry';
}

/**
 * Finds what let the water in and closes it: fastenings get a plug of filled resin through the core and are bedded anew,
 * holes that nobody wants again are filled and stay closed, a joint is raked out and sealed.
 *
 * @returns what fills the plugs, to be done where the skin has been made good
 */
export function planLeak(b: RepairBuilder): () => void {
  const { source } = b.input.job.damage;
  b.at('survey').ask('damage.source');
  b.step('survey', 'survey', 'source', { place: 'hull', serves: 'source' }, 15);
  if (source === undefined) b.warn('survey', 'damage.source', 'leak-not-said');
  if (source === undefined || source === 'unknown')
    b.step('survey', 'survey', 'hose', { place: 'hull', serves: 'hose' }, 30, [], { people: 2 });
  if (source === 'joint') joint(b);
  b.accept(
    b.input.route === 'recore' || b.input.chain.finish ? 'finish' : 'fair',
    'hose from low to high, ten minutes at what was closed, somebody inside',
    'no drop inside, and the meter reads no more than before',
  );
  return source === 'fasteners' || source === 'fitting' ? plugs(b, source === 'fitting') : () => undefined;
}

/** The same beside a laminate. */
export function planLeakBeside(input: RepairInput, ledger: Ledger): RepairPlan {
  const b = new RepairBuilder(input, ledger);
  planLeak(b)();
  return b.done('leak', 'leak');
}

function plugs(b: RepairBuilder, fitting: boolean): () => void {
  const { job, chain, conditions, route } = b.input;
  const own = job.repair?.holes ?? {};
  const n = b.pick('leak.count', 'fastenings', 'count', job.damage.fasteners, FASTENERS, 'until counted');
  const d = b.pick(
    'leak.fastener',
    'fastener',
    'm',
    own.fastener ?? own.diameter,
    FASTENER,
    'usual of deck fittings',
  );
  const refit = fitting || own.refit !== 'no';
  b.at('survey').ask('damage.fasteners', n).ask('repair.holes.fastener', d);
  if (!fitting) b.at('survey').ask('repair.holes.refit', refit ? 'yes' : 'no');
  const at = { place: 'fitting', serves: 'leak', fields: { name: 'fitting that leaked' } } as const;
  if (fitting) b.step('survey', 'takeOff', 'fitting', at, multiple(RATES.moveFitting, 1 / 2));
  const D = b.compute('leak.oversize', 'drilled out to', oversize, { d });
  const bond = linkOf(chain, 'bond');
  // Through a new skin once that is faired; beside an injection while the old one is made good.
  const stage: Stage = route === 'recore' ? 'fair' : 'mix';
  return () => {
    b.step(stage, 'drill', 'core', { place: 'hole', serves: 'leak' }, 8, [each(150, n, 'per hole')]).figures(
      words`${n} ${n.value === 1 ? 'hole' : 'holes'}, drilled out to ${mm(D, 1)}`,
    );
    if (bond) fillPlugs(b, { stage, n, D, bond, core: conditions.core });
    if (refit) bedAgain(b, n, fitting);
    else b.at(stage).note(['The old holes are not wanted again: filled, and not drilled.']);
  };
}

function bedAgain(b: RepairBuilder, n: Figure, fitting: boolean): void {
  b.afterFinish(() =>
    b.step('finish', 'drill', fitting ? 'again' : 'fastener', { place: 'hole', serves: 'fastener' }, 6, [
      each(120, n, 'per hole'),
    ]),
  );
  const bedding = b.compute('leak.bedding', 'bedding', beddingVolume, {
    n,
    v: b.assumed('leak.bead', 'sealant for each', BEDDING, 'm³', 'usual practice'),
  });
  sealant(b, bedding, fitting ? 'fitting bedded anew' : 'fastenings bedded anew');
}

interface Plugs {
  readonly stage: Stage;
  readonly n: Figure;
  readonly D: Figure;
  readonly bond: Product;
  readonly core?: Figure;
}

function fillPlugs(b: RepairBuilder, { stage, n, D, bond, core }: Plugs): void {
  const s = b.pick('leak.skin', 'skin', 'm', b.input.job.hull.thickness, SKIN, 'typical of a cored skin');
  const c = core ?? b.assumed('leak.core', 'core', 0.012, 'm', 'usual core of a deck');
  const whole = b.compute('leak.whole', 'plugs, with what is lost', withLoss, {
    'V₀': b.compute('leak.volume', 'to fill', plugVolume, { n, D, s, c }),
    loss: b.assumed('leak.loss', 'lost and left proud', LOSS, 'fraction', 'many small fills'),
  });
  const at = { place: 'hole', serves: 'leak' } as const;
  const mass = massFor(b, 'leak', bond, whole);
  const time = b.time('fill', 'plugs', at, 4, [each(60, n, 'per hole')]);
  mixed(b, {
    id: 'leak',
    stage,
    title: bond.name,
    about: 'plugs of the fastenings, thickened until it hangs',
    product: bond,
    mass,
    working: time,
    next: 'can be drilled',
  });
  b.material('leak', bond.name, `plugs, ${n.value} holes`, mass, bond);
  b.step(stage, 'backing', 'holes', at, 4, [each(25, n, 'per hole')])
    .step(stage, 'mix', 'filler', { place: 'bench', serves: 'leak' }, RATES.mixBatch, [], b.mixes('leak'))
    .timed(stage, 'fill', 'plugs', at, time, { product: bond.id })
    .figures(words`${ml(whole, 1)} in all`);
  const times = b.times(bond);
  if (times) b.wait(stage, 'untilSanded', at, times.sand, b.curing(bond, 'sand'));
  b.step(stage, 'strike', 'board', at, RATES.strike).step(stage, 'abrade', 'plugs', at, 4, [
    each(30, n, 'per plug'),
  ]);
  b.accept(stage, 'look at the far face of each plug', 'filled through, no cavity', 'strike', 'fill');
}

function joint(b: RepairBuilder): void {
  const { survey } = b.input;
  const l = survey.length;
  b.step('survey', 'clean', 'joint', { place: 'joint', serves: 'leak' }, 6, [perMetre(900, l)]);
  b.afterFinish(() =>
    b.step('finish', 'seal', 'joint', { place: 'joint', serves: 'leak' }, 8, [perMetre(420, l)]),
  );
  sealant(
    b,
    b.compute('leak.joint', 'sealant', beadVolume, {
      l,
      A: b.assumed('leak.section', 'section of the bead', BEAD, 'm²', '8 mm by 4 mm'),
    }),
    'joint sealed',
  );
}

/** Sealant of the yard; any that stays soft and stands water does. */
function sealant(b: RepairBuilder, volume: Figure, use: string): void {
  const product = b.input.library.products.find((p) => p.id === 'pu-sealant');
  if (!product) return;
  b.material('bedding', product.name, use, massFor(b, 'bedding', product, volume), product);
  b.caution('finish', SEALANT_CAUTION, 'seal', 'drill', 'putBack');
}
