import { multiple } from '../../rates/row';
import { abradeBetween } from '../common/goes';
import { washFirst } from '../common/wash';
import { formula } from '../../trace/formula';
import { offset } from '../../geometry/offset';
import { flashesOff } from '../common/flashes-off';
import { linkOf } from '../../match/chain';
import type { Cloth, Product, Sheet } from '../../materials/product';
import { RATES } from '../../rates/book';
import type { Figure } from '../../trace/figure';
import { RepairBuilder } from '../builder';
import { each, perM2, perMetre } from '../../work/writer';
import { byBuilder } from '../by-builder';
import { planCoats } from '../common/coats';
import { massFor, mixed } from '../common/mixing';
import { layerVolume, shareOf, wholeNumber, withLoss } from '../common/measures';
import { planReinforcement, type Reinforcement } from '../common/reinforce';
import { stillHolds } from '../common/still-holds';
import { purged } from '../common/cartridge';
import { lower, ml, mm, words } from '../../trace/words';
import { drawPlastic } from './draw';
import { alongGroove, planOpening, type Opening } from './groove';
import { plateFor, weld } from './weld-plan';

/** Cloth that goes inside, over the crack. */
const CLOTH = { place: 'inside', serves: 'cloth' } as const;
const LOSS = 0.2;
/** Feathered ring round a repair that is painted. */
const FEATHER = 0.04;
const STOP_HOLE_LEAST = 0.003;
const STOP_HOLE_MOST = 0.008;
/** Heat that a foam core stands, °C. */
const FOAM_HEAT = 60;

export const featheredFace = formula({
  id: 'repairs/plastic/plan',
  expression: 'A = (l + 2·40 mm)·(w + 2·40 mm)',
  unit: 'm²',
  source: 'feathered 40 mm round the damage',
  inputs: { l: 'length', w: 'width' },
  evaluate: (x) => (x.l + 2 * FEATHER) * (x.w + 2 * FEATHER),
});

export const stopHole = formula({
  id: 'repairs/plastic/plan',
  expression: 'D = max(3 mm, min(8 mm, t))',
  unit: 'm',
  source: 'as wide as the sheet is thick: the round takes the stress from the tip',
  inputs: { t: 'thickness of the sheet' },
  evaluate: (x) => Math.max(STOP_HOLE_LEAST, Math.min(STOP_HOLE_MOST, x.t)),
});

export const roundFeathered = formula({
  id: 'repairs/plastic/plan',
  expression: 'l = P + 2·π·40 mm',
  unit: 'm',
  source: 'round the feathered ring',
  inputs: { P: 'edge of the damage' },
  evaluate: (x) => x.P + 2 * Math.PI * FEATHER,
});

