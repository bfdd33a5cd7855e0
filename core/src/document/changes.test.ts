import { COMMAND_KINDS, randomCommand, triedCommand } from '../testing/commands';
import { type Random, seeded } from '../testing/random';
import { plainBox } from '../testing/rooms';
import { changePath, changesOf, withChanges } from './changes';
import type { Command } from './commands/commands';
import type { Project } from './schema/project';

/** What a random command makes; null where it is refused or changes nothing. */
const tried = (project: Project, random: Random, kind?: Command['type']) =>
  triedCommand(project, randomCommand(random, project, kind));

describe('changes between two states', () => {
  test('things of a list are told by id, whatever stands before them', () => {
    const before = {
      list: [
        { id: 'a', n: 1 },
        { id: 'b', n: 1 },
      ],
    };
    const after = {
      list: [
        { id: 'x', n: 9 },
        { id: 'b', n: 2 },
      ],
    };
    const changes = changesOf(before, after);
    expect(changes.map((c) => changePath(c.path))).toEqual(['list “a”', 'list “x”', 'list “b”.n']);
    // On a list that had something put before them meanwhile.
    const other = { list: [{ id: 'n', n: 0 }, ...before.list] };
    expect(withChanges(other, changes)).toEqual({
      document: {
        list: [
          { id: 'x', n: 9 },
          { id: 'n', n: 0 },
          { id: 'b', n: 2 },
        ],
      },
      met: [],
    });
  });

  test('the same changes done twice change nothing more', () => {
    const before = { list: [{ id: 'a' }], n: 1 };
    const after = { list: [{ id: 'a' }, { id: 'b' }], n: 2, word: 'x' };
    const changes = changesOf(before, after);
    const once = withChanges(before, changes);
    expect(once.document).toEqual(after);
    expect(withChanges(once.document, changes)).toEqual({ document: after, met: [] });
  });

  test('one value changed on both sides is told with both; a thing worked on elsewhere is not removed', () => {
    const changes = changesOf({ x: 1, list: [{ id: 'a', n: 1 }] }, { x: 2, list: [] });
    const { document, met } = withChanges({ x: 3, list: [{ id: 'a', n: 5 }] }, changes);
    expect(document).toEqual({ x: 2, list: [{ id: 'a', n: 5 }] });
    expect(met).toEqual([
      { path: ['x'], mine: 2, theirs: 3, stands: 'mine' },
      { path: ['list', { id: 'a' }], theirs: { id: 'a', n: 5 }, stands: 'theirs' },
    ]);
  });

  test('a change of a thing that is gone leaves it gone, and is told', () => {
    const changes = changesOf({ list: [{ id: 'a', n: 1 }] }, { list: [{ id: 'a', n: 2 }] });
    expect(withChanges({ list: [] }, changes)).toEqual({
      document: { list: [] },
      met: [{ path: ['list', { id: 'a' }, 'n'], mine: 2, stands: 'theirs' }],
    });
  });

  test('names of the language’s own objects are names like others', () => {
    const after = JSON.parse('{"o": {"constructor": 1, "__proto__": 2, "valueOf": 3}}') as object;
    const changes = changesOf({ o: {} }, after);
    expect(JSON.stringify(withChanges({ o: {} }, changes).document)).toBe(JSON.stringify(after));
    expect(({} as Record<string, unknown>)['2']).toBeUndefined();
  });
});

describe('every kind of edit', () => {
  test('can be told as changes, done again and taken back; through JSON as well', () => {
    const random = seeded(1105);
    const done = new Set<string>();
    let project = plainBox();
    for (let i = 0; i < 900; i++) {
      const kind = random.pick(COMMAND_KINDS);
      const next = tried(project, random, kind);
      if (!next) continue;
      done.add(kind);
      const changes = JSON.parse(JSON.stringify(changesOf(project, next))) as ReturnType<typeof changesOf>;
      expect(withChanges(project, changes)).toEqual({ document: next, met: [] });
      expect(withChanges(next, changesOf(next, project))).toEqual({ document: project, met: [] });
      project = next;
    }
    expect(COMMAND_KINDS.filter((k) => !done.has(k))).toEqual([]);
  });

  test('two edits beside each other come to the same in either order where neither meets the other', () => {
    const random = seeded(1102);
    let [together, apart] = [0, 0];
    let project = plainBox();
    for (let i = 0; i < 150; i++) {
      const [mine, theirs] = [tried(project, random), tried(project, random)];
      if (!mine || !theirs) continue;
      const here = withChanges(theirs, changesOf(project, mine));
      const there = withChanges(mine, changesOf(project, theirs));
      if (here.met.length === 0 && there.met.length === 0) {
        together += 1;
        const sorted = (p: Project) =>
          changesOf(project, p)
            .map((c) => JSON.stringify({ ...c, after: 0 }))
            .sort();
        expect(sorted(here.document)).toEqual(sorted(there.document));
      } else apart += 1;
      project = mine;
    }
    expect(together).toBeGreaterThan(30);
    expect(apart).toBeGreaterThan(0);
  });
});
