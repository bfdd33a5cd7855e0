import { penalised } from './penalised';

const line = (found: number, error: number, group = 'data') => ({
  ...{ group, found, error, on: [0] },
  at: (x: ArrayLike<number>) => x[0]!,
});

describe('penalised least squares', () => {
  test('one unknown within its spread, one datum within its error: the mean weighed by both, and what is left of the spread', () => {
    const { x, covariance } = penalised([line(1, 0.5)], [{ group: 'a', spread: 1 }]);
    // 1/0.25 against 1/1.
    expect(x[0]).toBeCloseTo(4 / 5, 6);
    expect(covariance[0]![0]).toBeCloseTo(1 / 5, 6);
  });

  test('what no datum tells of stays where it is stated, with all of its spread', () => {
    const { x, covariance } = penalised(
      [line(1, 0.1)],
      [
        { group: 'a', spread: 1 },
        { group: 'a', spread: 0.3 },
      ],
    );
    expect(x[1]).toBe(0);
    expect(covariance[1]![1]).toBeCloseTo(0.09, 9);
    expect(covariance[0]![1]).toBe(0);
  });

  test('two unknowns a sum is told of share it by their spreads, and depart from each other', () => {
    const sum = { ...line(1, 0.01), on: [0, 1], at: (x: ArrayLike<number>) => x[0]! + x[1]! };
    const { x, covariance } = penalised(
      [sum],
      [
        { group: 'a', spread: 0.4 },
        { group: 'a', spread: 0.2 },
      ],
    );
    expect(x[0]! / x[1]!).toBeCloseTo(4, 3);
    expect(covariance[0]![1]).toBeLessThan(0);
    const both = covariance[0]![0]! + covariance[1]![1]! + 2 * covariance[0]![1]!;
    expect(Math.sqrt(both)).toBeCloseTo(0.01, 3);
  });

  test('an exponential is found from far away', () => {
    const at = (t: number) => ({ ...line(2 * Math.exp(-0.7 * t), 0.01), on: [0, 1] });
    const data = [0, 1, 2, 3].map((t) => ({
      ...at(t),
      at: (x: ArrayLike<number>) => Math.exp(x[0]!) * Math.exp(-Math.exp(x[1]!) * t),
    }));
    const { x } = penalised(data, [
      { group: 'a', spread: 10 },
      { group: 'a', spread: 10 },
    ]);
    expect(Math.exp(x[0]!)).toBeCloseTo(2, 2);
    expect(Math.exp(x[1]!)).toBeCloseTo(0.7, 2);
  });

  test('a group of data that scatters more than stated counts for less; one that scatters less is not believed more', () => {
    const wild = [-3, 3, -2, 2, -4, 4].map((v) => line(v, 0.1, 'wild'));
    const calm = [0.01, -0.01, 0].map((v) => line(v, 1, 'calm'));
    const { scatter } = penalised([...wild, ...calm], [{ group: 'a', spread: 10 }]);
    expect(scatter.get('wild')).toBeGreaterThan(20);
    expect(scatter.get('calm')).toBe(1);
    const steady = { steady: ['wild'] };
    expect(penalised(wild, [{ group: 'a', spread: 10 }], steady).scatter.get('wild')).toBe(1);
  });

  test('spreads are widened only of groups that may be, and where the unknowns depart further than stated', () => {
    const data = [0, 1, 2, 3].map((u) => ({
      ...line(u % 2 === 0 ? 0.5 : -0.5, 0.01),
      on: [u],
      at: (x: ArrayLike<number>) => x[u]!,
    }));
    const expected = data.map(() => ({ group: 'a', spread: 0.2 }));
    expect(penalised(data, expected).widened.get('a')).toBe(1);
    expect(penalised(data, expected, { widen: ['a'] }).widened.get('a')).toBeCloseTo(2.5, 1);
  });

  test('the same from an answer near by', () => {
    const data = [line(0.4, 0.5), line(0.2, 0.5)];
    const whole = penalised(data, [{ group: 'a', spread: 1 }]);
    const without = penalised(data.slice(1), [{ group: 'a', spread: 1 }], {}, whole);
    expect(without.x[0]).toBeCloseTo(0.2 * (4 / 5), 6);
    expect(without.covariance[0]![0]).toBeCloseTo(1 / 5, 6);
  });
});
