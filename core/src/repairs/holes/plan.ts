import { washFirst } from '../common/wash';
import { formula } from '../../trace/formula';
import { linkOf } from '../../match/chain';
import type { Product } from '../../materials/product';
import { RATES } from '../../rates/book';
import type { Figure } from '../../trace/figure';
import { RepairBuilder } from '../builder';
import { each } from '../../work/writer';
import { byBuilder } from '../by-builder';
import { massFor, mixed } from '../common/mixing';
import { withLoss } from '../common/measures';
import { Drawing } from '../drawing';
import { lower, ml, mm, words } from '../../trace/words';
import { CHAMFER, RELIEF, holesPutty, oversize, plugVolume } from './volumes';

const DIAMETER = 0.006;
const PROUD = 0.0005;
const LOSS = 0.25;
const WALL: Readonly<Record<string, number>> = {
  frp: 0.007,
  'frp-cored': 0.003,
  smc: 0.004,
  wood: 0.018,
  thermoplastic: 0.005,
  'foam-sheet': 0.008,
  polyolefin: 0.007,
  foil: 0.02,
};

export const spotsArea = formula({
  id: 'repairs/holes/plan',
  expression: 'A = n·π/4·(d + 30 mm)²',
  unit: 'm²',
  source: '15 mm round each hole',
  inputs: { n: 'holes', d: 'diameter' },
  evaluate: (x) => x.n * (Math.PI / 4) * (x.d + 0.03) ** 2,
});

export const roundSpots = formula({
  id: 'repairs/holes/plan',
  expression: 'l = min(12 m, n·π·(d + 30 mm))',
  unit: 'm',
  source: 'round each spot',
  inputs: { n: 'holes', d: 'diameter' },
  evaluate: (x) => Math.min(12, x.n * Math.PI * (x.d + 0.03)),
});

/** Decks, gunwales, transoms and hatches of these hide cores. */
const LAMINATED: ReadonlySet<string> = new Set(['frp', 'frp-cored']);

/** Old holes in number, closed for good or drilled again; in a core every fastener gets a plug of its own. */
export const HOLES_KIND = byBuilder({
  id: 'drilled holes',
  name: 'drilled holes',
  takes: ({ damage }) => damage === 'drilled-holes',
  plan(input, ledger) {
    const b = new RepairBuilder(input, ledger);
    const { job, chain, substrate, conditions } = input;
    const own = job.repair?.holes ?? {};
    const n = b.pick('count', 'holes', 'count', job.damage.count, 1, 'one until counted');
    const d = b.pick('diameter', 'hole', 'm', own.diameter, DIAMETER, 'usual old fastener');
    const wall = b.pick(
      'wall',
      substrate.family === 'frp-cored' ? 'skin' : 'deep',
      'm',
      own.depth ?? job.hull.thickness,
      WALL[substrate.family] ?? 0.006,
      'usual wall',
    );
    const cored = substrate.family === 'frp-cored';
    // A plug in a core is there for its fastener until somebody says that the hole is not wanted again.
    const refit = own.refit === undefined ? cored : own.refit === 'yes';
    const fastener = b.pick('fastener', 'fastener', 'm', own.fastener, d.value, 'as the hole');
    const bond = linkOf(chain, 'bond');
    const both = conditions.access === 'both';
    const size = cored ? b.compute('oversize', 'drilled out to', oversize, { d: fastener }) : d;
    const core = conditions.core;
    const proud = b.assumed('proud', 'left proud', PROUD, 'm', 'sanded level');
    const faces = b.ledger.given(
      'faces',
      'faces filled proud',
      both ? 2 : 1,
      'count',
      'computed',
      both ? 'backed and proud on both' : 'the far face cannot be reached: backed through the hole',
    );
    const volume =
      cored && core
        ? b.compute('volume', 'to fill', plugVolume, { n, D: size, s: wall, c: core })
        : b.compute('volume', 'to fill', holesPutty, { n, d, t: wall, p: proud, f: faces });
    b.at('grind')
      .ask('damage.count', n)
      .ask('repair.holes.diameter', d)
      .ask('repair.holes.depth', wall)
      .ask('repair.holes.refit', refit ? 'yes' : 'no');
    if (refit || cored) b.at('grind').ask('repair.holes.fastener', fastener);
    b.at('grind')
      .key('Holes', n)
      .key(cored ? 'Drill out to' : 'Hole', size, 'mm', 1)
      .key('Deep', wall, 'mm', 1);
    if (LAMINATED.has(substrate.family))
      b.step('survey', 'survey', 'hole', { place: 'hole', serves: 'look' }, 2, [each(20, n, 'per hole')]);
    if (cored) {
      b.at('survey').ask('damage.core');
      if (job.damage.core === 'soft') b.warn('survey', 'damage.core', 'soft-core-behind');
    }
    washFirst(b, input.survey.area);
    if (cored) {
      b.at('grind').say(
        words`Drill ${n} ${n.value === 1 ? 'hole' : 'holes'} out to ${mm(size, 1)} through the upper skin, clear the core ${RELIEF * 1000} mm beyond, leave the lower skin.`,
      );
      b.at('grind').note(
        [
          'Every fastener through a core goes through a plug of filled epoxy: then a leaking bolt wets a plug and not a deck.',
        ],
        ['A bent nail or an angled key in a drill clears the core behind the skin.'],
      );
      b.step('grind', 'drill', 'core', { place: 'hole', serves: 'ground' }, 8, [
        each(150, n, 'per hole'),
      ]).figures(words`${n} ${n.value === 1 ? 'hole' : 'holes'}, drilled out to ${mm(size, 1)}`);
    } else {
      b.at('grind').say(
        words`Chamfer and clean ${n} ${n.value === 1 ? 'hole' : 'holes'} of ${mm(d, 1)} on ${both ? 'both faces' : 'the outer face'}.`,
      );
      b.step('grind', 'bevel', 'chamfer', { place: 'hole', serves: 'ground' }, 8, [
        each(50, n, 'per hole'),
      ]).figures(words`${n} ${n.value === 1 ? 'hole' : 'holes'} of ${mm(d, 1)}`);
    }
    if (substrate.family !== 'wood' && job.damage.wet === 'wet')
      b.warn('grind', 'damage.wet', 'water-in-holes');
    if (bond) fill(b, volume, n, bond, refit, fastener);
    const area = ledger.compute('face', 'spots to make good', spotsArea, { n, d: size });
    const stage = input.route === 'bonded' ? 'finish' : 'fair';
    b.at(stage).sand({
      area,
      stock: proud,
      end: 180,
      material:
        substrate.family === 'thermoplastic' || substrate.family === 'polyolefin'
          ? 'thermoplastic'
          : 'cured resin',
      levels: true,
    });
    if (stage === 'fair')
      b.at('fair')
        .key('Spots', area)
        .say(words`${n} ${n.value === 1 ? 'fill' : 'fills'} sanded level, ${area} in all.`);
    b.coat(area, ledger.compute('masking', 'masking line', roundSpots, { n, d: size }));
    draw(b, { d, wall, size, fastener, cored, refit, both, core });
    return b.done('drilled holes', 'drilled holes');
  },
});

