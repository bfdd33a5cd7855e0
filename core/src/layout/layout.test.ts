import { seeded } from '../testing/random';
import { fewestCovering, mostThatFit, plainFace } from './cover';
import { equalGaps } from './gaps';
import { proposeSeat, TRIANGLE_DEPTH } from './seat';

describe('equal gaps', () => {
  test('gaps and panels fill the wall exactly', () => {
    const random = seeded(2);
    for (let i = 0; i < 50; i++) {
      const widths = Array.from({ length: random.whole(0, 6) }, () => random.between(0.2, 0.8));
      const result = equalGaps(5, widths);
      if (!result.feasible) throw new Error('should fit');
      const end = widths.length > 0 ? result.left[widths.length - 1]! + widths[widths.length - 1]! : 0;
      expect(end + result.gap).toBeCloseTo(5, 9);
    }
  });

  test('panels wider than the wall are told by how much', () => {
    expect(equalGaps(1, [0.6, 0.6])).toEqual({
      feasible: false,
      gap: null,
      left: null,
      excess: expect.closeTo(0.2, 9),
    });
    expect(equalGaps(1.2, [0.6, 0.6])).toMatchObject({ feasible: true });
    expect(() => equalGaps(0, [])).toThrow(/wall must be above 0/);
  });
});

/** A zone without size. */
const point = ([u, v]: readonly [number, number]) => ({ left: u, low: v, right: u, high: v });

describe('covering marks', () => {
  const face = plainFace(5, 2.6);
  const panel = { width: 0.6, height: 1.2 };
  const cover = (marks: [number, number][]) => fewestCovering({ zones: marks.map(point), panel, margin: 0.1, face });

  test('two near marks share a panel, two far ones do not', () => {
    expect(
      cover([
        [1, 1.2],
        [1.35, 1.2],
      ]),
    ).toHaveLength(1);
    expect(
      cover([
        [1, 1.2],
        [3, 1.2],
      ]),
    ).toHaveLength(2);
  });

  test('a pair too wide for an upright panel takes one lying', () => {
    const [only] = cover([
      [1, 1.2],
      [1.9, 1.2],
    ])!;
    expect(only).toMatchObject({ width: 1.2, height: 0.6 });
  });

  test('panels stay on the face, centred on their marks where they can', () => {
    const [only] = cover([[0.15, 1.2]])!;
    expect(only!.left).toBe(0);
    const [free] = cover([[2, 1.2]])!;
    expect(free!.left + free!.width / 2).toBeCloseTo(2, 9);
    expect(free!.low + free!.height / 2).toBeCloseTo(1.2, 9);
  });

  test('the number is the smallest: as found by trying every grouping', () => {
    for (let seed = 1; seed <= 30; seed++) {
      const random = seeded(seed);
      const marks = Array.from({ length: random.whole(1, 6) }, (): [number, number] => [
        random.between(0.3, 4.7),
        random.between(0.7, 1.9),
      ]);
      const found = cover(marks)!;
      expect(new Set(found.flatMap((p) => p.zones)).size).toBe(marks.length);
      for (const p of found) {
        for (const m of p.zones) {
          expect(marks[m]![0]).toBeGreaterThanOrEqual(p.left);
          expect(marks[m]![0]).toBeLessThanOrEqual(p.left + p.width);
        }
      }
      // A lower bound from spread along the wall: no panel spans more than its long side less the margins.
      const us = marks.map((m) => m[0]).sort((a, b) => a - b);
      let bound = 0;
      let end = -Infinity;
      for (const u of us) {
        if (u > end + 1e-9) {
          bound += 1;
          end = u + 1.2 - 0.2;
        }
      }
      expect(found.length).toBeGreaterThanOrEqual(bound);
    }
  });

  test('a zone too large for one panel takes the smallest block, and the middle goes to ear height when it may', () => {
    const zone = { left: 1, low: 0.9, right: 1.9, high: 1.6 };
    const block = fewestCovering({ zones: [zone], panel, margin: 0.02, face })!;
    expect(block).toHaveLength(2);
    expect(Math.min(...block.map((p) => p.left))).toBeLessThanOrEqual(0.98);
    expect(Math.max(...block.map((p) => p.left + p.width))).toBeGreaterThanOrEqual(1.92);
    expect(Math.max(...block.map((p) => p.low + p.height))).toBeGreaterThanOrEqual(1.62);
    const small = { left: 1, low: 0.9, right: 1.3, high: 1.2 };
    const [one] = fewestCovering({ zones: [small], panel, margin: 0.02, face, middle: 1.2 })!;
    expect(one!.low + one!.height / 2).toBeCloseTo(1.2, 9);
    const [high] = fewestCovering({ zones: [small], panel, margin: 0.02, face, middle: 2.2 })!;
    // No higher than the zone's lower edge allows.
    expect(high!.low).toBeCloseTo(0.88, 9);
  });

  test('beyond eight zones they are joined from the left: all covered, none forgotten', () => {
    const random = seeded(5);
    const zones = Array.from({ length: 12 }, () => point([random.between(0.5, 4.5), random.between(0.8, 1.6)]));
    const found = fewestCovering({ zones, panel, margin: 0.05, face })!;
    expect(new Set(found.flatMap((p) => p.zones)).size).toBe(12);
    for (const p of found) {
      for (const i of p.zones) {
        expect(zones[i]!.left).toBeGreaterThanOrEqual(p.left);
        expect(zones[i]!.high).toBeLessThanOrEqual(p.low + p.height);
      }
    }
  });

  test('no marks need no panels; a panel larger than the face covers nothing', () => {
    expect(cover([])).toEqual([]);
    expect(
      fewestCovering({
        zones: [point([0.2, 0.2])],
        panel: { width: 3, height: 3 },
        margin: 0.1,
        face: plainFace(2, 2),
      }),
    ).toBeNull();
  });

  test('how many fit', () => {
    expect(mostThatFit(panel, plainFace(5, 2.6))).toBe(16);
    expect(mostThatFit(panel, plainFace(2.5, 0.7))).toBe(2);
    expect(mostThatFit(panel, plainFace(0.5, 0.5))).toBe(0);
  });

  test('a row upright and one lying under it: more than either alone', () => {
    // 1.9 m high: one upright row of three and one lying row of one on 1.85 m; upright alone 3, lying alone 3.
    expect(mostThatFit(panel, plainFace(1.85, 1.9))).toBe(4);
    // Against every way of stacking rows, by hand.
    for (const [w, h] of [
      [3.1, 1.85],
      [4.4, 2.45],
      [2.5, 3.05],
    ] as const) {
      let most = 0;
      for (let up = 0; up * 1.2 <= h; up++) {
        const lying = Math.floor((h - up * 1.2) / 0.6 + 1e-9);
        most = Math.max(most, up * Math.floor(w / 0.6 + 1e-9) + lying * Math.floor(w / 1.2 + 1e-9));
      }
      expect(mostThatFit(panel, plainFace(w, h))).toBe(most);
    }
  });

  test('what is in the way takes the places it covers, and rows move to what is left', () => {
    const door = { left: 1.2, low: 0, right: 2.1, high: 2 };
    // Upright 12: two columns left of it, four right of it, two rows. Lying 13: three rows of 1 + 2, and 4 over the door.
    expect(mostThatFit(panel, { ...face, blocked: [door] })).toBe(13);
    // A socket at skirting height: the lower row starts above it.
    const socket = { left: 2.4, low: 0.1, right: 2.6, high: 0.19 };
    expect(mostThatFit(panel, { ...face, blocked: [socket] })).toBe(16);
  });

  test('a gable takes fewer panels than the rectangle around it', () => {
    const gable: [number, number][] = [
      [0, 0],
      [4, 0],
      [4, 1.2],
      [2, 2.6],
      [0, 1.2],
    ];
    // Lying: two rows of three under the slope, and one more where the gable is still 2.29 m wide at 1.8 m.
    expect(mostThatFit(panel, { outline: gable, blocked: [] })).toBe(7);
  });

  test('a panel moves beside a switch as far as its marks allow', () => {
    const light = { left: 0.9, low: 1, right: 1, high: 1.1 };
    const [first] = fewestCovering({
      zones: [point([1.3, 1.2])],
      panel,
      margin: 0.1,
      face: { ...face, blocked: [light] },
    })!;
    expect(first).toMatchObject({ left: expect.closeTo(1, 9), zones: [0] });
    const amid = { left: 1.1, low: 1, right: 1.2, high: 1.1 };
    const [other] = fewestCovering({
      zones: [point([1.3, 1.2])],
      panel,
      margin: 0.1,
      face: { ...face, blocked: [amid] },
    })!;
    expect(other!.left >= 1.2 - 1e-9 || other!.low >= 1.1 - 1e-9).toBe(true);
  });
});

