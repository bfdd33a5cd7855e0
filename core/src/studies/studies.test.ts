import { type IntegerSolver, loadIntegerSolver } from '../dosage/solver';
import { applyCommand, type Command } from '../document/commands/commands';
import { createProject } from '../document/create';
import type { Project } from '../document/schema/project';
import { atSeatWord, pressureMap, schroederWithDecay, studyBass } from './bass/study';
import { studyBuild } from './build/study';
import { decayInputs } from './decay/inputs';
import { studyDecay } from './decay/study';
import { studyMarks } from './marks/study';
import { studySeat } from './seat/study';
import { settingOf } from '../room/setting';
import { studySymmetry } from './survey/symmetry';
import { verdict } from '../report/verdict';
import { numbers } from '../testing/pieces';
import { bars, cloth } from '../testing/shop';

let solver: IntegerSolver;
beforeAll(async () => (solver = await loadIntegerSolver()));
const room = (...commands: Command[]): Project =>
  commands.reduce(
    (p, c) => applyCommand(p, c).project,
    createProject('p', 'Room', { length: 5.2, width: 3.8, height: 2.6 }),
  );
const codes = (issues: { code: string }[]) => issues.map((i) => i.code);

describe('the setting', () => {
  test('names walls by how the listener faces, whichever wall that is', () => {
    for (const wall of ['A', 'B', 'C', 'D']) {
      const setting = settingOf(room({ type: 'face-wall', wall }));
      expect(setting.faces.map((f) => f.name)).toEqual(['front', 'right', 'rear', 'left', 'floor', 'ceiling']);
      expect(setting.faces[0]!.id).toBe(wall);
      expect(setting.solid.volume).toBeCloseTo(5.2 * 3.8 * 2.6, 9);
    }
  });
});

describe('seat', () => {
  test('by rule nothing is wrong with symmetry, angle or distance', () => {
    const { result, issues } = studySeat(room());
    expect(result.headPart).toBeCloseTo(0.38, 9);
    expect(result.triangle!.angleDeg).toBeCloseTo(60, 6);
    expect(result.symmetry!.difference).toBeCloseTo(0, 9);
    expect(codes(issues)).not.toContain('seat.unequal-sides');
  });

  test.each<[string, Command[]]>([
    ['seat.centre-null', [{ type: 'move-head', x: 1.9, y: 2.6 }]],
    ['seat.rear-wall-close', [{ type: 'move-head', x: 1.9, y: 4.9 }]],
    ['seat.pushed-back', [{ type: 'set-triangle', triangleSide: 2.4 }]],
    ['seat.head-outside', [{ type: 'move-head', x: 9, y: 2 }]],
    ['seat.unequal-sides', [{ type: 'move-loudspeaker', id: 'left', x: 1.0, y: 0.7, mirror: false }]],
    [
      'seat.not-symmetric',
      [
        { type: 'move-loudspeaker', id: 'left', x: 0.9, y: 0.766, mirror: false },
        { type: 'move-head', x: 1.75, y: 1.976 },
      ],
    ],
    ['seat.triangle-wide', [{ type: 'move-head', x: 1.9, y: 1.4 }]],
    ['seat.triangle-narrow', [{ type: 'move-head', x: 1.9, y: 3.4 }]],
    ['seat.axis-height', [{ type: 'set-ear-height', earHeight: 1.05 }]],
    ['seat.too-near', [{ type: 'move-head', x: 1.9, y: 1.4 }]],
    ['seat.loudspeaker-outside', [{ type: 'move-loudspeaker', id: 'left', x: -0.5, y: 1, mirror: false }]],
    ['seat.loudspeaker-in-wall', [{ type: 'move-loudspeaker', id: 'left', x: 1.2, y: 0.1, mirror: true }]],
    ['seat.notches-coincide', [{ type: 'move-loudspeaker', id: 'left', x: 0.5, y: 0.5, mirror: true }]],
  ])('%s is noticed', (code, commands) => {
    expect(codes(studySeat(room(...commands)).issues)).toContain(code);
  });

  test('a loudspeaker outside the room has no boundaries and no invented figure', () => {
    const { result } = studySeat(room({ type: 'move-loudspeaker', id: 'left', x: -0.5, y: 1, mirror: false }));
    expect(result.loudspeakers[0]).toMatchObject({ nearest: null, notch: null, curve: [] });
  });

  test('nearer to the front wall the notch from it moves up', () => {
    const at = (y: number) =>
      studySeat(
        room({ type: 'move-loudspeaker', id: 'left', x: 1.2, y, mirror: true }),
      ).result.loudspeakers[0]!.boundaries.find((b) => b.name === 'front')!.exactNullHz!;
    expect(at(0.4)).toBeGreaterThan(at(0.8));
    expect(at(0.8)).toBeGreaterThan(at(1.2));
  });
});

