import { formula } from '../../trace/formula';
import type { Figure } from '../../trace/figure';
import { RepairBuilder } from '../builder';
import type { RepairInput } from '../repair';
import { thicknessAt } from './foil-profile';

/** Chord, thickness and length of a part until it is measured, m. Source: judged, usual of small craft. */
export const USUAL_PART = {
  centreboard: { chord: 0.3, thick: 0.024, span: 1.2 },
  rudder: { chord: 0.25, thick: 0.02, span: 1 },
  fin: { chord: 0.12, thick: 0.01, span: 0.3 },
  skeg: { chord: 0.3, thick: 0.03, span: 0.5 },
  other: { chord: 0.25, thick: 0.02, span: 1 },
} as const;

/** Which part it is: a rudder until it is said, and on a hull its edge. */
export const partKind = ({ job, substrate }: RepairInput): keyof typeof USUAL_PART =>
  job.repair?.edge?.part ?? (substrate.family === 'frp' ? 'other' : 'rudder');

export const middleOfBite = formula({
  id: 'repairs/edge/part',
  expression: 'x = d/2',
  unit: 'm',
  source: 'middle of the bite',
  inputs: { d: 'depth of the bite' },
  evaluate: (x) => x.d / 2,
});

export interface Part {
  readonly chord: Figure;
  readonly thick: Figure;
  readonly edge: 'leading' | 'trailing' | 'tip';
  readonly depth: Figure;
  readonly local: Figure;
}

export function partOf(b: RepairBuilder): Part {
  const { job, survey } = b.input;
  const own = job.repair?.edge ?? {};
  const hull = b.input.substrate.family === 'frp';
  const usual = USUAL_PART[partKind(b.input)];
  const edge = own.edge ?? 'trailing';
  const chord = b.pick(
    'chord',
    'chord',
    'm',
    own.chord,
    usual.chord,
    'typical; measure it beside the damage',
  );
  const thick = b.pick(
    'thick',
    hull ? 'thickness' : 'thickest',
    'm',
    own.thick ?? (hull ? job.hull.thickness : undefined),
    hull ? 0.008 : usual.thick,
    'typical; calipers beside the damage',
  );
  const depth = b.pick(
    'depth',
    'deep, from the edge in',
    'm',
    job.damage.depth,
    Math.max(0.002, survey.width.value),
    'width of the damage until measured',
  );
  if (depth.value > chord.value / 2)
    b.report('error', 'grind', 'damage.depth', 'edge-beyond-half', {
      depth: depth.value,
      chord: chord.value,
    });
  const half = b.ledger.compute('half', 'half-way in', middleOfBite, { d: depth });
  const local = hull
    ? thick
    : b.compute('local', 'thickness half-way in', thicknessAt, {
        x: half,
        c: chord,
        t: thick,
        from: b.ledger.given(
          'from',
          'counted from',
          edge === 'leading' ? 0 : 1,
          '1',
          own.edge ? 'entered' : 'assumed',
          edge === 'leading' ? 'leading edge' : 'trailing edge or tip',
        ),
      });
  b.at('grind')
    .ask('repair.edge.part', partKind(b.input))
    .ask('repair.edge.edge', edge)
    .ask('repair.edge.chord', chord)
    .ask('repair.edge.thick', thick)
    .ask('damage.depth', depth);
  return { chord, thick, edge, depth, local };
}

/** What goes into a joint, and what draws it together where it is closed. */
export interface Joint {
  readonly volume: Figure;
  readonly clamps?: Figure;
  /** What the fill stands against until it has set. */
  readonly held?: 'board' | 'dam';
  /** It is cast round a pin that stays: nothing is drilled afterwards. */
  readonly round?: true;
  /** A bush that is set in it: outside diameter. */
  readonly bush?: Figure;
}
