/** The exact line problem against brute force, by hand, and over random walls. */
import { seeded } from '../testing/random';
import { equalGaps } from './gaps';
import { alongLine, type LineKind, type LineStretch, type Span, type Standing } from './line';

const panel = (count: number, width = 0.6): LineKind => ({ width, count, covers: true });
const each = (zones: readonly Span[]) => zones.map((z) => ({ ...z, weight: 1 }));
const free = (from: number, to: number, zones: Span[] = []): LineStretch => ({
  from,
  to,
  alike: 1,
  own: false,
  zones: each(zones),
});
const placesOf = (list: readonly Standing[]) => list.map((s) => s.from);
const gaps = (s: Span, list: readonly Standing[]) =>
  [...list, { from: s.to, to: s.to }].map((p, i) => p.from - (i === 0 ? s.from : list[i - 1]!.to));

describe('one stretch', () => {
  test('equal gaps are the wall without its pieces, shared by one more', () => {
    const { standing, placed, open } = alongLine([free(0, 4)], [panel(4)], 0);
    // (4 − 4 × 0.6) / 5 = 0.32 m
    expect(placesOf(standing[0]!)).toEqual([0.32, 1.24, 2.16, 3.08].map((v) => expect.closeTo(v, 12) as number));
    const { left } = equalGaps(4, [0.6, 0.6, 0.6, 0.6]);
    expect(placesOf(standing[0]!)).toEqual(left!.map((v) => expect.closeTo(v, 12) as number));
    expect([placed, open]).toEqual([[4], 0]);
  });

  test('no more than go with the least gap: seven of 0.6 m need 4.2 m and eight gaps', () => {
    expect(alongLine([free(0, 4.36)], [panel(9)], 0.02).placed).toEqual([7]);
    expect(alongLine([free(0, 4.35)], [panel(9)], 0.02).placed).toEqual([6]);
    expect(alongLine([free(0, 0.5)], [panel(1)], 0).placed).toEqual([0]);
  });

  test('equal gaps that happen to cover the zone are kept; else one piece stands over it and the others share the rest', () => {
    const happy = alongLine([free(0, 4, [{ from: 1.3, to: 1.8 }])], [panel(4)], 0);
    expect(new Set(gaps({ from: 0, to: 4 }, happy.standing[0]!).map((g) => g.toFixed(9)))).toEqual(
      new Set(['0.320000000']),
    );
    // Between two of the equally spaced: one goes to its middle, 2.0 m, and three share what is left of it and right of it.
    const moved = alongLine([free(0, 4, [{ from: 1.8, to: 2.2 }])], [panel(4)], 0).standing[0]!;
    const over = moved.find((s) => s.from <= 1.8 && s.to >= 2.2)!;
    expect(over.from).toBeCloseTo(1.7, 12);
    const [left, right] = [
      gaps({ from: 0, to: 1.7 }, moved.slice(0, moved.indexOf(over))),
      moved.slice(moved.indexOf(over) + 1),
    ];
    expect(left.every((g) => Math.abs(g - left[0]!) < 1e-9)).toBe(true);
    const after = gaps({ from: 2.3, to: 4 }, right);
    expect(after.every((g) => Math.abs(g - after[0]!) < 1e-9)).toBe(true);
  });

  test('two zones share one piece where it holds both; with one piece fewer than zones the others stay open', () => {
    const near = [
      { from: 1, to: 1.2 },
      { from: 1.4, to: 1.5 },
    ];
    expect(alongLine([free(0, 3, near)], [panel(1)], 0)).toMatchObject({ open: 0, placed: [1] });
    const far = [
      { from: 0.5, to: 0.8 },
      { from: 2, to: 2.4 },
    ];
    expect(alongLine([free(0, 3, far)], [panel(1)], 0).open).toBe(1);
    expect(alongLine([free(0, 3, far)], [panel(2)], 0).open).toBe(0);
    // The one that counts more is covered.
    const weighed = (first: number) => {
      const zones = far.map((z, i) => ({ ...z, weight: i === 0 ? first : 1 }));
      return alongLine([{ ...free(0, 3), zones }], [panel(1)], 0).standing[0]![0]!.from < 1;
    };
    expect([weighed(1.01), weighed(0.99)]).toEqual([true, false]);
    // Wider than the piece: it cannot be covered, and stands in nobody's way.
    expect(alongLine([free(0, 3, [{ from: 1, to: 1.7 }])], [panel(2)], 0)).toMatchObject({ open: 1, placed: [2] });
  });

  test('what does not cover is not put over a zone', () => {
    const kinds = [
      { width: 0.6, count: 1, covers: false },
      { width: 0.5, count: 1, covers: true },
    ];
    const { standing, open } = alongLine([free(0, 3, [{ from: 0.4, to: 0.8 }])], kinds, 0);
    expect(open).toBe(0);
    expect(standing[0]!.find((s) => s.from <= 0.4 && s.to >= 0.8)!.kind).toBe(1);
  });

  test('its own mirror image takes what is alike from either end', () => {
    const own: LineStretch = {
      from: 0,
      to: 5,
      alike: 1,
      own: true,
      zones: each([
        { from: 1, to: 1.3 },
        { from: 3.7, to: 4 },
      ]),
    };
    const { standing, open, placed } = alongLine([own], [panel(5)], 0.02);
    expect([open, placed]).toEqual([0, [5]]);
    const at = standing[0]!;
    at.forEach((s, i) => expect(s.from).toBeCloseTo(5 - at[at.length - 1 - i]!.to, 9));
    // Two kinds of one each cannot stand alike from both ends.
    const unlike = [panel(1, 0.6), { ...panel(1, 0.5), covers: false }];
    expect(alongLine([{ ...own, zones: [] }], unlike, 0).placed.reduce((a, b) => a + b)).toBe(1);
  });

  test('edge to edge: one group in the middle, shifted as little as its zone asks, and the least gap at its ends alone', () => {
    const tight = (to: number, zones: Span[] = []) => ({ ...free(0, to, zones), tight: true });
    expect(placesOf(alongLine([tight(4)], [panel(3)], 0.02).standing[0]!)).toEqual(
      [1.1, 1.7, 2.3].map((v) => expect.closeTo(v, 12) as number),
    );
    // The joint at 1.7 m would lie in the zone: 5 cm further left it holds it.
    const held = alongLine([tight(4, [{ from: 1.65, to: 2.1 }])], [panel(3)], 0.02);
    expect([held.open, held.standing[0]![1]!.from]).toEqual([0, expect.closeTo(1.65, 12)]);
    // Seven of 0.6 m are 4.2 m, and 2 cm at either end.
    expect(alongLine([tight(4.24)], [panel(9)], 0.02).placed).toEqual([7]);
    expect(alongLine([tight(4.23)], [panel(9)], 0.02).placed).toEqual([6]);
  });

  test('what is drawn to an end stands nearer to it, in every stretch and between them', () => {
    const kinds = [
      { ...panel(2), drawn: -1 as const },
      { ...panel(2, 0.5), drawn: 1 as const },
    ];
    const one = alongLine([free(0, 4)], kinds, 0.02).standing[0]!;
    expect(one.map((s) => s.kind)).toEqual([1, 1, 0, 0]);
    const two = alongLine([free(0, 1.4), free(3, 4.4)], kinds, 0.02);
    expect(two.placed).toEqual([2, 2]);
    expect(two.standing.map((l) => l.map((s) => s.kind))).toEqual([
      [1, 1],
      [0, 0],
    ]);
    // A zone goes before it, and so does room for one more.
    const zone = alongLine([free(0, 3, [{ from: 2.3, to: 2.7 }])], [{ ...panel(1), drawn: 1 }], 0);
    expect(zone.open).toBe(0);
  });

  test('wrong calls are refused by name', () => {
    expect(() => alongLine([free(1, 1)], [panel(1)], 0)).toThrow(/stretches\[0\] must have a length/);
    expect(() => alongLine([free(0, 1)], [panel(1.5)], 0)).toThrow(/count must be a whole number/);
    expect(() => alongLine([free(0, 1)], [panel(1, 0)], 0)).toThrow(/width must be above 0/);
    expect(() => alongLine([free(0, 1)], [panel(1)], -0.1)).toThrow(/least must not be below 0/);
  });
});

