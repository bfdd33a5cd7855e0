/** Hang: laid out in one action, moved by hand, keyboard and tape, mirrored, told what is in the way, and undone as one step. */
import { readFileSync, writeFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { extractText, getDocumentProxy } from 'unpdf';
import { countMoves, counting } from './pageWork';
import { choose, field, openDemo, openFile, part, settled, stage, type } from './rig';

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
  await expect(rule).toHaveText('6 of 8 placed');
  const left = page.locator('[data-unplaced]');
  await expect(left).toHaveCount(2);
  await expect(left.first()).toContainText('rear wall');
  await expect(left.first()).toContainText('without Sofa there: all of them');
  // The other of the two lies over the sofa.
  await expect(left.first()).toContainText(/longest free stretch of the row is 48\.0 cm/);
  await page.keyboard.press('Control+z');
  await expect(rule).toHaveText('2 of 8 placed');
  // A way out is taken: decided for the front wall instead, and laid out there.
  await page.locator('[data-afresh]').click();
  await left.first().getByText('on the front wall: all of them').getByRole('button', { name: 'Do that' }).click();
  await expect(rule).toHaveText('7 of 8 placed');
  await face(page, 'A');
  await expect(shown(page)).toHaveCount(1);
});

test('a piece is moved off its mark and the verdict says so; it is mirrored, levelled, spread, locked and put up', async ({
  page,
}) => {
  await openHang(page);
  await page.locator('[data-afresh]').click();
  await expect(page.locator('[data-stage="hang"] .state')).toHaveText('6 of 8 placed');
  await part(page, 'piece');
  await face(page, 'B');
  await shown(page).first().focus();
  await expect(page.locator('[data-chosen-piece] h2')).toContainText('B1');
  const edge = field(page, 'Left edge, right of the middle line');
  const bottom = field(page, 'Bottom, up from floor');
  await expect(edge).toHaveValue('-153.9');
  const marks = page.locator('[data-stage="marks"] .state');
  const covered = await marks.innerText();
  // By keyboard, 10 cm a step, off the mark: at one moment of the clock, so that they follow quickly on a slow machine too.
  await page.clock.setFixedTime(new Date());
  for (let i = 0; i < 6; i++) await page.keyboard.press('Shift+ArrowLeft');
  await expect(edge).toHaveValue('-213.9');
  await expect(marks).not.toHaveText(covered);
  await page.keyboard.press('Control+z');
  await expect(edge).toHaveValue('-153.9');
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
  await expect(page.locator('[data-stage="hang"] .state')).toHaveText('6 of 8 placed');
  await part(page, 'piece');
  await face(page, 'B');
  const piece = shown(page).last();
  const box = (await piece.locator('rect').boundingBox())!;
  const line = (await page.locator('.elevation .middle').boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x - 20, y, { steps: 4 });
  // From the left: 3 cm right of the line stands a stud, which would hold it too.
  await page.mouse.move(line.x + line.width / 2 - 4, y, { steps: 4 });
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
  await expect(page.locator('[data-stage="hang"] .state')).toHaveText(/^[456] of 8 placed$/);
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

test('a second row, walls by a school, and a window plug: what had no place has one', async ({ page }) => {
  await openHang(page);
  const rule = page.locator('[data-stage="hang"] .state');
  await page.locator('[data-afresh]').click();
  await expect(rule).toHaveText('6 of 8 placed');
  await part(page, 'line');
  await page.getByLabel('A second row where the first is full').click();
  await page.locator('[data-afresh]').click();
  await expect(rule).toHaveText('7 of 8 placed');
  await part(page, 'line');
  await choose(page, 'The others go to', 'every wall in like part');
  await page.locator('[data-afresh]').click();
  await expect(rule).toHaveText('8 of 8 placed');
  await face(page, 'A');
  await part(page, 'piece');
  await page.locator('[data-window]').getByRole('button', { name: 'Plug it' }).click();
  await page.getByText('Window plug 10 cm').click();
  await expect(rule).toHaveText('9 of 9 placed');
  await expect(page.locator('[data-chosen-piece] h2')).toContainText('Window plug 10 cm');
  await expect(page.locator('[data-conflict]')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(rule).toHaveText('8 of 8 placed');
});

test('the hanging sheet says every edge from the middle line, on the page and as PDF read by another reader', async ({
  page,
}) => {
  await openHang(page);
  await page.locator('[data-afresh]').click();
  await expect(page.locator('[data-stage="hang"] .state')).toHaveText('6 of 8 placed');
  await page.locator('[data-hanging-sheet]').click();
  await expect(page.locator('[data-hanging]')).toHaveCount(4);
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

test('what holds a piece: every fixing by tape and by what it goes into; another way of hanging; the ceiling’s eyes', async ({
  page,
}) => {
  await openHang(page);
  await page.locator('[data-afresh]').click();
  await expect(page.locator('[data-stage="hang"] .state')).toHaveText('6 of 8 placed');
  await part(page, 'fixings');
  await face(page, 'B');
  await shown(page).first().focus();
  const hold = page.locator('[data-hold]');
  await expect(hold.locator('h2')).toHaveText('B1 hangs on a cleat');
  await expect(hold.locator('[data-fixing]')).toHaveCount(3);
  // A stud stands 150 cm along the wall of 634 cm: 117 cm left of its middle.
  const stud = hold.locator('[data-fixing]', { hasText: '; stud' });
  await expect(stud).toContainText('117.0 cm left');
  await expect(stud).toContainText('wood screw, 160 mm long');
  await expect(page.locator('.elevation [data-point]')).toHaveCount(6);
  await hold.locator('.v-field').click();
  await page.getByRole('option', { name: 'on hooks and wire' }).click();
  await expect(hold.locator('h2')).toHaveText('B1 hangs on hooks and wire');
  await shown(page).first().focus();
  await page.keyboard.press('Control+z');
  await expect(hold.locator('h2')).toHaveText('B1 hangs on a cleat');
  await face(page, 'ceiling');
  await shown(page).first().focus();
  await expect(hold.locator('h2')).toHaveText('Ceiling 1 hangs on angle brackets');
  await expect(hold.locator('[data-fixing]', { hasText: 'safety line' })).toContainText('joist');
  await expect(page.locator('[data-overhead]')).toContainText(/1\d kg hang from the ceiling/);
  await page.getByRole('button', { name: 'Hanging sheet' }).click();
  await expect(page.locator('[data-hanging="B"] [data-fixing-row]')).toHaveCount(6);
});

test('on site, on a phone: one piece at a time, hung elsewhere, what it still covers, taken back', async ({ page }) => {
  await openHang(page);
  await page.locator('[data-afresh]').click();
  await expect(page.locator('[data-stage="hang"] .state')).toHaveText('6 of 8 placed');
  await page.locator('[data-site-hang]').click();
  await page.setViewportSize({ width: 390, height: 844 });
  const where = page.locator('[data-site-where]');
  await expect(where).toContainText('1 of 6');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await expect(page.locator('.figure').first()).toHaveText(/153\.9\s*cm left/);
  await expect(page.locator('[data-site-fixing]')).toHaveCount(3);
  await page.locator('[data-found-at]').click();
  const low = page.getByRole('textbox', { name: 'Lower edge, up from floor' });
  await low.fill('90');
  await low.press('Enter');
  await expect(page.locator('[data-off]')).toHaveText('B1 hangs 2.0 cm lower than meant: still covers its mark.');
  await expect(where).toContainText('1 done');
  const left = page.getByRole('textbox', { name: 'Left edge, right of the middle' });
  await left.fill('-120');
  await left.press('Enter');
  await expect(page.locator('[data-off]')).toContainText('no longer covers L');
  // A photograph of it, and a file that is none is told.
  const refused = page.locator('[data-photo-refused]');
  const file = page.locator('[data-photo-file]');
  await file.setInputFiles({ name: 'note.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') });
  await expect(refused).toHaveText('“note.jpg” is no picture this browser can read.');
  await file.setInputFiles({ name: 'wall.png', mimeType: 'image/png', buffer: await page.screenshot() });
  await expect(page.locator('[data-photo]')).toHaveCount(1);
  await expect(refused).toHaveCount(0);
  // Taken off again it goes back to where it was meant.
  await page.locator('[data-done]').click();
  await expect(where).toContainText('0 done');
  await expect(page.locator('.figure').first()).toHaveText(/153\.9\s*cm left/);
  await expect(page.locator('[data-off]')).toHaveCount(0);
  await page.locator('[data-done]').click();
  await expect(where).toContainText('2 of 6');
  await page.getByRole('button', { name: 'Marks', exact: true }).click();
  await expect(page.locator('[data-site-mark]')).toBeVisible();
  // The first piece has its photograph still; removed it is gone.
  await page.getByRole('button', { name: 'Pieces', exact: true }).click();
  await page.getByRole('button', { name: 'Previous piece' }).click();
  await page.locator('[data-photo]').click();
  await page.locator('[data-photo-remove]').click();
  await expect(page.locator('[data-photo]')).toHaveCount(0);
});

test('at 1 : 1: faces as DXF, and sheets to mark fixings through in the size of the paper', async ({ page }) => {
  await openHang(page);
  await page.locator('[data-afresh]').click();
  await expect(page.locator('[data-stage="hang"] .state')).toHaveText('6 of 8 placed');
  await page.locator('[data-hanging-sheet]').click();
  const take = async (what: string) => {
    await page.locator('[data-at-size]').click();
    const [file] = await Promise.all([page.waitForEvent('download'), page.locator(`[data-take="${what}"]`).click()]);
    return file;
  };
  const dxf = await take('dxf');
  expect(dxf.suggestedFilename()).toBe('bakehouse-hanging.dxf');
  expect(readFileSync(await dxf.path(), 'utf8')).toContain('FIXINGS');
  const tiles = await take('tiles');
  const pdf = await getDocumentProxy(new Uint8Array(readFileSync(await tiles.path())));
  const { text } = await extractText(pdf, { mergePages: true });
  expect(text.replace(/\s+/g, ' ')).toContain('B1, sheet 1 of');
  expect(pdf.numPages).toBeGreaterThan(4);
  // A4 in points; what is drawn 190 mm wide stays so.
  const { width, height } = (await pdf.getPage(1)).getViewport({ scale: 1 });
  expect([Math.round(width), Math.round(height)]).toEqual([595, 842]);
  const pages = new Set((text.match(/[\w ]+, sheet \d+ of \d+/g) ?? []).map((t) => t.trim()));
  expect(pages.size).toBe(pdf.numPages);
});

test('several pieces at once: chosen by Shift, moved together, brought into line, one step back', async ({ page }) => {
  await openHang(page);
  await page.locator('[data-afresh]').click();
  await expect(page.locator('[data-stage="hang"] .state')).toHaveText('6 of 8 placed');
  await part(page, 'piece');
  await face(page, 'B');
  const rect = (i: number) => shown(page).nth(i).locator('rect');
  await rect(0).click();
  await rect(1).click({ modifiers: ['Shift'] });
  const group = page.locator('[data-group]');
  await expect(group.locator('h2')).toHaveText('2 pieces');
  await expect(page.locator('.piece.also')).toHaveCount(1);
  const at = async () => (await Promise.all([rect(0).boundingBox(), rect(1).boundingBox()])).map((b) => b!);
  const before = await at();
  await shown(page).first().focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(async () => (await at())[0]!.x).toBeGreaterThan(before[0]!.x + 5);
  const after = await at();
  expect(after[0]!.x - before[0]!.x).toBeCloseTo(after[1]!.x - before[1]!.x, 1);
  await page.locator('[data-in-line="tops"]').click();
  await expect.poll(async () => (await at()).map((b) => b.y)).toEqual([after[0]!.y, after[0]!.y]);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect.poll(at).toEqual(before);
  // By keyboard too: the space bar takes one out and adds it.
  await shown(page).nth(1).focus();
  await page.keyboard.press(' ');
  await expect(page.locator('[data-chosen-piece] h2')).toContainText('B1');
  await page.keyboard.press(' ');
  await expect(group.locator('h2')).toHaveText('2 pieces');
  await group.getByLabel('Locked: laying out leaves them here').click();
  await expect(page.locator('.piece.locked')).toHaveCount(2);
});

/** The Bakehouse with ten tiles on each of four faces. */
function fortyTiles(): string {
  const path = new URL('../demo/bakehouse.tawny.json', import.meta.url);
  const project = JSON.parse(readFileSync(path, 'utf8')) as { treatment: { pieces: object[] } };
  project.treatment.pieces = ['A', 'B', 'C', 'ceiling'].flatMap((face) =>
    Array.from({ length: 10 }, (_, i) => ({
      id: `${face}-${i}`,
      name: `Tile ${i + 1}`,
      recipe: 'panel-5',
      place: {
        kind: 'at',
        face,
        u: 0.15 + 0.36 * (i % 5),
        v: (face === 'ceiling' ? 0.4 : 0.6) + 0.8 * Math.floor(i / 5),
        width: 0.3,
        height: 0.6,
        turnDeg: 0,
        tiltDeg: 0,
      },
      state: 'laid-out',
      dates: { decided: null, laidOut: null, hung: null },
      covers: [],
      locked: false,
      meant: null,
      note: '',
    })),
  );
  return JSON.stringify({ ...project, id: 'forty-tiles', name: 'Forty tiles' });
}

test('one of forty pieces is dragged: it follows, asks no worker anything, and lays the page out once a move', async ({
  page,
}, info) => {
  const path = info.outputPath('forty.tawny.json');
  writeFileSync(path, fortyTiles());
  await counting(page);
  await openDemo(page);
  await openFile(page, path);
  await settled(page);
  await stage(page, 'hang');
  await face(page, 'C');
  await expect(shown(page)).toHaveCount(10);
  const box = (await shown(page).first().locator('rect').boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 4, y, { steps: 4 });
  await countMoves(page, 'Dragging one of forty pieces', (i) => page.mouse.move(x + 5 + (i % 9), y + 3 + (i % 5)));
  await page.mouse.up();
  await expect(page.getByRole('button', { name: /^Undo/ })).toBeEnabled();
});
