import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';

// These go on without the network, with the files that a service worker has kept.
test.use({ serviceWorkers: 'allow' });

const TEASEL = '/jobs/5b1d2f60-0002-4a01-9c01-000000000002';
const DUNLIN = '/jobs/5b1d2f60-0003-4a01-9c01-000000000003';
const status = (page: Page) => page.getByRole('status').first();
const saved = (page: Page) => expect(status(page)).toHaveText('Saved', { timeout: 20_000 });
const thickness = (page: Page) => page.getByLabel('Laminate thickness');

test('two browsers on one job see each other’s saves at once, and choose field by field where both changed the same', async ({
  browser,
}) => {
  // Two contexts: two people, two devices.
  const [mine, theirs] = [
    await (await browser.newContext()).newPage(),
    await (await browser.newContext()).newPage(),
  ];
  for (const page of [mine, theirs]) {
    await page.goto(`${TEASEL}/survey`);
    await saved(page);
  }
  await mine.getByLabel('Old gel coat').fill('0.8');
  await expect(theirs.getByLabel('Old gel coat')).toHaveValue('0.8', { timeout: 10_000 });
  await saved(mine);

  // Apart: I lose the network, and we both change the thickness; they change the humidity as well.
  await mine.context().setOffline(true);
  await thickness(mine).fill('6');
  await expect(status(mine)).toContainText('your work is kept here', { timeout: 10_000 });
  await thickness(theirs).fill('8');
  await theirs.getByLabel('Relative humidity').fill('71');
  await saved(theirs);
  await mine.context().setOffline(false);
  const dialog = mine.getByRole('dialog');
  await expect(dialog).toContainText('Both versions are kept', { timeout: 20_000 });
  await expect(dialog.getByRole('row')).toHaveCount(2);
  await expect(dialog).toContainText(/Against theirs: .*plies/);
  await dialog.getByLabel('6 mm').check();
  await dialog.getByRole('button', { name: 'Go on with these' }).click();
  await saved(mine);
  await expect(mine.getByLabel('Relative humidity')).toHaveValue('71');
  await expect(thickness(theirs)).toHaveValue('6', { timeout: 10_000 });
  await mine.context().close();
  await theirs.context().close();
});

test('undo and redo reach back over a reload', async ({ page }) => {
  await page.goto(`${DUNLIN}/survey`);
  await saved(page);
  const before = await thickness(page).inputValue();
  await thickness(page).fill('11.5');
  await saved(page);
  await page.reload();
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(thickness(page)).toHaveValue(before);
  await page.keyboard.press('Control+Shift+z');
  await expect(thickness(page)).toHaveValue('11.5');
  await page.keyboard.press('Control+z');
  await expect(thickness(page)).toHaveValue(before);
  await saved(page);
});

test('every state is kept, named, compared in plan terms and gone back to', async ({ page }) => {
  await page.goto(`${DUNLIN}/survey`);
  await saved(page);
  const before = await thickness(page).inputValue();
  await thickness(page).fill('14');
  await saved(page);
  await page.getByRole('button', { name: 'Saved states' }).click();
  const panel = page.locator('.p-drawer');
  await panel.getByRole('button', { expanded: false }).nth(1).click();
  await expect(panel).toContainText(/From this state to now.*plies \d+ → \d+/s);
  await expect(panel).toContainText(`Laminate thickness ${before} mm → 14 mm`);
  await panel.getByLabel('Name of this state').fill('as quoted');
  await panel.getByRole('button', { name: 'Name it' }).click();
  await expect(panel.getByRole('button', { name: 'as quoted' })).toBeVisible();
  await panel.getByRole('button', { name: 'Go back to this state' }).click();
  await page.keyboard.press('Escape');
  await expect(thickness(page)).toHaveValue(before);
  await saved(page);
});

test('work that never reached the server is there after the page was closed', async ({ page, context }) => {
  await page.goto(`${DUNLIN}/survey`);
  await saved(page);
  await context.setOffline(true);
  await page.getByLabel('Old gel coat').fill('1.1');
  await expect(status(page)).toContainText('your work is kept here', { timeout: 10_000 });
  await page.close();
  await context.setOffline(false);
  const again = await context.newPage();
  await again.goto(`${DUNLIN}/survey`);
  await expect(again.getByLabel('Old gel coat')).toHaveValue('1.1');
  await saved(again);
  await again.getByRole('button', { name: 'Undo' }).click();
  await saved(again);
});

test('the page opens again without the network, with the work in it', async ({ page, context }) => {
  await page.goto(`${DUNLIN}/survey`);
  await saved(page);
  // Until the device has the files of the application: the keeper of them is active only once it has them all.
  await expect
    .poll(() => page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.active?.state), {
      timeout: 40_000,
    })
    .toBe('activated');
  await context.setOffline(true);
  await page.getByLabel('Old gel coat').fill('0.95');
  await expect(status(page)).toContainText('your work is kept here', { timeout: 10_000 });
  await page.reload();
  await expect(page.getByLabel('Old gel coat')).toHaveValue('0.95', { timeout: 15_000 });
  await page.getByRole('link', { name: /^Laminate/ }).click();
  await expect(page.getByRole('main')).toContainText('plies build');
  await context.setOffline(false);
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
});

test('the yard leaves in one file and comes back the same; a broken file changes nothing', async ({
  page,
}) => {
  await page.goto('/settings');
  const started = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Download a backup' }).click();
  const download = await started;
  expect(download.suggestedFilename()).toMatch(/^skerry-lane-boatworks-\d{4}-\d\d-\d\d\.nelbo-backup$/);
  const file = readFileSync(await download.path());

  // Something that the backup does not hold.
  await page.goto('/jobs');
  await page.getByLabel('Job file to import').setInputFiles({
    name: 'late.nelbo.json',
    mimeType: 'application/json',
    buffer: Buffer.from(
      '{"format":"nelbo-job/1","title":"Came after the backup","hull":{"material":"frp-solid"},"damage":{"kind":"hole","size":["96 mm","58 mm"]}}',
    ),
  });
  await expect(page).toHaveURL(/survey/);

  await page.goto('/settings');
  const restore = async (name: string, buffer: Buffer): Promise<void> => {
    await page
      .getByLabel('Backup to restore')
      .setInputFiles({ name, mimeType: 'application/octet-stream', buffer });
    const dialog = page.getByRole('dialog');
    await expect(dialog).toContainText(/everything that is here now: \d+ jobs/);
    await expect(dialog.getByRole('button', { name: 'Replace the yard' })).toBeDisabled();
    await dialog.getByLabel(/Type “replace”/).fill('replace');
    await dialog.getByRole('button', { name: 'Replace the yard' }).click();
  };
  await restore('cut.nelbo-backup', file.subarray(0, file.length - 100));
  await expect(page.getByRole('alert')).toContainText(/damaged or cut short; nothing was changed/);
  await restore('yard.nelbo-backup', file);
  await expect(page.getByText(/Restored \d+ jobs.*the same, row by row/)).toBeVisible({ timeout: 20_000 });
  await page.goto('/jobs');
  await expect(page.getByRole('row').nth(1)).toBeVisible();
  await expect(page.getByText('Came after the backup')).toHaveCount(0);
});