/** Every way to share pieces of one kind out over stretches with equal gaps. */
function bruteForce(stretches: readonly LineStretch[], count: number, width: number, least: number) {
  let best = { placed: -1, squares: Infinity };
  const walk = (i: number, left: number, placed: number, squares: number) => {
    if (i === stretches.length) {
      if (placed > best.placed || (placed === best.placed && squares < best.squares)) best = { placed, squares };
      return;
    }
    const { from, to, alike } = stretches[i]!;
    for (let n = 0; n * alike <= left; n++) {
      const gap = (to - from - n * width) / (n + 1);
      if (n > 0 && gap < least - 1e-12) break;
      walk(i + 1, left - n * alike, placed + n * alike, squares + alike * (n + 1) * gap * gap);
    }
  };
  walk(0, count, 0, 0);
  return best;
}

describe('large ones', () => {
  test('a thousand asked for where sixteen fit are sixteen, at once; three kinds on one wall too', () => {
    expect(alongLine([free(0, 10)], [panel(1000)], 0).placed).toEqual([16]);
    const kinds = [panel(300, 0.6), panel(300, 0.5), { ...panel(300, 0.9), covers: false }];
    const { placed, standing } = alongLine([free(0, 4), free(5, 7, [{ from: 5.2, to: 5.5 }])], kinds, 0.02);
    // Most pieces are those of 0.5 m: 7 with 8 gaps in 4 m, 3 in 2 m; wider ones among them leave smaller gaps.
    expect(placed.reduce((a, b) => a + b)).toBe(10);
    expect(standing.map((l) => l.length)).toEqual([7, 3]);
  });

  test('unlike kinds stand alike from both ends wherever their numbers let them, however many orders there are', () => {
    const own: LineStretch = { from: 0, to: 12, alike: 1, own: true, zones: [] };
    const kinds = [panel(6, 0.5), panel(6, 0.6), panel(1, 0.4)];
    const { placed, standing } = alongLine([own], kinds, 0.02);
    expect(placed).toEqual([6, 6, 1]);
    const [list] = standing;
    list!.forEach((s, i) => {
      const twin = list![list!.length - 1 - i]!;
      expect([s.kind, s.from]).toEqual([twin.kind, expect.closeTo(12 - twin.to, 9)]);
    });
  });
});

