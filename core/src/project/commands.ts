/**
 * Every edit is a named command; applying one yields the new document and the patches both ways. Undo, autosave and other
 * tabs use the same patches. A drag is one command, sent when the hand lets go.
 */
import { apply as applyPatches, create, type Patches } from 'mutative';
import type { Climate } from '../air/air';
import type { BuyingHabits } from '../cutlist/shopping';
import { CEILING, FLOOR } from '../geometry/solid';
import { BOX_WALLS, type BoxRoom, boxCorners } from './create';
import { mirrored, placeByRule, stereoPair } from './placing';
import { type Loudspeaker, type PanelRecipe, type Project, projectSchema } from './schema';

export type Command =
  | { type: 'rename'; name: string }
  | { type: 'set-climate'; climate: Partial<Climate> }
  | { type: 'set-box'; box: BoxRoom }
  | { type: 'set-material'; surface: string; material: string }
  | { type: 'face-wall'; wall: string }
  | { type: 'place-by-rule' }
  | { type: 'set-triangle'; triangleSide?: number; apexBehind?: number }
  | { type: 'move-head'; x: number; y: number }
  | { type: 'set-ear-height'; earHeight: number }
  | { type: 'move-loudspeaker'; id: string; x: number; y: number; mirror: boolean }
  | { type: 'set-loudspeaker'; id: string; values: Partial<Omit<Loudspeaker, 'id' | 'x' | 'y'>>; mirror: boolean }
  | { type: 'set-target'; target: Partial<Project['target']> }
  | { type: 'set-panel'; panel: Partial<PanelRecipe> }
  | { type: 'set-usable'; usable: string[] }
  | { type: 'set-treatment-rules'; marksFirst?: boolean; leftRightAlike?: boolean }
  | { type: 'set-counts'; counts: Record<string, number> }
  | { type: 'set-buying'; buying: Partial<BuyingHabits> };

export interface Applied {
  project: Project;
  forward: Patches;
  backward: Patches;
}

function twinOf(project: Project, id: string): Loudspeaker | null {
  const pair = stereoPair(project);
  if (!pair) return null;
  return pair[0].id === id ? pair[1] : pair[1].id === id ? pair[0] : null;
}

function loudspeaker(project: Project, id: string): Loudspeaker {
  const found = project.loudspeakers.find((l) => l.id === id);
  if (!found) throw new RangeError(`command: loudspeaker must be one of the project's, got ${id}`);
  return found;
}

function change(draft: Project, command: Command): void {
  switch (command.type) {
    case 'rename':
      draft.name = command.name;
      return;
    case 'set-climate':
      Object.assign(draft.climate, command.climate);
      return;
    case 'set-box': {
      const first = draft.room.surfaces[draft.room.corners[0]!.wall]!.material;
      const old = draft.room.surfaces;
      draft.room.corners = boxCorners(command.box);
      draft.room.height = command.box.height;
      const faces = [...BOX_WALLS, FLOOR, CEILING];
      draft.room.surfaces = Object.fromEntries(faces.map((f) => [f, { material: old[f]?.material ?? first }]));
      if (!(BOX_WALLS as readonly string[]).includes(draft.listening.facing)) draft.listening.facing = BOX_WALLS[0];
      draft.treatment.usable = draft.treatment.usable.filter((f) => faces.includes(f));
      draft.treatment.counts = Object.fromEntries(
        Object.entries(draft.treatment.counts).filter(([f]) => faces.includes(f)),
      );
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
      const { letter: _letter, ...shared } = command.values;
      Object.assign(loudspeaker(draft, command.id), command.values);
      const twin = command.mirror ? twinOf(draft, command.id) : null;
      if (twin) Object.assign(twin, structuredClone(shared));
      if (draft.listening.placed === 'rule') placeByRule(draft);
      return;
    }
    case 'set-target':
      Object.assign(draft.target, command.target);
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
      draft.treatment.counts = Object.fromEntries(Object.entries(command.counts).filter(([, n]) => n > 0));
      return;
    case 'set-buying':
      Object.assign(draft.buying, command.buying);
      return;
  }
}

/**
 * Applies a command. The result is validated against the schema; a command that would break the document throws
 * RangeError with the first problem and leaves the project given untouched.
 */
export function applyCommand(project: Project, command: Command): Applied {
  const [next, forward, backward] = create(project, (draft) => change(draft, command), {
    enablePatches: true,
  });
  const check = projectSchema.safeParse(next);
  if (!check.success) {
    const { path, message } = check.error.issues[0]!;
    throw new RangeError(`command ${command.type}: ${path.join('.')}: ${message}`);
  }
  return { project: next, forward, backward };
}

/** Applies patches from {@link applyCommand} in either direction. */
export function patchProject(project: Project, patches: Patches): Project {
  return applyPatches(project, patches);
}
