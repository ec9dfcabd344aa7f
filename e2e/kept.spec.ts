import { execFileSync } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { tmpdir } from 'node:os';
import { extname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test, type Page } from '@playwright/test';

test.use({ serviceWorkers: 'allow' });

const TEASEL = '/jobs/5b1d2f60-0002-4a01-9c01-000000000002';
const root = fileURLToPath(new URL('..', import.meta.url));
const status = (page: Page) => page.getByRole('status').first();
const saved = (page: Page) => expect(status(page)).toHaveText('Saved', { timeout: 20_000 });
const notSent = (page: Page) => page.getByRole('button', { name: /not sent/ });

/** The page is gone as when the system is short of memory: it has no say. */
async function crash(page: Page): Promise<void> {
  const session = await page.context().newCDPSession(page);
  await Promise.race([
    session.send('Page.crash').catch(() => undefined),
    new Promise((resolve) => setTimeout(resolve, 400)),
  ]);
  await Promise.race([page.close(), new Promise((resolve) => setTimeout(resolve, 1500))]);
}

test('what is typed outlives the tab to the last key: fields, an entry being written, a finding, a job being begun', async ({
  context,
}) => {
  let page = await context.newPage();
  await page.goto(`${TEASEL}/survey`);
  await saved(page);
  await context.setOffline(true);
  await page.getByLabel('Where', { exact: true }).press('End');
  await page.getByLabel('Where', { exact: true }).pressSequentially(', by the rail');
  const where = await page.getByLabel('Where', { exact: true }).inputValue();
  await crash(page);
  await context.setOffline(false);
  page = await context.newPage();
  await page.goto(`${TEASEL}/survey`);
  await expect(page.getByLabel('Where', { exact: true })).toHaveValue(where);
  await saved(page);

  await page.getByRole('link', { name: /^Log/ }).click();
  await page.getByLabel('What was done or seen').pressSequentially('Half a sentence');
  await crash(page);
  page = await context.newPage();
  await page.goto(`${TEASEL}/log`);
  await expect(page.getByLabel('What was done or seen')).toHaveValue('Half a sentence');
  await page.getByLabel('What was done or seen').fill('');

  await page.goto('/jobs/new');
  await page.getByLabel('What happened').pressSequentially('Begun and broken off');
  await page.getByLabel('Size, along the hull').fill('85');
  await crash(page);
  page = await context.newPage();
  await page.goto('/jobs/new');
  await expect(page.getByLabel('What happened')).toHaveValue('Begun and broken off');
  await expect(page.getByLabel('Size, along the hull')).toHaveValue('85');
  await page.getByRole('button', { name: 'Begin afresh' }).click();
  await expect(page.getByLabel('What happened')).toHaveValue('');
  await page.close();
});

test('what waits goes from any page, job before entry, with its count in sight', async ({
  context,
  page,
}) => {
  await page.goto('/jobs/new');
  await page.getByLabel('What happened').fill('Begun out of reach');
  await page.getByLabel('Size, along the hull').fill('80');
  await page.getByLabel('Size, up the hull').fill('50');
  // The pages of a job are known to the browser already.
  await page.evaluate(() => fetch('/jobs'));
  await context.route('**/api/**', (route) => route.abort());
  await page.getByRole('button', { name: 'Plan this job' }).click();
  await expect(page).toHaveURL(/survey/);
  const job = /jobs\/([0-9a-f-]+)/.exec(page.url())?.[1] ?? '';
  await page.getByRole('link', { name: /^Log/ }).click();
  await page.getByLabel('What was done or seen').fill('Looked at it in the rain.');
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByText('not stored yet')).toBeVisible();
  // Another page of the application, on which the job is not open.
  await page.getByRole('link', { name: 'Guide' }).click();
  await expect(notSent(page)).toContainText('2', { timeout: 15_000 });
  await notSent(page).click();
  await expect(page.getByRole('region', { name: 'Waits on this device' })).toContainText(
    'Begun out of reach',
  );
  await expect(page.getByRole('region', { name: 'Waits on this device' })).toContainText(
    'Looked at it in the rain.',
  );
  await context.unroute('**/api/**');
  await expect(notSent(page)).toHaveCount(0, { timeout: 20_000 });
  const log = await page.evaluate(
    async (id) => (await fetch(`/api/v1/jobs/${id}/log`)).json() as Promise<{ text: string }[]>,
    job,
  );
  expect(log.map((e) => e.text)).toEqual(['Looked at it in the rain.']);
});