describe('random walls', () => {
  test('six hundred of them: as many pieces and as even as any way to share them out, none overlapping, in order', () => {
    const random = seeded(4711);
    for (let t = 0; t < 600; t++) {
      let at = 0;
      const stretches = Array.from({ length: random.whole(1, 5) }, (): LineStretch => {
        const from = at + random.between(0, 0.5);
        at = from + random.between(0.2, 3);
        return { from, to: at, alike: random.whole(0, 1) ? 2 : 1, own: false, zones: [] };
      });
      const [count, width, least] = [random.whole(0, 9), random.between(0.3, 1.3), random.between(0, 0.1)];
      const got = alongLine(stretches, [panel(count, width)], least);
      const want = bruteForce(stretches, count, width, least);
      expect(got.placed[0]).toBe(want.placed);
      expect(got.unevenness).toBeCloseTo(want.squares, 9);
      got.standing.forEach((list, i) => {
        const all = gaps(stretches[i]!, list);
        if (list.length > 0) all.forEach((g) => expect(g).toBeGreaterThan(least - 1e-9));
        all.forEach((g) => expect(Math.abs(g - all[0]!)).toBeLessThan(1e-4));
      });
    }
  });

  test('three hundred with zones: what the search leaves open no single layout on a fine grid covers', () => {
    const random = seeded(99);
    for (let t = 0; t < 300; t++) {
      const length = random.between(1.2, 3);
      const zones = Array.from({ length: random.whole(1, 3) }, () => {
        const from = random.between(0, length - 0.4);
        return { from, to: from + random.between(0.05, 0.4) };
      });
      const count = random.whole(1, 3);
      const { open, standing } = alongLine([free(0, length, zones)], [panel(count)], 0);
      const covered = zones.filter((z) => standing[0]!.some((s) => s.from <= z.from + 1e-9 && s.to >= z.to - 1e-9));
      expect(zones.length - covered.length).toBe(open);
      // Pieces on a grid of 2 cm, any number up to the count, not overlapping.
      let most = 0;
      const walk = (from: number, left: number, held: Set<number>) => {
        most = Math.max(most, held.size);
        if (left === 0) return;
        for (let a = from; a + 0.6 <= length + 1e-9; a += 0.02) {
          const more = zones.flatMap((z, i) => (a <= z.from && a + 0.6 >= z.to ? [i] : []));
          if (more.some((i) => !held.has(i))) walk(a + 0.6, left - 1, new Set([...held, ...more]));
        }
      };
      walk(0, count, new Set());
      expect(covered.length).toBeGreaterThanOrEqual(most);
    }
  });
});
