import { loadLinalg } from '../../numerics/linalg/load';
import { RIGS, stationOf, twinStation } from '../../layout/rigs';
import type { Project } from '../../document/schema/project';
import { distance } from '../../geometry/vector';
import { edited, plainBox } from '../../testing/rooms';
import { costOfFacing, ORIENT_WEIGHTS, studyOrientation } from './orient';
import { faceCurve } from '../../physics/interference/faces';
import { boundariesOf, curveAtEars, flushGainDb, nearPlanes } from '../../room/boundaries';
import { DEFAULT_SEARCH_WEIGHTS, searchSeat, type SearchWaves, searchWaves } from '../search/study';
import { studySeat } from './study';
import { settingOf } from '../../room/setting';

const large = () => edited(plainBox(), { type: 'set-box', box: { length: 7, width: 5.5, height: 3 } });
const letters = (p: Project) => p.loudspeakers.map((l) => l.letter);
const codes = (p: Project) => studySeat(p).issues.map((i) => i.code);

describe('rigs', () => {
  test('every layout is symmetric, inside its own tolerances, and each station has its twin', () => {
    for (const rig of Object.values(RIGS)) {
      for (const s of rig.stations) {
        expect(s.azimuthDeg).toBeGreaterThanOrEqual(s.azimuthRange[0]);
        expect(s.azimuthDeg).toBeLessThanOrEqual(s.azimuthRange[1]);
        expect(s.elevationDeg).toBeGreaterThanOrEqual(s.elevationRange[0]);
        expect(s.elevationDeg).toBeLessThanOrEqual(s.elevationRange[1]);
        const twin = rig.stations.find((t) => t.key === twinStation(s.key));
        if (s.azimuthDeg !== 0) expect(twin?.azimuthDeg).toBe(-s.azimuthDeg);
      }
    }
    expect(stationOf('stereo', 'C')).toBeNull();
  });

  test('placed by rule in a large room, every loudspeaker stands at its angle and none is late', () => {
    const p = edited(large(), { type: 'set-rig', layout: 'surround-7-heights-4', second: false, subs: 0 });
    expect(letters(p)).toEqual(['L', 'R', 'C', 'Ls', 'Rs', 'Lb', 'Rb', 'Lt', 'Rt', 'Lu', 'Ru']);
    const { loudspeakers } = studySeat(p).result;
    for (const l of loudspeakers) {
      const station = stationOf('surround-7-heights-4', l.letter)!;
      expect(l.aim.azimuthDeg).toBeCloseTo(station.azimuthDeg, 6);
      expect(l.aim.elevationDeg).toBeCloseTo(station.elevationDeg, 6);
      expect(l.aim.delay!.metres).toBeLessThan(1e-6);
    }
  });

  test('a wall that is too near brings a loudspeaker in at the same angle, and the delay it then wants is told', () => {
    const p = edited(
      large(),
      { type: 'set-box', box: { length: 7, width: 2.6, height: 3 } },
      { type: 'set-triangle', triangleSide: 1.6 },
      { type: 'set-rig', layout: 'surround-7', second: false, subs: 0 },
    );
    const { loudspeakers } = studySeat(p).result;
    const side = loudspeakers.find((l) => l.letter === 'Ls')!;
    expect(side.aim.azimuthDeg).toBeCloseTo(-90, 6);
    expect(side.toHead).toBeLessThan(1.3);
    expect(codes(p)).toContain('seat.delays');
    const moved = edited(p, { type: 'move-loudspeaker', id: 'ls', x: 0.4, y: 1, mirror: false });
    expect(codes(moved)).toContain('seat.station-off');
  });

  test('delays are one list: nearest waits longest, the furthest not at all; set, they are content', () => {
    // L and R equally far, a centre on the wall nearer, two surrounds nearer still: all by hand.
    const base = edited(
      large(),
      { type: 'set-rig', layout: 'surround-5', second: false, subs: 0 },
      { type: 'move-head', x: 3, y: 3 },
    );
    const at: Record<string, [number, number]> = {
      l: [1.4, 0.6],
      r: [4.6, 0.6],
      c: [3, 0.6],
      ls: [1.2, 3.6],
      rs: [4.8, 3.6],
    };
    const ids = base.loudspeakers.map((l) => ({ id: l.id, key: l.letter.toLowerCase() }));
    const p = ids.reduce(
      (q, { id, key }) => edited(q, { type: 'move-loudspeaker', id, x: at[key]![0], y: at[key]![1], mirror: false }),
      base,
    );
    const setting = settingOf(p);
    const far = Math.hypot(1.6, 2.4);
    const wanted: Record<string, number> = {
      L: 0,
      R: 0,
      C: (far - 2.4) / setting.c,
      Ls: (far - Math.hypot(1.8, 0.6)) / setting.c,
      Rs: (far - Math.hypot(1.8, 0.6)) / setting.c,
    };
    const { result, issues } = studySeat(p);
    for (const l of result.loudspeakers) expect(l.aim.delay!.seconds).toBeCloseTo(wanted[l.letter]!, 9);
    const issue = issues.filter((i) => i.code === 'seat.delays');
    expect(issue).toHaveLength(1);
    const ms = (s: number) => (s * 1000).toFixed(2);
    expect(issue[0]!.values.list).toBe(
      `Ls ${ms(wanted.Ls!)} ms, Rs ${ms(wanted.Rs!)} ms, C ${ms(wanted.C!)} ms, L 0.00 ms, R 0.00 ms`,
    );
    const set = p.loudspeakers.reduce(
      (q, l) =>
        edited(q, {
          type: 'set-loudspeaker',
          id: l.id,
          values: { feed: { ...l.feed, delayMs: wanted[l.letter]! * 1000 } },
          mirror: false,
        }),
      p,
    );
    expect(codes(set)).not.toContain('seat.delays');
  });

  test('set into the wall by the rule: the seat stays, a centre comes into the wall too and its delay says why', () => {
    const p = edited(
      large(),
      { type: 'set-triangle', triangleSide: 2.6 },
      { type: 'set-rig', layout: 'three-front', second: false, subs: 0 },
    );
    const before = studySeat(p).result;
    const flush = p.loudspeakers.reduce(
      (q, l) => edited(q, { type: 'set-loudspeaker', id: l.id, values: { mount: 'flush' }, mirror: false }),
      p,
    );
    const placed = edited(flush, { type: 'place-by-rule' });
    const { result, issues } = studySeat(placed);
    expect(result.headPart).toBeCloseTo(before.headPart, 9);
    expect(result.headPart).toBeCloseTo(0.38, 9);
    for (const l of result.loudspeakers) expect(l.fromFront).toBeCloseTo(0.001, 9);
    expect(issues.map((i) => i.code)).not.toContain('seat.flush-off-wall');
    expect(issues.find((i) => i.code === 'seat.delays')!.values).toMatchObject({ inWall: 'C' });
    // 6 dB more bass, the wall's own coefficient aside; nothing at the top.
    const gain = issues.find((i) => i.code === 'seat.flush-bass')!.values;
    expect(gain.gainDb).toBeGreaterThan(5.9);
    expect(gain.gainDb).toBeLessThan(6.03);
    const setting = settingOf(placed);
    const l = setting.loudspeakers[0]!;
    expect(flushGainDb(setting, l, 8000)).toBeLessThan(0.4);
    const alone = { ...setting, loudspeakers: [l] };
    const free = faceCurve({
      source: l.at,
      receiver: setting.head,
      planes: nearPlanes(alone, l).map((t) => t.plane),
      c: setting.c,
    });
    expect(curveAtEars(alone, l).levelDb(60) - free.levelDb(60)).toBeCloseTo(flushGainDb(setting, l, 60), 9);
  });

  test('notches are said to coincide by the exact nulls at the ears, at the note the exact curve is deepest', () => {
    // As far from floor and side wall, but over unlike ways: a quarter wave says they meet, the ears know better.
    const p = edited(
      plainBox(),
      { type: 'move-head', x: 2, y: 3.4 },
      { type: 'move-loudspeaker', id: 'left', x: 1.2, y: 1.35, mirror: true },
    );
    const setting = settingOf(p);
    for (const i of studySeat(p).issues.filter((t) => t.code === 'seat.notches-coincide')) {
      const l = setting.loudspeakers.find((s) => s.id === i.where[0])!;
      const nulls = boundariesOf(setting, l);
      const of = (name: unknown) => nulls.find((b) => b.name === name)!.exactNullHz!;
      expect(Math.abs(Math.log(of(i.values.first) / of(i.values.second)))).toBeLessThan(0.1);
      expect(curveAtEars(setting, l).levelDb(i.values.f)).toBeCloseTo(i.values.levelDb, 6);
    }
    const left = boundariesOf(setting, setting.loudspeakers[0]!);
    const [floor, side] = [left.find((b) => b.name === 'floor')!, left.find((b) => b.name === 'left')!];
    expect(Math.abs(floor.distance - side.distance)).toBeLessThan(0.1 * side.distance);
    expect(Math.abs(Math.log(floor.exactNullHz! / side.exactNullHz!))).toBeGreaterThan(0.1);
    const said = studySeat(p)
      .issues.filter((t) => t.code === 'seat.notches-coincide')
      .filter((t) => t.where[0] === 'left');
    for (const i of said) expect([i.values.first, i.values.second].sort()).not.toEqual(['floor', 'left']);
  });

  test('changing the rig keeps what stays, mirrors the twin, and drops the rest', () => {
    const five = edited(large(), { type: 'set-rig', layout: 'surround-5', second: true, subs: 4 });
    expect(letters(five)).toEqual(['L', 'R', 'C', 'Ls', 'Rs', 'L2', 'R2', 'W1', 'W2', 'W3', 'W4']);
    const moved = edited(five, { type: 'move-loudspeaker', id: 'ls', x: 0.6, y: 4, mirror: true });
    const right = moved.loudspeakers.find((l) => l.letter === 'Rs')!;
    expect(right.x).toBeCloseTo(5.5 - 0.6, 9);
    const turned = edited(moved, {
      type: 'set-loudspeaker',
      id: 'ls',
      values: { aimDeg: 100, letter: 'SL' },
      mirror: true,
    });
    expect(turned.loudspeakers.find((l) => l.id === 'rs')).toMatchObject({ aimDeg: -100, letter: 'Rs', station: 'Rs' });
    const back = edited(turned, { type: 'set-rig', layout: 'stereo', second: false, subs: 1 });
    expect(letters(back)).toEqual(['L', 'R', 'W1']);
    expect(() => edited(back, { type: 'set-rig', layout: 'stereo', second: false, subs: 5 })).toThrow(/0 to 4/);
  });

  test('a box made lower keeps its axis and drivers inside; an axis above the box is refused with the sentence', () => {
    const p = edited(plainBox(), {
      type: 'set-loudspeaker',
      id: 'left',
      values: { box: { width: 0.2, depth: 0.2, height: 0.1 } },
      mirror: true,
    });
    for (const l of p.loudspeakers) {
      expect(l.axisInBox).toBeLessThanOrEqual(0.1);
      expect(l.drivers.high).toBeLessThanOrEqual(0.1);
    }
    const values = { drivers: { low: 0.3, high: 0.1 } };
    expect(() => edited(plainBox(), { type: 'set-loudspeaker', id: 'left', values, mirror: false })).toThrow(
      /drivers of L must lie in its box, lowest first/,
    );
  });
});

