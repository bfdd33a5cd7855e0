/** Whatever is edited, every study answers with figures, and the same ones when the document comes back from a file. */
import { type IntegerSolver, loadIntegerSolver } from '../dosage/solver';
import { writeProjectFile } from '../formats/checked';
import { readProjectFile } from '../formats/projectFile';
import { loadLinalg } from '../numerics/linalg/load';
import { openedAs } from '../document/scenarios';
import type { Project } from '../document/schema/project';
import { COMMAND_KINDS, randomCommand, triedCommand } from '../testing/commands';
import { throughEveryStudy, throughLongStudies } from '../testing/everyStudy';
import { seeded } from '../testing/random';
import { plainBox } from '../testing/rooms';
import { studyBuild } from './build/study';
import { studyMarks } from './marks/study';
import { studySeat } from './seat/study';
import { demo } from '../testing/demo';

/** As it would be sent: in which order a thing names its parts says nothing. */
const said = (value: unknown): unknown => JSON.parse(JSON.stringify(value));
let solver: IntegerSolver;
beforeAll(async () => (solver = await loadIntegerSolver()));
const back = (project: Project): Project => {
  const read = readProjectFile(writeProjectFile(project));
  if (!read.ok) throw new Error(`${read.problems[0]!.path}: ${read.problems[0]!.message}`);
  return read.project;
};

test.each([
  ['a bare box', plainBox, 31],
  ['the Bakehouse', () => demo('bakehouse'), 32],
] as const)('random edits of %s', async (_name, start, seed) => {
  const random = seeded(seed);
  let project: Project = start();
  let made = 0;
  for (let i = 0; i < 2 * COMMAND_KINDS.length; i++) {
    const command = randomCommand(random, project, COMMAND_KINDS[(7 * i) % COMMAND_KINDS.length]);
    const next = triedCommand(project, command);
    if (!next) continue;
    project = next;
    made += 1;
    if (made % 6 !== 0) continue;
    const where = `edit ${made}, ${command.type}`;
    // Every study is asked of the room as it is open.
    const opened = openedAs(project).project;
    expect([where, throughEveryStudy(opened)]).toEqual([where, []]);
    const again = openedAs(back(project)).project;
    for (const study of [studyMarks, studySeat, studyBuild])
      expect([where, said(study(again))]).toEqual([where, said(study(opened))]);
  }
  expect(made).toBeGreaterThan(40);
  expect(await throughLongStudies(openedAs(project).project, solver, loadLinalg)).toEqual([]);
});
