import { washFirst } from '../common/wash';
import { formula } from '../../trace/formula';
import { rectangle } from '../../geometry/outline';
import { linkOf } from '../../match/chain';
import type { Cloth, Product, Sheet } from '../../materials/product';
import { RATES } from '../../rates/book';
import { RepairBuilder } from '../builder';
import { each, perM2, perMetre } from '../../work/writer';
import { byBuilder } from '../by-builder';
import { WOOD_LIMIT, dryUntilRead, planDrying } from '../common/drying';
import { bowlVolume, stripArea, withLoss } from '../common/measures';
import { massFor, mixed } from '../common/mixing';
import { asGlue } from '../common/thickened';
import { lower, ml, mm, size, words } from '../../trace/words';
import {
  SCARF,
  cutBack,
  glueMass,
  saturation,
  scarfFace,
  scarfLength,
  edgesArea,
  jointArea,
  pieceLength,
  crackArea,
} from './joints';
import { GLUED, type Wood } from './cut-out';
import { draw } from './draw';
import { sheathe } from './sheathing';

const MIN = 60;
const PLANK = 0.018;
const PLY = 0.009;
const BEYOND_ROT = 0.05;
const GLUE = 0.4;
const LOSS = 0.2;
/** Damage that a piece is let in for; the rest is filled or glued shut. */
const LET_IN: ReadonlySet<string> = new Set(['rot', 'hole', 'crushed', 'worn-edge', 'old-repair']);

export const blendedFace = formula({
  id: 'repairs/wood/plan',
  expression: 'A = (l + 80 mm)·(w + 80 mm)',
  unit: 'm²',
  source: 'blended 40 mm round it',
  inputs: { l: 'length', w: 'width' },
  evaluate: (x) => (x.l + 0.08) * (x.w + 0.08),
});

export const roundBlendedFace = formula({
  id: 'repairs/wood/plan',
  expression: 'L = 2·(l + w + 160 mm)',
  unit: 'm',
  source: 'round the blended ground',
  inputs: { l: 'length', w: 'width' },
  evaluate: (x) => 2 * (x.l + x.w + 0.16),
});

/** A plane or scraper leaves so much for paper, m. Source: judged, a hair is 0.1 mm and the plane chatters by as much. */
const PLANED_TO = 0.0002;
const FAIRED = {
  piece: 'Plane the piece down to its neighbours, fill the glue line',
  joint: 'Scrape the glue line flush',
  fill: 'Scrape the fill down to its neighbours',
} as const;

/** Wood: dry first, cut back to bright, scarfed or let in, end grain saturated, glued, sheathed where the chain has it. */
export const WOOD_KIND = byBuilder({
  id: 'wood',
  name: 'wood',
  takes: ({ route }) => route === 'wood',
  plan(input, ledger) {
    const b = new RepairBuilder(input, ledger);
    const { damage, chain } = input;
    const dryOut = moisture(b);
    washFirst(b, input.survey.area);
    const w = cutOut(b);
    dryOut();
    const bond = linkOf(chain, 'bond');
    const inner = linkOf(chain, 'reinforce');
    const letIn = LET_IN.has(damage);
    const glued = GLUED.has(damage);
    if (bond && letIn) piece(b, w, bond, inner?.role === 'plate' ? (inner as Sheet) : undefined);
    else if (bond && glued) shut(b, w, bond);
    else if (bond) filled(b, w, bond);
    const cloth = inner?.role === 'cloth' ? (inner as Cloth) : undefined;
    if (cloth && bond) sheathe(b, w, cloth, bond);
    const face = ledger.compute('face', 'face to make good', blendedFace, { l: w.length, w: w.width });
    b.at('fair')
      .key('Face', face)
      .say(words`${FAIRED[letIn ? 'piece' : glued ? 'joint' : 'fill']}, sand over ${face}.`)
      .sand({
        area: face,
        stock: b.assumed('proud', 'left proud', PLANED_TO, 'm', 'plane or scraper, to within a hair'),
        end: 180,
        material: 'cured resin',
        levels: true,
        // Plies of plywood and moulded hulls are veneers.
        over: input.substrate.id === 'wood-solid' ? 'wood' : 'veneer',
      });
    b.step('fair', 'sand', 'plane', { place: 'face', serves: 'face' }, 8, [perM2(120 * MIN, face)]);
    b.ground([rectangle(w.length.value + (letIn ? 2 * w.scarf.value : 0), w.width.value)]);
    b.coat(face, ledger.compute('masking', 'masking line', roundBlendedFace, { l: w.length, w: w.width }));
    draw(b, w, letIn);
    return b.done('wood', letIn ? 'piece let in' : 'wood');
  },
});

