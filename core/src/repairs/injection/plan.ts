import { washFirst } from '../common/wash';
import { regionExtent } from '../../geometry/region';
import { linkOf } from '../../match/chain';
import { RATES } from '../../materials/work-rates';
import type { Figure } from '../../trace/figure';
import { RepairBuilder } from '../builder';
import { each, perM2 } from '../../work/writer';
import { byBuilder } from '../by-builder';
import { leaks, planLeak } from '../common/leak';
import { dryUntilRead, planDrying } from '../common/drying';
import { massFor, mixed } from '../common/mixing';
import { shareOf, wholeNumber, withLoss } from '../common/measures';
import { Drawing } from '../drawing';
import { lower, ml, mm, words } from '../../trace/words';
import { gridCount, holeGrid } from './hole-grid';
import { planThinSkin, THIN_SKIN } from './thin-skin';
import { downToSplit, splitWithin } from './split';
import { gapVolume, holesVolume, liquidFor } from './volumes';

const PITCH = 0.06;
const PITCH_RANGE: readonly [number, number] = [0.05, 0.075];
const HOLE = 0.004;
const GAP = 0.0005;
const SYRINGE = 60e-6;
const EXPANSION = 8;
const LOSS = 0.2;
/** Skin that lets go over more than this is opened rather than injected, m². */
const INJECTED_UP_TO = 0.25;
const SKIN: Readonly<Record<string, number>> = {
  'frp-cored': 0.003,
  foil: 0.002,
  'foam-sheet': 0.0015,
  wood: 0.003,
  frp: 0.003,
};

