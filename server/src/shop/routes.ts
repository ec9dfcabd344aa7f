import { SHOP_FIELDS } from '@nelbo/core';
import type { Database } from '../db/connect';
import type { Route } from '../http/route';
import { components as c } from '../http/schemas';
import { bodyOf } from '../http/validate';
import { readShop, writeShop } from './queries';

const shopBody = bodyOf(SHOP_FIELDS);

export function shopRoutes(db: Database): readonly Route[] {
  return [
    {
      method: 'get',
      path: '/shop',
      summary: 'What the yard knows of itself; empty until somebody enters it',
      answers: { 200: { description: 'the yard', schema: c.ref('Shop') } },
      handle: async (_req, res) => {
        res.json(await readShop(db));
      },
    },
    {
      method: 'put',
      path: '/shop',
      summary: 'Replaces what the yard knows of itself',
      body: { description: 'the yard', schema: c.ref('Shop') },
      answers: { 200: { description: 'as stored, in SI', schema: c.ref('Shop') } },
      problems: [400, 413, 422],
      handle: async (req, res) => {
        const document = shopBody(req.body);
        await writeShop(db, document);
        res.json(document);
      },
    },
  ];
}
