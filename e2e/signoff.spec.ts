/** Sign-off: the brief against what is predicted and measured, and the log with all that happened. */
import { expect, test } from '@playwright/test';
import { openDemo, stage } from './rig';

test('each wish of the brief has its verdict; what was measured in the room as it is decides; a use that goes takes its wish along', async ({
  page,
}) => {
  await openDemo(page);
  await stage(page, 'signoff');
  const decay = page.locator('[data-wish="decay"]').first();
  await expect(decay.locator('[data-found]').first()).toContainText(/Measured .* 8 November 2026/, {
    timeout: 120_000,
  });
  await expect(decay).toHaveAttribute('data-outcome', 'missed');
  await expect(page.locator('[data-wish="noise"]')).toContainText(/at most 20 dB\(A\).*Measured \d+ dB\(A\)/);
  await expect(page.locator('[data-wish="budget"]')).toHaveAttribute('data-outcome', 'met');
  await expect(page.getByText(/^Of \d+ wishes: /)).toBeVisible();
  // A wish leads to where it can be mended.
  await decay.getByRole('link', { name: 'Decay' }).click();
  await expect(page).toHaveURL(/\/decay$/);
  await stage(page, 'survey');
  await page.locator('[data-part-tab="brief"]').click();
  await page.getByRole('button', { name: 'Not for mixing' }).click();
  await stage(page, 'signoff');
  await expect(page.locator('[data-wish="decay"]').first().locator('th')).not.toContainText('mixing,');
});

test('a note is written by keyboard, found among all that happened, and struck', async ({ page }) => {
  await openDemo(page);
  await stage(page, 'signoff');
  const lines = page.locator('[data-happening]');
  await expect(lines.first()).toBeVisible();
  const before = await lines.count();
  await page.locator('[data-log-text]').focus();
  await page.keyboard.type('The stove stays: the owner wants it.');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(lines).toHaveCount(before + 1);
  await expect(lines.first()).toContainText('The stove stays');
  await page.locator('[data-log-search]').fill('stove owner');
  await expect(lines).toHaveCount(1);
  await page.locator('[data-log-search]').fill('measured bare room');
  await expect(lines).toHaveCount(2);
  await page.locator('[data-log-search]').fill('no such thing');
  await expect(page.getByText('Nothing in the log holds that.')).toBeVisible();
  await page.locator('[data-log-search]').fill('');
  await page.getByRole('button', { name: /^Strike “The stove/ }).click();
  await expect(lines).toHaveCount(before);
});

test('another school is put in force where practice differs, with its figures, and taken back', async ({ page }) => {
  await openDemo(page);
  await stage(page, 'signoff');
  await page.getByRole('button', { name: 'Where practice differs' }).click();
  const strict = page.locator('[data-says="reflections minus-20-in-20"]');
  await expect(page.locator('[data-says^="reflections"]').filter({ hasText: 'in force' })).toHaveCount(1);
  await strict.getByRole('button', { name: 'Use it' }).click();
  await expect(strict).toContainText('in force');
  await expect(strict).toContainText(/\d+ marks of \d+ matter, .* bare\./);
  await page.keyboard.press('Control+z');
  await expect(strict).not.toContainText('in force');
});

test('on a phone the wishes stand one under the other, with nothing cut off', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openDemo(page);
  await stage(page, 'signoff');
  await expect(page.locator('[data-wish]').first()).toBeVisible();
  const wide = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(wide).toBeLessThanOrEqual(390);
});
