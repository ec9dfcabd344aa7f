import { abradeBetween } from '../common/goes';
import { formula } from '../../trace/formula';
import { linkOf } from '../../match/chain';
import type { Sheet } from '../../materials/product';
import { RATES } from '../../rates/book';
import { multiple } from '../../rates/row';
import type { Figure } from '../../trace/figure';
import { RepairBuilder } from '../builder';
import { each, perM2, perMetre, type Rate } from '../../work/writer';
import { byBuilder } from '../by-builder';
import { coatName } from '../common/coat-name';
import { planCoats, type CoatSystem } from '../common/coats';
import { dryUntilRead, planDrying } from '../common/drying';
import { layerVolume, goesAlike, shareOf, withLoss } from '../common/measures';
import { massFor, mixed } from '../common/mixing';
import { lower, microns, ml, mm, words } from '../../trace/words';
import {
  PEEL_FROM_DENSITY,
  PEEL_FROM_SHARE,
  blisterCount,
  capVolume,
  openedArea,
  openedShare,
} from './blisters';
import type { Opened } from './opened';
import { draw } from './draw';

const DENSITY = 30;
const DIAMETER = 0.01;
const DEPTH = 0.002;
const PEEL = 0.0015;
const FILM = 300e-6;
const FILM_LEAST = 250e-6;
const LOSS = 0.2;
const SUPPORTS = 6;
const SUPPORT_AREA = 0.06;
const SUPPORTED_FROM = 4;
const MIN = 60;

export const besidesHidden = formula({
  id: 'repairs/barrier/plan',
  expression: 'A = max(0.2·A_all, A_all − A_hidden)',
  unit: 'm²',
  source: 'the rest is done when the stands are moved',
  inputs: { A_all: 'whole face', A_hidden: 'hidden by stands' },
  evaluate: (x) => Math.max(0.2 * x.A_all, x.A_all - x.A_hidden),
});

export const hiddenArea = formula({
  id: 'repairs/barrier/plan',
  expression: 'A = n·a',
  unit: 'm²',
  source: 'stands and blocks, each by the face that it hides',
  inputs: { n: 'stands and blocks', a: 'face hidden by one' },
  evaluate: (x) => x.n * x.a,
});

