/** The room of a project as physics needs it: solid in the listener's frame, air, materials, things, positions. */
import { airDensity, energyAttenuation, speedHumid } from '../air/air';
import { type Frame } from '../geometry/frame';
import { type Face, type Solid, solidOf, turnedSolid } from '../geometry/solid';
import { newell } from '../geometry/polygon';
import type { Vec2, Vec3 } from '../geometry/vector';
import type { Material } from '../materials/library';
import { materialsOf } from '../document/learned';
import { frameOf, lengthAlongAxis, listeningAxis } from '../document/place/placing';
import { isAt, type Learned, type Loudspeaker, type Project, type Room } from '../document/schema/project';
import { shapeOf } from '../document/place/shape';
import { inState } from '../document/states';
import { OCTAVE_MIDBANDS } from '../quantities/bands';
import type { PairAxis } from '../physics/reverberation/decay';
import { type FacePart, partsOf } from './faceParts';
import { type PlacedPiece, placedPieces } from './pieces';
import { objectsOf, type RoomObject } from './objects';

export type SideName = 'front' | 'right' | 'rear' | 'left' | 'floor' | 'ceiling';

export interface SettingFace extends Face {
  /** Which way it looks from: a riser and a sloped ceiling have one too. */
  side: SideName;
  /** "front", "right", "right, set back" for the back of an alcove, "floor", "ceiling", "flue beam, side". */
  name: string;
  axis: PairAxis;
  material: Material;
  /** Patches, doors, windows and rugs on it. */
  parts: FacePart[];
  /** Area that shows the face's own material, m². */
  bare: number;
}

export interface PlacedLoudspeaker extends Loudspeaker {
  /** Acoustic centre in the listener's frame, m. */
  at: Vec3;
}

/** The room without what hangs in it: the same object as long as it is the same. */
export interface Shell {
  /** The room of the document in the state studied. */
  surveyed: Room;
  frame: Frame;
  solid: Solid;
  faces: SettingFace[];
  /** Speed of sound, m/s. */
  c: number;
  /** kg/m³ */
  rho: number;
  /** Energy attenuation of air per octave, 1/m. */
  mEnergy: number[];
  objects: RoomObject[];
  /** What the room has taught, in force; null: nothing. */
  learned: Learned | null;
  /** x of the listening axis and the room's length along it, m. */
  axis: number;
  length: number;
}

/** What of a setting stays while head and loudspeakers move: the same object as long as the room and what hangs in it are the same. */
export interface RoomSetting extends Shell {
  shell: Shell;
  /** Pieces in definite places. */
  placed: PlacedPiece[];
}

export interface Setting extends RoomSetting {
  /** The document in the state studied. */
  project: Project;
  /** The part without head and loudspeakers, for keeping what depends on it alone. */
  room: RoomSetting;
  /** Ears in the listener's frame, m. */
  head: Vec3;
  loudspeakers: PlacedLoudspeaker[];
}

function sideOf(face: Face): SideName {
  if (face.kind === 'floor' || face.kind === 'ceiling') return face.kind;
  const [nx, ny] = newell(face.vertices);
  // The normal points into the room: the front wall's looks towards +y.
  if (Math.abs(ny) >= Math.abs(nx)) return ny > 0 ? 'front' : 'rear';
  return nx > 0 ? 'left' : 'right';
}

const AXIS_OF: Record<SideName, PairAxis> = { front: 'y', rear: 'y', left: 'x', right: 'x', floor: 'z', ceiling: 'z' };

/** Walls of one side standing no further apart than this are one line, m. */
const ONE_LINE = 0.02;

/**
 * Walls of the outline by the side they are on. The longest of a side keeps the plain name; those parallel to it say whether
 * they are set back (an alcove) or stand forward (a chimney breast), those joining two walls of one side are its returns.
 */
function wallNames(plan: readonly Face[]): Map<string, string> {
  const walls = plan.map((face) => {
    const [from, to] = face.foot!;
    const [nx, ny] = newell(face.vertices);
    const n = Math.hypot(nx, ny) || 1;
    // How far into the room the wall stands, along its own normal.
    const forward = ((from[0] + to[0]) * nx + (from[1] + to[1]) * ny) / (2 * n);
    return { id: face.id, side: sideOf(face), length: Math.hypot(to[0] - from[0], to[1] - from[1]), forward };
  });
  const longest = new Map<SideName, (typeof walls)[number]>();
  for (const w of walls) {
    const known = longest.get(w.side);
    if (!known || w.length > known.length + 1e-9) longest.set(w.side, w);
  }
  const inLineOf = new Map<SideName, number>();
  return new Map(
    walls.map((w, i) => {
      const main = longest.get(w.side)!;
      const before = walls[(i + walls.length - 1) % walls.length]!;
      const after = walls[(i + 1) % walls.length]!;
      if (w === main) return [w.id, w.side];
      if (before.side === after.side && before.side !== w.side) return [w.id, `${before.side} return`];
      const by = w.forward - main.forward;
      if (Math.abs(by) > ONE_LINE) return [w.id, `${w.side}, ${by > 0 ? 'forward' : 'set back'}`];
      // In one line with the longest, beside a breast or an alcove: numbered, so that the longest keeps its name.
      const inLine = (inLineOf.get(w.side) ?? 1) + 1;
      inLineOf.set(w.side, inLine);
      return [w.id, `${w.side} ${inLine}`];
    }),
  );
}

