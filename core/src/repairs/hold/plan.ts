import type { DamageKind } from '../../materials/damage-kinds';
import { offset } from '../../geometry/offset';
import { formula } from '../../trace/formula';
import { mm, words } from '../../trace/words';
import { each, perM2 } from '../../work/writer';
import { RepairBuilder } from '../builder';
import { byBuilder } from '../by-builder';
import { SEALANT_CAUTION } from '../common/sealant';
import { Drawing } from '../drawing';
import { meansFor, type Means } from './means';

/** A patch for now goes a hand past the damage all round, m. */
const PAST = 0.08;
const TAPE = 'fabric-tape';
const SEALANT = 'pu-sealant';
const PLATE = 'plate-ply';
/** Bead under a plate, kg/m². */
const BEDDING = 1.2;

export const patchArea = formula({
  id: 'repairs/hold/plan',
  expression: 'A = (l + 2·80 mm)·(w + 2·80 mm)',
  unit: 'm²',
  source: 'a hand past the damage all round',
  inputs: { l: 'length', w: 'width' },
  evaluate: (x) => (x.l + 2 * PAST) * (x.w + 2 * PAST),
});

export const twoLayers = formula({
  id: 'repairs/hold/plan',
  expression: 'A_tape = 2·A',
  unit: 'm²',
  source: 'two layers, crosswise',
  inputs: { A: 'patch' },
  evaluate: (x) => 2 * x.A,
});

export const byArea = formula({
  id: 'repairs/hold/plan',
  expression: 'm = A·m_A',
  unit: 'kg',
  source: 'mass of a face',
  inputs: { A: 'face', m_A: 'mass per area' },
  evaluate: (x) => x.A * x.m_A,
});

/** Damages that let no water in. */
const SKIN_DEEP: ReadonlySet<DamageKind> = new Set<DamageKind>([
  'nick',
  'scratch',
  'worn-edge',
  'gel-coat-chip',
  'gel-coat-crack',
  'blisters',
  'weathered',
]);

/** Steps and what they take, means by means; beyond drying and wiping. */
const DO: Readonly<Record<Means, (b: RepairBuilder) => void>> = {
  tape,
  plate,
  lightPatch(b) {
    const { survey } = b.input;
    const A = b.compute('patch', 'patch', patchArea, { l: survey.length, w: survey.width });
    b.step('mix', 'abrade', 'keyed', { place: 'edge', serves: 'hold', fields: { grit: 80 } }, 4)
      .step('mix', 'hold', 'lightPatch', { place: 'edge', serves: 'hold' }, 15, [perM2(120 * 60, A)])
      .figures(words`${mm(survey.length)} long and a hand past both ends`);
    b.material('patch', 'light-cured fibre patch', 'round the edge, both faces', A);
    b.caution(
      'mix',
      'Uncured patch resin burns and sensitises: gloves, goggles, moving air. It sets as the light falls on it: unpack it in the shade.',
      'hold',
    );
  },
  plug(b) {
    const n = b.pick('count', 'holes', 'count', b.input.job.damage.count, 1, 'one until counted');
    b.at('mix').ask('damage.count', n);
    b.step('mix', 'hold', 'plug', { place: 'hole', serves: 'hold' }, 3, [each(60, n, 'per hole')]);
    b.material('plugs', 'tapered softwood plug', 'driven from outside', n);
    tape(b);
  },
  clamp(b) {
    b.step('mix', 'hold', 'clamp', { place: 'face', serves: 'hold' }, 15);
    b.material(
      'battens',
      'battens, clamps and film',
      'one on each side',
      b.assumed('battens', 'battens', 2, 'count', 'one on each side'),
    );
  },
  lash(b) {
    b.step('mix', 'hold', 'lash', { place: 'edge', serves: 'hold' }, 10);
    b.material(
      'cord',
      'waxed cord',
      'turn by turn',
      b.assumed('cord', 'cord', 6, 'm', 'close turns past both ends'),
    );
    tape(b);
  },
  leave(b) {
    const skin = SKIN_DEEP.has(b.input.damage);
    b.step('mix', 'hold', skin ? 'leaveSkin' : 'leave', { place: 'hull', serves: 'hold' }, 5);
    if (skin) return;
    b.material(
      'marker',
      'marker and tape',
      'ends of the damage marked',
      b.assumed('marker', 'marker', 1, 'count', 'any'),
    );
  },
};

function tape(b: RepairBuilder): void {
  const { survey, library } = b.input;
  const A = b.compute('patch', 'patch', patchArea, { l: survey.length, w: survey.width });
  b.step('mix', 'hold', 'tape', { place: 'face', serves: 'tape' }, 5, [perM2(120 * 60, A)]);
  const product = library.products.find((p) => p.id === TAPE);
  const both = b.compute('tape', 'repair tape, two layers', twoLayers, { A });
  b.material('tape', product?.name ?? 'repair tape', 'two layers, crosswise', both, product);
}

