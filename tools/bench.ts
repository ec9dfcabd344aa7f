// Measures what a person feels: planning while typing, the first paint, and the server under load. Prints one table.
import { measurePlanning } from './bench/planning';
import { measureMatch } from './bench/match';
import { measureCure } from './bench/cure';
import { measureFinish } from './bench/finish';
import { printHours } from './bench/hours';
import { measureLaminate } from './bench/laminate';
import { measurePage } from './bench/page';
import { measureServer } from './bench/server';
import { measureTyping } from './bench/typing';
import { printRows, type Row } from './bench/rows';

const wanted = process.argv.slice(2);
const PARTS: Record<string, () => Promise<readonly Row[]> | readonly Row[]> = {
  planning: measurePlanning,
  match: measureMatch,
  laminate: measureLaminate,
  cure: measureCure,
  finish: measureFinish,
  page: measurePage,
  typing: measureTyping,
  server: measureServer,
};
const unknown = wanted.find((w) => !(w in PARTS) && w !== 'hours');
if (unknown) {
  console.error(`no part “${unknown}”; there are ${Object.keys(PARTS).join(', ')} and hours`);
  process.exit(1);
}
if (wanted.includes('hours')) process.exitCode = printHours() ? 0 : 1;
const rows: Row[] = [];
for (const [name, measure] of Object.entries(PARTS))
  if (wanted.length === 0 || wanted.includes(name)) rows.push(...(await measure()));
if (rows.length > 0) printRows(rows);
