import { choice, group, list, productChoice, required } from './field';
import { products } from './library-options';

/** The face that one ply is laid on. */
export const FACES = { outside: 'outside', inside: 'inside' } as const;
/** Ways that a cloth may lie in the laminate. */
export const WAYS_OF_PLY = {
  '0/90': '0/90',
  '±45': '±45',
  '0': '0',
  '90': '90',
  '45': '45',
  '-45': '-45',
  any: 'any',
  '–': '–',
} as const;
/** A ply as found in the old hull, or as wanted in the new one. */
const ply = group('Ply', {
  cloth: required(productChoice('Cloth', products('cloth'))),
  way: choice('Way', WAYS_OF_PLY),
  side: choice('Face', FACES),
});
export const plies = (label: string) => list(label, ply, 60);
