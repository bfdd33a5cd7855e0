/** The live path from Chromium's own capture device: what it plays from a file is what the page records, opened raw and through the worklet. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { writeWav } from '@tawny/core/formats/wav';
import { shared } from './browser';
import { choose, openDemo, part, stage, type } from './rig';

/** A tone of a tenth of full scale, 20 dB under it, at 1 kHz: whole periods, so that it goes on where it ends. */
const RATE = 48000;
const folder = join(tmpdir(), 'tawny-device');
const file = join(folder, 'tone.wav');
mkdirSync(folder, { recursive: true });
writeFileSync(
  file,
  writeWav([Float32Array.from({ length: 2 * RATE }, (_, i) => 0.1 * Math.sin((2 * Math.PI * i) / 48))], RATE),
);

const own = shared.use!.launchOptions!;
test.use({
  launchOptions: {
    ...own,
    args: [
      ...own.args!,
      '--use-fake-device-for-media-stream',
      '--use-fake-ui-for-media-stream',
      `--use-file-for-fake-audio-capture=${file}`,
    ],
  },
});

test('a tone played by the device is told at its frequency and level', async ({ page }) => {
  await openDemo(page);
  await stage(page, 'listen');
  await part(page, 'take');
  await page.locator('[data-open-input]').click();
  await expect(page.locator('[data-opened]')).toContainText(/\d+ Hz/);
  await choose(page, 'What plays', 'nothing: the noise');
  await type(page, 'Listen for', '3');
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.locator('[data-measurement="Noise, Seat"]')).toBeVisible({ timeout: 60_000 });
  await part(page, 'noise');
  await expect(page.getByText(/Tones:\s+1000\.\d Hz/)).toBeVisible();
  const chart = page.getByLabel(/^Noise by octave/);
  await chart.focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('application', { name: /^1000 Hz: Noise, Seat −(19|20)\.\d/ })).toBeVisible();
});
