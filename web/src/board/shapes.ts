/** Outlines of the things drawn on the board: tape with torn ends, hatched cloth, contour lines. Pure strings. */
import type { RecipeKind } from '@tawny/core/recipes/kind';

/** A strip of tape centred on (x, y), its short ends torn. */
export function tapePath(x: number, y: number, width: number, height: number): string {
  const teeth = 4;
  const bite = Math.min(2.4, width / 8);
  const left = x - width / 2;
  const right = x + width / 2;
  const top = y - height / 2;
  const points: string[] = [`M${left} ${top}L${right} ${top}`];
  for (let i = 1; i <= teeth; i++) {
    const edge = i % 2 === 1 ? right - bite : right;
    points.push(`L${edge} ${top + (height * i) / teeth}`);
  }
  for (let i = teeth; i >= 0; i--) {
    const edge = i % 2 === 1 ? left + bite : left;
    points.push(`L${edge} ${top + (height * i) / teeth}`);
  }
  return `${points.join('')}Z`;
}

/** Hatch lines of a cloth panel: the deeper the panel, the closer they stand. */
export function hatchPath(x: number, y: number, width: number, height: number, depth: number): string {
  const gap = Math.max(3.5, 16 - depth * 80);
  const parts: string[] = [];
  for (let c = gap; c < width + height; c += gap) {
    const x1 = Math.min(c, width);
    const y1 = c - x1;
    const y2 = Math.min(c, height);
    const x2 = c - y2;
    parts.push(`M${x + x1} ${y + y1}L${x + x2} ${y + y2}`);
  }
  return parts.join('');
}

/** px between the ribs of a scatterer. */
const RIB = 5;

/** What a piece of a kind is told by: hatched cloth, ribs, a stroke across a board, a frame inside for a skin, rings for holes. */
export function patternPath(
  kind: RecipeKind,
  { x, y, width, height }: { x: number; y: number; width: number; height: number },
  depth: number,
): string {
  if (kind === 'absorber' || kind === 'corner') return hatchPath(x, y, width, height, depth);
  if (kind === 'board') return `M${x} ${y}L${x + width} ${y + height}`;
  if (kind === 'membrane') {
    const inset = Math.min(4, width / 4, height / 4);
    return `M${x + inset} ${y + inset}h${width - 2 * inset}v${height - 2 * inset}h${2 * inset - width}Z`;
  }
  if (kind === 'port') {
    const r = Math.min(3, width / 8, height / 8);
    return [0.25, 0.5, 0.75]
      .map((t) => `M${x + t * width - r} ${y + height / 2}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`)
      .join('');
  }
  const ribs = Math.max(1, Math.floor(width / RIB));
  return Array.from({ length: ribs }, (_, i) => `M${x + ((i + 0.5) * width) / ribs} ${y}v${height}`).join('');
}

type Ring = readonly (readonly number[])[];

/** Filled contour (multi-polygon in grid units) as a path; `sx`, `sy` px per grid cell. */
export function areaPath(polygons: readonly (readonly Ring[])[], sx: number, sy: number): string {
  return polygons
    .flat()
    .map((ring) => `M${ring.map(([x, y]) => `${(x! * sx).toFixed(1)} ${(y! * sy).toFixed(1)}`).join('L')}Z`)
    .join('');
}

/** The inner part of a contour only: pieces along the edge of the grid are left out. */
export function linePath(
  polygons: readonly (readonly Ring[])[],
  columns: number,
  rows: number,
  sx: number,
  sy: number,
): string {
  const near = (v: number, edge: number) => Math.abs(v - edge) < 0.51;
  const onEdge = (a: readonly number[], b: readonly number[]) =>
    [0, columns].some((e) => near(a[0]!, e) && near(b[0]!, e)) ||
    [0, rows].some((e) => near(a[1]!, e) && near(b[1]!, e));
  const parts: string[] = [];
  for (const ring of polygons.flat()) {
    let open = false;
    for (let i = 0; i + 1 < ring.length; i++) {
      const [a, b] = [ring[i]!, ring[i + 1]!];
      if (onEdge(a, b)) {
        open = false;
        continue;
      }
      // Pieces that touch stay one stroke, or their dashes would run together.
      if (!open) parts.push(`M${(a[0]! * sx).toFixed(1)} ${(a[1]! * sy).toFixed(1)}`);
      parts.push(`L${(b[0]! * sx).toFixed(1)} ${(b[1]! * sy).toFixed(1)}`);
      open = true;
    }
  }
  return parts.join('');
}
