// npm run bench: installs what is missing and measures the solver.
import { spawnSync } from 'node:child_process';
import { ensureInstalled, root } from './setup.mjs';

ensureInstalled({ quiet: true });
process.exit(
  spawnSync(process.execPath, ['--import', 'tsx', 'bench/waves.ts'], { cwd: root, stdio: 'inherit' }).status ?? 1,
);
