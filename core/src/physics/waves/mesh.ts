/**
 * The grid of finite elements over a room: which cells hold air, their unknowns, and the matrices of stiffness and mass.
 *
 * Cells are boxes; cells the room's faces cut are integrated exactly over what is air. Unknowns are the grid's nodes, but
 * where a wall thinner than the grid runs between two parts of the room, each side has nodes of its own, so that no sound
 * leaks through it.
 */
import { common } from '../../geometry/booleans';
import { outlineArea } from '../../geometry/polygon';
import type { Vec2, Vec3 } from '../../geometry/vector';
import { addPrism, cellMatrices, cutToCell, FULL } from './moments';
import type { OpenAir } from './openAir';

export interface Grid {
  from: Vec3;
  step: Vec3;
  /** Cells along x, y, z. */
  count: [number, number, number];
}

/** One connected part of a column of cells, with its four upright lines of nodes (x + 2y). */
export interface Column {
  outline: Vec2[] | null;
  lines: [number, number, number, number];
  /** Moments of each cell from the floor up; null without air. */
  cells: (Float64Array | null)[];
}

export interface Mesh {
  grid: Grid;
  /** By ix + iy·count[0]: mostly one. */
  columns: Column[][];
  /** Unknown of a node: line · (count[2] + 1) + k; −1 where there is none. */
  unknown: Int32Array;
  /** Number of unknowns. */
  size: number;
  /** Half width of the band. */
  half: number;
}

/** Nodes with less air than this part of a cell about them are left out: their mass is rounding. */
const LEAST_MASS = 1e-7;

/** Spacing as even as it goes; equal sides get different counts, so that no frequency comes more than a few times exactly. */
export function gridOf(air: OpenAir, h: number): Grid {
  const size = air.to.map((t, i) => t - air.from[i]!);
  const count = size.map((l) => Math.max(2, Math.round(l / h)));
  for (let i = 1; i < 3; i++) {
    for (let j = 0; j < i; j++) {
      if (Math.abs(size[i]! - size[j]!) < 1e-6 * size[i]! && count[i] === count[j]) count[i]! += 1;
    }
  }
  const c = count as [number, number, number];
  return {
    from: [...air.from],
    step: [size[0]! / c[0], size[1]! / c[1], size[2]! / c[2]],
    count: c,
  };
}

const isConvex = (plan: readonly Vec2[]): boolean =>
  plan.every((a, i) => {
    const b = plan[(i + 1) % plan.length]!;
    const c = plan[(i + 2) % plan.length]!;
    return (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]) >= -1e-9;
  });

/** Stretches of an outline that lie on an upright (axis 0) or level (axis 1) line of the grid. */
function stretchesOn(outline: readonly Vec2[], axis: 0 | 1, at: number): [number, number][] {
  const other = 1 - axis;
  return outline.flatMap((p, i): [number, number][] => {
    const q = outline[(i + 1) % outline.length]!;
    if (Math.abs(p[axis] - at) > 1e-9 || Math.abs(q[axis] - at) > 1e-9) return [];
    return [[Math.min(p[other]!, q[other]!), Math.max(p[other]!, q[other]!)]];
  });
}

const touch = (a: [number, number][], b: [number, number][]): boolean =>
  a.some((p) => b.some((q) => Math.min(p[1], q[1]) - Math.max(p[0], q[0]) > 1e-7));

/** The parts of each column of the plan, and their outlines (null: the whole cell or one part of any outline). */
function partsOfColumns(air: OpenAir, grid: Grid): (Vec2[] | null)[][] {
  const [nx, ny] = grid.count;
  const [hx, hy] = grid.step;
  const whole = isConvex(air.plan);
  const ring = [[air.plan.map(([x, y]): [number, number] => [x, y])]];
  return Array.from({ length: nx * ny }, (_, c) => {
    const [x0, y0] = [grid.from[0] + (c % nx) * hx, grid.from[1] + Math.floor(c / nx) * hy];
    const piece = cutToCell(air.plan, x0, y0, x0 + hx, y0 + hy);
    const area = outlineArea(piece);
    if (!(area > 1e-9 * hx * hy)) return [];
    if (whole || area > (1 - 1e-9) * hx * hy) return [piece];
    const rect: [number, number][] = [
      [x0, y0],
      [x0 + hx, y0],
      [x0 + hx, y0 + hy],
      [x0, y0 + hy],
    ];
    const parts = common(ring, [[rect]])
      .map((p) => p[0]!.slice(0, -1) as Vec2[])
      .filter((p) => Math.abs(outlineArea(p)) > 1e-9 * hx * hy);
    return parts.length > 0 ? parts : [piece];
  });
}

