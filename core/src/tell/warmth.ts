import type { Vapour } from '../trace/problem-codes';

export const VAPOURS: Readonly<Record<Vapour, string>> = {
  styrene: 'styrene vapour',
  methacrylate: 'methacrylate vapour',
  'solvent of the adhesive': 'the solvent of the adhesive',
};

/** How a tent over vapours that burn is warmed. Source: usual care with styrene and solvents, whose vapours sink and light far away. */
export const HEATER_OUTSIDE =
  'warm air by a duct from a heater that stands outside; no flame, glowing element or switch inside; aired, and mask on before anybody goes in';

const TENT = `Heat in a tent: an electric heater with thermostat on a residual-current breaker, clear of film and covers, never a flame or an engine’s exhaust. Where styrene, methacrylate or solvent is about: ${HEATER_OUTSIDE}. Nobody sleeps or stays in a closed tent.`;

/** What has to be minded where the work is warmed, by what warms it. Source: usual care with heat about resin and solvents. */
export const WARMING_CAUTIONS: Readonly<Record<'tent' | 'post' | 'lamps' | 'mats', string>> = {
  tent: TENT,
  post: TENT,
  lamps:
    'Heat lamps: nothing that burns near them, never left alone, the face measured and not only the air. Styrene, methacrylate and solvents burn: no lamp near them before they have gelled or flashed off, air moving all the while.',
  mats: 'Heat mats: on a residual-current breaker, never folded, never left alone, the face under them measured. Styrene, methacrylate and solvents burn: no mat near them before they have gelled or flashed off.',
};

/** What has to be minded where heat is brought near vapours that burn. */
export function tellHeatCaution({
  vapour,
  enclosed,
}: {
  readonly vapour: Vapour;
  readonly enclosed: boolean;
}): string {
  const name = VAPOURS[vapour];
  const rule = enclosed
    ? HEATER_OUTSIDE
    : 'no heat source near it before it has gelled, air moving all the while';
  return `${name.charAt(0).toUpperCase()}${name.slice(1)} burns: ${rule}.`;
}