/** No epoxy into wet wood: the gate is a reading, not a date. @returns what puts the drying in, once the wood is open */
function moisture(b: RepairBuilder): () => void {
  const { moisture: read } = b.input.job.repair?.wood ?? {};
  const survey = b.at('survey').ask('repair.wood.moisture');
  const tooWet = read !== undefined && read > WOOD_LIMIT / 100;
  // What the meter reads goes before what was seen.
  const drying = planDrying(b, 'survey', 'wood', tooWet ? 'wet' : undefined);
  if (read !== undefined) {
    const m = b.ledger.given(
      'moisture',
      'moisture of the wood',
      read,
      'fraction',
      'measured',
      'pins along the grain',
    );
    survey.key('Moisture', m);
    if (tooWet) b.warn('grind', 'repair.wood.moisture', 'wood-too-wet', { share: read, limit: WOOD_LIMIT });
  } else if (b.input.job.damage.wet === undefined)
    b.report('assumed', 'survey', 'repair.wood.moisture', 'wood-not-read');
  return () => {
    if (read === undefined || tooWet)
      dryUntilRead(b, 'driesOpened', { place: 'dish', serves: 'ground' }, drying, { every: 'week' });
  };
}

function cutOut(b: RepairBuilder): Wood {
  const { job, survey, substrate, damage } = b.input;
  const own = job.repair?.wood ?? {};
  const spar = own.spar === 'yes';
  const thickness = b.pick(
    'thickness',
    'thickness of the wood',
    'm',
    own.thickness ?? job.hull.thickness,
    substrate.id === 'wood-ply' ? PLY : PLANK,
    'usual; measure it at an edge',
  );
  const beyond = b.pick(
    'beyond',
    'beyond what is soft',
    'm',
    own.beyond,
    damage === 'rot' ? BEYOND_ROT : 0.01,
    damage === 'rot' ? 'rot has gone further than it shows' : 'to clean, bright wood',
  );
  const ratio = b.pick(
    'ratio',
    'scarf',
    ':1',
    own.ratio,
    spar ? SCARF.spar : SCARF.usual,
    spar ? 'spars 12:1' : 'planks and panels 8:1',
  );
  if (ratio.value < (spar ? SCARF.spar : SCARF.usual))
    b.warn('grind', 'repair.wood.ratio', 'scarf-too-short', {
      ratio: ratio.value,
      least: spar ? SCARF.spar : SCARF.usual,
    });
  const length = b.compute('length', 'cut out, along the grain', cutBack, { 'l₀': survey.length, beyond });
  const width = b.compute('width', 'cut out, across', cutBack, { 'l₀': survey.width, beyond });
  const area = b.compute('area', 'cut out', stripArea, { L: length, w: width });
  const scarf = b.compute('scarf', 'each scarf', scarfLength, { R: ratio, t: thickness });
  const sheet = b
    .at('grind')
    .ask('repair.wood.thickness', thickness)
    .ask('repair.wood.spar', spar ? 'yes' : 'no')
    .ask('repair.wood.ratio', ratio)
    .ask('repair.wood.beyond', beyond);
  const letIn = LET_IN.has(damage);
  if (letIn) {
    sheet.key('Cut out', length, 'mm', 0).key('by', width, 'mm', 0).key('Each scarf', scarf, 'mm', 0);
    sheet.say(
      words`Cut back to bright wood, ${mm(length)} × ${mm(width)}; scarfs of ${mm(scarf)}, ${ratio}.`,
    );
    b.step('grind', 'mark', 'pattern', { place: 'dish', serves: 'piece' }, 8);
    b.step(
      'grind',
      'cut',
      damage === 'old-repair' ? 'woodRepair' : 'wood',
      { place: 'dish', serves: 'ground' },
      15,
      [perM2(240 * MIN, area)],
    )
      .figures(size(length, width))
      .step('grind', 'bevel', 'scarf', { place: 'joint', serves: 'ground' }, 12, [
        perMetre(25 * MIN, width),
        each(
          18 * MIN,
          b.ledger.given('ends', 'ends', 2, 'count', 'computed', 'both ends of the piece'),
          'per end',
        ),
      ])
      .figures(words`${ratio}, ${mm(scarf)} long`);
    sheet.note([
      'Where a scarf has no room: a graving piece with its ends cut like a diamond, grain along, and a butt block behind.',
    ]);
    if (damage === 'rot')
      sheet.note([
        'Soft under a spike is out; then let the edges dry and look again. Find the leak that fed it, or it is back.',
      ]);
  } else {
    sheet.key('Along', survey.length, 'mm', 0).key('Across', survey.width, 'mm', 0);
    sheet.say(
      GLUED.has(damage)
        ? words`Clean the crack out over ${mm(survey.length)} and dry it.`
        : words`Scrape it out to clean wood, ${mm(survey.length)} × ${mm(survey.width)}.`,
    );
    b.step('grind', 'clean', GLUED.has(damage) ? 'rake' : 'wood', { place: 'dish', serves: 'ground' }, 10, [
      perMetre(12 * MIN, survey.perimeter),
    ]);
  }
  return { thickness, length, width, area, ratio, scarf };
}

