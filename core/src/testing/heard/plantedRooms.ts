/**
 * Rooms whose causes are known: a box, an L or a pitched roof, a little other than drawn and of other materials than stated, measured with the simulated
 * microphone while something rings, hums, runs along or comes back again and again, while one loudspeaker is fed louder than the one opposite, or turned
 * over. Each finding is asked for its likeliest cause, and whether that is the true one. Tests and measurements only.
 */
import { createProject } from '../../document/create';
import type { Command } from '../../document/commands/commands';
import type { Project } from '../../document/schema/project';
import { loadLinalg } from '../../numerics/linalg/load';
import { type PlacedLoudspeaker, type Setting, settingOf } from '../../room/setting';
import { convolve, type Samples } from '../../signal/fourier';
import { levels, together, waveModes } from '../../studies/bass/answer';
import { explained, measuredImpulse } from '../../studies/causes/explained';
import { isLevel } from '../../studies/causes/differences';
import type { CauseKind, Companion, Explained, FindingKind } from '../../studies/causes/types';
import { facingPairs } from '../../studies/decay/balance';
import { lined, predictedDecay } from '../../studies/decay/predicted';
import { arrivalsAt, heardAt } from '../../studies/listen/room';
import { hear } from '../../studies/listen/hear';
import { readHeard } from '../../studies/listen/read';
import { simulated } from '../../studies/listen/simulate';
import { createWaveEngine, type Solution } from '../../studies/waves/waveEngine';
import { QUIET, recorded, type Surroundings } from '../../synthesis/microphone';
import { type Random, seeded } from '../random';
import { edited } from '../rooms';
import { asItIs } from './taughtRooms';
import { materialOf } from '../../document/materials';

export interface Judged {
  kind: FindingKind;
  f: number | null;
  cause: CauseKind;
  probability: number;
  right: boolean;
}
export interface Trial {
  shape: string;
  judged: Judged[];
  /** Planted, and whether it was found at all. */
  planted: { kind: CauseKind | 'flutter'; f: number; found: boolean }[];
}

const solved = async (setting: Setting): Promise<Solution> => {
  const solution = await createWaveEngine(loadLinalg).solve(setting, 'coarse', () => {});
  if ('refused' in solution) throw new Error(solution.refused.reason);
  return solution;
};

/** The true mode with the largest part of what is heard at a frequency. */
function trueMode(setting: Setting, solution: Solution, id: string, f: number): number {
  const part = (m: { head: number; source: number; f: number; time: number }) =>
    Math.abs(m.head * m.source) / Math.hypot(f * f - m.f * m.f, (2.2 / m.time) * f);
  return waveModes(setting, solution)
    .slice(1)
    .map((m) => ({ ...m, f: solution.decays[m.index]!.frequency, source: m.sources[id] ?? 0 }))
    .reduce((a, b) => (part(b) > part(a) ? b : a)).f;
}

type Shape = 'box' | 'l' | 'pitched';
interface Size {
  length: number;
  width: number;
  height: number;
}

/** `furnished`: carpet on the floor and wool behind cloth on two walls. */
function room(
  shape: Shape,
  { length, width, height }: Size,
  notch: readonly [number, number],
  furnished: boolean,
): Project {
  const [m, n] = notch;
  const commands: Command[] =
    shape === 'box'
      ? []
      : shape === 'pitched'
        ? [{ type: 'set-ceiling', ceiling: { shape: 'pitch', along: 'A', top: height + 0.5 } }]
        : [
            {
              type: 'set-outline',
              corners: [
                { wall: 'A', x: 0, y: 0 },
                { wall: 'B', x: width, y: 0 },
                { wall: 'C', x: width, y: length - n },
                { wall: 'D', x: width - m, y: length - n },
                { wall: 'E', x: width - m, y: length },
                { wall: 'F', x: 0, y: length },
              ],
            },
          ];
  const project = edited(createProject('p', 'Room', { length, width, height }), ...commands);
  if (furnished)
    for (const [id, material] of [
      ['floor', 'carpet-underlay'],
      ['C', 'wool-50'],
      ['D', 'wool-50'],
    ] as const)
      project.room.surfaces[id]!.material = material;
  return project;
}

