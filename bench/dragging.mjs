/* global requestAnimationFrame, window */
// npm run bench, third part: the Bakehouse with forty pieces, one of them dragged. How long the page computes for each move of the hand,
// over the length of a frame (1/60 s); and how long laying them out takes.
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { fortyPieces } from '../core/src/testing/fortyPieces.ts';
import { layOut } from '../core/src/studies/hang/layOut.ts';
import { readProjectFile } from '../core/src/formats/projectFile.ts';
import { createApp } from '../server/src/app.ts';
import { listen } from '../server/src/listen.ts';
import { ensureBuilt } from '../scripts/build.mjs';
import { ensureChromium } from '../scripts/chromium.mjs';
import { root } from '../scripts/setup.mjs';

const MOVES = 60;
const FRAME = 1000 / 60;
const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];
const found = ensureChromium();
if (!found.ok) {
  console.error(found.sentence);
  process.exit(1);
}
ensureBuilt();

const demo = (name) => {
  const read = readProjectFile(readFileSync(join(root, 'demo', `${name}.tawny.json`), 'utf8'));
  if (!read.ok) throw new Error(`${name} is no project`);
  return read.project;
};
for (const name of ['bakehouse', 'ferry-hall', 'signal-cabin']) {
  const start = performance.now();
  const { pieces, unplaced } = layOut(demo(name), true);
  const told = unplaced.reduce((sum, u) => sum + u.count, 0);
  console.log(
    `laying out ${name}: ${(performance.now() - start).toFixed(0)} ms, ${pieces.length} placed, ${told} told`,
  );
}

const folder = mkdtempSync(join(tmpdir(), 'forty-'));
const file = join(folder, 'forty.tawny.json');
writeFileSync(file, JSON.stringify(fortyPieces(demo('bakehouse'))));
const listening = await listen(createApp(join(root, 'web', 'dist')), 0, '127.0.0.1');
if (!listening.ok) throw new Error(listening.sentence);
const browser = await chromium.launch({ executablePath: found.path, args: ['--no-sandbox'] });
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const { port } = listening.server.address();
  await page.goto(`http://127.0.0.1:${port}/demo/bakehouse`);
  await page.locator('[data-measure="decay"] .figure').waitFor();
  await page.getByRole('button', { name: 'Projects' }).click();
  await page.locator('input[type="file"]').first().setInputFiles(file);
  await page.locator('[data-stage="hang"]').click();
  await page.locator('[data-hang-face="C"]').click();
  const piece = page.locator('.elevation [data-hung]').first();
  const box = await piece.locator('rect').boundingBox();
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 4, y, { steps: 3 });
  // From a move's event until the frame that shows it is ready to be painted: what is computed and drawn for it.
  await page.evaluate(() => {
    window.took = [];
    window.addEventListener(
      'pointermove',
      () => {
        const start = performance.now();
        requestAnimationFrame(() => {
          const drawn = new MessageChannel();
          drawn.port1.onmessage = () => window.took.push(performance.now() - start);
          drawn.port2.postMessage(0);
        });
      },
      { capture: true },
    );
  });
  for (let i = 0; i < MOVES; i++) {
    await page.mouse.move(x + 4 + (i % 11), y + (i % 7));
    await page.waitForFunction((n) => window.took.length >= n, i + 1);
  }
  const took = await page.evaluate(() => window.took);
  await page.mouse.up();
  const busy = took.map((t) => t / FRAME);
  console.log(
    `one of forty pieces dragged, from the hand's move to the painted frame: ${median(took).toFixed(1)} ms (${Math.min(...took).toFixed(1)}–${Math.max(...took).toFixed(1)}), ${median(busy).toFixed(2)} frames`,
  );
} finally {
  await browser.close();
  listening.server.close();
  rmSync(folder, { recursive: true, force: true });
}
