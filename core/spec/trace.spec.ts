import {
  describeProblem,
  problem,
  say,
  sayIn,
  saySize,
  stageSentence,
  guidanceFor,
  standingCautions,
  partLines,
  STAGES,
  type Plan,
} from '../src/index';
import { batchCount } from '../src/materials/batch-count';
import { formula } from '../src/trace/formula';
import { Ledger, NotFinite } from '../src/trace/ledger';
import { StageMemo } from '../src/trace/stage-memo';
import { sameData } from '../src/schema/same-data';
import { BASE, planOf } from './support';

const twice = formula({
  id: 'spec/twice',
  expression: 'y = 2·x',
  unit: 'm',
  source: 'arithmetic',
  inputs: { x: 'half of it' },
  evaluate: (v) => 2 * v.x,
});

describe('the ledger', () => {
  it('makes no figure without its trace', () => {
    const ledger = new Ledger('s');
    const x = ledger.given('x', 'an x', 0.5, 'm', 'measured', 'tape');
    const y = ledger.compute('y', 'a y', twice, { x });
    const sum = ledger.sum('z', 'both', 'm', [x, y]);
    expect(y).toEqual({ value: 1, unit: 'm', origin: 'computed', traceId: 's.y' });
    expect(sum.value).toBe(1.5);
    expect(ledger.entries.map((e) => e.id)).toEqual(['s.x', 's.y', 's.z']);
    expect(ledger.entries[1]).toEqual(
      jasmine.objectContaining({
        formulaId: 'spec/twice',
        expression: 'y = 2·x',
        inputs: [{ symbol: 'x', traceId: 's.x' }],
      }),
    );
    expect(ledger.entries[2].inputs.length).toBe(2);
  });

  it('keeps a span beside the value', () => {
    const ledger = new Ledger('s');
    const x = ledger.given('x', 'x', 1, 'm', 'entered', 'spec');
    expect(ledger.compute('y', 'y', twice, { x }, [1, 3]).span).toEqual([1, 3]);
  });

  it('refuses what is not a finite number', () => {
    const ledger = new Ledger('s');
    for (const bad of [NaN, Infinity, -Infinity]) {
      expect(() => ledger.given('x', 'an x', bad, 'm', 'entered', 'spec')).toThrowMatching(
        (e) => e instanceof NotFinite && e.label === 'an x',
      );
    }
  });
});

describe('the stage memo', () => {
  it('computes again only when the input changed', () => {
    const memo = new StageMemo();
    let runs = 0;
    const run = (input: object): unknown => {
      memo.begin();
      return memo.run('s', input, (i) => {
        runs += 1;
        return { i };
      });
    };
    const first = run({ a: [1, 2] });
    expect(run({ a: [1, 2] })).toBe(first);
    expect(runs).toBe(1);
    run({ a: [1, 3] });
    expect(runs).toBe(2);
  });

  it('turns an impossible figure into a problem of its stage and goes on', () => {
    const memo = new StageMemo();
    memo.begin();
    const out = memo.run('grind', { x: 1 }, (_, ledger) =>
      ledger.given('x', 'taper', NaN, 'm', 'entered', 'spec'),
    );
    expect(out).toBeUndefined();
    expect(memo.problems[0]).toEqual(jasmine.objectContaining({ severity: 'error', stage: 'grind' }));
    expect(memo.lazyTrace()()).toEqual({});
  });

  it('keeps a fault of the program to its stage, hands it on, and tries again the next time', () => {
    const memo = new StageMemo();
    memo.begin();
    const input = { x: 1 };
    expect(
      memo.run('s', input, () => {
        throw new TypeError('a bug');
      }),
    ).toBeUndefined();
    expect(memo.fault).toEqual(new TypeError('a bug'));
    expect(memo.problems[0]).toEqual(jasmine.objectContaining({ severity: 'error', path: 's' }));
    expect(memo.run('t', input, () => 7)).toBe(7);
    memo.begin();
    expect(memo.run('s', input, () => 8)).toBe(8);
    expect(memo.fault).toBeUndefined();
  });

  it('compares plain data', () => {
    expect(sameData({ a: [1, { b: 2 }] }, { a: [1, { b: 2 }] })).toBeTrue();
    for (const [a, b] of [
      [{ a: 1 }, { a: 1, b: undefined }],
      [[1], { 0: 1 }],
      [null, {}],
      [1, '1'],
      [{ a: 1 }, { b: 1 }],
    ]) {
      expect(sameData(a, b)).toBeFalse();
    }
    expect(sameData(NaN, NaN)).toBeTrue();
  });
});

