import { washFirst } from '../common/wash';
import { formula } from '../../trace/formula';
import { linkOf } from '../../match/chain';
import type { Product } from '../../materials/product';
import type { Figure } from '../../trace/figure';
import { RepairBuilder } from '../builder';
import { perMetre } from '../../work/writer';
import { byBuilder } from '../by-builder';
import { grooveVolume } from '../common/measures';
import { mm, words } from '../../trace/words';
import { drawFoil } from './draw';
import { compareOffsets, leadingRadius } from './foil-profile';
import {
  builtUp,
  clampCount,
  foilMass,
  nickVolume,
  splitVolume,
  blendedFaces,
  roundBlended,
  toTheMiddle,
} from './volumes';
import { fill } from './fill';
import { pivot } from './pivot';
import { partKind, partOf, type Joint, type Part, USUAL_PART } from './part';

const MIN = 60;
const TRAILING = 0.0015;
const SPLIT = 0.0005;
const PROUD = 0.0005;
/** A film dam stands so far outside the edge: what is filled is trimmed, not built up again. */
const DAM = 0.0003;
/** Faces that differ by more are worked on. */
const FACES_ALIKE = 0.0005;
/** A coated foil wants so much air in its slot, both sides together. */
const SLOT_PLAY = 0.002;
const COAT_FILM = 0.0003;
/** A part heavier than this is not lifted by one. Source: usual limit of lifting by hand. */
const LIFT_ALONE = 25;

/** Heat that a part stands, °C. Source: softening of its material with a margin. */
const HEAT: Readonly<Record<string, number>> = {
  'foil-g10': 100,
  'foil-moulded': 50,
  'foil-thermoplastic': 60,
};

const DENSITY: Readonly<Record<string, number>> = {
  'foil-g10': 1850,
  'foil-moulded': 700,
  'foil-thermoplastic': 1300,
};

export const faceDifference = formula({
  id: 'repairs/edge/plan',
  expression: 'δ = y_port − y_starboard',
  unit: 'm',
  source: 'faces held against each other',
  inputs: { y_port: 'offset to port', y_starboard: 'offset to starboard' },
  evaluate: (x) => x.y_port - x.y_starboard,
});

export const onBothFaces = formula({
  id: 'repairs/edge/plan',
  expression: 'L = 2·l',
  unit: 'm',
  source: 'both faces',
  inputs: { l: 'length' },
  evaluate: (x) => 2 * x.l,
});

/** Edges, foils and their bearings: the outline made true first, then the faces. */
export const EDGE_KIND = byBuilder({
  id: 'edge',
  name: 'edge or foil',
  takes: ({ route }) => route === 'edge',
  plan(input, ledger) {
    const b = new RepairBuilder(input, ledger);
    const { damage, chain } = input;
    const part = partOf(b);
    const bond = linkOf(chain, 'bond');
    offsets(b);
    lift(b, part);
    washFirst(b, input.survey.area);
    slot(b, part);
    const bored = damage === 'corroded-insert';
    const joint = bored
      ? pivot(b, part)
      : damage === 'split-edge'
        ? split(b, part, bond)
        : damage === 'nick' || damage === 'worn-edge'
          ? missing(b, part)
          : broken(b, part);
    if (bond) fill(b, part, joint, bond, bored);
    const where = { l: input.survey.length, d: part.depth };
    const face = ledger.compute('face', 'face to make good', blendedFaces, where);
    if (bored) flush(b, face);
    else shape(b, part, face);
    b.coat(face, ledger.compute('masking', 'masking line', roundBlended, where));
    drawFoil(b, part, bored);
    return b.done('edge', bored ? 'bearing' : 'edge');
  },
});

function offsets(b: RepairBuilder): void {
  const { offsets: list = [] } = b.input.job.repair?.edge ?? {};
  b.at('fair').ask('repair.edge.offsets');
  if (list.length === 0) return;
  const rows = compareOffsets(list);
  const given = (i: number, side: 'port' | 'starboard', v: number): Figure =>
    b.ledger.given(
      `offset.${i}.${side}`,
      `${side} face, ${(rows[i].x * 1000).toFixed(0)} mm`,
      v,
      'm',
      'measured',
      'calipers from the middle plane',
    );
  const figures = rows.map((r, i) => {
    const [p, s] = [given(i, 'port', r.port), given(i, 'starboard', r.starboard)];
    return {
      p,
      s,
      d: b.ledger.compute(`offset.${i}.difference`, 'port less starboard', faceDifference, {
        y_port: p,
        y_starboard: s,
      }),
    };
  });
  b.at('fair').table(
    'Port and starboard',
    ['From the leading edge', 'Port', 'Starboard', 'Port is fuller by'],
    rows.map((r, i) => [
      [`${(r.x * 1000).toFixed(0)} mm`],
      [mm(figures[i].p, 1)],
      [mm(figures[i].s, 1)],
      [mm(figures[i].d, 1)],
    ]),
  );
  const worst = rows.reduce((m, r) => (Math.abs(r.difference) > Math.abs(m.difference) ? r : m));
  if (Math.abs(worst.difference) > FACES_ALIKE)
    b.warn('fair', 'repair.edge.offsets', 'faces-unlike', {
      by: Math.abs(worst.difference),
      at: worst.x,
      fuller: worst.difference > 0 ? 'port' : 'starboard',
      limit: FACES_ALIKE,
    });
}

