import type { MilestoneMeaning } from '../trace/milestone';

const WORDS: Readonly<
  Record<Exclude<MilestoneMeaning['kind'], 'lit-to' | 'cured-to'>, readonly [long: string, short: string]>
> = {
  'bonds-from': ['recoat from', 'recoat'],
  'bonds-until': ['recoat by', 'shuts'],
  gelled: ['gelled', 'gel'],
  trim: ['trim the edge and pull tape by', 'trim'],
  sandable: ['can be sanded', 'sand'],
  peelable: ['can be sanded, peel ply off', 'sand'],
  loadable: ['can be handled and loaded', 'load'],
  'into-water': ['full cure, into the water', 'full'],
  dull: ['no shine left: next coat, or join', 'dull'],
  skinned: ['has a skin', 'skin'],
  'tack-gone': ['tack gone: heat or a new coat before joining', 'shuts'],
  'tooling-over': ['can no longer be tooled', 'shuts'],
  handling: ['light handling, no pressure yet', 'handle'],
  workable: ['set: can be worked on', 'set'],
  pressure: ['pressure and full load', 'load'],
  cured: ['full cure', 'full'],
};

const depth = (metres: number): string => `${(metres * 1000).toFixed(0)} mm`;

/** What a milestone means for the one who waits for it. */
export function tellMilestone(m: MilestoneMeaning): string {
  switch (m.kind) {
    case 'lit-to':
      return `cured ${depth(m.depth)} deep, in the sun`;
    case 'cured-to':
      return `cured ${depth(m.depth)} deep`;
    default:
      return WORDS[m.kind][0];
  }
}

/** The same in one word, where there is little room. */
export const tellMilestoneShort = (m: MilestoneMeaning): string =>
  m.kind === 'lit-to' || m.kind === 'cured-to' ? 'cured' : WORDS[m.kind][1];

/** Which place of a layer decides when it comes to a moment. */
export const tellPlace = (place: 'rim' | 'middle'): string =>
  place === 'rim' ? 'the thin rim on the hull decides' : 'the thick middle decides';