function piece(b: RepairBuilder, w: Wood, bond: Product, plate: Sheet | undefined): void {
  const one = b.compute('scarfFace', 'glued face of one scarf', scarfFace, {
    w: w.width,
    t: w.thickness,
    R: w.ratio,
  });
  const sides = b.ledger.compute('sides', 'long edges', edgesArea, { l: w.length, t: w.thickness });
  const joint = b.ledger.compute('joint', 'glued faces in all', jointArea, { A_scarf: one, A_edges: sides });
  const long = b.ledger.compute('pieceLength', 'new piece, long', pieceLength, {
    l_cut: w.length,
    scarf: w.scarf,
  });
  const stock = b.compute('stock', 'new wood', stripArea, { L: long, w: w.width });
  const prime = b.compute('prime', 'to saturate both faces of the joint', saturation, { A: joint });
  const glue = b.compute('glue', 'thickened glue', glueMass, {
    A: joint,
    g: b.assumed('spread', 'spread', GLUE, 'kg/m²', 'until it squeezes out all along'),
    loss: b.assumed('loss', 'squeezed out', LOSS, 'fraction', 'a joint that gives none is starved'),
  });
  const all = b.ledger.sum('bondMass', bond.name, 'kg', [prime, glue]);
  b.material('bond', bond.name, 'saturating and gluing', all, bond);
  b.material('piece', plate?.name ?? 'like timber, grain along', 'new piece', stock, plate);
  mixed(b, {
    id: 'glue',
    stage: 'mix',
    title: bond.name,
    about: 'saturate first, thicken the rest for the joint',
    product: bond,
    mass: all,
    stirred: asGlue(b, 'glue', bond),
    thickens: glue,
    working: b.assumed('working', 'saturating and gluing', 900, 's', 'a quarter of an hour'),
    next: 'clamps come off',
  });
  b.at('laminate').key('Piece', long, 'mm', 0).key('wide', w.width, 'mm', 0).key('Glued', joint);
  b.at('laminate').say(
    words`A piece of ${mm(long)} × ${mm(w.width)}, ${mm(w.thickness)} thick, with a scarf of ${mm(w.scarf)} at each end.`,
  );
  b.at('laminate').note(
    ['Same species, rings lying the same way, grain along; no sapwood.'],
    ['Dry-fit and clamp without glue first: what does not close dry does not close wet.'],
  );
  b.step('laminate', 'make', 'piece', { place: 'piece', serves: 'piece' }, 30, [perM2(300 * MIN, stock)])
    .figures(words`${size(long, w.width)}, ${mm(w.thickness)} thick`)
    .step('laminate', 'rehearse', 'piece', { place: 'piece', serves: 'glue' }, 15);
  mixGlue(b);
  b.step('mix', 'saturate', 'faces', { place: 'joint', serves: 'glue' }, 10, [perM2(40 * MIN, joint)], {
    withNext: true,
  }).step(
    'mix',
    'glue',
    'piece',
    { place: 'joint', serves: 'glue' },
    15,
    [perM2(60 * MIN, joint)],
    long.value > 1 ? { people: 2 } : {},
  );
  cure(b, bond);
  b.at('mix')
    .key('Saturating', prime)
    .key('Glue', glue)
    .key('In all', all)
    .say(words`${all} of ${lower(bond.name)}: ${prime} to saturate, ${glue} thickened in the joint.`);
  b.at('mix').note(['Clamped, not crushed: a joint of epoxy wants a hair of glue in it.']);
}

