import fc from 'fast-check';
import { saidOf } from './support';
import {
  documentChanges,
  fieldsWords,
  mergeDocuments,
  migrate,
  openJobFile,
  parseFormat,
  readJob,
  revert,
  sayField,
  storable,
  whyWords,
  comparePlans,
  type Finding,
  type JobDocument,
  type Migration,
} from '../src/index';
import { BASE, planOf } from './support';

const finding = (at: string, mm: number): Finding<number> => ({
  at,
  extent: 'true extent',
  size: [mm / 1000, mm / 1000],
});
const withFindings = (...findings: Finding<number>[]): JobDocument => ({
  ...BASE,
  damage: { ...BASE.damage, findings },
});
const [early, noon, late] = [
  finding('2026-11-20T08:00:00Z', 40),
  finding('2026-11-20T12:00:00Z', 60),
  finding('2026-11-20T16:00:00Z', 80),
];

describe('changes between two documents', () => {
  it('are told field by field, in the words of the table of fields', () => {
    const after: JobDocument = {
      ...BASE,
      title: 'renamed',
      hull: { ...BASE.hull, thickness: '9 mm' },
      duty: undefined,
    };
    expect(documentChanges(BASE, after).map((c) => [c.path, c.label, c.after])).toEqual([
      ['title', 'Title', 'renamed'],
      ['hull.thickness', 'Laminate thickness', '9 mm'],
      ['duty', 'Duty', undefined],
    ]);
    expect(documentChanges(BASE, JSON.parse(JSON.stringify(BASE)))).toEqual([]);
  });

  it('read as a person says them, in the units of the yard', () => {
    const changes = documentChanges(BASE, {
      ...BASE,
      hull: { ...BASE.hull, thickness: '1/4 in' },
      conditions: { temperature: 10 },
    });
    expect(fieldsWords(changes)).toBe(
      'Laminate thickness 7 mm → 6.35 mm, Temperature at the work 17 °C → 10 °C, Relative humidity 60 % → not set',
    );
    expect(fieldsWords(changes, { units: { length: 'us', temperature: 'us' } })).toContain(
      '0.2756 in → 0.25 in, Temperature at the work 62.6 °F → 50 °F',
    );
    expect(sayField('damage.findings', [1, 2])).toBe('2 entries');
    expect(sayField('duty', 'high')).toBe('high load 20:1');
    expect(sayField('schedule.start', '2026-11-23T08:00:00Z', {}, 'Europe/Oslo')).toContain('09:00');
    expect(sayField('nowhere', { a: 1 })).toBe('{"a":1}');
  });

  it('say why a plan moved, and nothing when it did not', () => {
    const thicker = { ...BASE, hull: { ...BASE.hull, thickness: 0.009 } };
    const moved = comparePlans(planOf(BASE).plan, planOf(thicker).plan);
    const words = whyWords(documentChanges(BASE, thicker), moved);
    expect(words?.why).toBe('Laminate thickness 7 mm → 9 mm');
    expect(words?.moved).toContain('plies 10 → 14');
    expect(whyWords(documentChanges(BASE, { ...BASE, title: 'x' }), [])).toBeUndefined();
  });
});

describe('merging two people’s changes', () => {
  it('takes what only one changed, and asks only where both changed the same to different values', () => {
    const mine: JobDocument = { ...BASE, title: 'mine', duty: 'high', access: 'one' };
    const theirs: JobDocument = { ...BASE, title: 'theirs', duty: 'high', grade: 'show' };
    const merged = mergeDocuments(BASE, mine, theirs);
    expect(merged.conflicts.map((c) => c.path)).toEqual(['title']);
    expect(merged.document).toEqual({ ...BASE, title: 'theirs', duty: 'high', access: 'one', grade: 'show' });
    expect(mergeDocuments(BASE, mine, theirs, { title: 'mine' }).document.title).toBe('mine');
  });

  it('keeps the findings that both added, in the order of time, and takes out what one took out', () => {
    const base = withFindings(early);
    const both = mergeDocuments(base, withFindings(early, late), withFindings(early, noon));
    expect(both.conflicts).toEqual([]);
    expect(both.document.damage.findings).toEqual([early, noon, late]);
    expect(
      mergeDocuments(withFindings(early, noon), withFindings(noon), withFindings(early, noon, late)).document
        .damage.findings,
    ).toEqual([noon, late]);
  });

  it('asks when both rewrote one entry', () => {
    const base = withFindings(early);
    expect(
      mergeDocuments(
        base,
        withFindings({ ...early, note: 'a' }),
        withFindings({ ...early, note: 'b' }),
      ).conflicts.map((c) => c.path),
    ).toEqual(['damage.findings']);
  });

  it('sees a whole group taken out against a field changed inside it', () => {
    const mine: JobDocument = { ...BASE, conditions: { ...BASE.conditions, temperature: 9 } };
    const { conditions: _, ...theirs } = BASE;
    expect(mergeDocuments(BASE, mine, theirs).conflicts.map((c) => c.path)).toEqual([
      'conditions.temperature',
    ]);
  });

  it('keeps to its laws: nothing against itself changes nothing, and who asks does not matter where nobody contradicts', () => {
    const value = fc.constantFrom('a', 'b', undefined);
    const doc = fc
      .record({
        title: value,
        duty: fc.constantFrom('high', 'light', undefined),
        name: value,
        thickness: fc.constantFrom(0.007, 0.009, undefined),
      })
      .map((r) => {
        const d: JobDocument = { format: BASE.format, hull: { material: 'frp-solid' }, damage: BASE.damage };
        return {
          ...d,
          ...(r.title ? { title: r.title } : {}),
          ...(r.duty ? { duty: r.duty as 'high' } : {}),
          ...(r.name ? { boat: { name: r.name } } : {}),
          ...(r.thickness ? { hull: { ...d.hull, thickness: r.thickness } } : {}),
        };
      });
    fc.assert(
      fc.property(doc, doc, doc, (base, mine, theirs) => {
        expect(mergeDocuments(base, mine, base).document).toEqual(mine);
        expect(mergeDocuments(base, base, theirs).document).toEqual(theirs);
        const [ab, ba] = [mergeDocuments(base, mine, theirs), mergeDocuments(base, theirs, mine)];
        expect(ab.conflicts.map((c) => c.path).sort()).toEqual(ba.conflicts.map((c) => c.path).sort());
        if (ab.conflicts.length === 0) expect(ab.document).toEqual(ba.document);
      }),
    );
  });

  it('takes an edit back and makes it again, around what others did meanwhile', () => {
    const before = withFindings(early);
    const after = withFindings(early, noon);
    const changes = documentChanges(before, after);
    const now = { ...withFindings(early, noon, late), title: 'theirs' };
    expect(revert(now, changes, 'before')).toEqual({ ...withFindings(early, late), title: 'theirs' });
    expect(revert(withFindings(early, late), changes, 'after').damage.findings).toEqual([early, noon, late]);
  });
});

