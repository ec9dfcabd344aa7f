import { capital } from '../ui/words';
import { sayIn, type LogEvent, type Measure, type Reader } from '@nelbo/core';
import { grams, partNames } from './words';
import type { BenchRun } from './run';

/** A figure on its own: the number large, its unit small. */
export interface Large {
  readonly text: string;
  readonly unit: string;
}

/** Which step of how many, and on what. */
export function stepWordsOf(run: BenchRun, way: Measure | undefined): string {
  const steps = ['first', 'second', ...(run.batch.powder ? ['powder'] : []), 'stir'];
  const how =
    run.step === 'second' && way?.way === 'scale' ? `, on the scale, ${partNames(run)[0]} already in` : '';
  return `Step ${steps.indexOf(run.step) + 1} of ${steps.length}${how}`;
}

/** What to do with an instrument that is no scale. */
export function instructionOf({ step, batch }: BenchRun, way: Measure | undefined): string {
  if (!way) return '';
  const part = batch.parts.names[step === 'first' ? 0 : 1];
  if (way.way === 'cup')
    return `${way.instrument}: ${step === 'first' ? `pour ${part} until it stands` : `pour ${part} on top until it stands`}`;
  if (way.way === 'pump') return `${way.instrument}: full strokes of each`;
  if (way.way === 'cartridge')
    return step === 'first'
      ? `${way.instrument}: level both pistons, press onto card until both parts come in one colour`
      : 'Press it where it goes; after a pause a new mixer';
  if (step === 'first') return `Weigh out ${part}`;
  return way.way === 'drops'
    ? `${way.instrument}: count ${part} into it`
    : `Draw up ${part} in the ${way.instrument}`;
}

/** The figure of that instrument. */
export function largeOf({ step, batch }: BenchRun, way: Measure | undefined, reader: Reader): Large {
  const split = (s: string): Large => ({
    text: s.slice(0, s.lastIndexOf(' ')),
    unit: s.slice(s.lastIndexOf(' ') + 1),
  });
  if (!way) return { text: '', unit: '' };
  if (way.way === 'cup') return split(sayIn(way.readings[step === 'first' ? 0 : 1].figure, 'mm', 0, reader));
  if (way.way === 'cartridge')
    return split(sayIn(way.readings[step === 'first' ? 0 : 1].figure, 'ml', 1, reader));
  if (way.way === 'drops' && step === 'second') {
    const { value } = way.readings[1].figure;
    return { text: String(value), unit: value === 1 ? 'drop' : 'drops' };
  }
  const [{ figure }] = way.readings;
  if (way.way === 'pump')
    return { text: String(figure.value), unit: figure.value === 1 ? 'stroke' : 'strokes' };
  return split(step === 'first' ? grams(batch.first, reader) : sayIn(figure, 'ml', 1, reader));
}

/** When the next layer bonds, until when, and when it can be sanded. */
export function laidFactsOf(
  { clocks: c, laidAt = 0, batch }: BenchRun,
  reader: Reader,
): readonly { readonly name: string; readonly value: string }[] {
  if (!c) return [];
  const at = (s: number): string =>
    new Date(laidAt + s * 1000).toLocaleString('en-GB', {
      weekday: 'short',
      hour: '2-digit',
      minute: '2-digit',
    });
  return [
    ...(c.opens ? [{ name: `${capital(batch.next)} from`, value: at(c.opens[1]) }] : []),
    ...(c.closes ? [{ name: 'until', value: at(c.closes[1]) }] : []),
    ...(c.sand ? [{ name: 'Sand from', value: at(c.sand[1]) }] : []),
    ...(c.coldest === undefined
      ? []
      : [
          {
            name: 'Too cold to set',
            value: `below ${sayIn({ value: c.coldest }, '°C', 0, reader)}: warm it`,
          },
        ]),
  ];
}

/** Warmth and damp of a batch as they were read; what was only assumed is no reading. */
export function conditionsOf({
  humidity,
  unread = [],
  pot,
  air,
}: BenchRun): Pick<LogEvent, 'pot' | 'air' | 'humidity'> {
  return {
    ...(pot === undefined || unread.includes('pot') ? {} : { pot }),
    ...(air === undefined || unread.includes('air') ? {} : { air }),
    ...(humidity === undefined ? {} : { humidity }),
  };
}
