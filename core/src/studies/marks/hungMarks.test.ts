/** Marks where something hangs, and boards and diffusers that send sound elsewhere. */
import { distance, type Vec2, type Vec3 } from '../../geometry/vector';
import type { Project } from '../../document/schema/project';
import { door, edited, plainBox } from '../../testing/rooms';
import { coverOf, FIRST_COVER, recipeOf } from '../../document/recipes';
import { piecesFor } from '../../room/laying';
import { standoffOf } from '../../recipes/curve';
import { moved, panelOf } from '../../testing/pieces';
import { isAt } from '../../document/schema/project';
import { coverMark, twinMark } from './coverMark';
import { zoneOfMark } from './covers';
import { type Mark, studyMarks } from './study';
import { redirectsFor } from './redirect';
import { secondOrderInputs, studySecondOrder } from './secondOrder';
import { settingOf } from '../../room/setting';
import { BOARD, boardsFor } from './ways';
import { numbers } from '../../testing/pieces';

const marksOf = (p: Project) => studyMarks(p).result.marks;
const markOf = (p: Project, id: string) => marksOf(p).find((m) => m.id === id)!;
/** Bare plaster, nothing decided, loudspeakers alike in all directions: what a mirror alone says. */
const bare = () => edited(plainBox(), numbers({}), { type: 'set-marking', marking: { directivity: 'alike' } });

