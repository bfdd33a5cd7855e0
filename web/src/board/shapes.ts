/** Outlines of the things drawn on the board: tape with torn ends, hatched cloth, contour lines. Pure strings. */

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
