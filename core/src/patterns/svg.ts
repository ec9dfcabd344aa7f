import { xmlText } from '../units/xml-text';
import { bounds } from '../geometry/region';
import type { DrawnPattern, PatternLine } from './drawn';

const STYLE: Readonly<Record<PatternLine['kind'], string>> = {
  cut: 'fill="none" stroke="#12292C" stroke-width="0.4"',
  'centre line': 'fill="none" stroke="#5B6C6B" stroke-width="0.2" stroke-dasharray="6 2 1 2"',
  mark: 'fill="none" stroke="#12292C" stroke-width="0.25"',
  warp: 'fill="none" stroke="#12292C" stroke-width="0.5"',
};
const MARGIN = 10;

/**
 * Patterns as SVG at 1:1: one unit is one millimetre, pieces side by side, a group each; y runs down as SVG has it.
 * A bar of 100 mm stands at the foot to be measured after printing.
 */
export function patternsSvg(patterns: readonly DrawnPattern[]): string {
  let x = MARGIN;
  let tallest = 0;
  const groups: string[] = [];
  for (const p of patterns) {
    const b = bounds([p.piece.outline]);
    const [dx, dy] = [x - b.x0 * 1000, MARGIN + b.y1 * 1000];
    const n = (v: number): string => v.toFixed(3);
    const paths = p.lines.map(
      (l) =>
        `<path class="${l.kind.replace(' ', '-')}" d="M${l.points.map((q) => `${n(dx + q.x * 1000)} ${n(dy - q.y * 1000)}`).join('L')}${l.closed ? 'Z' : ''}" ${STYLE[l.kind]}/>`,
    );
    const words = p.words.lines.map(
      (w, i) =>
        `<text x="${n(dx + p.words.at.x * 1000)}" y="${n(dy - p.words.at.y * 1000 + i * 5)}" font-family="sans-serif" font-size="4" text-anchor="middle" fill="#12292C">${xmlText(w)}</text>`,
    );
    groups.push(
      `<g id="piece-${xmlText(p.piece.id)}"><title>${xmlText(p.piece.name)}</title>${paths.join('')}${words.join('')}</g>`,
    );
    x += (b.x1 - b.x0) * 1000 + MARGIN;
    tallest = Math.max(tallest, (b.y1 - b.y0) * 1000);
  }
  const [width, height] = [Math.max(x, 120 + MARGIN), tallest + 3 * MARGIN + 6];
  const y = height - MARGIN;
  const bar = `<g id="check-bar"><path d="M${MARGIN} ${y}h100M${MARGIN} ${y - 2}v4M${MARGIN + 100} ${y - 2}v4" fill="none" stroke="#12292C" stroke-width="0.4"/><text x="${MARGIN + 50}" y="${y - 2}" font-family="sans-serif" font-size="4" text-anchor="middle" fill="#12292C">100 mm when printed at 1:1</text></g>`;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width.toFixed(3)}mm" height="${height.toFixed(3)}mm" viewBox="0 0 ${width.toFixed(3)} ${height.toFixed(3)}">${groups.join('')}${bar}</svg>\n`;
}