/** Weight, and what follows from it. */
function lift(b: RepairBuilder, part: Part): void {
  const own = b.input.job.repair?.edge ?? {};
  if (b.input.substrate.family === 'frp') return;
  const weight =
    own.weight !== undefined
      ? b.ledger.given('weight', 'weight of the part', own.weight, 'kg', 'entered', 'entered for this job')
      : b.compute('weight', 'weight of the part', foilMass, {
          c: part.chord,
          t: part.thick,
          s: b.pick(
            'span',
            'length of the part',
            'm',
            own.span,
            USUAL_PART[partKind(b.input)].span,
            'typical',
          ),
          ρ: b.assumed(
            'rho',
            'density',
            DENSITY[b.input.substrate.id] ?? 1500,
            'kg/m³',
            'typical of its material',
          ),
        });
  const sheet = b.at('grind').ask('repair.edge.weight', weight);
  // A part that was weighed needs no length to reckon its weight from.
  if (own.weight === undefined) sheet.ask('repair.edge.span');
  const heavy = weight.value > LIFT_ALONE;
  b.step(
    'grind',
    'takeOff',
    heavy ? 'heavy' : 'part',
    { place: 'part', serves: 'job' },
    heavy ? 45 : 20,
    [],
    heavy ? { people: 2 } : {},
  );
  b.afterFinish(() =>
    b.step(
      'finish',
      'putBack',
      heavy ? 'heavy' : 'part',
      { place: 'part', serves: 'job' },
      heavy ? 30 : 15,
      [],
      heavy ? { people: 2 } : {},
    ),
  );
  if (heavy) {
    sheet.note(
      words`${weight}: a second person and a sling. Crib it before pins come out; hands never between board and case; lower edge first, then the head.`,
    );
    b.caution(
      'grind',
      'Heavy part: crush hazard under and beside it. Cribbing before the pin is drawn, one person gives the word, nobody below.',
      'takeOff',
    );
  }
  const heat = HEAT[b.input.substrate.id];
  if (heat)
    sheet.note([
      `No hotter than ${heat} °C, sun on a dark face included: a bake or a heat gun moves the core or the part.`,
    ]);
}

function slot(b: RepairBuilder, part: Part): void {
  const { slot: width } = b.input.job.repair?.edge ?? {};
  if (b.input.substrate.family === 'frp') return;
  b.at('finish').ask('repair.edge.slot');
  if (width === undefined) return;
  const coated = part.thick.value + 2 * COAT_FILM;
  if (width - coated < SLOT_PLAY)
    b.warn('finish', 'repair.edge.slot', 'slot-too-tight', { coated, slot: width, play: SLOT_PLAY });
}

function missing(b: RepairBuilder, part: Part): Joint {
  const { survey, damage } = b.input;
  const worn = damage === 'worn-edge';
  const volume = worn
    ? b.compute('volume', 'to build up', builtUp, { L: survey.length, d: part.depth, t: part.local })
    : b.compute('volume', 'to fill', nickVolume, {
        L: survey.length,
        d: part.depth,
        t_half: part.local,
        proud: b.assumed('proud', 'proud on each face', PROUD, 'm', 'sanded down to the faces'),
      });
  b.step('grind', 'mark', 'template', { place: 'edge', serves: 'outline' }, 10).step(
    'grind',
    'bevel',
    'edge',
    { place: 'edge', serves: 'ground' },
    10,
    [perMetre(15 * MIN, survey.length)],
  );
  b.at('grind')
    .key('Along', survey.length, 'mm', 0)
    .key('Deep', part.depth, 'mm', 1)
    .key('Thick there', part.local, 'mm', 1);
  b.at('grind').say(
    words`${worn ? 'Build the edge up' : 'Fill the bite'} over ${mm(survey.length)}, ${mm(part.depth, 1)} deep, where the foil is ${mm(part.local, 1)} thick.`,
  );
  b.step('mix', 'dam', 'edge', { place: 'edge', serves: 'fill' }, 12, [perMetre(10 * MIN, survey.length)]);
  b.at('mix').note(
    words`The dam stands ${mm(b.assumed('damOff', 'dam outside the line', DAM, 'm', 'what is too much is sanded off in minutes'), 1)} outside the edge: filled proud, trimmed to the template.`,
  );
  return { volume, held: 'dam' };
}

