import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { workOut } from './expression';

interface Formula {
  readonly id: string;
  readonly expression: string;
  readonly unit: string;
  readonly source: string;
  readonly inputs: Readonly<Record<string, string>>;
  readonly evaluate: (x: Readonly<Record<string, number>>) => number;
}

/** Told in words, since no line of arithmetic holds them: a curve through points, a search, a profile. */
const IN_WORDS: ReadonlySet<string> = new Set(['catalystFraction', 'cupHeight', 'thicknessAt']);

const CORE = join(import.meta.dirname, '../../core/src');
const files = readdirSync(CORE, { recursive: true, encoding: 'utf8' }).filter(
  (f) => f.endsWith('.ts') && f !== 'trace/formula.ts',
);
const declared = (file: string): number =>
  [...readFileSync(join(CORE, file), 'utf8').matchAll(/\bformula(<[^>]*>)?\(\{/g)].length;

const isFormula = (x: unknown): x is Formula =>
  typeof x === 'object' && x !== null && 'expression' in x && 'inputs' in x && 'evaluate' in x;

/** Every formula of the core, by its file and name. */
const FORMULAS: readonly { readonly file: string; readonly name: string; readonly f: Formula }[] = (
  await Promise.all(
    files
      .filter((file) => declared(file) > 0)
      .map(async (file) => {
        const module = (await import(pathToFileURL(join(CORE, file)).href)) as Record<string, unknown>;
        return Object.entries(module).flatMap(([name, f]) =>
          isFormula(f) && !(file !== `${f.id}.ts` && declared(file) === 0) ? [{ file, name, f }] : [],
        );
      }),
  )
).flat();

/** Numbers that depend on nothing but their place, from `least` to `most`. */
function numbers(count: number, round: number, least: number, most: number): number[] {
  return Array.from(
    { length: count },
    (_, i) =>
      least + ((most - least) * (((Math.sin((i + 1) * 12.9898 + round * 78.233) * 43758.5453) % 1) + 1)) / 2,
  );
}

describe('every formula of the core', () => {
  it('can be reached, so that nothing is computed by one that no spec holds to its word', () => {
    for (const file of files)
      expect(FORMULAS.filter((x) => x.file === file).length)
        .withContext(file)
        .toBe(declared(file));
    expect(FORMULAS.length).toBeGreaterThan(150);
  });

  it('names the file that holds it, a source and a unit, and says what each symbol is', () => {
    for (const { file, name, f } of FORMULAS) {
      expect(`${f.id}.ts`).withContext(`${file}, ${name}`).toBe(file);
      expect(f.source.trim() && f.unit.trim())
        .withContext(name)
        .toBeTruthy();
      expect(Object.values(f.inputs).every((meaning) => meaning.trim().length > 0))
        .withContext(name)
        .toBeTrue();
    }
  });

  it('reads exactly the symbols that it declares, and shows each of them', () => {
    for (const { file, name, f } of FORMULAS) {
      const symbols = Object.keys(f.inputs);
      const read = new Set<string>();
      for (const [least, most] of [
        [0.05, 0.95],
        [1, 20],
      ] as const) {
        for (let round = 0; round < 20; round += 1) {
          const values = numbers(symbols.length, round, least, most);
          f.evaluate(
            new Proxy(
              {},
              { get: (_, key) => (read.add(String(key)), values[symbols.indexOf(String(key))] ?? 0.5) },
            ),
          );
        }
      }
      expect([...read].sort())
        .withContext(`${file}, ${name}`)
        .toEqual([...symbols].sort());
      for (const s of symbols)
        expect(f.expression)
          .withContext(`${file}, ${name}`)
          .toMatch(new RegExp(`(?<![\\p{L}\\p{N}_])${s}(?![\\p{L}_])`, 'u'));
    }
  });

  it('computes what it shows', () => {
    const wrong: string[] = [];
    for (const { file, name, f } of FORMULAS.filter((x) => !IN_WORDS.has(x.name))) {
      const symbols = Object.keys(f.inputs);
      for (const [least, most] of [
        [0.05, 0.95],
        [1, 20],
      ] as const) {
        for (let round = 0; round < 40; round += 1) {
          const values = numbers(symbols.length, round, least, most);
          const x = Object.fromEntries(symbols.map((s, i) => [s, values[i]]));
          let shown: number | string;
          try {
            shown = workOut(f.expression, x);
          } catch (e) {
            shown = (e as Error).message;
          }
          const computed = f.evaluate(x);
          const same =
            typeof shown === 'number' &&
            (Object.is(shown, computed) ||
              Math.abs(shown - computed) <= 1e-6 * Math.max(1e-12, Math.abs(computed)));
          if (!same && wrong.at(-1)?.startsWith(`${file}, ${name}:`) !== true)
            wrong.push(
              `${file}, ${name}: ${f.expression} gives ${shown}, computed is ${computed} of ${JSON.stringify(x)}`,
            );
        }
      }
    }
    expect(wrong).toEqual([]);
  });
});

describe('an expression', () => {
  it('is worked out as it is written', () => {
    expect(workOut('V = h/3 · (A₁ + √(A₁·A₂))', { h: 3, 'A₁': 4, 'A₂': 9 })).toBe(10);
    expect(workOut('n = max(1, ⌈x/most⌉)', { x: 2.5, most: 1 })).toBe(3);
    expect(workOut('l = n·(L + 60 mm)', { n: 2, L: 1 })).toBeCloseTo(2.12, 12);
    expect(workOut('y = k², k = x + 1', { x: 2 })).toBe(9);
    expect(workOut('n = 0 where d ≤ t, else d − t', { d: 3, t: 1 })).toBe(2);
    expect(() => workOut('m = n·m_go', { a: 1, b: 2 })).toThrowError(/names no input/);
    expect(() => workOut('R ≥ σ', { σ: 1 })).toThrowError();
  });
});