function fill(
  b: RepairBuilder,
  volume: Figure,
  n: Figure,
  bond: Product,
  redrill: boolean,
  fastener: Figure,
): void {
  const whole = b.compute('whole', 'with what is lost', withLoss, {
    'V₀': volume,
    loss: b.assumed('loss', 'lost and squeezed through', LOSS, 'fraction', 'many small fills'),
  });
  const mass = massFor(b, 'fill', bond, whole);
  const at = { place: 'hole', serves: 'fill' } as const;
  const time = b.time('fill', 'holes', at, 4, [each(40, n, 'per hole')]);
  const pots = mixed(b, {
    id: 'fill',
    stage: 'mix',
    title: bond.name,
    about: 'fill the holes through',
    product: bond,
    mass,
    working: time,
    next: redrill ? 'drilled again' : 'sanded level',
  });
  b.material('fill', bond.name, n.value === 1 ? 'the hole' : `${n.value} holes`, mass, bond);
  const times = b.times(bond);
  b.step('mix', 'backing', 'holes', { place: 'hole', serves: 'fill' }, 4, [each(25, n, 'per hole')]);
  if (bond.role === 'weld rod')
    b.step('mix', 'weld', 'plugs', { place: 'hole', serves: 'weld' }, 10, [each(180, n, 'per hole')], {
      product: bond.id,
    });
  else
    b.step(
      'mix',
      'mix',
      'pot',
      { place: 'bench', serves: 'fill' },
      RATES.mixBatch,
      pots ? [each(RATES.mixBatch, pots, 'per pot')] : [],
      b.mixes('fill'),
    )
      .timed('mix', 'fill', 'holes', at, time)
      .figures(words`${ml(whole, 1)} in all`);
  if (times)
    b.wait('mix', 'untilSanded', { place: 'hole', serves: 'fill' }, times.sand, b.curing(bond, 'sand'));
  b.step('mix', 'strike', 'board', { place: 'hole', serves: 'fill' }, RATES.strike);
  // Faced and coated first: what is bedded in sealant is not sanded round.
  if (redrill)
    b.afterFinish(() =>
      b.step('finish', 'drill', 'fastener', { place: 'hole', serves: 'fastener' }, 6, [
        each(120, n, 'per hole'),
      ]),
    );
  b.at('mix')
    .key('Filler', whole, 'ml', 1)
    .key('By mass', mass)
    .say(
      words`${ml(whole, 1)} of ${lower(bond.name)} for ${n} ${n.value === 1 ? 'hole' : 'holes'}${pots && pots.value > 1 ? words` in ${pots} small pots` : ''}${times ? words`; ${redrill ? 'drill' : 'sand'} after ${times.sand}` : ''}.`,
    );
  if (redrill)
    b.at('mix').table(
      'Drilled again',
      ['Fastener', 'Hole'],
      [[[mm(fastener, 1)], ['as its table says, bedded in sealant']]],
    );
  b.accept('mix', 'look at the far face', 'filler through every hole, no cavity', 'strike', 'fill');
}

