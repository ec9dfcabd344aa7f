import type { Plan } from '../../../plan/plan';
import { measureWords } from '../../measure-words';
import { figureIn, gramDecimals, partLines, plainText, said, say, type Reader, type Said } from '../../say';
import type { WorkTable } from '../../work-table';
import { numberedWork } from '../numbered';
import { cupOf, type CupContent } from '../pots';

/** Pots that can be measured in more than one way: what stands in each, and the other ways; pots alike stand on one line. */
export function potTable(plan: Plan, reader: Reader): readonly WorkTable[] {
  const rows = new Map<string, { steps: number[]; cup: CupContent; content: Said }>();
  for (const { n, step } of numberedWork(plan).steps) {
    const cup = step.pot && cupOf(step.pot, plan);
    if (!cup) continue;
    const content = contentOf(cup, reader);
    const key = plainText(content);
    const row = rows.get(key) ?? { steps: [], cup, content };
    row.steps.push(n);
    rows.set(key, row);
  }
  // The closest way stands at its step; a pot with no other way has nothing to be looked up.
  const several = [...rows.values()].filter(({ cup }) => cup.measures.length > 1);
  if (several.length === 0) return [];
  const others = ({ measures }: CupContent): Said =>
    measures.slice(1).flatMap((m, i) => said`${i > 0 ? '; ' : ''}${measureWords(m, reader)}`);
  return [
    {
      caption: 'Other ways of measuring',
      columns: ['Step', 'In each cup', 'Or measured with'],
      rows: several.map(({ steps, cup, content }): Said[] => [[steps.join(', ')], content, others(cup)]),
    },
  ];
}

/** "resin 61.8 g (53.7 ml), hardener 10.7 g (10.7 ml)" */
function contentOf({ parts, powder }: CupContent, reader: Reader): Said {
  const lines = partLines(parts).flatMap(
    ({ name, mass, volume, drops }, i): Said =>
      said`${i > 0 ? ', ' : ''}${name} ${figureIn(mass, 'g', gramDecimals(mass), reader)}${volume || drops ? said` (${[...(volume ? [figureIn(volume, 'ml', 1, reader)] : []), ...(volume && drops ? [', '] : []), ...(drops ? [{ text: `${say(drops)} drops`, figure: drops }] : [])]})` : ''}`,
  );
  return powder ? [...lines, ...said`, ${powder.name} ${figureIn(powder.mass, 'g', 1, reader)}`] : lines;
}
