import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { RepairBuilder } from '../builder';

/** Least reach past the damage, and where the smaller one will do. Source: usual practice with coated fabrics. */
const REACH = 0.05;
const SMALL_REACH = 0.03;
const SMALL_TUBE = 0.3;
const SMALL_HOLE = 0.01;
const CORNER = 0.025;
/** Width of a seam tape, and how far a patch goes on beyond it. */
const SEAM_TAPE = 0.025;
const PAST_SEAM = 0.025;
/** A tear longer than this is drawn together with stitches first. */
const STITCHED_FROM = 0.05;
const STITCH_PITCH = 0.006;
const STITCH_EDGE = 0.005;
/** Inside patch: as much as goes through the tear. */
const INSIDE_REACH = 0.03;

export const acrossTheSeam = formula({
  id: 'repairs/inflatable/patch',
  expression: 'a = max(reach, seam + tape + 25 mm)',
  unit: 'm',
  source: 'an edge never ends on a seam: past its tape and on',
  inputs: { reach: 'past the damage', seam: 'distance to the seam', tape: 'width of its tape' },
  evaluate: (x) => Math.max(x.reach, x.seam + x.tape + PAST_SEAM),
});

export const cornerRadius = formula({
  id: 'repairs/inflatable/patch',
  expression: 'r = min(25 mm, L/2, W/2)',
  unit: 'm',
  source: 'a corner lifts first: radius of 25 mm and more',
  inputs: { L: 'length', W: 'width' },
  evaluate: (x) => Math.min(CORNER, x.L / 2, x.W / 2),
});

export interface PatchPlan {
  readonly reach: Figure;
  /** Toward a seam that it goes across; as the reach where there is none. */
  readonly reachToSeam: Figure;
  readonly rule: string;
  readonly length: Figure;
  readonly width: Figure;
  readonly corner: Figure;
  readonly area: Figure;
  /** Diameter of the hole of a ring round a valve. */
  readonly hole?: Figure;
  readonly acrossSeam: boolean;
  readonly inside?: { readonly length: Figure; readonly width: Figure; readonly area: Figure };
  readonly stitches?: { readonly count: Figure; readonly thread: Figure; readonly pitch: Figure };
}

export const side = formula({
  id: 'repairs/inflatable/patch',
  expression: 'L = l + a + b',
  unit: 'm',
  source: 'damage and the reach on either side',
  inputs: { l: 'damage', a: 'past it on one side', b: 'past it on the other' },
  evaluate: (x) => x.l + x.a + x.b,
});
/** A rectangle with its corners rounded, m². */
export const roundedArea = formula({
  id: 'repairs/inflatable/patch',
  expression: 'A = L·W − (4 − π)·r²',
  unit: 'm²',
  source: 'rectangle less its corners',
  inputs: { L: 'length', W: 'width', r: 'radius of the corners' },
  evaluate: (x) => x.L * x.W - (4 - Math.PI) * x.r ** 2,
});
/** A rectangle with its corners rounded and a round hole in it, m². */
export const ringArea = formula({
  id: 'repairs/inflatable/patch',
  expression: 'A = L·W − (4 − π)·r² − π/4·d²',
  unit: 'm²',
  source: 'rectangle less its corners and the hole for the valve',
  inputs: { L: 'length', W: 'width', r: 'radius of the corners', d: 'hole for the valve' },
  evaluate: (x) => x.L * x.W - (4 - Math.PI) * x.r ** 2 - (Math.PI / 4) * x.d ** 2,
});
export const stitchCount = formula({
  id: 'repairs/inflatable/patch',
  expression: 'n = ⌈l/pitch⌉ + 1',
  unit: 'count',
  source: 'a stitch at either end of the tear',
  inputs: { l: 'length', pitch: 'from stitch to stitch' },
  evaluate: (x) => Math.ceil(x.l / x.pitch - 1e-9) + 1,
});
/** Each stitch goes across to the other lip and back. */
export const threadLength = formula({
  id: 'repairs/inflatable/patch',
  expression: 's = 2·n·√(pitch² + (2·e)²) + 0.3 m',
  unit: 'm',
  source: 'zigzag from lip to lip, ends to tie off',
  inputs: { n: 'stitches', pitch: 'from stitch to stitch', e: 'from the edge' },
  evaluate: (x) => 2 * x.n * Math.hypot(x.pitch, 2 * x.e) + 0.3,
});

