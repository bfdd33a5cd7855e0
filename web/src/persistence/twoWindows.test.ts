import { changesOf } from '@tawny/core/document/changes';
import { seeded } from '@tawny/core/testing/random';
import { wardrobe } from '@tawny/core/testing/rooms';
import { room, browser, stored, name, ears, put } from './testing';

describe('two windows', () => {
  async function pair() {
    const b = browser();
    const one = b.open();
    one.begin(room('p'));
    await one.keeper.flush();
    const two = b.open();
    await two.open('p');
    return { one, two, b };
  }

  test('both edit at once: both edits stand in both windows and in the record', async () => {
    const { one, two } = await pair();
    one.run(name('Loft'));
    two.run(ears(1.1));
    await Promise.all([one.keeper.flush(), two.keeper.flush()]);
    for (const w of [one, two, one, two]) await w.hear();
    const record = await stored(one);
    expect(record).toMatchObject({ name: 'Loft', listening: { head: { earHeight: 1.1 } } });
    expect(one.shown).toEqual(record);
    expect(two.shown).toEqual(record);
    expect([...one.taken, ...two.taken].flatMap((t) => t.met)).toEqual([]);
  });

  test('random edits in both, saved and heard in any order: no edit of either is lost', async () => {
    const random = seeded(1133);
    const { one, two } = await pair();
    const notes: string[] = [];
    const things = new Set<string>();
    for (let i = 0; i < 60; i++) {
      one.run({
        type: 'write-log',
        entry: { id: `n${i}`, at: '2026-11-01T08:00:00Z', kind: 'note', text: `${i}`, readings: {} },
      });
      notes.push(`n${i}`);
      two.run({ type: 'put', list: 'furniture', thing: wardrobe({ id: `f${i % 20}`, x: random.between(1, 3) }) });
      things.add(`f${i % 20}`);
      if (random.whole(0, 3) === 0) {
        const id = random.pick([...things]);
        two.run({ type: 'take-away', list: 'furniture', id });
        things.delete(id);
      }
      for (const w of [one, two]) {
        if (random.whole(0, 2) === 0) await w.keeper.flush();
        if (random.whole(0, 2) === 0) await w.hear();
      }
    }
    for (const w of [one, two, one, two]) {
      await w.keeper.flush();
      await w.hear();
    }
    const record = await stored(one);
    expect(record.log.map((l) => l.id).sort()).toEqual(notes.sort());
    expect(record.room.furniture.map((f) => f.id).sort()).toEqual([...things].sort());
    for (const w of [one, two]) expect(changesOf(w.shown, record)).toEqual([]);
    expect([...one.taken, ...two.taken].flatMap((t) => t.met)).toEqual([]);
  });

  test('the same value changed in both: the later stands, and both are told', async () => {
    const { one, two } = await pair();
    one.run(ears(1.1));
    await one.keeper.flush();
    two.run(ears(1.4));
    await two.keeper.flush();
    expect(two.taken.at(-1)!.met).toEqual([
      { path: ['listening', 'head', 'earHeight'], mine: 1.4, theirs: 1.1, stands: 'mine' },
    ]);
    await one.hear();
    expect(one.shown!.listening.head.earHeight).toBe(1.4);
  });

  test('a drag in hand is not broken off: what another window saved comes in when it ends', async () => {
    const { one, two } = await pair();
    two.dragging = true;
    one.run(name('Loft'));
    await one.keeper.flush();
    await two.hear();
    expect(two.taken).toEqual([]);
    two.dragging = false;
    two.keeper.released();
    await new Promise((done) => setTimeout(done, 20));
    expect(two.shown!.name).toBe('Loft');
  });

  test('what cannot stand together becomes two projects: theirs as saved, mine given back', async () => {
    const { one, two } = await pair();
    // One raises a platform to 1.4 m; the other lowers the ceiling to 2.0 m: nobody can stand there.
    one.run({
      type: 'put',
      list: 'platforms',
      material: 'timber-solid',
      thing: { id: 'm', name: 'Stage', along: 'A', from: 0, width: 1, span: null, level: 1.7 },
    });
    await one.keeper.flush();
    two.run({ type: 'set-height', height: 1.75 });
    await two.keeper.flush();
    expect(two.clashes.map((p) => p.room.height)).toEqual([1.75]);
    expect((await stored(one)).room).toMatchObject({ height: 2.5, platforms: [{ id: 'm' }] });
  });

  test('a project removed in one window does not come back from the other; kept again only when asked', async () => {
    const { one, two } = await pair();
    await one.keeper.remove('p');
    two.run(name('Still here'));
    await two.keeper.flush();
    expect(two.states.at(-1)).toEqual({ status: 'apart', why: 'deleted' });
    expect(await two.shelf.load('p')).toBeNull();
    expect(two.keeper.atRisk).toBe(true);
    await two.hear();
    two.run(name('And still'));
    await two.keeper.flush();
    expect(await two.shelf.load('p')).toBeNull();
    two.keeper.keepAgain();
    await two.keeper.flush();
    expect((await stored(two)).name).toBe('And still');
  });

  test('a record of a newer version, or one that cannot be read, is never written over', async () => {
    const { one, b } = await pair();
    for (const [project, why] of [
      [{ ...room('p'), version: 99, more: 'than we know' }, 'newer'],
      [{ ...room('p'), room: 'gone' }, 'unreadable'],
    ] as const) {
      await put(b.name, { id: 'p', name: 'Room', savedAt: 5, project, revision: 77 });
      one.run(name(`Try ${why}`));
      await one.keeper.flush();
      expect(one.states.at(-1)).toEqual({ status: 'apart', why });
      expect(await one.shelf.raw('p')).toEqual(project);
      one.keeper.begin(one.shown!);
    }
    const fresh = b.open();
    expect(await fresh.open('p')).toMatchObject({ kind: 'refused', name: 'Room' });
  });

  test('a record of the first versions, without a revision, is taken up', async () => {
    const b = browser();
    await put(b.name, { id: 'p', name: 'Old', savedAt: 5, project: room('p', 'Old') });
    const w = b.open();
    await w.open('p');
    w.run(ears(1.3));
    await w.keeper.flush();
    expect(await w.shelf.load('p')).toMatchObject({ revision: 1, name: 'Old' });
  });
});
