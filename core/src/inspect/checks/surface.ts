import type { Product } from '../../materials/product';
import type { HullFamily } from '../../materials/substrates';
import { effectsOf } from '../../work/surfaces';
import { expectedOf } from '../expected';
import type { Face } from '../faces';
import type { Broken } from '../../trace/broken';
import type { Placed } from '../replay';
import { before, ready, type Check, type Scene } from './check';

/** Hulls that were moulded against wax, or polished since: wax is taken off before paper rubs it in. */
const WAXED: ReadonlySet<HullFamily> = new Set<HullFamily>(['frp', 'frp-cored', 'smc']);

/** What something is bonded to is clean, keyed or within its window; what paper goes over was washed first and is hard. */
export const surface: Check = (p, scene) => {
  const expected = expectedOf(p.step);
  const open = scene.faces.get(p.step.id) ?? [];
  // What was only washed lies round the place: nothing is bonded to it.
  const faces = open.filter(
    (f) =>
      f.place === p.step.place ||
      f.by !== 'found' ||
      f.abraded ||
      !open.some((o) => o.by !== 'found' || o.abraded),
  );
  return faces.flatMap((face): readonly Broken[] => [
    ...(expected.rubs ? rubbed(face) : []),
    ...(expected.works && face.laid ? hardEnough(p, face.laid, scene) : []),
    ...(expected.papers && face.laid ? blushed(p, face, scene) : []),
    ...(expected.bonds ? bonded(p, face, scene) : []),
    ...(expected.clean && !face.clean && face.by !== 'laid' ? [{ gate: 'clean' } as const] : []),
  ]);
};

const rubbed = ({ by, clean, abraded }: Face): readonly Broken[] =>
  by === 'found' && !clean && !abraded ? [{ gate: 'clean' }] : [];

/** Amines sweat out of an epoxy that cures in air: paper rubs them in. */
function blushed(p: Placed, { laid, rinsed }: Face, { place }: Scene): readonly Broken[] {
  const product = place.product(laid?.product);
  // What sweats out of a primer is held by its pigment.
  if (product?.family !== 'epoxy' || product.role === 'primer' || product.traits?.includes('light-cure'))
    return [];
  return rinsed || effectsOf(p.step).includes('rinses') ? [] : [{ gate: 'rinsed' }];
}

function hardEnough(p: Placed, laid: Placed, scene: Scene): readonly Broken[] {
  if (laid.believed) return [];
  const product = scene.place.product(laid.product);
  if (!product || !scene.clockwork.sheetOf(product)) return [];
  const { sand } = scene.moments(laid);
  if (sand === undefined) return [{ gate: 'never', product: product.name, moment: 'sand' }];
  return early(ageOf(p, laid, scene), sand, (by) => ({
    gate: 'cured',
    product: product.name,
    moment: 'sand',
    early: by,
  }));
}

/** How old a layer is when the next step comes to it, s: over a face that takes hours each place counts from its own laying. */
export function ageOf(p: Placed, laid: Placed, { place }: Scene): number {
  const over = place.plan.work?.links.some(
    ({ from, lags }) => from === laid.step.id && lags.some((l) => l.over),
  );
  return over && laid.step.action === p.step.action
    ? Math.min(p.start - laid.start, p.end - laid.end) / 1000
    : (p.start - laid.end) / 1000;
}

const early = (
  age: number,
  needed: number,
  broken: (by: number) => Broken,
  dries = false,
): readonly Broken[] => (ready(age, needed, dries) ? [] : [broken(needed - age)]);

function bonded(p: Placed, face: Face, scene: Scene): readonly Broken[] {
  if (face.laid) return onLaid(p, face.laid, face, scene);
  const broken: Broken[] = [];
  if (!face.clean) broken.push({ gate: 'clean' });
  // What was just cut is new: it needs no key, unless the old repair was only taken off.
  if (!face.abraded && face.bared?.step.action !== undefined && face.bared.step.action === 'strip')
    broken.push({ gate: 'abraded' });
  if (!face.abraded && face.by === 'found') broken.push({ gate: 'abraded' });
  if (face.by === 'found' && face.place !== 'core' && !face.dewaxed && waxed(scene))
    broken.push({ gate: 'dewaxed' });
  return broken;
}

const waxed = ({ place }: Scene): boolean =>
  place.plan.system?.substrates.some((s) => WAXED.has(s.family)) ?? false;

/** Paint of one part and a primer, both without a window: the next goes on when they are dry. */
const driesOnly = (p: Product): boolean =>
  (p.role === 'primer' && !p.cure?.window) ||
  (p.role === 'coating' && !p.cure?.window && (p.traits?.includes('one-part') ?? false));

/** A layer takes the next one while its window is open; after that once it has been abraded. */
function onLaid(p: Placed, laid: Placed, face: Face, scene: Scene): readonly Broken[] {
  if (laid.believed || (laid.step.go !== undefined && laid.step.go === p.step.go)) return [];
  if (face.abraded) return face.clean ? [] : [{ gate: 'clean' }];
  const product = scene.place.product(laid.product);
  if (!product) return [{ gate: 'abraded' }];
  const { opens, closes, sand } = scene.moments(laid);
  const age = ageOf(p, laid, scene);
  const { name } = product;
  if (sand !== undefined && driesOnly(product))
    return early(age, sand, (by) => ({ gate: 'cured', product: name, moment: 'sand', early: by }));
  const dries = 'drying' in product && product.drying !== undefined;
  if (opens === undefined) {
    const bonds = dries || scene.clockwork.sheetOf(product)?.sheet.window !== undefined;
    return [bonds ? { gate: 'never', product: name, moment: 'opens' } : { gate: 'abraded' }];
  }
  // A further coat wakes one that has dried; only the joint has to be closed while it grabs.
  const grabs = !dries || p.step.action === 'join';
  return [
    ...early(age, opens, (by) => ({ gate: 'cured', product: name, moment: 'opens', early: by }), dries),
    ...(grabs && closes !== undefined && !before(age, closes)
      ? [{ gate: 'within', product: name, late: age - closes } as const]
      : []),
  ];
}
