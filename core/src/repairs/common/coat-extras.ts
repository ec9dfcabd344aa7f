import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { RepairBuilder } from '../builder';
import type { CoatQuestion } from './coats';
import { goesAlike, wholeNumber } from './measures';

/** A face larger than this is not sprayed from cans: bands, and more cans than a tin costs, m². Source: judged. */
const CANNED = 0.5;
/** Paste that goes into a coating of epoxy. */
const PASTE = 'pigment-epoxy';

export const pasteMass = formula({
  id: 'repairs/common/coat-extras',
  expression: 'm_paste = s·m',
  unit: 'kg',
  source: 'share of the sheet; more hinders the cure',
  inputs: { m: 'mix of one coat', s: 'share of paste' },
  evaluate: (x) => x.s * x.m,
});

/** Paste that one coat is coloured with, and what all of them use up. @returns paste of one coat, kg */
export function tinted(
  b: RepairBuilder,
  { id, product, name }: CoatQuestion,
  share: number,
  mass: Figure,
  coats: Figure,
): Figure {
  const paste = b.compute(`${id}.paste`, 'pigment paste of one coat', pasteMass, {
    m: mass,
    s: b.sheetFigure(`${id}.pasteShare`, 'pigment paste, of the mix', product, 'pigment', share, 'fraction'),
  });
  const bought = b.input.library.products.find((p) => p.id === PASTE);
  b.material(
    `${id}-paste`,
    bought?.name ?? PASTE,
    `in ${name}`,
    b.compute(`${id}.pasteAll`, 'pigment paste in all', goesAlike, { m_go: paste, n: coats }),
    bought,
  );
  return paste;
}

/** How many cans it takes, and that a large face is none for cans. */
export function tellCans(
  b: RepairBuilder,
  { id, stage, area, name }: CoatQuestion,
  volume: Figure,
  can: number,
): void {
  const cans = b.compute(`${id}.cans`, `cans of ${name}`, wholeNumber, {
    x: volume,
    most: b.assumed(`${id}.can`, 'in a can', can, 'm³', 'propellant included'),
  });
  b.at(stage).key(cans.value === 1 ? 'Can' : 'Cans', cans);
  if (area.value > CANNED)
    b.warn(stage, 'system.finish', 'cans-on-large-face', {
      area: area.value,
      most: CANNED,
      cans: cans.value,
    });
  b.caution(
    stage,
    'Spray cans: propellant and mist burn and are breathed deep; no flame or spark, vapour mask with particle filter, outside or with the air drawn off; no can in the sun.',
    'coat',
  );
}
