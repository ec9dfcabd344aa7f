import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { planCommand } from '../src/plan-command';

const NOW = Date.parse('2026-11-24T09:00:00Z');
const BOUNDS = { seed: 20261124, interruptAfterTimeLimit: 60_000, markInterruptAsFailure: false } as const;
const folder = mkdtempSync(join(tmpdir(), 'nelbo-fuzz-'));
const file = join(folder, 'job.nelbo.json');

/** Runs the command and checks what every run must keep to. */
function mustAnswer(args: readonly string[]): void {
  const { stdout, stderr, code } = planCommand(args, NOW);
  expect([0, 1, 2]).toContain(code);
  if (code !== 0) expect(stderr.length).toBeGreaterThan(0);
  expect(stdout).not.toMatch(/NaN|Infinity|\[object/);
  expect(stderr).not.toMatch(/\bat [^\n]*\.(ts|js|mjs):\d+/);
}

describe('nelbo plan under hostile input', () => {
  it('answers any arguments with a plan or a reason', () => {
    const word = fc.oneof(
      fc.constantFrom(
        '--format',
        '--format=',
        '--format=json',
        'md',
        'text',
        '--schema',
        '--help',
        '-',
        '--',
        '-x',
        '/',
        folder,
        file,
        '/dev/null',
        '',
      ),
      fc.string({ maxLength: 12 }),
    );
    // Standard input stays out of it: it would be read for real.
    const args = fc.array(word, { maxLength: 5 }).filter((a) => !a.includes('-'));
    fc.assert(fc.property(args, mustAnswer), { ...BOUNDS, numRuns: 120 });
  }, 90_000);

  it('answers any file with a plan or a reason', () => {
    const whole = JSON.stringify({
      format: 'nelbo-job/1',
      hull: { material: 'frp-solid', thickness: '7 mm' },
      damage: { kind: 'hole', size: ['96 mm', '58 mm'] },
    });
    const texts = fc.oneof(
      fc.string({ unit: 'binary', maxLength: 100 }),
      fc.nat(whole.length).map((n) => whole.slice(0, n)),
      fc
        .tuple(fc.nat(whole.length), fc.string({ maxLength: 3 }))
        .map(([n, s]) => whole.slice(0, n) + s + whole.slice(n + 1)),
      fc.nat(5000).map((n) => '{"a":'.repeat(n)),
      fc.json(),
    );
    fc.assert(
      fc.property(texts, fc.constantFrom('json', 'md', 'text'), (text, format) => {
        writeFileSync(file, text);
        mustAnswer([file, '--format', format]);
      }),
      { ...BOUNDS, numRuns: 120 },
    );
  }, 90_000);

  it('refuses a file over 10 MB without reading it into a plan', () => {
    writeFileSync(file, `{"title":"${'x'.repeat(10_000_001)}"}`);
    const { code, stderr } = planCommand([file], NOW);
    expect(code).toBe(2);
    expect(stderr).toContain('too large');
  });
});
