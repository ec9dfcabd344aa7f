import { isOldPatch } from '../../survey/patch-stays';
import { washHow } from '../common/wash';
import { linkOf } from '../../match/chain';
import type { Sheet } from '../../materials/product';
import { RATES } from '../../rates/book';
import { multiple } from '../../rates/row';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import { RepairBuilder } from '../builder';
import { perM2, perMetre } from '../../work/writer';
import { byBuilder } from '../by-builder';
import { planCoats } from '../common/coats';
import { layerVolume, volumeOf } from '../common/measures';
import { massFor, mixed } from '../common/mixing';
import { Drawing } from '../drawing';
import { microns, words, type Words } from '../../trace/words';

const MIN = 60;
/** Film that each step of clearing takes off a gel coat, m, and time per m². Source: judged; machine with foam pad or wet by hand. */
const STEPS = {
  P1000: { name: 'P1000 wet', film: 12e-6, perM2: 30 * MIN },
  P1500: { name: 'P1500 wet', film: 8e-6, perM2: 24 * MIN },
  P2000: { name: 'P2000 wet', film: 5e-6, perM2: 20 * MIN },
  compound: { name: 'cutting compound, machine', film: 3e-6, perM2: 18 * MIN },
  polish: { name: 'fine compound, machine', film: 1e-6, perM2: 14 * MIN },
  wax: { name: 'wax, two coats', film: 0, perM2: 12 * MIN },
} as const;
type StepId = keyof typeof STEPS;
const FROM: Readonly<Record<'fine' | 'P2000' | 'P1500' | 'P1000', readonly StepId[]>> = {
  fine: ['compound', 'polish', 'wax'],
  P2000: ['P2000', 'compound', 'polish', 'wax'],
  P1500: ['P1500', 'P2000', 'compound', 'polish', 'wax'],
  P1000: ['P1000', 'P1500', 'P2000', 'compound', 'polish', 'wax'],
};
/** A gel coat thinner than this shows the laminate, m. */
const THINNEST = 250e-6;
const COMPOUND = 0.03;
const PAINT_COATS = 2;
const SPOTS = 0.05;
/** One reaches and keeps a wet edge over so much in a day, m². Source: judged, two people roll and tip. */
const DAY_AREA = 25;

export const gelCoatLeft = formula({
  id: 'repairs/renewal/plan',
  expression: 'g_left = max(0, g − d)',
  unit: 'm',
  source: 'what clearing leaves',
  inputs: { g: 'gel coat', d: 'taken off' },
  evaluate: (x) => Math.max(0, x.g - x.d),
});

export const squareEdge = formula({
  id: 'repairs/renewal/plan',
  expression: 'l = 4·√A',
  unit: 'm',
  source: 'edge of a face as wide as it is long',
  inputs: { A: 'area' },
  evaluate: (x) => 4 * Math.sqrt(x.A),
});

export const usedUp = formula({
  id: 'repairs/renewal/plan',
  expression: 'm = A·0.03 kg/m²·n',
  unit: 'kg',
  source: 'compound and wax by hand and machine, judged',
  inputs: { A: 'area', n: 'passes' },
  evaluate: (x) => x.A * COMPOUND * x.n,
});
export const spotArea = formula({
  id: 'repairs/renewal/plan',
  expression: 'A_spots = share·A',
  unit: 'm²',
  source: 'ground with fills',
  inputs: { share: 'share with fills', A: 'area' },
  evaluate: (x) => x.share * x.A,
});
export const newCoats = formula({
  id: 'repairs/renewal/plan',
  expression: 'f = n·f_coat',
  unit: 'm',
  source: 'coats at the film of one',
  inputs: { n: 'coats', f_coat: 'dry film of a coat' },
  evaluate: (x) => x.n * x.f_coat,
});
export const days = formula({
  id: 'repairs/renewal/plan',
  expression: 'n = max(1, ⌈A/25 m²⌉)',
  unit: 'count',
  source: 'a wet edge is kept over so much in a day, two people',
  inputs: { A: 'area' },
  evaluate: (x) => Math.max(1, Math.ceil(x.A / DAY_AREA - 1e-9)),
});

