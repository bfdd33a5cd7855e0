/** Diffusers of wood: wells between fins, blocks of a skyline, a bent sheet on ribs. */
import { SequenceRefused, skyline, wellDepth } from '../../physics/diffusers/sequences';
import { BOARD_DENSITY } from '../boxes';
import type { Recipe } from '../types';
import { boardsOf, FIN, wellDepthsOf } from '../wells';
import { boxBody, type Material, type Part, type Point2 } from './types';

/** A sheet that can be bent, m. Practice: thin plywood across its outer grain. */
const BENT = 0.004;
/** Ribs at most so far apart, and spacers of shallow wells, m. */
const RIBS = 0.4;
const SPACERS = 0.6;

const board = (thickness: number): Material => ({
  sort: 'board',
  make: 'wood',
  thickness,
  mass: thickness * BOARD_DENSITY,
});
const plain = { cut: 'square', grain: true, paired: false } as const;

/** Fins, well bottoms on their spacers and a back, as `boardsOf` sizes them. */
function wellParts(recipe: Recipe, c: number): Part[] {
  const s = recipe.scatterer!;
  const boards = boardsOf(recipe, c);
  if (!boards || (s.kind !== 'qrd' && s.kind !== 'prd')) return [];
  const { height } = recipe;
  const deep = boards.depth - 2 * FIN;
  const all = Array.from({ length: s.periods }, () => wellDepthsOf(s, c)).flat();
  const left = (i: number) => FIN + i * (s.wellWidth + FIN);
  const list: Part[] = [
    {
      ...{ name: 'back', of: board(FIN), length: height, width: boards.width, ...plain },
      bodies: [boxBody([0, boards.width], [0, height], [0, FIN])],
    },
    {
      ...{ name: 'fin', of: board(FIN), length: height, width: deep + FIN, ...plain },
      bodies: Array.from({ length: all.length + 1 }, (_, i) =>
        boxBody([left(i) - FIN, left(i)], [0, height], [FIN, 2 * FIN + deep]),
      ),
    },
  ];
  const bottoms = [...new Set(all.map((d) => Math.round(d * 1e4) / 1e4))].sort((a, b) => a - b);
  const rows = Math.max(2, Math.ceil(height / SPACERS) + 1);
  for (const depth of bottoms) {
    const wells = all.map((d, i) => ({ d, i })).filter(({ d }) => Math.abs(d - depth) < 1e-4);
    const raised = deep - wells[0]!.d;
    list.push({
      ...{ name: 'well bottom', of: board(FIN), length: height, width: s.wellWidth, ...plain },
      bodies: wells.map(({ i }) =>
        boxBody([left(i), left(i) + s.wellWidth], [0, height], [FIN + raised, 2 * FIN + raised]),
      ),
    });
    if (raised < 1e-4) continue;
    list.push({
      ...{ name: 'spacer', of: board(FIN), length: s.wellWidth, width: raised, ...plain, grain: false },
      bodies: wells.flatMap(({ i }) =>
        Array.from({ length: rows }, (_, r) => {
          const y = (r * (height - FIN)) / (rows - 1);
          return boxBody([left(i), left(i) + s.wellWidth], [y, y + FIN], [FIN, FIN + raised]);
        }),
      ),
    });
  }
  return list;
}

/** Square blocks by their length, cut from posts of the wells' width, on a back. */
function skylineParts({ scatterer: s, width, height }: Recipe, c: number): Part[] {
  if (s?.kind !== 'skyline') return [];
  let cells: number[][];
  try {
    cells = skyline(s.N, s.root, s.rows, s.cols);
  } catch (error) {
    // A sequence that makes no skyline has no blocks; Recipes says why.
    if (error instanceof SequenceRefused) return [];
    throw error;
  }
  const across = Math.max(1, Math.floor(width / s.wellWidth + 1e-9));
  const up = Math.max(1, Math.floor(height / s.wellWidth + 1e-9));
  const [x0, y0] = [(width - across * s.wellWidth) / 2, (height - up * s.wellWidth) / 2];
  const byNumber = new Map<number, Part['bodies'][number][]>();
  for (let row = 0; row < up; row++)
    for (let col = 0; col < across; col++) {
      const n = cells[row % s.rows]![col % s.cols]!;
      const [x, y] = [x0 + col * s.wellWidth, y0 + row * s.wellWidth];
      const body = boxBody([x, x + s.wellWidth], [y, y + s.wellWidth], [FIN, FIN + wellDepth(n, s.N, s.designHz, c)]);
      byNumber.set(n, [...(byNumber.get(n) ?? []), body]);
    }
  const post = { sort: 'bar', thickness: s.wellWidth, depth: s.wellWidth } as const;
  return [
    {
      ...{ name: 'back', of: board(FIN), length: height, width, ...plain },
      bodies: [boxBody([0, width], [0, height], [0, FIN])],
    },
    ...[...byNumber]
      .sort(([a], [b]) => a - b)
      .map(([n, bodies]): Part => ({
        ...{ name: 'block', of: post, length: wellDepth(n, s.N, s.designHz, c), width: s.wellWidth, ...plain },
        bodies,
      })),
  ];
}

/** A sheet bent over ribs of its arc. */
function curvedParts({ scatterer: s, width, height }: Recipe): Part[] {
  if (s?.kind !== 'curved') return [];
  const steps = 24;
  const half = width / 2;
  const radius = (half * half + s.rise * s.rise) / (2 * s.rise);
  const angle = 2 * Math.atan2(half, radius - s.rise);
  const at = (i: number, r: number): Point2 => {
    const a = -angle / 2 + (angle * i) / steps;
    return [half + r * Math.sin(a), s.rise - radius + r * Math.cos(a)];
  };
  const arc = (r: number) => Array.from({ length: steps + 1 }, (_, i) => at(i, r));
  const ribs = Math.max(2, Math.ceil(height / RIBS) + 1);
  return [
    {
      ...{ name: 'rib', of: board(FIN), length: width, width: s.rise, ...plain },
      bodies: Array.from({ length: ribs }, (_, i) => {
        const y = (i * (height - FIN)) / (ribs - 1);
        return { axis: 'y', outline: arc(radius), from: y, to: y + FIN } as const;
      }),
    },
    {
      ...{ name: 'bent sheet', of: board(BENT), length: radius * angle, width: height, ...plain, grain: false },
      bodies: [{ axis: 'y', outline: [...arc(radius + BENT), ...arc(radius).reverse()], from: 0, to: height }],
    },
  ];
}

export const scattererParts = (recipe: Recipe, c: number): Part[] => [
  ...wellParts(recipe, c),
  ...skylineParts(recipe, c),
  ...curvedParts(recipe),
];
