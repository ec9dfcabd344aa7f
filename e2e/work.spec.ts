import { expect, test, type Page } from '@playwright/test';
import { pick } from './pick';

// These go on without the network, with the files that a service worker has kept.
test.use({ serviceWorkers: 'allow' });

const MARIGOLD = '/jobs/5b1d2f60-0001-4a01-9c01-000000000001';
const DUNLIN = '/jobs/5b1d2f60-0003-4a01-9c01-000000000003';
const main = (page: Page) => page.getByRole('main');
const status = (page: Page) => page.getByRole('status').first();

test('work goes on without the network and catches up', async ({ page, context }) => {
  await page.goto(`${DUNLIN}/survey`);
  await expect(status(page)).toHaveText('Saved');
  await context.setOffline(true);
  await page.getByLabel('Old gel coat').fill('0.9');
  await expect(status(page)).toContainText('your work is kept here', { timeout: 10_000 });
  // The plan follows although nobody can be reached.
  await expect(page.getByText('That moved')).toBeVisible();
  await context.setOffline(false);
  await expect(status(page)).toHaveText('Saved', { timeout: 15_000 });
  await page.reload();
  await expect(page.getByLabel('Old gel coat')).toHaveValue('0.9');
});

test('a log entry written without the network is stored once', async ({ page, context }) => {
  await page.goto(`${DUNLIN}/log`);
  await expect(main(page)).toContainText('High duty');
  await context.setOffline(true);
  await page.getByLabel('What was done or seen').fill('Written in the shed without network.');
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(main(page)).toContainText('not stored yet');
  await page.waitForTimeout(3500);
  await context.setOffline(false);
  await expect(main(page)).not.toContainText('not stored yet', { timeout: 15_000 });
  await page.reload();
  await expect(main(page).getByText('Written in the shed without network.')).toHaveCount(1);
});

test('a work order opened right after an edit shows that edit', async ({ page }) => {
  await page.goto(`${DUNLIN}/survey`);
  await expect(status(page)).toHaveText('Saved');
  // A slow server makes the race certain: the work order must wait for the save that is under way.
  await page.route('**/api/v1/jobs/*', async (route) => {
    if (route.request().method() === 'PUT') await new Promise((resolve) => setTimeout(resolve, 1200));
    await route.continue();
  });
  await page.getByLabel('Laminate thickness').fill('11.5');
  await page.getByRole('link', { name: 'Work order' }).click();
  await expect(main(page)).toContainText('Wall11.5 mm');
});

test('sizes typed in inches are the sizes that are cut', async ({ page }) => {
  await page.goto('/jobs/new');
  await page.getByLabel('Boat').fill('Dory “Inches”');
  await page.getByLabel('Size, along the hull').fill('4 1/2 in');
  await page.getByLabel('Size, up the hull').fill('3"');
  await page.getByText('true extent', { exact: true }).click();
  await page.getByLabel('Laminate thickness').fill('1/4 in');
  await page.getByRole('button', { name: 'Plan this job' }).click();
  await expect(main(page)).toContainText('A 114 × 76 mm ellipse is sound at its edge');
  await expect(page.getByLabel('Laminate thickness')).toHaveValue('6.35');
});

test('an own taper that fails is warned of on the stage and on the tape', async ({ page }) => {
  await page.goto(`${MARIGOLD}/grind`);
  await page.getByLabel('Own taper ratio').fill('7:1');
  await expect(main(page)).toContainText('A 7:1 taper fails the shear check.');
  await expect(page.locator('[data-stage=grind]').getByRole('img', { name: 'has a warning' })).toBeVisible();
  await page.getByLabel('Own taper ratio').fill('');
  await expect(main(page)).not.toContainText('fails the shear check');
  await expect(page.getByRole('img', { name: 'has a warning' })).toHaveCount(0);
});

test('a cloth that the resin cannot wet is refused with the rule’s reason, and the plan stands', async ({
  page,
}) => {
  await page.goto('/jobs/5b1d2f60-0005-4a01-9c01-000000000005/system');
  await pick(page, 'Cloth', new RegExp('chopped mat 450'));
  // Nothing else was chosen by hand: a resin that wets mat is matched.
  await expect(main(page).locator('.chosen')).toContainText('chopped mat 450');
  await expect(main(page).locator('.chosen')).not.toContainText('epoxy 5:1');
  await page.getByRole('button', { name: /^Take this one: Slow laminating epoxy/ }).click();
  await expect(main(page)).toContainText('the binder of this mat dissolves in styrene');
  await expect(page.getByRole('contentinfo', { name: 'Totals' })).toContainText('Hands-on');
  await pick(page, 'Cloth', new RegExp('stitched biaxial 600'));
  await expect(main(page)).not.toContainText('is refused');
});

test('the shop leads to the stage that needs a hand', async ({ page }) => {
  await page.goto('/shop');
  const hands = page.getByRole('region', { name: 'Needs a hand' });
  await hands.getByRole('link').first().click();
  await expect(page).toHaveURL(/\/jobs\/[0-9a-f-]{36}\/\w+$/);
  await expect(main(page)).toBeVisible();
});

test('addresses that lead nowhere say so', async ({ page }) => {
  await page.goto('/jobs/5b1d2f60-dead-4a01-9c01-000000000009/survey');
  await expect(page.getByRole('heading', { name: 'There is no such job.' })).toBeVisible();
  await page.goto('/harbour');
  await expect(page.getByRole('heading', { name: 'There is nothing here.' })).toBeVisible();
});

for (const [system, units] of [
  ['metric', {}],
  ['inches', { length: 'us', temperature: 'us', mass: 'us', volume: 'us', area: 'us', pressure: 'us' }],
] as const) {
  test(`on a narrow screen every stage can be reached and used, in ${system}`, async ({ page, request }) => {
    const yard = await (await request.get('/api/v1/shop')).json();
    await request.put('/api/v1/shop', { data: { ...yard, units } });
    try {
      await page.setViewportSize({ width: 390, height: 844 });
      for (const stage of ['system', 'grind', 'laminate', 'mix', 'fair', 'finish']) {
        await page.goto(`${MARIGOLD}/${stage}`);
        await expect(main(page).getByRole('heading', { level: 2 })).toBeVisible();
        const overflow = await page.evaluate(
          () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
        );
        expect(overflow, stage).toBeLessThanOrEqual(0);
      }
    } finally {
      await request.put('/api/v1/shop', { data: yard });
    }
  });
}
