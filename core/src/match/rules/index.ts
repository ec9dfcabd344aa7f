import type { Rule } from '../rule';
import { BARE_RULES } from './bare-and-polished';
import { BUILD_UP_RULES } from './build-up';
import { CORE_RULES } from './cores-and-fillers';
import { FABRIC_RULES } from './fabrics';
import { FIBREGLASS_RULES } from './fibreglass';
import { FINISHING_RULES } from './finishing';
import { KEPT_RULES } from './kept';
import { PIGMENTED_EPOXY_RULES } from './pigmented-epoxy';
import { PLASTICS_RULES } from './plastics';
import { SURFACE_RULES } from './surfaces';
import { UNDERCOAT_RULES } from './undercoats';
import { WOOD_AND_METAL_RULES } from './wood-and-metal';

/**
 * Rules are data: conditions, one verdict, one reason. A chain is refused when any rule says `no bond` or `harms`;
 * the order of the list means nothing.
 */
export const RULES: readonly Rule[] = [
  ...FIBREGLASS_RULES,
  ...WOOD_AND_METAL_RULES,
  ...PIGMENTED_EPOXY_RULES,
  ...PLASTICS_RULES,
  ...FABRIC_RULES,
  ...SURFACE_RULES,
  ...BUILD_UP_RULES,
  ...CORE_RULES,
  ...FINISHING_RULES,
  ...BARE_RULES,
  ...UNDERCOAT_RULES,
  ...KEPT_RULES,
];
