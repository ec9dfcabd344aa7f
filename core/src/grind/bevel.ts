import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import { problem } from '../trace/problem';

/** A gauge and a pencil line are no finer, m. */
const LINE_TOLERANCE = 0.0005;

export const ratioReached = formula({
  id: 'grind/bevel',
  expression: 'R = w/depth',
  unit: ':1',
  source: 'slope of what was ground: width from the cut-out to where the gauge reads zero, over the depth',
  inputs: { w: 'width of the bevel', depth: 'depth of the dish' },
  evaluate: (x) => x.w / x.depth,
});
export const thicknessCarried = formula({
  id: 'grind/bevel',
  expression: 'T = w/R',
  unit: 'm',
  source: 'taper line the other way: the depth that a bevel of this width comes up from at the ratio wanted',
  inputs: { w: 'width of the bevel', R: 'taper ratio' },
  evaluate: (x) => x.w / x.R,
});
const pliesCarried = {
  id: 'grind/bevel',
  expression: 'most n with Σ t₁…tₙ ≤ T',
  unit: 'each',
  source: 'plies in the order they are laid, while they stay within what the bevel carries',
};
export const widthShort = formula({
  id: 'grind/bevel',
  expression: 'Δ = max(0, o_grind − w)',
  unit: 'm',
  source: 'from where the bevel ends to the line',
  inputs: { o_grind: 'grind limit', w: 'width of the bevel' },
  evaluate: (x) => Math.max(0, x.o_grind - x.w),
});

export interface BevelInput {
  /** Width from the edge of the cut-out to where the gauge reads zero, m; more than 0. */
  readonly width: number;
  readonly depth: Figure;
  readonly grindLimit: Figure;
  readonly ratio: Figure;
  /** What the bond asks for in shear, and custom for the duty: neither is given up for a bevel that is there. */
  readonly shearRatio: Figure;
  readonly dutyRatio: Figure;
  /** Plies of the face in the order they are laid, the cover ply apart. */
  readonly plies: readonly Figure[];
}

/** What a bevel that is ground already is good for. */
export interface Bevel {
  readonly width: Figure;
  readonly reached: Figure;
  /** Depth that it carries at the ratio wanted, and the plies that lie within it. */
  readonly carries: Figure;
  readonly plies: Figure;
  readonly of: number;
  readonly further: Figure;
  /** It comes out to the line. */
  readonly fits: boolean;
  /** As it is, it is as flat as shear and duty ask for. */
  readonly sound: boolean;
  /** Ratio to plan with so that it is laid on as it is, where that is sound and another than the one in force. */
  readonly layOn?: number;
}

/** Holds a bevel that was ground against the taper that is planned, both ways. */
export function planBevel(input: BevelInput, ledger: Ledger): Bevel {
  const width = ledger.given(
    'bevel',
    'width of the bevel ground',
    input.width,
    'm',
    'entered',
    'measured from the edge of the cut-out to where the gauge reads zero',
  );
  const reached = ledger.compute('bevel.reached', 'taper ratio reached', ratioReached, {
    w: width,
    depth: input.depth,
  });
  const carries = ledger.compute('bevel.carries', 'depth that the bevel carries', thicknessCarried, {
    w: width,
    R: input.ratio,
  });
  let within = 0;
  let count = 0;
  for (const ply of input.plies) {
    within += ply.value;
    if (within > carries.value * (1 + 1e-9)) break;
    count += 1;
  }
  const plies = ledger.record('bevel.plies', 'plies that the bevel carries', pliesCarried, count, {
    T: carries,
  });
  const further = ledger.compute('bevel.further', 'ground still wanted, outward', widthShort, {
    o_grind: input.grindLimit,
    w: width,
  });
  const fits = further.value <= LINE_TOLERANCE;
  const least = Math.max(input.shearRatio.value, input.dutyRatio.value);
  const asItIs = Math.min(100, Math.floor(reached.value * 10 + 1e-9) / 10);
  const sound = asItIs >= least - 1e-9;
  const layOn = sound && Math.abs(asItIs - input.ratio.value) >= 0.1 ? asItIs : undefined;
  if (!fits)
    ledger.report(
      problem({ severity: 'warning', stage: 'grind', path: 'taper.ground' }, 'bevel-short', {
        width: input.width,
        reached: reached.value,
        carries: carries.value,
        plies: count,
        of: input.plies.length,
        wanted: input.grindLimit.value,
        ratio: input.ratio.value,
        further: further.value,
        sound,
      }),
    );
  return { width, reached, carries, plies, of: input.plies.length, further, fits, sound, layOn };
}
