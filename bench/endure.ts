/**
 * npm run endure, first part: damaged files by the thousand, random edits undone and redone. Prints what came of them; ends with 1
 * when anything but a sentence or a sound outcome came. docs/endurance.md holds the last table. ENDURE scales the numbers (1: all).
 */
import { readdirSync, readFileSync } from 'node:fs';
import { readAbsorptionTable } from '../core/src/formats/absorptionTable';
import { readOutlineFile } from '../core/src/formats/outlineFile';
import { writeProjectFile } from '../core/src/formats/checked';
import { readProjectFile } from '../core/src/formats/projectFile';
import { loadIntegerSolver } from '../core/src/dosage/solver';
import { loadLinalg } from '../core/src/numerics/linalg/load';
import type { Project } from '../core/src/document/schema/project';
import { COMMAND_KINDS, runRandomly } from '../core/src/testing/commands';
import { damaged, scratched } from '../core/src/testing/damage';
import { throughEveryStudy, throughLongStudies } from '../core/src/testing/everyStudy';
import { seeded } from '../core/src/testing/random';
import { plainBox } from '../core/src/testing/rooms';
import { createHistory } from '../web/src/stores/history';

const part = Number(process.env.ENDURE ?? 1);
const many = (count: number) => Math.max(1, Math.round(count * part));
const at = (path: string) => new URL(`../${path}`, import.meta.url);
const text = (path: string) => readFileSync(at(path), 'utf8');
/** Every so many accepted documents go through the long studies too. */
const LONG_EVERY = 20;
const faults: string[] = [];
const row = (name: string, tried: number, came: string) => process.stdout.write(`| ${name} | ${tried} | ${came} |\n`);
const RAW = /undefined|\[object|is not a function|Cannot read|call stack/;

/** A sentence, or the fault that it is none. */
function judge(name: string, read: () => { ok: boolean; problems?: { message: string }[] }): boolean {
  try {
    const { ok, problems } = read();
    if (!ok && (!problems?.length || problems.some((p) => RAW.test(p.message)))) faults.push(`${name}: no sentence`);
    return ok;
  } catch (error) {
    faults.push(`${name}: ${error instanceof Error ? error.message : String(error)}`);
    return false;
  }
}

async function files(): Promise<void> {
  const random = seeded(21);
  const documents = [...readdirSync(at('demo')), ...readdirSync(at('core/src/document/samples'))]
    .filter((f) => f.endsWith('.json'))
    .map((f) => JSON.parse(text(f.startsWith('version') ? `core/src/document/samples/${f}` : `demo/${f}`)) as unknown);
  const tried = many(10_000);
  let accepted = 0;
  const whole: Project[] = [];
  for (let i = 0; i < tried; i++) {
    const content = JSON.stringify(damaged(random, documents[i % documents.length]));
    judge(`project file ${i}`, () => {
      const read = readProjectFile(content);
      if (!read.ok) return read;
      accepted += 1;
      if (accepted % LONG_EVERY === 0) whole.push(read.project);
      faults.push(...throughEveryStudy(read.project).map((where) => `project file ${i}: not a number at ${where}`));
      return read;
    });
  }
  row(
    'damaged project files',
    tried,
    `${accepted} accepted and through every study, ${tried - accepted} refused with a sentence`,
  );
  const solver = await loadIntegerSolver();
  const before = faults.length;
  for (const [i, project] of whole.entries()) {
    try {
      const found = await throughLongStudies(project, solver, loadLinalg);
      faults.push(...found.map((where) => `long studies ${i}: not a number at ${where}`));
    } catch (error) {
      faults.push(`long studies ${i}: ${error instanceof Error ? error.stack : String(error)}`);
    }
  }
  row('of those, through the long studies and the waves', whole.length, `${faults.length - before} faults`);
}

function drawings(): void {
  const random = seeded(22);
  const square = [10, 0, 20, 0, 10, 4000, 20, 0, 10, 4000, 20, 3000, 10, 0, 20, 3000];
  const dxf = [
    0,
    'SECTION',
    2,
    'ENTITIES',
    0,
    'LWPOLYLINE',
    8,
    'PLAN',
    70,
    1,
    ...square,
    0,
    'ARC',
    10,
    0,
    20,
    0,
    40,
    5,
    50,
    0,
    51,
    90,
    0,
    'ENDSEC',
    0,
    'EOF',
    '',
  ].join('\n');
  const svg =
    '<svg width="60cm" viewBox="0 0 600 400"><g transform="rotate(10)"><path d="M0 0h400v300h-400z"/></g></svg>';
  const csv = 'Material;125;250;500;1000;2000;4000\nCurtain;0.1;0.3;0.5;0.7;0.7;0.6\n';
  const tried = many(3000);
  let taken = 0;
  for (let i = 0; i < tried; i++) {
    const ok = judge(`drawing or table ${i}`, () =>
      i % 3 === 0
        ? readOutlineFile('a.dxf', scratched(random, dxf))
        : i % 3 === 1
          ? readOutlineFile('a.svg', scratched(random, svg))
          : readAbsorptionTable(scratched(random, csv), 'a'),
    );
    if (ok) taken += 1;
  }
  row('damaged drawings and tables', tried, `${taken} taken, ${tried - taken} refused with a sentence`);
}

function edits(): void {
  const seeds = many(20);
  let [made, wrong] = [0, 0];
  const kinds = new Set<string>();
  for (let seed = 0; seed < seeds; seed++) {
    const random = seeded(100 + seed);
    let now = 0;
    const history = createHistory(plainBox(), () => (now += 1000));
    const states = [writeProjectFile(history.project)];
    runRandomly(random, history, 500, (kind) => {
      kinds.add(kind);
      states.push(writeProjectFile(history.project));
    });
    made += states.length - 1;
    const look = (i: number) => {
      if (writeProjectFile(history.project) !== states[i]) wrong += 1;
    };
    for (let i = states.length - 2; i >= 0; i--) {
      history.undo();
      look(i);
    }
    for (let i = 1; i < states.length; i++) {
      history.redo();
      look(i);
    }
  }
  if (wrong > 0) faults.push(`${wrong} states after undo or redo are another file`);
  row(
    `edits of ${kinds.size} of ${COMMAND_KINDS.length} kinds, ${seeds} seeds`,
    made,
    `undone and redone, ${wrong} files other than before`,
  );
}

process.stdout.write('| what | tried | what came of it |\n|---|---|---|\n');
await files();
drawings();
edits();
for (const fault of faults.slice(0, 20)) process.stderr.write(`${fault}\n`);
process.exit(faults.length > 0 ? 1 : 0);
