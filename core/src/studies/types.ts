/** What every study returns beside its result: issues as data (sentences are made in words/) and the working. */

import type { KeepOut } from '../room/hung/keepOuts';

export type Severity = 'wrong' | 'warning' | 'note';

/** Nothing to say beside the code. */
type None = Record<never, never>;

/** Every issue there is, by code, which begins with its stage, and the figures it says, SI. Their sentences are in words/issues.ts. */
export interface IssueValues {
  'seat.head-outside': None;
  'seat.head-above-ceiling': { height: number };
  'seat.centre-null': { f: number; part: number };
  'seat.pushed-back': { side: number; by: number };
  'seat.rear-wall-close': { distance: number };
  'seat.loudspeaker-outside': { letter: string };
  'seat.too-near': { distance: number; minimum: number; letter: string };
  'seat.axis-height': { axis: number; ear: number; letter: string };
  'seat.loudspeaker-in-wall': { distance: number; depth: number; letter: string };
  'seat.notches-coincide': { f: number; letter: string; first: string; second: string; levelDb: number };
  'seat.deep-notch': { f: number; levelDb: number; letter: string };
  'seat.triangle-wide': { angleDeg: number };
  'seat.triangle-narrow': { angleDeg: number; side: number };
  'seat.unequal-sides': { difference: number; delayMs: number };
  'seat.not-symmetric': { difference: number; what: 'side-wall' | 'depth' | 'height' };
  'seat.flush-off-wall': { distance: number; letter: string };
  'seat.flush-bass': { gainDb: number; f: number; letter: string };
  'seat.station-off': {
    azimuthDeg: number;
    elevationDeg: number;
    letter: string;
    name: string;
    azimuthOff: number;
    elevationOff: number;
  };
  'seat.delays': { list: string; inWall: string };
  'bass.not-a-box': None;
  'bass.spacing-drop': { f: number };
  'bass.coincident': { f: number };
  'bass.seat-in-null': { f: number; n: string };
  'bass.box-estimate': { fill: number };
  'bass.list-ends-early': { f: number };
  'bass.height-null': { f: number };
  'marks.direct-blocked': { by: string; letter: string };
  'marks.on-opening': { letter: string; name: string; face: string };
  'marks.still-loud': { levelDb: number; bareDb: number; letter: string; face: string };
  'marks.scatter-too-near': { distance: number; least: number; name: string; hz: number };
  'marks.half-covered': { part: number; letter: string; face: string };
  'survey.opening-off-wall': { end: number; top: number; length: number; name: string; wall: string };
  'survey.openings-overlap': { name: string; other: string };
  'survey.patch-outside': { name: string };
  'survey.strip-outside': { name: string };
  'survey.low-beam': { height: number; name: string };
  'survey.thing-outside': { name: string; part: number };
  'survey.thing-too-high': { height: number; ceiling: number; name: string };
  'survey.things-overlap': { name: string; other: string };
  'survey.partition-open': { name: string };
  'survey.learned-shape': None;
  'survey.learned-surface': { name: string };
  'survey.no-room-in-front': { name: string; by: string };
  'survey.door-blocked': { name: string; by: string };
  'survey.tape-open': { around: number; error: number };
  'survey.diagonal': { taped: number; planned: number; from: string; to: string };
  'marks.too-many-panels': { chosen: number; face: string; capacity: number };
  'marks.panel-too-large': { face: string };
  'decay.too-dead': { octave: number; time: number; limit: number; panels: number };
  'decay.not-enough': { octave: number; time: number; limit: number; panels: number; alpha: number };
  'decay.wishes-conflict': { panels: number };
  'decay.undecided': { reason: string };
  'decay.coverage-past-half': { coverage: number };
  'decay.gap-deeper-than-panel': { gap: number; depth: number };
  'decay.thin-panel': { depth: number; alpha: number };
  'decay.fill-dense-for-bass': None;
  'hang.in-the-way': { name: string; other: string; by: number; kind: KeepOut['kind'] };
  'hang.past-face': { name: string; face: string; by: number };
  'hang.no-window': { name: string; face: string };
  'hang.off-edge': { name: string; face: string; by: number };
  'build.nothing-decided': None;
  'build.diffusers-not-listed': { count: number };
  'build.frame-too-thick': { frame: number };
  'build.stock-too-short': { longest: number; stock: number };
  'build.cloth-too-narrow': { roll: number };
  'build.seam': { roll: number; strips: number };
}
export type IssueCode = keyof IssueValues;

/** Something a person should know: a code, the things it is about, and its figures. */
export type Issue = {
  [C in IssueCode]: {
    code: C;
    severity: Severity;
    /** Ids of the things concerned: loudspeaker ids, face ids, "head". */
    where: string[];
    values: IssueValues[C];
  };
}[IssueCode];

/** Those of some codes. */
export type IssueOf<C extends IssueCode> = Extract<Issue, { code: C }>;

export interface WorkingSymbol {
  symbol: string;
  meaning: string;
  /** Value put in; text for things that are not numbers. */
  value: number | string;
  unit: string;
}

/** How a figure came about, for "show the working". */
export interface Working {
  id: string;
  title: string;
  formula: string;
  symbols: WorkingSymbol[];
  result: WorkingSymbol;
  source: string;
  /** Where it holds and what it is worth. */
  validity: string;
}

export interface Study<Result> {
  result: Result;
  issues: Issue[];
  working: Working[];
}
