import { door, edited, plainBox, wardrobe, window } from '../testing/rooms';
import { materialById } from '../materials/library';
import { decayInputs } from '../studies/decay/inputs';
import { studied } from '../studies/decay/study';
import { curveFor } from '../studies/decay/curves';
import { partsOf } from './faceParts';
import { exposedArea } from './objects';
import { studyMarks } from '../studies/marks/study';
import { stretchesOf } from './absorption';
import { studySeat } from '../studies/seat/study';
import { settingOf } from './setting';
import { studySurvey } from '../studies/survey/study';
import { tapeFrom } from './tapes';
import { tapeWords } from '../words/tapes';
import type { Project } from '../document/schema/project';

const ell = () => edited(plainBox(), { type: 'insert-recess', wall: 'C', from: 0, width: 2, depth: 1.5 });

describe('what covers a surface', () => {
  test('door, window and rug take their areas from wall and floor, and none is counted twice', () => {
    const p = edited(
      plainBox(),
      { type: 'put', list: 'openings', thing: door() },
      {
        type: 'put',
        list: 'patches',
        thing: { id: 'lining', name: 'Lining', face: 'B', u: 3, v: 0, width: 2, height: 1, material: 'timber-solid' },
      },
      {
        type: 'put',
        list: 'furniture',
        thing: wardrobe({ id: 'rug', kind: 'rug', x: 2, y: 2, turnDeg: 30, width: 2, depth: 1, material: 'rug-thick' }),
      },
    );
    const setting = settingOf(p);
    const areas = Object.fromEntries(stretchesOf(setting).map((s) => [s.id, s.area]));
    expect(areas.door).toBeCloseTo(1.8, 9);
    expect(areas.lining).toBeCloseTo(2 - 0.9, 9);
    expect(areas.B).toBeCloseTo(12.5 - 1.8 - 1.1, 9);
    expect(areas.rug).toBeCloseTo(2, 9);
    expect(areas.floor).toBeCloseTo(18, 9);
    expect(stretchesOf(setting).reduce((sum, s) => sum + s.area, 0)).toBeCloseTo(setting.solid.surfaceArea, 9);
  });

  test('a patch on a gable is cut to it, one on a slope counts its true area', () => {
    const p = edited(
      plainBox(),
      { type: 'set-ceiling', ceiling: { shape: 'ridge', along: 'D', at: 2, top: 3.5, far: 2.5 } },
      {
        type: 'put',
        list: 'patches',
        thing: { id: 'high', name: 'High', face: 'A', u: 0, v: 2.5, width: 4, height: 1, material: 'cork-wall' },
      },
      {
        type: 'put',
        list: 'patches',
        thing: {
          id: 'slope',
          name: 'Slope',
          face: 'ceiling',
          u: 0.5,
          v: 1,
          width: 1,
          height: 2,
          material: 'cork-wall',
        },
      },
    );
    const areas = Object.fromEntries(stretchesOf(settingOf(p)).map((s) => [s.id, s.area]));
    expect(areas.high).toBeCloseTo(2, 9);
    expect(areas.slope).toBeCloseTo(2 * Math.hypot(1, 0.5), 9);
  });

  test('turning the room to another wall moves no area', () => {
    const p = edited(
      ell(),
      { type: 'put', list: 'openings', thing: window() },
      {
        type: 'put',
        list: 'furniture',
        thing: wardrobe({ id: 'rug', kind: 'rug', x: 1, y: 5, width: 2.4, depth: 2.4, material: 'rug-thick' }),
      },
    );
    const areasFacing = (wall: string) =>
      Object.fromEntries(
        stretchesOf(settingOf(edited(p, { type: 'face-wall', wall }))).map((s) => [s.id, s.area.toFixed(9)]),
      );
    expect(areasFacing('D')).toEqual(areasFacing('A'));
  });
});

