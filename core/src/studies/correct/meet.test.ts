/** How a subwoofer meets the loudspeakers: made-up responses whose delay is known, and a room whose microphone hears all three. */
import { loadLinalg } from '../../numerics/linalg/load';
import { settingOf } from '../../room/setting';
import { QUIET } from '../../synthesis/microphone';
import { demo } from '../../testing/demo';
import { meetingSentence } from '../../words/listen/correct';
import { hear } from '../listen/hear';
import { simulated } from '../listen/simulate';
import { createWaveEngine } from '../waves/waveEngine';
import { meeting, type MeetPlace } from './meet';
import { meetingOf, type MeetTake } from './meetPlaces';

const f = Array.from({ length: 140 }, (_, i) => 26 * 2 ** (i / 48));
const db = (re: number, im: number) => 10 * Math.log10(re * re + im * im);

/** A high and a low pass that meet at 80 Hz, the second later by `ms` and turned over or not, each with a mode of its own. */
function made(ms: number, inverted: boolean, mode: number, title = 'Seat'): MeetPlace {
  const part = (v: number, low: boolean) => {
    const x = v / 80;
    const size = (low ? 1 : x ** 4) / (1 + x ** 4);
    // Each meets its own modes.
    const y = v / (low ? mode : 1.4 * mode);
    const [a, b] = [1 - y * y, y / 6];
    const ring = a * a + b * b;
    return { re: size * (1 + (0.6 * a) / ring), im: (-size * 0.6 * b) / ring };
  };
  const [mains, sub] = [false, true].map((low) => {
    const list = f.map((v) => part(v, low));
    return { re: list.map((p) => p.re), im: list.map((p) => p.im) };
  }) as unknown as [MeetPlace['mains'], MeetPlace['sub']];
  const togetherDb = f.map((v, i) => {
    const turn = -2 * Math.PI * v * ms * 1e-3;
    const sign = inverted ? -1 : 1;
    const re = mains.re[i]! + sign * (Math.cos(turn) * sub.re[i]! - Math.sin(turn) * sub.im[i]!);
    const im = mains.im[i]! + sign * (Math.cos(turn) * sub.im[i]! + Math.sin(turn) * sub.re[i]!);
    return db(re, im);
  });
  return { title, mains, sub, togetherDb };
}

test.each([
  [3.4, false],
  [-7.2, true],
  [0, true],
])('a delay of %d ms, turned over: %s, is found from the sum', (ms, inverted) => {
  const { found } = meeting(f, [made(ms, inverted, 47), made(ms - 1.5, inverted, 58, 'Behind')]);
  expect(found.map((p) => p.inverted)).toEqual([inverted, inverted]);
  expect(found[0]!.ms).toBeCloseTo(ms, 0.5);
  expect(found[1]!.ms).toBeCloseTo(ms - 1.5, 0.5);
  expect(found.every((p) => p.told && p.missDb < 0.3)).toBe(true);
});

test('takes that do not fit each other are told, and nothing is set', () => {
  const one = made(2, false, 50);
  const other = { ...one, togetherDb: f.map((v) => 6 * Math.sin(9 * Math.log2(v))) };
  const { found, best } = meeting(f, [other]);
  expect(found[0]!.told).toBe(false);
  expect(best).toBeNull();
  expect(() => meeting(f, [])).toThrow(/^meeting: expected a place/);
});

test('what is promised is what the microphone then hears', async () => {
  const project = demo('bakehouse');
  const setting = settingOf(project);
  const solution = await createWaveEngine(loadLinalg).solve(setting, 'coarse', () => {});
  if ('refused' in solution) throw new Error('refused');
  const mains = setting.loudspeakers.filter((l) => l.role === 'main');
  const subs = setting.loudspeakers.filter((l) => l.role === 'sub');
  let seed = 0;
  const take = async (loudspeakers: typeof mains): Promise<MeetTake> => {
    seed += 1;
    const sweep = { from: 20, to: 2000, seconds: 3 };
    const around = { ...QUIET, seed, noiseDb: -90 };
    const made = await simulated(setting, solution, { loudspeakers, sweep, around, rate: 8000, seed: 1 });
    const heard = hear({ ...made, fullScale: 1 }, made.sweep);
    return { samples: heard.samples, rate: heard.rate, onset: heard.onset!, own: null };
  };
  const takes = {
    title: 'Seat',
    mains: await take(mains),
    sub: await take(subs),
    together: await take([...mains, ...subs]),
  };
  const found = meetingOf([takes]);
  expect(found.found[0]!.told).toBe(true);
  const { best, places } = found;
  expect(best).not.toBeNull();
  expect(places[0]!.swing.after).toBeLessThan(places[0]!.swing.before - 0.7);
  expect(meetingSentence(found)).toMatch(/the swing goes from ± \d/);
  const { ms, inverted, gainDb } = best!;
  const set = <T extends (typeof mains)[number]>(l: T): T => {
    const later = l.role === 'sub' ? Math.max(0, ms) : Math.max(0, -ms);
    const { feed } = l;
    const own = l.role === 'sub' ? { inverted: feed.inverted !== inverted, gainDb: feed.gainDb + gainDb } : {};
    return { ...l, feed: { ...feed, ...own, delayMs: feed.delayMs + later } };
  };
  const again = meetingOf([{ ...takes, together: await take([...mains, ...subs].map(set)) }]);
  // Sound levels apart, for the take begins where its own direct sound does.
  const off = again.places[0]!.before.map((v, i) => v - places[0]!.after[i]!).sort((a, b) => Math.abs(a) - Math.abs(b));
  expect(off[Math.floor(0.9 * off.length)]!).toBeLessThan(1.5);
  expect(Math.abs(again.places[0]!.swing.before - places[0]!.swing.after)).toBeLessThan(1);
});
