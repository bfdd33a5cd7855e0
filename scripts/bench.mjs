// npm run bench: installs what is missing and measures the solver, how fast a recording is read, how often causes are true, how well a room is learned, how soon the first figures are seen, and how a dragged piece follows.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureInstalled, root } from './setup.mjs';

ensureInstalled({ quiet: true });
const node = (...args) => spawnSync(process.execPath, args, { cwd: root, stdio: 'inherit' }).status ?? 1;
const run = (file) => node('--import', 'tsx', file);

/** Built as the page's workers are, so that what is measured is what people run. */
async function runBuilt(name) {
  const { build } = await import('vite');
  const outDir = mkdtempSync(join(tmpdir(), 'bench-'));
  await build({
    ...{ root, configFile: false, logLevel: 'warn' },
    ssr: { noExternal: true },
    build: {
      ssr: `bench/${name}.ts`,
      outDir,
      emptyOutDir: true,
      rolldownOptions: { output: { entryFileNames: '[name].mjs' } },
    },
  });
  const status = node(join(outDir, `${name}.mjs`));
  rmSync(outDir, { recursive: true });
  return status;
}

process.exit(
  run('bench/waves.ts') ||
    (await runBuilt('listening')) ||
    run('bench/causes.ts') ||
    run('bench/fit.ts') ||
    run('bench/opening.mjs') ||
    run('bench/dragging.mjs'),
);
