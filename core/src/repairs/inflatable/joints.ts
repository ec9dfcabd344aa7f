import { RATES } from '../../rates/book';
import { linkOf } from '../../match/chain';
import { workId } from '../../work/ids';
import type { Soon } from '../../work/step';
import { each, perM2 } from '../../work/writer';
import type { RepairBuilder } from '../builder';
import type { Glue, GluedJoint } from './glue';
import type { PatchPlan } from './patch';

/** Weighing and stirring a pot; warming a coat that has lost its tack; min. */
const MIX = 5;
const WAKE = 10;
/** Both faces of a joint wiped once more, min. */
const WIPE = 6;
/** Abraded fabric is coated within so long, s. Source: usual practice, the same half day. */
const WHILE_CLEAN = 4 * 3600;
/** A patch longer than this is not laid down by one alone, m. */
const BY_TWO = 0.4;

/** Lips are drawn together over the inner patch: stitched before, nothing goes in through the tear any more. */
export function stitch(b: RepairBuilder, { stitches }: PatchPlan): void {
  if (stitches)
    b.step(
      'mix',
      'stitch',
      'lips',
      { place: 'tube', serves: 'tear', fields: { count: stitches.count.value } },
      RATES.stitchFixed,
      [each(RATES.stitchEach, stitches.count, 'per stitch')],
    );
}

/** Faces that were made ready and then stood, over a night say, are wiped once more before any glue is mixed. */
function whileClean(b: RepairBuilder, place: 'inside' | 'patch', serves: string): Soon {
  const product = linkOf(b.input.chain, 'clean')?.name;
  const at = { place, serves: `${serves}-again`, fields: { product: product ?? '' } };
  return {
    after: workId(place, 'abrade', serves),
    within: b.assumed(
      `ready.${serves}`,
      'abraded to coated',
      WHILE_CLEAN,
      's',
      'dust and damp settle on a face that stands, and what softens the fabric comes to its surface; usual practice',
    ),
    missed: b.put('mix', 'clean', product === undefined ? 'facesPlain' : 'faces', at, WIPE),
  };
}

/** Coats of adhesive on both faces of one joint, each dry as its sheet says before the next, from a pot that lives as long. */
export function coatFaces(b: RepairBuilder, glue: Glue, { side, coatTime, pot, potLeft }: GluedJoint): void {
  const inner = side === 'inside';
  const { place, serves } = inner
    ? ({ place: 'inside', serves: 'inner' } as const)
    : ({ place: 'patch', serves: 'bond' } as const);
  for (let coat = 1; coat <= glue.coats.value; coat += 1) {
    const at = { place, serves: `${serves}-${coat}` };
    const last = coat === glue.coats.value;
    if (pot && (coat === 1 || pot.serves === 'coat'))
      b.step(
        'mix',
        'mix',
        'adhesive',
        { place: 'bench', serves: pot.serves === 'coat' ? at.serves : serves },
        MIX,
        [],
        b.mixes(pot.id),
      );
    if (pot && coat === 1) b.soon(whileClean(b, place, serves));
    b.timed('mix', 'coat', inner ? 'adhesiveInside' : 'adhesive', { ...at, fields: { coat } }, coatTime, {
      rated: [{ row: RATES.patchCoat.id, amount: 1 }],
      product: glue.product,
    });
    if (!pot && coat === 1) b.soon(whileClean(b, place, serves));
    const closes = last ? glue.tackGone : potLeft[coat - 1];
    const missed = last
      ? {
          ...b.put('mix', 'coat', 'adhesiveWoken', { ...at, serves: `${at.serves}-woken` }, WAKE),
          product: glue.product,
        }
      : {
          ...b.put('mix', 'mix', 'adhesiveAgain', { place: 'bench', serves: `${at.serves}-again` }, MIX),
          ...(pot ? { pot: b.mixes(pot.id).pot } : {}),
        };
    b.wait('mix', last ? 'grabs' : 'dull', at, glue.flash, {
      ...(closes ? { window: { opens: glue.flash, closes, missed } } : {}),
      ...(glue.dries ? { dries: { ...glue.dries, untilTackGone: last } } : {}),
    });
  }
}

/** A contact bond: laid together once. */
export function join(b: RepairBuilder, { side, area }: GluedJoint, patch: PatchPlan): void {
  const laid = [perM2(RATES.patchJoinPerM2, area)];
  if (side === 'inside') {
    b.step('mix', 'join', 'inside', { place: 'inside', serves: 'inner' }, RATES.patchJoin, laid);
    return;
  }
  const two = patch.length.value > BY_TWO;
  b.step(
    'mix',
    'join',
    two ? 'patchByTwo' : 'patch',
    { place: 'patch', serves: 'bond' },
    RATES.patchJoin,
    laid,
    two ? { people: 2 } : {},
  );
}
