import { rateHere } from '../rates/row';
import type { WaySaid } from '../trace/check-codes';
import { problem } from '../trace/problem';
import { clearOf, roomTo, wayLine, type Barrier, type Clear } from '../geometry/obstacle';
import type { Region } from '../geometry/region';
import type { Point } from '../geometry/outline';
import { RATES } from '../rates/book';
import type { Face, Obstacle, ObstacleKind } from '../schema/job';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';

/** What kinds of obstacle are like: drawn round or as a line, running on without end, in the way on which face. */
export const OBSTACLE_KINDS: Readonly<
  Record<
    ObstacleKind,
    {
      readonly closed: boolean;
      readonly endless: boolean;
      readonly faces: readonly Face[];
      readonly usual: 'stop' | 'over';
      readonly movable: boolean;
      readonly over: boolean;
    }
  >
> = {
  fitting: {
    closed: true,
    endless: false,
    faces: ['outside', 'inside'],
    usual: 'stop',
    movable: true,
    over: false,
  },
  window: {
    closed: true,
    endless: false,
    faces: ['outside', 'inside'],
    usual: 'stop',
    movable: true,
    over: false,
  },
  chine: {
    closed: false,
    endless: true,
    faces: ['outside', 'inside'],
    usual: 'over',
    movable: false,
    over: true,
  },
  'hull edge': {
    closed: false,
    endless: true,
    faces: ['outside', 'inside'],
    usual: 'stop',
    movable: false,
    over: false,
  },
  // Plies run over a stem or keel in two halves that lap, by turns from port and from starboard.
  stem: {
    closed: false,
    endless: true,
    faces: ['outside', 'inside'],
    usual: 'over',
    movable: false,
    over: true,
  },
  frame: { closed: false, endless: false, faces: ['inside'], usual: 'stop', movable: false, over: true },
};
/** Ground left between a taper and what is in the way where nobody says otherwise, m. */
export const USUAL_CLEARANCE = 0.01;

/** One way past an obstacle, with the figures that speak for it and what it changes in the job. */
export interface RoomWay {
  readonly id: 'both sides' | 'shorter' | 'move' | 'stop' | 'over';
  readonly said: WaySaid;
  /** What it needs or gives: a width, a ratio, minutes. */
  readonly figure?: Figure;
  /** False where the shear check fails. */
  readonly sound: boolean;
  readonly changes: readonly { readonly path: string; readonly value: unknown }[];
}

/** An obstacle against the taper that is planned. */
export interface RoomCheck {
  readonly index: number;
  readonly kind: ObstacleKind;
  readonly name: string;
  readonly answer: 'stop' | 'move' | 'over';
  /** Room from the edge of the cut-out, less the clearance. */
  readonly room: Figure;
  readonly needed: Figure;
  readonly fits: boolean;
  /** Taper ratio that is left where the taper stops at it. */
  readonly ratioLeft: Figure;
  readonly ways: readonly RoomWay[];
}

const roomFormula = {
  id: 'grind/room',
  expression: 'room = least distance(cut-out, obstacle) − clearance',
  unit: 'm',
  source: 'measured on the traced outlines',
};
export const ratioInRoom = formula({
  id: 'grind/room',
  expression: 'R_left = room/depth',
  unit: ':1',
  source: 'taper ratio that the room leaves: the taper comes up to this face within it',
  inputs: { room: 'room on that side', depth: 'depth of the dish, or the laminate where that is more' },
  evaluate: (x) => x.room / x.depth,
});
export const halfReach = formula({
  id: 'grind/room',
  expression: 'o = R·depth/2',
  unit: 'm',
  source: 'two tapers that meet at mid-thickness',
  inputs: { R: 'taper ratio', depth: 'depth of the dish, or the laminate where that is more' },
  evaluate: (x) => (x.R * x.depth) / 2,
});

/** An obstacle as geometry, in the frame of the plan. @param centre where the middle of the cut-out lies in the frame of the findings */
export function barrierOf(o: Obstacle, centre: Point): Barrier {
  const kind = OBSTACLE_KINDS[o.kind];
  return {
    points: o.points.map((p) => ({ x: p.x - centre.x, y: p.y - centre.y })),
    closed: kind.closed && o.points.length > 2,
    endless: kind.endless,
    clearance: o.clearance ?? USUAL_CLEARANCE,
  };
}

export const answerOf = (o: Obstacle): 'stop' | 'move' | 'over' => o.answer ?? OBSTACLE_KINDS[o.kind].usual;
const usable = (o: Obstacle): boolean => o.points.length >= 2;

