// Takes the pictures of docs/screenshots/ from a fresh demo yard.
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync } from 'node:fs';
import { chromium, type Page } from '@playwright/test';
import sharp from 'sharp';

const PORT = 4391;
const FOLDER = 'docs/screenshots';
const MARIGOLD = '/jobs/5b1d2f60-0001-4a01-9c01-000000000001';

const RAGGED_ROBIN = '/jobs/5b1d2f60-0006-4a01-9c01-000000000006';
const PLOVER = '/jobs/5b1d2f60-0007-4a01-9c01-000000000007';
const RAFT = '/jobs/5b1d2f60-0008-4a01-9c01-000000000008';
const TURNSTONE = '/jobs/5b1d2f60-0021-4a01-9c01-000000000021';
const SANDWORT = '/jobs/5b1d2f60-0016-4a01-9c01-000000000016';
const DOTTEREL = '/jobs/5b1d2f60-0017-4a01-9c01-000000000017';
const PIPIT = '/jobs/5b1d2f60-0011-4a01-9c01-000000000011';

/** A drawn stand-in for a photograph: a foil with a bite in its edge, a card of 85.6 mm by 54 mm taped beside it. */
const PICTURE = `<svg xmlns="http://www.w3.org/2000/svg" width="2000" height="1400"><rect width="2000" height="1400" fill="#c9cfc6"/><path d="M120 300C600 180 1300 190 1880 330L1880 1010C1300 1170 600 1160 120 1080Z" fill="#b9c86f" stroke="#6b7440" stroke-width="6"/><path d="M1240 1130L1290 1020L1370 985L1450 1010L1520 1085L1540 1150Z" fill="#c9cfc6" stroke="#4d5330" stroke-width="5"/><g transform="rotate(5 560 700)"><rect x="420" y="600" width="342" height="216" fill="#f6f2dd" stroke="#333" stroke-width="3"/><text x="455" y="725" font-size="46" font-family="sans-serif">85.6 × 54 mm</text></g></svg>`;

/** Taps places of the picture, given in its own pixels. */
async function tap(page: Page, places: readonly (readonly [number, number])[]): Promise<void> {
  const pad = page.locator('nb-point-pad svg');
  await pad.waitFor();
  const box = await pad.boundingBox();
  if (!box) throw new Error('no pad');
  const k = Math.min(box.width / 2000, box.height / 1400);
  for (const [x, y] of places) await page.mouse.click(box.x + (box.width - 2000 * k) / 2 + x * k, box.y + (box.height - 1400 * k) / 2 + y * k);
}

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
  {
    name: 'tracing',
    path: `${PIPIT}/survey`,
    before: async (page) => {
      await page.getByRole('button', { name: 'Trace the outline' }).click();
      await page.getByText('Photograph', { exact: true }).click();
      await page.getByText('Known rectangle').click();
      await page.locator('input[type=file]').setInputFiles({ name: 'rudder.jpg', mimeType: 'image/jpeg', buffer: await sharp(Buffer.from(PICTURE)).jpeg().toBuffer() });
      await page.locator('nb-point-pad image').waitFor();
      await page.getByLabel('First side, along the hull').fill('85.6 mm');
      await page.getByLabel('Second side').fill('54 mm');
      await tap(page, [[430, 581], [771, 611], [752, 826], [411, 796]]);
      await page.getByText('2 Outline').click();
      await tap(page, [[1240, 1130], [1290, 1020], [1370, 985], [1450, 1010], [1520, 1085], [1540, 1150], [1390, 1165]]);
    },
  },
  { name: 'job-system', path: `${PLOVER}/system` },
  { name: 'job-grind', path: `${SANDWORT}/grind` },
  { name: 'job-laminate', path: `${MARIGOLD}/laminate`, before: async (page) => page.getByRole('button', { name: 'Show ply 4' }).click() },
  { name: 'job-mix', path: `${DOTTEREL}/mix`, size: { width: 1280, height: 1000 }, before: async (page) => page.locator('nb-cure-view canvas').first().waitFor({ timeout: 20_000 }) },
  { name: 'bench', path: `${MARIGOLD}/bench`, before: poured },
  { name: 'bench-phone', path: `${SANDWORT}/bench`, size: { width: 390, height: 844 }, before: poured },
  { name: 'job-fair', path: `${TURNSTONE}/fair`, before: async (page) => page.locator('nb-fair-map .fair-low').first().waitFor({ timeout: 20_000 }) },
  {
    name: 'job-finish',
    path: `${TURNSTONE}/finish`,
    before: async (page) => {
      await page.locator('nb-colour-board .target').waitFor({ timeout: 20_000 });
      await page.getByText(/^Next, from ΔE/).evaluate((e) => e.closest('main')?.scrollTo(0, (e as HTMLElement).offsetTop - 330));
    },
  },
  { name: 'patterns', path: `${SANDWORT}/patterns`, before: async (page) => page.getByText('Search again').first().waitFor({ timeout: 30_000 }) },
  { name: 'reasons', path: `${MARIGOLD}/mix`, before: async (page) => page.getByRole('contentinfo').getByRole('button').nth(2).click() },
  { name: 'stores', path: '/stores/epoxy-slow' },
  { name: 'bonding-guide', path: '/guide', before: async (page) => page.getByRole('button', { name: /^Polyester laminating resin, unwaxed on moulded sheet compound/ }).click() },
  { name: 'work-order', path: `${MARIGOLD}/work-order`, size: { width: 1000, height: 1300 } },
  { name: 'owner', path: `${TURNSTONE}/owner`, size: { width: 1000, height: 1300 }, before: async (page) => page.mouse.wheel(0, 560) },
  { name: 'phone-survey', path: `${RAFT}/survey`, size: PHONE, before: async (page) => page.mouse.wheel(0, 470) },
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
