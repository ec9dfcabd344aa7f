/** What lifts a STOP, as it is told: the kind of edit, and what a tent is held at. */
interface Lifting {
  readonly kind: 'tent' | 'sun';
  readonly temperature?: number;
}

/** What is done so that a STOP is lifted, in words. @param degrees tells a temperature as the yard reads it */
export const tellLift = (
  { kind, temperature }: Lifting,
  degrees: (celsius: number) => string = (c) => `${c} °C`,
): string =>
  kind === 'sun'
    ? 'Work in the sun'
    : `Tent and heater from the beginning${temperature === undefined ? '' : `, ${degrees(temperature)}`}`;