describe('decay in real rooms', () => {
  test('Sabine by hand: base, window, and a wardrobe by the surface it shows', () => {
    const p = edited(
      plainBox(),
      { type: 'put', list: 'openings', thing: window() },
      { type: 'put', list: 'furniture', thing: wardrobe() },
    );
    const setting = settingOf(p);
    const inputs = decayInputs(p, setting);
    const a = (id: string) => materialById(id).alpha[4]!;
    const hand =
      (4 * 2.5 * 2 + 5 * 2.5 * 2 - 1.8) * a('plaster-on-brick') +
      1.8 * a('glass-double') +
      20 * (a('boards-on-joists') + a('plasterboard-joists')) +
      (0.72 + 3.6 * 2) * a('cupboard-closed');
    expect(exposedArea(wardrobe())).toBeCloseTo(7.92, 9);
    const K = (24 * Math.LN10) / setting.c;
    const T = (K * 50) / (hand + 4 * setting.mEnergy[4]! * 50);
    expect(curveFor(studied(inputs).inputs, {}, new Array<number>(8).fill(0), []).sabine[4]).toBeCloseTo(T, 9);
  });

  test('people count by the piece, and capacity keeps clear of door and window', () => {
    const bare = decayInputs(plainBox());
    const p = edited(
      plainBox(),
      {
        type: 'put',
        list: 'furniture',
        thing: wardrobe({
          id: 'x',
          kind: 'person',
          name: 'Person',
          material: 'person-seated',
          width: 0.5,
          depth: 0.5,
          height: 1.2,
        }),
      },
      { type: 'put', list: 'openings', thing: door() },
    );
    const inputs = decayInputs(p);
    expect(inputs.objects[4]).toBeCloseTo(materialById('person-seated').alpha[4]!, 12);
    const capacity = (i: typeof inputs) => i.faces.find((f) => f.id === 'B')!.capacity;
    expect(capacity(inputs)).toBeLessThan(capacity(bare));
  });

  test('leave to hang on the ceiling holds for all its pieces; doors and patches are no place', () => {
    const p = edited(
      plainBox(),
      { type: 'put', list: 'openings', thing: door() },
      {
        type: 'put',
        list: 'beams',
        thing: { id: 'beam', name: 'Beam', along: 'A', from: 2, width: 0.3, span: null, level: 2.2 },
        material: 'plasterboard-joists',
      },
    );
    const { faces } = decayInputs(p);
    const named = (id: string) => faces.find((f) => f.id === id)!;
    expect(['ceiling', 'ceiling 2', 'beam', 'door'].map((id) => named(id).usable)).toEqual([true, true, false, false]);
    expect(named('ceiling 2').capacity).toBeGreaterThan(0);
    expect(named('door')).toMatchObject({ isPart: true, capacity: 0 });
  });

  test('both sides alike is asked of all left walls against all right walls', () => {
    const p = edited(plainBox(), { type: 'insert-recess', wall: 'B', from: 2, width: 1, depth: -0.3 });
    const [left, right] = decayInputs(p).alike!;
    expect(left).toEqual(['D']);
    expect(right).toEqual(['B', 'F', 'H']);
  });
});

