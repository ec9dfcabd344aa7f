import type { DrawnPattern } from './drawn';

/** A layer of a DXF file: the old format takes capitals, digits, - and _ only. */
export const dxfLayer = (id: string): string => `PLY_${id.toUpperCase().replace(/[^A-Z0-9]+/g, '_')}`;

const mm = (m: number): string => (m * 1000).toFixed(3);
/** What R12 readers take for text: plain characters. */
const plain = (s: string): string =>
  s
    .replace(/±/g, '%%p')
    .replace(/²/g, '2')
    .replace(/[–—]/g, '-')
    .replace(/×/g, 'x')
    .replace(/[^\x20-\x7e]/g, '?');

/** Colours of layers by number, so that neighbours differ. */
const COLOURS = [7, 1, 3, 5, 6, 4, 30, 94];

/**
 * Patterns as DXF: ASCII, release 12, millimetres, closed polylines, one layer a piece, all in the frame of the repair
 * so that the registration marks fall on each other.
 * Source: public description of the ASCII DXF group codes of release 12.
 */
export function patternsDxf(patterns: readonly DrawnPattern[]): string {
  const out: string[] = [];
  const put = (...pairs: readonly (readonly [number, string | number])[]): void => {
    for (const [code, value] of pairs) out.push(String(code), String(value));
  };
  put(
    [0, 'SECTION'],
    [2, 'HEADER'],
    [9, '$ACADVER'],
    [1, 'AC1009'],
    [9, '$INSUNITS'],
    [70, 4],
    [9, '$MEASUREMENT'],
    [70, 1],
    [0, 'ENDSEC'],
  );
  put([0, 'SECTION'], [2, 'TABLES']);
  put(
    [0, 'TABLE'],
    [2, 'LTYPE'],
    [70, 1],
    [0, 'LTYPE'],
    [2, 'CONTINUOUS'],
    [70, 0],
    [3, 'Solid line'],
    [72, 65],
    [73, 0],
    [40, 0],
    [0, 'ENDTAB'],
  );
  put([0, 'TABLE'], [2, 'LAYER'], [70, patterns.length + 1]);
  put([0, 'LAYER'], [2, '0'], [70, 0], [62, 7], [6, 'CONTINUOUS']);
  for (const [i, p] of patterns.entries())
    put(
      [0, 'LAYER'],
      [2, dxfLayer(p.piece.id)],
      [70, 0],
      [62, COLOURS[i % COLOURS.length]],
      [6, 'CONTINUOUS'],
    );
  put([0, 'ENDTAB'], [0, 'ENDSEC'], [0, 'SECTION'], [2, 'ENTITIES']);
  for (const p of patterns) {
    const layer = dxfLayer(p.piece.id);
    for (const line of p.lines) {
      put([0, 'POLYLINE'], [8, layer], [66, 1], [10, 0], [20, 0], [30, 0], [70, line.closed ? 1 : 0]);
      for (const v of line.points) put([0, 'VERTEX'], [8, layer], [10, mm(v.x)], [20, mm(v.y)], [30, 0]);
      put([0, 'SEQEND'], [8, layer]);
    }
    for (const [i, words] of p.words.lines.entries())
      put(
        [0, 'TEXT'],
        [8, layer],
        [10, mm(p.words.at.x)],
        [20, mm(p.words.at.y - i * 0.006)],
        [30, 0],
        [40, 4],
        [1, plain(words)],
      );
  }
  put([0, 'ENDSEC'], [0, 'EOF']);
  return `${out.join('\r\n')}\r\n`;
}
