import { washHow } from '../../common/wash';
import type { Dish } from '../../../grind/dish';
import { RATES } from '../../../rates/book';
import { multiple } from '../../../rates/row';
import type { Ledger } from '../../../trace/ledger';
import type { Item } from '../../../work/step';
import { flashesOff } from '../../common/flashes-off';
import { stillHolds } from '../../common/still-holds';
import { membersHeld, panelSteps, shapeSteps } from './behind';
import { perLitre, perM2, perMetre, StepWriter } from '../../../work/writer';
import { mm, size, words } from '../../../trace/words';
import type { GrindPlan } from '../dish-plan';
import type { Parts } from './parts';

/**
 * From what is in the way to the wiped ground face. The lost shape is taken and what carries the hull is held before
 * anything is cut; release wax and film of a former come off with the wash.
 *
 * @param opened what is done when the ground is open and before it is wiped: a wet core dries
 */
export function grindSteps(parts: Parts, ledger: Ledger, opened: readonly Item[]): readonly Item[] {
  const { grind, laminate, coring, wipe, job } = parts;
  if (!grind || !laminate) return [];
  const w = new StepWriter(ledger);
  const moved = grind.room.filter(
    (r, i, all) => r.answer === 'move' && all.findIndex((x) => x.index === r.index) === i,
  );
  for (const { index, name } of moved)
    w.step(
      'grind',
      'takeOff',
      'fitting',
      { place: 'fitting', serves: `fitting-${index + 1}`, fields: { name } },
      multiple(RATES.moveFitting, 1 / 2),
    );
  panelSteps(w, parts);
  shapeSteps(w, parts);
  membersHeld(w, parts);
  if (job?.kind === 'old-repair')
    w.step('grind', 'strip', 'laminate', { place: 'hull', serves: 'old-repair' }, RATES.grindSetUp, [
      perM2(multiple(RATES.coreCutPerM2, stillHolds(job.holds)), grind.maskedArea),
    ]);
  if (job?.kind === 'crack')
    w.step('grind', 'stopHoles', 'laminate', { place: 'crack', serves: 'ends' }, multiple(RATES.stopHole, 2));
  const dishes: readonly (readonly [Dish, 'only' | 'outside' | 'inside'])[] = grind.inside
    ? [
        [grind, 'outside'],
        [grind.inside, 'inside'],
      ]
    : [[grind, 'only']];
  const family = parts.system.substrates[0]?.family ?? 'frp';
  for (const [dish, face] of dishes)
    openFace(w, dish, face, grind, washHow(family) === 'dewax' ? 'dewax' : 'soap');
  if (coring)
    w.step(
      'grind',
      'cut',
      coring.bothSkins ? 'coreThrough' : 'core',
      { place: 'core', serves: 'core' },
      RATES.grindSetUp,
      [perM2(RATES.coreCutPerM2, coring.area)],
      { figures: size(coring.length, coring.width) },
    );
  w.add(...opened);
  if (wipe) {
    const at = {
      place: grind.side === 'inside' ? ('inside' as const) : ('outside' as const),
      serves: 'wipe',
    };
    w.step(
      'grind',
      'clean',
      'wipe',
      at,
      RATES.wipeFixed,
      dishes.map(([dish]) => perM2(RATES.wipePerM2, dish.groundArea)),
    );
    flashesOff(w, 'grind', at, wipe, parts.temperature);
  }
  return w.items;
}

/** A dewaxer runs into the open edge of a foil, down to its foam. */
const WASH = {
  dewax: { only: 'dewax', outside: 'dewaxOutside', inside: 'dewaxInside' },
  soap: { only: 'soap', outside: 'soapOutside', inside: 'soapInside' },
} as const;
const MASK = { only: 'ground', outside: 'groundOutside', inside: 'groundInside' } as const;
const GRIND = { only: 'through', outside: 'throughOutside', inside: 'throughInside' } as const;

/** Wash before paper: what is ground on wax is ground into the laminate. */
function openFace(
  w: StepWriter,
  dish: Dish,
  face: 'only' | 'outside' | 'inside',
  { taper }: GrindPlan,
  wash: keyof typeof WASH,
): void {
  const at = { place: face === 'inside' ? ('inside' as const) : ('outside' as const), serves: 'ground' };
  w.step('grind', 'wash', WASH[wash][face], at, RATES.washFixed, [perM2(RATES.washPerM2, dish.maskedArea)]);
  w.step(
    'grind',
    'mask',
    MASK[face],
    at,
    RATES.maskFixed,
    [perMetre(RATES.maskPerMetre, dish.maskingLength, 'per metre of masking line')],
    { figures: words`line ${mm(dish.maskingLine)} from the edge of the cut-out` },
  );
  w.step(
    'grind',
    'grind',
    dish.through ? GRIND[face] : 'dish',
    at,
    RATES.grindSetUp,
    [
      perLitre(RATES.grindPerM3, dish.removedVolume, 'per litre removed'),
      perM2(RATES.grindTaperPerM2, dish.taperArea),
    ],
    {
      figures: words`${taper.used}${dish.through ? '' : words`, ${mm(dish.depth, 1)} deep`}, to the line ${mm(dish.grindLimit, 1)} from the edge of the cut-out`,
    },
  );
}
