/** Every repair besides laminate in a dish: what only those jobs load. Imported as `@nelbo/core/repairs`. */
import { planFinishing, planUnderCoats, planUnfilled } from './repairs/common/finishing';
import { layOut } from './repairs/desk';
import { REPAIR_KINDS } from './repairs/index';

export { repairScene, type RepairSceneView } from './drawing/repair-scene';

/** Lays the kinds of repair out for the planner: called once, before anything is planned that needs them. */
export const useRepairs = (): void =>
  layOut({
    kinds: REPAIR_KINDS,
    finishing: planFinishing,
    underCoats: planUnderCoats,
    unfilled: planUnfilled,
  });
