/** Scenarios: made from the room as it is, edited by every stage, compared, taken over; later edits of the room carry through or are told. */
import { expect, type Page, test } from '@playwright/test';
import { measure, openDemo, stage, type } from './rig';

const scenarios = async (page: Page) => {
  await stage(page, 'signoff');
  await page.getByRole('button', { name: 'Scenarios', exact: true }).click();
};
const cell = (page: Page, row: string, at: number) => page.locator(`[data-row="${row}"] td`).nth(at);
const fresh = (page: Page) => expect(page.locator('table[data-fresh="true"]')).toBeVisible({ timeout: 120_000 });
/** Ears, through the field of Seat. */
async function ears(page: Page, text: string): Promise<void> {
  await stage(page, 'seat');
  await type(page, 'Ear height', text);
}

test('another ear height is tried, compared, carried through, told of and taken over', async ({ page }) => {
  await openDemo(page);
  const before = await measure(page, 'seat');
  await scenarios(page);
  await page.locator('[data-scenario-name]').fill('Standing desk');
  await page.locator('[data-scenario-make]').click();
  const chosen = page.locator('[data-scenario-switch]');
  await expect(chosen.locator('option:checked')).toHaveText('Standing desk');

  await ears(page, '150');
  await scenarios(page);
  await fresh(page);
  const one = page.locator('[data-scenario="Standing desk"]');
  await expect(one.locator('[data-difference="seat"]')).toContainText('Ears at 150.0 cm instead of');
  await expect(page.locator('[data-drawn] img')).toHaveCount(2);
  // The column says what the verdict says with it open, the other what it said before.
  const told = async (at: number) => parseFloat((await cell(page, 'seat', at).innerText()).replace('−', '-'));
  expect(await told(1)).toBe(await measure(page, 'seat'));
  expect(await told(0)).toBe(before);

  // The room itself, changed elsewhere: it carries through.
  await page.locator('[data-scenario-open="The room itself"]').click();
  await expect(chosen.locator('option:checked')).toHaveText('The room itself');
  expect(await measure(page, 'seat')).toBe(before);
  await expect(one.locator('[data-clash]')).toHaveCount(0);
  // Changed in the same thing: told with both, until it is settled.
  await ears(page, '117');
  await scenarios(page);
  await expect(one.locator('[data-clash]')).toContainText('150.0 cm here, but the room itself says 117.0 cm since');
  await one.locator('[data-keep-edit]').click();
  await expect(one.locator('[data-clash]')).toHaveCount(0);

  await one.locator('[data-take-over]').click();
  await expect(one.locator('[data-difference]')).toHaveCount(0);
  await stage(page, 'seat');
  await expect(page.getByRole('textbox', { name: 'Ear height', exact: true }).first()).toHaveValue(/150/);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('textbox', { name: 'Ear height', exact: true }).first()).toHaveValue(/117/);
});

test('a scenario stays open after a reload, and is taken away with one step back', async ({ page }) => {
  await openDemo(page);
  await scenarios(page);
  await page.locator('[data-scenario-name]').fill('x'.repeat(80));
  await page.locator('[data-scenario-make]').click();
  await expect(page.locator('[data-scenario-switch]')).toBeVisible();
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await page.goto('/signoff');
  await expect(page.locator('[data-scenario-switch] option:checked')).toHaveText('x'.repeat(80), { timeout: 60_000 });
  await scenarios(page);
  await page.locator('[data-scenario-remove]').click();
  await expect(page.locator('[data-scenario-switch]')).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-scenario-switch] option:checked')).toHaveText('x'.repeat(80));
});
