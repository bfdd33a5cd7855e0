// Builds the web application unless what is built is what the sources say.
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { hashOf, readStamp, root, writeStamp } from './setup.mjs';

function filesUnder(folder) {
  return readdirSync(join(root, folder), { withFileTypes: true, recursive: true })
    .filter((e) => e.isFile() && !e.name.includes('.test.'))
    .map((e) => join(e.parentPath ?? e.path, e.name).slice(root.length + 1))
    .sort();
}

/** True when there is a build of the present sources afterwards. */
export function ensureBuilt({ quiet = false } = {}) {
  const sources = ['core/src', 'web/src', 'web/public', 'demo'].flatMap(filesUnder);
  const wanted = hashOf([...sources, 'web/index.html', 'web/vite.config.ts', 'package-lock.json']);
  if (readStamp('built') === wanted && existsSync(join(root, 'web/dist/index.html'))) return true;
  if (!quiet) process.stdout.write('Building (about a minute) …\n');
  const vite = join(root, 'node_modules/vite/bin/vite.js');
  const result = spawnSync(
    process.execPath,
    [vite, 'build', '--config', 'web/vite.config.ts', '--logLevel', 'warn', 'web'],
    {
      cwd: root,
      encoding: 'utf8',
    },
  );
  if (result.status !== 0) {
    process.stderr.write(`${result.stdout}${result.stderr}\nThe application could not be built.\n`);
    return false;
  }
  writeStamp('built', wanted);
  return true;
}
