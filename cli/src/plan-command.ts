import { closeSync, openSync, readSync } from 'node:fs';
import {
  JOB_FIELDS,
  LIBRARY,
  describeProblem,
  jsonSchemaFor,
  numberedWork,
  placeLetter,
  stopsOf,
  tellProblem,
  storable,
  JOB_FILE_LIMIT,
  type Job,
  type Plan,
  type Problem,
  type Stop,
} from '@nelbo/core';
import { wholeBoat, type WholePlace } from '@nelbo/core/boat';
import { REPAIRS } from '@nelbo/core/repairs';
import { FORMATS, FORMAT_NAMES, isFormat, type ExportedPlace, type Format } from './formats';

export interface Outcome {
  readonly stdout: string;
  readonly stderr: string;
  readonly code: 0 | 1 | 2;
}

const USAGE = `usage: nelbo plan FILE [--format ${FORMAT_NAMES.join('|')}] [--reasons] [--place ID]
       nelbo plan FILE --inspect
       nelbo plan --schema

FILE is a job file (*.nelbo.json); - reads standard input. Problems go to standard error.
cut: what to cut and how it lies on the rolls; dxf, svg: the patterns at 1:1.
--inspect: replays the plan step by step and lists every gate that is broken and every STOP.
--place: one place of a boat of several by itself; cut, dxf and svg are of the first without it.
--reasons: where every figure of a work order (text, md) comes from, at its end.
Without --format: text on a terminal, json into a file or pipe.
Exit status: 0 planned, 1 wrong usage, 2 the file has an error (what could be planned is printed), or the inspector found
a broken gate.`;

/**
 * Runs `nelbo plan` with its arguments. Reads the file; writes nothing itself.
 * @param now ms since 1970
 * @param terminal whether a person reads the output as it comes
 */
export function planCommand(args: readonly string[], now: number, terminal = false): Outcome {
  const done = planned(args, now, terminal);
  // Names and words of others reach a terminal as words only.
  return { ...done, stderr: done.stderr.replace(CONTROLS, '') };
}

function planned(args: readonly string[], now: number, terminal: boolean): Outcome {
  if (args.includes('--help') || args.length === 0)
    return {
      stdout: args.length === 0 ? '' : `${USAGE}\n`,
      stderr: args.length === 0 ? `${USAGE}\n` : '',
      code: args.length === 0 ? 1 : 0,
    };
  if (args.includes('--schema'))
    return { stdout: `${JSON.stringify(jobSchemaDocument(), null, 2)}\n`, stderr: '', code: 0 };
  const reasons = args.includes('--reasons');
  const inspect = args.includes('--inspect');
  const rest = args.filter((a) => a !== '--reasons' && a !== '--inspect');
  const place = taken(rest, '--place');
  const asked = taken(rest, '--format');
  const format = asked ?? (terminal ? 'text' : 'json');
  if (!isFormat(format))
    return usage(
      `--format must be ${FORMAT_NAMES.slice(0, -1).join(', ')} or ${FORMAT_NAMES.at(-1)}, not “${format}”`,
    );
  const unknown = rest.find((a) => a.startsWith('-') && a !== '-');
  if (unknown) return usage(`unknown option ${unknown}`);
  if (rest.length !== 1) return usage('name one job file');
  if (reasons && format !== 'text' && format !== 'md')
    return usage('--reasons goes with --format text or md; json has every reason in its trace');
  if (inspect && (asked !== undefined || reasons)) return usage('--inspect goes by itself');
  return planFile(rest[0], { format: inspect ? 'inspect' : format, now, reasons, place });
}

/** Takes an option with its value out of the arguments: "--format text" or "--format=text". */
function taken(args: string[], name: string): string | undefined {
  const at = args.findIndex((a) => a === name || a.startsWith(`${name}=`));
  if (at === -1) return undefined;
  const [flag] = args.splice(at, 1);
  return flag === name ? (args.splice(at, 1)[0] ?? '') : flag.slice(name.length + 1);
}

function usage(message: string): Outcome {
  return { stdout: '', stderr: `nelbo plan: ${message}\n${USAGE}\n`, code: 1 };
}

const CHUNK = 65_536;
/** Bytes of a text of the longest job file, whatever script it is written in. */
const MOST_BYTES = 4 * JOB_FILE_LIMIT;
/** What a terminal would obey instead of showing it. */
const CONTROLS = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f]/g;

/** The text of a file, of a pipe or of a device, up to the bound of a job file: some of these never end. */
function readBounded(file: string): string {
  const from = file === '-' ? 0 : openSync(file, 'r');
  try {
    const chunks: Buffer[] = [];
    for (let size = 0; size <= MOST_BYTES;) {
      const chunk = Buffer.alloc(CHUNK);
      const read = readSync(from, chunk);
      if (read === 0) break;
      chunks.push(chunk.subarray(0, read));
      size += read;
    }
    return Buffer.concat(chunks).toString('utf8');
  } finally {
    if (from !== 0) closeSync(from);
  }
}

interface Asked {
  readonly format: Format | 'inspect';
  /** ms since 1970 */
  readonly now: number;
  readonly reasons: boolean;
  /** Id of the one place that is wanted. */
  readonly place: string | undefined;
}

