/** What readers of drawings have in common: closed outlines in drawing units, or why there are none. */
import type { Vec2 } from '../geometry/vector';

export interface Candidate {
  /** Entity and line, for messages. */
  where: string;
  points: Vec2[];
  layer: string | null;
}

export interface Refusal {
  ok: false;
  problems: { path: string; message: string }[];
}

/** `scale`: metres a drawing unit. `notes`: what was assumed or left out. */
export type Outlines = Refusal | { candidates: Candidate[]; scale: number; notes: string[] };

export const refuse = (path: string, message: string): Refusal => ({ ok: false, problems: [{ path, message }] });

/** Ends of lines nearer than this are one corner, in drawing units times scale: m. */
export const JOINED = 0.002;

/** Larger drawings are refused unread, and the person is told before, MB. */
export const MOST_MEGABYTES = 16;
/** Why a drawing of so many bytes is not read, or null. */
export function tooLarge(bytes: number): string | null {
  const size = Math.ceil(bytes / 1048576);
  return size > MOST_MEGABYTES
    ? `the drawing holds ${size} MB, at most ${MOST_MEGABYTES} MB are read; save the layer of the plan alone`
    : null;
}
