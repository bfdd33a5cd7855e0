/** What the simulated microphone hears of a room is what the other studies say of it. */
import type { Project } from '../../document/schema/project';
import { loadLinalg } from '../../numerics/linalg/load';
import { convolve, spectrumOf } from '../../signal/fourier';
import { arrivalsOf } from '../../signal/arrivals';
import { decayOf } from '../../signal/decay';
import { ringingOf } from '../../signal/modes/ringing';
import { sweepSamples } from '../../signal/played/sweep';
import { QUIET, recorded } from '../../synthesis/microphone';
import { roomImpulse, type RoomSound } from '../../synthesis/roomImpulse';
import { settingOf } from '../../room/setting';
import { DEMO_ROOMS, demo } from '../../testing/demo';
import { edited, plainBox } from '../../testing/rooms';
import { tonesOf } from '../../signal/rest/levels';
import { feedOf } from '../bass/feed';
import { createWaveEngine } from '../waves/waveEngine';
import type { Quality } from '../waves/waveRoom';
import { rattlesOf } from './health';
import { hear, heardAgain } from './hear';
import { readHeard } from './read';
import { hearRoom } from './room';

const RATE = 48000;
/** A room with a slope over it, and one of five walls. */
const odd: [string, Project][] = [
  ['under a slope', edited(plainBox(), { type: 'set-ceiling', ceiling: { shape: 'pitch', along: 'A', top: 3.4 } })],
  ['with a corner moved in', edited(plainBox(), { type: 'move-corner', wall: 'C', x: 3.4, y: 3.1 })],
];

async function heardIn(project: Project, quality: Quality) {
  const setting = settingOf(project);
  const solution = await createWaveEngine(loadLinalg).solve(setting, quality, () => {});
  if ('refused' in solution) throw new Error(solution.refused.reason);
  const l = setting.loudspeakers.find((s) => s.role !== 'sub')!;
  const [heard] = await hearRoom(setting, solution, [l], { rate: RATE });
  return { heard: heard!, setting, solution, l };
}

