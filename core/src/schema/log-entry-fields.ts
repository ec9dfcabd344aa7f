import { choice, group, instant, required, text, type GroupField } from './field';
import { STAGE_TITLES } from '../trace/stage-titles';

/** One dated entry of a job's log; the id is made by the client, so that sending it twice stores it once. */
export const LOG_ENTRY_FIELDS: GroupField = group('Log entry', {
  id: required(text('Id', 36)),
  stage: required(choice('Stage', STAGE_TITLES)),
  at: required(instant('When')),
  who: required(text('Who', 80)),
  text: required(text('Entry', 4000)),
});
