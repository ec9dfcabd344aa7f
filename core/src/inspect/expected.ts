import type { Action } from '../work/actions';

/** What of a face has to be so before something is done on it. */
export interface Expected {
  /** Something bonds to its face: the face is clean, and abraded, newly cut, or a layer whose window is open. */
  readonly bonds?: true;
  /** It only has to be clean: what melts or grips mechanically needs no key. */
  readonly clean?: true;
  /** Paper, blade or wheel goes over its face: what was laid there is hard enough. */
  readonly works?: true;
  /** Paper or disc rubs into the face whatever lies on it: what was found is washed first. */
  readonly rubs?: true;
  /** It is done with paper: what sweats as it cures is washed off first. */
  readonly papers?: true;
  /** All that was laid in this job is hard. */
  readonly hard?: true;
  /** What is spread comes out of a pot, where the product is mixed. */
  readonly pot?: true;
  /** No fewer people than this. */
  readonly people?: number;
  /** What has to have been done before, wherever. */
  readonly before?: { readonly what: 'trial' | 'check' | 'joint'; readonly by: readonly Action[] };
}

const BONDS: Expected = { bonds: true, pot: true };
const RUBS: Expected = { works: true, rubs: true, papers: true };
const TOUCHED: Expected = { works: true };

/**
 * What good practice expects before and after each action; kept apart from the action book and written by hand, so that
 * a step that was composed wrongly is not held against what composed it. An action that is not named expects nothing.
 * Source: general practice of the trade.
 */
const EXPECTED: Readonly<Partial<Record<Action, Expected>>> = {
  grind: RUBS,
  open: RUBS,
  bevel: { works: true, rubs: true },
  cut: { works: true, rubs: true },
  drill: { works: true },
  abrade: RUBS,
  wash: TOUCHED,
  clean: TOUCHED,
  mask: TOUCHED,
  sand: { works: true, papers: true },
  cutHighs: { works: true, papers: true },
  turn: { works: true },
  polish: { works: true },
  check: { hard: true },
  putBack: { hard: true },
  handOver: { hard: true },
  lay: { ...BONDS },
  saturate: {},
  glue: { pot: true },
  fill: BONDS,
  // What lies behind a skin is blown out; nobody reaches it with paper.
  inject: { clean: true, pot: true, people: 2 },
  coat: BONDS,
  join: { bonds: true },
  weld: { clean: true },
  backing: {},
  core: {},
  member: {},
  weight: { people: 2 },
  moveStands: { people: 2 },
  hoist: { people: 2 },
  hoistBack: { people: 2 },
};

const TRIAL = { what: 'trial', by: ['rehearse'] } as const;
const JOINT = { what: 'joint', by: ['join', 'weld', 'putBack', 'hold'] } as const;

/** Variants that expect something else. */
const VARIANTS: Readonly<Record<string, Expected>> = {
  'backing.bond': BONDS,
  'core.bed': BONDS,
  'core.bedThrough': BONDS,
  'member.fit': { pot: true },
  'member.tab': { pot: true },
  // A countersink is newly cut, into resin that is hard.
  'fill.countersunk': { works: true, pot: true },
  'fill.split': { clean: true, pot: true },
  'glue.piece': BONDS,
  'glue.split': BONDS,
  // What wept is wiped off while it is wet.
  'clean.wept': {},
  // A scraper rubs in what was not washed off.
  'clean.rake': { works: true, rubs: true },
  'clean.dish': { works: true, rubs: true },
  'clean.wood': { works: true, rubs: true },
  'weld.runs': { clean: true, before: TRIAL },
  'weld.run': { clean: true, before: TRIAL },
  'weld.fabric': { clean: true, people: 2, before: TRIAL },
  'weld.tack': {},
  // Tape grips a clean face.
  'join.tape': { clean: true },
  // It is wiped as it is abraded: there is no reaching in twice.
  'abrade.fabricInside': {},
  // One pump or one squeegee is worked by one; foam comes ready mixed out of its nozzle.
  'inject.vacuum': { clean: true, pot: true },
  'inject.squeegee': { clean: true, pot: true },
  'inject.foam': { clean: true, people: 2 },
  'weight.vacuum': {},
  // The skin over it was washed and cut away before.
  'cut.core': { works: true },
  'cut.coreThrough': { works: true },
  // The core is brushed and dry-fitted, nothing bonds yet.
  'core.fit': {},
  // What is blown up again is a joint that has rested.
  'coat.adhesiveWoken': {},
  'test.third': { before: JOINT },
  'check.holds': { before: JOINT },
  'test.half': { before: JOINT },
  'test.pressure': { before: JOINT },
};

export const expectedOf = ({ action, how }: { readonly action: Action; readonly how: string }): Expected =>
  VARIANTS[`${action}.${how}`] ?? EXPECTED[action] ?? {};
