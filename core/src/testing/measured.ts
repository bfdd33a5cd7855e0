/** A measurement of a room as it is. Tests only. */
import type { SingleCommand } from '../document/commands/commands';
import { roomKey, soundingOf } from '../document/soundingRoom';
import type { Measurement, Project } from '../document/schema/project';

export function measurementOf(project: Project, id: string, values: Partial<Measurement> = {}): Measurement {
  return {
    ...{ id, at: '2026-11-20T18:00:00Z', title: id, kind: 'impulse', by: 'file', from: 'a.wav', loudspeakers: ['L'] },
    ...{ place: { name: 'Seat', at: null }, sweep: null, audio: 'cd'.repeat(32), rate: 48000, quiet: null },
    took: { clipped: 0, channels: 1, shortened: false, tail: null, harmonicDb: null },
    ...{ fullScaleDb: null, note: '', room: roomKey(soundingOf(project)) },
    ...values,
  };
}

export const measured = (project: Project, id: string, values: Partial<Measurement> = {}): SingleCommand => ({
  type: 'put-measurement',
  measurement: measurementOf(project, id, values),
  room: soundingOf(project),
});
