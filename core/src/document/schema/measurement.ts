/** Of the document: what was measured. */
import * as z from 'zod/mini';
import { id, key, line, lines, within } from './basics';

const hash = z.string().check(z.regex(/^[0-9a-f]{64}$/, 'expected 64 hexadecimal digits'));
/** Most points of a response or a calibration: 48 an octave, and more where they came so. */
export const MOST_POINTS = 2000;
const points = <T extends z.ZodMiniType>(of: T) => z.array(of).check(z.maxLength(MOST_POINTS));
const bandsOf = <T extends z.core.$ZodShape>(figures: T) => ({
  /** Bands to the octave. */
  fraction: z.union([z.literal(1), z.literal(3)]),
  /** By their nominal midbands, Hz. */
  bands: z.array(z.strictObject({ label: within('sweepHz'), ...figures })).check(z.minLength(1), z.maxLength(40)),
});
const seconds = z.nullable(within('decaySeconds'));

/** Samples: they lie elsewhere, by their content. */
const sound = {
  /** Content of its samples (SHA-256), and their rate, Hz. */
  audio: hash,
  rate: within('sampleRate'),
  /** The same of the room at rest, recorded along; null: nothing of it. */
  quiet: z.nullable(hash),
  sweep: z.nullable(
    z.strictObject({ from: within('sweepHz'), to: within('sweepHz'), seconds: within('sweepSeconds') }),
  ),
  /** How the take went: what its response does not show. */
  took: z.strictObject({
    clipped: z.int().check(z.minimum(0), z.maximum(1e9)),
    channels: z.int().check(z.minimum(1), z.maximum(64)),
    shortened: z.boolean(),
    tail: z.nullable(within('tail')),
    harmonicDb: z.nullable(within('harmonicDb')),
  }),
};
/** What a measurement holds: samples of a response, of noise or of a voice; or figures somebody else read. */
const holds = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.enum(['impulse', 'noise', 'speech']), ...sound }),
  /** Frequencies, Hz, that rise; levels, dB; phase, degrees. */
  z.strictObject({
    kind: z.literal('response'),
    f: points(within('pointHz')),
    db: points(within('pointDb')),
    phaseDeg: z.nullable(points(within('pointDeg'))),
  }),
  z.strictObject({ kind: z.literal('decay'), ...bandsOf({ edt: seconds, t20: seconds, t30: seconds }) }),
  /** Sound levels, dB re 20 µPa. */
  z.strictObject({ kind: z.literal('levels'), ...bandsOf({ db: within('bandDb') }) }),
  /** What was louder than the room at rest while somebody watched; dB re a sine at full scale, times from the begin of the watch. */
  z.strictObject({
    kind: z.literal('events'),
    seconds: within('watchSeconds'),
    restDb: within('bandDb'),
    list: z
      .array(z.strictObject({ at: within('watchSeconds'), seconds: within('watchSeconds'), db: within('bandDb') }))
      .check(z.maxLength(1000)),
  }),
]);

/** Where a measurement came from. */
export const MEASURED_BY = ['file', 'live', 'simulated'] as const;
/** What was measured, and where. */
export const measurement = z.strictObject({
  id,
  /** ISO 8601, from the clock of who took it. */
  at: z.iso.datetime(),
  title: line(1, 120),
  by: z.enum(MEASURED_BY),
  /** The file it came from, or the input it was taken with. */
  from: line(0, 200),
  /** Letters of the loudspeakers that played; empty: none did, or it is not said. */
  loudspeakers: z.array(line(1, 3)).check(z.maxLength(24)),
  /** Where the microphone stood; `at` in survey coordinates, null: at the seat of its room. */
  place: z.strictObject({
    name: line(1, 80),
    at: z.nullable(z.strictObject({ x: within('coordinate'), y: within('coordinate'), z: within('lift') })),
  }),
  holds,
  /** Id of the microphone's calibration; null: taken as flat. */
  calibration: z.nullable(id),
  /** Sound level of a sine at full scale, dB re 20 µPa; null: not known. */
  fullScaleDb: z.nullable(within('fullScaleDb')),
  note: lines(2000),
  /** The room at that moment: a key of `rooms`. */
  room: key(40),
});

/** What a microphone hears too much of, by frequency: taken off every response and level it is said of. */
export const calibration = z.strictObject({
  id,
  name: line(1, 80),
  f: points(within('pointHz')).check(z.minLength(2)),
  db: points(within('pointDb')).check(z.minLength(2)),
});
