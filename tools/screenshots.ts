// Takes the pictures of docs/screenshots/ from a fresh demo yard.
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync } from 'node:fs';
import { chromium, type Browser, type Page } from '@playwright/test';
import sharp from 'sharp';

const PORT = 4391;
const FOLDER = 'docs/screenshots';
const MARIGOLD = '/jobs/5b1d2f60-0001-4a01-9c01-000000000001';

const RAGGED_ROBIN = '/jobs/5b1d2f60-0006-4a01-9c01-000000000006';
const PLOVER = '/jobs/5b1d2f60-0007-4a01-9c01-000000000007';
const TURNSTONE = '/jobs/5b1d2f60-0021-4a01-9c01-000000000021';
const KITTIWAKE = '/jobs/5b1d2f60-0032-4a01-9c01-000000000032';
const SANDWORT = '/jobs/5b1d2f60-0016-4a01-9c01-000000000016';
const DOTTEREL = '/jobs/5b1d2f60-0017-4a01-9c01-000000000017';

/** A first batch laid, so that its window runs; the second on the scale with the resin in. */
async function poured(page: Page): Promise<void> {
  const tap = (name: string | RegExp): Promise<void> => page.getByRole('button', { name }).first().click();
  for (const [i, batch] of [/^Batch 1 of/, /^Batch 2 of/].entries()) {
    await tap(batch);
    const lot = page.getByRole('button', { name: 'S-2207' });
    if (await lot.count()) await lot.first().click();
    await page.getByLabel('Resin in the pot').fill('19.2');
    await tap('Begin');
    await tap('Resin is in');
    if (i === 1) break;
    await tap('Hardener is in');
    await tap(/^Mixed/);
    await tap('It is laid');
    await tap('Next batch');
  }
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
  { name: 'job-survey', path: `${RAGGED_ROBIN}/survey` },
  { name: 'job-system', path: `${PLOVER}/system` },
  { name: 'job-grind', path: `${SANDWORT}/grind` },
  {
    name: 'job-laminate',
    path: `${MARIGOLD}/laminate`,
    before: async (page) => page.getByRole('button', { name: 'Show ply 4' }).click(),
  },
  {
    name: 'job-mix',
    path: `${DOTTEREL}/mix`,
    size: { width: 1280, height: 1000 },
    before: async (page) => page.locator('nb-cure-view canvas').first().waitFor({ timeout: 20_000 }),
  },
  { name: 'bench', path: `${MARIGOLD}/bench`, before: poured },
  { name: 'bench-phone', path: `${SANDWORT}/bench`, size: { width: 390, height: 844 }, before: poured },
  {
    name: 'job-fair',
    path: `${TURNSTONE}/fair`,
    before: async (page) => page.locator('nb-fair-map .fair-low').first().waitFor({ timeout: 20_000 }),
  },
  {
    name: 'job-finish',
    path: `${TURNSTONE}/finish`,
    before: async (page) => {
      await page.locator('nb-colour-board .target').waitFor({ timeout: 20_000 });
      await page
        .getByText(/^Next, from ΔE/)
        .evaluate((e) => e.closest('main')?.scrollTo(0, (e as HTMLElement).offsetTop - 330));
    },
  },
  {
    name: 'patterns',
    path: `${SANDWORT}/patterns`,
    before: async (page) => page.getByText('Search again').first().waitFor({ timeout: 30_000 }),
  },
  {
    name: 'reasons',
    path: `${MARIGOLD}/mix`,
    before: async (page) => page.getByRole('contentinfo').getByRole('button').nth(2).click(),
  },
  { name: 'stores', path: '/stores/epoxy-slow' },
  {
    name: 'bonding-guide',
    path: '/guide',
    before: async (page) =>
      page
        .getByRole('button', { name: /^Polyester laminating resin, unwaxed on moulded sheet compound/ })
        .click(),
  },
  { name: 'work-order', path: `${MARIGOLD}/work-order`, size: { width: 1000, height: 1300 } },
  {
    name: 'owner',
    path: `${TURNSTONE}/owner`,
    size: { width: 1000, height: 1300 },
    before: async (page) => page.mouse.wheel(0, 560),
  },
  {
    name: 'phone-places',
    path: `${KITTIWAKE}/survey`,
    size: PHONE,
    before: async (page) => page.getByRole('button', { name: 'stem' }).click(),
  },
];

const job = (n: number, stage: string): string =>
  `/jobs/5b1d2f60-${String(n).padStart(4, '0')}-4a01-9c01-${String(n).padStart(12, '0')}/${stage}`;
/** Every other kind of repair at the stage that shows it best, on one sheet. */
const KINDS: readonly string[] = [
  job(7, 'mix'),
  job(9, 'mix'),
  job(23, 'grind'),
  job(24, 'finish'),
  job(11, 'fair'),
  job(26, 'grind'),
  job(25, 'grind'),
  job(10, 'grind'),
  job(14, 'grind'),
  job(27, 'finish'),
];
const TILE = { width: 640, height: 400 };

async function contactSheet(browser: Browser, base: string): Promise<void> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const tiles: { input: Buffer; left: number; top: number }[] = [];
  for (const [i, path] of KINDS.entries()) {
    const page = await context.newPage();
    await page.goto(`${base}${path}`, { waitUntil: 'networkidle' });
    await page.locator('nb-repair-drawings svg').first().waitFor({ timeout: 20_000 });
    await page.waitForTimeout(1500);
    const input = await sharp(await page.screenshot())
      .resize(TILE.width, TILE.height)
      .png()
      .toBuffer();
    tiles.push({ input, left: (i % 2) * TILE.width, top: Math.floor(i / 2) * TILE.height });
    await page.close();
  }
  await context.close();
  await sharp({
    create: {
      width: 2 * TILE.width,
      height: Math.ceil(KINDS.length / 2) * TILE.height,
      channels: 3,
      background: '#ffffff',
    },
  })
    .composite(tiles)
    .png({ palette: true })
    .toFile(`${FOLDER}/daily-trade.png`);
}

const cluster =
  process.env['DATABASE_URL'] ??
  `postgres://nelbo:${readFileSync('.nelbo/password', 'utf8')}@127.0.0.1:${readFileSync('.nelbo/pg-port', 'utf8').trim()}/postgres`;
const server = spawn('node', ['--import', 'tsx', 'e2e/serve.ts', String(PORT)], {
  env: { ...process.env, NELBO_CLUSTER_URL: cluster },
  stdio: 'inherit',
});
try {
  const base = `http://127.0.0.1:${PORT}`;
  for (let tries = 0; ; tries += 1) {
    if (
      await fetch(`${base}/api/v1/health`).then(
        (r) => r.ok,
        () => false,
      )
    )
      break;
    if (tries > 150) throw new Error('the server did not start');
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  mkdirSync(FOLDER, { recursive: true });
  const browser = await chromium.launch({
    executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
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
  if (wanted.length === 0 || wanted.includes('daily-trade')) await contactSheet(browser, base);
  await browser.close();
} finally {
  server.kill('SIGTERM');
}