describe('words for a plan', () => {
  const { plan } = planOf();

  it('say every stage in one sentence', () => {
    for (const stage of STAGES) {
      const sentence = stageSentence(stage, plan);
      expect(sentence)
        .withContext(stage)
        .toMatch(/^[A-Z0-9].*\.$/);
      expect(sentence).not.toMatch(/NaN|undefined/);
    }
    expect(stageSentence('laminate', plan)).toBe(
      '10 plies build 6.61 mm under a limit of 7.1 mm, largest first.',
    );
    const empty = {
      format: 'nelbo-plan/2',
      engine: '',
      library: '',
      stages: STAGES,
      open: [],
      trace: {},
    } as Plan;
    for (const stage of STAGES.filter((s) => s !== 'log'))
      expect(stageSentence(stage, empty)).toBeUndefined();
  });

  it('count one as one', () => {
    const one = planOf({
      ...BASE,
      hull: { ...BASE.hull, thickness: 0.0011, gelCoat: 0 },
      system: { cloth: 'biax-400' },
    }).plan;
    expect(stageSentence('laminate', one)).toContain('1 ply builds');
  });

  it('read figures with their units', () => {
    const f = { value: 0.0793, unit: 'm', origin: 'computed', traceId: 'x' } as const;
    expect(say(f)).toBe('79.3 mm');
    expect(sayIn(f, 'in', 2)).toBe('3.12 in');
    expect(saySize(f, f)).toBe('79 × 79 mm');
    expect(say({ ...f, value: 3, unit: 'count' })).toBe('3');
    expect(say({ ...f, value: 8.881, unit: 'money' }, { currency: '£' })).toBe('£8.88');
    expect(say({ ...f, value: 65 / 3600, unit: 'money/s' }, { currency: '£' })).toBe('£65.00 /h');
  });

  it('name the parts of a cup', () => {
    const names = (system: object): string[] =>
      partLines(planOf({ ...BASE, system }).plan.dish?.mix?.parts ?? ({} as never)).map((l) => l.name);
    expect(names({ resin: 'epoxy-slow' })).toEqual(['resin', 'hardener']);
    expect(names({ resin: 'polyester' })).toEqual(['resin', 'MEKP catalyst']);
    const putty = planOf({ ...BASE, system: { resin: 'polyester', finish: 'gel-coat' } }).plan.dish?.fair
      ?.parts;
    expect(putty && partLines(putty).map((l) => l.name)).toEqual(['putty', 'cream hardener']);
    const paint = planOf().plan.finish?.parts;
    expect(paint && partLines(paint).map((l) => l.name)).toEqual(['paint', 'paint hardener']);
  });

  it('stand a caution at every stage that can hurt, and a test at the end of each', () => {
    for (const system of [
      { resin: 'epoxy-slow' },
      { resin: 'vinyl-ester', finish: 'gel-coat' },
      { resin: 'polyester', finish: 'paint-2k' },
    ]) {
      const p = planOf({ ...BASE, system }).plan;
      for (const stage of ['grind', 'fair', 'finish'] as const)
        expect(guidanceFor(stage, p).cautions.length).withContext(stage).toBeGreaterThan(0);
      for (const stage of ['survey', 'grind', 'fair'] as const)
        expect(guidanceFor(stage, p).acceptance.length).withContext(stage).toBeGreaterThan(0);
      expect(standingCautions(p).join(' ')).toMatch(/sensitise for life.*P3/);
    }
    // At the first pot that is mixed of it, which is in the laminate.
    const styrene = planOf({ ...BASE, system: { resin: 'polyester' } }).plan;
    expect(guidanceFor('laminate', styrene).cautions.join(' ')).toContain('Styrene burns');
    expect(guidanceFor('laminate', plan).cautions.join(' ')).not.toContain('Styrene');
    expect(guidanceFor('fair', plan).cautions.join(' ')).toContain('green epoxy');
    expect(guidanceFor('fair', plan).cautions.join(' ')).not.toContain('Cream hardener');
    const putty = planOf({ ...BASE, system: { resin: 'polyester', finish: 'gel-coat' } }).plan;
    expect(guidanceFor('fair', putty).cautions.join(' ')).toContain('Cream hardener is a peroxide');
    expect(guidanceFor('finish', putty).cautions.join(' ')).toContain('no mains tools near water');
    expect(guidanceFor('grind', plan).cautions.join(' ')).toContain('Dewaxer: gloves, air');
  });

  it('describe a problem in one line', () => {
    expect(
      describeProblem(
        problem({ severity: 'error', path: 'hull.thickness' }, 'field-refused', {
          label: 'Thickness',
          fault: 'outside',
          value: 0.0005,
          limits: { min: 0.001, max: 0.06, unit: 'mm', dimension: 'length' },
        }),
      ),
    ).toBe(
      'error: hull.thickness: Thickness of 0.50 mm is outside what can be planned (allowed: 1 to 60 mm); check the figure and its unit',
    );
    expect(
      describeProblem(
        problem({ severity: 'warning', path: 'x' }, 'field-refused', { label: 'Hull', fault: 'missing' }),
      ),
    ).toBe('warning: x: Hull is missing');
  });
});

describe('batches', () => {
  it('are as few as pot and pot life allow', () => {
    const n = (m: number, t: number): number => batchCount.evaluate({ m, m_pot: 0.4, t, t_use: 600 });
    expect([n(0.1, 100), n(0.4, 600), n(0.41, 100), n(0.1, 601), n(1.3, 100), n(0, 0)]).toEqual([
      1, 1, 2, 2, 4, 1,
    ]);
  });
});
