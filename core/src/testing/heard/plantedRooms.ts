/**
 * Rooms whose causes are known: a box that is a little other than it is drawn, measured with the simulated microphone while something rings, hums or runs
 * along. Each finding is asked for its likeliest cause, and whether that is the true one. Tests and measurements only.
 */
import { createProject } from '../../document/create';
import { loadLinalg } from '../../numerics/linalg/load';
import { type Setting, settingOf } from '../../room/setting';
import { waveModes } from '../../studies/bass/answer';
import { explained, measuredImpulse } from '../../studies/causes/explained';
import type { CauseKind, Explained, FindingKind } from '../../studies/causes/types';
import { arrivalsAt, heardAt } from '../../studies/listen/room';
import { hear } from '../../studies/listen/hear';
import { readHeard } from '../../studies/listen/read';
import { simulated } from '../../studies/listen/simulate';
import { createWaveEngine, type Solution } from '../../studies/waves/waveEngine';
import { QUIET, type Surroundings } from '../../synthesis/microphone';
import { type Random, seeded } from '../random';

export interface Judged {
  kind: FindingKind;
  f: number | null;
  cause: CauseKind;
  probability: number;
  right: boolean;
}
export interface Trial {
  judged: Judged[];
  /** Planted, and whether it was found at all. */
  planted: { kind: CauseKind; f: number; found: boolean }[];
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

/** A room as it is drawn, and the same as it is: walls off by up to 2 cm, the head by up to 3. */
function rooms(random: Random): { drawn: Setting; real: Setting } {
  const size = {
    length: random.between(3.6, 5.6),
    width: random.between(2.7, 3.9),
    height: random.between(2.3, 2.8),
  };
  const off = (reach: number) => random.between(-reach, reach);
  const drawn = settingOf(createProject('p', 'Drawn', size));
  const real = settingOf(
    createProject('p', 'Real', {
      length: size.length + off(0.02),
      width: size.width + off(0.02),
      height: size.height + off(0.01),
    }),
  );
  const [x, y, z] = real.head;
  return { drawn, real: heardAt(real, [x + off(0.03), y + off(0.03), z + off(0.02)]) };
}

/** `plant`: something rings, hums or runs along; else nothing does. */
export async function trialOf(seed: number, plant = true): Promise<Trial> {
  const random = seeded(seed);
  const { drawn, real } = rooms(random);
  const [believedWaves, trueWaves] = [await solved(drawn), await solved(real)];
  const what = plant ? random.pick(['rattle', 'mains', 'machine'] as const) : null;
  const f = what === 'mains' ? random.pick([50, 60] as const) : random.between(170, 900);
  const around: Surroundings = {
    ...{ ...QUIET, seed, noiseDb: random.between(-92, -82) },
    rattle: what === 'rattle' ? f : null,
    hum: what === 'mains' ? f : null,
    fan: what === 'machine' ? f : null,
  };
  const [played, playedAsDrawn] = [real.loudspeakers[0]!, drawn.loudspeakers[0]!];
  const sweep = { from: 20, to: 20000, seconds: 3 };
  const take = await simulated(real, trueWaves, { loudspeakers: [played], sweep, around });
  const heard = hear({ ...take, fullScale: 1 }, take.sweep);
  const list = await explained({
    ...{ setting: drawn, solution: believedWaves, played: [playedAsDrawn] },
    measured: measuredImpulse(heard, readHeard(heard), null),
  });
  const [direct, ...marks] = arrivalsAt(real, played);
  // Above, the simulated microphone hears its own draw of a tail, not the waves.
  const wavesTo = 0.8 * trueWaves.room.top;
  /** What is the case; null: nobody can say. */
  const isRight = ({ finding, explanations: [first] }: Explained): boolean | null => {
    const { cause } = first!;
    if ((finding.kind === 'peak' || finding.kind === 'dip') && finding.f! > wavesTo) return null;
    switch (finding.kind) {
      case 'peak': {
        const truth = trueMode(real, trueWaves, played.id, finding.f!);
        return (cause.kind === 'mode' || cause.kind === 'add') && Math.abs(cause.f / truth - 1) < 0.03;
      }
      case 'ring':
        if (what === 'rattle' && Math.abs(finding.f! - f) < 3) return cause.kind === 'rattle';
        return finding.f! < 110 ? cause.kind === 'mode' : null;
      case 'tone':
        return what === 'machine' ? Math.abs(finding.f! - f) > 3 || cause.kind === 'machine' : cause.kind === what;
      case 'arrival': {
        const near = marks
          .map((m) => ({ name: m.name, off: Math.abs(m.delay - direct!.delay - finding.delay!) }))
          .sort((a, b) => a.off - b.off)[0];
        if (!near || near.off > 0.0003) return cause.kind === 'else';
        return cause.kind === 'reflection' && cause.face === near.name;
      }
      case 'dip':
        return cause.kind === 'cancel' || cause.kind === 'boundary';
    }
  };
  const judged = list.flatMap((e): Judged[] => {
    const right = isRight(e);
    if (right === null) return [];
    const { cause, probability } = e.explanations[0]!;
    return [{ kind: e.finding.kind, f: e.finding.f, cause: cause.kind, probability, right }];
  });
  const wanted = what === 'rattle' ? 'ring' : 'tone';
  const found = list.some((e) => e.finding.kind === wanted && Math.abs((e.finding.f ?? 0) - f) < 3);
  return { judged, planted: what === null ? [] : [{ kind: what, f, found }] };
}
