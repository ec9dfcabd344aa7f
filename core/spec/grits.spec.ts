import fc from 'fast-check';
import { chainTime, gritSequence, stepOf, type GritQuestion } from '../src/fair/grit-sequence';
import { SCRATCH_SHARE, paperOf, papersOf, type Paper } from '../src/materials/abrasives';
import { CAMI_GRAIN, P_GRAIN, nearestGrade, readGrit, readGrits } from '../src/materials/grits';
import { LIBRARY } from '../src/materials/library';
import type { Sheet } from '../src/materials/product';
import { tellUnreadGrit } from '../src/tell/refused';

const SHEETS = LIBRARY.products.filter((p): p is Sheet => p.role === 'abrasive');
const discs = (...grades: number[]): Paper[] =>
  grades.map((g) => paperOf(SHEETS.find((s) => s.id === `disc-p${g}`) as Sheet, 'cured resin') as Paper);

/** Words of why a text is no grade; nothing for one that is. */
function saidOfGrit(text: string): ReturnType<typeof tellUnreadGrit> | undefined {
  const read = readGrit(text);
  return read.ok ? undefined : tellUnreadGrit(read.unread);
}

describe('grits', () => {
  it('read FEPA and CAMI as two scales', () => {
    expect(readGrit('P400')).toEqual({ ok: true, grit: { scale: 'P', grade: 400, grain: P_GRAIN[400] } });
    expect(readGrit('400')).toEqual({ ok: true, grit: { scale: 'P', grade: 400, grain: P_GRAIN[400] } });
    for (const text of ['CAMI 400', 'cami400', '400 CAMI', '400c'])
      expect(readGrit(text)).toEqual({
        ok: true,
        grit: { scale: 'CAMI', grade: 400, grain: CAMI_GRAIN[400] },
      });
    // The trade's rule of thumb: P400 is about CAMI 320.
    expect(nearestGrade(P_GRAIN[400], 'CAMI')).toBe(320);
  });

  it('that are on no scale are told with the nearest two', () => {
    expect(saidOfGrit('P130')).toEqual({ what: 'P130 is on no scale', suggestion: 'P120 or P150' });
    expect(saidOfGrit('350')).toEqual({ what: 'P350 is on no scale', suggestion: 'P320 or P360' });
    expect(saidOfGrit('CAMI 5000')).toEqual({
      what: 'CAMI 5000 is on no scale',
      suggestion: 'CAMI 1000 or CAMI 1200',
    });
    const fine = saidOfGrit('P4000');
    expect(fine?.suggestion).toContain('P2000 or P2500');
    expect(fine?.suggestion).toContain('makers’ own scales');
    expect(saidOfGrit('coarse')?.what).toContain('no grit');
    for (const text of ['', '   ', 'P', 'P-', 'NaN', '-80', '8e1', 'P80P120'])
      expect(readGrit(text).ok)
        .withContext(text)
        .toBe(text === '-80');
  });

  it('read a whole row, wrong ones beside', () => {
    const row = readGrits('80, P120 → 180/CAMI 220 135');
    expect(row.grits.map((g) => `${g.scale}${g.grade}`)).toEqual(['P80', 'P120', 'P180', 'CAMI220']);
    expect(row.wrong).toEqual([{ why: 'off-scale', scale: 'P', grade: 135, near: [120, 150] }]);
    expect(readGrits('').grits).toEqual([]);
  });

  it('get finer with their number on both scales', () => {
    for (const table of [P_GRAIN, CAMI_GRAIN]) {
      const grades = Object.keys(table).map(Number);
      grades.slice(1).forEach((g, i) => expect(table[g]).toBeLessThan(table[grades[i]]));
    }
  });
});

/** Every row of papers that gets strictly finer and ends as asked, by trying them all. */
function quickestByTrying(q: GritQuestion): number {
  const fine = q.papers.filter((p) => p.grain <= q.endGrain * 1.02);
  const coarsestEnd = Math.max(...fine.map((p) => p.grain));
  const ends = fine.filter((p) => p.grain >= coarsestEnd / 1.02);
  const between = q.papers.filter((p) => p.grain > coarsestEnd * 1.02 && p.grain <= q.coarsestGrain * 1.02);
  let best = Infinity;
  for (let bits = 0; bits < 2 ** between.length; bits += 1) {
    const chain = between.filter((_, i) => bits & (2 ** i)).sort((a, b) => b.grain - a.grain);
    if (chain.some((p, i) => i > 0 && p.grain > chain[i - 1].grain / 1.02)) continue;
    for (const end of ends) {
      const row = [...chain, end];
      const later = row.slice(0, -1).reduce((s, p) => s + p.scratch, 0);
      if (row.length > 1 && later >= q.stock) continue;
      // A scratch that the next paper does not clear, though the shelf has one between.
      const skips = row.some((p, i) => {
        const before = row[i - 1];
        if (!before || before.grain <= 2.2 * 1.02 * p.grain) return false;
        return [...between, ...ends].some((o) => o.grain > p.grain * 1.02 && o.grain < before.grain / 1.02);
      });
      if (skips) continue;
      const time = row.reduce(
        (s, p, i) => s + stepOf(p, i === 0 ? q.stock - later : row[i - 1].scratch, q.area).time,
        0,
      );
      best = Math.min(best, time);
    }
  }
  return best;
}

