import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createApp } from './app';
import { listen, portOf } from './listen';

const dist = mkdtempSync(join(tmpdir(), 'tawny-dist-'));
mkdirSync(join(dist, 'assets'));
writeFileSync(join(dist, 'index.html'), '<!doctype html><title>built</title>');
writeFileSync(join(dist, 'assets', 'a.js'), 'export {};');

let server: Server;
let url = '';
beforeAll(async () => {
  const started = await listen(createApp(dist), 0, '127.0.0.1');
  if (!started.ok) throw new Error(started.sentence);
  ({ server, url } = started);
});
afterAll(
  () =>
    new Promise((done) => {
      server.close(done);
      server.closeAllConnections();
    }),
);

test('every answer carries the headers that keep the page to its origin', async () => {
  for (const path of ['/', '/marks', '/assets/a.js', '/api/none']) {
    const { headers } = await fetch(url + path);
    expect(headers.get('content-security-policy')).toMatch(/default-src 'self'/);
    expect(headers.get('content-security-policy')).not.toMatch(/unsafe-eval(?<!wasm-unsafe-eval)/);
    expect(headers.get('cross-origin-opener-policy')).toBe('same-origin');
    expect(headers.get('cross-origin-embedder-policy')).toBe('require-corp');
    expect(headers.get('x-powered-by')).toBeNull();
  }
});

test('pages fall back to the application, assets and the API do not', async () => {
  expect(await (await fetch(`${url}/demo/bakehouse`)).text()).toMatch(/built/);
  expect((await fetch(`${url}/assets/none.js`)).status).toBe(404);
  expect((await fetch(`${url}/api/none`)).status).toBe(404);
  expect(await (await fetch(`${url}/api/health`)).json()).toEqual({ ok: true });
});

test('assets are kept for good, the page never', async () => {
  expect((await fetch(`${url}/assets/a.js`)).headers.get('cache-control')).toMatch(/immutable/);
  expect((await fetch(url)).headers.get('cache-control')).toBe('no-cache');
});

test('a port that is taken is a sentence with a way out', async () => {
  const taken = Number(new URL(url).port);
  const second = await listen(createApp(dist), taken, '127.0.0.1');
  expect(second).toEqual({
    ok: false,
    sentence: expect.stringMatching(new RegExp(`Port ${taken} is taken.*PORT=${taken + 1}`)),
  });
});

test('ports from text', () => {
  expect(portOf(undefined, 4173)).toBe(4173);
  expect(portOf(' ', 4173)).toBe(4173);
  expect(portOf('8080', 4173)).toBe(8080);
  expect([portOf('99999', 1), portOf('-1', 1), portOf('web', 1), portOf('80.5', 1)]).toEqual([null, null, null, null]);
});

test('a folder without a build is a wrong call', () => {
  expect(() => createApp(join(dist, 'assets'))).toThrow(/must hold a built index.html/);
});
