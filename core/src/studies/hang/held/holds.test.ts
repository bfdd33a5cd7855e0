/** What holds pieces, against figures worked out by hand: a room of 5 × 4 × 2.5 m. */
import { createProject } from '../../../document/create';
import type { Command } from '../../../document/commands/commands';
import { settingOf } from '../../../room/setting';
import { FINDS, G } from '../../../fixings/points';
import { membersOf } from '../../../room/hung/members';
import { pieceAt } from '../../../testing/pieces';
import { seeded } from '../../../testing/random';
import { edited } from '../../../testing/rooms';
import { fixingBuyLines, noteSentence } from '../../../words/fixings';
import { studyHolds } from './holds';
import { studyHang } from '../study';

const start = createProject('p', 'Room', { length: 5, width: 4, height: 2.5 });
const near = (v: number, digits = 9) => expect.closeTo(v, digits) as number;
function holdsOf(...commands: Command[]) {
  const setting = settingOf(edited(start, ...commands));
  return studyHolds(setting, studyHang(setting).result);
}
const frame = (surface: string, first: number, runs: 'up' | 'across' = 'up'): Command => ({
  type: 'set-framing',
  surface,
  framing: { kind: surface === 'ceiling' ? 'joists' : 'studs', spacing: 0.4, runs, first, lining: 0.0125 },
});
const put = (...pieces: Parameters<typeof pieceAt>[0][]): Command => ({
  type: 'put-pieces',
  pieces: pieces.map(pieceAt),
});

test('a panel on a cleat into two studs, every figure by hand', () => {
  // Studs at 1.0 and 1.4 m of wall B, whose middle line is at 2.5 m; the panel from 0.9 to 1.5 m, 0.6 to 1.8 m up.
  const { pieces, notes } = holdsOf(frame('B', 0.2), put({ recipe: 'panel-10-gap', u: 0.9 }));
  const [hold] = pieces;
  expect(hold).toMatchObject({ label: 'B1', way: 'cleat', ways: ['cleat', 'flush', 'hooks', 'feet'], overhead: false });
  expect(hold!.cleat).toEqual({ left: near(-1.55), right: near(-1.05), up: near(1.7) });
  expect([hold!.packing, hold!.recess]).toEqual([near(0.082), 0]);
  expect(hold!.fixings.map((f) => [f.u, f.v, f.fromMiddle])).toEqual([
    [near(1), near(1.7), near(-1.5)],
    [near(1.4), near(1.7), near(-1.1)],
  ]);
  const [first] = hold!.fixings;
  expect(first!.onPiece).toEqual({ fromLeft: near(0.1), fromTop: near(0.1) });
  // Half the weight down; its middle 15 cm before the wall, the row 1.1 m over its lower edge.
  const weight = hold!.mass * G;
  expect(first!.shear).toBeCloseTo(weight / 2, 6);
  expect(first!.pull).toBeCloseTo((weight * 0.15) / 1.1 / 2, 6);
  expect(first!.load).toBeCloseTo(Math.hypot(first!.shear, first!.pull) / G, 9);
  expect(first!.rated).toBe(Math.ceil(first!.load * 4));
  // Lining, packing, cleat and 4 cm of wood: 152.5 mm.
  expect(first!.anchor).toEqual({ anchor: 'wood-screw', length: 0.16 });
  expect(notes).toEqual([]);
});

test('on a wall nobody has looked behind it says so, once for all its pieces', () => {
  const { pieces, notes } = holdsOf(put({ id: 'one', u: 0.4 }, { id: 'two', u: 3 }));
  expect(pieces[0]!.fixings[0]!.anchor).toEqual({ anchor: 'find-out' });
  expect(notes).toEqual([{ note: 'find-out', surface: 'B', name: 'right', pieces: ['B1', 'B2'] }]);
  expect(noteSentence(notes[0]!, 'metric')).toContain('before B1, B2 hang there');
});