/** Blisters and barrier: opened, washed, dried, filled in two goes, sealed to a dry film; what stands and blocks hide in a second round. */
export const BARRIER_KIND = byBuilder({
  id: 'barrier',
  name: 'blisters and barrier',
  takes: ({ route }) => route === 'barrier',
  laysBarrier: true,
  plan(input, ledger) {
    const b = new RepairBuilder(input, ledger);
    const { job, survey, chain } = input;
    const own = job.repair?.barrier ?? {};
    const area =
      job.repair?.area === undefined
        ? survey.area
        : ledger.given('area', 'face in all', job.repair.area, 'm²', 'entered', 'entered for this job');
    const opened = planOpened(b, area);
    const drying = planDrying(b, 'survey', 'bottom');
    b.at('survey').ask('repair.area', area);

    b.step('grind', 'wash', 'bottom', { place: 'hull', serves: 'ground' }, 20, [perM2(3 * MIN, area)]);
    b.step('grind', 'open', opened.peel ? 'peel' : 'blisters', { place: 'blisters', serves: 'ground' }, 30, [
      opened.peel ? perM2(60 * MIN, area) : each(1.2 * MIN, opened.count, 'per blister'),
    ])
      .figures(opened.peel ? words`${opened.face}` : words`${opened.count} of ${mm(opened.diameter)}`)
      .step('grind', 'abrade', 'blast', { place: 'face', serves: 'ground' }, 20, [perM2(12 * MIN, area)])
      .step('grind', 'wash', 'blisters', { place: 'blisters', serves: 'ground' }, 20, [perM2(6 * MIN, area)]);
    dryUntilRead(b, 'driesWashed', { place: 'face', serves: 'ground' }, drying, { every: 'week' });
    b.caution(
      'grind',
      'The fluid in a blister is acid and under pressure: goggles and gloves, prick it from the side.',
      'open',
    );
    b.caution(
      'grind',
      'Old antifouling is poison: wet or shrouded abrasion, P3, overalls, waste contained as local rules say.',
      'wash',
      'open',
    );
    b.accept(
      'grind',
      'tape film over a washed spot over night',
      'no water under it in the morning',
      'read',
    ).accept('grind', 'meter at the marked places', 'dry, and no longer falling', 'read');

    const filler = linkOf(chain, 'bond');
    if (filler) fill(b, opened.volume, filler, area);
    b.at('fair')
      .key('Face', area)
      .say(words`Fair the fills level over ${area}; no filler of polyester under an epoxy barrier.`)
      .sand({
        area: opened.face,
        stock: b.assumed('proud', 'fills left proud', 0.0004, 'm', 'usual'),
        end: 120,
        material: 'cured resin',
        levels: true,
      });

    const barrier = linkOf(chain, 'barrier') as Sheet | undefined;
    const hidden = hiddenBySupports(b, area);
    const open = hidden
      ? ledger.compute('openArea', 'face that can be reached', besidesHidden, {
          A_all: area,
          A_hidden: hidden.area,
        })
      : area;
    const film = b.pick(
      'film',
      'barrier, dry film in all',
      'm',
      own.film,
      FILM,
      'usual least of 250 to 300 µm against water',
    );
    if (film.value < FILM_LEAST)
      b.warn('finish', 'repair.barrier.film', 'barrier-too-thin', { film: film.value, least: FILM_LEAST });
    const finish = b
      .at('finish')
      .ask('repair.barrier.film', film)
      .ask('repair.barrier.supports', hidden?.count)
      .ask('repair.barrier.antifouling', 'yes')
      .ask('system.barrier', barrier?.id ?? 'none');
    if (barrier) {
      // Before the first coat: antifouling goes on within the barrier's window, and nobody masks in it.
      b.step('finish', 'mask', 'finish', { place: 'finish', serves: 'coat' }, RATES.maskFixed, [
        perMetre(RATES.maskPerMetre, survey.perimeter),
      ]);
      const system = planCoats(b, {
        id: 'barrier',
        stage: 'finish',
        product: barrier,
        area: open,
        dryFilm: film,
        name: 'barrier coat',
        between: 80,
        last: linkOf(chain, 'finish') ? 'overcoated' : 'cures',
        // Where nothing goes over it the tape is pulled off the barrier.
        ...(linkOf(chain, 'finish') ? {} : { tape: survey.perimeter }),
      });
      tellBarrier(b, system, barrier);
      if (hidden) b.afterFinish(() => secondRound(b, hidden, system, barrier));
    } else {
      finish.say(['No barrier coat: the fills are sealed by the finish alone, and water comes back.']);
      b.warn('finish', 'system.barrier', 'no-barrier');
    }
    finish.note(
      ['Keep barrier and antifouling off anodes, transducers and log.'],
      [
        'The first antifouling goes on while the last barrier coat takes a thumbprint and leaves no colour on it.',
      ],
    );
    b.coat(open, survey.perimeter);
    draw(b, film, opened);
    return b.done('barrier', 'blisters and barrier');
  },
});

