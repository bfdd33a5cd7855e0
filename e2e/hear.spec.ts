/** Hearing the room: versions as loud as one another and under the ceiling, switched, saved, compared blind. */
import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { openRoom, settled } from './rig';

/** Samples of a 16-bit or float WAV between −1 and 1, both channels one after the other. */
function samplesOf(file: string): Float64Array {
  const bytes = readFileSync(file);
  const at = bytes.indexOf('data') + 8;
  const bits = bytes.readUInt16LE(34);
  const count = Math.floor((bytes.length - at) / (bits / 8));
  return Float64Array.from({ length: count }, (_, i) =>
    bits === 16
      ? bytes.readInt16LE(at + 2 * i) / 32768
      : bits === 24
        ? bytes.readIntLE(at + 3 * i, 3) / 8388608
        : bytes.readFloatLE(at + 4 * i),
  );
}

test('a booth before, and with its curtains drawn: worked out, switched, saved under the ceiling, guessed blind', async ({
  page,
}) => {
  await openRoom(page, 'signal-cabin', 'signoff');
  await settled(page);
  await page.getByRole('button', { name: 'Hear it' }).click();
  await page.locator('[data-sound="click"]').check();
  await expect(page.locator('[data-version]')).toHaveCount(2);
  await page.locator('[data-hear-make]').click();
  const before = page.locator('[data-hear="before"]');
  const curtains = page.locator('[data-hear="state curtains"]');
  await expect(before).toBeVisible({ timeout: 240_000 });
  await before.click();
  await expect(before).toHaveAttribute('aria-pressed', 'true');
  await curtains.click();
  await expect(curtains).toHaveAttribute('aria-pressed', 'true');
  await expect(before).toHaveAttribute('aria-pressed', 'false');
  const [file] = await Promise.all([page.waitForEvent('download'), page.locator('[data-hear-save="before"]').click()]);
  const peak = samplesOf(await file.path()).reduce((m, v) => Math.max(m, Math.abs(v)), 0);
  expect(20 * Math.log10(peak)).toBeLessThanOrEqual(-0.99);
  expect(20 * Math.log10(peak)).toBeGreaterThan(-40);
  await page.locator('[data-hear-stop]').click();
  await expect(page.locator('[data-hear-stop]')).toBeHidden();
  await page.locator('[data-blind-start]').click();
  for (let i = 0; i < 3; i++) await page.locator('[data-guess="0"]').click();
  await expect(page.locator('[data-tally]')).toContainText(/[0-3] of 3 right/);
});