/** Names of faces, each once: walls by the side they are on, beams and platforms by their own. */
function namer(project: Project, walls: ReadonlyMap<string, string>): (face: Face, side: SideName) => string {
  const strips = [...project.room.beams, ...project.room.platforms];
  const used = new Map<string, number>();
  return (face, side) => {
    const strip = strips.find((s) => s.id === face.surface);
    const partition = project.room.partitions.find((t) => t.id === face.surface);
    const upright = face.kind === 'riser' ? 'side' : face.kind === 'ceiling' ? 'underside' : 'top';
    const name = strip
      ? `${strip.name}, ${upright}`
      : partition
        ? partition.name
        : face.kind === 'riser'
          ? `${face.surface} step`
          : (walls.get(face.id) ?? side);
    const count = (used.get(name) ?? 0) + 1;
    used.set(name, count);
    return count === 1 ? name : `${name} ${count}`;
  };
}

function shellOf(document: Project, project: Project): Shell {
  const frame = frameOf(project);
  // Built once in survey coordinates, then turned. Walls are listed from the faced wall on: the strip reads front, right, rear, left.
  const solid = turnedSolid(solidOf(shapeOf(project.room)), frame, project.listening.facing);
  const materials = materialsOf(document);
  const nameOf = namer(document, wallNames(solid.faces.filter((f) => f.kind === 'wall' && f.foot)));
  const faces = solid.faces.map((face): SettingFace => {
    const side = sideOf(face);
    const parts = partsOf(project, frame, face, materials);
    return {
      ...face,
      side,
      name: nameOf(face, side),
      axis: AXIS_OF[side],
      material: materials.of(face.surface, project.room.surfaces[face.surface]!.material),
      parts,
      bare: Math.max(0, face.area - parts.reduce((sum, t) => sum + t.area, 0)),
    };
  });
  return {
    surveyed: project.room,
    frame,
    solid,
    faces,
    c: speedHumid(project.climate),
    rho: airDensity(project.climate),
    mEnergy: OCTAVE_MIDBANDS.map((f) => energyAttenuation(project.climate, f)),
    objects: objectsOf(
      project,
      (p) => frame.toListener(p),
      (p) => solid.floorAt(p),
      materials,
    ),
    learned: materials.learned,
    axis: listeningAxis(project, frame),
    length: lengthAlongAxis(project, frame),
  };
}

interface Lately<T> {
  parts: readonly unknown[];
  value: T;
}
const MOST_KEPT = 6;

/** What was made of the same parts lately, or made now: documents are never changed in place. */
function recalled<T>(list: Lately<T>[], parts: readonly unknown[], make: () => T): T {
  const at = list.findIndex((k) => k.parts.length === parts.length && k.parts.every((part, i) => part === parts[i]));
  const [entry] = at < 0 ? [{ parts, value: make() }] : list.splice(at, 1);
  list.unshift(entry!);
  list.length = Math.min(list.length, MOST_KEPT);
  return entry!.value;
}

/** Rooms asked for lately, and each with what hung in it lately: a dragged piece builds no room anew, a dragged head nothing at all. */
const lately: Lately<{ shell: Shell; rooms: Lately<RoomSetting>[] }>[] = [];

function keptRoomSetting(document: Project, project: Project, state: string | null): RoomSetting {
  const { room, climate, materials, states, treatment, learned } = document;
  // A closed partition keeps the side of it with the head.
  const closed = project.room === room ? null : `${document.listening.head.x},${document.listening.head.y}`;
  // Rooms of measurements are kept by their content: as long as what was learned is the same, so is the room it names.
  const parts = [room, climate, materials, states, learned, project.listening.facing, state, closed];
  const { shell, rooms } = recalled(lately, parts, () => ({ shell: shellOf(document, project), rooms: [] }));
  // Numbers decided change nothing of the room, nor do recipes nothing in it is made of.
  const placed = treatment.pieces.filter(isAt);
  const made = treatment.recipes.filter((r) => placed.some((p) => p.recipe === r.id));
  return recalled(rooms, [...placed, null, ...made], () => ({
    ...shell,
    shell,
    placed: placedPieces(project, shell.frame, shell.faces),
  }));
}

/**
 * Everything a study needs of the document in the state it is switched to, in the listener's frame. Documents are never
 * changed in place, so that the room is computed once for all edits that leave it alone.
 * @param state another state's id, or null for the room as surveyed
 */
export function settingOf(document: Project, state: string | null = document.states.current): Setting {
  const project = inState(document, state);
  const room = keptRoomSetting(document, project, state);
  const { head } = project.listening;
  /** Heights are taped from the floor the thing stands on. */
  const standing = (p: Vec2, height: number): Vec3 => [...p, (room.solid.floorAt(p) ?? 0) + height];
  return {
    ...room,
    project,
    room,
    head: standing(room.frame.toListener([head.x, head.y]), head.earHeight),
    loudspeakers: project.loudspeakers.map((l) => ({
      ...l,
      at: standing(room.frame.toListener([l.x, l.y]), l.axisHeight),
    })),
  };
}
