/** What commands begin with too: a box and its walls, a loudspeaker of everyday size. */
import type { Loudspeaker, Project } from './schema/project';

export interface BoxRoom {
  /** Wall A to wall C, m. */
  length: number;
  /** Wall D to wall B, m. */
  width: number;
  height: number;
}

/** Walls of a box in walking order; A is faced first. */
export const BOX_WALLS = ['A', 'B', 'C', 'D'] as const;

export function boxCorners({ length, width }: Pick<BoxRoom, 'length' | 'width'>): Project['room']['corners'] {
  return [
    { wall: 'A', x: 0, y: 0 },
    { wall: 'B', x: width, y: 0 },
    { wall: 'C', x: width, y: length },
    { wall: 'D', x: 0, y: length },
  ];
}

const BOX = { width: 0.22, depth: 0.28, height: 0.36 };

/** A loudspeaker of ordinary make; where it stands comes afterwards. */
export function plainLoudspeaker(id: string, letter: string, values: Partial<Loudspeaker> = {}): Loudspeaker {
  const box = values.box ?? BOX;
  return {
    id,
    letter,
    x: 0,
    y: 0,
    axisHeight: 1.2,
    minimumDistance: 1.1,
    role: 'main',
    station: null,
    mount: 'free',
    axisInBox: box.height * 0.6,
    drivers: { low: box.height * 0.35, high: box.height * 0.8 },
    aimDeg: null,
    tiltDeg: 0,
    lowCornerHz: 50,
    lowShelf: null,
    feed: { gainDb: 0, delayMs: 0, inverted: false, crossover: null },
    ...values,
    box: { ...box },
  };
}
