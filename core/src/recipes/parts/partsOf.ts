/** Every part of one piece of a recipe: the one list that bill, lists to buy, cutting plans and drawings are made of. */
import { portPlaces } from '../../physics/absorbers/resonators';
import { BOARD_DENSITY } from '../boxes';
import { boardThickness, depthOf, fillDepth, gapOf, isFramed } from '../curve';
import type { Recipe, RecipeLayer } from '../types';
import { WELL_SPEED } from '../wells';
import { acrossParts, filledParts } from './corner';
import { frameParts, railOf, sheetBody } from './frame';
import { scattererParts } from './wells';
import {
  type Body,
  boxBody,
  type Fill,
  type Material,
  type Part,
  PLAIN_WORKSHOP,
  type Point2,
  type Workshop,
} from './types';

/** Boards of closed boxes: of a box with ports all round, of a skin or holed front its back; m. */
export const BOX_BOARD = 0.018;
const BACK_BOARD = 0.009;
/** A skin lighter than this is a film off a roll, kg/m². */
const LIGHTEST_BOARD = 1.5;
/** What a free-standing block stands on: feet so much deeper than it on both sides, so high; m. */
const FOOT = { out: 0.15, high: 0.1 };
/** A duct of boards, m. */
const DUCT = 0.012;

export interface Make {
  /** Speed of sound wells are dimensioned with, m/s. */
  c: number;
  workshop: Workshop;
  /** Whether it hangs overhead: braces stand closer. */
  overhead?: boolean;
}
export const PLAIN_MAKE: Make = { c: WELL_SPEED, workshop: PLAIN_WORKSHOP };

type PorousLayer = Extract<RecipeLayer, { type: 'porous' }>;

const wood = (thickness: number, mass = thickness * BOARD_DENSITY): Material => ({
  sort: 'board',
  make: 'wood',
  thickness,
  mass,
});
const plain = { cut: 'square', paired: false } as const;
const fillOf = ({ fill: kind, density, sigma }: PorousLayer): Fill => ({ kind, density, sigma });

/** Where each layer lies from the wall, the gap behind the piece left out. */
function stackOf(recipe: Recipe): { layer: RecipeLayer; from: number }[] {
  let from = -gapOf(recipe);
  return recipe.layers.map((layer) => {
    const at = { layer, from };
    if (layer.type === 'porous' || layer.type === 'air') from += layer.d;
    return at;
  });
}

const isBoardSkin = (l: RecipeLayer): boolean => l.type === 'skin' && l.m >= LIGHTEST_BOARD;
/** Whether its air must be shut in: skins and holed fronts work by it. */
export const isClosedBox = ({ form, layers }: Pick<Recipe, 'form' | 'layers'>): boolean =>
  form !== 'board' && layers.some((l) => isBoardSkin(l) || l.type === 'holes');

/** Cloth turned round the edges, and fleece behind. */
function wraps(width: number, height: number, depth: number, workshop: Workshop, behind: boolean): Part[] {
  const turn = 2 * (depth + workshop.clothTurn);
  const off = (name: Part['name'], make: 'cloth' | 'fleece', extra: number, at: number): Part => ({
    ...{ name, of: { sort: 'roll', make }, ...plain },
    // Along the roll lies what is upright on the wall: stripes and pile run alike.
    ...{ length: height + extra, width: width + extra, grain: true },
    bodies: [sheetBody(width, height, at, at)],
  });
  return [
    off('front cloth', 'cloth', turn, depth),
    ...(behind && workshop.behind === 'fleece' ? [off('back cloth', 'fleece', 0, 0)] : []),
  ];
}

/** Fill of one layer inside a frame. */
const fillPart = (layer: PorousLayer, width: number, height: number, bodies: Body[]): Part => ({
  ...{ name: 'fill', of: { sort: 'slab', fill: fillOf(layer), thickness: layer.d }, ...plain },
  ...{ length: Math.max(width, height), width: Math.min(width, height), grain: false, bodies },
});

/** Sheets before the fill: skin, holed or slotted front, film. */
function fronts(recipe: Recipe, depth: number): Part[] {
  const { width, height } = recipe;
  const sheet = (name: Part['name'], of: Material, t: number): Part => ({
    ...{ name, of, ...plain, length: height, width, grain: true },
    bodies: [sheetBody(width, height, depth, depth + t)],
  });
  return recipe.layers.flatMap((l): Part[] => {
    if (l.type === 'skin')
      return [
        isBoardSkin(l)
          ? sheet('skin', wood(l.m / BOARD_DENSITY, l.m), l.m / BOARD_DENSITY)
          : sheet('foil', { sort: 'roll', make: 'foil' }, 0),
      ];
    if (l.type === 'holes') return [sheet('front', wood(l.t), l.t)];
    if (l.type === 'micro')
      return [sheet('front', { sort: 'board', make: 'micro', thickness: l.t, mass: l.t * BOARD_DENSITY }, l.t)];
    if (l.type !== 'slots') return [];
    const wide = l.pitch - l.w;
    const count = Math.max(1, Math.floor((width + l.w) / l.pitch + 1e-9));
    const left = (width - (count * l.pitch - l.w)) / 2;
    return [
      {
        ...{ name: 'slat', of: { sort: 'bar', thickness: l.t, depth: wide }, ...plain },
        ...{ length: height, width: wide, grain: true },
        bodies: Array.from({ length: count }, (_, i) =>
          boxBody([left + i * l.pitch, left + i * l.pitch + wide], [0, height], [depth, depth + l.t]),
        ),
      },
    ];
  });
}