describe('the sequence of papers', () => {
  const shelf = discs(80, 120, 180, 240, 320, 400);
  const total = (q: GritQuestion): number => gritSequence(q).steps.reduce((s, x) => s + x.time, 0);

  it('is the quickest of all that can be tried', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.00005, max: 0.002, noNaN: true }),
        fc.double({ min: 0.01, max: 2, noNaN: true }),
        fc.subarray(
          SHEETS.filter((s) => s.family === 'FEPA P').map((s) => s.id),
          { minLength: 1, maxLength: 9 },
        ),
        fc.constantFrom(180, 320, 800),
        (stock, area, ids, end) => {
          const papers = papersOf(LIBRARY.products, ids, 'cured resin');
          const q = { stock, area, endGrain: P_GRAIN[end], coarsestGrain: P_GRAIN[40], papers };
          const answer = gritSequence(q);
          if (answer.short) return true;
          return Math.abs(answer.steps.reduce((s, x) => s + x.time, 0) - quickestByTrying(q)) < 1e-6;
        },
      ),
      { numRuns: 150 },
    );
  });

  it('takes off exactly the stock, gets finer, and each paper removes the scratch before', () => {
    for (const end of [80, 180, 320, 1500]) {
      const { steps } = gritSequence({
        stock: 0.0005,
        area: 0.06,
        endGrain: P_GRAIN[end],
        coarsestGrain: P_GRAIN[80],
        papers: discs(80, 120, 180, 240, 320, 400, 600, 800, 1000, 1200, 1500),
      });
      expect(steps.reduce((s, x) => s + x.depth, 0)).toBeCloseTo(0.0005, 12);
      expect(steps.at(-1)?.paper.grade).toBe(end);
      steps.slice(1).forEach((s, i) => {
        expect(s.paper.grain).toBeLessThan(steps[i].paper.grain);
        expect(s.depth).toBeCloseTo(steps[i].paper.scratch, 12);
      });
    }
  });

  it('steps no further than a paper clears, and says where the shelf has none between', () => {
    const q = { stock: 0.0005, area: 0.06, endGrain: P_GRAIN[1200], coarsestGrain: P_GRAIN[240] };
    const whole = gritSequence({ ...q, papers: discs(240, 320, 400, 600, 800, 1000, 1200) });
    expect(whole.gap).toBeUndefined();
    whole.steps
      .slice(1)
      .forEach((s, i) => expect(whole.steps[i].paper.grain / s.paper.grain).toBeLessThan(2.25));
    const bare = gritSequence({ ...q, papers: discs(320, 1200) });
    expect(bare.gap?.map((p) => p.grade)).toEqual([320, 1200]);
    expect(bare.steps.map((s) => s.paper.grade)).toEqual([320, 1200]);
  });

  it('never takes longer with one more paper on the shelf, unless it closes a gap', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.0002, max: 0.001, noNaN: true }),
        fc.nat(shelf.length - 2),
        (stock, k) => {
          const q = { stock, area: 0.3, endGrain: P_GRAIN[400], coarsestGrain: P_GRAIN[80], papers: shelf };
          const fewer = { ...q, papers: shelf.filter((_, i) => i !== k) };
          return gritSequence(fewer).gap !== undefined || total(q) <= total(fewer) + 1e-9;
        },
      ),
    );
  });

  it('starts flat where it has to level, and takes what there is where nothing flat is left', () => {
    const papers = papersOf(LIBRARY.products, undefined, 'cured resin').filter((p) => !p.wet);
    const q = {
      stock: 0.0005,
      area: 0.1,
      endGrain: P_GRAIN[180],
      coarsestGrain: P_GRAIN[80],
      papers,
      levels: true,
    };
    expect(gritSequence(q).steps[0].paper.tool).toBe('long board');
    expect(gritSequence({ ...q, levels: false }).steps[0].paper.tool).toBe('random orbital');
    expect(
      gritSequence({ ...q, papers: papers.filter((p) => p.tool !== 'long board') }).steps[0].paper.tool,
    ).toBe('random orbital');
  });

  it('says when the shelf is not fine enough, and has no steps without papers', () => {
    const q = { stock: 0.0005, area: 0.1, endGrain: P_GRAIN[800], coarsestGrain: P_GRAIN[80], papers: shelf };
    expect(gritSequence(q).short?.grade).toBe(400);
    expect(gritSequence(q).steps.at(-1)?.paper.grade).toBe(400);
    expect(gritSequence({ ...q, papers: [] }).steps).toEqual([]);
  });

  it('keeps within a stock thinner than any scratch: the end paper alone', () => {
    const { steps } = gritSequence({
      stock: 0.000002,
      area: 0.1,
      endGrain: P_GRAIN[400],
      coarsestGrain: P_GRAIN[80],
      papers: shelf,
    });
    expect(steps.map((s) => s.paper.grade)).toEqual([400]);
  });

  it('of a habit costs at least as much, and says how far its scratches reach', () => {
    const best = gritSequence({
      stock: 0.0005,
      area: 0.2,
      endGrain: P_GRAIN[400],
      coarsestGrain: P_GRAIN[80],
      papers: shelf,
    });
    const all = chainTime(shelf, 0.0005, 0.2);
    expect(all.time).toBeGreaterThanOrEqual(best.steps.reduce((s, x) => s + x.time, 0));
    expect(all.below).toBe(0);
    expect(chainTime(discs(40, 80, 400), 0.0001, 0.2).below).toBeCloseTo(
      0.25 * (P_GRAIN[40] + P_GRAIN[80]) - 0.0001,
      9,
    );
    expect(SCRATCH_SHARE['gel coat']).toBe(0.3);
  });
});