/** Rigid plastics, plastic sheet over foam and moulded sheet compound: groove, reinforcement inside, passes outside; or a weld. */
export const PLASTIC_KIND = byBuilder({
  id: 'plastic',
  name: 'rigid plastic',
  takes: ({ route, substrate }) => route === 'bonded' || (route === 'surface' && substrate.family === 'smc'),
  plan(input, ledger) {
    const b = new RepairBuilder(input, ledger);
    const { chain, substrate, damage, survey } = input;
    const bond = linkOf(chain, 'bond');
    const inner = linkOf(chain, 'reinforce');
    const welded = bond?.role === 'weld rod';
    const o = planOpening(b, welded);
    const sheet = b.at('grind').ask('repair.plastic.thickness', o.thickness).ask('damage.depth');
    // A weld is run from the face alone.
    if (!welded) sheet.ask('access', input.conditions.access);
    const line = damage === 'crack' || damage === 'split-edge' || damage === 'old-repair';
    const face = b.ledger.compute('face', 'face that is feathered', featheredFace, {
      l: survey.length,
      w: survey.width,
    });
    washFirst(b, face);
    openUp(b, o, line);
    sheet.key('Groove', o.depth, 'mm', 1).key('wide', o.width, 'mm', 1).key('To fill', o.volume, 'ml', 1);
    sheet.say(
      words`${o.hole ? 'Cut back to sound edges and bevel them' : line ? 'Stop the ends, open a V' : 'Open it to a clean dish'}: ${mm(o.depth, 1)} of ${mm(o.thickness, 1)} deep over ${mm(o.run)}.`,
    );
    if (substrate.family === 'foam-sheet') {
      sheet.note([
        `Never heat the core above ${FOAM_HEAT} °C: it swells or melts. Feather the vinyl and ABS until no more flakes lift.`,
      ]);
      b.caution('grind', 'Hot tools off the foam core: it softens at 60 °C and gives off fumes.');
    }
    if (substrate.family === 'smc')
      sheet.note([
        'Half depth V, then P50 over the whole field, then P80 feathered out; the mould release in the compound is only gone once the gloss is.',
      ]);
    b.ground(offset(survey.region, FEATHER));
    const along = b.compute('along', 'keyed and sanded along the groove', alongGroove, {
      A_face: face,
      L: o.run,
      w: o.width,
    });
    b.step(
      'grind',
      'abrade',
      linkOf(chain, 'prep') ? 'around' : 'aroundPlain',
      { place: 'face', serves: 'ground', fields: { product: linkOf(chain, 'prep')?.name ?? '' } },
      6,
      [perM2(multiple(RATES.abradePerM2, 2), along)],
    );
    b.step(
      'grind',
      'clean',
      linkOf(chain, 'clean') ? 'with' : 'asAdhesive',
      { place: 'face', serves: 'ground', fields: { product: linkOf(chain, 'clean')?.name ?? '' } },
      5,
    );
    flashesOff(
      b.steps,
      'grind',
      { place: 'face', serves: 'ground' },
      linkOf(chain, 'clean'),
      input.conditions.temperature,
    );
    if (!welded) promote(b, linkOf(chain, 'prime') as Sheet | undefined, along);
    if (welded && bond) weld(b, o, bond, inner);
    else if (bond) glue(b, o, bond, inner, along);
    else b.at('mix').say(['Nothing holds on it: smooth the damage and stop.']);
    b.coat(line ? along : face, maskOf(b, survey.perimeter));
    drawPlastic(b, o, welded, inner);
    return b.done('plastic', welded ? 'weld' : 'bond');
  },
});

function openUp(b: RepairBuilder, o: Opening, line: boolean): void {
  if (b.input.damage === 'old-repair')
    b.step('grind', 'strip', 'plastic', { place: 'face', serves: 'old-repair' }, 15, [
      perM2(150 * 60 * stillHolds(b.input.job.damage.holds), b.input.survey.area),
    ]);
  if (line) {
    const d = b.ledger.compute('stopHole', 'stop hole', stopHole, { t: o.thickness });
    b.at('grind').table(
      'Stop holes',
      ['Where', 'Drill'],
      [[['at each end of the crack, past the last of it that a dye shows'], [mm(d, 1)]]],
    );
    b.step('grind', 'stopHoles', 'plastic', { place: 'crack', serves: 'ends' }, 4, [
      each(RATES.stopHole, b.ledger.given('stops', 'stop holes', 2, 'count', 'computed', 'one at each end')),
    ]).figures(words`${mm(d, 1)} bit`);
  }
  const opened = [perMetre(RATES.groovePerMetre, o.run)];
  if (o.hole) b.step('grind', 'bevel', 'rim', { place: 'hole', serves: 'ground' }, RATES.grooveFixed, opened);
  else if (line)
    b.step('grind', 'open', 'groove', { place: 'crack', serves: 'ground' }, RATES.grooveFixed, opened);
  else b.step('grind', 'clean', 'dish', { place: 'dish', serves: 'ground' }, RATES.grooveFixed, opened);
  b.figures(
    words`${mm(o.depth, 1)} of ${mm(o.thickness, 1)} deep, ${mm(o.width, 1)} wide, ${mm(o.run)} long`,
  );
}

/** A promoter goes on the cleaned face, thin, and the glue follows within its window. */
function promote(b: RepairBuilder, primer: Sheet | undefined, face: Figure): void {
  if (!primer) return;
  const coats = planCoats(b, {
    id: 'prime',
    stage: 'mix',
    product: primer,
    area: face,
    coats: b.assumed('primeCoats', 'coats of promoter', 1, 'count', 'one thin coat'),
    name: 'promoter',
    between: 180,
    last: 'overcoated',
  });
  b.at('mix').table('Promoter', ['Coats', 'In all'], [[[coats.coats], [ml(coats.volume, 1)]]]);
}

