import { choice, group, instant, quantity, required, text } from './field';
import type { ValueOf } from './document-of';
import { STAGE_TITLES } from '../trace/stage-titles';

/** What happened at the bench or at the boat, as a machine can read it. The text of the entry says the same. */
export const LOG_EVENTS = {
  mixed: 'mixed',
  laid: 'laid',
  thrown: 'thrown away',
  corrected: 'ratio corrected',
  note: 'note',
  abraded: 'abraded',
  reactivated: 'reactivated',
  coated: 'covered by the next layer',
  weather: 'weather broke',
  surface: 'surface read',
  colour: 'colour measured',
  checked: 'finish checked',
} as const;
export type LogEventKind = keyof typeof LOG_EVENTS;

/** Characters of one entry of the log. */
export const LONGEST_ENTRY = 4000;

/** One dated entry of a job's log; the id is made by the client, so that sending it twice stores it once. */
export const LOG_ENTRY_FIELDS = group('Log entry', {
  id: required(text('Id', 36)),
  stage: required(choice('Stage', STAGE_TITLES)),
  at: required(instant('When')),
  who: required(text('Who', 80)),
  text: required(text('Entry', LONGEST_ENTRY)),
  event: group('Event', {
    kind: required(choice('What', LOG_EVENTS)),
    run: text('Batch of the bench', 36),
    batch: text('Batch', 80),
    product: text('Product', 120),
    lot: text('Lot', 60),
    first: quantity('First part', 'mass', 0, 200, 'g'),
    second: quantity('Second part', 'mass', 0, 200, 'g'),
    pot: quantity('Pot', 'temperature', -20, 250, '°C'),
    air: quantity('Air', 'temperature', -40, 80, '°C'),
    humidity: quantity('Relative humidity', 'fraction', 0, 1, '%'),
    until: instant('Until'),
    deltaE: quantity('Colour difference, ΔE00', 'count', 0, 200, 'each'),
  }),
});

export type LogEntryDocument = ValueOf<typeof LOG_ENTRY_FIELDS, number>;
/** The event of a log entry, in SI. */
export type LogEvent = NonNullable<LogEntryDocument['event']>;
