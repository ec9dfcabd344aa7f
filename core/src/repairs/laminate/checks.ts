import type { StiffnessMatch } from '../../laminate/compare-stiffness';
import { DEFAULTS } from '../../materials/defaults';
import { STIFFNESS_BAND } from '../../laminate/compare-stiffness';
import type { Job } from '../../schema/job';
import { plainly } from '../../trace/check-codes';
import type { Inputs } from '../../resolve/inputs';
import type { Check, GrindPlan, LaminatePlan } from './dish-plan';

export interface ChecksInput {
  readonly job: Job;
  readonly inputs: Inputs;
  readonly grind: Omit<GrindPlan, 'checks'>;
  readonly laminate: LaminatePlan;
  readonly stiffness?: StiffnessMatch;
  readonly backing?: 'removable' | 'bonded';
}

/** The least step that hand work holds, m. */
const HAND_STEP = DEFAULTS.minimumStep;
/** A ply larger than this sags off an upright or overhead face before it is rolled, m². */
const BIG_WET_PLY = 0.25;

/** Everything that is held against each other before grinding, with the ways out where it does not agree. */
export function checkPlan(input: ChecksInput): readonly Check[] {
  return [
    roomCheck(input),
    stepsCheck(input),
    stepCheck(input),
    fillCheck(input),
    backingCheck(input),
    orderCheck(input),
    ...stiffnessChecks(input),
  ].filter((c) => c !== undefined);
}

function roomCheck({ grind }: ChecksInput): Check | undefined {
  if (grind.room.length === 0) return undefined;
  const short = grind.room.filter((r) => !r.fits && r.answer === 'stop');
  const worst = [...(short.length > 0 ? short : grind.room)].sort((a, b) => a.room.value - b.room.value)[0];
  return {
    id: 'room',
    ok: short.length === 0,
    said:
      short.length === 0
        ? plainly('room-there')
        : {
            code: 'room-short',
            params: { name: worst.name, room: worst.room.value, needed: worst.needed.value },
          },
    have: worst.room,
    want: worst.needed,
    ways: short.length === 0 ? [] : worst.ways.map((w) => ({ way: w.said, changes: w.changes })),
  };
}

/** Plies times the least step against the width that the ratio asks for. */
function stepsCheck({ grind, laminate }: ChecksInput): Check {
  const side = laminate.sides.reduce((a, b) => (b.plies.length > a.plies.length ? b : a));
  const count = side.plies.length - (side.cover ? 1 : 0);
  const wanted = grind.taper.used.value * side.thickness.value;
  const stepped = count * laminate.step.value;
  const ok = stepped <= wanted + 1e-9;
  return {
    id: 'steps',
    ok,
    said: ok
      ? { code: 'steps-fit', params: { count, step: laminate.step.value, wanted } }
      : { code: 'steps-wide', params: { count, step: laminate.step.value, stepped, wanted } },
    have: grind.grindLimit,
    want: laminate.step,
    ways: ok
      ? []
      : [
          { way: plainly('heavier-cloth'), changes: [] },
          ...(laminate.step.value > HAND_STEP
            ? [
                {
                  way: {
                    code: 'smaller-step' as const,
                    params: { step: Math.max(HAND_STEP, wanted / count), least: HAND_STEP },
                  },
                  changes: [
                    {
                      path: 'laminate.minimumStep',
                      value: Math.max(HAND_STEP, Math.floor((wanted / count) * 1000) / 1000),
                    },
                  ],
                },
              ]
            : []),
        ],
  };
}

/** The least step against what one thin ply asks for at the ratio. */
function stepCheck({ grind, laminate }: ChecksInput): Check | undefined {
  const thin = laminate.plies.reduce((a, b) => (b.thickness.value < a.thickness.value ? b : a));
  const own = thin.thickness.value * grind.taper.used.value;
  const met = own >= laminate.step.value - 1e-9;
  const local = laminate.step.value / thin.thickness.value;
  // The least step of hand work always governs a thin closing ply; a wider one is somebody's choice, and widens the dish.
  const ok = met || laminate.step.value <= HAND_STEP + 1e-9;
  return {
    id: 'step',
    ok,
    said: met
      ? { code: 'step-own', params: { step: laminate.step.value } }
      : { code: 'step-held', params: { lay: thin.lay, own, step: laminate.step.value, ratio: local } },
    have: thin.thickness,
    want: laminate.step,
    ways: ok
      ? []
      : [
          {
            way: { code: 'hand-step', params: { step: HAND_STEP } },
            changes: [{ path: 'laminate.minimumStep', value: HAND_STEP }],
          },
        ],
  };
}

