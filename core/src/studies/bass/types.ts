/** What the bass studies answer. Levels in dB re the free field of one loudspeaker at 1 m; frequencies in Hz, times in s. */
import type { Vec2, Vec3 } from '../../geometry/vector';
import type { Project } from '../../document/schema/project';
import type { Recipe } from '../../recipes/types';
import type { Quality, WaveRefusal } from '../waves/waveRoom';

export interface WaveMode {
  /** Its number among the room's modes; 0 is the even pressure. */
  index: number;
  /** Of the rigid room. */
  f: number;
  /** With everything that absorbs, and without what hangs. */
  time: number;
  timeBare: number;
  /** Signed pressure at the ears over the largest anywhere in the room, −1…1. */
  head: number;
  /** By loudspeaker id. */
  sources: Record<string, number>;
  /** Parts of its motion across, along and upright; they sum to 1. */
  motion: [number, number, number];
}

/** A limit somebody holds a response to. */
export interface SwingVerdict {
  school: string;
  fromHz: number;
  toHz: number;
  /** Smoothing, parts of an octave. */
  fraction: number;
  limitDb: number;
  /** Half of highest less lowest. */
  swingDb: number;
  highHz: number;
  lowHz: number;
  met: boolean;
}

export interface BassAnswer {
  quality: Quality;
  top: number;
  frequencies: number[];
  /** Each by itself at the ears, as it is fed. */
  loudspeakers: { id: string; letter: string; role: string; levelDb: number[] }[];
  /** Loudspeakers that are no subwoofers, together; all together; the same without what hangs (null: nothing hangs). */
  mains: number[];
  all: number[];
  bare: number[] | null;
  /** All together over the head's range: lowest and highest. */
  low: number[];
  high: number[];
  modes: WaveMode[];
  swings: SwingVerdict[];
  swingsBare: SwingVerdict[] | null;
  /** Mean spread of the level over the head's range, 30–120 Hz, dB. */
  seatSpreadDb: number;
  /** Whether adding the subwoofers makes the swing larger than the mains alone; null without subwoofers. */
  subs: { swingWithout: number; swingWith: number } | null;
  /** Pieces decided by number, counted as spread evenly over their surfaces. */
  byNumber: number;
  solver: { unknowns: number; modes: number; spacing: number; volume: number };
}

export interface PressureMap {
  /** Real and imaginary part over the largest size, rows from `from`; NaN outside the room. */
  re: Float32Array;
  im: Float32Array;
  columns: number;
  rows: number;
}

export interface SurfaceSpot {
  face: string;
  name: string;
  /** Middle of a 60 cm square, in the face's own coordinates. */
  at: Vec2;
  /** Mean p² over the square over the room's largest. */
  pressure: number;
}

export interface MapAnswer {
  plan: PressureMap & { from: Vec2; step: Vec2; height: number };
  /** By upright face id: along and up. */
  walls: Record<string, PressureMap>;
  ceilings: Record<string, PressureMap & { from: Vec2; step: Vec2 }>;
  /** Places of highest pressure, and lowest, on walls and ceiling. */
  highest: SurfaceSpot[];
  /** Velocity over the plan, over its largest. */
  velocity: Float32Array;
  head: { re: number; im: number };
  sources: { id: string; re: number; im: number }[];
}

export type MapWish = { kind: 'mode'; index: number } | { kind: 'driven'; f: number; loudspeakers: string[] };

export interface WhyMode {
  index: number;
  f: number;
  time: number;
  head: number;
  source: number;
  /** Size of its part of the pressure over the whole, and its angle to it, degrees. */
  share: number;
  angleDeg: number;
}

export type WhyCause =
  | { kind: 'mode-peak'; mode: WhyMode }
  | { kind: 'seat-null'; mode: WhyMode }
  | { kind: 'source-null'; mode: WhyMode; loudspeaker: string }
  | { kind: 'modes-cancel'; modes: [WhyMode, WhyMode] }
  /** Two modes on either side work against each other there. */
  | { kind: 'between'; below: WhyMode; above: WhyMode }
  /** They add, and still give little: nothing the ears hear is near. */
  | { kind: 'thin'; below: WhyMode; above: WhyMode }
  | { kind: 'boundary'; loudspeaker: string; face: string; nullHz: number; depthDb: number }
  | { kind: 'loudspeakers-cancel'; together: number; loudest: number }
  | { kind: 'even' };

export interface WhyAnswer {
  f: number;
  levelDb: number;
  /** Over the mean level about it, an octave wide. */
  aboveDb: number;
  shape: 'peak' | 'dip' | 'even';
  /** Best explanation first. */
  causes: WhyCause[];
  modes: WhyMode[];
  boundaries: { loudspeaker: string; letter: string; face: string; nullHz: number; depthDb: number; near: boolean }[];
  /** The nearest places out of a dip; null where none is. */
  ways: { what: 'head' | 'loudspeaker'; id: string; to: Vec3; by: Vec3; levelDb: number }[];
}

export interface SubPlace {
  name: string;
  at: Vec2;
}

export interface SubLayout {
  places: SubPlace[];
  /** What every subwoofer of it is fed with, dB, and whether all are turned over against the pair. */
  gainDb: number;
  inverted: boolean;
  swingDb: number;
  /** Standard deviation of the smoothed level, 30–150 Hz, dB. */
  evenDb: number;
  spreadDb: number;
  cost: number;
}

export interface PlacesAnswer {
  /** Evenness of the head over the plan with the loudspeakers as they are: standard deviation, dB; NaN where no head can be. */
  map: { from: Vec2; step: number; columns: number; rows: number; evenness: Float32Array; consistency: Float32Array };
  best: { head: Vec2; evenness: number; consistency: number } | null;
  now: SubLayout;
  without: SubLayout;
  layouts: { count: 1 | 2 | 4; best: SubLayout[] }[];
}

export interface HelpPlace {
  face: string;
  name: string;
  u: number;
  v: number;
  /** Damping it adds to the mode, 1/s per m², and the decay with one piece there. */
  perArea: number;
  time: number;
}

export interface HelpsAnswer {
  mode: WaveMode;
  /** Absorption of the recipe at the mode, normal incidence. */
  alpha: number;
  places: HelpPlace[];
  /** Where it would do least: pressure there over the largest. */
  worst: HelpPlace | null;
  /** Pieces in the best places, one after the other, until the target; null: not within what fits. */
  needed: number | null;
  target: number;
  /** Even in its best place it adds next to no damping: it is made for other notes. */
  useless: boolean;
}

export type BassTask =
  | { task: 'answer'; project: Project; quality: Quality }
  | { task: 'map'; project: Project; quality: Quality; wish: MapWish; height: number }
  | { task: 'why'; project: Project; quality: Quality; f: number }
  | { task: 'places'; project: Project; quality: Quality }
  | { task: 'helps'; project: Project; quality: Quality; mode: number; recipe: Recipe; target: number };

export type BassResultOf<T extends BassTask['task']> = T extends 'answer'
  ? BassAnswer
  : T extends 'map'
    ? MapAnswer
    : T extends 'why'
      ? WhyAnswer
      : T extends 'places'
        ? PlacesAnswer
        : HelpsAnswer;

export type BassOutcome = { task: BassTask['task']; answer: BassResultOf<BassTask['task']> } | { refused: WaveRefusal };
