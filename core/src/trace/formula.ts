/**
 * A formula as data: what it computes, how it is written, where it comes from, and the function itself.
 * `id` is the file that holds it (path under core/src without extension), so that a reader of a trace can find it.
 */
export interface Formula<Symbols extends string = string> {
  readonly id: string;
  readonly expression: string;
  readonly unit: string;
  readonly source: string;
  readonly evaluate: (x: Readonly<Record<Symbols, number>>) => number;
}

/** Declares a formula; the symbols of its inputs are inferred from `evaluate`. */
export function formula<Symbols extends string>(definition: Formula<Symbols>): Formula<Symbols> {
  return definition;
}
