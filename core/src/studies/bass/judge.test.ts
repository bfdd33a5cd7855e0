/** How an answer of the waves is judged, where subwoofers may stand, and the words of causes. */
import { magnitudeSquared } from '../../numerics/complex';
import { plainLoudspeaker } from '../../document/begin';
import { createProject } from '../../document/create';
import { edited, plainBox, wardrobe } from '../../testing/rooms';
import { solver } from '../../testing/waves';
import { causeSentence } from '../../words/bass';
import { feedOf } from './feed';
import { placeSpread, slowModes, smoothed, SWING_SCHOOLS, swingOf, unevenness } from './judge';
import { subCandidates } from './places';
import { recipeOf } from '../../document/recipes';
import { isTunable, tunedTo, worstMode } from './helps';
import type { WaveMode } from './types';
import { workingOfLayout } from './working';
import { settingOf } from '../../room/setting';
import { octaveShare } from '../waves/waveRoom';

describe('making and judging', () => {
  test('a box tuned by the rule answers near the mode; both kinds stay within what can be built', () => {
    const air = { rho: 1.2, c: 343 };
    const by = (id: string) => recipeOf(plainBox(), id);
    const skin = (hz: number, depth = 0.2) => {
      const box = by('membrane-70');
      const layers = [{ type: 'air' as const, d: depth }, box.layers.at(-1)!];
      const front = tunedTo({ ...box, layers }, hz, air).layers.at(-1);
      return front?.type === 'skin' ? front.m : NaN;
    };
    // f ≈ c/2π √(ρ/(m' D)) for shallow boxes.
    expect((343 / (2 * Math.PI)) * Math.sqrt(1.2 / (skin(60) * 0.2))).toBeCloseTo(60, 0);
    expect(skin(20, 0.02)).toBeLessThanOrEqual(40);
    const pitch = (hz: number) => {
      const front = tunedTo(by('perforated'), hz, air).layers.at(-1);
      return front?.type === 'holes' ? front.pitch : NaN;
    };
    expect(pitch(200)).toBeLessThan(pitch(120));
    // One port of 10 cm, 5 cm long, before 0.166 m³ rings at 33.9 Hz by hand; more of them higher, as the root of their number.
    const ports = (hz: number) => tunedTo(by('port-box-50'), hz, air).ports!.count;
    expect([ports(34), ports(68)]).toEqual([1, 4]);
    expect(() => tunedTo(by('panel-10'), 60, air)).toThrow(/must be a tuned box/);
    expect([by('perforated'), by('panel-10'), by('qrd-7')].map(isTunable)).toEqual([true, false, false]);
  });

  test('slow modes are counted from 63 to 200 Hz; the worst is slow and heard', () => {
    const mode = (index: number, f: number, time: number, head: number): WaveMode => ({
      index,
      f,
      time,
      timeBare: time,
      head,
      sources: {},
      motion: [1, 0, 0],
    });
    const list = [
      mode(0, 0, Infinity, 1),
      mode(1, 40, 2, 0.9),
      mode(2, 70, 0.9, 0.1),
      mode(3, 90, 0.6, -0.8),
      mode(4, 110, 0.4, 1),
    ];
    const { slow, heard } = slowModes(list);
    expect(slow.map((m) => m.index)).toEqual([2, 3]);
    expect(heard.map((m) => m.index)).toEqual([3]);
    expect(worstMode(list)!.index).toBe(1);
    expect(worstMode(list.slice(0, 1))).toBeNull();
  });

  test('without a loudspeaker there are modes and no swing', async () => {
    const silent = structuredClone(plainBox());
    silent.loudspeakers = [];
    const answer = await solver()('answer', silent, {});
    expect(answer.modes.length).toBeGreaterThan(10);
    expect(answer.swings).toEqual([]);
    expect(answer.loudspeakers).toEqual([]);
  });

  test('subwoofers are put in their places in one step, fed alike; surplus ones go', () => {
    const base = edited(plainBox(), { type: 'set-rig', layout: 'stereo', second: false, subs: 3 });
    const places = [
      { x: 0.5, y: 0.5 },
      { x: 3.5, y: 4.5 },
    ];
    const subs = edited(base, { type: 'place-subs', places, gainDb: -3 }).loudspeakers.filter((l) => l.role === 'sub');
    expect(subs.map(({ x, y }) => ({ x, y }))).toEqual(places);
    for (const s of subs)
      expect(s.feed).toMatchObject({ gainDb: -3, delayMs: 0, inverted: false, crossover: { hz: 80 } });
  });
});

