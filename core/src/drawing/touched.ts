import type { Action } from '../work/actions';
import type { Step } from '../work/step';

/** What of the drawings a step is done on: plies by their lay numbers, and classes of lines and areas. */
export interface Touched {
  readonly plies: ReadonlySet<number>;
  readonly classes: ReadonlySet<string>;
}

const COVER = ['paint', 'gel-coat'];
const FILL = ['fairing', 'new', 'new-2'];
const OPENED = ['grind-limit', 'old-laminate', 'old-gel-coat', 'damage', 'void', 'wood'];
const HOLDS = ['former', 'backing'];

/** By action: what it is done on, in the classes that the drawings give their lines and areas. */
const TOUCHES: Readonly<Partial<Record<Action, readonly string[]>>> = {
  survey: ['cut-out', 'damage', 'mark', 'first-look'],
  mark: ['damage', 'cut-out', 'hole-mark', 'patch'],
  mask: ['masking-line'],
  wash: ['masking-line', 'old-laminate', 'fabric'],
  grind: OPENED,
  open: OPENED,
  strip: ['cut-out', 'damage'],
  bevel: ['old', 'wood', 'damage'],
  cut: ['old-core', 'cut-out', 'damage', 'wood'],
  stopHoles: ['hole-mark', 'damage'],
  drill: ['hole-mark', 'old-core'],
  shape: HOLDS,
  former: HOLDS,
  backing: [...HOLDS, 'new-2'],
  dam: ['dam'],
  core: ['new-core'],
  make: ['ply', 'patch', 'patch-inside', 'wood-new', 'new-2'],
  glue: ['glue', 'wood-new'],
  saturate: ['glue', 'wood'],
  join: ['patch', 'patch-inside'],
  stitch: ['stitch', 'damage'],
  lay: ['new-2'],
  fill: FILL,
  inject: ['hole-mark', 'new'],
  weld: ['new'],
  sand: [...FILL, 'finish-edge'],
  cutHighs: ['fair-high'],
  coat: COVER,
  polish: COVER,
  check: [...COVER, 'finish-edge'],
};

/** @param step of the work; one that is done at the bench, or on nothing that is drawn, touches nothing */
export const touchedBy = ({ action, plies = [] }: Pick<Step, 'action' | 'plies'>): Touched => ({
  plies: new Set(plies),
  classes: new Set(TOUCHES[action] ?? []),
});
