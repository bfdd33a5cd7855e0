/** Which measurements can decide a wish, and what one says of it. */
import type { Measurement, Project } from '../../document/schema/project';
import type { BandDecay } from '../../signal/decay';
import { timeOf } from '../../signal/decay';
import { speechIndex } from '../../signal/speech';
import type { SwingVerdict } from '../bass/types';
import { placeOf, samePlace, seatOf } from '../listen/compare';
import type { NoiseShown } from '../listen/shown';
import type { Reading } from './types';

const HEARD: readonly Measurement['holds']['kind'][] = ['impulse', 'response', 'decay'];
/** What tells how the room sounds, and not only how quiet it is. */
export const isHeard = (m: Measurement): boolean => HEARD.includes(m.holds.kind);
const AT_REST: readonly Measurement['holds']['kind'][] = ['noise', 'levels'];

const atSeatOf = (m: Measurement, rooms: Project['measured']['rooms']): boolean =>
  samePlace(placeOf(m, rooms[m.room]!), seatOf(rooms[m.room]!));

/**
 * Of responses at the seat and of the room at rest each the newest of the room as it is, and the newest of all; newest first. `here`: the key of the room as
 * it is.
 */
export function decidingOf({ list, rooms }: Project['measured'], here: string): Measurement[] {
  const newest = [...list].sort((a, b) => (a.at < b.at ? 1 : -1));
  const atSeat = (m: Measurement) => atSeatOf(m, rooms);
  const heard = newest.filter((m) => isHeard(m) && atSeat(m));
  const rest = newest.filter((m) => AT_REST.includes(m.holds.kind));
  const wanted = [heard, rest].flatMap((all) => [all.find((m) => m.room === here), all[0]]);
  return newest.filter((m) => wanted.includes(m));
}

/** The first and the newest of what was heard at the seat: before and after. */
export function endsOf({ list, rooms }: Project['measured']): Measurement[] {
  const heard = [...list].filter((m) => isHeard(m) && atSeatOf(m, rooms)).sort((a, b) => (a.at < b.at ? -1 : 1));
  return heard.length > 1 ? [heard[0]!, heard.at(-1)!] : heard;
}

/** What was read of a measurement; null: nothing. */
export interface Told {
  decay: readonly BandDecay[] | null;
  swings: readonly SwingVerdict[] | null;
  noise: NoiseShown | null;
  /** Modulation transfer by octave. */
  speech: readonly (readonly number[])[] | null;
}

export const readingOf = (m: Measurement, here: string, { decay, swings, noise, speech }: Told): Reading => ({
  ...{ id: m.id, at: m.at, title: m.title, asNow: m.room === here },
  decay: decay && decay.map((b) => ({ octave: b.label, seconds: timeOf(b) })),
  swingDb: swings?.[0]?.swingDb ?? null,
  // What was recorded along with a sweep is too short to tell of a room at rest.
  noiseDb: AT_REST.includes(m.holds.kind) && noise?.re === 'pressure' ? noise.meter('A') : null,
  speech: speech && speechIndex(speech),
});
