import type { Broken, BrokenGate, Hazard, Thing } from '../../trace/broken';

const THINGS: Readonly<Record<Thing, string>> = {
  fitting: 'the fitting',
  part: 'the part',
  props: 'the props',
  former: 'the former',
  board: 'the board',
  dam: 'the dam',
  weights: 'the weights',
  clamps: 'the clamps',
  cover: 'what lies over the filler',
  tape: 'the tape',
  tent: 'the tent',
  heater: 'the heater',
  lamps: 'the lamps',
  mats: 'the heat mats',
};

const HAZARDS: Readonly<Record<Hazard, string>> = {
  peroxide: 'peroxide',
  isocyanate: 'isocyanates',
  styrene: 'styrene',
  methacrylate: 'methacrylate',
  solvent: 'solvent',
  antifouling: 'antifouling',
  light: 'the light that cures it',
  lead: 'lead',
  hot: 'hot air and hot plastic',
  cutting: 'what lies behind the cut',
  'green epoxy': 'dust of green epoxy',
  'acid water': 'what runs out of a core or a blister',
  'heavy part': 'a heavy part',
  pressure: 'air pressure',
  spray: 'spray',
};

const MOMENTS = {
  opens: 'bonds',
  closes: 'is too far',
  sand: 'can be sanded',
  full: 'has cured in full',
} as const;

const hours = (s: number): string =>
  !Number.isFinite(s) ? 'long' : s < 5400 ? `${Math.ceil(s / 60)} min` : `${(s / 3600).toFixed(1)} h`;

type Said = { readonly what: string; readonly suggestion: string };
type WordsOf = { readonly [G in BrokenGate]: (broken: Extract<Broken, { gate: G }>) => Said };

const EARLY = 'leave it, or begin this step later';

const WORDS: WordsOf = {
  clean: () => ({ what: 'the face is not clean here', suggestion: 'wash or wipe it first' }),
  dewaxed: () => ({ what: 'wax is still on the face', suggestion: 'dewax it first' }),
  abraded: () => ({ what: 'the face is not keyed here', suggestion: 'abrade it dull first' }),
  rinsed: () => ({
    what: 'blush has not been washed off the epoxy',
    suggestion: 'water and a pad before paper; solvent only smears it',
  }),
  dry: () => ({
    what: 'nothing has shown yet that it is dry',
    suggestion: 'read the meter before it is closed',
  }),
  cured: ({ product, moment, early }) => ({
    what: `${hours(early)} before ${product} ${MOMENTS[moment]}`,
    suggestion: EARLY,
  }),
  never: ({ product, moment }) => ({
    what: `${product} never comes so far that it ${MOMENTS[moment]} in this air`,
    suggestion: 'warm the work',
  }),
  within: ({ product, late }) => ({
    what: `${hours(late)} after the window of ${product} has shut`,
    suggestion: 'wash and abrade it first',
  }),
  bright: ({ late }) => ({
    what: `the metal is bare for ${hours(late)} too long`,
    suggestion: 'abrade it bright again first',
  }),
  minimum: ({ product, temperature, least }) => ({
    what: `${temperature.toFixed(0)} °C is too cold for ${product}, which wants ${least} °C`,
    suggestion: 'warm hull and product first',
  }),
  humidity: ({ product, humidity, most }) => ({
    what: `${Math.round(humidity * 100)} % is too damp for ${product}, which stands ${Math.round(most * 100)} %`,
    suggestion: 'dry the air, or wait',
  }),
  dew: ({ product, margin, least }) => ({
    what: `the face is ${Math.max(0, margin).toFixed(1)} °C above the dew point when ${product} is laid, and should be ${least}`,
    suggestion: 'warm the work, or wait for drier air',
  }),
  pot: ({ product, age, life }) => ({
    what: `the pot of ${product} is ${hours(age)} old at the end of this, and lives ${hours(life)}`,
    suggestion: 'smaller pots, mixed one after another',
  }),
  mixed: ({ product }) => ({
    what: `nothing${product === undefined ? '' : ` of ${product}`} was mixed for this`,
    suggestion: 'mix it first',
  }),
  people: ({ needed, there }) => ({
    what: `this takes ${needed} people, and ${there} is planned`,
    suggestion: 'get a second pair of hands',
  }),
  held: ({ thing, product, early }) => ({
    what: `${THINGS[thing]} would come away ${hours(early)} before ${product} is hard`,
    suggestion: 'leave it standing',
  }),
  rest: ({ product, early }) => ({
    what: `${hours(early)} before a joint of ${product} has rested`,
    suggestion: 'no air before that',
  }),
  refused: ({ reason }) => ({ what: reason, suggestion: 'choose another system' }),
  idle: ({ product }) => ({
    what: `${product} is in the system, and no step takes it`,
    suggestion: 'choose the system without it, or say where it goes',
  }),
  before: ({ what }) => ({
    what: { trial: 'no trial was made', check: 'nobody has looked it over', joint: 'nothing was joined' }[
      what
    ],
    suggestion: 'do that first',
  }),
  stays: ({ thing }) => ({ what: `${THINGS[thing]} is never taken away again`, suggestion: 'take it away' }),
  caution: ({ of }) => ({
    what: `no caution of ${HAZARDS[of]} stands here`,
    suggestion: 'read the safety data sheet before this step',
  }),
};

/** A broken gate in words. */
export const tellBroken = (broken: Broken): Said => (WORDS[broken.gate] as (b: Broken) => Said)(broken);
