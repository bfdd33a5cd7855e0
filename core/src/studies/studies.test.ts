import { type IntegerSolver, loadIntegerSolver } from '../dosage/solver';
import { applyCommand, type Command } from '../project/commands';
import { createProject } from '../project/create';
import type { Project } from '../project/schema';
import { OCTAVES } from '../quantities/bands';
import { ISSUE_CODES, issueSentence } from '../words/issues';
import { atSeatWord, pressureMap, schroederWithDecay, studyBass } from './bass';
import { studyBuild } from './build';
import { decayInputs, recipeAbsorption, studyDecay } from './decay';
import { hangingOrder } from './decayAnswer';
import { curveFor } from './decayCurves';
import { studyMarks } from './marks';
import { studySeat } from './seat';
import { settingOf } from './setting';
import { studyTargetCosts, targetCostInputs } from './targetCosts';
import { studySymmetry } from './symmetry';
import { verdict } from './verdict';

let solver: IntegerSolver;
beforeAll(async () => {
  solver = await loadIntegerSolver();
});

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
    const after = studyMarks(room({ type: 'set-counts', counts: { B: needed } })).result;
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

describe('decay', () => {
  const deep: Command = { type: 'set-panel', panel: { depth: 0.15, gap: 0.1, flowResistivity: 8000 } };

  test('the answer is inside the target, one panel fewer is not, whatever is taken away', () => {
    const inputs = decayInputs(room(deep));
    const { result } = studyDecay(inputs, solver);
    if (result.answer.status !== 'reached') throw new Error(result.answer.status);
    const { curve } = result.answer;
    expect(curve.inside).toBe(true);
    for (const id of Object.keys(curve.counts).filter((k) => curve.counts[k]! > 0)) {
      const fewer = curveFor(
        inputs,
        { ...curve.counts, [id]: curve.counts[id]! - 1 },
        result.panelAlpha,
        result.limits,
      );
      expect(fewer.inside).toBe(false);
    }
    expect(result.answer.fewer!.inside).toBe(false);
    expect(result.answer.fewer!.panels).toBe(curve.panels - 1);
    expect(result.answer.more!.panels).toBe(curve.panels + 1);
  });

  test('no arrangement of fewer panels does it: every split over four groups tried', () => {
    const inputs = decayInputs(
      room(
        deep,
        { type: 'set-usable', usable: ['A', 'C', 'ceiling'] },
        { type: 'set-target', target: { school: 'drop-20-in-150' } },
      ),
    );
    const { result } = studyDecay(inputs, solver);
    if (result.answer.status !== 'reached') throw new Error(result.answer.status);
    const n = result.answer.curve.panels - 1;
    for (let a = 0; a <= n; a++) {
      for (let c = 0; a + c <= n; c++) {
        const curve = curveFor(inputs, { A: a, C: c, ceiling: n - a - c }, result.panelAlpha, result.limits);
        const fits = inputs.faces.every(
          (f) =>
            (({ A: a, C: c, ceiling: n - a - c }) as Record<string, number>)[f.id] === undefined ||
            ({ A: a, C: c, ceiling: n - a - c } as Record<string, number>)[f.id]! <= f.capacity,
        );
        const marks = inputs.faces
          .filter((f) => f.usable)
          .every((f) => (({ A: a, C: c, ceiling: n - a - c }) as Record<string, number>)[f.id]! >= f.needed);
        expect(curve.inside && fits && marks).toBe(false);
      }
    }
  });

  test('first reflections first, and left as many as right', () => {
    const inputs = decayInputs(room(deep));
    const { result } = studyDecay(inputs, solver);
    if (result.answer.status !== 'reached') throw new Error(result.answer.status);
    const { counts } = result.answer.curve;
    expect(counts.B).toBe(counts.D);
    for (const f of inputs.faces.filter((k) => k.usable)) expect(counts[f.id]).toBeGreaterThanOrEqual(f.needed);
    for (const f of inputs.faces.filter((k) => k.usable)) expect(counts[f.id]).toBeLessThanOrEqual(f.capacity);
  });

  test('a thin panel cannot reach the target without killing the highs, and says which band', () => {
    const { result, issues } = studyDecay(
      decayInputs(room({ type: 'set-panel', panel: { depth: 0.02, gap: 0, flowResistivity: 20000 } })),
      solver,
    );
    expect(['too-dead', 'not-enough']).toContain(result.answer.status);
    const issue = issues.find((i) => i.code === `decay.${result.answer.status}`)!;
    expect(OCTAVES).toContain(issue.values.octave);
    expect(issueSentence(issue, 'metric')).toMatch(/cannot be reached/);
  });

  test('with too few surfaces it says that all that fit are not enough, and how far off', () => {
    const { result, issues } = studyDecay(decayInputs(room(deep, { type: 'set-usable', usable: ['A'] })), solver);
    expect(result.answer.status).toBe('not-enough');
    expect(codes(issues)).toContain('decay.not-enough');
    if ('curve' in result.answer)
      expect(result.answer.curve.worst!.time).toBeGreaterThan(result.answer.curve.worst!.limit);
  });

  test('a usable surface nowhere is an honest not-enough with no panels', () => {
    const { result } = studyDecay(decayInputs(room({ type: 'set-usable', usable: [] })), solver);
    expect(result.answer).toMatchObject({ status: 'not-enough', curve: { panels: 0 } });
    expect(result.steps).toEqual([{ panels: 0, mid: expect.any(Number), inside: false }]);
  });

  test('Eyring lies inside its own spread, and Sabine is never shorter', () => {
    const { result } = studyDecay(decayInputs(room(deep, { type: 'set-counts', counts: { B: 4, D: 4 } })), solver);
    result.chosen.eyring.forEach((t, i) => {
      expect(t!).toBeGreaterThanOrEqual(result.chosen.low[i]!);
      expect(t!).toBeLessThanOrEqual(result.chosen.high[i]!);
      expect(result.chosen.sabine[i]!).toBeGreaterThanOrEqual(t!);
    });
  });

  test('panels go up marks first, then always on the emptiest surface, and all that fit get used', () => {
    const inputs = decayInputs(room(deep));
    const order = hangingOrder(inputs);
    const usable = inputs.faces.filter((f) => f.usable);
    expect(order).toHaveLength(usable.reduce((s, f) => s + f.capacity, 0));
    const forMarks = usable.reduce((s, f) => s + f.needed, 0);
    const first = order.slice(0, forMarks);
    for (const f of usable) expect(first.filter((id) => id === f.id)).toHaveLength(f.needed);
  });

  test('no panel, however thin, makes any band ring longer than the bare room', () => {
    const thin: Command = { type: 'set-panel', panel: { depth: 0.02, gap: 0, flowResistivity: 5000 } };
    const { bare, chosen } = studyDecay(
      decayInputs(room(thin, { type: 'set-counts', counts: { ceiling: 12 } })),
      solver,
    ).result;
    chosen.eyring.forEach((t, i) => expect(t!).toBeLessThanOrEqual(bare.eyring[i]! + 1e-12));
  });

  test('a hall of sixty metres is answered with short lists, not with tens of thousands of rows', () => {
    const hall = createProject('h', 'Hall', { length: 60, width: 40, height: 15 });
    const bass = studyBass(hall);
    expect(bass.result.limit).toBeLessThan(300);
    expect(bass.result.modes.length).toBeLessThan(2000);
    expect(codes(bass.issues)).toContain('bass.list-ends-early');
    expect(codes(bass.issues)).not.toContain('bass.spacing-drop');
    expect(bass.result.bands.every((b) => b.fm < bass.result.limit)).toBe(true);
    const { result } = studyDecay(decayInputs(hall), solver);
    expect(result.steps.length).toBeLessThanOrEqual(41);
    expect(result.steps.every((s) => s.panels % 4 === 0)).toBe(true);
    expect(result.bare.eyring.every((t) => t !== null && Number.isFinite(t))).toBe(true);
  });

  test('every school says what it costs here: its own answer’s panels at the price Build asks', () => {
    const project = room();
    const setting = settingOf(project);
    const inputs = decayInputs(project, setting);
    const list = studyTargetCosts(targetCostInputs(project, setting, inputs), solver);
    expect(list.map((t) => t.school)).not.toContain('own');
    for (const { school, panels, cost, status } of list) {
      const { answer } = studyDecay({ ...inputs, school }, solver).result;
      expect(status).toBe(answer.status);
      expect(panels).toBe(answer.status === 'reached' ? answer.curve.panels : null);
      if (!panels) continue;
      const built = studyBuild(room({ type: 'set-counts', counts: { B: panels } })).result;
      expect(cost).toBeCloseTo(built.cost, 6);
    }
    const of = (school: string) => list.find((t) => t.school === school)!.panels!;
    expect(of('by-volume')).toBeGreaterThanOrEqual(of('production-room'));
  });

  test('one loudspeaker, or none, is a room without a triangle, not a fault', () => {
    for (const keep of [1, 0]) {
      const project = structuredClone(room());
      project.loudspeakers.splice(keep);
      const setting = settingOf(project);
      expect(studySeat(project, setting).result.triangle).toBeNull();
      expect(studyMarks(project, setting).result.marks).toHaveLength(6 * keep);
      expect(studyDecay(decayInputs(project, setting), solver).result.forMarks).toBe(3 * keep);
    }
  });

  test('progress rises to one', () => {
    const parts: number[] = [];
    studyDecay(decayInputs(room()), solver, (p) => parts.push(p));
    expect(parts).toEqual([...parts].sort((a, b) => a - b));
    expect(parts.at(-1)).toBe(1);
  });

  test('a deeper recipe takes more at 125 Hz', () => {
    const recipe = room().treatment.panel;
    const at = (depth: number) => recipeAbsorption({ ...recipe, depth }, 1.2, 343)[1]!;
    expect(at(0.2)).toBeGreaterThan(at(0.1));
  });
});

describe('build', () => {
  test('counts what was decided and refuses what cannot be built, with the reason', () => {
    expect(studyBuild(room({ type: 'set-counts', counts: { B: 2, D: 2 } })).result.shopping!.pieces[0]).toMatchObject({
      name: 'stile',
      count: 8,
    });
    expect(codes(studyBuild(room({ type: 'set-buying', buying: { stockLength: 1 } })).issues)).toContain(
      'build.stock-too-short',
    );
    expect(codes(studyBuild(room({ type: 'set-buying', buying: { clothWidth: 0.5 } })).issues)).toContain(
      'build.cloth-too-narrow',
    );
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

test('every issue a study can raise has a sentence in all three systems of length', () => {
  const values = new Proxy({}, { get: () => 0.12 }) as Record<string, number>;
  for (const code of ISSUE_CODES) {
    for (const system of ['metric', 'feet', 'inches'] as const) {
      const sentence = issueSentence({ code, values }, system);
      expect(sentence).toMatch(/^[A-Z0-9].*\.$/);
      expect(sentence).not.toMatch(/NaN|undefined/);
    }
  }
  expect(() => issueSentence({ code: 'nothing.such', values: {} }, 'metric')).toThrow(/no words for code nothing.such/);
});