describe('marks in real rooms', () => {
  test('a mark on a window is named, cannot be covered, and is as loud as glass', () => {
    const bare = studyMarks(plainBox()).result.marks.find((m) => m.id === 'left-D')!;
    const p = edited(plainBox(), { type: 'put', list: 'openings', thing: window({ u: 5 - bare.at[1] - 0.75 }) });
    const { result, issues } = studyMarks(p);
    const mark = result.marks.find((m) => m.id === 'left-D')!;
    expect(mark.on).toMatchObject({ id: 'win', kind: 'window' });
    expect(mark.levelDb).not.toBeCloseTo(bare.levelDb!, 3);
    expect(issues.some((i) => i.code === 'marks.on-opening' && i.where.includes('win'))).toBe(true);
  });

  test('a desk between loudspeakers and ears mirrors them at the height of its top', () => {
    const p = edited(plainBox(), {
      type: 'put',
      list: 'furniture',
      thing: wardrobe({
        id: 'desk',
        kind: 'desk',
        name: 'Desk',
        x: 2,
        y: 1.3,
        width: 1.6,
        depth: 0.8,
        height: 0.74,
        lift: 0.7,
        material: 'desk-wood',
      }),
    });
    const marks = studyMarks(p).result.marks.filter((m) => m.face === 'desk');
    expect(marks).toHaveLength(2);
    for (const m of marks) {
      expect(m.at[2]).toBeCloseTo(0.74, 12);
      // Loudspeaker and ears are at one height: the mirror point is half way.
      expect(m.at[1]).toBeCloseTo((m.path[0]![1] + m.path[2]![1]) / 2, 9);
    }
    expect(studyMarks(p).result.marks.some((m) => m.face === 'floor')).toBe(false);
  });

  test('a wardrobe in the way hides the wall behind it', () => {
    const mark = studyMarks(plainBox()).result.marks.find((m) => m.id === 'left-D')!;
    const p = edited(plainBox(), { type: 'put', list: 'furniture', thing: wardrobe({ x: 0.31, y: mark.at[1] }) });
    const ids = studyMarks(p).result.marks.map((m) => m.id);
    expect(ids).not.toContain('left-D');
    // Its own front, 0.61 m from the wall, mirrors instead.
    expect(studyMarks(p).result.marks.find((m) => m.faceName === 'Wardrobe, right side')!.at[0]).toBeCloseTo(0.61, 9);
  });

  test('a re-entrant corner hides what is behind it, a beam its part of the ceiling', () => {
    const p = edited(ell(), {
      type: 'put',
      list: 'beams',
      thing: { id: 'beam', name: 'Beam', along: 'A', from: 0.5, width: 1.2, span: null, level: 2.3 },
      material: 'plasterboard-joists',
    });
    const under = studyMarks(p).result.marks.filter((m) => m.face.startsWith('beam') && m.kind === 'ceiling');
    expect(under).toHaveLength(2);
    for (const m of under) expect(m.at[2]).toBeCloseTo(2.3, 12);
    const seat = edited(
      p,
      { type: 'move-head', x: 0.5, y: 6 },
      { type: 'move-loudspeaker', id: 'right', x: 3.8, y: 4.9, mirror: false },
    );
    expect(studyMarks(seat).issues.some((i) => i.code === 'marks.direct-blocked')).toBe(true);
  });

  test('on a platform the ears are higher', () => {
    const p = edited(plainBox(), {
      type: 'put',
      list: 'platforms',
      thing: { id: 'rise', name: 'Rise', along: 'C', from: 0, width: 4, span: null, level: 0.15 },
      material: 'boards-on-joists',
    });
    expect(settingOf(p).head[2]).toBeCloseTo(1.35, 12);
    expect(studySeat(p).issues.map((i) => i.code)).toContain('seat.axis-height');
  });
});

describe('the tape', () => {
  test('starts at the wall it meets: beside a breast at the breast, in an alcove at its back', () => {
    // Breast on the left from 2.3 to 3.3 m behind the front wall, 0.4 m deep; head and loudspeakers far back.
    const p = edited(
      plainBox(),
      { type: 'insert-recess', wall: 'D', from: 1.7, width: 1, depth: -0.4 },
      { type: 'move-head', x: 2, y: 4.4 },
      { type: 'move-loudspeaker', id: 'left', x: 1.2, y: 3.6, mirror: false },
    );
    const setting = settingOf(p);
    const { marks } = studyMarks(p, setting).result;
    const wall = marks.find((m) => m.id === 'left-D')!;
    // Behind the breast the tape runs forwards to its side, 3.3 m behind the front wall.
    expect(wall.tape[0].metres).toBeCloseTo(wall.at[1] - 3.3, 9);
    expect(wall.tape[0].wall).toMatch(/^left return/);
    expect(tapeFrom(setting, [2, 2.8], 'left')).toMatchObject({ metres: expect.closeTo(1.6, 9) });
    expect(tapeFrom(setting, [2, 1], 'left')).toMatchObject({ metres: expect.closeTo(2, 9) });
    expect(tapeWords(tapeFrom(setting, [2, 1], 'left'))).toBe('from left wall');
    expect(tapeFrom(setting, [-3, 1], 'left')).toMatchObject({ wall: 'left', metres: -3 });
    // The breast's face and cheeks say what they are; the longest part beside it keeps the plain name.
    expect(tapeWords(tapeFrom(setting, [2, 2.8], 'left'))).toBe('from left wall, forward');
    const names = setting.faces.filter((f) => f.kind === 'wall').map((f) => f.name);
    expect(new Set(names).size).toBe(8);
    expect(names.filter((n) => /return/.test(n))).toEqual(['left return', 'left return 2']);
  });

  test('in a plain box it is the coordinate', () => {
    for (const m of studyMarks(plainBox()).result.marks) {
      for (const t of m.tape)
        expect(t.metres).toBeCloseTo({ front: m.at[1], left: m.at[0], floor: m.at[2] }[t.from], 9);
    }
  });
});

