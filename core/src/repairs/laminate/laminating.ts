import type { Point } from '../../geometry/outline';
import type { Region } from '../../geometry/region';
import type { BuildUp } from '../../finish/build-up';
import { ofSkin } from '../../materials/depth';
import { planBevel, type Bevel } from '../../grind/bevel';
import { planDish, type Dish } from '../../grind/dish';
import { planFaces, type Faces } from '../../grind/faces';
import { checkRoom, clearGround, stemLine } from '../../grind/room';
import type { TaperRatio } from '../../grind/taper-ratio';
import { planOutlines, type Ply } from '../../laminate/outlines';
import {
  bandFloor,
  layCloth,
  underCover,
  ownStack,
  planStack,
  USUAL_WAYS,
  type LaidCloth,
  type Stack,
} from '../../laminate/stack';
import { DEFAULTS } from '../../materials/defaults';
import type { Cloth, Library, Resin } from '../../materials/product';
import type { Face, Job, PlyChoice, Way } from '../../schema/job';
import type { Figure } from '../../trace/figure';
import type { Ledger } from '../../trace/ledger';
import type { Inputs } from '../../resolve/inputs';
import type { GrindPlan, LaminatePlan, LaminateSide } from './dish-plan';
import type { StageMemo } from '../../trace/stage-memo';

/** P grade for taking laminate away: the coarse end of what lamination wants under it. */
const GRINDING_DISC = 40;

export interface LaminatingInput {
  readonly job: Job;
  readonly library: Library;
  readonly inputs: Inputs;
  readonly buildUp: BuildUp;
  readonly taper: TaperRatio;
  readonly cloth: Cloth;
  readonly resin: Resin;
  readonly base: Region;
  readonly baseArea: Figure;
  readonly centre: Point;
  readonly cored: boolean;
}

export interface Laminating {
  readonly faces: Faces;
  readonly laminate: LaminatePlan;
  readonly grind: Omit<GrindPlan, 'checks'>;
}

interface SideStack {
  readonly lower: Figure;
  readonly upper: Figure;
  readonly stack: Stack;
  /** Plies and cover together. */
  readonly thickness: Figure;
  readonly cover?: { readonly laid: LaidCloth; readonly orientation: Way; readonly lap: Figure };
}

