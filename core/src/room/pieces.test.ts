import { octaveAbsorption } from '../physics/absorbers/layers';
import { signedDistance, prepareFace } from '../geometry/polygon';
import { distance, type Vec3 } from '../geometry/vector';
import { OCTAVE_MIDBANDS } from '../quantities/bands';
import { FIRST_COVER, recipeOf } from '../document/recipes';
import type { PieceAt } from '../document/schema/project';
import { recipeAtAngle, standoffOf } from '../recipes/curve';
import { takenFromReflection } from '../recipes/kind';
import { RECIPES } from '../recipes/library';
import { pieceAt } from '../testing/pieces';
import { seeded } from '../testing/random';
import { edited, plainBox } from '../testing/rooms';
import { lotsOf, studyBuild } from '../studies/build/study';
import { decayInputs, freeArea } from '../studies/decay/inputs';
import { aimOf, frontCorners, headCorners } from './fronts';
import { boardStandoff, faceAxes, turnedPlate } from './pieces';
import { settingOf } from './setting';

const air = { rho: 1.2, c: 343 };
const hang = (...pieces: PieceAt[]) => edited(plainBox(), { type: 'put-pieces', pieces });
const board = recipeOf(plainBox(), 'board-18');

describe('a piece in its place', () => {
  test('a plate before any wall: its size, its distance, its front into the room', () => {
    const setting = settingOf(plainBox());
    for (const face of setting.faces) {
      const flat = turnedPlate(face, [1.5, 1.2], { width: 0.6, height: 0.9 }, 0.25, 0, 0);
      const prepared = prepareFace(face.vertices);
      for (const v of flat.vertices) expect(signedDistance(prepared, v)).toBeCloseTo(0.25, 9);
      expect(
        distance(flat.vertices[0]!, flat.vertices[1]!) * distance(flat.vertices[1]!, flat.vertices[2]!),
      ).toBeCloseTo(0.54, 9);
      const n = prepareFace(flat.vertices).normal;
      expect(n.map((c, i) => c * prepared.normal[i]!).reduce((s, v) => s + v, 0)).toBeCloseTo(1, 9);
    }
  });

  test('turned and tilted it keeps its size, makes that angle with the wall, and its stand-off clears it', () => {
    const setting = settingOf(plainBox());
    const face = setting.faces.find((f) => f.id === 'B')!;
    const { n } = faceAxes(face);
    for (let seed = 1; seed <= 50; seed++) {
      const random = seeded(seed);
      const values = {
        turnDeg: random.between(-45, 45),
        tiltDeg: random.between(-30, 30),
        width: 0.8,
        height: 0.6,
      };
      const plate = turnedPlate(face, [2, 1.2], values, boardStandoff(board, values), values.turnDeg, values.tiltDeg);
      const cos = plate.normal[0] * n[0] + plate.normal[1] * n[1] + plate.normal[2] * n[2];
      const asked = Math.cos((values.turnDeg * Math.PI) / 180) * Math.cos((values.tiltDeg * Math.PI) / 180);
      expect(cos).toBeCloseTo(asked, 9);
      const wall = prepareFace(face.vertices);
      for (const v of plate.vertices) expect(signedDistance(wall, v)).toBeGreaterThanOrEqual(0.02);
    }
  });

  test('a piece on a surface that is not there in this state is left out; one past the edge is cut', () => {
    expect(settingOf(hang(pieceAt({ u: 4.8 }))).placed[0]!.outline.every(([u]) => u <= 5 + 1e-9)).toBe(true);
    expect(settingOf(hang(pieceAt({ u: 30 }))).placed).toEqual([]);
    expect(() => hang(pieceAt({ face: 'Z' }))).toThrow(/expected a surface of this room, got "Z"/);
  });
});

