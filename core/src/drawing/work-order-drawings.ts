import type { Plan } from '../plan/plan';
import { planScene } from './plan-scene';
import { sectionScene } from './section-scene';
import { sceneToSvg } from './to-svg';

/** Width of the text on an A4 sheet and heights that leave room for the words, CSS pixels. */
const SHEET = { width: 720, sectionHeight: 260, planHeight: 420 };

/** The drawings of a work order as self-contained SVG texts; those that the plan has not come to are left out. */
export function workOrderDrawings(plan: Plan): { title: string; svg: string }[] {
  const { width, sectionHeight, planHeight } = SHEET;
  return [
    ...(plan.section ? [{ title: 'Section', svg: sceneToSvg(sectionScene(plan.section, { width, height: sectionHeight, exaggeration: 'fit' })) }] : []),
    ...(plan.planView ? [{ title: 'Plan view', svg: sceneToSvg(planScene(plan.planView, { width, height: planHeight })) }] : []),
  ];
}
