/** Every command against every question: what a question says it reads changes, or its answer does not. */
import { equal } from '../document/sharing';
import { openedAs } from '../document/scenarios';
import { PARTS, type Project } from '../document/schema/project';
import { loadLinalg } from '../numerics/linalg/load';
import { OCTAVES } from '../quantities/bands';
import { RECIPES } from '../recipes/library';
import { PLAIN_PRICES } from '../recipes/types';
import { createBassRunner } from '../studies/bass/run';
import { layOut } from '../studies/hang/layOut';
import { searchSeat } from '../studies/search/study';
import { studyOrientation } from '../studies/seat/orient';
import { COMMAND_KINDS, randomCommand, triedCommand } from '../testing/commands';
import { demo } from '../testing/demo';
import { roomKey, soundingOf } from '../document/soundingRoom';
import { studyMeasuredRoom } from '../studies/listen/measuredRoom';
import { measured, taught } from '../testing/heard/measured';
import { seeded } from '../testing/random';
import { edited, plainBox } from '../testing/rooms';
import { buildAt } from './build';
import { type Glance, glanceAt, READS } from './glance';
import { type LongKind, QUESTIONS } from './long';
import { studyBuild } from '../studies/build/study';
import { quickMoves } from './moves/study';
import { BOUGHT, HEARD, heardAnywhere, MARKED, partsOf, SEATED } from './parts';
import { numbers } from '../testing/pieces';

type Short = keyof typeof READS;
const SHORT = Object.keys(READS) as Short[];
/** As read from a file: nothing kept by identity can help. */
const fresh = (project: Project): Project => JSON.parse(JSON.stringify(project)) as Project;
const said = (value: unknown) => JSON.stringify(value);

const ASKED = {
  decay: null,
  'target-costs': null,
  cuts: null,
  plan: null,
  'second-order': null,
  recipes: [],
  proportions: [4, 5, 2.5],
  orient: null,
  search: { notch: 1, evenness: 0, symmetry: 1, coverage: 1 },
  'lay-out': { afresh: true },
  bass: { task: 'answer', quality: 'coarse' },
  'measured-room': { room: roomKey(soundingOf(demo('bakehouse'))), place: null, letters: ['L'] },
  moves: { thorough: false, system: 'metric' },
  scenarios: { versions: [], waves: false },
} as const;
const inputsOf = (kind: LongKind, glance: Glance) => QUESTIONS[kind].inputs(glance, ASKED[kind] as never) as unknown;
/** Those whose worker is given more than they say they read. */
const RUN: Partial<Record<LongKind, (project: Project) => unknown>> = {
  orient: (project) => studyOrientation({ project }),
  // Beside the map and the best there is the seat as it was when asked.
  search: (project) => ({ ...searchSeat({ project, weights: ASKED.search }, null), asked: null }),
  'lay-out': (project) => layOut(project, true),
  bass: (project) => createBassRunner(loadLinalg)({ ...ASKED.bass, project }, () => {}),
  moves: (project) => quickMoves(project),
  'measured-room': (project) => studyMeasuredRoom({ ...ASKED['measured-room'], letters: ['L'], project }),
};

const OWN = {
  id: 'own-7',
  name: 'Straw',
  group: 'soft',
  source: 'estimate',
  per: 'area',
  alpha: OCTAVES.map(() => 0.3),
} as never;

/** What it might have taught, not in use: what it says of a room is what it said before. */
const seen = edited(demo('bakehouse'), measured(demo('bakehouse'), 'm1'));
const TAUGHT = taught(seen, 1.2, seen.measured.list.find((m) => m.id === 'm1')!.room, { from: ['m1'], inUse: false });

/** A room with something of everything, so that a command finds what it is about. */
const furnished = () =>
  edited(
    demo('bakehouse'),
    measured(demo('bakehouse'), 'm1'),
    { type: 'learn', learned: TAUGHT },
    numbers({ A: 2 }),
    { type: 'put-paid', paid: { id: 'x1', at: '2026-11-04T08:00:00Z', what: 'Timber', amount: 12 } },
    { type: 'put-material', material: OWN },
    { type: 'put-scenario', id: 'alt', name: 'Higher', why: '', like: null },
    { type: 'open-scenario', id: 'alt' },
    { type: 'set-height', height: 2.9 },
    { type: 'open-scenario', id: null },
    { type: 'put-recipe', recipe: { ...structuredClone(RECIPES[0]!), id: 'own-1' } },
  );