test('a cloud under joists: eyes where they are, chains by the fall of its front, a line of its own', () => {
  // Joists run across at 0.3, 0.7, 1.1, 1.5, 1.9 m from the front; the cloud from 1.2 to 2.4 m.
  const cloud = put({ recipe: 'cloud-10', face: 'ceiling', u: 1.7, v: 1.2 });
  const { pieces, notes, overheadMass } = holdsOf(frame('ceiling', 0.3, 'across'), cloud, {
    type: 'set-hanging',
    hanging: { cloudFall: 0.08 },
  });
  const [hold] = pieces;
  expect(hold).toMatchObject({ way: 'chain', overhead: true, cleat: null });
  const eyes = hold!.fixings.filter((f) => f.role === 'eye');
  expect(eyes.map((f) => [f.u, f.v])).toEqual([
    [near(1.8), near(1.5)],
    [near(2.2), near(1.5)],
    [near(1.8), near(2.3)],
    [near(2.2), near(2.3)],
  ]);
  // 15 cm under the ceiling in its middle, 1.8 m; 8 cm of fall over 1.2 m: 2 cm more at 1.5 m, 3.33 cm less at 2.3 m.
  expect(eyes[0]!.chain).toEqual({ drop: near(0.17), made: { links: 3, lower: near(-0.014) } });
  expect(eyes[2]!.chain).toEqual({ drop: near(0.15 - 0.08 / 2.4, 6), made: { links: 2, lower: near(0.00733333, 6) } });
  // The middle lies 0.3 m behind the front eyes and 0.5 m before the rear ones.
  expect(eyes[0]!.pull).toBeCloseTo(0.625 * hold!.mass * G, 6);
  expect(eyes[2]!.pull).toBeCloseTo(0.375 * hold!.mass * G, 6);
  expect(eyes[0]!.rated).toBe(Math.ceil(0.625 * hold!.mass * 8 - 1e-3));
  expect(hold!.fixings.at(-1)).toMatchObject({ role: 'line', v: near(1.9), into: 'member' });
  expect(overheadMass).toBeCloseTo(hold!.mass, 9);
  expect(notes).toEqual([]);
  // Too near the ceiling for eye, link and hook.
  const tight = holdsOf(frame('ceiling', 0.3, 'across'), cloud, {
    type: 'set-fixings',
    fixings: { fittings: 0.14 },
  });
  expect(tight.notes.map((n) => n.note)).toEqual(['chain-short']);
});

test('between joists a cloud asks for a batten first, on a wall what is too heavy for board', () => {
  const between = holdsOf(
    {
      type: 'set-framing',
      surface: 'ceiling',
      framing: { kind: 'joists', spacing: 2, runs: 'across', first: 0.1, lining: 0 },
    },
    put({ recipe: 'cloud-10', face: 'ceiling', u: 1.7, v: 0.5 }),
  );
  expect(between.notes).toEqual([{ note: 'batten', piece: 'piece-1', label: 'ceiling 1', overhead: true, count: 5 }]);
  const heavy = holdsOf(
    { type: 'set-framing', surface: 'B', framing: { kind: 'studs', spacing: 2, runs: 'up', first: 0.05, lining: 0 } },
    put({ recipe: 'port-box-50', u: 1 }),
  );
  expect(heavy.notes[0]).toMatchObject({ note: 'batten', overhead: false });
});

test('a corner piece is held on both walls, at the edge away from the corner', () => {
  // Wall B meets A at its left end: there the legs reach 42.4 cm along either wall.
  const leg = 0.6 / Math.SQRT2;
  const { pieces } = holdsOf(frame('B', leg - 0.02), put({ recipe: 'straddle-15', u: 0, v: 0.2, width: leg }));
  const { fixings, mass, way } = pieces[0]!;
  expect(way).toBe('brackets');
  expect(fixings.map((f) => [f.face, f.u, f.v, f.into])).toEqual([
    ['B', near(leg - 0.02), near(0.35), 'member'],
    ['B', near(leg - 0.02), near(1.25), 'member'],
    ['A', near(4 - leg + 0.02), near(0.35), 'unknown'],
    ['A', near(4 - leg + 0.02), near(1.25), 'unknown'],
  ]);
  expect(fixings.map((f) => f.load)).toEqual(Array.from({ length: 4 }, () => near(mass / 4)));
  expect(fixings[2]!.onPiece).toBeNull();
});

