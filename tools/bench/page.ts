import { chromium } from '@playwright/test';
import { rowOf, type Row } from './rows';
import { startYard } from './yard';

const VISITS = 7;
const KB = 1024;

/** First load of a job in a fresh browser each time: until it can be used, and what went over the wire. */
export async function measurePage(): Promise<readonly Row[]> {
  const yard = await startYard(50);
  const browser = await chromium.launch({
    executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  try {
    const [paints, usable, sizes, lists]: number[][] = [[], [], [], []];
    for (let i = 0; i < VISITS; i += 1) {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
      const page = await context.newPage();
      const wire = await context.newCDPSession(page);
      await wire.send('Network.enable');
      let bytes = 0;
      wire.on('Network.loadingFinished', (e) => (bytes += e.encodedDataLength));
      // Usable: the plies can be read and the next step can be pressed. Looked for by the page itself, at every change.
      await page.addInitScript(() => {
        new MutationObserver((_, observer) => {
          if (!document.querySelector('[aria-label="Show ply 1"]')) return;
          observer.disconnect();
          requestAnimationFrame(() => Object.assign(window, { usableAt: performance.now() }));
        }).observe(document, { childList: true, subtree: true });
      });
      await page.goto(`${yard.url}/jobs/${yard.jobIds[i]}/laminate`);
      usable.push(
        Number(
          await (
            await page.waitForFunction(() => (window as unknown as { usableAt?: number }).usableAt)
          ).jsonValue(),
        ),
      );
      paints.push(
        await page.evaluate(() => performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0),
      );
      await page.waitForLoadState('networkidle');
      sizes.push(bytes / KB);
      const began = Date.now();
      await page.getByRole('link', { name: 'Jobs', exact: true }).click();
      await page.getByRole('row').nth(1).waitFor();
      lists.push(Date.now() - began);
      await context.close();
    }
    return [
      rowOf('first paint of a job', `${VISITS} fresh browsers`, paints, 1500, 'p95'),
      rowOf('usable: plies on the screen', `${VISITS} fresh browsers`, usable, 1500, 'median'),
      rowOf('transfer of the first load, kB', `${VISITS} fresh browsers`, sizes, 450, 'median', 'kB'),
      rowOf('from a job to the list of jobs', '50 jobs', lists),
    ];
  } finally {
    await browser.close();
    await yard.stop();
  }
}
