/** What is drawn at 1:1, read back by another reader and measured. */
import DxfParser from 'dxf-parser';
import { boundsOf } from '../geometry/clip';
import { drawingDxf, drawingSvg } from '../formats/drawing';
import { settingOf } from '../room/setting';
import { studyHolds } from '../studies/hang/held/holds';
import { studyHang } from '../studies/hang/study';
import { pieceAt } from '../testing/pieces';
import { edited, plainBox } from '../testing/rooms';
import { tileWords } from '../words/fixings';
import { facesAtSize, framesOver, tilesOf } from './hangingAtSize';
import { hangingBlocks } from './hangingDrawing';

const leg = 0.6 / Math.SQRT2;
const setting = settingOf(
  edited(
    plainBox(),
    {
      type: 'set-framing',
      surface: 'B',
      framing: { kind: 'studs', spacing: 0.4, runs: 'up', first: 0.2, lining: 0.0125 },
    },
    {
      type: 'put-pieces',
      pieces: [
        pieceAt({ id: 'one', face: 'B', u: 0.9, v: 0.6 }),
        pieceAt({ id: 'corner', recipe: 'straddle-15', face: 'C', u: 0, v: 0.3, width: leg }),
        pieceAt({ id: 'over', recipe: 'cloud-10', face: 'ceiling', u: 1, v: 1 }),
      ],
    },
  ),
);
const hang = studyHang(setting).result;
const holds = studyHolds(setting, hang);
const blocks = hangingBlocks(setting, hang, holds);

interface Entity {
  type: string;
  layer: string;
  vertices: { x: number; y: number }[];
}
const near = (v: number, digits = 6) => expect.closeTo(v, digits) as number;

test('the DXF holds every face, piece and fixing in millimetres, where it is', () => {
  const dxf = new DxfParser().parseSync(drawingDxf(facesAtSize(setting, blocks, 1.2)))!;
  expect((dxf.header as Record<string, unknown>).$INSUNITS).toBe(4);
  const on = (layer: string) =>
    (dxf.entities as unknown as Entity[])
      .filter((e) => e.layer === layer && e.type === 'LWPOLYLINE')
      .map((e) => boundsOf(e.vertices.map((v) => [v.x, v.y])));
  const faces = on('WALLS');
  expect(faces.map((f) => [f.right - f.left, f.low])).toEqual([
    [near(5000, 3), near(0, 3)],
    [near(4000, 3), near(0, 3)],
    [near(4000, 3), near(0, 3)],
  ]);
  const [wall] = faces;
  const piece = on('PIECES')[0]!;
  expect([piece.left - wall!.left, piece.low, piece.right - piece.left, piece.high - piece.low]).toEqual([
    near(900, 3),
    near(600, 3),
    near(600, 3),
    near(1200, 3),
  ]);
  // Studs at 1.0 and 1.4 m, the cleat 10 cm under the top, each a cross of two lines; before them the corner piece’s two brackets on B.
  const crosses = on('FIXINGS').map((f) => [(f.left + f.right) / 2 - wall!.left, (f.low + f.high) / 2]);
  expect(crosses[0]).toEqual([near(5000 - leg * 1000 + 20, 3), near(450, 3)]);
  expect(crosses.slice(4, 8)).toEqual([
    [near(1000, 3), near(1700, 3)],
    [near(1000, 3), near(1700, 3)],
    [near(1400, 3), near(1700, 3)],
    [near(1400, 3), near(1700, 3)],
  ]);
  const all = holds.pieces.reduce((sum, h) => sum + h.fixings.length, 0);
  expect(crosses).toHaveLength(2 * all);
  // The ceiling has the wall faced at the top: 1 m from it lies 4 m over its lower edge.
  const cloud = on('PIECES').at(-1)!;
  expect(cloud.high).toBeCloseTo(4000, 3);
  expect(drawingSvg(facesAtSize(setting, blocks, 1.2))).toContain('<g id="FIXINGS"');
});

describe('sheets to mark through', () => {
  const tiles = tilesOf(blocks, [190, 276], 'sans', (t) => tileWords(t, 'metric'));

  test('frames hold the whole stretch, share a strip and lie about its middle', () => {
    for (const [from, to] of [
      [0, 0.1],
      [0, 0.19],
      [1, 1.6],
      [-2, 3],
    ] as const) {
      const frames = framesOver(from, to, 0.19);
      expect(frames[0]!).toBeLessThanOrEqual(from + 0.005 + 1e-9);
      expect(frames.at(-1)! + 0.19).toBeGreaterThanOrEqual(to - 0.005 - 1e-9);
      expect(frames[0]! - from).toBeCloseTo(to - frames.at(-1)! - 0.19, 9);
      for (let i = 1; i < frames.length; i++) expect(frames[i]! - frames[i - 1]!).toBeCloseTo(0.18, 9);
    }
    expect(framesOver(0, 0.1, 0.19)).toHaveLength(1);
  });

  test('every fixing lies on a sheet, as far from the frame as on the wall', () => {
    for (const { hold, fixings, middle, face } of blocks.flatMap((b) => b.holds.map((h) => ({ ...b, ...h })))) {
      const own = tiles.filter((t) => t.label === hold.label && t.upright === (face.foot !== null));
      for (const f of fixings) {
        const found = own.some((t) => {
          const x = (f.u - middle - t.left) * 1000;
          const y = t.upright ? t.height - (f.v - t.edge) * 1000 : (f.v - t.edge) * 1000;
          return [...t.svg.matchAll(/<circle cx="([\d.]+)" cy="([\d.]+)"/g)].some(
            (m) => Math.abs(Number(m[1]) - x) < 0.02 && Math.abs(Number(m[2]) - y) < 0.02,
          );
        });
        expect([hold.label, f.role, found]).toEqual([hold.label, f.role, true]);
      }
    }
  });

  test('a sheet says whose it is and where its frame lies, and has a tenth of a metre to check', () => {
    const first = tiles.find((t) => t.label === 'B1');
    expect(first!.at).toBe(1);
    expect(first!.svg).toContain(`B1, sheet 1 of ${first!.of}.`);
    expect(first!.svg).toContain('M8 268h100');
    expect(tileWords(first!, 'metric')[0]).toMatch(
      /^Frame: left side [\d.]+ cm left of the middle line, lower side [\d.]+ cm up/,
    );
    // A cloud of 60 × 120 cm has four eyes and a line: no sheet is printed for nothing.
    const over = tiles.filter((t) => t.label === 'ceiling 1');
    expect(over.map((t) => [t.upright, t.fixings > 0])).toEqual(Array.from({ length: 5 }, () => [false, true]));
  });

  test('words in other units, under a ceiling', () => {
    const over = tiles.find((t) => !t.upright)!;
    expect(tileWords(over, 'feet')[0]).toMatch(/of the listening axis, upper side .*′.* from the wall faced\.$/);
  });
});
