import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test, type Page } from '@playwright/test';
import pg from 'pg';

// These go on without the network, with the files that a service worker has kept.
test.use({ serviceWorkers: 'allow' });

const PORT = Number(process.env['NELBO_E2E_SECOND_PORT'] ?? 4396);
const BASE = `http://127.0.0.1:${PORT}`;
const DATABASE = 'nelbo_e2e_killed';
const TEASEL = '5b1d2f60-0002-4a01-9c01-000000000002';
const MAIN = join(dirname(fileURLToPath(import.meta.url)), '../server/dist/main.mjs');
const saved = (page: Page) =>
  expect(page.getByRole('status').first()).toHaveText('Saved', { timeout: 30_000 });

/** A server of this spec's own, that can be killed and started again over the same database. */
class Server {
  #child: ChildProcess | undefined;

  async #admin(...statements: string[]): Promise<void> {
    const client = new pg.Client({ connectionString: process.env['NELBO_CLUSTER_URL'] });
    await client.connect();
    for (const s of statements) await client.query(s);
    await client.end();
  }

  emptyDatabase(): Promise<void> {
    return this.#admin(`drop database if exists ${DATABASE} with (force)`, `create database ${DATABASE}`);
  }

  async start(...args: string[]): Promise<void> {
    const url = new URL(process.env['NELBO_CLUSTER_URL'] ?? '');
    url.pathname = `/${DATABASE}`;
    this.#child = spawn('node', [MAIN, ...args], {
      env: { ...process.env, DATABASE_URL: url.toString(), PORT: String(PORT), LOG_LEVEL: 'silent' },
      stdio: 'ignore',
    });
    await expect
      .poll(
        () =>
          fetch(`${BASE}/api/v1/health`).then(
            (r) => r.ok,
            () => false,
          ),
        { timeout: 20_000 },
      )
      .toBe(true);
  }

  async kill(): Promise<void> {
    const child = this.#child;
    if (!child) return;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await gone;
  }

  async end(): Promise<void> {
    await this.kill();
    await this.#admin(`drop database if exists ${DATABASE} with (force)`);
  }
}

test('edited from two browsers with the server killed in between, exported, emptied, restored, imported: the same', async ({
  browser,
}) => {
  test.setTimeout(150_000);
  const server = new Server();
  await server.emptyDatabase();
  await server.start('--demo');
  try {
    const [a, b] = [
      await (await browser.newContext()).newPage(),
      await (await browser.newContext()).newPage(),
    ];
    for (const page of [a, b]) {
      await page.goto(`${BASE}/jobs/${TEASEL}/survey`);
      await saved(page);
    }
    await a.getByLabel('Laminate thickness').fill('6.2');
    await saved(a);
    await expect(b.getByLabel('Laminate thickness')).toHaveValue('6.2', { timeout: 15_000 });

    // The server dies; both go on, in different fields; a log entry is written too.
    await server.kill();
    await a.getByLabel('Old gel coat').fill('0.7');
    await b.getByLabel('Relative humidity').fill('64');
    await b.getByRole('link', { name: /^Log/ }).click();
    await b.getByLabel('What was done or seen').fill('Written while the server was dead.');
    await b.getByRole('button', { name: 'Log it' }).click();
    await expect(a.getByRole('status').first()).toContainText('your work is kept here', { timeout: 15_000 });
    await server.start();
    await saved(a);
    await saved(b);
    await expect(b.getByText('not stored yet')).toHaveCount(0, { timeout: 15_000 });
    await b.getByRole('link', { name: /^Survey/ }).click();
    await expect(b.getByLabel('Old gel coat')).toHaveValue('0.7', { timeout: 15_000 });
    await expect(a.getByLabel('Relative humidity')).toHaveValue('64', { timeout: 15_000 });

    // Out: the job as a file, the yard as a backup.
    const read = async (path: string) => (await fetch(`${BASE}/api/v1${path}`)).json();
    const [job, log, revisions] = [
      await read(`/jobs/${TEASEL}`),
      await read(`/jobs/${TEASEL}/log`),
      await read(`/jobs/${TEASEL}/revisions`),
    ];
    expect(log.filter((e: { text: string }) => e.text === 'Written while the server was dead.').length).toBe(
      1,
    );
    const download = async (page: Page, link: string): Promise<Buffer> => {
      const started = page.waitForEvent('download');
      await page.getByRole('link', { name: link }).click();
      return readFileSync(await (await started).path());
    };
    await a.goto(`${BASE}/jobs/${TEASEL}/work-order`);
    await expect(a.getByRole('main')).toContainText('Work order');
    const file = await download(a, 'Job file');
    await a.goto(`${BASE}/settings`);
    const backup = await download(a, 'Download a backup');
    await b.close();

    // Everything is lost, and comes back.
    await server.kill();
    await server.emptyDatabase();
    await server.start();
    expect((await read('/jobs')).total).toBe(0);
    await a.goto(`${BASE}/settings`);
    await a
      .getByLabel('Backup to restore')
      .setInputFiles({ name: 'yard.nelbo-backup', mimeType: 'application/octet-stream', buffer: backup });
    await a
      .getByRole('dialog')
      .getByLabel(/Type “replace”/)
      .fill('replace');
    await a.getByRole('dialog').getByRole('button', { name: 'Replace the yard' }).click();
    await expect(a.getByText(/the same, row by row/)).toBeVisible({ timeout: 20_000 });
    // All of it but the epoch: versions count anew in the restored yard.
    expect({ ...(await read(`/jobs/${TEASEL}`)), epoch: '' }).toEqual({ ...job, epoch: '' });
    expect(await read(`/jobs/${TEASEL}/log`)).toEqual(log);
    expect(await read(`/jobs/${TEASEL}/revisions`)).toEqual(revisions);

    await a.goto(`${BASE}/jobs`);
    await a
      .getByLabel('Job file to import')
      .setInputFiles({ name: 'teasel.nelbo.json', mimeType: 'application/json', buffer: file });
    await expect(a).toHaveURL(/survey/);
    const imported = /jobs\/([0-9a-f-]+)\//.exec(a.url())?.[1] ?? '';
    expect(imported).not.toBe(TEASEL);
    expect((await read(`/jobs/${imported}`)).document).toEqual(job.document);
  } finally {
    await server.end();
  }
});
