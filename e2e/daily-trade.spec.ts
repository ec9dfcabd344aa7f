import { expect, test, type Page } from '@playwright/test';
import { pick } from './pick';

const panel = (page: Page) => page.getByRole('main');
const stage = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Stages of the job' }).getByRole('link', { name });
const drawing = (page: Page, name: RegExp) => page.getByRole('img', { name });

/** A blank job of a hull and a damage, measured to its true extent. */
async function begin(page: Page, hull: string, damage: string, length: string, width: string): Promise<void> {
  await page.goto('/jobs/new');
  await page.getByLabel('Boat').fill(`Spec, ${damage}`);
  await pick(page, 'Hull', hull);
  await pick(page, 'Damage', damage);
  await page.getByLabel('Size, along the hull').fill(length);
  await page.getByLabel('Size, up the hull').fill(width);
  await page.getByText('true extent', { exact: true }).click();
  await page.getByRole('button', { name: 'Plan this job' }).click();
  await expect(stage(page, 'Survey')).toBeVisible();
}

/** The printout has every stage, the drawing, the cautions and a place to sign. */
async function print(page: Page, title: RegExp, ...says: readonly string[]): Promise<void> {
  await page.getByRole('link', { name: 'Work order' }).click();
  await expect(panel(page)).toContainText('Accepted by the owner');
  await expect(drawing(page, title)).toBeVisible();
  for (const text of ['Hands-on', 'Before you start', ...says]) await expect(panel(page)).toContainText(text);
  expect(await panel(page).innerText()).not.toMatch(/NaN|undefined|not worked out/i);
}

test('inflatables: a leak test that is only cooling, a tear patched inside and outside, its pattern at 1:1', async ({
  page,
}) => {
  await begin(page, 'PVC-coated fabric', 'fabric tear', '120 mm', '4 mm');
  for (const [at, pressure, temperature] of [
    ['2026-05-03T08:00', '220', '25'],
    ['2026-05-03T18:00', '179', '15'],
  ] as const) {
    await page.getByRole('button', { name: 'Add: reading' }).click();
    const row = page.getByRole('group', { name: /^Leak test, \d/ }).last();
    await row.getByLabel('Read at').fill(at);
    await row.getByLabel('Gauge pressure').fill(pressure);
    await row.getByLabel('Temperature of the fabric').fill(temperature);
  }
  await expect(panel(page)).toContainText('no loss that could be told from reading error');
  await expect(drawing(page, /^Leak test/)).toBeVisible();
  // Air that comes from nowhere is told at its reading.
  await page.getByRole('group', { name: 'Leak test, 2' }).getByLabel('Gauge pressure').fill('260');
  await expect(panel(page)).toContainText(/Pressure rose by \d+ mbar/);
  await page.getByRole('group', { name: 'Leak test, 2' }).getByLabel('Gauge pressure').fill('179');
  await stage(page, 'Mix & cure').click();
  await expect(panel(page)).toContainText('21');
  await page.getByLabel('Patch past the damage').fill('60');
  await expect(panel(page)).toContainText('240 mm × 124 mm');
  await print(page, /^Patch on the tube/, 'Draw the lips together, 21 stitches', 'no air: the joint rests');
  await page.goBack();
  await page.goto(page.url().replace(/\/mix$/, '/patterns'));
  await expect(panel(page)).toContainText('Patch, inside');
  const paper = await page.request.get(
    (await page.getByRole('link', { name: 'Patterns, PDF 1:1' }).getAttribute('href')) ?? '',
  );
  expect(paper.status()).toBe(200);
  expect((await paper.body()).subarray(0, 5).toString()).toBe('%PDF-');
});

test('plastics: a crack in ABS, stopped, opened, reinforced and filled', async ({ page }) => {
  await begin(page, 'ABS', 'crack through', '120 mm', '3 mm');
  await stage(page, 'Grind').click();
  await expect(panel(page)).toContainText('at each end of the crack');
  await page.getByLabel('Thickness of the sheet').fill('6');
  await expect(panel(page)).toContainText('4.0 mm of 6.0 mm deep');
  await print(page, /^Section of the joint/, 'drill a stop hole', 'Reinforcement inside');
});

test('cores: both ways planned, holes numbered on the outline, then the other way taken', async ({
  page,
}) => {
  await begin(page, 'cored fibreglass', 'delamination', '500 mm', '350 mm');
  await stage(page, 'Grind').click();
  await expect(drawing(page, /^Holes in the order of filling: \d+ holes, low side first/)).toBeVisible();
  await page.getByLabel('Distance between holes').fill('75');
  await expect(panel(page)).toContainText('triangular grid of 75 mm');
  await print(page, /^Holes in the order of filling/, 'Fill hole by hole in their order', '2 people');
  await page.goBack();
  await stage(page, 'System').click();
  await page.getByRole('button', { name: 'Plan it so: Open and replace the core' }).click();
  await expect(stage(page, 'Laminate')).toBeVisible();
});

