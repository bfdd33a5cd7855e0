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

/**
 * How often each kind of cause is behind each kind of finding, before anything is looked at: weights, of which only ratios count. From the experience that is
 * common ground in practice: what stands out in a small room's bass is the room; what rings by itself is a mode first and a thing second.
 */
export const EXPECTED: Readonly<Record<FindingKind, Partial<Record<CauseKind, number>>>> = {
  peak: { mode: 5, add: 3, loudspeaker: 1, mains: 0.3, noise: 0.3, else: 1.5 },
  dip: { cancel: 4, boundary: 3, loudspeaker: 0.7, noise: 0.5, else: 1.5 },
  ring: { mode: 5, rattle: 2, mains: 0.3, else: 0.7 },
  arrival: { reflection: 8, loudspeaker: 0.5, else: 1.5 },
  tone: { mains: 3, machine: 3, else: 0.5 },
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
  const told = all.map(({ cause, evidence, weight }) => ({ cause, evidence, probability: weight / whole }));
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
const LEAST_TOLD = 0.02;
/** A figure that speaks so much against a cause leaves it to chance. */
const AGAINST = -2;
