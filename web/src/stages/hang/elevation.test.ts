/** A face on px and back, its studs, and the dimensions of a piece on it. */
import { createProject } from '@tawny/core/document/create';
import { settingOf } from '@tawny/core/room/setting';
import { studyHang } from '@tawny/core/studies/hang/study';
import { pieceAt } from '@tawny/core/testing/pieces';
import { edited } from '@tawny/core/testing/rooms';
import { dimensionsOf, elevationOf } from './elevation';

const area = { x: 40, y: 20, width: 600, height: 300 };
const project = edited(createProject('p', 'Room', { length: 5, width: 4, height: 2.5 }), {
  type: 'put-pieces',
  pieces: [pieceAt({ id: 'one', u: 0.7, v: 0.3 }), pieceAt({ id: 'over', face: 'ceiling', u: 1, v: 1 })],
});
const setting = settingOf(project);
const face = (id: string) => setting.faces.find((f) => f.id === id)!;
const hung = studyHang(setting).result;
const cm = (m: number) => (m * 100).toFixed(1);

test('a wall stands on its floor, as large as fits; every place comes back', () => {
  const e = elevationOf(face('B'), area);
  // 5 × 2.5 m in 600 × 300 px: 120 px a metre either way.
  expect(e.scale).toBeCloseTo(120, 9);
  expect([e.x(0), e.y(0), e.y(2.5)]).toEqual([40, 320, 20]);
  for (const [u, v] of [
    [0.3, 0.1],
    [4.9, 2.4],
  ] as const)
    expect([e.u(e.x(u)), e.v(e.y(v))]).toEqual([expect.closeTo(u, 9), expect.closeTo(v, 9)]);
  expect(e.rect({ left: 1, right: 2, low: 0.5, high: 1.5 })).toEqual({ x: 160, y: 140, width: 120, height: 120 });
});

test('a ceiling has the wall faced at its top', () => {
  const e = elevationOf(face('ceiling'), area);
  expect(e.upright).toBe(false);
  expect(e.y(0)).toBeLessThan(e.y(5));
  expect(e.v(e.y(1.3))).toBeCloseTo(1.3, 9);
});

test('dimensions say the document’s figures and lie where they are measured', () => {
  const e = elevationOf(face('B'), area);
  const [fromMiddle, left, right, up] = dimensionsOf(
    hung.pieces.find((p) => p.id === 'one')!,
    e,
    cm,
  );
  // Middle line at 2.5 m; the piece from 0.7 to 1.3 m along, 0.3 m up.
  expect([fromMiddle, left, right, up].map((d) => d!.text)).toEqual(['180.0', '70.0', '370.0', '30.0']);
  expect([fromMiddle!.x1, fromMiddle!.x2]).toEqual([expect.closeTo(e.x(0.7), 6), expect.closeTo(e.x(2.5), 6)]);
  expect([up!.y1, up!.y2]).toEqual([expect.closeTo(e.y(0.3), 6), expect.closeTo(e.y(0), 6)]);
  const over = elevationOf(face('ceiling'), area);
  const from = dimensionsOf(
    hung.pieces.find((p) => p.id === 'over')!,
    over,
    cm,
  ).at(-1)!;
  expect([from.text, from.y1, from.y2]).toEqual(['100.0', expect.closeTo(over.y(0), 6), expect.closeTo(over.y(1), 6)]);
});
