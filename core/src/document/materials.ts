/** Materials as a project sees them: the library and its own entries. */
import { type Material, materialById, MATERIALS } from '../materials/library';
import type { Project } from './schema/project';

type WithMaterials = Pick<Project, 'materials'>;

/** An entry by id, the project's own first. Throws RangeError for an unknown id. */
export function materialOf(project: WithMaterials, id: string): Material {
  return project.materials.find((m) => m.id === id) ?? materialById(id);
}

/** Own entries, then the library. */
export function allMaterials(project: WithMaterials): Material[] {
  return [...project.materials, ...MATERIALS];
}
