import { fewestShut } from '../src/schedule/by-day';
import { brokenGoes, networkOf, placeTasks, type Item, type Step, type Work } from '../src/index';
import { Ledger } from '../src/trace/ledger';
import { stepOf } from '../src/work/step-of';

describe('placement by links', () => {
  const ledger = new Ledger('mix');
  const s = (name: string, minutes: number): ReturnType<Ledger['given']> =>
    ledger.given(name, name, minutes * 60, 's', 'assumed', 'made up');
  const step = (serves: string, minutes: number, more: Partial<Step> = {}): Step =>
    ({
      ...stepOf('mix', 'fill', 'spread', { place: 'face', serves }, s(serves, minutes)),
      ...more,
    }) as Step;
  const cure = (serves: string, minutes: number, window?: [number, number], missed?: Step): Item => ({
    lag: {
      id: `face.tacky@${serves}`,
      stage: 'mix',
      awaited: 'tacky',
      least: s(`cure ${serves}`, minutes),
      ...(window
        ? {
            window: {
              opens: s(`opens ${serves}`, window[0]),
              closes: s(`closes ${serves}`, window[1]),
              ...(missed ? { missed } : {}),
            },
          }
        : {}),
    },
  });
  const minutesOf = (work: Work, crew: Parameters<typeof placeTasks>[3] = {}): string[] =>
    placeTasks(work, 0, {}, crew, ['mix']).stages[0].tasks.map(
      (t) => `${t.id.replace(/^face\./, '')} ${t.start / 60_000}–${t.end / 60_000}`,
    );

  it('puts a step that nothing holds back into a wait', () => {
    const [a, b, c] = [step('a', 10), step('b', 20), step('c', 15)];
    const { lags } = networkOf([{ step: a }, cure('a', 60), { step: b }], ['mix']).links[0];
    const work: Work = {
      steps: [a, b, c],
      links: [{ from: a.id, to: b.id, lags }],
    };
    expect(minutesOf(work)).toEqual(['fill@a 0–10', 'tacky@a 10–70', 'fill@c 10–25', 'fill@b 70–90']);
  });

  it('waits for all that comes together in a step', () => {
    const [a, b, c] = [step('a', 10), step('b', 20), step('c', 15)];
    const [first, second] = [
      networkOf([{ step: a }, cure('a', 60), { step: c }], ['mix']).links[0],
      networkOf([{ step: b }, cure('b', 25), { step: c }], ['mix']).links[0],
    ];
    expect(minutesOf({ steps: [a, b, c], links: [first, second] }).at(-1)).toBe('fill@c 70–85');
  });

  it('lets steps of one go follow at once, a pot by one pair of hands and the rest by all', () => {
    const go = { go: 'pot' };
    const pot = { ...stepOf('mix', 'mix', 'pot', { place: 'face', serves: 'pot' }, s('pot', 10)), ...go };
    const work = networkOf([{ step: pot }, { step: step('a', 30, go) }], ['mix']);
    expect(minutesOf(work, { hands: 2 })).toEqual(['mix@pot 0–10', 'fill@a 10–25']);
    // A go does not begin when the day cannot hold it.
    const late = networkOf(
      [{ step: step('first', 470) }, { step: pot }, { step: step('a', 30, go) }],
      ['mix'],
    );
    const day = minutesOf(late, { hours: { days: 'daily', start: '08:00', end: '16:00' } });
    expect(day.slice(1)).toEqual(['mix@pot 1920–1930', 'fill@a 1930–1960']);
  });

  it('puts the step in that opens a window again where it was missed, and none where it was not', () => {
    const missed = step('again', 5);
    const row = (length: number): Work =>
      networkOf(
        [{ step: step('a', 10) }, cure('a', 30, [30, 60], missed), { step: step('b', length) }],
        ['mix'],
      );
    expect(minutesOf(row(20))).toEqual(['fill@a 0–10', 'tacky@a 10–40', 'fill@b 40–60']);
    // Ends at 8:10; the window shuts at 9:10, and by then the yard is closed until the morning.
    const shut = minutesOf(row(20), { hours: { days: 'daily', start: '08:00', end: '08:30' } });
    expect(shut.map((line) => line.split(' ')[0])).toEqual(['fill@a', 'tacky@a', 'fill@again', 'fill@b']);
  });

  describe('in working hours', () => {
    const hours = { days: 'daily', start: '08:00', end: '16:00' } as const;
    const closing = (serves: string): Item => cure(serves, 60, [60, 120], step(`again-${serves}`, 5));
    const starts = (work: Work): string[] =>
      placeTasks(work, 0, {}, { hours }, ['mix'])
        .stages[0].tasks.filter((t) => t.kind === 'work')
        .map((t) => {
          const minutes = t.start / 60_000;
          const day = Math.floor(minutes / 1440);
          const clock = [Math.floor(minutes / 60) % 24, minutes % 60]
            .map((n) => String(n).padStart(2, '0'))
            .join(':');
          return `${t.id.replace(/^face\.fill@/, '')} ${day} ${clock}`;
        });

    it('lays a layer in the morning when its window would shut over night', () => {
      // After 430 minutes of other work it would lie at 15:30; the next goes on from 16:30 to 17:30, and the yard is shut.
      const row = [
        { step: step('first', 430) },
        { step: step('a', 20) },
        closing('a'),
        { step: step('b', 20) },
      ];
      expect(starts(networkOf(row, ['mix']))).toEqual(['first 0 08:00', 'a 1 08:00', 'b 1 09:20']);
    });

    it('does not put off what has time until the morning', () => {
      const long = cure('a', 600, [600, 2000], step('again', 5));
      const row = [{ step: step('first', 430) }, { step: step('a', 20) }, long, { step: step('b', 20) }];
      expect(starts(networkOf(row, ['mix']))).toEqual(['first 0 08:00', 'a 0 15:10', 'b 1 08:00']);
    });

    it('does not put off what has to meet a window itself, and abrades what no shift can hold', () => {
      // Five layers, each 100 minutes and 60 of waiting: a day holds three.
      const row = ['a', 'b', 'c', 'd', 'e'].flatMap((k) => [{ step: step(k, 100) }, closing(k)]);
      expect(starts(networkOf(row, ['mix']))).toEqual([
        'a 0 08:00',
        'b 0 10:40',
        'c 0 13:20',
        'again-c 1 08:00',
        'd 1 08:05',
        'e 1 10:45',
      ]);
    });

    it('lays no lift half before the night and half after it', () => {
      const go = { go: 'lift' };
      const row = [
        { step: step('first', 400) },
        { step: step('a', 60, go) },
        { step: step('b', 60, go) },
        { step: step('c', 60, go) },
      ];
      expect(starts(networkOf(row, ['mix']))).toEqual([
        'first 0 08:00',
        'a 1 08:00',
        'b 1 09:00',
        'c 1 10:00',
      ]);
    });

    it('says of a go that no day holds where it is broken off, and nothing of one that a day holds', () => {
      const go = { go: 'lift' };
      const row = (minutes: number): Item[] => [
        { step: step('a', minutes, go) },
        { step: step('b', minutes, go) },
        { step: step('c', minutes, go) },
      ];
      const told = (minutes: number): unknown[] =>
        brokenGoes(placeTasks(networkOf(row(minutes), ['mix']), 0, {}, { hours }, ['mix'])).map(
          (p) => p.params,
        );
      expect(told(120)).toEqual([]);
      // Three of four hours each: two in a day of eight, the third next morning.
      expect(told(240)).toEqual([{ after: 'spread filler', before: 'spread filler', pause: 16 * 3600 }]);
    });
  });

  it('places thousands of steps: what a node costs does not grow with their number', () => {
    // One row of 20,000 steps with a wait between each two: with a search through all at every step this takes minutes.
    const items = Array.from({ length: 20_000 }, (_, i) => [
      { step: step(`s${i}`, 1) },
      cure(`s${i}`, 1),
    ]).flat();
    const { stages, end } = placeTasks(networkOf(items, ['mix']), 0, {}, {}, ['mix']);
    expect(stages[0].tasks.length).toBe(40_000);
    expect(end).toBe(40_000 * 60_000);
  });

  it('refuses steps that wait for one another', () => {
    const [a, b] = [step('a', 10), step('b', 10)];
    const ring: Work = {
      steps: [a, b],
      links: [
        { from: a.id, to: b.id, lags: [] },
        { from: b.id, to: a.id, lags: [] },
      ],
    };
    expect(() => placeTasks(ring, 0, {}, {}, ['mix'])).toThrowError(/wait for one another/);
  });
});