/** Builds the mesh. `h` is the wished spacing in m. */
export function meshOf(air: OpenAir, h: number): Mesh {
  const grid = gridOf(air, h);
  const [nx, ny, nz] = grid.count;
  const [hx, hy, hz] = grid.step;
  const parts = partsOfColumns(air, grid);
  const columns: Column[][] = parts.map((list) =>
    list.map((outline) => ({ outline, lines: [-1, -1, -1, -1], cells: new Array<Float64Array | null>(nz).fill(null) })),
  );

  // Moments: each prism into the columns it reaches.
  for (const prism of air.prisms) {
    const xs = prism.outline.map((p) => p[0]);
    const ys = prism.outline.map((p) => p[1]);
    const range = (list: number[], from: number, step: number, count: number): [number, number] => [
      Math.max(0, Math.floor((Math.min(...list) - from) / step - 1e-9)),
      Math.min(count - 1, Math.floor((Math.max(...list) - from) / step + 1e-9)),
    ];
    const [ix0, ix1] = range(xs, grid.from[0], hx, nx);
    const [iy0, iy1] = range(ys, grid.from[1], hy, ny);
    for (let iy = iy0; iy <= iy1; iy++) {
      for (let ix = ix0; ix <= ix1; ix++) {
        const own = columns[ix + iy * nx]!;
        if (own.length === 0) continue;
        const [x0, y0] = [grid.from[0] + ix * hx, grid.from[1] + iy * hy];
        const piece = cutToCell(prism.outline, x0, y0, x0 + hx, y0 + hy);
        if (piece.length < 3) continue;
        const cell = { x0, y0, z0: grid.from[2], hx, hy, hz };
        if (own.length === 1) addPrism(own[0]!.cells, prism, piece, cell);
        else {
          for (const part of own) {
            const shared = common(
              [[piece.map(([x, y]): [number, number] => [x, y])]],
              [[part.outline!.map(([x, y]): [number, number] => [x, y])]],
            );
            for (const s of shared) {
              const outline = s[0]!.slice(0, -1) as Vec2[];
              if (outlineArea(outline) < 0) outline.reverse();
              addPrism(part.cells, prism, outline, cell);
            }
          }
        }
      }
    }
  }

  const lines = numberLines(columns, grid);
  const { unknown, size } = numberNodes(columns, lines, nz, hx * hy * hz);
  let half = 0;
  for (const column of columns.flat()) {
    for (let k = 0; k < nz; k++) {
      if (!column.cells[k]) continue;
      let [low, high] = [Infinity, -1];
      for (let a = 0; a < 8; a++) {
        const u = unknown[column.lines[a & 3]! * (nz + 1) + k + (a >> 2)]!;
        if (u < 0) continue;
        low = Math.min(low, u);
        high = Math.max(high, u);
      }
      if (high >= 0) half = Math.max(half, high - low);
    }
  }
  return { grid, columns, unknown, size, half };
}