const KEPT = furnished();
const START = openedAs(KEPT).project;
const answersBefore = new Map<LongKind, Promise<string>>();
/** What the worker of a long question says of the room before any edit: worked out once, from a copy nothing else holds. */
function saidBefore(long: LongKind, run: (project: Project) => unknown): Promise<string> {
  const kept = answersBefore.get(long) ?? Promise.resolve(run(fresh(START))).then(said);
  answersBefore.set(long, kept);
  return kept;
}

describe.each(COMMAND_KINDS)('%s', (kind) => {
  const start = START;
  const done = Array.from({ length: 12 }, (_, i) => triedCommand(KEPT, randomCommand(seeded(500 + i), KEPT, kind)))
    .filter((p) => p !== null)
    .slice(0, 2)
    // Every study is asked of the room as it is open.
    .map((p) => openedAs(p).project);

  test('changes what a short study reads, or not what it says', () => {
    expect(done.length).toBeGreaterThan(0);
    for (const next of done) {
      const before = glanceAt(start);
      const was = SHORT.map((key) => [key, before[key]] as const);
      const now = glanceAt(next, before);
      const [bare, bareNow] = [glanceAt(fresh(start)), glanceAt(fresh(next))];
      for (const [key, answer] of was) {
        if (partsOf(start, READS[key]).every((part, i) => part === partsOf(next, READS[key])[i])) {
          expect(now[key]).toBe(answer);
          expect([key, said(bareNow[key])]).toEqual([key, said(bare[key])]);
        } else expect([key, said(now[key])]).toEqual([key, said(bareNow[key])]);
      }
      // What is bought, in a file of its own: the same answer where nothing it reads has changed.
      const bought = buildAt(start);
      const same = partsOf(start, BOUGHT).every((part, i) => part === partsOf(next, BOUGHT)[i]);
      if (same) expect(buildAt(next)).toBe(bought);
      expect(said(buildAt(next))).toEqual(said(studyBuild(fresh(next))));
    }
  });

  test('changes what a long question reads, or not what its worker is given or answers', async () => {
    for (const next of done.slice(0, 1)) {
      const [before, now] = [glanceAt(start), glanceAt(next)];
      for (const long of Object.keys(QUESTIONS) as LongKind[]) {
        const { reads } = QUESTIONS[long];
        if (!equal(reads(before), reads(now))) continue;
        const run = RUN[long];
        if (!run) expect([long, said(inputsOf(long, now))]).toEqual([long, said(inputsOf(long, before))]);
        else expect([long, said(await run(fresh(next)))]).toEqual([long, await saidBefore(long, run)]);
      }
    }
  }, 120_000);
});

describe('parts', () => {
  test('every part of a document is listed once, and what is heard leaves out only what is said or bought', () => {
    const { treatment, format, version, ...rest } = plainBox();
    void [format, version];
    expect([...PARTS].sort()).toEqual(
      [...Object.keys(rest), ...Object.keys(treatment).map((k) => `treatment.${k}`)].sort(),
    );
    expect(PARTS.filter((p) => !HEARD.includes(p)).sort()).toEqual(
      [
        'answered',
        'buying',
        'log',
        'making',
        'measured',
        'name',
        'scenarios',
        'site',
        'tape',
        'treatment.fixings',
        'treatment.hanging',
        'treatment.prices',
      ].sort(),
    );
    expect(MARKED).toContain('treatment.pieces');
    expect(SEATED).not.toContain('marking');
  });

  test('places of head and pair change what is heard, but not for what tries them all', () => {
    const moved = edited(
      plainBox(),
      { type: 'move-head', x: 2, y: 2.2 },
      { type: 'move-loudspeaker', id: 'left', x: 1.2, y: 0.9, mirror: true },
    );
    const heard = (p: Project) => partsOf(p, HEARD);
    expect(equal(heard(moved), heard(plainBox()))).toBe(false);
    expect(equal(heardAnywhere(moved), heardAnywhere(plainBox()))).toBe(true);
    const higher = edited(moved, { type: 'set-ear-height', earHeight: 1.3 });
    expect(equal(heardAnywhere(higher), heardAnywhere(moved))).toBe(false);
    const dearer = edited(moved, { type: 'set-prices', prices: { fill: PLAIN_PRICES.fill + 1 } });
    expect(equal(heard(dearer), heard(moved))).toBe(true);
  });
});
