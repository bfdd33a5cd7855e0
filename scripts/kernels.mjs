// Builds the compiled loops; with --check only asks whether the committed ones are what their source gives.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureInstalled, fail, root } from './setup.mjs';

ensureInstalled();
const check = process.argv.includes('--check');
const committed = join(root, 'core', 'kernels', 'built', 'linalg.wasm');
const folder = mkdtempSync(join(tmpdir(), 'kernels-'));
const fresh = join(folder, 'linalg.wasm');
const asc = join(root, 'node_modules', 'assemblyscript', 'bin', 'asc.js');
const args = [asc, '--config', join(root, 'core', 'kernels', 'asconfig.json'), '--target', 'release'];
const result = spawnSync(process.execPath, [...args, '--outFile', check ? fresh : committed], {
  cwd: root,
  encoding: 'utf8',
});
if (result.status !== 0) fail(`The compiled loops could not be built:\n${result.stderr}`);
const same = !check || readFileSync(fresh).equals(readFileSync(committed));
rmSync(folder, { recursive: true, force: true });
if (!same) fail('core/kernels/built is not what its source gives: run npm run kernels and commit the result.');