/** Lines of nodes about each plan corner of the grid: columns that meet there share one when air joins them. */
function numberLines(columns: Column[][], { count, from, step }: Grid): number {
  const [nx, ny] = count;
  const groups: { ix: number; iy: number; members: [Column, number][] }[] = [];
  for (let iy = 0; iy <= ny; iy++) {
    for (let ix = 0; ix <= nx; ix++) {
      // Columns around the node with the corner of theirs it is.
      const around: { column: Column; corner: number; dx: number; dy: number }[] = [];
      for (const [dx, dy] of [
        [0, 0],
        [-1, 0],
        [0, -1],
        [-1, -1],
      ] as const) {
        const [cx, cy] = [ix + dx, iy + dy];
        if (cx < 0 || cy < 0 || cx >= nx || cy >= ny) continue;
        for (const column of columns[cx + cy * nx]!) around.push({ column, corner: -dx - 2 * dy, dx, dy });
      }
      const root = around.map((_, i) => i);
      const find = (i: number): number => (root[i] === i ? i : (root[i] = find(root[i]!)));
      for (let i = 0; i < around.length; i++) {
        for (let j = 0; j < i; j++) {
          const [a, b] = [around[i]!, around[j]!];
          const sideways = a.dx !== b.dx && a.dy === b.dy;
          const lengthways = a.dy !== b.dy && a.dx === b.dx;
          if (!sideways && !lengthways) continue;
          const axis = sideways ? 0 : 1;
          const at = sideways ? from[0] + ix * step[0] : from[1] + iy * step[1];
          if (touch(stretchesOn(a.column.outline!, axis, at), stretchesOn(b.column.outline!, axis, at))) {
            root[find(i)] = find(j);
          }
        }
      }
      const made = new Map<number, (typeof groups)[number]>();
      around.forEach(({ column, corner }, i) => {
        const r = find(i);
        if (!made.has(r)) {
          made.set(r, { ix, iy, members: [] });
          groups.push(made.get(r)!);
        }
        made.get(r)!.members.push([column, corner]);
      });
    }
  }
  // The longer way outermost: the band stays narrow.
  const byX = nx >= ny;
  const order = groups
    .map((_, i) => i)
    .sort((a, b) => {
      const [p, q] = [groups[a]!, groups[b]!];
      return byX ? p.ix - q.ix || p.iy - q.iy : p.iy - q.iy || p.ix - q.ix;
    });
  order.forEach((g, line) => groups[g]!.members.forEach(([column, corner]) => (column.lines[corner] = line)));
  return groups.length;
}

function numberNodes(
  columns: Column[][],
  lines: number,
  nz: number,
  volume: number,
): { unknown: Int32Array; size: number } {
  const mass = new Float64Array(lines * (nz + 1));
  const [m, s] = [new Float64Array(64), new Float64Array(64)];
  for (const column of columns.flat()) {
    column.cells.forEach((moments, k) => {
      if (!moments) return;
      cellMatrices(moments, 1, 1, 1, m, s);
      for (let a = 0; a < 8; a++) mass[column.lines[a & 3]! * (nz + 1) + k + (a >> 2)]! += m[9 * a]! * volume;
    });
  }
  const unknown = new Int32Array(mass.length).fill(-1);
  let size = 0;
  mass.forEach((v, i) => {
    if (v >= LEAST_MASS * volume) unknown[i] = size++;
  });
  return { unknown, size };
}

/** Runs over all cells: their eight unknowns (−1: none) and their matrices. */
export function overCells(
  mesh: Mesh,
  visit: (unknowns: Int32Array, mass: Float64Array, stiffness: Float64Array) => void,
): void {
  const [hx, hy, hz] = mesh.grid.step;
  const nz = mesh.grid.count[2];
  const [fullMass, fullStiffness] = [new Float64Array(64), new Float64Array(64)];
  cellMatrices(FULL, hx, hy, hz, fullMass, fullStiffness);
  const [m, s] = [new Float64Array(64), new Float64Array(64)];
  const unknowns = new Int32Array(8);
  for (const column of mesh.columns.flat()) {
    for (let k = 0; k < nz; k++) {
      const moments = column.cells[k];
      if (!moments) continue;
      for (let a = 0; a < 8; a++) unknowns[a] = mesh.unknown[column.lines[a & 3]! * (nz + 1) + k + (a >> 2)]!;
      if (moments[0]! > 1 - 1e-12) visit(unknowns, fullMass, fullStiffness);
      else {
        cellMatrices(moments, hx, hy, hz, m, s);
        visit(unknowns, m, s);
      }
    }
  }
}
