/**
 * Speech transmission index from an impulse response, male speech, IEC 60268-16:2011: modulation transfer in seven octaves at fourteen frequencies by
 * Schroeder's formula, weights and redundancy of annex A. Noise, auditory masking and the threshold of hearing need absolute levels: they count where the
 * noise is known as a sound level; without it what is told holds in a quiet room at a comfortable level.
 */
import { type BandEnergy, type Decays, decaysOf } from './decay';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { LN10, PI, cos, hypot, log10, max, min, sin, sqrt } = Math;

export const MODULATIONS = [0.63, 0.8, 1, 1.25, 1.6, 2, 2.5, 3.15, 4, 5, 6.3, 8, 10, 12.5] as const;
const ALPHA = [0.085, 0.127, 0.23, 0.233, 0.309, 0.224, 0.173];
const BETA = [0.085, 0.078, 0.065, 0.011, 0.047, 0.095];
/** An octave's decay comes so far out of its noise at least, dB. */
const LEAST_RANGE = 15;

/** Index from modulation transfer, [octave 125 … 8000][modulation]. */
export function speechIndex(modulation: readonly (readonly number[])[]): number {
  const each = modulation.map((row) => {
    const sum = row.reduce((s, m) => {
      const clipped = min(1 - 1e-9, max(1e-9, m));
      const snr = max(-15, min(15, 10 * log10(clipped / (1 - clipped))));
      return s + (snr + 15) / 30;
    }, 0);
    return sum / row.length;
  });
  const index =
    each.reduce((s, m, i) => s + ALPHA[i]! * m, 0) - BETA.reduce((s, b, i) => s + b * sqrt(each[i]! * each[i + 1]!), 0);
  return max(0, min(1, index));
}

/** Modulation transfer of an exponential decay, closed form: what the room of a decay time does (M. R. Schroeder, Acustica 49 (1981) 179). */
export const modulationOfDecay = (seconds: number, f: number): number =>
  1 / sqrt(1 + ((2 * PI * f * seconds) / (6 * LN10)) ** 2);

/** Male speech by octave 125 … 8000 re its A-weighted level, and the least that is heard there, dB re 20 µPa (IEC 60268-16:2011, annex A). */
const MALE = [2.9, 2.9, -0.8, -6.8, -12.8, -18.8, -24.8];
const HEARD = [46, 27, 12, 6.5, 7.5, 8, 12];
/** How far under an octave's level the next one is masked by it, dB. */
const masking = (db: number): number =>
  db < 63 ? 0.5 * db - 65 : db < 67 ? 1.8 * db - 146.9 : db < 100 ? 0.5 * db - 59.8 : -10;
/** A raised voice a metre away, or a normal one nearer, dB(A). */
export const VOICE_DBA = 60;

/** Modulation transfer with noise by octave 125 … 8000, dB re 20 µPa, a voice of a level at the listener, masking and threshold. */
export function withNoise(
  modulation: readonly (readonly number[])[],
  noiseDb: readonly number[],
  voiceDbA = VOICE_DBA,
): number[][] {
  const voice = MALE.map((v) => 10 ** ((voiceDbA + v) / 10));
  const whole = voice.map((v, i) => v + 10 ** (noiseDb[i]! / 10));
  return modulation.map((row, i) => {
    const masked = i === 0 ? 0 : whole[i - 1]! * 10 ** (masking(10 * log10(whole[i - 1]!)) / 10);
    const part = voice[i]! / (whole[i]! + masked + 10 ** (HEARD[i]! / 10));
    return row.map((m) => m * part);
  });
}

/** Index of an impulse response at `rate`, in a quiet room; null as {@link speechModulation}. */
export function speechTransmission(x: ArrayLike<number>, rate: number): number | null {
  const modulation = speechModulation(decaysOf(x, rate));
  return modulation && speechIndex(modulation);
}

/**
 * Modulation transfer of an impulse response by octave 125 … 8000. null where the rate does not reach the 8 kHz octave or an octave's decay does not
 * come 15 dB out of its own noise.
 */
export function speechModulation({ octaveEnergies }: Decays): number[][] | null {
  const octaves = octaveEnergies().filter((o) => o.label >= 125);
  if (octaves.length < ALPHA.length) return null;
  const rows: number[][] = [];
  for (const { energy } of octaves) {
    if (!energy || !(energy.knee.rangeDb >= LEAST_RANGE)) return null;
    rows.push(transferOf(energy));
  }
  return rows;
}

/** What is left of each modulation of a band's intensity: the transform of its decay's energy (M. R. Schroeder, Acustica 49 (1981) 179). */
function transferOf({ blocks, knee: { knee, noise } }: BandEnergy): number[] {
  return MODULATIONS.map((f) => {
    let [re, im, sum] = [0, 0, 0];
    for (let k = 0; k < knee; k++) {
      const e = max(0, blocks.energy[k]! - noise);
      const a = 2 * PI * f * (k + 0.5) * blocks.step;
      re += e * cos(a);
      im += e * sin(a);
      sum += e;
    }
    return hypot(re, im) / sum;
  });
}
