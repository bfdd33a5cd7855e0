/** Every edit there is, by what of the document it is about. Plain values: commands are kept, sent and tried. */
import type { Climate } from '../../air/air';
import type { Fixings, Way } from '../../fixings/ways';
import type { LayoutId } from '../../layout/rigs';
import type { Workshop } from '../../recipes/parts/types';
import type { Prices } from '../../recipes/types';
import type { BoxRoom } from '../begin';
import type { OutlineCorner } from '../place/outline';
import type { Numbers } from '../recipes';
import type {
  Answered,
  Beam,
  Brief,
  Buying,
  Ceiling,
  Framing,
  Furniture,
  Hanging,
  HeadRange,
  Learned,
  LogEntry,
  Loudspeaker,
  Making,
  MeasuredRoom,
  Calibration,
  Measurement,
  Opening,
  OwnMaterial,
  OwnRecipe,
  Partition,
  Patch,
  Piece,
  PieceState,
  Plan,
  Platform,
  Project,
  RoomState,
  SiteMark,
  Step,
  Verdict,
} from '../schema/project';

/** Everything that is put into a room by itself, by the list of the document it lives in. */
export type Put =
  | { list: 'openings'; thing: Opening }
  | { list: 'patches'; thing: Patch }
  | { list: 'furniture'; thing: Furniture }
  | { list: 'beams'; thing: Beam; material: string }
  | { list: 'platforms'; thing: Platform; material: string }
  | { list: 'partitions'; thing: Partition; material: string };

export type ThingList = Put['list'];

/** Plan, ceiling, what stands in it and what it is made of. */
export type RoomCommand =
  | { type: 'set-box'; box: BoxRoom }
  | { type: 'set-outline'; corners: OutlineCorner[] }
  | { type: 'move-corner'; wall: string; x: number; y: number }
  | { type: 'move-wall'; wall: string; by: number }
  | { type: 'split-wall'; wall: string; at: number }
  | { type: 'remove-corner'; wall: string }
  /** Depth above 0: an alcove, outwards; below 0: a chimney breast, into the room. */
  | { type: 'insert-recess'; wall: string; from: number; width: number; depth: number }
  | { type: 'set-height'; height: number }
  | { type: 'set-ceiling'; ceiling: Ceiling }
  | ({ type: 'put' } & Put)
  | { type: 'take-away'; list: ThingList; id: string }
  | { type: 'set-framing'; surface: string; framing: Framing | null }
  | { type: 'set-tape'; tape: Partial<Project['tape']> }
  | { type: 'set-material'; surface: string; material: string }
  | { type: 'put-material'; material: OwnMaterial }
  | { type: 'take-material'; id: string; instead: string }
  | { type: 'put-state'; state: RoomState }
  | { type: 'take-state'; id: string }
  | { type: 'switch-state'; id: string | null }
  | { type: 'set-climate'; climate: Partial<Climate> };

/** Who sits where, and what plays. */
export type SeatCommand =
  | { type: 'face-wall'; wall: string }
  | { type: 'place-by-rule' }
  | { type: 'set-triangle'; triangleSide?: number; apexBehind?: number }
  | { type: 'move-head'; x: number; y: number }
  | { type: 'set-ear-height'; earHeight: number }
  | { type: 'move-loudspeaker'; id: string; x: number; y: number; mirror: boolean }
  | { type: 'set-loudspeaker'; id: string; values: Partial<Omit<Loudspeaker, 'id' | 'x' | 'y'>>; mirror: boolean }
  /** Head and main pair at once, survey coordinates. */
  | { type: 'place-seat'; head: [number, number]; left: [number, number]; right: [number, number] }
  | { type: 'set-rig'; layout: LayoutId; second: boolean; subs: number }
  /** As many subwoofers as places, survey coordinates, all at one level. */
  | { type: 'place-subs'; places: { x: number; y: number }[]; gainDb: number; inverted?: boolean }
  | { type: 'set-range'; range: Partial<HeadRange> };

