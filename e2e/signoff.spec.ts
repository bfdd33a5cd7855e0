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

test('on a phone an entry of the log gets a photograph, an arrow drawn on it and a word; they are there after a reload', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openDemo(page);
  await stage(page, 'signoff');
  await page.locator('[data-log-text]').fill('The cleat by the beam sits too low.');
  await page.locator('[data-log-write]').click();
  await page.locator('[data-log-photo]').first().click();
  const picture = {
    name: 'beam.png',
    mimeType: 'image/png',
    buffer: await page.screenshot({ clip: { x: 0, y: 0, width: 300, height: 180 } }),
  };
  await page.locator('[data-photo-file]').first().setInputFiles(picture);
  await page.locator('[data-photo]').click();
  const frame = page.locator('[data-photo-frame]');
  await page.locator('[data-draw-arrow]').click();
  await frame.scrollIntoViewIfNeeded();
  const box = (await frame.boundingBox())!;
  await page.mouse.move(box.x + 30, box.y + 30);
  await page.mouse.down();
  await page.mouse.move(box.x + 120, box.y + 90, { steps: 4 });
  await page.mouse.up();
  await expect(page.locator('[data-photo-mark]')).toHaveCount(1);
  await page.locator('[data-mark-text]').fill('three centimetres');
  await page.locator('[data-mark-text]').press('Tab');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save it' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('Note.jpg');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await page.reload();
  await page.locator('[data-photo]').click();
  await expect(page.locator('[data-photo-mark]')).toHaveCount(1);
  await expect(page.locator('[data-mark-text]')).toHaveValue('three centimetres');
});

test('a check by ear is ticked and written down; a point before building is settled and opened again', async ({
  page,
}) => {
  await openDemo(page);
  await stage(page, 'signoff');
  await page.getByRole('button', { name: 'By ear' }).click();
  const clap = page.locator('[data-ear="clap"]');
  await expect(clap.locator('[data-ear-keep]')).toBeHidden();
  await clap.getByLabel('A zing, a fast rattle after it').check();
  await expect(clap.getByRole('link', { name: 'Decay' })).toBeVisible();
  await clap.locator('[data-ear-keep]').click();
  await expect(clap.locator('[data-ear-last]')).toContainText('A zing, a fast rattle after it');
  await expect(page.locator('[data-happening="log"]').first()).toContainText('Clapped');
  await page.getByRole('button', { name: 'Before building' }).click();
  const air = page.locator('[data-check="air"]');
  await expect(air.locator('[data-rule]')).toContainText(/\d+ l\/s/);
  await air.getByRole('textbox').fill('A fan in the loft.');
  await air.getByRole('textbox').press('Enter');
  await expect(air).toContainText('A fan in the loft.');
  await expect(page.locator('[data-happening="checked"]')).toContainText('Fresh air');
  await air.getByRole('button', { name: 'open again' }).click();
  await expect(page.locator('[data-happening="checked"]')).toHaveCount(0);
});
