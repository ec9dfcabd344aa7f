import { formula } from '../../trace/formula';

/** How a polymer is welded with hot air and rod by hand: air at the nozzle, °C. Source: typical of hand welding with hot gas. */
export const WELD_AIR: Readonly<Record<string, number>> = { hdpe: 300, lldpe: 280, pp: 305, abs: 350 };
/** Rod laid in a second, m/s: 150 mm a minute by hand. */
export const WELD_SPEED = 0.15 / 60;

export const rodArea = formula({
  id: 'repairs/plastic/weld',
  expression: 'A = π/4·D²',
  unit: 'm²',
  source: 'round rod',
  inputs: { D: 'diameter of the rod' },
  evaluate: (x) => (Math.PI / 4) * x.D ** 2,
});

/** Runs of rod side by side and on top of each other that fill a groove and stand a little proud. */
export const weldRuns = formula({
  id: 'repairs/plastic/weld',
  expression: 'n = max(1, ⌈1.2·V/(L·A_rod)⌉)',
  unit: 'count',
  source: 'section of the groove and a fifth more, over that of the rod',
  inputs: { V: 'volume of the groove', L: 'length', A_rod: 'section of the rod' },
  evaluate: (x) => Math.max(1, Math.ceil((1.2 * x.V) / (x.L * x.A_rod) - 1e-6)),
});

export const rodLength = formula({
  id: 'repairs/plastic/weld',
  expression: 'l = n·(L + 60 mm)',
  unit: 'm',
  source: 'each run starts and ends past the groove',
  inputs: { n: 'runs', L: 'length of the groove' },
  evaluate: (x) => x.n * (x.L + 0.06),
});

export const weldTime = formula({
  id: 'repairs/plastic/weld',
  expression: 't = l/v',
  unit: 's',
  source: 'some 150 mm of rod a minute by hand',
  inputs: { l: 'length of rod', v: 'speed' },
  evaluate: (x) => x.l / x.v,
});

export const rodMass = formula({
  id: 'repairs/plastic/weld',
  expression: 'm = l·A·ρ',
  unit: 'kg',
  source: 'section and density',
  inputs: { l: 'length of rod', A: 'section of the rod', ρ: 'density of the rod' },
  evaluate: (x) => x.l * x.A * x.ρ,
});
