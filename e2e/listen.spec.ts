/** Listen: the demo's story of measurements, a journey from an empty room, recordings from files, and a phone. */
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect, type Page, test } from '@playwright/test';
import { choose, newRoom, openDemo, part, stage, type } from './rig';

const SINGLE = fileURLToPath(new URL('../core/reference/ir_single.wav', import.meta.url));
const rested = (page: Page) => expect(page.locator('[data-listening]')).toHaveCount(0, { timeout: 120_000 });
const kept = (page: Page, title: string) => page.locator(`[data-measurement="${title}"]`);
/** T30 of an octave in the table of figures, s. */
async function t30(page: Page, octave: string): Promise<number> {
  const row = page
    .locator('[aria-label="Figures of the decay"] tbody tr')
    .filter({ has: page.getByRole('button', { name: `Show the decay at ${octave} Hz`, exact: true }) });
  return Number(await row.locator('td').nth(3).innerText());
}

test('the Bakehouse opens with its measurements: every picture is alive, and two rooms are told apart', async ({
  page,
}) => {
  await openDemo(page);
  await stage(page, 'listen');
  await kept(page, 'As it hangs now, left').locator('.name').click();
  await expect(page.getByLabel(/^Response by frequency/)).toBeVisible({ timeout: 60_000 });
  await expect(page.locator('[data-hidden]')).toContainText('1/12 octave hides');
  await expect(page.locator('[data-swings]')).toContainText('Good small room');
  // Finest smoothing hides nothing, and says so by saying nothing.
  await page.getByLabel('Smoothing').selectOption('1/48 octave');
  await expect(page.locator('[data-hidden]')).toHaveCount(0);
  const chart = page.getByLabel(/^Response by frequency/);
  await chart.focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('application', { name: /^15\.2 Hz: As it hangs now, left/ })).toBeVisible();
  await part(page, 'decay');
  const now = await t30(page, '1000');
  expect(now).toBeGreaterThan(0.3);
  await part(page, 'rings');
  await expect(page.locator('[data-rings]')).toContainText(/\d+ modes found up to \d+ Hz/);
  await part(page, 'fading');
  await expect(page.getByLabel(/^Level over time and frequency/)).toBeVisible();
  await part(page, 'arrivals');
  await expect(page.getByRole('table', { name: 'Arrivals' })).toContainText('Desk, top');
  // Bare beside now: first what else changed, then what may be said.
  await part(page, 'decay');
  await kept(page, 'Bare room, left').locator('.name').click();
  await expect.poll(() => t30(page, '1000')).toBeGreaterThan(now * 1.05);
  await kept(page, 'As it hangs now, left').getByRole('checkbox').check();
  await part(page, 'beside');
  await expect(page.locator('[data-changed] li').first()).toHaveText(/: 0, then \d+\.$/);
  await expect(page.locator('[data-verdict]')).toContainText('level, shape and decay');
  await rested(page);
  await expect(page.getByRole('table', { name: 'Decay of both' })).toContainText('1k');
  await part(page, 'kept');
  await kept(page, 'At rest, at night').locator('.name').click();
  await part(page, 'noise');
  await expect(page.locator('[data-noise]')).toContainText('dB(A)');
  await expect(page.getByText(/50\.\d Hz \(mains 50 Hz\)/)).toBeVisible();
});

