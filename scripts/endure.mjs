// npm run endure: damaged files, random edits, killed browsers and two tabs by the hundred. ENDURE=0.1 for a tenth of it.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt } from './build.mjs';
import { ensureChromium } from './chromium.mjs';
import { ensureInstalled, fail, root } from './setup.mjs';

ensureInstalled({ quiet: true });
const run = (args, env = {}) =>
  spawnSync(process.execPath, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } }).status ?? 1;
const files = run(['--import', 'tsx', 'bench/endure.ts']);
if (!ensureBuilt()) process.exit(1);
const chromium = ensureChromium();
if (!chromium.ok) fail(chromium.sentence);
const browser = run([join('node_modules', '@playwright/test/cli.js'), 'test', '--config', 'e2e/endure.config.ts'], {
  CHROMIUM: chromium.path,
});
process.exit(files || browser);
