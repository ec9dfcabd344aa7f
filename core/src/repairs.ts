/** Every repair besides laminate in a dish: what only those jobs load. Imported as `@nelbo/core/repairs`. */
import { planOpenedDrying } from './repairs/common/opened-drying';
import { leaks, planLeakBeside } from './repairs/common/leak';
import { planFinishing, planUnfilled } from './repairs/common/finishing';
import type { RepairKinds } from './repairs/kinds';
import { REPAIR_KINDS } from './repairs/index';

export { repairScene, type RepairSceneView } from './drawing/repair-scene';

/** Every kind of repair, to be handed to a planner. */
export const REPAIRS: RepairKinds = {
  kinds: REPAIR_KINDS,
  beside: {
    finishing: planFinishing,
    unfilled: planUnfilled,
    openedDrying: planOpenedDrying,
    leak: planLeakBeside,
    leaks,
  },
};
