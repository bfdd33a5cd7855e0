import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { applyCommand } from '@tawny/core/document/commands/commands';
import { createProject } from '@tawny/core/document/create';
import { roomKey, soundingOf } from '@tawny/core/document/soundingRoom';
import type { Holds, Measurement, Project } from '@tawny/core/document/schema/project';
import { predictedDecay } from '@tawny/core/studies/decay/predicted';
import { file, folder, tawny } from './testing';

const OCTAVES = [63, 125, 250, 500, 1000, 2000, 4000, 8000];

/** A room with somebody's tables of decays, each so many times what is predicted; thirds where they are asked for. */
function measured(factors: readonly number[], thirds = false): Project {
  let project = createProject('p', 'A room', { length: 4.6, width: 3.3, height: 2.5 });
  const times = predictedDecay(project);
  factors.forEach((factor, i) => {
    const octaves = OCTAVES.map((label, b) => ({ label, edt: null, t20: null, t30: factor * times[b]! }));
    const around = [
      [400, 500, 630],
      [800, 1000, 1250],
    ].flatMap((labels, k) => labels.map((label) => ({ ...octaves[3 + k]!, label })));
    const holds: Holds = { kind: 'decay', fraction: thirds ? 3 : 1, bands: thirds ? around : octaves };
    const room = soundingOf(project);
    const measurement: Measurement = {
      ...{ id: `m${i}`, at: `2026-11-2${i}T18:00:00Z`, title: `Table ${i}`, by: 'file', from: 't.csv', holds },
      ...{ loudspeakers: [], place: { name: 'Seat', at: null }, calibration: null, fullScaleDb: null, note: '' },
      room: roomKey(room),
    };
    ({ project } = applyCommand(project, { type: 'put-measurement', measurement, room }));
  });
  return project;
}
interface Fit {
  unknowns: {
    kind: string;
    what: string;
    octave: number | null;
    told: number;
    prior: { spread: number };
    found: { range: number[] };
  }[];
  bands: { octave: number; told: boolean }[];
  leaveOneOut: { error: { stated: number; leftOut: number | null } | null; bands: unknown[] };
  learned: { from: string[] } | null;
  missing: string[];
}
const fitOf = async (...args: string[]) => {
  const { status, out, err } = await tawny('fit', ...args, '--json');
  expect([status, err]).toEqual([0, '']);
  return JSON.parse(out) as Fit;
};

describe('tawny fit', () => {
  test('prints unknowns with priors and results, and how well each measurement is predicted without it', async () => {
    const fit = await fitOf(file('learn.tawny.json', measured([0.72, 0.74])));
    expect(fit.leaveOneOut.bands).toHaveLength(8);
    expect(fit.leaveOneOut.error!.stated).toBeGreaterThan(0.25);
    expect(fit.leaveOneOut.error!.leftOut).toBeLessThan(0.06);
    expect(fit.learned!.from).toEqual(['m0', 'm1']);
    for (const u of fit.unknowns) {
      expect([u.what, u.prior.spread > 0, u.told >= 0 && u.told <= 1]).toEqual([u.what, true, true]);
      expect(u.found.range[0]).toBeLessThan(u.found.range[1]!);
    }
  });

  test('thirds count where all three of an octave are there', async () => {
    const fit = await fitOf(file('thirds.tawny.json', measured([0.7], true)));
    expect(fit.bands.filter((b) => b.told).map((b) => b.octave)).toEqual([500, 1000]);
  });

  test('in words: what was gained, by octave, and that nothing was measured where nothing was', async () => {
    const { status, out } = await tawny('fit', file('said.tawny.json', measured([0.7, 0.7])));
    expect(status).toBe(0);
    expect(out).toMatch(
      /^Learned from 2 measurements: the decay is known to ± \d+ % instead of ± \d+ %\. Left out in turn/,
    );
    expect(out).toMatch(/1000 +\d+ % +\d+ % +\d+ % +\d+ % +\d+ %/);
    const nothing = await tawny('fit', file('bare.tawny.json', measured([])));
    expect(nothing.out).toMatch(/^Nothing that was measured here tells how the room decays\./);
  });

  test('a recording brought along is named with its loudspeaker; one that is not there, or of nobody, is said', async () => {
    const room = file('brought.tawny.json', measured([]));
    const out = join(folder, 'left.wav');
    await tawny('simulate', room, '--loudspeaker', 'left', '--at', 'seat', '--out', out, '--impulse', '--noise', '-90');
    const fit = await fitOf(room, `L=${out}`);
    expect(fit.learned!.from).toEqual(['brought-1']);
    expect(fit.unknowns.map((u) => u.kind)).toEqual(expect.arrayContaining(['admittance', 'microphone', 'corner']));
    expect(await tawny('fit', room, `Q=${out}`)).toMatchObject({ status: 2, out: '' });
    const gone = await tawny('fit', room, 'L=nowhere.wav');
    expect([gone.status, gone.err]).toEqual([2, expect.stringContaining('no such file')]);
  });

  test('samples that are not beside the project are named, and the rest is learned from', async () => {
    const project = measured([0.8]);
    const [m] = project.measured.list;
    const holds = { kind: 'impulse', audio: 'ab'.repeat(32), rate: 48000, quiet: null, sweep: null };
    const took = { clipped: 0, channels: 1, shortened: false, tail: null, harmonicDb: null };
    project.measured.list.push({ ...m!, id: 'lost', holds: { ...holds, took } as Holds });
    const fit = await fitOf(file('lost.tawny.json', project));
    expect([fit.missing, fit.learned!.from]).toEqual([['lost'], ['m0']]);
  });
});

describe('tawny correct', () => {
  const cabin = new URL('../../demo/signal-cabin.tawny.json', import.meta.url).pathname;
  const heard = async (name: string, at: string) => {
    const out = join(folder, name);
    await tawny('simulate', cabin, '--loudspeaker', 'left', '--at', at, '--out', out, '--impulse', '--noise', '-90');
    return out;
  };

  test('cuts for one place, as words, as a table and as coefficients; rings before and after', async () => {
    const seat = await heard('seat.wav', 'seat');
    const found = JSON.parse((await tawny('correct', seat, '--json')).out) as {
      bells: { f: number; gainDb: number; q: number }[];
      rings: { f: number; before: number; after: number | null }[];
      swing: { before: number; after: number };
    };
    expect(found.bells.length).toBeGreaterThan(0);
    expect(found.bells.every((b) => b.gainDb < 0 && b.f < 300)).toBe(true);
    expect(found.swing.after).toBeLessThan(found.swing.before);
    expect(found.rings.some((r) => r.after === null || r.after < 0.9 * r.before)).toBe(true);
    const csv = (await tawny('correct', seat, '--csv')).out.split('\r\n');
    expect(csv).toHaveLength(1 + found.bells.length);
    const sections = (await tawny('correct', seat, '--csv', '--rate', '44100')).out.split('\r\n');
    expect(sections.slice(1).every((row) => row.startsWith('44100,'))).toBe(true);
    expect((await tawny('correct', seat)).out).toMatch(/A head moves: choose measurements beside the seat too/);
  });

  test('what is no rate, no recording or nothing at all is said', async () => {
    const noise = file('noise.wav', 'RIFF');
    expect((await tawny('correct', noise)).status).toBe(2);
    expect(await tawny('correct', noise, '--rate', 'fast')).toMatchObject({ status: 2 });
    expect((await tawny('correct')).err).toContain('usage:');
    expect(readFileSync(noise, 'utf8')).toBe('RIFF');
  });
});