/** Chalked gel coat cleared and waxed, or an old coat keyed and repainted: by area, with a day plan. */
export const RENEWAL_KIND = byBuilder({
  id: 'renewal',
  name: 'renewal of a surface',
  takes: ({ route }) => route === 'renew',
  plan(input, ledger) {
    const b = new RepairBuilder(input, ledger);
    const { job, survey, chain } = input;
    const area =
      job.repair?.area === undefined
        ? survey.area
        : ledger.given('area', 'face in all', job.repair.area, 'm²', 'entered', 'entered for this job');
    b.at('survey').ask('repair.area', area);
    const finish = linkOf(chain, 'finish');
    if (finish?.family === 'polish') clear(b, area, finish as Sheet);
    else repaint(b, area);
    return b.done('renewal', finish?.family === 'polish' ? 'clear and wax' : 'repaint');
  },
});

/** As fine as it will clear: the test spot decides. */
function clear(b: RepairBuilder, area: Figure, product: Sheet): void {
  const start = b.input.job.repair?.renewal?.start ?? 'fine';
  const steps = FROM[start];
  const gel = b.input.conditions.gelCoat;
  const off = b.ledger.record(
    'off',
    'film taken off',
    {
      id: 'repairs/renewal/plan',
      expression: 'd = Σ film of the steps',
      unit: 'm',
      source: 'judged by step: P1000 12 µm, P1500 8, P2000 5, compound 3, polish 1',
    },
    steps.reduce((sum, s) => sum + STEPS[s].film, 0),
    { A: area },
  );
  const left = b.ledger.compute('left', 'gel coat left', gelCoatLeft, { g: gel, d: off });
  if (left.value < THINNEST)
    b.warn('finish', 'hull.gelCoat', 'gel-coat-left', { left: left.value, least: THINNEST });
  const mass = b.compute('compound', 'compound and wax', usedUp, {
    A: area,
    n: b.ledger.given(
      'stages',
      'polishing steps',
      steps.length,
      'count',
      'computed',
      'steps of the sequence',
    ),
  });
  b.material(
    'compound',
    product.name,
    'clearing and wax',
    b.compute('compoundVolume', 'compound and wax, by volume', volumeOf, {
      m: mass,
      ρ: b.assumed('rho', 'density', 1000, 'kg/m³', product.source),
    }),
    product,
  );
  const mix = b.at('mix').ask('repair.renewal.start', 'fine');
  mix
    .key(
      'Steps',
      b.ledger.given('stepCount', 'steps', steps.length, 'count', 'computed', 'from the finest that clears'),
    )
    .key('Taken off', off, 'µm', 0)
    .key('Left', left, 'µm', 0);
  mix.say(
    words`Test spot first: start as fine as it will clear; ${steps.length} steps from ${STEPS[steps[0]].name}, ${microns(off)} off, ${microns(left)} of gel coat left.`,
  );
  b.step('mix', 'wash', 'polish', { place: 'face', serves: 'ground' }, 20, [perM2(6 * MIN, area)]).step(
    'mix',
    'rehearse',
    'spot',
    { place: 'face', serves: 'polish' },
    15,
  );
  const rows: Words[][] = [];
  for (const s of steps) {
    const step = STEPS[s];
    b.step('finish', 'polish', 'step', { place: 'face', serves: s, fields: { step: step.name } }, 6, [
      perM2(step.perM2, area),
    ]);
    rows.push([
      [step.name],
      step.film > 0
        ? words`${microns(b.assumed(`film.${s}`, `${step.name} takes off`, step.film, 'm', 'judged'))}`
        : ['–'],
    ]);
  }
  b.step('finish', 'check', 'gloss', { place: 'finish', serves: 'job' }, RATES.finishCheck);
  b.at('finish')
    .key('Face', area)
    .say(words`${steps.length} steps over ${area}, panel by panel, wax last.`)
    .table('Sequence', ['Step', 'Takes off'], rows)
    .ask('system.finish', product.id);
  b.at('finish').note(
    ['Panels of half a metre, the pad flat and moving; wash the pad before the next grade.'],
    ['Chalk comes back in a season or two without wax.'],
  );
  b.caution(
    'finish',
    'Machine and water: air tools or a battery, no mains lead on wet ground.',
    'sand',
    'polish',
  );
  drawBuild(b, [
    ['gel coat left', left, 'gel-coat'],
    ['taken off', off, 'void'],
  ]);
}

