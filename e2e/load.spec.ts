/** What is fetched before the first figures of the demo are on the screen, and what comes after. */
import { existsSync, readFileSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect, test } from '@playwright/test';

const dist = (path: string) => fileURLToPath(new URL(`../web/dist${path}`, import.meta.url));
/** As they travel: what is small lies there unpacked. */
const kilobytes = (paths: readonly string[], ending: string) =>
  paths.reduce((sum, path) => {
    const file = dist(path);
    return sum + statSync(existsSync(file + ending) ? file + ending : file).size;
  }, 0) / 1000;

/** kB of script, gzip, before the first figures. */
const MOST = 245;

test('the demo shows its first figures before the script of other stages, dialogs and the database is fetched', async ({
  page,
}) => {
  const scripts: string[] = [];
  const packed: (string | undefined)[] = [];
  page.on('response', (response) => {
    const { pathname } = new URL(response.url());
    if (!pathname.endsWith('.js') || !pathname.startsWith('/assets/')) return;
    scripts.push(pathname);
    if (existsSync(`${dist(pathname)}.br`)) packed.push(response.headers()['content-encoding']);
  });
  await page.addInitScript(() => {
    // What has been asked for when the verdict shows its first figure.
    const seen = new MutationObserver(() => {
      if (!document.querySelector('[data-measure="marks"] .figure, [data-measure="seat"] .figure')) return;
      seen.disconnect();
      const names = performance.getEntriesByType('resource').map((e) => new URL(e.name).pathname);
      Object.assign(window, { before: names.filter((n) => n.startsWith('/assets/') && n.endsWith('.js')) });
    });
    addEventListener('DOMContentLoaded', () => seen.observe(document.body, { childList: true, subtree: true }));
  });
  await page.goto('/demo/bakehouse');
  const before = await page
    .waitForFunction(() => (window as unknown as { before?: string[] }).before)
    .then((handle) => handle.jsonValue());
  const list = before!;
  expect(list.length).toBeGreaterThan(3);
  const [gz, br] = [kilobytes(list, '.gz'), kilobytes(list, '.br')];
  console.log(
    `Script before the first figures: ${list.length} files, ${gz.toFixed(0)} kB gzip, ${br.toFixed(0)} kB Brotli`,
  );
  expect(gz).toBeLessThan(MOST);
  const has = (what: string) => list.some((path) => readFileSync(dist(path), 'utf8').includes(what));
  expect([has('DexieError'), has('Search places'), has('Marking sheet')]).toEqual([false, false, true]);
  // The rest comes by itself when the page is idle: a change of stage waits for nothing.
  const stages = ['Survey', 'Seat', 'Bass', 'Decay', 'Recipes', 'Build'];
  await expect
    .poll(() => stages.filter((s) => scripts.some((path) => path.includes(`/${s}Stage-`))).sort())
    .toEqual([...stages].sort());
  expect(new Set(packed)).toEqual(new Set(['br']));
});