test('a piece along an edge is held to wall and ceiling, all of it over heads', () => {
  // Along wall B, from its left end to the right: 20 cm in, 1.2 m long, its leg 35.4 cm down the wall and out under the ceiling.
  const leg = 0.5 / Math.SQRT2;
  const at = { recipe: 'edge-straddle', u: 0.2, v: 2.5 - leg, width: 1.2, height: leg };
  const { pieces, overheadMass } = holdsOf(frame('B', 0.2), frame('ceiling', 0.3, 'across'), put(at));
  const [{ fixings, mass, way, ways, overhead }] = pieces as [(typeof pieces)[number]];
  expect([way, ways, overhead, overheadMass]).toEqual(['brackets', ['brackets'], true, mass]);
  // Studs at 0.6 and 1.0 m have the middle, 0.8 m, between them; wall B runs down the room, so joists across are met at 0.7 and 1.1 m.
  expect(fixings.map((f) => [f.face, f.u, f.v, f.into])).toEqual([
    ['B', near(0.6), near(2.5 - leg + 0.02), 'member'],
    ['B', near(1), near(2.5 - leg + 0.02), 'member'],
    ['ceiling', near(4 - leg + 0.02), near(0.7), 'member'],
    ['ceiling', near(4 - leg + 0.02), near(1.1), 'member'],
  ]);
  expect(fixings.map((f) => [f.shear > 0, f.pull > 0])).toEqual([
    [true, false],
    [true, false],
    [false, true],
    [false, true],
  ]);
  // Two of the four may carry all of it; eight times that is what to look for.
  expect(fixings[0]!.load).toBeCloseTo(mass / 2, 9);
  expect(fixings[2]!.load + fixings[3]!.load).toBeCloseTo(mass, 9);
  expect(fixings[0]!.rated).toBe(Math.ceil((mass / 2) * 8 - 1e-3));
});

test('another way, a piece on feet, and a screw over a socket’s cable', () => {
  const socket: Command = {
    type: 'put',
    list: 'openings',
    thing: {
      id: 's',
      kind: 'socket',
      name: 'Socket, right',
      wall: 'B',
      u: 0.96,
      v: 0.3,
      width: 0.08,
      height: 0.08,
      clearance: 0.02,
      material: null,
      leaf: null,
    },
  };
  const { pieces, notes } = holdsOf(frame('B', 0.2), socket, put({ recipe: 'panel-10', u: 0.9 }));
  expect(notes).toEqual([{ note: 'cable', piece: 'piece-1', label: 'B1', thing: 'Socket, right' }]);
  expect(pieces[0]!.fixings.map((f) => f.cable)).toEqual(['Socket, right', null]);
  expect(pieces[0]!.recess).toBe(0.018);
  const feet = holdsOf(put({ recipe: 'panel-10', u: 0.9, v: 0.4 }), {
    type: 'set-way',
    recipe: 'panel-10',
    way: 'feet',
  });
  expect(feet.pieces[0]).toMatchObject({ way: 'feet', feet: near(0.4) });
  expect(feet.pieces[0]!.fixings.map((f) => f.role)).toEqual(['strap']);
});