test('an answer that was lost is no conflict, and what was typed meanwhile is kept and said truly', async ({
  context,
  page,
}) => {
  await page.goto(`${TEASEL}/survey`);
  await saved(page);
  // The server hears everything; the page hears nothing.
  await context.route('**/api/v1/jobs/*', async (route) => {
    if (route.request().method() !== 'PUT') return route.continue();
    // Where the route is taken away meanwhile, the answer has come or is lost all the same.
    await route.fetch().catch(() => undefined);
    await route.abort().catch(() => undefined);
  });
  await page.getByLabel('Old gel coat').fill('0.55');
  await expect(status(page)).toContainText('your work is kept here', { timeout: 10_000 });
  await page.getByLabel('Old gel coat').fill('0.65');
  await context.unroute('**/api/v1/jobs/*');
  await saved(page);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  const kept = await page.evaluate(
    async (path) =>
      (await fetch(`/api/v1${path}`)).json() as Promise<{ document: { hull: { gelCoat: number } } }>,
    TEASEL,
  );
  expect(kept.document.hull.gelCoat).toBeCloseTo(0.00065, 9);
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
});

test('a page that answers in the server’s place saves nothing, and is not believed', async ({
  context,
  page,
}) => {
  await page.goto(`${TEASEL}/survey`);
  await saved(page);
  for (const answer of [
    { status: 200, contentType: 'text/html', body: '<h1>Sign in to the harbour’s network</h1>' },
    { status: 200, contentType: 'application/json', body: 'null' },
    { status: 404, body: '' },
  ]) {
    await context.route('**/api/v1/**', (route) => route.fulfill(answer));
    await page.getByLabel('What happened').fill(`Answered by ${answer.body || 'nobody'}`);
    await expect(status(page)).toContainText('your work is kept here', { timeout: 10_000 });
    await context.unroute('**/api/v1/**');
    await saved(page);
    const kept = await page.evaluate(
      async (path) => (await fetch(`/api/v1${path}`)).json() as Promise<{ document: { title: string } }>,
      TEASEL,
    );
    expect(kept.document.title).toBe(`Answered by ${answer.body || 'nobody'}`);
  }
});

/** A server of files alone: what it serves can be exchanged under a browser that was there before. */
function serve(folder: () => string): Promise<Server> {
  const types: Record<string, string> = {
    '.html': 'text/html',
    '.js': 'text/javascript',
    '.css': 'text/css',
    '.svg': 'image/svg+xml',
    '.woff2': 'font/woff2',
  };
  const server = createServer((req, res) => {
    const path = (req.url ?? '/').split('?')[0];
    const file = join(folder(), path);
    if (path.startsWith('/api/')) return void res.writeHead(503).end();
    const there = extname(path) !== '' ? existsSync(file) : false;
    if (extname(path) !== '' && !there) return void res.writeHead(404).end();
    res
      .writeHead(200, {
        'nelbo-api': '/api/v1',
        'content-type': types[there ? extname(path) : '.html'] ?? 'application/octet-stream',
        'cache-control': 'no-cache',
      })
      .end(readFileSync(there ? file : join(folder(), 'index.html')));
  });
  return new Promise((resolve) => server.listen(0, '127.0.0.1', () => resolve(server)));
}

test('after an update the device opens the new application without the network, and never half of each', async ({
  context,
  page,
}) => {
  const builds = mkdtempSync(join(tmpdir(), 'nelbo-builds-'));
  const [before, after] = [join(builds, 'before'), join(builds, 'after')];
  for (const [folder, name] of [
    [before, 'before'],
    [after, 'after'],
  ]) {
    cpSync(join(root, 'web/dist/browser'), folder, { recursive: true, dereference: true });
    const index = join(folder, 'index.html');
    writeFileSync(
      index,
      readFileSync(index, 'utf8').replace('<head>', `<head><meta name="build" content="${name}">`),
    );
    execFileSync('node', ['tools/service-worker.mjs', folder], { cwd: root });
  }
  let now = before;
  const server = await serve(() => now);
  const { port } = server.address() as { port: number };
  const active = () =>
    page.evaluate(async () => {
      const there = await navigator.serviceWorker.getRegistration();
      return there?.active?.state === 'activated' && !there.installing && !there.waiting;
    });
  const build = page.locator('meta[name=build]');
  try {
    await page.goto(`http://127.0.0.1:${port}/guide`);
    await expect(build).toHaveAttribute('content', 'before');
    await expect.poll(active, { timeout: 60_000 }).toBe(true);
    now = after;
    await page.reload();
    await expect(build).toHaveAttribute('content', 'after');
    await page.evaluate(async () => void (await (await navigator.serviceWorker.getRegistration())?.update()));
    await expect
      .poll(
        () =>
          page.evaluate(async () =>
            (await (await caches.match('/index.html', { ignoreSearch: true }))?.text())?.includes(
              'content="after"',
            ),
          ),
        { timeout: 60_000 },
      )
      .toBe(true);
    await expect.poll(active, { timeout: 60_000 }).toBe(true);
    await context.setOffline(true);
    await page.reload();
    await expect(build).toHaveAttribute('content', 'after');
    await expect(page.getByRole('navigation', { name: 'Main' })).toBeVisible();
    await page.goto(`http://127.0.0.1:${port}/settings`);
    await expect(build).toHaveAttribute('content', 'after');
  } finally {
    await context.setOffline(false);
    server.closeAllConnections();
    server.close();
    rmSync(builds, { recursive: true, force: true });
  }
});
