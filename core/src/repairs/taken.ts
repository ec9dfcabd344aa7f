import type { LightWay } from '../match/light-ways';
import type { DamageKind, RouteId } from '../materials/damage-kinds';
import type { Substrate } from '../materials/substrates';

/** Which repair it is: by its way, its damage and its hull. */
export interface Taken {
  readonly route: RouteId;
  readonly damage: DamageKind;
  readonly substrate: Substrate;
  /** Less than a repair is done: it is dressed, or held until home. */
  readonly light?: LightWay;
}
