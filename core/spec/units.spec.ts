import fc from 'fast-check';
import {
  UNITS,
  formatDuration,
  formatIn,
  formatNumber,
  formatStored,
  fromSI,
  parseQuantity,
  tellUnread,
  toSI,
  type Dimension,
  type UnitSymbol,
} from '../src/index';

const value = (text: unknown, d: Dimension, bare?: UnitSymbol): number => {
  const q = parseQuantity(text, d, bare);
  return q.ok ? q.value : NaN;
};

describe('quantities as people type them', () => {
  it('reads lengths in any unit', () => {
    const cases: [string, number][] = [
      ['120 mm', 0.12],
      ['90mm', 0.09],
      ['3 1/2 in', 0.0889],
      ['3 3/4"', 0.09525],
      ['1/2 in', 0.0127],
      ['5 ft 3 in', 1.6002],
      ['5\' 3"', 1.6002],
      ['12,5 cm', 0.125],
      ['.5 m', 0.5],
      ['20 mil', 0.000508],
      ['1e2 mm', 0.1],
    ];
    for (const [text, si] of cases) expect(value(text, 'length')).withContext(text).toBeCloseTo(si, 9);
  });

  it('reads temperatures, percents and ratios', () => {
    expect(value('64.4 °F', 'temperature')).toBeCloseTo(18, 9);
    expect(value('291.15 K', 'temperature')).toBeCloseTo(18, 9);
    expect(value('-4 °C', 'temperature')).toBe(-4);
    expect(value('60 %', 'fraction')).toBeCloseTo(0.6, 12);
    expect(value('12:1', 'ratio')).toBe(12);
    expect(value('12', 'ratio')).toBe(12);
  });

  it('takes a bare number in the unit that stands beside the box, and only then', () => {
    expect(value('95', 'length', 'mm')).toBeCloseTo(0.095, 12);
    expect(parseQuantity('95', 'length').ok).toBeFalse();
    expect(value(0.095, 'length')).toBe(0.095);
  });

  it('refuses a bare ounce on a fabric and offers both readings', () => {
    const q = parseQuantity('17 oz', 'arealMass');
    expect(q.ok).toBeFalse();
    if (!q.ok) {
      const { suggestion } = tellUnread(q.unread);
      expect(suggestion).toContain('576 g/m²');
      expect(suggestion).toContain('5188 g/m²');
    }
    expect(parseQuantity('4 oz', 'mass').ok).toBeFalse();
    const length = parseQuantity('7 oz', 'length');
    expect(!length.ok && tellUnread(length.unread).what).toContain('not a unit of length');
  });

  it('says what is wrong and how to write it', () => {
    for (const [text, dimension, word] of [
      ['12 furlongs', 'length', 'furlongs'],
      ['12 g', 'length', 'not a unit of length'],
      ['', 'length', 'empty'],
      ['mm', 'length', 'cannot be read'],
      ['1/0 in', 'length', 'cannot be read'],
      ['3 in 5 ft', 'length', 'cannot be read'],
      ['20 °C 3 °C', 'temperature', 'cannot be read'],
    ] as const) {
      const q = parseQuantity(text, dimension);
      expect(q.ok).withContext(text).toBeFalse();
      if (!q.ok) {
        const { what, suggestion } = tellUnread(q.unread);
        expect(what).withContext(text).toContain(word);
        expect(suggestion.length).toBeGreaterThan(0);
      }
    }
    for (const bad of [NaN, Infinity, null, {}, [], true])
      expect(parseQuantity(bad, 'length').ok).toBeFalse();
  });

  it('never throws and never gives NaN, whatever the text', () => {
    fc.assert(
      fc.property(
        fc.string(),
        fc.constantFrom<Dimension>('length', 'arealMass', 'temperature', 'fraction', 'ratio', 'time'),
        (text, d) => {
          const q = parseQuantity(text, d);
          return q.ok ? Number.isFinite(q.value) : tellUnread(q.unread).what.length > 0;
        },
      ),
    );
  });

  it('round-trips through every unit', () => {
    const symbols = Object.keys(UNITS) as UnitSymbol[];
    fc.assert(
      fc.property(
        fc.constantFrom(...symbols),
        fc.double({ min: 0.01, max: 1000, noNaN: true }),
        (unit, x) => {
          const back = fromSI(toSI(x, unit), unit);
          const typed = parseQuantity(`${x.toFixed(6)} ${unit}`, UNITS[unit].dimension);
          return (
            Math.abs(back - x) < 1e-6 * Math.max(1, x) &&
            typed.ok &&
            Math.abs(fromSI(typed.value, unit) - x) < 1e-5 * Math.max(1, x)
          );
        },
      ),
    );
  });
});

describe('figures as people read them', () => {
  it('chooses the unit of the workshop', () => {
    const read = (v: number, u: string): string => Object.values(formatStored(v, u)).join(' ').trim();
    expect(read(0.0793, 'm')).toBe('79.3 mm');
    expect(read(0.00006, 'm')).toBe('60.0 µm');
    expect(read(1.046, 'm')).toBe('1.05 m');
    expect(read(0.0044, 'm²')).toBe('44.0 cm²');
    expect(read(0.1382, 'kg')).toBe('138.2 g');
    expect(read(1.4, 'kg')).toBe('1.40 kg');
    expect(read(0.0225, 'fraction')).toBe('2.25 %');
    expect(read(65 / 3600, 'money/s')).toBe('65.00 /h');
    expect(read(NaN, 'm')).toBe('–');
  });

  it('says durations as minutes, hours and days', () => {
    expect(formatDuration(52 * 60)).toEqual({ text: '52', unit: 'min' });
    expect(formatDuration(5.333 * 3600)).toEqual({ text: '5 h 20', unit: 'min' });
    expect(formatDuration(102 * 3600)).toEqual({ text: '102', unit: 'h' });
    expect(formatDuration(90 * 3600)).toEqual({ text: '90', unit: 'h' });
    expect(formatDuration(60 * 86_400)).toEqual({ text: '60', unit: 'd' });
  });

  it('groups thousands and keeps a true minus', () => {
    expect(formatNumber(12345.6, 1)).toBe('12\u202f345.6');
    expect(formatNumber(-3, 0)).toBe('−3');
    expect(formatNumber(-0.001, 1)).toBe('0.0');
    expect(formatIn(1, 'in', 2).text).toBe('39.37');
  });
});
