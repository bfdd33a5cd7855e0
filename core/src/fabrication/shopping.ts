/**
 * What to buy for batches of porous panels: fill, timber and cloth, with waste allowed and packs rounded up.
 *
 * A panel is a timber frame around the fill, butt-jointed: two stiles of full height, two rails between them; above a
 * metre of height a brace across the back. The fill stands inside the frame. Cloth wraps the front and turns over the back.
 */
import type { FillKind } from '../physics/absorbers/fills';
import { mustBePositive } from '../quantities/guard';

export interface PanelBatch {
  count: number;
  /** Outer size, m. */
  width: number;
  height: number;
  /** Fill depth, m: the frame's timber is as deep. */
  depth: number;
  fill: Fill;
}

/** What a fill is asked for by: kind, density (kg/m³), flow resistivity (Pa·s/m²). */
export interface Fill {
  kind: FillKind;
  density: number;
  sigma: number;
}

export interface BuyingHabits {
  /** Thickness of the frame timber, m. */
  frameThickness: number;
  /** Length of timber as sold, m. */
  stockLength: number;
  /** Further lengths it is sold in, m. */
  otherLengths: number[];
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
  otherLengths: [],
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
  /** Depth of the timber it is cut from, m. */
  depth: number;
  count: number;
}

/** Fill of one kind and thickness. */
export interface FillLine {
  fill: Fill;
  depth: number;
  /** m² inside the frames, without and with waste, and packs. */
  area: number;
  areaWithWaste: number;
  packs: number;
}

/** Timber of one section. */
export interface TimberLine {
  thickness: number;
  depth: number;
  /** m in the panels; which bars they are cut from is another question (studies/build/bars.ts). */
  length: number;
}

export interface Shopping {
  /** One line a kind and thickness, thin ones first. */
  fills: FillLine[];
  timbers: TimberLine[];
  pieces: CutPiece[];
  /** m of cloth off the roll, with waste. */
  clothLength: number;
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

function piecesOf({ count, width, height, depth }: Omit<PanelBatch, 'fill'>, habits: BuyingHabits): CutPiece[] {
  const long = Math.max(width, height);
  const short = Math.min(width, height) - 2 * habits.frameThickness;
  const pieces: CutPiece[] = [
    { name: 'stile', length: long, depth, count: 2 * count },
    { name: 'rail', length: short, depth, count: 2 * count },
  ];
  if (long >= BRACE_FROM) pieces.push({ name: 'brace', length: short, depth, count });
  return pieces;
}

/** What one framed panel takes: m² of fill inside the frame, m of timber, m² of cloth with its turns. Not below 0. */
export function framedParts(
  { width, height, depth }: Omit<PanelBatch, 'count' | 'fill'>,
  habits: BuyingHabits,
): { fill: number; timber: number; cloth: number } {
  const inner = (side: number) => Math.max(0, side - 2 * habits.frameThickness);
  const turn = 2 * (depth + habits.clothTurn);
  return {
    fill: inner(width) * inner(height),
    timber: piecesOf({ count: 1, width, height, depth }, habits).reduce(
      (sum, p) => sum + Math.max(0, p.length) * p.count,
      0,
    ),
    cloth: (width + turn) * (height + turn),
  };
}

const alike = (a: number, b: number): boolean => Math.abs(a - b) < 1e-9;
const sameFill = (a: Fill, b: Fill): boolean =>
  a.kind === b.kind && alike(a.density, b.density) && alike(a.sigma, b.sigma);

/** Quantities for one batch or several of different sizes. Throws RangeError for sizes the frame or the roll cannot hold. */
export function shoppingFor(
  asked: PanelBatch | readonly PanelBatch[],
  habits: BuyingHabits = DEFAULT_HABITS,
): Shopping {
  const batches = 'count' in asked ? [asked] : asked;
  const pieces: CutPiece[] = [];
  const fills: FillLine[] = [];
  let cloth = 0;
  for (const batch of batches) {
    const { count, width, height, depth, fill } = batch;
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
    if (count === 0) continue;
    const area = count * inner.width * inner.height;
    const line = fills.find((l) => sameFill(l.fill, fill) && alike(l.depth, depth));
    if (line) line.area += area;
    else fills.push({ fill, depth, area, areaWithWaste: 0, packs: 0 });
    for (const piece of piecesOf(batch, habits)) {
      const same = pieces.find(
        (p) => p.name === piece.name && alike(p.length, piece.length) && alike(p.depth, piece.depth),
      );
      if (same) same.count += piece.count;
      else pieces.push(piece);
    }
  }
  for (const line of fills) {
    line.areaWithWaste = line.area * (1 + habits.waste);
    line.packs = Math.max(0, Math.ceil(line.areaWithWaste / habits.packArea - 1e-9));
  }
  const depths = [...new Set(pieces.map((p) => Math.round(p.depth * 1e9) / 1e9))].sort((a, b) => a - b);
  return {
    fills: fills.sort(
      (a, b) => a.depth - b.depth || a.fill.kind.localeCompare(b.fill.kind) || a.fill.density - b.fill.density,
    ),
    timbers: depths.map((depth) => {
      const own = pieces.filter((p) => alike(p.depth, depth));
      return {
        thickness: habits.frameThickness,
        depth,
        length: own.reduce((sum, p) => sum + p.length * p.count, 0),
      };
    }),
    pieces,
    clothLength: cloth * (1 + habits.waste),
  };
}
