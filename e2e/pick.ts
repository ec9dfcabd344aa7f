import type { Page } from '@playwright/test';

/** Chooses an option of a list by its label: of the device's own list, or of a long one that is searched and comes after the page. */
export async function pick(page: Page, label: string, option: string | RegExp): Promise<void> {
  const list = page.getByRole('combobox', { name: label, exact: true });
  await list.waitFor();
  // A long list is made a moment after the page; one that opens closes again when the panel scrolls.
  await page.waitForTimeout(400);
  await list.evaluate((e) => e.scrollIntoView({ block: 'center' }));
  await page.waitForTimeout(200);
  if ((await list.evaluate((e) => e.tagName)) === 'SELECT') {
    const labels = await list.locator('option').allTextContents();
    const wanted = labels.find((l) => (typeof option === 'string' ? l === option : option.test(l)));
    if (wanted === undefined) throw new Error(`${label} has ${labels.join(', ')}, not ${String(option)}`);
    await list.selectOption({ label: wanted });
    return;
  }
  await list.click();
  await page.getByRole('option', { name: option, exact: typeof option === 'string' }).click();
}
