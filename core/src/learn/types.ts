/** Guided exercises: what is to be done, step by step, judged by the studies of the room as it is. Data; whoever shows them watches. */
import type { SingleCommand } from '../document/commands/types';
import type { Project } from '../document/schema/project';
import type { LengthSystem } from '../quantities/lengths';
import type { Glance } from '../questions/glance';
import type { BassAnswer } from '../studies/bass/types';
import type { StageId } from '../report/verdict';

/** What is on the screen. */
export interface Seen {
  stage: StageId | null;
  /** Parts and pictures shown on it, by id. */
  parts: readonly string[];
  /** Chosen on a drawing. */
  selection: { kind: string; id: string } | null;
  /** Measurements drawn, by id, and their decay times by octave 63–8000 Hz; null: not read yet. */
  drawn: readonly string[];
  decayOf: (id: string) => readonly (number | null)[] | null;
}

export interface Watched {
  /** Of the reader. */
  system: LengthSystem;
  glance: Glance;
  /** The low response by the waves, of the room as it is; null: not solved. */
  bass: Pick<BassAnswer, 'frequencies' | 'all' | 'mains' | 'loudspeakers'> | null;
  seen: Seen;
}

type Said = string | ((w: Watched) => string);

export type FigureUnit = 'm' | 'm³' | 'ms';

interface StepWords {
  id: string;
  says: Said;
  hint: Said;
  /** A key or two that do it, as they are printed on a keyboard. */
  keys?: string;
  /** Said once it is done. */
  after?: Said;
}
export type Step = StepWords &
  (
    | { kind: 'look'; stage: StageId; part?: string }
    | { kind: 'edit'; done: (w: Watched) => boolean }
    /** A figure worked out by hand. `within`: in its unit. */
    | { kind: 'figure'; unit: FigureUnit; right: (w: Watched) => number; within: (right: number) => number }
    | {
        kind: 'choose';
        options: readonly { id: string; text: Said }[];
        /** Of an option; null: it cannot be said yet. */
        right: (w: Watched) => string | null;
      }
  );

export type ExerciseId = 'seat' | 'marks' | 'missing' | 'number' | 'compare' | 'wall';

export interface Exercise {
  id: ExerciseId;
  title: string;
  /** What one can do afterwards, in a sentence. */
  aim: string;
  minutes: number;
  room: 'bakehouse' | 'ferry-hall' | 'signal-cabin';
  /** Edits that make the demo room ready. */
  before: (room: Project) => SingleCommand[];
  steps: readonly Step[];
}

/** What was answered to a step: a figure in its unit, or an option. */
export type Given = number | string | null;

export interface Judged {
  done: boolean;
  /** What to say of the answer given; null: nothing was answered. */
  says: string | null;
}
