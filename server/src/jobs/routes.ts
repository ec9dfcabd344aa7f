import type { Request } from 'express';
import * as yup from 'yup';
import { JSON_LIMIT_MB, tooLarge } from '../http/problem';
import { textOf } from '../http/read-text';
import { param, type Route } from '../http/route';
import { components as c } from '../http/schemas';
import { jsonOf, queryOf, uuidOf, versionOf, whole, yesOrNo } from '../http/validate';
import { fileName } from './file-name';
import type { JobService } from './service';

const MAX_PAGE = 500;
const LARGEST = 1_000_000_000;
const limit = (usual: number) => whole('limit', 1, MAX_PAGE).default(usual);
const filterSchema = yup.object({
  search: yup.string().max(120).optional(),
  archived: yesOrNo('archived').default(false),
  limit: limit(100),
  offset: whole('offset', 0, 1_000_000).default(0),
});
const underWaySchema = yup.object({ limit: limit(200) });
const revisionsSchema = yup.object({ limit: limit(100), before: whole('before', 1, LARGEST).optional() });
const label = { who: yup.string().max(80).optional(), saveId: yup.string().uuid().optional() };
const epoch = yup.string().uuid().optional();
const createSchema = yup.object({ id: yup.string().required(), document: yup.mixed().required(), ...label });
const saveSchema = yup.object({
  version: whole('version', 1, LARGEST).required('version is missing'),
  document: yup.mixed().required(),
  epoch,
  ...label,
});
const archiveSchema = yup.object({ archived: yesOrNo('archived').required('archived is missing') });
const nameSchema = yup.object({ name: yup.string().max(120).nullable().defined() });

const jobId = (req: Request): string => uuidOf(param(req, 'id'));
const int = (minimum: number, maximum: number) => ({ type: 'integer', minimum, maximum });
const object = (properties: Record<string, unknown>, required: string[]) => ({
  type: 'object',
  properties,
  required,
});
const labelSchema = { who: { type: 'string', maxLength: 80 }, saveId: { type: 'string', format: 'uuid' } };

