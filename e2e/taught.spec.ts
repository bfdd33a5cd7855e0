/** What the room teaches, what somebody makes of a finding, and the equaliser: on the Bakehouse. */
import { expect, test } from '@playwright/test';
import { openDemo, part, stage } from './rig';

test('what the room teaches is shown against the measurements, accepted, said in Decay, and switched off to see the difference', async ({
  page,
}) => {
  test.setTimeout(300_000);
  await openDemo(page);
  await stage(page, 'listen');
  await part(page, 'taught');
  await expect(page.locator('[data-taught]')).toContainText(
    /Learned from 12 measurements: .* Left out in turn, each is predicted to \d+ %/,
    {
      timeout: 240_000,
    },
  );
  await expect(page.locator('[data-band]')).toHaveCount(8);
  await expect(
    page.locator('[data-unknown]').filter({ hasText: 'Plasterboard ceiling on joists' }).first(),
  ).toBeVisible();
  await page.locator('[data-accept]').click();
  await expect(page.locator('[data-learned]')).toContainText(
    /Learned on .* from 12 measurements; ± \d+ % instead of ± \d+ %/,
  );
  await expect(page.locator('[data-measure="record"]')).toContainText('learned');

  await stage(page, 'decay');
  const note = page.locator('[data-learned-note]');
  await expect(note).toContainText(/Learned on/);
  const figure = page.locator('[data-measure="decay"] .figure');
  const learned = await figure.textContent();
  await note.getByRole('button', { name: 'As stated' }).click();
  await expect(note).toContainText('As stated, without what the room has taught');
  await expect(figure).not.toHaveText(learned!);
  await note.getByRole('button', { name: 'As learned' }).click();
  await expect(figure).toHaveText(learned!);
});

test('a finding is agreed with, and looked at again in a later measurement; the cuts of an equaliser are taken away as a table', async ({
  page,
}) => {
  test.setTimeout(300_000);
  await openDemo(page);
  await stage(page, 'listen');
  await part(page, 'causes');
  // The lamp that rang in the bare room was agreed on: later it is gone.
  await page.locator('[data-measurement="As it hangs now, left"] .name').click();
  await expect(page.locator('[data-again]')).toContainText(
    /The ring at 412 Hz of “Bare room, left” .*: it is gone here/,
    {
      timeout: 240_000,
    },
  );
  await page.locator('[data-finding]').first().click();
  await page.locator('[data-says="refuted"]').click();
  await expect(page.locator('[data-finding]').first()).toContainText('refuted');
  await page.getByLabel('What was tried, and what came of it').fill('moved the head: still there');
  await page.getByLabel('What was tried, and what came of it').press('Enter');
  await page.locator('[data-says="refuted"]').click();
  await expect(page.locator('[data-finding]').first()).not.toContainText('refuted');

  await part(page, 'correct');
  await expect(page.locator('[data-correction]')).toContainText(/cuts? takes? the swing from|Nothing stands out/, {
    timeout: 120_000,
  });
  const [download] = await Promise.all([page.waitForEvent('download'), page.locator('[data-take-sections]').click()]);
  expect(download.suggestedFilename()).toBe('equaliser-sections.csv');
});
