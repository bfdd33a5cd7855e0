/** What laying out answers: where each piece goes, what lines up, and what found no place and why. */
import type { Hanging, Project } from '../../document/schema/project';
import type { Span } from '../../layout/line';
import type { OnFace } from '../../room/laying';
import type { Recipe } from '../../recipes/types';

/** The line pieces on walls keep: their middles or their tops, m over the floor. */
export interface Level {
  by: Hanging['by'];
  height: number;
}

/** The line one row keeps: of a second row its lower edges. */
export interface Line {
  by: Hanging['by'] | 'lows';
  height: number;
}

/** So many of a recipe in one size, wanted on a face or in a corner. */
export interface Wanted {
  recipe: Recipe;
  /** Face or corner. */
  on: string;
  count: number;
  /** As it stands on the face, m. */
  size: { width: number; height: number };
  /** When it was decided (ISO 8601). */
  decided: string | null;
}

/** A zone of a mark on a face that a piece should hold, with its margin; m along and up the face. */
export interface ZoneOn extends Span {
  mark: string;
  /** 1 and by a crumb more the louder it is: among as many zones the loudest are covered. */
  weight: number;
  low: number;
  high: number;
}

export interface LaidPiece extends OnFace {
  face: string;
  recipe: string;
  /** Marks whose zones it holds wholly. */
  covers: string[];
  decided: string | null;
}

/** Why a piece found no place. */
export type NoRoom =
  /** What stands in its row, by name; the longest free stretch, m, and what one piece with its gaps needs. */
  | { why: 'row'; longest: number; needs: number; names: string[] }
  /** Under a ceiling: no group of them lies free. */
  | { why: 'group'; names: string[] }
  | { why: 'higher-than-face'; height: number; face: number }
  | { why: 'corner'; longest: number; needs: number }
  /** A wall of the corner is shorter than a leg. */
  | { why: 'short-wall'; name: string; length: number; needs: number }
  | { why: 'not-in-state' };

/** A way out that was tried and holds so many more. */
export type WayOut =
  | { way: 'gap'; gap: number; count: number }
  /** On another face, or in another corner. */
  | { way: 'wall'; face: string; name: string; count: number }
  /** In a second row. */
  | { way: 'row'; count: number }
  /** Without this piece of furniture there. */
  | { way: 'move'; name: string; count: number }
  | { way: 'size'; width: number; height: number; count: number };

export interface Unplaced {
  recipe: string;
  /** As it would stand on the face, m. */
  size: { width: number; height: number };
  on: string;
  where: string;
  count: number;
  reason: NoRoom;
  ways: WayOut[];
}

export interface OpenMark {
  mark: string;
  letter: string;
  face: string;
  faceName: string;
  /** Nothing that covers is wanted there; its row runs past it; something is in the way; more zones than pieces. */
  why: 'none-wanted' | 'off-the-row' | 'in-the-way' | 'too-few';
}

export interface LayOutResult {
  /** Whether what was laid out already was laid out anew. */
  afresh: boolean;
  pieces: LaidPiece[];
  unplaced: Unplaced[];
  open: OpenMark[];
  /** Height of the line, m, and what of the pieces lies on it. */
  level: Level;
  /** Faces whose row could not keep it, and by how much it lies off (up positive), m. */
  offLevel: { face: string; name: string; by: number }[];
  /** Pairs of faces laid out as mirror images, and faces that are their own; those that could not be. */
  mirrored: string[][];
  unmirrored: string[][];
}

/** What the worker is given. */
export interface LayOutInputs {
  project: Project;
  /** Lifts what is laid out already, but for what is up or locked. */
  afresh: boolean;
}
