import { Router } from 'express';
import * as yup from 'yup';
import { HttpProblem } from '../http/problem';
import { queryOf, uuidOf } from '../http/validate';
import type { JobService } from './service';

const filterSchema = yup.object({
  search: yup.string().max(120).optional(),
  archived: yup.boolean().default(false),
});
const createSchema = yup.object({ id: yup.string().required(), document: yup.mixed().required() });
const saveSchema = yup.object({ version: yup.number().integer().min(1).required(), document: yup.mixed().required() });
const archiveSchema = yup.object({ archived: yup.boolean().required() });

function body<T>(schema: yup.Schema<T>, value: unknown): T {
  try {
    return schema.validateSync(value, { strict: true });
  } catch (e) {
    throw new HttpProblem(400, 'The request body cannot be used', e instanceof Error ? e.message : undefined);
  }
}

export function jobRoutes(service: JobService): Router {
  const router = Router();
  router.get('/', async (req, res) => {
    res.json(await service.list(queryOf(filterSchema, req.query)));
  });
  router.post('/', async (req, res) => {
    const { id, document } = body(createSchema, req.body);
    const { created, job } = await service.create(uuidOf(id), document);
    res.status(created ? 201 : 200).json(job);
  });
  router.get('/:id', async (req, res) => {
    res.json(await service.get(uuidOf(req.params.id)));
  });
  router.put('/:id', async (req, res) => {
    const { version, document } = body(saveSchema, req.body);
    res.json(await service.save(uuidOf(req.params.id), version, document));
  });
  router.put('/:id/archived', async (req, res) => {
    res.json(await service.archive(uuidOf(req.params.id), body(archiveSchema, req.body).archived));
  });
  return router;
}