describe('the shift that a row of layers begins in', () => {
  const HOUR = 3_600_000;
  /** Days of eight hours from midnight on; time in h. */
  const days = {
    longest: 8 * HOUR,
    place: (at: number, length: number) => {
      const day = Math.floor(at / (24 * HOUR)) * 24 * HOUR;
      const fits = at - day + length <= 8 * HOUR;
      const start = fits ? at : day + 24 * HOUR;
      return { start, end: start + length };
    },
    next: (after: number) => (Math.floor(after / (24 * HOUR)) + 1) * 24 * HOUR,
  };
  const work = (hours: number) => ({ length: hours * HOUR, unbroken: true });
  const wait = (hours: number, closes: number) => ({ wait: hours * HOUR, closes: closes * HOUR });
  const begins = (rows: Parameters<typeof fewestShut>[1], at: number, closes = Infinity): number =>
    fewestShut(days, rows, at * HOUR, closes * HOUR) / HOUR;

  it('is the first where nothing shuts, or where nothing can be saved', () => {
    expect(begins([work(2), wait(2, 4), work(2)], 1)).toBe(1);
    // Every layer takes a day and shuts before the next: no start helps.
    expect(begins([work(7), wait(2, 4), work(7), wait(2, 4), work(7)], 0)).toBe(0);
  });
  it('is the next morning where the second layer would come too late tonight', () => {
    expect(begins([work(2), wait(2, 4), work(2)], 5)).toBe(24);
    expect(begins([work(2), wait(2, 30), work(2)], 5)).toBe(5);
  });
  it('counts what all of them lose, not only the first', () => {
    // From 3 h on: the second is in time, the third is not. From the morning on all three are.
    const rows = [work(1), wait(1, 2), work(1), wait(1, 2), work(1), wait(1, 2), work(1)] as const;
    expect(begins([...rows], 3)).toBe(24);
    expect(begins([...rows], 1)).toBe(1);
  });
  it('is not later than a window that it has to meet itself, unless more are saved by it', () => {
    expect(begins([work(2), wait(2, 4), work(2)], 5, 6)).toBe(5);
    expect(begins([work(2)], 5, 4)).toBe(5);
  });
});
