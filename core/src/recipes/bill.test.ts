/** What a piece takes, worked out by hand: fill, cloth, timber, board, weight and money. */
import { admittanceOf, atWall } from '../physics/absorbers/admittance';
import { layeredAbsorption, surfaceImpedance } from '../physics/absorbers/layers';
import { complex, divide } from '../numerics/complex';
import { billOf, cautionsOf } from './bill';
import { BOARD_ALPHA, BOARD_DENSITY } from './boxes';
import {
  areasOf,
  boardThickness,
  frontToBack,
  gapOf,
  recipeAtAngle,
  recipeBeta,
  recipeFault,
  recipeOctaves,
  recipeSpread,
  standoffOf,
  straightAbsorption,
  stripsOf,
} from './curve';
import { takenFromReflection } from './kind';
import { RECIPES } from './library';
import { PLAIN_PRICES, type Recipe } from './types';
import { boardsOf, builtWide, FIN, wellDepthOf } from './wells';

const by = (id: string): Recipe => RECIPES.find((r) => r.id === id)!;
const bill = (recipe: Recipe) => billOf(recipe, PLAIN_PRICES);
const air = { rho: 1.2, c: 343 };
/** Board is 650 kg/m³, sides of boxes and fins 18 and 12 mm. */
const SIDE = 0.018;

describe('bills by hand', () => {
  test('a skin box: its skin is a board, by its mass, its back another; timber as deep as its air goes round it', () => {
    const b = bill(by('membrane-70'));
    expect(b.board).toBeCloseTo(2 * 0.72, 12);
    const [timber, fill] = [2 * 1.2 + 2 * 0.564, 0.564 * 1.164 * 0.05];
    expect(b.timber).toBeCloseTo(timber, 12);
    expect(b.fill).toBeCloseTo(fill, 12);
    expect(b.cloth).toBe(0);
    // Skin, back of 9 mm, fill of 40 kg/m³, a frame of 18 mm as deep as gap, fill and gap.
    expect(b.mass).toBeCloseTo((5.5 + 0.009 * BOARD_DENSITY) * 0.72 + fill * 40 + timber * 0.018 * 0.12 * 450, 9);
    expect(b.cost).toBeCloseTo(fill * 110 + timber * 2.2 + 1.44 * 24 + 4, 9);
  });

  test('a perforated front by its thickness, another size of box by its own front', () => {
    const plate = { ...by('perforated'), width: 0.5, height: 1 };
    const b = bill(plate);
    expect(b.board).toBeCloseTo(2 * 0.5, 12);
    const [timber, fill] = [2 * 1 + 2 * 0.464, 0.464 * 0.964 * 0.07];
    expect(b.mass).toBeCloseTo(BOARD_DENSITY * 0.018 * 0.5 + fill * 30 + timber * 0.018 * 0.1 * 450, 9);
  });

  test('a box with ports has front, back and sides', () => {
    const box = by('port-box-50');
    const b = bill(box);
    const sides = 2 * 0.72 + 2 * (0.6 - 2 * SIDE + 1.2) * 0.23;
    expect(b.board).toBeCloseTo(sides, 12);
    expect(b.timber).toBe(0);
    expect(b.mass).toBeCloseTo(BOARD_DENSITY * SIDE * sides + 0.564 * 1.164 * 0.03 * 30, 9);
    expect(cautionsOf(box, b.mass)).toEqual(expect.arrayContaining(['airtight', 'heavy', 'fibres']));
  });

  test('wells by their boards and spacers, a curve by its arc and ribs, a skyline by its blocks and back; no fill', () => {
    const qrd = by('qrd-7');
    const boards = boardsOf(qrd)!;
    // Spacers under raised bottoms, three a well: 4, 4 and 2 … wells raised by 4, 3 and 2 sevenths of the deepest's half wave.
    const seventh = 343.2 / 600 / 2 / 7;
    const spacers = 3 * 0.056 * seventh * (2 * 4 + 4 * 3 + 4 * 2);
    const area = boards.cuts.reduce((sum, k) => sum + k.count * k.width * k.length, 0) + spacers;
    expect(bill(qrd)).toMatchObject({ fill: 0, cloth: 0, timber: 0, board: expect.closeTo(area, 12) });
    expect(bill(qrd).mass).toBeCloseTo(BOARD_DENSITY * FIN * area, 9);
    expect(bill(qrd).cost).toBeCloseTo(area * 24 + 4, 9);
    // Every length from 1 to 12 thirteenths of half a wave, twelve times.
    const posts = 12 * ((12 * 13) / 2 / 13) * (343.2 / 1000 / 2);
    expect(bill(by('skyline-13'))).toMatchObject({ board: expect.closeTo(0.36, 12), timber: expect.closeTo(posts, 9) });
    const curved: Recipe = { ...by('qrd-7'), width: 1, height: 1.2, scatterer: { kind: 'curved', rise: 0.1 } };
    const arc = 1.3 * 2 * Math.atan2(0.5, 1.2);
    expect(bill(curved)).toMatchObject({
      board: expect.closeTo(arc * 1.2 + 4 * 0.1, 9),
      room: expect.closeTo(0.12, 12),
    });
  });

  test('what is bought takes no boards; a hard board is itself; both without a frame', () => {
    const bought: Recipe = { ...by('qrd-7'), scatterer: { kind: 'bought', designHz: 500, depth: 0.2 }, price: null };
    expect(bill(bought)).toMatchObject({ board: 0, timber: 0, fill: 0, mass: 0, cost: 4 });
    expect(bill({ ...bought, price: 90 }).cost).toBe(90);
    expect(bill(bought).room).toBeCloseTo(bought.width * bought.height * 0.2, 12);
    const b = bill(by('board-18'));
    expect(b).toMatchObject({ timber: 0, board: expect.closeTo(0.72, 12) });
    expect(b.mass).toBeCloseTo(0.018 * BOARD_DENSITY * 0.72, 9);
  });

  test('corners by their triangle, blocks by all they fill', () => {
    const corner = bill(by('corner-solid'));
    expect(corner.fill).toBeCloseTo((0.6 ** 2 / 4) * 1.2, 12);
    expect(corner.room).toBeCloseTo((0.6 ** 2 / 4) * 1.2, 12);
    expect(bill(by('straddle-15')).room).toBeCloseTo((0.6 ** 2 / 4) * 1.2, 12);
    const block = bill(by('block'));
    expect(block).toMatchObject({
      fill: expect.closeTo(0.564 * 1.764 * 0.2, 12),
      room: expect.closeTo(0.6 * 1.8 * 0.2, 12),
    });
    // Cloth on both faces, each round half the sides and turned; two feet.
    expect(block.cloth).toBeCloseTo(2 * (0.6 + 0.3) * (1.8 + 0.3), 9);
    expect(block.timber).toBeCloseTo(2 * 1.8 + 2 * 0.564 + 2 * 0.5, 9);
    expect(() => billOf(by('block'), { ...PLAIN_PRICES, cloth: -1 })).toThrow(/price of cloth/);
  });
});

