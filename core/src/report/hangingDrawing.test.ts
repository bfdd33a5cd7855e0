/** The hanging sheet's drawings against the document: every edge at its place on paper, every figure from the middle line. */
import { settingOf } from '../room/setting';
import { studyHolds } from '../studies/hang/held/holds';
import { studyHang } from '../studies/hang/study';
import { pieceAt } from '../testing/pieces';
import { edited, plainBox, window } from '../testing/rooms';
import { hangingRow } from '../words/hang';
import { hangingBlocks, hangingSvg } from './hangingDrawing';

const project = edited(
  plainBox(),
  { type: 'put', list: 'openings', thing: window({ wall: 'B' }) },
  {
    type: 'put-pieces',
    pieces: [
      pieceAt({ id: 'one', face: 'B', u: 0.7, v: 0.3 }),
      pieceAt({ id: 'two', face: 'B', u: 4, v: 0.3, state: 'hung' }),
      pieceAt({ id: 'over', face: 'ceiling', u: 1, v: 1 }),
    ],
  },
);
const setting = settingOf(project);
const hang = studyHang(setting).result;
const blocks = hangingBlocks(setting, hang, studyHolds(setting, hang));
const cm = (m: number) => (m * 100).toFixed(1);
const draw = (i: number) => hangingSvg(setting, blocks[i]!, hang.level.height, [182, 84], 'sans-serif', cm);
/** Corners of every polygon, mm of paper. */
const polygons = (svg: string) =>
  [...svg.matchAll(/<polygon points="([^"]+)"/g)].map((m) =>
    m[1]!.split(' ').map((p) => p.split(',').map(Number) as [number, number]),
  );
const width = (p: readonly (readonly [number, number])[]) =>
  Math.max(...p.map(([x]) => x)) - Math.min(...p.map(([x]) => x));

test('a wall of 5 m is drawn 1 : 50, its pieces where they are, in their size', () => {
  const { svg, scale, width: wide } = draw(0);
  expect(scale).toBe(50);
  const [face, , one, two] = polygons(svg);
  expect(width(face!)).toBeCloseTo(100, 1);
  expect(wide).toBeCloseTo(106, 1);
  expect([width(one!), width(two!)]).toEqual([expect.closeTo(12, 1), expect.closeTo(12, 1)]);
  const left = (p: readonly (readonly [number, number])[]) => Math.min(...p.map(([x]) => x));
  expect(left(one!) - left(face!)).toBeCloseTo(14, 1);
  // Upright: 0.3 m over the floor is 6 mm over the lower edge of the wall.
  const foot = (p: readonly (readonly [number, number])[]) => Math.max(...p.map(([, y]) => y));
  expect(foot(face!) - foot(one!)).toBeCloseTo(6, 1);
});

test('figures are from the middle line: 2.5 m along, so 180 cm left for an edge at 0.7 m; names are escaped', () => {
  const { svg } = draw(0);
  for (const words of ['180.0', '120.0', '150.0', '210.0']) expect(svg).toContain(`>${words}</text>`);
  expect(hangingRow(hang.pieces[0]!, 'metric')).toMatchObject({
    label: 'B1',
    left: '180.0 cm left',
    right: '120.0 cm left',
    low: '30.0 cm',
    high: '150.0 cm',
    state: '',
  });
  expect(
    hangingRow(
      hang.pieces.find((p) => p.id === 'two')!,
      'feet',
    ),
  ).toMatchObject({ label: 'B2', state: 'up' });
  const named = edited(project, {
    type: 'put',
    list: 'openings',
    thing: window({ wall: 'B', name: 'Old <window> & "sill"' }),
  });
  const room = settingOf(named);
  const there = studyHang(room).result;
  const [block] = hangingBlocks(room, there, studyHolds(room, there));
  const drawn = hangingSvg(room, block!, 1.2, [182, 84], 'sans-serif', cm).svg;
  expect(drawn).toContain('Old &lt;window&gt; &amp; &quot;sill&quot;');
});

test('under the ceiling tapes begin at the listening axis, and pieces are told by number', () => {
  const over = hang.pieces.find((p) => p.id === 'over')!;
  expect(over).toMatchObject({ label: 'ceiling 1', short: '1', fromMiddle: { left: expect.closeTo(-1, 9) } });
  expect(draw(1).svg).toContain('>1</text>');
});

test('every fixing is a cross where it is; the wall beside a corner piece has a block for those of its own', () => {
  const leg = 0.6 / Math.SQRT2;
  const corner = pieceAt({ id: 'c', recipe: 'straddle-15', face: 'B', u: 0, v: 0.3, width: leg });
  const room = settingOf(edited(plainBox(), { type: 'put-pieces', pieces: [corner] }));
  const there = studyHang(room).result;
  const list = hangingBlocks(room, there, studyHolds(room, there));
  expect(list.map((b) => [b.face.id, b.pieces.length, b.holds[0]!.fixings.length])).toEqual([
    ['A', 0, 2],
    ['B', 1, 2],
  ]);
  const crosses = list.map((b) => {
    const { svg } = hangingSvg(room, b, 1.2, [182, 84], 'sans-serif', cm);
    const [face] = polygons(svg);
    const [x, y] = [Math.min(...face!.map((p) => p[0])), Math.max(...face!.map((p) => p[1]))];
    return [...svg.matchAll(/d="M([\d.]+) ([\d.]+)h2M/g)].map((m) => [Number(m[1]) + 1 - x, y - Number(m[2])]);
  });
  // 1 : 50. Wall A is 4 m and the corner at its right end; 15 cm over the lower edge and under the top of 1.5 m.
  const mm = (m: number) => expect.closeTo(m * 20, 1) as number;
  expect(crosses).toEqual([
    [
      [mm(4 - leg + 0.02), mm(0.45)],
      [mm(4 - leg + 0.02), mm(1.35)],
    ],
    [
      [mm(leg - 0.02), mm(0.45)],
      [mm(leg - 0.02), mm(1.35)],
    ],
  ]);
});
