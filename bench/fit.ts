/**
 * npm run bench: rooms whose materials are up to 40 % other than stated, measured with the simulated microphone and learned from: how often what is altered is
 * found within what is said of it, how far a measurement left out is predicted with and without, and whether a microphone 5 cm off is noticed.
 */
import { loadLinalg } from '../core/src/numerics/linalg/load';
import { OCTAVES } from '../core/src/quantities/bands';
import { TOLD } from '../core/src/studies/fit/shown';
import { fitted } from '../core/src/studies/fit/study';
import { createWaveEngine } from '../core/src/studies/waves/waveEngine';
import { seeded } from '../core/src/testing/random';
import { alteredRoom, asItIs, takesOf, taughtRoom } from '../core/src/testing/heard/taughtRooms';
import { strays } from '../core/src/words/listen/fit';

const ROOMS = Number(process.env.ROOMS ?? 8);
const percent = (part: number) => `${(100 * part).toFixed(0)} %`;
const mean = (list: readonly number[]) => list.reduce((s, v) => s + v, 0) / Math.max(1, list.length);

const within: boolean[] = [];
const stated: number[] = [];
const left: number[] = [];
for (let seed = 1; seed <= ROOMS; seed++) {
  const { truth, fit } = await taughtRoom(seed, 0.4, 'coarse');
  for (const u of fit.unknowns.filter((v) => (v.kind === 'absorption' || v.kind === 'admittance') && v.told >= TOLD)) {
    const real = truth.get(u.of)![(OCTAVES as readonly number[]).indexOf(u.octave!)]!;
    within.push(real >= u.found.range[0] && real <= u.found.range[1]);
  }
  stated.push(fit.error!.stated);
  left.push(fit.error!.leftOut!);
}
console.log(
  `Fit: in ${ROOMS} rooms ${within.length} coefficients are told, ${percent(mean(within.map(Number)))} lie within the 95 % said of them`,
);
console.log(
  `Fit: decay of a measurement left out is predicted to ${percent(mean(left))}, as stated to ${percent(mean(stated))}: ratio ${(mean(left) / mean(stated)).toFixed(2)}`,
);
let noticed = 0;
for (let seed = 1; seed <= ROOMS; seed++) {
  const { project: drawn, truth } = alteredRoom(seeded(seed), 0.2);
  const off = seed % 2 === 0 ? ([0.05, 0, 0] as const) : ([0, 0.05, 0] as const);
  const takes = ['L', 'R'].map((letter) => ({ letter, place: null, off }));
  const { project, measurements } = await takesOf(drawn, asItIs(drawn, truth), takes, seed, 'coarse');
  const found = strays(await fitted({ project, measurements }, createWaveEngine(loadLinalg), loadLinalg));
  if (found.some((u) => u.kind === 'microphone' && u.axis === (seed % 2 === 0 ? 'x' : 'y'))) noticed += 1;
}
console.log(`Fit: a microphone 5 cm beside its place is noticed in ${noticed} of ${ROOMS} rooms`);
