/** Alternatives of a room side by side: every measure of the verdict, and what each takes. One route with the verdict and the next move. */
import type { Project } from '../document/schema/project';
import type { Linalg } from '../numerics/linalg/types';
import type { Measure, MeasureId } from '../report/verdict';
import { bassAnswer } from '../studies/bass/answer';
import type { SwingVerdict } from '../studies/bass/types';
import { createWaveEngine } from '../studies/waves/waveEngine';
import { glanceAt } from './glance';
import { effectsOf, weighed } from './moves/trial';
import type { Standing } from './moves/worth';

export interface Version {
  /** Of a scenario; null: the room itself. */
  id: string | null;
  /** As it is opened. */
  project: Project;
}
export interface ComparedInputs {
  versions: Version[];
  /** Also the bass by the waves of each: seconds more for every one. */
  waves: boolean;
}
export interface Compared {
  id: string | null;
  measures: Measure[];
  /** How much better each is than in the first version, in steps that can be heard or would be minded. */
  gains: Partial<Record<MeasureId, number>>;
  /** Marks that matter and are bare. */
  bare: number;
  pieces: number;
  /** In the brief's currency, and at work, h. */
  cost: number;
  hours: number;
  /** Rules of the room, the seat and of hanging it does not keep. */
  doubts: number;
}

const piecesOf = ({ treatment: { pieces } }: Project): number =>
  pieces.reduce((n, { place }) => n + (place.kind === 'at' ? 1 : place.count), 0);

/** Long with the waves: for a worker. */
export async function compared(
  { versions, waves }: ComparedInputs,
  load: (bytes: number) => Promise<Linalg>,
  tell: (part: number) => void = () => {},
): Promise<Compared[]> {
  const engine = createWaveEngine(load);
  // A solve in hand may tell less than it told before.
  let most = 0;
  const progress = (part: number) => tell((most = Math.max(most, part)));
  const list: Compared[] = [];
  let first: Standing | null = null;
  for (const [i, { id, project }] of versions.entries()) {
    const glance = glanceAt(project);
    let swing: SwingVerdict | null = null;
    if (waves && glance.setting.loudspeakers.length > 0) {
      const solution = await engine.solve(glance.setting, 'full', (part) =>
        progress((i + 0.9 * part) / versions.length),
      );
      if (!('refused' in solution))
        swing = (await bassAnswer(glance.setting, solution, 'full', () => {})).swings[0] ?? null;
    }
    const { standing, cost, hours, doubts } = weighed(glance, swing);
    first ??= standing;
    const gains = Object.fromEntries(effectsOf(first, standing).map((e) => [e.measure, e.gain]));
    list.push({
      ...{ id, measures: [...standing.measures], bare: standing.bare, gains },
      ...{ pieces: piecesOf(project), cost, hours, doubts: doubts.size },
    });
    progress((i + 1) / versions.length);
  }
  return list;
}
