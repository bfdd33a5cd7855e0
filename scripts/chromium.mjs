// Finds a Chromium for the end-to-end tests; on Debian installs it when absent and permitted.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

const PLACES = [
  '/usr/bin/chromium-headless-shell',
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
  '/usr/bin/google-chrome',
  '/Applications/Chromium.app/Contents/MacOS/Chromium',
];
const PACKAGES = ['chromium-headless-shell', 'fonts-liberation'];

function find() {
  return [process.env.CHROMIUM, ...PLACES].find((p) => p && existsSync(p)) ?? null;
}

/** Path of a Chromium, or a sentence saying why there is none. */
export function ensureChromium() {
  const found = find();
  if (found) return { ok: true, path: found };
  if (process.platform !== 'linux' || !existsSync('/usr/bin/apt-get')) {
    return {
      ok: false,
      sentence: 'The browser tests need Chromium. Install it and name it: CHROMIUM=/path/to/chromium npm test',
    };
  }
  const root = process.getuid?.() === 0;
  const sudo = !root && spawnSync('sudo', ['-n', 'true']).status === 0;
  if (!root && !sudo) {
    return { ok: false, sentence: `The browser tests need Chromium: sudo apt-get install ${PACKAGES.join(' ')}` };
  }
  process.stdout.write('Installing Chromium for the browser tests (once) …\n');
  const run = (...args) =>
    spawnSync(root ? 'apt-get' : 'sudo', root ? args : ['-n', 'apt-get', ...args], {
      encoding: 'utf8',
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  run('update');
  const installed = run('install', '-y', '--no-install-recommends', ...PACKAGES);
  const now = find();
  if (now) return { ok: true, path: now };
  const why = (installed.stderr ?? '').trim().split('\n').at(-1);
  return {
    ok: false,
    sentence: `Chromium could not be installed (${why}). Install it and name it: CHROMIUM=/path/to/chromium npm test`,
  };
}
