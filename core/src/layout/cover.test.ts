/** Panels over zones, held against trying everything, and moved, mirrored and blocked faces. */
import fc from 'fast-check';
import { type Box, overlapping } from '../geometry/clip';
import type { Vec2 } from '../geometry/vector';
import { type CoverInput, fewestCovering, type HangingFace, mostThatFit, type PanelSize, placeOver } from './cover';

const cm = (from: number, to: number) => fc.integer({ min: from, max: to }).map((v) => v / 100);
const rectangle = (left: number, low: number, right: number, high: number): Vec2[] => [
  [left, low],
  [right, low],
  [right, high],
  [left, high],
];
/** A wall that does not begin at nought, so that no sign is taken for granted. */
const WALL: Box = { left: 1, low: 0.5, right: 6, high: 3.1 };
const wall = (blocked: Box[] = []): HangingFace => ({
  outline: rectangle(WALL.left, WALL.low, WALL.right, WALL.high),
  blocked,
});
const boxIn = (within: Box, most: number): fc.Arbitrary<Box> =>
  fc
    .record({
      left: cm(within.left * 100, (within.right - 0.1) * 100),
      low: cm(within.low * 100, (within.high - 0.1) * 100),
      width: cm(4, most * 100),
      height: cm(4, most * 100),
    })
    .map(({ left, low, width, height }) => ({
      left,
      low,
      right: Math.min(within.right, left + width),
      high: Math.min(within.high, low + height),
    }));
const sizes: fc.Arbitrary<PanelSize> = fc.record({ width: cm(30, 90), height: cm(60, 140) });
const boxOf = (p: { left: number; low: number; width: number; height: number }): Box => ({
  left: p.left,
  low: p.low,
  right: p.left + p.width,
  high: p.low + p.height,
});
const inside = (inner: Box, outer: Box, slack = 1e-6): boolean =>
  inner.left >= outer.left - slack &&
  inner.right <= outer.right + slack &&
  inner.low >= outer.low - slack &&
  inner.high <= outer.high + slack;
const MARGIN = 0.02;
/** What is to be covered of a zone: with its margin, as far as the wall goes. */
const wanted = (z: Box): Box => ({
  left: Math.max(WALL.left, z.left - MARGIN),
  low: Math.max(WALL.low, z.low - MARGIN),
  right: Math.min(WALL.right, z.right + MARGIN),
  high: Math.min(WALL.high, z.high + MARGIN),
});