/** Flat, hung or pressed in: fill in a frame, with what lies before it; shut behind where its air must be. */
function panelParts(recipe: Recipe, { workshop, overhead }: Make): Part[] {
  const { width, height, form } = recipe;
  const t = workshop.frameThickness;
  const closed = isClosedBox(recipe);
  // A box holds its own air, and its back is the wall its layers are counted from.
  const start = closed ? 0 : -gapOf(recipe);
  const depth =
    depthOf({
      layers: recipe.layers.filter((l) => l.type === 'porous' || l.type === 'air'),
    }) + start;
  const list = frameParts(
    { width, height, depth, back: 0, overhead: overhead === true || form === 'cloud', braced: !closed },
    workshop,
  );
  const [w, h] = [width - 2 * t, height - 2 * t];
  for (const { layer, from } of stackOf(recipe)) {
    if (layer.type !== 'porous') continue;
    const at = closed ? from + gapOf(recipe) : from;
    list.push(fillPart(layer, w, h, [boxBody([t, width - t], [t, height - t], [at, at + layer.d])]));
  }
  if (closed)
    list.push({
      ...{ name: 'back', of: wood(BACK_BOARD), ...plain, length: height, width, grain: true },
      bodies: [sheetBody(width, height, -BACK_BOARD, 0)],
    });
  list.push(...fronts(recipe, depth));
  // Plain fill is wrapped, whether or not its cloth counts for the sound.
  const wrapped = isFramed(recipe) || recipe.layers.some((l) => l.type === 'cloth');
  const [cloth, fleece] = wraps(width, height, depth, workshop, !closed);
  if (wrapped) list.push(cloth!);
  if (fleece) list.push(fleece);
  return list;
}

/** Across a corner or along an edge. */
function corneredParts(recipe: Recipe, { workshop }: Make): Part[] {
  const { width, height, form } = recipe;
  const layer = recipe.layers.find((l): l is PorousLayer => l.type === 'porous');
  if (!layer) return [];
  const filled = form === 'corner';
  const built = filled
    ? filledParts(recipe, workshop)
    : acrossParts({ width, height, depth: fillDepth(recipe) }, workshop);
  const list = [...built.timber];
  if ('leg' in built) {
    const side = built.leg;
    list.push({
      ...{ name: 'wedge', of: { sort: 'slab', fill: fillOf(layer), thickness: height } },
      ...{ length: side, width: side, cut: 'on the diagonal', grain: false, paired: true },
      bodies: [built.fillBody],
    });
  } else {
    list.push({
      ...fillPart({ ...layer, d: built.depth }, built.fill.width, built.fill.length, built.fillBodies),
      cut: 'bevelled',
    });
  }
  const front = filled ? workshop.frameThickness : 0;
  list.push(...fronts(recipe, built.depth));
  // The front is wrapped alone: nothing is turned round sides that lie along the walls but the turn itself.
  if (recipe.layers.some((l) => l.type === 'cloth')) {
    const [cloth] = wraps(width, height, front, workshop, false);
    list.push({ ...cloth!, bodies: [sheetBody(width, height, built.depth, built.depth)] });
  }
  return list;
}

/** Free-standing: fill between two open faces, on feet. */
function blockParts(recipe: Recipe, { workshop }: Make): Part[] {
  const { width, height } = recipe;
  const t = workshop.frameThickness;
  const depth = fillDepth(recipe);
  const list = frameParts({ width, height, depth, back: 0, overhead: false, braced: false }, workshop);
  let from = 0;
  for (const layer of recipe.layers) {
    if (layer.type !== 'porous') continue;
    list.push(
      fillPart(layer, width - 2 * t, height - 2 * t, [
        boxBody([t, width - t], [t, height - t], [from, from + layer.d]),
      ]),
    );
    from += layer.d;
  }
  list.push({
    ...{ name: 'foot', of: { sort: 'bar', thickness: t, depth: FOOT.high }, ...plain },
    ...{ length: depth + 2 * FOOT.out, width: FOOT.high, grain: true },
    bodies: [-t, width].map((x) => boxBody([x, x + t], [0, FOOT.high], [-FOOT.out, depth + FOOT.out])),
  });
  if (recipe.layers.some((l) => l.type === 'cloth')) {
    const [cloth] = wraps(width, height, depth / 2, workshop, false);
    const faces = [0, depth].map((at) => sheetBody(width, height, at, at));
    list.push({ ...cloth!, bodies: faces });
  }
  return list;
}

