/** What the studies say of the room a measurement was taken in: what was to be heard there. */
import { type DecayLimits, schoolLimits } from '../../criteria/decayTargets';
import { inMeasuredRoom } from '../../document/measured';
import type { Project } from '../../document/schema/project';
import { OCTAVES } from '../../quantities/bands';
import { predictedDecay } from '../decay/predicted';
import { arrivalsAt, hearingSetting, type Place } from './room';

/** A measurement's room by its key, where the microphone stood (null: at its seat), and what played. */
export interface MeasuredRoomAsked {
  room: string;
  place: Place | null;
  letters: string[];
}
export type MeasuredRoomInputs = MeasuredRoomAsked & { project: Project };

export interface PredictedRoom {
  /** m/s. */
  c: number;
  /** s, and what is asked for, per octave. */
  decay: (number | null)[];
  limits: (DecayLimits | null)[];
  /** First reflections of the one loudspeaker that played: s and dB after the direct sound. */
  arrivals: { delay: number; levelDb: number; name: string }[];
}

/** The room of a measurement as it was; null where the document keeps none of that key. */
export function studyMeasuredRoom({ project, room, place, letters }: MeasuredRoomInputs): PredictedRoom | null {
  const kept = project.measured.rooms[room];
  if (!kept) return null;
  const there = inMeasuredRoom(project, kept);
  const setting = hearingSetting(there, place);
  const { school, lowestOctave, own } = there.target;
  const l = setting.loudspeakers.find((s) => letters.length === 1 && s.letter === letters[0]);
  const [direct, ...others] = l && l.role !== 'sub' ? arrivalsAt(setting, l) : [];
  /** Octave arrivals are told in: 2 kHz. */
  const level = (octaves: readonly number[]) => octaves[5]!;
  return {
    c: setting.c,
    decay: predictedDecay(there, setting),
    limits: OCTAVES.map((f) => (f >= lowestOctave ? schoolLimits(school, setting.solid.volume, f, own) : null)),
    arrivals: others.map(({ delay, octaves, name = '' }) => ({
      delay: delay - direct!.delay,
      levelDb: 20 * Math.log10(Math.max(1e-6, level(octaves) / level(direct!.octaves))),
      name,
    })),
  };
}
