/** Hang: laid out in one action, moved by hand, keyboard and tape, mirrored, told what is in the way, and undone as one step. */
import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { extractText, getDocumentProxy } from 'unpdf';
import { field, openDemo, part, settled, stage, type } from './rig';

async function openHang(page: Page): Promise<void> {
  await openDemo(page);
  await stage(page, 'hang');
}
const face = (page: Page, id: string) => page.locator(`[data-hang-face="${id}"]`).click();
const shown = (page: Page) => page.locator('.elevation [data-hung]');

test('the Bakehouse is laid out: what fits has its place, what does not is told with ways out, one step back undoes it', async ({
  page,
}) => {
  await openHang(page);
  const rule = page.locator('[data-stage="hang"] .state');
  await expect(rule).toHaveText('2 of 8 placed');
  await page.locator('[data-afresh]').click();
  await expect(rule).toHaveText('5 of 8 placed');
  const left = page.locator('[data-unplaced]');
  await expect(left).toHaveCount(2);
  await expect(left.first()).toContainText('rear wall');
  await expect(left.first()).toContainText('without Sofa there: all of them');
  await expect(left.first()).toContainText(/longest free stretch of the row is 48\.0 cm/);
  await page.keyboard.press('Control+z');
  await expect(rule).toHaveText('2 of 8 placed');
  // A way out is taken: decided for the front wall instead, and laid out there.
  await page.locator('[data-afresh]').click();
  await left.first().getByText('on the front wall: all of them').getByRole('button', { name: 'Do that' }).click();
  await expect(rule).toHaveText('7 of 8 placed');
  await face(page, 'A');
  await expect(shown(page)).toHaveCount(2);
});

test('a piece is moved off its mark and the verdict says so; it is mirrored, levelled, spread, locked and put up', async ({
  page,
}) => {
  await openHang(page);
  await page.locator('[data-afresh]').click();
  await expect(page.locator('[data-stage="hang"] .state')).toHaveText('5 of 8 placed');
  await part(page, 'piece');
  await face(page, 'B');
  await shown(page).first().focus();
  await expect(page.locator('[data-chosen-piece] h2')).toContainText('B1');
  const edge = field(page, 'Left edge, right of the middle line');
  const bottom = field(page, 'Bottom, up from floor');
  await expect(edge).toHaveValue('-153.9');
  const marks = page.locator('[data-stage="marks"] .state');
  const covered = await marks.innerText();
  // By keyboard, 10 cm a step, off the mark.
  for (let i = 0; i < 6; i++) await page.keyboard.press('Shift+ArrowLeft');
  await expect(edge).toHaveValue('-213.9');
  await expect(marks).not.toHaveText(covered);
  await page.keyboard.press('Control+z');
  await expect(marks).toHaveText(covered);
  // By tape, into the other piece.
  await type(page, 'Left edge, right of the middle line', '-10');
  await expect(page.locator('[data-conflict]')).toContainText(/overlaps B2 by 30\.0 cm/);
  await expect(page.locator('[data-stage="hang"] .state')).toHaveText('2 conflicts');
  await page.locator('[data-spread]').click();
  await expect(page.locator('[data-conflict]')).toHaveCount(0);
  // Off the line and back to it.
  await type(page, 'Bottom, up from floor', '70');
  await page.locator('[data-to-level]').click();
  await expect(bottom).toHaveValue('92.0');
  await page.locator('[data-mirror]').click();
  await face(page, 'H');
  await expect(shown(page).first()).toBeVisible();
  await face(page, 'B');
  await page.locator('[data-row]').first().click();
  await page.getByLabel('Locked: laying out leaves it here').click();
  await expect(page.locator('.piece.locked')).toHaveCount(1);
  await expect(edge).toHaveCount(0);
  await page.getByLabel('It is up').click();
  await expect(page.locator('.piece.hung')).toHaveCount(1);
});

test('a piece is dragged and catches on the middle line', async ({ page }) => {
  await openHang(page);
  await page.locator('[data-afresh]').click();
  await expect(page.locator('[data-stage="hang"] .state')).toHaveText('5 of 8 placed');
  await part(page, 'piece');
  await face(page, 'B');
  const piece = shown(page).last();
  const box = (await piece.locator('rect').boundingBox())!;
  const line = (await page.locator('.elevation .middle').boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x - 20, y, { steps: 4 });
  await page.mouse.move(line.x + line.width / 2 + 4, y, { steps: 4 });
  await expect(page.locator('.caught').first()).toBeAttached();
  await page.mouse.up();
  // 60 cm wide, its middle on the line.
  await expect(page.locator('[data-chosen-piece] .tapes b').first()).toHaveText('30.0 cm left');
  await expect(page.locator('.caught')).toHaveCount(0);
});

test('in inches, by tops, with another gap; an empty room says what to do first', async ({ page }) => {
  await openHang(page);
  await page.getByRole('button', { name: /^Units of length/ }).click();
  await part(page, 'line');
  await page.locator('.row', { hasText: 'In line are' }).locator('.v-field').first().click();
  await page.getByRole('option', { name: 'their tops' }).click();
  await page.locator('[data-afresh]').click();
  await expect(page.locator('[data-stage="hang"] .state')).toHaveText(/^[45] of 8 placed$/);
  await part(page, 'piece');
  await face(page, 'B');
  await shown(page).first().focus();
  await expect(page.locator('[data-chosen-piece] .tapes')).not.toContainText(' cm');
  await expect(page.locator('[data-chosen-piece] .tapes')).toContainText('′');
  await page.goto('/demo/signal-cabin');
  await settled(page);
  await stage(page, 'hang');
  await expect(page.locator('[data-next]')).toContainText('Nothing is decided yet');
  await expect(page.locator('[data-lay-out]')).toHaveCount(0);
});

test('the hanging sheet says every edge from the middle line, on the page and as PDF read by another reader', async ({
  page,
}) => {
  await openHang(page);
  await page.locator('[data-afresh]').click();
  await expect(page.locator('[data-stage="hang"] .state')).toHaveText('5 of 8 placed');
  await page.locator('[data-hanging-sheet]').click();
  await expect(page.locator('[data-hanging]')).toHaveCount(3);
  await expect(page.locator('[data-hanging="B"] [data-hanging-row]').first()).toContainText('153.9 cm left');
  await expect(page.locator('[data-hanging="B"] [data-laser]')).toContainText('20.0 cm right');
  const [file] = await Promise.all([page.waitForEvent('download'), page.locator('[data-pdf]').click()]);
  const pdf = await getDocumentProxy(new Uint8Array(readFileSync(await file.path())));
  const { text } = await extractText(pdf, { mergePages: true });
  for (const words of [
    'Hanging sheet: Bakehouse',
    'Right wall (B)',
    'B1',
    '153.9 cm left',
    '92.0 cm',
    'ceiling 2',
    '1 : 50',
  ])
    expect(text.replace(/\s+/g, ' ')).toContain(words);
});
