import { readFileSync } from 'node:fs';
import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Locator, type Page } from '@playwright/test';
import { pick } from './pick';

const SANDWORT = '/jobs/5b1d2f60-0016-4a01-9c01-000000000016';
const panel = (page: Page) => page.getByRole('main');
const stage = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Stages of the job' }).getByRole('link', { name });
const saved = (page: Page) =>
  expect(page.getByRole('status').first()).toHaveText('Saved', { timeout: 15_000 });

/** A new job of a hull and a damage; its size is what somebody first guessed. */
async function begin(page: Page, boat: string, hull: string, damage: string): Promise<string> {
  await page.goto('/jobs/new');
  await page.getByLabel('Boat').fill(boat);
  await pick(page, 'Hull', hull);
  await pick(page, 'Damage', damage);
  await page.getByLabel('Size, along the hull').fill('80 mm');
  await page.getByLabel('Size, up the hull').fill('60 mm');
  await page.getByRole('button', { name: 'Plan this job' }).click();
  await saved(page);
  return page.url().replace(/\/survey.*$/, '');
}

/** Taps on a pad that is `width` by `height` wide in its own units, at places in metres from its middle. */
async function taps(
  page: Page,
  pad: Locator,
  width: number,
  height: number,
  perMetre: number,
  places: readonly (readonly [number, number])[],
): Promise<void> {
  const box = await pad.boundingBox();
  if (!box) throw new Error('no pad');
  const k = Math.min(box.width / width, box.height / height);
  const [ox, oy] = [box.x + (box.width - width * k) / 2, box.y + (box.height - height * k) / 2];
  for (const [x, y] of places)
    await page.mouse.click(ox + (width / 2 + x * perMetre) * k, oy + (height / 2 - y * perMetre) * k);
}

