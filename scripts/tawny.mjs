// Runs the command line from the sources. Standard output belongs to the answer, so installing talks to standard error.
import { spawnSync } from 'node:child_process';
import { ensureInstalled, root } from './setup.mjs';

ensureInstalled({ quiet: true });
const result = spawnSync(process.execPath, ['--import', 'tsx', 'cli/src/bin.ts', ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
});
process.exit(result.status ?? 1);
