import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';

/** Polyester and gel coat, not read yet. */
const WHIMBREL = '/jobs/5b1d2f60-0018-4a01-9c01-000000000018';
/** What a batten shows over nine stations and five lines, in mm, for a low of so much in the middle. */
const row = (low: number): number[] =>
  Array.from({ length: 45 }, (_, k) =>
    Math.max(0, Math.round(low * (1 - Math.hypot(((k % 9) - 4) / 4, (Math.floor(k / 9) - 2) / 2)) * 10) / 10),
  );

async function read(page: Page, gaps: readonly number[]): Promise<void> {
  await page.getByRole('button', { name: /^(Read the surface|Read it again)$/ }).click();
  await page.getByRole('group', { name: /^Gaps/ }).focus();
  for (const gap of gaps) {
    await page.keyboard.type(String(gap));
    await page.keyboard.press('Enter');
  }
  await page.getByRole('button', { name: 'Keep this round' }).click();
  await expect(page.getByRole('button', { name: 'Read it again' })).toBeVisible();
}

test('a low topside goes from readings to polished gel coat of the right colour, and the owner sees where the hours went', async ({
  page,
}) => {
  test.setTimeout(150_000);
  await page.addInitScript(() => {
    localStorage.setItem('nelbo-devices', '["colour reader"]');
    localStorage.setItem('nelbo.who', 'Ines');
  });
  await page.goto(`${WHIMBREL}/fair`);
  await expect(page.getByText('Planned from the laminate')).toBeVisible();

  // Read, fill, read again: the rounds come down until it is fair.
  await read(page, row(3));
  await expect(page.getByRole('main').getByText('Deepest low')).toBeVisible();
  await expect(page.getByRole('img', { name: /1 low and 0 high, deepest 3\.0 mm/ })).toBeVisible();
  await expect(page.getByText(/Fill 3\.0 mm/)).toBeVisible();
  await page.getByText('Portions', { exact: true }).click();
  await expect(page.getByText(/^\d+ ml$/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Compare the fillers on this job' }).click();
  await expect(page.getByText('in the plan')).toBeVisible();
  await read(page, row(1));
  await expect(page.getByText('Round by round')).toBeVisible();
  await read(page, row(0.3));
  await expect(page.getByText(/Nothing is off by more than/).first()).toBeVisible();

  // The papers, against what the yard is used to; a grit on no scale is told.
  const usual = page.getByLabel('Papers we usually go through');
  await usual.fill('P60 P80 P100 P130');
  await usual.press('Tab');
  await expect(page.getByText(/P130 is on no scale/).first()).toBeVisible();
  await usual.fill('P60 P80 P100');
  await usual.press('Tab');
  await expect(page.getByText(/Your usual .* would take/)).toBeVisible();

  // The colour: read beside the repair, a recipe, chips until it matches.
  await page.goto(`${WHIMBREL}/finish`);
  const main = page.getByRole('main');
  await main.getByRole('button', { name: 'Read the colour' }).click();
  for (let i = 0; i < 3; i += 1) {
    await main.getByRole('button', { name: 'Take this reading' }).click();
    await expect(main.getByRole('button', { name: `Take out reading ${i + 1}` })).toBeVisible();
  }
  await main.getByRole('button', { name: 'Done reading' }).click();
  await main.getByRole('button', { name: 'Find a recipe' }).click();
  await main.getByRole('button', { name: /^Mix / }).first().click();
  await expect(main.getByText('First pot.')).toBeVisible();
  await expect(page.getByLabel('Drawings').getByText('the hull, to match')).toBeVisible();
  const matched = main.getByText(/^Matched, ΔE/);
  for (let i = 1; i <= 4 && !(await matched.isVisible()); i += 1) {
    await main.getByRole('button', { name: /^Hold the reader/ }).click();
    await page.waitForTimeout(700);
    await main.getByRole('button', { name: 'This is the chip' }).click();
    await expect(main.getByText(`chip ${i},`)).toBeVisible();
  }
  await expect(matched).toBeVisible();

  // The check: readings judge themselves, the eye does the rest, and it is signed.
  await main.getByLabel('Greatest gap').fill('0.3');
  await main.getByLabel('Difference in gloss').fill('6');
  await main.getByLabel('Thinnest film').fill('550');
  await main.getByLabel('ΔE to the neighbour').fill('0.6');
  for (const name of ['Halo', 'Pinholes', 'Tap', 'Photographs'])
    await main.getByRole('group', { name, exact: true }).getByText('Passes').click();
  await expect(main.getByText('Everything passes.')).toBeVisible();
  await main.getByRole('button', { name: 'Sign the check' }).click();
  await expect(main.getByText(/^Signed/).first()).toBeVisible();
  await expect(page.getByText('Saved').first()).toBeVisible();

  await page.goto(`${WHIMBREL}/owner`);
  await expect(page.getByRole('heading', { name: 'Where the hours go' })).toBeVisible();
  await expect(
    page.getByRole('row', { name: /^Fair The surface was measured.* It is fair now/ }),
  ).toBeVisible();
  await expect(
    page.getByRole('row', { name: /^Finish .*polished in two stages|^Finish .*polished in 2 stages/ }),
  ).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Checked at the end' })).toBeVisible();
  await expect(page.getByText(/Signed by Ines/)).toBeVisible();
  await page.goto(`${WHIMBREL}/work-order`);
  await expect(page.getByText(/signed \d{4}-\d\d-\d\d by Ines/)).toBeVisible();
  await page.goto(`${WHIMBREL}/log`);
  for (const text of [
    'Read round 1: 45 gaps under a batten',
    'Colour chip 1: ΔE',
    'Finish check signed: everything passes.',
  ])
    await expect(page.getByText(text).first()).toBeVisible();
});

test('gaps are typed with gloves on a tablet, without a mouse or sideways scrolling', async ({ page }) => {
  await page.setViewportSize({ width: 820, height: 1180 });
  await page.goto('/jobs/5b1d2f60-0017-4a01-9c01-000000000017/fair');
  await page.getByRole('button', { name: 'Read the surface' }).click();
  const pad = page.getByRole('group', { name: /^Gaps/ });
  for (const gap of ['0', '0.5', '1', '1.5', '2', '3']) {
    const key = pad.locator('.quick').getByText(gap, { exact: true });
    const box = await key.boundingBox();
    expect(Math.min(box?.width ?? 0, box?.height ?? 0)).toBeGreaterThanOrEqual(48);
    await key.click();
  }
  await expect(page.getByText('6 of 45 read')).toBeVisible();
  expect(
    await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
  ).toBeLessThanOrEqual(0);
  const results = await new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).analyze();
  expect(
    results.violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join('; ')}`),
  ).toEqual([]);
});