/** Rooms through the coarse waves, which end at about 100 Hz, and one through the fine ones. */
const rooms: [string, Project, Quality][] = [
  ...DEMO_ROOMS.map((name): [string, Project, Quality] => [name, demo(name), 'coarse']),
  ...odd.map(([name, project]): [string, Project, Quality] => [name, project, 'coarse']),
  ['signal-cabin, finely', demo('signal-cabin'), 'full'],
];
describe.each(rooms)('%s', (_, project, quality) => {
  let known: ReturnType<typeof heardIn> | null = null;
  const room = () => (known ??= heardIn(project, quality));

  test('decay from 250 Hz up and the arrivals of every mark that stands alone', async () => {
    const { heard } = await room();
    const { bands, onset } = decayOf(heard.samples, RATE, 1);
    bands.slice(2).forEach((b, i) => {
      const asked = heard.sound.decay[i + 2]!;
      expect(b.t30! / asked).toBeGreaterThan(0.94);
      expect(b.t30! / asked).toBeLessThan(1.06);
    });
    const [direct, ...marks] = heard.sound.arrivals;
    expect(Math.abs(onset! - heard.lead - direct!.delay * RATE)).toBeLessThan(24);
    const { list } = arrivalsOf(heard.samples, RATE, { threshold: -40 })!;
    const level = (octaves: readonly number[]) => 20 * Math.log10(octaves[5]! / direct!.octaves[5]!);
    const alone = marks.filter((m) => {
      const near = [direct!, ...marks].filter((o) => o !== m && Math.abs(o.delay - m.delay) < 0.0008);
      return level(m.octaves) > -16 && near.every((o) => level(o.octaves) < level(m.octaves) - 12);
    });
    for (const m of alone) {
      const delay = m.delay - direct!.delay;
      if (delay > 0.012) continue;
      const found = list.reduce((a, b) => (Math.abs(b.delay - delay) < Math.abs(a.delay - delay) ? b : a));
      expect(Math.abs(found.delay - delay)).toBeLessThan(0.0001);
    }
  });

  test('below the seam it is the waves, away from nulls', async () => {
    const { heard, l } = await room();
    const { frequencies, re, im } = heard.sound.low!;
    const n = 2 ** 20;
    const spectrum = spectrumOf(heard.samples, n);
    let compared = 0;
    for (let i = 20; i < frequencies.length; i++) {
      const f = frequencies[i]!;
      if (f > heard.sound.seam[0] - 6) break;
      const feed = feedOf(l, f);
      const meant = 10 * Math.log10((re[i]! ** 2 + im[i]! ** 2) * (feed.re ** 2 + feed.im ** 2));
      const around = [i - 6, i + 6].map((k) => 10 * Math.log10(re[k]! ** 2 + im[k]! ** 2));
      // Away from nulls: where the curve does not plunge.
      if (meant < Math.max(...around) - 6 || meant < -12) continue;
      const k = Math.round((f * n) / RATE);
      const is = 10 * Math.log10(spectrum[2 * k]! ** 2 + spectrum[2 * k + 1]! ** 2);
      expect(Math.abs(is - meant)).toBeLessThan(1);
      compared += 1;
    }
    expect(compared).toBeGreaterThan(50);
  });

  test('every mode that is told is one of the waves, by itself and played as a sweep and recorded', async () => {
    const { heard, solution } = await room();
    const sweep = { from: 20, to: 20000, seconds: 3 };
    const played = sweepSamples({ ...sweep, fadeIn: 0.1, fadeOut: 0.01 }, RATE);
    const take = new Float64Array(played.length + heard.samples.length + RATE);
    convolve(played, heard.samples).forEach((v, i) => (take[i] = 0.05 * v));
    const read = readHeard(
      hear({ samples: recorded(take, RATE, { ...QUIET, noiseDb: -95 }), rate: RATE, fullScale: 1 }, sweep),
    );
    expect(read.warnings).toEqual([]);
    const direct = ringingOf(heard.samples, RATE, decayOf(heard.samples, RATE, 1).onset!, { until: 1.5 });
    for (const all of [direct.rings, read.impulse!.ringing.rings]) {
      const rings = all.filter((r) => r.f < heard.sound.seam[0]);
      // The coarse waves of a small room hold only two below their end.
      expect(rings.length).toBeGreaterThanOrEqual(quality === 'full' ? 4 : 2);
      for (const r of rings) {
        const { frequency, time } = solution.decays.reduce((a, b) =>
          Math.abs(b.frequency - r.f) < Math.abs(a.frequency - r.f) ? b : a,
        );
        expect(Math.abs(frequency - r.f)).toBeLessThan(0.5);
        expect(Math.abs(r.decay / time - 1)).toBeLessThan(0.15);
      }
    }
  });
});

const SOUND: RoomSound = {
  ...{ rate: RATE, seconds: 0.9, c: 343, volume: 50, freeTime: 0.007, seed: 3 },
  decay: Array<number>(8).fill(0.4),
  arrivals: [{ delay: 0.005, octaves: Array<number>(8).fill(0.6) }],
  low: null,
  seam: [200, 226],
};
const one = () => ({ re: 1, im: 0 });
const bandPower = (x: Float64Array, from: number, to: number) => {
  const n = 2 ** 16;
  const s = spectrumOf(x, n);
  let sum = 0;
  for (let k = Math.round((from * n) / RATE); k < (to * n) / RATE; k++) sum += s[2 * k]! ** 2 + s[2 * k + 1]! ** 2;
  return 10 * Math.log10(sum / (to - from));
};

