import { washFirst } from '../common/wash';
import { formula } from '../../trace/formula';
import { offset } from '../../geometry/offset';
import { regionArea, regionPerimeter } from '../../geometry/region';
import { linkOf } from '../../match/chain';
import type { Sheet } from '../../materials/product';
import { DEFAULTS } from '../../materials/defaults';
import { SPOT } from '../common/survey-steps';
import { RATES } from '../../rates/book';
import { multiple } from '../../rates/row';
import { RepairBuilder } from '../builder';
import type { Figure } from '../../trace/figure';
import { each, perM2, perMetre } from '../../work/writer';
import { byBuilder } from '../by-builder';
import { tellLeftBare } from '../common/left-bare';
import { compoundFor } from '../common/finishing';
import { grooveVolume, grooveWidth, stripArea } from '../common/measures';
import { mm, words } from '../../trace/words';
import { crazingLength, dishVolume, starLength, stressLength } from './lines';
import { fill } from './fill';
import { PROUD, type Opened } from './opened';
import { draw } from './draw';

const MIN = 60;
const ANGLE = 60;
const INTO_LAMINATE = 0.0002;
const VOID_DEPTH = 0.003;
const SCRATCH_DEPTH = 0.0005;
/** A filler is not spread thinner than this under a gel coat, m. */
const LEAST_FILL = 0.0003;
const SKIM = 0.0001;
/** Ground that is levelled and polished round a line or a rim. */
const BLEND = 0.02;
/** From here on, a net of cracks is taken off whole. */
const STRIP_FROM = 0.05;

export const levelledWidth = formula({
  id: 'repairs/surface/plan',
  expression: 'w = w_line + 2·20 mm',
  unit: 'm',
  source: 'levelled 20 mm on either side',
  inputs: { w_line: 'width of the line' },
  evaluate: (x) => x.w_line + 2 * BLEND,
});

export const groundOfLines = formula({
  id: 'repairs/surface/plan',
  expression: 'A = min(A_lines, (l + 2·20 mm)·(w + 2·20 mm))',
  unit: 'm²',
  source: 'lines so close that their ground meets',
  inputs: { A_lines: 'along the lines', l: 'length of the field', w: 'its width' },
  evaluate: (x) => Math.min(x.A_lines, (x.l + 2 * BLEND) * (x.w + 2 * BLEND)),
});

export const bothSides = formula({
  id: 'repairs/surface/plan',
  expression: 'l = min(40 m, 2·L)',
  unit: 'm',
  source: 'both sides of every line',
  inputs: { L: 'length of the lines' },
  evaluate: (x) => Math.min(40, 2 * x.L),
});

/** Chips, cracks, scratches and voids of a gel coat: opened clean, filled in goes, film over, levelled, polished or painted. */
export const SURFACE_KIND = byBuilder({
  id: 'surface',
  name: 'gel coat and surface',
  takes: ({ route }) => route === 'surface',
  plan(input, ledger) {
    const b = new RepairBuilder(input, ledger);
    const { chain, damage } = input;
    const o = damage === 'gel-coat-crack' ? openLines(b) : openDish(b);
    const bond = linkOf(chain, 'bond');
    if (bond) fill(b, o, bond);
    const painted = linkOf(chain, 'finish') !== undefined && linkOf(chain, 'finish')?.family !== 'polish';
    const gel = bond?.traits?.includes('polishable') ?? false;
    const fair = b.at('fair').key('Face', o.face).ask('repair.surface.texture', 'smooth');
    if (o.low) keepLow(b, o.opened, o.low);
    else {
      fair.sand({
        area: o.face,
        stock: b.assumed('proud', 'left proud', PROUD, 'm', 'film pulled, cured under it'),
        end: painted ? 180 : gel ? 1200 : 320,
        material: gel ? 'gel coat' : 'cured resin',
        levels: true,
      });
      fair.say(
        words`Block it level over ${o.face}${painted ? ' for the coat' : ', down to a fine scratch'}.`,
      );
    }
    if (input.job.repair?.surface?.texture === 'non-skid')
      fair.note([
        'Non-skid: take an impression of a sound stretch in silicone first and press it into the last go; or stipple and leave it unlevelled.',
      ]);
    if (painted) b.coat(o.low ? o.opened : o.face, o.masking);
    else if (!gel && !linkOf(chain, 'finish')) leftSmooth(b, o.face);
    else {
      b.step('finish', 'polish', 'all', { place: 'finish', serves: 'face' }, RATES.polishFixed, [
        perM2(multiple(RATES.polishPerM2, 3), o.face),
      ]);
      const compound = linkOf(chain, 'finish') as Sheet | undefined;
      if (compound) compoundFor(b, compound, o.face);
      b.step(
        'finish',
        'check',
        'colour',
        { place: 'finish', serves: 'job' },
        input.survey.area.value < SPOT ? RATES.inPassing : RATES.finishCheck,
      );
      b.at('finish')
        .key('Face', o.face)
        .say(words`Compound and wax over ${o.face}; the fill is its own finish.`)
        .ask('system.finish', 'none');
    }
    draw(b, o);
    return b.done('surface', 'surface');
  },
});