describe('job files', () => {
  const steps: readonly Migration[] = [
    {
      from: 'nelbo-job/1',
      to: 'nelbo-job/2',
      apply: (d) => ({ ...d, title: `${String(d['title'])} by two` }),
    },
    { from: 'nelbo-job/2', to: 'nelbo-job/3', apply: (d) => ({ ...d, access: 'both' }) },
  ];

  it('of older formats are brought up to date step by step', () => {
    const { document, from } = migrate({ format: 'nelbo-job/1', title: 'old' }, 'nelbo-job/3', steps);
    expect(document).toEqual({ format: 'nelbo-job/3', title: 'old by two', access: 'both' });
    expect(from).toBe('nelbo-job/1');
    expect(migrate({ format: 'nelbo-job/3' }, 'nelbo-job/3', steps).document).toEqual({
      format: 'nelbo-job/3',
    });
  });

  it('are read after their migration', () => {
    const old: Migration = {
      from: 'nelbo-job/0',
      to: 'nelbo-job/2',
      apply: ({ thick, ...d }) => ({ ...d, hull: { material: 'frp-solid', thickness: thick } }),
    };
    const read = readJob(
      { format: 'nelbo-job/0', thick: '8 mm', damage: { kind: 'hole', size: ['9 cm', '6 cm'] } },
      [old],
    );
    expect(read.problems).toEqual([]);
    expect(read.job?.hull.thickness).toBeCloseTo(0.008, 12);
    expect(read.document?.format).toBe('nelbo-job/2');
  });

  it('of newer formats, other kinds, or without a way, are refused with the reason', () => {
    const why = (format: unknown): string =>
      saidOf(migrate({ format }, 'nelbo-job/3', steps).problem)?.what ?? '';
    expect(why('nelbo-job/4')).toContain('newer format');
    expect(why('nelbo-job/0')).toContain('no way leads');
    expect(why('nelbo-backup/1')).toContain('the backup of a whole yard');
    expect(why('nelbo-plan/1')).toContain('a finished plan');
    expect(why(['x'])).toContain('unknown format');
    expect(parseFormat('nelbo-job/12')).toEqual({ name: 'nelbo-job', version: 12 });
    expect(parseFormat('nelbo-job/1.5')).toBeUndefined();
  });

  it('tell other kinds of files apart by how they begin', () => {
    const why = (text: string): string =>
      openJobFile(text)
        .problems.map((p) => saidOf(p).what)
        .join();
    expect(why('%PDF-1.7')).toContain('a PDF');
    expect(why('\u0089PNG')).toContain('a picture');
    expect(why('PK\u0003\u0004')).toContain('zip');
    expect(why('<svg/>')).toContain('web page or drawing');
    expect(why('{"a":')).toContain('cannot be read as JSON');
    expect(why(`"${'x'.repeat(10_000_001)}"`)).toContain('too large');
    expect(openJobFile(`\ufeff${JSON.stringify(BASE)}`).document).toEqual({
      ...BASE,
      format: 'nelbo-job/2',
    });
  });

  it('that a database could not give back are refused: broken characters, absurd depth', () => {
    const paths = (value: unknown): string[] => storable(value).map((p) => p.path);
    expect(paths({ a: { b: 'x\u0000y' } })).toEqual(['a.b']);
    expect(paths({ a: 'half \ud83d of a pair', b: 'whole 😀 pair' })).toEqual(['a']);
    expect(paths({ 'na\u0000me': 1 })).toEqual(['na?me']);
    expect(paths(BASE)).toEqual([]);
    let deep: unknown = 1;
    for (let i = 0; i < 100_000; i += 1) deep = [deep];
    expect(saidOf(storable(deep)[0]).what).toContain('nested too deeply');
  });
});
