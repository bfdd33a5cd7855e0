/**
 * Keeps what the wave solver found, by what it depends on: modes by the room's shape, damping by materials and what
 * hangs, amplitudes by place. Moving a loudspeaker or the head with the other still costs a product, not a solve
 * (source and receiver may change places). One engine a worker.
 */
import type { Vec3 } from '../../geometry/vector';
import type { Linalg } from '../../numerics/linalg/types';
import { type Amplitudes, axisTo, dampedBytes, drive, received } from '../../physics/waves/damped';
import { type Decaying, decays } from '../../physics/waves/decays';
import { type RoomModes, shapesAt, solveModes } from '../../physics/waves/modes';
import { createRests, type Rest, restAt } from '../../physics/waves/rest';
import type { Setting } from '../../room/setting';
import {
  type NamedDamper,
  OVER,
  pieceDamperKey,
  pieceDampers,
  type Quality,
  roomDamperKey,
  roomDampers,
  type WaveRoom,
  waveRoomOf,
  type WaveRefusal,
} from './waveRoom';

const { PI } = Math;

export interface Response {
  re: Float64Array;
  im: Float64Array;
}

export interface Solution {
  room: WaveRoom;
  modes: RoomModes;
  dampers: NamedDamper[];
  frequencies: Float64Array;
  /** Decay of every mode with all that absorbs, and without what hangs. */
  decays: Decaying[];
  bareDecays: Decaying[];
  /** Largest |φ| of each mode in the room. */
  largest: Float64Array;
  shapes(p: Vec3): Float64Array;
  /** 4πG between pairs of places; with `hung` false without what hangs. Works out at once all that is missing. */
  between(pairs: readonly (readonly [source: Vec3, receiver: Vec3])[], hung?: boolean): Response[];
  /** 4πG from each source to one place at frequencies of one's own, Hz. */
  along(
    sources: readonly Vec3[],
    receiver: Vec3,
    axis: Float64Array,
    progress?: (part: number) => void,
  ): Promise<Response[]>;
  /** Amplitudes of every mode for sources, [frequency·count + mode]. */
  amplitudes(sources: readonly Vec3[], hung?: boolean): Promise<Amplitudes>;
  /** Makes ready for {@link between}: nothing, when all sources or all receivers are known; else both are worked out. */
  prepare(
    sources: readonly Vec3[],
    receivers: readonly Vec3[],
    hung: boolean,
    progress: (part: number) => void,
  ): Promise<void>;
  /** What the modes left out add between two places at a frequency, on the scale of amplitude times φ: real, and the same both ways. */
  rest(source: Vec3, receiver: Vec3, f: number): number;
  /** Value at each unknown of Σ aₘφₘ: a field to read between nodes. */
  nodal(amplitude: ArrayLike<number>): Float64Array;
}

type Kept = { re: Float32Array; im: Float32Array };
const nameOf = ([x, y, z]: Vec3) => `${x.toFixed(4)} ${y.toFixed(4)} ${z.toFixed(4)}`;
/** Places whose amplitudes are kept; a response is some hundred kilobytes. */
const MOST_PLACES = 64;

export interface WaveEngine {
  solve(
    setting: Setting,
    quality: Quality,
    progress: (part: number) => void,
  ): Promise<Solution | { refused: WaveRefusal }>;
}

