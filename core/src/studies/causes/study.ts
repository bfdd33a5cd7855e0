/** What causes what stands out of a measurement, weighed from what the room as it is drawn would do. */
import { against } from './explain/against';
import { between } from './explain/between';
import { boundaries } from './explain/boundary';
import { adding, cancelling } from './explain/cancel';
import { loudspeaker } from './explain/loudspeaker';
import { modes } from './explain/mode';
import { noise } from './explain/noise';
import { reflections } from './explain/reflection';
import { asymmetry, done, fed, loudspeakersDiffer, stood } from './explain/sides';
import { comings, machine, mains, rattle } from './explain/things';
import { findingsOf } from './findings';
import { weighed } from './likelihood';
import type { Believed, Candidate, Explanation, Finding, FindingKind, Measured } from './types';

type Explain = (finding: Finding, believed: Believed, measured: Measured) => Candidate[];

/** Who is asked about what. */
const ASKED: Readonly<Record<FindingKind, readonly Explain[]>> = {
  peak: [modes, adding, (f, _, m) => loudspeaker(f, m), (f, _, m) => mains(f, m), (f, _, m) => noise(f, m)],
  dip: [cancelling, against, boundaries, (f, _, m) => loudspeaker(f, m), (f, _, m) => noise(f, m)],
  ring: [modes, rattle, (f, _, m) => mains(f, m)],
  arrival: [reflections, (f, _, m) => loudspeaker(f, m)],
  flutter: [between],
  sides: [asymmetry, fed, loudspeakersDiffer],
  change: [done, fed, stood, loudspeakersDiffer],
  tone: [(f, _, m) => mains(f, m), machine],
  step: [comings],
};

export const explain = (finding: Finding, believed: Believed, measured: Measured): Explanation[] =>
  weighed(
    finding.kind,
    ASKED[finding.kind].flatMap((ask) => ask(finding, believed, measured)),
  );

/** Everything that stands out, the surest and largest first within each kind, each with its causes. */
export const causesOf = (measured: Measured, believed: Believed): { finding: Finding; explanations: Explanation[] }[] =>
  findingsOf(measured, believed.curve?.f.at(-1)).map((finding) => ({
    finding,
    explanations: explain(finding, believed, measured),
  }));
