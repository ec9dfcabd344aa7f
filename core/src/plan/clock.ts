/** Time comes in from outside: the core never looks at a clock. */
export interface Clock {
  /** Milliseconds since 1970-01-01 UTC. */
  readonly now: number;
  /** IANA name of the place whose working hours count; UTC where it is not given. */
  readonly timeZone?: string;
}
