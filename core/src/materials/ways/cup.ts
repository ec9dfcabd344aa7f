import type { Cup } from '../instruments';
import { cupError } from '../smallest-batch';
import { formula } from '../../trace/formula';
import { ofInstrument, type Measuring, type Way } from './measuring';

/** A line on a cup is read to a millimetre. */
const LINE = 0.001;
/** Less than this deep no line on a cup is a measure, m. */
const LEAST_DEPTH = 0.005;

/** Height of a cup that is full, m. Source: volume of a cut cone. */
export function fullHeight({ volume, bottom, top }: Pick<Cup, 'volume' | 'bottom' | 'top'>): number {
  const [r, R] = [bottom / 2, top / 2];
  return (3 * volume) / (Math.PI * (r * r + r * R + R * R));
}

/** Height of a liquid in a cut cone (m): V = π/(3k)·((r + k·h)³ − r³), k = (R − r)/H. */
export const cupHeight = formula({
  id: 'materials/ways/cup',
  expression:
    'h from V = π/(3k)·((r + k·h)³ − r³), r = d/2, R = D/2, k = (R − r)/H, H = 3·V_cup/(π(r² + r·R + R²))',
  unit: 'm',
  source: 'volume of a cut cone',
  inputs: { V: 'volume', V_cup: 'what the cup holds', d: 'its bottom', D: 'its top' },
  evaluate: ({ V, V_cup: V_cup, d, D }) => {
    const [r, R] = [d / 2, D / 2];
    const H = fullHeight({ volume: V_cup, bottom: d, top: D });
    const k = (R - r) / H;
    return Math.abs(k) < 1e-6 ? V / (Math.PI * r * r) : (Math.cbrt((3 * k * V) / Math.PI + r ** 3) - r) / k;
  },
});

const smallestFor = (cups: readonly Cup[], volume: number): Cup | undefined =>
  cups.filter((c) => c.volume >= volume).sort((x, y) => x.volume - y.volume)[0];

/** Two lines on a cup, one part poured on the other. @returns undefined where a line would be less than 5 mm from the one below it */
export function byCup(x: Measuring): Way | undefined {
  const { ledger, id, names, va, vb, parts, bench } = x;
  const cup =
    va && vb && parts.kind === 'two-part' ? smallestFor(bench.cups, va.value + vb.value) : undefined;
  if (!cup || !va || !vb) return undefined;
  const name = cup.name ?? 'cup';
  const shape = {
    V_cup: ofInstrument(x, 'cups', 'cup', `${name} holds`, cup.volume, 'm³'),
    d: ofInstrument(x, 'cups', 'bottom', 'inside width at the bottom', cup.bottom, 'm'),
    D: ofInstrument(x, 'cups', 'top', 'inside width at the top', cup.top, 'm'),
  };
  const both = ledger.sum(`${id}.cupTotal`, 'both parts by volume', 'm³', [va, vb]);
  const first = ledger.compute(`${id}.cupA`, `height of the ${names[0]}`, cupHeight, { V: va, ...shape });
  const second = ledger.compute(`${id}.cupB`, `height with the ${names[1]} on top`, cupHeight, {
    V: both,
    ...shape,
  });
  if (first.value < LEAST_DEPTH || second.value - first.value < LEAST_DEPTH) return undefined;
  return {
    way: 'cup',
    instrument: name,
    readings: [
      { part: names[0], figure: first },
      { part: names[1], figure: second },
    ],
    error: ledger.compute(`${id}.cupError`, 'possible error of the ratio, by lines', cupError, {
      δ: ledger.given(
        `${id}.line`,
        'a line is read to',
        LINE,
        'm',
        'assumed',
        'a millimetre, eye level with the line',
      ),
      A_cup: ledger.given(
        `${id}.cupArea`,
        'section of the cup, middle',
        (Math.PI / 4) * ((cup.bottom + cup.top) / 2) ** 2,
        'm²',
        bench.own.has('cups') ? 'shop' : 'assumed',
        'mean of both widths',
      ),
      V_B: vb,
    }),
  };
}
