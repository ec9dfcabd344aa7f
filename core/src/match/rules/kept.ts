import { rulesFrom } from '../rule';

const ANTIFOULING = ['copper antifouling', 'copper-free antifouling'] as const;
/** She dries between trips: nothing is always under water. */
const DRY = ['trailer', 'ashore'] as const;

/** What it means for a bottom where the boat lies when nobody sails her. */
export const KEPT_RULES = rulesFrom('general knowledge of bottoms and their coats', [
  [
    'alkyd-trailered',
    { 'finish.family': ['alkyd'], position: ['below'], kept: DRY },
    'weak',
    'one-part enamel softens where it stays wet under bunks and straps',
    'two-part paint; else dry her after each trip',
  ],
  [
    'antifouling-kept-dry',
    { 'finish.family': ANTIFOULING, position: ['below'], kept: DRY },
    'weak',
    'a boat that dries between trips grows nothing, and antifouling chalks off on bunks and hands',
    'two-part paint or gel coat; hard antifouling before a season afloat',
  ],
  [
    'growth-on-topcoat',
    {
      position: ['below'],
      kept: ['afloat'],
      'finish!': ['antifouling-copper', 'antifouling-free'],
      'family!': ['inflatable'],
      'lasts!': ['weekend'],
    },
    'weak',
    'what is not antifouled grows weed within weeks',
    'antifouling over the barrier',
  ],
  [
    'acrylic-below-water',
    { 'finish.family': ['acrylic'], position: ['below'], 'kept!': DRY },
    'weak',
    'one-part acrylic stays soft and lifts where it is always under water',
    'two-part paint over primer, or a barrier',
  ],
  [
    'antifouling-unsealed',
    {
      'bond.role': ['laminating resin', 'adhesive', 'surface filler'],
      'finish.family': ANTIFOULING,
      barrier: ['none'],
      'prime!': ['primer-epoxy'],
      position: ['below'],
      'lasts!': ['weekend'],
    },
    'weak',
    'antifouling lets water through: filler and laminate drink under it',
    'a barrier to its film, then antifouling',
  ],
]);
