import { expect, test, type Page } from '@playwright/test';

const COLD = '/jobs/5b1d2f60-0017-4a01-9c01-000000000017';
const main = (page: Page) => page.getByRole('main');
const status = (page: Page) => page.getByRole('status').first();
const stops = (page: Page) => page.locator('nb-stop');

test('a STOP stands at its step, and one tap lifts what warmth lifts', async ({ page }) => {
  await page.goto(`${COLD}/laminate`);
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
  const id = crypto.randomUUID();
  const document = {
    format: 'nelbo-job/1',
    title: 'Rust on the keel',
    hull: { material: 'steel' },
    damage: { kind: 'scratch', size: [0.2, 0.1], position: 'below' },
    conditions: { temperature: 16, humidity: 0.9 },
  };
  const made = await page.request.post('/api/v1/jobs', { data: { id, document } });
  expect(made.ok(), await made.text()).toBeTruthy();
  await page.goto(`/jobs/${id}/mix`);
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
  await page.goto(`/jobs/${id}/log`);
  await expect(main(page)).toContainText('Reason: dehumidifier has run since six');
});
