import type { Plan } from '../plan/plan';
import type { Reader } from '../report/say';
import { planScene } from './plan-scene';
import { repairScene } from './repair-scene';
import type { Scene } from './scene';
import { sectionRefs, sectionScene } from './section-scene';
import { sceneToSvg } from './to-svg';

/** Width of the text on an A4 sheet and heights that leave room for the words, CSS pixels. */
const SHEET = { width: 720, sectionHeight: 260, planHeight: 420 };

/** Half of that sheet: two drawings stand beside one another, their letters as large as ever. */
export const HALF_SHEET = { width: 400, sectionHeight: 230, planHeight: 270 };

/** The drawings of a work order; those that the plan has not come to are left out. @param sheet room that each has, CSS pixels */
export function workOrderScenes(plan: Plan, { units }: Reader = {}, sheet: typeof SHEET = SHEET): Scene[] {
  const { width, sectionHeight, planHeight } = sheet;
  return [
    ...(plan.section
      ? [
          sectionScene(plan.section, {
            width,
            height: sectionHeight,
            exaggeration: 'fit',
            units,
            refs: sectionRefs(plan),
          }),
        ]
      : []),
    ...(plan.repair?.drawings ?? []).map((d) =>
      repairScene(d, { width, height: sectionHeight + 60, units, named: true }),
    ),
    ...(plan.planView && (!plan.repair || plan.dish?.grind)
      ? [planScene(plan.planView, { width, height: planHeight, units })]
      : []),
  ];
}

/** The same as self-contained SVG texts. */
export function workOrderDrawings(plan: Plan, reader: Reader = {}): { title: string; svg: string }[] {
  return workOrderScenes(plan, reader).map((scene) => ({ title: scene.title, svg: sceneToSvg(scene) }));
}
