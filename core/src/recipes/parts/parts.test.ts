/** Parts of every recipe: frames add up in every joint, bodies lie where they should, and a bill is nothing but their sum. */
import { billOf } from '../bill';
import { RECIPES } from '../library';
import { PLAIN_PRICES, type Recipe } from '../types';
import { boardsOf, FIN } from '../wells';
import { bracesOf } from './frame';
import { buildFault, partsOf, PLAIN_MAKE } from './partsOf';
import { type Joint, JOINTS } from './joints';
import { type Body, countOf, type Part, PLAIN_WORKSHOP, volumeOf, volumeOfPart } from './types';

const by = (id: string): Recipe => RECIPES.find((r) => r.id === id)!;
const make = (joint: Joint, behind: 'open' | 'fleece' = 'open', overhead = false) => ({
  ...PLAIN_MAKE,
  workshop: { ...PLAIN_WORKSHOP, joint, behind },
  overhead,
});
const named = (parts: readonly Part[], name: Part['name']) => parts.find((p) => p.name === name)!;

/** Extent of bodies along an axis. */
function extent(bodies: readonly Body[], axis: 'x' | 'y' | 'z'): [number, number] {
  const at = bodies.flatMap((b): number[] => {
    if (b.axis === axis) return [b.from, b.to];
    const first = { x: ['y', 'z'], y: ['x', 'z'], z: ['x', 'y'] }[b.axis][0] === axis;
    return b.outline.map(([u, v]) => (first ? u : v));
  });
  return [Math.min(...at), Math.max(...at)];
}

describe('frames', () => {
  test.each(JOINTS)('%s: rails and stiles add up to the size of the frame, upright and lying', (joint) => {
    for (const [width, height] of [
      [0.6, 1.2],
      [1.2, 0.6],
      [0.5, 0.5],
    ] as const) {
      const parts = partsOf({ ...by('panel-10'), width, height }, make(joint));
      const [stile, rail] = [named(parts, 'stile'), named(parts, 'rail')];
      const t = PLAIN_WORKSHOP.frameThickness;
      expect(stile.length).toBeCloseTo(Math.max(width, height), 12);
      // Between stiles, from corner to corner, or half into each.
      const between = { butt: 2 * t, mitred: 0, rebated: t }[joint];
      expect(rail.length + between).toBeCloseTo(Math.min(width, height), 12);
      const timber = [...stile.bodies, ...rail.bodies];
      expect(extent(timber, 'x')).toEqual([expect.closeTo(0, 12), expect.closeTo(width, 12)]);
      expect(extent(timber, 'y')).toEqual([expect.closeTo(0, 12), expect.closeTo(height, 12)]);
      // However they meet, the ring is the same wood: nothing twice, nothing missing.
      const ring = (width * height - (width - 2 * t) * (height - 2 * t)) * 0.1;
      expect(timber.reduce((sum, b) => sum + volumeOf(b), 0)).toBeCloseTo(ring, 12);
    }
  });

  test('braces from a metre on; overhead one every 60 cm; of the frame’s timber as long as that is narrow, flat behind the fill', () => {
    expect([bracesOf(0.99, false), bracesOf(1, false), bracesOf(1.2, true), bracesOf(2, true)]).toEqual([0, 1, 1, 3]);
    // Four inches: no second timber for the sake of a millimetre.
    const inches: Recipe = { ...by('panel-10'), layers: [{ ...by('panel-10').layers[0]!, d: 0.1016 } as never] };
    expect(named(partsOf(inches), 'brace').of).toMatchObject({ depth: 0.1016 });
    const deep = partsOf(by('deep-rear'), make('butt'));
    expect(named(deep, 'brace').of).toEqual({ sort: 'bar', thickness: 0.018, depth: 0.1 });
    expect(extent(named(deep, 'brace').bodies, 'z')).toEqual([0, 0.018]);
    expect(countOf(named(partsOf({ ...by('panel-10'), height: 2 }, make('butt', 'open', true)), 'brace'))).toBe(3);
  });

  test('fleece behind where the workshop has it; cloth turns round the sides', () => {
    const parts = partsOf(by('panel-10'), make('butt', 'fleece'));
    const back = named(parts, 'back cloth');
    expect([back.length, back.width]).toEqual([1.2, 0.6]);
    const front = named(parts, 'front cloth');
    expect([front.length, front.width]).toEqual([expect.closeTo(1.5, 12), expect.closeTo(0.9, 12)]);
    expect(partsOf(by('panel-10'), make('butt')).map((p) => p.name)).not.toContain('back cloth');
  });

  test('a frame of two thicknesses of fill holds both, one before the other', () => {
    const [gap, wool, cloth] = by('panel-10-gap').layers;
    const two: Recipe = { ...by('panel-10-gap'), layers: [gap!, wool!, { type: 'air', d: 0.02 }, wool!, cloth!] };
    const parts = partsOf(two, make('butt'));
    const fills = parts.filter((p) => p.name === 'fill');
    expect(fills.map((f) => extent(f.bodies, 'z').map((v) => +v.toFixed(6)))).toEqual([
      [0, 0.1],
      [0.12, 0.22],
    ]);
    expect(named(parts, 'stile').of).toMatchObject({ depth: expect.closeTo(0.22, 12) });
  });
});

