import type { Vapour } from '../trace/problem-codes';

export const VAPOURS: Readonly<Record<Vapour, string>> = {
  styrene: 'styrene vapour',
  methacrylate: 'methacrylate vapour',
  'solvent of the adhesive': 'the solvent of the adhesive',
};

/** How a tent over vapours that burn is warmed. Source: usual care with styrene and solvents, whose vapours sink and light far away. */
export const HEATER_OUTSIDE =
  'warm air by a duct from a heater that stands outside; no flame, glowing element or switch inside; aired, and mask on before anybody goes in';

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
