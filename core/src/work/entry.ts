import type { Thing } from '../trace/broken';

export type { Thing };

/** Who does it: one, whoever else is there; everybody who is there; or no fewer than two, since one alone is hurt or too slow. */
export type Who = 'one' | 'all' | 'two';

/**
 * What a step does to the face it is done on. `exposes`: what lay there is gone, a new face is bare. `lays`: something lies
 * on it now, and the top of that is the face that is worked on.
 */
export type Effect = 'exposes' | 'lays' | 'dewaxes' | 'rinses' | 'cleans' | 'abrades' | 'dusts' | 'dries';

/**
 * What has to be so of a face before something is done on it. `washed`: what was found is washed before anything rubs it
 * in. `rinsed`: what sweats as it cures is washed with water before paper. `clean`: no dust or grease lies on it. `keyed`:
 * it is abraded, newly cut, or a layer on which the next one bonds.
 */
export type FaceGate = 'washed' | 'rinsed' | 'clean' | 'keyed';

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
  /** Variants that show it in another way. */
  readonly doneIf?: Readonly<Partial<Record<H, string>>>;
  readonly who: Who;
  readonly tools?: readonly string[];
  /** Variants that are done with other tools. */
  readonly toolsIf?: Readonly<Partial<Record<H, readonly string[]>>>;
  /** What it shows is photographed, each time or the last time: it is covered up later, or somebody asks after it. */
  readonly photo?: true | 'last';
  /** Variants that are done once for all places of a boat: they are about the boat, or about what stands over all of it. */
  readonly ofBoat?: readonly NoInfer<H>[];
  /** What it does to its face. */
  readonly makes?: readonly Effect[];
  /** Variants that do something else to it. */
  readonly makesIf?: Readonly<Partial<Record<H, readonly Effect[]>>>;
  /** What its face has to be before. */
  readonly needs?: readonly FaceGate[];
  /** Variants that need something else of it. */
  readonly needsIf?: Readonly<Partial<Record<H, readonly FaceGate[]>>>;
  /** What stays behind when it is done, by variant. */
  readonly sets?: Readonly<Partial<Record<H, Thing>>>;
  /** What of it is gone when it is done, by variant. */
  readonly frees?: Readonly<Partial<Record<H, readonly Thing[]>>>;
}

/** States an entry: its variants are taken from its words. */
export const action = <H extends string>(entry: ActionEntry<H>): ActionEntry<H> => entry;
