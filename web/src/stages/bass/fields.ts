/** Maps of the worker turned into what the board draws: a phase taken, places outside the room filled. Pure. */
import { boundsOf } from '@tawny/core/geometry/clip';
import { faceOutline } from '@tawny/core/geometry/unfold';
import type { MapAnswer, PressureMap } from '@tawny/core/studies/bass/types';
import type { RoomSetting } from '@tawny/core/room/setting';
import type { FaceField, PressureField } from '../../board/types';

/**
 * Places without a value take that of the nearest beside them, step by step: contours then run on past the walls, where
 * they are cut, instead of along them.
 */
export function filled(values: readonly number[], columns: number, rows: number): number[] {
  let list = [...values];
  for (let round = 0; round < columns + rows && list.some(Number.isNaN); round++) {
    let any = false;
    list = list.map((v, i) => {
      if (!Number.isNaN(v)) return v;
      const [x, y] = [i % columns, Math.floor(i / columns)];
      let [sum, n] = [0, 0];
      for (const [dx, dy] of [
        [1, 0],
        [-1, 0],
        [0, 1],
        [0, -1],
      ] as const) {
        const [u, w] = [x + dx, y + dy];
        const other = u >= 0 && w >= 0 && u < columns && w < rows ? list[w * columns + u]! : NaN;
        if (Number.isNaN(other)) continue;
        sum += other;
        n += 1;
      }
      if (n === 0) return NaN;
      any = true;
      return sum / n;
    });
    if (!any) break;
  }
  return list.map((v) => (Number.isNaN(v) ? 0 : v));
}

/** Pressure at a moment of the cycle, radians; the largest over a cycle is what the worker scaled to 1. */
export function atPhase({ re, im, columns, rows }: PressureMap, phase: number): PressureField {
  const [c, s] = [Math.cos(phase), Math.sin(phase)];
  const values = Array.from(re, (v, i) => c * v - s * im[i]!);
  return { values: filled(values, columns, rows), columns, rows };
}

/** The phase at which the ears hear most: a still picture is taken there. */
export function stillPhase(map: MapAnswer): number {
  let [a, b] = [0, 0];
  map.plan.re.forEach((re, i) => {
    if (Number.isNaN(re)) return;
    const im = map.plan.im[i]!;
    a += re * re - im * im;
    b += 2 * re * im;
  });
  // Turns the field so that most of it is real.
  return -0.5 * Math.atan2(b, a);
}

export function faceFields(room: RoomSetting, map: MapAnswer, phase: number): FaceField[] {
  return Object.entries({ ...map.walls, ...map.ceilings }).flatMap(([face, part]): FaceField[] => {
    const found = room.faces.find((f) => f.id === face);
    if (!found) return [];
    const box = boundsOf(faceOutline(found));
    return [
      {
        face,
        ...atPhase(part, phase),
        left: box.left,
        low: box.low,
        width: box.right - box.left,
        height: box.high - box.low,
      },
    ];
  });
}
