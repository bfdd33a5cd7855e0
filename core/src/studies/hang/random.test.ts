/** What laying out promises, over random rooms and the demo rooms. */
import { applyCommand, type Command, CommandRefused } from '../../document/commands/commands';
import { boundsOf, overlapping } from '../../geometry/clip';
import { createProject } from '../../document/create';
import { isByNumber, type Opening, type Project } from '../../document/schema/project';
import { faceOutline, localToFace } from '../../geometry/unfold';
import { settingOf } from '../../room/setting';
import { demo, DEMO_ROOMS } from '../../testing/demo';
import { laidOut, piecesOn } from '../../testing/laidOut';
import { decided, numbers } from '../../testing/pieces';
import { type Random, seeded } from '../../testing/random';
import { SPREADS } from '../../document/schema/parts';
import { door, edited, wardrobe } from '../../testing/rooms';
import { studyMarks } from '../marks/study';
import { layOut } from './layOut';
import type { HungPiece } from './study';

/** In the row of its wall, neither across a corner nor along an edge. */
const isFlat = (p: HungPiece) => p.recipe !== 'straddle-15' && p.recipe !== 'edge-straddle';

/** A room as people have them, with something decided in it. */
function randomRoom(random: Random, i: number): Project {
  const size = { length: random.between(2.6, 7), width: random.between(2.2, 5), height: random.between(2.1, 3.2) };
  const walls = ['A', 'B', 'C', 'D'];
  let project = createProject('r', `Room ${i}`, size);
  const tried = (command: Parameters<typeof applyCommand>[1]) => {
    try {
      project = applyCommand(project, command).project;
    } catch (error) {
      if (!(error instanceof CommandRefused)) throw error;
    }
  };
  const lengthOf = (wall: string) => (wall === 'A' || wall === 'C' ? size.width : size.length);
  if (random.whole(0, 2) === 0)
    tried({
      type: 'insert-recess',
      wall: random.pick(['B', 'D']),
      from: 0.6,
      width: 0.9,
      depth: random.pick([-0.3, 0.4]),
    });
  for (let k = random.whole(0, 4); k > 0; k--) {
    const wall = random.pick(walls);
    const kinds: Partial<Opening>[] = [
      { kind: 'door', v: 0, width: 0.85, height: 2 },
      { kind: 'window', v: 0.9, width: random.between(0.5, 1.4), height: 1, leaf: null },
      { kind: 'switch', v: 1.05, width: 0.08, height: 0.08, clearance: 0.05, leaf: null, material: null },
      { kind: 'radiator', v: 0.1, width: 1, height: 0.6, clearance: 0.1, leaf: null },
    ];
    const kind = random.pick(kinds);
    const u = random.between(0, Math.max(0.1, lengthOf(wall) - 1.5));
    tried({ type: 'put', list: 'openings', thing: door({ id: `o${k}`, wall, u, ...kind }) });
  }
  if (random.whole(0, 1) === 0)
    tried({ type: 'put', list: 'furniture', thing: wardrobe({ x: 0.4, y: size.length - 0.8 }) });
  const mix: Record<string, Record<string, number>> = {};
  for (const recipe of random.pick([['panel-10'], ['panel-10', 'panel-15-gap'], ['panel-10', 'qrd-7']])) {
    mix[recipe] = {};
    for (const wall of walls) if (random.whole(0, 2) > 0) mix[recipe][wall] = random.whole(1, 4);
  }
  if (random.whole(0, 1) === 0) mix['straddle-15'] = { 'corner A': 2, 'corner B': 2 };
  if (random.whole(0, 1) === 0) mix['cloud-10'] = { ceiling: random.whole(1, 4) };
  if (random.whole(0, 1) === 0) mix['edge-straddle'] = { 'edge B': 2, 'edge D': 2, 'edge A': 1 };
  tried({
    type: 'set-hanging',
    hanging: {
      by: random.pick(['middles', 'tops'] as const),
      leastGap: random.pick([0, 0.02, 0.05]),
      spread: random.pick(['as-decided', ...SPREADS]),
      tight: walls.filter(() => random.whole(0, 3) === 0),
      secondRow: random.whole(0, 3) === 0,
    },
  });
  tried(decided(mix));
  return random.whole(0, 2) === 0 ? project : { ...project, loudspeakers: [] };
}