describe('bass', () => {
  test('a head at half length is told which null it is in', () => {
    const { result, issues } = studyBass(room({ type: 'move-head', x: 1.9, y: 2.6 }));
    const first = result.modes.find((m) => m.n.join() === '0,1,0')!;
    expect(first.atSeat).toBe('null');
    expect(issues.find((i) => i.code === 'bass.seat-in-null')!.values.f).toBeCloseTo(first.f, 9);
  });

  test('null, between and peak are parted at −12 and −3 dB', () => {
    expect([0.2, 0.3, 0.7, 0.72].map(atSeatWord)).toEqual(['null', 'between', 'between', 'peak']);
  });

  test('the pressure map has its null where the mode has, and its sign turns there', () => {
    const map = pressureMap([4, 5, 2.5], [0, 1, 0], 1.2, 8, 20);
    expect(map).toHaveLength(160);
    expect(map.slice(0, 80).every((v) => v > 0)).toBe(true);
    expect(map.slice(80).every((v) => v < 0)).toBe(true);
  });

  test('the Schroeder frequency satisfies its own equation', () => {
    const times = [1.2, 1, 0.8, 0.7, 0.6, 0.6, 0.5, 0.4];
    const { f, time } = schroederWithDecay(times, 55);
    expect(f).toBeCloseTo(2000 * Math.sqrt(time / 55), 1);
    expect(
      schroederWithDecay(
        times.map(() => 0.5),
        50,
      ).f,
    ).toBeCloseTo(200, 6);
  });

  test('far from a box there are no invented modes', () => {
    const p = structuredClone(room());
    Object.assign(p.room.corners[2]!, { x: 2 });
    const { result, issues } = studyBass(p);
    expect(result.box).toBeNull();
    expect(result.modes).toEqual([]);
    expect(codes(issues)).toEqual(['bass.not-a-box']);
  });

  test('a room that nearly fills the box around it gets that box’s modes, and is told so', () => {
    const p = structuredClone(room());
    Object.assign(p.room.corners[2]!, { x: 3.5 });
    const { result, issues } = studyBass(p);
    expect(result.fill).toBeCloseTo((3.8 + 3.5) / 2 / 3.8, 9);
    expect(result.box).toEqual([3.8, 5.2, expect.closeTo(2.6, 9)]);
    expect(codes(issues)).toContain('bass.box-estimate');
    expect(codes(studyBass(room()).issues)).not.toContain('bass.box-estimate');
  });
});

describe('marks', () => {
  test('two loudspeakers in a box make twelve marks, mirror images of each other', () => {
    const { marks } = studyMarks(room()).result;
    expect(marks).toHaveLength(12);
    const find = (id: string) => marks.find((m) => m.id === id)!;
    const [a, b] = [find('left-D'), find('right-B')];
    expect(a.tape[0]).toMatchObject({ from: 'front', metres: expect.closeTo(b.tape[0].metres, 9) });
    expect(a.levelDb).toBeCloseTo(b.levelDb!, 9);
    expect([a.own, find('left-B').own, find('left-A').own]).toEqual([true, false, null]);
  });

  test('marks turn with the listener: the same room faced the other way reads the same tape', () => {
    const symmetric = [
      { type: 'face-wall', wall: 'A' },
      { type: 'face-wall', wall: 'C' },
    ] as const;
    const [one, two] = symmetric.map((c) =>
      studyMarks(room(c))
        .result.marks.map((m) => m.tape.map((t) => t.metres.toFixed(6)).join())
        .sort(),
    );
    expect(two).toEqual(one);
  });

  test('a mark is covered once its surface has the panels it needs', () => {
    const before = studyMarks(room()).result;
    const needed = before.covers.find((c) => c.face === 'B')!.needed!;
    const after = studyMarks(room(numbers({ B: needed }))).result;
    expect(before.covered).toBe(0);
    const wanting = before.marks.filter((m) => m.face === 'B' && m.matters);
    expect(wanting.length).toBeGreaterThan(0);
    expect(after.covered).toBe(wanting.length);
    for (const { id } of wanting) expect(after.marks.find((m) => m.id === id)!.standoff).toBeCloseTo(0.2, 9);
  });

  test('the worst bare mark is the loudest that matters', () => {
    const { marks, worstBare } = studyMarks(room()).result;
    expect(worstBare!.levelDb).toBe(Math.max(...marks.filter((m) => m.matters).map((m) => m.levelDb!)));
  });
});

describe('build', () => {
  test('counts what was decided and refuses what cannot be built, with the reason', () => {
    const four = numbers({ B: 2, D: 2 });
    expect(studyBuild(room(four)).result.needs.find((n) => n.of.sort === 'bar')!.parts[0]).toMatchObject({
      name: 'stile',
      count: 8,
    });
    expect(codes(studyBuild(room(four, bars({ length: 1 }))).issues)).toContain('build.stock-too-short');
    expect(codes(studyBuild(room(four, cloth({ width: 0.02 }))).issues)).toContain('build.cloth-too-narrow');
    expect(codes(studyBuild(room()).issues)).toEqual(['build.nothing-decided']);
  });
});

describe('the verdict', () => {
  test('has a finite figure or none, a word and a stage for every measure, and never a made-up number', () => {
    for (const project of [
      room(),
      room({ type: 'move-head', x: 9, y: 9 }),
      room({ type: 'move-loudspeaker', id: 'left', x: -1, y: 0, mirror: true }),
    ]) {
      const setting = settingOf(project);
      const marks = studyMarks(project, setting);
      const measures = verdict({
        swing: null,
        symmetry: studySymmetry(setting).result,
        seat: studySeat(project, setting).result,
        bass: studyBass(project, setting).result,
        marks: marks.result,
        decay: studyDecay(decayInputs(project, setting, marks.result), solver).result,
        learned: project.learned,
      });
      expect(measures.map((m) => m.id)).toEqual([
        'symmetry',
        'seat',
        'notch',
        'bass',
        'mark',
        'decay',
        'cover',
        'panels',
      ]);
      for (const m of measures) {
        expect(m.value === null || Number.isFinite(m.value)).toBe(true);
        expect(m.word.length).toBeGreaterThan(0);
      }
    }
  });
});
