/** A problem as a person reads it. */
export interface ProblemWords {
  readonly what: string;
  readonly allowed?: string;
  readonly suggestion?: string;
}

/** One entry for each code of a table of parameters. */
export type WordsOf<Params> = { readonly [C in keyof Params]: (p: Params[C]) => ProblemWords };

export const mm = (metres: number, decimals = 0): string => (metres * 1000).toFixed(decimals);
export const um = (metres: number): string => String(Math.round(metres * 1e6));
export const percent = (share: number, decimals = 0): string => (share * 100).toFixed(decimals);
/** A share as it is written in a sheet: 0.035 → "3.5". */
export const plainPercent = (share: number): number => Number((share * 100).toPrecision(6));