/** The line that plies are halved along: the first stem that the taper runs over. */
export function stemLine(obstacles: readonly Obstacle[], centre: Point): readonly Point[] | undefined {
  const stem = obstacles.find((o) => o.kind === 'stem' && usable(o) && answerOf(o) === 'over');
  return stem && wayLine(barrierOf(stem, centre));
}

/** Ground that is kept clear on a face: every obstacle that the taper stops at. */
export function clearGround(base: Region, obstacles: readonly Obstacle[], centre: Point, face: Face): Clear {
  const kept = obstacles.filter(
    (o) => usable(o) && answerOf(o) === 'stop' && OBSTACLE_KINDS[o.kind].faces.includes(face),
  );
  return clearOf(
    base,
    kept.map((o) => barrierOf(o, centre)),
  );
}

export interface RoomInput {
  readonly base: Region;
  readonly centre: Point;
  readonly obstacles: readonly Obstacle[];
  /** Offset of the grind limit, and the depth that the taper comes up from: the laminate where it stands proud. */
  readonly reach: Figure;
  readonly depth: Figure;
  readonly face: Face;
  readonly ratio: Figure;
  readonly shearRatio: Figure;
  readonly mayGrindInside: boolean;
  /** The same obstacle is already told of for the other face. */
  readonly told?: boolean;
}

/** Compares the taper of a face with what is in its way, and lays out the ways past each obstacle. */
export function checkRoom(input: RoomInput, ledger: Ledger): readonly RoomCheck[] {
  const { base, centre, reach, depth, ratio, shearRatio, face } = input;
  return input.obstacles.flatMap((o, index): RoomCheck[] => {
    const kind = OBSTACLE_KINDS[o.kind];
    if (!usable(o) || !kind.faces.includes(face)) return [];
    const name = o.name ?? o.kind;
    const id = `${face}.${index + 1}`;
    const room = ledger.record(
      `${id}.room`,
      `room to the ${name}`,
      roomFormula,
      roomTo(base, barrierOf(o, centre)),
      {
        clearance: ledger.given(
          `${id}.clearance`,
          `clearance to the ${name}`,
          o.clearance ?? USUAL_CLEARANCE,
          'm',
          o.clearance === undefined ? 'assumed' : 'entered',
          'ground left for masking and tools',
        ),
      },
    );
    const ratioLeft = ledger.compute(`${id}.ratio`, `taper ratio towards the ${name}`, ratioInRoom, {
      room,
      depth,
    });
    const fits = reach.value <= room.value + 1e-6;
    const answer = answerOf(o);
    const at = `obstacles.${index}.answer`;
    const sound = ratioLeft.value >= shearRatio.value * (1 - 1e-9);
    const shearAsks = shearRatio.value;
    const ways: RoomWay[] = [];
    if (!fits) {
      const both = ledger.compute(`${id}.both`, 'width of a taper from both sides', halfReach, {
        R: ratio,
        depth,
      });
      if (input.mayGrindInside)
        ways.push({
          id: 'both sides',
          said: { code: 'both-sides', params: { fits: both.value <= room.value } },
          figure: both,
          sound: both.value <= room.value,
          changes: [{ path: 'taper.side', value: 'both' }],
        });
      if (ratioLeft.value >= 1)
        ways.push({
          id: 'shorter',
          said: { code: 'steeper', params: { sound, shearAsks } },
          figure: ratioLeft,
          sound,
          changes: [{ path: 'taper.ratio', value: Math.floor(ratioLeft.value * 10) / 10 }],
        });
      if (kind.movable)
        ways.push({
          id: 'move',
          said: { code: 'take-off', params: { name } },
          figure: ledger.given(
            `${id}.minutes`,
            `take off and re-bed the ${name}`,
            rateHere(RATES.moveFitting, ledger.own).value,
            's',
            'assumed',
            'usual time with sound fasteners',
          ),
          sound: true,
          changes: [{ path: at, value: 'move' }],
        });
      if (kind.over)
        ways.push({
          id: 'over',
          said: { code: 'run-over', params: { name } },
          figure: reach,
          sound: true,
          changes: [{ path: at, value: 'over' }],
        });
      ways.push({
        id: 'stop',
        said: { code: 'end-there', params: { sound, shearAsks } },
        figure: ratioLeft,
        sound,
        changes: [{ path: at, value: 'stop' }],
      });
    }
    if (!fits && answer === 'stop' && !sound && !input.told) {
      ledger.report(
        problem({ severity: 'warning', stage: 'grind', path: at }, 'obstacle-in-taper', {
          name,
          room: room.value,
          reach: reach.value,
          ratioLeft: ratioLeft.value,
          least: shearRatio.value * depth.value,
          way: ways.find((w) => w.sound)?.said,
        }),
      );
    }
    return [{ index, kind: o.kind, name, answer, room, needed: reach, fits, ratioLeft, ways }];
  });
}
