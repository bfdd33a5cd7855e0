/**
 * The next move: everything that could be done, tried through the studies of the open document, and ordered by what it is worth for what it
 * takes. What would break a rule of the room, of hanging or of the budget is left out; so is what somebody put aside.
 */
import type { IntegerSolver } from '../../dosage/solver';
import { putAside } from '../../document/answered';
import type { Project } from '../../document/schema/project';
import type { Linalg } from '../../numerics/linalg/types';
import { bassAnswer } from '../../studies/bass/answer';
import { bassPlaces, layoutCommand } from '../../studies/bass/places';
import type { SwingVerdict } from '../../studies/bass/types';
import { studyDecay } from '../../studies/decay/study';
import { outsideOf } from '../../studies/dose/bench';
import { layOut } from '../../studies/hang/layOut';
import { layOutCommand } from '../../studies/hang/take';
import { createWaveEngine, type Solution } from '../../studies/waves/waveEngine';
import { OCTAVES } from '../../quantities/bands';
import type { LengthSystem } from '../../quantities/lengths';
import { type Glance, glanceAt } from '../glance';
import { openQuestions } from './asked';
import { coverMoves, curtainMoves, mirrorMoves, tiltMoves } from './marks';
import { enoughMoves, fourMoves } from './pieces';
import { fixMoves, measureMove, stateMoves, wallMoves } from './room';
import { seatMoves } from './seat';
import { WHEN_TAKEN } from './stamp';
import { breaksRule, glanceAfter, madeBy, moveOf, type Tried, weighed } from './trial';
import type { Candidate, Move, MoveKind, MovesInputs, MovesResult } from './types';
import { LEAST_GAIN, ratingOf, STEP } from './worth';

/** One of these is enough: the best. */
const ONE_OF: readonly MoveKind[] = ['head', 'seat', 'pair', 'tilt', 'four', 'subs', 'wall'];
/** Of those the waves are solved anew for (what absorbs changes, or the room is seen from another wall), so many are tried with them. */
const MOST_WAVES = 5;
const SOLVES: readonly MoveKind[] = [
  'cover',
  'stand',
  'curtain',
  'four',
  'enough',
  'lay-out',
  'mirror',
  'state',
  'tilt',
  'wall',
];
const MOST_TOLD = 12;

const byRating = (a: Move, b: Move): number =>
  ratingOf(b.gain, b.money, b.hours) - ratingOf(a.gain, a.money, a.hours) || (a.id < b.id ? -1 : 1);

/** The best of each kind that wants one only, and all others; what gains too little is left out. */
function chosenOf(moves: readonly Move[]): Move[] {
  const sorted = moves.filter((m) => m.gain >= LEAST_GAIN).sort(byRating);
  return sorted.filter((m, i) => !ONE_OF.includes(m.kind) || sorted.findIndex((o) => o.kind === m.kind) === i);
}

/** Candidates that can be done, with the documents they make. */
type Made = Map<string, { candidate: Candidate; project: Project }>;

/** Which were tried, and which of them would break a rule. */
interface Counting {
  tried: Set<string>;
  refused: Set<string>;
}
const counted = (): Counting => ({ tried: new Set(), refused: new Set() });

/** Everything without an edit: no trial says what it would do, its gain is told by who proposes it. */
const untried = (c: Candidate, before: Tried, gain: number): Move => ({
  ...c,
  ...{ effects: [], gain, bare: [before.standing.bare, before.standing.bare] as const },
});

/** What knowing is worth: half of how far apart both ends of what is known of the decay lie, in steps. */
function knowing(before: Tried): Move[] {
  const { chosen, limits } = before.decay;
  const judged = limits.filter((l) => l !== null).length;
  if (judged === 0) return [];
  const [low, high] = [chosen.low, chosen.high].map((times) => outsideOf(times, limits) / judged) as [number, number];
  const middle = before.standing.outside ?? 0;
  const gain = (Math.max(low, high, middle) - Math.min(low, high, middle)) / 2 / STEP.decay;
  const worst = chosen.worst?.octave ?? null;
  const band = worst === null ? -1 : OCTAVES.indexOf(worst as (typeof OCTAVES)[number]);
  const known = band < 0 ? null : { low: chosen.low[band] ?? null, high: chosen.high[band] ?? null };
  if (!known || known.low === null || known.high === null) return [];
  return measureMove(before, { octave: worst!, low: known.low, high: known.high }).map((c) => untried(c, before, gain));
}

function quick(before: Tried, system: LengthSystem, counting: Counting, made: Made = new Map()): Move[] {
  const aside = new Set(putAside(before.project).map((a) => a.key));
  const candidates = [
    ...coverMoves(before),
    ...tiltMoves(before),
    ...curtainMoves(before),
    ...mirrorMoves(before),
    ...fourMoves(before),
    ...seatMoves(before, system),
    ...stateMoves(before),
  ].filter((c) => !aside.has(c.id));
  return candidates.flatMap((c) => tried(c, before, null, counting, made));
}

/** A candidate weighed; nothing where it cannot be done or would break a rule. */
function tried(
  candidate: Candidate,
  before: Tried,
  swing: SwingVerdict | null,
  counting: Counting,
  made: Made,
): Move[] {
  const project = made.get(candidate.id)?.project ?? madeBy(before.project, candidate);
  if (!project) return [];
  counting.tried.add(candidate.id);
  const after = weighed(glanceAfter(before, project), swing);
  if (breaksRule(before, after)) {
    counting.refused.add(candidate.id);
    return [];
  }
  made.set(candidate.id, { candidate, project });
  return [moveOf(candidate, before, after)];
}