describe('shapes', () => {
  test('wells: quadratic residues of 7 are 0 1 4 2 2 4 1, powers of 3 run 3 2 6 4 5 1', () => {
    const half = 343.2 / 600 / 2;
    expect(wellDepthOf(by('qrd-7'))).toBeCloseTo((4 / 7) * half, 9);
    const prd: Recipe = {
      ...by('qrd-7'),
      scatterer: { kind: 'prd', N: 7, root: 3, designHz: 600, wellWidth: 0.05, periods: 1 },
    };
    expect(wellDepthOf(prd)).toBeCloseTo((6 / 7) * half, 9);
    // One period of six wells, and a fin more than wells.
    expect(boardsOf(prd)!.width).toBeCloseTo(6 * 0.05 + 7 * FIN, 9);
    expect(boardsOf(by('qrd-7'))!.width).toBeCloseTo(14 * 0.056 + 15 * FIN, 9);
    expect(builtWide(prd).width).toBeCloseTo(6 * 0.05 + 7 * FIN, 9);
    expect(builtWide(by('panel-10'))).toBe(by('panel-10'));
    expect([wellDepthOf(by('scatter-front')), wellDepthOf(by('panel-10'))]).toEqual([0, 0]);
    expect(wellDepthOf(by('skyline-13'))).toBeCloseTo((12 / 13) * (343.2 / 1000 / 2), 9);
    expect(boardsOf(by('skyline-13'))).toBeNull();
  });

  test('fronts and the walls they hide', () => {
    expect(areasOf(by('panel-10'))).toEqual({ exposed: 0.72, covered: 0.72 });
    expect(areasOf(by('board-18'))).toEqual({ exposed: 0.72, covered: 0.72 });
    expect(areasOf(by('straddle-15'))).toEqual({ exposed: 0.72, covered: expect.closeTo(0.72 * Math.SQRT2, 12) });
    const block = areasOf(by('block'));
    expect(block.exposed).toBeCloseTo(2 * 1.8 * 0.8 + 0.12, 12);
    expect(block.covered).toBeCloseTo(0.6 * 0.2, 12);
    expect([boardThickness(by('board-18')), gapOf(by('board-18'))]).toEqual([expect.closeTo(0.018, 12), 0.02]);
    expect(standoffOf(by('panel-15-gap'))).toBeCloseTo(0.25, 12);
  });

  test('a filled corner is as deep as the corner behind each strip, one across it as deep as its fill and the air left', () => {
    const depth = (layers: readonly { type: string; d?: number }[], type: string) =>
      layers.reduce((sum, l) => sum + (l.type === type ? (l.d ?? 0) : 0), 0);
    const [solid, across] = [stripsOf(by('corner-solid')), stripsOf(by('straddle-15'))];
    solid.forEach((s, i) => expect(depth(s.layers, 'porous')).toBeCloseTo((0.3 * (i + 0.5)) / 8, 9));
    expect(solid).toHaveLength(8);
    expect(across.map((s) => depth(s.layers, 'porous'))).toEqual(Array.from({ length: 8 }, () => 0.15));
    expect(depth(across[7]!.layers, 'air')).toBeCloseTo((0.3 * 7.5) / 8 - 0.15, 9);
    expect(stripsOf(by('block')).map((s) => depth(s.layers, 'porous'))).toEqual([0.1, 0.3, 1.8]);
    expect(stripsOf(by('board-18'))).toEqual([]);
  });

  test('what cannot be computed is said: ports past half the front, a sheet at the wall, holes wider than their pitch', () => {
    const box = by('port-box-50');
    const ports = (values: object): Recipe => ({ ...box, ports: { ...box.ports!, ...values } });
    // 0.72 m² of front: half of it are 46 round ports of 10 cm, 36 square ones.
    expect(recipeFault(ports({ count: 45 }))).toBeNull();
    expect(recipeFault(ports({ count: 46 }))).toMatch(/more than half of the front/);
    expect(recipeFault(ports({ shape: 'square', count: 35 }))).toBeNull();
    expect(recipeFault(ports({ shape: 'square', count: 37 }))).toMatch(/more than half/);
    expect(recipeFault(ports({ shape: 'slot', slotLength: 0.3, count: 12 }))).toBeNull();
    expect(recipeFault(ports({ shape: 'slot', slotLength: 0.3, count: 13 }))).toMatch(/more than half/);
    expect(recipeFault({ ...by('panel-10'), layers: [{ type: 'skin', m: 4 }] })).toMatch(/layer at the wall/);
    const holes = (d: number) => ({
      ...by('perforated'),
      layers: [
        { type: 'air' as const, d: 0.1 },
        { type: 'holes' as const, d, t: 0.01, pitch: 0.02 },
      ],
    });
    expect([recipeFault(holes(0.02)), recipeFault(holes(0.021))]).toEqual([
      null,
      'The holes are wider than their pitch.',
    ]);
    expect(recipeFault({ ...by('board-18'), layers: [{ type: 'air', d: 0.02 }] })).toMatch(/hard board is a sheet/);
    expect(recipeFault({ ...by('straddle-15'), layers: [{ type: 'air', d: 0.1 }] })).toMatch(/counted by their fill/);
  });
});

