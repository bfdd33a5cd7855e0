// What a fresh machine needs before anything else runs: the right Node, and the packages of the lock file.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const NODE_NEEDED = [20, 11];

export function fail(sentence) {
  process.stderr.write(`${sentence}\n`);
  process.exit(1);
}

/** Stops with a sentence when Node is too old. */
export function checkNode(version = process.versions.node) {
  const [major, minor] = version.split('.').map(Number);
  if (major > NODE_NEEDED[0] || (major === NODE_NEEDED[0] && minor >= NODE_NEEDED[1])) return;
  fail(
    `Tawny Hall needs Node ${NODE_NEEDED.join('.')} or newer; this is Node ${version}. Install a newer one and run the command again.`,
  );
}

/** Hash of the given files, for "is this still what was built from them?". */
export function hashOf(files) {
  const hash = createHash('sha256');
  for (const file of files) hash.update(file).update(readFileSync(join(root, file)));
  return hash.digest('hex');
}

export function readStamp(name) {
  const file = join(root, 'node_modules', '.tawny', name);
  return existsSync(file) ? readFileSync(file, 'utf8') : null;
}

export function writeStamp(name, value) {
  mkdirSync(join(root, 'node_modules', '.tawny'), { recursive: true });
  writeFileSync(join(root, 'node_modules', '.tawny', name), value);
}

/** Installs the packages of the lock file unless they are already there. Safe to run again. */
export function ensureInstalled({ quiet = false } = {}) {
  checkNode();
  const wanted = hashOf([
    'package.json',
    'package-lock.json',
    ...['core', 'cli', 'web', 'server', 'e2e'].map((w) => `${w}/package.json`),
  ]);
  if (readStamp('installed') === wanted) return;
  if (!quiet) process.stdout.write('Installing packages (once; about a minute) …\n');
  const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';
  const result = spawnSync(npm, ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    encoding: 'utf8',
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  if (result.status !== 0) {
    const text = result.stderr ?? '';
    if (/ENOTFOUND|EAI_AGAIN|ECONNREFUSED|ETIMEDOUT|ENETUNREACH|network/i.test(text)) {
      fail(
        'The packages could not be fetched: there is no network, or the package registry does not answer. Connect and run the command again.',
      );
    }
    if (/ENOSPC/.test(text)) fail('The packages could not be installed: the disk is full.');
    fail(`The packages could not be installed:\n${text.trim().split('\n').slice(-12).join('\n')}`);
  }
  writeStamp('installed', wanted);
}