describe('random rooms, framings and pieces', () => {
  const RECIPES_TRIED = [
    'panel-10',
    'panel-15-gap',
    'cloud-10',
    'port-box-50',
    'skyline-13',
    'board-18',
    'block',
  ] as const;
  const random = seeded(907);
  const commands = (): Command[] => {
    const framed = ['A', 'B', 'C', 'D', 'ceiling'].flatMap((surface): Command[] =>
      random.whole(0, 3) === 0
        ? []
        : [
            {
              type: 'set-framing',
              surface,
              framing: {
                kind: random.pick(['studs', 'joists', 'solid'] as const),
                spacing: random.between(0.3, 1.2),
                runs: random.pick(['up', 'across'] as const),
                first: random.between(0, 1),
                lining: random.between(0, 0.03),
              },
            },
          ],
    );
    const pieces = Array.from({ length: 4 }, (_, i) => {
      const face = random.pick(['A', 'B', 'C', 'D', 'ceiling']);
      const [width, height] = [random.between(0.2, 1.2), random.between(0.2, 1.2)];
      const [u, v] = [random.between(0, 2.5), random.between(0, 1.2)];
      return { id: `p${i}`, recipe: random.pick(RECIPES_TRIED), face, u, v, width, height };
    });
    return [
      ...framed,
      put(...pieces),
      { type: 'set-hanging', hanging: { cloudFall: random.pick([0, random.between(0, 0.3)]) } },
      ...RECIPES_TRIED.map((recipe): Command => ({
        type: 'set-way',
        recipe,
        way:
          recipe === 'block' || recipe === 'board-18' ? null : random.pick(['cleat', 'flush', 'hooks', null] as const),
      })),
    ];
  };

  test('every fixing lies on its piece; a row carries the whole weight and turns nothing; ratings are never below the load', () => {
    let [seen, onMembers] = [0, 0];
    for (let i = 0; i < 150; i++) {
      const setting = settingOf(edited(start, ...commands()));
      const hang = studyHang(setting).result;
      const { wallFactor, overheadFactor } = setting.project.treatment.fixings;
      for (const hold of studyHolds(setting, hang).pieces) {
        const piece = hang.pieces.find((p) => p.id === hold.piece)!;
        expect(hold.ways).toContain(hold.way);
        for (const f of hold.fixings) {
          seen += 1;
          expect(f.u).toBeGreaterThanOrEqual(piece.left - 1e-9);
          expect(f.u).toBeLessThanOrEqual(piece.right + 1e-9);
          expect(f.v).toBeGreaterThanOrEqual(piece.low - 1e-9);
          expect(f.v).toBeLessThanOrEqual(piece.high + 1e-9);
          expect(f.rated).toBeGreaterThanOrEqual(f.load * (hold.overhead ? overheadFactor : wallFactor) - 2e-3);
          if (f.into === 'member') {
            onMembers += 1;
            const face = setting.faces.find((o) => o.id === f.face)!;
            const { at, runs } = membersOf(setting, face)!;
            expect(Math.min(...at.map((m) => Math.abs(m - (runs === 'up' ? f.u : f.v))))).toBeLessThanOrEqual(
              FINDS + 1e-9,
            );
          }
        }
        const row = hold.fixings.filter((f) => f.role === 'screw' || f.role === 'hanger' || f.role === 'hook');
        if (row.length === 0) continue;
        expect(row.reduce((sum, f) => sum + f.shear, 0)).toBeCloseTo(hold.mass * G, 6);
        const middle = (piece.left + piece.right) / 2;
        if (row.length > 1) expect(row.reduce((sum, f) => sum + f.shear * (f.u - middle), 0)).toBeCloseTo(0, 6);
      }
    }
    expect(seen).toBeGreaterThan(1000);
    expect(onMembers).toBeGreaterThan(100);
  });
});

test('clouds edge to edge are one field: which with which, two plates a joint; a finger apart they are not', () => {
  const cloud = (id: string, u: number, v: number) => put({ id, recipe: 'cloud-10', face: 'ceiling', u, v });
  const beside = holdsOf(
    frame('ceiling', 0.3, 'across'),
    cloud('one', 1, 1.2),
    cloud('two', 1.6, 1.2),
    cloud('three', 1, 2.4),
  );
  const [joined] = beside.notes.filter((n) => n.note === 'joined');
  // Beside each other, and one behind the other; corner to corner there is no side to join.
  expect(joined!.pairs).toHaveLength(2);
  const lines = fixingBuyLines(beside, 0.032, 'metric');
  expect(lines.find((l) => l.item.startsWith('Joining plates'))!.amount).toBe('4');
  const apart = holdsOf(frame('ceiling', 0.3, 'across'), cloud('one', 1, 1.2), cloud('two', 1.62, 1.2));
  expect(apart.notes.some((n) => n.note === 'joined')).toBe(false);
});
