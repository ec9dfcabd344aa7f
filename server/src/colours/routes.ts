import * as yup from 'yup';
import type { Database } from '../db/connect';
import type { Route } from '../http/route';
import { components as c } from '../http/schemas';
import { queryOf, uuidOf } from '../http/validate';
import { listColours } from './queries';

const MOST = 20;
const querySchema = yup.object({
  boat: yup.string().trim().min(1, 'boat is missing').max(120).required('boat is missing'),
  except: yup.string().optional(),
});

/** What was mixed for a boat before: the next repair starts there. */
export function colourRoutes(db: Database): readonly Route[] {
  return [
    {
      method: 'get',
      path: '/colours',
      summary: 'Colours mixed for a boat in other jobs, the newest first',
      query: {
        boat: { description: 'name of the boat', schema: { type: 'string', maxLength: 120 } },
        except: { description: 'a job to leave out', schema: { type: 'string', format: 'uuid' } },
      },
      answers: { 200: { description: 'colours', schema: { type: 'array', items: c.ref('BoatColour') } } },
      problems: [400],
      handle: async (req, res) => {
        const { boat, except } = queryOf(querySchema, req.query);
        const rows = await listColours(
          db,
          boat,
          except === undefined ? undefined : uuidOf(except, 'except'),
          MOST,
        );
        res.json(rows.map((r) => ({ ...r, updatedAt: new Date(r.updatedAt).toISOString() })));
      },
    },
  ];
}