/** Faces, stacks, outlines and dishes of a laminated repair. @returns undefined where nothing can be laid; a problem says why */
export function planLaminating(memo: StageMemo, input: LaminatingInput): Laminating | undefined {
  const { job, library, inputs, buildUp, taper, cloth, resin, base, baseArea, centre } = input;
  const faces = memo.run(
    'stack',
    {
      thickness: inputs.thickness,
      gelCoat: inputs.gelCoat,
      wall: inputs.wall,
      depth: ofSkin(job.damage.kind) ? undefined : job.damage.depth,
      side: inputs.side,
      access: inputs.access,
      cored: input.cored,
      bothSkins: job.damage.kind === 'hole',
      fairing: buildUp.fairing,
      finish: buildUp.finish,
    },
    planFaces,
  );
  if (!faces) return undefined;
  const lighter = library.cloths
    .filter(
      (c) =>
        (c.kind === cloth.kind || c.kind === 'woven') &&
        c.family === cloth.family &&
        c.arealWeight < cloth.arealWeight,
    )
    .sort((a, b) => b.arealWeight - a.arealWeight);
  const own = ownPlies(job.laminate?.plies ?? [], library, faces);
  const wantsCover = job.laminate?.cover === 'yes';
  const stackOf = (face: Face, upper: Figure | undefined): SideStack | undefined =>
    upper &&
    memo.run(
      face === 'outside' ? 'plies' : 'pliesInside',
      {
        cloth,
        lighter,
        resin,
        upper,
        own: own?.filter((p) => p.face === face),
        cover: wantsCover && face === coverFace(faces) ? coverCloth(library, cloth) : undefined,
        lap: job.laminate?.coverLap,
      },
      stackSide,
    );
  const stacks = {
    outside: stackOf('outside', faces.outside.upper),
    inside: stackOf('inside', faces.inside?.upper),
  };
  if (!stacks.outside?.stack.plies.length && !stacks.inside?.stack.plies.length) return undefined;

  const { order } = inputs;
  const obstacles = job.obstacles ?? [];
  const clear = memo.run('clear', { base, obstacles, centre }, (i) => ({
    outside: clearGround(i.base, i.obstacles, i.centre, 'outside'),
    inside: clearGround(i.base, i.obstacles, i.centre, 'inside'),
  }));
  const stem = stemLine(obstacles, centre);
  const outlinesOf = (face: Face, before: number): readonly Ply[] => {
    const side = stacks[face];
    return (
      (side &&
        memo.run(
          face === 'outside' ? 'laminate' : 'laminateInside',
          {
            base,
            stack: side.stack,
            ratio: taper.used,
            step: inputs.minimumStep,
            order,
            side: face,
            before,
            clear: clear?.[face],
            stem,
            cover: side.cover,
          },
          planOutlines,
        )) ??
      []
    );
  };
  const outside = outlinesOf('outside', 0);
  const inside = outlinesOf('inside', outside.length);
  const plies = inside.length === 0 ? outside : [...outside, ...inside];
  if (plies.length === 0) return undefined;

  const dishOf = (
    face: Face,
    own: readonly Ply[],
    depth: Figure,
  ): ReturnType<typeof planDish> | undefined => {
    const cover = stacks[face]?.cover && own.length > 0 ? own[own.length - 1] : undefined;
    return memo.run(
      face === 'outside' ? 'grind' : 'grindInside',
      {
        base,
        baseArea,
        plies: cover ? own.slice(0, -1) : own,
        cover,
        order,
        depth,
        through: faces.through,
        oldLaminate: inputs.oldLaminate,
        ratio: taper.used,
        clear: clear?.[face],
      },
      planDish,
    );
  };
  const dish = dishOf('outside', outside, faces.outside.depth);
  const inner = faces.inside && dishOf('inside', inside, faces.inside.depth);
  if (!dish) return undefined;

  const sides: LaminateSide[] = (['outside', 'inside'] as const).flatMap((face) => {
    const side = stacks[face];
    return side
      ? [
          {
            face,
            upperLimit: side.upper,
            lowerLimit: side.lower,
            thickness: side.thickness,
            inBand: side.stack.inBand,
            plies: (face === 'outside' ? outside : inside).map((p) => p.lay),
            cover: side.cover !== undefined,
          },
        ]
      : [];
  });
  const main = sides[0];
  const thickness =
    sides.length === 1
      ? main.thickness
      : memo.run('laminateTotal', { sides: sides.map((s) => s.thickness) }, (i, ledger: Ledger) =>
          ledger.sum('thickness', 'thickness of the new laminate, both faces', 'm', i.sides),
        );
  if (!thickness) return undefined;
  const laminate: LaminatePlan = {
    order,
    own: own !== undefined,
    sides,
    upperLimit: main.upperLimit,
    lowerLimit: main.lowerLimit,
    thickness,
    inBand: sides.every((s) => s.inBand),
    step: inputs.minimumStep,
    plies,
  };
  const rooms = (
    face: Face,
    { grindLimit: reach, depth }: Dish,
    laid: Figure | undefined,
    told = false,
  ): ReturnType<typeof checkRoom> =>
    (laid &&
      obstacles.length > 0 &&
      memo.run(
        `room${face}`,
        {
          base,
          centre,
          obstacles,
          reach,
          depth: laid.value > depth.value ? laid : depth,
          face,
          ratio: taper.used,
          shearRatio: taper.byShear,
          told,
          mayGrindInside:
            inputs.access === 'both' && faces.side === 'outside' && faces.through && !input.cored,
        },
        checkRoom,
      )) ||
    [];
  const outerRoom = rooms('outside', dish, stacks.outside?.stack.thickness);
  const bevel = bevelOf(memo, input, faces.side === 'inside' && inner ? inner : dish, { main, plies });
  const grind: Omit<GrindPlan, 'checks'> = {
    ...dish,
    taper,
    discGrit: GRINDING_DISC,
    side: faces.side,
    stem,
    inside: inner,
    bevel,
    room: [
      ...outerRoom,
      ...(inner
        ? rooms(
            'inside',
            inner,
            stacks.inside?.stack.thickness,
            outerRoom.some((r) => !r.fits),
          )
        : []),
    ],
  };
  return { faces, laminate, grind };
}

