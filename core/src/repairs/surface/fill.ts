import type { Product } from '../../materials/product';
import { RATES } from '../../rates/book';
import { lower, ml, words } from '../../trace/words';
import { perM2, perMetre } from '../../work/writer';
import type { RepairBuilder } from '../builder';
import { abradeBetween } from '../common/goes';
import { goesAlike, shareOf, wholeNumber, withLoss } from '../common/measures';
import { massFor, mixed } from '../common/mixing';
import { isWarmed } from '../common/rubbery';
import type { Opened } from './opened';

const MIN = 60;
const LOSS = 0.4;

/** As it is read off a notched card, mm. */
const lowBy = ({ low }: Opened): string => ((low?.value ?? 0) * 1000).toFixed(1);

/** The filler in its goes, proud, or low where a gel coat goes over it. */
export function fill(b: RepairBuilder, o: Opened, bond: Product): void {
  const whole = b.compute('whole', 'with what is lost', withLoss, {
    'V₀': o.volume,
    loss: b.assumed('loss', 'lost and left proud', LOSS, 'fraction', 'small fills lose much'),
  });
  const most =
    'maximumPerGo' in bond && bond.maximumPerGo
      ? b.sheetFigure('perGo', 'thickest in one go', bond, 'maximumPerGo', bond.maximumPerGo, 'm')
      : b.assumed('perGo', 'thickest in one go', 0.002, 'm', 'usual');
  const goes = b.compute('goes', 'goes', wholeNumber, { x: o.filled, most });
  const one = b.compute('eachGo', 'each go', shareOf, { X: whole, n: goes });
  const mass = massFor(b, 'fill', bond, one);
  const all = b.compute('fillAll', `${bond.name} in all`, goesAlike, { m_go: mass, n: goes });
  mixed(b, {
    id: 'fill',
    stage: 'mix',
    title: goes.value > 1 ? `${bond.name}, each go` : bond.name,
    about: o.low ? 'fill, under the face' : 'fill, a little proud',
    product: bond,
    mass,
    working: b.assumed(
      'working',
      'filling',
      180 + (o.line ? o.line.length.value * 240 : 120),
      's',
      'minutes',
    ),
    next: 'next go',
    repeats: goes,
  });
  b.material('fill', bond.name, `${goes.value} ${goes.value === 1 ? 'go' : 'goes'}`, all, bond);
  const times = b.times(bond);
  for (let go = 1; go <= goes.value; go += 1) {
    abradeBetween(b, go);
    b.step(
      'mix',
      'mix',
      bond.traits?.includes('polishable') ? 'tint' : 'filler',
      { place: 'bench', serves: `fill-${go}` },
      RATES.mixBatch,
      [],
      b.mixes('fill'),
    );
    b.step(
      'mix',
      'fill',
      o.low && go === goes.value ? 'low' : goes.value > 1 ? 'go' : 'proud',
      { place: 'fill', serves: `fill-${go}`, fields: { go, low: lowBy(o) } },
      o.line ? 4 : RATES.chipFill,
      o.line ? [perMetre(4 * MIN, o.line.length)] : [perM2(40 * MIN, o.face)],
      { figures: words`${ml(one, 1)}` },
    );
    if (times?.windowOpens && isWarmed(b.input.job) && go === goes.value && !o.low)
      b.step(
        'mix',
        'dress',
        'rubberyUnderFilm',
        { place: 'fill', serves: `fill-${go}` },
        RATES.coverFixed,
      ).beside(
        'rubbery',
        { place: 'fill', serves: `fill-${go}` },
        times.windowOpens,
        b.curing(bond, 'opens', o.line ? undefined : o.filled.value / goes.value),
      );
    if (times)
      b.wait(
        'mix',
        go === goes.value ? 'underFilm' : 'nextGo',
        { place: 'fill', serves: `fill-${go}` },
        times.sand,
        // A groove is narrow: the hull on both sides of it takes its heat.
        b.curing(bond, 'sand', o.line ? undefined : o.filled.value / goes.value),
      );
  }
  const styrene = bond.traits?.includes('styrene');
  b.at('mix').key('Fill', whole, 'ml', 1).key('Goes', goes).key('In all', all);
  b.at('mix').say(
    words`${ml(whole, 1)} of ${lower(bond.name)} in ${goes} ${goes.value === 1 ? 'go' : 'goes'}${times ? words`; sand after ${times.sand}` : ''}.`,
  );
  b.accept(
    'mix',
    'a gloved nail into the fill',
    styrene ? 'no print, no smell of styrene' : 'no print',
    'fill',
  );
}
