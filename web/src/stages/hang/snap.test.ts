import { snapLines, snapPiece } from './snap';

const size = { width: 0.6, height: 1.2 };
const at = (left: number, low = 0.6) => ({ left, right: left + size.width, low, high: low + size.height });
const face = { left: 0, right: 4, middle: 2 };

test('a piece catches on the middle line, on what is half-way between its neighbours, on edges, and on the level line', () => {
  const lines = snapLines(at(1.69, 0.58), [at(0.2), at(3)], face, 0.6);
  // 1.69 + 0.3 is a centimetre off the middle line; 0.8 to 3 m lies about 1.9 m.
  expect(snapPiece({ left: 1.69, low: 0.58 }, size, lines, 0.03)).toEqual({
    left: 1.7,
    low: 0.6,
    at: { u: 2, v: 0.6 },
  });
  expect(snapPiece({ left: 1.61, low: 0.9 }, size, lines, 0.03)).toEqual({
    left: expect.closeTo(1.6, 9),
    low: 0.9,
    at: { u: expect.closeTo(1.9, 9), v: null },
  });
  expect(snapPiece({ left: 2.38, low: 0.6 }, size, lines, 0.03)).toMatchObject({ left: 2.4, at: { u: 3 } });
  expect(snapPiece({ left: 0.82, low: 0.6 }, size, lines, 0.03)).toMatchObject({ left: 0.8, at: { u: 0.8 } });
  // Nothing within reach: it stays in hand.
  expect(snapPiece({ left: 1.2, low: 1 }, size, lines, 0.03)).toEqual({ left: 1.2, low: 1, at: { u: null, v: null } });
});

test('what hangs in another row is no neighbour', () => {
  const lines = snapLines(at(1, 0), [at(2, 1.3)], face, null);
  expect(lines.edges).toEqual([0, 4]);
  expect(lines.lows).toEqual([]);
});