describe('the seat by rule', () => {
  test('38 % and an equilateral triangle', () => {
    const { head, left, right, movedBack } = proposeSeat({
      length: 5,
      axis: 2,
      side: 1.4,
      apexBehind: 0,
      frontClearance: 0.3,
    });
    expect(head).toEqual([2, 1.9]);
    const side = (a: readonly [number, number], b: readonly [number, number]) => Math.hypot(a[0] - b[0], a[1] - b[1]);
    expect(side(left, right)).toBeCloseTo(1.4, 12);
    expect(side(left, head)).toBeCloseTo(1.4, 12);
    expect(movedBack).toBe(0);
  });

  test('with the apex behind the ears the loudspeakers come nearer by as much', () => {
    const at = proposeSeat({ length: 5, axis: 2, side: 1.4, apexBehind: 0.2, frontClearance: 0.3 });
    expect(at.head[1] - at.left[1]).toBeCloseTo(TRIANGLE_DEPTH * 1.4 - 0.2, 12);
  });

  test('a triangle too deep for the place pushes the seat back and says so', () => {
    const at = proposeSeat({ length: 3, axis: 1.5, side: 1.6, apexBehind: 0, frontClearance: 0.35 });
    expect(at.movedBack).toBeGreaterThan(0);
    expect(at.left[1]).toBeCloseTo(0.35, 12);
    expect(at.head[1]).toBeCloseTo(0.38 * 3 + at.movedBack, 12);
  });
});
