import { formula } from '../../trace/formula';
import type { Product, Sheet } from '../../materials/product';
import type { Figure } from '../../trace/figure';
import { perMetre } from '../../work/writer';
import { workId } from '../../work/ids';
import type { RepairBuilder } from '../builder';
import { inUnit, mm, words } from '../../trace/words';
import type { Opening } from './groove';
import { WELD_AIR, WELD_SPEED, rodArea, rodLength, rodMass, weldRuns, weldTime } from './weld';

/** Backing plate past a hole. */
const PLATE_LAP = 0.025;
/** Scraped plastic is welded within so long, s; scraping it once more, min. Source: usual practice. */
const WHILE_CLEAN = 3600;
const SCRAPE_AGAIN = 8;

export const plateArea = formula({
  id: 'repairs/plastic/weld-plan',
  expression: 'A = (l + 2·25 mm)·(w + 2·25 mm)',
  unit: 'm²',
  source: '25 mm past the damage on every side',
  inputs: { l: 'length', w: 'width' },
  evaluate: (x) => (x.l + 2 * PLATE_LAP) * (x.w + 2 * PLATE_LAP),
});

/** The plate behind a hole or a crack, cut past it all round. */
export function plateFor(b: RepairBuilder, plate: Sheet): Figure {
  const { survey } = b.input;
  const area = b.ledger.compute('plate', `${plate.name} behind`, plateArea, {
    l: survey.length,
    w: survey.width,
  });
  b.material('plate', plate.name, 'backing', area, plate);
  return area;
}

/** A groove or a plug welded with rod of the same polymer: air, runs, rod, and the trial before. */
export function weld(b: RepairBuilder, o: Opening, rod: Product, plate: Product | undefined): void {
  const sheet = b.at('mix').ask('repair.plastic.pull');
  const D = b.pick('rod', 'welding rod', 'm', b.input.job.repair?.plastic?.rod, 0.004, 'usual round rod');
  sheet.ask('repair.plastic.rod', D);
  const A = b.compute('rodArea', 'section of the rod', rodArea, { D });
  const runs = b.compute('runs', 'runs of rod', weldRuns, { V: o.volume, L: o.run, A_rod: A });
  const rods = b.compute('rods', 'rod', rodLength, { n: runs, L: o.run });
  const time = b.compute('weldTime', 'welding', weldTime, {
    l: rods,
    v: b.assumed('speed', 'rod laid by hand', WELD_SPEED, 'm/s', 'some 150 mm a minute'),
  });
  const air = b.assumed(
    'air',
    'air at the nozzle',
    WELD_AIR[rod.family] ?? 300,
    '°C',
    'typical of the polymer; by trial on scrap',
  );
  const { pull } = b.input.job.repair?.plastic ?? {};
  if (pull === 'peeled') b.report('error', 'mix', 'repair.plastic.pull', 'weld-peeled');
  if (plate) {
    const s = plate as Sheet;
    plateFor(b, s);
    if (o.hole) b.step('mix', 'make', 'plug', { place: 'hole', serves: 'plug' }, 20);
  }
  b.step('mix', 'rehearse', 'weld', { place: 'bench', serves: 'weld' }, 20)
    .step('mix', 'weld', 'tack', { place: 'groove', serves: 'tack' }, 3, [perMetre(180, o.run)])
    .soon({
      after: workId('face', 'clean', 'ground'),
      within: b.assumed(
        'scraped',
        'scraped to welded',
        WHILE_CLEAN,
        's',
        'the skin that air and sun have changed does not weld',
      ),
      missed: b.put('mix', 'abrade', 'flanks', { place: 'groove', serves: 'ground-again' }, SCRAPE_AGAIN),
    })
    .timed(
      'mix',
      'weld',
      runs.value === 1 ? 'run' : 'runs',
      { place: 'groove', serves: 'weld', fields: { runs: runs.value } },
      time,
      { product: rod.id },
    )
    .figures(words`${mm(D, 1)} rod, air ${inUnit(air, '°C', 0)} at the nozzle, as the trial showed`)
    .wait(
      'mix',
      'coolsSlowly',
      { place: 'groove', serves: 'weld' },
      b.assumed('cool', 'cooling', 1800, 's', 'thick walls shrink as they cool'),
    )
    .step('mix', 'sand', 'bead', { place: 'groove', serves: 'face' }, 5, [perMetre(300, o.run)]);
  b.material(
    'rod',
    rod.name,
    'weld',
    b.compute('rodMass', 'rod, by mass', rodMass, {
      l: rods,
      A,
      ρ: b.assumed('rodRho', 'density of the rod', 950, 'kg/m³', 'typical of polyolefins'),
    }),
    rod,
  );
  sheet.key('Air', air, '°C', 0).key('Runs', runs).key('Rod', rods);
  sheet.say(
    words`${runs} ${runs.value === 1 ? 'run' : 'runs'} of ${mm(D, 0)} rod at ${inUnit(air, '°C', 0)}, ${rods} of it; ${pull === 'held' ? 'the trial weld held' : 'first a trial weld and a pull test'}.`,
  );
  sheet.table(
    'Weld',
    ['What', 'Figure'],
    [
      [['air at the nozzle'], [inUnit(air, '°C', 0)]],
      [['runs of rod'], [runs]],
      [['rod in all'], [rods]],
      [['welding time'], [time]],
    ],
  );
  sheet.note(
    [
      'Rod of the same polymer, best cut from the same hull. Scrape flanks and rod bright within the hour: the skin that air and sun have changed does not weld.',
    ],
    ['Tape kits are temporary: off the water they hold a day.'],
  );
}