interface Shown {
  readonly d: Figure;
  readonly wall: Figure;
  readonly size: Figure;
  readonly fastener: Figure;
  readonly cored: boolean;
  readonly refit: boolean;
  readonly both: boolean;
  readonly core?: Figure;
}

function draw(b: RepairBuilder, s: Shown): void {
  const d = new Drawing({
    id: 'hole',
    title: s.cored ? 'Plug of a fastener in a core' : 'One of the holes',
    note: s.cored ? 'upper skin up; drilled out, filled, drilled again' : 'across, outer face up',
  });
  const w = s.wall.value;
  const D = s.size.value;
  if (s.cored && s.core) {
    const c = s.core.value;
    const r = D / 2 + RELIEF;
    const reach = r * 3.2;
    d.box('old', -reach, 0, -D / 2, -w, 'upper skin').box('old', D / 2, 0, reach, -w, 'upper skin');
    d.box('old-core', -reach, -w, -r, -w - c, 'core').box('old-core', r, -w, reach, -w - c, 'core');
    d.box('inner-skin', -reach, -w - c, reach, -w - c - w, 'lower skin');
    d.area(
      'new',
      [
        { x: -D / 2, y: 0 },
        { x: D / 2, y: 0 },
        { x: D / 2, y: -w },
        { x: r, y: -w },
        { x: r, y: -w - c },
        { x: -r, y: -w - c },
        { x: -r, y: -w },
        { x: -D / 2, y: -w },
      ],
      'filled epoxy',
    );
    d.box('void', -s.fastener.value / 2, 0.002, s.fastener.value / 2, -w - c - w - 0.002, 'fastener');
    d.dimension({ x: -D / 2, y: 0.003 }, { x: D / 2, y: 0.003 }, s.size, 'mm', 1, { off: 8 });
    d.dimension({ x: reach, y: -w }, { x: reach, y: -w - c }, s.core, 'mm', 0, { off: 12 });
  } else {
    const leg = CHAMFER * D;
    const reach = Math.max(D * 3, w * 1.4);
    const side = (k: 1 | -1): void => {
      d.area(
        'old',
        [
          { x: (k * D) / 2 + k * leg, y: 0 },
          { x: k * reach, y: 0 },
          { x: k * reach, y: -w },
          ...(s.both
            ? [
                { x: (k * D) / 2 + k * leg, y: -w },
                { x: (k * D) / 2, y: -w + leg },
              ]
            : [{ x: (k * D) / 2, y: -w }]),
          { x: (k * D) / 2, y: -leg },
        ],
        'wall',
      );
    };
    side(1);
    side(-1);
    const p = PROUD * 1.5;
    const top = D / 2 + leg;
    d.area(
      'new',
      [
        { x: -top, y: 0 },
        { x: -top, y: p },
        { x: top, y: p },
        { x: top, y: 0 },
        { x: D / 2, y: -leg },
        ...(s.both
          ? [
              { x: D / 2, y: -w + leg },
              { x: top, y: -w },
              { x: top, y: -w - p },
              { x: -top, y: -w - p },
              { x: -top, y: -w },
              { x: -D / 2, y: -w + leg },
            ]
          : [
              { x: D / 2, y: -w },
              { x: -D / 2, y: -w },
            ]),
        { x: -D / 2, y: -leg },
      ],
      'filler, proud',
    );
    d.line(
      'dam',
      [
        { x: -reach * 0.8, y: -w - (s.both ? p : 0) },
        { x: reach * 0.8, y: -w - (s.both ? p : 0) },
      ],
      'backing',
    ).text(reach * 0.8, -w, 'film and board behind', { anchor: 'end', cls: 'note on-paper', dy: 16 });
    d.dimension({ x: -D / 2, y: p }, { x: D / 2, y: p }, s.d, 'mm', 1, { off: 10 });
    d.dimension({ x: reach, y: 0 }, { x: reach, y: -w }, s.wall, 'mm', 1, { off: 12 });
  }
  b.draw(d.done());
}
