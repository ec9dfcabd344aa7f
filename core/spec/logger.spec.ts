import { KEPT_READINGS, readLogger } from '../src/cure/logger';

const iso = (ms: number): string => new Date(ms).toISOString().slice(0, 16);

describe('the file of a logger', () => {
  it('is read with commas, points, °C and humidity in percent', () => {
    const f = readLogger(
      'time,temperature (°C),humidity (%)\n2026-03-14 07:30,12.5,61\n2026-03-14 08:00,13.0,60\n',
      'UTC',
    );
    expect(f.refused).toBeUndefined();
    expect(f.readings).toEqual([
      { at: Date.UTC(2026, 2, 14, 7, 30), temperature: 12.5, humidity: 0.61 },
      { at: Date.UTC(2026, 2, 14, 8), temperature: 13, humidity: 0.6 },
    ]);
  });

  it('is read with semicolons and decimal commas, day before month, by the clock of another zone', () => {
    const f = readLogger(
      '\uFEFFDatum;Uhrzeit;Temperatur °C;Feuchte %\n14.07.2026;07:30;12,5;61,4\n14.07.2026;08:00;-1,5;60\n',
      'Europe/Berlin',
    );
    expect(f.readings[0]).toEqual({ at: Date.UTC(2026, 6, 14, 5, 30), temperature: 12.5, humidity: 0.614 });
    expect(f.readings[1].temperature).toBe(-1.5);
    expect(f.taken).toContain('decimal commas');
    expect(f.taken).toContain('times by the clock of Europe/Berlin');
  });

  it('takes tabs, °F, month before day where only that can be meant, am and pm', () => {
    const f = readLogger(
      'No\tDate\tTemp(°F)\n1\t03/25/2026 07:30 PM\t50\n2\t03/25/2026 08:00 PM\t68\n',
      'UTC',
    );
    expect(iso(f.readings[0].at)).toBe('2026-03-25T19:30');
    expect(f.readings.map((r) => r.temperature)).toEqual([10, 20]);
    expect(f.taken).toContain('month before day');
    expect(f.taken).toContain('°F, turned into °C');
  });

  it('takes a zone that the file states, and seconds since 1970', () => {
    expect(
      readLogger(
        't,temp\n2026-03-14T07:30:00+02:00,12\n2026-03-14T08:30:00Z,13\n',
        'Europe/Berlin',
      ).readings.map((r) => iso(r.at)),
    ).toEqual(['2026-03-14T05:30', '2026-03-14T08:30']);
    expect(readLogger('stamp;temp\n1773473400;12,1\n1773475200;12,2\n', 'UTC').readings[0].temperature).toBe(
      12.1,
    );
  });

  it('knows the hour that the clocks are put on', () => {
    const f = readLogger('time,temp\n2026-03-29 01:30,5\n2026-03-29 03:30,6\n', 'Europe/Berlin');
    expect(f.readings[1].at - f.readings[0].at).toBe(3_600_000);
  });

  it('is used as far as it goes: unreadable, absurd, repeated rows and gaps are told, in order', () => {
    const f = readLogger(
      'time,temp,rh\n2026-03-14 08:00,12,60\nbroken,12,60\n2026-03-14 07:00,11,61\n2026-03-14 09:00,---,60\n2026-03-14 10:00,999,60\n2026-03-14 08:00,12.4,60\n2026-03-15 08:00,13,55\n',
      'UTC',
    );
    expect(f.readings.map((r) => iso(r.at))).toEqual([
      '2026-03-14T07:00',
      '2026-03-14T08:00',
      '2026-03-15T08:00',
    ]);
    expect(f.left.join(' ')).toContain('1 row without a readable date and time');
    expect(f.left.join(' ')).toContain('outside -40 to 80 °C');
    expect(f.left.join(' ')).toContain('repeat a time');
    expect(f.left.join(' ')).toContain('a gap of 24 h');
  });

  it('is refused in words where nothing of it can be used', () => {
    expect(readLogger('', 'UTC').refused).toContain('empty');
    expect(readLogger('hello there\nno table here', 'UTC').refused).toBeDefined();
    expect(readLogger('a,b\n1,2\n3,4\n', 'UTC').refused).toContain('date and time');
    expect(readLogger('time,name\n2026-03-14 08:00,x\n2026-03-14 09:00,y\n', 'UTC').refused).toBeDefined();
    expect(readLogger('time,temp\n2026-03-14 08:00,12\n', 'UTC').refused).toContain('Only 1');
    expect(readLogger('\u0000\u0001\u0002'.repeat(50), 'UTC').refused).toBeDefined();
  });

  it('of a million rows keeps the course in so many readings, and says what lies beyond', () => {
    const start = Date.UTC(2025, 0, 1);
    // A browser of a small machine is spared the whole million; there it is read in a worker.
    const whole = !('document' in globalThis);
    const count = whole ? 1_000_020 : 100_000;
    const rows = ['time,temp,rh'];
    for (let i = 0; i < count; i += 1)
      rows.push(
        `${new Date(start + i * 60_000).toISOString()},${(10 + 5 * Math.sin(i / 240)).toFixed(2)},60`,
      );
    const f = readLogger(rows.join('\n'), 'UTC');
    expect(f.rows).toBe(Math.min(count, 1_000_000));
    expect(f.readings.length).toBeLessThanOrEqual(KEPT_READINGS);
    expect(f.left.join(' ').includes('beyond the first million')).toBe(whole);
    const mean = f.readings.reduce((s, r) => s + r.temperature, 0) / f.readings.length;
    expect(mean).toBeCloseTo(10, 0);
  }, 60_000);
});
