/** Where absorption sits: balance of the three axes, parallel bare pairs that flutter, slope of the curve, critical distance. */
import { newell } from '../../geometry/polygon';
import { distance } from '../../geometry/vector';
import type { PairAxis } from '../../physics/reverberation/decay';
import { bandSurfaces, type MixPiece } from './curves';
import type { DecayResult } from './types';

import type { Setting, SettingFace } from '../../room/setting';
import { directivityFactor } from '../../physics/loudspeakers/directivity';
import type { Working } from '../types';

/** What of a decay says what every surface takes. */
export type Lined = Pick<DecayResult, 'octaves' | 'inputs' | 'panelAlpha' | 'mix'> & {
  chosen: Pick<DecayResult['chosen'], 'counts'>;
};

export interface AxisBalance {
  axis: PairAxis;
  name: string;
  area: number;
  /** Mean coefficient per octave. */
  alpha: number[];
  /** Mean of 500 Hz–4 kHz. */
  mid: number;
}

export interface Flutter {
  names: [string, string];
  /** m, and echoes a second: c/2d for the way there and back. */
  apart: number;
  perSecond: number;
  /** Mean coefficients of the two, 500 Hz–4 kHz. */
  alpha: [number, number];
}

export interface Slope {
  /** T at 125 Hz over T at 1 kHz, and T at 4 kHz over T at 1 kHz. */
  low: number;
  high: number;
  verdict: 'even' | 'boomy' | 'dead-highs' | 'both';
}

export interface Critical {
  /** Of a source that radiates everywhere alike, and of a loudspeaker at 1 kHz, m. */
  plain: number;
  /** Directivity factor of the pair at 1 kHz. */
  factor: number;
  loudspeaker: number;
  /** Head to loudspeakers, m. */
  seat: number | null;
}

const AXIS_NAMES: Record<PairAxis, string> = { x: 'left and right', y: 'front and rear', z: 'floor and ceiling' };

/** A pair is bare when neither takes this much, parallel within this angle. */
export const BARE = 0.2;
const PARALLEL_DEG = 3;
/** Walls that face each other over less than this do not flutter, m². */
const LEAST_FACING = 0.6;
/** Where the critical distance is told, Hz. */
const CRITICAL_HZ = 1000;
/** T low over T mid a room may rise by, and T high over T mid it may fall to, before it says so. */
const BOOMY = 1.5;
const DEAD = 0.6;

const midOf = (alpha: readonly number[]): number => (alpha[3]! + alpha[4]! + alpha[5]! + alpha[6]!) / 4;

/** The room with what is chosen in it, axis by axis. */
export function axisBalance(result: DecayResult): AxisBalance[] {
  const axes: PairAxis[] = ['z', 'x', 'y'];
  return axes.map((axis) => {
    const bands = result.octaves.map((_, b) =>
      bandSurfaces(result.inputs, result.chosen.counts, result.panelAlpha, b, 0, result.mix).filter(
        (s) => s.axis === axis,
      ),
    );
    const area = bands[0]!.reduce((sum, s) => sum + s.area, 0);
    const alpha = bands.map((list) => (area > 0 ? list.reduce((sum, s) => sum + s.area * s.alpha, 0) / area : 0));
    return { axis, name: AXIS_NAMES[axis], area, alpha, mid: midOf(alpha) };
  });
}

/** Mean coefficient of a face with what hangs on it and is chosen for it, 500 Hz–4 kHz. */
function faceMid(face: SettingFace, result: Lined, mix: readonly MixPiece[]): number {
  const room = result.inputs;
  const own = room.faces.filter((f) => f.id === face.id || (f.isPart && f.surface === face.surface));
  const ids = new Set(own.map((f) => f.id));
  const bands = result.octaves.map((_, b) =>
    bandSurfaces(
      { ...room, faces: room.faces.filter((f) => ids.has(f.id)) },
      result.chosen.counts,
      result.panelAlpha,
      b,
      0,
      mix,
    ),
  );
  const area = bands[0]!.reduce((sum, s) => sum + s.area, 0);
  return area > 0 ? midOf(bands.map((list) => list.reduce((sum, s) => sum + s.area * s.alpha, 0) / area)) : 0;
}

/** Extent of a face along the two directions across its normal's main axis. */
function facingArea(a: SettingFace, b: SettingFace, main: 0 | 1 | 2): number {
  const across = [0, 1, 2].filter((k) => k !== main);
  return across.reduce((product, k) => {
    const span = (f: SettingFace) =>
      [Math.min(...f.vertices.map((v) => v[k]!)), Math.max(...f.vertices.map((v) => v[k]!))] as const;
    const [a0, a1] = span(a);
    const [b0, b1] = span(b);
    return product * Math.max(0, Math.min(a1, b1) - Math.max(a0, b0));
  }, 1);
}

/** Pairs of bare parallel surfaces that face each other, barest first. */
export const flutters = (setting: Setting, result: DecayResult): Flutter[] => facingPairs(setting, result, BARE);

