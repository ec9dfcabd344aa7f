import type { UnreadGrit } from '../trace/refused';

/** Grades of coated abrasives and their mean grain. FEPA P and CAMI are two scales: a bare number does not say which. */
export type GritScale = 'P' | 'CAMI';

export interface Grit {
  readonly scale: GritScale;
  readonly grade: number;
  /** Mean grain, m. */
  readonly grain: number;
}

const grains = (rows: readonly (readonly [number, number])[]): Readonly<Record<number, number>> =>
  Object.fromEntries(rows.map(([grade, um]) => [grade, um * 1e-6]));

/** FEPA P grades: mean grain in m. Source: FEPA 43-1 (macrogrits) and 43-2 (microgrits). */
export const P_GRAIN: Readonly<Record<number, number>> = grains([
  [16, 1324],
  [20, 1000],
  [24, 764],
  [30, 642],
  [36, 538],
  [40, 425],
  [50, 336],
  [60, 269],
  [80, 201],
  [100, 162],
  [120, 125],
  [150, 100],
  [180, 82],
  [220, 68],
  [240, 58.5],
  [280, 52.2],
  [320, 46.2],
  [360, 40.5],
  [400, 35],
  [500, 30.2],
  [600, 25.8],
  [800, 21.8],
  [1000, 18.3],
  [1200, 15.3],
  [1500, 12.6],
  [2000, 10.3],
  [2500, 8.4],
]);

/** CAMI numbers: mean grain in m. Source: the CAMI scale of coated abrasives. */
export const CAMI_GRAIN: Readonly<Record<number, number>> = grains([
  [24, 710],
  [36, 535],
  [40, 428],
  [50, 351],
  [60, 268],
  [80, 192],
  [100, 141],
  [120, 116],
  [150, 93],
  [180, 78],
  [220, 66],
  [240, 51.8],
  [280, 44],
  [320, 36],
  [360, 28],
  [400, 23],
  [500, 20],
  [600, 16],
  [800, 12.2],
  [1000, 9.2],
  [1200, 6.5],
]);

const TABLES: Record<GritScale, Readonly<Record<number, number>>> = { P: P_GRAIN, CAMI: CAMI_GRAIN };

/** "P400", "CAMI 320" */
export function gritName({ scale, grade }: Pick<Grit, 'scale' | 'grade'>): string {
  return scale === 'P' ? `P${grade}` : `CAMI ${grade}`;
}

/** The grade of a scale whose grain is nearest, by ratio. */
export function nearestGrade(grain: number, scale: GritScale): number {
  const far = (g: number): number => Math.abs(Math.log(TABLES[scale][g] / grain));
  return Object.keys(TABLES[scale])
    .map(Number)
    .reduce((best, g) => (far(g) < far(best) ? g : best));
}

export type ReadGrit =
  { readonly ok: true; readonly grit: Grit } | { readonly ok: false; readonly unread: UnreadGrit };

/** The grades on either side of a number that a scale does not have. */
function neighbours(grade: number, scale: GritScale): readonly [number, number] {
  const grades = Object.keys(TABLES[scale]).map(Number);
  const below = grades.filter((g) => g < grade).at(-1);
  const above = grades.find((g) => g > grade);
  if (below === undefined) return [grades[0], grades[1]];
  return above === undefined ? [grades[grades.length - 2], below] : [below, above];
}

/**
 * Reads one grade as it is written: "P80", "p 80", "80" (taken as P), "CAMI 320", "320C".
 * @returns the grade, or why there is none, with the two nearest of its scale
 */
export function readGrit(text: string): ReadGrit {
  const m = /^\s*(p|cami)?\s*-?\s*(\d{1,6})\s*(c|cami)?\s*$/i.exec(text);
  if (!m || (m[1]?.toLowerCase() === 'p' && m[3]))
    return { ok: false, unread: { why: 'no-grit', typed: text.trim() } };
  const scale: GritScale = m[3] || m[1]?.toLowerCase() === 'cami' ? 'CAMI' : 'P';
  const grade = Number(m[2]);
  const grain = TABLES[scale][grade];
  if (grain !== undefined) return { ok: true, grit: { scale, grade, grain } };
  const other: GritScale = scale === 'P' ? 'CAMI' : 'P';
  return {
    ok: false,
    unread: {
      why: 'off-scale',
      scale,
      grade,
      near: neighbours(grade, scale),
      ...(TABLES[other][grade] === undefined ? {} : { there: other }),
    },
  };
}

export interface ReadGrits {
  readonly grits: readonly Grit[];
  readonly wrong: readonly UnreadGrit[];
}

/** Reads a row of grades: "80, 120 180", "P80 CAMI 220". Separators are commas, spaces, arrows, dashes and slashes. */
export function readGrits(text: string): ReadGrits {
  const words = text
    .replace(/(cami|p)\s+(?=\d)/gi, '$1')
    .split(/[\s,;>→–/-]+/)
    .filter(Boolean);
  const read = words.map(readGrit);
  return {
    grits: read.flatMap((r) => (r.ok ? [r.grit] : [])),
    wrong: read.flatMap((r) => (r.ok ? [] : [r.unread])),
  };
}