/** A filler that is no gel coat takes no polish: it is smooth, and owed a coat. */
function leftSmooth(b: RepairBuilder, face: Figure): void {
  tellLeftBare(b);
  b.step('finish', 'check', 'bare', { place: 'finish', serves: 'job' }, RATES.finishCheck);
  b.at('finish')
    .key('Face', face)
    .say(words`Left smooth over ${face}: no coat is put on.`)
    .ask('system.finish', 'none');
}

export const ofAll = formula({
  id: 'repairs/surface/plan',
  expression: 'X_all = n·X',
  unit: '1',
  source: 'places alike, done together from one pot',
  inputs: { n: 'places', X: 'of one' },
  evaluate: (x) => x.n * x.X,
});

export const underCoat = formula({
  id: 'repairs/surface/plan',
  expression: 'd_fill = d − f',
  unit: 'm',
  source: 'the gel coat gets its room over the filler',
  inputs: { d: 'depth', f: 'film of the gel coat' },
  evaluate: (x) => x.d - x.f,
});

/** What the filler fills: all of it, or up to the gel coat where one goes over a filler that is none. */
function filledDepth(b: RepairBuilder, depth: Figure): { readonly d: Figure; readonly low?: Figure } {
  const { chain, conditions } = b.input;
  const low = conditions.gelCoat;
  const paste = linkOf(chain, 'bond')?.traits?.includes('polishable') ?? false;
  const room = depth.value - low.value;
  if (paste || chain.finish?.kind !== 'gel coat' || low.value === 0 || room < LEAST_FILL) return { d: depth };
  return { d: b.compute('fillDepth', 'filled', underCoat, { d: depth, f: low }), low };
}

/** The fill is only made dull: the gel coat brings it up to the face. */
function keepLow(b: RepairBuilder, opened: Figure, low: Figure): void {
  b.at('fair')
    .key('Under the face', low, 'mm', 1)
    .sand({
      area: opened,
      stock: b.assumed('skim', 'taken off', SKIM, 'm', 'shine and what the film left'),
      end: 80,
      material: 'cured resin',
      levels: false,
    })
    .say(words`Abrade the fill dull and no more: it stays ${mm(low, 1)} under the face, for the gel coat.`);
}

/** The depth that was entered, m. What has none cannot be filled: it is told, and planned as usual. */
function enteredDepth(b: RepairBuilder): number | undefined {
  const { depth } = b.input.job.damage;
  if (depth !== 0) return depth;
  b.warn('grind', 'damage.depth', 'no-depth');
  return undefined;
}

/** Thickness of the coat that is damaged, m. A hull entered as bare has none that could be chipped: it is told. */
function coatOn(b: RepairBuilder): number {
  const entered = b.input.conditions.gelCoat.value;
  if (entered > 0) return entered;
  b.warn('grind', 'hull.gelCoat', 'no-gel-coat');
  return DEFAULTS.gelCoatThickness;
}