/** Width of the strip that levels the edge of an old patch, m. Source: judged, a hand's breadth of a 1 mm step is faired by eye from 30 mm. */
const EDGE_FILL = 0.03;
/** Chips and scratches of an old coat, deep as the coat and what is sanded off, m. Source: judged. */
const CHIP = 0.5e-3;

/** Chips are filled, left until they can be sanded, and sanded flush before anything is primed. */
function fillChips(b: RepairBuilder, spots: Figure, old: boolean): void {
  const filler = b.input.library.products.find(
    (p): p is Sheet => p.role === 'surface filler' && p.family === 'epoxy',
  );
  if (!filler) return;
  const at = { place: 'face', serves: 'chips' } as const;
  const volume = b.compute('chips', 'filler for chips', layerVolume, {
    A: spots,
    d: b.assumed('chipDepth', 'deep', CHIP, 'm', 'a coat and what is sanded off, judged'),
  });
  const mass = massFor(b, 'chips', filler, volume);
  mixed(b, {
    id: 'chips',
    stage: 'mix',
    title: filler.name,
    about: old ? 'edges of the old patch' : 'chips and scratches',
    product: filler,
    mass,
    working: b.assumed('chips.working', 'filling', 600, 's', 'minutes'),
    next: 'can be sanded',
  });
  b.material('chips', filler.name, old ? 'edges of the old patch' : 'chips and scratches', mass, filler);
  b.step('mix', 'mix', 'filler', { place: 'bench', serves: 'chips' }, RATES.mixBatch, [], b.mixes('chips'));
  b.step('mix', 'fill', old ? 'patchEdges' : 'chips', at, 10, [perM2(90 * MIN, spots)]);
  const times = b.times(filler);
  if (times) b.wait('mix', 'untilSanded', at, times.sand, b.curing(filler, 'sand'));
  b.step('mix', 'wash', 'blush', at, RATES.wipeFixed, [perM2(RATES.wipePerM2, spots)]).step(
    'mix',
    'sand',
    'grit',
    { ...at, fields: { grit: 'P240' } },
    5,
    [perM2(60 * MIN, spots)],
  );
}