/** Size of a patch, whether it goes across a seam, what goes inside, and how a tear is drawn together. */
export function planPatch(b: RepairBuilder, tube: Figure, board: boolean): PatchPlan {
  const { survey, damage, job } = b.input;
  const own = job.repair?.inflatable ?? {};
  const longest = Math.max(survey.length.value, survey.width.value);
  const small =
    !board && (tube.value < SMALL_TUBE || (damage === 'fabric-puncture' && longest <= SMALL_HOLE));
  const rule = board
    ? '50 mm past the damage: a board is blown hard'
    : small
      ? `30 mm past the damage: ${tube.value < SMALL_TUBE ? 'a tube under 300 mm' : 'a small puncture'}`
      : '50 mm past the damage on all sides';
  const reach = b.pick('patch.reach', 'past the damage', 'm', own.margin, small ? SMALL_REACH : REACH, rule);
  if (reach.value < SMALL_REACH)
    b.warn('mix', 'repair.inflatable.margin', 'patch-too-small', { reach: reach.value });
  const { seam } = job.damage;
  const acrossSeam = seam !== undefined && seam < reach.value + PAST_SEAM;
  const toSeam = acrossSeam
    ? b.compute('patch.toSeam', 'reach across the seam', acrossTheSeam, {
        reach,
        seam: b.ledger.given(
          'patch.seam',
          'distance to the seam',
          seam ?? 0,
          'm',
          'entered',
          'entered for this job',
        ),
        tape: b.assumed('patch.tape', 'tape over the seam', SEAM_TAPE, 'm', 'usual width of a seam tape'),
      })
    : reach;
  const length = b.compute('patch.length', 'patch, along the tube', side, {
    l: survey.length,
    a: reach,
    b: reach,
  });
  const width = b.compute('patch.width', 'patch, round the tube', side, {
    l: survey.width,
    a: reach,
    b: toSeam,
  });
  const corner = b.ledger.compute('patch.corner', 'corners rounded', cornerRadius, { L: length, W: width });
  // Round a valve goes a ring: a patch over it would shut it up.
  const hole =
    damage === 'valve-leak'
      ? b.ledger.given(
          'patch.hole',
          'hole for the valve',
          Math.min(survey.length.value, survey.width.value),
          'm',
          'entered',
          'the narrower side of what was measured round the valve; hold it against the new valve',
        )
      : undefined;
  const area = hole
    ? b.compute('patch.area', 'ring', ringArea, { L: length, W: width, r: corner, d: hole })
    : b.compute('patch.area', 'patch', roundedArea, { L: length, W: width, r: corner });
  const girth = board ? Infinity : Math.PI * tube.value;
  if (width.value > girth / 2) {
    b.report('error', 'mix', 'damage.size', 'patch-beyond-tube', { width: width.value, girth });
  }
  const torn = damage === 'fabric-tear' && survey.length.value > STITCHED_FROM;
  return {
    reach,
    reachToSeam: toSeam,
    rule,
    length,
    width,
    corner,
    area,
    ...(hole ? { hole } : {}),
    acrossSeam,
    ...(torn && own.inside !== 'no' ? { inside: insidePatch(b, survey.length, survey.width, corner) } : {}),
    ...(torn ? { stitches: stitching(b, survey.length) } : {}),
  };
}

function insidePatch(
  b: RepairBuilder,
  l: Figure,
  w: Figure,
  corner: Figure,
): NonNullable<PatchPlan['inside']> {
  const reach = b.assumed(
    'inside.reach',
    'inside patch past the tear',
    INSIDE_REACH,
    'm',
    'as much as goes through the tear; its edge does not lie under that of the outer patch',
  );
  const length = b.compute('inside.length', 'inside patch, along', side, { l, a: reach, b: reach });
  const width = b.compute('inside.width', 'inside patch, round the tube', side, { l: w, a: reach, b: reach });
  return {
    length,
    width,
    area: b.compute('inside.area', 'inside patch', roundedArea, { L: length, W: width, r: corner }),
  };
}

function stitching(b: RepairBuilder, l: Figure): NonNullable<PatchPlan['stitches']> {
  const pitch = b.assumed(
    'stitch.pitch',
    'between stitches',
    STITCH_PITCH,
    'm',
    'close enough that the lips meet, not so close that they tear',
  );
  const count = b.compute('stitch.count', 'stitches', stitchCount, { l, pitch });
  return {
    pitch,
    count,
    thread: b.compute('stitch.thread', 'thread', threadLength, {
      n: count,
      pitch,
      e: b.assumed('stitch.edge', 'from the lip', STITCH_EDGE, 'm', 'usual'),
    }),
  };
}
