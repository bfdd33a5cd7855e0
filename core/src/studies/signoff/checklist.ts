/**
 * What who builds from nothing has to have asked, before walls close: questions with rules of thumb, and figures where the brief and the room
 * give them. No design of structure or sound insulation: those who are licensed for it and local codes decide.
 */
import { speedHumid } from '../../air/air';
import { backgroundFor } from '../../document/commands/brief';
import type { Project } from '../../document/schema/project';

export const CHECKS = [
  'neighbours',
  'hours',
  'site-noise',
  'shell',
  'flanking',
  'floor',
  'doors',
  'door-width',
  'windows',
  'air',
  'ducts',
  'vents',
  'flush',
  'nailers',
  'cable-ways',
  'patch-points',
  'mains',
  'lights',
  'warning-light',
  'fire',
] as const;
export type CheckId = (typeof CHECKS)[number];

/** Fresh air of a person at quiet work, l/s: the middle of what EN 16798-1 asks of its categories I to III (10, 7, 4 and the room's own share). */
const AIR_EACH = 8;
/** Air speed that stays below a noise goal at the grille, m/s: a rule of thumb of those who build quiet rooms. */
const SPEEDS: readonly [upToDb: number, speed: number][] = [
  [20, 1],
  [25, 1.5],
  [30, 2],
  [Infinity, 2.5],
];
/** What a bedroom next door may get at night, dB(A): WHO's night guideline inside is 30, and music is heard below it. */
const NEXT_DOOR_DB = 25;

export interface CheckFigures {
  /** Noise goal of the room at rest, dB(A). */
  goalDb: number;
  /** Loudest level the brief has, dB at 1 m; null: not told. */
  loudestDb: number | null;
  /** By how much the level next door has to be lower, dB. */
  differenceDb: number | null;
  /** Fresh air for the people, l/s; the speed it may have at grilles, m/s; the free area for it, m². */
  air: number;
  speed: number;
  area: number;
  /** Lowest note whose wave is as long as the room, Hz: what a duct lined with so much would not stop. */
  longest: number;
  /** Joists' or studs' spacing told of, m; null: nobody said. */
  spacing: number | null;
}

/** @param longest of the room, m */
export function checkFigures(project: Project, longest: number): CheckFigures {
  const { brief, room, climate } = project;
  const goalDb = backgroundFor(brief);
  const air = AIR_EACH * Math.max(1, brief.people);
  const speed = SPEEDS.find(([upTo]) => goalDb <= upTo)![1];
  const spacings = Object.values(room.framing).flatMap((f) => (f.kind !== 'solid' && f.spacing > 0 ? [f.spacing] : []));
  return {
    ...{ goalDb, loudestDb: brief.loudestDb, air, speed },
    differenceDb: brief.loudestDb === null ? null : Math.max(0, brief.loudestDb - NEXT_DOOR_DB),
    area: air / 1000 / speed,
    longest: speedHumid(climate) / longest,
    spacing: spacings.length > 0 ? Math.min(...spacings) : null,
  };
}
