/** What the room has taught, where it holds: in the shape it was learned in, on what is still made as it was then. */
import type { Material } from '../materials/library';
import { LOGARITHM_CAP } from '../physics/reverberation/decay';
import { materialOf } from './materials';
import type { Learned, Project, Room } from './schema/project';

type Teaching = Pick<Project, 'learned' | 'measured' | 'room' | 'materials'>;

/** What of a room decides its shape. */
const shapeOf = ({ corners, height, ceiling, beams, platforms, partitions }: Room) =>
  JSON.stringify([corners, height, ceiling, beams, platforms, partitions]);

/** What surfaces, and parts of them, are made of, by id; things on the floor too. */
function madeOf({ surfaces, openings, patches, furniture }: Room): Map<string, string> {
  const parts = [...openings, ...patches, ...furniture];
  return new Map([
    ...Object.entries(surfaces).map(([id, s]) => [id, s.material] as const),
    ...parts.flatMap((p) => (p.material === null ? [] : [[p.id, p.material] as const])),
  ]);
}

export type Unlearned =
  /** The shape is another: nothing of it holds. */
  | { why: 'shape' }
  /** These surfaces are made of something else now. */
  | { why: 'surfaces'; surfaces: string[] };

/** Why something of what was learned does not hold any more; null: all does, or nothing was learned. */
export function unlearned(project: Teaching): Unlearned | null {
  const then = project.learned && project.measured.rooms[project.learned.room]?.room;
  if (!then || then === project.room) return null;
  if (shapeOf(then) !== shapeOf(project.room)) return { why: 'shape' };
  const surfaces = Object.entries(then.surfaces).flatMap(([id, { material }]) =>
    project.room.surfaces[id]?.material === material ? [] : [id],
  );
  return surfaces.length > 0 ? { why: 'surfaces', surfaces } : null;
}

/** What is in force; null: nothing. */
export const inForce = (project: Teaching): Learned | null =>
  project.learned?.inUse && unlearned(project)?.why !== 'shape' ? project.learned : null;

export interface Materials {
  learned: Learned | null;
  /** What a surface, or a part of one, is made of: as stated, or as learned where it was made of that then. Throws RangeError for an unknown material. */
  of(id: string, material: string): Material;
  /** Factors by octave on what a thing absorbs, by its id; 1 of those that came since. */
  thing(id: string, octave: number): number;
}

/** What things are made of in a document. */
export function materialsOf(project: Teaching): Materials {
  const learned = inForce(project);
  if (!learned) return { learned, of: (_, material) => materialOf(project, material), thing: () => 1 };
  const then = madeOf(project.measured.rooms[learned.room]!.room);
  const known = new Map<string, Material>();
  for (const { id, factors, low } of learned.materials) {
    const stated = materialOf(project, id);
    // Nothing takes more than everything, unless a laboratory said so.
    const by = (list: readonly number[]) =>
      list.map((x, b) => Math.min(x * stated.alpha[b]!, Math.max(stated.alpha[b]!, LOGARITHM_CAP)));
    known.set(id, { ...stated, alpha: by(factors), learned: { low: by(low) } });
  }
  return {
    learned,
    of: (id, material) =>
      (then.get(id) === material ? known.get(material) : undefined) ?? materialOf(project, material),
    thing: (id, octave) => (then.has(id) ? learned.things[octave]! : 1),
  };
}
