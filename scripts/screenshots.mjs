// npm run screenshots: docs/screenshots/*.png at 1280 × 800 from the demo project.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt } from './build.mjs';
import { ensureChromium } from './chromium.mjs';
import { ensureInstalled, fail, root } from './setup.mjs';

ensureInstalled();
if (!ensureBuilt()) process.exit(1);
const chromium = ensureChromium();
if (!chromium.ok) fail(chromium.sentence);
const result = spawnSync(
  process.execPath,
  [join('node_modules', '@playwright/test/cli.js'), 'test', '--config', 'e2e/screenshots.config.ts'],
  {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, CHROMIUM: chromium.path },
  },
);
process.exit(result.status ?? 1);
