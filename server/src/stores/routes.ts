import { LIBRARY, OWN_ID, PRODUCT_FIELDS, problem } from '@nelbo/core';
import type { Database } from '../db/connect';
import { HttpProblem, invalid, notFound } from '../http/problem';
import { param, type Route } from '../http/route';
import { components as c } from '../http/schemas';
import { bodyOf } from '../http/validate';
import { listProducts, removeProduct, writeProduct } from './queries';

const productBody = bodyOf(PRODUCT_FIELDS);

/** An entry of the library, or a product of the yard's own. */
function idOf(value: string): string {
  if (OWN_ID.test(value) || LIBRARY.products.some((p) => p.id === value)) return value;
  throw new HttpProblem(
    400,
    'No such product',
    'name one of the library, or begin the id of your own with "own-"',
  );
}

export function storesRoutes(db: Database): readonly Route[] {
  const id = {
    id: {
      description: 'id of the library for an override, "own-…" for a product of the yard',
      schema: { type: 'string' },
    },
  };
  return [
    {
      method: 'get',
      path: '/stores',
      summary: "The yard's own products and what it overrides in the library",
      answers: {
        200: { description: 'entries by id', schema: { type: 'array', items: c.ref('StoredProduct') } },
      },
      handle: async (_req, res) => {
        res.json(await listProducts(db));
      },
    },
    {
      method: 'put',
      path: '/stores/{product}',
      summary: `Keeps an entry; the id is ${id.id.description}`,
      body: { description: 'the entry', schema: c.ref('Product') },
      answers: { 200: { description: 'as stored, in SI', schema: c.ref('StoredProduct') } },
      problems: [400, 413, 422],
      handle: async (req, res) => {
        const product = idOf(param(req, 'product'));
        const document = productBody(req.body);
        const like = document['like'];
        if (!OWN_ID.test(product) && like !== product) {
          throw invalid([problem({ severity: 'error', path: 'like' }, 'override-of-another', { product })]);
        }
        await writeProduct(db, product, document);
        res.json({ id: product, product: document });
      },
    },
    {
      method: 'delete',
      path: '/stores/{product}',
      summary: 'Takes an entry out: the library holds again, or the product of the yard is gone',
      answers: {
        200: {
          description: 'it is out',
          schema: { type: 'object', properties: { id: { type: 'string' } }, required: ['id'] },
        },
      },
      problems: [400, 404],
      handle: async (req, res) => {
        const product = idOf(param(req, 'product'));
        if (!(await removeProduct(db, product))) throw notFound('Entry of Stores');
        res.json({ id: product });
      },
    },
  ];
}
