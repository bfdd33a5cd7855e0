/** Moves of the room itself: another state of it, another wall to face; what is to be repaired; what is to be measured first. */
import { roomKey, soundingOf } from '../../document/soundingRoom';
import { isHeard } from '../../studies/signoff/readings';
import { studyOrientation } from '../../studies/seat/orient';
import type { Tried } from './trial';
import type { Candidate } from './types';

/** What a thing in the room does by itself. */
const SOUNDS_ALONG = ['tone', 'ring'];
/** Walls tried beside the one faced. */
const MOST_WALLS = 2;

export function stateMoves({ project }: Tried): Candidate[] {
  return project.states.list
    .filter((s) => s.id !== project.states.current)
    .map((s): Candidate => ({
      ...{ id: `state ${s.id}`, kind: 'state', stage: 'survey', hours: 0.25, money: null },
      says: { name: s.name },
      commands: [{ type: 'switch-state', id: s.id }],
    }));
}

export function wallMoves({ project }: Tried): Candidate[] {
  return studyOrientation({ project })
    .ranks.filter((r) => r.wall !== project.listening.facing)
    .slice(0, MOST_WALLS)
    .map((r): Candidate => ({
      ...{ id: `wall ${r.wall}`, kind: 'wall', stage: 'seat', hours: 2, money: 0 },
      says: { name: r.name },
      commands: [{ type: 'face-wall', wall: r.wall }],
    }));
}

/** What was agreed to be a fault of a thing, and has not been measured again since. */
export function fixMoves({ project: { measured } }: Tried): Candidate[] {
  const newest = measured.list.reduce((at, m) => (m.at > at ? m.at : at), '');
  return measured.verdicts
    .filter((v) => v.says === 'agreed' && SOUNDS_ALONG.includes(v.finding.kind) && v.at > newest)
    .map((v): Candidate => ({
      ...{ id: `fix ${v.id}`, kind: 'fix', stage: 'listen', hours: 1, money: 0, commands: [] },
      says: { cause: v.cause, f: v.finding.f ?? 0 },
    }));
}

/**
 * Measuring before buying: worth it while what is known of the decay reaches from inside its limits to outside, or further outside,
 * and the room as it is has not been measured.
 */
export function measureMove(before: Tried, known: { octave: number; low: number; high: number }): Candidate[] {
  const { project } = before;
  const here = roomKey(soundingOf(project));
  if (project.learned || project.measured.list.some((m) => m.room === here && isHeard(m))) return [];
  return [
    {
      ...{ id: 'measure', kind: 'measure', stage: 'listen', hours: 1, money: 0, commands: [] },
      says: known,
    },
  ];
}
