/** Learn: an exercise done by keyboard alone, left and taken up again; help that is searched, with the way to it from an empty stage. */
import { expect, type Page, test } from '@playwright/test';
import { openDemo, stage, startRoom } from './rig';

const panel = (page: Page) => page.locator('[data-exercise-panel]');
const at = (page: Page, step: string) => expect(panel(page).locator(`[data-step="${step}"]`)).toBeVisible();

/** Presses Tab until what is focused is what is looked for. */
async function tabTo(page: Page, what: string, key: 'Tab' | 'Shift+Tab' = 'Tab'): Promise<void> {
  for (let i = 0; i < 200; i++) {
    await page.keyboard.press(key);
    if (await page.evaluate((selector) => document.activeElement?.matches(selector) ?? false, what)) return;
  }
  throw new Error(`Tab does not come to ${what}`);
}
async function goTo(page: Page, text: string): Promise<void> {
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('textbox', { name: 'Go to' })).toBeFocused();
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toBeHidden();
}
/** To the panel, and on with what is done. */
async function goOn(page: Page): Promise<void> {
  await expect(panel(page).locator('[data-next-step]')).toBeVisible();
  await page.keyboard.press('e');
  await expect(panel(page)).toBeFocused();
  await tabTo(page, '[data-next-step]');
  await page.keyboard.press('Enter');
}

test('the seat is found by keyboard alone; the room of one’s own is there again afterwards', async ({ page }) => {
  await openDemo(page);
  await goTo(page, 'find the seat');
  await expect(page.locator('[data-project-name]')).toHaveText('Exercise: Find the seat');
  await at(page, 'go');
  await goTo(page, 'seat where');
  await goOn(page);
  // A wrong answer is told, a hint is given, then the right one.
  await at(page, 'null');
  await tabTo(page, '[data-option="peak"]');
  await page.keyboard.press('Space');
  await expect(panel(page).locator('[data-judged]')).toHaveText('No: look again.');
  await tabTo(page, '[data-ask-hint]');
  await page.keyboard.press('Enter');
  await expect(panel(page).locator('[data-hint]')).toContainText('a single null');
  await tabTo(page, '[data-option="peak"]', 'Shift+Tab');
  await page.keyboard.press('ArrowDown');
  await expect(panel(page).locator('[data-judged]')).toHaveText('Right.');
  await goOn(page);
  // The head, 50 cm forward.
  await at(page, 'move');
  await tabTo(page, '[data-head]');
  for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowUp');
  await goOn(page);
  await at(page, 'pair');
  await goTo(page, '38 % rule');
  await goOn(page);
  await at(page, 'behind');
  await tabTo(page, '[data-figure]');
  await page.keyboard.type('far');
  await page.keyboard.press('Enter');
  await expect(panel(page).getByRole('alert')).toContainText('no length');
  await page.keyboard.press('Control+a');
  await page.keyboard.type('152 cm');
  await page.keyboard.press('Enter');
  await expect(panel(page).locator('[data-judged]')).toContainText('Right');
  await tabTo(page, '[data-next-step]');
  await page.keyboard.press('Enter');
  await expect(panel(page).locator('[data-finished]')).toContainText('You can now say why half the length');
  await tabTo(page, '[data-leave]', 'Shift+Tab');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-project-name]')).toHaveText('Bakehouse');
  await expect(panel(page)).toBeHidden();
  await page.keyboard.press('?');
  await page.getByRole('button', { name: 'Exercises', exact: true }).click();
  await expect(page.locator('[data-exercise="seat"]')).toContainText('done');
  await page.getByRole('button', { name: 'Close' }).click();
  // Its room is not left behind.
  await page.getByRole('button', { name: 'Projects' }).click();
  await expect(page.getByRole('dialog')).toContainText('Bakehouse');
  await expect(page.getByRole('dialog')).not.toContainText('Exercise:');
});

test('an exercise waits through a reload; its hole at 45 Hz is mended with the subwoofer’s polarity', async ({
  page,
}) => {
  await openDemo(page);
  await page.keyboard.press('?');
  await page.getByRole('button', { name: 'Exercises', exact: true }).click();
  await page.locator('[data-exercise="missing"] [data-begin]').click();
  await at(page, 'go');
  await stage(page, 'bass');
  await panel(page).locator('[data-next-step]').click();
  await at(page, 'whose');
  await expect(page.getByText(/^Saved/)).toBeVisible();
  await page.reload();
  await at(page, 'whose');
  const choose = async (option: string) => {
    await expect
      .poll(
        async () => {
          await panel(page).locator(`[data-option="${option}"]`).check();
          return panel(page).locator('[data-judged]').innerText();
        },
        { timeout: 120_000 },
      )
      .toBe('Right.');
    await panel(page).locator('[data-next-step]').click();
  };
  await choose('together');
  await choose('opposed');
  await panel(page).locator('[data-figure]').fill('11.1');
  await panel(page).locator('[data-answer]').click();
  await panel(page).locator('[data-next-step]').click();
  await choose('stays');
  await at(page, 'mend');
  await page.locator('[data-feed]').last().getByLabel('Polarity turned over').check();
  await expect(panel(page).locator('[data-next-step]')).toBeVisible({ timeout: 120_000 });
  await expect(panel(page)).toContainText(/At 45 Hz now: the pair alone \+3\.\d dB, the subwoofer alone \+1\.\d dB/);
  await panel(page).locator('[data-next-step]').click();
  await panel(page).getByRole('button', { name: 'Back to my room' }).click();
  await expect(page.locator('[data-project-name]')).toHaveText('Bakehouse');
});

test('an empty stage leads into help, which is searched and asks nothing of anybody', async ({ page, context }) => {
  await startRoom(page, 'Spare room');
  await expect(page.locator('[data-next-move]')).toBeVisible({ timeout: 60_000 });
  await context.setOffline(true);
  for (const name of ['survey', 'hang', 'build', 'listen'] as const) {
    await stage(page, name);
    await page.locator(`[data-help-link="${name}"]`).click();
    await expect(page.locator(`[data-help-entry="${name}"]`)).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.locator('[data-help]')).toBeHidden();
  }
  await page.keyboard.press('?');
  await page.locator('[data-help-search]').fill('rt60');
  await expect(page.locator('[data-help-entry]').first()).toHaveAttribute('data-help-entry', 'Decay time');
  await page.locator('[data-help-search]').fill('zebra');
  await expect(page.locator('[data-help]')).toContainText('Nothing here holds all these words');
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-help]')).toBeHidden();
  // Every entry of the list of keys is there with what it does.
  await page.keyboard.press('?');
  await page.getByRole('button', { name: 'Keyboard', exact: true }).click();
  await expect(page.locator('[data-help] dd').first()).toContainText('Go to anything');
});
