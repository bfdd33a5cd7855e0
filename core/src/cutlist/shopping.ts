/**
 * What to buy for batches of porous panels: fill, timber and cloth, with waste allowed and packs rounded up.
 *
 * A panel is a timber frame around the fill, butt-jointed: two stiles of full height, two rails between them; above a
 * metre of height a brace across the back. The fill stands inside the frame. Cloth wraps the front and turns over the back.
 */
import { mustBePositive } from '../quantities/guard';

export interface PanelBatch {
  count: number;
  /** Outer size, m. */
  width: number;
  height: number;
  /** Fill depth, m. */
  depth: number;
}

export interface BuyingHabits {
  /** Thickness of the frame timber, m. */
  frameThickness: number;
  /** Length of timber as sold, m. */
  stockLength: number;
  /** Saw cut, m. */
  kerf: number;
  /** Width of the cloth roll, m. */
  clothWidth: number;
  /** Cloth turned over each edge onto the back, m. */
  clothTurn: number;
  /** Waste on fill and cloth, part of the whole. */
  waste: number;
  /** Area of fill in one pack, m². */
  packArea: number;
}

export const DEFAULT_HABITS: BuyingHabits = {
  frameThickness: 0.018,
  stockLength: 2.4,
  kerf: 0.003,
  clothWidth: 1.5,
  clothTurn: 0.05,
  waste: 0.1,
  packArea: 4.32,
};

/** Panels at least this high get a brace, m. */
export const BRACE_FROM = 1;

export interface CutPiece {
  name: 'stile' | 'rail' | 'brace';
  length: number;
  count: number;
}

export interface Shopping {
  /** m² of fill inside the frames, without and with waste, and packs. */
  fillArea: number;
  fillAreaWithWaste: number;
  fillPacks: number;
  pieces: CutPiece[];
  /** m of timber in the panels and lengths to buy. */
  timberLength: number;
  stockPieces: number;
  /** m of cloth off the roll, with waste. */
  clothLength: number;
}

/**
 * Fewest stock lengths by first-fit decreasing: within 22 % of the optimum in theory (Johnson 1973), and checked here
 * against the bound Σ lengths/stock. Throws RangeError when a piece is longer than the stock.
 */
export function stockLengths(pieces: readonly CutPiece[], stock: number, kerf: number): number {
  const list = pieces.flatMap((p) => Array.from({ length: p.count }, () => p.length)).sort((a, b) => b - a);
  const left: number[] = [];
  for (const length of list) {
    if (length > stock)
      throw new RangeError(`stockLengths: a piece of ${length} m is longer than the stock of ${stock} m`);
    const i = left.findIndex((rest) => rest >= length - 1e-9);
    if (i < 0) left.push(stock - length - kerf);
    else left[i]! -= length + kerf;
  }
  return left.length;
}

/** Cloth off the roll for `count` cuts of a × b, laid side by side across the roll in the better direction, m. */
function clothOffRoll(count: number, a: number, b: number, roll: number): number | null {
  const options = [
    [a, b],
    [b, a],
  ]
    .map(([across, along]) => {
      const perRow = Math.floor(roll / across! + 1e-9);
      return perRow > 0 ? Math.ceil(count / perRow) * along! : null;
    })
    .filter((m) => m !== null);
  return options.length > 0 ? Math.min(...options) : null;
}

function piecesOf({ count, width, height }: PanelBatch, habits: BuyingHabits): CutPiece[] {
  const long = Math.max(width, height);
  const short = Math.min(width, height) - 2 * habits.frameThickness;
  const pieces: CutPiece[] = [
    { name: 'stile', length: long, count: 2 * count },
    { name: 'rail', length: short, count: 2 * count },
  ];
  if (long >= BRACE_FROM) pieces.push({ name: 'brace', length: short, count });
  return pieces;
}

/** Quantities for one batch or several of different sizes. Throws RangeError for sizes the frame or the roll cannot hold. */
export function shoppingFor(
  asked: PanelBatch | readonly PanelBatch[],
  habits: BuyingHabits = DEFAULT_HABITS,
): Shopping {
  const batches = 'count' in asked ? [asked] : asked;
  const pieces: CutPiece[] = [];
  let fillArea = 0;
  let cloth = 0;
  for (const batch of batches) {
    const { count, width, height, depth } = batch;
    if (!(Number.isInteger(count) && count >= 0))
      throw new RangeError(`shoppingFor: count must be a whole number, got ${count}`);
    for (const [name, value] of Object.entries({ width, height, depth })) mustBePositive('shoppingFor', name, value);
    const inner = { width: width - 2 * habits.frameThickness, height: height - 2 * habits.frameThickness };
    mustBePositive('shoppingFor', 'width inside the frame', inner.width);
    mustBePositive('shoppingFor', 'height inside the frame', inner.height);
    const round = 2 * (depth + habits.clothTurn);
    const off = clothOffRoll(count, width + round, height + round, habits.clothWidth);
    if (off === null) {
      throw new RangeError(`shoppingFor: the panel with its depth is wider than the ${habits.clothWidth} m cloth roll`);
    }
    cloth += off;
    fillArea += count * inner.width * inner.height;
    for (const piece of piecesOf(batch, habits)) {
      const same = pieces.find((p) => p.name === piece.name && Math.abs(p.length - piece.length) < 1e-9);
      if (same) same.count += piece.count;
      else pieces.push(piece);
    }
  }
  return {
    fillArea,
    fillAreaWithWaste: fillArea * (1 + habits.waste),
    fillPacks: Math.max(0, Math.ceil((fillArea * (1 + habits.waste)) / habits.packArea - 1e-9)),
    pieces,
    timberLength: pieces.reduce((sum, p) => sum + p.length * p.count, 0),
    stockPieces: stockLengths(pieces, habits.stockLength, habits.kerf),
    clothLength: cloth * (1 + habits.waste),
  };
}