describe('what it takes', () => {
  test('averaged over angles, the coefficient at an angle is the field-incidence one', () => {
    const layers = [
      { type: 'porous' as const, model: 'miki' as const, sigma: 10000, d: 0.1 },
      { type: 'air' as const, d: 0.1 },
    ];
    for (const band of [2, 4, 6]) {
      let sum = 0;
      let weight = 0;
      for (let deg = 0.5; deg < 78; deg += 1) {
        const w = Math.sin((2 * deg * Math.PI) / 180);
        sum += w * recipeAtAngle(FIRST_COVER, (deg * Math.PI) / 180, air)[band]!;
        weight += w;
      }
      const field = octaveAbsorption(layers, OCTAVE_MIDBANDS[band]!, 'bulk', { rho: air.rho, c: air.c });
      expect(Math.abs(sum / weight - field)).toBeLessThan(0.02);
    }
  });

  test('of every recipe of the library at every angle it lies between 0 and 1', () => {
    for (const recipe of RECIPES) {
      for (const deg of [0, 45, 89]) {
        const taken = takenFromReflection(recipe, (deg * Math.PI) / 180, air);
        expect(taken).toHaveLength(8);
        for (const a of taken) {
          expect(a).toBeGreaterThanOrEqual(0);
          expect(a).toBeLessThanOrEqual(1);
        }
      }
    }
  });

  test('a diffuser of wells spreads from its design frequency on, a board gives nearly all back, a skin box is hard to the highs', () => {
    const [wells, hard, skin] = ['qrd-7', 'board-18', 'membrane-70'].map((id) =>
      takenFromReflection(recipeOf(plainBox(), id), 0.3, air),
    );
    // Made for 600 Hz: the 1 kHz octave lies above, that of 500 Hz below.
    expect(wells![4]! - wells![3]!).toBeGreaterThan(0.5);
    expect(hard).toEqual(hard!.map(() => 0.08));
    expect(Math.max(...skin!.slice(3))).toBeLessThan(0.1);
  });

  test('in Decay it hides its area of the walls; in Build it is bought in its own size', () => {
    const p = hang(
      pieceAt(),
      pieceAt({ id: 'two', u: 2, height: 0.6 }),
      pieceAt({ id: 'board', recipe: 'board-18', u: 3.2 }),
      pieceAt({ id: 'corner', recipe: 'straddle-15', face: 'C', u: 3.6, v: 0.2, width: 0.4, height: 2 }),
    );
    const inputs = decayInputs(p, settingOf(p));
    const wall = inputs.faces.find((f) => f.id === 'B')!;
    expect(freeArea(wall, inputs.laid)).toBeCloseTo(12.5 - 0.72 - 0.36 - 0.72, 9);
    expect(inputs.faces.reduce((s, f) => s + f.area, 0)).toBeCloseTo(settingOf(p).solid.surfaceArea, 9);
    // Across a corner its front is wider than its leg, and hides a leg of either wall.
    [0.72, 0.36, 0.72, 0.8 * Math.SQRT2].forEach((front, i) => expect(inputs.laid[i]!.front).toBeCloseTo(front, 9));
    expect(inputs.laid[3]!.parts).toEqual([
      { face: 'C', area: expect.closeTo(0.8, 9) },
      { face: 'D', area: expect.closeTo(0.8, 9) },
    ]);
    expect(wall.capacity).toBeLessThan(decayInputs(plainBox()).faces.find((f) => f.id === 'B')!.capacity);
    expect(lotsOf(p).map((l) => [l.count, l.recipe.width, l.recipe.height])).toEqual([
      [1, 0.6, 1.2],
      [1, 0.6, 0.6],
      [1, 0.6, 1.2],
      [1, expect.closeTo(0.4 * Math.SQRT2, 9), 2],
    ]);
    const { needs, panels } = studyBuild(p).result;
    expect(panels).toBe(4);
    const stiles = needs.flatMap((n) => n.parts).filter((part) => part.name === 'stile');
    expect(stiles.map((part) => [part.length, part.count])).toContainEqual([0.6, 2]);
  });

  test('how far its front stands off the wall, by what it is made of', () => {
    const off = (id: string) => standoffOf(recipeOf(plainBox(), id));
    expect(off('panel-10-gap')).toBeCloseTo(0.2, 9);
    expect(off('board-18')).toBeCloseTo(0.038, 9);
    // Deepest well of seven: 4 of 7 half waves of 600 Hz.
    expect(off('qrd-7')).toBeCloseTo((4 / 7) * (343.2 / 600 / 2), 3);
  });
});

describe('fronts and heads', () => {
  const speaker = {
    at: [1, 0.5, 1.2] as Vec3,
    box: { width: 0.2, depth: 0.3, height: 0.4 },
    axisInBox: 0.25,
    drivers: { low: 0.1, high: 0.3 },
    aimDeg: null,
    tiltDeg: 0,
  };

  test('aimed at the apex, or by its own angle; the whole front is a rectangle square to it', () => {
    expect(aimOf(speaker, [1, 3])).toEqual([0, 1]);
    expect(aimOf({ ...speaker, aimDeg: 90 }, [1, 3])[0]).toBeCloseTo(1, 12);
    const corners = frontCorners(speaker, [3, 2.5], 'baffle');
    expect(distance(corners[0]!, corners[1]!)).toBeCloseTo(0.2, 9);
    expect(distance(corners[1]!, corners[2]!)).toBeCloseTo(0.4, 9);
    expect(corners[0]![2]).toBeCloseTo(1.2 - 0.25, 9);
    const [ax, ay] = aimOf(speaker, [3, 2.5]);
    for (const c of corners) expect((c[0] - 1) * ax + (c[1] - 0.5) * ay).toBeCloseTo(0, 9);
  });

  test('drivers are a line on the axis, tilted upwards its top leans back', () => {
    const [low, high] = frontCorners(speaker, [1, 3], 'drivers');
    expect([low![2], high![2]]).toEqual([expect.closeTo(1.05, 9), expect.closeTo(1.25, 9)]);
    const [, leaning] = frontCorners({ ...speaker, tiltDeg: 20 }, [1, 3], 'drivers');
    expect(leaning![1]).toBeLessThan(0.5);
    expect(frontCorners(speaker, [1, 3], 'axis')).toEqual([speaker.at]);
  });

  test('the head’s range has eight corners, forward is towards the front wall', () => {
    const corners = headCorners([2, 2, 1.2], { forward: 0.3, back: 0.1, side: 0.2, up: 0.4, down: 0.05 });
    expect(corners).toHaveLength(8);
    const span = (i: number) => [Math.min(...corners.map((c) => c[i]!)), Math.max(...corners.map((c) => c[i]!))];
    expect(span(0)).toEqual([1.8, 2.2]);
    expect(span(1)).toEqual([1.7, 2.1]);
    expect(span(2)).toEqual([1.15, 1.6]);
  });
});
