/** What is in the room beside loudspeaker and walls: a thing that rings along, the mains, a machine. */
import { inLog, plainly } from '../likelihood';
import type { Candidate, Evidence, Finding, Measured } from '../types';

/** Things that ring along go on for a second or two, whatever the room does. */
const RINGS = { seconds: 1.3, off: 0.6 } as const;
const DECAY_SPAN = Math.log(80);
/** A tone at rest is at the same place within so many hertz. */
const SAME_HZ = 1.5;
/** Found at rest too, or not: ln of how much that says. */
const AT_REST = { there: 2.5, not: -2 } as const;
const LOWER = { there: 1, not: -2.5 } as const;
/** Higher harmonics of the mains are not told from one another. */
const HIGHEST_ORDER = 20;
/** The mains keep their frequency to so many hertz; tones lie anywhere between two multiples. */
const MAINS_OFF = 0.15;

export function rattle({ decay }: Finding): Candidate[] {
  const evidence: Evidence[] = decay
    ? [
        inLog(
          'decay',
          's',
          decay.seconds,
          RINGS.seconds,
          Math.hypot(RINGS.off, decay.error / decay.seconds),
          DECAY_SPAN,
        ),
      ]
    : [];
  return [{ cause: { kind: 'rattle' }, share: 1, evidence }];
}

/** Whether a tone is heard at rest where something stands out while a sweep is played. */
function restEvidence(f: number, { tones }: Measured): Evidence {
  const near = tones.find((t) => Math.abs(t.f - f) < SAME_HZ);
  return {
    ...{ what: 'at-rest', unit: 'dB', found: near?.overDb ?? 0, meant: 12, within: 0 },
    favours: near ? AT_REST.there : AT_REST.not,
  };
}

/** A harmonic of the mains seldom comes without lower ones. */
function lowerOnes(of: number, order: number, { tones }: Measured): Evidence {
  const below = tones.find((t) => Math.round(t.f / of) < order && Math.abs(t.f - of * Math.round(t.f / of)) < SAME_HZ);
  return {
    ...{ what: 'harmonics', unit: 'Hz', found: below?.f ?? 0, meant: of, within: 0 },
    favours: below ? LOWER.there : LOWER.not,
  };
}

export function mains({ kind, f, fError }: Finding, measured: Measured): Candidate[] {
  if (f === null) return [];
  return ([50, 60] as const).flatMap((of): Candidate[] => {
    const order = Math.round(f / of);
    if (order < 1 || order > HIGHEST_ORDER) return [];
    const evidence = [plainly('frequency', 'Hz', f, of * order, Math.hypot(MAINS_OFF * order, fError), of)];
    if (kind !== 'tone') evidence.push(restEvidence(f, measured));
    if (order > 1) evidence.push(lowerOnes(of, order, measured));
    return [{ cause: { kind: 'mains', of, order }, share: 1, evidence }];
  });
}

export const machine = (): Candidate[] => [{ cause: { kind: 'machine' }, share: 1, evidence: [] }];

/** What passes stays for seconds, a machine for minutes: ln of how much that says where it ends within the take, and where it does not. */
const PASSES = { ends: 1.2, stays: -0.8 } as const;

/** Of a step at rest: a machine that starts or stops, or something that passes. */
export function comings(_: Finding, __: unknown, { step }: Measured): Candidate[] {
  const ends = step?.lasts ?? null;
  const says = ends === null ? PASSES.stays : PASSES.ends;
  const lasts = (favours: number): Evidence[] => [
    { ...{ what: 'lasts', unit: 's', found: ends ?? 0, meant: 0, within: 0 }, favours },
  ];
  return [
    { cause: { kind: 'machine' }, share: 1, evidence: lasts(-says) },
    { cause: { kind: 'passing' }, share: 1, evidence: lasts(says) },
  ];
}
