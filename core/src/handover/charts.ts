/** Small charts for paper, SVG text in millimetres: lines told apart by their stroke and by their names, not by colour alone. */
import { fixed } from '../quantities/format';
import { escape, INK, n, SOFT } from '../report/paper';

export interface ChartLine {
  name: string;
  /** Null: a gap. */
  values: (number | null)[];
  dash: string;
  colour: string;
}
export interface Chart {
  width: number;
  height: number;
  /** Values of the lines lie at these, in the axis' unit; logarithmic. */
  at: readonly number[];
  ticks: readonly number[];
  unit: string;
  y: { from: number; to: number; step: number; unit: string; digits: number };
  lines: readonly ChartLine[];
  /** Between which values are wanted, by place; null: not judged. */
  wanted?: readonly (readonly [low: number, high: number] | null)[];
  font: string;
}

const LEFT = 12;
const RIGHT = 4;
const TOP = 8;
const BELOW = 9;
export const STROKES = ['', '2 1', '0.6 0.8', '3 0.8 0.6 0.8'] as const;
export const COLOURS = ['#9C5A22', '#1E6A66', '#6D3B5E', '#52606B'] as const;

export function chartSvg(chart: Chart): string {
  const { width, height, at, ticks, y, lines, wanted, font } = chart;
  const [first, last] = [at[0]!, at.at(-1)!];
  const px = (v: number) => n(LEFT + ((width - LEFT - RIGHT) * Math.log(v / first)) / Math.log(last / first));
  const clamp = (v: number) => Math.min(y.to, Math.max(y.from, v));
  const py = (v: number) => n(height - BELOW - ((height - TOP - BELOW) * (clamp(v) - y.from)) / (y.to - y.from));
  const text = (x: number, yy: number, words: string, anchor: string, colour = SOFT) =>
    `<text x="${x}" y="${n(yy)}" font-size="2.6" fill="${colour}" text-anchor="${anchor}">${escape(words)}</text>`;
  const levels = Array.from({ length: Math.round((y.to - y.from) / y.step) + 1 }, (_, i) => y.from + i * y.step);
  const band = (wanted ?? []).flatMap((w, i) => (w ? [{ x: px(at[i]!), low: py(w[0]), high: py(w[1]) }] : []));
  const path = (values: readonly (number | null)[]) =>
    values.map((v, i) => (v === null ? '' : `${values[i - 1] == null ? 'M' : 'L'}${px(at[i]!)} ${py(v)}`)).join('');
  let legend = LEFT;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}" font-family="${font}">`,
    ...levels.map(
      (v) =>
        `<path d="M${LEFT} ${py(v)}H${width - RIGHT}" stroke="#E6DAC6" stroke-width="0.2"/>${text(LEFT - 1.5, py(v) + 0.9, fixed(v, y.digits), 'end')}`,
    ),
    ...(band.length > 1
      ? [
          `<polygon points="${[...band.map((b) => `${b.x},${b.high}`), ...band.reverse().map((b) => `${b.x},${b.low}`)].join(' ')}" fill="#1E6A66" fill-opacity="0.12"/>`,
        ]
      : []),
    ...ticks.map((f) => text(px(f), height - BELOW + 4, f >= 1000 ? `${f / 1000}k` : String(f), 'middle')),
    text(width - RIGHT, height - 1, chart.unit, 'end'),
    text(LEFT, TOP - 4.5, y.unit, 'end'),
    ...lines.map(
      (l) =>
        `<path d="${path(l.values)}" fill="none" stroke="${l.colour}" stroke-width="0.5"${l.dash && ` stroke-dasharray="${l.dash}"`}/>`,
    ),
    ...lines.map((l) => {
      const x = legend;
      legend += 11 + 1.5 * l.name.length;
      return `<path d="M${n(x + 2)} ${TOP - 5}h6" stroke="${l.colour}" stroke-width="0.5"${l.dash && ` stroke-dasharray="${l.dash}"`}/>${text(n(x + 9), TOP - 4.1, l.name, 'start', INK)}`;
    }),
    '</svg>',
  ].join('');
}
