/** Pieces shared out among walls, against every way to do it. */
import { seeded } from '../testing/random';
import { rankOf, type Sharer, shareOut } from './share';

const wall = (values: Partial<Sharer> = {}): Sharer => ({
  ...{ least: 0, most: 9, area: 10, covered: 0, turn: 0, side: false },
  ...values,
});

describe('by hand', () => {
  test('eight of 0.72 m² on walls of 10, 10, 5 and 5 m²: three on each large one, one on each small one', () => {
    // Σ n²/area: 9/10 + 9/10 + 1/5 + 1/5 = 2.2, against 3, 2, 2, 1: 0.9 + 0.4 + 0.8 + 0.2 = 2.3.
    const walls = [wall(), wall(), wall({ area: 5 }), wall({ area: 5 })];
    expect(shareOut(walls, 8, 0.72)).toEqual({ counts: [3, 3, 1, 1], left: 0 });
  });

  test('what a mark needs stays; what is covered already counts; a full wall takes no more, and the rest is told', () => {
    expect(shareOut([wall({ least: 3 }), wall()], 4, 1).counts).toEqual([3, 1]);
    expect(shareOut([wall({ covered: 3 }), wall()], 3, 1).counts).toEqual([0, 3]);
    expect(shareOut([wall({ most: 1 }), wall({ most: 2 })], 5, 1)).toEqual({ counts: [1, 2], left: 2 });
  });

  test('a school’s walls come first; the two sides stay alike where another wall takes the odd one', () => {
    expect(shareOut([wall({ turn: 1 }), wall({ most: 2 })], 3, 1).counts).toEqual([1, 2]);
    expect(shareOut([wall({ side: true }), wall({ side: true }), wall()], 4, 1).counts).toEqual([1, 1, 2]);
    // Nobody else takes it.
    expect(shareOut([wall({ side: true }), wall({ side: true })], 3, 1).counts.sort()).toEqual([1, 2]);
  });

  test('wrong calls are refused by name', () => {
    expect(() => shareOut([wall({ area: 0 })], 1, 1)).toThrow(/walls\[0\]\.area must be above 0/);
    expect(() => shareOut([wall({ least: 3, most: 2 })], 5, 1)).toThrow(/least must not be above most/);
    expect(() => shareOut([wall({ least: 3 })], 2, 1)).toThrow(/count must hold/);
  });
});

test('six hundred random rooms: no way to share them out is better', () => {
  const random = seeded(31);
  for (let t = 0; t < 600; t++) {
    const walls = Array.from({ length: random.whole(1, 4) }, (_, i) => {
      const least = random.whole(0, 2);
      const covered = random.whole(0, 1) * random.between(0, 3);
      return wall({
        ...{ least, most: least + random.whole(0, 4), area: random.between(4, 14), covered },
        ...{ turn: random.whole(0, 1), side: i < 2 && t % 2 === 0 },
      });
    });
    if (walls.length === 1) walls[0]!.side = false;
    const each = random.between(0.2, 1);
    const count = walls.reduce((s, w) => s + w.least, 0) + random.whole(0, 7);
    let best: number[] | null = null;
    const worse = (a: number[], b: number[]) => {
      const i = a.findIndex((v, k) => Math.abs(v - b[k]!) > 1e-9);
      return i >= 0 && a[i]! > b[i]!;
    };
    const walk = (counts: number[], left: number) => {
      if (left < 0) return;
      if (counts.length === walls.length) {
        const rank = rankOf(walls, { counts, left }, each);
        if (!best || worse(best, rank)) best = rank;
        return;
      }
      const { least, most } = walls[counts.length]!;
      for (let n = least; n <= most; n++) walk([...counts, n], left - n);
    };
    walk([], count);
    const got = shareOut(walls, count, each);
    const rank = rankOf(walls, got, each);
    expect([t, worse(rank, best!)]).toEqual([t, false]);
    expect(got.counts.reduce((a, b) => a + b) + got.left).toBe(count);
  }
});