function repaint(b: RepairBuilder, area: Figure): void {
  const own = b.input.job.repair?.renewal ?? {};
  const { chain } = b.input;
  const old = isOldPatch(b.input.job.damage);
  const spotShare = b.pick(
    'spots',
    'share with fills',
    'fraction',
    own.spots,
    old ? Math.min(1, (EDGE_FILL * b.input.survey.perimeter.value) / area.value) : SPOTS,
    old ? 'a strip along the edges of the old patch' : 'a few chips and scratches',
  );
  const spots = b.compute('spotArea', 'fills to prime', spotArea, { share: spotShare, A: area });
  const n = b.compute('days', 'stretches', days, { A: area });
  const masking = b.ledger.compute('masking', 'masking line', squareEdge, { A: area });
  const mix = b.at('mix').ask('repair.renewal.spots', spotShare).ask('repair.renewal.coats');
  const primer = linkOf(chain, 'prime') as Sheet | undefined;
  mix.key('Face', area).key('Fills', spots).key('Stretches', n);
  mix.say(
    words`Key the old coat over ${area}${spots.value > 0 ? words`, fill${primer ? ' and prime' : ''} ${spots} ${old ? 'along its edges' : 'of chips'}` : ''}, ${own.coats ?? PAINT_COATS} coats with a fine abrade between, in ${n} ${n.value === 1 ? 'stretch' : 'stretches'}.`,
  );
  const wash = washHow(b.input.substrate.family);
  b.step('mix', 'wash', wash === 'dewax' ? 'repaint' : wash, { place: 'face', serves: 'ground' }, 20, [
    perM2(8 * MIN, area),
  ]).step('mix', 'abrade', 'key', { place: 'face', serves: 'ground' }, 15, [perM2(25 * MIN, area)]);
  if (old) {
    b.step('mix', 'bevel', 'feather', { place: 'face', serves: 'old-patch' }, 5, [
      perMetre(8 * MIN, b.input.survey.perimeter),
    ]);
    b.accept(
      'survey',
      'tap the old patch all over, a blade along its edges',
      'one tone, nothing lifts',
      'survey',
    );
  }
  if (spots.value > 0) fillChips(b, spots, old);
  if (primer) {
    const onSpots = primer.family === 'epoxy' && b.input.substrate.family !== 'metal';
    // A whole face is masked for its primer already; fills are primed within it.
    if (!onSpots)
      b.step('mix', 'mask', 'lines', { place: 'face', serves: 'coat' }, 10, [perMetre(6 * MIN, masking)]);
    const coats = planCoats(b, {
      id: 'prime',
      stage: 'mix',
      product: primer,
      area: onSpots ? spots : area,
      coats: b.assumed('primeCoats', 'coats of primer', 2, 'count', 'two, crosswise'),
      name: 'primer',
      between: 240,
      last: onSpots ? 'cures' : 'overcoated',
    });
    if (onSpots)
      b.step(
        'mix',
        'abrade',
        'primer',
        { place: 'face', serves: 'primed' },
        multiple(RATES.abradeFixed, 1 / 2),
        [perM2(RATES.abradePerM2, spots)],
      );
    mix.table(
      'Primer',
      ['Coats', 'Dry film', 'In all'],
      [[[coats.coats], [microns(coats.dryFilm)], [coats.volume]]],
    );
  }
  mix.note([
    'An old coat that lifts at the tape test comes off whole: paint holds no better than what it lies on.',
  ]);
  if (area.value > 4)
    b.step('mix', 'rehearse', 'paint', { place: 'face', serves: 'coat' }, 15, [], {
      people: 2,
    });
  b.accept('mix', 'tape test on the old coat, cross-cut', 'nothing comes off with the tape', [
    'abrade',
    'key',
  ]);
  const coats = b.pick('coats', 'coats of paint', 'count', own.coats, PAINT_COATS, 'two on a keyed coat');
  const paint = chain.finish;
  const perCoat = b.assumed(
    'filmPerCoat',
    'dry film of a coat',
    paint?.maximumPerCoat ?? 50e-6,
    'm',
    paint?.source ?? 'usual of brush and roller',
  );
  const film = b.compute('newFilm', 'new coats, dry', newCoats, { n: coats, f_coat: perCoat });
  b.coat(area, masking, film);
  drawBuild(b, [
    ['old coat, keyed', b.assumed('oldFilm', 'old coat', 150e-6, 'm', 'usual'), 'paint'],
    ['new coats', film, 'new-2'],
  ]);
}

/** Build-up of films, thickness exaggerated. */
function drawBuild(b: RepairBuilder, films: readonly (readonly [string, Figure, string])[]): void {
  const k = 100;
  const d = new Drawing({
    id: 'films',
    title: 'Films',
    note: 'a stretch of the face, outside up',
    stretch: k,
  });
  const reach = 0.06;
  let y = 0;
  d.box('old', -reach, -0.0002, reach, 0, 'laminate or ground');
  for (const [name, f, cls] of films) {
    const h = Math.max(f.value, 12e-6);
    d.box(cls, -reach, y, reach, y + h, name);
    d.dimension({ x: reach, y: y + h }, { x: reach, y }, f, 'µm', 0, { off: 12 });
    d.text(-reach, y + h / 2, name, { cls: 'note on-paper', dx: 6, dy: 4 });
    y += h;
  }
  b.draw(d.done());
}
