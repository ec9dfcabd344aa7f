import Papa from 'papaparse';
import { area, bounds, formatIn, gramDecimals, type LogEvent, type Plan } from '@nelbo/core';
import { type DrawnPattern, type NestLayout, type RollCut } from '@nelbo/core/papers';
import type { LogRow } from '../log/queries';

/** What a spreadsheet takes for the beginning of a formula, in either width of letters. */
const FORMULA = /^[=+\-@\t\r\n\uff1d\uff0b\uff0d\uff20]/;
const NUMBER = /^-?\d+([.,]\d+)?$/;
/** A text that a spreadsheet would run is marked as text; a number below nought is a number. */
const dead = (cell: string): string => (FORMULA.test(cell) && !NUMBER.test(cell) ? `'${cell}` : cell);

/**
 * Comma-separated text with a head (RFC 4180). Cells with semicolons or tabs are quoted too: a spreadsheet that divides
 * by those would cut them up, and could run what follows.
 */
const csv = (
  columns: readonly string[],
  rows: readonly (readonly (string | number | undefined)[])[],
): string =>
  `\ufeff${Papa.unparse(
    [columns, ...rows.map((r) => r.map((c) => (typeof c === 'string' ? dead(c) : (c ?? ''))))],
    {
      quotes: (cell: unknown) => /[;\t]/.test(String(cell)),
      newline: '\r\n',
    },
  )}\r\n`;

const plain = (text: string): string => text.replaceAll('\u202f', '').replace('−', '-');
const number = (value: number, unit: Parameters<typeof formatIn>[1], decimals: number): string =>
  plain(formatIn(value, unit, decimals).text);

type Row = readonly (string | number | undefined)[];

/** A plan of one place, by the letter of the place. */
export interface OfPlace {
  readonly letter: string;
  readonly plan: Plan;
}

/** Rows of every place; which place it is stands before them where there are several. */
const placesCsv = (
  columns: readonly string[],
  places: readonly OfPlace[],
  rowsOf: (place: OfPlace) => readonly Row[],
): string =>
  places.length === 1
    ? csv(columns, rowsOf(places[0]))
    : csv(
        ['place', ...columns],
        places.flatMap((p) => rowsOf(p).map((row) => [p.letter, ...row])),
      );

/** The bill of materials; one unit per column, so that a spreadsheet can add up. */
export function materialsCsv(places: readonly OfPlace[], currency: string): string {
  const amount = { kg: ['g', 1], 'm²': ['m²', 3], 'm³': ['ml', 1] } as const;
  const rowsOf = ({ plan }: OfPlace): Row[] =>
    [...(plan.materials ?? []), ...(plan.consumables ?? [])].map((m) => {
      const known = amount[m.quantity.unit as keyof typeof amount];
      const quantity = known ? number(m.quantity.value, known[0], known[1]) : String(m.quantity.value);
      return [
        m.product,
        m.use,
        quantity,
        known?.[0] ?? m.quantity.unit,
        m.cost?.value.toFixed(2),
        m.cost ? currency : '',
        m.cost ? '' : 'price not known',
      ];
    });
  return placesCsv(['product', 'for', 'quantity', 'unit', 'cost', 'currency', 'note'], places, rowsOf);
}

/** Plies to cut, in the order of laying; patches of a repair that lays none. */
export function cutListCsv(places: readonly OfPlace[]): string {
  const columns = [
    'ply',
    'cloth',
    'way',
    'length mm',
    'width mm',
    'beyond the cut-out mm',
    'area m²',
    'resin g',
  ];
  return placesCsv(columns, places, ({ plan }) => [...pliesOf(plan), ...patchesOf(plan)]);
}

const pliesOf = (plan: Plan): Row[] =>
  (plan.dish?.laminate?.plies ?? []).map((p) => [
    p.lay,
    p.cloth.name,
    p.orientation,
    number(p.length.value, 'mm', 0),
    number(p.width.value, 'mm', 0),
    number(p.offset.value, 'mm', 1),
    number(p.area.value, 'm²', 4),
    number(p.resin.value, 'g', gramDecimals(p.resin)),
  ]);

const patchesOf = (plan: Plan): Row[] =>
  (plan.repair?.patterns ?? []).map((p) => {
    const b = bounds([p.outline]);
    return [
      p.id,
      p.material,
      'warp along',
      number(b.x1 - b.x0, 'mm', 0),
      number(b.y1 - b.y0, 'mm', 0),
      '',
      number(area(p.outline), 'm²', 4),
      '',
    ];
  });

/** The corners of every pattern, mm, in the frame of the repair. */
export function patternPointsCsv(patterns: readonly DrawnPattern[]): string {
  const rows = patterns.flatMap(({ piece }) =>
    [piece.outline, ...(piece.holes ?? [])].flatMap((outline, k) =>
      outline.map((p, i) => [
        piece.id,
        k === 0 ? piece.name : `${piece.name}, cut out of it`,
        piece.material.name,
        piece.way,
        i + 1,
        (p.x * 1000).toFixed(2),
        (p.y * 1000).toFixed(2),
      ]),
    ),
  );
  return csv(['piece', 'name', 'material', 'way', 'point', 'x mm', 'y mm'], rows);
}

/** How the pieces lie on their rolls: one row a piece, and what of the roll is used. */
export function rollsCsv(cuts: readonly { readonly cut: RollCut; readonly layout?: NestLayout }[]): string {
  const mm = (v: number): string => (v * 1000).toFixed(1);
  const rows = cuts.flatMap(({ cut, layout }) =>
    (layout?.placements ?? []).map((p) => {
      const b = bounds([p.outline]);
      return [
        cut.material.name,
        p.id,
        mm(b.x0),
        mm(b.y0),
        String(Math.round((p.turn * 180) / Math.PI)),
        mm(cut.material.rollWidth ?? 0),
        mm(layout?.length ?? 0),
        ((layout?.yield ?? 0) * 100).toFixed(1),
        mm(layout?.bound ?? 0),
      ];
    }),
  );
  return csv(
    [
      'material',
      'piece',
      'along the roll mm',
      'across the roll mm',
      'turned degrees',
      'roll width mm',
      'length used mm',
      'yield percent',
      'least length mm',
    ],
    rows,
  );
}

export function logCsv(rows: readonly LogRow[]): string {
  return csv(
    [
      'at',
      'stage',
      'who',
      'entry',
      'event',
      'batch',
      'product',
      'lot',
      'first g',
      'second g',
      'pot °C',
      'air °C',
      'humidity %',
      'ΔE',
      'received at',
      'id',
    ],
    rows.map((r) => {
      const e = (r.event ?? {}) as Partial<LogEvent>;
      const fixed = (v: number | undefined, factor: number, decimals: number): string =>
        v === undefined ? '' : (v * factor).toFixed(decimals);
      return [
        new Date(r.at).toISOString(),
        r.stage,
        r.who,
        r.text,
        e.kind,
        e.batch,
        e.product,
        e.lot,
        fixed(e.first, 1000, 1),
        fixed(e.second, 1000, 2),
        fixed(e.pot, 1, 1),
        fixed(e.air, 1, 1),
        fixed(e.humidity, 100, 0),
        fixed(e.deltaE, 1, 1),
        new Date(r.receivedAt).toISOString(),
        r.id,
      ];
    }),
  );
}