function planOpened(b: RepairBuilder, area: Figure): Opened {
  const own = b.input.job.repair?.barrier ?? {};
  const N = b.pick(
    'density',
    'blisters on a square metre',
    'count',
    b.input.job.damage.density,
    DENSITY,
    'count them on a square metre',
  );
  const diameter = b.pick('diameter', 'a blister, across', 'm', own.diameter, DIAMETER, 'mean of ten');
  const depth = b.pick('depth', 'deep', 'm', own.depth, DEPTH, 'under the gel coat');
  const count = b.compute('count', 'blisters', blisterCount, { N, A: area });
  const opened = b.compute('opened', 'opened face', openedArea, { n: count, d: diameter });
  const share = b.compute('share', 'of the whole', openedShare, { A_o: opened, A: area });
  const wanted = share.value > PEEL_FROM_SHARE || N.value > PEEL_FROM_DENSITY;
  const peel = own.method ? own.method === 'peel' : wanted;
  if (!peel && wanted) b.warn('grind', 'repair.barrier.method', 'peel-wanted', { perM2: N.value });
  const off = b.pick(
    'peel',
    'peeled off',
    'm',
    own.peel,
    PEEL,
    'gel coat and the laminate under it that is bad',
  );
  const volume = peel
    ? b.compute('peelVolume', 'to make good', layerVolume, { A: area, d: off })
    : b.compute('fillVolume', 'to fill', capVolume, { n: count, d: diameter, h: depth });
  const sheet = b
    .at('grind')
    .ask('damage.density', N)
    .ask('repair.barrier.diameter', diameter)
    .ask('repair.barrier.depth', depth)
    .ask('repair.barrier.method', peel ? 'peel' : 'open each');
  if (peel) sheet.ask('repair.barrier.peel', off);
  sheet.key('Blisters', count).key('Opened', opened).key('of the face', share);
  sheet.say(
    peel
      ? words`Peel ${mm(off, 1)} off ${area}: ${share} of it is blistered.`
      : words`Open ${count} ${count.value === 1 ? 'blister' : 'blisters'} of ${mm(diameter)} to sound laminate, ${opened} in all, ${share} of the face.`,
  );
  return { count, depth, diameter, volume, face: peel ? area : opened, peel };
}

/** Fill in two goes: the first wets the hollow and sets, the second brings it level. */
function fill(
  b: RepairBuilder,
  volume: Figure,
  filler: NonNullable<ReturnType<typeof linkOf>>,
  area: Figure,
): void {
  const whole = b.compute('fillAll', 'filler, with what is lost', withLoss, {
    'V₀': volume,
    loss: b.assumed('fillLoss', 'lost and left proud', LOSS, 'fraction', 'many small fills'),
  });
  const goes = b.assumed('goes', 'goes', 2, 'count', 'the second brings level what has sunk');
  const half = b.compute('eachGo', 'each go', shareOf, { X: whole, n: goes });
  const mass = massFor(b, 'fill', filler, half);
  const pots = mixed(b, {
    id: 'fill',
    stage: 'mix',
    title: `${filler.name}, one go`,
    about: 'fill the opened blisters',
    product: filler,
    mass,
    working: b.assumed(
      'fillTime',
      'filling',
      300 + 3000 * Math.min(1, area.value / 10),
      's',
      'small pots, spread at once',
    ),
    next: 'second go',
    repeats: goes,
  });
  b.material(
    'fill',
    filler.name,
    'fills, two goes',
    b.compute('fillMass', filler.name, goesAlike, { m_go: mass, n: goes }),
    filler,
  );
  const times = b.times(filler);
  for (const go of [1, 2]) {
    const rates: Rate[] = pots ? [each(RATES.mixBatch, pots, 'per pot')] : [];
    abradeBetween(b, go);
    b.step('mix', 'mix', 'filler', { place: 'bench', serves: `fill-${go}` }, 0, rates, b.mixes('fill'));
    b.step(
      'mix',
      'fill',
      go === 1 ? 'hollows' : 'hollowsLevel',
      { place: 'blisters', serves: `fill-${go}` },
      RATES.spreadFixed,
      [perM2(8 * MIN, area)],
    );
    if (times)
      b.wait(
        'mix',
        go === 1 ? 'secondGo' : 'untilSanded',
        { place: 'blisters', serves: `fill-${go}` },
        times.sand,
        b.curing(filler, 'sand'),
      );
  }
  b.at('mix')
    .key('Filler', whole)
    .key('Each go', mass)
    .say(words`${ml(whole)} of ${lower(filler.name)} in two goes of ${mass}.`)
    .note(['Vinyl ester or epoxy in a bottom, never polyester under an epoxy barrier.']);
}

interface Hidden {
  readonly count: Figure;
  readonly area: Figure;
}