test('across the seam energies are those of both sides, however they agree', () => {
  // Below, the same room by itself, 4 dB louder, and another draw of it.
  for (const [gain, seed] of [
    [1, 3],
    [1.6, 3],
    [1, 4],
  ] as const) {
    const alone = roomImpulse({ ...SOUND, seed }, one);
    const above = roomImpulse(SOUND, one);
    const n = 2 ** 17;
    const s = spectrumOf(alone.samples, n);
    const step = RATE / n;
    const list = Array.from({ length: Math.floor(250 / step) }, (_, i) => (i + 1) * step);
    // Re the emission, as the waves give it.
    const turned = list.map((f, i) => {
      const a = (2 * Math.PI * f * alone.lead) / RATE;
      const [r, j] = [s[2 * (i + 1)]! * gain, s[2 * (i + 1) + 1]! * gain];
      return [r * Math.cos(a) - j * Math.sin(a), r * Math.sin(a) + j * Math.cos(a)] as const;
    });
    const low = { frequencies: list, re: turned.map((t) => t[0]), im: turned.map((t) => t[1]) };
    const joined = roomImpulse({ ...SOUND, low }, one);
    const loud = 20 * Math.log10(gain);
    expect(Math.abs(bandPower(joined.samples, 100, 195) - bandPower(alone.samples, 100, 195) - loud)).toBeLessThan(0.2);
    // Across it: between what is below and what is above, brought to its level.
    const levelled = bandPower(alone.samples, 142, 200) + loud - bandPower(above.samples, 142, 200);
    for (const [from, to] of [
      [202, 226],
      [178, 224],
      [224, 240],
    ] as const) {
      const [is, below, over] = [joined, alone, above].map((x) => bandPower(x.samples, from, to)) as [
        number,
        number,
        number,
      ];
      const sides = [below + loud, over + levelled];
      expect(is).toBeGreaterThan(Math.min(...sides) - 0.5);
      expect(is).toBeLessThan(Math.max(...sides) + 0.5);
    }
    expect(Math.abs(bandPower(joined.samples, 500, 1000) - bandPower(above.samples, 500, 1000))).toBeLessThan(0.05);
  }
});

test('source and microphone may change places: marks, waves and tail are the same', async () => {
  const project = edited(plainBox(), { type: 'set-marking', marking: { directivity: 'alike' } });
  const setting = settingOf(project);
  const l = setting.loudspeakers[0]!;
  const solution = await createWaveEngine(loadLinalg).solve(setting, 'coarse', () => {});
  if ('refused' in solution) throw new Error('refused');
  const swapped = {
    ...setting,
    head: l.at,
    loudspeakers: setting.loudspeakers.map((s) => (s.id === l.id ? { ...s, at: setting.head } : s)),
  };
  const [there] = await hearRoom(setting, solution, [l], { rate: RATE, seconds: 0.6 });
  const [back] = await hearRoom(swapped, solution, [swapped.loudspeakers[0]!], { rate: RATE, seconds: 0.6 });
  const energy = there!.samples.reduce((s, v) => s + v * v, 0);
  const off = there!.samples.reduce((s, v, i) => s + (v - back!.samples[i]!) ** 2, 0);
  expect(10 * Math.log10(off / energy)).toBeLessThan(-50);
});

test('the same seed gives the same samples, another one another tail', () => {
  expect(roomImpulse(SOUND, one).samples).toEqual(roomImpulse(SOUND, one).samples);
  expect(roomImpulse({ ...SOUND, seed: 4 }, one).samples).not.toEqual(roomImpulse(SOUND, one).samples);
  expect(() => roomImpulse({ ...SOUND, seam: [300, 200] }, one)).toThrow(/seam must rise/);
});

