import { forecastCure } from '../src/cure';
import { LIBRARY, type JobDocument, type Shop, type Timeline } from '../src/index';
import { afterLast, overFace } from '../src/repairs/common/over-face';
import { Ledger } from '../src/trace/ledger';
import { CLOCK, ROUND_THE_CLOCK, read, planRepair } from './support';

const HOUR = 3600;

describe('a coat over a face that takes hours', () => {
  const l = new Ledger('spec');
  const s = (id: string, value: number, unit = 's') => l.given(id, id, value, unit, 'entered', 'spec');
  const hands = s('hands', 1, 'count');

  it('is taken as laid at once where it takes less than a quarter of an hour for the hands there are', () => {
    expect(overFace(l, 'a', s('short', 800), hands, 'alike')).toBeUndefined();
    expect(overFace(l, 'b', s('long', 1700), s('two', 2, 'count'), 'alike')).toBeUndefined();
    expect(overFace(l, 'c', s('long2', 2000), s('two2', 2, 'count'), 'alike')?.laid.value).toBe(1000);
  });

  it('has waited where it was begun when the last of it lies, and shuts there first', () => {
    const over = overFace(l, 'd', s('five', 5 * HOUR), hands, 'alike');
    if (!over) return fail('five hours are long');
    const place = { rest: s('rest', 3 * HOUR), opens: s('o', 3 * HOUR), closes: s('c', 24 * HOUR) };
    const next = afterLast(l, 'd', over, place);
    // Three hours at the first place are over two hours before the last is reached.
    expect([next.rest.value, next.opens?.value, next.closes?.value]).toEqual([0, 0, 19 * HOUR]);
    const long = afterLast(l, 'e', over, { rest: s('rest2', 8 * HOUR) });
    expect(long.rest.value).toBe(3 * HOUR);
    const other = overFace(l, 'f', s('five2', 5 * HOUR), hands, 'unknown');
    // Another product may go over it faster: nothing is gained, and the first place shuts all the same.
    const product = other && afterLast(l, 'f', other, place);
    expect([product?.rest.value, product?.closes?.value]).toEqual([3 * HOUR, 19 * HOUR]);
    expect(afterLast(l, 'g', over, { ...place, closes: s('c2', 2 * HOUR) }).closes?.value).toBe(0);
  });

  const bottom: JobDocument = {
    format: 'nelbo-job/1',
    hull: { material: 'frp-solid' },
    damage: { kind: 'blisters', size: [2, 1], wet: 'dry', position: 'below' },
    conditions: { temperature: 18, humidity: 0.5 },
    repair: { area: 58, barrier: { antifouling: 'yes', supports: 0, film: 180e-6 } },
    schedule: { start: '2026-11-23T08:00:00Z' },
  };

  /** Coats of a timeline one after another: when the first and the last place were coated, ms. */
  const coatsOf = (timeline: Timeline | undefined) =>
    (timeline?.stages.flatMap((x) => x.tasks) ?? [])
      .filter((t) => /^face\.coat@(barrier|coating)-/.test(t.id))
      .map((t) => ({ id: t.id, first: t.start, last: t.end }));

  for (const [name, shop] of [
    ['round the clock', ROUND_THE_CLOCK],
    ['in a yard’s days', {}],
    ['by two', { hands: 2 }],
  ] as readonly (readonly [string, Shop])[])
    it(`three barrier coats and antifouling over a face of five hours: every place within its own window, ${name}`, () => {
      const job = read(bottom);
      const result = planRepair(job, LIBRARY, shop, CLOCK);
      const cure = forecastCure(job, result, LIBRARY, shop, CLOCK);
      const sheet = LIBRARY.products.find((p) => p.id === 'barrier-epoxy');
      const window = sheet && 'cure' in sheet ? sheet.cure?.window : undefined;
      if (!window || window.open === 'gel') return fail('a barrier has a window');
      for (const timeline of [result.plan?.timeline, cure?.timeline]) {
        const coats = coatsOf(timeline);
        expect(coats.map((c) => c.id.split('@')[1])).toEqual([
          'barrier-1',
          'barrier-2',
          'barrier-3',
          'coating-1',
          'coating-2',
        ]);
        expect((coats[0].last - coats[0].first) * (shop.hands ?? 1)).toBeGreaterThan(4.8 * HOUR * 1000);
        for (const [i, coat] of coats.slice(0, 3).entries())
          for (const share of [0, 0.25, 0.5, 1]) {
            const at = (c: typeof coat): number => c.first + share * (c.last - c.first);
            const after = (at(coats[i + 1]) - at(coat)) / 1000;
            // Slower than the sheet at 25 °C, never faster: 18 °C, 2 ^ −0.7.
            expect(after).withContext(`${coat.id} at ${share}`).toBeGreaterThan(window.open);
            expect(after)
              .withContext(`${coat.id} at ${share}`)
              .toBeLessThan(window.close * 1.63);
          }
        // The clock is not run down for nothing: the first place has waited while the rest was coated.
        if (shop === ROUND_THE_CLOCK) {
          const [a, b] = coats;
          expect(b.first - a.last).toBeLessThan(window.open * 1000);
        }
        expect(timeline?.stages.some((x) => x.tasks.some((t) => t.reopens))).toBeFalse();
      }
    });

  it('abrades between coats where the first place shuts before the last is reached', () => {
    const hot = {
      ...bottom,
      conditions: { temperature: 35, humidity: 0.5 },
      repair: { area: 400, barrier: { supports: 0 } },
    };
    const { plan } = planRepair(read(hot), LIBRARY, ROUND_THE_CLOCK, CLOCK);
    expect(plan?.timeline?.stages.some((x) => x.tasks.some((t) => t.reopens))).toBeTrue();
  });
});
