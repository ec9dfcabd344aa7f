import type { CheckParams, CheckSaid, WayParams, WaySaid } from '../trace/check-codes';

const mm = (v: number, decimals = 0): string => `${(v * 1000).toFixed(decimals)} mm`;
const shear = (asked: number): string => `shear asks for ${Math.ceil(asked - 1e-9)}:1`;

const CHECKS: { readonly [C in keyof CheckParams]: (p: CheckParams[C]) => string } = {
  'room-there': () => 'the taper has the room it wants, or what is in the way is taken off',
  'room-short': (p) => `the ${p.name} leaves ${mm(p.room)} for a taper of ${mm(p.needed)}`,
  'steps-fit': (p) => `${p.count} steps of ${mm(p.step)} fit the ${mm(p.wanted)} that the plies taper over`,
  'steps-wide': (p) =>
    `${p.count} steps of ${mm(p.step)} want ${mm(p.stepped)}; the ratio alone asks for ${mm(p.wanted)}`,
  'step-own': (p) => `every ply steps by its own thickness times the ratio, at least ${mm(p.step)}`,
  'step-held': (p) =>
    `ply ${p.lay} would step ${mm(p.own, 1)}; it steps ${mm(p.step)}, ${p.ratio.toFixed(0)}:1 there`,
  'stack-fills': (p) => `the stack of ${mm(p.thickness, 2)} fills the dish`,
  'stack-proud': (p) => `the stack stands ${mm(p.gap, 2)} proud of its limit`,
  'stack-short': (p) => `the stack leaves ${mm(p.gap, 2)} unfilled`,
  'former-trapped': () =>
    'a removable former behind a hull that is reached from one side cannot be taken away',
  'backing-goes': (p) =>
    `${p.backing === 'bonded' ? 'a bonded backing' : 'a removable former'} goes with access from ${p.access === 'both' ? 'both sides' : 'one side'}`,
  'ply-sags': (p) =>
    `a first ply of ${p.area.toFixed(2)} m² sags off an ${p.lie === 'overhead' ? 'overhead' : 'upright'} face`,
  'largest-first': () =>
    'largest first: one unbroken bond to the ground face, and later plies are not cut through when it is faired from outside',
  'smallest-first': (p) =>
    `smallest first: each ply meets the old ply of its level and the last covers all edges; keep the disc off the last one${p.openEdges ? '; a cover ply closes it' : ''}`,
  stiff: (p) => `as stiff as the hull was: ${p.low.toFixed(2)} to ${p.high.toFixed(2)} of it`,
  'stiffness-off': (p) =>
    `${p.low.toFixed(2)} to ${p.high.toFixed(2)} of the old stiffness, ${p.band[0]} to ${p.band[1]} is aimed at: ${p.why ?? ''}`,
  'fibres-one-way': () => 'all fibres lie the same way: strong along them and weak between',
};

/** What a person reads of a way out: what it is called, and what it does. */
export interface WayWords {
  readonly name: string;
  readonly effect: string;
}

const WAYS: { readonly [C in keyof WayParams]: (p: WayParams[C]) => WayWords } = {
  'heavier-cloth': () => ({
    name: 'Heavier cloth, fewer plies',
    effect: 'narrower dish, less cutting; see the proposed stacks',
  }),
  'smaller-step': (p) => ({
    name: 'Smaller step',
    effect: `${mm(p.step)} each; hand work holds ${mm(p.least)}`,
  }),
  'hand-step': (p) => ({ name: 'Step of hand work', effect: `${mm(p.step)}: a narrower dish` }),
  'drop-ply': () => ({ name: 'Drop the last ply', effect: 'then fill the rest when fairing' }),
  'add-ply': () => ({ name: 'Add a ply like the last', effect: 'one more to cut and wet out' }),
  'count-plies': () => ({
    name: 'Let Nelbo count the plies',
    effect: 'fills the dish with the chosen cloth',
  }),
  'fill-fairing': (p) => ({
    name: 'Fill it when fairing',
    effect: `${mm(p.gap, 2)} more filler over the whole dish`,
  }),
  'bond-backing': () => ({ name: 'Bond the backing', effect: 'it stays in; one more bedding and its cure' }),
  'open-way-in': () => ({ name: 'Open a way in', effect: 'a hatch inside, closed again afterwards' }),
  'smallest-first': () => ({ name: 'Smallest first', effect: 'small wet plies first, the big one last' }),
  'cover-ply': () => ({ name: 'Add a cover ply', effect: 'one fine ply over all edges, faired in' }),
  'proposed-stacks': () => ({
    name: 'Look at the proposed stacks',
    effect: 'nearest that the cloths in the stores reach',
  }),
  'turn-plies': () => ({ name: 'Turn every other ply', effect: '0/90 and ±45 by turns' }),
  'both-sides': (p) => ({
    name: 'Taper from both sides',
    effect: p.fits ? 'fits, same ratio, less peel; the inside is ground and laid too' : 'still too wide',
  }),
  steeper: (p) => ({
    name: 'Steeper taper all round',
    effect: `${p.sound ? 'passes' : 'fails'} the shear check; ${shear(p.shearAsks)}`,
  }),
  'take-off': (p) => ({
    name: `Take the ${p.name} off`,
    effect: 'the full taper; cracks hide under it; re-bed it at the end',
  }),
  'run-over': (p) => ({
    name: `Run over the ${p.name}`,
    effect: 'the full taper; plies are darted or worked round it',
  }),
  'end-there': (p) => ({
    name: 'End the taper there',
    effect: p.sound
      ? `short on that side only, passes: ${shear(p.shearAsks)}`
      : `short on that side, fails: ${shear(p.shearAsks)}`,
  }),
};

/** What was held against what, in words. */
export const tellCheck = ({ code, params }: CheckSaid): string =>
  (CHECKS[code] as (p: CheckSaid['params']) => string)(params);

/** A way out, in words. */
export const tellWay = ({ code, params }: WaySaid): WayWords =>
  (WAYS[code] as (p: WaySaid['params']) => WayWords)(params);
