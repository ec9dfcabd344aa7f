import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pageFor } from '../src/http/page';

const ROUTES = readFileSync(join(import.meta.dirname, '../../web/src/app/app.routes.ts'), 'utf8');
/** Addresses of the application with the file that holds their page, as its own routes say. */
const ADDRESSES = [...ROUTES.matchAll(/path: '([^'*]+)',[^{}]*?import\('\.\/[\w/-]*?([\w-]+)'\)/g)].map(
  ([, path, page]) => ({
    address: `/${path.replace(':id', '5b1d2f60-0001-4a01-9c01-000000000001').replace(':stage', 'mix')}`,
    page,
  }),
);

describe('a page', () => {
  let root: string;
  beforeAll(() => {
    root = mkdtempSync(join(tmpdir(), 'pages-'));
    writeFileSync(join(root, 'index.html'), '<html><body></body></html>');
    for (const page of new Set(ADDRESSES.map((a) => a.page))) {
      writeFileSync(join(root, `${page}-ABCDEFGH.js`), `import{a}from"./chunk-of-${page}.js";`);
      writeFileSync(join(root, `chunk-of-${page}.js`), '');
    }
  });
  afterAll(() => rmSync(root, { recursive: true }));

  it('names at once every file that its own part of the application needs, and no other page’s', () => {
    const html = pageFor(root);
    expect(ADDRESSES.length).toBeGreaterThan(9);
    for (const { address, page } of ADDRESSES) {
      const named = [...html(address).matchAll(/href="([^"]+)"/g)].map((m) => m[1]);
      expect(named.sort())
        .withContext(address)
        .toEqual([`${page}-ABCDEFGH.js`, `chunk-of-${page}.js`].sort());
    }
  });

  it('of nowhere names nothing', () => {
    expect(pageFor(root)('/harbour')).not.toContain('modulepreload');
  });
});
