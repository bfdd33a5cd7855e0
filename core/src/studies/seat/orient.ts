/**
 * Which wall to face: every usable wall tried with the seat by rule, judged by figures, ranked. Long for a page's thread.
 *
 * Each part of the judgement is a cost from 0 (nothing against it) to 1; their weighted mean ranks the walls. The weights are
 * ours and stand beside the answer: symmetry first, as most practitioners want it.
 */
import { applyCommand, CommandRefused } from '../../document/commands/commands';
import type { Project } from '../../document/schema/project';
import { lengthNulls, studyBass } from '../bass/study';
import { notForPanels } from '../../room/reflectionLevels';
import { studyMarks } from '../marks/study';
import { studySeat } from './study';
import { straightSide } from '../../geometry/solid';
import { type Setting, settingOf } from '../../room/setting';
import { studySurvey } from '../survey/study';

export const ORIENT_WEIGHTS = { symmetry: 4, nulls: 2, rear: 1, notch: 2, openings: 1 } as const;
export type OrientPart = keyof typeof ORIENT_WEIGHTS;

export interface OrientInputs {
  project: Project;
}

export interface WallRank {
  wall: string;
  /** As people call it: "wall A", a partition by its own name. */
  name: string;
  /** Of the straight side it is part of, m. */
  length: number;
  /** 0 best … 1. */
  cost: number;
  parts: Record<OrientPart, number>;
  /** The figures behind the parts, SI. */
  figures: {
    /** Largest difference of the half widths, m, and share of the length that is uneven. */
    widthDifference: number;
    unevenPart: number;
    /** Doors and windows without a twin on the other side. */
    oddOpenings: number;
    /** Length modes below 150 Hz with a null at the seat; null when the room is no box. */
    nulls: number | null;
    /** Ears to the rear wall, m. */
    rear: number | null;
    /** Deepest boundary notch 40–300 Hz, dB, and where. */
    notchDb: number | null;
    notchHz: number | null;
    /** First reflections on doors, windows and heaters. */
    onOpenings: string[];
  };
}

export interface OrientResult {
  /** Best first. */
  ranks: WallRank[];
  /** Walls not tried, and why. */
  left: { wall: string; name: string; why: 'too-short' | 'no-room' | 'same-side' }[];
}

/** A wall narrower than this takes no pair of loudspeakers, m. */
export const LEAST_WALL = 1.5;
/** Rear walls further than this cost nothing, m. */
const REAR_FAR = 2;
/** Half widths that differ by so much are as uneven as can be, m. */
const UNEVEN = 0.5;
const DEEPEST_DB = 20;

const clamp01 = (v: number) => Math.min(1, Math.max(0, v));

function rankOf(project: Project, wall: string): WallRank | null {
  const turned =
    project.listening.facing === wall ? project : applyCommand(project, { type: 'face-wall', wall }).project;
  const setting = settingOf(turned);
  const seat = studySeat(turned, setting);
  if (seat.issues.some((i) => i.severity === 'wrong')) return null;
  const survey = studySurvey(turned, setting).result.symmetry;
  const bass = studyBass(turned, setting).result;
  const marks = studyMarks(turned, setting).result;
  const nulls = bass.box ? lengthNulls(bass.modes).length : null;
  const onOpenings = marks.marks.filter((m) => m.matters && notForPanels(m.on)).map((m) => `${m.letter} ${m.on!.name}`);
  const notch = seat.result.worstNotch;
  const rear = seat.result.headFromRear;
  const parts: WallRank['parts'] = {
    symmetry: clamp01(
      0.6 * survey.unevenPart +
        0.3 * clamp01(survey.width.difference / UNEVEN) +
        Math.min(0.2, 0.05 * survey.openings.length),
    ),
    // Unknown in a room that is no box: neither good nor bad.
    nulls: nulls === null ? 1 / 3 : clamp01(nulls / 3),
    rear: rear === null ? 1 : clamp01(1 - rear / REAR_FAR),
    notch: notch ? clamp01(-notch.levelDb / DEEPEST_DB) : 0,
    openings: clamp01(onOpenings.length / 4),
  };
  const total = Object.values(ORIENT_WEIGHTS).reduce((s, w) => s + w, 0);
  const cost = (Object.keys(parts) as OrientPart[]).reduce((s, k) => s + ORIENT_WEIGHTS[k] * parts[k], 0) / total;
  return {
    wall,
    name: nameOf(project, wall),
    length: sideLength(setting, wall),
    cost,
    parts,
    figures: {
      widthDifference: survey.width.difference,
      unevenPart: survey.unevenPart,
      oddOpenings: survey.openings.length,
      nulls,
      rear,
      notchDb: notch?.levelDb ?? null,
      notchHz: notch?.f ?? null,
      onOpenings,
    },
  };
}

/** "wall A"; what closes a room off by the name it was given. */
const nameOf = (project: Project, wall: string): string =>
  project.room.partitions.find((t) => t.id === wall)?.name ?? `wall ${wall}`;

function sideLength(setting: Setting, wall: string): number {
  const { from, to } = straightSide(setting.solid.plan, wall);
  return Math.hypot(to[0] - from[0], to[1] - from[1]);
}

/** Ranks every wall long enough for a pair. `progress` hears the part done after each. */
export function studyOrientation({ project }: OrientInputs, progress: (part: number) => void = () => {}): OrientResult {
  const here = settingOf(project);
  const walls = here.faces.filter((f) => f.kind === 'wall');
  const result: OrientResult = { ranks: [], left: [] };
  walls.forEach((f, i) => {
    const put = (why: OrientResult['left'][number]['why']) =>
      result.left.push({ wall: f.id, name: nameOf(project, f.id), why });
    // A side split into several walls is faced as one: by the wall faced now, else its first.
    const { walls: side } = straightSide(here.solid.plan, f.id);
    const stands = side.includes(project.listening.facing) ? project.listening.facing : side[0];
    if (f.id !== stands) put('same-side');
    else if (sideLength(here, f.id) < LEAST_WALL) put('too-short');
    else {
      let rank: WallRank | null = null;
      try {
        // A partition that a state closes can be faced only in that state.
        rank = project.room.corners.some((c) => c.wall === f.id) ? rankOf(project, f.id) : null;
      } catch (error) {
        if (!(error instanceof CommandRefused)) throw error;
      }
      if (rank) result.ranks.push(rank);
      else put('no-room');
    }
    progress((i + 1) / walls.length);
  });
  result.ranks.sort((a, b) => a.cost - b.cost || a.wall.localeCompare(b.wall));
  return result;
}

/** Less than this of the weighed parts is no reason. */
const NO_REASON = 0.05;

/** What facing a wall costs against the best one, by its weightiest parts first; null where it is the best, or not among them. */
export function costOfFacing(
  ranks: readonly WallRank[],
  wall: string,
): { now: WallRank; best: WallRank; reasons: OrientPart[] } | null {
  const [best] = ranks;
  const now = ranks.find((r) => r.wall === wall);
  if (!best || !now || best === now) return null;
  const reasons = (Object.keys(ORIENT_WEIGHTS) as OrientPart[])
    .map((part) => ({ part, by: ORIENT_WEIGHTS[part] * (now.parts[part] - best.parts[part]) }))
    .filter((r) => r.by > NO_REASON)
    .sort((a, b) => b.by - a.by)
    .map((r) => r.part);
  return { now, best, reasons };
}
