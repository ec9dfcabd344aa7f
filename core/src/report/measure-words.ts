import type { Measure } from '../materials/ways/measuring';
import { figure, figureIn, said, type Reader, type Said } from './say';

/**
 * How to measure one cup out with one instrument, as an instruction whose figures can be opened.
 *
 * @param between what is stirred in before the catalyst is counted
 */
export function measureWords(m: Measure, reader: Reader = {}, between: Said = []): Said {
  const [first, second] = m.readings;
  switch (m.way) {
    case 'scale':
      return said`${m.instrument}: ${first.part} to ${figureIn(first.figure, 'g', 1, reader)}, then ${second.part} until it shows ${figureIn(second.figure, 'g', 1, reader)}`;
    case 'cup':
      return said`${m.instrument}: ${first.part} ${figureIn(first.figure, 'mm', 0, reader)} deep, then ${second.part} to ${figureIn(second.figure, 'mm', 0, reader)}`;
    case 'syringe':
      return said`${m.instrument}: ${figureIn(first.figure, 'ml', 1, reader)} of ${first.part}`;
    case 'drops':
      return said`${first.part} to ${figureIn(first.figure, 'g', 1, reader)}${between}, then ${figure(second.figure)} drops of ${second.part}`;
    case 'cartridge':
      return said`level both pistons, fresh mixer, ${figureIn(first.figure, 'ml', 0, reader)} ${first.part} until both parts come in one colour; ${figureIn(second.figure, 'ml', 1, reader)} ${second.part} in all; after a pause a new mixer`;
    case 'pump':
      return said`${m.instrument}: ${figure(first.figure)} strokes of each`;
  }
}
