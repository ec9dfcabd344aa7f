import { formula } from '../../trace/formula';

/** Chamfer of 45° so far beyond the hole, and as deep. */
export const CHAMFER = 0.25;

/**
 * Putty for holes in number, m³: through, with a chamfer on both faces and a cap left proud.
 * V = n·((π/4)·d²·t + 2·chamfer + 2·proud)
 */
export const holesPutty = formula({
  id: 'repairs/holes/volumes',
  expression: 'V = n·(π/4·d²·t + f·(π/4·(1.5·d)²·p + chamfer)), chamfer = π·(d/4)²·(d/2 + d/12)',
  unit: 'm³',
  source:
    'cylinder, a ring of triangular section for the chamfer, a cap left proud over it on each face that is filled',
  inputs: {
    n: 'holes',
    d: 'diameter',
    t: 'depth',
    p: 'depth that is widened',
    f: 'faces that are chamfered',
  },
  evaluate: (x) => {
    const through = (Math.PI / 4) * x.d ** 2 * x.t;
    const leg = CHAMFER * x.d;
    // A ring of triangular section: its area by the way of its centroid (Pappus).
    const chamfer = (leg ** 2 / 2) * 2 * Math.PI * (x.d / 2 + leg / 3);
    const cap = (Math.PI / 4) * ((1 + 2 * CHAMFER) * x.d) ** 2 * x.p;
    return x.n * (through + x.f * (chamfer + cap));
  },
});

/** Hole in the skin of a core for a fastener: twice its size at the least, and 6 mm more than it. */
export const oversize = formula({
  id: 'repairs/holes/volumes',
  expression: 'D = max(2·d, d + 6 mm)',
  unit: 'm',
  source: 'twice the fastener at the least, so that the core never meets the thread',
  inputs: { d: 'diameter' },
  evaluate: (x) => Math.max(2 * x.d, x.d + 0.006),
});

/** Core is cleared beyond the hole in the skin. */
export const RELIEF = 0.006;

/** Filled plug of a fastener in a core, m³: through both skins, and the core cleared beyond. */
export const plugVolume = formula({
  id: 'repairs/holes/volumes',
  expression: 'V = n·π/4·(D²·s + (D + 2·6 mm)²·c)',
  unit: 'm³',
  source: 'upper skin at the size of the hole, core cleared 6 mm beyond it',
  inputs: { n: 'holes', D: 'bored to', s: 'both skins', c: 'core' },
  evaluate: (x) => x.n * (Math.PI / 4) * (x.D ** 2 * x.s + (x.D + 2 * RELIEF) ** 2 * x.c),
});
