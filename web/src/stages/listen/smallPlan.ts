/** The plan of a room small enough to stand beside a text: a scale, and where things lie on it in px. */
import type { Setting } from '@tawny/core/room/setting';

const MARGIN = 10;

export function smallPlan(setting: Setting, largest: { width: number; height: number }) {
  const corners = setting.solid.plan.map((c) => c.at);
  const [xs, ys] = [corners.map((c) => c[0]), corners.map((c) => c[1])];
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const [wide, long] = [Math.max(...xs) - left, Math.max(...ys) - top];
  const scale = Math.min((largest.width - 2 * MARGIN) / wide, (largest.height - 2 * MARGIN) / long);
  const px = ([x, y]: readonly number[]): [number, number] => [
    MARGIN + (x! - left) * scale,
    MARGIN + (y! - top) * scale,
  ];
  const points = (list: readonly (readonly number[])[]) => list.map((c) => px(c).join(',')).join(' ');
  return {
    ...{ scale, px, points },
    width: wide * scale + 2 * MARGIN,
    height: long * scale + 2 * MARGIN,
    outline: points(corners),
    speakers: setting.loudspeakers.map((l) => ({ letter: l.letter, at: px(l.at) })),
    seat: px(setting.head),
  };
}
