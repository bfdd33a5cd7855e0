/** Sorts of wares, and what they can be made of. */
import { FILL_KINDS } from '../physics/absorbers/fills';

/** Small things, by what they are counted in. */
export const SMALL_THINGS = ['screw', 'staple', 'glue', 'sealant', 'cord', 'paint', 'foam-strip'] as const;
export type SmallThing = (typeof SMALL_THINGS)[number];

export const WARE_SORTS = ['bar', 'board', 'slab', 'roll', 'pipe', 'small'] as const;
export type WareSort = (typeof WARE_SORTS)[number];

/** What a ware is made of by its sort; empty: of any. Boards and rolls say what they are, slabs their fill, small things which. */
export const MAKES: Readonly<Record<WareSort, readonly string[]>> = {
  bar: [''],
  board: ['wood', 'micro'],
  slab: ['', ...FILL_KINDS],
  roll: ['cloth', 'fleece', 'foil'],
  pipe: [''],
  small: SMALL_THINGS,
};

/** Something to cut from, in a shop or in hand; m, kg/m³; null: any, or not of this sort. */
export interface Stuff {
  sort: WareSort;
  make: string;
  density: number | null;
  /** Of bars, boards, slabs and pipes; of rolls as much as is there, null: as much as wanted. */
  length: number | null;
  /** Of bars the wider side of their section, of pipes their inner width. */
  width: number | null;
  thickness: number | null;
}