function planFile(file: string, asked: Asked): Outcome {
  let text: string;
  try {
    text = readBounded(file);
  } catch {
    return { stdout: '', stderr: `error: ${file}: cannot be read; check the name of the file\n`, code: 2 };
  }
  if (text.length > JOB_FILE_LIMIT)
    return {
      stdout: '',
      stderr: `error: ${file}: is too large for a job file (allowed: up to ${JOB_FILE_LIMIT / 1e6} MB); a whole yard is restored with ./nelbo restore\n`,
      code: 2,
    };
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch (e) {
    return {
      stdout: '',
      stderr: `error: ${file}: is not JSON (${e instanceof Error ? e.message : 'unreadable'}); see docs/job-format.md\n`,
      code: 2,
    };
  }
  const unkeepable = storable(document);
  if (unkeepable.length > 0)
    return { stdout: '', stderr: unkeepable.map((p) => `${describeProblem(p)}\n`).join(''), code: 2 };
  return planDocument(document, asked);
}

/** A place of the boat with its letter, and what there is to say of it. */
interface Place extends WholePlace {
  readonly letter: string;
  readonly problems: readonly Problem[];
}

function planDocument(document: unknown, { format, now, reasons, place }: Asked): Outcome {
  const clock = { now, timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone };
  const boat = wholeBoat(document, LIBRARY, {}, clock, REPAIRS);
  const all = boat.places.map((p, i): Place => ({ ...p, letter: placeLetter(i), problems: once(p) }));
  const wanted = all.filter((p) => place === undefined || p.id === place);
  if (place !== undefined && wanted.length === 0 && all.length > 0)
    return usage(`there is no place “${place}”; there are ${all.map((p) => p.id).join(', ')}`);
  const problems = [
    ...boat.problems.map(describeProblem),
    ...wanted.flatMap((p) =>
      p.problems.map((x) =>
        all.length > 1 ? `place ${p.letter}: ${describeProblem(x)}` : describeProblem(x),
      ),
    ),
  ];
  const stderr = problems.map((p) => `${p}\n`).join('');
  const failed = [...boat.problems, ...wanted.flatMap((p) => p.problems)].some((p) => p.severity === 'error');
  if (format === 'inspect') return inspection(wanted, all.length > 1, boat.problems);
  const places = wanted.flatMap(({ job, plan, ...p }): ExportedPlace[] =>
    job && plan ? [{ ...p, job, plan }] : [],
  );
  const stdout = places.length > 0 ? FORMATS[format]({ places, now, reasons }) : '';
  return {
    stdout: format === 'json' ? stdout : stdout.replace(CONTROLS, ''),
    stderr,
    code: failed ? 2 : 0,
  };
}

/** What there is to say of a place, once: a field that could not be read is missing for the planner too. */
function once({ read, problems }: WholePlace): readonly Problem[] {
  const unread = read.filter((r) => r.severity === 'error').map((r) => r.path);
  const same = (path: string): boolean =>
    unread.some((r) => r === path || r.startsWith(`${path}.`) || path.startsWith(`${r}.`));
  return problems.filter((p) => read.includes(p) || !same(p.path));
}

/** What the inspector finds in a plan: every broken gate, and where the work stops. */
function inspection(places: readonly Place[], several: boolean, unread: readonly Problem[]): Outcome {
  const stderr = [...unread, ...places.flatMap((p) => p.problems)]
    .flatMap((p) => (p.severity === 'error' ? [`${describeProblem(p)}\n`] : []))
    .join('');
  const replayed = places.flatMap((p) => (p.job && p.plan?.timeline ? [replayOf(p, p.job, p.plan)] : []));
  if (replayed.length === 0) return { stdout: '', stderr, code: 2 };
  return {
    stdout: replayed
      .map(({ letter, text }) => (several ? `PLACE ${letter}\n${text}` : text))
      .join('')
      .replace(CONTROLS, ''),
    stderr,
    code: replayed.some((r) => r.broken > 0) || stderr !== '' ? 2 : 0,
  };
}

function replayOf(
  { letter, problems }: Place,
  job: Job,
  plan: Plan,
): { readonly letter: string; readonly text: string; readonly broken: number } {
  const { steps } = numberedWork(plan);
  const stops = stopsOf(plan, problems, job.overrides);
  const line = (kind: string, s: Stop): string => {
    const step = steps.find((x) => x.step.id === s.step);
    const { what, suggestion } = tellProblem(s.problem);
    return `${kind}  ${step ? `step ${step.n}, ${step.text}: ` : ''}${what}${suggestion ? `; ${suggestion}` : ''}\n`;
  };
  const [broken, own] = [
    stops.filter((s) => s.problem.code === 'broken-gate'),
    stops.filter((s) => s.problem.code !== 'broken-gate'),
  ];
  const count = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`;
  const head = `${count(steps.length, 'step')} replayed: ${count(broken.length, 'broken gate')}, ${count(own.length, 'STOP')}\n`;
  return {
    letter,
    text: [head, ...broken.map((s) => line('BROKEN', s)), ...own.map((s) => line('STOP  ', s))].join(''),
    broken: broken.length,
  };
}

/** The JSON Schema of a job file; docs/schema/ holds a copy that a test keeps equal. */
export function jobSchemaDocument(): Record<string, unknown> {
  return jsonSchemaFor(
    JOB_FIELDS,
    'https://nelbo.invalid/schema/nelbo-job-2.json',
    'Nelbo job file, format nelbo-job/2',
  );
}
