import { API, type Route } from './route';
import { components } from './schemas';

const PROBLEM_TITLES: Record<number, string> = {
  400: 'the request cannot be read',
  403: 'the request comes from a page of elsewhere',
  404: 'there is no such thing',
  408: 'the body did not arrive in time',
  409: 'something else is there already',
  413: 'the request is too large',
  415: 'the request is of another kind',
  421: 'this name is not served',
  422: 'some fields cannot be used',
  429: 'too many requests',
  500: 'something went wrong on the server',
  507: 'the disk is full',
  503: 'the database cannot be reached; try again',
};

const problem = (status: number): [string, unknown] => [
  String(status),
  {
    description: PROBLEM_TITLES[status],
    content: { 'application/problem+json': { schema: components.ref('Problem') } },
  },
];

/** Problems that any address may answer, and those of one that takes a body. */
const OF_ALL = [400, 403, 421, 429, 500, 503];
const OF_BODIES = [408, 413, 415];

function operation(route: Route): unknown {
  const path = [...route.path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: name === 'id' ? { type: 'string', format: 'uuid' } : { type: 'integer', minimum: 1 },
  }));
  const query = Object.entries(route.query ?? {}).map(([name, q]) => ({ name, in: 'query', ...q }));
  const answers = Object.entries(route.answers).map(([status, a]): [string, unknown] => [
    status,
    {
      description: a.description,
      content: { [a.type ?? 'application/json']: { schema: a.schema ?? { type: 'string' } } },
    },
  ]);
  return {
    summary: route.summary,
    operationId: `${route.method}${route.path.replace(/[{}]/g, '').replace(/(^|[/.-])(\w)/g, (_, __, letter: string) => letter.toUpperCase())}`,
    ...(path.length + query.length > 0 ? { parameters: [...path, ...query] } : {}),
    ...(route.body
      ? {
          requestBody: {
            required: true,
            description: route.body.description,
            content: {
              [route.body.type ?? 'application/json']: {
                schema: route.body.schema ?? { type: 'string', format: 'binary' },
              },
            },
          },
        }
      : {}),
    responses: Object.fromEntries([
      ...answers,
      ...[...new Set([...(route.problems ?? []), ...(route.body ? OF_BODIES : []), ...OF_ALL])].map(problem),
    ]),
  };
}

/** The OpenAPI 3.1 document of a set of routes. */
export function openApi(routes: readonly Route[], version: string): Record<string, unknown> {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const route of routes) (paths[route.path] ??= {})[route.method] = operation(route);
  return {
    openapi: '3.1.0',
    info: {
      title: 'Nelbo',
      version,
      description: 'Boat repair jobs, their log and their papers. Errors are problem+json (RFC 9457).',
    },
    servers: [{ url: API }],
    paths,
    components: { schemas: components.schemas },
  };
}
