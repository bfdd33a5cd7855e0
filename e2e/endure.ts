/**
 * npm run endure, second part: pages left, browsers killed and two tabs, in numbers. Prints what came of them. ENDURE scales the
 * numbers (1: all).
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, expect, type Page, test } from '@playwright/test';
import { BASE, shared } from './browser';
import { field, openPlain, settled, stage } from './rig';

const many = (count: number) => Math.max(1, Math.round(count * Number(process.env.ENDURE ?? 1)));
const row = (name: string, tried: number, came: string) => process.stdout.write(`| ${name} | ${tried} | ${came} |\n`);
const WIDTH = 'Width, wall D to wall B';
const width = async (page: Page) => Number(await field(page, WIDTH).inputValue());

for (const way of ['reload', 'elsewhere', 'close'] as const) {
  test(`left right after an edit: ${way}`, async ({ page, context }) => {
    test.setTimeout(0);
    await openPlain(page);
    await stage(page, 'survey');
    const tried = many(50);
    let lost = 0;
    let at = page;
    for (let i = 0; i < tried; i++) {
      await field(at, WIDTH).press(i % 40 < 20 ? 'ArrowUp' : 'ArrowDown');
      const left = await width(at);
      if (way === 'reload') await at.reload();
      else {
        if (way === 'close') {
          await at.close();
          at = await context.newPage();
        } else await at.goto('about:blank');
        await at.goto('/survey');
      }
      await expect(field(at, WIDTH)).toBeVisible();
      if ((await width(at)) !== left) lost += 1;
    }
    row(`left right after an edit: ${way}`, tried, `${lost} edits lost`);
    expect(lost).toBe(0);
  });
}

test('browser killed while it saves', async () => {
  test.setTimeout(0);
  const folder = mkdtempSync(join(tmpdir(), 'tawny-endure-'));
  const open = async () => {
    const context = await chromium.launchPersistentContext(folder, {
      ...shared.use?.launchOptions,
      viewport: { width: 1280, height: 800 },
    });
    return { context, page: context.pages()[0] ?? (await context.newPage()) };
  };
  const tried = many(200);
  let [whole, behind, most] = [0, 0, 0];
  let { context, page } = await open();
  await page.goto(`${BASE}/demo/bakehouse`);
  await settled(page);
  for (let i = 0; i < tried; i++) {
    await page.goto(`${BASE}/survey`);
    await expect(field(page, 'Height')).toBeVisible();
    const start = Number(await field(page, 'Height').inputValue());
    const by = start < 300 ? 'ArrowUp' : 'ArrowDown';
    const steps = 1 + (i % 9);
    for (let k = 0; k < steps; k++) await field(page, 'Height').press(by);
    const left = Number(await field(page, 'Height').inputValue());
    // In the midst of it: the write begins a third of a second after the last edit.
    await page.waitForTimeout((i * 37) % 500);
    execFileSync('pkill', ['-9', '-f', folder]);
    await context.close().catch(() => {});
    ({ context, page } = await open());
    await page.goto(`${BASE}/survey`);
    await settled(page);
    const found = Number(await field(page, 'Height').inputValue());
    const lost = Math.abs(found - left);
    if (Math.min(start, left) <= found && found <= Math.max(start, left)) whole += 1;
    if (lost > 0.01) behind += 1;
    most = Math.max(most, lost);
  }
  await context.close();
  rmSync(folder, { recursive: true, force: true });
  row(
    'browser killed while it saves',
    tried,
    `${whole} whole states; in ${behind} the last edits were not on disk yet, ${most.toFixed(0)} steps at most`,
  );
  expect(whole).toBe(tried);
});

test('two tabs at once', async ({ page, context }) => {
  test.setTimeout(0);
  await openPlain(page);
  await stage(page, 'survey');
  const other = await context.newPage();
  await other.goto('/survey');
  await settled(other);
  const tried = many(60);
  let lost = 0;
  for (let i = 0; i < tried; i++) {
    const up = i % 40 < 20 ? 'ArrowUp' : 'ArrowDown';
    const [w, h] = [await width(page), Number(await field(other, 'Height').inputValue())];
    await Promise.all([field(page, WIDTH).press(up), field(other, 'Height').press(up)]);
    const step = up === 'ArrowUp' ? 1 : -1;
    const wanted = [(w + step).toFixed(1), (h + step).toFixed(1)];
    for (const tab of [page, other]) {
      const both = async () => [await field(tab, WIDTH).inputValue(), await field(tab, 'Height').inputValue()];
      await expect
        .poll(both, { timeout: 10_000 })
        .toEqual(wanted)
        .catch(() => (lost += 1));
    }
  }
  row('edits in two tabs within one moment, seen in both', 2 * tried, `${lost} lost`);
  expect(lost).toBe(0);
});