export function jobRoutes(service: JobService): readonly Route[] {
  return [
    {
      method: 'get',
      path: '/jobs',
      summary: 'Jobs without their descriptions, the last touched first',
      query: {
        search: { description: 'part of the boat or title', schema: { type: 'string', maxLength: 120 } },
        archived: { description: 'the archive instead of the open jobs', schema: { type: 'boolean' } },
        limit: { description: 'how many', schema: int(1, MAX_PAGE) },
        offset: { description: 'how many to skip', schema: int(0, 1_000_000) },
      },
      answers: {
        200: { description: 'a page of jobs and how many there are in all', schema: c.ref('JobList') },
      },
      problems: [400],
      handle: async (req, res) => {
        res.json(await service.list(queryOf(filterSchema, req.query)));
      },
    },
    {
      method: 'get',
      path: '/jobs/under-way',
      summary: 'Whole jobs that are neither archived nor reported done, the last touched first',
      query: { limit: { description: 'how many', schema: int(1, MAX_PAGE) } },
      answers: { 200: { description: 'jobs', schema: { type: 'array', items: c.ref('Job') } } },
      problems: [400],
      handle: async (req, res) => {
        res.json(await service.underWay(queryOf(underWaySchema, req.query).limit));
      },
    },
    {
      method: 'post',
      path: '/jobs',
      summary:
        'Creates a job under a client-made id; sent again, it answers with the job that is there. 409 carries the job where another one has the id',
      body: {
        description: 'id and description',
        schema: object(
          { id: { type: 'string', format: 'uuid' }, document: c.ref('JobDocument'), ...labelSchema },
          ['id', 'document'],
        ),
      },
      answers: {
        200: { description: 'was there already', schema: c.ref('Job') },
        201: { description: 'created', schema: c.ref('Job') },
      },
      problems: [400, 409, 413, 422],
      handle: async (req, res) => {
        const { id, document, who, saveId } = jsonOf(createSchema, req.body);
        const { created, job } = await service.create(uuidOf(id), document, { who, saveId });
        res.status(created ? 201 : 200).json(job);
      },
    },
    {
      method: 'post',
      path: '/jobs/import',
      summary: 'Makes a job of a job file',
      query: {
        id: { description: 'client-made UUID of the new job', schema: { type: 'string', format: 'uuid' } },
      },
      body: {
        description: `the text of a *.nelbo.json file, up to ${JSON_LIMIT_MB} MB`,
        type: 'application/octet-stream',
      },
      answers: {
        200: { description: 'was there already', schema: c.ref('Imported') },
        201: { description: 'imported, with what was noticed in the file', schema: c.ref('Imported') },
      },
      problems: [400, 409, 413, 422],
      handle: async (req, res) => {
        const id = uuidOf(req.query['id'], 'the parameter id');
        const text = await textOf(req, JSON_LIMIT_MB * 1_000_000);
        if (text === undefined) throw tooLarge();
        const { created, ...rest } = await service.importFile(id, text);
        res.status(created ? 201 : 200).json(rest);
      },
    },
    {
      method: 'get',
      path: '/jobs/{id}',
      summary: 'One job',
      answers: { 200: { description: 'the job', schema: c.ref('Job') } },
      problems: [400, 404],
      handle: async (req, res) => {
        res.json(await service.get(jobId(req)));
      },
    },
    {
      method: 'put',
      path: '/jobs/{id}',
      summary: 'Saves over the version that the client knew; 409 carries the job that is there instead',
      body: {
        description: 'known version and description',
        schema: object(
          {
            version: int(1, LARGEST),
            document: c.ref('JobDocument'),
            epoch: {
              type: 'string',
              format: 'uuid',
              description:
                'of the job as it was read: after a restore versions begin anew, and a save over another yard is refused',
            },
            ...labelSchema,
          },
          ['version', 'document'],
        ),
      },
      answers: { 200: { description: 'the job as it stands', schema: c.ref('Job') } },
      problems: [400, 404, 409, 413, 422],
      handle: async (req, res) => {
        const id = jobId(req);
        const { version, epoch, document, who, saveId } = jsonOf(saveSchema, req.body);
        res.json(await service.save(id, { version, epoch }, document, { who, saveId }));
      },
    },
    {
      method: 'put',
      path: '/jobs/{id}/archived',
      summary: 'Archives a job or brings it back',
      body: {
        description: 'where it belongs',
        schema: object({ archived: { type: 'boolean' } }, ['archived']),
      },
      answers: { 200: { description: 'the job', schema: c.ref('Job') } },
      problems: [400, 404],
      handle: async (req, res) => {
        res.json(await service.archive(jobId(req), jsonOf(archiveSchema, req.body).archived));
      },
    },
    {
      method: 'get',
      path: '/jobs/{id}/file',
      summary: 'The job file (*.nelbo.json)',
      answers: { 200: { description: 'the description as it stands', schema: c.ref('JobDocument') } },
      problems: [400, 404],
      handle: async (req, res) => {
        const { document } = await service.get(jobId(req));
        res
          .type('json')
          .attachment(`${fileName(document.boat?.name ?? document.title ?? 'job')}.nelbo.json`)
          .send(`${JSON.stringify(document, null, 2)}\n`);
      },
    },
    {
      method: 'get',
      path: '/jobs/{id}/revisions',
      summary: 'Saved states of a job, the newest first',
      query: {
        limit: { description: 'how many', schema: int(1, MAX_PAGE) },
        before: { description: 'only versions below this one', schema: int(1, LARGEST) },
      },
      answers: {
        200: {
          description: 'revisions without their descriptions',
          schema: { type: 'array', items: c.ref('Revision') },
        },
      },
      problems: [400, 404],
      handle: async (req, res) => {
        const id = jobId(req);
        const { limit, before } = queryOf(revisionsSchema, req.query);
        res.json(await service.revisions(id, limit, before));
      },
    },
    {
      method: 'get',
      path: '/jobs/{id}/revisions/{version}',
      summary: 'One saved state with its description',
      answers: { 200: { description: 'the revision', schema: c.ref('RevisionWithDocument') } },
      problems: [400, 404],
      handle: async (req, res) => {
        res.json(await service.revision(jobId(req), versionOf(param(req, 'version'))));
      },
    },
    {
      method: 'put',
      path: '/jobs/{id}/revisions/{version}/name',
      summary: 'Names a saved state, or takes its name away',
      body: {
        description: 'the name',
        schema: object({ name: { type: ['string', 'null'], maxLength: 120 } }, ['name']),
      },
      answers: { 200: { description: 'the revision', schema: c.ref('Revision') } },
      problems: [400, 404, 422],
      handle: async (req, res) => {
        res.json(
          await service.nameRevision(
            jobId(req),
            versionOf(param(req, 'version')),
            jsonOf(nameSchema, req.body).name,
          ),
        );
      },
    },
  ];
}
