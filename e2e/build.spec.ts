/** Build: from the chosen answer to a list under its budget, other stock, an offcut, and a batch ticked off on the phone. */
import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import ICAL from 'ical.js';
import read from 'read-excel-file/node';
import { extractText, getDocumentProxy } from 'unpdf';
import { choose, field, openDemo, part, stage } from './rig';

async function openBuild(page: Page): Promise<void> {
  await openDemo(page);
  await stage(page, 'build');
  // Prices of timber are there once it is planned.
  await expect(page.locator('[data-buy^="Timber"]').first()).toContainText('240.0 cm long');
}
const total = async (page: Page) => Number.parseFloat(await page.locator('[data-buy-total]').innerText());
async function taken(page: Page, what: string): Promise<string> {
  await page.locator('[data-build-files]').click();
  const [file] = await Promise.all([page.waitForEvent('download'), page.locator(`[data-take="${what}"]`).click()]);
  return await file.path();
}

test('a list under its budget, two bars from a rest in hand, and another length that saves', async ({ page }) => {
  await openBuild(page);
  const before = await total(page);
  expect(before).toBeGreaterThan(200);
  await expect(page.locator('[data-budget-left]')).toHaveText(/^[1-9]\d* EUR$/);
  // Two rests of 1.25 m give a stile each.
  await part(page, 'cut');
  await expect(page.locator('[data-plan-sentence="bar"]').last()).toContainText('2 of them in hand already');
  await expect(page.locator('[data-bar]').filter({ hasText: 'in hand' })).toHaveCount(1);
  await part(page, 'buy');
  const other = page.locator('[data-other-stock="bar-300"]').first();
  const saves = Number(await other.locator('td').nth(3).innerText());
  const now = Number(await other.locator('td').nth(2).innerText());
  expect(saves).not.toBe(0);
  await other.getByRole('button', { name: 'Use it' }).click();
  await expect(page.locator('[data-buy^="Timber"]').first()).toContainText('300.0 cm long');
  // What it said it would cost is what it costs, both sections together.
  await expect(page.locator('[data-buy^="Timber"]')).toHaveCount(2);
  const costs = await page.locator('[data-buy^="Timber"] td:nth-child(4)').allInnerTexts();
  expect(costs.map(Number).reduce((a, b) => a + b, 0)).toBeCloseTo(now, 2);
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-buy-total]')).toHaveText(`${before} EUR`);
  // Ready made it leaves the list, with its price instead.
  await field(page, 'Price of one ready made').fill('80');
  await page.keyboard.press('Enter');
  await page.getByRole('checkbox', { name: /^Buy .* ready made$/ }).check();
  await expect(page.locator('[data-buy-total]')).toHaveText('640 EUR');
  await expect(page.locator('[data-buy^="Timber"]')).toHaveCount(0);
});