function plate(b: RepairBuilder): void {
  const { survey, library } = b.input;
  const A = b.compute('plate', 'plate', patchArea, { l: survey.length, w: survey.width });
  b.step('mix', 'hold', 'plate', { place: 'face', serves: 'hold' }, 20, [perM2(120 * 60, A)]);
  const product = library.products.find((p) => p.id === PLATE);
  const sealant = library.products.find((p) => p.id === SEALANT);
  b.material('plate', 'plywood or sheet', 'cut to go a hand past it', A, product);
  b.material(
    'bedding',
    sealant?.name ?? 'sealant',
    'bedding of the plate',
    b.compute('bedding', 'sealant', byArea, {
      A,
      m_A: b.assumed('bedding.weight', 'bed', BEDDING, 'kg/m²', 'a bead that squeezes out all round'),
    }),
    sealant,
  );
  b.caution('mix', SEALANT_CAUTION, 'hold');
}

/** What holds is tried before anybody trusts it. */
function tried(b: RepairBuilder, fabric: boolean): void {
  const at = { place: 'face', serves: 'hold' } as const;
  if (fabric) b.step('mix', 'test', 'half', at, 4);
  else b.step('mix', 'check', 'holds', at, 4);
}

/** The quickest thing that holds until the boat is home: under an hour, for days, and it all comes off again. */
export const HOLD_KIND = byBuilder({
  id: 'hold',
  name: 'hold until home',
  quick: true,
  takes: ({ light }) => light === 'hold',
  plan(input, ledger) {
    const b = new RepairBuilder(input, ledger);
    const { damage, substrate, survey, conditions } = input;
    const fabric = substrate.family === 'inflatable';
    const means = meansFor(damage, substrate.family, Math.max(survey.length.value, survey.width.value));
    const at = { place: 'face', serves: 'ground' } as const;
    if (means !== 'leave') b.step('mix', 'clean', 'dry', at, 6);
    DO[means](b);
    if (means !== 'leave' && means !== 'clamp') tried(b, fabric);
    const skin = means === 'leave' && SKIN_DEEP.has(damage);
    b.at('mix').say(
      skin
        ? words`Nothing is done to it now: it waits for the yard.`
        : means === 'leave'
          ? words`Nothing is done to it now but marking: load off it, and look at it every hour.`
          : words`Held for now, a hand past it all round; it all comes off again before the repair.`,
    );
    if (skin) b.accept('mix', 'look at it when she is next ashore', 'no larger than on the photograph');
    else
      b.accept(
        'mix',
        'look at it after the first ten minutes under way, then every hour',
        'dry, and no larger',
      );
    if (fabric)
      b.caution(
        'mix',
        'Half the pressure and no more: tape lets go at once when it does. Two chambers hard, and life-jackets on.',
        'hold',
        'test',
      );
    if (conditions.position === 'below' && !SKIN_DEEP.has(damage))
      b.caution(
        'mix',
        'Below the waterline this is a leak that waits: pump running, somebody watching it, life-jackets on, home slowly by the shortest way.',
        'hold',
      );
    if (
      damage === 'split-edge' ||
      damage === 'corroded-insert' ||
      damage === 'rot' ||
      damage === 'delamination'
    )
      b.caution(
        'mix',
        'What carried load here carries none now: no sail, no speed and no weight on it.',
        'hold',
      );
    draw(b, means);
    b.warn('survey', 'repair.way', 'holds-for-now', { means });
    return b.done('hold', 'hold until home');
  },
});

const LAID: Readonly<Record<Means, string>> = {
  tape: 'tape, two layers',
  lightPatch: 'light-cured patch',
  plate: 'plate in sealant',
  plug: 'tape over the plugs',
  clamp: 'battens on both sides',
  lash: 'turns of cord, taped',
  leave: 'no load here',
};

/** How far past the damage it goes. */
function draw(b: RepairBuilder, means: Means): void {
  const { survey } = b.input;
  const d = new Drawing({
    id: 'hold',
    onOutline: true,
    title: 'What holds for now',
    note: 'a hand past the damage all round',
  });
  const patch = offset(survey.region, PAST);
  d.region('new', patch, LAID[means]).region('damage', survey.region, 'damage');
  const lowest = patch.flat().reduce((m, p) => (p.y < m.y ? p : m));
  d.text(lowest.x, lowest.y, `${LAID[means]}; all of it comes off again`, {
    anchor: 'middle',
    cls: 'note on-paper',
    dy: 18,
  });
  b.draw(d.done());
}
