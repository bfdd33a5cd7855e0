/** What one side does and the other does not, or what was not so before: the room, what was changed in it, the feed, the loudspeaker, the microphone. */
import { meanBetween } from '../../../signal/smoothing';
import { bandsApart, isLevel, louderBy } from '../differences';
import { inLog, plainly } from '../likelihood';
import type { Believed, Candidate, Companion, Evidence, Finding, Measured, Predicted } from '../types';

/** Of a predicted difference, dB: thirds in the bass, octaves above. */
const OFF = { low: 3, high: 2, level: 1 } as const;
const SPAN = 30;
/** Bands that differ by the same amount: within so much, of what could be, dB. */
const EVEN = { off: 0.8, span: 10 } as const;
/** Reflections are told from here on, Hz. */
const REFLECTIONS_FROM = 350;
const OCTAVES = [63, 125, 250, 500, 1000, 2000, 4000, 8000] as const;
/** The short window means something from so much over its own limit on. */
const SURELY = 1.3;
/** A microphone put back somewhere else: its reflections come so much off, ms, and how far that spreads, ln. */
const MOVED = { ms: 0.15, off: 0.7, least: 0.01, span: Math.log(100), same: 0.0006 } as const;

/** Level of what is predicted between two frequencies, dB; null: neither waves nor reflections tell. */
function predictedLevel({ curve, directDb, reflections }: Predicted, from: number, to: number): number | null {
  if (curve && to <= curve.f.at(-1)!) return meanBetween(curve.f, curve.db, from, to);
  if (from < REFLECTIONS_FROM) return null;
  const of = OCTAVES.flatMap((f, o) => (f >= from && f <= to ? [o] : []));
  const power = of.map(
    (o) => 10 ** (directDb[o]! / 10) * (1 + reflections.reduce((s, r) => s + 10 ** (r.octavesDb[o]! / 10), 0)),
  );
  return power.length > 0 ? 10 * Math.log10(power.reduce((s, v) => s + v, 0) / power.length) : null;
}

/** What is predicted to lie between two, once their middles are brought alike; of the level itself as it is. */
function predictedApart(finding: Finding, own: Predicted, other: Predicted | null): number | null {
  if (!other) return null;
  const apart = (from: number, to: number) => {
    const [a, b] = [predictedLevel(own, from, to), predictedLevel(other, from, to)];
    return a === null || b === null ? null : a - b;
  };
  const here = apart(...finding.range!);
  if (here === null || isLevel(finding)) return here;
  const middle = apart(500, 4000);
  return middle === null ? here : here - middle;
}

function levelEvidence(finding: Finding, meant: number): Evidence {
  const of = isLevel(finding) ? 'level' : finding.range![1] < REFLECTIONS_FROM ? 'low' : 'high';
  return plainly('level', 'dB', finding.sizeDb, meant, OFF[of], SPAN);
}

export function asymmetry(finding: Finding, believed: Believed): Candidate[] {
  const byDb = predictedApart(finding, believed, believed.twin);
  return byDb === null
    ? []
    : [{ cause: { kind: 'asymmetry', byDb }, share: 1, evidence: [levelEvidence(finding, byDb)] }];
}

export function done(finding: Finding, believed: Believed, { beside }: Measured): Candidate[] {
  const changed = beside?.before?.changed ?? [];
  const byDb = predictedApart(finding, believed, believed.before);
  if (changed.length === 0 || byDb === null) return [];
  return [{ cause: { kind: 'done', changed, byDb }, share: 1, evidence: [levelEvidence(finding, byDb)] }];
}

const otherOf = ({ kind }: Finding, { beside }: Measured): Companion | null =>
  (kind === 'sides' ? beside?.twin : beside?.before) ?? null;

/** Fed louder: all of it, by the same amount. */
export function fed(finding: Finding, _: Believed, measured: Measured): Candidate[] {
  const other = otherOf(finding, measured);
  if (!other || !isLevel(finding)) return [];
  const high = bandsApart(measured.levels, other.levels).filter((b) => !b.low);
  const mean = high.reduce((s, b) => s + b.db, 0) / Math.max(1, high.length);
  const spread = Math.sqrt(high.reduce((s, b) => s + (b.db - mean) ** 2, 0) / Math.max(1, high.length - 1));
  return [{ cause: { kind: 'fed' }, share: 1, evidence: [plainly('even', 'dB', spread, 0, EVEN.off, EVEN.span)] }];
}

/** The loudspeaker: the difference is there before the room answers. */
export function loudspeakersDiffer(finding: Finding, _: Believed, measured: Measured): Candidate[] {
  const other = otherOf(finding, measured);
  const [a, b] = [measured.gated, other?.gated];
  if (!a || !b || isLevel(finding) || finding.range![0] < SURELY * Math.max(a.lowest, b.lowest)) return [];
  const [p, q] = [meanBetween(a.f, a.db, ...finding.range!), meanBetween(b.f, b.db, ...finding.range!)];
  const louder = louderBy(a, b);
  if (p === null || q === null || louder === null) return [];
  const evidence = [plainly('early', 'dB', p - q - louder, finding.sizeDb, OFF.high, SPAN)];
  return [{ cause: { kind: 'loudspeaker' }, share: 1, evidence }];
}

/** The microphone stood elsewhere: the same reflections come earlier or later. */
export function stood(_: Finding, __: Believed, { arrivals, beside }: Measured): Candidate[] {
  const before = beside?.before;
  if (!before) return [];
  const off = arrivals.flatMap(({ delay }) => {
    const near = before.arrivals
      .map((a) => Math.abs(a.delay - delay))
      .filter((d) => d < MOVED.same)
      .sort((a, b) => a - b)[0];
    return delay > 0.0004 && delay < 0.02 && near !== undefined ? [near] : [];
  });
  if (off.length < 2) return [];
  const middle = 1000 * off.sort((a, b) => a - b)[off.length >> 1]!;
  const evidence = [inLog('moved', 'ms', Math.max(MOVED.least, middle), MOVED.ms, MOVED.off, MOVED.span)];
  return [{ cause: { kind: 'stood' }, share: 1, evidence }];
}
