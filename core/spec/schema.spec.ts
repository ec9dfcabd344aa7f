import Ajv from 'ajv/dist/2020';
import { saidOf } from './support';
import {
  JOB_FIELDS,
  LOG_ENTRY_FIELDS,
  SHOP_FIELDS,
  describeProblem,
  jobSchema,
  jsonSchemaFor,
  readDocument,
  readJob,
  yupFor,
} from '../src/index';
import { BASE } from './support';

const problem = (document: unknown, path: string) => readJob(document).problems.find((p) => p.path === path);

describe('reading a job file', () => {
  it('reads quantities with units and SI numbers alike', () => {
    const { job, problems } = readJob({
      ...BASE,
      hull: { ...BASE.hull, thickness: '7 mm', gelCoat: 0.0006 },
    });
    expect(problems).toEqual([]);
    expect(job?.hull.thickness).toBeCloseTo(0.007, 12);
  });

  it('names the field, the range and a way out, and reads the rest', () => {
    const { job, problems } = readJob({ ...BASE, hull: { ...BASE.hull, thickness: '70 cm' }, access: 'bot' });
    expect(problems.map((p) => p.path).sort()).toEqual(['access', 'hull.thickness']);
    const thickness = problems.find((p) => p.path === 'hull.thickness');
    expect(thickness?.severity).toBe('error');
    expect(saidOf(thickness)?.allowed).toBe('0.2 to 60 mm');
    expect(saidOf(thickness)?.what).toContain('700 mm');
    expect(saidOf(problems.find((p) => p.path === 'access'))?.suggestion).toBe('did you mean “both”?');
    expect(job?.hull.thickness).toBeUndefined();
    expect(job?.hull.laminate).toBe('mat-woven-polyester');
  });

  it('suspects a number that forgot its unit', () => {
    const p = problem({ ...BASE, hull: { ...BASE.hull, thickness: 7 } }, 'hull.thickness');
    expect(saidOf(p)?.suggestion).toContain('"7 mm"');
  });

  it('reports unknown units, unknown fields and wrong types', () => {
    expect(
      saidOf(problem({ ...BASE, hull: { ...BASE.hull, thickness: '7 furlongs' } }, 'hull.thickness'))?.what,
    ).toContain('furlongs');
    expect(
      saidOf(problem({ ...BASE, hull: { ...BASE.hull, thicknes: '7 mm' } }, 'hull.thicknes'))?.suggestion,
    ).toContain('thickness');
    expect(problem({ ...BASE, hull: 'boat' }, 'hull')?.severity).toBe('error');
    expect(
      problem({ ...BASE, damage: { ...BASE.damage, findings: 'none' } }, 'damage.findings')?.severity,
    ).toBe('error');
    expect(saidOf(problem({ ...BASE, schedule: { start: 'tomorrow' } }, 'schedule.start'))?.allowed).toBe(
      'ISO 8601',
    );
    expect(problem({ ...BASE, title: 5 }, 'title')?.severity).toBe('error');
    expect(problem({ ...BASE, damage: { kind: 'hole', size: ['9 cm'] } }, 'damage.size')?.severity).toBe(
      'error',
    );
  });

  it('leaves out a finding with a bad field, and keeps the others', () => {
    const good = BASE.damage.findings?.[0];
    const { job, problems } = readJob({
      ...BASE,
      damage: { ...BASE.damage, findings: [{ ...good, size: ['9 kg', '4 mm'] }, good] },
    });
    expect(job?.damage.findings?.length).toBe(1);
    expect(problems.map((p) => p.path)).toEqual(['damage.findings.0.size.0']);
  });

  it('refuses a newer or unknown format whole', () => {
    expect(readJob({ ...BASE, format: 'nelbo-job/3' }).job).toBeUndefined();
    expect(saidOf(problem({ ...BASE, format: 'nelbo-job/3' }, 'format'))?.what).toContain('newer');
    expect(saidOf(problem({ ...BASE, format: 'other/1' }, 'format'))?.what).toContain('unknown format');
    expect(saidOf(problem({ hull: {}, damage: {} }, 'format'))?.what).toContain('missing');
  });

  it('takes anything for a document without throwing', () => {
    for (const bad of [null, 3, 'x', [], {}, { format: 'nelbo-job/1', hull: null }]) {
      const { problems } = readJob(bad);
      expect(problems.some((p) => p.severity === 'error'))
        .withContext(JSON.stringify(bad))
        .toBeTrue();
      expect(problems.every((p) => describeProblem(p).length > 10)).toBeTrue();
    }
  });
});

