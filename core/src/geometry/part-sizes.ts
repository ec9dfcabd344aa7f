import { inside } from './polygon';
import { regionExtent, type Region } from './region';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';

/** One of several pieces with the hole or holes that it belongs to, and its own size. */
export interface PartSize {
  /** "A", the largest hole; "A + B" where one piece covers both; "A 1" and "A 2" for halves. */
  readonly name: string;
  readonly length: Figure;
  readonly width: Figure;
}

const SIZE = {
  id: 'geometry/outline',
  expression: 'overall size of one outline',
  unit: 'm',
  source: 'each hole is cut, ground and covered by itself',
};

/** What a hole is called: the largest first. */
const letter = (i: number): string => String.fromCharCode(65 + (i % 26));

/**
 * What each piece of a region is called after the holes that lie in it. Pieces alike are counted.
 * @param base the holes, the largest first
 */
export function partNames(pieces: Region, base: Region): readonly string[] {
  const names = pieces.map((piece) => {
    const own = base.flatMap((hole, i) => (touches(piece, hole) ? [letter(i)] : []));
    return own.length > 0 ? own.join(' + ') : letter(0);
  });
  const alike = (name: string): number => names.filter((n) => n === name).length;
  return names.map((name, i) =>
    alike(name) > 1 ? `${name} ${names.slice(0, i + 1).filter((n) => n === name).length}` : name,
  );
}

/** Whether a piece covers some of a hole: a half covers half of it. */
const touches = (piece: Region[number], hole: Region[number]): boolean => hole.some((p) => inside(piece, p));

/** The size of every piece of a region. @returns none for a single one: its size is that of the whole */
export function partSizes(
  key: string,
  label: string,
  pieces: Region,
  base: Region,
  from: Readonly<Record<string, Figure>>,
  ledger: Ledger,
): readonly PartSize[] {
  if (pieces.length < 2) return [];
  const names = partNames(pieces, base);
  return pieces.map((piece, i) => {
    const extent = regionExtent([piece]);
    const figure = (side: 'length' | 'width'): Figure =>
      ledger.record(`${key}.${i + 1}.${side}`, `${side} of ${label}, ${names[i]}`, SIZE, extent[side], from);
    return { name: names[i], length: figure('length'), width: figure('width') };
  });
}