test('five hundred random rooms: nothing overlaps or leaves its face, nothing is lost, gaps are equal, twins are twins', () => {
  const random = seeded(20261127);
  let [placed, mirrored, evenRows] = [0, 0, 0];
  for (let i = 0; i < 500; i++) {
    const project = randomRoom(random, i);
    const wanted = project.treatment.pieces.filter(isByNumber).reduce((n, p) => n + p.place.count, 0);
    const { result, next, hung } = laidOut(project);
    const setting = settingOf(next);
    expect([i, result.pieces.length + result.unplaced.reduce((n, u) => n + u.count, 0)]).toEqual([i, wanted]);
    expect([i, hung.pieces.flatMap((p) => p.conflicts)]).toEqual([i, []]);
    placed += hung.pieces.length;
    const { leastGap } = project.treatment.hanging;
    for (const face of setting.faces.filter((f) => f.kind === 'wall')) {
      const here = piecesOn(hung, face.id).filter(isFlat);
      const edge = boundsOf(faceOutline(face));
      here.forEach((p, k) => {
        expect(p.left > edge.left - 1e-6 && p.right < edge.right + 1e-6 && p.low > edge.low - 1e-6).toBe(true);
        here.slice(k + 1).forEach((q) => expect(overlapping(p, q, 1e-6)).toBe(false));
        // To what hangs on this wall, and to its ends; what reaches round from the next wall is only kept clear of.
        const beside = here.filter((q) => q !== p && q.low < p.high - 1e-6 && q.high > p.low + 1e-6);
        const gaps = beside.map((q) => Math.max(q.left - p.right, p.left - q.right));
        const joint = project.treatment.hanging.tight.includes(face.id) ? 0 : leastGap;
        expect(Math.min(p.left - edge.left, edge.right - p.right)).toBeGreaterThan(leastGap - 1e-6);
        expect(Math.min(Infinity, ...gaps)).toBeGreaterThan(joint - 1e-6);
        expect(Math.min(p.gapLeft, p.gapRight)).toBeGreaterThan(-1e-6);
      });
      // One line: middles or tops at one height, but for second rows.
      if (project.treatment.hanging.secondRow) continue;
      const lines = here.map((p) => (result.level.by === 'tops' ? p.high : (p.low + p.high) / 2));
      lines.forEach((v) => expect(v).toBeCloseTo(lines[0]!, 6));
      const off = result.offLevel.find((o) => o.face === face.id)?.by ?? 0;
      if (lines.length > 0) expect(lines[0]).toBeCloseTo(result.level.height + off, 6);
    }
    for (const [a, b] of result.mirrored.filter((m) => m.length === 2)) {
      // Every piece of the wall with fewer has its twin across.
      const [fewer, more] = [piecesOn(hung, a!), piecesOn(hung, b!)].sort((p, q) => p.length - q.length) as [
        typeof hung.pieces,
        typeof hung.pieces,
      ];
      const flat = fewer.filter(isFlat);
      // A recessed wall keeps its twin's places along the room.
      const along = (p: HungPiece) => {
        const face = setting.faces.find((f) => f.id === p.face)!;
        return [p.left, p.right].map((u) => localToFace(face, [u, p.low])[1]).sort((m, n) => m - n);
      };
      const twins = flat.filter((p) =>
        more.some(
          (q) =>
            q.recipe === p.recipe &&
            Math.abs(q.low - p.low) < 1e-6 &&
            along(q).every((y, k) => Math.abs(y - along(p)[k]!) < 1e-6),
        ),
      );
      expect(twins.length).toBeGreaterThan(0);
      mirrored += twins.length;
    }
    // Without marks a wall laid out alike about the axis has equal gaps wherever a piece has pieces on both sides.
    const { secondRow, tight } = project.treatment.hanging;
    if (project.loudspeakers.length > 0 || secondRow) continue;
    for (const face of ['A', 'C']
      .filter((f) => !tight.includes(f))
      .filter((f) => result.mirrored.some((m) => m.length === 1 && m[0] === f))) {
      const here = piecesOn(hung, face).filter(isFlat);
      const middle = boundsOf(faceOutline(setting.faces.find((f) => f.id === face)!)).right / 2;
      const twin = (p: (typeof here)[number]) => here.some((q) => Math.abs(q.left - (2 * middle - p.right)) < 1e-6);
      if (!here.every(twin)) continue;
      here.forEach((p, k) => {
        const [before, after] = [here[k - 1], here[k + 1]];
        // A keep-out's mirror image is kept free too.
        const image = here.find((q) => Math.abs(q.left - (2 * middle - p.right)) < 1e-6)!;
        if (Math.abs(image.gapRight - p.gapLeft) > 1e-6 || Math.abs(image.gapLeft - p.gapRight) > 1e-6) return;
        if (!before || !after || p.gapLeft !== p.left - before.right || p.gapRight !== after.left - p.right) return;
        expect([i, face, Math.abs(p.gapLeft - p.gapRight) < 1e-4]).toEqual([i, face, true]);
        evenRows += 1;
      });
    }
  }
  // It has looked at something.
  expect(placed).toBeGreaterThan(2500);
  expect(mirrored).toBeGreaterThan(100);
  expect(evenRows).toBeGreaterThan(100);
}, 240_000);

