/** Paper for drawings to scale: what fits, where a place comes to lie, and the colours of ink. Millimetres of paper. */
import { boundsOf } from '../geometry/clip';
import type { Vec2 } from '../geometry/vector';

export interface SheetSvg {
  svg: string;
  /** Size on paper, mm. */
  width: number;
  height: number;
  /** 1 : scale. */
  scale: number;
}

const SCALES = [10, 20, 25, 50, 100, 200, 500] as const;

/** The largest usual scale at which a drawing fits, so that it can be measured off the paper. */
export function fittingScale(metres: readonly [number, number], paper: readonly [number, number]): number {
  return (
    SCALES.find((s) => (metres[0] * 1000) / s <= paper[0] && (metres[1] * 1000) / s <= paper[1]) ??
    SCALES[SCALES.length - 1]!
  );
}

export const escape = (text: string) =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

export const INK = '#2A211A';
export const SOFT = '#6B5E52';
export const TAPE = '#E8CF86';
export const TAPE_EDGE = '#8A6A1E';
export const CLOTH: Record<string, string> = { absorber: '#1E6A66', scatter: '#6D3B5E', board: '#52606B' };
/** Around the drawing for lines and letters, mm. */
const AROUND = 3;
export const n = (v: number) => Number(v.toFixed(2));

export interface Paper {
  at: (p: Vec2) => Vec2;
  points: (outline: readonly Vec2[]) => string;
  open: string;
  size: Pick<SheetSvg, 'width' | 'height' | 'scale'>;
}

/** @param below kept free under the drawing, mm */
export function paperFor(
  outline: readonly Vec2[],
  paper: readonly [number, number],
  upwards: boolean,
  font: string,
  below = 0,
): Paper {
  const box = boundsOf(outline);
  const size = [box.right - box.left, box.high - box.low] as const;
  const scale = fittingScale(size, [paper[0] - 2 * AROUND, paper[1] - 2 * AROUND - below]);
  const mm = 1000 / scale;
  const at = ([u, v]: Vec2): Vec2 => [
    n(AROUND + (u - box.left) * mm),
    n(AROUND + (upwards ? box.high - v : v - box.low) * mm),
  ];
  const width = n(size[0] * mm + 2 * AROUND);
  const height = n(size[1] * mm + 2 * AROUND + below);
  return {
    at,
    points: (list) => list.map((p) => at(p).join(',')).join(' '),
    open: `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}" font-family="${font}">`,
    size: { width, height, scale },
  };
}
