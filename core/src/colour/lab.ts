import {
  convertXyz65ToLab65,
  differenceCiede2000,
  formatHex,
  modeLab65,
  modeRgb,
  modeXyz65,
  useMode,
  type Lab65,
} from 'culori/fn';
import { BANDS, X_WEIGHTS, Y_WEIGHTS, Z_WEIGHTS } from './observer';

useMode(modeRgb);
useMode(modeXyz65);
const toLab = useMode(modeLab65);

/** CIE L*a*b* under D65. */
export interface Lab {
  readonly L: number;
  readonly a: number;
  readonly b: number;
}

const asCulori = ({ L, a, b }: Lab): Lab65 => ({ mode: 'lab65', l: L, a, b });
const ciede2000 = differenceCiede2000();

/** Colour difference ΔE00 by the colour library. Source: CIEDE2000, Sharma, Wu and Dalal 2005. */
export function deltaE(one: Lab, other: Lab): number {
  return ciede2000(asCulori(one), asCulori(other));
}

/** Colour of a reflectance spectrum, 0–1 in the bands of observer.ts. */
export function labOf(reflectance: ArrayLike<number>): Lab {
  let [x, y, z] = [0, 0, 0];
  for (let i = 0; i < BANDS; i += 1) {
    x += X_WEIGHTS[i] * reflectance[i];
    y += Y_WEIGHTS[i] * reflectance[i];
    z += Z_WEIGHTS[i] * reflectance[i];
  }
  const { l, a, b } = convertXyz65ToLab65({ x, y, z });
  return { L: l, a, b };
}

/** The colour as a screen shows it, "#d8d2c1"; out of gamut it is the nearest that the screen has. */
export function hexOf(lab: Lab): string {
  return formatHex(asCulori(lab));
}

/** Colour of a screen pixel: a photograph's, never a measurement. @param rgb each 0–255 */
export function labOfPixel(rgb: readonly [number, number, number]): Lab {
  const { l, a, b } = toLab({ mode: 'rgb', r: rgb[0] / 255, g: rgb[1] / 255, b: rgb[2] / 255 });
  return { L: l, a, b };
}

/** How one colour differs from another in words: "lighter, redder". */
export function differenceWords(of: Lab, from: Lab): string {
  const [dL, da, db] = [of.L - from.L, of.a - from.a, of.b - from.b];
  const words = [
    [Math.abs(dL), dL > 0 ? 'lighter' : 'darker'],
    [Math.abs(da), da > 0 ? 'redder' : 'greener'],
    [Math.abs(db), db > 0 ? 'yellower' : 'bluer'],
  ] as const;
  const told = words.filter(([size]) => size >= 0.3).sort((x, y) => y[0] - x[0]);
  return told.length === 0 ? 'alike' : told.map(([, word]) => word).join(', ');
}
