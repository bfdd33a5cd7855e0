/** Small drawings of Build as plain shapes in pixels: shown on the screen and printed from the same. */
import { lengthText, type LengthSystem } from '../quantities/lengths';
import type { View } from './pieceDrawing';
import { escape, INK, n, SOFT } from './paper';

/** What a shape is, for its colour. */
export type Look = 'stock' | 'timber' | 'board' | 'fill' | 'cloth' | 'other' | 'beyond' | 'cut' | 'fold' | 'number';

export type Mark =
  | { kind: 'polygon'; look: Look; points: readonly (readonly [number, number])[]; faint: boolean }
  | { kind: 'line'; look: Look; from: readonly [number, number]; to: readonly [number, number] }
  | { kind: 'circle'; look: Look; at: readonly [number, number]; r: number }
  | { kind: 'text'; at: readonly [number, number]; text: string; bold: boolean; size: number; upright: boolean };

export interface Picture {
  width: number;
  height: number;
  marks: Mark[];
  /** In words, for who does not see it. */
  told: string;
}

export const rectangle = (look: Look, x: number, y: number, width: number, height: number): Mark => ({
  ...{ kind: 'polygon', look, faint: false },
  points: [
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ],
});
export const writing = (
  x: number,
  y: number,
  text: string,
  { bold = false, size = 10.5, upright = false } = {},
): Mark => ({
  ...{ kind: 'text', at: [x, y], text, bold, size, upright },
});

/** A number in a circle. */
export const numberAt = (x: number, y: number, text: string): Mark[] => [
  { kind: 'circle', look: 'number', at: [x, y], r: 8 },
  writing(x, y + 3.6, text, { bold: true, size: 9.5 }),
];

/** Kept free for sizes and numbers. */
const MARGIN = 26;

/** A view of a piece within so many pixels; its parts' numbers, and its sizes below and beside it. */
export function viewPicture(
  view: View,
  told: string,
  system: LengthSystem,
  {
    wide,
    high,
    numbers = false,
    across,
    up,
  }: { wide: number; high: number; numbers?: boolean; across?: number; up?: number },
): Picture {
  const scale = Math.min((wide - 2 * MARGIN) / (view.right - view.left), (high - 2 * MARGIN) / (view.high - view.low));
  const x = (m: number) => MARGIN + (m - view.left) * scale;
  const y = (m: number) => MARGIN + (view.high - m) * scale;
  const width = 2 * MARGIN + (view.right - view.left) * scale;
  const height = 2 * MARGIN + (view.high - view.low) * scale;
  const inSection = view.shapes.some((s) => s.cut) && view.shapes.some((s) => !s.cut);
  const marks: Mark[] = view.shapes.map((s) => ({
    ...{ kind: 'polygon', look: s.stuff, faint: inSection && !s.cut },
    points: s.points.map(([a, b]) => [x(a), y(b)] as const),
  }));
  if (across !== undefined) marks.push(writing(width / 2, height - 8, lengthText(across, system)));
  if (up !== undefined) marks.push(writing(14, height / 2, lengthText(up, system), { upright: true }));
  if (!numbers) return { width, height, marks, told };
  // Numbers that would stand on each other step aside.
  const placed: [number, number][] = [];
  for (const l of view.labels) {
    let [px, py] = [x(l.at[0]), y(l.at[1])];
    for (let t = 0; t < 12 && placed.some((p) => Math.hypot(p[0] - px, p[1] - py) < 18); t++) {
      px += 18;
      if (px > width - 10) [px, py] = [x(l.at[0]), py + 18];
    }
    placed.push([px, py]);
    marks.push(...numberAt(px, py, String(l.part)));
  }
  return { width, height, marks, told };
}

const PRINTED: Record<Look, { fill: string; stroke: string; dash?: string }> = {
  stock: { fill: '#FAF5EC', stroke: '#BFAE94', dash: '3 2' },
  timber: { fill: '#F5E6CB', stroke: '#C79A4B' },
  board: { fill: '#F3EADB', stroke: '#6A5C4F' },
  fill: { fill: '#DDE9E8', stroke: '#1E6A66' },
  cloth: { fill: '#F6E6CF', stroke: '#9C5A22' },
  other: { fill: '#E3E6E8', stroke: '#52606B' },
  beyond: { fill: 'none', stroke: '#BFAE94' },
  cut: { fill: 'none', stroke: '#9C5A22' },
  fold: { fill: 'none', stroke: '#9C5A22', dash: '5 3' },
  number: { fill: '#FFFFFF', stroke: '#6A5C4F' },
};

/** The picture as SVG for paper, in the program's own fonts. */
export function pictureSvg({ width, height, marks }: Picture, font: string): string {
  const looks = (look: Look, faint = false) => {
    const { fill, stroke, dash } = PRINTED[look];
    return `fill="${fill}" stroke="${stroke}" stroke-width="1"${dash ? ` stroke-dasharray="${dash}"` : ''}${faint ? ' fill-opacity="0.3" stroke-opacity="0.5"' : ''}`;
  };
  const body = marks.map((m) => {
    switch (m.kind) {
      case 'polygon':
        return `<polygon points="${m.points.map((p) => `${n(p[0])},${n(p[1])}`).join(' ')}" ${looks(m.look, m.faint)}/>`;
      case 'line':
        return `<line x1="${n(m.from[0])}" y1="${n(m.from[1])}" x2="${n(m.to[0])}" y2="${n(m.to[1])}" ${looks(m.look)}/>`;
      case 'circle':
        return `<circle cx="${n(m.at[0])}" cy="${n(m.at[1])}" r="${m.r}" ${looks(m.look)}/>`;
      case 'text':
        return `<text ${m.upright ? `transform="translate(${n(m.at[0])} ${n(m.at[1])}) rotate(-90)"` : `x="${n(m.at[0])}" y="${n(m.at[1])}"`} font-family="${font}" font-size="${m.size}" text-anchor="middle" fill="${m.bold ? INK : SOFT}"${m.bold ? ' font-weight="bold"' : ''}>${escape(m.text)}</text>`;
    }
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}" height="${n(height)}" viewBox="0 0 ${n(width)} ${n(height)}">${body.join('')}</svg>`;
}
