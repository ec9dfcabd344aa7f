import { xmlText } from '../units/xml-text';
import type { Scene } from './scene';

/** Fills and lines for paper: hatches tell the materials apart without colour. */
const STYLE = `
text{font-family:sans-serif;font-size:11px;fill:#12292C}
.note{fill:#5B6C6B}.on-paper{paint-order:stroke;stroke:#fff;stroke-width:3px}.ply-number{font-size:9px;font-weight:700}
path{fill:none;stroke:#12292C;stroke-width:1}
.old-laminate{fill:url(#h-old)}.old-gel-coat,.gel-coat,.paint{fill:#fff}.ply-bias{fill:url(#h-bias)}.ply-warp{fill:url(#h-warp)}.ply-mat{fill:url(#h-mat)}
.old-core{fill:url(#h-core)}.new-core{fill:url(#h-new-core)}.inner-skin{fill:url(#h-old)}.obstacle{fill:#fff;stroke-width:1.4}.obstacle.hull-edge,.obstacle.chine,.obstacle.frame{fill:none;stroke-width:1.8}.obstacle.moved{stroke-dasharray:4 3}.inside-ply{stroke:#5B6C6B;stroke-dasharray:3 2}
.fairing{fill:url(#h-fill)}.backing{fill:url(#h-warp)}.former{stroke-dasharray:5 3}
.grid{stroke:#E3E0D6}.witness,.leader,.dimension{stroke:#5B6C6B}.masking-line{stroke-dasharray:7 4}.finish-edge{stroke-dasharray:2 3}.grind-limit{stroke-width:1.6}.first-look{stroke-dasharray:1 3}
.cut-out{stroke-width:2;fill:#fff}
.fabric{fill:#F6F3EA;stroke:#5B6C6B}.patch{fill:#E6F0EC;stroke-width:1.6}.patch-inside{fill:none;stroke-dasharray:6 4}.damage{fill:#fff;stroke-width:2}.seam{stroke-width:1.6;stroke-dasharray:10 3 2 3}.stitch{stroke-width:1.4}
.new{fill:url(#h-fill)}.new-2{fill:url(#h-warp)}.old{fill:url(#h-old)}.wood{fill:url(#h-warp)}.wood-new{fill:url(#h-mat)}.metal{fill:url(#h-bias)}.glue{stroke-width:2.4}.dam{stroke-width:2;stroke-dasharray:6 3}.hole-mark{fill:#fff;stroke-width:1.4}.mark-number{font-size:9px;font-weight:700}.void{fill:#fff;stroke-dasharray:3 2}.series{stroke-width:2}.series.read{stroke-dasharray:4 3}.span{fill:#E6F0EC;stroke:none}.limit{stroke-dasharray:8 4}
.cell{stroke:#bfc6bf;stroke-width:.7}.cell.dull{fill:url(#h-dull)}.cell.wet{fill:url(#h-wet)}.mark{fill:#fff}.mark.dull{fill:#12292C}.mark.wet{fill:#2B6777}`;

const line = (d: string): string => `<path d="${d}" stroke="#5B6C6B" stroke-width="0.7" fill="none"/>`;
const pattern = (id: string, size: number, ground: string, d: string): string =>
  `<pattern id="${id}" width="${size}" height="${size}" patternUnits="userSpaceOnUse"><rect width="${size}" height="${size}" fill="${ground}"/>${line(d)}</pattern>`;

const DEFS = [
  pattern('h-old', 7, '#E9E5DA', 'M0 7L7 0'),
  pattern('h-core', 12, '#F6F3EA', 'M0 6H12M3 0V6M9 6V12'),
  pattern('h-new-core', 12, '#FFFFFF', 'M0 6H12M3 0V6M9 6V12'),
  pattern('h-bias', 5, '#D5E5E1', 'M0 5L5 0M0 0L5 5'),
  pattern('h-warp', 6, '#E6F0EC', 'M0 3H4M5 0V6'),
  pattern('h-mat', 6, '#DDE9E4', 'M1 1L3 2M4 4L5 2'),
  pattern('h-dull', 8, 'none', 'M0 8L8 0'),
  pattern('h-wet', 8, 'none', 'M0 3q2 -2 4 0t4 0'),
  pattern('h-fill', 5, '#F3E7C4', 'M1 1h1M3 4h1'),
].join('');

/** A scene as a self-contained SVG text for files and paper. */
export function sceneToSvg(scene: Scene): string {
  const items = scene.items.map((i) =>
    i.type === 'path'
      ? `<path class="${i.cls}" d="${i.d}"/>`
      : `<text class="${i.cls}" x="${i.x.toFixed(1)}" y="${i.y.toFixed(1)}" text-anchor="${i.anchor}">${xmlText(i.text)}</text>`,
  );
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${scene.width} ${scene.height.toFixed(0)}" width="${scene.width}" height="${scene.height.toFixed(0)}" role="img">` +
    `<title>${xmlText(scene.description)}</title><style>${STYLE}</style><defs>${DEFS}</defs>${items.join('')}</svg>`
  );
}
