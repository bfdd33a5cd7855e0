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
  // Why: each finding with its causes and what speaks for them; choosing another shows its evidence.
  await part(page, 'causes');
  await expect(page.locator('[data-causes]')).toContainText(/\d+ things stand out/, { timeout: 120_000 });
  const findings = page.locator('[data-finding]');
  await expect(findings.filter({ hasText: 'Peak at 64' })).toContainText(/the mode at 64\.\d Hz, \d+ %/);
  await findings.filter({ hasText: 'ms behind' }).first().click();
  await expect(page.locator('[data-evidence]')).toContainText(/the Desk, top\s*(over )?\d+ %/);
  await expect(page.locator('[data-evidence]')).toContainText(/delay: [\d.]+ ms found, [\d.]+ ms meant/);
  await expect(page.locator('[data-move]').first()).toBeVisible();
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
  // The microphone is moved on the plan by keys, stays there while another part is looked at, and comes back.
  await page.locator('[data-microphone]').focus();
  await page.keyboard.press('Shift+ArrowDown');
  await part(page, 'kept');
  await part(page, 'take');
  await expect(page.locator('[data-place]')).toContainText('10.0 cm back');
  await page.locator('[data-microphone]').focus();
  await page.keyboard.press('Shift+ArrowUp');
  await choose(page, 'Also there', 'mains hum');
  await page.locator('[data-measure-now]').click();
  await expect(kept(page, 'L, Seat')).toBeVisible({ timeout: 120_000 });
  await expect(page.getByLabel('What is wrong with this recording')).toContainText(/hum of (49|50)\.\d Hz/);
});

test('tables somebody else read: a response, decay times, noise and a calibration; a wrong line is told by line and column', async ({
  page,
}) => {
  await openDemo(page);
  await stage(page, 'listen');
  await part(page, 'take');
  const bring = (name: string, text: string) =>
    page.getByLabel('Recording').setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  await bring('wrong.txt', '20 0\n30 loud\n40 1');
  await expect(page.locator('.failed')).toContainText(
    'wrong.txt: line 2, column 4: expected a level in dB, found "loud"',
  );
  await choose(page, 'It holds', 'calibration');
  await bring('Ours.txt', '20;-2\n20000;-2');
  await expect(page.getByText('Measurements taken or brought from now on are of it.')).toBeVisible();
  await choose(page, 'It holds', 'response');
  await bring('Theirs.csv', '* Hz; dB\n20;-10,0\n1000;-10,0\n18000;-10,0');
  await expect(kept(page, 'Theirs')).toBeVisible();
  await part(page, 'response');
  const chart = page.getByLabel(/^Response by frequency/);
  await chart.focus();
  await page.keyboard.press('ArrowLeft');
  for (let i = 0; i < 40; i++) await page.keyboard.press('ArrowLeft');
  // Ten down, and the microphone hears two too little.
  await expect(page.getByRole('application', { name: /Hz: Theirs −8\.0 dB/ })).toBeVisible();
  await part(page, 'rings');
  await expect(page.locator('[data-not-held]')).toContainText('holds levels by frequency');
  await part(page, 'take');
  await choose(page, 'It holds', 'decay times');
  await bring('Hall.txt', 'Hz T20 T30\n500 0.41 0.44\n1000 0.38 0.40');
  await expect(kept(page, 'Hall')).toBeVisible();
  await part(page, 'decay');
  expect(await t30(page, '1000')).toBe(0.4);
  await part(page, 'take');
  await choose(page, 'It holds', 'noise by band');
  await bring('Night.txt', [63, 125, 250, 500, 1000, 2000, 4000, 8000].map((f) => `${f} 20`).join('\n'));
  await part(page, 'noise');
  // Eight octaves of 20 dB, weighted.
  await expect(page.locator('[data-noise]')).toContainText('27.0 dB(A)');
  // A meter says what full scale stands for.
  await part(page, 'kept');
  await kept(page, 'At rest, at night').locator('.name').click();
  await type(page, 'A meter beside it read', '41');
  await page.locator('[data-take-meter]').click();
  await expect(page.locator('[data-noise]')).toContainText('41.0 dB(A)');
});

test('measurements one after the other, beside what is predicted, and the pair checked by them', async ({ page }) => {
  await openDemo(page);
  await stage(page, 'listen');
  await part(page, 'dates');
  await expect(page.getByLabel('Series')).toContainText('L at Seat, 3 times', { timeout: 60_000 });
  await expect(page.locator('[data-series]')).toContainText('decay at 500–1000 Hz went from');
  await part(page, 'places');
  await expect(page.locator('[data-walk]')).toContainText('Most even at', { timeout: 60_000 });
  await page.getByLabel(/^Swing by place/).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('application', { name: /60 cm forward/ })).toBeVisible();
  await part(page, 'rings');
  await rested(page);
  await expect(page.getByRole('table', { name: 'Modes found' }).locator('tbody tr').first()).toContainText(/64\.\d/);
  await expect(page.locator('.plotted .end').last()).toHaveText(/^predicted/);
  await part(page, 'beside');
  await page.getByLabel('Measurement', { exact: true }).selectOption('As it hangs now, left');
  await page.getByLabel('Measurement beside it').selectOption('As it hangs now, right');
  await expect(page.locator('[data-alike]').first()).toContainText('Equally loud', { timeout: 60_000 });
  await stage(page, 'bass');
  await choose(page, 'Measurement', 'As it hangs now, left');
  // Simulated from the same waves: they meet.
  await expect(page.locator('[data-measured-laid]')).toContainText(/Over L alone.*± [01]\.\d dB apart/, {
    timeout: 60_000,
  });
  await stage(page, 'decay');
  await expect(page.locator('.plotted .end.measured')).toHaveText('measured', { timeout: 60_000 });
  await stage(page, 'seat');
  await part(page, 'listen');
  await expect(page.locator('[data-measured-check]').nth(1)).toContainText('polarity is alike', { timeout: 60_000 });
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
