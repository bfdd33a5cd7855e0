/** What is told of a move is what comes of it when it is made: every kind against the room solved afresh. */
import { loadLinalg } from '../../../numerics/linalg/load';
import type { Vec3 } from '../../../geometry/vector';
import { type PlacedLoudspeaker, type Setting, settingOf } from '../../../room/setting';
import { demo } from '../../../testing/demo';
import { moveSentence } from '../../../words/listen/causes';
import { levels, together } from '../../bass/answer';
import { subCandidates } from '../../bass/places';
import { createWaveEngine, type Solution } from '../../waves/waveEngine';
import type { Explanation, Finding, Move } from '../types';
import { lowMoves } from './low';
import { pieceMoves } from './pieces';
import { movesIn } from './study';

let setting: Setting;
let solution: Solution;
beforeAll(async () => {
  setting = settingOf(demo('bakehouse'));
  const found = await createWaveEngine(loadLinalg).solve(setting, 'coarse', () => {});
  if ('refused' in found) throw new Error('refused');
  solution = found;
}, 120_000);

async function levelAt(f: number, played: readonly PlacedLoudspeaker[], at: Vec3): Promise<number> {
  const axis = Float64Array.of(f);
  const responses = await solution.along(
    played.map((l) => l.at),
    at,
    axis,
  );
  return levels(
    together(
      axis,
      played.map((loudspeaker, i) => ({ loudspeaker, response: responses[i]! })),
    ),
  )[0]!;
}

/** The loudspeakers and the head once a move is made. */
function made(move: Move, played: readonly PlacedLoudspeaker[]): [PlacedLoudspeaker[], Vec3] {
  const { head } = setting;
  const by = move.by ?? [0, 0, 0];
  const off = (p: Vec3): Vec3 => [p[0] + by[0], p[1] + by[1], p[2] + by[2]];
  const of = (l: PlacedLoudspeaker): PlacedLoudspeaker => {
    const sub = l.role === 'sub';
    if (move.what === 'loudspeaker') return sub ? l : { ...l, at: off(l.at) };
    if (!sub) return l;
    if (move.what === 'polarity') return { ...l, feed: { ...l.feed, inverted: !l.feed.inverted } };
    if (move.what === 'delay') return { ...l, feed: { ...l.feed, delayMs: l.feed.delayMs + move.ms! } };
    const place = subCandidates(setting).find((c) => c.name === move.of);
    return move.what === 'sub-moves' ? { ...l, at: [place!.at[0], place!.at[1], l.axisHeight] } : l;
  };
  return [played.map(of), move.what === 'head' ? off(head) : head];
}

test('ears, loudspeakers, polarity, delay and place of a subwoofer: the level changes by what is told', async () => {
  const played = setting.loudspeakers.filter((l) => l.role === 'main' || l.role === 'sub');
  const ask = lowMoves({ setting, solution, played });
  const seen = new Set<Move['what']>();
  for (const [kind, f] of [
    ['dip', 44],
    ['dip', 80],
    ['peak', 64],
    ['peak', 32],
    ['dip', 106],
  ] as const) {
    const here = await levelAt(f, played, setting.head);
    for (const move of await ask(kind, f)) {
      seen.add(move.what);
      const [after, at] = made(move, played);
      // Places of subwoofers are looked at two hertz apart.
      if (move.what !== 'sub-moves') expect((await levelAt(f, after, at)) - here).toBeCloseTo(move.changeDb!, 6);
      else expect(Math.sign((await levelAt(f, after, at)) - here)).toBe(Math.sign(move.changeDb!));
      expect(kind === 'peak' ? move.changeDb! <= -3 : move.changeDb! >= 4).toBe(true);
      expect(move.swingDb ?? 0).toBeLessThanOrEqual(1);
      expect(moveSentence(move, 'metric')).toMatch(/^\S.*\.$/);
    }
  }
  expect([...seen].sort()).toEqual(expect.arrayContaining(['head', 'sub-moves']));
  expect(seen.size).toBeGreaterThanOrEqual(3);
}, 120_000);

test('pieces where a mode meets them: each adds damping, fewest first, and nothing is told that does not help', () => {
  const [move] = pieceMoves(setting, solution, 64.6);
  const { count, before, after } = move!.pieces!;
  expect(count).toBeGreaterThan(0);
  expect(after).toBeLessThan(before);
  // Of a resonance the level falls as its time does.
  expect(move!.changeDb).toBeCloseTo(20 * Math.log10(after / before), 6);
  expect(moveSentence(move!, 'metric')).toMatch(
    /^\d × .+: it rings 0\.\d\d s instead of 0\.\d\d s, its peak falls by \d+ dB\.$/,
  );
});

test('every cause has its own: nothing where nothing cheap is known, or where it is hardly likely', async () => {
  const ask = movesIn(setting, null, []);
  const finding = (kind: Finding['kind'], sizeDb = 2): Finding => ({
    ...{ kind, f: 900, fError: 1, delay: 0.01, sizeDb, range: [500, 4000], decay: null, sure: 1 },
  });
  const what = async (cause: Explanation['cause'], kind: Finding['kind'] = 'sides', probability = 0.9) =>
    (await ask(finding(kind), [{ cause, probability, evidence: [] }])).map((m) => m.what);
  expect(await what({ kind: 'between', faces: ['left', 'right'], apart: 3, half: false }, 'flutter')).toEqual([
    'one-of-two',
  ]);
  expect(await what({ kind: 'asymmetry', byDb: 3 })).toEqual(['tape']);
  expect(await what({ kind: 'stood' }, 'change')).toEqual(['put-back']);
  expect(await what({ kind: 'passing' }, 'step')).toEqual(['wait']);
  expect(await what({ kind: 'machine' }, 'step')).toEqual(['switch-off']);
  expect(await what({ kind: 'else' })).toEqual([]);
  expect(await what({ kind: 'fed' }, 'sides', 0.2)).toEqual([]);
  const [level] = await ask(finding('sides', 2.4), [{ cause: { kind: 'fed' }, probability: 0.9, evidence: [] }]);
  expect(moveSentence(level!, 'metric')).toBe('Set the level 2.4 dB less.');
});
