import { loadLinalg } from '../../numerics/linalg/load';
import { OCTAVES } from '../../quantities/bands';
import { measurementOf } from '../../testing/heard/measured';
import { seeded } from '../../testing/random';
import { edited, plainBox } from '../../testing/rooms';
import { alteredRoom, asItIs, takesOf, taughtRoom } from '../../testing/heard/taughtRooms';
import { gainSentence, straySentence, strays, unknownTitle } from '../../words/listen/fit';
import { roomKey, soundingOf } from '../../document/soundingRoom';
import type { Holds, Project } from '../../document/schema/project';
import { predictedDecay } from '../decay/predicted';
import { createWaveEngine } from '../waves/waveEngine';
import { fitOfTable } from './measurement';
import { TOLD } from './shown';
import { fitted } from './study';

const engine = () => createWaveEngine(loadLinalg);

/** Somebody's table of decays: so many times what is predicted. */
function withTable(project: Project, id: string, factors: readonly number[]): Project {
  const times = predictedDecay(project);
  const holds: Holds = {
    kind: 'decay',
    fraction: 1,
    bands: OCTAVES.map((label, b) => ({
      label,
      edt: null,
      t20: times[b]! * factors[b]!,
      t30: times[b]! * factors[b]!,
    })),
  };
  const measurement = measurementOf(project, id, { holds, room: roomKey(soundingOf(project)) });
  return edited(project, { type: 'put-measurement', measurement, room: soundingOf(project) });
}
const tables = (project: Project) => project.measured.list.map((m) => fitOfTable(m, null)!);
const even = (value: number) => OCTAVES.map(() => value);

describe('what a room teaches', () => {
  test('altered materials are found within what is said of them, and a measurement left out is predicted at least twice as well', async () => {
    const { truth, fit } = await taughtRoom(3, 0.4, 'coarse');
    expect(fit.error!.leftOut!).toBeLessThan(fit.error!.stated / 2);
    const told = fit.unknowns.filter((u) => (u.kind === 'absorption' || u.kind === 'admittance') && u.told >= TOLD);
    expect(told.length).toBeGreaterThan(3);
    const within = told.filter((u) => {
      const real = truth.get(u.of)![(OCTAVES as readonly number[]).indexOf(u.octave!)]!;
      return real >= u.found.range[0] && real <= u.found.range[1];
    });
    expect(within.length / told.length).toBeGreaterThanOrEqual(0.9);
  }, 300_000);

  test('a microphone that stood 5 cm beside its place is told of, and nothing else is', async () => {
    const { project: stated, truth } = alteredRoom(seeded(2), 0.2);
    const off = [0.05, 0, 0] as const;
    const takes = ['L', 'R'].map((letter) => ({ letter, place: null, off }));
    const { project, measurements } = await takesOf(stated, asItIs(stated, truth), takes, 2, 'coarse');
    const [stray, ...others] = strays(await fitted({ project, measurements }, engine(), loadLinalg));
    expect(others).toEqual([]);
    expect(stray).toMatchObject({ kind: 'microphone', axis: 'x' });
    expect(stray!.found.value).toBeGreaterThan(0.03);
    expect(straySentence(stray!, 'metric')).toMatch(/^Microphone at the seat stood \+\d\.\d cm ± .* to the right/);
  }, 300_000);

  test('from a table of decays alone: the octaves measured are predicted as measured, the same each time', async () => {
    const project = withTable(plainBox(), 'one', even(0.7));
    const once = await fitted({ project, measurements: tables(project) }, engine(), loadLinalg);
    const again = await fitted({ project, measurements: tables(project) }, engine(), loadLinalg);
    expect(again).toEqual(once);
    const next = edited(project, {
      type: 'learn',
      learned: { ...once.learned!, at: '2026-11-21T09:00:00Z', inUse: true },
    });
    const times = predictedDecay(next);
    // The state of the room that was measured is predicted as it was found.
    predictedDecay(project).forEach((t, b) => {
      expect(times[b]!).toBeLessThan(0.86 * t!);
      expect(times[b]! / t!).toBeCloseTo(once.measurements[0]!.decays[b]!.learned / t!, 9);
    });
    expect(once.bands.every((band) => band.told)).toBe(true);
    expect(once.error!.leftOut).toBeNull();
    expect(gainSentence(once)).toContain('With a second measurement');
  });

  test('what is fitted before changes nothing of what is fitted again', async () => {
    const project = withTable(plainBox(), 'one', even(0.7));
    const first = await fitted({ project, measurements: tables(project) }, engine(), loadLinalg);
    const learned = { ...first.learned!, at: '2026-11-21T09:00:00Z', inUse: true };
    const next = edited(project, { type: 'learn', learned });
    const second = await fitted({ project: next, measurements: tables(next) }, engine(), loadLinalg);
    expect(second).toEqual(first);
  });

  test('a decay only a cavity could explain is asked about', async () => {
    const project = withTable(plainBox(), 'one', [0.25, 0.25, 1, 1, 1, 1, 1, 1]);
    const fit = await fitted({ project, measurements: tables(project) }, engine(), loadLinalg);
    const low = fit.unknowns.filter((u) => u.octave === 63 || u.octave === 125);
    expect(low.some((u) => u.impossible)).toBe(true);
    expect(fit.unknowns.filter((u) => (u.octave ?? 0) >= 1000).some((u) => u.impossible)).toBe(false);
  });

  test('octaves nobody measured stay as stated, and say so', async () => {
    const whole = withTable(plainBox(), 'one', even(0.7));
    const [m] = tables(whole);
    const part = { ...m!, octaves: m!.octaves.filter((o) => o.label >= 500) };
    const fit = await fitted({ project: whole, measurements: [part] }, engine(), loadLinalg);
    expect(fit.bands.map((b) => b.told)).toEqual([false, false, false, true, true, true, true, true]);
    const low = fit.unknowns.filter((u) => u.octave === 125 && u.kind === 'absorption');
    expect(low.length).toBeGreaterThan(0);
    for (const u of low)
      expect([unknownTitle(u), u.found.value, u.told]).toEqual([unknownTitle(u), 1, expect.closeTo(0, 5)]);
  });

  test('nothing measured that tells anything teaches nothing; a room nobody keeps is refused', async () => {
    const project = withTable(plainBox(), 'one', even(1));
    const [m] = tables(project);
    const silent = await fitted({ project, measurements: [{ ...m!, octaves: [] }] }, engine(), loadLinalg);
    expect(silent).toMatchObject({ learned: null, error: null, unused: ['one'] });
    await expect(fitted({ project, measurements: [{ ...m!, room: 'none' }] }, engine(), loadLinalg)).rejects.toThrow(
      "fitted: measurements.room must be one of the document's",
    );
  });
});