/** A closed box with ports: front, back, four sides, tubes or ducts where the neck is longer than the front is thick. */
function portParts(recipe: Recipe): Part[] {
  const { width, height, ports } = recipe;
  if (!ports) return [];
  const t = BOX_BOARD;
  const deep = depthOf(recipe);
  const sheet = (name: Part['name'], at: number): Part => ({
    ...{ name, of: wood(t), ...plain, length: height, width, grain: true },
    bodies: [sheetBody(width, height, at, at + t)],
  });
  const side = (length: number, bodies: Body[]): Part => ({
    ...{ name: 'side', of: wood(t), ...plain, length, width: deep, grain: true, bodies },
  });
  const list: Part[] = [
    sheet('back', -t),
    sheet('front', deep),
    side(
      height,
      [0, width - t].map((x) => boxBody([x, x + t], [0, height], [0, deep])),
    ),
    side(
      width - 2 * t,
      [0, height - t].map((y) => boxBody([t, width - t], [y, y + t], [0, deep])),
    ),
  ];
  for (const { layer, from } of stackOf(recipe)) {
    if (layer.type !== 'porous') continue;
    const at = from + gapOf(recipe);
    list.push(
      fillPart(layer, width - 2 * t, height - 2 * t, [boxBody([t, width - t], [t, height - t], [at, at + layer.d])]),
    );
  }
  if (ports.neck <= t + 0.001) return list;
  const places = portPlaces(ports.count, recipe);
  const [from, to] = [deep + t - ports.neck, deep + t];
  if (ports.shape === 'round') {
    const r = ports.size / 2;
    const round = ([x, y]: Point2): Body => ({
      axis: 'z',
      outline: Array.from({ length: 24 }, (_, i): Point2 => {
        const a = (i * Math.PI) / 12;
        return [x + r * Math.cos(a), y + r * Math.sin(a)];
      }),
      from,
      to,
    });
    list.push({
      ...{ name: 'tube', of: { sort: 'pipe', inner: ports.size }, ...plain },
      ...{ length: ports.neck, width: ports.size, grain: true, bodies: places.map(round) },
    });
    return list;
  }
  const [w, h] = ports.shape === 'square' ? [ports.size, ports.size] : [ports.slotLength, ports.size];
  const duct = (length: number, box: (x: number, y: number) => Body[]): Part => ({
    ...{ name: 'duct', of: wood(DUCT), ...plain, length, width: ports.neck, grain: false },
    bodies: places.flatMap(([x, y]) => box(x, y)),
  });
  list.push(
    duct(w + 2 * DUCT, (x, y) =>
      [y - h / 2 - DUCT, y + h / 2].map((low) =>
        boxBody([x - w / 2 - DUCT, x + w / 2 + DUCT], [low, low + DUCT], [from, to]),
      ),
    ),
    duct(h, (x, y) =>
      [x - w / 2 - DUCT, x + w / 2].map((left) => boxBody([left, left + DUCT], [y - h / 2, y + h / 2], [from, to])),
    ),
  );
  return list;
}

function hardBoard(recipe: Recipe): Part[] {
  const t = boardThickness(recipe);
  if (!(t > 0)) return [];
  const { width, height } = recipe;
  return [
    {
      ...{ name: 'board', of: wood(t), ...plain, length: height, width, grain: true },
      bodies: [sheetBody(width, height, 0, t)],
    },
  ];
}

/** Bought as it is: by its own name, or known by a laboratory's figures alone. */
const isWhole = ({ scatterer, layers, measured }: Recipe): boolean =>
  scatterer?.kind === 'bought' || (layers.length === 0 && scatterer === null && measured !== null);

/** Parts of one piece; each of the size it is cut to. */
export function partsOf(recipe: Recipe, make: Make = PLAIN_MAKE): Part[] {
  const { form, layers, width, height } = recipe;
  if (isWhole(recipe))
    return [
      {
        ...{ name: 'bought piece', of: { sort: 'whole' }, ...plain, length: height, width, grain: false },
        bodies: [sheetBody(width, height, 0, recipe.scatterer?.kind === 'bought' ? recipe.scatterer.depth : 0)],
      },
    ];
  if (form === 'board') return hardBoard(recipe);
  if (layers.length === 0) return scattererParts(recipe, make.c);
  if (recipe.ports) return portParts(recipe);
  if (form === 'straddle' || form === 'corner' || form === 'edge') return corneredParts(recipe, make);
  if (form === 'block') return blockParts(recipe, make);
  return panelParts(recipe, make);
}

/** Why a piece cannot be built so; null: it can. */
export function buildFault(
  { form, width, height, layers, scatterer, ports }: Recipe,
  workshop: Workshop,
): string | null {
  if (scatterer && layers.length === 0) return null;
  if (form === 'board') return null;
  const t = ports ? BOX_BOARD : workshop.frameThickness;
  const across = form === 'straddle' || form === 'edge' ? 2 * Math.SQRT2 * t : 2 * t;
  return width - across > 0.001 && height - 2 * t > 0.001 && railOf(Math.min(width, height), workshop) > 0
    ? null
    : 'frame-too-thick';
}
