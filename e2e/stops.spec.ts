import { expect, test, type Page } from '@playwright/test';

const HOUR = 3_600_000;

/** Warmth of the air, °C, by hour of a clear cold day on the hard; its nights are too cold for epoxy to set. */
const NIGHT = [7, 6, 5, 4, 3, 2, 2, 2, 3, 5, 7, 9, 10, 11, 11, 11, 10, 9, 8, 8, 7, 7, 7, 7];

/** Of these stories alone: another story may put a tent over a job of the demo. */
const made = async (page: Page, document: object) => {
  const id = crypto.randomUUID();
  const answer = await page.request.post('/api/v1/jobs', {
    data: { id, document: { format: 'nelbo-job/1', ...document } },
  });
  expect(answer.ok(), await answer.text()).toBeTruthy();
  return `/jobs/${id}`;
};

/** A hole laid up in slow epoxy in the open air, with the readings of a logger from now on. */
const coldHole = () => ({
  title: 'Anchor through the topside',
  hull: { material: 'frp-solid', thickness: 0.0065 },
  damage: { kind: 'hole', size: [0.11, 0.06], position: 'above' },
  access: 'both',
  backing: 'removable',
  system: { resin: 'epoxy-slow', finish: 'paint-2k' },
  conditions: {
    temperature: 13,
    humidity: 0.72,
    place: 'open air',
    sky: 'clear',
    air: 'readings',
    readings: Array.from({ length: 48 }, (_, i) => {
      const at = new Date(Math.floor(Date.now() / HOUR) * HOUR + (i - 6) * HOUR);
      return { at: at.toISOString(), temperature: NIGHT[at.getUTCHours()], humidity: 0.85 };
    }),
  },
});

/** Rust on a steel keel in air that is too damp for paint. */
const dampKeel = {
  title: 'Rust on the keel',
  hull: { material: 'steel' },
  damage: { kind: 'scratch', size: [0.2, 0.1], position: 'below' },
  conditions: { temperature: 16, humidity: 0.9 },
};

const main = (page: Page) => page.getByRole('main');
const status = (page: Page) => page.getByRole('status').first();
const stops = (page: Page) => page.locator('nb-stop');

test('a STOP stands at its step, and one tap lifts what warmth lifts', async ({ page }) => {
  await page.goto(`${await made(page, coldHole())}/laminate`);
  await expect(stops(page).first()).toContainText('too cold', { timeout: 20_000 });
  await expect(page.getByRole('img', { name: 'stops here' }).first()).toBeVisible();
  // Nobody goes on where it would never set.
  await expect(stops(page).first().getByRole('button', { name: 'Override…' })).toHaveCount(0);
  await stops(page)
    .first()
    .getByRole('button', { name: /^Tent and heater from the beginning/ })
    .click();
  await expect(stops(page)).toHaveCount(0, { timeout: 20_000 });
  await expect(main(page)).toContainText('Put the tent up');
  await expect(status(page)).toHaveText('Saved', { timeout: 15_000 });
  await page.getByRole('link', { name: 'Work order' }).click();
  await expect(main(page)).toContainText('Before you start', { timeout: 20_000 });
  await expect(main(page)).not.toContainText('STOP');
});

test('an override asks who and why, and stands on the work order and in the log', async ({ page }) => {
  const job = await made(page, dampKeel);
  await page.goto(`${job}/mix`);
  const stop = stops(page).first();
  await expect(stop).toContainText('dew point', { timeout: 20_000 });
  await stop.getByRole('button', { name: 'Override…' }).click();
  await stop.getByRole('button', { name: 'Go on all the same' }).click();
  await expect(stop.getByRole('alert')).toContainText('Say');
  await stop.getByLabel('Who').fill('Wren');
  await stop.getByLabel('Reason').fill('dehumidifier has run since six');
  await stop.getByRole('button', { name: 'Go on all the same' }).click();
  await expect(stop).toContainText('Overridden by Wren');
  await expect(status(page)).toHaveText('Saved', { timeout: 15_000 });
  await page.getByRole('link', { name: 'Work order' }).click();
  await expect(main(page)).toContainText('overridden by Wren', { timeout: 20_000 });
  await page.goto(`${job}/log`);
  await expect(main(page)).toContainText('Reason: dehumidifier has run since six');
});