describe('set into the wall', () => {
  test('by rule the fronts lie in it, the seat stays at the rule, and its image is gone', () => {
    const p = edited(
      large(),
      { type: 'set-loudspeaker', id: 'left', values: { mount: 'flush' }, mirror: true },
      { type: 'place-by-rule' },
    );
    const setting = settingOf(p);
    const [l] = setting.loudspeakers;
    expect(l!.at[1]).toBeLessThan(0.01);
    expect(setting.head[1]).toBeCloseTo(0.38 * 7, 6);
    expect(nearPlanes(setting, l!).some((n) => n.target.id === 'A')).toBe(false);
    expect(codes(p)).not.toContain('seat.loudspeaker-in-wall');
    const away = edited(p, { type: 'move-loudspeaker', id: 'left', x: 1, y: 1.2, mirror: false });
    expect(codes(away)).toContain('seat.flush-off-wall');
  });

  test('the schools beside each other: close is nearer than out, out keeps the working distance, flush has no front image', () => {
    const { schools } = studySeat(large()).result;
    expect(schools.map((s) => s.school)).toEqual(['as-it-stands', 'close', 'out', 'flush']);
    const [, close, out, flush] = schools;
    expect(close!.fromFront).toBeLessThan(out!.fromFront);
    expect(out!.toHead).toBeGreaterThanOrEqual(1.1 - 1e-6);
    expect(out!.farEnough).toBe(true);
    expect(flush!.fromFront).toBeCloseTo(0.001, 9);
    // The wall gives back all that would go behind: the most gain, and no notch of its own.
    expect(flush!.gainDb).toBeGreaterThan(close!.gainDb);
    expect(flush!.notch.levelDb).toBeGreaterThan(close!.notch.levelDb);
    expect(studySeat(edited(large(), { type: 'move-head', x: 2.75, y: 3 })).result.schools).toHaveLength(4);
  });
});

