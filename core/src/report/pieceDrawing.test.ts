/** Pieces drawn from their parts, and the files of them read back by others. */
import DxfParser from 'dxf-parser';
import { XMLParser } from 'fast-xml-parser';
import { drawingDxf, drawingSvg } from '../formats/drawing';
import { holesOf } from '../recipes/parts/holes';
import { RECIPES } from '../recipes/library';
import { PLAIN_WORKSHOP } from '../recipes/parts/types';
import { numbered } from '../studies/build/needs';
import { explodedView, faceView, pieceAtSize, planView, sectionView } from './pieceDrawing';

const by = (id: string) => RECIPES.find((r) => r.id === id)!;
const partsOf = (id: string) => numbered(by(id), 343.2, PLAIN_WORKSHOP, false);

test('a panel from the front is as large as it is; from behind its brace lies before the fill', () => {
  const front = faceView(partsOf('panel-10'), 'front');
  expect([front.left, front.right, front.low, front.high]).toEqual([0, 0.6, 0, 1.2]);
  const back = faceView(partsOf('panel-10'), 'back');
  // Mirrored: x runs to the left.
  expect([back.left, back.right]).toEqual([-0.6, 0.01]);
  const order = back.shapes.map((s) => s.part);
  const [, , brace, fill] = partsOf('panel-10');
  expect(order.indexOf(brace!.number)).toBeGreaterThan(order.indexOf(fill!.number));
});

test('a section tells what the plane goes through; a plan of a corner panel narrows going back', () => {
  const section = sectionView(partsOf('panel-10'), 0.6);
  const cut = new Set(section.shapes.filter((s) => s.cut).map((s) => s.part));
  // Rails, brace and fill; the stiles lie beyond.
  expect([...cut].sort()).toEqual([2, 3, 4, 5]);
  const plan = planView(partsOf('straddle-15'), 1.2);
  expect([plan.left, plan.right, plan.high]).toEqual([0, expect.closeTo(0.6, 9), expect.closeTo(0.15, 9)]);
});

test('taken apart every part is drawn and numbered, cloth outermost', () => {
  for (const id of ['panel-10', 'membrane-70', 'qrd-7', 'straddle-15', 'port-box-50', 'block']) {
    const parts = partsOf(id);
    const view = explodedView(parts, by(id));
    expect(new Set(view.labels.map((l) => l.part))).toEqual(new Set(parts.map((p) => p.number)));
    for (const { points } of view.shapes) for (const p of points) expect(p.every(Number.isFinite)).toBe(true);
  }
  const view = explodedView(partsOf('panel-10'), by('panel-10'));
  expect(view.shapes.at(-1)).toMatchObject({ part: 5, stuff: 'cloth' });
});

describe('at 1:1', () => {
  const draw = (id: string) => pieceAtSize(by(id), partsOf(id), by(id).name);

  test('a perforated front has its holes half a pitch from its edges, an eighth of the plate as the recipe says', () => {
    const holes = holesOf(by('perforated'));
    // 60 × 120 cm by 24 mm: 25 × 50, with 12 mm to every edge.
    expect(holes).toHaveLength(25 * 50);
    expect([Math.min(...holes.map((h) => h.x)), Math.min(...holes.map((h) => h.y))]).toEqual([
      expect.closeTo(0.012, 9),
      expect.closeTo(0.012, 9),
    ]);
    const dxf = new DxfParser().parseSync(drawingDxf(draw('perforated')!))!;
    const lines = dxf.entities.filter((e) => e.type === 'LWPOLYLINE') as unknown as {
      layer: string;
      vertices: { x: number; y: number }[];
    }[];
    const drilled = lines.filter((l) => l.layer === 'OPENINGS');
    expect(drilled).toHaveLength(1250);
    const xs = drilled[0]!.vertices.map((v) => v.x);
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(6, 6);
    const plate = lines.find((l) => l.layer === 'PIECES')!.vertices;
    expect([Math.max(...plate.map((v) => v.x)), Math.max(...plate.map((v) => v.y))]).toEqual([600, 1200]);
  });

  test('ports, slats, blocks and wells have a plan; a plain panel needs none', () => {
    expect(holesOf(by('port-box-50')).map((h) => [h.width, h.round])).toEqual([
      [0.1, true],
      [0.1, true],
    ]);
    expect(draw('panel-10')).toBeNull();
    for (const id of ['port-box-50', 'scatter-front', 'qrd-7', 'skyline-13', 'straddle-15']) {
      const svg = new XMLParser({ ignoreAttributes: false }).parse(drawingSvg(draw(id)!)) as {
        svg: { '@_width': string; g: unknown };
      };
      expect(svg.svg['@_width']).toMatch(/^[\d.]+mm$/);
    }
    const wells = draw('qrd-7')!.items.filter((i) => i.type === 'polyline');
    // Back, fifteen fins, fourteen bottoms, and the spacers the level plane goes through: three heights have one row at the middle.
    expect(wells.length).toBeGreaterThanOrEqual(30);
    const xs = wells.flatMap((i) => (i.type === 'polyline' ? i.points.map((p) => p[0]) : []));
    expect(Math.max(...xs)).toBeCloseTo((14 * 0.056 + 15 * 0.012) * 1000, 6);
  });
});
