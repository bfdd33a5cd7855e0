/** Left against right. */
import { edited, plainBox, window } from '../../testing/rooms';
import { materialById } from '../../materials/library';
import { studyMarks } from '../marks/study';
import { studySeat } from '../seat/study';
import { settingOf } from '../../room/setting';
import { studySymmetry } from './symmetry';
import { verdict } from '../../report/verdict';
import { studyBass } from '../bass/study';
import type { Project } from '../../document/schema/project';

describe('symmetry', () => {
  const report = (p: Project) => studySymmetry(settingOf(p)).result;

  test('a box is even, in shape and in every band', () => {
    const r = report(plainBox());
    expect(r.width.difference).toBeLessThan(1e-9);
    expect(r.openings).toEqual([]);
    r.left.forEach((a, b) => expect(a).toBeCloseTo(r.right[b]!, 9));
    expect(r.largest).toBeNull();
  });

  test('a chimney breast is found with its depth, place and side', () => {
    const r = report(edited(plainBox(), { type: 'insert-recess', wall: 'B', from: 2, width: 1, depth: -0.35 }));
    expect(r.width).toMatchObject({ difference: expect.closeTo(0.35, 9), wider: 'left' });
    expect(r.width.at).toBeGreaterThan(2);
    expect(r.width.at).toBeLessThan(3);
    expect(r.unevenPart).toBeCloseTo(0.2, 1);
  });

  test('a window without a twin is named; with one it is even', () => {
    const one = edited(plainBox(), { type: 'put', list: 'openings', thing: window() });
    expect(report(one).openings.map((o) => o.id)).toEqual(['win']);
    // D runs from the rear to the front as seen from the room, B from the front to the rear.
    const two = edited(one, {
      type: 'put',
      list: 'openings',
      thing: window({ id: 'twin', wall: 'B', u: 5 - 2 - 1.5 }),
    });
    expect(report(two).openings).toEqual([]);
    expect(report(two).largest).toBeNull();
  });

  test('unlike materials are told per band with the thing that causes them', () => {
    const r = report(edited(plainBox(), { type: 'set-material', surface: 'D', material: 'curtain-heavy' }));
    const a = (id: string) => materialById(id).alpha;
    expect(r.left[5]! - r.right[5]!).toBeCloseTo(12.5 * (a('curtain-heavy')[5]! - a('plaster-on-brick')[5]!), 9);
    expect(r.largest).toMatchObject({ side: 'left', what: expect.stringMatching(/^left wall/) });
  });

  test('the verdict names the room when it is less even than the pair', () => {
    const p = edited(plainBox(), { type: 'insert-recess', wall: 'B', from: 2, width: 1, depth: -0.35 });
    const setting = settingOf(p);
    const [first] = verdict({
      swing: null,
      seat: studySeat(p, setting).result,
      bass: studyBass(p, setting).result,
      marks: studyMarks(p, setting).result,
      symmetry: studySymmetry(setting).result,
      decay: null,
      learned: null,
    });
    expect(first).toMatchObject({ id: 'symmetry', value: expect.closeTo(35, 6), tone: 'bad', stage: 'survey' });
  });
});
