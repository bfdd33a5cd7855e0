/** Parts a piece is built of: what each is cut from, its size, and where it lies in the piece. */
import type { FillKind } from '../../physics/absorbers/fills';
import type { Joint } from './joints';

/** What a fill is asked for by: kind, density (kg/m³), flow resistivity (Pa·s/m²). */
export interface Fill {
  kind: FillKind;
  density: number;
  sigma: number;
}

/** What a part is cut from; m, kg/m². */
export type Material =
  /** Planed timber of one section, as bars. */
  | { sort: 'bar'; thickness: number; depth: number }
  /** Board or sheet by its thickness; a skin, whose mass decides, by what it weighs too. */
  | { sort: 'board'; make: 'wood' | 'micro'; thickness: number; mass: number }
  /** Slabs of fill; the thickness is what is to be filled, whether by one slab or by several. */
  | { sort: 'slab'; fill: Fill; thickness: number }
  /** Off a roll: cloth before the fill, fleece behind it, foil. */
  | { sort: 'roll'; make: 'cloth' | 'fleece' | 'foil' }
  /** Pipe by its inner width. */
  | { sort: 'pipe'; inner: number }
  /** Somebody else's make, bought whole. */
  | { sort: 'whole' };
export type Sort = Material['sort'];

export type PartName =
  | 'stile'
  | 'rail'
  | 'brace'
  | 'shelf'
  | 'side'
  | 'front'
  | 'back'
  | 'skin'
  | 'slat'
  | 'fill'
  | 'wedge'
  | 'front cloth'
  | 'back cloth'
  | 'foil'
  | 'tube'
  | 'duct'
  | 'fin'
  | 'well bottom'
  | 'spacer'
  | 'block'
  | 'rib'
  | 'bent sheet'
  | 'foot'
  | 'board'
  | 'bought piece';

/** A point of an outline in its plane, m. */
export type Point2 = readonly [number, number];

/**
 * A prism in the piece: x to the right, y up, z outwards from its back; m. Its outline lies across `axis`: for x in (y, z), for y in (x, z),
 * for z in (x, y).
 */
export interface Body {
  axis: 'x' | 'y' | 'z';
  outline: readonly Point2[];
  from: number;
  to: number;
}

/** How a part's ends or edges are cut. */
export type Cut = 'square' | 'mitred' | 'rebated' | 'bevelled' | 'on the diagonal';

/** A part, as many times as it has bodies. */
export interface Part {
  name: PartName;
  of: Material;
  /** As cut from its material, m; of bars the length alone counts. */
  length: number;
  width: number;
  cut: Cut;
  /** Whether its length must run along the grain, the stripe or the roll. */
  grain: boolean;
  /** Whether two of them come from one rectangle, cut along its diagonal. */
  paired: boolean;
  bodies: readonly Body[];
}

/** How pieces are made in this workshop; m. */
export interface Workshop {
  /** Thickness of the frame timber. */
  frameThickness: number;
  joint: Joint;
  /** What closes a frame behind its fill. */
  behind: 'open' | 'fleece';
  /** Cloth turned over each edge onto the back. */
  clothTurn: number;
}

export const PLAIN_WORKSHOP: Workshop = { frameThickness: 0.018, joint: 'butt', behind: 'open', clothTurn: 0.05 };

export const countOf = (part: Part): number => part.bodies.length;

/** Area of an outline, m². */
export function areaOf(outline: readonly Point2[]): number {
  const twice = outline.reduce((sum, [x, y], i) => {
    const [nx, ny] = outline[(i + 1) % outline.length]!;
    return sum + x * ny - nx * y;
  }, 0);
  return Math.abs(twice) / 2;
}

/** m³ */
export const volumeOf = (body: Body): number => areaOf(body.outline) * (body.to - body.from);
export const volumeOfPart = (part: Part): number => part.bodies.reduce((sum, b) => sum + volumeOf(b), 0);

/** A box by its corners. */
export const boxBody = ([x0, x1]: Point2, [y0, y1]: Point2, [z0, z1]: Point2): Body => ({
  axis: 'z',
  outline: [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ],
  from: z0,
  to: z1,
});
