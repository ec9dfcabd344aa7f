import AxeBuilder from '@axe-core/playwright';
import { expect, test, type BrowserContext } from '@playwright/test';

const MARIGOLD = '/jobs/5b1d2f60-0001-4a01-9c01-000000000001';
/** Cored, with readings and a traced outline; and a hull that nobody has named yet. */
const RAGGED_ROBIN = '/jobs/5b1d2f60-0006-4a01-9c01-000000000006';
const RAFT = '/jobs/5b1d2f60-0008-4a01-9c01-000000000008';
/** Read twice with a batten, its colour under way. */
const TURNSTONE = '/jobs/5b1d2f60-0021-4a01-9c01-000000000021';

const VIEWS = [
  '/shop',
  '/jobs',
  '/jobs/new',
  '/settings',
  ...['grind', 'laminate', 'log'].map((s) => `${MARIGOLD}/${s}`),
  ...['fair', 'finish', 'owner'].map((s) => `${TURNSTONE}/${s}`),
  '/bench',
  '/jobs/5b1d2f60-0017-4a01-9c01-000000000017/mix',
  `${MARIGOLD}/work-order`,
  `${MARIGOLD}/system`,
  '/stores/own-topside-paint-mist-grey',
  '/guide',
  ...['survey', 'mix'].map((s) => `${RAGGED_ROBIN}/${s}`),
  `${RAFT}/survey`,
  // Every other kind of repair has these parts: questions, lists, charts, pots, steps.
  '/jobs/5b1d2f60-0024-4a01-9c01-000000000024/finish',
];

// One browser for all of them: what it has fetched once it need not fetch for every view.
let visitor: BrowserContext;
test.beforeAll(async ({ browser }) => {
  visitor = await browser.newContext();
});
test.afterAll(() => visitor.close());

/** One view as it stands: what axe finds, and figures that are none. */
async function look(view: string): Promise<void> {
  const page = await visitor.newPage();
  await page.goto(view);
  // Once the job is there and not only on its way.
  await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
  // What is fetched beside it has come; a view that never comes to rest is examined as it stands.
  await page.waitForLoadState('networkidle', { timeout: 20_000 }).catch(() => undefined);
  // A stage that is fetched is made first and filled a moment later.
  await expect(page.locator('h2:empty')).toHaveCount(0);
  // The guide's cells are alike: a few rows stand for all.
  if (view === '/guide') {
    await page.getByRole('combobox', { name: 'Hull', exact: true }).click();
    await page.getByRole('option', { name: 'wood', exact: true }).click();
    await expect(page.locator('.p-overlay')).toHaveCount(0);
  }
  const results = await new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).analyze();
  expect(
    results.violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join('; ')}`),
    view,
  ).toEqual([]);
  expect(await page.locator('body').innerText(), view).not.toMatch(/NaN|undefined|Infinity|\bnull\b/);
  await page.close();
}

// Two at a time: they only look, and one waits while the other is examined.
for (let i = 0; i < VIEWS.length; i += 2) {
  const pair = VIEWS.slice(i, i + 2);
  test(`${pair.join(' and ')}: no accessibility violation and no broken figure`, async () => {
    await Promise.all(pair.map(look));
  });
}

test('open reasons have no accessibility violation', async ({ page }) => {
  await page.goto(`${MARIGOLD}/grind`);
  await page.getByRole('main').getByRole('button', { name: '12 : 1' }).first().click();
  await expect(page.getByText('Where this comes from')).toBeVisible();
  await page.waitForTimeout(400);
  const results = await new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).analyze();
  expect(results.violations.map((v) => v.id)).toEqual([]);
});

test('what lies on top has no accessibility violation', async ({ page }) => {
  await page.goto(`${MARIGOLD}/survey`);
  await expect(page.getByRole('status').first()).toHaveText('Saved');
  const open: [string, string][] = [
    ['Control+k', 'What can be done'],
    ['?', 'The line under a figure'],
    ['h', 'Saved states'],
  ];
  for (const [key, text] of open) {
    await page.keyboard.press(key);
    await expect(
      page
        .getByText(text)
        .or(page.getByRole('listbox', { name: text }))
        .first(),
    ).toBeVisible();
    await page.waitForTimeout(400);
    const results = await new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).analyze();
    expect(
      results.violations.map((v) => `${key} ${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join('; ')}`),
    ).toEqual([]);
    await page.keyboard.press('Escape');
    await expect(page.locator('[role=dialog], .p-drawer')).toHaveCount(0);
  }
});

test('a phone at the boat sees survey and log without sideways scrolling', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  for (const stage of ['survey', 'log']) {
    await page.goto(`${MARIGOLD}/${stage}`);
    await expect(page.getByRole('main')).toBeVisible();
    const overflow = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    );
    expect(overflow).toBeLessThanOrEqual(0);
  }
});

test('the first load stays within its transfer budget', async ({ page }) => {
  // A client that takes compressed answers, as every browser does; sizes as they go over the wire.
  const wire = await page.context().newCDPSession(page);
  await wire.send('Network.enable');
  let bytes = 0;
  wire.on('Network.loadingFinished', (e) => (bytes += e.encodedDataLength));
  await page.goto(`${MARIGOLD}/laminate`);
  await expect(page.getByRole('main')).toBeVisible();
  // What is fetched beside it has come; a view that never comes to rest is examined as it stands.
  await page.waitForLoadState('networkidle', { timeout: 20_000 }).catch(() => undefined);
  console.log(`first load of a job: ${(bytes / 1024).toFixed(0)} kB over the wire`);
  // Fonts and data included; what the build counts is the code alone (tools/first-load.mjs).
  expect(bytes).toBeLessThan(510 * 1024);
});
