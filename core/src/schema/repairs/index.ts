import type { ValueOf } from '../document-of';
import { choice, group, quantity } from '../field';
import { BARRIER, DRYING } from './barrier';
import { CORE } from './core';
import { INFLATABLE } from './inflatable';
import { EDGE, HOLES, METAL, PLASTIC, RENEWAL, SURFACE, WOOD } from './parts';

export const REPAIR = group('Repair', {
  way: choice('Way', {
    inject: 'inject',
    recore: 'open and replace the core',
    dress: 'dress it only',
    hold: 'hold it until home',
    full: 'repair it in full',
  }),
  area: quantity('Face in all', 'area', 0.0001, 400, 'm²', 'length by width of the damage until entered'),
  inflatable: INFLATABLE,
  core: CORE,
  drying: DRYING,
  barrier: BARRIER,
  edge: EDGE,
  holes: HOLES,
  plastic: PLASTIC,
  surface: SURFACE,
  wood: WOOD,
  metal: METAL,
  renewal: RENEWAL,
});

/** What kinds of repair ask besides size and place, each in a group of its own. */
export type RepairFacts<Q = number> = ValueOf<typeof REPAIR, Q>;
