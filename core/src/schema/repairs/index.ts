import { choice, group, quantity } from '../field';
import { BARRIER, DRYING, type BarrierFacts, type DryingFacts } from './barrier';
import { CORE, type CoreFacts } from './core';
import { INFLATABLE, type InflatableFacts } from './inflatable';
import {
  EDGE,
  HOLES,
  METAL,
  PLASTIC,
  RENEWAL,
  SURFACE,
  WOOD,
  type EdgeFacts,
  type HolesFacts,
  type MetalFacts,
  type PlasticFacts,
  type RenewalFacts,
  type SurfaceFacts,
  type WoodFacts,
} from './parts';

/** What kinds of repair ask besides size and place, each in a group of its own. */
export interface RepairFacts<Q = number> {
  way?: 'inject' | 'recore';
  area?: Q;
  inflatable?: InflatableFacts<Q>;
  core?: CoreFacts<Q>;
  drying?: DryingFacts<Q>;
  barrier?: BarrierFacts<Q>;
  edge?: EdgeFacts<Q>;
  holes?: HolesFacts<Q>;
  plastic?: PlasticFacts<Q>;
  surface?: SurfaceFacts<Q>;
  wood?: WoodFacts<Q>;
  metal?: MetalFacts<Q>;
  renewal?: RenewalFacts<Q>;
}

export const REPAIR = group('Repair', {
  way: choice('Way', { inject: 'inject', recore: 'open and replace the core' }),
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
