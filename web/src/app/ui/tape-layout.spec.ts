import { LIBRARY, planRepair, readJob, type Timeline } from '@nelbo/core';
import { layTape } from './tape-layout';

function timeline(): Timeline {
  const { job } = readJob({
    format: 'nelbo-job/2',
    hull: { material: 'frp-solid' },
    damage: { kind: 'hole', size: ['96 mm', '58 mm'] },
    schedule: { start: '2026-11-23T08:00:00Z' },
  });
  const t = job && planRepair(job, LIBRARY, {}, { now: 0 }).plan?.timeline;
  if (!t) throw new Error('no time line');
  return t;
}

describe('the tape', () => {
  const t = timeline();
  const name = (ms: number): string => new Date(ms).toISOString().slice(0, 10);
  const at = (now: number) => layTape(t, 1100, 70, now, name);

  it('gives every stage its least width and fills the whole', () => {
    const { cells } = at(t.start);
    expect(cells.every((c) => c.width >= 70)).toBeTrue();
    cells.slice(1).forEach((c, i) => expect(c.x).toBeCloseTo(cells[i].x + cells[i].width, 6));
    expect(cells[7].x + cells[7].width).toBeCloseTo(1100, 6);
  });

  it('keeps waits inside their stage', () => {
    for (const c of at(t.start).cells) {
      for (const w of c.waits) {
        expect(w.x).toBeGreaterThanOrEqual(c.x - 1e-6);
        expect(w.x + w.width).toBeLessThanOrEqual(c.x + c.width + 1e-6);
      }
    }
  });

  it('draws windows within the stage whose layer they are about', () => {
    const layout = at(t.start);
    const windows = t.stages.flatMap((s) => s.tasks.filter((x) => x.window));
    expect(layout.windows.length).toBeGreaterThan(0);
    expect(layout.windows.length).toBeLessThanOrEqual(windows.length);
    for (const w of layout.windows) {
      const cell = layout.cells.find((c) => w.x >= c.x - 1e-6 && w.x <= c.x + c.width);
      expect(w.x + w.width).toBeLessThanOrEqual((cell?.x ?? 0) + (cell?.width ?? 0) + 1e-6);
    }
  });

  it('moves now from one end to the other', () => {
    expect(at(t.start - 1).now).toBe(0);
    // Over and not done: now stands behind the end, in room of its own.
    const late = at(t.end + 3 * 86_400_000);
    expect(late.late?.by).toBe(3 * 86_400_000);
    expect(late.now).toBeGreaterThan(late.late?.x ?? Infinity);
    expect(late.now).toBeLessThan(1100);
    const last = late.cells[late.cells.length - 1];
    expect(last.x + last.width).toBeCloseTo(late.late?.x ?? NaN, 6);
    const done = { ...t, stages: t.stages.map((s) => ({ ...s, doneAt: s.end })) };
    const over = layTape(done, 1100, 70, t.end + 1, name);
    expect([over.late, over.now]).toEqual([undefined, 1100]);
    const steps = Array.from({ length: 20 }, (_, i) => at(t.start + ((t.end - t.start) * i) / 20).now);
    expect(steps).toEqual([...steps].sort((a, b) => a - b));
  });

  it('shows nights in which nothing goes on as gaps, and no gap where something is waited for', () => {
    const gaps = at(t.start).cells.flatMap((c) => c.gaps.map((g) => ({ g, c })));
    expect(gaps.length).toBeGreaterThan(1);
    for (const { g, c } of gaps) {
      expect(g.x).toBeGreaterThanOrEqual(c.x - 1e-6);
      expect(g.x + g.width).toBeLessThanOrEqual(c.x + c.width + 1e-6);
      for (const w of c.waits)
        expect(Math.min(g.x + g.width, w.x + w.width) - Math.max(g.x, w.x)).toBeLessThan(1e-6);
    }
  });

  it('names the days without letting names touch', () => {
    const { days } = at(t.start);
    expect(days.length).toBeGreaterThan(2);
    days.slice(1).forEach((d, i) => expect(d.x - days[i].x).toBeGreaterThanOrEqual(62));
  });
});
