/** Where practice differs: what each school asks for and what it says of this room, and which one is in force. */
import { type School, schoolLimits, SCHOOLS } from '../../criteria/decayTargets';
import type { SingleCommand } from '../../document/commands/commands';
import type { Project } from '../../document/schema/project';
import { matters, THRESHOLD, type ThresholdId, THRESHOLDS } from '../../physics/reflections/thresholds';
import type { SchoolReport } from '../../room/boundaries';
import type { SwingVerdict } from '../bass/types';
import type { WishParts } from './types';
import { worstOctave } from './wishes';

interface Said {
  inForce: boolean;
  /** What puts it in force; null: nothing is set, all are told, or it moves things and is done elsewhere. */
  command: SingleCommand | null;
}
export type Says = Said &
  (
    | {
        about: 'decay';
        school: School;
        /** Limits at 500 Hz, s; null: it asks for nothing there. */
        limits: readonly [lower: number, upper: number | null] | null;
        /** The octave that lies furthest outside as it is decided, or the first one where all are inside; null: not computed. */
        worst: { octave: number; seconds: number; inside: boolean; over: boolean } | null;
      }
    | { about: 'reflections'; school: ThresholdId; matter: number; bare: number; all: number }
    | { about: 'swing'; school: string; swingDb: number; limitDb: number; met: boolean }
    | { about: 'distance'; school: SchoolReport['school']; report: Omit<SchoolReport, 'curve' | 'at'> }
  );
export type About = Says['about'];

export interface SchoolParts {
  project: Pick<Project, 'target' | 'marking'>;
  volume: number;
  /** As it is decided, by octave 63 … 8000; null: not computed. */
  decay: Pick<NonNullable<WishParts['decay']>, 'seconds' | 'lowestOctave'> | null;
  marks: readonly { levelDb: number | null; delay: number; covered: boolean }[];
  /** Of Bass, the one that decides first; empty: not solved. */
  swings: readonly SwingVerdict[];
  distance: readonly SchoolReport[];
}

/** Where a target is told, Hz. */
const TOLD_HZ = 500;

/** Each question of practice with what every school says; those with nothing to say of this room are left out. */
export function schoolsOf({ project, volume, decay, marks, swings, distance }: SchoolParts): Says[][] {
  const { target, marking } = project;
  const decays = SCHOOLS.filter((s) => s !== 'own' || target.own.length > 0).map((school): Says => {
    const limitsAt = (octave: number) => {
      const limits = schoolLimits(school, volume, octave, target.own);
      return limits && ([limits.lower, limits.upper] as const);
    };
    const worst = decay && worstOctave(decay.seconds, decay.lowestOctave, limitsAt);
    const inForce = target.school === school;
    return {
      ...{ about: 'decay', school, inForce, limits: limitsAt(TOLD_HZ) },
      worst: worst && {
        ...{ octave: worst.octave, seconds: worst.seconds, inside: worst.by === 0 },
        over: worst.asked[1] !== null && worst.seconds > worst.asked[1],
      },
      command: inForce ? null : { type: 'set-target', target: { school } },
    };
  });
  const reflections = THRESHOLDS.map((school): Says => {
    const matter = marks.filter((m) => matters(m, THRESHOLD[school]));
    const inForce = marking.school === school;
    return {
      ...{ about: 'reflections', school, inForce, all: marks.length, matter: matter.length },
      bare: matter.filter((m) => !m.covered).length,
      command: inForce ? null : { type: 'set-marking', marking: { school } },
    };
  });
  const swing = swings.map(({ school, swingDb, limitDb, met }, i): Says => ({
    ...{ about: 'swing', school, swingDb, limitDb, met, inForce: i === 0, command: null },
  }));
  const far = distance.map(({ curve: _, at: __, ...report }): Says => ({
    ...{ about: 'distance', school: report.school, report, inForce: report.school === 'as-it-stands', command: null },
  }));
  return [decays, reflections, swing, far].filter((list) => list.length > 0);
}
