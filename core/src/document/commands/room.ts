/** Edits of the room: its plan and ceiling, what stands in it, what it is made of, its states and its air. */
import { boxCorners } from '../begin';
import { planFault } from '../place/outline';
import { placeByRule } from '../place/placing';
import type { Project } from '../schema/project';
import { partitionFault } from '../states';
import { put, takeFrom } from './lists';
import { forgetMissing, insertRecess, moveWall, removeCorner, setOutline, splitWall } from './outlineEdits';
import { CommandRefused, type Handlers, type RoomCommand } from './types';

/** Follows the rule, unless the outline is broken: then the schema says where. */
function placeInSoundPlan(draft: Project): void {
  if (draft.listening.placed === 'rule' && !planFault(draft.room.corners)) placeByRule(draft);
}

/** After the plan has changed: what the rule places follows, what named a lost wall is dropped. */
function planChanged(draft: Project): void {
  forgetMissing(draft);
  placeInSoundPlan(draft);
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

export const ROOM: Handlers<RoomCommand> = {
  'set-box'(draft, { box }) {
    const names = draft.room.corners.map((c) => c.wall);
    const corners = boxCorners(box);
    // A plan of four walls keeps its names, and so everything that hangs on them.
    setOutline(draft, names.length === 4 ? corners.map((c, i) => ({ ...c, wall: names[i]! })) : corners);
    draft.room.height = box.height;
    if (draft.listening.placed === 'rule') placeByRule(draft);
  },
  'set-outline'(draft, { corners }) {
    setOutline(draft, corners);
    placeInSoundPlan(draft);
  },
  'move-corner'(draft, { wall, x, y }) {
    const corner = draft.room.corners.find((c) => c.wall === wall);
    if (!corner) throw new RangeError(`command: wall must be one of the plan's, got ${wall}`);
    Object.assign(corner, { x, y });
    planChanged(draft);
  },
  'move-wall'(draft, { wall, by }) {
    moveWall(draft.room, wall, by);
    planChanged(draft);
  },
  'split-wall'(draft, { wall, at }) {
    splitWall(draft, wall, at);
    planChanged(draft);
  },
  'remove-corner'(draft, { wall }) {
    removeCorner(draft, wall);
    planChanged(draft);
  },
  'insert-recess'(draft, { wall, from, width, depth }) {
    insertRecess(draft, wall, from, width, depth);
    planChanged(draft);
  },
  'set-height'({ room }, { height }) {
    room.height = height;
  },
  'set-ceiling'(draft, { ceiling }) {
    draft.room.ceiling = ceiling;
    forgetMissing(draft);
  },
  put({ room }, command) {
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
  },
  'take-away'(draft, { list, id }) {
    takeFrom(draft.room[list], id);
    delete draft.room.surfaces[id];
    forgetMissing(draft);
  },
  'set-framing'({ room }, { surface, framing }) {
    if (framing) room.framing[surface] = framing;
    else delete room.framing[surface];
  },
  'set-tape'(draft, { tape }) {
    Object.assign(draft.tape, tape);
  },
  'set-material'({ room }, { surface, material }) {
    room.surfaces[surface] = { material };
  },
  'put-material'(draft, { material }) {
    put(draft.materials, material);
  },
  'take-material'(draft, { id, instead }) {
    replaceMaterial(draft, id, instead);
    takeFrom(draft.materials, id);
  },
  'put-state'({ states }, { state }) {
    put(states.list, state);
  },
  'take-state'({ states }, { id }) {
    takeFrom(states.list, id);
    if (states.current === id) states.current = null;
  },
  'switch-state'({ states }, { id }) {
    states.current = id;
  },
  'set-climate'(draft, { climate }) {
    Object.assign(draft.climate, climate);
  },
};
