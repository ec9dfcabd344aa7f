import { expect, test, type Page } from '@playwright/test';
import { pick } from './pick';

const stage = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Stages of the job' }).getByRole('link', { name });
const totals = (page: Page) => page.getByRole('contentinfo', { name: 'Totals' });
const saved = (page: Page) =>
  expect(page.getByRole('status').first()).toHaveText('Saved', { timeout: 10_000 });
const panel = (page: Page) => page.getByRole('main');

test('from a hole in a topside to a printed, timed plan', async ({ page }) => {
  const errors: string[] = [];
  page.on('pageerror', (e) => errors.push(e.message));
  page.on('console', (m) => m.type() === 'error' && errors.push(m.text()));

  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Skerry Lane Boatworks' })).toBeVisible();
  await page.getByRole('link', { name: 'New job' }).click();

  // A wrong size is an error that names range and suggestion, and nothing is planned from it.
  await page.getByLabel('Size, along the hull').fill('95 parsecs');
  await expect(page.getByRole('alert')).toContainText('2 to 3000 mm');
  await page.getByRole('button', { name: 'Plan this job' }).click();
  await expect(page.getByRole('alert').last()).toContainText('size of the damage is still needed');

  await page.getByLabel('Boat').fill('Skiff “Sandlark”');
  await page.getByLabel('What happened').fill('Mooring ring went through');
  await page.getByLabel('Size, along the hull').fill('3 3/4 in');
  await page.getByLabel('Size, up the hull').fill('60 mm');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await expect(page.getByLabel('The plan so far')).toContainText(
    'A first look of 95 × 60 mm is likely to grow',
  );
  await page.getByLabel('Laminate thickness').fill('7');
  await page
    .getByRole('radio', { name: 'both sides' })
    .or(page.getByRole('button', { name: 'both sides' }))
    .first()
    .click();
  await pick(page, 'Duty', 'general 12:1');
  await page.getByLabel('Temperature at the work').fill('17');
  await page.getByRole('button', { name: 'Plan this job' }).click();

  // Survey: a later finding is added and says what it changed.
  await expect(page).toHaveURL(/\/jobs\/[0-9a-f-]{36}\/survey/);
  await expect(page.getByRole('heading', { name: 'Skiff “Sandlark”' })).toBeVisible();
  await page.getByRole('button', { name: 'Add what was found' }).click();
  await page.getByLabel('Along the hull').fill('118 mm');
  await page.getByLabel('Up the hull').fill('7.4 cm');
  await page.getByRole('button', { name: 'Add the finding' }).click();
  await expect(panel(page)).toContainText('true extent, 118 × 74 mm');
  await expect(panel(page)).toContainText(/changed cut-out area .* → .* resin .* → .* hands-on/);
  await expect(panel(page)).toContainText('first look, 95 × 60 mm');
  await saved(page);

  // System: three families ranked, a refused chain with its rule.
  await stage(page, 'System').click();
  for (const family of [
    'Slow laminating epoxy 5:1',
    'Vinyl ester laminating resin',
    'Polyester laminating resin, unwaxed',
  ]) {
    await expect(panel(page).getByRole('heading', { name: family })).toBeVisible();
  }
  await page.getByRole('button', { name: /Show all \d+ rules that refused/ }).click();
  await expect(panel(page)).toContainText('Rule epoxy-emulsion-mat');
  await page.getByRole('button', { name: 'System is done' }).click();
  await expect(page).toHaveURL(/\/grind/);

  // Grind: a figure opens to its formula, inputs and source, and leads on.
  await stage(page, 'Grind').click();
  await expect(panel(page)).toContainText('Shear check passes');
  await panel(page).getByRole('button', { name: '10.71 : 1' }).click();
  const reasons = page
    .getByRole('complementary')
    .or(page.getByRole('dialog'))
    .filter({ hasText: 'Where this comes from' });
  await expect(reasons).toContainText('R = SF·σ/τ');
  await expect(reasons).toContainText('100 MPa');
  await expect(reasons).toContainText(/It rests on.*defaults?/);
  await reasons.getByRole('button', { name: /τ ultimate shear of the bond/ }).click();
  await expect(reasons).toContainText('It goes into');
  await expect(reasons).toContainText('assumed');
  await page.keyboard.press('Escape');
  await expect(reasons).toBeHidden();

  // Laminate: ten plies; picked in the table, picked in both drawings; the other school reverses the sizes.
  await stage(page, 'Laminate').click();
  await expect(panel(page)).toContainText('10 plies build 6.61 mm');
  const sizes = async (): Promise<string[]> =>
    (await panel(page).locator('tbody tr:not(.rest) td:nth-child(3)').allTextContents()).map((t) => t.trim());
  const largest = await sizes();
  expect(largest.length).toBe(10);
  await panel(page).getByRole('button', { name: 'Show ply 3' }).click();
  await expect(page.locator('svg .picked')).toHaveCount(3);
  await panel(page).getByText('smallest first', { exact: true }).click();
  await expect.poll(sizes).toEqual([...largest].reverse());
  await panel(page).getByText('largest first', { exact: true }).click();
  await expect.poll(sizes).toEqual(largest);

  // Mix & cure: colder is slower; grams and millilitres are there, and no ounces in a metric yard.
  await stage(page, 'Mix & cure').click();
  await expect(panel(page)).toContainText('5.75 : 1 by weight');
  await expect(panel(page).getByRole('columnheader', { name: 'ml', exact: true }).first()).toBeVisible();
  await expect(panel(page).getByRole('columnheader', { name: 'US fl oz' })).toHaveCount(0);
  const sand = () => panel(page).locator('.figures dd').nth(2).textContent();
  const before = await sand();
  await page.getByLabel('Temperature at the work').fill('54 °F');
  await expect.poll(sand).not.toBe(before);
  await expect(page.getByText('That moved')).toBeVisible();
  await page.getByLabel('Temperature at the work').fill('9');
  await expect(panel(page)).toContainText('below the minimum of Slow laminating epoxy');
  await page.getByLabel('Temperature at the work').fill('17');
  await saved(page);

  // A peroxide system counts drops.
  await stage(page, 'System').click();
  await page.getByRole('button', { name: 'Take this one: Polyester laminating resin, unwaxed' }).click();
  await stage(page, 'Mix & cure').click();
  await expect(panel(page).getByRole('columnheader', { name: 'drops' }).first()).toBeVisible();
  // Its cautions stand at the step that mixes it.
  await stage(page, 'Laminate').click();
  await page.getByRole('button', { name: /^Step \d+: Mix batch 1$/ }).click();
  await expect(panel(page)).toContainText('MEKP is a peroxide and blinds');
  await stage(page, 'System').click();
  await page.getByRole('button', { name: 'Take this one: Slow laminating epoxy 5:1' }).click();

  // Fair and finish.
  await stage(page, 'Fair').click();
  await expect(panel(page)).toContainText('Sand to P180');
  await expect(panel(page)).toContainText('glass bubbles');
  await stage(page, 'Finish').click();
  await expect(panel(page)).toContainText('2 coats of paint');
  // Filler is primed before it is painted.
  await expect(panel(page)).toContainText('Primer, coat 2');
  await saved(page);

  // Log: an entry tied to a stage, by whom.
  await stage(page, 'Log').click();
  await pick(page, 'About', 'Grind');
  await page.getByRole('combobox', { name: 'Who' }).fill('Tam');
  await page.getByLabel('What was done or seen').fill('Ground to the gauge, dust bagged.');
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(panel(page).getByRole('listitem').filter({ hasText: 'Ground to the gauge' })).toContainText(
    'Tam',
  );
  await expect(panel(page)).not.toContainText('not stored yet');

  // A stage done moves the work on.
  await stage(page, 'Survey').click();
  await page.getByRole('button', { name: 'Survey is done' }).click();
  await expect(page).toHaveURL(/\/system/);
  await expect(page.locator('[data-stage=survey]').getByRole('img', { name: 'done' })).toBeVisible();
  await saved(page);

  // Nothing is lost by a reload.
  const resin = await totals(page).getByText('Resin').locator('..').textContent();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Skiff “Sandlark”' })).toBeVisible();
  expect(await totals(page).getByText('Resin').locator('..').textContent()).toBe(resin);
  await stage(page, 'Log').click();
  await expect(panel(page)).toContainText('Ground to the gauge, dust bagged.');

  // The work order: drawings, cautions, sign-off; kept when printed; Markdown.
  await page.evaluate(() => {
    window.print = () => document.body.setAttribute('data-printed', 'yes');
  });
  await totals(page).getByRole('link', { name: 'Work order' }).click();
  const sheet = page.getByRole('main');
  await expect(sheet).toContainText('Work order: Mooring ring went through');
  await expect(sheet.getByRole('img')).toHaveCount(2);
  await expect(sheet).toContainText('P3/N100');
  await expect(sheet).toContainText('Accepted by the owner');
  await page.getByRole('button', { name: 'Print' }).click();
  await expect(page.getByRole('status')).toContainText('kept with the job');
  await expect(page.locator('body[data-printed=yes]')).toHaveCount(1);
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Markdown' }).click();
  expect((await download).suggestedFilename()).toBe('work-order-skiff-sandlark.md');

  // It stands in the list of jobs.
  await page.getByRole('link', { name: 'Jobs', exact: true }).click();
  await page.getByLabel('Find a job by boat or title').fill('sandlark');
  await expect(page.getByRole('row')).toHaveCount(2);
  await expect(page.getByRole('row').last()).toContainText('Grind');
  expect(errors).toEqual([]);
});

