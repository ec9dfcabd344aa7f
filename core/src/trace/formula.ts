/**
 * A formula as data: what it computes, how it is written, what each of its symbols stands for, where it comes from, and
 * the function itself. `id` is the file that holds it (path under core/src without extension), so that a reader of a
 * trace can find it. A spec works every expression out as it is written and holds the function against it.
 */
export interface Formula<Symbols extends string = string> {
  readonly id: string;
  readonly expression: string;
  readonly unit: string;
  readonly source: string;
  /** Every symbol that the function reads, as the expression writes it, and what it stands for. */
  readonly inputs: Readonly<Record<Symbols, string>>;
  readonly evaluate: (x: Readonly<Record<Symbols, number>>) => number;
}

/** Declares a formula; its symbols are those of `inputs`, and no other can be read. */
export function formula<Symbols extends string>(definition: Formula<Symbols>): Formula<Symbols> {
  return definition;
}
