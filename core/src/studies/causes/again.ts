/** What was decided of findings before, looked at again in a later measurement. */
import type { Measurement, Verdict } from '../../document/schema/project';
import type { Finding } from './types';

export interface Again {
  verdict: Verdict;
  /** Title of the measurement it was found in. */
  title: string;
  /** What became of it; null of `sizeDb`: it is not found any more. */
  now: 'gone' | 'less' | 'same' | 'more';
  sizeDb: number | null;
}

/** The same thing lies within this part of its frequency, or so near in time, s. */
const [SAME_F, SAME_DELAY] = [0.02, 0.0003];
/** Sizes as different as that are two, dB. */
const CHANGED_DB = 2;

type Of = Pick<Measurement, 'id' | 'at' | 'title' | 'loudspeakers' | 'place'>;

/** Whether both heard the same loudspeakers from the same place. */
const comparable = (a: Of, b: Of): boolean =>
  [...a.loudspeakers].sort().join() === [...b.loudspeakers].sort().join() &&
  JSON.stringify(a.place.at) === JSON.stringify(b.place.at);

const same = (verdict: Verdict['finding'], { kind, f, delay }: Finding): boolean =>
  verdict.kind === kind &&
  (verdict.f !== null && f !== null
    ? Math.abs(f / verdict.f - 1) < SAME_F
    : verdict.delay !== null && delay !== null && Math.abs(delay - verdict.delay) < SAME_DELAY);

/** The verdict of something that is found in one measurement; null: none yet. */
export const verdictOf = (verdicts: readonly Verdict[], measurement: string, finding: Finding): Verdict | null =>
  verdicts.find((v) => v.measurement === measurement && same(v.finding, finding)) ?? null;

/** What was decided of earlier measurements from the same loudspeakers at the same place, and what is found of it now; newest first, of each thing once. */
export function lookedAtAgain(
  verdicts: readonly Verdict[],
  list: readonly Of[],
  now: Of,
  findings: readonly Finding[],
): Again[] {
  const earlier = verdicts.flatMap((verdict) => {
    const of = list.find((m) => m.id === verdict.measurement);
    return of && of.id !== now.id && of.at < now.at && comparable(of, now) ? [{ verdict, of }] : [];
  });
  earlier.sort((a, b) => (a.of.at < b.of.at ? 1 : -1));
  const seen: Finding[] = [];
  return earlier.flatMap(({ verdict, of }): Again[] => {
    if (seen.some((s) => same(verdict.finding, s))) return [];
    const asFound = { ...verdict.finding, fError: 0, range: null, decay: null, sure: 1 };
    seen.push(asFound);
    const found = findings.find((f) => same(verdict.finding, f));
    if (!found) return [{ verdict, title: of.title, now: 'gone', sizeDb: null }];
    const more = Math.abs(found.sizeDb) - Math.abs(verdict.finding.sizeDb);
    // A ring is told below the strongest: nearer to it is more.
    const by = found.kind === 'ring' || found.kind === 'arrival' ? -more : more;
    const became = Math.abs(by) < CHANGED_DB ? 'same' : by > 0 ? 'more' : 'less';
    return [{ verdict, title: of.title, now: became, sizeDb: found.sizeDb }];
  });
}