test('blisters: drying read until it is forecast, barrier to its film, stands in a second round', async ({
  page,
}) => {
  await begin(page, 'solid fibreglass', 'blisters (osmosis)', '2 m', '1.5 m');
  await page.getByLabel('Reading where it is surely dry').fill('12');
  for (const [at, m] of [
    ['2026-03-01T09:00', '42'],
    ['2026-03-15T09:00', '33'],
    ['2026-03-29T09:00', '27'],
  ] as const) {
    await page.getByRole('button', { name: 'Add: reading' }).click();
    const row = page.getByRole('group', { name: /^Readings while it dries, \d/ }).last();
    await row.getByLabel('Read at').fill(at);
    await row.getByLabel('Reading', { exact: true }).fill(m);
  }
  await expect(panel(page)).toContainText('By its trend it is dry');
  await expect(drawing(page, /^Drying: readings, their trend/)).toBeVisible();
  await stage(page, 'Finish').click();
  await page.getByLabel('Stands and blocks').fill('4');
  await expect(panel(page)).toContainText('Second round, under the stands');
  await print(
    page,
    /^Build-up over a blister/,
    '300 µm',
    'Move the stands one by one',
    'nobody under the boat',
  );
});

test('edges: a bite out of a rudder, port held against starboard', async ({ page }) => {
  await begin(page, 'G10/FR4 plate', 'edge nick', '45 mm', '12 mm');
  await stage(page, 'Fair').click();
  await page.getByRole('button', { name: 'Add: offset' }).click();
  await page.getByLabel('From the leading edge').fill('100');
  await page.getByLabel('Port face').fill('9');
  await page.getByLabel('Starboard face').fill('8.1');
  await expect(panel(page)).toContainText('The faces differ by 0.9 mm at 100 mm: port is fuller');
  await print(page, /^Section of the edge/, 'Film dam round the edge', 'File the outline true');
});

test('holes, gel coat: a dozen holes in a deck, and a star of cracks', async ({ page }) => {
  await begin(page, 'cored fibreglass', 'drilled holes', '300 mm', '120 mm');
  await stage(page, 'Grind').click();
  await page.getByLabel('How many').fill('12');
  await page.getByLabel('Fastener', { exact: true }).fill('8');
  await expect(panel(page)).toContainText('Drill 12 holes out to 16.0 mm');
  await print(page, /^Plug of a fastener in a core/, 'drill again for the fastener');
  await begin(page, 'solid fibreglass', 'gel coat crack', '110 mm', '90 mm');
  await stage(page, 'Grind').click();
  await expect(panel(page)).toContainText('Open 350 mm of cracks');
});

test('wood: rot cut back and scarfed, once it is dry enough', async ({ page }) => {
  await begin(page, 'solid planks', 'rot', '300 mm', '100 mm');
  await page.getByLabel('Moisture of the wood').fill('22');
  await stage(page, 'Grind').click();
  await expect(panel(page)).toContainText('22 % is too wet for epoxy');
  await expect(panel(page)).toContainText('144 mm');
  await print(page, /^Scarfed piece/, 'Dry-fit, clamp without glue', 'saturate');
});

test('renewal: chalk cleared as fine as it will, then waxed', async ({ page }) => {
  await begin(page, 'solid fibreglass', 'weathered or oxidised surface', '2.5 m', '1 m');
  await page.getByLabel('Face in all').fill('14 m²');
  await stage(page, 'System').click();
  await pick(page, 'Finish', 'Cutting compound and wax');
  await stage(page, 'Mix & cure').click();
  await pick(page, 'Test spot cleared with', 'P1500 wet first');
  await expect(panel(page)).toContainText('5 steps from P1500 wet');
  await print(page, /^Films/, 'Sequence', 'wax, two coats');
});

test('no stage of any repair is wider than its panel', async ({ page, request }) => {
  // Some thirty jobs are opened one after another.
  test.setTimeout(300_000);
  const { jobs } = (await (await request.get('/api/v1/jobs?limit=100')).json()) as {
    jobs: { id: string; title: string }[];
  };
  expect(jobs.length).toBeGreaterThan(25);
  await page.goto(`/jobs/${jobs[0]?.id}/mix`);
  for (const { id, title } of jobs) {
    // Within the application, as a reader goes: each job loaded from nothing takes ten times as long on a busy machine.
    await page.evaluate((to) => {
      history.pushState({}, '', to);
      dispatchEvent(new PopStateEvent('popstate', { state: {} }));
    }, `/jobs/${id}/mix`);
    await expect(page.locator('nb-job-header')).toContainText(title);
    const panel = page.getByRole('main');
    await expect(panel.getByRole('heading', { level: 2 })).toBeVisible();
    expect(await panel.evaluate((m) => m.scrollWidth - m.clientWidth), title).toBeLessThanOrEqual(0);
  }
});
