/** Who does it: one, whoever else is there; everybody who is there; or no fewer than two, since one alone is hurt or too slow. */
export type Who = 'one' | 'all' | 'two';

/**
 * One action of the book.
 *
 * @typeParam H its variants
 */
export interface ActionEntry<H extends string = string> {
  /** What is done, by variant. `{name}` stands for a field of the step, `{name:lower}` for it within a sentence. */
  readonly words: Readonly<Record<H, string>>;
  /** How one sees that it is done. */
  readonly done: string;
  readonly who: Who;
  readonly tools?: readonly string[];
}

/** States an entry: its variants are taken from its words. */
export const action = <H extends string>(entry: ActionEntry<H>): ActionEntry<H> => entry;
