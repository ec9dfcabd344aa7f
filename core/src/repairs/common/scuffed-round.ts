import { RATES } from '../../rates/book';
import type { Figure } from '../../trace/figure';
import { perMetre, type StepWriter } from '../../work/writer';

/** Paper that the sound coat round a repair is keyed with by what comes over it, P grade. Source: usual before paint and gel coat. */
export const ROUND_GRIT = { paint: 320, clear: 320, 'gel coat': 180 } as const;

/**
 * The sound coat between the repair and the tape is scuffed by hand, never boarded: it is a film of half a millimetre at
 * most, and only the fill is cut back.
 *
 * @param masking length of the masking line
 */
export const scuffedRound = (w: StepWriter, masking: Figure, over: keyof typeof ROUND_GRIT): StepWriter =>
  w.step(
    'finish',
    'abrade',
    'round',
    { place: 'finish', serves: 'round', fields: { grit: ROUND_GRIT[over] } },
    RATES.scuffFixed,
    [perMetre(RATES.scuffPerMetre, masking, 'per metre of masking line')],
  );