const others = (before: Tried): Move[] => [...knowing(before), ...fixMoves(before).map((c) => untried(c, before, 2))];

function resultOf(before: Tried, thorough: boolean, moves: readonly Move[], counting: Counting): MovesResult {
  const { project } = before;
  const aside = putAside(project);
  const told = chosenOf([...moves, ...others(before).filter((m) => !aside.some((a) => a.key === m.id))]);
  return {
    ...{ thorough, questions: openQuestions(project), moves: told.slice(0, MOST_TOLD) },
    aside: aside.map(({ key, why }) => ({ key, why })),
    ...{ tried: counting.tried.size, refused: counting.refused.size },
    enough: told.length === 0,
  };
}

/** The short list: what the short studies and the decay say, without waves and exact programmes. */
export function quickMoves(
  project: Project,
  system: LengthSystem = 'metric',
  glance: Glance = glanceAt(project),
): MovesResult {
  const counting = counted();
  const before = weighed(glance, null);
  return resultOf(before, false, quick(before, system, counting), counting);
}

/** Two or four subwoofers, or the ones there are, where they do best. */
async function subMoves(before: Tried, solution: Solution): Promise<Candidate[]> {
  const { setting } = before.glance;
  const now = setting.loudspeakers.filter((l) => l.role === 'sub').length;
  const { layouts } = await bassPlaces(setting, solution, () => {});
  return layouts.flatMap(({ count, best: [best] }): Candidate[] => {
    if (!best || (now === 0 ? count > 1 : count !== now && count !== 2 * now)) return [];
    return [
      {
        ...{ id: `subs ${count}`, kind: 'subs', stage: 'bass', hours: 1, money: count > now ? null : 0 },
        says: { count, now, places: best.places.map((p) => p.name).join(', ') },
        commands: [layoutCommand(setting, best)],
      },
    ];
  });
}

/** What waits for a place, laid out. */
function layOutMoves({ project, glance }: Tried): Candidate[] {
  const waiting = glance.hang.result.waiting;
  if (waiting === 0) return [];
  const command = layOutCommand(
    project,
    layOut(project, false, () => {}),
    WHEN_TAKEN,
  );
  const commands = command.type === 'batch' ? command.commands : [command];
  return [
    { ...{ id: 'lay-out', kind: 'lay-out', stage: 'hang', hours: 0, money: 0 }, says: { count: waiting }, commands },
  ];
}

/** Also what needs exact programmes, laying out and the waves of the room. Long: for a worker. */
export async function studyMoves(
  { project, thorough, system }: MovesInputs,
  solver: () => Promise<IntegerSolver>,
  load: (bytes: number) => Promise<Linalg>,
  tell: (part: number) => void = () => {},
): Promise<MovesResult> {
  const glance = glanceAt(project);
  if (!thorough) return quickMoves(project, system, glance);
  // A solve in hand may tell less than it told before.
  let most = 0;
  const progress = (part: number) => tell((most = Math.max(most, part)));
  const counting = counted();
  const plain = weighed(glance, null);
  const aside = new Set(putAside(project).map((a) => a.key));
  const made: Made = new Map();
  const open = (list: Candidate[]) => list.filter((c) => !aside.has(c.id));
  const first = quick(plain, system, counting, made);
  const more = open([
    ...enoughMoves(plain, studyDecay(glance.decay, await solver()).result.answer),
    ...layOutMoves(plain),
    ...wallMoves(plain),
  ]).flatMap((c) => tried(c, plain, null, counting, made));
  const known = [...first, ...more];
  progress(0.15);

  const engine = createWaveEngine(load);
  const swingOf = async (p: Project): Promise<SwingVerdict | null> => {
    const { setting } = glanceAt(p);
    const solution = await engine.solve(setting, 'full', () => {});
    return 'refused' in solution ? null : ((await bassAnswer(setting, solution, 'full', () => {})).swings[0] ?? null);
  };
  const solution = await engine.solve(glance.setting, 'full', (part) => progress(0.15 + 0.35 * part));
  if ('refused' in solution || glance.setting.loudspeakers.length === 0) return resultOf(plain, true, known, counting);
  const before = weighed(glance, await swingOf(project));
  const still = known.filter((m) => !SOLVES.includes(m.kind));
  const damping = chosenOf(known.filter((m) => SOLVES.includes(m.kind))).slice(0, MOST_WAVES);
  const list: Candidate[] = [...still, ...open(await subMoves(before, solution)), ...damping];
  const moves: Move[] = [];
  for (const [i, listed] of list.entries()) {
    progress(0.55 + (0.45 * i) / list.length);
    // A move tried before carries what it costs already: its candidate does not.
    const candidate = made.get(listed.id)?.candidate ?? listed;
    const next = made.get(listed.id)?.project ?? madeBy(project, candidate);
    if (!next) continue;
    made.set(listed.id, { candidate, project: next });
    moves.push(...tried(candidate, before, await swingOf(next), counting, made));
  }
  return resultOf(before, true, moves, counting);
}
