/** Moves of head and loudspeakers by a hand or two, and back onto the axis. */
import { frameOf, listeningAxis, mirrored, stereoPair } from '../../document/place/placing';
import { type LengthSystem, toMillimetre } from '../../quantities/lengths';
import type { Vec2 } from '../../geometry/vector';
import type { Tried } from './trial';
import type { Candidate } from './types';

const inches = (n: number): number => 0.0254 * n;
/** So far is tried, m: a hand, two, three, as the reader's tape has them. */
const BY = { metric: [0.1, 0.2, 0.3], feet: [4, 8, 12].map(inches), inches: [4, 8, 12].map(inches) } as const;
/** Nearer is on the axis, or where the mirror image is, m. */
const THERE = 0.01;

export function seatMoves({ project }: Tried, system: LengthSystem): Candidate[] {
  const bothWays = BY[system].flatMap((by) => [by, -by]);
  const pair = stereoPair(project);
  const frame = frameOf(project);
  const { head } = project.listening;
  const shared = { stage: 'seat' as const, money: 0 };
  const by = (p: Vec2, back: number): [number, number] => {
    const [x, y] = frame.toListener(p);
    const [sx, sy] = frame.toSurvey([x, y + back]);
    return [toMillimetre(sx), toMillimetre(sy)];
  };
  const headAt: Vec2 = [head.x, head.y];
  const moves: Candidate[] = bothWays.map((back): Candidate => {
    const [x, y] = by(headAt, back);
    return {
      ...{ ...shared, id: `head ${back}`, kind: 'head', hours: 0.25 },
      says: { by: back },
      commands: [{ type: 'move-head', x, y }],
    };
  });
  if (pair) {
    const [left, right] = pair;
    const [l, r]: [Vec2, Vec2] = [
      [left.x, left.y],
      [right.x, right.y],
    ];
    for (const back of bothWays) {
      const places = { left: by(l, back), right: by(r, back) };
      const hours = 0.5;
      moves.push({
        ...{ ...shared, id: `seat ${back}`, kind: 'seat', hours, says: { by: back } },
        commands: [{ type: 'place-seat', head: by(headAt, back), ...places }],
      });
      moves.push({
        ...{ ...shared, id: `pair ${back}`, kind: 'pair', hours, says: { by: back } },
        commands: [{ type: 'place-seat', head: [head.x, head.y], ...places }],
      });
    }
    const image = mirrored(project, l);
    const off = Math.abs(frame.toListener(headAt)[0] - listeningAxis(project, frame));
    if (off > THERE || Math.hypot(image[0] - r[0], image[1] - r[1]) > THERE)
      moves.push({
        ...{ ...shared, id: 'rule', kind: 'rule', hours: 1, says: {} },
        commands: [{ type: 'place-by-rule' }],
      });
  }
  return moves;
}
