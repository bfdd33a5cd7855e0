/**
 * How causes are weighed: Bayes' rule over those that could be and "something else". A cause says what it would look like (a figure and how far it may be
 * off); something else could look like anything within a span. What is found can always be off for a reason nobody thought of, so that no single figure rules
 * a cause out: one in twenty is left for that.
 */
import type { Candidate, CauseKind, Evidence, Explanation, FindingKind } from './types';

const SURPRISE = 0.05;

/** ln of the density of a normal figure over that of an even one within `span`, with one in twenty left for surprises. */
export function favours(found: number, meant: number, within: number, span: number): number {
  const z = (found - meant) / within;
  const ratio = (span / (within * Math.sqrt(2 * Math.PI))) * Math.exp((-z * z) / 2);
  return Math.log((1 - SURPRISE) * ratio + SURPRISE);
}

/** A figure compared in its logarithm: `within` and `span` are of that. */
export const inLog = (
  what: Evidence['what'],
  unit: Evidence['unit'],
  found: number,
  meant: number,
  within: number,
  span: number,
): Evidence => ({
  ...{ what, unit, found, meant },
  within: within * meant,
  favours: favours(Math.log(found), Math.log(meant), within, span),
});

export const plainly = (
  what: Evidence['what'],
  unit: Evidence['unit'],
  found: number,
  meant: number,
  within: number,
  span: number,
): Evidence => ({ ...{ what, unit, found, meant, within }, favours: favours(found, meant, within, span) });

/** A null moves with every centimetre of the head and with what absorbs, faster than a mode: seldom by much, now and then by a tenth of its frequency. */
const NULL_OFF = [
  { part: 0.7, off: 0.03 },
  { part: 0.3, off: 0.12 },
] as const;
/** Anywhere between 20 and 300 Hz. */
const NULL_SPAN = Math.log(15);

/** Where a null that is drawn may be found. */
export function nullAt(f: number, fError: number, meant: number): Evidence {
  const within = (off: number) => Math.hypot(off, fError / f);
  const ratio = NULL_OFF.reduce(
    (sum, { part, off }) => sum + part * Math.exp(favours(Math.log(f), Math.log(meant), within(off), NULL_SPAN)),
    0,
  );
  return {
    ...{ what: 'frequency', unit: 'Hz', found: f, meant },
    within: within(NULL_OFF[0].off) * meant,
    favours: Math.log(ratio),
  };
}

/**
 * How often each kind of cause is behind each kind of finding, before anything is looked at: weights, of which only ratios count. From the experience that is
 * common ground in practice: what stands out in a small room's bass is the room; what rings by itself is a mode first and a thing second.
 */
export const EXPECTED: Readonly<Record<FindingKind, Partial<Record<CauseKind, number>>>> = {
  peak: { mode: 5, add: 3, loudspeaker: 0.7, mains: 0.3, noise: 0.3, else: 1 },
  dip: { cancel: 4, against: 3, boundary: 3, loudspeaker: 0.5, noise: 0.3, else: 0.8 },
  ring: { mode: 5, rattle: 2, mains: 0.3, else: 0.4 },
  arrival: { reflection: 8, loudspeaker: 0.2, else: 0.5 },
  flutter: { between: 8, else: 1 },
  sides: { asymmetry: 5, fed: 2, loudspeaker: 1, else: 1 },
  change: { done: 6, fed: 2, stood: 1, loudspeaker: 0.5, else: 1 },
  tone: { mains: 3, machine: 3, else: 0.5 },
  step: { machine: 3, passing: 3, else: 0.5 },
};

/** Likeliest causes of a kind of finding; probabilities add up to 1 with something else. */
export function weighed(kind: FindingKind, candidates: readonly Candidate[]): Explanation[] {
  const expected = EXPECTED[kind];
  const shares = new Map<CauseKind, number>();
  for (const c of candidates) shares.set(c.cause.kind, (shares.get(c.cause.kind) ?? 0) + c.share);
  const all = candidates.map(({ cause, share, evidence }) => ({
    ...{ cause, evidence },
    weight:
      ((expected[cause.kind] ?? 0) * share * Math.exp(evidence.reduce((sum, e) => sum + e.favours, 0))) /
      Math.max(1e-12, shares.get(cause.kind)!),
  }));
  all.push({ cause: { kind: 'else' }, evidence: [], weight: expected.else ?? 1 });
  const whole = all.reduce((sum, a) => sum + a.weight, 0);
  const told = joined(all.map(({ cause, evidence, weight }) => ({ cause, evidence, probability: weight / whole })));
  // What is hardly possible is part of something else.
  const possible = (e: Explanation) => e.evidence.every((v) => v.favours > AGAINST);
  const kept = told.filter(
    (e) => e.cause.kind === 'else' || (e.probability >= LEAST_TOLD && (possible(e) || e.probability >= 0.1)),
  );
  const rest = told.reduce((sum, e) => sum + (kept.includes(e) ? 0 : e.probability), 0);
  return kept
    .map((e) => (e.cause.kind === 'else' ? { ...e, probability: e.probability + rest } : e))
    .sort((a, b) => b.probability - a.probability);
}
/** What is the same thing to a person: one surface heard from two loudspeakers, the same two against each other. */
function sameThing({ cause }: Explanation): string | null {
  switch (cause.kind) {
    case 'reflection':
    case 'boundary':
      return `${cause.kind} ${cause.face}`;
    case 'between':
      return `${cause.kind} ${cause.faces.join()}`;
    case 'against':
      return `${cause.kind} ${[...cause.of].sort().join()}`;
    default:
      return null;
  }
}

/** Explanations that are one to a person, with the figures of the likeliest. */
function joined(list: readonly Explanation[]): Explanation[] {
  const out: Explanation[] = [];
  for (const one of [...list].sort((a, b) => b.probability - a.probability)) {
    const key = sameThing(one);
    const known = key === null ? undefined : out.find((e) => sameThing(e) === key);
    if (known) known.probability += one.probability;
    else out.push({ ...one });
  }
  return out;
}

const LEAST_TOLD = 0.02;
/** A figure that speaks so much against a cause leaves it to chance. */
const AGAINST = -2;