describe('one route', () => {
  test('straight on it is the stack’s own absorption; at the wall its admittance, brought through the air it displaces', () => {
    const panel = by('panel-10-gap');
    const layers = frontToBack(panel.layers);
    expect(straightAbsorption(panel, 100, air)).toBeCloseTo(layeredAbsorption(layers, 100, 0, 'bulk', air), 12);
    const face = divide(complex(1), surfaceImpedance(layers, 100, 0, air));
    const wall = atWall(face, (2 * Math.PI * 100) / 343, 0.2);
    const beta = recipeBeta(panel, air)(100);
    expect([beta.re, beta.im]).toEqual([expect.closeTo(wall.re, 12), expect.closeTo(wall.im, 12)]);
  });

  test('what has no layers, and a laboratory’s curve, take the admittance of their coefficient; octaves stay as they were told', () => {
    expect(recipeBeta(by('board-18'), air)(80)).toEqual({ re: expect.closeTo(admittanceOf(BOARD_ALPHA), 12), im: 0 });
    const told = [0.1, 0.3, 0.7, 0.9, 0.95, 0.9, 0.9, 0.85];
    const measured: Recipe = { ...by('panel-10'), measured: told };
    expect(recipeOctaves(measured, air)).toEqual(told);
    expect(recipeAtAngle(measured, 0.5, air)).toEqual(told);
    expect(recipeBeta(measured, air)(10 ** 2.4).re).toBeCloseTo(admittanceOf(0.7), 9);
    // Across a corner one front stands for a leg of either wall.
    const corner: Recipe = { ...by('straddle-15'), measured: told };
    expect(recipeBeta(corner, air)(10 ** 2.4).re).toBeCloseTo(admittanceOf(0.7) / Math.SQRT2, 9);
    expect([
      recipeSpread(measured),
      recipeSpread(by('panel-10')),
      recipeSpread(by('qrd-7')),
      recipeSpread(by('straddle-15')),
    ]).toEqual([0.1, 0.1, 0.5, 0.25]);
  });

  test('from a reflection a diffuser takes what it absorbs and, of the rest, what it sends elsewhere', () => {
    const wells = by('qrd-7');
    const absorbed = recipeAtAngle(wells, 0, air);
    const taken = takenFromReflection(wells, 0, air);
    expect(taken[3]).toBeCloseTo(1 - (1 - absorbed[3]!) * 0.9, 12);
    expect(taken[4]).toBeCloseTo(1 - (1 - absorbed[4]!) * 0.2, 12);
    // At the very octave it is made for it spreads.
    const at1k: Recipe = { ...wells, scatterer: { kind: 'bought', designHz: 1000, depth: 0.1 } };
    expect(takenFromReflection(at1k, 0, air)[4]).toBeGreaterThan(0.8);
  });
});