/** A crack or split that is glued shut. */
function shut(b: RepairBuilder, w: Wood, bond: Product): void {
  const { survey } = b.input;
  const joint = b.ledger.compute('joint', 'glued faces', crackArea, { l: survey.length, t: w.thickness });
  const prime = b.compute('prime', 'to saturate', saturation, { A: joint });
  const glue = b.compute('glue', 'glue', glueMass, {
    A: joint,
    g: b.assumed('spread', 'spread', GLUE, 'kg/m²', 'both faces of a crack'),
    loss: b.assumed('loss', 'squeezed out', 1, 'fraction', 'worked in from one side'),
  });
  const all = b.ledger.sum('bondMass', bond.name, 'kg', [prime, glue]);
  b.material('bond', bond.name, 'glued shut', all, bond);
  mixed(b, {
    id: 'glue',
    stage: 'mix',
    title: bond.name,
    about: 'thin first, then thickened',
    product: bond,
    mass: all,
    stirred: asGlue(b, 'glue', bond),
    thickens: glue,
    working: b.assumed('working', 'gluing', 600, 's', 'ten minutes'),
    next: 'clamps come off',
  });
  b.at('laminate')
    .key('Joint', joint)
    .say(words`Glued shut: ${joint} of joint, clamped over film.`)
    .note(['A crack that will not close dry gets a thin spline of like wood instead of force.']);
  b.step('laminate', 'rehearse', 'clamp', { place: 'joint', serves: 'glue' }, 10);
  mixGlue(b);
  b.step('mix', 'saturate', 'split', { place: 'joint', serves: 'glue' }, 8, [], { withNext: true }).step(
    'mix',
    'glue',
    'split',
    { place: 'joint', serves: 'glue' },
    10,
  );
  cure(b, bond);
  b.at('mix')
    .key('In all', all)
    .say(words`${all} of ${lower(bond.name)}, thin first, the rest thickened.`);
}

function filled(b: RepairBuilder, w: Wood, bond: Product): void {
  const { survey, job } = b.input;
  const depth = b.pick(
    'depth',
    'deep',
    'm',
    job.damage.depth,
    w.thickness.value / 6,
    'a sixth of the thickness until measured',
  );
  const volume = b.compute('volume', 'to fill', withLoss, {
    'V₀': b.compute('hollow', 'hollow', bowlVolume, { A: survey.area, d: depth }),
    loss: b.assumed('loss', 'left proud', 0.25, 'fraction', 'small fills'),
  });
  const mass = massFor(b, 'fill', bond, volume);
  mixed(b, {
    id: 'fill',
    stage: 'mix',
    title: bond.name,
    about: 'saturate, then fill',
    product: bond,
    mass,
    working: b.assumed('working', 'filling', 300, 's', 'minutes'),
    next: 'can be sanded',
  });
  b.material('bond', bond.name, 'fill', mass, bond);
  b.step('mix', 'mix', 'pot', { place: 'bench', serves: 'fill' }, RATES.mixBatch, [], b.mixes('fill'));
  b.step('mix', 'fill', 'wood', { place: 'dish', serves: 'fill' }, 10);
  cure(b, bond, false);
  b.at('grind').ask('damage.depth', depth);
  b.at('mix')
    .key('Fill', volume, 'ml', 1)
    .say(words`${ml(volume, 1)} of ${lower(bond.name)} over wood that was wetted out first.`);
}

/** One pot for both: thin first, the rest thickened. */
const mixGlue = (b: RepairBuilder): RepairBuilder =>
  b.step('mix', 'mix', 'pot', { place: 'bench', serves: 'glue' }, RATES.mixBatch, [], b.mixes('glue'));

/** A joint sets under its clamps, a fill until it can be worked down. */
function cure(b: RepairBuilder, bond: Product, clamped = true): void {
  const times = b.times(bond);
  const awaited = clamped ? 'underClamps' : 'untilSanded';
  if (times) b.wait('mix', awaited, { place: 'joint', serves: 'glue' }, times.sand, b.curing(bond, 'sand'));
  if (clamped) {
    b.step('mix', 'strike', 'clamps', { place: 'joint', serves: 'glue' }, RATES.strike);
    b.accept('mix', 'squeeze-out along every line, nail into it', 'a bead all along, hard', [
      'strike',
      'clamps',
    ]);
  } else b.accept('fair', 'nail into the fill', 'hard, no dent', ['sand', 'plane']);
}
