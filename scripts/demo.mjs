// npm run demo: installs what is missing, builds, and starts the program with the demo project open.
import { spawn } from 'node:child_process';
import { ensureBuilt } from './build.mjs';
import { ensureInstalled, root } from './setup.mjs';

ensureInstalled();
if (!ensureBuilt()) process.exit(1);
const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], { cwd: root, stdio: 'inherit' });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