describe('a place over a zone', () => {
  const asked = fc.record({
    zone: boxIn(WALL, 0.5),
    size: sizes,
    blocked: fc.array(boxIn(WALL, 0.4), { maxLength: 2 }),
    middle: fc.option(cm(80, 250), { nil: undefined }),
  });

  test('covers it with its margin, hangs inside and clear; where nothing is in the way there is one', () => {
    fc.assert(
      fc.property(asked, ({ zone, size, blocked, middle }) => {
        const at = placeOver(zone, size, { margin: MARGIN, face: wall(blocked), middle });
        const large =
          zone.right - zone.left + 2 * MARGIN > size.width + 1e-9 ||
          zone.high - zone.low + 2 * MARGIN > size.height + 1e-9;
        if (large) expect(at).toBeNull();
        else if (blocked.length === 0) expect(at).not.toBeNull();
        if (!at) return;
        const box = boxOf({ ...at, ...size });
        expect(inside(box, WALL)).toBe(true);
        expect(inside(wanted(zone), box)).toBe(true);
        expect(blocked.some((b) => overlapping(b, box, 1e-6))).toBe(false);
      }),
      { numRuns: 400 },
    );
  });

  test('is the nearest to the place wished: no other place of a fine grid that covers and hangs free is nearer', () => {
    fc.assert(
      fc.property(asked, ({ zone, size, blocked, middle }) => {
        const free = placeOver(zone, size, { margin: MARGIN, face: wall(), middle });
        const at = placeOver(zone, size, { margin: MARGIN, face: wall(blocked), middle });
        fc.pre(free !== null && at !== null);
        const away = (p: { left: number; low: number }) => Math.hypot(p.left - free.left, p.low - free.low);
        for (let left = WALL.left; left <= WALL.right - size.width; left += 0.05) {
          for (let low = WALL.low; low <= WALL.high - size.height; low += 0.05) {
            const box = boxOf({ left, low, ...size });
            const full = {
              left: zone.left - MARGIN,
              low: zone.low - MARGIN,
              right: zone.right + MARGIN,
              high: zone.high + MARGIN,
            };
            if (!inside(full, box) || blocked.some((b) => overlapping(b, box))) continue;
            expect(away(at)).toBeLessThanOrEqual(away({ left, low }) + 1e-9);
          }
        }
      }),
      { numRuns: 150 },
    );
  });

  test('its middle is at the height wished, when the zone and the wall allow it', () => {
    const zone: Box = { left: 3, low: 1.5, right: 3.2, high: 1.7 };
    const at = (middle: number) =>
      placeOver(zone, { width: 0.6, height: 1.2 }, { margin: MARGIN, face: wall(), middle })!;
    expect(at(1.6)).toEqual({ left: expect.closeTo(2.8, 9), low: expect.closeTo(1.0, 9) });
    expect(at(1.3).low).toBeCloseTo(0.7, 9);
    // As far as the zone's margin lets it, and the wall.
    expect(at(0.9).low).toBeCloseTo(1.7 + MARGIN - 1.2, 9);
    expect(at(2.6).low).toBeCloseTo(1.5 - MARGIN, 9);
    // As wide as the wall is wide enough.
    expect(placeOver(zone, { width: 5, height: 2.6 }, { margin: MARGIN, face: wall(), middle: 1.6 })).toEqual({
      left: expect.closeTo(1, 9),
      low: expect.closeTo(0.5, 9),
    });
  });
});

describe('the fewest', () => {
  /** Every way of parting the zones into groups. */
  function partitions(n: number): number[][][] {
    if (n === 0) return [[]];
    return partitions(n - 1).flatMap((p) => [
      [...p, [n - 1]],
      ...p.map((_, k) => p.map((g, j) => (j === k ? [...g, n - 1] : g))),
    ]);
  }
  const input = (zones: Box[], panel: PanelSize, blocked: Box[] = []): CoverInput => ({
    zones,
    panel,
    margin: MARGIN,
    face: wall(blocked),
    middle: undefined,
  });
  const together = (zones: readonly Box[]): Box => ({
    left: Math.min(...zones.map((z) => z.left)),
    low: Math.min(...zones.map((z) => z.low)),
    right: Math.max(...zones.map((z) => z.right)),
    high: Math.max(...zones.map((z) => z.high)),
  });
  const upright = ({ width, height }: PanelSize): PanelSize[] => {
    const [a, b] = [Math.min(width, height), Math.max(width, height)];
    return [
      { width: a, height: b },
      { width: b, height: a },
    ];
  };

  test('as trying every grouping finds it, with large zones and things in the way', () => {
    fc.assert(
      fc.property(
        fc.array(boxIn(WALL, 1.6), { minLength: 1, maxLength: 4 }),
        sizes,
        fc.array(boxIn(WALL, 0.3), { maxLength: 1 }),
        (zones, panel, blocked) => {
          const face = input([], panel, blocked);
          /** Panels a group takes as one: one panel, or of a single zone the smallest block. */
          const cost = (group: readonly number[]): number => {
            const box = together(group.map((i) => zones[i]!));
            if (upright(panel).some((size) => placeOver(box, size, face) !== null)) return 1;
            if (group.length > 1) return Infinity;
            const blocks = upright(panel).flatMap((size) => {
              const columns = Math.ceil((box.right - box.left + 2 * MARGIN) / size.width - 1e-9);
              const rows = Math.ceil((box.high - box.low + 2 * MARGIN) / size.height - 1e-9);
              const whole = { width: columns * size.width, height: rows * size.height };
              return columns * rows > 1 && placeOver(box, whole, face) ? [columns * rows] : [];
            });
            return Math.min(Infinity, ...blocks);
          };
          const least = Math.min(
            ...partitions(zones.length).map((p) => p.reduce((sum, group) => sum + cost(group), 0)),
          );
          const found = fewestCovering(input(zones, panel, blocked));
          expect(found?.length ?? Infinity).toBe(least);
        },
      ),
      { numRuns: 250 },
    );
  });

  test('what it answers covers every zone it names, panel beside panel, none over another of its block', () => {
    fc.assert(
      fc.property(fc.array(boxIn(WALL, 2), { minLength: 1, maxLength: 3 }), sizes, (zones, panel) => {
        const found = fewestCovering(input(zones, panel));
        fc.pre(found !== null);
        zones.forEach((z, i) => {
          const over = found.filter((p) => p.zones.includes(i));
          const whole = together(over.map(boxOf));
          expect(inside(wanted(z), whole)).toBe(true);
          // The panels of a block fill it: their areas sum to its own.
          const area = (b: Box) => (b.right - b.left) * (b.high - b.low);
          expect(over.reduce((s, p) => s + area(boxOf(p)), 0)).toBeCloseTo(area(whole), 6);
          over.forEach((p, k) =>
            over.slice(k + 1).forEach((q) => expect(overlapping(boxOf(p), boxOf(q), 1e-6)).toBe(false)),
          );
        });
        for (const p of found) expect(inside(boxOf(p), WALL)).toBe(true);
      }),
      { numRuns: 200 },
    );
  });
});

