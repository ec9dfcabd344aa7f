/** What a face that is levelled and coated may have been built up at. */
const BUILT_UP = [
  'fill',
  'groove',
  'outside',
  'inside',
  'core',
  'skin',
  'joint',
  'piece',
  'pits',
  'dish',
  'hole',
  'edge',
  'blisters',
  'crack',
  'hull',
] as const;

/**
 * Where on the boat a step is done: first part of its id, and what a drawing lights up. Each says what it lies over: the
 * face that is worked there is what was left on top of those.
 */
const OVER = {
  hull: [],
  outside: ['hull', 'crack', 'core'],
  inside: [],
  fitting: [],
  member: ['inside'],
  core: [],
  crack: ['face', 'hull'],
  hole: ['hull'],
  dish: ['hull', 'crack'],
  groove: ['hole', 'face', 'dish', 'crack', 'hull'],
  blisters: ['hull'],
  skin: ['hull', 'core'],
  edge: ['fill', 'bore', 'hull'],
  bore: ['edge'],
  part: [],
  tube: [],
  patch: ['tube'],
  valve: [],
  joint: ['dish', 'hull'],
  piece: [],
  pits: ['face', 'hull'],
  fill: ['pits', 'dish', 'groove', 'blisters', 'hole', 'edge', 'bore', 'crack', 'face', 'hull'],
  face: BUILT_UP,
  stands: [],
  finish: ['face', 'patch', ...BUILT_UP],
  bench: [],
} as const;

export type Place = keyof typeof OVER;

/** What a place lies over. */
export const liesOver = (place: Place): readonly Place[] => OVER[place];
