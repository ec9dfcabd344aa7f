import { lays } from '../faces';
import type { Broken, Thing } from '../../trace/broken';
import type { Placed } from '../replay';
import { holdsOf } from '../../work/holds';
import { ready, type Check, type Scene } from './check';

/** What holds something in its place until what was laid is hard, and what keeps it warm until then. */
const HOLDING: ReadonlySet<Thing> = new Set<Thing>([
  'props',
  'former',
  'board',
  'dam',
  'weights',
  'cover',
  'clamps',
  'tape',
  'tent',
  'lamps',
  'mats',
]);

/** What holds or warms is taken away when all that was laid while it stood is hard; what was set up is taken away again. */
export const holds: Check = (p, scene) => {
  const steps = scene.placed.map((x) => x.step);
  const own = holdsOf(steps).filter(
    (h) => h.until === p.step.id || (h.until === undefined && h.from === p.step.id),
  );
  return own.flatMap((hold): readonly Broken[] => {
    if (hold.until === undefined) return [{ gate: 'stays', thing: hold.thing }];
    if (!HOLDING.has(hold.thing)) return [];
    const from = scene.placed.find((x) => x.step.id === hold.from);
    return from ? softUnder(p, from, hold.thing, scene) : [];
  });
};

/** What is clamped or weighted was laid just before, ms. */
const JUST_BEFORE = 2 * 3_600_000;

/** Tabs of another member than the one whose props are taken: that has props of its own. */
const ofOther = (p: Placed, laid: Placed, { place }: Scene): boolean =>
  laid.step.place === 'member' &&
  !place.plan.work?.links.some((l) => l.from === laid.step.id && l.to === p.step.id);

function softUnder(p: Placed, from: Placed, thing: Thing, scene: Scene): readonly Broken[] {
  const broken: Broken[] = [];
  for (const laid of scene.placed) {
    if (laid.believed || laid.start < from.start - JUST_BEFORE || laid.end > p.start || !lays(laid)) continue;
    if (thing === 'props' && ofOther(p, laid, scene)) continue;
    const product = scene.place.product(laid.product);
    if (!product || !scene.clockwork.sheetOf(product)) continue;
    const { opens, sand } = scene.moments(laid);
    // Tape is pulled as soon as a film has set, before it is hard.
    if (thing === 'tape' && opens === undefined) continue;
    const needed = thing === 'tape' ? opens : sand;
    const age = (p.start - laid.end) / 1000;
    if (needed !== undefined && ready(age, needed)) continue;
    broken.push({ gate: 'held', thing, product: product.name, early: (needed ?? Infinity) - age });
  }
  return broken.slice(-1);
}
