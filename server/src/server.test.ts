import { mkdirSync, mkdtempSync, symlinkSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import type { Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, brotliDecompressSync, gunzipSync, gzipSync } from 'node:zlib';
import { createApp } from './app';
import { listen, networkWarning, portOf } from './listen';

const dist = mkdtempSync(join(tmpdir(), 'tawny-dist-'));
mkdirSync(join(dist, 'assets'));
writeFileSync(join(dist, 'index.html'), '<!doctype html><title>built</title>');
writeFileSync(join(dist, 'assets', 'a.js'), 'export {};');
const script = 'export const x = 1;\n'.repeat(200);
writeFileSync(join(dist, 'assets', 'b.js'), script);
writeFileSync(join(dist, 'assets', 'b.js.br'), brotliCompressSync(script));
writeFileSync(join(dist, 'assets', 'b.js.gz'), gzipSync(script));

// What must never be given out: beside the build, and through links in it.
const outside = mkdtempSync(join(tmpdir(), 'tawny-outside-'));
writeFileSync(join(outside, 'secret.txt'), 'secret');
symlinkSync(join(outside, 'secret.txt'), join(dist, 'assets', 'link.txt'));
symlinkSync(outside, join(dist, 'folder'));

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

/** Asks for an address as it stands, without a client tidying it. */
const raw = (path: string) =>
  new Promise<{ status: number; body: string }>((done, no) => {
    const asked = request(`${url}/`, { path }, (answer) => {
      let body = '';
      answer.setEncoding('utf8').on('data', (part: string) => (body += part));
      answer.on('end', () => done({ status: answer.statusCode!, body }));
    });
    asked.on('error', no).end();
  });

test.each([
  ['/assets/none.js', 404],
  ['/%E0%A4%A', 400],
  ['/assets/%E0%A4%A', 400],
  ['/assets/%00', 400],
  ['/assets/link.txt', 404],
  ['/folder/secret.txt', 404],
  ['/assets/../../secret.txt', null],
  ['/..%2f..%2fetc%2fpasswd', null],
  ['/assets/.%2e/%2e%2e/secret.txt', null],
  ['/assets/a.js/', null],
] as const)('%s answers with a status and a word, no path and no trace', async (path, status) => {
  const answer = await raw(path);
  if (status !== null) {
    expect(answer.status).toBe(status);
    expect(answer.body).toMatch(/^\d{3} [A-Z][A-Za-z ]+$/);
  }
  expect(answer.body).not.toMatch(/secret|node_modules|root:|\/tmp|at .+:\d+:\d+|Error:/);
});

test('files of the build itself are served', async () => {
  expect(await raw('/assets/a.js')).toEqual({ status: 200, body: 'export {};' });
  expect((await raw('/index.html')).status).toBe(200);
});

/** The bytes that travel, and how they are packed. */
const sent = (path: string, accepts: string) =>
  new Promise<{ packing: string | undefined; type: string | undefined; kept: string | undefined; body: Buffer }>(
    (done, no) => {
      const asked = request(url + path, { headers: { 'accept-encoding': accepts } }, (answer) => {
        const parts: Buffer[] = [];
        answer.on('data', (part: Buffer) => parts.push(part));
        answer.on('end', () => {
          const { 'content-encoding': packing, 'content-type': type, 'cache-control': kept } = answer.headers;
          done({ packing, type, kept, body: Buffer.concat(parts) });
        });
      });
      asked.on('error', no).end();
    },
  );

test('what lies there packed is sent packed to who can unpack it, kept for good, and as it is to others', async () => {
  const br = await sent('/assets/b.js', 'gzip, br');
  expect([br.packing, br.kept]).toEqual(['br', expect.stringMatching(/immutable/)]);
  expect(br.type).toMatch(/javascript/);
  expect(brotliDecompressSync(br.body).toString()).toBe(script);
  const gz = await sent('/assets/b.js', 'gzip');
  expect([gz.packing, gunzipSync(gz.body).toString()]).toEqual(['gzip', script]);
  const plain = await sent('/assets/b.js', 'identity');
  expect([plain.packing, plain.body.toString()]).toEqual([undefined, script]);
  expect((await sent('/assets/a.js', 'br')).packing).toBeUndefined();
});

test('who opens it to the network is told, who does not is not', () => {
  for (const host of ['127.0.0.1', '::1', 'localhost', '127.0.1.1']) expect(networkWarning(host)).toBe('');
  expect(networkWarning('0.0.0.0')).toMatch(/open to everyone on this network.*need https/);
  expect(networkWarning('192.168.1.20')).toMatch(/open to everyone/);
});
