/** A resonance of the room. It shows where loudspeaker and ears both meet its pressure, at its frequency, with its decay. */
import { inLog } from '../likelihood';
import type { Believed, Candidate, Evidence, Finding } from '../types';

/** Of its frequency: two centimetres in four metres, three kelvin, walls that yield a little. */
const OFF = 0.015;
/** Peaks lie anywhere between 20 and 300 Hz: ln 15. */
const SPAN = Math.log(15);
/** Of its decay: what the absorption at low frequencies is known to. */
const DECAY_OFF = 0.25;
/** Decays of what rings lie between a tenth of a second and eight. */
const DECAY_SPAN = Math.log(80);
/** Heard or driven less, it does not stand out. */
const LEAST_HEARD = 0.004;

export function modes({ f, fError, decay }: Finding, believed: Believed): Candidate[] {
  if (f === null) return [];
  return believed.modes
    .map((m) => ({ m, strength: Math.abs(m.head * m.source) }))
    .filter(({ strength }) => strength > LEAST_HEARD)
    .map(({ m, strength }) => {
      const evidence: Evidence[] = [inLog('frequency', 'Hz', f, m.f, Math.hypot(OFF, fError / f), SPAN)];
      if (decay)
        evidence.push(
          inLog('decay', 's', decay.seconds, m.seconds, Math.hypot(DECAY_OFF, decay.error / decay.seconds), DECAY_SPAN),
        );
      return { cause: { kind: 'mode', ...m }, share: strength, evidence };
    });
}
