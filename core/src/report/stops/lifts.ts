import { saturation } from '../../cure/air';
import type { Problem } from '../../trace/problem';

/** An edit of the job that lifts a STOP. */
export interface Lift {
  readonly kind: 'tent' | 'sun' | 'way';
  /** What a tent is held at, °C. */
  readonly temperature?: number;
  readonly way?: 'inject' | 'recore';
  /** Fields of the job and what stands there then. */
  readonly changes: readonly (readonly [path: string, value: unknown])[];
}

/** A tent is held so much above the least, K, and so much drier than the most, as a share. */
const ABOVE_MINIMUM = 3;
const ABOVE_DEW = 1;
const DRIER = 0.03;
/** What an ordinary tent with a heater comes to, °C. */
const MOST = 35;
/** A tent is entered from here on, °C. */
const LEAST = 10;
const GLUE = 21;
/** It stands until what is laid is hard, s; a night is not enough for what is slow. */
const STANDS = 3 * 86_400;

/** What a tent would have to be held at, °C. @returns undefined where warmth does not help */
function warmthFor(problem: Problem): number | undefined {
  switch (problem.code) {
    case 'never-sets':
      return problem.params.kept;
    case 'below-minimum':
    case 'cold-at-laying':
      return problem.params.minimum + ABOVE_MINIMUM;
    case 'dew-at-laying': {
      const { temperature, margin, least } = problem.params;
      return temperature - margin + least + ABOVE_DEW;
    }
    case 'film-too-damp': {
      const { temperature, humidity, limit } = problem.params;
      return warmUntil(temperature, humidity, limit - DRIER);
    }
    case 'glue-out-of-range':
      return problem.params.temperature < problem.params.low ? GLUE : undefined;
    default:
      return undefined;
  }
}

/** What air has to be warmed to so that it is no damper than a share, °C: the water in it stays the same. */
function warmUntil(temperature: number, humidity: number, most: number): number {
  let T = temperature;
  while (T < MOST + 1 && (humidity * saturation(temperature)) / saturation(T) > most) T += 0.5;
  return T;
}

/** The tent that lifts all of a plan's STOPs that warmth lifts, °C. @returns undefined where none does, or none is warm enough */
export function tentFor(problems: readonly Problem[]): number | undefined {
  const wanted = problems.flatMap((p) => warmthFor(p) ?? []);
  if (wanted.length === 0) return undefined;
  const T = Math.max(LEAST, Math.ceil(Math.max(...wanted)));
  return T <= MOST ? T : undefined;
}

/** What lifts one STOP, where an edit does. @param tent that lifts all of them, °C */
export function liftOf(problem: Problem, tent: number | undefined): Lift | undefined {
  if (problem.code === 'light-needed') return { kind: 'sun', changes: [['conditions.sun', 'yes']] };
  if (problem.code === 'every-chain-refused' && problem.params.way)
    return { kind: 'way', way: problem.params.way, changes: [['repair.way', problem.params.way]] };
  if (tent === undefined || warmthFor(problem) === undefined) return undefined;
  return {
    kind: 'tent',
    temperature: tent,
    changes: [
      ['warmth.kind', 'tent'],
      ['warmth.from', 'start'],
      ['warmth.temperature', tent],
      ['warmth.hours', STANDS],
    ],
  };
}
