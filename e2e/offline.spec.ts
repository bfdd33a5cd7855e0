/** The server gone: every stage opens and computes, at once and after a reload; a new version is offered and waits. */
import { appendFileSync, cpSync, mkdtempSync, rmSync } from 'node:fs';
import type { Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, type Page, test } from '@playwright/test';
import { createApp } from '../server/src/app';
import { listen } from '../server/src/listen';
import { PORT } from './browser';
import { field, settled, stage, type } from './rig';

// One after the other: each has a server of its own, on the same port.
test.describe.configure({ mode: 'default' });

const BASE = `http://127.0.0.1:${PORT + 1}`;
let server: Server | null = null;
/** A build of this test's own. */
let dist = '';

async function startServer(): Promise<void> {
  dist = mkdtempSync(join(tmpdir(), 'tawny-offline-'));
  cpSync(fileURLToPath(new URL('../web/dist', import.meta.url)), dist, { recursive: true });
  const started = await listen(createApp(dist), PORT + 1, '127.0.0.1');
  if (!started.ok) throw new Error(started.sentence);
  ({ server } = started);
}
async function stopServer(): Promise<void> {
  const closing = server;
  server = null;
  if (!closing) return;
  const gone = new Promise((done) => closing.close(done));
  closing.closeAllConnections();
  await gone;
}
test.setTimeout(240_000);
test.beforeEach(startServer);
test.afterEach(async () => {
  await stopServer();
  rmSync(dist, { recursive: true });
});

/** The whole program is in the browser and serves this page. */
async function kept(page: Page): Promise<void> {
  await expect
    .poll(
      () =>
        page.evaluate(async () => {
          const registration = await navigator.serviceWorker.getRegistration();
          return registration?.active?.state === 'activated' && navigator.serviceWorker.controller !== null;
        }),
      { timeout: 60_000 },
    )
    .toBe(true);
}

async function everything(page: Page): Promise<void> {
  await stage(page, 'survey');
  await page.locator('[data-exchange]').click();
  const drawing = page.waitForEvent('download');
  await page.locator('[data-take="dxf"]').click();
  await drawing;
  await stage(page, 'seat');
  await expect(page.locator('[data-measure="seat"]')).toContainText('38.0');
  await stage(page, 'bass');
  await expect(page.locator('.stage header').first()).toContainText(/waves of the room as it is/, { timeout: 120_000 });
  await stage(page, 'marks');
  await expect(page.locator('[data-measure="mark"]')).toBeVisible();
  await stage(page, 'decay');
  await page.locator('[data-part-tab="plan"]').click();
  await expect(page.locator('[data-answer="cost"]')).toBeVisible({ timeout: 60_000 });
  await stage(page, 'recipes');
  await expect(page.locator('[data-curve="own-first-reflection"]')).toBeVisible();
  await stage(page, 'build');
  await expect(page.locator('.stage')).toContainText('To buy');
}

test('with the server stopped every stage opens and computes, PDF and three dimensions too, and again after a reload', async ({
  page,
}) => {
  const elsewhere: string[] = [];
  page.on('request', (r) => {
    if (!r.url().startsWith(BASE) && !/^(data|blob):/.test(r.url())) elsewhere.push(r.url());
  });
  await page.goto(`${BASE}/demo/bakehouse`);
  await settled(page);
  await kept(page);
  await stopServer();
  await expect(fetch(BASE)).rejects.toThrow();

  await everything(page);
  await page.goto(`${BASE}/sheet`);
  const pdf = page.waitForEvent('download');
  await page.locator('[data-pdf]').click();
  await pdf;
  await page.goto(`${BASE}/look`);
  await expect(page.locator('[data-look] canvas')).toBeVisible();

  await page.goto(`${BASE}/survey`);
  await settled(page);
  expect(await page.evaluate(() => crossOriginIsolated)).toBe(true);
  await type(page, 'Height', '2.7');
  await page.reload();
  await settled(page);
  await expect(field(page, 'Height')).toHaveValue('270.0');
  await everything(page);
  // A deep link of a room never opened.
  await page.goto(`${BASE}/demo/signal-cabin`);
  await settled(page);
  await expect(page.locator('[data-project-name]')).toHaveText('Signal cabin');
  expect(elsewhere).toEqual([]);
});

test('a new version is offered and waits; taken, it is there and the project as it was', async ({ page }) => {
  await page.goto(`${BASE}/demo/bakehouse`);
  await settled(page);
  await kept(page);
  await stage(page, 'survey');
  await type(page, 'Height', '2.7');
  // The next version of the program is built.
  appendFileSync(join(dist, 'sw.js'), '\n// the next version');
  await page.evaluate(async () => void (await (await navigator.serviceWorker.getRegistration())!.update()));
  const offered = page.locator('[data-new-version]');
  await expect(offered).toContainText('A new version of Tawny Hall is here');
  await type(page, 'Height', '2.8');
  await expect(offered).toBeVisible();
  const loaded = page.waitForEvent('load');
  await offered.getByRole('button', { name: 'Take it now' }).click();
  await loaded;
  await settled(page);
  await expect(field(page, 'Height')).toHaveValue('280.0');
  await expect(offered).toBeHidden();
});

test('without a service worker the parts are fetched when idle; where one is missing it is a sentence, and works when tried again', async ({
  page,
}) => {
  await page.addInitScript(() => {
    Object.defineProperty(Navigator.prototype, 'serviceWorker', { value: undefined });
    delete (Navigator.prototype as { serviceWorker?: unknown }).serviceWorker;
  });
  let fetched = 0;
  page.on('response', (r) => void (r.url().includes('/assets/') && (fetched += 1)));
  // The writer of drawings does not come while the server is away.
  await page.route(/\/assets\/drawing-[^/]*\.js/, (route) => route.abort());
  await page.goto(`${BASE}/demo/bakehouse`);
  await settled(page);
  await expect.poll(() => fetched, { timeout: 60_000 }).toBeGreaterThan(25);
  await stage(page, 'survey');
  await page.locator('[data-exchange]').click();
  await page.locator('[data-take="dxf"]').click();
  await expect(page.getByText('could not be fetched, the server does not answer')).toBeVisible();
  await page.unroute(/\/assets\/drawing-[^/]*\.js/);
  await page.getByRole('button', { name: 'Close' }).click();
  const drawing = page.waitForEvent('download');
  await page.locator('[data-exchange]').click();
  await page.locator('[data-take="dxf"]').click();
  await drawing;
});