/** Pairs of parallel surfaces that face each other of which neither takes more than so much, barest first. */
export function facingPairs(setting: Setting, result: Lined, most = 1): Flutter[] {
  const faces = setting.faces.filter((f) => f.area > LEAST_FACING);
  const normals = faces.map((f) => {
    const m = newell(f.vertices);
    const size = Math.hypot(...m);
    return m.map((v) => v / size) as [number, number, number];
  });
  const mids = new Map<string, number>();
  const midFor = (f: SettingFace): number => {
    const known = mids.get(f.id) ?? faceMid(f, result, result.mix);
    mids.set(f.id, known);
    return known;
  };
  const byPlanes = new Map<string, { area: number; pair: Flutter }>();
  faces.forEach((a, i) => {
    faces.forEach((b, k) => {
      if (k <= i) return;
      const [n, m] = [normals[i]!, normals[k]!];
      const facing = n[0] * m[0] + n[1] * m[1] + n[2] * m[2];
      if (facing > -Math.cos((PARALLEL_DEG * Math.PI) / 180)) return;
      const d = b.vertices[0]!.map((v, j) => v - a.vertices[0]![j]!);
      const apart = d[0]! * n[0] + d[1]! * n[1] + d[2]! * n[2];
      if (apart < 0.3) return;
      const main = n.reduce<0 | 1 | 2>((best, v, j) => (Math.abs(v) > Math.abs(n[best]) ? (j as 0 | 1 | 2) : best), 0);
      if (facingArea(a, b, main) < LEAST_FACING) return;
      const alpha: [number, number] = [midFor(a), midFor(b)];
      if (alpha[0] > most || alpha[1] > most) return;
      // A wall split on its own line is one plane: the parts that face each other over most of it speak for it.
      const offset = (f: SettingFace, normal: readonly number[]) =>
        normal.reduce((s, v, q) => s + v * f.vertices[0]![q]!, 0).toFixed(3);
      const way = (normal: readonly number[]) => normal.map((v) => (Math.abs(v) < 1e-6 ? 0 : v).toFixed(4)).join();
      const planes = [`${way(n)} ${offset(a, n)}`, `${way(m)} ${offset(b, m)}`].join('|');
      const area = facingArea(a, b, main);
      const known = byPlanes.get(planes);
      if (known && known.area >= area) return;
      byPlanes.set(planes, {
        area,
        pair: { names: [a.name, b.name], apart, perSecond: setting.c / (2 * apart), alpha },
      });
    });
  });
  const found = [...byPlanes.values()].map((p) => p.pair);
  return found.sort((p, q) => p.alpha[0] + p.alpha[1] - q.alpha[0] - q.alpha[1]);
}

/** Whether lows outlast and highs die before the middle of the chosen curve. */
export function slopeOf(times: readonly (number | null)[]): Slope | null {
  const [low, mid, high] = [times[1], times[4], times[6]];
  if (low == null || mid == null || high == null || mid === 0) return null;
  const [boomy, dead] = [low / mid > BOOMY, high / mid < DEAD];
  return {
    low: low / mid,
    high: high / mid,
    verdict: boomy && dead ? 'both' : boomy ? 'boomy' : dead ? 'dead-highs' : 'even',
  };
}

/** Where direct and reverberant sound are as loud: 0.057 √(QV/T), with T of 1 kHz. */
export function criticalDistance(setting: Setting, result: DecayResult): Critical | null {
  const time = result.chosen.eyring[4];
  if (time == null || time <= 0) return null;
  const plain = 0.057 * Math.sqrt(setting.solid.volume / time);
  const mains = setting.loudspeakers.filter((l) => l.role === 'main');
  const ways = mains.map((l) => distance(l.at, setting.head));
  const alike = setting.project.marking.directivity === 'alike' || mains.length === 0;
  const factor = alike
    ? 1
    : mains.reduce((s, l) => s + directivityFactor({ width: l.box.width, mount: l.mount }, CRITICAL_HZ, setting.c), 0) /
      mains.length;
  return {
    plain,
    factor,
    loudspeaker: plain * Math.sqrt(factor),
    seat: ways.length > 0 ? ways.reduce((s, w) => s + w, 0) / ways.length : null,
  };
}

/** The working of the critical distance. */
export function criticalWorking(setting: Setting, result: DecayResult): Working | null {
  const critical = criticalDistance(setting, result);
  if (!critical) return null;
  return {
    id: 'critical-distance',
    title: 'Critical distance',
    formula: 'r = 0.057 √(Q V / T)',
    symbols: [
      { symbol: 'V', meaning: 'volume', value: setting.solid.volume, unit: 'm³' },
      { symbol: 'T', meaning: 'decay at 1 kHz, as chosen', value: result.chosen.eyring[4] ?? 'endless', unit: 's' },
      {
        symbol: 'Q',
        meaning: 'directivity of the pair at 1 kHz, by box and driver',
        value: critical.factor,
        unit: '',
      },
      { symbol: 'r plain', meaning: 'for Q = 1', value: critical.plain, unit: 'm' },
      { symbol: 'seat', meaning: 'head to the pair, mean', value: critical.seat ?? 'no pair', unit: 'm' },
    ],
    result: { symbol: 'r', meaning: 'from a loudspeaker', value: critical.loudspeaker, unit: 'm' },
    source: 'H. Kuttruff, Room Acoustics 6th ed. §5.',
    validity: 'A diffuse field; in small dry rooms a hint.',
  };
}

/** The working of one pair that flutters. */
export function flutterWorking(pair: Flutter, c: number): Working {
  return {
    id: `flutter-${pair.names.join('-')}`,
    title: `Flutter between ${pair.names[0]} and ${pair.names[1]}`,
    formula: 'n = c / 2d',
    symbols: [
      { symbol: 'c', meaning: 'speed of sound', value: c, unit: 'm/s' },
      { symbol: 'd', meaning: 'apart', value: pair.apart, unit: 'm' },
      {
        symbol: 'α',
        meaning: `mean 500 Hz–4 kHz, both below ${BARE}`,
        value: pair.alpha.map((a) => a.toFixed(2)).join(' and '),
        unit: '',
      },
    ],
    result: { symbol: 'n', meaning: 'echoes', value: pair.perSecond, unit: '1/s' },
    source: 'The way there and back between two parallel surfaces.',
    validity: 'Surfaces parallel within 3° that face each other over 0.6 m². Furniture between them is not counted.',
  };
}
