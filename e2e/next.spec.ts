/** The next move: on every stage, from an empty room on; what it tells is what the verdict says once it is taken. */
import { expect, type Page, test } from '@playwright/test';
import { measure, openDemo, stage, startRoom } from './rig';

const opener = (page: Page) => page.locator('[data-next-move]');
const cards = (page: Page) => page.locator('[data-move]');
/** "0.55 → 0.52 s" of an effect: what comes of it. */
const promised = async (page: Page, card: number, effect: string) => {
  const text = await cards(page).nth(card).locator(`[data-effect="${effect}"] dd`).first().innerText();
  return Number(/→ ([−\d.]+)/.exec(text)![1]!.replace('−', '-'));
};

test('a newcomer with an empty room is led by the next move alone: told, treated, better than it was', async ({
  page,
}) => {
  await startRoom(page, 'Spare room');
  await opener(page).click();
  const question = page.locator('[data-question]');
  const answers: [question: string, choice: string][] = [
    ['uses', 'mixing'],
    ['floor', 'laminate'],
    ['walls', 'plasterboard-studs'],
    ['ceiling', 'plasterboard-joists'],
    ['openings', 'none'],
    ['furniture', 'none'],
    ['loudspeakers', 'so'],
  ];
  for (const [asked, choice] of answers) {
    await expect(question).toHaveAttribute('data-question', asked, { timeout: 60_000 });
    await question.locator(`[data-choice="${choice}"]`).click();
  }
  await expect(question).toBeHidden({ timeout: 60_000 });
  await expect(page.locator('[data-moves-busy]')).toBeHidden({ timeout: 240_000 });
  const four = page.locator('[data-move="four"]');
  await expect(four).toBeVisible();
  const text = await four.locator('[data-effect="decay"] dd').first().innerText();
  const to = Number(/→ ([\d.]+)/.exec(text)![1]);
  const before = await measure(page, 'decay');
  await four.locator('[data-take]').click();
  await expect.poll(() => measure(page, 'decay'), { timeout: 60_000 }).toBe(to);
  expect(to).toBeLessThan(before);
});

test('a move is tried and taken back, put aside with a reason, and proposed again', async ({ page }) => {
  await openDemo(page);
  await opener(page).click();
  await expect(cards(page).first()).toBeVisible({ timeout: 60_000 });
  const cover = page.locator('[data-move="cover"]').first();
  await expect(cover).toBeVisible();
  const index = await cards(page).evaluateAll((all) => all.findIndex((c) => c.getAttribute('data-move') === 'cover'));
  const [before, to] = [await measure(page, 'cover'), await promised(page, index, 'cover')];
  await cover.locator('[data-try]').click();
  await expect(page.locator('[data-tried]')).toContainText('Cover mark');
  await expect.poll(() => measure(page, 'cover'), { timeout: 60_000 }).toBe(to);
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect.poll(() => measure(page, 'cover'), { timeout: 60_000 }).toBe(before);
  const curtain = page.locator('[data-move="curtain"]');
  await expect(curtain).toBeVisible({ timeout: 60_000 });
  await curtain.getByRole('button', { name: 'Not here' }).click();
  await curtain.locator('[data-why-not]').fill('The shutter is behind it.');
  await curtain.locator('[data-why-not]').press('Enter');
  await expect(curtain).toBeHidden({ timeout: 60_000 });
  await expect(page.locator('[data-aside]')).toContainText('The shutter is behind it.');
  await page.getByRole('button', { name: 'Propose it again' }).click();
  await expect(curtain).toBeVisible({ timeout: 60_000 });
  await page.keyboard.press('Escape');
  await expect(page.locator('#next-moves')).toBeHidden();
  await expect(opener(page)).toBeFocused();
  await stage(page, 'survey');
  await expect(opener(page)).toBeVisible();
});