/** Delamination and soft ground that is filled through small holes: grid, order, volumes, syringes. */
export const INJECTION_KIND = byBuilder({
  id: 'injection',
  name: 'injection',
  takes: ({ route }) => route === 'inject',
  plan(input, ledger) {
    const b = new RepairBuilder(input, ledger);
    const { job, survey, substrate, chain, readings } = input;
    const own = job.repair?.core ?? {};
    const whole = b.pick(
      'skin',
      'skin that is drilled',
      'm',
      job.hull.thickness,
      SKIN[substrate.family] ?? 0.003,
      'typical; the first hole shows it',
    );
    const between = splitWithin(b);
    // Through what was measured it would come out on the other side; the usual depth is one to the split.
    const skin =
      between && job.hull.thickness !== undefined
        ? b.compute('split', 'down to the split', downToSplit, { t: whole })
        : whole;
    const drying = planDrying(b, 'survey', substrate.family === 'wood' ? 'wood' : 'core');
    if (
      (substrate.family === 'frp-cored' ||
        substrate.family === 'foil' ||
        substrate.family === 'foam-sheet') &&
      job.hull.thickness !== undefined &&
      job.hull.thickness <= THIN_SKIN
    )
      return planThinSkin(b, skin);
    const area = readings?.bad ?? survey.area;
    const pitch = b.pick('pitch', 'between holes', 'm', own.pitch, PITCH, 'triangular grid, 50 to 75 mm');
    if (pitch.value < PITCH_RANGE[0] || pitch.value > PITCH_RANGE[1])
      b.warn('grind', 'repair.core.pitch', 'grid-pitch', { pitch: pitch.value, least: PITCH_RANGE[0] });
    const holes = holeGrid(survey.region, pitch.value, pitch.value / 4);
    const { length, width } = regionExtent(survey.region);
    if (Math.max(length, width) < pitch.value) {
      b.warn('grind', 'damage.size', 'grid-without-room', {
        length,
        width,
        pitch: pitch.value,
        holes: holes.length,
      });
    }
    const n = ledger.record(
      'holes',
      'holes',
      { ...gridCount, expression: 'n, points of the grid within the outline' },
      holes.length,
      { A: survey.area, p: pitch },
    );
    const expected = b.compute('holesByArea', 'by area alone', gridCount, { A: survey.area, p: pitch });
    const D = b.pick('hole', 'hole', 'm', own.hole, HOLE, 'takes the nozzle of a syringe');
    const gap = b.pick(
      'gap',
      'gap behind the skin',
      'm',
      own.gap,
      GAP,
      'thin delamination; a trial hole shows it',
    );
    const core =
      (between ? undefined : input.conditions.core) ??
      b.assumed('core', 'core', 0, 'm', between ? 'sealed off by the ply below' : 'none behind this skin');
    const voids = b.pick(
      'voids',
      'empty share of the core',
      'fraction',
      own.voids,
      0,
      'sound core; a soft one has lost some',
    );
    const behind = b.compute('gapVolume', 'to fill behind the skin', gapVolume, {
      A: area,
      g: gap,
      φ: voids,
      c: core,
    });
    const inHoles = b.compute('holesVolume', 'in the holes', holesVolume, { n, D, t: skin });
    const space = ledger.sum('space', 'space to fill', 'm³', [behind, inHoles]);
    const loss = b.assumed(
      'loss',
      'lost in syringes and at vents',
      LOSS,
      'fraction',
      'weeps from the neighbours before it is full',
    );
    const foam = own.medium === 'foam';
    const liquid = foam
      ? b.compute('liquid', 'liquid foam', liquidFor, {
          'V₀': space,
          E: b.pick(
            'expansion',
            'foam grows to',
            ':1',
            own.expansion,
            EXPANSION,
            'free expansion; the sheet decides',
          ),
        })
      : space;
    const volume = b.compute('volume', foam ? 'liquid foam, with loss' : 'epoxy, with loss', withLoss, {
      'V₀': liquid,
      loss,
    });
    const cartridge = b.pick(
      'cartridge',
      'syringe or cartridge',
      'm³',
      own.cartridge,
      SYRINGE,
      'usual syringe',
    );
    const cartridges = b.compute('cartridges', 'syringes', wholeNumber, { x: volume, most: cartridge });
    const perHole = b.compute('perHole', 'each hole takes about', shareOf, { X: liquid, n });

    if (area.value > INJECTED_UP_TO)
      b.warn('system', 'repair.way', 'injected-area', { area: area.value, most: INJECTED_UP_TO });
    // What lets the water in is found before anybody waits for it to dry.
    const closeLeak = leaks(input) ? planLeak(b) : undefined;
    if (drying.dry === false && drying.wait) {
      b.step('survey', 'vent', 'low', { place: 'core', serves: 'ground' }, 20, []);
      const at = { place: 'core', serves: 'ground' } as const;
      dryUntilRead(b, 'driesToInject', at, drying, { stage: 'survey', every: 'week' });
      b.caution(
        'survey',
        'No heat over 50 °C on a foam core, no lamp left alone; water that runs from a core is sour: gloves and goggles.',
        'vent',
        'air',
      );
    }
    if (foam) b.warn('mix', 'repair.core.medium', 'foam-for-a-season');
    b.at('survey').ask('damage.layer');
    b.at('grind').ask('repair.core.pitch', pitch).ask('repair.core.hole', D).ask('hull.thickness', skin);
    washFirst(b, area);
    b.step('grind', 'mark', 'grid', { place: 'skin', serves: 'grid' }, 10, [each(20, n, 'per hole')])
      .figures(n.value > 1 ? words`${n} holes, ${mm(pitch)} apart` : words`${n} hole`)
      .step('grind', 'drill', 'grid', { place: 'skin', serves: 'grid' }, 6, [each(40, n, 'per hole')])
      .figures(words`${mm(D, 1)} bit`)
      .step('grind', 'clean', 'blow', { place: 'core', serves: 'grid' }, 6, [each(10, n, 'per hole')])
      .step('grind', 'mask', 'holes', { place: 'skin', serves: 'grid' }, 4, [each(8, n, 'per hole')]);
    b.at('grind').key('Holes', n).key('Apart', pitch, 'mm', 0).key('Hole', D, 'mm', 1);
    b.at('grind').say(
      words`${n} ${n.value > 1 ? words`holes of ${mm(D, 1)} on a triangular grid of ${mm(pitch)}` : words`hole of ${mm(D, 1)}`}, ${between ? 'down to the split and no deeper' : 'through the upper skin only'}, low side first.`,
    );
    b.at('grind').table(
      'Grid',
      ['What', 'Figure'],
      [
        [['dull ground'], [area]],
        [['holes on the outline'], [n]],
        [['by area alone'], [expected]],
        [['deep, stop on the bit'], [mm(skin, 1)]],
      ],
    );
    b.at('grind').note(
      [
        'A hole through the lower skin lets it all run into the boat: a collar on the bit, and drill the first by hand.',
      ],
      ['Keep clear of fittings, hoses and wiring under the skin.'],
    );

    const bond = linkOf(chain, 'bond');
    const mix = b
      .at('mix')
      .ask('repair.core.medium', 'epoxy')
      .ask('repair.core.gap', gap)
      .ask('repair.core.voids', voids)
      .ask('repair.core.cartridge', cartridge);
    if (foam) mix.ask('repair.core.expansion');
    const name = foam ? 'closed-cell pouring foam' : lower(bond?.name ?? 'epoxy');
    if (bond && !foam) {
      const mass = massFor(b, 'inject', bond, volume);
      mixed(b, {
        id: 'inject',
        stage: 'mix',
        title: bond.name,
        about: `${n.value} ${n.value > 1 ? 'holes' : 'hole'}, low side first`,
        product: bond,
        mass,
        working: b.assumed('working', 'injecting', 180 + 45 * n.value, 's', 'some 45 s a hole'),
        next: 'holes are filled',
      });
      b.material('inject', bond.name, 'injected', mass, bond);
    } else {
      b.material('foam', 'closed-cell pouring foam', 'injected', volume);
      b.caution(
        'mix',
        'Pouring foam holds isocyanates and lifts a skin that has no vent: leave the next holes open, weight the skin, mask and gloves.',
        'mix',
        'inject',
      );
    }
    b.step(
      'mix',
      'mix',
      foam ? 'foam' : 'drawUp',
      { place: 'bench', serves: 'bond' },
      RATES.mixBatch / 60,
      [each(60, cartridges, 'per syringe')],
      b.mixes('inject'),
    )
      .step('mix', 'inject', 'holes', { place: 'core', serves: 'bond' }, 5, [each(45, n, 'per hole')], {
        people: 2,
      })
      .figures(words`about ${ml(perHole, 1)} each`)
      .step('mix', 'weight', 'skin', { place: 'skin', serves: 'bond' }, 12, [perM2(600, area)], {
        people: 2,
      });
    b.step('mix', 'clean', 'wept', { place: 'skin', serves: 'bond' }, 10);
    const times = bond && b.times(bond);
    if (times && bond)
      b.wait('mix', 'underWeights', { place: 'skin', serves: 'bond' }, times.sand, b.curing(bond, 'sand'));
    b.step('mix', 'strike', 'weights', { place: 'skin', serves: 'weights' }, RATES.strike / 60);
    closeLeak?.();
    mix.key('In all', volume, 'ml', 0).key('Each hole', perHole, 'ml', 1).key('Syringes', cartridges);
    mix.say(
      words`${ml(volume)} of ${name} through ${n} ${n.value > 1 ? 'holes' : 'hole'}, about ${ml(perHole, 1)} each, ${cartridges} ${cartridges.value === 1 ? 'syringe' : 'syringes'} of ${ml(cartridge)}.`,
    );
    mix.table(
      'What it takes',
      ['Where', 'Volume'],
      [
        [['behind the skin'], [ml(behind, 1)]],
        [['in the holes'], [ml(inHoles, 1)]],
        ...(foam ? [[['as liquid'], [ml(liquid, 1)]]] : []),
        [['with what is lost'], [ml(volume, 1)]],
      ],
    );
    mix.note(
      [
        'Stop at a hole when the next one weeps or the plunger pushes back; much more than its share runs away somewhere: stop and look.',
      ],
      ['Two people: one fills, one tapes and presses.'],
    );
    b.accept(
      'mix',
      'tap again when it has cured, and walk on it where it is a deck',
      'one bright tone, no give, as before the weights',
    );

    const face = b.ledger.record(
      'face',
      'face to make good',
      { id: 'repairs/injection/plan', expression: 'A', unit: 'm²', source: 'the marked ground' },
      survey.area.value,
      { A: survey.area },
    );
    const sinks = { place: 'skin', serves: 'grid' } as const;
    const sinking = b.time('fill', 'countersunk', sinks, 6, [each(20, n, 'per hole')]);
    if (bond) {
      mixed(b, {
        id: 'sinks',
        stage: 'fair',
        title: bond.name,
        about: 'countersunk holes',
        product: bond,
        // Twice as wide and a quarter as deep as the holes: as much as went into them.
        mass: massFor(b, 'sinks', bond, inHoles),
        working: sinking,
        next: 'can be sanded',
      });
      b.step(
        'fair',
        'mix',
        'filler',
        { place: 'bench', serves: 'grid' },
        RATES.mixBatch / 60,
        [],
        b.mixes('sinks'),
      );
    }
    b.timed('fair', 'fill', 'countersunk', sinks, sinking, { product: bond?.id });
    const set = bond && b.times(bond);
    if (bond && set)
      b.wait('fair', 'untilSanded', { place: 'skin', serves: 'grid' }, set.sand, b.curing(bond, 'sand'));
    b.at('fair')
      .key('Holes to fill', n)
      .say(words`${n} ${n.value > 1 ? 'holes' : 'hole'} filled flush and sanded.`)
      .sand({
        area: face,
        stock: b.assumed('proud', 'weeps and fills left proud', 0.0003, 'm', 'usual'),
        end: 180,
        material: 'cured resin',
        levels: true,
      });
    b.coat(face, survey.perimeter);
    draw(b, holes, D, pitch, survey.region, n);
    return b.done('injection', 'injection');
  },
});

function draw(
  b: RepairBuilder,
  holes: readonly { readonly x: number; readonly y: number }[],
  D: Figure,
  pitch: Figure,
  region: RepairBuilder['input']['survey']['region'],
  n: Figure,
): void {
  const d = new Drawing({
    id: 'grid',
    onOutline: true,
    title: 'Holes in the order of filling',
    note: `${n.value} ${n.value > 1 ? 'holes' : 'hole'}, low side first; from outside`,
  });
  d.region('damage', region, 'dull ground');
  for (const [i, h] of holes.entries()) d.mark(h, String(i + 1), D.value / 2);
  const pair = holes
    .slice(1)
    .findIndex(
      (h, i) => Math.abs(h.y - holes[i].y) < 1e-9 && Math.abs(h.x - holes[i].x - pitch.value) < 1e-9,
    );
  if (pair >= 0) d.dimension(holes[pair], holes[pair + 1], pitch, 'mm', 0, { off: -24 });
  const lowest = region.flat().reduce((m, p) => (p.y < m.y ? p : m));
  d.text(lowest.x, lowest.y, 'low side: filled first', { anchor: 'middle', cls: 'note on-paper', dy: 18 });
  b.draw(d.done());
}
