import type { StiffnessMatch } from '../laminate/compare-stiffness';
import { DEFAULTS } from '../materials/defaults';
import { STIFFNESS_BAND } from '../laminate/compare-stiffness';
import type { Job } from '../schema/job';
import type { Figure } from '../trace/figure';
import type { Inputs } from './inputs';
import type { GrindPlan, LaminatePlan } from './plan';

/** One way out of a contradiction and what it changes in the job. */
export interface WayOut {
  readonly name: string;
  readonly effect: string;
  readonly changes: readonly { readonly path: string; readonly value: unknown }[];
}

/** Two figures that have to agree before the grinder starts. */
export interface Check {
  readonly id: 'room' | 'steps' | 'fill' | 'step' | 'backing' | 'order' | 'stiffness' | 'one way';
  readonly ok: boolean;
  /** Told in every case: what was held against what. */
  readonly what: string;
  readonly have?: Figure;
  readonly want?: Figure;
  /** Cheapest first. */
  readonly ways: readonly WayOut[];
}

export interface ChecksInput {
  readonly job: Job;
  readonly inputs: Inputs;
  readonly grind: Omit<GrindPlan, 'checks'>;
  readonly laminate: LaminatePlan;
  readonly stiffness?: StiffnessMatch;
  readonly backing?: 'removable' | 'bonded';
}

const mm = (v: number, decimals = 0): string => `${(v * 1000).toFixed(decimals)} mm`;
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
    what:
      short.length === 0
        ? 'the taper has the room it wants, or what is in the way is taken off'
        : `the ${worst.name} leaves ${mm(worst.room.value)} for a taper of ${mm(worst.needed.value)}`,
    have: worst.room,
    want: worst.needed,
    ways:
      short.length === 0
        ? []
        : worst.ways.map((w) => ({ name: w.name, effect: w.effect, changes: w.changes })),
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
    what: ok
      ? `${count} steps of ${mm(laminate.step.value)} fit the taper of ${mm(wanted)}`
      : `${count} steps of ${mm(laminate.step.value)} want ${mm(stepped)}; the ratio alone asks for ${mm(wanted)}`,
    have: grind.grindLimit,
    want: laminate.step,
    ways: ok
      ? []
      : [
          {
            name: 'Heavier cloth, fewer plies',
            effect: 'narrower dish, less cutting; see the proposed stacks',
            changes: [],
          },
          ...(laminate.step.value > HAND_STEP
            ? [
                {
                  name: 'Smaller step',
                  effect: `${mm(Math.max(HAND_STEP, wanted / count))} each; hand work holds ${mm(HAND_STEP)}`,
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
    what: met
      ? `every ply steps by its own thickness times the ratio, at least ${mm(laminate.step.value)}`
      : `ply ${thin.lay} would step ${mm(own, 1)}; it steps ${mm(laminate.step.value)}, ${local.toFixed(0)}:1 there`,
    have: thin.thickness,
    want: laminate.step,
    ways: ok
      ? []
      : [
          {
            name: 'Step of hand work',
            effect: `${mm(HAND_STEP)}: a narrower dish`,
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
            name: 'Drop the last ply',
            effect: 'then fill the rest when fairing',
            changes: [{ path: 'laminate.plies', value: plies.slice(0, -1) }],
          },
        ]
      : [];
  const more =
    plies && plies.length > 0
      ? [
          {
            name: 'Add a ply like the last',
            effect: 'one more to cut and wet out',
            changes: [{ path: 'laminate.plies', value: [...plies, plies[plies.length - 1]] }],
          },
        ]
      : [];
  const back = plies
    ? [
        {
          name: 'Let Nelbo count the plies',
          effect: 'fills the dish with the chosen cloth',
          changes: [{ path: 'laminate.plies', value: undefined }],
        },
      ]
    : [];
  return {
    id: 'fill',
    ok: off === undefined,
    what:
      off === undefined
        ? `the stack of ${mm(side.thickness.value, 2)} fills the dish`
        : over
          ? `the stack stands ${mm(gap, 2)} proud of its limit`
          : `the stack leaves ${mm(gap, 2)} unfilled`,
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
                name: 'Fill it when fairing',
                effect: `${mm(gap, 2)} more filler over the whole dish`,
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
    what: trapped
      ? 'a removable former behind a hull that is reached from one side cannot be taken away'
      : `${backing === 'bonded' ? 'a bonded backing' : 'a removable former'} goes with access from ${inputs.access === 'both' ? 'both sides' : 'one side'}`,
    ways: trapped
      ? [
          {
            name: 'Bond the backing',
            effect: 'it stays in; one more bedding and its cure',
            changes: [{ path: 'backing', value: 'bonded' }],
          },
          {
            name: 'Open a way in',
            effect: 'a hatch inside, closed again afterwards',
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
  const advice =
    laminate.order === 'largest first'
      ? 'largest first: one unbroken bond to the ground face, and later plies are not cut through when it is faired from outside'
      : 'smallest first: each ply meets the old ply of its level and the last covers all edges; keep the disc off the last one';
  return {
    id: 'order',
    ok: !sags,
    what: sags
      ? `a first ply of ${first.area.value.toFixed(2)} m² sags off an ${lie === 'overhead' ? 'overhead' : 'upright'} face`
      : advice +
        (laminate.order === 'smallest first' && !kept && inputs.grade !== 'workboat'
          ? '; a cover ply closes it'
          : ''),
    ways: sags
      ? [
          {
            name: 'Smallest first',
            effect: 'small wet plies first, the big one last',
            changes: [{ path: 'laminate.order', value: 'smallest first' }],
          },
        ]
      : laminate.order === 'smallest first' && !kept
        ? [
            {
              name: 'Add a cover ply',
              effect: 'one fine ply over all edges, faired in',
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
  const band = `${STIFFNESS_BAND[0]} to ${STIFFNESS_BAND[1]}`;
  const checks: Check[] = [
    {
      id: 'stiffness',
      ok: stiffness.inBand,
      what: stiffness.inBand
        ? `as stiff as the hull was: ${low.toFixed(2)} to ${high.toFixed(2)} of it`
        : `${low.toFixed(2)} to ${high.toFixed(2)} of the old stiffness, ${band} is aimed at: ${stiffness.why ?? ''}`,
      ways: stiffness.inBand
        ? []
        : [
            {
              name: 'Look at the proposed stacks',
              effect: 'nearest that the cloths in the stores reach',
              changes: [],
            },
          ],
    },
  ];
  if (stiffness.oneWay)
    checks.push({
      id: 'one way',
      ok: false,
      what: 'all fibres lie the same way: strong along them and weak between',
      ways: [{ name: 'Turn every other ply', effect: '0/90 and ±45 by turns', changes: [] }],
    });
  return checks;
}