test('a job file comes in and a broken one is told apart', async ({ page }) => {
  await page.goto('/jobs');
  const input = page.getByLabel('Job file to import');
  await input.setInputFiles({
    name: 'broken.json',
    mimeType: 'application/json',
    buffer: Buffer.from(
      '{"format":"nelbo-job/1","hull":{"material":"frp-solid","thickness":"7 parsecs"},"damage":{"kind":"hole"}}',
    ),
  });
  await expect(page.getByRole('alert')).toContainText('hull.thickness');
  await input.setInputFiles({
    name: 'good.json',
    mimeType: 'application/json',
    buffer: Buffer.from(
      '{"format":"nelbo-job/1","title":"Came in by file","hull":{"material":"frp-solid"},"damage":{"kind":"hole","size":["96 mm","58 mm"]}}',
    ),
  });
  await expect(page).toHaveURL(/survey/);
  await expect(page.getByText('size taken as the true extent')).toBeVisible();
});

test('the shop takes a new reading and plans with it', async ({ page }) => {
  await page.goto('/shop');
  await page.getByRole('button', { name: 'New reading' }).click();
  await page.getByLabel('Shop temperature').fill('59 °F');
  await page.getByLabel('Relative humidity').fill('70');
  await page.getByRole('button', { name: 'Take this reading' }).click();
  await expect(page.getByLabel('Air in the shop')).toContainText('15.0 °C');
  await expect(page.getByLabel('Air in the shop')).toContainText('9.6 °C');
  await page.goto('/jobs/5b1d2f60-0005-4a01-9c01-000000000005/mix');
  await expect(page.getByLabel('Temperature at the work')).toHaveAttribute('placeholder', '15');
});
