import type { Dish } from '../../grind/dish';
import { DEFAULTS } from '../../materials/defaults';
import type { Face } from '../../schema/job';
import type { StageMemo } from '../../trace/stage-memo';
import type { KindInput } from '../kind';
import type { Chosen } from './chosen';
import type { LaminatePlan } from './dish-plan';
import type { Ground } from './ground';
import { drawSection, type Section, type SectionFace } from './section';

/** The cut through the middle of the repair. */
export function sectionOf(
  memo: StageMemo,
  { inputs, survey, cored }: KindInput,
  { coat }: Chosen,
  { faces, grind, laminate, buildUp, backing }: Ground,
): Section | undefined {
  return memo.run(
    'section',
    {
      // Of several holes the largest is cut through.
      half: (survey.holes[0]?.length ?? survey.length).value / 2,
      skin: inputs.wall.value,
      core: inputs.core?.value ?? 0,
      innerSkin: cored ? inputs.thickness.value : 0,
      gelCoat: inputs.gelCoat.value,
      through: faces.through,
      outside: sectionFace('outside', grind, laminate),
      inside: grind.inside && sectionFace('inside', grind.inside, laminate),
      order: laminate.order,
      finish: buildUp.finish.value,
      finishKind: coat.kind,
      primed: buildUp.finish !== buildUp.coat,
      maskingLine: grind.maskingLine.value,
      // Between two dishes the former stands only until the other face is opened.
      backing: backing &&
        faces.side !== 'both' && {
          kind: backing,
          lap: DEFAULTS.backingLap,
          thickness: DEFAULTS.backingThickness,
        },
    },
    drawSection,
  );
}

function sectionFace(face: Face, dish: Dish, laminate: LaminatePlan): SectionFace {
  const side = laminate.sides.find((s) => s.face === face);
  const own = laminate.plies
    .filter((p) => p.side === face)
    .map((p) => ({
      lay: p.lay,
      offset: p.offset.value,
      thickness: p.thickness.value,
      orientation: p.orientation,
      name: p.cloth.name,
    }));
  return {
    depth: dish.depth.value,
    profile: dish.profile,
    grindLimit: dish.grindLimit.value,
    plies: side?.cover ? own.slice(0, -1) : own,
    cover: side?.cover ? own.at(-1) : undefined,
  };
}
