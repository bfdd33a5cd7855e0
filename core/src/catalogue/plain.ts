/** The catalogue to begin with. */
import type { SmallThing } from './sorts';
import type { Ware } from './wares';

const ANY = { make: '', density: null, length: null, width: null, thickness: null } as const;
const PLAIN = { pack: 1, price: null, delivery: null, mass: null, used: true } as const;
const small = (make: SmallThing, name: string, pack: number): Ware => ({
  ...{ id: make, name, sort: 'small', ...ANY, ...PLAIN },
  ...{ make, pack },
});

/** To begin with: sizes sold in most places, without prices of their own; what is not ticked is there to compare. */
export const PLAIN_CATALOGUE: readonly Ware[] = [
  { id: 'bar-240', name: 'Planed timber', sort: 'bar', ...ANY, ...PLAIN, length: 2.4 },
  { id: 'bar-300', name: 'Planed timber', sort: 'bar', ...ANY, ...PLAIN, length: 3, used: false },
  {
    id: 'board-244',
    name: 'Plywood or fibreboard',
    sort: 'board',
    ...ANY,
    ...PLAIN,
    make: 'wood',
    length: 2.44,
    width: 1.22,
  },
  {
    id: 'board-micro',
    name: 'Micro-perforated sheet',
    sort: 'board',
    ...ANY,
    ...PLAIN,
    make: 'micro',
    length: 2,
    width: 1,
  },
  { id: 'slab-120', name: 'Slabs of fill', sort: 'slab', ...ANY, ...PLAIN, length: 1.2, width: 0.6, pack: 6 },
  {
    id: 'slab-100',
    name: 'Slabs of fill',
    sort: 'slab',
    ...ANY,
    ...PLAIN,
    length: 1,
    width: 0.6,
    pack: 6,
    used: false,
  },
  { id: 'cloth-150', name: 'Cloth that lets air through', sort: 'roll', ...ANY, ...PLAIN, make: 'cloth', width: 1.5 },
  {
    id: 'cloth-140',
    name: 'Cloth that lets air through',
    sort: 'roll',
    ...ANY,
    ...PLAIN,
    make: 'cloth',
    width: 1.4,
    used: false,
  },
  {
    id: 'cloth-160',
    name: 'Cloth that lets air through',
    sort: 'roll',
    ...ANY,
    ...PLAIN,
    make: 'cloth',
    width: 1.6,
    used: false,
  },
  { id: 'fleece-160', name: 'Fleece', sort: 'roll', ...ANY, ...PLAIN, make: 'fleece', width: 1.6 },
  { id: 'foil-200', name: 'Film', sort: 'roll', ...ANY, ...PLAIN, make: 'foil', width: 2 },
  { id: 'pipe-100', name: 'Pipe', sort: 'pipe', ...ANY, ...PLAIN, length: 1 },
  small('screw', 'Wood screws', 200),
  small('staple', 'Staples', 1000),
  small('glue', 'Wood glue, g', 750),
  small('sealant', 'Acrylic sealant, m of joint', 8),
  small('cord', 'Cord, m', 50),
  small('foam-strip', 'Foam strip, m', 10),
];