describe('what hangs', () => {
  const hangOver = (p: Project, id: string) => {
    const setting = settingOf(p);
    const marks = marksOf(p);
    const answer = coverMark(
      setting,
      marks.find((m) => m.id === id)!,
      marks,
    )!;
    const { panels, covers } = answer.proposal!;
    const making = { recipe: coverOf(p).id, name: 'Panel', covers, at: null };
    const pieces = piecesFor(setting, answer.face, panels, making).filter(isAt);
    return { answer, pieces, p: edited(p, { type: 'put-pieces', pieces }) };
  };

  test('the smallest stock panel goes over the zone, its middle at ear height, and takes the reflection down', () => {
    const { answer, pieces, p } = hangOver(bare(), 'right-B');
    expect(answer.proposal!.size).toEqual({ width: 0.6, height: 0.6 });
    expect(answer.proposal!.middleAtEars).toBe(true);
    const [piece] = pieces;
    expect(piece!.place.v + piece!.place.height / 2).toBeCloseTo(settingOf(p).head[2], 9);
    const before = markOf(bare(), 'right-B');
    const after = markOf(p, 'right-B');
    expect(before.matters).toBe(true);
    expect(after).toMatchObject({ covered: true, matters: false });
    expect(after.levelDb!).toBeLessThan(before.levelDb! - 10);
    // The answer foretold what the study then finds.
    expect(after.levelDb).toBeCloseTo(answer.proposal!.levelDb!, 9);
    // Every zone the answer names is inside the pieces.
    const setting = settingOf(p);
    for (const id of answer.proposal!.covers) {
      const mark = marksOf(bare()).find((m) => m.id === id)!;
      const zone = zoneOfMark(setting, mark, after.standoff)!;
      for (const [u, v] of zone) {
        expect(u).toBeGreaterThanOrEqual(piece!.place.u - 1e-6);
        expect(u).toBeLessThanOrEqual(piece!.place.u + piece!.place.width + 1e-6);
        expect(v).toBeLessThanOrEqual(piece!.place.v + piece!.place.height + 1e-6);
      }
    }
  });

  test('a piece over one loudspeaker’s mark leaves those of the others on the bare surface where they were', () => {
    const before = marksOf(bare());
    const { p } = hangOver(bare(), 'left-ceiling');
    const after = marksOf(p);
    const [piece] = settingOf(p).placed;
    expect(after.find((m) => m.id === 'left-ceiling')).toMatchObject({ covered: true, piece: { id: piece!.id } });
    const other = (list: Mark[]) => list.find((m) => m.id === 'right-ceiling')!;
    expect(other(after)).toEqual(other(before));
    expect(other(after)).toMatchObject({ standoff: 0, covered: false, piece: null });
    // Nothing but the marks of the ceiling has changed at all.
    expect(after.filter((m) => m.kind !== 'ceiling')).toEqual(before.filter((m) => m.kind !== 'ceiling'));
  });

  test('a zone half under a piece: two marks, one at the piece’s face and one on the bare surface beside it', () => {
    const { pieces } = hangOver(bare(), 'right-B');
    const mark = markOf(bare(), 'right-B');
    // Its edge runs a little behind the point itself.
    const half = moved(pieces[0]!, { u: mark.local[0] - 0.02 });
    const p = edited(bare(), { type: 'put-pieces', pieces: [half] });
    const both = marksOf(p).filter((m) => m.loudspeaker === 'right' && m.face === 'B');
    expect(both.map((m) => m.piece?.id ?? 'bare').sort()).toEqual(['bare', half.id]);
    for (const m of both) {
      expect(m.covered).toBe(false);
      expect(m.coveredPart).toBeGreaterThan(0.1);
      expect(m.standoff).toBeCloseTo(m.piece ? standoffOf(FIRST_COVER) : 0, 12);
      const inside = m.local[0] >= half.place.u && m.local[0] <= half.place.u + half.place.width;
      expect(inside).toBe(m.piece !== null);
    }
    const [onPiece, onWall] = [both.find((m) => m.piece)!, both.find((m) => !m.piece)!];
    expect(onPiece.levelDb!).toBeLessThan(onWall.levelDb! - 5);
  });

  test('half a cover is told as such and does not count', () => {
    const { pieces } = hangOver(bare(), 'right-B');
    const off = moved(pieces[0]!, { u: pieces[0]!.place.u + 0.35 });
    const p = edited(bare(), { type: 'put-pieces', pieces: [off] });
    const mark = markOf(p, 'right-B');
    expect(mark.covered).toBe(false);
    expect(mark.coveredPart).toBeGreaterThan(0.05);
    expect(mark.coveredPart).toBeLessThan(0.95);
    expect(studyMarks(p).issues.map((i) => i.code)).toContain('marks.half-covered');
  });

  test('a piece that leaves no room for another over the rest is named', () => {
    const { pieces } = hangOver(bare(), 'right-B');
    const mark = markOf(bare(), 'right-B');
    const { left, right } = mark.zone.box;
    // Covers the front half of the zone; the rest lies between it and a door.
    const half = moved(pieces[0]!, { u: (left + right) / 2 - 0.6 });
    const p = edited(
      bare(),
      { type: 'put-pieces', pieces: [half] },
      { type: 'put', list: 'openings', thing: door({ u: right + 0.06, height: 2.4 }) },
    );
    const answer = coverMark(settingOf(p), markOf(p, 'right-B'), marksOf(p))!;
    expect(answer.proposal).toBeNull();
    expect(answer.inTheWay.map((t) => t.id)).toEqual([half.id]);
  });

  test('a thin piece covers and is still too loud: said so', () => {
    const { pieces } = hangOver(bare(), 'right-B');
    const thin = moved(pieces[0]!, { u: pieces[0]!.place.u - 0.1, width: 0.9 });
    const p = edited(
      bare(),
      { type: 'set-marking', marking: { school: 'minus-20-in-20' } },
      panelOf({ depth: 0.01, gap: 0 }),
      { type: 'put-pieces', pieces: [thin] },
    );
    expect(markOf(p, 'right-B').covered).toBe(true);
    expect(studyMarks(p).issues.map((i) => i.code)).toContain('marks.still-loud');
  });

  test('a door in the zone is named and nothing is hung on it', () => {
    const mark = markOf(bare(), 'right-B');
    const p = edited(bare(), {
      type: 'put',
      list: 'openings',
      thing: door({ u: mark.local[0] - 0.45, v: 0, height: 2.4 }),
    });
    const setting = settingOf(p);
    const here = markOf(p, 'right-B');
    expect(here.on?.id).toBe('door');
    expect(here.touches.map((t) => t.id)).toEqual(['door']);
    const answer = coverMark(setting, here, marksOf(p))!;
    expect(answer.proposal).toBeNull();
    expect(answer.conflicts.map((c) => c.id)).toEqual(['door']);
    expect(studyMarks(p).issues.map((i) => i.code)).toContain('marks.on-opening');
  });

  test('on the ceiling a piece keeps its place whichever wall is faced', () => {
    const { p } = hangOver(bare(), 'left-ceiling');
    const [piece] = settingOf(p).placed;
    const turned = settingOf(edited(p, { type: 'face-wall', wall: 'C' })).placed[0]!;
    const middle = (q: typeof p, box: { left: number; right: number; low: number; high: number }): Vec2 =>
      settingOf(q).frame.toSurvey([(box.left + box.right) / 2, (box.low + box.high) / 2]);
    const there = middle(p, piece!.box);
    const then = middle(edited(p, { type: 'face-wall', wall: 'C' }), turned.box);
    expect(there[0]).toBeCloseTo(then[0], 9);
    expect(there[1]).toBeCloseTo(then[1], 9);
  });

  test('a scatterer leaves less of the mirror image above its design frequency only', () => {
    const { pieces } = hangOver(bare(), 'right-B');
    const made = (designHz: number) =>
      edited(
        bare(),
        {
          type: 'put-recipe',
          recipe: {
            ...structuredClone(FIRST_COVER),
            id: 'own-ribs',
            layers: [],
            scatterer: { kind: 'bought', designHz, depth: 0.1 },
          },
        },
        {
          type: 'put-pieces',
          pieces: [{ ...moved(pieces[0]!, { u: pieces[0]!.place.u - 0.1, width: 0.9 }), recipe: 'own-ribs' }],
        },
      );
    const p = made(1000);
    const mark = markOf(p, 'right-B');
    const loss = mark.octavesDb.map((db) => db! - mark.octavesDb[0]!);
    // Below, only what wells take there more than at 63 Hz.
    expect(loss[2]).toBeCloseTo(10 * Math.log10((1 - 0.16) / (1 - 0.06)), 6);
    expect(loss[5]!).toBeLessThan(-6);
    // Three wavelengths of 1 kHz are 1.03 m, further away than that it may hang; of 300 Hz it may not.
    const codes = (hz: number) => studyMarks(made(hz)).issues.map((i) => i.code);
    expect(codes(1000)).not.toContain('marks.scatter-too-near');
    expect(codes(300)).toContain('marks.scatter-too-near');
  });
});