test('bought it is in hand; a batch ticked off on the phone uses it and keeps its offcuts', async ({ page }) => {
  await openBuild(page);
  await page.locator('[data-bought]').click();
  await field(page, 'Paid for it').fill('300');
  await page.locator('[data-bought-do]').click();
  await expect(page.locator('[data-buy^="Timber"]')).toHaveCount(0);
  await expect(page.getByRole('table', { name: 'Paid so far' })).toContainText('300.00');
  await part(page, 'cut');
  await expect(page.getByRole('table', { name: 'In hand' })).toContainText('Timber');
  await page.setViewportSize({ width: 390, height: 844 });
  await part(page, 'work');
  const batch = page.locator('[data-batch="1"]');
  await expect(batch.locator('li').first()).toContainText('bought');
  await batch.getByLabel('Cut', { exact: true }).check();
  await expect(batch.locator('li').first()).toContainText(/\bcut$/);
  await expect(batch.locator('[data-step="cut"]')).toContainText('done');
  for (const step of ['Join frames', 'Fill', 'Cover with cloth']) await batch.getByLabel(step, { exact: true }).check();
  await expect(batch.locator('li').first()).toContainText('built');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await page.setViewportSize({ width: 1280, height: 800 });
  await part(page, 'cut');
  // What is left to cut comes from what is in hand: nothing is bought for it.
  for (const sentence of await page.locator('[data-plan-sentence="bar"]').allInnerTexts())
    expect(sentence).toContain('in hand already');
  await part(page, 'buy');
  await expect(page.locator('[data-buy^="Timber"]')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await part(page, 'work');
  await expect(batch.locator('li').first()).toContainText(/\bcut$/);
});

test('spreadsheet, sheets, labels and calendar say what the screen says, read by others', async ({ page }) => {
  await openBuild(page);
  const sum = await total(page);
  const sheets = await read(await taken(page, 'xlsx'));
  expect(sheets.map((s) => s.sheet)).toEqual(['To buy', 'Parts', 'Cutting', 'Work']);
  const [buy, parts] = sheets.map((s) => s.data);
  expect(Math.round(Number(buy!.at(-1)![3]))).toBe(sum);
  expect(parts!.slice(1).map((r) => r[0])).toContain('A1');
  const pdf = await getDocumentProxy(new Uint8Array(readFileSync(await taken(page, 'pdf-A4'))));
  const { text } = await extractText(pdf, { mergePages: true });
  expect(text).toMatch(/To buy/);
  expect(text).toMatch(/A1 stile/);
  expect(text).toMatch(/no way to cut them costs less/);
  expect(text).toMatch(/licensed\s+trades/);
  const labels = await getDocumentProxy(new Uint8Array(readFileSync(await taken(page, 'labels-LETTER'))));
  expect((await labels.getPage(1)).view.slice(2).map(Math.round)).toEqual([612, 792]);
  expect((await extractText(labels, { mergePages: true })).text).toMatch(/this edge up/);
  // Without a first day there is no calendar: it says where to tell one.
  await page.locator('[data-build-files]').click();
  await page.locator('[data-take="ics"]').click();
  await page.locator('[data-start]').fill('2026-12-05');
  await page.locator('[data-start]').blur();
  await expect(page.locator('[data-batch="1"] [data-step="cut"]')).toContainText('2026-12-05');
  const calendar = new ICAL.Component(ICAL.parse(readFileSync(await taken(page, 'ics'), 'utf8')) as never[]);
  const [first] = calendar.getAllSubcomponents('vevent').map((e) => new ICAL.Event(e));
  expect([first!.summary, first!.startDate.toString()]).toEqual(['Bakehouse: batch 1, cut', '2026-12-05T09:00:00']);
});

test('the catalogue goes out and comes in as a table; what cannot be read is told row by row', async ({ page }) => {
  await openBuild(page);
  await part(page, 'shop');
  await page.locator('[data-catalogue-file]').setInputFiles({
    name: 'shop.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('name;sort;length cm;price\nLong bars;bar;400;8,50\nOdd;plank;1;1\nShort;bar;0,5;1\n'),
  });
  await expect(page.getByRole('table', { name: 'Catalogue' })).toContainText('Long bars, 400.0 cm long');
  const told = page.locator('[data-table-problems]');
  await expect(told).toContainText('Row 3: sort: expected one of bar');
  await expect(told).toContainText('Row 4: length: expected a number from 2 to 10000, found "0,5"');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Spreadsheet', exact: true }).click(),
  ]);
  const [sheet] = await read(await file.path());
  expect(sheet!.data.find((r) => r[1] === 'Long bars')).toEqual(
    expect.arrayContaining(['Long bars', 'bar', 4000, 8.5, 'yes']),
  );
  // The same file read again changes nothing.
  await page.locator('[data-catalogue-file]').setInputFiles({
    name: 'again.xlsx',
    mimeType: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    buffer: readFileSync(await file.path()),
  });
  await expect(page.getByText(/wares read from again\.xlsx\./)).toBeVisible();
  await expect(told).toHaveCount(0);
  // Chosen, it can be changed; the plan follows.
  await page.locator('tr', { hasText: 'Long bars' }).getByRole('button').click();
  await field(page, 'Price').fill('4');
  await page.keyboard.press('Enter');
  await part(page, 'buy');
  await expect(page.locator('[data-buy^="Timber"]').first()).toContainText('400.0 cm long');
});

test('pieces are drawn from their parts; another joint changes the lengths cut', async ({ page }) => {
  await openBuild(page);
  await part(page, 'pieces');
  await expect(page.getByRole('img', { name: /taken apart/ })).toBeVisible();
  const rail = page.locator('[data-part]').filter({ hasText: 'A2 rail' });
  await expect(rail).toContainText('56.4 cm');
  await choose(page, 'Corners', /Mitred/);
  await expect(rail).toContainText('60.0 cm');
  await expect(rail).toContainText('ends at 45°');
  await page.locator('[data-piece-row="C"]').click();
  await expect(page.getByRole('heading', { name: /^C:/ })).toBeVisible();
});