function fillCheck({ laminate, job }: ChecksInput): Check {
  const off = laminate.sides.find((s) => !s.inBand);
  const side = off ?? laminate.sides[0];
  const over = side.thickness.value > side.upperLimit.value + 1e-9;
  const gap = over
    ? side.thickness.value - side.upperLimit.value
    : side.lowerLimit.value - side.thickness.value;
  const plies = job.laminate?.plies;
  const without =
    plies && plies.length > 1
      ? [
          {
            way: plainly('drop-ply'),
            changes: [{ path: 'laminate.plies', value: plies.slice(0, -1) }],
          },
        ]
      : [];
  const more =
    plies && plies.length > 0
      ? [
          {
            way: plainly('add-ply'),
            changes: [{ path: 'laminate.plies', value: [...plies, plies[plies.length - 1]] }],
          },
        ]
      : [];
  const back = plies
    ? [
        {
          way: plainly('count-plies'),
          changes: [{ path: 'laminate.plies', value: undefined }],
        },
      ]
    : [];
  return {
    id: 'fill',
    ok: off === undefined,
    said:
      off === undefined
        ? { code: 'stack-fills', params: { thickness: side.thickness.value } }
        : { code: over ? 'stack-proud' : 'stack-short', params: { gap } },
    have: side.thickness,
    want: side.upperLimit,
    ways:
      off === undefined
        ? []
        : over
          ? [...without, ...back]
          : [
              ...more,
              ...back,
              {
                way: { code: 'fill-fairing' as const, params: { gap } },
                changes: [],
              },
            ],
  };
}

/** A former that nobody can reach cannot be taken away again. */
function backingCheck({ inputs, backing, grind }: ChecksInput): Check | undefined {
  if (!backing) return undefined;
  const trapped = backing === 'removable' && inputs.access === 'one' && grind.side === 'outside';
  return {
    id: 'backing',
    ok: !trapped,
    said: trapped
      ? plainly('former-trapped')
      : { code: 'backing-goes', params: { backing, access: inputs.access } },
    ways: trapped
      ? [
          {
            way: plainly('bond-backing'),
            changes: [{ path: 'backing', value: 'bonded' }],
          },
          {
            way: plainly('open-way-in'),
            changes: [{ path: 'access', value: 'both' }],
          },
        ]
      : [],
  };
}

/** Order of laying against how the work lies and who sees the face. */
function orderCheck({ job, laminate, inputs }: ChecksInput): Check {
  const lie = job.laminate?.lie ?? 'flat';
  const first = laminate.plies[0];
  const sags = lie !== 'flat' && laminate.order === 'largest first' && first.area.value > BIG_WET_PLY;
  const kept = job.laminate?.cover === 'yes';
  return {
    id: 'order',
    ok: !sags,
    said: sags
      ? { code: 'ply-sags', params: { area: first.area.value, lie } }
      : laminate.order === 'largest first'
        ? plainly('largest-first')
        : { code: 'smallest-first', params: { openEdges: !kept && inputs.grade !== 'workboat' } },
    ways: sags
      ? [
          {
            way: plainly('smallest-first'),
            changes: [{ path: 'laminate.order', value: 'smallest first' }],
          },
        ]
      : laminate.order === 'smallest first' && !kept
        ? [
            {
              way: plainly('cover-ply'),
              changes: [{ path: 'laminate.cover', value: 'yes' }],
            },
          ]
        : [],
  };
}

function stiffnessChecks({ stiffness }: ChecksInput): Check[] {
  if (!stiffness) return [];
  const all = [stiffness.A11, stiffness.A22, stiffness.D11, stiffness.D22];
  const [low, high] = [Math.min(...all.map((f) => f.value)), Math.max(...all.map((f) => f.value))];
  const checks: Check[] = [
    {
      id: 'stiffness',
      ok: stiffness.inBand,
      said: stiffness.inBand
        ? { code: 'stiff', params: { low, high } }
        : { code: 'stiffness-off', params: { low, high, band: STIFFNESS_BAND, why: stiffness.why } },
      ways: stiffness.inBand
        ? []
        : [
            {
              way: plainly('proposed-stacks'),
              changes: [],
            },
          ],
    },
  ];
  if (stiffness.oneWay)
    checks.push({
      id: 'one way',
      ok: false,
      said: plainly('fibres-one-way'),
      ways: [{ way: plainly('turn-plies'), changes: [] }],
    });
  return checks;
}
