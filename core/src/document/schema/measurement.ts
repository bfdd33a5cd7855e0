/** Of the document: what was measured. */
import * as z from 'zod/mini';
import { id, key, line, lines, within } from './basics';

const hash = z.string().check(z.regex(/^[0-9a-f]{64}$/, 'expected 64 hexadecimal digits'));
/** Where a measurement's samples came from. */
export const MEASURED_BY = ['file', 'live', 'simulated'] as const;
/** What was measured, and where: its samples lie elsewhere, by their content. */
export const measurement = z.strictObject({
  id,
  /** ISO 8601, from the clock of who took it. */
  at: z.iso.datetime(),
  title: line(1, 120),
  kind: z.enum(['impulse', 'noise']),
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
  sweep: z.nullable(
    z.strictObject({ from: within('sweepHz'), to: within('sweepHz'), seconds: within('sweepSeconds') }),
  ),
  /** Content of its samples (SHA-256), and their rate, Hz. */
  audio: hash,
  rate: within('sampleRate'),
  /** The same of the room at rest, recorded along; null: nothing of it. */
  quiet: z.nullable(hash),
  /** How the take went: what its response does not show. */
  took: z.strictObject({
    clipped: z.int().check(z.minimum(0), z.maximum(1e9)),
    channels: z.int().check(z.minimum(1), z.maximum(64)),
    shortened: z.boolean(),
    tail: z.nullable(within('tail')),
    harmonicDb: z.nullable(within('harmonicDb')),
  }),
  /** Sound level of a sine at full scale, dB re 20 µPa; null: not known. */
  fullScaleDb: z.nullable(within('fullScaleDb')),
  note: lines(2000),
  /** The room at that moment: a key of `rooms`. */
  room: key(40),
});