describe('one field table', () => {
  const validate = new Ajv({ strict: false, formats: { 'date-time': true } }).compile(
    jsonSchemaFor(JOB_FIELDS, 'test', 'test'),
  );

  it('makes a JSON Schema that agrees with the Yup schema', () => {
    const cases: [unknown, boolean][] = [
      [BASE, true],
      [{ ...BASE, hull: { material: 'frp-solid', thickness: '7 mm' } }, true],
      [{ ...BASE, hull: { material: 'papier-mâché' } }, false],
      [{ ...BASE, duty: 'heroic' }, false],
      [{ ...BASE, hull: { ...BASE.hull, thickness: 7 } }, false],
      [{ ...BASE, hull: { ...BASE.hull, thickness: true } }, false],
      [{ hull: BASE.hull, damage: BASE.damage }, false],
      [{ ...BASE, damage: { kind: 'hole', size: ['9 cm', '4 cm', '1 cm'] } }, false],
      [{ ...BASE, title: 'x'.repeat(161) }, false],
    ];
    for (const [document, ok] of cases) {
      expect(validate(document))
        .withContext(`JSON Schema: ${JSON.stringify(document).slice(0, 90)}`)
        .toBe(ok);
      expect(jobSchema.isValidSync(document, { strict: true }))
        .withContext(`Yup: ${JSON.stringify(document).slice(0, 90)}`)
        .toBe(ok);
    }
  });

  it('says of an entry that is empty what it is the entry of', () => {
    const { problems } = readJob({ ...BASE, schedule: { done: [null] } });
    expect(problems.map(({ path, params }) => ({ path, params }))).toEqual([
      { path: 'schedule.done.0', params: { label: 'Stage done', fault: 'missing' } },
    ]);
    expect(saidOf(problems[0]).what).toContain('Stage done');
  });

  it('serves the shop and the log as well', () => {
    const shop = readDocument(
      { temperature: '64.4 °F', crew: [{ name: 'Ines' }, {}] },
      SHOP_FIELDS,
      yupFor(SHOP_FIELDS),
    );
    expect(shop.value['temperature']).toBeCloseTo(18, 9);
    expect(shop.problems.map((p) => p.path)).toEqual(['crew.1.name']);
    const entry = readDocument({ id: 'x', stage: 'polish' }, LOG_ENTRY_FIELDS, yupFor(LOG_ENTRY_FIELDS));
    expect(entry.problems.map((p) => p.path).sort()).toEqual(['at', 'stage', 'text', 'who']);
  });
});

describe('a field that is refused', () => {
  const refusedOf = (path: string, value: unknown): unknown =>
    readJob({ format: 'nelbo-job/1', hull: { material: 'frp-solid' }, ...at(path, value) }).problems.find(
      (p) => p.path === path && p.code === 'field-refused',
    )?.params;
  const at = (path: string, value: unknown): Record<string, unknown> =>
    path
      .split('.')
      .reverse()
      .reduce<unknown>((inner, key) => ({ [key]: inner }), value) as Record<string, unknown>;

  it('says why by code, with what was given and what is allowed, whatever kind of field it is', () => {
    expect(refusedOf('hull.thickness', '900 mm')).toEqual(
      jasmine.objectContaining({
        fault: 'outside',
        value: 0.9,
        limits: jasmine.objectContaining({ unit: 'mm', dimension: 'length' }),
      }),
    );
    expect(refusedOf('hull.thickness', 6)).toEqual(jasmine.objectContaining({ fault: 'outside', meant: 6 }));
    expect(refusedOf('hull.thickness', '6')).toEqual(
      jasmine.objectContaining({
        fault: 'unread',
        unread: { why: 'no-unit', typed: '6', dimension: 'length' },
      }),
    );
    expect(refusedOf('hull.thickness', '6 g')).toEqual(
      jasmine.objectContaining({ unread: { why: 'other-unit', unit: 'g', dimension: 'length' } }),
    );
    expect(refusedOf('damage.kind', 'hole in it')).toEqual(
      jasmine.objectContaining({ fault: 'unknown-choice', typed: 'hole in it', near: 'hole' }),
    );
    expect(refusedOf('title', 7)).toEqual(jasmine.objectContaining({ fault: 'not-text' }));
    expect(refusedOf('schedule.start', 'tomorrow')).toEqual(
      jasmine.objectContaining({ fault: 'not-instant' }),
    );
    expect(refusedOf('schedule.start', '1492-10-12T08:00:00Z')).toEqual(
      jasmine.objectContaining({ fault: 'year', year: 1492, first: 1900, last: 2100 }),
    );
    expect(refusedOf('hull', 'grp')).toEqual(jasmine.objectContaining({ fault: 'not-group' }));
    expect(refusedOf('damage.findings', 'many')).toEqual(jasmine.objectContaining({ fault: 'not-list' }));
    expect(refusedOf('damage.size', 'wide')).toEqual(
      jasmine.objectContaining({ fault: 'not-tuple', length: 2 }),
    );
    expect(refusedOf('damage.size', ['9 cm'])).toEqual(
      jasmine.objectContaining({ fault: 'wrong-length', length: 2 }),
    );
  });
});