describe('which wall to face', () => {
  test('an oblong empty box: the short walls tie, symmetric and far from the rear; the order is by cost', () => {
    const parts: number[] = [];
    const { ranks, left } = studyOrientation({ project: large() }, (part) => parts.push(part));
    expect(left).toEqual([]);
    expect(ranks.map((r) => r.cost)).toEqual([...ranks.map((r) => r.cost)].sort((a, b) => a - b));
    const cost = (wall: string) => ranks.find((r) => r.wall === wall)!.cost;
    expect(cost('A')).toBeCloseTo(cost('C'), 9);
    expect(cost('B')).toBeCloseTo(cost('D'), 9);
    expect(parts.at(-1)).toBe(1);
    for (const r of ranks)
      for (const k of Object.keys(ORIENT_WEIGHTS)) expect(r.parts[k as 'rear']).toBeLessThanOrEqual(1);
    // A long wall costs against a short one, for parts that do differ; the best costs nothing.
    const choice = costOfFacing(ranks, 'B')!;
    expect([choice.now.wall, choice.best.wall]).toEqual(['B', ranks[0]!.wall]);
    const by = choice.reasons.map((k) => ORIENT_WEIGHTS[k] * (choice.now.parts[k] - choice.best.parts[k]));
    expect(by.length).toBeGreaterThan(0);
    expect(by).toEqual([...by].sort((a, b) => b - a));
    expect(costOfFacing(ranks, ranks[0]!.wall)).toBeNull();
  });

  test('a chimney breast at one side costs symmetry; a wall too short for a pair is left out with the reason', () => {
    const p = edited(large(), { type: 'insert-recess', wall: 'D', from: 2, width: 1.2, depth: -0.5 });
    const { ranks, left } = studyOrientation({ project: p });
    expect(ranks.find((r) => r.wall === 'A')!.figures.widthDifference).toBeCloseTo(0.5, 6);
    expect(ranks.find((r) => r.wall === 'A')!.parts.symmetry).toBeGreaterThan(0.2);
    expect(left.length).toBeGreaterThan(1);
  });
});

