import type { Measure } from '../materials/measure';
import { figure, figureIn, said, type Reader, type Said } from './say';

/** How to measure one cup out with one instrument, as an instruction whose figures can be opened. */
export function measureWords(m: Measure, reader: Reader = {}): Said {
  const [first, second] = m.readings;
  switch (m.way) {
    case 'scale':
      return said`${m.instrument}: ${first.part} to ${figureIn(first.figure, 'g', 1, reader)}, then ${second.part} until it shows ${figureIn(second.figure, 'g', 1, reader)}`;
    case 'cup':
      return said`${m.instrument}: ${first.part} ${figureIn(first.figure, 'mm', 0, reader)} deep, then ${second.part} to ${figureIn(second.figure, 'mm', 0, reader)}`;
    case 'syringe':
      return said`${m.instrument}: ${figureIn(first.figure, 'ml', 1, reader)} of ${first.part}`;
    case 'pump':
      return said`${m.instrument}: ${figure(first.figure)} strokes of each`;
  }
}
