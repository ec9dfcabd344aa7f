import type { Request, Response } from 'express';
import multer, { MulterError } from 'multer';
import * as yup from 'yup';
import type { Database } from '../db/connect';
import type { Heavy } from '../heavy/heavy';
import { HttpProblem, notFound } from '../http/problem';
import { param, type Route } from '../http/route';
import { components as c } from '../http/schemas';
import { queryOf, uuidOf } from '../http/validate';
import type { JobService } from '../jobs/service';
import { countPhotos, insertPhoto, listPhotos, readPhoto } from './queries';
import { PHOTO_LIMIT_MB } from './shrink';

const MOST_PHOTOS = 60;
const LONGEST_NAME = 120;

const upload = multer({
  storage: multer.memoryStorage(),
  limits: { fileSize: PHOTO_LIMIT_MB * 1_000_000, files: 1, fields: 0, parts: 2 },
}).single('photo');

/** The one file of a form. Nothing is written to a disk. */
function fileOf(req: Request, res: Response): Promise<{ bytes: Buffer; type: string; name: string }> {
  return new Promise((resolve, reject) => {
    upload(req, res, (e: unknown) => {
      if (e instanceof MulterError && e.code === 'LIMIT_FILE_SIZE')
        return reject(
          new HttpProblem(
            413,
            'The photograph is too large',
            `a photograph may take up to ${PHOTO_LIMIT_MB} MB; set the camera to a smaller size`,
          ),
        );
      if (e || !req.file)
        return reject(
          new HttpProblem(
            400,
            'There is no photograph in the request',
            'send a form with one file called "photo"',
          ),
        );
      resolve({ bytes: req.file.buffer, type: req.file.mimetype, name: req.file.originalname });
    });
  });
}

/** The end of a file's name, as far as a database can keep it: control characters and halves of letters are left out. */
const nameOf = (name: string): string =>
  [...name.replace(/\p{Cc}|\p{Cs}/gu, '')].slice(-LONGEST_NAME).join('');

export function photoRoutes(db: Database, jobs: JobService, heavy: Heavy): readonly Route[] {
  return [
    {
      method: 'get',
      path: '/jobs/{id}/photos',
      summary: 'Photographs of a job, oldest first',
      answers: {
        200: { description: 'without their bytes', schema: { type: 'array', items: c.ref('Photo') } },
      },
      problems: [400, 404],
      handle: async (req, res) => {
        const id = uuidOf(param(req, 'id'));
        await jobs.get(id);
        res.json(await listPhotos(db, id));
      },
    },
    {
      method: 'post',
      path: '/jobs/{id}/photos',
      heavy: true,
      summary:
        'Keeps a photograph with a job: turned the right way up, made small, without place, time or owner',
      query: {
        id: {
          description: 'id that the sender made; sent again, the photograph is kept once',
          schema: { type: 'string', format: 'uuid' },
        },
      },
      body: {
        description: `a form with one file called "photo": JPEG, PNG or WebP of at most ${PHOTO_LIMIT_MB} MB`,
        type: 'multipart/form-data',
        schema: {
          type: 'object',
          properties: { photo: { type: 'string', format: 'binary' } },
          required: ['photo'],
        },
      },
      answers: { 201: { description: 'as kept', schema: c.ref('Photo') } },
      problems: [400, 404, 409, 413, 415, 422],
      handle: async (req, res) => {
        const jobId = uuidOf(param(req, 'id'));
        const query = queryOf(yup.object({ id: yup.string().required() }), req.query);
        const id = uuidOf(query.id);
        await jobs.get(jobId);
        if ((await countPhotos(db, jobId)) >= MOST_PHOTOS)
          throw new HttpProblem(
            409,
            'The job has as many photographs as it may',
            `up to ${MOST_PHOTOS} are kept with a job`,
          );
        const file = await fileOf(req, res);
        const small = await heavy.run({ kind: 'photo', ...file });
        const kept = await insertPhoto(db, {
          ...small,
          bytes: Buffer.from(small.bytes),
          id,
          jobId,
          name: nameOf(file.name),
        });
        if (!kept)
          throw new HttpProblem(
            409,
            'A photograph of another job has this id',
            'make a new id for a new photograph',
          );
        res.status(201).json(kept);
      },
    },
    {
      method: 'get',
      path: '/photos/{id}',
      summary: 'A photograph',
      answers: { 200: { description: 'the picture', type: 'image/jpeg' } },
      problems: [400, 404],
      handle: async (req, res) => {
        const photo = await readPhoto(db, uuidOf(param(req, 'id')));
        if (!photo) throw notFound('Photograph');
        // It never changes under its id.
        res
          .set('Cache-Control', 'private, max-age=31536000, immutable')
          .set('Content-Security-Policy', "default-src 'none'; sandbox")
          .type('image/jpeg')
          .send(photo.bytes);
      },
    },
  ];
}
