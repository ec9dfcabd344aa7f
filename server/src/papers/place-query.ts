import type { Request } from 'express';
import { HttpProblem } from '../http/problem';
import type { Route } from '../http/route';

/** Which place of a boat a paper is of. */
export const PLACE: Route['query'] = {
  place: {
    description: 'id of a place of the boat; a paper that is of one place is of the first without it',
    schema: { type: 'string', maxLength: 36 },
  },
};

/** The place that a request asks for; none where it asks for the boat. */
export function placeOf(req: Request): string | undefined {
  const { place } = req.query;
  if (place === undefined || (typeof place === 'string' && place.length <= 36)) return place;
  throw new HttpProblem(400, 'The request cannot be answered', 'place must be the id of a place');
}
