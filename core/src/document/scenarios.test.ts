/** Scenarios: base and edits are the opened document, whatever is done; taking over and taking back changes nothing. */
import { COMMAND_KINDS, randomCommand, triedCommand } from '../testing/commands';
import { demo } from '../testing/demo';
import { type Random, seeded } from '../testing/random';
import { plainBox } from '../testing/rooms';
import { changesOf, withChanges } from './changes';
import { applyCommand, type Command } from './commands/commands';
import type { Project } from './schema/project';
import { isShared, openedAs } from './scenarios';

const run = (project: Project, ...commands: Command[]): Project =>
  commands.reduce((p, c) => applyCommand(p, c).project, project);
const made = (project: Project, id = 'a', like: string | null = null): Project =>
  run(project, { type: 'put-scenario', id, name: `Scenario ${id}`, why: '', like }, { type: 'open-scenario', id });
const OF_SCENARIOS: readonly string[] = [
  'put-scenario',
  'take-scenario',
  'open-scenario',
  'take-over',
  'settle-scenario',
];
const EDITS = COMMAND_KINDS.filter((k) => !OF_SCENARIOS.includes(k) && k !== 'batch');
/** An edit of the room as it is open, which is possible. */
function edited(random: Random, project: Project): { command: Command; next: Project } | null {
  const command = randomCommand(random, openedAs(project).project, random.pick(EDITS));
  const next = triedCommand(project, command);
  return next && { command, next };
}
const withoutScenarios = (project: Project) => ({ ...project, scenarios: { list: [], current: null } });

describe('an opened scenario', () => {
  test('is what the same edits make of the document by itself; the base keeps what is decided', () => {
    const random = seeded(1711);
    let done = 0;
    for (let round = 0; round < 12; round++) {
      let alone = plainBox();
      let kept = made(alone);
      const base = withoutScenarios(kept);
      for (let i = 0; i < 25; i++) {
        const command = randomCommand(random, alone, random.pick(EDITS));
        const next = triedCommand(alone, command);
        if (!next) continue;
        alone = next;
        kept = run(kept, command);
        done += 1;
        expect(openedAs(kept).project).toEqual(alone);
        // The edits go through a file as well.
        const { list, current } = JSON.parse(JSON.stringify(kept.scenarios)) as Project['scenarios'];
        expect(openedAs({ ...kept, scenarios: { list, current } }).project).toEqual(alone);
      }
      const different = changesOf(base, withoutScenarios(kept));
      expect(different.every((c) => isShared(c.path))).toBe(true);
      expect(openedAs(kept, null).project).toEqual(withoutScenarios(kept));
    }
    expect(done).toBeGreaterThan(100);
  });

  test('taking everything over makes the base what the scenario was; its changes taken back are the identity', () => {
    const random = seeded(1712);
    let whole = 0;
    for (let round = 0; round < 10; round++) {
      let kept = made(plainBox());
      for (let i = 0; i < 12; i++) kept = edited(random, kept)?.next ?? kept;
      const scenario = kept.scenarios.list[0]!;
      const opened = openedAs(kept).project;
      const over: Command = { type: 'take-over', id: 'a', edits: scenario.edits.map((_, i) => i) };
      const after = run(kept, over);
      expect(withoutScenarios(after)).toEqual(opened);
      expect(after.scenarios.list[0]!.edits).toEqual([]);
      expect(openedAs(after).project).toEqual(opened);
      expect(withChanges(after, changesOf(after, kept)).document).toEqual(kept);
      whole += scenario.edits.length;
    }
    expect(whole).toBeGreaterThan(30);
  });

  test('one part taken over, the scenario stays what it was', () => {
    const random = seeded(1713);
    let parts = 0;
    for (let round = 0; round < 30; round++) {
      let kept = made(plainBox());
      for (let i = 0; i < 6; i++) kept = edited(random, kept)?.next ?? kept;
      const { edits } = kept.scenarios.list[0]!;
      if (edits.length === 0) continue;
      const after = triedCommand(kept, { type: 'take-over', id: 'a', edits: [random.whole(0, edits.length - 1)] });
      if (!after) continue;
      parts += 1;
      const [was, is] = [openedAs(kept).project, openedAs(after).project];
      const sorted = (p: Project) => ({ ...p, treatment: { ...p.treatment, pieces: [] }, room: { ...p.room } });
      expect(changesOf(sorted(was), sorted(is)).filter((c) => c.after === undefined)).toEqual([]);
    }
    expect(parts).toBeGreaterThan(10);
  });
});