describe('places', () => {
  test('candidates lie in the room, clear of a wardrobe, and answers come best first, the same each time', async () => {
    // Small, so that both searches are over soon; the wardrobe fills the corner behind, 0.1 to 0.7 by 2.7 to 3.9 m.
    const room = createProject('p', 'Room', { length: 3.9, width: 3, height: 2.3 });
    const project = edited(room, { type: 'put', list: 'furniture', thing: wardrobe({ x: 0.4, y: 3.3 }) });
    const candidates = subCandidates(settingOf(project));
    expect(candidates.length).toBeGreaterThan(10);
    for (const { at } of candidates) {
      expect(at[0] > 0 && at[0] < 3 && at[1] > 0 && at[1] < 3.9).toBe(true);
      expect(at[0] < 0.7 + 0.18 && at[1] > 2.7 - 0.18).toBe(false);
    }
    const first = await solver()('places', project, {});
    const again = await solver()('places', project, {});
    expect(again.layouts).toEqual(first.layouts);
    for (const l of first.layouts) {
      expect(l.best.length).toBeGreaterThan(0);
      l.best.forEach((b, i) => {
        expect(b.places).toHaveLength(l.count);
        if (i > 0) expect(b.cost).toBeGreaterThanOrEqual(l.best[i - 1]!.cost);
      });
    }
    const judged = first.layouts[0]!.best[0]!;
    expect(workingOfLayout(judged).result.value).toBe(judged.cost);
    expect(judged.cost).toBeCloseTo((judged.swingDb + 2 * judged.evenDb) / 2 + 0.7 * judged.spreadDb, 9);
    const { best, map } = first;
    expect(best!.evenness).toBeCloseTo(Math.min(...Array.from(map.evenness).filter((v) => !Number.isNaN(v))), 5);
    expect(first.now).toEqual({ ...first.without, places: [] });
  });
});

