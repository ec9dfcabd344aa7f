import { bounds, type Library } from '@nelbo/core';
import { columns, cutList, nestFor, rollCuts, type PatternPiece } from '@nelbo/core/papers';

const mm = (v: number): string => String(Math.round(v * 1000));

/** The cut list, and roll by roll where every piece lies, for a terminal. */
export function cutText(pieces: readonly PatternPiece[], library: Library): string {
  if (pieces.length === 0) return 'Nothing to cut: no plies are planned.\n';
  const list = columns(
    ['Piece', 'What', 'From', 'Way', 'Size, mm'],
    cutList(pieces).map((r) => [r.piece, r.name, r.material, r.way, `${mm(r.length)} × ${mm(r.width)}`]),
  );
  const rolls = rollCuts(pieces, library).flatMap((cut) => {
    const layout = cut.nest && nestFor(cut.nest);
    if (!cut.nest || !layout) return [];
    const rows = layout.placements.map((p) => {
      const b = bounds([p.outline]);
      return [p.id, mm(b.x0), mm(b.y0), String(Math.round((p.turn * 180) / Math.PI))];
    });
    return [
      '',
      `${cut.material.name}: ${layout.length.toFixed(2)} m of a roll ${mm(cut.nest.rollWidth)} mm wide, ${Math.round(layout.yield * 100)} % used, no less than ${layout.bound.toFixed(2)} m possible`,
      ...(layout.tooWide.length > 0 ? [`  wider than the roll: ${layout.tooWide.join(', ')}`] : []),
      ...columns(['Piece', 'along, mm', 'across, mm', 'turned, °'], rows),
    ];
  });
  return `${['CUT LIST', ...list, ...rolls].join('\n')}\n`;
}