/** A room as it is drawn, and the same as it is: walls off by up to 2 cm, the head by up to 3, materials by up to two fifths. */
function rooms(random: Random, shape: Shape, furnished: boolean): { drawn: Setting; real: Setting } {
  const size = {
    length: random.between(3.6, 5.6),
    width: random.between(2.7, 3.9),
    height: random.between(2.3, 2.8),
  };
  const notch = [random.between(0.9, 1.3), random.between(0.9, 1.4)] as const;
  const off = (reach: number) => random.between(-reach, reach);
  const project = room(shape, size, notch, furnished);
  const drawn = settingOf(project);
  const as = room(
    shape,
    { length: size.length + off(0.02), width: size.width + off(0.02), height: size.height + off(0.01) },
    notch,
    furnished,
  );
  const made = [...new Set(Object.values(as.room.surfaces).map((s) => s.material))];
  const factors = new Map(made.map((id) => [id, materialOf(as, id).alpha.map(() => 1 + off(0.4))]));
  const real = settingOf(asItIs(as, factors));
  const [x, y, z] = real.head;
  return { drawn, real: heardAt(real, [x + off(0.03), y + off(0.03), z + off(0.02)]) };
}

const PLANTS = ['rattle', 'mains', 'machine', 'flutter', 'fed', 'against'] as const;
type Plant = (typeof PLANTS)[number];

/** How much louder one side is fed, dB; how loud what comes back is at first, and its time for 60 dB, s. */
const FED_DB = 2.5;
/** Walls that take more than this do not flutter. */
const MOST_FLUTTERING = 0.3;
const FLUTTER = { size: 0.6, outlasts: 1.2, high: 32 } as const;

/** Again and again at one interval, of middle and high notes only. */
function fluttering(take: Samples, rate: number, period: number, seconds: number): Samples {
  const train = new Float64Array(Math.round(seconds * rate));
  train[0] = 1;
  for (let k = 1; k * period < 0.9 * seconds; k++) {
    const [at, size] = [Math.round(k * period * rate), FLUTTER.size * Math.exp((-6.9 * k * period) / seconds)];
    train[at]! += size;
    for (let i = 0; i < FLUTTER.high; i++) train[at - FLUTTER.high / 2 + i]! -= size / FLUTTER.high;
  }
  return convolve(take, train).slice(0, take.length);
}

/** What all of them give over the loudest alone at a frequency, dB: of the true waves. */
async function togetherOver(setting: Setting, solution: Solution, played: readonly PlacedLoudspeaker[], f: number) {
  const axis = Float64Array.of(f);
  const responses = await solution.along(
    played.map((l) => l.at),
    setting.head,
    axis,
  );
  const parts = played.map((loudspeaker, i) => ({ loudspeaker, response: responses[i]! }));
  const alone = parts.map((p) => levels(together(axis, [p]))[0]!);
  return levels(together(axis, parts))[0]! - Math.max(...alone);
}

