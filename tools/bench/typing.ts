import { chromium, type Browser, type Page } from '@playwright/test';
import { rowOf, type Row } from './rows';
import { startYard } from './yard';

const ROUNDS = 5;
const WARM_UP = ['7', '7.4', '7.8', '8.6'];
const TYPED = ['8', '8.2', '8.25', '9', '9.1', '10', '10.5', '11'];
/** Tasks shorter than this are not told by the browser. */
const TOLD_MS = 50;

/** Typing the laminate thickness key by key: the longest task on the page's thread in each round, 0 when none was told. */
export async function measureTyping(): Promise<readonly Row[]> {
  const yard = await startYard(20);
  const browser = await chromium.launch({
    executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  try {
    const longest: number[] = [];
    for (let round = 0; round < ROUNDS; round += 1) {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      await page.goto(`${yard.url}/jobs/${yard.jobIds[round]}/survey`);
      const box = page.getByLabel('Laminate thickness');
      // What runs for the first time is compiled while it runs: that is not what is measured.
      for (const text of WARM_UP) {
        await box.fill(text);
        await page.waitForTimeout(400);
      }
      await watch(page);
      for (const text of TYPED) {
        await box.fill(text);
        await page.waitForTimeout(120);
      }
      longest.push(await told(page));
      await page.close();
    }
    return [
      rowOf(
        'longest task while typing',
        `${ROUNDS} rounds of ${TYPED.length} keys, 0 is under ${TOLD_MS}`,
        longest,
        TOLD_MS,
        'median',
      ),
      rowOf(
        'longest task while searching',
        `what would help, 0 is under ${TOLD_MS}`,
        [await whileSearching(browser, `${yard.url}/jobs/${yard.jobIds[0]}/mix`)],
        TOLD_MS,
        'median',
      ),
    ];
  } finally {
    await browser.close();
    await yard.stop();
  }
}

/** Begins to collect the tasks that hold the page. */
const watch = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const tasks: number[] = [];
    Object.assign(window, { longTasks: tasks });
    new PerformanceObserver((list) => list.getEntries().forEach((e) => tasks.push(e.duration))).observe({
      type: 'longtask',
    });
  });

const told = (page: Page): Promise<number> =>
  page.evaluate(() => Math.max(0, ...(window as unknown as { longTasks: number[] }).longTasks));

/** The search for what would help goes on beside the page. */
async function whileSearching(browser: Browser, url: string): Promise<number> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(url);
  await page.getByRole('button', { name: 'Find the soonest safe end' }).waitFor();
  await page.waitForTimeout(3000);
  await watch(page);
  await page.getByRole('button', { name: 'Find the soonest safe end' }).click();
  await page.locator('nb-cure-help progress').waitFor({ state: 'detached', timeout: 60_000 });
  const longest = await told(page);
  await page.close();
  return longest;
}