/** Cracks as grooves; their cause is told, since a crack that is only filled comes back. */
function openLines(b: RepairBuilder): Opened {
  const { job, survey } = b.input;
  const { pattern } = job.damage;
  const reckoned =
    pattern === 'crazing'
      ? b.compute('lines', 'cracks in all', crazingLength, { A: survey.area })
      : pattern === 'stress'
        ? b.compute('lines', 'cracks in all', stressLength, { l: survey.length })
        : b.compute('lines', 'cracks in all', starLength, { l: survey.length, w: survey.width });
  const own = job.repair?.surface?.lines;
  const length =
    own === undefined
      ? reckoned
      : b.ledger.given('linesEntered', 'cracks in all', own, 'm', 'entered', 'measured along the dye');
  const depth = b.pick(
    'depth',
    'groove, deep',
    'm',
    enteredDepth(b),
    coatOn(b) + INTO_LAMINATE,
    'through the gel coat and a touch into the laminate',
  );
  const angle = b.assumed('angle', 'angle of the groove', ANGLE, '1', 'clean flanks, little to fill');
  const width = b.compute('width', 'groove, wide', grooveWidth, { d: depth, φ: angle });
  const { d, low } = filledDepth(b, depth);
  const volume = b.compute('volume', 'to fill', grooveVolume, { L: length, d, φ: angle });
  const strip = b.ledger.compute('strip', 'groove and its ground', levelledWidth, { w_line: width });
  const along = b.compute('along', 'ground along the cracks', stripArea, { L: length, w: strip });
  const face =
    along.value > survey.area.value && survey.area.value > 0.001
      ? b.ledger.compute('face', 'face to level', groundOfLines, {
          A_lines: along,
          l: survey.length,
          w: survey.width,
        })
      : along;
  b.ground(offset(survey.region, BLEND));
  b.at('grind')
    .ask('damage.pattern', pattern ?? 'star')
    .ask('repair.surface.lines', length)
    .ask('damage.depth', depth);
  b.at('grind').key('Cracks', length).key('Groove', depth, 'mm', 1).key('wide', width, 'mm', 1);
  b.at('grind').say(words`Open ${length} of cracks to a V of ${mm(depth, 1)}, each to its end.`);
  b.at('grind').note(
    pattern === 'stress'
      ? [
          'Lines at a corner or fitting: something moves there. Stiffen or re-bed it first, or they are back in a season.',
        ]
      : pattern === 'crazing'
        ? [
            'A fine net is age or too thick a gel coat: grooves chase it for ever. Over a hand’s breadth take the whole gel coat off and lay it anew.',
          ]
        : ['A star from a blow: look at the inside for white, broken laminate before it is filled.'],
    ['Wipe with dye after opening; what still draws a line is opened further.'],
  );
  if (pattern === 'crazing' && survey.area.value > STRIP_FROM)
    b.warn('grind', 'damage.pattern', 'crazed-field', { area: survey.area.value, most: STRIP_FROM });
  b.step('grind', 'dye', 'ends', { place: 'crack', serves: 'ends' }, 8, [perMetre(2 * MIN, length)])
    .step('grind', 'open', 'cracks', { place: 'crack', serves: 'ground' }, 6, [perMetre(12 * MIN, length)])
    .step('grind', 'clean', 'brush', { place: 'crack', serves: 'ground' }, 5, [perMetre(4 * MIN, length)]);
  return {
    depth,
    filled: d,
    volume,
    face,
    masking: b.ledger.compute('masking', 'tape', bothSides, { L: length }),
    opened: b.ledger.compute('openedLines', 'opened', stripArea, { L: length, w: width }),
    ...(low ? { low } : {}),
    line: { length, width },
  };
}