describe('judging', () => {
  const axis = Array.from({ length: 200 }, (_, i) => 20 * 2 ** (i / 60));

  test('a level curve swings by nothing; a dip is found where it is; smoothing keeps energy', () => {
    const flat = axis.map(() => 70);
    expect(swingOf(axis, flat, SWING_SCHOOLS[0]!)!.swingDb).toBeCloseTo(0, 9);
    expect(unevenness(axis, flat, 30, 150)).toBeCloseTo(0, 4);
    const dip = axis.map((f) => 70 - 20 * Math.exp(-(((f - 60) / 8) ** 2)));
    const swing = swingOf(axis, dip, SWING_SCHOOLS[0]!)!;
    expect(swing.lowHz).toBeCloseTo(60, -0.5);
    expect(swing.swingDb).toBeGreaterThan(7);
    expect(swing.met).toBe(false);
    expect(swingOf([200, 300], [1, 2], SWING_SCHOOLS[0]!)).toBeNull();
    Array.from(smoothed(axis, flat, 3)).forEach((v) => expect(v).toBeCloseTo(70, 9));
    expect(placeSpread(axis, [flat, flat.map((v) => v + 4)], 30, 120)).toBeCloseTo(2, 9);
  });

  test('octave shares sum to one, and each is whole at its own octave', () => {
    for (const f of [20, 63, 80, 125, 200, 333, 500]) {
      expect([0, 1, 2, 3].reduce((s, o) => s + octaveShare(o, f), 0)).toBeCloseTo(1, 12);
    }
    expect(octaveShare(0, 30)).toBe(1);
  });

  test.each([12, 24, 48] as const)(
    'low and high pass of %i dB an octave sum flat; the corner lies 6 dB down',
    (slopeDb) => {
      const crossover = { hz: 80, slopeDb };
      const made = (role: 'sub' | 'main') =>
        plainLoudspeaker('x', 'X', {
          role,
          lowCornerHz: 5,
          feed: { gainDb: 0, delayMs: 0, inverted: false, crossover },
        });
      for (const f of [40, 80, 130, 240]) {
        const [low, high] = [feedOf(made('sub'), f), feedOf(made('main'), f)];
        const sum = { re: low.re + high.re, im: low.im + high.im };
        expect(10 * Math.log10(magnitudeSquared(sum))).toBeCloseTo(0, 1);
      }
      expect(10 * Math.log10(magnitudeSquared(feedOf(made('sub'), 80)))).toBeCloseTo(-6.02, 1);
    },
  );

  test('gain, delay, polarity, roll-off and shelf do what they say', () => {
    const l = plainLoudspeaker('x', 'X', {
      lowCornerHz: 40,
      feed: { gainDb: 6, delayMs: 5, inverted: true, crossover: null },
    });
    const h = feedOf(l, 200);
    expect(10 * Math.log10(magnitudeSquared(h))).toBeCloseTo(6, 1);
    // 5 ms is one turn at 200 Hz: only the polarity is left, and the roll-off's last degrees.
    expect(h.re).toBeLessThan(0);
    const rolled = feedOf({ ...l, feed: { ...l.feed, gainDb: 0 } }, 40);
    expect(10 * Math.log10(magnitudeSquared(rolled))).toBeCloseTo(-3.01, 2);
    const shelf = { ...l, lowCornerHz: 5, feed: { ...l.feed, gainDb: 0 }, lowShelf: { hz: 100, gainDb: -4 } };
    expect(10 * Math.log10(magnitudeSquared(feedOf(shelf, 12)))).toBeCloseTo(-4, 0);
    expect(10 * Math.log10(magnitudeSquared(feedOf(shelf, 240)))).toBeGreaterThan(-1);
  });
});

test('every cause has its sentence', () => {
  const mode = { index: 3, f: 52, time: 0.8, head: 0.1, source: 0.9, share: 0.7, angleDeg: 150 };
  const letter = (id: string) => id.toUpperCase();
  const of = (cause: Parameters<typeof causeSentence>[0]) => causeSentence(cause, letter);
  expect(of({ kind: 'mode-peak', mode })).toMatch(/The mode at 52.0 Hz carries it: 70 %/);
  expect(of({ kind: 'seat-null', mode })).toMatch(/No equaliser fills that/);
  expect(of({ kind: 'source-null', mode, loudspeaker: 'l' })).toMatch(/L stands in the null/);
  expect(of({ kind: 'modes-cancel', modes: [mode, { ...mode, angleDeg: -20 }] })).toMatch(/170° apart/);
  expect(of({ kind: 'boundary', loudspeaker: 'r', face: 'front', nullHz: 88, depthDb: -14 })).toMatch(
    /front wall behind or beside R/,
  );
  expect(of({ kind: 'loudspeakers-cancel', together: -9, loudest: 2 })).toMatch(/work against each other/);
  expect(of({ kind: 'between', below: { ...mode, index: 0, f: 0 }, above: mode })).toMatch(
    /even pressure and the mode at 52.0 Hz/,
  );
  expect(of({ kind: 'thin', below: mode, above: { ...mode, angleDeg: 140 } })).toMatch(
    /add up here and still give little/,
  );
  expect(of({ kind: 'even' })).toMatch(/Nothing stands out/);
});
