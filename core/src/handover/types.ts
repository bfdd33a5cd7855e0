/** A report as blocks: the same for the page, for paper and for a file of its own. Plain values but for what the studies gave. */
import type { Project } from '../document/schema/project';
import type { LengthSystem } from '../quantities/lengths';
import type { Glance } from '../questions/glance';
import type { MovesResult } from '../questions/moves/types';
import type { HangingBlock } from '../report/hangingDrawing';
import type { BassAnswer } from '../studies/bass/types';
import type { BuildResult } from '../studies/build/study';
import type { DecayResult } from '../studies/decay/types';
import type { Happening } from '../studies/signoff/timeline';
import type { Wish } from '../studies/signoff/types';
import type { BuyLine } from '../words/build/build';

export type Block =
  | { kind: 'text'; text: string; quiet?: boolean }
  | { kind: 'list'; items: string[] }
  /** The last columns of figures are set to the right. */
  | { kind: 'table'; caption: string; head: string[]; rows: string[][] }
  /** A drawing: its size on paper, mm, and in words what it shows. */
  | { kind: 'figure'; title: string; svg: string; width: number; height: number; told: string };

export const REPORT_PARTS = [
  'verdict',
  'room',
  'seat',
  'marks',
  'bass',
  'decay',
  'plan',
  'elevations',
  'shopping',
  'measured',
  'log',
  'open',
  'cautions',
] as const;
export type ReportPartId = (typeof REPORT_PARTS)[number];

export interface ReportPart {
  id: ReportPartId;
  title: string;
  blocks: Block[];
}
export interface Report {
  title: string;
  /** Under the title of the cover. */
  lines: string[];
  parts: ReportPart[];
  /** Its language, for who reads it aloud. */
  language: 'en';
}

/** What was measured at the seat, for a table: one of the room before anything, and the newest. */
export interface MeasuredRow {
  title: string;
  at: string;
  asNow: boolean;
  /** s by octave 63 … 8000. */
  seconds: (number | null)[];
  swingDb: number | null;
}

export interface HandedOver {
  project: Project;
  glance: Glance;
  /** Null where they are not there: what they would say is said to be not computed. */
  decay: DecayResult | null;
  bass: BassAnswer | null;
  moves: MovesResult | null;
  build: BuildResult;
  /** What is to be bought, and what it comes to where a price is known. */
  toBuy: BuyLine[];
  toPay: number | null;
  blocks: HangingBlock[];
  level: number;
  wishes: Wish[];
  /** One, or the first and the newest. */
  measured: MeasuredRow[];
  /** Of the room at rest, dB(A), with its day. */
  noise: { db: number; at: string } | null;
  timeline: Happening[];
  /** Sentences of warnings and faults. */
  doubts: string[];
  recipeName: (id: string) => string;
  system: LengthSystem;
  /** A day as the reader writes it; today. */
  day: (at: string) => string;
  today: string;
  /** Sheets' largest drawing, mm. */
  wide: number;
}