function openDish(b: RepairBuilder): Opened {
  const { survey, damage } = b.input;
  const hollow = damage === 'void';
  const depth = b.pick(
    'depth',
    'deep',
    'm',
    enteredDepth(b),
    hollow ? VOID_DEPTH : damage === 'scratch' ? SCRATCH_DEPTH : coatOn(b),
    hollow
      ? 'usual hollow behind a gel coat'
      : damage === 'scratch'
        ? 'usual scratch'
        : 'thickness of the gel coat',
  );
  const rim = offset(survey.region, depth.value);
  const opened = b.ledger.record(
    'opened',
    'opened',
    {
      id: 'geometry/offset',
      expression: 'A, outline moved out by d',
      unit: 'm²',
      source: 'rim bevelled as far out as it is deep',
    },
    regionArea(rim),
    { A: survey.area, d: depth },
  );
  const n = b.pick('count', 'of them', 'count', b.input.job.damage.count, 1, 'one until counted');
  const all = (key: string, label: string, X: Figure): Figure =>
    n.value > 1 ? b.compute(`${key}All`, label, { ...ofAll, unit: X.unit }, { n, X }) : X;
  const { d, low } = filledDepth(b, depth);
  const top = low
    ? b.ledger.record(
        'top',
        'face of the filler',
        {
          id: 'geometry/offset',
          expression: 'A, outline moved out by d_fill',
          unit: 'm²',
          source: 'the bevel as far up as it is filled',
        },
        regionArea(offset(survey.region, d.value)),
        { A: survey.area, d_fill: d },
      )
    : opened;
  const volume = all(
    'volume',
    'to fill, all of them',
    b.compute('volume', 'to fill', dishVolume, { d, A: survey.area, A_o: top }),
  );
  const blend = offset(survey.region, depth.value + BLEND);
  b.ground(blend);
  const face = all(
    'face',
    'face to level, all of them',
    b.ledger.record(
      'face',
      'face to level',
      {
        id: 'geometry/offset',
        expression: 'A, outline moved out by d + 20 mm',
        unit: 'm²',
        source: 'levelled 20 mm round the rim',
      },
      regionArea(blend),
      { A: survey.area, d: depth },
    ),
  );
  const masking = all(
    'masking',
    'tape, all of them',
    b.ledger.record(
      'masking',
      'tape',
      {
        id: 'geometry/offset',
        expression: 'P, outline moved out by d + 20 mm',
        unit: 'm',
        source: 'round the levelled ground',
      },
      regionPerimeter(blend),
      { P: survey.perimeter, d: depth },
    ),
  );
  const rims = all('rims', 'rims, all of them', survey.perimeter);
  b.at('grind')
    .ask('damage.depth', depth)
    .ask('damage.count', n)
    .key('Opened', opened)
    .key('Deep', depth, 'mm', 1)
    .key('To fill', volume, 'ml', 1);
  b.at('grind').say(
    words`${n.value > 1 ? words`${n} of them. ` : ''}${hollow ? 'Break the shell in, grind to bright laminate' : 'Open it to a clean dish with a bevelled rim'}: ${opened}${n.value > 1 ? ' each' : ''}, ${mm(depth, 1)} deep.`,
  );
  if (hollow)
    b.at('grind').note(
      ['Tap round it: voids come in rows along a chine or a corner of the mould.'],
      [
        'Deeper than 2 mm, build it up with thickened resin before the gel coat: gel coat alone cracks in such a mass.',
      ],
    );
  washFirst(b, face);
  b.step(
    'grind',
    'open',
    hollow ? 'shell' : 'dish',
    { place: 'dish', serves: 'ground' },
    RATES.chipOpen,
    [perMetre(8 * MIN, rims), ...(n.value > 1 ? [each(RATES.chipNext, n, 'per place')] : [])],
    {
      figures: words`${n.value > 1 ? words`${n} places, ` : ''}${opened}${n.value > 1 ? ' each' : ''}, ${mm(depth, 1)} deep`,
    },
  ).step('grind', 'abrade', 'scuff', { place: 'dish', serves: 'ground' }, RATES.chipScuff, [
    perM2(RATES.abradePerM2, face),
  ]);
  return {
    depth,
    filled: d,
    volume,
    face,
    masking,
    opened: all('opened', 'opened, all of them', opened),
    ...(low ? { low } : {}),
  };
}
