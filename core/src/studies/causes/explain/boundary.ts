/** One surface near the loudspeaker or the head: its reflection comes half a wave, or three halves, behind the direct sound. */
import { inLog, plainly } from '../likelihood';
import type { Believed, Candidate, Finding } from '../types';

/** Of the difference of paths: loudspeaker, head and wall each to a few centimetres, m; and of the sound's speed. */
const PATH_OFF = 0.05;
const SPEED_OFF = 0.01;
const SPAN = Math.log(15);
const DEPTH_OFF = 5;
const DEPTH_SPAN = 30;
/** Less deep it would not stand out, dB. */
const LEAST_DB = 3;

/** Octave 63 … of the list a frequency lies in. */
const octaveAt = (f: number) => Math.min(7, Math.max(0, Math.round(Math.log2(f / 63))));

export function boundaries({ f, fError, sizeDb }: Finding, { reflections, c }: Believed): Candidate[] {
  if (f === null) return [];
  return reflections.flatMap(({ face, delay, octavesDb }) =>
    ([1, 3] as const).flatMap((order): Candidate[] => {
      const meant = order / (2 * delay);
      const ratio = Math.min(0.95, 10 ** (octavesDb[octaveAt(meant)]! / 20));
      const depthDb = 20 * Math.log10(1 - ratio);
      if (depthDb > -LEAST_DB) return [];
      const off = Math.hypot(PATH_OFF / (c * delay), SPEED_OFF, fError / f);
      return [
        {
          cause: { kind: 'boundary', face, extraPath: c * delay, order, depthDb },
          share: -depthDb,
          evidence: [
            inLog('frequency', 'Hz', f, meant, off, SPAN),
            plainly('depth', 'dB', sizeDb, depthDb, DEPTH_OFF, DEPTH_SPAN),
          ],
        },
      ];
    }),
  );
}
