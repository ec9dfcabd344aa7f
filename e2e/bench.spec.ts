import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { pick } from './pick';

// These go on without the network, with the files that a service worker has kept.
test.use({ serviceWorkers: 'allow' });

const RATTLE = '/jobs/5b1d2f60-0015-4a01-9c01-000000000015';
const DOTTEREL = '/jobs/5b1d2f60-0017-4a01-9c01-000000000017';
const WHIMBREL = '/jobs/5b1d2f60-0018-4a01-9c01-000000000018';
const GOOSANDER = '/jobs/5b1d2f60-0019-4a01-9c01-000000000019';
const TENDER = '/jobs/5b1d2f60-0020-4a01-9c01-000000000020';
const main = (page: Page) => page.getByRole('main');
const big = (page: Page) => page.locator('.big');

/** Seconds that a countdown shows. */
async function seconds(page: Page, locator = page.getByRole('timer').last()): Promise<number> {
  const text = (await locator.innerText()).replace('−', '-');
  const parts = text.replace('-', '').split(':').map(Number);
  return (text.startsWith('-') ? -1 : 1) * parts.reduce((sum, n) => sum * 60 + n, 0);
}

/** What the log of a job says, straight from the server. */
const logOf = async (
  page: Page,
  job: string,
): Promise<{ text: string; event?: { kind: string; lot?: string; pot?: number } }[]> =>
  (await page.request.get(`/api/v1${job}/log`)).json();

// On the smallest screen: the desk has the same steps with more room.
{
  const [size, job] = [{ width: 390, height: 844 }, RATTLE];
  test('a whole batch is run at the bench on a phone, through a reload and a lost network', async ({
    page,
    context,
  }) => {
    test.setTimeout(150_000);
    await page.setViewportSize(size);
    await page.goto(`${job}/bench`);
    await page.getByLabel('Who').selectOption('Tam');
    await page.getByRole('button', { name: /^Batch 1 of/ }).click();
    await page.getByLabel('Another lot').fill('S-2207');
    await page.getByLabel('Resin in the pot').fill('19.2');
    await page.getByLabel('Air at the work').fill('17.4');
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
    ).toBeLessThanOrEqual(0);
    expect(
      (await new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).analyze()).violations.map(
        (v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join('; ')}`,
      ),
    ).toEqual([]);
    await page.getByRole('button', { name: 'Begin' }).click();

    // The first part, then a reload in the middle of the pour: it goes on where it was.
    const first = Number((await big(page).innerText()).replace(/[^\d.]/g, ''));
    await page.getByLabel('It reads').fill(String(first));
    await page.getByRole('button', { name: 'Resin is in' }).click();
    await expect(main(page)).toContainText('Pour hardener until the scale reads');
    const target = Number((await big(page).innerText()).replace(/[^\d.]/g, ''));
    await page.reload();
    await expect(main(page)).toContainText('Pour hardener until the scale reads');
    expect(Number((await big(page).innerText()).replace(/[^\d.]/g, ''))).toBeCloseTo(target, 1);

    // Too much hardener: so much resin brings it back.
    await page.getByLabel('It reads').fill(String((target + (target - first) * 0.3).toFixed(1)));
    await page.getByRole('button', { name: 'Too much' }).click();
    await expect(page.getByRole('heading', { name: 'Add resin until the scale reads' })).toBeVisible();
    await page.getByRole('button', { name: 'It reads that' }).click();

    // The network goes; the batch goes on.
    await context.setOffline(true);
    await page.getByRole('button', { name: 'Mixed: start the clocks' }).click();
    await expect(page.getByRole('heading', { name: 'Use it before' })).toBeVisible();
    const before = await seconds(page, page.locator('.big'));
    const asked = Date.now();
    await page.getByRole('button', { name: 'Note' }).click();
    await page.getByRole('button', { name: 'Thin', exact: true }).click();
    await expect(page.getByRole('status').filter({ hasText: 'for the network' })).toContainText(
      'kept on this device',
    );
    await expect(page).toHaveTitle(/^\d+:\d\d(:\d\d)? .*Batch 1/);
    // The clock counts to its deadline, not by ticks.
    await page.waitForTimeout(3000);
    expect(
      Math.abs(before - (await seconds(page, page.locator('.big'))) - (Date.now() - asked) / 1000),
    ).toBeLessThanOrEqual(1.2);
    await page.getByRole('button', { name: 'It is laid' }).click();
    await expect(main(page)).toContainText(/Laid \d\d:\d\d/);

    // Back again: everything arrives, once.
    await context.setOffline(false);
    await expect
      .poll(async () => (await logOf(page, job)).filter((e) => e.event?.kind === 'laid').length, {
        timeout: 30_000,
      })
      .toBe(1);
    const log = await logOf(page, job);
    for (const kind of ['corrected', 'mixed', 'note'])
      expect(log.filter((e) => e.event?.kind === kind).length).toBe(1);
    const mixed = log.find((e) => e.event?.kind === 'mixed');
    expect(mixed?.event?.lot).toBe('S-2207');
    expect(mixed?.event?.pot).toBeCloseTo(19.2, 6);
    expect(mixed?.text).toContain('lot S-2207, pot 19.2 °C, air 17.4 °C');

    // The window's clock is there after a reload, to the second.
    const clock = page.locator('nb-clock-strip').getByRole('timer').first();
    const [left, then] = [await seconds(page, clock), Date.now()];
    await page.reload();
    await expect(clock).toBeVisible();
    expect(Math.abs(left - (await seconds(page, clock)) - (Date.now() - then) / 1000)).toBeLessThanOrEqual(
      1.5,
    );
    await expect(page.getByRole('button', { name: /^Batch 1 of/ })).toContainText('laid');
    expect(
      (await new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).analyze()).violations.map(
        (v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join('; ')}`,
      ),
    ).toEqual([]);
    expect(await page.locator('body').innerText()).not.toMatch(/NaN|undefined|Infinity|\bnull\b/);
  });
}

