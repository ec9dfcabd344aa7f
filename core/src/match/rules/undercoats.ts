import { rulesFrom } from '../rule';

const PAINTS = ['polyurethane', 'alkyd'] as const;
/** What a primer would hold on no better than the paint does. */
const FLEXES = ['thermoplastic', 'foam-sheet', 'polyolefin', 'inflatable'] as const;

/** Primer between what was built up and its paint. */
export const UNDERCOAT_RULES = rulesFrom('general knowledge of paint systems', [
  [
    'paint-over-repair-unprimed',
    {
      'bond.role': ['laminating resin', 'adhesive', 'surface filler'],
      'finish.family': ['polyurethane'],
      'finish.trait!': ['clear'],
      undercoat: ['none'],
      barrier: ['none'],
      'prime!': ['primer-epoxy', 'primer-etch'],
      'family!': FLEXES,
      'damage!': ['blisters'],
    },
    'weak',
    'paint sinks into filler and bare laminate: the repair shows as a dull patch',
    'two coats of primer, sanded P320, before the paint',
  ],
  [
    'paint-over-fills-unprimed',
    {
      damage: ['weathered'],
      'spots!': ['none'],
      'finish.family': ['polyurethane'],
      'finish.trait!': ['clear'],
      prime: ['none'],
      'family!': FLEXES,
    },
    'weak',
    'paint sinks into filled chips: each shows as a dull spot',
    'prime the fills, twice, sanded P320, before the paint',
  ],
  [
    'primer-under-paint',
    { 'undercoat.role': ['primer'], 'finish.family': PAINTS, 'finish.trait!': ['clear'] },
    'bonds',
    'primer seals filler and bare laminate and is sanded level; paint keeps its gloss on it',
  ],
  [
    'primer-left-bare',
    { 'undercoat.role': ['primer'], 'finish.family!': PAINTS },
    'no bond',
    'a primer is for paint: bare it drinks and chalks, and gel coat does not hold on it',
    'leave it out, or paint',
  ],
  [
    'primer-under-clear',
    { 'undercoat.role': ['primer'], 'finish.trait': ['clear'] },
    'harms',
    'an opaque primer shows for ever under a clear coat',
    'leave it out',
  ],
  [
    'primer-on-what-flexes',
    { 'undercoat.role': ['primer'], family: FLEXES },
    'no bond',
    'a hard primer cracks on a plastic that flexes',
    'paint made for plastics, straight on the keyed face',
  ],
  [
    'primer-over-barrier',
    { 'undercoat.role': ['primer'], 'barrier.role': ['barrier coat'] },
    'weak',
    'a barrier is primer enough',
    'leave it out',
  ],
  [
    'methacrylate-left-bare',
    {
      family: ['frp', 'frp-cored', 'foil', 'smc', 'wood'],
      'bond.family': ['methacrylate'],
      finish: ['none'],
      position: ['above'],
      'lasts!': ['weekend'],
    },
    'weak',
    'methacrylate left as the finish yellows in the sun and matches nothing',
    'primer and paint over it',
  ],
  [
    'wood-left-bare',
    {
      family: ['wood'],
      'bond.role': ['laminating resin', 'adhesive', 'surface filler'],
      finish: ['none'],
      position: ['above'],
      'bond.family!': ['epoxy'],
      'lasts!': ['weekend'],
    },
    'weak',
    'bare wood greys, checks and drinks at every joint',
    'varnish, enamel or paint',
  ],
  [
    'aerosol-under-water',
    { undercoat: ['aerosol-primer'], position: ['below'] },
    'harms',
    'what comes from a can is thin and soft, and lifts under water',
    'high-build epoxy primer or a barrier',
  ],
  [
    'can-over-a-face',
    { 'finish.trait': ['aerosol'], damage: ['weathered'] },
    'weak',
    'a face out of cans shows every band',
    'roller and brush, or a spray gun',
  ],
  [
    'can-for-good',
    { 'finish.trait': ['aerosol'] },
    'weak',
    'what comes from a can is thin and soft: for a spot, for a season',
    'two-part paint',
  ],
  [
    'can-under-two-part',
    { undercoat: ['aerosol-primer'], 'finish.family': ['polyurethane'] },
    'no bond',
    'the solvent of two-part paint lifts a primer out of a can',
    'high-build epoxy primer; or paint out of a can as well',
  ],
  [
    'water-primer-under-water',
    { undercoat: ['primer-water'], position: ['below'] },
    'harms',
    'a waterborne primer takes water up again and lifts under water',
    'high-build epoxy primer or a barrier',
  ],
  [
    'water-primer-lasts',
    { undercoat: ['primer-water'], 'lasts!': ['weekend'] },
    'bonds if',
    'a waterborne primer is softer and takes longer in damp air than an epoxy one',
    'where fumes are the greater trouble; dry it right through',
    ['choice'],
  ],
]);