describe('corners', () => {
  test('across a corner sides lie along both walls, and all of it stays inside the corner', () => {
    const parts = partsOf(by('straddle-15'), make('butt'));
    const inside = 1e-9;
    for (const p of parts.filter((q) => q.of.sort !== 'roll'))
      for (const b of p.bodies) {
        expect(b.axis).toBe('y');
        // Behind the front the corner narrows by its depth on both sides.
        for (const [x, z] of b.outline) {
          expect(x).toBeGreaterThanOrEqual(0.15 - z - inside);
          expect(x).toBeLessThanOrEqual(0.6 - (0.15 - z) + inside);
        }
      }
    // By hand: the trapezoid between the sides, less three shelves.
    const slant = 0.018 * Math.SQRT2;
    const [front, back] = [0.6 - 2 * slant, 0.6 - 2 * slant - 0.3];
    const area = ((front + back) / 2) * 0.15;
    expect(volumeOfPart(named(parts, 'fill'))).toBeCloseTo(area * (1.2 - 3 * 0.018), 9);
    expect(named(parts, 'side')).toMatchObject({ length: 1.2, cut: 'bevelled' });
    expect(named(parts, 'side').of).toMatchObject({ depth: expect.closeTo(0.15 * Math.SQRT2 + 0.018, 12) });
    expect(countOf(named(parts, 'shelf'))).toBe(3);
  });

  test('a filled corner is triangles of its legs, as much as its triangle holds', () => {
    const parts = partsOf(by('corner-solid'), make('butt'));
    const wedge = named(parts, 'wedge');
    expect([wedge.length, wedge.width, wedge.paired]).toEqual([
      expect.closeTo(0.6 / Math.SQRT2, 12),
      expect.closeTo(0.6 / Math.SQRT2, 12),
      true,
    ]);
    expect(volumeOfPart(wedge)).toBeCloseTo((0.6 ** 2 / 4) * 1.2, 12);
    expect(named(parts, 'rail').length).toBeCloseTo(0.6 - 2 * 0.045, 12);
  });
});

