/** Rooms for tests. Tests only. */
import { applyCommand, type Command } from '../document/commands/commands';
import { createProject } from '../document/create';
import type { Furniture, Opening, Project } from '../document/schema/project';

export const plainBox = (): Project => createProject('p', 'Room', { length: 5, width: 4, height: 2.5 });

export function edited(project: Project, ...commands: Command[]): Project {
  return commands.reduce((p, c) => applyCommand(p, c).project, project);
}

export function door(values: Partial<Opening> = {}): Opening {
  return {
    id: 'door',
    kind: 'door',
    name: 'Door',
    wall: 'B',
    u: 3.8,
    v: 0,
    width: 0.9,
    height: 2,
    clearance: 0.05,
    material: 'door-solid',
    leaf: { hinge: 'left', swing: 'in' },
    ...values,
  };
}

export function wardrobe(values: Partial<Furniture> = {}): Furniture {
  return {
    id: 'wardrobe',
    kind: 'wardrobe',
    name: 'Wardrobe',
    x: 0.3,
    y: 4,
    turnDeg: 0,
    width: 0.6,
    depth: 1.2,
    height: 2,
    lift: 0,
    tiltDeg: 0,
    material: 'cupboard-closed',
    clearance: 0,
    ...values,
  };
}

/** A window beside the middle of wall D. */
export const window = (values: Partial<Opening> = {}): Opening =>
  door({
    id: 'win',
    kind: 'window',
    name: 'Window',
    wall: 'D',
    u: 2,
    v: 0.9,
    width: 1.5,
    height: 1.2,
    material: 'glass-double',
    leaf: null,
    ...values,
  });