describe('how many fit', () => {
  const face = fc.record({
    right: cm(150, 500),
    high: cm(150, 320),
    blocked: fc.array(boxIn({ left: 0, low: 0, right: 4, high: 3 }, 1.2), { maxLength: 3 }),
  });
  const moved = ({ left, low, right, high }: Box, by: Vec2): Box => ({
    left: left + by[0],
    right: right + by[0],
    low: low + by[1],
    high: high + by[1],
  });

  test('the same wherever the wall lies, and mirrored either way', () => {
    fc.assert(
      fc.property(face, sizes, cm(-300, 300), cm(-300, 300), ({ right, high, blocked }, size, x, y) => {
        const count = mostThatFit(size, { outline: rectangle(0, 0, right, high), blocked });
        const there = { outline: rectangle(x, y, x + right, y + high), blocked: blocked.map((b) => moved(b, [x, y])) };
        expect(mostThatFit(size, there)).toBe(count);
        const across = blocked.map((b) => ({ ...b, left: right - b.right, right: right - b.left }));
        expect(mostThatFit(size, { outline: rectangle(0, 0, right, high), blocked: across })).toBe(count);
        const over = blocked.map((b) => ({ ...b, low: high - b.high, high: high - b.low }));
        expect(mostThatFit(size, { outline: rectangle(0, 0, right, high), blocked: over })).toBe(count);
      }),
      { numRuns: 150 },
    );
  });

  test('at least the rows of one orientation from the floor, never more than the area, and never more with less room', () => {
    fc.assert(
      fc.property(face, sizes, ({ right, high, blocked }, size) => {
        const outline = rectangle(0, 0, right, high);
        const open = mostThatFit(size, { outline, blocked: [] });
        const plain = (w: number, h: number) => Math.floor(right / w + 1e-9) * Math.floor(high / h + 1e-9);
        expect(open).toBeGreaterThanOrEqual(Math.max(plain(size.width, size.height), plain(size.height, size.width)));
        expect(open * size.width * size.height).toBeLessThanOrEqual(right * high + 1e-6);
        expect(mostThatFit(size, { outline, blocked })).toBeLessThanOrEqual(open);
      }),
      { numRuns: 200 },
    );
  });
});