/** `plant`: something is the matter with it; else nothing is. */
export async function trialOf(seed: number, plant = true): Promise<Trial> {
  const random = seeded(seed);
  const shape = random.pick(['box', 'box', 'l', 'pitched'] as const);
  const what: Plant | null = plant ? random.pick(PLANTS) : null;
  // Where a room rings as long as the thing, nobody hears the thing.
  const { drawn, real } = rooms(random, shape, what === 'rattle' || (what !== 'flutter' && random.whole(0, 2) === 0));
  const [believedWaves, trueWaves] = [await solved(drawn), await solved(real)];
  const facing = facingPairs(real, lined(real), MOST_FLUTTERING).filter((p) => p.apart < 6);
  const pair = random.pick(facing);
  const rings = predictedDecay(real.project, real)[4] ?? 1;
  const f = what === 'mains' ? random.pick([50, 60] as const) : random.between(170, 900);
  const around: Surroundings = {
    ...{ ...QUIET, seed, noiseDb: random.between(-92, -82) },
    rattle: what === 'rattle' ? f : null,
    hum: what === 'mains' ? f : null,
    fan: what === 'machine' ? f : null,
  };
  /** As they are fed in truth. */
  const fed = (l: PlacedLoudspeaker): PlacedLoudspeaker => ({
    ...l,
    feed: {
      ...l.feed,
      gainDb: l.feed.gainDb + (what === 'fed' && l.letter === 'L' ? FED_DB : 0),
      inverted: what === 'against' && l.letter === 'R' ? !l.feed.inverted : l.feed.inverted,
    },
  });
  const truly = (letters: readonly string[]) => real.loudspeakers.filter((l) => letters.includes(l.letter)).map(fed);
  const sweep = { from: 20, to: 20000, seconds: 3 };
  const measure = async (letters: readonly string[], take: number) => {
    const still = { loudspeakers: truly(letters), sweep, around: QUIET, seed: 10 * seed };
    const made = await simulated(real, trueWaves, still);
    const sound =
      what === 'flutter'
        ? fluttering(made.samples, made.rate, (2 * pair.apart) / real.c, FLUTTER.outlasts * rings)
        : made.samples;
    const samples = recorded(sound, made.rate, { ...around, seed: 10 * seed + take });
    const heard = hear({ ...made, samples, fullScale: 1 }, made.sweep);
    return measuredImpulse(heard, readHeard(heard), null);
  };
  const companion = async (letters: readonly string[], take: number): Promise<Companion> => {
    const { levels: own, gated, arrivals } = await measure(letters, take);
    return { title: letters.join(), letters, levels: own, gated, arrivals };
  };
  const letters = what === 'against' ? ['L', 'R'] : ['L'];
  const beside = {
    ...{ letters, before: null },
    parts: what === 'against' ? [await companion(['L'], 1), await companion(['R'], 2)] : [],
    twin: what === 'fed' || what === null ? await companion(['R'], 2) : null,
  };
  const played = truly(letters);
  const list = await explained({
    ...{ setting: drawn, solution: believedWaves, before: null },
    played: drawn.loudspeakers.filter((l) => letters.includes(l.letter)),
    measured: { ...(await measure(letters, 0)), beside },
  });
  const arriving = played.flatMap((l) => {
    const [direct, ...marks] = arrivalsAt(real, l);
    return marks.map((m) => ({ name: m.name, delay: m.delay - direct!.delay }));
  });
  // Above, the simulated microphone hears its own draw of a tail, not the waves.
  const wavesTo = 0.8 * trueWaves.room.top;
  /** What is the case; null: nobody can say. */
  const isRight = async ({ finding, explanations: [first] }: Explained): Promise<boolean | null> => {
    const { cause } = first!;
    if ((finding.kind === 'peak' || finding.kind === 'dip') && finding.f! > wavesTo) return null;
    switch (finding.kind) {
      case 'peak': {
        if (played.length > 1) return null;
        const truth = trueMode(real, trueWaves, played[0]!.id, finding.f!);
        if (cause.kind === 'add') return Math.abs(cause.f / finding.f! - 1) < 0.05;
        return cause.kind === 'mode' && Math.abs(cause.f / truth - 1) < 0.03;
      }
      case 'ring':
        if (what === 'rattle' && Math.abs(finding.f! - f) < 3) return cause.kind === 'rattle';
        return finding.f! < 110 ? cause.kind === 'mode' : null;
      case 'tone':
        return what === 'machine' ? Math.abs(finding.f! - f) > 3 || cause.kind === 'machine' : cause.kind === what;
      case 'arrival': {
        const near = arriving
          .map((m) => ({ name: m.name, off: Math.abs(m.delay - finding.delay!) }))
          .sort((a, b) => a.off - b.off)[0];
        if (!near || near.off > 0.0003) return cause.kind === 'else';
        return cause.kind === 'reflection' && cause.face === near.name;
      }
      case 'flutter':
        if (what !== 'flutter') return cause.kind === 'else';
        return cause.kind === 'between' && cause.faces.join() === pair.names.join();
      case 'sides':
        return !isLevel(finding) ? null : what === 'fed' ? cause.kind === 'fed' : null;
      case 'dip': {
        if (played.length === 1) return cause.kind === 'cancel' || cause.kind === 'boundary';
        const over = await togetherOver(real, trueWaves, played, finding.f!);
        // Between the two nobody can say.
        if (over > -4 && over < -1) return null;
        return over <= -4 ? cause.kind === 'against' : cause.kind === 'cancel' || cause.kind === 'boundary';
      }
      default:
        return null;
    }
  };
  const judged: Judged[] = [];
  for (const e of list) {
    const right = await isRight(e);
    const { cause, probability } = e.explanations[0]!;
    if (right !== null) judged.push({ kind: e.finding.kind, f: e.finding.f, cause: cause.kind, probability, right });
  }
  const found = list.some(({ finding }) =>
    what === 'rattle' || what === 'mains' || what === 'machine'
      ? finding.kind === (what === 'rattle' ? 'ring' : 'tone') && Math.abs((finding.f ?? 0) - f) < 3
      : what === 'flutter'
        ? finding.kind === 'flutter'
        : what === 'fed'
          ? finding.kind === 'sides' && isLevel(finding)
          : finding.kind === 'dip',
  );
  return { shape, judged, planted: what === null ? [] : [{ kind: what, f, found }] };
}
