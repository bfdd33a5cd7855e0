/* global document, window, MutationObserver, requestAnimationFrame */
// npm run bench, second part: how long until the demo's first figures are seen, over an empty Vuetify page of the same build settings,
// served alike, on the same machine in the same run. Prints medians and the ratio.
import { copyFileSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { build } from 'vite';
import { createApp } from '../server/src/app.ts';
import { listen } from '../server/src/listen.ts';
import { ensureBuilt } from '../scripts/build.mjs';
import { ensureChromium } from '../scripts/chromium.mjs';
import { root } from '../scripts/setup.mjs';

const ROUNDS = 9;
const found = ensureChromium();
if (!found.ok) {
  console.error(found.sentence);
  process.exit(1);
}
ensureBuilt();

// The page lies in the sources' folder while it is built, so that all is found as there; the build goes elsewhere.
const out = mkdtempSync(join(tmpdir(), 'empty-'));
const folder = join(root, 'web', '.empty');
mkdirSync(folder, { recursive: true });
writeFileSync(
  join(folder, 'index.html'),
  '<!doctype html><html lang="en"><head><title>Empty</title></head><body><div id="app"></div><script type="module" src="./main.ts"></script></body></html>',
);
writeFileSync(
  join(folder, 'main.ts'),
  `import { createApp, h } from 'vue';
import { VApp } from 'vuetify/components/VApp';
import { VBtn } from 'vuetify/components/VBtn';
import { vuetify } from '../src/plugins';
import '../src/styles/main.css';
createApp({ render: () => h(VApp, null, () => h(VBtn, { 'data-first': '' }, () => '1')) }).use(vuetify).mount('#app');
`,
);
const { default: config } = await import('../web/vite.config.ts');
const plugins = config.plugins.flat().filter((p) => !/pwa|parts-list/.test(p?.name ?? ''));
try {
  await build({
    ...config,
    configFile: false,
    root: join(root, 'web'),
    plugins,
    logLevel: 'error',
    publicDir: false,
    build: {
      ...config.build,
      outDir: out,
      emptyOutDir: true,
      rolldownOptions: { input: join(folder, 'index.html') },
    },
  });
  copyFileSync(join(out, '.empty', 'index.html'), join(out, 'index.html'));
} finally {
  rmSync(folder, { recursive: true, force: true });
}

const pages = [
  { name: 'an empty Vuetify page', dist: out, path: '/', seen: '[data-first]' },
  {
    name: 'the demo’s first figures',
    dist: join(root, 'web', 'dist'),
    path: '/demo/bakehouse',
    seen: '[data-measure="seat"] .figure',
  },
];
const browser = await chromium.launch({ executablePath: found.path, args: ['--no-sandbox'] });
const times = pages.map(() => []);
const servers = [];
try {
  for (const page of pages) {
    const listening = await listen(createApp(page.dist), 0, '127.0.0.1');
    if (!listening.ok) throw new Error(listening.sentence);
    servers.push(listening);
  }
  // In turn, each time in a browser that has seen nothing.
  for (let round = 0; round < ROUNDS; round++) {
    for (const [i, { path, seen }] of pages.entries()) {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
      const page = await context.newPage();
      const { port } = servers[i].server.address();
      await page.addInitScript((what) => {
        new MutationObserver((_changes, seen) => {
          if (!document.querySelector(what)) return;
          seen.disconnect();
          // Seen: with the frame that paints it.
          requestAnimationFrame(() => (window.seenAt = performance.now()));
        }).observe(document, { childList: true, subtree: true });
      }, seen);
      await page.goto(`http://127.0.0.1:${port}${path}`, { waitUntil: 'commit' });
      times[i].push(await page.waitForFunction(() => window.seenAt).then((handle) => handle.jsonValue()));
      await context.close();
    }
  }
} finally {
  await browser.close();
  for (const { server } of servers) server.close();
  rmSync(out, { recursive: true, force: true });
}
const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];
for (const [i, { name }] of pages.entries())
  console.log(
    `${name}: ${median(times[i]).toFixed(0)} ms (${Math.min(...times[i]).toFixed(0)}–${Math.max(...times[i]).toFixed(0)})`,
  );
console.log(`first figures over an empty page: ${(median(times[1]) / median(times[0])).toFixed(2)}`);
