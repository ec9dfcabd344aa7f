import { expect, test, type Page } from '@playwright/test';
import { pick } from './pick';

const MARIGOLD = '/jobs/5b1d2f60-0001-4a01-9c01-000000000001';
const saved = (page: Page) =>
  expect(page.getByRole('status').first()).toHaveText('Saved', { timeout: 20_000 });
const focused = (page: Page) =>
  page.evaluate(
    () =>
      document.activeElement?.textContent?.trim() ||
      document.activeElement?.getAttribute('aria-label') ||
      (document.activeElement?.id &&
        document.querySelector(`label[for="${document.activeElement.id}"]`)?.textContent?.trim()) ||
      '',
  );

/** Goes on with Tab until what has the focus is called so. */
async function tabTo(page: Page, name: string | RegExp): Promise<void> {
  for (let i = 0; i < 120; i += 1) {
    await page.keyboard.press('Tab');
    const at = await focused(page);
    if (typeof name === 'string' ? at === name : name.test(at)) return;
  }
  throw new Error(`Tab never reached ${name}`);
}

test('a whole job is planned without a mouse', async ({ page }) => {
  await page.goto('/shop');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.keyboard.press('n');
  await expect(page).toHaveURL(/jobs\/new/);
  await tabTo(page, 'Boat');
  await page.keyboard.type('Skiff “Keys”');
  await tabTo(page, 'What happened');
  await page.keyboard.type('Planned by keyboard');
  await tabTo(page, /^Size, along the hull/);
  await page.keyboard.type('95');
  await tabTo(page, /^Size, up the hull/);
  await page.keyboard.type('60');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/survey/);
  await saved(page);

  // Survey: a fact; System: another chain; every stage by its key.
  await tabTo(page, 'Laminate thickness');
  await page.keyboard.type('8');
  await page.keyboard.press('Escape');
  await page.getByRole('main').focus();
  await page.keyboard.press('2');
  await expect(page).toHaveURL(/system/);
  await expect(page.getByRole('main')).toBeFocused();
  await tabTo(page, /^Take this one/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('main')).toContainText('taken for this job');
  for (const [key, stage] of [
    ['3', 'grind'],
    ['4', 'laminate'],
    ['5', 'mix'],
    ['6', 'fair'],
    ['7', 'finish'],
    ['8', 'log'],
  ]) {
    await page.getByRole('main').focus();
    await page.keyboard.press(key);
    await expect(page).toHaveURL(new RegExp(stage));
  }

  // The plies: arrows move between figures, Enter opens the reasons, Esc closes them.
  await page.getByRole('main').focus();
  await page.keyboard.press('4');
  await tabTo(page, '1');
  await page.keyboard.press('ArrowRight');
  const first = await focused(page);
  await page.keyboard.press('ArrowDown');
  expect(await focused(page)).not.toBe(first);
  await page.keyboard.press('Enter');
  await expect(page.getByText('Where this comes from')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText('Where this comes from')).toBeHidden();

  // Log, stage done, work order.
  await page.getByRole('main').focus();
  await page.keyboard.press('8');
  await tabTo(page, 'What was done or seen');
  await page.keyboard.type('Written without a mouse.');
  await tabTo(page, 'Log it');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('listitem').filter({ hasText: 'Written without a mouse.' })).not.toContainText(
    'not stored',
    { timeout: 10_000 },
  );
  await page.getByRole('main').focus();
  await page.keyboard.press('w');
  await expect(page).toHaveURL(/work-order/);
  await expect(page.getByRole('main')).toContainText('Work order: Planned by keyboard');
});

test('everything has a name in the palette: stages, files, jobs', async ({ page }) => {
  await page.goto(`${MARIGOLD}/survey`);
  await saved(page);
  await page.keyboard.press('Control+k');
  const box = page.getByRole('combobox', { name: 'What do you want to do?' });
  const found = page.getByRole('listbox', { name: 'What can be done' }).getByRole('option');
  await expect(box).toBeFocused();
  await box.fill('grind');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/grind/);
  await page.keyboard.press('Control+k');
  await box.fill('teasel');
  await expect(found.filter({ hasText: 'Teasel' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/0002.*survey/);
  await page.keyboard.press('Control+k');
  await box.fill('csv');
  await expect(found).toHaveCount(3);
  const download = page.waitForEvent('download');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  expect((await download).suggestedFilename()).toMatch(/^cut-list-.*\.csv$/);
});

test('the keys of a page are on a sheet, and single keys can be turned off', async ({ page }) => {
  await page.goto(`${MARIGOLD}/survey`);
  await saved(page);
  await page.keyboard.press('?');
  const sheet = page.getByRole('dialog');
  await expect(sheet).toContainText('Laminate');
  await expect(sheet).toContainText('a default');
  await sheet.getByLabel(/Keys without Ctrl/).click();
  await page.keyboard.press('Escape');
  await expect(sheet).toBeHidden();
  await page.keyboard.press('3');
  await page.waitForTimeout(300);
  await expect(page).toHaveURL(/survey/);
  await page.evaluate(() => localStorage.removeItem('nelbo.single-keys'));
});

test.describe('settings', () => {
  let yard: unknown;
  test.beforeEach(async ({ request }) => {
    yard = await (await request.get('/api/v1/shop')).json();
  });
  // Whatever becomes of this story, those after it read the yard's own units.
  test.afterEach(async ({ request }) => {
    expect((await request.put('/api/v1/shop', { data: yard })).ok()).toBeTruthy();
  });

  test('settings reach the plan at once: units, hours, hands, drops, scale', async ({ page, context }) => {
    const job = await context.newPage();
    await job.goto('/jobs/5b1d2f60-0004-4a01-9c01-000000000004/mix');
    await saved(job);
    await page.goto('/settings');
    const stored = () => expect(page.getByRole('status').first()).toHaveText('Saved', { timeout: 10_000 });
    await page.getByText('°F', { exact: true }).click();
    await page.getByText('in, ft', { exact: true }).click();
    await stored();
    await expect(
      job
        .getByRole('banner')
        .getByText(/\d+\.\d °F/)
        .first(),
    ).toBeVisible({ timeout: 10_000 });
    await expect(job.getByText(/taper .* in$/).first()).toBeVisible();

    const drops = job
      .getByRole('region', { name: 'Batch 1', exact: true })
      .getByRole('row')
      .nth(2)
      .getByRole('cell')
      .last();
    await page
      .getByRole('group', { name: 'Dropper bottles' })
      .getByRole('button', { name: 'Enter what you have' })
      .click();
    const usual = Number(await drops.textContent());
    await page.getByLabel('Drops in one ml').fill('20');
    await stored();
    // The other page hears of it a moment after it is stored.
    await expect.poll(async () => Number(await drops.textContent())).toBeLessThan(usual);
    const count = Number(await drops.textContent());
    await page.getByLabel('Drops in one ml').fill('40');
    await stored();
    await expect.poll(async () => Number(await drops.textContent())).toBeGreaterThan(1.9 * count);

    const elapsed = job.getByText('Elapsed', { exact: true }).locator('..');
    const before = await elapsed.textContent();
    await pick(page, 'Days', 'Monday to Friday');
    await stored();
    await expect.poll(() => elapsed.textContent()).not.toBe(before);
    await page.getByRole('button', { name: 'All metric' }).click();
    await stored();
    await expect(job.getByText(/taper .* mm$/).first()).toBeVisible({ timeout: 10_000 });
  });
});
