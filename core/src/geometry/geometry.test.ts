import { seeded } from '../testing/random';
import { listenerFrame } from './frame';
import { insideOutline, newell, outlineArea, prepareFace, segmentCrosses } from './polygon';
import { boxOf, CEILING, FLOOR, type PlanCorner, prism, volumeByDivergence, wallAlong } from './solid';
import { faceToLocal, localToFace, localToStrip, stripToLocal, wallStrip } from './unfold';
import type { Vec2 } from './vector';

const plan = (points: Vec2[]): PlanCorner[] => points.map((at, i) => ({ wall: `w${i}`, at }));
const BOX = plan([
  [0, 0],
  [4, 0],
  [4, 5],
  [0, 5],
]);
/** Three metres square with a bite out of the far right corner. */
const ELL = plan([
  [0, 0],
  [3, 0],
  [3, 2],
  [2, 2],
  [2, 3],
  [0, 3],
]);

describe('the solid', () => {
  test.each([
    ['a box', BOX, 2.5, 50],
    ['an L', ELL, 2.5, 20],
  ])('of %s is closed: volume by prism equals volume by divergence', (_name, corners, height, volume) => {
    const solid = prism(corners, height);
    expect(solid.volume).toBeCloseTo(volume, 9);
    expect(volumeByDivergence(solid.faces)).toBeCloseTo(volume, 9);
    const flux = solid.faces
      .map((f) => newell(f.vertices))
      .reduce((s, n) => [s[0] + n[0], s[1] + n[1], s[2] + n[2]], [0, 0, 0]);
    flux.forEach((component) => expect(component).toBeCloseTo(0, 9));
  });

  test('every normal of a convex room points inwards', () => {
    const solid = prism(BOX, 2.5);
    for (const face of solid.faces) {
      const { normal, offset } = prepareFace(face.vertices);
      expect(normal[0] * 2 + normal[1] * 2.5 + normal[2] * 1.2 - offset).toBeGreaterThan(0);
    }
  });

  test('a plan walked the wrong way round is a wrong call', () => {
    expect(() => prism([...BOX].reverse(), 2.5)).toThrow(/clockwise/);
    expect(() => prism(BOX.slice(0, 2), 2.5)).toThrow(/at least 3 corners/);
    expect(() => prism(BOX, 0)).toThrow(/height must be above 0/);
  });

  test('only a rectangle along the axes counts as a box', () => {
    expect(boxOf(prism(BOX, 2.5))).toEqual([4, 5, 2.5]);
    expect(boxOf(prism(ELL, 2.5))).toBeNull();
    expect(
      boxOf(
        prism(
          plan([
            [0, 0],
            [4, 0.5],
            [4, 5],
            [0, 5],
          ]),
          2.5,
        ),
      ),
    ).toBeNull();
  });

  test('the first wall along a direction, also from inside an L', () => {
    expect(wallAlong(ELL, [1, 1], [0, 1])).toEqual({ wall: 'w4', distance: 2 });
    expect(wallAlong(ELL, [2.5, 1], [0, 2])).toEqual({ wall: 'w2', distance: 1 });
    expect(wallAlong(ELL, [1, 1], [-1, 0])!.distance).toBeCloseTo(1, 9);
  });
});

