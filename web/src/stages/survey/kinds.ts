/** What a fresh opening or piece of furniture is like before the tape has been put to it: usual sizes, m. */
import type { Furniture, FurnitureKind, Opening, OpeningKind } from '@tawny/core/document/schema/project';

type FreshOpening = Omit<Opening, 'id' | 'wall' | 'u' | 'name'> & { title: string };

export const OPENINGS: Record<OpeningKind, FreshOpening> = {
  door: {
    title: 'Door',
    kind: 'door',
    v: 0,
    width: 0.84,
    height: 2,
    clearance: 0.05,
    material: 'door-hollow',
    leaf: { hinge: 'left', swing: 'in' },
  },
  window: {
    title: 'Window',
    kind: 'window',
    v: 0.9,
    width: 1.2,
    height: 1.2,
    clearance: 0.05,
    material: 'glass-double',
    leaf: null,
  },
  vent: {
    title: 'Vent',
    kind: 'vent',
    v: 2.1,
    width: 0.25,
    height: 0.15,
    clearance: 0.05,
    material: 'vent-grille',
    leaf: null,
  },
  socket: {
    title: 'Socket',
    kind: 'socket',
    v: 0.26,
    width: 0.15,
    height: 0.08,
    clearance: 0.05,
    material: null,
    leaf: null,
  },
  switch: {
    title: 'Light switch',
    kind: 'switch',
    v: 1.05,
    width: 0.08,
    height: 0.08,
    clearance: 0.1,
    material: null,
    leaf: null,
  },
  radiator: {
    title: 'Radiator',
    kind: 'radiator',
    v: 0.12,
    width: 1,
    height: 0.6,
    clearance: 0.15,
    material: 'radiator-steel',
    leaf: null,
  },
  'hot-equipment': {
    title: 'Hot equipment',
    kind: 'hot-equipment',
    v: 0.4,
    width: 0.5,
    height: 0.4,
    clearance: 0.3,
    material: null,
    leaf: null,
  },
};

type FreshThing = Omit<Furniture, 'id' | 'x' | 'y' | 'name' | 'turnDeg'> & { title: string };

const piece = (
  kind: FurnitureKind,
  title: string,
  width: number,
  depth: number,
  height: number,
  material: string,
  more: Partial<FreshThing> = {},
): FreshThing => ({ title, kind, width, depth, height, lift: 0, tiltDeg: 0, material, clearance: 0, ...more });

export const THINGS: Record<FurnitureKind, FreshThing> = {
  desk: piece('desk', 'Desk', 1.6, 0.8, 0.74, 'desk-wood', { lift: 0.7, clearance: 0.6 }),
  sofa: piece('sofa', 'Sofa', 1.9, 0.9, 0.8, 'upholstery-heavy'),
  chair: piece('chair', 'Chair', 0.55, 0.55, 1, 'chair-office'),
  bed: piece('bed', 'Bed', 1.4, 2, 0.5, 'mattress'),
  shelves: piece('shelves', 'Shelves', 1, 0.3, 2, 'bookshelf', { clearance: 0.4 }),
  wardrobe: piece('wardrobe', 'Wardrobe', 1.2, 0.6, 2, 'cupboard-closed', { clearance: 0.6 }),
  rug: piece('rug', 'Rug', 2, 1.4, 0.01, 'rug-thick'),
  gobo: piece('gobo', 'Stand-alone panel', 1, 0.15, 1.6, 'gobo-100'),
  display: piece('display', 'Computer screen', 0.62, 0.06, 1.2, 'desk-wood', { lift: 0.82 }),
  person: piece('person', 'Person', 0.5, 0.5, 1.25, 'person-seated'),
  other: piece('other', 'Thing', 0.6, 0.4, 0.8, 'timber-solid'),
};
