import type { Plan } from '../../../plan/plan';
import { METHODS } from '../../../schema/damage-fields';
import type { FindingEffect } from '../../compare';
import { figureIn, saidWords, saySize, type Reader, type Said } from '../../say';
import type { WorkTable } from '../../work-table';
import { whensOf } from '../when';

/** What was found on the way; what each changed in the plan stands on the screen. */
export function findingsTable(history: readonly FindingEffect[], reader: Reader): readonly WorkTable[] {
  if (history.length === 0) return [];
  const { moment } = whensOf(reader);
  return [
    {
      caption: 'Findings',
      columns: ['When', 'What', 'Size', 'How'],
      rows: history.map((h) => [
        [moment(Date.parse(h.finding.at))],
        [h.finding.extent],
        [saySize({ value: h.finding.size[0] }, { value: h.finding.size[1] }, reader)],
        h.finding.method ? [METHODS[h.finding.method]] : [],
      ]),
    },
  ];
}

/** What was read of the surface. */
export function surfaceTable({ dish: { fair } = {} }: Plan, reader: Reader): readonly WorkTable[] {
  const s = fair?.surface;
  if (!fair || !s) return [];
  return [
    {
      caption: `The surface, as read in round ${s.round}`,
      columns: ['Deepest low', 'Highest high', 'Filler up to the target', 'Fair within'],
      rows: [
        [
          [figureIn(s.deepest, 'mm', 1, reader)],
          [figureIn(s.highest, 'mm', 1, reader)],
          [figureIn(s.fill, 'ml', 0, reader)],
          [figureIn(fair.tolerance, 'mm', 2, reader)],
        ],
      ],
    },
  ];
}

/** Tables of a repair that writes its own; columns that nothing stands in are left out. */
export function sheetTables({ repair }: Plan, reader: Reader): readonly WorkTable[] {
  return (repair?.sheets ?? []).flatMap((s) =>
    s.tables.map((t) => {
      const rows = t.rows.map((row): readonly Said[] => row.map((cell) => saidWords(cell, reader)));
      const used = t.columns.map((_, k) => rows.some((row) => (row[k]?.length ?? 0) > 0));
      return {
        caption: t.caption,
        columns: t.columns.filter((_, k) => used[k]),
        rows: rows.map((row) => row.filter((_, k) => used[k])),
      };
    }),
  );
}