describe('a base edited later', () => {
  const height = (project: Project, id: string | null) => openedAs(project, id).project.room.height;

  test('carries through where the scenario says nothing of it', () => {
    const kept = run(
      made(plainBox()),
      { type: 'set-height', height: 3 },
      { type: 'open-scenario', id: null },
      { type: 'set-ear-height', earHeight: 1.31 },
    );
    const { project, clashes } = openedAs(kept, 'a');
    expect([project.room.height, project.listening.head.earHeight, clashes]).toEqual([3, 1.31, []]);
    expect(height(kept, null)).toBe(plainBox().room.height);
  });

  test('is told where both say something of one thing, until that is settled either way', () => {
    const kept = run(
      made(plainBox()),
      { type: 'set-height', height: 3 },
      { type: 'open-scenario', id: null },
      { type: 'set-height', height: 2.6 },
    );
    const { clashes } = openedAs(kept, 'a');
    expect(clashes).toEqual([{ edit: 0, path: ['room', 'height'], mine: 3, theirs: 2.6, stands: 'mine' }]);
    // Working on in the scenario does not hide it.
    const further = run(kept, { type: 'open-scenario', id: 'a' }, { type: 'set-ear-height', earHeight: 1.4 });
    expect(openedAs(further).clashes.map((c) => c.path)).toEqual([['room', 'height']]);
    const settle = (keep: boolean) => run(further, { type: 'settle-scenario', id: 'a', edits: [0], keep });
    expect([height(settle(true), 'a'), openedAs(settle(true), 'a').clashes]).toEqual([3, []]);
    expect([height(settle(false), 'a'), openedAs(settle(false), 'a').clashes]).toEqual([2.6, []]);
  });

  test('what cannot stand in it is left out with the reason, and comes back when it can', () => {
    const own = { id: 'own-1', name: 'Felt', group: 'soft', source: 'estimate', per: 'area' };
    const felt = { ...own, alpha: [0.1, 0.1, 0.2, 0.4, 0.6, 0.7, 0.7, 0.7] } as never;
    const start = run(plainBox(), { type: 'put-material', material: felt });
    const kept = run(
      made(start),
      { type: 'set-material', surface: 'A', material: 'own-1' },
      { type: 'set-ear-height', earHeight: 1.3 },
      { type: 'open-scenario', id: null },
      { type: 'take-material', id: 'own-1', instead: 'brick-bare' },
    );
    const { project, leftOut } = openedAs(kept, 'a');
    expect(leftOut).toHaveLength(1);
    expect(leftOut[0]!.sentence).toMatch(/own-1/);
    expect([project.room.surfaces.A!.material, project.listening.head.earHeight]).toEqual([
      start.room.surfaces.A!.material,
      1.3,
    ]);
    const again = run(kept, { type: 'put-material', material: felt });
    expect(openedAs(again, 'a').project.room.surfaces.A!.material).toBe('own-1');
    expect(openedAs(again, 'a').leftOut).toEqual([]);
  });
});

test('notes, measurements and wishes are of the room, whichever scenario is open', () => {
  const start = demo('bakehouse');
  const kept = run(
    made(start),
    { type: 'set-brief', brief: { people: 7 } },
    { type: 'take-measurement', id: start.measured.list[0]!.id },
    { type: 'set-height', height: start.room.height + 0.1 },
  );
  expect(kept.brief.people).toBe(7);
  expect(kept.measured.list).toHaveLength(start.measured.list.length - 1);
  expect(kept.room.height).toBe(start.room.height);
  expect(kept.scenarios.list[0]!.edits.map((e) => e.path)).toEqual([['room', 'height']]);
});

test('edits of shared parts, a name twice and an open one that is not there are refused, with their place', () => {
  const kept = made(plainBox());
  expect(() => run(kept, { type: 'open-scenario', id: 'gone' })).toThrow(/not there any more/);
  const [s] = kept.scenarios.list;
  const wrong = (scenarios: Project['scenarios']) => () =>
    run({ ...kept, scenarios }, { type: 'rename', name: 'Another' });
  expect(wrong({ list: [s!, s!], current: null })).toThrow(/only once/);
  expect(wrong({ list: [{ ...s!, edits: [{ path: ['log'], to: [] }] }], current: null })).toThrow(/may differ/);
});
