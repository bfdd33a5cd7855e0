/** Broken and foreign files: a sentence with the place, and the stored project as it was. */
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect, type Page, test } from '@playwright/test';
import { escapeFrom, openDemo } from './rig';

const demo = readFileSync(fileURLToPath(new URL('../demo/bakehouse.tawny.json', import.meta.url)), 'utf8');

function stored(page: Page): Promise<string> {
  return page.evaluate(
    () =>
      new Promise<string>((resolve, reject) => {
        const open = indexedDB.open('tawny-hall');
        open.onerror = () => reject(new Error('no database'));
        open.onsuccess = () => {
          const all = open.result.transaction('projects').objectStore('projects').getAll();
          all.onsuccess = () => {
            open.result.close();
            resolve(JSON.stringify(all.result));
          };
        };
      }),
  );
}

function spoiled(change: (document: Record<string, Record<string, unknown>> & { version: unknown }) => void): string {
  const document = JSON.parse(demo) as Parameters<typeof change>[0];
  change(document);
  return JSON.stringify(document);
}

const CASES: [name: string, content: () => string | Buffer, sentence: RegExp][] = [
  ['truncated', () => demo.slice(0, 900), /line \d+, column \d+.*ends too early/],
  ['a wrong version', () => spoiled((d) => (d.version = 42)), /version.*version 42 was written by a newer Tawny Hall/],
  ['wrong types', () => spoiled((d) => (d.room!.height = 'tall')), /room\.height.*expected a number, found "tall"/],
  ['someone else’s file', () => '{"name": "shopping", "items": []}', /not a Tawny Hall project/],
  ['an empty file', () => '', /the file is empty/],
];

test('broken files leave the stored project untouched', async ({ page }, info) => {
  await openDemo(page);
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
  await page.waitForTimeout(600);
  const before = await stored(page);
  expect(before).toContain('Bakehouse');
  const noise = info.outputPath('noise.tawny.json');
  const bytes = Buffer.alloc(50 * 1024 * 1024);
  for (let i = 0; i < bytes.length; i += 4) bytes.writeUInt32LE((i * 2654435761) >>> 0, i);
  writeFileSync(noise, bytes);

  const refuse = async (file: Parameters<ReturnType<Page['locator']>['setInputFiles']>[0], sentence: RegExp) => {
    await page.getByRole('button', { name: 'Projects' }).click();
    await page.locator('[data-file]').setInputFiles(file);
    const refusal = page.locator('[data-refusal]');
    await expect(refusal).toBeVisible();
    await expect(refusal).toContainText('was not opened');
    await expect(refusal).toContainText(sentence);
    await expect(refusal).toContainText('“Bakehouse” is as it was.');
    await refusal.getByRole('button', { name: 'Close' }).click();
    await expect(refusal).toBeHidden();
    // The projects box is still open under it.
    await escapeFrom(page, page.getByRole('dialog'));
    await expect(page.locator('[data-project-name]')).toHaveText('Bakehouse');
    expect(await stored(page)).toBe(before);
  };
  for (const [name, content, sentence] of CASES) {
    await refuse({ name: `${name}.json`, mimeType: 'application/json', buffer: Buffer.from(content()) }, sentence);
  }
  await refuse(noise, /holds 50 MB/);
});

test('a good file may be dropped anywhere', async ({ page }) => {
  await openDemo(page);
  const text = spoiled((d) => ((d as Record<string, unknown>).name = 'Dropped room'));
  const transfer = await page.evaluateHandle((content) => {
    const data = new DataTransfer();
    data.items.add(new File([content], 'dropped.tawny.json', { type: 'application/json' }));
    return data;
  }, text);
  await page.dispatchEvent('.v-application', 'drop', { dataTransfer: transfer });
  await expect(page.locator('[data-project-name]')).toHaveText('Dropped room');
});
