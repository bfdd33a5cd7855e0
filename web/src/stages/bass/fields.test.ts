import { createProject } from '@tawny/core/document/create';
import type { MapAnswer, PressureMap } from '@tawny/core/studies/bass/types';
import { settingOf } from '@tawny/core/room/setting';
import { atPhase, faceFields, filled, stillPhase } from './fields';

const map = (re: number[], im: number[], columns: number): PressureMap => ({
  re: Float32Array.from(re),
  im: Float32Array.from(im),
  columns,
  rows: re.length / columns,
});

test('places without a value take that of their neighbours, and only those', () => {
  expect(filled([1, NaN, NaN, 1], 2, 2)).toEqual([1, 1, 1, 1]);
  expect(filled([1, NaN, NaN], 3, 1)).toEqual([1, 1, 1]);
  expect(filled([2, -3], 2, 1)).toEqual([2, -3]);
  expect(filled([NaN, NaN], 2, 1)).toEqual([0, 0]);
});

test('a phase turns real into imaginary; a still picture is taken where most is to be seen', () => {
  const m = map([1, 0], [0, 1], 2);
  expect(atPhase(m, 0).values.map((v) => Math.round(v) + 0)).toEqual([1, 0]);
  expect(atPhase(m, Math.PI / 2).values[1]).toBeCloseTo(-1, 6);
  // All of it imaginary: the still picture turns it to be real.
  const answer = {
    plan: { ...map([0, 0], [0.5, -1], 2), from: [0, 0], step: [1, 1], height: 1 },
  } as unknown as MapAnswer;
  const values = atPhase(answer.plan, stillPhase(answer)).values.map(Math.abs);
  expect(values[0]).toBeCloseTo(0.5, 6);
  expect(values[1]).toBeCloseTo(1, 6);
});

test('faces get the box their field lies in; unknown faces are left out', () => {
  const setting = settingOf(createProject('p', 'Room', { length: 5, width: 4, height: 2.5 }));
  const answer = {
    walls: { A: map([1, 2, 3, 4], [0, 0, 0, 0], 2), gone: map([1], [0], 1) },
    ceilings: { ceiling: { ...map([1], [0], 1), from: [0, 0], step: [4, 5] } },
  } as unknown as MapAnswer;
  const fields = faceFields(setting.room, answer, 0);
  expect(fields.map((f) => f.face)).toEqual(['A', 'ceiling']);
  expect(fields[0]).toMatchObject({ left: 0, low: 0, width: 4, height: 2.5, columns: 2, rows: 2 });
  expect(fields[1]).toMatchObject({ width: 4, height: 5 });
});
