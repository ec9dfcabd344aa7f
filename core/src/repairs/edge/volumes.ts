import { formula } from '../../trace/formula';

/** A bite out of an edge, m³: half of its box, since it runs out at both ends; as thick as the edge half-way in. */
export const nickVolume = formula({
  id: 'repairs/edge/volumes',
  expression: 'V = ½·L·d·t_half + 2·L·d·proud',
  unit: 'm³',
  source: 'a bite runs out at both ends; filled proud on both faces',
  inputs: { L: 'length', d: 'depth', t_half: 'thickness half way', proud: 'stands proud by' },
  evaluate: (x) => 0.5 * x.L * x.d * x.t_half + 2 * x.L * x.d * x.proud,
});

/** An edge built up along its length, m³. */
export const builtUp = formula({
  id: 'repairs/edge/volumes',
  expression: 'V = L·d·t',
  unit: 'm³',
  source: 'length by what is worn off by the thickness there',
  inputs: { L: 'length', d: 'depth', t: 'thickness' },
  evaluate: (x) => x.L * x.d * x.t,
});

export const splitVolume = formula({
  id: 'repairs/edge/volumes',
  expression: 'V = L·d·g',
  unit: 'm³',
  source: 'length by depth by opening',
  inputs: { L: 'length', d: 'depth', g: 'gap' },
  evaluate: (x) => x.L * x.d * x.g,
});

/** A hole bored out round a pin and filled, m³. */
export const boreVolume = formula({
  id: 'repairs/edge/volumes',
  expression: 'V = π/4·D²·t',
  unit: 'm³',
  source: 'filled through, drilled for the pin afterwards',
  inputs: { D: 'diameter', t: 'thickness' },
  evaluate: (x) => (Math.PI / 4) * x.D ** 2 * x.t,
});

/** Clamps along a joint. */
export const clampCount = formula({
  id: 'repairs/edge/volumes',
  expression: 'n = ⌈L/75 mm⌉ + 1',
  unit: 'count',
  source: 'a clamp every hand’s breadth, between film and blocks',
  inputs: { L: 'length' },
  evaluate: (x) => Math.ceil(x.L / 0.075 - 1e-9) + 1,
});

/** Weight of a foil by its section, kg: some seven tenths of its box. */
export const foilMass = formula({
  id: 'repairs/edge/volumes',
  expression: 'm = 0.68·c·t·s·ρ',
  unit: 'kg',
  source: 'section of a foil is some 0.68 of its box',
  inputs: { c: 'chord', t: 'thickness', s: 'span', ρ: 'density' },
  evaluate: (x) => 0.68 * x.c * x.t * x.s * x.ρ,
});

export const blendedFaces = formula({
  id: 'repairs/edge/volumes',
  expression: 'A = 2·(l + 60 mm)·(d + 60 mm)',
  unit: 'm²',
  source: 'both faces, blended 60 mm out',
  inputs: { l: 'length of the damage', d: 'its depth' },
  evaluate: (x) => 2 * (x.l + 0.06) * (x.d + 0.06),
});

export const roundBlended = formula({
  id: 'repairs/edge/volumes',
  expression: 'L = 2·(l + 2·d + 120 mm)',
  unit: 'm',
  source: 'round the blended ground on both faces',
  inputs: { l: 'length of the damage', d: 'its depth' },
  evaluate: (x) => 2 * (x.l + 2 * x.d + 0.12),
});

export const toTheMiddle = formula({
  id: 'repairs/edge/volumes',
  expression: 'd = t/2',
  unit: 'm',
  source: 'from both faces to the middle',
  inputs: { t: 'thickness' },
  evaluate: (x) => x.t / 2,
});

/** New wall of filled epoxy round a pin, and play of the pin in it. Source: usual of graphite-filled bearings. */
const BEARING_WALL = 0.005;
export const boredTo = formula({
  id: 'repairs/edge/volumes',
  expression: 'D = max(worn + 2 mm, pin + 2·5 mm)',
  unit: 'm',
  source: 'past the worn hole, with 5 mm of bearing round the pin',
  inputs: { worn: 'worn hole', pin: 'pin' },
  evaluate: (x) => Math.max(x.worn + 0.002, x.pin + 2 * BEARING_WALL),
});
