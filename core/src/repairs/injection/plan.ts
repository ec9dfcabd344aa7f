import { washFirst } from '../common/wash';
import { regionExtent } from '../../geometry/region';
import { linkOf } from '../../match/chain';
import { RATES } from '../../rates/book';
import type { Figure } from '../../trace/figure';
import { RepairBuilder } from '../builder';
import { each } from '../../work/writer';
import { byBuilder } from '../by-builder';
import { leaks, planLeak } from '../common/leak';
import { dryUntilRead, planDrying } from '../common/drying';
import { massFor, mixed } from '../common/mixing';
import { Drawing } from '../drawing';
import { mm, words } from '../../trace/words';
import { fillHoles } from './fill-holes';
import { gridCount, holeGrid } from './hole-grid';
import { planThinSkin, THIN_SKIN } from './thin-skin';
import { downToSplit, splitWithin } from './split';
import { gapVolume, holesVolume } from './volumes';

const PITCH = 0.06;
const PITCH_RANGE: readonly [number, number] = [0.05, 0.075];
const HOLE = 0.004;
const GAP = 0.0005;
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
    const bond = linkOf(chain, 'bond');
    const medium = own.medium ?? 'epoxy';
    const foam = medium !== 'epoxy';

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
    } else
      dryUntilRead(b, 'driesToInject', { place: 'core', serves: 'ground' }, drying, {
        stage: 'survey',
        every: 'week',
      });
    if (foam) b.warn('mix', 'repair.core.medium', 'foam-for-a-season');
    b.at('survey').ask('damage.layer');
    b.at('grind').ask('repair.core.pitch', pitch).ask('repair.core.hole', D).ask('hull.thickness', skin);
    washFirst(b, area);
    b.step('grind', 'mark', 'grid', { place: 'skin', serves: 'grid' }, 10, [each(20, n, 'per hole')])
      .figures(n.value > 1 ? words`${n} holes, ${mm(pitch)} apart` : words`${n} hole`)
      .step('grind', 'drill', between ? 'toSplit' : 'grid', { place: 'skin', serves: 'grid' }, 6, [
        each(40, n, 'per hole'),
      ])
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
        between
          ? 'A hole past the split lets it all run away behind: a collar on the bit, and drill the first by hand.'
          : 'A hole through the lower skin lets it all run into the boat: a collar on the bit, and drill the first by hand.',
      ],
      [`Keep clear of fittings, hoses and wiring ${between ? 'behind' : 'under the skin'}.`],
    );

    fillHoles(b, { medium, by: own.by ?? 'syringe', bond, n, area, behind, inHoles, space });
    closeLeak?.();

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
        RATES.mixBatch,
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
        // Nothing coarse over a veneer.
        ...(substrate.family === 'wood' ? { over: 'veneer' as const } : {}),
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