/** Masking round a repair by the sheet. */
function maskOf(b: RepairBuilder, edge: Figure): Figure {
  return b.ledger.compute('masking', 'masking line', roundFeathered, { P: edge });
}

/** From here on a hole is closed with a piece, m: judged, what an adhesive bridges without sagging. */
const PIECE_FROM = 0.06;
/** Bed under a piece, m. Source: usual of thick adhesives. */
const PIECE_BED = 0.001;

function glue(b: RepairBuilder, o: Opening, bond: Product, inner: Product | undefined, face: Figure): void {
  const { substrate, survey, conditions, job } = b.input;
  const sheet = b.at('mix').ask('repair.plastic.mixer', 'no');
  const cloth = inner?.role === 'cloth' ? (inner as Cloth) : undefined;
  const plate = inner && !cloth ? (inner as Sheet) : undefined;
  const over = { length: survey.length, width: survey.width };
  const reinforcement: Reinforcement | undefined =
    cloth &&
    planReinforcement(
      b,
      cloth,
      over,
      o.hole ? 3 : 2,
      0.05,
      o.hole ? 'three layers close a hole from inside' : 'two layers inside a crack',
    );
  const backing = plate ? plateFor(b, plate) : undefined;
  // A small hole is filled over its whole face; a wide one takes a piece of the same sheet, bedded on what closes it.
  const piece = o.hole && Math.max(survey.length.value, survey.width.value) > PIECE_FROM;
  const closed = o.hole
    ? b.compute('plug', piece ? 'bed under the piece' : 'hole to fill', layerVolume, {
        A: survey.area,
        d: piece
          ? b.assumed('pieceBed', 'bed under the piece', PIECE_BED, 'm', 'squeezes out all round')
          : o.depth,
      })
    : undefined;
  if (piece) b.material('piece', `sheet of ${lower(substrate.name)}`, 'let into the hole', survey.area);
  const net = b.ledger.sum('net', 'to fill', 'm³', [o.volume, ...(closed ? [closed] : [])]);
  const loss = b.assumed('loss', 'lost and left proud', LOSS, 'fraction', 'thick adhesives by hand');
  const filled = b.compute('filled', 'with what is lost', withLoss, { 'V₀': net, loss });
  const most =
    'maximumPerGo' in bond && bond.maximumPerGo
      ? b.sheetFigure('perGo', 'thickest in one pass', bond, 'maximumPerGo', bond.maximumPerGo, 'm')
      : b.assumed('perGo', 'thickest in one pass', 0.005, 'm', 'usual; the sheet decides');
  const passes = b.compute('passes', 'passes', wholeNumber, { x: o.depth, most });
  const cartridge = job.repair?.plastic?.mixer === 'yes' ? purged(b, bond, filled, passes) : undefined;
  const mass = massFor(b, 'fill', bond, cartridge?.volume ?? filled);
  const total = reinforcement
    ? b.ledger.sum('bondMass', `${bond.name} in all`, 'kg', [mass, reinforcement.resin])
    : mass;
  const perPass = b.compute('perPass', 'each pass', { ...shareOf, unit: 'kg' }, { X: mass, n: passes });
  mixed(b, {
    id: 'fill',
    stage: 'mix',
    title: passes.value > 1 ? `${bond.name}, each of ${passes.value} passes` : bond.name,
    about: 'fill the groove',
    product: bond,
    mass: perPass,
    working: b.assumed('fillTime', 'filling', 240, 's', 'a groove is filled in minutes'),
    next: 'next pass',
    repeats: passes,
    ...(cartridge ? { through: cartridge.through } : {}),
  });
  const wetOut = reinforcement && b.time('lay', 'inside', CLOTH, 12, [perM2(90 * 60, reinforcement.area)]);
  if (reinforcement && wetOut)
    mixed(b, {
      id: 'wetOut',
      stage: 'mix',
      title: `${bond.name}, for the cloth`,
      about: 'wet the cloth out inside',
      product: bond,
      mass: reinforcement.resin,
      working: wetOut,
      next: 'outside is filled',
    });
  b.material('bond', bond.name, reinforcement ? 'groove and cloth' : 'groove', total, bond);
  const times = b.times(bond);
  const through = conditions.access !== 'both';
  if (reinforcement && wetOut) {
    const inside = CLOTH;
    // Cloth over an open hole hangs into it.
    if (o.hole) b.step('mix', 'former', 'outside', { place: 'outside', serves: 'former' }, 12);
    b.step('mix', 'abrade', through ? 'insideThrough' : 'inside', inside, RATES.abradeFixed).step(
      'mix',
      'mix',
      'cloth',
      { place: 'bench', serves: 'cloth' },
      RATES.mixBatch,
      [],
      b.mixes('wetOut'),
    );
    b.timed(
      'mix',
      'lay',
      through ? 'insideThrough' : 'inside',
      {
        ...inside,
        fields: { count: reinforcement.layers.value, product: reinforcement.cloth.name },
      },
      wetOut,
    );
    if (times)
      b.wait('mix', 'insideSets', { place: 'inside', serves: 'cloth' }, times.sand, b.curing(bond, 'sand'));
    // The cloth has set against the film of the former: it is abraded before anything is bedded on it.
    if (o.hole)
      b.step('mix', 'turn', 'outside', { place: 'groove', serves: 'former' }, RATES.abradeFixed, [
        perM2(RATES.abradePerM2, survey.area),
      ]);
  }
  if (backing)
    b.step(
      'mix',
      'backing',
      through ? 'plasticThrough' : 'plastic',
      { place: 'inside', serves: 'backing' },
      15,
      [perM2(60 * 60, backing)],
    );
  if (piece)
    b.step('mix', 'make', 'letIn', { place: 'bench', serves: 'piece' }, 12, [perMetre(20 * 60, o.run)]);
  for (let pass = 1; pass <= passes.value; pass += 1) {
    abradeBetween(b, pass);
    b.step(
      'mix',
      'mix',
      cartridge ? 'cartridge' : 'pot',
      { place: 'bench', serves: `pass-${pass}` },
      RATES.mixBatch,
      [],
      b.mixes('fill'),
    );
    b.step(
      'mix',
      'fill',
      piece ? (pass === 1 ? 'letIn' : 'pass') : passes.value > 1 ? 'pass' : o.hole ? 'proud' : 'groove',
      { place: 'groove', serves: `pass-${pass}`, fields: { go: pass } },
      5,
      [perMetre(120, o.run)],
    );
    if (times)
      b.wait(
        'mix',
        pass === passes.value ? 'untilRasped' : 'nextPass',
        { place: 'groove', serves: `pass-${pass}` },
        times.sand,
        b.curing(bond, 'sand', o.depth.value / passes.value),
      );
  }
  b.step('mix', 'sand', 'rasp', { place: 'groove', serves: 'face' }, 5, [perM2(60 * 60, face)]);
  sheet.key('Fill', filled, 'ml', 1).key('Passes', passes).key('In all', total);
  sheet.say(
    words`${ml(filled, 1)} of ${lower(bond.name)} in ${passes} ${passes.value === 1 ? 'pass' : 'passes'}${reinforcement ? words`, ${reinforcement.layers} layers of cloth inside` : ''}${times ? words`; rasp after ${times.sand}` : ''}.`,
  );
  if (reinforcement)
    sheet.table(
      'Reinforcement inside',
      ['Cloth', 'Layers', 'Past the joint', 'Area', 'To wet it out'],
      [
        [
          [reinforcement.cloth.name],
          [reinforcement.layers],
          [mm(reinforcement.lap)],
          [reinforcement.area],
          [reinforcement.resin],
        ],
      ],
    );
  if (bond.traits?.includes('light-cure'))
    sheet.note([
      'Only what light reaches cures: clear layers of 2 mm, each in full sun or under the lamp before the next.',
    ]);
  if (substrate.id === 'abs-acrylic' || substrate.id === 'polycarbonate')
    b.caution(
      'mix',
      'No strong solvent on acrylic or polycarbonate: it crazes under stress, at once or next week.',
      'clean',
      'wash',
    );
  if (b.input.substrate.family === 'foam-sheet')
    sheet.note([
      'A flexible fill only: a hard one cracks out of a skin that dents. A skid plate goes over it where it is dragged.',
    ]);
  b.accept(
    'mix',
    'press the fill with a gloved nail at its thickest',
    'hard right through, no tack at the flanks',
  );
  b.at('finish').sand({
    area: face,
    stock: b.assumed('proud', 'left proud after the rasp', 0.0003, 'm', 'usual'),
    end: 240,
    material: 'thermoplastic',
    levels: true,
  });
}