/** The bevel that a job says is ground already, against the taper of the face that is laid up first. */
function bevelOf(
  memo: StageMemo,
  { job, taper }: LaminatingInput,
  { depth, grindLimit }: Dish,
  { main, plies }: { readonly main: LaminateSide; readonly plies: readonly Ply[] },
): Bevel | undefined {
  const width = job.taper?.ground;
  if (width === undefined) return undefined;
  const own = plies.filter((p) => p.side === main.face).map((p) => p.thickness);
  return memo.run(
    'bevel',
    {
      width,
      depth,
      grindLimit,
      ratio: taper.used,
      shearRatio: taper.byShear,
      dutyRatio: taper.byDuty,
      plies: main.cover ? own.slice(0, -1) : own,
    },
    planBevel,
  );
}

/** The face that a cover ply goes on: the one that is seen, where plies are laid there at all. */
const coverFace = (faces: Faces): Face => (faces.outside.upper ? 'outside' : 'inside');

/** The lightest woven cloth of the same fibre: it closes the weave. */
const coverCloth = (library: Library, cloth: Cloth): Cloth | undefined =>
  library.cloths
    .filter((c) => c.kind === 'woven' && c.family === cloth.family)
    .sort((a, b) => a.arealWeight - b.arealWeight)[0];

interface OwnPly {
  readonly cloth: Cloth;
  readonly orientation: Way;
  readonly face: Face;
}

/** The stack that the technician put together, face by face; a ply whose face is not laid up goes to the one that is. */
function ownPlies(
  choices: readonly PlyChoice[],
  library: Library,
  faces: Faces,
): readonly OwnPly[] | undefined {
  const plies = choices.flatMap(({ cloth: id, way, side }): OwnPly[] => {
    const cloth = library.cloths.find((c) => c.id === id);
    const wanted = side ?? coverFace(faces);
    const face = (wanted === 'inside' ? faces.inside : faces.outside.upper) ? wanted : coverFace(faces);
    return cloth ? [{ cloth, orientation: way ?? USUAL_WAYS[cloth.kind][0], face }] : [];
  });
  return plies.length > 0 ? plies : undefined;
}

interface StackSideInput {
  readonly cloth: Cloth;
  readonly lighter: readonly Cloth[];
  readonly resin: Resin;
  readonly upper: Figure;
  readonly own?: readonly OwnPly[];
  readonly cover?: Cloth;
  readonly lap?: number;
}

function stackSide(input: StackSideInput, ledger: Ledger): SideStack {
  const { resin, own, upper } = input;
  const width = ledger.given(
    'band',
    'width of the band',
    DEFAULTS.bandBelow,
    'm',
    'assumed',
    'band for the laminate against its upper limit',
  );
  const lower = ledger.compute('lower', 'lower limit of the new laminate', bandFloor, {
    T_max: upper,
    b: width,
  });
  const cover = input.cover && layCloth(input.cover, resin, ledger);
  const under =
    cover &&
    ledger.compute('underCover', 'upper limit under the cover ply', underCover, {
      T_max: upper,
      t_cover: cover.thickness,
    });
  const band = under
    ? ([
        ledger.compute('lowerUnderCover', 'lower limit under the cover ply', bandFloor, {
          T_max: under,
          b: width,
        }),
        under,
      ] as const)
    : ([lower, upper] as const);
  const stack =
    own && own.length > 0
      ? ownStack({ plies: own, resin, band }, ledger)
      : planStack({ cloth: input.cloth, lighter: input.lighter, resin, band }, ledger);
  return {
    lower,
    upper,
    stack,
    thickness: cover
      ? ledger.sum('withCover', 'thickness with the cover ply', 'm', [stack.thickness, cover.thickness])
      : stack.thickness,
    cover: cover && {
      laid: cover,
      orientation: USUAL_WAYS[cover.cloth.kind][0],
      lap: ledger.given(
        'coverLap',
        'lap of the cover ply',
        input.lap ?? DEFAULTS.coverLap,
        'm',
        input.lap === undefined ? 'assumed' : 'entered',
        'margin past the outermost ply',
      ),
    },
  };
}
