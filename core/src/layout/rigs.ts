/**
 * Listening layouts as data: where each loudspeaker belongs as seen from the seat, with the tolerances of the standards.
 *
 * Azimuth in degrees from straight ahead, positive to the right; elevation positive upwards; ranges are inclusive.
 * Sources: ITU-R BS.775 (two and five channels), ITU-R BS.2051 (systems with a middle and an upper layer: the azimuth of the
 * middle layer and the elevation of the upper layer), written from knowledge of them: check against a copy. A delivery specification may ask for others: those then count.
 */
export const ROLES = ['main', 'second', 'centre', 'surround', 'height', 'sub'] as const;
export type Role = (typeof ROLES)[number];

type Range = readonly [number, number];

export interface Station {
  /** Also its letter on the tape. */
  key: string;
  name: string;
  role: Role;
  azimuthDeg: number;
  azimuthRange: Range;
  elevationDeg: number;
  elevationRange: Range;
}

/** A station at the right; its twin stands mirrored at the left. */
function twins(
  [leftKey, rightKey]: readonly [string, string],
  name: string,
  role: Role,
  azimuthDeg: number,
  [low, high]: Range,
  elevationDeg = 0,
  elevationRange: Range = [-7, 7],
): Station[] {
  const shared = { role, elevationDeg, elevationRange };
  return [
    { key: leftKey, name: `left ${name}`, azimuthDeg: -azimuthDeg, azimuthRange: [-high, -low], ...shared },
    { key: rightKey, name: `right ${name}`, azimuthDeg, azimuthRange: [low, high], ...shared },
  ];
}

const FRONT = twins(['L', 'R'], 'front', 'main', 30, [25, 35]);
const CENTRE: Station = {
  key: 'C',
  name: 'centre',
  role: 'centre',
  azimuthDeg: 0,
  azimuthRange: [-2, 2],
  elevationDeg: 0,
  elevationRange: [-7, 7],
};
const SURROUND = twins(['Ls', 'Rs'], 'surround', 'surround', 110, [100, 120], 0, [-7, 15]);
const SIDES = twins(['Ls', 'Rs'], 'side surround', 'surround', 90, [85, 110], 0, [-7, 15]);
const BACKS = twins(['Lb', 'Rb'], 'rear surround', 'surround', 135, [120, 150], 0, [-7, 15]);
const TOP_FRONT = twins(['Lt', 'Rt'], 'front height', 'height', 30, [30, 45], 35, [30, 55]);
const TOP_REAR = twins(['Lu', 'Ru'], 'rear height', 'height', 110, [100, 135], 35, [30, 55]);
/** With seven around, the upper four stand on the diagonals. */
const DIAGONAL_FRONT = twins(['Lt', 'Rt'], 'front height', 'height', 45, [30, 45], 35, [30, 55]);
const DIAGONAL_REAR = twins(['Lu', 'Ru'], 'rear height', 'height', 135, [120, 150], 35, [30, 55]);

export const LAYOUTS = [
  'stereo',
  'three-front',
  'surround-5',
  'surround-7',
  'surround-5-heights-4',
  'surround-7-heights-4',
] as const;
export type LayoutId = (typeof LAYOUTS)[number];

export interface RigLayout {
  name: string;
  source: string;
  stations: readonly Station[];
}

export const RIGS: Record<LayoutId, RigLayout> = {
  stereo: { name: 'Stereo', source: 'ITU-R BS.775: 60° between the loudspeakers', stations: FRONT },
  'three-front': { name: 'Stereo with centre', source: 'ITU-R BS.775', stations: [...FRONT, CENTRE] },
  'surround-5': { name: 'Five around', source: 'ITU-R BS.775', stations: [...FRONT, CENTRE, ...SURROUND] },
  'surround-7': {
    name: 'Seven around',
    source: 'ITU-R BS.2051, middle layer',
    stations: [...FRONT, CENTRE, ...SIDES, ...BACKS],
  },
  'surround-5-heights-4': {
    name: 'Five around, four above',
    source: 'ITU-R BS.2051, middle and upper layer',
    stations: [...FRONT, CENTRE, ...SURROUND, ...TOP_FRONT, ...TOP_REAR],
  },
  'surround-7-heights-4': {
    name: 'Seven around, four above',
    source: 'ITU-R BS.2051, middle and upper layer',
    stations: [...FRONT, CENTRE, ...SIDES, ...BACKS, ...DIAGONAL_FRONT, ...DIAGONAL_REAR],
  },
};

/** Pairs that stand as mirror images, also outside the layouts. */
const PAIRS: readonly (readonly [string, string])[] = [
  ['L', 'R'],
  ['L2', 'R2'],
  ['Ls', 'Rs'],
  ['Lb', 'Rb'],
  ['Lt', 'Rt'],
  ['Lu', 'Ru'],
];

/** The station mirrored about the listening axis; null for those on it and for subwoofers. */
export function twinStation(key: string | null): string | null {
  const pair = PAIRS.find((p) => p.includes(key ?? ''));
  return pair ? (pair[0] === key ? pair[1] : pair[0]) : null;
}

export function stationOf(layout: LayoutId, key: string | null): Station | null {
  return RIGS[layout].stations.find((s) => s.key === key) ?? null;
}
