/** What lifts a STOP, as it is told: the kind of edit, and what a tent is held at. */
interface Lifting {
  readonly kind: 'tent' | 'sun' | 'way';
  readonly temperature?: number;
  readonly way?: 'inject' | 'recore';
}

/** What is done so that a STOP is lifted, in words. @param degrees tells a temperature as the yard reads it */
export const tellLift = (
  { kind, temperature, way }: Lifting,
  degrees: (celsius: number) => string = (c) => `${c} °C`,
): string =>
  kind === 'way'
    ? way === 'recore'
      ? 'Open the skin and replace the core'
      : 'Inject it'
    : kind === 'sun'
      ? 'Work in the sun'
      : `Tent and heater from the beginning${temperature === undefined ? '' : `, ${degrees(temperature)}`}`;