describe('sent elsewhere', () => {
  const board = recipeOf(bare(), BOARD);

  test('the turn found is the least that keeps every sampled head clear, a little less does not', () => {
    const p = bare();
    const setting = settingOf(p);
    const mark = markOf(p, 'right-B');
    const [best] = redirectsFor(setting, mark, board, { width: 0.6, height: 0.6 });
    expect(Math.abs(best!.deg)).toBeGreaterThan(1);
    const { width, height } = best!.size;
    const hang = (deg: number) => {
      const turned = best!.about === 'turn' ? { turnDeg: deg } : { tiltDeg: deg };
      const panels = [{ left: best!.middle[0] - width / 2, low: best!.middle[1] - height / 2, width, height }];
      const face = setting.faces.find((f) => f.id === 'B')!;
      return edited(p, {
        type: 'put-pieces',
        pieces: piecesFor(setting, face, panels, { recipe: BOARD, name: 'Board', ...turned, at: null }),
      });
    };
    const onBoard = (q: Project) => marksOf(q).filter((m) => m.kind === 'board' && m.loudspeaker === 'right');
    expect(onBoard(hang(best!.deg))).toEqual([]);
    expect(onBoard(hang(best!.deg - Math.sign(best!.deg) * 2)).length).toBeGreaterThan(0);
    // The wall behind the board is hidden by it, and said so.
    const hidden = studyMarks(hang(best!.deg)).result.hidden.find((h) => h.loudspeaker === 'right' && h.face === 'B');
    expect(hidden?.by).toMatch(/Board/);
    expect(best!.next).not.toBeNull();
  });

  test('a board is judged by what it sends of every loudspeaker, straight and over one more surface, as the study then finds it', () => {
    const p = edited(
      bare(),
      { type: 'set-rig', layout: 'surround-5', second: false, subs: 0 },
      { type: 'set-marking', marking: { school: 'minus-20-in-20' } },
    );
    const setting = settingOf(p);
    let [heard, quiet] = [0, 0];
    for (const mark of marksOf(p)
      .filter((m) => m.kind === 'wall' && m.matters)
      .slice(0, 8)) {
      for (const r of redirectsFor(setting, mark, board, { width: 0.9, height: 1.2 })) {
        const hung = edited(p, { type: 'put-pieces', pieces: boardsFor(setting, mark, r, null, null) });
        const after = marksOf(hung).filter((m) => m.kind === 'board' && m.matters);
        const straight = r.arrivals.filter((a) => a.over === null);
        expect(new Set(after.map((m) => m.letter))).toEqual(new Set(straight.map((a) => a.letter)));
        heard += straight.length;
        if (straight.length === 0) quiet += 1;
        const second = studySecondOrder(secondOrderInputs(settingOf(hung))).paths.filter((x) =>
          x.names.some((n) => n.startsWith('Board')),
        );
        for (const a of r.arrivals.filter((t) => t.over !== null)) {
          const same = second.find((x) => x.letter === a.letter && Math.abs(x.delay - a.delay) < 1e-9);
          expect(same!.levelDb).toBeCloseTo(a.levelDb, 6);
        }
      }
    }
    expect(quiet).toBeGreaterThan(0);
    expect(heard).toBeGreaterThan(0);
  });

  test('both sides alike: two boards, mirror images of each other, with names of their own', () => {
    const p = bare();
    const setting = settingOf(p);
    const [mark, marks] = [markOf(p, 'right-B'), marksOf(p)];
    const [best] = redirectsFor(setting, mark, board, { width: 0.6, height: 0.6 });
    const boards = boardsFor(setting, mark, best!, twinMark(setting, mark, marks), '2026-11-01T08:00:00Z');
    expect(boards.map((b) => b.id)).toEqual(['piece-1', 'piece-2']);
    const hung = settingOf(edited(p, { type: 'put-pieces', pieces: boards })).placed;
    const [one, two] = hung.map((b) => b.plates[0]!.vertices);
    const flipped = one!.map(([x, y, z]): Vec3 => [2 * setting.axis - x, y, z]);
    for (const v of flipped) expect(Math.min(...two!.map((w) => distance(v, w)))).toBeLessThan(1e-9);
  });
});
