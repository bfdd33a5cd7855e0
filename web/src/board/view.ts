/** Zoom and pan of the board: sheets moved and scaled, so that lines and letters keep their size. Pure. */
import type { BoardLayout, Sheet } from './layout';

export interface View {
  /** Times the fitted scale. */
  zoom: number;
  /** px the fitted drawing is shifted by after scaling about the origin. */
  x: number;
  y: number;
}

export const FITTED: View = { zoom: 1, x: 0, y: 0 };
export const ZOOM_RANGE = [0.5, 12] as const;

const moved = (sheet: Sheet, v: View): Sheet => ({
  x: sheet.x * v.zoom + v.x,
  y: sheet.y * v.zoom + v.y,
  scale: sheet.scale * v.zoom,
});

export function viewed(layout: BoardLayout, view: View): BoardLayout {
  if (view === FITTED) return layout;
  const { aside } = layout;
  return {
    plan: moved(layout.plan, view),
    ceiling: moved(layout.ceiling, view),
    strip: moved(layout.strip, view),
    aside: aside && {
      x: aside.x * view.zoom + view.x,
      y: aside.y * view.zoom + view.y,
      width: aside.width * view.zoom,
      height: aside.height * view.zoom,
    },
    height: layout.height,
  };
}

/** Zooms by a factor about a fixed point of the board, px. */
export function zoomed(view: View, factor: number, [px, py]: readonly [number, number]): View {
  const zoom = Math.min(ZOOM_RANGE[1], Math.max(ZOOM_RANGE[0], view.zoom * factor));
  const by = zoom / view.zoom;
  return { zoom, x: px - (px - view.x) * by, y: py - (py - view.y) * by };
}

export function panned(view: View, dx: number, dy: number): View {
  return { ...view, x: view.x + dx, y: view.y + dy };
}

export interface RulerTick {
  /** px along the ruler. */
  at: number;
  /** Text at longer ticks, "" at short ones. */
  label: string;
  long: boolean;
}

/** Ticks of a ruler `length` px long whose zero lies at `zero` px, `scale` px a metre; labels at least 44 px apart. */
export function rulerTicks(
  zero: number,
  scale: number,
  length: number,
  unit: 'metric' | 'feet' | 'inches',
): RulerTick[] {
  const foot = 0.3048;
  const inch = 0.0254;
  const steps =
    unit === 'metric'
      ? [0.01, 0.05, 0.1, 0.5, 1, 5, 10, 50]
      : unit === 'feet'
        ? [inch, 3 * inch, 6 * inch, foot, 2 * foot, 5 * foot, 10 * foot, 50 * foot]
        : [inch, 5 * inch, 10 * inch, 20 * inch, 50 * inch, 100 * inch, 500 * inch];
  const labelled = steps.findIndex((s) => s * scale >= 44);
  const long = steps[labelled < 0 ? steps.length - 1 : labelled]!;
  const divides = (s: number) => Math.abs(long / s - Math.round(long / s)) < 1e-6;
  const short = steps.filter((s) => s < long && divides(s)).at(-1) ?? long;
  const every = Math.round(long / short);
  const text = (metres: number): string =>
    unit === 'metric'
      ? String(Math.round(metres * 100))
      : unit === 'feet'
        ? metres / foot < 1 && metres > 0
          ? `${Math.round(metres / inch)}″`
          : `${Math.floor(metres / foot + 1e-6)}′${Math.abs((metres / foot) % 1) > 0.04 && Math.abs((metres / foot) % 1) < 0.96 ? `${Math.round(((metres / foot) % 1) * 12)}″` : ''}`
        : String(Math.round(metres / inch));
  const ticks: RulerTick[] = [];
  const first = Math.ceil(-zero / (short * scale));
  for (let k = first; zero + k * short * scale <= length; k++) {
    const isLong = k % every === 0;
    ticks.push({ at: zero + k * short * scale, label: isLong && k >= 0 ? text(k * short) : '', long: isLong });
  }
  return ticks;
}
