/** How a tube is held while the patch is put on. */
const STATES: Readonly<Record<string, string>> = {
  'fabric-tear': 'flat and let down, on a board, so that the lips lie as they were woven',
  'fabric-puncture': 'let down and flat; on a bend, a little air in the neighbouring chamber gives the curve',
  'seam-leak': 'let down; the seam laid over a round former of the tube’s curve',
  'valve-leak': 'let down',
  'old-repair': 'let down, the old film off first',
};

/** How what is patched lies meanwhile: a tube by its damage, a board flat. */
export const heldFor = (damage: string, board: boolean): string =>
  board ? 'Board: let down, flat on a table.' : `Tube: ${STATES[damage] ?? STATES['fabric-puncture']}.`;
