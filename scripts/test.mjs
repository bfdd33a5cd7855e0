// npm test: installs what is missing and runs every check. Ends with "N passed, N failed" over all of them.
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt } from './build.mjs';
import { ensureChromium } from './chromium.mjs';
import { ensureInstalled, root } from './setup.mjs';

ensureInstalled();
const results = join(root, 'test-results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });

let passed = 0;
let failed = 0;
function count(name, good, bad, seconds) {
  passed += good;
  failed += bad;
  process.stdout.write(
    `${bad === 0 ? 'pass' : 'FAIL'}  ${name}: ${good} passed, ${bad} failed (${seconds.toFixed(0)} s)\n`,
  );
}

/** Runs a program; its output is shown only when it fails, or always when `show`. */
function run(args, { env = {}, show = false } = {}) {
  const started = process.hrtime.bigint();
  return new Promise((resolve) => {
    let out = '';
    let errors = '';
    const child = spawn(process.execPath, args, {
      cwd: root,
      env: { ...process.env, ...env },
      stdio: show ? 'inherit' : ['ignore', 'pipe', 'pipe'],
    });
    child.stdout?.setEncoding('utf8').on('data', (text) => (out += text));
    child.stderr?.setEncoding('utf8').on('data', (text) => (errors += text));
    const end = (ok) => {
      const seconds = Number(process.hrtime.bigint() - started) / 1e9;
      if (!show && !ok) process.stdout.write(`${out}${errors}\n`);
      resolve({ ok, seconds, out });
    };
    child.on('error', (error) => {
      errors += String(error);
      end(false);
    });
    child.on('close', (code) => end(code === 0));
  });
}
const bin = (path) => join('node_modules', path);
async function check(name, ...commands) {
  const runs = [];
  for (const args of commands) runs.push(await run(args));
  const bad = runs.filter((r) => !r.ok).length;
  count(
    name,
    runs.length - bad,
    bad,
    runs.reduce((s, r) => s + r.seconds, 0),
  );
}
function readJson(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return null;
  }
}

async function readSources() {
  const tsc = bin('typescript/bin/tsc');
  await check(
    'types',
    [tsc, '-p', 'core'],
    [tsc, '-p', 'cli'],
    [tsc, '-p', 'server'],
    [tsc, '-p', 'e2e'],
    [tsc, '-p', 'bench'],
    [bin('vue-tsc/bin/vue-tsc.js'), '-p', 'web'],
  );
  await check('boundaries', [
    bin('dependency-cruiser/bin/dependency-cruise.mjs'),
    '--config',
    '.dependency-cruiser.cjs',
    'core/src',
    'cli/src',
    'server/src',
    'web/src',
  ]);
  await check('kernels', [join('scripts', 'kernels.mjs'), '--check']);
  await check(
    'lint',
    [bin('eslint/bin/eslint.js'), '.', '--max-warnings', '0'],
    [bin('prettier/bin/prettier.cjs'), '--check', '--log-level', 'warn', '.'],
  );
}

async function runUnits() {
  const unitFile = join(results, 'unit.json');
  const unit = await run([
    '--experimental-vm-modules',
    '--disable-warning=ExperimentalWarning',
    bin('jest/bin/jest.js'),
    '--json',
    `--outputFile=${unitFile}`,
    '--silent',
    '--runInBand',
  ]);
  const unitCounts = readJson(unitFile);
  // A suite that does not even load has no tests in it: it counts as one failure.
  const lostSuites = unitCounts?.numRuntimeErrorTestSuites ?? 0;
  count('unit', unitCounts?.numPassedTests ?? 0, unitCounts ? unitCounts.numFailedTests + lostSuites : 1, unit.seconds);

  const reference = await run(['--import', 'tsx', 'cli/src/bin.ts', 'reference']);
  const last = /(\d+) passed, (\d+) failed\s*$/.exec(reference.out);
  count('reference', Number(last?.[1] ?? 0), last ? Number(last[2]) : 1, reference.seconds);
}

// Two lanes: reading the sources and building beside running the units. The browser tests come after, by themselves.
let built = false;
async function build() {
  built = ensureBuilt({ quiet: true });
  count('build', built ? 1 : 0, built ? 0 : 1, 0);
}
await Promise.all([readSources().then(build), runUnits()]);

const chromium = built ? ensureChromium() : { ok: false, sentence: 'The browser tests need a build.' };
if (!chromium.ok) {
  process.stdout.write(`${chromium.sentence}\n`);
  count('end to end', 0, 1, 0);
} else {
  const e2eFile = join(results, 'e2e.json');
  const e2e = await run([bin('@playwright/test/cli.js'), 'test', '--config', 'e2e/playwright.config.ts'], {
    env: { CHROMIUM: chromium.path, PLAYWRIGHT_JSON_OUTPUT_NAME: e2eFile },
    show: true,
  });
  const stats = readJson(e2eFile)?.stats;
  count('end to end', stats?.expected ?? 0, stats ? stats.unexpected + stats.flaky : 1, e2e.seconds);
  if (!e2e.ok && stats && stats.unexpected + stats.flaky === 0) count('end to end, closing', 0, 1, 0);
}

process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
process.exit(failed === 0 ? 0 : 1);
