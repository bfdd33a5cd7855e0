/**
 * Every edit is a named command; applying one yields the new document, which shares with the old one all that is alike. Undo keeps the
 * states, saving and other windows the changes between them (changes.ts). A drag is one command, sent when the hand lets go.
 */
import { create } from 'mutative';
import type { Climate } from '../../air/air';
import type { BuyingHabits } from '../../fabrication/shopping';
import { schoolFor } from './brief';
import { changesOf } from '../changes';
import { type BoxRoom, boxCorners } from '../create';
import { type LayoutId, twinStation } from '../../layout/rigs';
import { mirrored, placeByRule, stereoPair } from '../place/placing';
import { placeSubs, setRig } from './rig';
import { partitionFault } from '../states';
import { builtWide } from '../../recipes/wells';
import type { Prices } from '../../recipes/types';
import { type OutlineCorner, planFault } from '../place/outline';
import { solidFault } from '../place/shape';
import { forgetMissing, insertRecess, moveWall, removeCorner, setOutline, splitWall } from './outlineEdits';
import {
  type Beam,
  type Brief,
  type Ceiling,
  type Framing,
  type Furniture,
  type HeadRange,
  type HungPiece,
  type LogEntry,
  type Loudspeaker,
  type Opening,
  type OwnMaterial,
  type OwnRecipe,
  type PanelRecipe,
  type Partition,
  type Patch,
  type Plan,
  type Platform,
  type Project,
  projectSchema,
  type RoomState,
  type SiteMark,
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

export type Command =
  | { type: 'rename'; name: string }
  | { type: 'set-climate'; climate: Partial<Climate> }
  | { type: 'set-brief'; brief: Partial<Brief> }
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
  | { type: 'put-material'; material: OwnMaterial }
  | { type: 'take-material'; id: string; instead: string }
  | { type: 'put-state'; state: RoomState }
  | { type: 'take-state'; id: string }
  | { type: 'switch-state'; id: string | null }
  | { type: 'set-material'; surface: string; material: string }
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
  | { type: 'set-range'; range: Partial<HeadRange> }
  | { type: 'set-marking'; marking: Partial<Project['marking']> }
  | { type: 'set-stock'; stock: Project['treatment']['stock'] }
  | { type: 'hang'; pieces: HungPiece[] }
  | { type: 'take-down'; ids: string[] }
  | { type: 'write-log'; entry: LogEntry }
  | { type: 'strike-log'; id: string }
  | { type: 'set-site'; mark: string; site: Partial<SiteMark> | null }
  | { type: 'set-target'; target: Partial<Project['target']> }
  | { type: 'set-panel'; panel: Partial<PanelRecipe> }
  | { type: 'set-usable'; usable: string[] }
  | { type: 'set-treatment-rules'; marksFirst?: boolean; leftRightAlike?: boolean }
  | { type: 'set-counts'; counts: Record<string, number> }
  /** What is decided altogether: panels of the marks by surface, and all other recipes by place. */
  | { type: 'set-mix'; counts: Record<string, number>; mix: Project['treatment']['mix'] }
  | { type: 'put-recipe'; recipe: OwnRecipe }
  | { type: 'take-recipe'; id: string }
  | { type: 'set-plan'; plan: Partial<Plan> }
  | { type: 'set-prices'; prices: Partial<Prices> }
  | { type: 'set-buying'; buying: Partial<BuyingHabits> };

export interface Applied {
  project: Project;
  /** False when the command asks for what is so already; the project is the very one given then. */
  changed: boolean;
}

function twinOf(project: Project, id: string): Loudspeaker | null {
  const station = twinStation(loudspeaker(project, id).station);
  const twin = station === null ? undefined : project.loudspeakers.find((l) => l.station === station);
  if (twin) return twin;
  const pair = stereoPair(project);
  if (!pair) return null;
  return pair[0].id === id ? pair[1] : pair[1].id === id ? pair[0] : null;
}

function loudspeaker(project: Project, id: string): Loudspeaker {
  const found = project.loudspeakers.find((l) => l.id === id);
  if (!found) throw new RangeError(`command: loudspeaker must be one of the project's, got ${id}`);
  return found;
}

/** Axis and drivers stay inside a box that has become lower. */
function fitInBox(l: Loudspeaker): void {
  l.axisInBox = Math.min(l.axisInBox, l.box.height);
  l.drivers.high = Math.min(l.drivers.high, l.box.height);
  l.drivers.low = Math.min(l.drivers.low, l.drivers.high);
}

/** Puts a thing into its list: in place of the one of that id, or at the end. */
function put<T extends { id: string }>(list: T[], thing: T): void {
  const i = list.findIndex((t) => t.id === thing.id);
  if (i >= 0) list[i] = thing;
  else list.push(thing);
}

const aboveNone = (counts: Record<string, number>): Record<string, number> =>
  Object.fromEntries(Object.entries(counts).filter(([, n]) => n > 0));

function takeFrom(list: { id: string }[], id: string): void {
  const i = list.findIndex((t) => t.id === id);
  if (i < 0) throw new RangeError(`command: id must be one of the list's, got ${id}`);
  list.splice(i, 1);
}

/** Replaces one material by another wherever it is used. */
function replaceMaterial(draft: Project, id: string, instead: string): void {
  const { room, states } = draft;
  for (const entry of Object.values(room.surfaces)) if (entry.material === id) entry.material = instead;
  for (const t of [...room.openings, ...room.patches, ...room.furniture]) if (t.material === id) t.material = instead;
  for (const s of states.list) {
    for (const key of Object.keys(s.materials)) if (s.materials[key] === id) s.materials[key] = instead;
  }
}

/** After the plan has changed: what the rule places follows, what named a lost wall is dropped. */
function planChanged(draft: Project): void {
  forgetMissing(draft);
  placeInSoundPlan(draft);
}

/** Follows the rule, unless the outline is broken: then the schema says where. */
function placeInSoundPlan(draft: Project): void {
  if (draft.listening.placed === 'rule' && !planFault(draft.room.corners)) placeByRule(draft);
}

function changeRoom(draft: Project, command: Command): boolean {
  const { room } = draft;
  switch (command.type) {
    case 'set-outline':
      setOutline(draft, command.corners);
      placeInSoundPlan(draft);
      return true;
    case 'move-corner': {
      const corner = room.corners.find((c) => c.wall === command.wall);
      if (!corner) throw new RangeError(`command: wall must be one of the plan's, got ${command.wall}`);
      Object.assign(corner, { x: command.x, y: command.y });
      planChanged(draft);
      return true;
    }
    case 'move-wall':
      moveWall(room, command.wall, command.by);
      planChanged(draft);
      return true;
    case 'split-wall':
      splitWall(draft, command.wall, command.at);
      planChanged(draft);
      return true;
    case 'remove-corner':
      removeCorner(draft, command.wall);
      planChanged(draft);
      return true;
    case 'insert-recess':
      insertRecess(draft, command.wall, command.from, command.width, command.depth);
      planChanged(draft);
      return true;
    case 'set-height':
      room.height = command.height;
      return true;
    case 'set-ceiling':
      room.ceiling = command.ceiling;
      forgetMissing(draft);
      return true;
    case 'put':
      if (command.list === 'openings') put(room.openings, command.thing);
      else if (command.list === 'patches') put(room.patches, command.thing);
      else if (command.list === 'furniture') put(room.furniture, command.thing);
      else {
        if (command.list === 'beams') put(room.beams, command.thing);
        else if (command.list === 'platforms') put(room.platforms, command.thing);
        else {
          const fault = partitionFault(room, command.thing);
          if (fault) throw new CommandRefused(command.type, '', fault, null);
          put(room.partitions, command.thing);
        }
        room.surfaces[command.thing.id] = { material: command.material };
      }
      return true;
    case 'take-away':
      takeFrom(room[command.list], command.id);
      delete room.surfaces[command.id];
      forgetMissing(draft);
      return true;
    case 'set-framing':
      if (command.framing) room.framing[command.surface] = command.framing;
      else delete room.framing[command.surface];
      return true;
    default:
      return false;
  }
}

function change(draft: Project, command: Command): void {
  if (changeRoom(draft, command)) return;
  switch (command.type) {
    case 'set-brief':
      Object.assign(draft.brief, command.brief);
      if (draft.target.chosenBy === 'brief') draft.target.school = schoolFor(draft.brief);
      return;
    case 'set-tape':
      Object.assign(draft.tape, command.tape);
      return;
    case 'put-material':
      put(draft.materials, command.material);
      return;
    case 'take-material':
      replaceMaterial(draft, command.id, command.instead);
      takeFrom(draft.materials, command.id);
      return;
    case 'put-state':
      put(draft.states.list, command.state);
      return;
    case 'take-state':
      takeFrom(draft.states.list, command.id);
      if (draft.states.current === command.id) draft.states.current = null;
      return;
    case 'switch-state':
      draft.states.current = command.id;
      return;
    case 'rename':
      draft.name = command.name;
      return;
    case 'set-climate':
      Object.assign(draft.climate, command.climate);
      return;
    case 'set-box': {
      const names = draft.room.corners.map((c) => c.wall);
      const corners = boxCorners(command.box);
      // A plan of four walls keeps its names, and so everything that hangs on them.
      setOutline(draft, names.length === 4 ? corners.map((c, i) => ({ ...c, wall: names[i]! })) : corners);
      draft.room.height = command.box.height;
      if (draft.listening.placed === 'rule') placeByRule(draft);
      return;
    }
    case 'set-material':
      draft.room.surfaces[command.surface] = { material: command.material };
      return;
    case 'face-wall':
      draft.listening.facing = command.wall;
      placeByRule(draft);
      return;
    case 'place-by-rule':
      placeByRule(draft);
      return;
    case 'set-triangle':
      if (command.triangleSide !== undefined) draft.listening.triangleSide = command.triangleSide;
      if (command.apexBehind !== undefined) draft.listening.apexBehind = command.apexBehind;
      placeByRule(draft);
      return;
    case 'move-head':
      Object.assign(draft.listening.head, { x: command.x, y: command.y });
      draft.listening.placed = 'tape';
      return;
    case 'set-ear-height':
      draft.listening.head.earHeight = command.earHeight;
      return;
    case 'move-loudspeaker': {
      const moved = loudspeaker(draft, command.id);
      Object.assign(moved, { x: command.x, y: command.y });
      const twin = command.mirror ? twinOf(draft, command.id) : null;
      if (twin) [twin.x, twin.y] = mirrored(draft, [command.x, command.y]);
      draft.listening.placed = 'tape';
      return;
    }
    case 'set-loudspeaker': {
      const { letter: _letter, station: _station, role: _role, ...shared } = command.values;
      const changed = loudspeaker(draft, command.id);
      const twin = command.mirror ? twinOf(draft, command.id) : null;
      for (const l of twin ? [changed, twin] : [changed]) {
        Object.assign(l, structuredClone(l === changed ? command.values : shared));
        if (command.values.box) fitInBox(l);
      }
      if (twin && shared.aimDeg !== undefined && shared.aimDeg !== null) twin.aimDeg = -shared.aimDeg;
      if (draft.listening.placed === 'rule') placeByRule(draft);
      return;
    }
    case 'place-seat': {
      const pair = stereoPair(draft);
      Object.assign(draft.listening.head, { x: command.head[0], y: command.head[1] });
      if (pair) {
        Object.assign(pair[0], { x: command.left[0], y: command.left[1] });
        Object.assign(pair[1], { x: command.right[0], y: command.right[1] });
      }
      draft.listening.placed = 'tape';
      return;
    }
    case 'set-rig':
      setRig(draft, command);
      return;
    case 'place-subs':
      placeSubs(draft, command.places, command.gainDb, command.inverted ?? false);
      return;
    case 'set-range':
      Object.assign(draft.listening.range, command.range);
      return;
    case 'set-marking':
      Object.assign(draft.marking, command.marking);
      return;
    case 'set-stock':
      draft.treatment.stock = command.stock.map((s) => ({ ...s }));
      return;
    case 'hang':
      for (const piece of command.pieces) put(draft.treatment.hung, { ...piece });
      return;
    case 'take-down':
      for (const id of command.ids) takeFrom(draft.treatment.hung, id);
      return;
    case 'write-log':
      put(draft.log, structuredClone(command.entry));
      return;
    case 'strike-log':
      takeFrom(draft.log, command.id);
      return;
    case 'set-site':
      if (command.site === null) delete draft.site[command.mark];
      else
        draft.site[command.mark] = { done: false, found: null, note: '', ...draft.site[command.mark], ...command.site };
      return;
    case 'set-target':
      Object.assign(draft.target, command.target);
      if (command.target.school !== undefined) draft.target.chosenBy = 'own';
      if (command.target.chosenBy === 'brief') draft.target.school = schoolFor(draft.brief);
      return;
    case 'set-panel':
      Object.assign(draft.treatment.panel, command.panel);
      return;
    case 'set-usable':
      draft.treatment.usable = [...command.usable];
      return;
    case 'set-treatment-rules':
      if (command.marksFirst !== undefined) draft.treatment.marksFirst = command.marksFirst;
      if (command.leftRightAlike !== undefined) draft.treatment.leftRightAlike = command.leftRightAlike;
      return;
    case 'set-counts':
      draft.treatment.counts = aboveNone(command.counts);
      return;
    case 'set-mix':
      draft.treatment.counts = aboveNone(command.counts);
      draft.treatment.mix = Object.fromEntries(
        Object.entries(command.mix)
          .map(([id, places]): [string, Record<string, number>] => [id, aboveNone(places)])
          .filter(([, places]) => Object.keys(places).length > 0),
      );
      return;
    case 'put-recipe':
      put(draft.treatment.recipes, builtWide(structuredClone(command.recipe)));
      return;
    case 'take-recipe':
      takeFrom(draft.treatment.recipes, command.id);
      delete draft.treatment.mix[command.id];
      draft.treatment.plan.recipes = draft.treatment.plan.recipes.filter((r) => r.id !== command.id);
      return;
    case 'set-plan':
      Object.assign(draft.treatment.plan, structuredClone(command.plan));
      return;
    case 'set-prices':
      Object.assign(draft.treatment.prices, command.prices);
      return;
    case 'set-buying':
      Object.assign(draft.buying, command.buying);
      return;
  }
}

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

/**
 * The document a command makes, the given one left as it is. Every object counts as immutable, whatever made it: one this library does
 * not take for plain (a copy made by another realm) would be changed in place.
 */
const changedBy = (project: Project, command: Command): Project =>
  create(project, (draft) => change(draft, command), { mark: () => 'immutable' });

/**
 * Applies a command. The result is validated against the schema; a command that would break the document throws
 * {@link CommandRefused} with the first problem and leaves the project given untouched.
 */
export function applyCommand(project: Project, command: Command): Applied {
  const next = changedBy(project, command);
  if (next === project || changesOf(project, next).length === 0) return { project, changed: false };
  const check = projectSchema.safeParse(next);
  if (!check.success) {
    const { path, message } = check.error.issues[0]!;
    throw new CommandRefused(command.type, path.join('.'), message, planFault(next.room.corners)?.at ?? null);
  }
  return { project: next, changed: true };
}

/**
 * What a command would make of the document, for a drag in hand: only what a drag can break (outline and solid) is checked.
 * Never stored; letting go runs {@link applyCommand}.
 */
export function previewCommand(project: Project, command: Command): Project {
  const next = changedBy(project, command);
  if (next.room === project.room) return next;
  const fault = planFault(next.room.corners);
  if (fault) {
    throw new CommandRefused(command.type, `room.corners.${fault.corner}`, fault.sentence, fault.at);
  }
  const unbuildable = solidFault(next.room);
  if (unbuildable !== null) throw new CommandRefused(command.type, 'room.ceiling', unbuildable, null);
  return next;
}
