import type { Dish } from '../../../grind/dish';
import type { Plan } from '../../../plan/plan';
import type { DishPlan } from '../../../repairs/laminate/dish-plan';
import type { Figure } from '../../../trace/figure';
import { figure, figureIn, partsSaid, sayIn, sizeOf, type Reader, type Said } from '../../say';
import type { WorkTable } from '../../work-table';

/** What is laid in a dish: where its lines run and how deep it is, what stands in the way, core, plies and tabs. */
export function laminateTables(
  { dish: { grind, laminate, coring, structure = [] } = {} }: Plan,
  reader: Reader,
): readonly WorkTable[] {
  return [
    ...(grind
      ? [
          ...roomTable(grind, reader),
          ...bevelTable(grind, reader),
          ...dishTables(grind, grind.inside ? ', outside' : '', reader),
        ]
      : []),
    ...(grind?.inside ? dishTables(grind.inside, ', inside', reader) : []),
    ...(coring ? [coreTable(coring, reader)] : []),
    ...(laminate ? [plyTable(laminate, reader)] : []),
    ...structure.map((m) => tabTable(m, reader)),
  ];
}

const FITTED = {
  move: 'taken off, bedded again at the end',
  over: 'run over',
  stop: 'the taper ends there',
} as const;

function roomTable({ room }: NonNullable<DishPlan['grind']>, reader: Reader): WorkTable[] {
  if (room.length === 0) return [];
  return [
    {
      caption: 'In the way',
      columns: ['What', 'Room', 'Wanted', 'Taper left', 'What is done'],
      rows: room.map((r): Said[] => [
        [r.name],
        [figureIn(r.room, 'mm', 0, reader)],
        [figureIn(r.needed, 'mm', 0, reader)],
        [figure(r.ratioLeft, reader)],
        [r.fits ? 'fits' : FITTED[r.answer]],
      ]),
    },
  ];
}

function bevelTable({ bevel }: NonNullable<DishPlan['grind']>, reader: Reader): WorkTable[] {
  if (!bevel) return [];
  return [
    {
      caption: 'Bevel that is ground already',
      columns: ['Width', 'Taper reached', 'Carries', 'Plies', 'Still to grind'],
      rows: [
        [
          [figureIn(bevel.width, 'mm', 0, reader)],
          [figure(bevel.reached, reader)],
          [figureIn(bevel.carries, 'mm', 1, reader)],
          [`${bevel.plies.value} of ${bevel.of}`],
          [figureIn(bevel.further, 'mm', 0, reader)],
        ],
      ],
    },
  ];
}

/** Distances of the gauge that stand beside one another on a sheet. */
const ACROSS = 10;

/** Lines of a dish, and its depth at the distances of the gauge. */
function dishTables(
  { gauge, grindLimit, finishEdge, maskingLine }: Dish,
  where: string,
  reader: Reader,
): WorkTable[] {
  const mm = (f: Figure): Said => [figureIn(f, 'mm', 1, reader)];
  const stretches = Array.from({ length: Math.ceil(gauge.length / ACROSS) }, (_, k) =>
    gauge.slice(k * ACROSS, (k + 1) * ACROSS),
  );
  const [limit, edge, tape] = [grindLimit, finishEdge, maskingLine].map((f) =>
    sayIn({ value: f.value }, 'mm', 1, reader),
  );
  return stretches.map((stretch, k) => ({
    caption:
      k > 0
        ? `Gauge${where}, further out`
        : `Gauge from the cut-out${where}; grind to ${limit}, finish edge ${edge}, mask at ${tape}`,
    columns: ['From the edge', ...stretch.map((g) => sayIn({ value: g.distance }, 'mm', 0, reader))],
    rows: [[['Depth'], ...stretch.map((g) => mm(g.depth))]],
  }));
}

const coreTable = (coring: NonNullable<DishPlan['coring']>, reader: Reader): WorkTable => ({
  caption: 'New core',
  columns: ['Core', 'Size', 'Thick', 'Priming', 'Bedding'],
  rows: [
    [
      [coring.product.name],
      sizeOf(coring.length, coring.width, reader),
      [figureIn(coring.thickness, 'mm', 1, reader)],
      [figure(coring.priming, reader)],
      [figure(coring.bedding, reader)],
    ],
  ],
});

function plyTable(laminate: NonNullable<DishPlan['laminate']>, reader: Reader): WorkTable {
  const both = laminate.sides.length > 1;
  return {
    caption: `Plies, ${laminate.order}`,
    columns: ['Ply', ...(both ? ['Face'] : []), 'Cloth', 'Way', 'Size', 'Resin'],
    rows: laminate.plies.map((p): Said[] => [
      [String(p.lay)],
      ...(both ? [[p.side]] : []),
      [p.cloth.name],
      [p.orientation],
      partsSaid(p.cuts, p.length, p.width, reader),
      [figureIn(p.resin, 'g', 1, reader)],
    ]),
  };
}

function tabTable(m: NonNullable<DishPlan['structure']>[number], reader: Reader): WorkTable {
  return {
    caption: `${m.name}: tabs on ${m.faces === 1 ? 'one face' : 'both faces'}, ${m.care}`,
    columns: ['Tab', 'Cloth', 'Across', 'Long', 'Resin'],
    rows: [
      ...m.strips.map((t): Said[] => [
        [String(t.number)],
        [t.cloth.name],
        [figureIn(t.width, 'mm', 0, reader)],
        [figureIn(t.length, 'mm', 0, reader)],
        [figureIn(t.resin, 'g', 0, reader)],
      ]),
      [
        ['fillet'],
        ['thickened resin'],
        [figureIn(m.filletRadius, 'mm', 0, reader)],
        [figureIn(m.length, 'mm', 0, reader)],
        [figureIn(m.filletVolume, 'ml', 0, reader)],
      ],
      [['props'], ['off no sooner than'], [figure(m.props, reader)], [], [figure(m.release, reader)]],
    ],
  };
}
