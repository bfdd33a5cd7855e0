/** A measurement of a room as it is. Tests only. */
import type { SingleCommand } from '../document/commands/commands';
import { roomKey, soundingOf } from '../document/soundingRoom';
import type { Measurement, Project, Sound } from '../document/schema/project';

export const soundOf = (values: Partial<Sound> = {}): Sound => ({
  ...{ kind: 'impulse', audio: 'cd'.repeat(32), rate: 48000, quiet: null, sweep: null },
  took: { clipped: 0, channels: 1, shortened: false, tail: null, harmonicDb: null },
  ...values,
});

export function measurementOf(project: Project, id: string, values: Partial<Measurement> = {}): Measurement {
  return {
    ...{ id, at: '2026-11-20T18:00:00Z', title: id, by: 'file', from: 'a.wav', loudspeakers: ['L'] },
    ...{ place: { name: 'Seat', at: null }, holds: soundOf(), calibration: null },
    ...{ fullScaleDb: null, note: '', room: roomKey(soundingOf(project)) },
    ...values,
  };
}

export const measured = (project: Project, id: string, values: Partial<Measurement> = {}): SingleCommand => ({
  type: 'put-measurement',
  measurement: measurementOf(project, id, values),
  room: soundingOf(project),
});
