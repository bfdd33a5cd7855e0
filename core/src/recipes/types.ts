/** A recipe: what a built absorber or diffuser is made of. Plain values, SI; kept in the document (own ones) or in library.ts. */
import type { FillKind } from '../physics/absorbers/fills';
import type { PorousModel } from '../physics/absorbers/porous';

/** From the wall outwards. */
export type RecipeLayer =
  | { type: 'porous'; fill: FillKind; density: number; sigma: number; model: PorousModel; d: number }
  | { type: 'air'; d: number }
  /** Facing cloth or fleece, Pa·s/m. */
  | { type: 'cloth'; Rs: number }
  /** Foil, film, board or sheet that lets no air through, kg/m². */
  | { type: 'skin'; m: number }
  /** Plate with round holes, slats with slots, micro-perforated sheet; m. */
  | { type: 'holes'; d: number; t: number; pitch: number }
  | { type: 'slots'; w: number; t: number; pitch: number }
  | { type: 'micro'; d: number; t: number; eps: number };

export const RECIPE_LAYERS = ['porous', 'air', 'cloth', 'skin', 'holes', 'slots', 'micro'] as const;

/**
 * How it meets the room: flat on a wall or ceiling; hung under a ceiling; across an upright corner, or filling it; along an edge of
 * wall and ceiling, across or filling; standing free; a hard board that stands off its wall and may be turned; pressed into a window's reveal.
 */
export const FORMS = ['flat', 'cloud', 'straddle', 'corner', 'edge', 'block', 'board', 'plug'] as const;
export type RecipeForm = (typeof FORMS)[number];
/** Whether it stands in a corner or along an edge, drawn and counted by its front across it. */
export const isCornered = (form: RecipeForm): boolean => form === 'straddle' || form === 'corner' || form === 'edge';

/** Whether its front is one plane before what it covers. */
export const isPlane = (form: RecipeForm): boolean => form === 'flat' || form === 'cloud' || form === 'plug';

export const PLACE_SORTS = ['wall', 'ceiling', 'corner', 'edge'] as const;
export type PlaceSort = (typeof PLACE_SORTS)[number];
/** Which sorts of place pieces of a form go to by number; what stands free, is turned or plugs a window goes to a place of its own. */
export const GOES_ON: Readonly<Record<RecipeForm, readonly PlaceSort[]>> = {
  flat: ['wall', 'ceiling'],
  cloud: ['ceiling'],
  straddle: ['corner'],
  corner: ['corner'],
  edge: ['edge'],
  block: [],
  board: [],
  plug: [],
};

/** What makes it scatter; null: nothing. */
export type Scatterer =
  | { kind: 'qrd'; N: number; designHz: number; wellWidth: number; periods: number }
  | { kind: 'prd'; N: number; root: number; designHz: number; wellWidth: number; periods: number }
  | {
      kind: 'skyline';
      N: number;
      root: number;
      rows: number;
      cols: number;
      designHz: number;
      wellWidth: number;
      periods: number;
    }
  | { kind: 'curved'; rise: number }
  /** Somebody else's make: known by the lowest frequency it is made for and by its depth alone. */
  | { kind: 'bought'; designHz: number; depth: number }
  /** Slats of a binary sequence over what lies behind. */
  | { kind: 'slats'; slat: number };

/** Ports of a closed box whose air is what the layers leave behind the front; m, Pa·s/m. */
export interface Ports {
  shape: 'round' | 'square' | 'slot';
  /** Diameter, side or width of a slot. */
  size: number;
  /** Length of a slot; of no matter for others. */
  slotLength: number;
  /** Through the front. */
  neck: number;
  count: number;
  /** Whether the inner end stands free in the box. */
  tube: boolean;
  /** Cloth across the port. */
  Rs: number;
}

export interface Recipe {
  id: string;
  name: string;
  form: RecipeForm;
  /** Front of one piece, m. Across a corner: the width of its front; along the corner: its height. */
  width: number;
  height: number;
  /** From the wall outwards; empty for diffusers of wood. */
  layers: RecipeLayer[];
  reaction: 'bulk' | 'local';
  /** Upper end of the angles averaged over, degrees. */
  maxAngle: 78 | 90;
  /** Whether the panel's edges count (Thomasson). */
  edges: boolean;
  scatterer: Scatterer | null;
  /** A box with ports; null: none. */
  ports: Ports | null;
  /** Octaves 63–8000 Hz from a laboratory's sheet, which then stand for the computed curve. */
  measured: number[] | null;
  /** Price of one piece; null: from the prices of its materials. */
  price: number | null;
  note: string;
}

/** Prices of materials in the user's currency. */
export interface Prices {
  /** a cubic metre of fill */
  fill: number;
  /** a square metre of cloth */
  cloth: number;
  /** a square metre of fleece behind the fill */
  fleece: number;
  /** a metre of frame timber */
  timber: number;
  /** a square metre of board or sheet */
  board: number;
  /** screws, glue, hooks for one piece */
  sundries: number;
}

export const PLAIN_PRICES: Prices = { fill: 110, cloth: 9, fleece: 1.5, timber: 2.2, board: 24, sundries: 4 };
