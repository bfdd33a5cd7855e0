/** What a piece must keep clear of, by how deep it is. */
import { edited, door, plainBox, wardrobe, window } from '../../testing/rooms';
import { pieceAt } from '../../testing/pieces';
import { keepOutsOn, obstaclesOn } from './keepOuts';
import { settingOf } from '../setting';

const room = edited(
  plainBox(),
  { type: 'put', list: 'openings', thing: window({ clearance: 0.1 }) },
  { type: 'put', list: 'openings', thing: door({ wall: 'C', u: 0.3, width: 0.8 }) },
  { type: 'put', list: 'furniture', thing: wardrobe({ x: 0.45, y: 1 }) },
);
const on = (face: string, depth: number, project = room) => {
  const setting = settingOf(project);
  return keepOutsOn(
    setting,
    setting.faces.find((f) => f.id === face)!,
    depth,
  );
};
const kinds = (face: string, depth: number) => on(face, depth).map((k) => k.kind);

test('an opening with what is kept free about it, as deep as one likes', () => {
  for (const depth of [0.02, 0.5]) {
    const found = on('D', depth).find((k) => k.kind === 'window')!;
    expect([found.left, found.right, found.low, found.high]).toEqual(
      [1.9, 3.6, 0.8, 2.2].map((v) => expect.closeTo(v, 9) as number),
    );
  }
});

test('furniture only where the piece reaches it: it stands 15 cm before the wall', () => {
  expect(kinds('D', 0.1)).not.toContain('thing');
  const met = on('D', 0.2).find((k) => k.kind === 'thing')!;
  // 1.2 m deep about y = 1 m; wall D is read from the rear, 5 m long; from the floor to its top.
  expect([met.left, met.right, met.low, met.high]).toEqual([3.4, 4.6, 0, 2].map((v) => expect.closeTo(v, 9) as number));
});

test('a leaf that swings near the next wall keeps thick pieces off it, not thin ones', () => {
  // Its hinge is 30 cm from wall B: the open leaf stands there.
  expect(kinds('B', 0.2)).toEqual([]);
  expect(kinds('B', 0.35)).toEqual(['swing']);
  expect(on('B', 0.35)[0]).toMatchObject({ id: 'door', low: 0, high: 2 });
});

test('a corner piece keeps others off both walls; a turned-off floor has nothing', () => {
  const leg = 0.6 / Math.SQRT2;
  const corner = pieceAt({ id: 'c', recipe: 'straddle-15', face: 'A', u: 4 - leg, v: 0, width: leg });
  const project = edited(plainBox(), { type: 'put-pieces', pieces: [corner] });
  for (const face of ['A', 'B']) {
    const [met] = on(face, 0.1, project);
    expect([met!.id, met!.right - met!.left]).toEqual(['c', expect.closeTo(leg, 9)]);
  }
  expect([on('C', 0.1, project), on('floor', 0.1, project)]).toEqual([[], []]);
});

test('drawn, they end where the face does, and pieces are none', () => {
  const low = edited(room, {
    type: 'put',
    list: 'openings',
    thing: window({ id: 'vent', v: 0.05, height: 0.3, clearance: 0.2, wall: 'B' }),
  });
  const hung = settingOf(edited(low, { type: 'put-pieces', pieces: [pieceAt({ u: 4 })] }));
  const drawn = obstaclesOn(
    hung,
    hung.faces.find((f) => f.id === 'B')!,
  );
  expect(drawn.map((k) => k.id)).toEqual(['vent']);
  expect(drawn[0]!.low).toBe(0);
});
