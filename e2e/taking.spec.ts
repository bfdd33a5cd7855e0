/** What can be taken away: tables, charts, the marking sheet; and what happens when the calculation dies. */
import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { openPlain, settled, stage } from './rig';

async function taken(page: Page, act: () => Promise<void>): Promise<{ name: string; bytes: Buffer }> {
  const [file] = await Promise.all([page.waitForEvent('download'), act()]);
  return { name: file.suggestedFilename(), bytes: readFileSync(await file.path()) };
}

test('marks as CSV, one row a mark, in metres', async ({ page }) => {
  await openPlain(page);
  await stage(page, 'marks');
  const { name, bytes } = await taken(page, () => page.getByRole('button', { name: 'Save as CSV' }).click());
  const [head, ...rows] = bytes.toString('utf8').trim().split(/\r?\n/);
  expect(name).toBe('marks.csv');
  expect(head).toContain('"first, m"');
  expect(rows).toHaveLength(12);
  // L on the right wall by hand, where panels 15 cm deep are decided 10 cm off the wall: the mirror is their face.
  const wall = 3.92 - 0.25;
  const along = 0.5135 + ((wall - 1.085) / (2 * wall - 1.085 - 1.96)) * (2.0292 - 0.5135);
  const row = rows.find((r) => r.startsWith('L,right'))!.split(',');
  expect(Number(row[4])).toBeCloseTo(along, 3);
});

test('a chart as numbers, drawing and picture', async ({ page }) => {
  await openPlain(page);
  await stage(page, 'decay');
  const take = (kind: string) =>
    taken(page, async () => {
      await page.getByRole('button', { name: 'Save the data of “Decay time”' }).click();
      await page.getByText(kind).click();
    });
  const csv = await take('Numbers (CSV)');
  expect(csv.bytes.toString('utf8').split(/\r?\n/)[2]).toMatch(/^125,1\.\d+,/);
  const svg = (await take('Drawing (SVG)')).bytes.toString('utf8');
  expect(svg).toMatch(/^<svg[^>]+xmlns/);
  expect(svg).toMatch(/stroke="rgb/);
  const png = await take('Picture (PNG)');
  expect(png.bytes.subarray(1, 4).toString('latin1')).toBe('PNG');
  expect(png.bytes.readUInt32BE(16)).toBeGreaterThan(1000);
});

test('charts are read by keyboard', async ({ page }) => {
  await openPlain(page);
  await stage(page, 'decay');
  const chart = page.getByRole('img', { name: /^Decay time per octave/ });
  await chart.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('img', { name: /^125 Hz: bare room 1\.10 s.*target 0\.16–0\.36 s/ })).toBeVisible();
  await stage(page, 'bass');
  await page.locator('[data-part-tab="box"]').click();
  await page.getByRole('img', { name: /^(Modes by frequency|32\.2 Hz)/ }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('heading', { name: 'Mode 1 0 0, axial' })).toBeVisible();
});

test('the marking sheet lists every mark by surface, with its measures and room to write', async ({ page }) => {
  await openPlain(page);
  await stage(page, 'marks');
  await page.getByRole('button', { name: 'Marking sheet' }).click();
  await expect(page.getByRole('heading', { name: 'Marking sheet: Flour store' })).toBeVisible();
  await expect(page.locator('.sheet tbody tr')).toHaveCount(12);
  await expect(page.locator('.sheet tbody').first()).toContainText('126.2 cm');
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
  await page.emulateMedia({ media: 'screen' });
  await page.getByRole('button', { name: 'Back to Marks' }).click();
  await expect(page).toHaveURL(/\/marks$/);
});

test('a calculation that dies is told, and computes again when asked', async ({ page }) => {
  await page.route('**/study.worker*.js', (route) => route.abort());
  await page.goto('/demo/bakehouse');
  await expect(page.locator('[data-project-name]')).toHaveText('Bakehouse');
  await stage(page, 'decay');
  await expect(page.getByRole('alert').filter({ hasText: 'stopped unexpectedly' })).toBeVisible();
  await expect(page.locator('[data-measure="decay"]')).toHaveCount(0);
  await expect(page.locator('[data-stage="decay"]')).toContainText('not computed');
  await page.unroute('**/study.worker*.js');
  await page.getByRole('button', { name: 'Compute again' }).click();
  await settled(page);
  await expect(page.locator('[data-row="answer"]')).toBeVisible();
});

test('pointing at a mark lights its twins, choosing it dimensions it everywhere', async ({ page }) => {
  await openPlain(page);
  await stage(page, 'marks');
  await page.locator('[data-mark="right-B"]').hover();
  await expect(page.locator('.board .tape.hovered')).toHaveCount(2);
  await page.locator('[data-mark="right-B"]').click();
  await expect(page.locator('.board .tape.selected')).toHaveCount(2);
  await expect(page.locator('.board .dimensions text')).toHaveText(['101.1', '122.0']);
  await page.locator('[data-mark="left-A"]').click();
  await page.getByRole('button', { name: 'Hang it, both sides' }).click();
  await expect(page.locator('[data-chosen-mark]')).toContainText('Covered');
  await expect(page.locator('[data-measure="mark"] .detail')).toHaveText(/floor/);
  await settled(page);
  await expect(page.locator('[data-measure="panels"] .change')).toHaveText('+2');
});

test('on a phone’s width nothing is lost: stages, board, bench and verdict', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openPlain(page);
  await stage(page, 'marks');
  await expect(page.locator('.board svg').first()).toBeVisible();
  await expect(page.locator('[data-chosen-mark]')).toBeVisible();
  await page.locator('[data-mark="right-rear"], [data-mark="right-C"]').first().scrollIntoViewIfNeeded();
  await expect(page.locator('[data-mark="right-C"]')).toBeInViewport();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});