describe('search for the seat', () => {
  const box = large();
  let waves: SearchWaves | null;
  let found: ReturnType<typeof searchSeat>;
  beforeAll(async () => {
    waves = await searchWaves(box, loadLinalg);
    found = searchSeat({ project: box, weights: DEFAULT_SEARCH_WEIGHTS }, waves);
  });

  test('deterministic, best first, apart, inside the room, by the working distance', () => {
    expect(searchSeat({ project: box, weights: DEFAULT_SEARCH_WEIGHTS }, waves)).toEqual(found);
    expect(found.best.length).toBeGreaterThan(2);
    expect(found.best.map((b) => b.cost)).toEqual([...found.best.map((b) => b.cost)].sort((a, b) => a - b));
    for (const b of found.best) {
      expect(b.head[0]).toBeGreaterThan(0.3);
      expect(b.left[1]).toBeGreaterThan(0.1);
      expect(b.side).toBeGreaterThanOrEqual(1.1 - 0.01);
      expect(Math.abs(b.left[0] + b.right[0] - 2 * b.head[0])).toBeLessThan(1e-9);
    }
    expect(Math.min(...found.map.costs.filter((c) => c !== null))).toBeCloseTo(found.best[0]!.cost, 12);
    expect(found.evenness).toBe(true);
    expect(found.best[0]!.figures.swingDb).toBeGreaterThan(0);
    // Without the waves evenness is left out, and said to be.
    const without = searchSeat({ project: box, weights: DEFAULT_SEARCH_WEIGHTS }, null);
    expect(without.evenness).toBe(false);
    expect(without.best[0]!.figures.swingDb).toBeNull();
  });

  test('with symmetry alone the best seat is on the axis, with the notch alone none found is shallower', () => {
    const none = { notch: 0, evenness: 0, symmetry: 0, coverage: 0 };
    const axis = searchSeat({ project: box, weights: { ...none, symmetry: 1 } }, waves);
    expect(axis.best[0]!.figures.offAxis).toBeLessThan(1e-9);
    const notch = searchSeat({ project: box, weights: { ...none, notch: 1 } }, waves);
    expect(notch.best[0]!.figures.notchDb).toBeGreaterThanOrEqual(found.best[0]!.figures.notchDb - 1e-9);
  });

  test('furniture in the way takes its places out of the map', () => {
    const desk = {
      id: 'bank',
      kind: 'other' as const,
      name: 'Bank',
      x: 2.75,
      y: 3,
      turnDeg: 0,
      width: 5.4,
      depth: 1.5,
      height: 1.4,
      lift: 0,
      tiltDeg: 0,
      material: 'cupboard-closed',
      clearance: 0,
    };
    const blocked = searchSeat(
      { project: edited(box, { type: 'put', list: 'furniture', thing: desk }), weights: DEFAULT_SEARCH_WEIGHTS },
      waves,
    );
    const places = (r: typeof found) => r.map.costs.filter((c) => c !== null).length;
    expect(places(blocked)).toBeLessThan(places(found) * 0.8);
    for (const b of blocked.best) expect(b.head[1] < 2.25 || b.head[1] > 3.75).toBe(true);
  });

  test('taking a found seat puts head and pair there, as one step', () => {
    const [best] = found.best;
    const to = (q: readonly [number, number]): [number, number] => [...settingOf(box).frame.toSurvey(q)];
    const p = edited(box, { type: 'place-seat', head: to(best!.head), left: to(best!.left), right: to(best!.right) });
    const setting = settingOf(p);
    expect(distance(setting.head, [...best!.head, setting.head[2]])).toBeLessThan(1e-9);
    expect(p.listening.placed).toBe('tape');
  });

  test('without a pair there is nothing to place: a named error', () => {
    const p = structuredClone(box);
    p.loudspeakers.splice(1);
    expect(() => searchSeat({ project: p, weights: DEFAULT_SEARCH_WEIGHTS }, null)).toThrow(/needs a pair/);
  });
});
