/** The report and the drawing set, opened by independent readers: text, pages, bookmarks, letters; the page offline. */
import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { extractText, getDocumentProxy } from 'unpdf';
import { measure, openDemo, openRoom, settled, stage } from './rig';

async function openReport(page: Page): Promise<void> {
  await stage(page, 'signoff');
  await page.getByRole('button', { name: 'Report', exact: true }).click();
  await expect(page.locator('[data-report]')).toBeVisible();
  await expect(page.locator('[data-report-pending]')).toContainText('Everything is worked out', { timeout: 180_000 });
}
async function taken(page: Page, what: string): Promise<string> {
  const [file] = await Promise.all([page.waitForEvent('download'), page.locator(`[${what}]`).click()]);
  return file.path();
}
/** Every font is in the file, as a subset. */
function letters(bytes: Buffer): { embedded: number; named: number } {
  const text = bytes.toString('latin1');
  return {
    embedded: text.match(/\/FontFile[23]?\b/g)?.length ?? 0,
    named: text.match(/\/Type \/FontDescriptor/g)?.length ?? 0,
  };
}

test('the report of the Bakehouse as PDF and as a page, and its drawing set', async ({ page, browser }) => {
  await openDemo(page);
  await openReport(page);
  const decay = await measure(page, 'decay');
  const bytes = readFileSync(await taken(page, 'data-report-pdf'));
  const pdf = await getDocumentProxy(new Uint8Array(bytes));
  const { text } = await extractText(pdf, { mergePages: true });
  for (const said of [
    'Verdict against the brief',
    'Of 9 wishes',
    `${decay.toFixed(2)} s`,
    'Bare room, left',
    'Before anything went up',
    'Wear gloves',
  ])
    expect(text).toContain(said);
  const outline = (await pdf.getOutline()) as { title: string }[];
  expect(outline.map((o) => o.title)).toEqual(await page.locator('[data-report] h3').allInnerTexts());
  // A cover and each part on a page of its own at least.
  expect(pdf.numPages).toBeGreaterThan(outline.length);
  const { embedded, named } = letters(bytes);
  expect(named).toBeGreaterThan(0);
  expect(embedded).toBe(named);

  // Parts left out are in no file; the other paper is another size.
  await page.locator('[data-report-part="log"]').uncheck();
  await page.getByRole('button', { name: 'Letter' }).click();
  const shorter = await getDocumentProxy(new Uint8Array(readFileSync(await taken(page, 'data-report-pdf'))));
  expect(((await shorter.getOutline()) as { title: string }[]).map((o) => o.title)).not.toContain('Log');
  expect((await shorter.getPage(1)).view.slice(2).map(Math.round)).toEqual([612, 792]);

  const html = await taken(page, 'data-report-html');
  const reader = await browser.newContext({ offline: true });
  const alone = await reader.newPage();
  const wanted: string[] = [];
  alone.on('request', (r) => wanted.push(r.url()));
  await alone.goto(`data:text/html;base64,${readFileSync(html).toString('base64')}`);
  await expect(alone.getByRole('heading', { level: 1 })).toHaveText('Bakehouse');
  await expect(alone.getByRole('heading', { level: 2, name: 'Decay' })).toBeVisible();
  await expect(alone.locator('section')).toHaveCount(12);
  expect(
    await alone.evaluate(() => document.fonts.ready.then(() => document.fonts.check('700 20px Commissioner'))),
  ).toBe(true);
  expect(wanted.filter((u) => !u.startsWith('data:'))).toEqual([]);
  // Printed from a browser it is tagged and has its bookmarks.
  const printed = await getDocumentProxy(
    new Uint8Array(await alone.pdf({ tagged: true, outline: true, format: 'A4' })),
  );
  expect(await printed.getMarkInfo()).toMatchObject({ Marked: true });
  expect(JSON.stringify(await printed.getOutline())).toContain('Measurements, before and after');
  await reader.close();

  await page.locator('[data-revision]').fill('B2');
  const set = await getDocumentProxy(new Uint8Array(readFileSync(await taken(page, 'data-drawings'))));
  const drawings = await extractText(set, { mergePages: false });
  expect(drawings.text[0]).toMatch(/Plan.*1 : \d+.*B2.*1 of \d+/s);
  expect(drawings.text.some((t) => t.includes('Section across at the head'))).toBe(true);
  expect(drawings.text.some((t) => t.includes('Reflected ceiling'))).toBe(true);
  const [, , wide, high] = (await set.getPage(1)).view;
  expect(wide!).toBeGreaterThan(high!);
});

test('a room in which nothing is measured, and a report taken while it is still worked out', async ({ page }) => {
  await openRoom(page, 'signal-cabin', 'signoff');
  await settled(page);
  await openReport(page);
  await expect(page.locator('[data-part="measured"]')).toContainText('Nothing was measured');
  await expect(page.locator('[data-part="plan"]')).toContainText('Nothing is decided yet');
  const { text } = await extractText(
    await getDocumentProxy(new Uint8Array(readFileSync(await taken(page, 'data-report-pdf')))),
    {
      mergePages: true,
    },
  );
  expect(text).toContain('everything in this report is predicted');
});
