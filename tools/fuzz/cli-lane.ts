import { spawnSync } from 'node:child_process';
import fc from 'fast-check';
import type { JobDocument } from '@nelbo/core';
import { anyJob } from '../../core/spec/any-document';
import { inputsOf } from './inputs';
import { brokenIn, lane, tried, type Lane } from './report';

const PROGRAM = 'cli/dist/nelbo-plan.mjs';
const PATIENCE_MS = 15_000;

/** The command line with odd arguments and odd files: it ends with 0, 1 or 2, in plain words. Each is a process of its own, so they are few. */
export async function cliLane(inputs: number, seed: number, sound: readonly JobDocument[]): Promise<Lane> {
  const to = lane('cli');
  const args = fc.oneof(
    fc.constantFrom<string[]>(
      ['-'],
      ['-', '--format', 'text'],
      ['-', '--format=md'],
      ['-', '--format', 'cut'],
      ['-', '--format', 'svg'],
      ['-', '--format', 'dxf'],
      ['-', '--format'],
      ['--format'],
      ['-', '-'],
      ['--x', '-'],
      ['/nowhere'],
      ['/'],
      ['/dev/null'],
      ['/dev/zero'],
      ['\u001b[31m'],
      [],
    ),
    fc.array(
      fc.string({ maxLength: 8 }).map((s) => s.replaceAll('\0', '')),
      { maxLength: 3 },
    ),
  );
  const files = fc.oneof(
    anyJob.map((d) => JSON.stringify(d)),
    fc.constantFrom(...sound).map((d) => JSON.stringify(d)),
    fc.json(),
    fc.string({ unit: 'binary', maxLength: 200 }),
  );
  for (const [a, input] of inputsOf(fc.tuple(args, files), inputs, seed)) {
    await tried(
      to,
      () => `${JSON.stringify(a)} ${input}`,
      () => {
        const done = spawnSync('node', [PROGRAM, ...a], {
          input,
          encoding: 'utf8',
          timeout: PATIENCE_MS,
          maxBuffer: 200_000_000,
        });
        if (done.error) return done.error.message;
        if (done.status === null || done.status > 2)
          return `ended with ${done.status} ${done.stderr.slice(0, 200)}`;
        if (/[\u0000-\u0008\u000b-\u001f\u007f-\u009f]/.test(done.stderr))
          return 'control signs on standard error';
        return brokenIn(done.stderr.replaceAll(/“[^”]*”/g, '').replaceAll(/unknown field.*/g, ''));
      },
    );
  }
  return to;
}