test('a tab that is killed in the middle of a batch loses nothing', async ({ context }) => {
  const page = await context.newPage();
  await page.goto(`${DOTTEREL}/bench`);
  await page.getByRole('button', { name: /^Batch 1 of/ }).click();
  await page.getByRole('button', { name: 'Begin' }).click();
  const first = Number((await big(page).innerText()).replace(/[^\d.]/g, ''));
  await page.getByLabel('It reads').fill(String(first));
  await page.getByRole('button', { name: 'Resin is in' }).click();
  await expect(main(page)).toContainText('Pour hardener');
  await page.waitForTimeout(200);
  // No goodbye: the page is gone from one moment to the next.
  await page.close({ runBeforeUnload: false });
  const next = await context.newPage();
  await next.goto(`${DOTTEREL}/bench`);
  await expect(main(next)).toContainText('Pour hardener until the scale reads');
  // The stand-in of a scale pours by itself while its button is held, and is marked as one.
  await next.evaluate(() => localStorage.setItem('nelbo-devices', '["scale"]'));
  await next.reload();
  await expect(main(next)).toContainText('simulated');
  await next
    .getByRole('button', { name: 'Throw it away' })
    .or(next.getByRole('button', { name: 'Hardener is in' }))
    .first()
    .click();
  await expect(main(next)).toContainText(/Add hardener until|Throw it away/);
});

test('a product that is mixed by hand: paste for a volume, with its order and its limits', async ({
  page,
}) => {
  await page.goto(`${DOTTEREL}/bench`);
  if (await page.getByRole('button', { name: 'Batches', exact: true }).isVisible())
    await page.getByRole('button', { name: 'Batches', exact: true }).click();
  await page.getByText('Mix something else').scrollIntoViewIfNeeded();
  await page
    .getByLabel('With', { exact: false })
    .filter({ hasText: 'Glass bubbles' })
    .selectOption({ label: 'Glass bubbles' });
  await page.getByLabel('Finished paste').fill('200 ml');
  await expect(main(page)).toContainText('scoops of 30 ml');
  await expect(main(page)).toContainText('Both parts fully mixed first');
  await page.getByLabel('Thinner, its own').fill('8 %');
  await expect(page.getByRole('alert').filter({ hasText: 'not thinned' })).toBeVisible();
  await page.getByLabel('Finished paste').fill('much');
  await expect(page.getByRole('alert').filter({ hasText: 'Finished paste' })).toBeVisible();
});