describe('what else is in a recording', () => {
  const { samples } = roomImpulse({ ...SOUND, seconds: 1.6 }, one);
  const octaves = decayOf(samples, RATE, 1);
  test('a clean room in noise is told to hold nothing else, a hundred times', () => {
    const short = samples.slice(0, octaves.onset! + 0.8 * RATE);
    for (let seed = 1; seed <= 100; seed++) {
      const take = recorded(short, RATE, { ...QUIET, seed, noiseDb: -70 });
      expect(rattlesOf(take, RATE, octaves.onset!, octaves)).toEqual([]);
      expect(tonesOf(recorded(new Float64Array(0.4 * RATE), RATE, { ...QUIET, seed, noiseDb: -70 }), RATE)).toEqual([]);
    }
  });

  test('a hum, a fan, a rattle and a clipped stage are told, with their figures', () => {
    const told = (values: Partial<typeof QUIET>) =>
      readHeard(
        hear({ samples: recorded(samples, RATE, { ...QUIET, noiseDb: -90, ...values }), rate: RATE, fullScale: 1 }),
      ).warnings;
    expect(told({})).toEqual([]);
    expect(told({ hum: 60 })[0]).toMatchObject({ code: 'hum', mains: 60, order: 1, f: expect.closeTo(60, 0) });
    expect(told({ fan: 437 })[0]).toMatchObject({ code: 'tone', f: expect.closeTo(437, 0) });
    expect(told({ rattle: 312 })).toMatchObject([
      { code: 'rattle', f: expect.closeTo(312, -1), seconds: expect.closeTo(1.6, 0) },
    ]);
    expect(told({ clip: true }).map((w) => w.code)).toContain('clipped');
  });

  test('kept and read again it says what it said when it was taken: figures, hum, clipping, how it ended', () => {
    const sweep = { from: 20, to: 20000, seconds: 2 };
    const take = new Float64Array(3.4 * RATE);
    convolve(sweepSamples(sweep, RATE), samples.slice(0, RATE)).forEach(
      (v, i) => i < take.length && (take[i] = 0.05 * v),
    );
    const around = { ...QUIET, noiseDb: -85, hum: 50, clip: true };
    const first = hear({ samples: recorded(take, RATE, around), rate: RATE, fullScale: 1, channels: 2 }, sweep);
    const kept = { kind: 'impulse' as const, rate: RATE, sweep, took: first.took };
    const again = heardAgain({
      ...kept,
      samples: Float32Array.from(first.samples),
      quiet: Float32Array.from(first.quiet),
    });
    const [was, is] = [readHeard(first), readHeard(again)];
    expect(is.warnings.map((w) => w.code)).toEqual(was.warnings.map((w) => w.code));
    expect(was.warnings.map((w) => w.code)).toEqual(expect.arrayContaining(['channels', 'clipped', 'hum']));
    is.impulse!.octaves.bands.forEach((b, i) => {
      const before = was.impulse!.octaves.bands[i]!;
      if (before.t20 !== null) expect(b.t20! / before.t20).toBeCloseTo(1, 4);
    });
    // Without the room at rest, what lies behind the response stands for it.
    expect(heardAgain({ ...kept, samples: first.samples, quiet: null }).quiet.length).toBeGreaterThan(0);
    expect(heardAgain({ ...kept, kind: 'noise', samples: first.quiet, quiet: null }).onset).toBeNull();
  });

  test('a clock that drifts is told of a sweep, with its sign', () => {
    const sweep = { from: 20, to: 20000, seconds: 3 };
    const played = sweepSamples({ ...sweep, fadeIn: 0.05, fadeOut: 0.01 }, RATE);
    const take = convolve(played, samples.slice(0, RATE)).map((v) => 0.05 * v);
    for (const ppm of [0, 900, -900]) {
      const { warnings } = readHeard(
        hear({ samples: recorded(take, RATE, { ...QUIET, driftPpm: ppm }), rate: RATE, fullScale: 1 }, sweep),
      );
      const drift = warnings.find((w) => w.code === 'drift');
      if (ppm === 0) expect(drift).toBeUndefined();
      else expect(drift!.ppm / ppm).toBeCloseTo(1, 0);
    }
  });

  test('a sweep nobody names is found, with its length and ends; noise holds none', () => {
    const sweep = { from: 30, to: 18000, seconds: 3 };
    const take = convolve(sweepSamples({ ...sweep, fadeIn: 0.05 }, RATE), samples.slice(0, RATE / 2)).map(
      (v) => 0.05 * v,
    );
    const padded = new Float64Array(take.length + RATE);
    padded.set(take, RATE / 3);
    expect(
      hear({ samples: recorded(padded, RATE, { ...QUIET, noiseDb: -70 }), rate: RATE, fullScale: 1 }),
    ).toMatchObject({ kind: 'sweep', sweep });
    const noise = recorded(new Float64Array(3 * RATE), RATE, { ...QUIET, noiseDb: -20 });
    expect(hear({ samples: noise, rate: RATE, fullScale: 1 })).toMatchObject({ kind: 'noise', onset: null });
    expect(hear({ samples: new Float64Array(1000), rate: RATE, fullScale: 1 })).toMatchObject({ kind: 'silence' });
  });
});
