import { STAGES } from '../trace/problem';
import { STAGE_TITLES } from '../trace/stage-titles';
import { BOAT_FIELDS } from './boat-fields';
import { choice, group, instant, list, required, text } from './field';
import { PLACE_FIELDS } from './place-fields';

export const JOB_FORMAT = 'nelbo-job/2';
/** Places of a boat besides the first. */
export const MOST_PLACES = 11;

const done = list(
  'Stages done',
  group('Stage done', {
    stage: required(choice('Stage', STAGE_TITLES)),
    at: required(instant('Done at')),
  }),
  STAGES.length,
);

const { hull, ...ownFields } = PLACE_FIELDS;

/**
 * Every field of a job file, with its limits. Limits are those of sense (a hull is not 1 m thick), not of taste. The
 * first place of the boat stands in the job itself; each further one is an entry in `places`.
 */
export const JOB_FIELDS = group('Job', {
  format: required(text('Format', 40)),
  ...BOAT_FIELDS,
  ...PLACE_FIELDS,
  schedule: group('Schedule', {
    start: instant('Start'),
    wanted: instant('Wanted by'),
    done,
  }),
  places: list(
    'Further places',
    group('Place', {
      id: required(text('Id', 36)),
      name: text('Name', 80),
      hull: { ...hull, required: false as const },
      ...ownFields,
      schedule: group('Schedule', { done }),
    }),
    MOST_PLACES,
  ),
});