test('the order of the lists does not matter, nor does asking twice', () => {
  const random = seeded(7);
  for (let i = 0; i < 40; i++) {
    const project = randomRoom(random, i);
    const { pieces } = project.treatment;
    const turned = {
      ...project,
      treatment: { ...project.treatment, pieces: [...pieces].reverse() },
      room: { ...project.room, openings: [...project.room.openings].reverse() },
    };
    const [one, other] = [layOut(project, false), layOut(turned, false)];
    expect(other.pieces).toEqual(one.pieces);
    expect(layOut(project, false)).toEqual(one);
  }
});

describe('the Bakehouse with thirty pieces', () => {
  const thirty: Record<string, Record<string, number>> = {
    'own-first-reflection': { A: 3, B: 5, C: 3, H: 4, D: 2, ceiling: 3 },
    'cloud-10': { ceiling: 2 },
    'straddle-15': { 'corner A': 2, 'corner B': 2 },
    'edge-straddle': { 'edge A': 2, 'edge B': 2 },
  };
  const bare = demo('bakehouse');
  const ids = bare.treatment.pieces.map((p) => p.id);
  const decidedFor = (hanging: Partial<Project['treatment']['hanging']>, ...more: Command[]) =>
    edited(bare, { type: 'take-pieces', ids }, decided(thirty), { type: 'set-hanging', hanging }, ...more);

  test('each has its place or the exact reason why not, with ways that hold it', () => {
    const { result, hung } = laidOut(decidedFor({}));
    const left = result.unplaced.reduce((n, u) => n + u.count, 0);
    expect([hung.pieces.length + left, hung.conflicts]).toEqual([30, 0]);
    expect(hung.pieces.length).toBeGreaterThanOrEqual(21);
    result.unplaced.forEach((u) => expect([u.on, u.ways.length > 0]).toEqual([u.on, true]));
    // A socket in either corner leaves 2.27 m: one of 1.2 m stands there, and the corners behind hold the others.
    expect(result.unplaced.find((u) => u.on === 'corner A')).toMatchObject({
      count: 1,
      reason: { why: 'corner', longest: expect.closeTo(2.27, 2), needs: 1.2 },
    });
    // Three of 0.6 m on the rear wall stand between door, switch, sofa and shelves: one lies over the sofa.
    expect(result.unplaced.find((u) => u.on === 'C')).toMatchObject({ count: 2, reason: { why: 'row' } });
    expect(piecesOn(hung, 'C').map((p) => (p.right - p.left).toFixed(2))).toEqual(['1.20']);
  });

  test('done what the ways say, all of them have a place: sofa and shelves away, corners behind, a second row', () => {
    const away = demo('bakehouse').room.furniture.filter((f) => f.kind === 'sofa' || f.kind === 'shelves');
    const cleared = away.map(({ id }): Command => ({ type: 'take-away', list: 'furniture', id }));
    const corners = numbers({ 'corner A': 1, 'corner B': 1, 'corner D': 2 }, 'straddle-15');
    const covers = numbers({ ...thirty['own-first-reflection'], A: 4, D: 1, ceiling: 2, 'ceiling 2': 1 });
    const { result, hung } = laidOut(decidedFor({ secondRow: true }, ...cleared, corners, covers));
    expect(result.unplaced.map((u) => [u.on, u.count, u.reason])).toEqual([]);
    expect([hung.pieces.length, hung.conflicts]).toEqual([30, 0]);
  });
});

test.each(DEMO_ROOMS)('%s: what is said to cover a mark covers it, and nothing is in conflict', (name) => {
  for (const afresh of [false, true]) {
    const before = demo(name);
    const { result, next, hung } = laidOut(before, afresh);
    const setting = settingOf(next);
    const { marks } = studyMarks(next, setting).result;
    const said = result.pieces.flatMap((p) => p.covers);
    const held = said.map((id) => marks.find((m) => m.id === id));
    expect(held.map((m) => [m?.id, m?.coveredPart])).toEqual(said.map((id) => [id, 1]));
    const open = new Set(result.open.map((o) => o.mark));
    expect(said.some((id) => open.has(id))).toBe(false);
    if (afresh) expect(hung.conflicts).toBe(0);
    const count = (p: Project) => p.treatment.pieces.reduce((n, t) => n + (isByNumber(t) ? t.place.count : 1), 0);
    expect(count(next)).toBe(count(before));
  }
});