test('from an empty room: a baseline, one change, a second measurement, and the comparison names the change', async ({
  page,
}) => {
  await openDemo(page);
  await newRoom(page, 'Spare room', { length: '4.2 m', width: '3.1 m', height: '2.4 m' });
  await stage(page, 'listen');
  await expect(page.getByText('Nothing in Tawny Hall has heard this room yet')).toBeVisible();
  await page.locator('[data-measure-now]').click();
  await expect(kept(page, 'L, Seat')).toBeVisible({ timeout: 120_000 });
  await rested(page);
  await part(page, 'decay');
  const bare = await t30(page, '1000');
  expect(bare).toBeGreaterThan(0.2);
  await stage(page, 'decay');
  await part(page, 'panel');
  await page.getByRole('button', { name: /^Use / }).first().click();
  await stage(page, 'listen');
  await part(page, 'take');
  await page.locator('[data-measure-now]').click();
  await expect(page.locator('[data-measurement]')).toHaveCount(2, { timeout: 120_000 });
  await rested(page);
  expect(await t30(page, '1000')).toBeLessThan(bare * 0.9);
  await page.locator('[data-measurement]').first().getByRole('checkbox').check();
  await part(page, 'beside');
  await expect(page.locator('[data-changed] li')).toHaveText([/: 0, then \d+\.$/]);
  // The room it was taken in comes back, and goes again.
  await part(page, 'kept');
  await page.locator('[data-measurement]').first().locator('.name').click();
  await page.locator('[data-restore]').click();
  await expect(page.getByText('The room is as it was then.')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('The room has changed since.')).toBeVisible();
  // Kept in the browser: read again after a reload.
  await page.reload();
  await stage(page, 'listen');
  await expect(page.locator('[data-measurement]')).toHaveCount(2);
  await part(page, 'decay');
  await expect.poll(() => t30(page, '1000'), { timeout: 60_000 }).toBeGreaterThan(0.1);
});

test('recordings from files: an impulse response is read, what is none is refused by its byte, a hum is named', async ({
  page,
}, info) => {
  await openDemo(page);
  await stage(page, 'listen');
  await part(page, 'take');
  await page.getByLabel('Recording').setInputFiles(SINGLE);
  await expect(kept(page, 'ir_single')).toBeVisible({ timeout: 60_000 });
  await part(page, 'decay');
  for (const octave of ['250', '1000', '8000']) expect(Math.abs((await t30(page, octave)) - 0.5)).toBeLessThan(0.02);
  await type(page, 'Title', 'A textbook room');
  await expect(kept(page, 'A textbook room')).toBeVisible();
  const broken = info.outputPath('broken.wav');
  writeFileSync(broken, 'RIFF0000WAVExxxx');
  await part(page, 'take');
  await page.getByLabel('Recording').setInputFiles(broken);
  await expect(page.locator('.failed')).toContainText(/broken\.wav: byte \d+: expected/);
  await choose(page, 'Also there', 'mains hum');
  await page.locator('[data-measure-now]').click();
  await expect(kept(page, 'L, Seat')).toBeVisible({ timeout: 120_000 });
  await expect(page.getByLabel('What is wrong with this recording')).toContainText(/hum of (49|50)\.\d Hz/);
});

test('on a phone a measurement is taken and read', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openDemo(page);
  await stage(page, 'listen');
  await part(page, 'decay');
  await expect(page.getByLabel(/^Decay time by band/)).toBeVisible({ timeout: 60_000 });
  await part(page, 'take');
  await page.locator('[data-measure-now]').scrollIntoViewIfNeeded();
  const wide = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(wide).toBeLessThanOrEqual(390);
});

test('a project goes into one archive with its recordings, and comes back with them', async ({ page, browser }) => {
  await openDemo(page);
  await page.getByRole('button', { name: 'Projects' }).click();
  const [file] = await Promise.all([page.waitForEvent('download'), page.locator('[data-save-archive]').click()]);
  expect(file.suggestedFilename()).toBe('bakehouse.tawny.zip');
  const path = await file.path();
  // Somebody else's browser, in which the program's own recordings do not come.
  const other = await (await browser.newContext()).newPage();
  await other.route('**/recordings/*', (route) => route.abort());
  await openDemo(other);
  await other.getByRole('button', { name: 'Projects' }).click();
  await other
    .locator('[data-file]')
    .setInputFiles({ name: 'bakehouse.tawny.zip', mimeType: 'application/zip', buffer: readFileSync(path) });
  await expect(other.getByRole('dialog')).toBeHidden();
  await stage(other, 'listen');
  await kept(other, 'Bare room, left').locator('.name').click();
  await part(other, 'decay');
  await expect.poll(() => t30(other, '1000'), { timeout: 60_000 }).toBeGreaterThan(0.5);
  await other.context().close();
});
