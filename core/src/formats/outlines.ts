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

/** Larger drawings are refused unread, and the person is told before, bytes. */
export const LARGEST_DRAWING = 16 * 1024 * 1024;