describe('boxes and wells', () => {
  test('a skin box is shut behind, its skin by its mass; a slatted front has its slats from edge to edge', () => {
    const skin = partsOf(by('membrane-70'), make('butt'));
    expect(named(skin, 'skin').of).toMatchObject({ thickness: expect.closeTo(5.5 / 650, 12), mass: 5.5 });
    expect(named(skin, 'back').of).toMatchObject({ thickness: 0.009 });
    // Its timber is as deep as the air and the fill in it.
    expect(named(skin, 'stile').of).toMatchObject({ depth: expect.closeTo(0.12, 12) });
    const slats = named(partsOf(by('scatter-front'), make('butt')), 'slat');
    // 4 cm slats, 2 cm slots on 60 cm: ten, and 1 cm left on either side.
    expect(countOf(slats)).toBe(10);
    expect(extent(slats.bodies, 'x')).toEqual([expect.closeTo(0.01, 9), expect.closeTo(0.59, 9)]);
  });

  test('a film is no board; a round port has a tube, a square one a duct of boards, a short one neither', () => {
    const foil: Recipe = { ...by('panel-10'), layers: [by('panel-10').layers[0]!, { type: 'skin', m: 0.2 }] };
    expect(partsOf(foil).map((p) => p.name)).toEqual(['stile', 'rail', 'brace', 'fill', 'foil']);
    const box = by('port-box-50');
    const tube = named(partsOf(box), 'tube');
    expect([tube.of, tube.length, countOf(tube)]).toEqual([{ sort: 'pipe', inner: 0.1 }, 0.05, 2]);
    const square: Recipe = { ...box, ports: { ...box.ports!, shape: 'square' } };
    expect(
      partsOf(square)
        .filter((p) => p.name === 'duct')
        .map((p) => [p.length, p.width, countOf(p)]),
    ).toEqual([
      [expect.closeTo(0.124, 12), 0.05, 4],
      [0.1, 0.05, 4],
    ]);
    const short: Recipe = { ...box, ports: { ...box.ports!, neck: 0.018 } };
    expect(partsOf(short).map((p) => p.name)).toEqual(['back', 'front', 'side', 'side', 'fill']);
  });

  test('wells: fins one more than wells, bottoms by depth, spacers as high as a bottom is raised', () => {
    const qrd = by('qrd-7');
    const parts = partsOf(qrd);
    expect(countOf(named(parts, 'fin'))).toBe(15);
    expect(parts.filter((p) => p.name === 'well bottom').map(countOf)).toEqual([2, 4, 4, 4]);
    const boards = boardsOf(qrd)!;
    const deep = boards.depth - 2 * FIN;
    expect(parts.filter((p) => p.name === 'spacer').map((p) => +p.width.toFixed(6))).toEqual(
      [0, 1, 2].map((n) => +(deep - (n / 4) * deep).toFixed(6)),
    );
    expect(
      extent(
        parts.flatMap((p) => p.bodies),
        'x',
      ),
    ).toEqual([0, expect.closeTo(boards.width, 9)]);
  });

  test('a skyline of 60 × 60 cm in 5 cm has 144 blocks, each of its twelve lengths twelve times', () => {
    const blocks = partsOf(by('skyline-13')).filter((p) => p.name === 'block');
    expect(blocks.map(countOf)).toEqual(Array.from({ length: 12 }, () => 12));
    const refused: Recipe = {
      ...by('skyline-13'),
      scatterer: { ...by('skyline-13').scatterer!, rows: 2, cols: 6 } as never,
    };
    expect(partsOf(refused)).toEqual([]);
    expect(billOf(refused, PLAIN_PRICES).cost).toBe(PLAIN_PRICES.sundries);
    expect(blocks[11]!.length).toBeCloseTo((12 / 13) * (343.2 / 1000 / 2), 9);
  });

  test('a bent sheet is as long as its arc', () => {
    const curved: Recipe = { ...by('qrd-7'), width: 1, height: 1.2, scatterer: { kind: 'curved', rise: 0.5 } };
    // Half a circle of 50 cm.
    expect(named(partsOf(curved), 'bent sheet').length).toBeCloseTo(Math.PI / 2, 6);
    expect(countOf(named(partsOf(curved), 'rib'))).toBe(4);
  });
});

test('every recipe of the library in every joint: a bill is the sum of its parts, none has a size below 0', () => {
  for (const recipe of RECIPES)
    for (const joint of JOINTS) {
      const parts = partsOf(recipe, make(joint, 'fleece'));
      const bill = billOf(recipe, PLAIN_PRICES, make(joint, 'fleece'));
      const sum = (sort: Part['of']['sort'], each: (p: Part) => number) =>
        parts.reduce((s, p) => s + (p.of.sort === sort ? each(p) : 0), 0);
      expect(parts.length).toBeGreaterThan(0);
      expect(bill.fill).toBeCloseTo(sum('slab', volumeOfPart), 12);
      expect(bill.timber).toBeCloseTo(
        sum('bar', (p) => countOf(p) * p.length),
        12,
      );
      expect(bill.board).toBeCloseTo(
        sum('board', (p) => countOf(p) * p.length * p.width),
        12,
      );
      for (const p of parts) {
        expect(p.length).toBeGreaterThan(0);
        expect(p.width).toBeGreaterThan(0);
        for (const b of p.bodies) expect(b.to).toBeGreaterThanOrEqual(b.from);
      }
      expect(buildFault(recipe, PLAIN_WORKSHOP)).toBeNull();
    }
  expect(buildFault({ ...by('panel-10'), width: 0.036 }, PLAIN_WORKSHOP)).toBe('frame-too-thick');
});
