import { choice, group, instant, quantity, required, text, type GroupField, type ListField } from './field';
import { STAGE_TITLES } from '../trace/stage-titles';

/** What the yard keeps about itself. */
export const SHOP_FIELDS: GroupField = group('Shop', {
  name: text('Yard', 120),
  currency: text('Currency', 8),
  labourPerHour: quantity('Labour per hour', 'money', 0, 1000, ':1'),
  temperature: quantity('Shop temperature', 'temperature', -20, 50, '°C'),
  humidity: quantity('Relative humidity', 'fraction', 0.05, 1, '%'),
  readAt: instant('Read at'),
  order: choice('Lay order', { 'largest first': 'largest first', 'smallest first': 'smallest first' }),
  crew: { kind: 'list', label: 'Crew', max: 40, item: group('Person', { name: required(text('Name', 80)) }) } satisfies ListField,
});

/** One dated entry of a job's log; the id is made by the client, so that sending it twice stores it once. */
export const LOG_ENTRY_FIELDS: GroupField = group('Log entry', {
  id: required(text('Id', 36)),
  stage: required(choice('Stage', STAGE_TITLES)),
  at: required(instant('When')),
  who: required(text('Who', 80)),
  text: required(text('Entry', 4000)),
});
