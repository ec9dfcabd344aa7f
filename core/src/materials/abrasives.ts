import { P_GRAIN, gritName, nearestGrade, type Grit, type GritScale } from './grits';
import type { Sheet } from './product';

/** What a paper is driven with. A disc is for the machine; a board or block is flat and levels. */
export type SandingTool = 'random orbital' | 'rotary' | 'long board' | 'hand block';

/** Removal of each tool against a 150 mm random orbital sander. Source: judged by one technician's hands; rotary gouges and is for cutting highs. */
export const TOOL_RATE: Readonly<Record<SandingTool, number>> = {
  'random orbital': 1,
  rotary: 1.6,
  'long board': 0.5,
  'hand block': 0.35,
};

export type AbradedMaterial = 'cured resin' | 'light filler' | 'gel coat' | 'paint' | 'thermoplastic';

/** Depth of the scratch that a paper leaves, as a share of its mean grain. Source: typical, cured resin 0.25; softer and brittle faces more. */
export const SCRATCH_SHARE: Readonly<Record<AbradedMaterial, number>> = {
  'cured resin': 0.25,
  'light filler': 0.25,
  'gel coat': 0.3,
  paint: 0.3,
  thermoplastic: 0.35,
};
/** Removal against cured resin. Source: judged; light filler gives way, gel coat is harder. */
export const MATERIAL_RATE: Readonly<Record<AbradedMaterial, number>> = {
  'cured resin': 1,
  'light filler': 1.5,
  'gel coat': 0.8,
  paint: 1.2,
  thermoplastic: 0.8,
};
/** Coarsest paper by what is sanded, P grade: coarser ones tear soft filler, or reach deep into half a millimetre of film. */
export const COARSEST: Readonly<Record<AbradedMaterial, number>> = {
  'cured resin': 40,
  'light filler': 80,
  'gel coat': 240,
  paint: 180,
  thermoplastic: 120,
};

/** Removal rate of a 150 mm random orbital sander on cured resin, m³/s by P grade; between them log-interpolated on grain. */
const RATE: readonly (readonly [number, number])[] = (
  [
    [40, 5],
    [80, 3],
    [120, 2],
    [180, 1.3],
    [240, 0.95],
    [320, 0.7],
    [400, 0.5],
    [600, 0.3],
    [800, 0.2],
    [1200, 0.12],
  ] as const
).map(([p, cm3PerMin]) => [P_GRAIN[p], (cm3PerMin * 1e-6) / 60]);

/**
 * Removal rate at a mean grain, m³/s. Log–log interpolation; beyond the ends of the table the end slope is kept.
 * @param grain mean grain, m
 */
export function removalRate(grain: number): number {
  let i = RATE.findIndex(([g]) => g <= grain);
  if (i === -1) i = RATE.length - 1;
  i = Math.max(1, i);
  const [[g0, r0], [g1, r1]] = [RATE[i - 1], RATE[i]];
  const t = Math.log(grain / g0) / Math.log(g1 / g0);
  return r0 * (r1 / r0) ** t;
}

/** Area that one 150 mm disc lasts, m²: 0.6 at P80, 0.9 at P240; log-interpolated on grain, ends kept. */
export function discLife(grain: number): number {
  const t = Math.log(grain / P_GRAIN[80]) / Math.log(P_GRAIN[240] / P_GRAIN[80]);
  return 0.6 + 0.3 * Math.min(1, Math.max(0, t));
}

/** A paper as it is used on one material: what it takes off, how long it lasts, what it leaves. */
export interface Paper extends Grit {
  readonly id: string;
  readonly name: string;
  readonly tool: SandingTool;
  readonly wet: boolean;
  /** m³/s */
  readonly rate: number;
  /** Area that one piece lasts, m². */
  readonly life: number;
  /** Depth of its scratch, m. */
  readonly scratch: number;
}

const toolOf = (sheet: Sheet): SandingTool =>
  sheet.traits?.includes('for machine')
    ? 'random orbital'
    : sheet.traits?.includes('for board')
      ? 'long board'
      : 'hand block';

/**
 * A product of Stores as a paper for one material.
 * @returns undefined for what is no abrasive or has no grain
 */
export function paperOf(
  sheet: Sheet,
  material: AbradedMaterial,
  tool: SandingTool = toolOf(sheet),
): Paper | undefined {
  if (sheet.role !== 'abrasive' || sheet.grain === undefined || !(sheet.grain > 0)) return undefined;
  const scale: GritScale = sheet.family === 'CAMI' ? 'CAMI' : 'P';
  const grit = { scale, grade: nearestGrade(sheet.grain, scale), grain: sheet.grain };
  return {
    ...grit,
    id: sheet.id,
    name: sheet.own ? sheet.name : gritName(grit),
    tool,
    wet: sheet.traits?.includes('wet') ?? false,
    rate: removalRate(sheet.grain) * TOOL_RATE[tool] * MATERIAL_RATE[material],
    life: sheet.life ?? discLife(sheet.grain),
    scratch: SCRATCH_SHARE[material] * sheet.grain,
  };
}

/** Every abrasive of a list of products as a paper, worked out once per list. */
const made = new WeakMap<
  readonly object[],
  Map<AbradedMaterial, readonly { readonly paper: Paper; readonly usual: boolean }[]>
>();

function allPapers(
  products: readonly { readonly role: string }[],
  material: AbradedMaterial,
): readonly { readonly paper: Paper; readonly usual: boolean }[] {
  const kept =
    made.get(products) ??
    new Map<AbradedMaterial, readonly { readonly paper: Paper; readonly usual: boolean }[]>();
  made.set(products, kept);
  const before = kept.get(material);
  if (before) return before;
  const all = products.flatMap((p) => {
    if (p.role !== 'abrasive') return [];
    const sheet = p as Sheet;
    const paper = paperOf(sheet, material);
    return paper ? [{ paper, usual: sheet.family !== 'CAMI' || sheet.own === true }] : [];
  });
  kept.set(material, all);
  return all;
}

/** The papers of the shelf. A yard that has not said what it has is taken to have the usual FEPA papers and its own. */
export function papersOf(
  products: readonly { readonly role: string }[],
  shelf: readonly string[] | undefined,
  material: AbradedMaterial,
): readonly Paper[] {
  return allPapers(products, material).flatMap(({ paper, usual }) =>
    (shelf ? shelf.includes(paper.id) : usual) ? [paper] : [],
  );
}
