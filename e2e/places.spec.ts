import { expect, test, type Page } from '@playwright/test';
import { pick } from './pick';

const main = (page: Page) => page.getByRole('main');
const places = (page: Page) => page.getByRole('navigation', { name: 'Places of this boat' });

/** Of this story alone. */
async function made(page: Page): Promise<string> {
  const id = crypto.randomUUID();
  const document = {
    format: 'nelbo-job/1',
    title: 'Rammed',
    boat: { name: 'Sloop “Story”' },
    hull: { material: 'frp-solid', thickness: 0.006 },
    damage: { kind: 'hole', where: 'port bow', size: [0.11, 0.06], position: 'above' },
    access: 'both',
    conditions: { temperature: 20, humidity: 0.5 },
  };
  const answer = await page.request.post('/api/v1/jobs', { data: { id, document } });
  expect(answer.ok(), await answer.text()).toBeTruthy();
  return `/jobs/${id}`;
}

test('a second place is added, planned beside the first, printed with it, by itself, and taken out', async ({
  page,
}) => {
  const job = await made(page);
  await page.goto(`${job}/survey`);
  await page.getByRole('button', { name: '+ Another place' }).click();
  const drawer = page.getByRole('complementary').or(page.getByRole('dialog'));
  await page.getByRole('button', { name: 'Add this place' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Still needed' })).toContainText('what is damaged');
  await page.getByLabel('Where', { exact: true }).last().fill('transom, port corner');
  await drawer.getByRole('combobox', { name: 'Damage' }).click();
  await page.getByRole('option', { name: 'gel coat chip' }).click();
  await page.getByLabel('Size, along the hull').last().fill('35 mm');
  await page.getByLabel('Size, up the hull').last().fill('2 cm');
  await page.getByRole('button', { name: 'Add this place' }).click();

  // The page is of the new place now, and each stage of it.
  await expect(places(page).getByRole('button', { name: 'transom' })).toHaveAttribute('aria-pressed', 'true');
  await expect(main(page)).toContainText('35 × 20 mm');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto(`${job}/mix`);
  await expect(main(page)).toContainText('gel coat thickened with silica');
  await places(page).getByRole('button', { name: 'port bow' }).click();
  await expect(main(page)).toContainText('of resin in');
  await page.goto(`${job}/bench`);
  await expect(page.getByRole('button', { name: /^Batch 1/ }).first()).toBeVisible();
  await places(page).getByRole('button', { name: 'transom' }).click();
  await expect(page.getByRole('button', { name: /^Batch 2/ })).toHaveCount(0);

  // The foot and the owner's page tell what the whole boat comes to.
  await page.goto(`${job}/survey`);
  const foot = page.getByRole('contentinfo', { name: 'Totals' });
  await expect(foot).toContainText(/Whole boat .* hands-on · materials .* · labour/);
  await page.goto(`${job}/owner`);
  const boat = page.getByRole('table', { name: 'The whole boat' });
  await expect(boat.getByRole('row')).toHaveCount(4);
  await expect(boat).toContainText('transom, port corner: gel coat chip');
  await expect(boat.getByRole('row').last()).toContainText('In all');

  // One order of both, or of the one that is looked at.
  await page.goto(`${job}/work-order`);
  await expect(page.getByRole('heading', { name: 'Mix & cure: A, port bow' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Mix & cure: B, transom, port corner' })).toBeVisible();
  await expect(page.getByText('B1', { exact: true })).toBeVisible();
  await page.getByLabel('All places').uncheck();
  await expect(page.getByRole('heading', { name: 'Mix & cure', exact: true })).toBeVisible();
  await expect(page.getByText('Lay plies')).toHaveCount(0);

  await page.goto(`${job}/survey`);
  await page.getByRole('button', { name: 'Places …' }).click();
  await page.getByRole('button', { name: 'Take out' }).click();
  await expect(places(page)).toHaveCount(0);
  await page.getByRole('button', { name: 'Close the places' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(places(page).getByRole('button', { name: 'transom' })).toBeVisible();
});

test('the demo boat that is damaged at three places is planned, and each place has its own drawing', async ({
  page,
}) => {
  await page.goto('/jobs/5b1d2f60-0032-4a01-9c01-000000000032/survey');
  await expect(places(page).getByRole('button')).toHaveCount(3);
  await expect(page.getByText('cut-out 130 × 70 mm')).toBeVisible();
  await places(page).getByRole('button', { name: 'stem' }).click();
  await expect(page.getByText('Section of the dish')).toBeVisible();
  await pick(page, 'Damage', 'void under the gel coat');
  await expect(main(page)).toContainText('void under the gel coat');
  await places(page).getByRole('button', { name: 'port quarter' }).click();
  await expect(main(page)).toContainText('400 × 6 mm');
});
