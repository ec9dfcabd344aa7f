// Takes the pictures of docs/screenshots/ from a fresh demo yard.
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync } from 'node:fs';
import { chromium, type Page } from '@playwright/test';

const PORT = 4391;
const FOLDER = 'docs/screenshots';
const MARIGOLD = '/jobs/5b1d2f60-0001-4a01-9c01-000000000001';
const LITTLE_AUK = '/jobs/5b1d2f60-0004-4a01-9c01-000000000004';

const TEASEL = '/jobs/5b1d2f60-0002-4a01-9c01-000000000002';

/** What another screen saves while this one is away. */
async function saveElsewhere(page: Page): Promise<void> {
  const api = `http://127.0.0.1:${PORT}/api/v1${TEASEL}`;
  const job = (await (await fetch(api)).json()) as { version: number; document: { hull: object; conditions?: object } };
  const document = { ...job.document, hull: { ...job.document.hull, thickness: '6 mm' }, conditions: { ...job.document.conditions, humidity: '66 %' }, grade: 'show' };
  await fetch(api, { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ version: job.version, document, who: 'Tam' }) });
  await page.waitForTimeout(200);
}

interface Shot {
  readonly name: string;
  readonly path: string;
  readonly size?: { width: number; height: number };
  readonly before?: (page: Page) => Promise<void>;
}

const PHONE = { width: 390, height: 844 };
const SHOTS: readonly Shot[] = [
  { name: 'shop', path: '/shop' },
  { name: 'jobs', path: '/jobs' },
  {
    name: 'new-job',
    path: '/jobs/new',
    before: async (page) => {
      await page.getByLabel('Boat').fill('Skiff “Sandlark”');
      await page.getByLabel('What happened').fill('Mooring ring went through');
      await page.getByLabel('Size, along the hull').fill('95');
      await page.getByLabel('Size, up the hull').fill('60');
    },
  },
  { name: 'job-survey', path: `${MARIGOLD}/survey` },
  { name: 'job-system', path: `${MARIGOLD}/system` },
  { name: 'job-grind', path: `${MARIGOLD}/grind` },
  { name: 'job-laminate', path: `${MARIGOLD}/laminate`, before: async (page) => page.getByRole('button', { name: 'Show ply 4' }).click() },
  { name: 'job-mix', path: `${MARIGOLD}/mix` },
  { name: 'job-fair', path: `${MARIGOLD}/fair` },
  { name: 'job-finish', path: `${LITTLE_AUK}/finish` },
  { name: 'job-log', path: `${MARIGOLD}/log` },
  { name: 'reasons', path: `${MARIGOLD}/mix`, before: async (page) => page.getByRole('contentinfo').getByRole('button').nth(2).click() },
  {
    name: 'history',
    path: `${TEASEL}/survey`,
    before: async (page) => {
      await page.getByLabel('Laminate thickness').fill('6.5');
      await page.waitForTimeout(1500);
      await page.getByRole('button', { name: 'Saved states' }).click();
      await page.waitForTimeout(600);
      await page.locator('.p-drawer li button.line').nth(1).click();
      await page.waitForTimeout(500);
    },
  },
  {
    name: 'conflict',
    path: `${TEASEL}/survey`,
    before: async (page) => {
      await page.context().setOffline(true);
      await page.getByLabel('Laminate thickness').fill('7.5');
      await page.getByLabel('Relative humidity').fill('58');
      await page.waitForTimeout(900);
      await saveElsewhere(page);
      await page.context().setOffline(false);
      await page.getByRole('dialog').waitFor({ timeout: 15_000 });
      await page.waitForTimeout(500);
    },
  },
  { name: 'settings', path: '/settings' },
  { name: 'work-order', path: `${MARIGOLD}/work-order`, size: { width: 1000, height: 1300 } },
  { name: 'phone-survey', path: `${MARIGOLD}/survey`, size: PHONE },
  { name: 'phone-log', path: `${MARIGOLD}/log`, size: PHONE },
];

const cluster = process.env['DATABASE_URL'] ?? `postgres://nelbo:${readFileSync('.nelbo/password', 'utf8')}@127.0.0.1:${readFileSync('.nelbo/pg-port', 'utf8').trim()}/postgres`;
const server = spawn('node', ['--import', 'tsx', 'e2e/serve.ts', String(PORT)], { env: { ...process.env, NELBO_CLUSTER_URL: cluster }, stdio: 'inherit' });
try {
  const base = `http://127.0.0.1:${PORT}`;
  for (let tries = 0; ; tries += 1) {
    if (await fetch(`${base}/api/v1/health`).then((r) => r.ok, () => false)) break;
    if (tries > 150) throw new Error('the server did not start');
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  mkdirSync(FOLDER, { recursive: true });
  const browser = await chromium.launch({ executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
  const wanted = process.argv.slice(2);
  for (const shot of SHOTS.filter((s) => wanted.length === 0 || wanted.includes(s.name))) {
    const context = await browser.newContext({ viewport: shot.size ?? { width: 1280, height: 800 } });
    const page = await context.newPage();
    await page.goto(`${base}${shot.path}`, { waitUntil: 'networkidle' });
    await shot.before?.(page);
    await page.mouse.move(0, 0);
    await page.waitForTimeout(500);
    await page.screenshot({ path: `${FOLDER}/${shot.name}.png` });
    await context.close();
  }
  await browser.close();
} finally {
  server.kill('SIGTERM');
}
