import type { DamageKind } from '../../materials/damage-kinds';
import { offset } from '../../geometry/offset';
import { Drawing } from '../drawing';
import { mm, words } from '../../trace/words';
import { perMetre } from '../../work/writer';
import { RepairBuilder } from '../builder';
import { byBuilder } from '../by-builder';

const MIN = 60;
/** What lies open afterwards and would drink or fade: it is waxed. */
const SEALED: ReadonlySet<string> = new Set(['frp', 'frp-cored', 'smc', 'wood', 'foil', 'foam-sheet']);

const HOW: Readonly<Partial<Record<DamageKind, 'edge' | 'groove' | 'rim'>>> = {
  nick: 'edge',
  'worn-edge': 'edge',
  scratch: 'groove',
  'gel-coat-chip': 'rim',
};

/** A trifle that stays one: filed fair, rounded, rubbed smooth, and left. */
export const DRESS_KIND = byBuilder({
  id: 'dress',
  name: 'dress only',
  quick: true,
  takes: ({ light }) => light === 'dress',
  plan(input, ledger) {
    const b = new RepairBuilder(input, ledger);
    const { damage, substrate, survey, job } = input;
    const how = HOW[damage] ?? 'edge';
    const at = { place: how === 'edge' ? 'edge' : 'face', serves: 'dress' } as const;
    const depth = job.damage.depth;
    b.at('survey').ask('damage.depth');
    b.step('grind', 'clean', 'dust', at, 2)
      .step('grind', 'dress', how, at, 8, [perMetre(20 * MIN, survey.length)])
      .figures(
        depth === undefined
          ? []
          : words`${mm(ledger.given('depth', 'deep', depth, 'm', 'entered', 'entered for this job'), 1)} deep`,
      )
      .step('grind', 'dress', 'smooth', { ...at, serves: 'smooth' }, 6, [perMetre(10 * MIN, survey.length)]);
    if (SEALED.has(substrate.family)) {
      b.step('finish', 'dress', 'wax', { ...at, serves: 'seal' }, 3);
      b.at('finish').say(words`Wax over what lies open; it is looked at again before the season.`);
      b.material(
        'wax',
        'paste wax',
        'what lies open',
        ledger.given('wax', 'wax', 0.002, 'kg', 'assumed', 'a smear'),
      );
    } else
      b.material(
        'paper',
        'paper P240 and P400',
        'rubbing smooth',
        ledger.given('paper', 'paper', 1, 'count', 'assumed', 'half a sheet of each'),
      );
    b.at('grind').say(
      how === 'edge'
        ? words`File it fair to a long hollow, round its edges, rub it smooth, and stop.`
        : how === 'groove'
          ? words`Take the raised lips off, round the groove, and stop.`
          : words`Round the rim, seal it, and stop.`,
    );
    if (substrate.traits.includes('lead'))
      b.caution(
        'grind',
        'Lead: wet and by hand, no dry dust; gloves, a bag for what comes off, hands and face washed before food.',
        'dress',
      );
    b.accept(
      'grind',
      'draw a cloth along it, then look at both ends through a lens',
      'nothing catches, no crack runs on',
      'dress',
    );
    b.caution(
      'grind',
      'Goggles: chips fly off a file. Dust of plastic and glass is kept wet, not breathed.',
      'dress',
    );
    draw(b);
    b.warn('survey', 'repair.way', 'dressed-only', { how });
    return b.done('dress', 'dress only');
  },
});

/** The hollow that it is filed to: as far out again on each side as the damage is long. */
function draw(b: RepairBuilder): void {
  const { survey } = b.input;
  const d = new Drawing({
    id: 'dress',
    onOutline: true,
    title: 'What is dressed',
    note: 'filed out into the sound edge on both sides',
  });
  const blend = offset(survey.region, Math.max(0.005, survey.width.value));
  d.region('new', blend, 'filed fair').region('damage', survey.region, 'damage');
  const lowest = blend.flat().reduce((m, p) => (p.y < m.y ? p : m));
  d.text(lowest.x, lowest.y, 'no step, no corner', { anchor: 'middle', cls: 'note on-paper', dy: 18 });
  b.draw(d.done());
}
