// npm run bench: installs what is missing and measures the solver, how fast a recording is read, how soon the first figures are seen, and how a dragged piece follows.
import { spawnSync } from 'node:child_process';
import { ensureInstalled, root } from './setup.mjs';

ensureInstalled({ quiet: true });
const run = (file) =>
  spawnSync(process.execPath, ['--import', 'tsx', file], { cwd: root, stdio: 'inherit' }).status ?? 1;
process.exit(
  run('bench/waves.ts') || run('bench/listening.ts') || run('bench/opening.mjs') || run('bench/dragging.mjs'),
);