/** What is hung, decided and bought. */
export type TreatmentCommand =
  | { type: 'set-marking'; marking: Partial<Project['marking']> }
  | { type: 'set-stock'; stock: Project['treatment']['stock'] }
  | { type: 'put-pieces'; pieces: Piece[] }
  | { type: 'take-pieces'; ids: string[] }
  /** Hung, or no longer; `at`: when, ISO 8601. */
  | { type: 'set-piece-state'; ids: string[]; state: PieceState; at: string | null }
  /** What first reflections are covered with. */
  | { type: 'set-cover'; recipe: string }
  | { type: 'set-usable'; usable: string[] }
  | { type: 'set-treatment-rules'; marksFirst?: boolean; leftRightAlike?: boolean }
  /** What is decided by number: all there is of one recipe, or (null) of every recipe; `at`: when, ISO 8601. */
  | { type: 'set-numbers'; of: string | null; numbers: Numbers[]; at: string | null }
  | { type: 'put-recipe'; recipe: OwnRecipe }
  | { type: 'take-recipe'; id: string }
  | { type: 'set-locked'; ids: string[]; locked: boolean }
  | { type: 'set-hanging'; hanging: Partial<Hanging> }
  | { type: 'set-fixings'; fixings: Partial<Omit<Fixings, 'ways'>> }
  /** How pieces of a recipe are hung; null: as is usual for its form. */
  | { type: 'set-way'; recipe: string; way: Way | null }
  | { type: 'set-plan'; plan: Partial<Plan> }
  | { type: 'set-prices'; prices: Partial<Prices> }
  /** How pieces are made and what is beside it; lists are put and taken one by one. */
  | { type: 'set-workshop'; workshop: Partial<Workshop> }
  | { type: 'set-buying'; buying: Partial<Omit<Buying, 'workshop' | 'catalogue' | 'inHand' | 'readyMade'>> }
  | { type: 'put-wares'; wares: Buying['catalogue'] }
  | { type: 'take-wares'; ids: string[] }
  | { type: 'put-in-hand'; items: Buying['inHand'] }
  | { type: 'take-in-hand'; ids: string[] }
  /** What a piece of a recipe costs ready made, and whether it is bought so; null: not known, made here. */
  | { type: 'set-ready-made'; recipe: string; as: Buying['readyMade'][string] | null }
  | { type: 'set-making'; making: Partial<Omit<Making, 'done' | 'paid'>> }
  /** A step done to pieces, or (null) no longer; written into the log by `entry`. */
  | { type: 'tick-step'; units: string[]; step: Step; at: string | null; entry: LogEntry | null }
  | { type: 'put-paid'; paid: Making['paid'][number] }
  | { type: 'take-paid'; id: string };

/** What is wanted, and what is written down. */
export type RecordCommand =
  | { type: 'rename'; name: string }
  | { type: 'set-brief'; brief: Partial<Brief> }
  | { type: 'set-target'; target: Partial<Project['target']> }
  | { type: 'write-log'; entry: LogEntry }
  | { type: 'strike-log'; id: string }
  /** A question of the room that is settled, or a move put aside; null: it is open again. */
  | { type: 'answer'; key: string; answer: Omit<Answered, 'key'> | null }
  | { type: 'set-site'; mark: string; site: Partial<SiteMark> | null }
  /** A measurement, new or changed, with the room it was taken in where that is new. */
  | { type: 'put-measurement'; measurement: Measurement; room: MeasuredRoom | null }
  | { type: 'take-measurement'; id: string }
  /** A microphone's calibration, new or changed; one taken away is that of no measurement any more. */
  | { type: 'put-calibration'; calibration: Calibration }
  | { type: 'take-calibration'; id: string }
  /** What somebody decided about something that stands out. */
  | { type: 'put-verdict'; verdict: Verdict }
  | { type: 'take-verdict'; id: string }
  /** A fit accepted; null: forgotten. */
  | { type: 'learn'; learned: Learned | null }
  | { type: 'use-learned'; inUse: boolean }
  /** The room of a measurement becomes the document's. */
  | { type: 'restore-room'; key: string };

/** Alternatives of the room. They edit the document that is kept, whichever of them is open. */
export type ScenarioCommand =
  /** A new one is made `like` another, or (null) like the room itself; one there is gets another name or reason. */
  | { type: 'put-scenario'; id: string; name: string; why: string; like: string | null }
  | { type: 'take-scenario'; id: string }
  /** Null: the room itself. */
  | { type: 'open-scenario'; id: string | null }
  /** The room takes over some of its edits, by their places in its list. */
  | { type: 'take-over'; id: string; edits: number[] }
  /** Where edits meet a room changed since: they stand, or are given up. */
  | { type: 'settle-scenario'; id: string; edits: number[]; keep: boolean };

export type SingleCommand = RoomCommand | SeatCommand | TreatmentCommand | RecordCommand | ScenarioCommand;

export type Command =
  | SingleCommand
  /** Several edits as one step, called after the one it is about. All or none. */
  | { type: 'batch'; as: SingleCommand['type']; commands: SingleCommand[] };

/** What does each command of a group to a draft of the document. */
export type Handlers<C extends SingleCommand> = {
  readonly [T in C['type']]: (draft: Project, command: Extract<C, { type: T }>) => void;
};

/** A command the document cannot take: the first problem, with its place. */
export class CommandRefused extends RangeError {
  constructor(
    type: Command['type'],
    readonly path: string,
    readonly sentence: string,
    /** Place in the plan to mark, survey coordinates; null when it has none. */
    readonly at: readonly [number, number] | null,
  ) {
    super(path ? `command ${type}: ${path}: ${sentence}` : sentence);
  }
}
