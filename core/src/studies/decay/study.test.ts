/** The decay study: what panels bring, which are needed, what stands in the way. */
import { type IntegerSolver, loadIntegerSolver } from '../../dosage/solver';
import { applyCommand, type Command } from '../../document/commands/commands';
import { createProject } from '../../document/create';
import type { Project } from '../../document/schema/project';
import { OCTAVES } from '../../quantities/bands';
import { issueSentence } from '../../words/issues';
import { studyBass } from '../bass/study';
import { studyBuild } from '../build/study';
import { FIRST_COVER } from '../../document/recipes';
import { recipeOctaves } from '../../recipes/curve';
import { withPlainPanel } from '../../recipes/kind';
import { decayInputs } from './inputs';
import { studied, studyDecay } from './study';
import { hangingOrder } from './answer';
import { curveFor } from './curves';
import { studyMarks } from '../marks/study';
import { studySeat } from '../seat/study';
import { settingOf } from '../../room/setting';
import { studyTargetCosts } from './targetCosts';
import { targetCostInputs } from './targetCostInputs';
import { numbers, panelOf } from '../../testing/pieces';

let solver: IntegerSolver;
beforeAll(async () => (solver = await loadIntegerSolver()));
const room = (...commands: Command[]): Project =>
  commands.reduce(
    (p, c) => applyCommand(p, c).project,
    createProject('p', 'Room', { length: 5.2, width: 3.8, height: 2.6 }),
  );
const codes = (issues: { code: string }[]) => issues.map((i) => i.code);

describe('decay', () => {
  const deep: Command = panelOf({ depth: 0.15, gap: 0.1, flowResistivity: 8000 });

  test('the answer is inside the target, one panel fewer is not, whatever is taken away', () => {
    const inputs = decayInputs(room(deep));
    const { result } = studyDecay(inputs, solver);
    if (result.answer.status !== 'reached') throw new Error(result.answer.status);
    const { curve } = result.answer;
    expect(curve.inside).toBe(true);
    for (const id of Object.keys(curve.counts).filter((k) => curve.counts[k]! > 0)) {
      const fewer = curveFor(
        result.inputs,
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
        const curve = curveFor(result.inputs, { A: a, C: c, ceiling: n - a - c }, result.panelAlpha, result.limits);
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
      decayInputs(room(panelOf({ depth: 0.02, gap: 0, flowResistivity: 20000 }))),
      solver,
    );
    expect(['too-dead', 'not-enough']).toContain(result.answer.status);
    const issue = issues.find((i) => i.code === 'decay.too-dead' || i.code === 'decay.not-enough')!;
    expect(issue.code).toBe(`decay.${result.answer.status}`);
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
    const { result } = studyDecay(decayInputs(room(deep, numbers({ B: 4, D: 4 }))), solver);
    result.chosen.eyring.forEach((t, i) => {
      expect(t!).toBeGreaterThanOrEqual(result.chosen.low[i]!);
      expect(t!).toBeLessThanOrEqual(result.chosen.high[i]!);
      expect(result.chosen.sabine[i]!).toBeGreaterThanOrEqual(t!);
    });
  });

  test('panels go up marks first, then always on the emptiest surface, and all that fit get used', () => {
    const inputs = decayInputs(room(deep));
    const order = hangingOrder(studied(inputs).inputs);
    const usable = inputs.faces.filter((f) => f.usable);
    expect(order).toHaveLength(usable.reduce((s, f) => s + f.capacity, 0));
    const forMarks = usable.reduce((s, f) => s + f.needed, 0);
    const first = order.slice(0, forMarks);
    for (const f of usable) expect(first.filter((id) => id === f.id)).toHaveLength(f.needed);
  });

  test('no panel, however thin, makes any band ring longer than the bare room', () => {
    const thin: Command = panelOf({ depth: 0.02, gap: 0, flowResistivity: 5000 });
    const { bare, chosen } = studyDecay(decayInputs(room(thin, numbers({ ceiling: 12 }))), solver).result;
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
      const built = studyBuild(room(numbers({ B: panels }))).result;
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
    const at = (depth: number) => recipeOctaves(withPlainPanel(FIRST_COVER, { depth }), { rho: 1.2, c: 343 })[1]!;
    expect(at(0.2)).toBeGreaterThan(at(0.1));
  });
});
