import type { Scene } from '@nelbo/core';
import { HAIRLINE, INK, MUTED } from './pdf-text';

interface Look {
  readonly fill?: string;
  readonly hatch?: 'old' | 'bias' | 'warp' | 'mat' | 'fill';
  readonly stroke?: string;
  readonly width?: number;
  readonly dash?: readonly [number, number];
}

/** How each kind of line and material is drawn: hatches as on the screen, so that a monochrome print tells them apart. */
const LOOKS: Record<string, Look> = {
  'old-laminate': { fill: '#EFECE3', hatch: 'old' },
  'old-gel-coat': { fill: '#FFFFFF' },
  'gel-coat': { fill: '#FFFFFF' },
  paint: { fill: '#FFFFFF' },
  fairing: { fill: '#F7EFD6', hatch: 'fill' },
  'ply-bias': { fill: '#E0ECE9', hatch: 'bias' },
  'ply-warp': { fill: '#EDF4F1', hatch: 'warp' },
  'ply-mat': { fill: '#E6EFEC', hatch: 'mat' },
  backing: { fill: '#EDF4F1', hatch: 'warp' },
  former: { dash: [5, 3] },
  grid: { stroke: '#E3E0D6', width: 0.4 },
  dimension: { stroke: MUTED, width: 0.6 },
  witness: { stroke: HAIRLINE, width: 0.5 },
  leader: { stroke: MUTED, width: 0.5 },
  bar: { width: 1.1 },
  'cut-out': { fill: '#FFFFFF', width: 1.6 },
  'masking-line': { dash: [7, 4], stroke: INK },
  'finish-edge': { dash: [2, 3] },
  'grind-limit': { width: 1.2 },
  'first-look': { dash: [1, 3] },
  ply: { width: 0.7 },
  cell: { stroke: HAIRLINE, width: 0.4 },
  dull: { hatch: 'old' },
  wet: { hatch: 'warp' },
  'old-core': { fill: '#F6F3EA', hatch: 'mat' },
  'new-core': { fill: '#FFFFFF', hatch: 'mat' },
  'inner-skin': { fill: '#EFECE3', hatch: 'old' },
  fabric: { fill: '#F6F3EA', stroke: MUTED },
  patch: { fill: '#E6F0EC', width: 1.4 },
  'patch-inside': { dash: [6, 4] },
  damage: { fill: '#FFFFFF', width: 1.6 },
  seam: { dash: [9, 3], width: 1.2 },
  stitch: { width: 1.2 },
  old: { fill: '#EFECE3', hatch: 'old' },
  new: { fill: '#F7EFD6', hatch: 'fill' },
  'new-2': { fill: '#EDF4F1', hatch: 'warp' },
  wood: { fill: '#F3ECDC', hatch: 'warp' },
  'wood-new': { fill: '#FFFFFF', hatch: 'mat' },
  metal: { fill: '#E6E9EA', hatch: 'bias' },
  void: { fill: '#FFFFFF', dash: [3, 2] },
  glue: { width: 2 },
  dam: { width: 1.6, dash: [6, 3] },
  'hole-mark': { fill: '#FFFFFF', width: 1.2 },
  series: { width: 1.8 },
  read: { dash: [4, 3], width: 1.2 },
  span: { fill: '#E6F0EC', stroke: '#E6F0EC' },
  limit: { dash: [8, 4] },
};
/** Marks of readings are filled, not hatched like the ground that they stand for. */
const MARKS: Record<string, string> = { 'mark sound': '#FFFFFF', 'mark dull': INK, 'mark wet': MUTED };

/** Tiles of the hatches: content stream of one cell, and its size. */
const TILES: Record<NonNullable<Look['hatch']>, readonly [number, string]> = {
  old: [6, '0.5 w 0 0 m 6 6 l S'],
  bias: [5, '0.4 w 0 0 m 5 5 l S 0 5 m 5 0 l S'],
  warp: [6, '0.5 w 0 3 m 4 3 l S'],
  mat: [6, '0.5 w 1 1 m 3 2 l S 4 4 m 5 2.4 l S'],
  fill: [5, '0.7 w 1 1 m 2 1 l S 3.4 3.6 m 4.4 3.6 l S'],
};

/** Draws a scene as vectors into a box of a width. @returns the height that it took */
export function drawScene(
  doc: PDFKit.PDFDocument,
  scene: Scene,
  x: number,
  y: number,
  width: number,
): number {
  const scale = width / scene.width;
  const tiles = Object.fromEntries(
    Object.entries(TILES).map(([name, [size, stream]]) => [
      name,
      doc.pattern([0, 0, size, size], size, size, stream),
    ]),
  );
  doc.save().translate(x, y).scale(scale);
  for (const item of scene.items) {
    if (item.type === 'path') {
      const mark = MARKS[item.cls];
      const look: Look = mark
        ? { fill: mark, width: 1 }
        : item.cls.split(' ').reduce<Look>((sum, cls) => ({ ...sum, ...LOOKS[cls] }), {});
      if (look.fill) doc.path(item.d).fill(look.fill);
      if (look.hatch) doc.path(item.d).fill([tiles[look.hatch], '#8FA39F']);
      if (look.dash) doc.dash(look.dash[0], { space: look.dash[1] });
      doc
        .path(item.d)
        .lineWidth(look.width ?? 0.8)
        .strokeColor(look.stroke ?? INK)
        .stroke();
      if (look.dash) doc.undash();
      continue;
    }
    const size = item.cls.includes('ply-number') ? 9 : 11;
    const bold = item.cls.includes('ply-number') || item.cls.includes('figure');
    doc
      .font(bold ? 'bold' : 'regular')
      .fontSize(size)
      .fillColor(item.cls.includes('note') ? MUTED : INK);
    const text = item.text.replaceAll('\u202f', '\u00a0');
    const shift =
      item.anchor === 'middle'
        ? doc.widthOfString(text) / 2
        : item.anchor === 'end'
          ? doc.widthOfString(text)
          : 0;
    doc.text(text, item.x - shift, item.y - size * 0.82, { lineBreak: false });
  }
  doc.restore();
  return scene.height * scale;
}