describe('polygons', () => {
  test('inside counts edges and corners, outside the bite', () => {
    const outline = ELL.map((c) => c.at);
    expect(insideOutline([1, 2.9], outline)).toBe(true);
    expect(insideOutline([2.5, 2.5], outline)).toBe(false);
    expect(insideOutline([2, 2.5], outline)).toBe(true);
    expect(insideOutline([2, 2], outline)).toBe(true);
    expect(outlineArea(outline)).toBeCloseTo(8, 12);
  });

  test('a segment is stopped from either side, but not by a face it only touches with an end', () => {
    const face = prepareFace([
      [0, 1, 0],
      [1, 1, 0],
      [1, 1, 1],
      [0, 1, 1],
    ]);
    expect(segmentCrosses(face, [0.5, 0, 0.5], [0.5, 2, 0.5])).toBe(true);
    expect(segmentCrosses(face, [0.5, 2, 0.5], [0.5, 0, 0.5])).toBe(true);
    expect(segmentCrosses(face, [0.5, 0, 0.5], [0.5, 1, 0.5])).toBe(false);
    expect(segmentCrosses(face, [1.5, 0, 0.5], [1.5, 2, 0.5])).toBe(false);
    expect(segmentCrosses(face, [0, 0, 0.5], [1, 0, 0.5])).toBe(false);
  });

  test('an outline without area is a wrong call', () => {
    expect(() =>
      prepareFace([
        [0, 0, 0],
        [1, 0, 0],
        [2, 0, 0],
      ]),
    ).toThrow(/no area/);
  });
});

describe('the listener’s frame', () => {
  test.each(['w0', 'w1', 'w2', 'w3'])('facing %s puts that wall along y = 0 with the room below it', (facing) => {
    const frame = listenerFrame(BOX, facing);
    const turned = BOX.map((c) => frame.toListener(c.at));
    const i = BOX.findIndex((c) => c.wall === facing);
    expect(turned[i]![1]).toBeCloseTo(0, 12);
    expect(turned[(i + 1) % 4]![1]).toBeCloseTo(0, 12);
    expect(Math.min(...turned.map((p) => p[0]))).toBeCloseTo(0, 12);
    expect(Math.min(...turned.map((p) => p[1]))).toBeCloseTo(0, 12);
    expect(outlineArea(turned)).toBeCloseTo(20, 9);
  });

  test('there and back is exact for any room and wall', () => {
    const random = seeded(3);
    for (let i = 0; i < 200; i++) {
      const corners = plan([
        [random.between(-3, 0), random.between(-3, 0)],
        [random.between(3, 6), random.between(-2, 1)],
        [random.between(3, 6), random.between(4, 8)],
        [random.between(-3, 0), random.between(4, 8)],
      ]);
      const frame = listenerFrame(corners, random.pick(corners).wall);
      const p: Vec2 = [random.between(-5, 5), random.between(-5, 5)];
      const back = frame.toSurvey(frame.toListener(p));
      expect(Math.hypot(back[0] - p[0], back[1] - p[1])).toBeLessThan(1e-11);
    }
  });
});

describe('the room opened out', () => {
  test('a place on any face goes to the board and back', () => {
    const random = seeded(9);
    const solid = prism(ELL, 2.4);
    const strip = wallStrip(solid);
    expect(strip.reduce((sum, w) => sum + w.length, 0)).toBeCloseTo(12, 9);
    for (const face of solid.faces) {
      for (let i = 0; i < 20; i++) {
        const local: Vec2 =
          face.kind === 'wall'
            ? [random.between(0, face.length), random.between(0, 2.4)]
            : [random.between(0, 2), random.between(0, 2)];
        const point = localToFace(face, local);
        const back = faceToLocal(face, point);
        expect(Math.hypot(back[0] - local[0], back[1] - local[1])).toBeLessThan(1e-12);
        if (face.kind !== 'wall') continue;
        const place = strip.find((w) => w.wall === face.id)!;
        const again = stripToLocal(place, 2.4, localToStrip(place, 2.4, local));
        expect(again[0]).toBeCloseTo(local[0], 12);
        expect(again[1]).toBeCloseTo(local[1], 12);
      }
    }
  });

  test('the right wall reads from the front, the left wall from the rear', () => {
    const solid = prism(BOX, 2.5);
    const right = solid.faces.find((f) => f.id === 'w1')!;
    const left = solid.faces.find((f) => f.id === 'w3')!;
    expect(faceToLocal(right, [4, 1, 1.2])).toEqual([1, 1.2]);
    expect(faceToLocal(left, [0, 1, 1.2])).toEqual([4, 1.2]);
    expect(solid.faces.map((f) => f.id)).toEqual(['w0', 'w1', 'w2', 'w3', FLOOR, CEILING]);
  });
});
