/** What is bought and what is in hand: wares of a shop, and which of them a part can be cut from. */
import type { Material } from '../recipes/parts/types';
import type { Prices } from '../recipes/types';
import type { Stuff } from './sorts';

export interface Ware extends Stuff {
  id: string;
  name: string;
  /** Pieces in a pack; of small things by what they are counted in; of rolls 1: they are sold by the metre. */
  pack: number;
  /** Of a pack, of rolls of a metre; null: by the prices of materials, or not known. */
  price: number | null;
  /** Paid once where any of it is bought. */
  delivery: number | null;
  /** Of a pack, kg; null: by its size. */
  mass: number | null;
  /** Whether it is bought where it fits. */
  used: boolean;
}

/** Something there already: whole or left over. */
export interface InHand extends Stuff {
  id: string;
  count: number;
}

const near = (a: number | null, b: number, within = 0.0005): boolean => a === null || Math.abs(a - b) <= within;
/** Densities a maker's sheet and a recipe may differ by and still mean one fill. */
const DENSITY_APART = 0.2;

/** Slabs of any thickness are as thick as this where triangles are stacked, m. */
export const STACKED = 0.1;
/** How thick a slab is that is bought for a material, m. */
export const slabThickness = (slab: Pick<Stuff, 'thickness'>, filled: number, stacked: boolean): number =>
  slab.thickness ?? (stacked ? STACKED : filled);

/** How many slabs of a thickness fill so much; null: they do not. */
export function layersOf(thickness: number | null, filled: number): number | null {
  if (thickness === null) return 1;
  const n = Math.round(filled / thickness);
  return n >= 1 && Math.abs(n * thickness - filled) <= 0.003 ? n : null;
}

/** Whether a part of a material can come from it. Triangles stacked in a corner are as many as fill it: any thickness does. */
export function fitsMaterial(stuff: Stuff, of: Material, stacked = false): boolean {
  switch (of.sort) {
    case 'bar':
      return (
        stuff.sort === 'bar' &&
        ((near(stuff.thickness, of.thickness) && near(stuff.width, of.depth)) ||
          (near(stuff.thickness, of.depth) && near(stuff.width, of.thickness)))
      );
    case 'board':
      return stuff.sort === 'board' && stuff.make === of.make && near(stuff.thickness, of.thickness);
    case 'slab':
      return (
        stuff.sort === 'slab' &&
        (stuff.make === '' || stuff.make === of.fill.kind) &&
        near(stuff.density, of.fill.density, DENSITY_APART * of.fill.density) &&
        (stacked || layersOf(stuff.thickness, of.thickness) !== null)
      );
    case 'roll':
      return stuff.sort === 'roll' && stuff.make === of.make && stuff.width !== null;
    case 'pipe':
      return stuff.sort === 'pipe' && near(stuff.width, of.inner, 0.001);
    case 'whole':
      return false;
  }
}

/** Of an exact size or fill, not of any. */
const isDefinite = (w: Stuff, of: Material): boolean =>
  of.sort === 'bar'
    ? w.thickness !== null && w.width !== null
    : of.sort === 'slab'
      ? w.thickness !== null || w.make !== ''
      : of.sort === 'board'
        ? w.thickness !== null
        : of.sort === 'pipe'
          ? w.width !== null
          : true;

/** Wares a part can come from: those of its very size where the catalogue has any, else those of any size. */
export function waresFor<W extends Stuff>(wares: readonly W[], of: Material, stacked = false): W[] {
  const fit = wares.filter((w) => fitsMaterial(w, of, stacked) && (of.sort === 'roll' || w.length !== null));
  const definite = fit.filter((w) => isDefinite(w, of));
  return definite.length > 0 ? definite : fit;
}

export interface Price {
  amount: number;
  /** Whether the catalogue says it; else it is reckoned from the prices of materials. */
  told: boolean;
}

const cents = (amount: number): number => Math.round(amount * 100) / 100;

/** What a pack of a ware costs (a metre of a roll), bought for a material; null: nobody knows. */
export function priceOf(ware: Ware, of: Material, prices: Prices, stacked = false): Price | null {
  if (ware.price !== null) return { amount: ware.price, told: true };
  const reckoned = (amount: number): Price => ({ amount: cents(amount), told: false });
  const { length, width } = ware;
  if (of.sort === 'bar' && length !== null) return reckoned(length * prices.timber);
  if (of.sort === 'board' && of.make === 'wood' && length !== null && width !== null)
    return reckoned(length * width * prices.board);
  if (of.sort === 'slab' && length !== null && width !== null)
    return reckoned(ware.pack * length * width * slabThickness(ware, of.thickness, stacked) * prices.fill);
  if (of.sort === 'roll' && of.make !== 'foil' && width !== null)
    return reckoned(width * (of.make === 'fleece' ? prices.fleece : prices.cloth));
  return null;
}
