import { rulesFrom } from '../rule';

/** Epoxy coloured with paste, as the coat that is seen: where it lasts, and where it does not. */
export const PIGMENTED_EPOXY_RULES = rulesFrom('general knowledge of coating epoxies', [
  [
    'pigmented-epoxy-in-the-sun',
    { finish: ['epoxy-pigmented'], position: ['above'] },
    'weak',
    'epoxy chalks in the sun, pigment or not',
    'two-part paint where the sun comes; pigmented epoxy in lockers and bilges',
  ],
  [
    'pigmented-epoxy-on-hulls',
    {
      finish: ['epoxy-pigmented'],
      family: ['frp', 'frp-cored', 'smc', 'wood', 'foil', 'metal'],
    },
    'bonds if',
    'a hard coat that keeps water out and no growth off',
    'wash, sand P180; antifouling over it where she stays afloat',
    ['washed', 'abraded'],
  ],
  [
    'pigmented-epoxy-on-plastic',
    { finish: ['epoxy-pigmented'], family: ['thermoplastic', 'foam-sheet', 'polyolefin', 'inflatable'] },
    'no bond',
    'it cracks and flakes off what flexes',
    'a flexible paint made for plastics',
  ],
]);
