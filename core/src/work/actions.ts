import { BUILDING } from './book/build';
import { FINISHING } from './book/finish';
import { OPENING } from './book/open';
import { PREPARING } from './book/prepare';
import { WETTING } from './book/wet';
import { WAITS } from './book/waits';

/**
 * The action book: everything that is ever done on a boat here, one entry an action. A step names an action and a variant
 * of it; words, mark and tools are looked up where they are shown. A new action is an entry here and nothing else.
 */
export const ACTIONS = { ...OPENING, ...PREPARING, ...BUILDING, ...WETTING, ...FINISHING } as const;

export type Action = keyof typeof ACTIONS;
/** Variants of an action. */
export type How<A extends Action = Action> = A extends Action
  ? keyof (typeof ACTIONS)[A]['words'] & string
  : never;

export { WAITS };
export type Awaited = keyof typeof WAITS;

/** Waits of which only a reading tells that they are over. */
export const DRYING_WAITS: ReadonlySet<Awaited> = new Set<Awaited>([
  'driesWashed',
  'driesOpened',
  'driesWarmed',
  'driesUnderTent',
  'driesToInject',
]);
