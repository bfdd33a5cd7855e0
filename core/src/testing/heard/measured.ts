/** A measurement of a room as it is. Tests only. */
import type { SingleCommand } from '../../document/commands/commands';
import { roomKey, soundingOf } from '../../document/soundingRoom';
import type { Learned, Measurement, Project, Sound } from '../../document/schema/project';

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

/** What a room might have taught: every material of its surfaces absorbs so much more than stated. */
export function taught(project: Project, factor: number, room: string, values: Partial<Learned> = {}): Learned {
  const ids = [...new Set(Object.values(project.measured.rooms[room]?.room.surfaces ?? {}).map((s) => s.material))];
  const all = (value: number, count = 8) => Array.from({ length: count }, () => value);
  const n = ids.length + 1;
  return {
    ...{ at: '2026-11-21T09:00:00Z', inUse: true, from: ['take'], room },
    materials: ids.map((id) => ({ id, factors: all(factor), low: all(factor, 2) })),
    pieces: [],
    things: all(1),
    formula: all(1),
    missed: all(0.02),
    // Each by itself, ± 5 %.
    covariance: all(0).map(() => Array.from({ length: n }, (_, i) => [...all(0, i), 0.0025]).flat()),
    record: { of: 8, within: 7, off: 0.1 },
    spread: { stated: 0.2, learned: 0.05 },
    ...values,
  };
}
