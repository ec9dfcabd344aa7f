/** What one lane of inputs came to. */
export interface Lane {
  readonly name: string;
  inputs: number;
  /** Crashes, unforeseen answers, numbers that are none, answers that came too late: each in a line that leads back to it. */
  readonly faults: string[];
  slowest: number;
}

export const lane = (name: string): Lane => ({ name, inputs: 0, faults: [], slowest: 0 });

/** Longest that any one input may take, ms; on a machine that does other work beside, more may be allowed. */
export const patience = { latestMs: 2000 };
/** As many faults of a lane are told. */
const TOLD = 12;

/** What no person and no program should be shown. */
const BROKEN = /(?<![\w"])(?:NaN|-?Infinity)(?![\w"])|\[object |\bundefined\b/;
const TRACE = /\bat [^\n]*\.(ts|js|mjs):\d+|node_modules|select .* from|insert into/i;
export const brokenIn = (text: string): string | undefined =>
  BROKEN.exec(text)?.[0] ?? (TRACE.test(text) ? 'a trace' : undefined);

/** Runs one input and notes how long it took and what was wrong with it. */
export async function tried(
  to: Lane,
  about: () => string,
  work: () => Promise<string | undefined> | string | undefined,
): Promise<void> {
  const began = performance.now();
  let wrong: string | undefined;
  try {
    wrong = await work();
  } catch (e) {
    wrong = `threw ${e instanceof Error ? (e.stack?.split('\n').slice(0, 2).join(' ') ?? e.message) : String(e)}`;
  }
  const took = performance.now() - began;
  to.inputs += 1;
  to.slowest = Math.max(to.slowest, took);
  if (took > patience.latestMs) wrong ??= `took ${Math.round(took)} ms`;
  if (wrong !== undefined) to.faults.push(`${wrong} :: ${about().slice(0, 400)}`);
}

/** Tells of a lane as soon as it is done: a run that is broken off has told what it knows. */
export function tell(l: Lane): Lane {
  console.log(
    `${l.name.padEnd(10)} ${String(l.inputs).padStart(6)} inputs  ${String(l.faults.length).padStart(4)} faults  slowest ${Math.round(l.slowest)} ms`,
  );
  for (const f of l.faults.slice(0, TOLD)) console.log(`  FAULT ${f}`);
  return l;
}

/** @returns how many lanes were clean and how many were not, memory counted as one */
export function sum(lanes: readonly Lane[], peakMb: number): { passed: number; failed: number } {
  const heavy = peakMb > MOST_MB;
  console.log(
    `memory of the server at its most: ${Math.round(peakMb)} MB${heavy ? ` FAULT: more than ${MOST_MB} MB` : ''}`,
  );
  const failed = lanes.filter((l) => l.faults.length > 0).length + Number(heavy);
  return { passed: lanes.length + 1 - failed, failed };
}
const MOST_MB = 1000;
