import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { file, folder, tawny } from './testing';

describe('listen and simulate', () => {
  const cabin = fileURLToPath(new URL('../../demo/signal-cabin.tawny.json', import.meta.url));
  interface Listened {
    kind: string;
    decay: { bands: { fm: number; t20: number | null }[] };
    response: { f: number[]; db: number[] };
    arrivals: { delayMs: number; extraPath: number }[];
    ringing: unknown[];
    warnings: string[];
    clippedSamples: number;
  }
  const simulated = async (name: string, ...more: string[]) => {
    const out = join(folder, name);
    const answer = await tawny('simulate', cabin, '--loudspeaker', 'left', '--at', 'seat', '--out', out, ...more);
    expect(answer).toMatchObject({ status: 0, out: '' });
    return out;
  };
  const heard = async (...args: string[]) =>
    JSON.parse((await tawny('listen', cabin, ...args, '--json')).out) as Listened[];

  test('a simulated sweep is found in its file and read like the impulse; hum and rattle are named', async () => {
    const plain = await simulated('plain.wav', '--impulse');
    const swept = await simulated(
      'swept.wav',
      '--sweep',
      '20,20000,3',
      '--noise',
      '-85',
      '--hum',
      '50',
      '--rattle',
      '312',
    );
    const [impulse, sweep] = await heard(plain, swept);
    expect([impulse!.kind, sweep!.kind]).toEqual(['impulse', 'sweep']);
    const at1k = (l: Listened) => l.decay.bands.find((b) => b.fm === 1000)!.t20!;
    expect(at1k(sweep!) / at1k(impulse!)).toBeCloseTo(1, 1);
    expect(impulse!.warnings).toEqual([]);
    expect(sweep!.warnings.filter((w) => / hum of 50\.\d Hz/.test(w))).toHaveLength(1);
    expect(sweep!.warnings.join(' ')).toMatch(/rings along at 31[12] Hz/);
    expect(impulse!.arrivals[1]!.extraPath / impulse!.arrivals[1]!.delayMs).toBeCloseTo(0.343, 2);
    expect(impulse!.ringing.length).toBeGreaterThan(3);
  });

  test('what stands out is told with its causes: probabilities, figures for and against, what to do', async () => {
    const swept = await simulated(
      'why.wav',
      '--sweep',
      '20,20000,3',
      '--noise',
      '-85',
      '--hum',
      '50',
      '--rattle',
      '312',
    );
    interface Told {
      finding: { kind: string; f?: number; delayMs?: number; size: number };
      explanations: { kind: string; what: string; probability: number; evidence: string[] }[];
      moves: { what: string; says: string }[];
    }
    const [told] = (await heard(swept, '--loudspeaker', 'left', '--causes')) as unknown as { causes: Told[] }[];
    const of = (kind: string, near: number) =>
      told!.causes.find(({ finding }) => finding.kind === kind && Math.abs((finding.f ?? 0) - near) < 3)!;
    told!.causes.forEach((c) => expect(c.explanations.reduce((sum, e) => sum + e.probability, 0)).toBeCloseTo(1, 6));
    expect(of('ring', 312).explanations[0]!.kind).toBe('rattle');
    expect(of('ring', 312).moves[0]!.says).toContain('hold what could ring');
    expect(of('tone', 50).explanations[0]).toMatchObject({ kind: 'mains', what: 'the mains, 50 Hz' });
    const peak = of('peak', 55.5).explanations[0]!;
    expect([peak.kind, peak.what]).toEqual(['mode', 'the mode at 55.5 Hz']);
    expect(peak.evidence[0]).toMatch(/^frequency: 55\.\d Hz found, 55\.\d Hz meant/);
    expect((await tawny('listen', cabin, swept, '--causes', '--at', 'there')).err).toMatch(
      /--at: expected "seat" or x,y,z/,
    );
  });

  test('files of one place speak for each other: what left and right do together is measured against each alone', async () => {
    const [left, right, both] = [
      await simulated('left.wav', '--loudspeaker', 'left', '--impulse'),
      await simulated('right.wav', '--loudspeaker', 'right', '--impulse'),
      await simulated('both.wav', '--loudspeaker', 'left+right', '--impulse'),
    ];
    interface Told {
      causes: { explanations: { evidence: string[] }[] }[];
    }
    const told = (await heard(`L=${left}`, `R=${right}`, `L+R=${both}`, '--causes')) as unknown as Told[];
    const evidence = (one: Told) => one.causes.flatMap((c) => c.explanations.flatMap((e) => e.evidence));
    const spoken = told.map((one) => evidence(one).some((e) => e.startsWith('together over the louder one alone')));
    expect(spoken).toEqual([false, false, true]);
    expect((await tawny('listen', cabin, `X=${left}`, '--causes')).err).toMatch(
      /--loudspeaker: expected one of .* found "X"/,
    );
  });

  test('how two meet is found from each alone and both; three files for every place', async () => {
    const takes = ['left', 'right', 'left+right'].map((who) =>
      simulated(`meet-${who}.wav`, '--loudspeaker', who, '--sweep', '20,20000,2'),
    );
    const [mains, sub, together] = await Promise.all(takes);
    const { status, out } = await tawny('meet', mains!, sub!, together!, '--sweep', '20,20000,2');
    expect([status, out]).toEqual([
      0,
      expect.stringMatching(/swing .*\n {2}.*together|the sum is known to ± 0\.\d dB\.$/),
    ]);
    const { found } = JSON.parse((await tawny('meet', mains!, sub!, together!, '--json')).out) as {
      found: { told: boolean; inverted: boolean; missDb: number }[];
    };
    expect(found).toEqual([expect.objectContaining({ told: true, inverted: false })]);
    expect((await tawny('meet', mains!, sub!, together!, mains!)).err).toMatch(
      /expected three files for every place .* found 4/,
    );
  });

  test('the same seed gives the same bytes; clipping is counted; a calibration is taken off', async () => {
    const [a, b] = [
      await simulated('a.wav', '--seed', '7', '--noise', '-60', '--clip'),
      await simulated('b.wav', '--seed', '7', '--noise', '-60', '--clip'),
    ];
    expect(readFileSync(a)).toEqual(readFileSync(b));
    const calibration = file('mic.txt', '* a microphone\n20 3\n20000 3\n');
    const [bare] = await heard(a);
    const [corrected] = await heard(a, '--calibration', calibration);
    expect(bare!.clippedSamples).toBeGreaterThan(0);
    expect(bare!.response.db[100]! - corrected!.response.db[100]!).toBeCloseTo(3, 10);
    expect((await tawny('listen', cabin, a)).out).toMatch(/a\.wav: an impulse response, 48000 Hz/);
  });

  test('what cannot be read or played is a sentence with its place', async () => {
    const said = async (...args: string[]) => {
      const { status, err } = await tawny(...args);
      expect(status).toBe(2);
      return err;
    };
    const text = file('no.wav', 'not a wav file at all');
    expect(await said('listen', cabin, text)).toMatch(/no\.wav: byte 0: expected "RIFF"/);
    expect(await said('listen', cabin, text, '--sweep', '1,2')).toMatch(/--sweep: expected first and last frequency/);
    expect(await said('listen', cabin, text, '--loudspeaker', 'x')).toMatch(
      /--loudspeaker: expected one of left, right/,
    );
    expect(await said('listen', cabin, text, '--calibration', file('bad.txt', '20 0\n10 0\n'))).toMatch(
      /line 2, column 1/,
    );
    const out = join(folder, 'never.wav');
    expect(await said('simulate', cabin, '--loudspeaker', 'left', '--at', 'sofa', '--out', out)).toMatch(
      /--at: expected "seat"/,
    );
    expect(await said('simulate', cabin, '--loudspeaker', 'left', '--hum', 'loud', '--out', out)).toMatch(
      /--hum: expected a number/,
    );
    expect(await said('simulate', cabin, '--loudspeaker', 'left')).toMatch(/^usage/);
  });

  test('tables somebody else read are told as recordings are; a wrong one by file, line and column', async () => {
    const decay = file('decay.txt', 'Hz T20 T30\n500 0.41 0.44\n1000 0.38 0.40\n');
    const [told] = await heard(decay, '--holds', 'decay');
    expect(told).toMatchObject({
      kind: 'decay',
      decay: {
        bands: [
          { t20: 0.41, t30: 0.44 },
          { t20: 0.38, t30: 0.4 },
        ],
      },
    });
    const flat = file('flat.csv', '20;-3,0\n20000;-3,0');
    const [response] = await heard(flat, '--holds', 'response');
    expect(response!.response.f[0]).toBeGreaterThanOrEqual(20);
    response!.response.db.forEach((v) => expect(v).toBeCloseTo(-3, 6));
    const odd = file('odd.csv', '125;20\n440;20');
    const wrong = await tawny('listen', cabin, odd, '--holds', 'levels');
    expect(wrong.status).not.toBe(0);
    expect(wrong.err).toMatch(/odd\.csv: line 2, column 1: expected the middle of an octave .*, found 440 Hz/);
    expect((await tawny('listen', cabin, flat, '--holds', 'colours')).err).toContain(
      'expected one of response, decay, levels',
    );
  });
});
