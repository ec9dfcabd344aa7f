import { BARRIER_KIND } from './barrier/plan';
import { DRESS_KIND } from './dress/plan';
import { EDGE_KIND } from './edge/plan';
import { HOLD_KIND } from './hold/plan';
import { HOLES_KIND } from './holes/plan';
import { INFLATABLE_KIND } from './inflatable/plan';
import { INJECTION_KIND } from './injection/plan';
import { METAL_KIND } from './metal/plan';
import { PLASTIC_KIND } from './plastic/plan';
import { RENEWAL_KIND } from './renewal/plan';
import type { RepairKind } from './kind';
import { LAMINATE_KIND } from './laminate/plan';
import { SURFACE_KIND } from './surface/plan';
import { WOOD_KIND } from './wood/plan';

/** Every kind of repair; the first that takes it works it out. A new kind is one folder and one line here. */
export const REPAIR_KINDS: readonly RepairKind[] = [
  DRESS_KIND,
  HOLD_KIND,
  LAMINATE_KIND,
  INFLATABLE_KIND,
  HOLES_KIND,
  PLASTIC_KIND,
  INJECTION_KIND,
  BARRIER_KIND,
  EDGE_KIND,
  SURFACE_KIND,
  WOOD_KIND,
  METAL_KIND,
  RENEWAL_KIND,
];
