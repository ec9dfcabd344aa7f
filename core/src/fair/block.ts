import { chordSag } from '../physics/chord-sag';
import { formula } from '../trace/formula';

export interface Block {
  readonly name: string;
  /** m */
  readonly length: number;
  readonly rigid: boolean;
}

/** Blocks and boards as they hang on the wall of a yard. */
export const BLOCKS: readonly Block[] = [
  { name: 'rigid block', length: 0.13, rigid: true },
  { name: 'rigid half board', length: 0.28, rigid: true },
  { name: 'rigid long board', length: 0.45, rigid: true },
  { name: 'rigid long board', length: 0.8, rigid: true },
  { name: 'flexible long board', length: 0.8, rigid: false },
];

/** Longest rigid block whose middle stands off a curve by no more than the tolerance, from s = L²/(8r). */
export const longestRigid = formula({
  id: 'fair/block',
  expression: 'L = √(8·r·s)',
  unit: 'm',
  source: 'chord sag of a rigid block on a radius',
  inputs: { r: 'radius of the hull', s: 'gap that may be left' },
  evaluate: (x) => Math.sqrt(8 * x.r * x.s),
});

export interface BlockChoice {
  readonly block: Block;
  /** Gap of the block in the middle of its length, m; 0 for one that bends. */
  readonly sag: number;
  /** Whether it reaches over the widest low with a hand's breadth on each side. */
  readonly bridges: boolean;
}

/** What a block must reach beyond a low on each side to rest on fair surface, m. */
const REST = 0.04;

/**
 * The longest block that the curve allows; where no rigid one both stays within the tolerance and bridges the low, the
 * flexible board.
 * @param radius of the hull along the stroke, m; Infinity where flat
 * @param low length of the widest low along the stroke, m
 */
export function chooseBlock(
  radius: number,
  tolerance: number,
  low: number,
  blocks: readonly Block[] = BLOCKS,
): BlockChoice {
  const sag = (b: Block): number =>
    b.rigid && Number.isFinite(radius) ? chordSag.evaluate({ L: b.length, r: radius }) : 0;
  const bridges = (b: Block): boolean => b.length >= low + 2 * REST;
  const rigid = blocks.filter((b) => b.rigid && sag(b) <= tolerance).sort((a, b) => a.length - b.length);
  const flexible = blocks.filter((b) => !b.rigid).sort((a, b) => b.length - a.length)[0];
  const block = rigid.at(-1);
  const chosen = block && (bridges(block) || !flexible) ? block : (flexible ?? block ?? blocks[0]);
  return { block: chosen, sag: sag(chosen), bridges: bridges(chosen) };
}
