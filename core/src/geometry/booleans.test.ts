import { uniform } from '../numerics/random';
import { common, type Polygons, without } from './booleans';

const ring = (points: [number, number][]): Polygons => [[[...points, points[0]!]]];
const area = (shapes: Polygons): number =>
  shapes.reduce(
    (sum, rings) =>
      sum +
      rings.reduce((s, points, i) => {
        const twice = points.slice(0, -1).reduce((t, [x, y], k) => {
          const [u, v] = points[k + 1]!;
          return t + x * v - u * y;
        }, 0);
        return s + (i === 0 ? 1 : -1) * Math.abs(twice / 2);
      }, 0),
    0,
  );

test('what is common and what is left make the whole, also where edges lie fractions of a nanometre apart', () => {
  const next = uniform(11);
  for (let i = 0; i < 4000; i++) {
    const [t, w, h] = [6.28 * next(), 1 + 4 * next(), 1 + 3 * next()];
    const eps = 10 ** (-16 + 9 * next());
    const off = () => eps * (next() - 0.5);
    const turned = (points: [number, number][], by: number) =>
      points.map(([x, y]): [number, number] => [
        x * Math.cos(by) - y * Math.sin(by),
        x * Math.sin(by) + y * Math.cos(by),
      ]);
    const [from, to] = [w * 0.4 * next(), w * (0.5 + 0.5 * next())];
    const whole = ring(
      turned(
        [
          [0, 0],
          [w, 0],
          [w, h],
          [0, h],
        ],
        t,
      ),
    );
    const part = ring(
      turned(
        [
          [from + off(), off()],
          [to + off(), off()],
          [to + off(), h + off()],
          [from + off(), h + off()],
        ],
        t + off(),
      ),
    );
    const [shared, rest] = [area(common(whole, part)), area(without(whole, [part]))];
    expect(shared).toBeCloseTo((to - from) * h, 5);
    expect(shared + rest).toBeCloseTo(w * h, 5);
  }
});