function split(b: RepairBuilder, part: Part, bond: Product | undefined): Joint {
  const { survey, job } = b.input;
  const gap = b.pick('split', 'opening', 'm', job.repair?.edge?.split, SPLIT, 'opens by a hair when flexed');
  b.at('grind')
    .ask('repair.edge.split', gap)
    .key('Along', survey.length, 'mm', 0)
    .key('Deep', part.depth, 'mm', 0)
    .key('Open', gap, 'mm', 1);
  b.at('grind')
    .say(words`Open the split by flexing it, clean the grit out, blow it dry over ${mm(survey.length)}.`)
    .note([
      'Flex, rinse with fresh water, blow, and again until no grit comes; dry it for a day with wedges in.',
    ]);
  b.step('grind', 'wash', 'flush', { place: 'edge', serves: 'split' }, 20, [
    perMetre(20 * MIN, survey.length),
  ]);
  if (bond?.traits?.includes('light-cure')) b.report('error', 'mix', 'system.bond', 'light-in-split');
  const clamps = b.compute('clamps', 'clamps', clampCount, { L: survey.length });
  b.at('mix').table(
    'Clamping',
    ['Clamps', 'Pressure'],
    [[[clamps], ['until a bead comes out, no more: a dry joint has been squeezed empty']]],
  );
  const volume = b.compute('volume', 'into the split', splitVolume, {
    L: survey.length,
    d: part.depth,
    g: gap,
  });
  return { volume, clamps };
}

function broken(b: RepairBuilder, part: Part): Joint {
  const { survey } = b.input;
  const d = b.ledger.compute('groove', 'opened', toTheMiddle, { t: part.thick });
  const v = b.compute('volume', 'grooves on both faces', grooveVolume, {
    L: b.ledger.compute('both', 'length, both faces', onBothFaces, { l: survey.length }),
    d,
    φ: b.assumed('angle', 'angle', 90, '1', 'wide enough to wet'),
  });
  b.step(
    'grind',
    'open',
    b.input.damage === 'old-repair' ? 'bothFacesOfRepair' : 'bothFaces',
    { place: 'groove', serves: 'ground' },
    12,
    [perMetre(30 * MIN, survey.length)],
  );
  b.at('grind')
    .key('Along', survey.length, 'mm', 0)
    .key('Groove', d, 'mm', 1)
    .say(words`Open it from both faces to the middle, ${mm(d, 1)} each, over ${mm(survey.length)}.`);
  return { volume: v };
}

/** A bearing is cut flush with both faces; the outline of the foil is as it was. */
function flush(b: RepairBuilder, face: Figure): void {
  b.at('fair')
    .say(['What was poured is sanded flush with both faces; the outline of the foil stays as it is.'])
    .sand({
      area: face,
      stock: b.assumed('stock', 'left proud', PROUD, 'm', 'filled proud on both faces'),
      end: 240,
      over: 'thin skin',
      material: 'cured resin',
      levels: true,
    });
  b.accept('fair', 'straight edge over the bearing, both faces', 'no light under it', 'sand');
}

/** Outline first, then the faces; edges are never knife-sharp. */
function shape(b: RepairBuilder, part: Part, face: Figure): void {
  const own = b.input.job.repair?.edge ?? {};
  const foil = b.input.substrate.family !== 'frp';
  const r = foil
    ? b.compute('radius', 'leading edge, radius', leadingRadius, { t: part.thick, c: part.chord })
    : undefined;
  const flat = b.pick(
    'trailing',
    'trailing edge, flat',
    'm',
    own.trailing,
    TRAILING,
    '1 to 2 mm, square or bevelled',
  );
  const sheet = b.at('fair');
  if (r && part.edge === 'leading') sheet.key('Leading radius', r, 'mm', 1);
  if (part.edge !== 'leading') sheet.key('Edge left flat', flat, 'mm', 1).ask('repair.edge.trailing', flat);
  sheet.say(
    words`Outline true to the template first, then the faces${part.edge === 'leading' && r ? words`; leading edge rounded ${mm(r, 1)}` : words`; edge left ${mm(flat, 1)} flat, never a knife`}.`,
  );
  sheet.sand({
    area: face,
    stock: b.assumed('stock', 'left proud', PROUD, 'm', 'filled proud on both faces'),
    end: 240,
    ...(foil ? { over: 'thin skin' as const } : {}),
    material: 'cured resin',
    levels: true,
  });
  b.step('fair', 'sand', 'file', { place: 'edge', serves: 'outline' }, 12, [
    perMetre(20 * MIN, b.input.survey.length),
  ]);
  b.accept(
    'fair',
    'template and calipers, port against starboard',
    'light nowhere under the template, faces alike within 0.5 mm',
    'sand',
  );
}