describe('what the survey says', () => {
  const codes = (p: Project) => studySurvey(p, settingOf(p)).issues.map((i) => i.code);

  test('nothing about a plain room', () => {
    expect(codes(plainBox())).toEqual([]);
  });

  test('a wardrobe in a door swing, and not beside it', () => {
    const p = edited(plainBox(), { type: 'put', list: 'openings', thing: door() });
    const at = (x: number, y: number) =>
      codes(edited(p, { type: 'put', list: 'furniture', thing: wardrobe({ x, y }) }));
    expect(at(3.6, 4.2)).toContain('survey.door-blocked');
    expect(at(2.4, 4.2)).toEqual([]);
    const out = edited(p, { type: 'put', list: 'openings', thing: door({ leaf: { hinge: 'left', swing: 'out' } }) });
    expect(codes(edited(out, { type: 'put', list: 'furniture', thing: wardrobe({ x: 3.6, y: 4.2 }) }))).toEqual([]);
  });

  test('room in front of a wardrobe is its front’s, not its back’s', () => {
    const tall = wardrobe({ x: 2, y: 2, depth: 0.6, width: 1.2, clearance: 0.6 });
    const desk = (y: number) => wardrobe({ id: 'desk', kind: 'desk', x: 2, y, width: 1.2, depth: 0.5, height: 0.7 });
    const withDesk = (y: number) =>
      codes(
        edited(
          plainBox(),
          { type: 'put', list: 'furniture', thing: tall },
          { type: 'put', list: 'furniture', thing: desk(y) },
        ),
      );
    expect(withDesk(2.7)).toEqual(['survey.no-room-in-front']);
    expect(withDesk(1.4)).toEqual([]);
    expect(withDesk(3.3)).toEqual([]);
  });

  test.each([
    [
      'an opening past the end of its wall',
      { type: 'put', list: 'openings', thing: door({ u: 4.5 }) },
      'survey.opening-off-wall',
    ],
    ['a thing in the wall', { type: 'put', list: 'furniture', thing: wardrobe({ x: 0.1 }) }, 'survey.thing-outside'],
    [
      'a thing through the ceiling',
      { type: 'put', list: 'furniture', thing: wardrobe({ height: 3 }) },
      'survey.thing-too-high',
    ],
    [
      'a tape that does not close',
      {
        type: 'set-tape',
        tape: { legs: ['A', 'B', 'C', 'D'].map((wall, i) => ({ wall, length: i === 0 ? 4.2 : 4, insideDeg: 90 })) },
      },
      'survey.tape-open',
    ],
    [
      'a diagonal of another room',
      { type: 'set-tape', tape: { diagonals: [{ from: 'A', to: 'C', length: 6 }] } },
      'survey.diagonal',
    ],
  ] as const)('%s', (_what, command, code) => {
    expect(codes(edited(plainBox(), structuredClone(command) as never))).toEqual([code]);
  });

  test('a part of a face without its own material keeps the face one', () => {
    const p = edited(plainBox(), { type: 'put', list: 'openings', thing: window({ kind: 'socket', material: null }) });
    const setting = settingOf(p);
    expect(
      partsOf(
        p,
        setting.frame,
        setting.faces.find((f) => f.id === 'D')!,
      )[0]!.material,
    ).toBeNull();
    expect(stretchesOf(setting)).toHaveLength(6);
    expect(stretchesOf(setting).find((s) => s.id === 'D')!.area).toBeCloseTo(12.5, 9);
  });
});