function hiddenBySupports(b: RepairBuilder, area: Figure): Hidden | undefined {
  const own = b.input.job.repair?.barrier ?? {};
  const count = b.pick(
    'supports',
    'stands and blocks',
    'count',
    own.supports,
    area.value >= SUPPORTED_FROM ? SUPPORTS : 0,
    area.value >= SUPPORTED_FROM ? 'a yacht on the hard' : 'a face this small is rarely under a stand',
  );
  if (count.value === 0) return undefined;
  const one = b.pick(
    'supportArea',
    'face hidden by one',
    'm²',
    own.supportArea,
    SUPPORT_AREA,
    'pad of a stand with room to work',
  );
  return { count, area: b.compute('hidden', 'hidden by them', hiddenArea, { n: count, a: one }) };
}

/** The ground under stands and blocks, when they have been moved: a round of its own, coats and waits and all. */
function secondRound(b: RepairBuilder, hidden: Hidden, system: CoatSystem, barrier: Sheet): void {
  b.step(
    'finish',
    'moveStands',
    'each',
    { place: 'stands', serves: 'hidden' },
    10,
    [each(25 * MIN, hidden.count, 'per stand')],
    {
      people: 2,
    },
  );
  const filler = linkOf(b.input.chain, 'bond');
  if (filler)
    b.step('finish', 'mix', 'pot', { place: 'bench', serves: 'hidden' }, RATES.mixBatch, [], {
      withNext: true,
      pot: { product: filler.id },
    });
  b.step('finish', 'fill', 'patches', { place: 'stands', serves: 'hidden' }, 20, [
    perM2(90 * MIN, hidden.area),
  ]);
  planCoats(b, {
    id: 'barrier2',
    stage: 'finish',
    product: barrier,
    area: hidden.area,
    dryFilm: system.dryFilm,
    name: 'barrier coat',
    between: 80,
    last: linkOf(b.input.chain, 'finish') ? 'overcoated' : 'cures',
    again: true,
  });
  const finish = linkOf(b.input.chain, 'finish');
  if (finish?.role === 'coating')
    planCoats(b, {
      id: 'finish2',
      stage: 'finish',
      product: finish,
      area: hidden.area,
      name: coatName(finish),
      between: 120,
      last: 'cures',
      again: true,
    });
  else if (finish)
    b.step('finish', 'coat', 'hidden', { place: 'stands', serves: 'hidden' }, 20, [
      perM2(multiple(RATES.rollPerM2, 4), hidden.area),
    ]);
  b.at('finish').table(
    'Second round, under the stands',
    ['Stands and blocks', 'Face in all', 'Coats'],
    [[[hidden.count], [hidden.area], [system.coats]]],
  );
  b.caution(
    'finish',
    'Moving a stand or block is a step for the lead technician, with a second person and the yard’s lift plan: one at a time, the next set and loaded before one is taken, nobody under the boat.',
    'moveStands',
  );
}

function tellBarrier(b: RepairBuilder, system: CoatSystem, barrier: Sheet): void {
  const times = b.times(barrier);
  const sheet = b
    .at('finish')
    .key('Barrier coats', system.coats)
    .key('Dry film', system.dryFilm, 'µm', 0)
    .key('Barrier', system.volume);
  sheet.say(
    words`${system.coats} barrier coats to ${microns(system.dryFilm)} dry, ${system.volume} in all${times?.windowOpens && times.windowCloses ? words`; each next one from ${times.windowOpens} to ${times.windowCloses} after the last` : ''}.`,
  );
  sheet.table(
    'Barrier',
    ['What', 'Figure'],
    [
      [['dry film of one coat'], [microns(system.dryPerCoat)]],
      [['comb reads'], [microns(system.wetPerCoat)]],
      [['each coat'], [system.volumePerCoat]],
      ...(times?.windowCloses ? [[['abrade before the next coat after'], [times.windowCloses]]] : []),
    ],
  );
  b.accept('finish', 'wet comb in every coat, litres against the plan', 'film and litres as planned', 'coat');
}