export function createWaveEngine(load: (bytes: number) => Promise<Linalg>): WaveEngine {
  let known: { key: string; modes: RoomModes } | null = null;
  let own: { key: string; dampers: NamedDamper[] } | null = null;
  let damped: { key: string; solution: Solution } | null = null;

  function solutionOf(room: WaveRoom, modes: RoomModes, dampers: NamedDamper[]): Solution {
    const { c } = room;
    const frequencies = axisTo(room.top);
    const system = { modes, dampers, c };
    const bare = { modes, dampers: dampers.filter((d) => d.piece === null), c };
    const largest = new Float64Array(modes.count);
    for (let i = 0; i < modes.mesh.size; i++) {
      for (let m = 0, k = i * modes.stride; m < modes.count; m++, k++) {
        const v = Math.abs(modes.vectors[k]!);
        if (v > largest[m]!) largest[m] = v;
      }
    }
    const shapeCache = new Map<string, Float64Array>();
    const shapes = (p: Vec3) => {
      const name = nameOf(p);
      let found = shapeCache.get(name);
      if (!found) {
        found = new Float64Array(modes.count);
        shapesAt(modes, p, found);
        if (shapeCache.size > 4000) shapeCache.clear();
        shapeCache.set(name, found);
      }
      return found;
    };
    const kept = { all: new Map<string, Kept>(), bare: new Map<string, Kept>() };
    const workOut = async (points: readonly Vec3[], hung: boolean, progress: (part: number) => void) => {
      const store = hung ? kept.all : kept.bare;
      const missing = points.filter(
        (p, i) => !store.has(nameOf(p)) && points.findIndex((q) => nameOf(q) === nameOf(p)) === i,
      );
      if (missing.length === 0) return;
      const la = await load(dampedBytes(modes.count, dampers.length));
      const found = drive(la, hung ? system : bare, frequencies, missing.map(shapes), progress);
      while (store.size > MOST_PLACES) store.delete(store.keys().next().value!);
      missing.forEach((p, i) => store.set(nameOf(p), { re: found.re[i]!, im: found.im[i]! }));
      restsOf(missing);
    };
    const solveRests = createRests(modes, modes.system);
    const rests = new Map<string, Rest>();
    const restsOf = (points: readonly Vec3[]) => {
      const missing = points.filter(
        (p, i) => !rests.has(nameOf(p)) && points.findIndex((q) => nameOf(q) === nameOf(p)) === i,
      );
      while (rests.size > MOST_PLACES) rests.delete(rests.keys().next().value!);
      solveRests(missing).forEach((rest, i) => rests.set(nameOf(missing[i]!), rest));
    };
    const restOf = (p: Vec3): Rest => {
      if (!rests.has(nameOf(p))) restsOf([p]);
      return rests.get(nameOf(p))!;
    };
    const allDecays = decays(system, 1.15 * room.top);
    return {
      room,
      modes,
      dampers,
      frequencies,
      decays: allDecays,
      bareDecays: dampers.every((d) => d.piece === null) ? allDecays : decays(bare, 1.15 * room.top),
      largest,
      shapes,
      async prepare(sources, receivers, hung, progress) {
        const store = hung ? kept.all : kept.bare;
        const all = (list: readonly Vec3[]) => list.every((p) => store.has(nameOf(p)));
        if (!all(sources) && !all(receivers)) await workOut([...sources, ...receivers], hung, progress);
      },
      nodal(amplitude) {
        const { vectors, stride, count, mesh } = modes;
        return Float64Array.from({ length: mesh.size }, (_, i) => {
          let s = 0;
          for (let m = 0, k = i * stride; m < count; m++, k++) s += amplitude[m]! * vectors[k]!;
          return s;
        });
      },
      between(pairs, hung = true) {
        const store = hung ? kept.all : kept.bare;
        return pairs.map(([source, receiver]) => {
          const own = store.get(nameOf(source));
          const amplitude = own ?? store.get(nameOf(receiver));
          if (!amplitude) throw new RangeError('between: one of the two places must have been prepared');
          const [from, to] = own ? [source, receiver] : [receiver, source];
          const phi = shapes(to);
          const [still, slope] = restAt(modes, restOf(from), to);
          const [re, im] = [new Float64Array(frequencies.length), new Float64Array(frequencies.length)];
          for (let q = 0; q < frequencies.length; q++) {
            let [sr, si] = [0, 0];
            for (let m = 0, k = q * modes.count; m < modes.count; m++, k++) {
              sr += amplitude.re[k]! * phi[m]!;
              si += amplitude.im[k]! * phi[m]!;
            }
            const k2 = ((2 * PI * frequencies[q]!) / c) ** 2;
            re[q] = 4 * PI * (sr + still + k2 * slope);
            im[q] = 4 * PI * si;
          }
          return { re, im };
        });
      },
      async along(sources, receiver, axis, progress = () => {}) {
        const la = await load(dampedBytes(modes.count, dampers.length));
        const found = drive(la, system, axis, sources.map(shapes), progress);
        restsOf(sources);
        return sources.map((source, s) => {
          const at = received({ re: found.re[s]!, im: found.im[s]! }, shapes(receiver), modes.count, axis.length);
          const [still, slope] = restAt(modes, restOf(source), receiver);
          axis.forEach((f, q) => (at.re[q]! += 4 * PI * (still + ((2 * PI * f) / c) ** 2 * slope)));
          return at;
        });
      },
      rest(source, receiver, f) {
        const [still, slope] = restAt(modes, restOf(source), receiver);
        return still + ((2 * PI * f) / c) ** 2 * slope;
      },
      async amplitudes(sources, hung = true) {
        await workOut(sources, hung, () => {});
        const store = hung ? kept.all : kept.bare;
        const list = sources.map((p) => store.get(nameOf(p))!);
        return { re: list.map((a) => a.re), im: list.map((a) => a.im) };
      },
    };
  }

  return {
    async solve(setting, quality, progress) {
      const room = waveRoomOf(setting, quality);
      if ('refused' in room) return room;
      if (known?.key !== room.key) {
        known = null;
        own = null;
        damped = null;
        const { spacing, c, surface, edges, top } = room;
        const solved = await solveModes(room.air, { to: OVER * top, spacing, c, surface, edges }, load, (p) =>
          progress(0.8 * p),
        );
        if ('refused' in solved) return solved;
        known = { key: room.key, modes: solved.modes };
      }
      const ownKey = `${room.key} ${roomDamperKey(setting)}`;
      if (own?.key !== ownKey) own = { key: ownKey, dampers: await roomDampers(setting, known.modes, load) };
      const key = `${ownKey} ${pieceDamperKey(setting)}`;
      if (damped?.key !== key) {
        const hung = await pieceDampers(setting, known.modes, load);
        damped = { key, solution: solutionOf(room, known.modes, [...own.dampers, ...hung]) };
      }
      progress(0.85);
      return damped.solution;
    },
  };
}
