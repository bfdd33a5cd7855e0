import { loadLinalg } from './src/numerics/linalg/load';
import { decayOf } from './src/signal/decay';
import { ringingOf } from './src/signal/ringing';
import { settingOf } from './src/room/setting';
import { demo } from './src/testing/demo';
import { edited, plainBox } from './src/testing/rooms';
import { createWaveEngine } from './src/studies/waves/waveEngine';
import { hearRoom } from './src/studies/listen/room';
const RATE=48000;
const rooms: [string, any][] = [['bakehouse', demo('bakehouse')], ['ferry-hall', demo('ferry-hall')], ['cabin', demo('signal-cabin')],
 ['slope', edited(plainBox(), { type: 'set-ceiling', ceiling: { shape: 'pitch', along: 'A', top: 3.4 } })],
  ['corner', edited(plainBox(), { type: 'move-corner', wall: 'C', x: 3.4, y: 3.1 })]];
for (const [name, p] of rooms.filter((r) => !process.argv[2] || r[0] === process.argv[2])) for (const q of (process.argv[3] ? [process.argv[3]] : ['coarse', 'full']) as any[]) {
  const setting = settingOf(p);
  const solution: any = await createWaveEngine(loadLinalg).solve(setting, q, () => {});
  const l = setting.loudspeakers.find((s) => s.role !== 'sub')!;
  const [heard] = await hearRoom(setting, solution, [l], { rate: RATE });
  const onset = decayOf(heard!.samples, RATE, 1).onset!;
  const r = ringingOf(heard!.samples, RATE, onset, { until: Math.min(1.5, heard!.samples.length / RATE - 0.2) });
  console.log('====', name, q, 'modes below 100:', solution.decays.filter((d: any) => d.frequency < 100).length, 'seam', heard!.sound.seam, 'res', r.resolution.toFixed(2), r.residualDb.toFixed(0), r.upTo, 'len', heard!.samples.length);
  for (const x of r.rings.filter((x) => x.f < heard!.sound.seam[0])) {
    const near = solution.decays.map((d: any) => ({ d: x.f - d.frequency, t: d.time })).sort((a: any, b: any) => Math.abs(a.d) - Math.abs(b.d)).slice(0, 3);
    const ok = near.some((n: any) => Math.abs(n.d) < 0.5 && Math.abs(x.decay / n.t - 1) < 0.15);
    console.log(ok ? '   ' : 'BAD', x.f.toFixed(2), '±' + x.fError.toFixed(3), x.decay.toFixed(3), '±' + x.decayError.toFixed(3), x.levelDb.toFixed(0) + 'dB', near.map((n: any) => `${n.d.toFixed(2)}:${n.t.toFixed(2)}`).join(' '));
  }
}
