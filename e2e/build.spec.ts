/** Build: bars cut in the worker, and again when the shop has another length. */
import { expect, test } from '@playwright/test';
import { openDemo, stage } from './rig';

test('the cutting plan says which bar gives what, and another length in the shop changes it and the list to buy', async ({
  page,
}) => {
  await openDemo(page);
  await stage(page, 'build');
  const sentence = page.locator('[data-bar-sentence]');
  await expect(sentence).toContainText('no way to cut them costs less');
  // Six frames of 60 × 120 cm and two of 60 × 60 cm from 2.4 m.
  await expect(page.locator('[data-buy^="Timber"]')).toContainText('240.0 cm long');
  const before = await sentence.innerText();
  await page.locator('[data-other-length]').click();
  await expect(sentence).toHaveText(/^10 bars, 30\.0 m, 66\.00 EUR; 97 % of it in the frames/);
  expect(await sentence.innerText()).not.toBe(before);
  await expect(page.locator('[data-bar]')).toHaveCount(3);
  await expect(page.locator('[data-bar] svg').first()).toHaveAttribute(
    'aria-label',
    /^6 bars of 300\.0 cm: stile 120\.0 cm/,
  );
  await expect(page.locator('[data-buy^="Timber"]')).toContainText('300.0 cm long');
  await page.keyboard.press('Control+z');
  await expect(sentence).toHaveText(before);
});