test('the clocks ring when they run out, also after the screen was away', async ({ page }) => {
  await page.clock.install();
  await page.goto(`${RATTLE}/bench`);
  await page.getByRole('button', { name: /^Batch 2 of/ }).click();
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.getByRole('button', { name: 'Resin is in' }).click();
  await page.getByRole('button', { name: 'Hardener is in' }).click();
  await page.getByRole('button', { name: 'Mixed: start the clocks' }).click();
  const left = await seconds(page, page.locator('.big'));
  await page.clock.fastForward((left - 6) * 1000);
  // The screen is drawn anew on the next tick of its clock.
  await page.clock.runFor(600);
  const shown = await seconds(page, page.locator('.big'));
  expect(shown).toBeGreaterThan(2);
  expect(shown).toBeLessThanOrEqual(7);
  await page.clock.runFor(8000);
  await expect(page.getByRole('alert').filter({ hasText: 'empty the pot now' })).toBeVisible();
  await page.getByRole('button', { name: 'Heard' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'empty the pot now' })).toHaveCount(0);
});

test('a cold night: what never sets is told, a tent is found and planned', async ({ page }) => {
  await page.goto(`${DOTTEREL}/mix`);
  await expect(main(page)).toContainText('too cold for Slow laminating epoxy 5:1 to set at all');
  await expect(page.getByText('readings of the logger').first()).toBeVisible();
  await page.getByRole('button', { name: 'Find the soonest safe end' }).click();
  await expect(page.getByRole('button', { name: 'Plan it so' }).first()).toBeVisible({ timeout: 60_000 });
  await expect(page.locator('nb-cure-help progress')).toHaveCount(0, { timeout: 60_000 });
  const tent = page.locator('.option').filter({ hasText: 'Tent and heater' }).first();
  await expect(tent).toContainText('no more: ');
  await expect(tent).toContainText('too cold to cure');
  await tent.getByRole('button', { name: 'Plan it so' }).click();
  await expect(main(page)).not.toContainText('too cold for', { timeout: 60_000 });
});

test('a hot day, a thick go and damp air each get the advice that a practitioner would give', async ({
  page,
}) => {
  await page.goto(`${WHIMBREL}/finish`);
  await expect(page.locator('nb-cure-windows')).toContainText('Recoat by');
  await page.goto(`${GOOSANDER}/mix`);
  await expect(main(page)).toContainText(/heats itself to .* it smokes/);
  await expect(main(page)).toContainText('more than its sheet allows');
  await page.getByRole('button', { name: 'Find the soonest safe end' }).click();
  await page
    .locator('.option')
    .filter({ hasText: 'mm in one go' })
    .first()
    .getByRole('button', { name: 'Plan it so' })
    .click({ timeout: 30_000 });
  await expect(main(page)).not.toContainText('it smokes', { timeout: 20_000 });
  await page.goto(`${TENDER}/mix`);
  await expect(main(page)).toContainText('too damp');
  await expect(main(page)).toContainText(/No shine left: next coat, or join/);
});

test('the start is dragged, and the windows go with it; a logger’s file goes in with its faults told', async ({
  page,
}) => {
  await page.goto(`${WHIMBREL}/mix`);
  const sand = page
    .locator('nb-cure-windows dl > div')
    .filter({ hasText: 'Can be sanded, peel ply off' })
    .first();
  await expect(sand).toBeVisible();
  const before = await sand.innerText();
  await page.getByLabel(/^Start/).fill('8');
  await expect.poll(() => sand.innerText(), { timeout: 20_000 }).not.toBe(before);
  await pick(page, 'How the air goes', /as the logger read/);
  const rows = [
    'Datum;Temperatur;Feuchte',
    ...Array.from(
      { length: 48 },
      (_, i) =>
        `2${i % 2 === 0 ? '4' : '5'}.11.2026 ${String(i % 24).padStart(2, '0')}:00;${(18 + (i % 7)).toFixed(1).replace('.', ',')};55`,
    ),
    'kaputt;;',
  ];
  await page
    .locator('nb-cure-air input[type=file]')
    .setInputFiles({ name: 'shed.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\n')) });
  await expect(main(page)).toContainText('decimal commas');
  await expect(main(page)).toContainText('1 row without a readable date and time');
  await page
    .locator('nb-cure-air input[type=file]')
    .setInputFiles({ name: 'empty.csv', mimeType: 'text/csv', buffer: Buffer.from('') });
  await expect(page.getByRole('alert').filter({ hasText: 'The file is empty' })).toContainText('are kept');
});