/** Traces an outline on the grid of half a metre and enters it as the true extent. */
async function trace(page: Page, outline: readonly (readonly [number, number])[]): Promise<void> {
  await page.getByRole('button', { name: 'Trace the outline' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByText('500 mm', { exact: true }).click();
  await taps(page, dialog.locator('nb-point-pad svg'), 20, 14, 40, outline);
  await dialog.getByRole('button', { name: 'Use this outline' }).click();
  await page.getByRole('button', { name: 'Add the finding' }).click();
  await expect(panel(page)).toContainText('traced');
  await saved(page);
}

/** What lies below the plies is fetched when it is scrolled to. */
const below = (page: Page) => panel(page).getByText('As stiff as the hull was?').scrollIntoViewIfNeeded();

/** Downloads every file of the patterns page and looks into it. */
async function takePatterns(page: Page, pieces: readonly string[]): Promise<void> {
  await stage(page, 'Laminate').click();
  await page.getByRole('link', { name: 'Patterns and cutting' }).click();
  await expect(panel(page).getByRole('heading', { name: 'Cut list' })).toBeVisible();
  for (const name of pieces) await expect(panel(page).getByRole('cell', { name, exact: true })).toBeVisible();
  // The search reports, may be stopped, and keeps the best it found.
  await expect(panel(page).locator('nb-roll').first()).toBeVisible({ timeout: 20_000 });
  await expect(panel(page)).toContainText(/\d+ % used/);
  const take = async (link: Locator): Promise<string> => {
    const download = page.waitForEvent('download');
    await link.click();
    return readFileSync(await (await download).path(), 'latin1');
  };
  const pdf = await take(page.getByRole('link', { name: 'Patterns, PDF 1:1' }));
  expect(pdf.startsWith('%PDF')).toBeTruthy();
  expect((pdf.match(/\/Type \/Page\b/g) ?? []).length).toBeGreaterThan(pieces.length);
  const dxf = await take(page.getByRole('link', { name: 'DXF' }));
  expect(dxf).toContain('AC1009');
  expect(dxf).toContain('PLY_1');
  expect(await take(page.getByRole('link', { name: 'SVG' }))).toContain('id="piece-1"');
  expect(await take(page.getByRole('link', { name: 'cut list' }))).toContain('cloth');
}

test('a round hole reached from one side: from the traced outline to printed patterns', async ({ page }) => {
  await begin(page, 'Sloop “Bogbean”', 'solid fibreglass', 'hole or puncture');
  await trace(
    page,
    Array.from({ length: 12 }, (_, i) => [
      0.055 * Math.cos((i * Math.PI) / 6),
      0.055 * Math.sin((i * Math.PI) / 6),
    ]),
  );
  await stage(page, 'Grind').click();
  await expect(panel(page)).toContainText('Shear check passes');
  await expect(panel(page)).toContainText('A bonded backing goes with access from one side');
  // The taper is dragged by keyboard: the drawing, the figures and the plies follow.
  const ratio = page.getByRole('slider', { name: 'Taper ratio', exact: true });
  const before = Number(await ratio.getAttribute('aria-valuenow'));
  await ratio.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(ratio).toHaveAttribute('aria-valuenow', String(before + 1));
  await stage(page, 'Laminate').click();
  // Proposed stacks come from a worker; one is taken, and the stack by hand shows it.
  await below(page);
  await page.getByRole('button', { name: 'Propose stacks from the stores' }).click();
  await page
    .getByRole('button', { name: /^Take these \d+ plies$/ })
    .first()
    .click({ timeout: 30_000 });
  await expect(panel(page).getByRole('list', { name: 'New plies in the order of laying' })).toBeVisible();
  const turn = panel(page).getByRole('button', { name: /^Turn ply 1, now/ });
  const way = await turn.textContent();
  if (await turn.isEnabled()) {
    await turn.click();
    await expect(turn).not.toHaveText(way ?? '');
  }
  // A dry fit: one ply less, and the check says what is left open.
  await panel(page).getByRole('button', { name: 'stands proud: drop a ply' }).click();
  await expect(panel(page)).toContainText('unfilled');
  await panel(page).getByRole('button', { name: 'Let Nelbo count the plies' }).first().click();
  // Step by step, as it will be done.
  await page.getByRole('button', { name: 'Step through the layup' }).click();
  await expect(panel(page)).toContainText(/Step 1 of \d+/);
  await page.getByRole('button', { name: 'Next ›' }).click();
  await expect(panel(page)).toContainText(/Step 2 of \d+/);
  await expect(page.locator('.scene .ply.later').first()).toBeAttached();
  await page.getByRole('button', { name: 'Close' }).click();
  await saved(page);
  await takePatterns(page, ['Ply 1', 'Ply 2', 'Peel ply, outside']);
});

test('what comes off has its steps there and back, and what somebody has laid is not laid again', async ({
  page,
}) => {
  const job = await begin(page, 'Ketch “Plover”', 'solid fibreglass', 'hole or puncture');
  await page.getByText('Comes off for it').click();
  const off = panel(page).locator('nb-comes-off');
  await off.getByRole('button', { name: '+ lettering or decals' }).click();
  await off.getByLabel('Length').fill('3 m');
  await off.getByLabel('Length').press('Enter');
  await off.getByRole('button', { name: '+ engine or outboard' }).click();
  await saved(page);
  await page.goto(`${job}/work-order`);
  await expect(panel(page)).toContainText(/measure the lettering or decals/i);
  await expect(panel(page)).toContainText(/lift the engine or outboard off: hoist and slings/i);
  await expect(panel(page)).toContainText(/place the lettering or decals again by its measures/i);
  await page.goto(`${job}/survey`);
  // What lies further down is made when it comes into view.
  await page.getByText('Comes off for it (2)').scrollIntoViewIfNeeded();
  await panel(page)
    .locator('nb-comes-off')
    .getByRole('button', { name: 'It stays on: engine or outboard' })
    .click();
  await expect(panel(page).getByText('Comes off for it (1)')).toBeVisible();
  // Somebody else has laid it: the way begins at fairing, and nothing is ground.
  await pick(page, 'Begins at', 'laminate is done: fair and finish');
  await expect(stage(page, 'Grind')).toHaveCount(0);
  await expect(stage(page, 'Fair')).toBeVisible();
  await saved(page);
  await page.goto(`${job}/work-order`);
  await expect(panel(page)).toContainText(/tap the laminate/i);
  await expect(panel(page)).not.toContainText(/Cut out and grind/);
});

test('an L-shaped hole beside a fitting: both sides make room, and both are cut for', async ({ page }) => {
  await begin(page, 'Cutter “Dunlin”', 'solid fibreglass', 'hole or puncture');
  await trace(page, [
    [-0.13, -0.1],
    [0.13, -0.1],
    [0.13, -0.02],
    [-0.03, -0.02],
    [-0.03, 0.1],
    [-0.13, 0.1],
  ]);
  await page
    .getByRole('radio', { name: 'both sides', exact: true })
    .or(page.getByText('both sides', { exact: true }))
    .first()
    .click();
  await stage(page, 'Grind').click();
  await page.getByRole('button', { name: 'Draw what is in the way' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name, such as “chainplate”').fill('cleat');
  const pad = dialog.locator('nb-point-pad svg');
  const [, , width, height] = ((await pad.getAttribute('viewBox')) ?? '').split(' ').map(Number);
  await taps(page, pad, width, height, 1, [
    [0.19, -0.1],
    [0.23, -0.1],
    [0.23, 0],
    [0.19, 0],
  ]);
  await dialog.getByRole('button', { name: 'Put it there' }).click();
  await expect(panel(page)).toContainText('The taper runs into the cleat');
  await expect(panel(page).locator('.way.short')).toContainText('of room');
  await panel(page).getByRole('button', { name: 'Taper from both sides' }).first().click();
  await expect(panel(page).getByRole('heading', { name: /^Inside/ })).toBeVisible();
  await expect(panel(page)).not.toContainText('The taper runs into the cleat');
  await stage(page, 'Laminate').click();
  await expect(panel(page).getByRole('cell', { name: 'Outside', exact: true })).toBeVisible();
  await expect(panel(page).getByRole('cell', { name: 'Inside', exact: true })).toBeVisible();
  await saved(page);
  await takePatterns(page, ['Ply 1', 'Peel ply, outside', 'Peel ply, inside']);
});

test('a cored deck: the skin is tapered, the core is cut for the opening', async ({ page }) => {
  await begin(page, 'Ketch “Thrift”', 'cored fibreglass', 'soft or wet core');
  await trace(page, [
    [-0.1, -0.08],
    [0.08, -0.09],
    [0.12, 0.02],
    [0.02, 0.09],
    [-0.09, 0.06],
  ]);
  await expect(panel(page).getByLabel('Core thickness')).toBeVisible();
  await panel(page).getByLabel('Core thickness').fill('14 mm');
  await stage(page, 'Laminate').click();
  await expect(panel(page)).toContainText('First the core');
  await expect(panel(page)).toContainText('14 mm');
  await saved(page);
  await takePatterns(page, ['Ply 1', 'New core', 'Peel ply, outside']);
});

test('part of the depth, then through: one tap revises the plan and keeps what was done', async ({
  page,
}) => {
  await begin(page, 'Yawl “Sea Kale”', 'solid fibreglass', 'crack through');
  await panel(page).getByLabel('Depth', { exact: true }).fill('3 mm');
  await stage(page, 'Grind').click();
  await expect(panel(page)).toContainText('Ground');
  await panel(page).getByRole('button', { name: 'It broke through' }).click();
  await expect(panel(page).getByRole('button', { name: 'It broke through' })).toHaveCount(0);
  await panel(page)
    .getByRole('button', { name: /further all round/ })
    .click();
  await saved(page);
  await stage(page, 'Survey').click();
  await expect(panel(page)).toContainText('traced');
  await stage(page, 'Log').click();
  await expect(panel(page)).toContainText('Grinding broke through');
});

test('the demo job with structure inside, and the screens of this stage, are sound for assistive technology', async ({
  page,
}) => {
  for (const path of ['laminate', 'patterns']) {
    await page.goto(`${SANDWORT}/${path}`);
    await expect(panel(page)).toContainText(path === 'patterns' ? 'Cut list' : 'Laminate');
    if (path === 'laminate') {
      await below(page);
      await expect(panel(page)).toContainText('Structure inside');
    }
    const { violations } = await new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).analyze();
    expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target).join(' ')}`)).toEqual([]);
  }
});

test('fits a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  for (const path of ['grind', 'laminate', 'patterns']) {
    await page.goto(`${SANDWORT}/${path}`);
    await expect(panel(page)).toBeVisible();
    await page.waitForTimeout(400);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(391);
  }
});
