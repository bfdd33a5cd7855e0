/** Axes of the charts: standard frequencies on a log axis, round ticks on a linear one. Pure. */
import { ticks } from 'd3-array';
import { scaleLinear, scaleLog } from 'd3-scale';
import { frequencyLabel, thirdOctaveMidband } from '@tawny/core/quantities/bands';

export interface Frame {
  width: number;
  height: number;
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** Log-frequency scale in px over the frame. */
export function frequencyScale(frame: Frame, from: number, to: number) {
  return scaleLog([from, to], [frame.left, frame.width - frame.right]);
}

/** Linear scale in px, upwards. */
export function levelScale(frame: Frame, from: number, to: number) {
  return scaleLinear([from, to], [frame.height - frame.bottom, frame.top]);
}

/** Third-octave ticks inside a range; octaves carry labels. */
export function frequencyTicks(from: number, to: number): { at: number; label: string | null }[] {
  const list: { at: number; label: string | null }[] = [];
  for (let k = -20; k <= 12; k++) {
    const f = thirdOctaveMidband(k);
    if (f < from * 0.999 || f > to * 1.001) continue;
    list.push({ at: f, label: k % 3 === 0 ? nominal(f) : null });
  }
  return list;
}

const NOMINAL = [16, 31.5, 63, 125, 250, 500, 1000, 2000, 4000, 8000, 16000];

function nominal(f: number): string {
  const label = NOMINAL.reduce((best, n) => (Math.abs(Math.log(n / f)) < Math.abs(Math.log(best / f)) ? n : best));
  return frequencyLabel(label);
}

export function roundTicks(from: number, to: number, count: number): number[] {
  return ticks(from, to, count);
}

/** Pushes labels apart to at least `gap` px, keeping their order; the group stays inside [top, bottom]. */
export function spread(wanted: readonly number[], gap: number, top: number, bottom: number): number[] {
  const order = wanted.map((y, i) => ({ y, i })).sort((a, b) => a.y - b.y);
  for (let k = 1; k < order.length; k++) order[k]!.y = Math.max(order[k]!.y, order[k - 1]!.y + gap);
  const over = (order[order.length - 1]?.y ?? 0) - bottom;
  if (over > 0) {
    order[order.length - 1]!.y -= over;
    for (let k = order.length - 2; k >= 0; k--) order[k]!.y = Math.min(order[k]!.y, order[k + 1]!.y - gap);
  }
  const result: number[] = [];
  order.forEach(({ y, i }) => (result[i] = Math.max(top, y)));
  return result;
}
