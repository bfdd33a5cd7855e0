/** Each wish of the brief against what is predicted and measured. What was measured in the room as it is decides before what is predicted. */
import { type School, schoolLimits } from '../../criteria/decayTargets';
import { ASKED, backgroundFor, leadingUse } from '../../document/commands/brief';
import type { Use } from '../../document/schema/project';
import { OCTAVES } from '../../quantities/bands';
import { modulationOfDecay, MODULATIONS, speechIndex } from '../../signal/speech';
import { SWING_SCHOOLS } from '../bass/judge';
import { SEAT_LIMITS } from '../seat/types';
import type { Found, Outcome, Reading, Wish, WishParts } from './types';

/** A figure may miss its limit by such a part and is nearly there: what a room's own measurements repeat to. */
const NEARLY = 0.1;
const NEARLY_DB = { swing: 1.5, marks: 3, noise: 3, quiet: 5 } as const;
/** What is meant to be heard stands so much out of the noise, dB. */
const OUT_OF_NOISE = 10;
const NEARLY_SIDES = 0.03;
/** Speech of this index is called excellent (IEC 60268-16). */
const CLEAR = 0.75;
/** Who hears the pair, and who wants to be understood. */
const LISTENS: readonly Use[] = ['mixing', 'mastering', 'listening', 'recording'];
const SPEAKS: readonly Use[] = ['speech', 'filming'];

const takenOf = ({ at, title, asNow }: Reading) => ({ at, title, asNow });

/** How far a figure lies outside its limits, as a part of the limit; 0: inside. */
function outsideBy(value: number, [least, most]: Wish['asked']): number {
  if (most !== null && value > most) return most > 0 ? value / most - 1 : Infinity;
  if (least !== null && value < least) return value > 0 ? least / value - 1 : Infinity;
  return 0;
}

/** The band that lies furthest outside, or the first one where none does. */
function worstBand(
  times: readonly { octave: number; seconds: number | null; range: Found['range'] }[],
  limitsAt: (octave: number) => Wish['asked'] | null,
): { octave: number; seconds: number; range: Found['range']; asked: Wish['asked']; by: number } | null {
  let worst: ReturnType<typeof worstBand> = null;
  for (const { octave, seconds, range } of times) {
    const asked = limitsAt(octave);
    if (!asked || seconds === null) continue;
    const by = outsideBy(seconds, asked);
    if (!worst || by > worst.by) worst = { octave, seconds, range, asked, by };
  }
  return worst;
}

/** Met, or nearly: within a tenth of its limit, or where the limit lies within what the figure is known to. */
function outcomeOf(by: number, range: Found['range'], asked: Wish['asked']): Outcome {
  if (by === 0) return 'met';
  const reaches = range !== null && outsideBy(range[0], asked) * outsideBy(range[1], asked) === 0;
  return by <= NEARLY || reaches ? 'nearly' : 'missed';
}

/** The same of times by octave 63 … 8000, from the lowest that is judged on. */
export const worstOctave = (
  seconds: readonly (number | null)[],
  lowest: number,
  limitsAt: (octave: number) => Wish['asked'] | null,
) =>
  worstBand(
    OCTAVES.map((octave, i) => ({ octave, seconds: seconds[i] ?? null, range: null })),
    (octave) => (octave >= lowest ? limitsAt(octave) : null),
  );

/** The newest reading that says something, one of the room as it is before others. */
function newest<T>(readings: readonly Reading[], of: (r: Reading) => T | null): { value: T; of: Reading } | null {
  const told = readings.flatMap((r) => {
    const value = of(r);
    return value === null ? [] : [{ value, of: r }];
  });
  return told.find((t) => t.of.asNow) ?? told[0] ?? null;
}

/** What decides: a measurement of the room as it is, else what is predicted, else one of an earlier room. */
const deciding = (found: readonly Found[]): Found | null =>
  found.find((f) => f.taken?.asNow) ?? found.find((f) => f.how === 'predicted') ?? found[0] ?? null;

function decayWish(school: School, uses: Use[], { project, volume, decay, learnedAt, readings }: WishParts): Wish {
  const { target } = project;
  const lowest = decay?.lowestOctave ?? OCTAVES[0];
  const limitsAt = (octave: number): Wish['asked'] | null => {
    const limits = octave >= lowest ? schoolLimits(school, volume, octave, target.own) : null;
    return limits && [limits.lower, limits.upper];
  };
  const measured = newest(readings, (r) => {
    const worst = worstBand(
      (r.decay ?? []).map((b) => ({ ...b, range: null })),
      limitsAt,
    );
    return worst;
  });
  const predicted =
    decay &&
    worstBand(
      OCTAVES.map((octave, i) => ({
        octave,
        seconds: decay.seconds[i] ?? null,
        range: decay.low[i] == null || decay.high[i] == null ? null : ([decay.low[i], decay.high[i]] as const),
      })),
      limitsAt,
    );
  const told = [
    ...(measured
      ? [{ how: 'measured' as const, since: null, worst: measured.value, taken: takenOf(measured.of) }]
      : []),
    ...(predicted ? [{ how: 'predicted' as const, since: learnedAt, worst: predicted, taken: null }] : []),
  ];
  const found = told.map(({ how, since, worst, taken }): Found => ({
    ...{ how, since, taken },
    value: worst.seconds,
    range: worst.range,
    octave: worst.octave,
  }));
  const decides = told.find((t) => t.taken?.asNow) ?? told.find((t) => t.how === 'predicted') ?? told[0];
  return {
    ...{ kind: 'decay', uses, found: inOrder(found), text: school },
    asked: decides?.worst.asked ?? [null, null],
    outcome: decides ? outcomeOf(decides.worst.by, decides.worst.range, decides.worst.asked) : 'unknown',
  };
}

/** What decides first. */
function inOrder(found: readonly Found[]): Found[] {
  const first = deciding(found);
  return first ? [first, ...found.filter((f) => f !== first)] : [];
}

const plain = (how: Found['how'], value: number, of: Reading | null = null): Found => ({
  ...{ how, value, range: null, octave: null, since: null },
  taken: of && takenOf(of),
});

/** A figure that may be so much at most; `near`: so much more is nearly there. */
function atMost(
  wish: Pick<Wish, 'kind' | 'uses'> & { text?: string },
  most: number,
  near: number,
  found: readonly Found[],
): Wish {
  const first = deciding(found);
  const outcome = !first ? 'unknown' : first.value <= most ? 'met' : first.value <= most + near ? 'nearly' : 'missed';
  return { text: '', ...wish, outcome, asked: [null, most], found: inOrder(found) };
}

function swingWish(uses: Use[], { swing, learnedAt, readings }: WishParts): Wish {
  const measured = newest(readings, (r) => r.swingDb);
  return atMost({ kind: 'swing', uses }, swing?.limitDb ?? SWING_SCHOOLS[0]!.limitDb, NEARLY_DB.swing, [
    ...(measured ? [plain('measured', measured.value, measured.of)] : []),
    ...(swing ? [{ ...plain('predicted', swing.swingDb), since: learnedAt }] : []),
  ]);
}
function reflectionsWish(uses: Use[], { marks }: WishParts): Wish {
  const found = marks.all === 0 ? [] : [plain('predicted', marks.bare)];
  const outcome: Outcome =
    marks.all === 0
      ? 'unknown'
      : marks.bare === 0
        ? 'met'
        : marks.overDb !== null && marks.overDb <= NEARLY_DB.marks
          ? 'nearly'
          : 'missed';
  return { kind: 'reflections', uses, outcome, asked: [null, 0], found, text: String(marks.all) };
}

/** Index of speech in a quiet room of such a decay. */
function indexOf(seconds: readonly (number | null)[]): number | null {
  const rows = seconds.slice(1).map((t) => (t === null ? null : MODULATIONS.map((f) => modulationOfDecay(t, f))));
  return rows.length > 0 && rows.every((r) => r !== null) ? speechIndex(rows) : null;
}

function speechWish(uses: Use[], { decay, readings }: WishParts): Wish {
  const measured = newest(readings, (r) => r.speech);
  const predicted = decay && indexOf(decay.seconds);
  const found = [
    ...(measured ? [plain('measured', measured.value, measured.of)] : []),
    ...(predicted === null ? [] : [plain('predicted', predicted)]),
  ];
  const first = deciding(found);
  const asked = [CLEAR, null] as const;
  const outcome = first ? outcomeOf(outsideBy(first.value, asked), null, asked) : 'unknown';
  return { kind: 'speech', uses, outcome, asked, found: inOrder(found), text: '' };
}

/** Wishes in the order of the uses, each once for all that ask the same; then what the brief asks of the room as a whole. */
export function wishesOf(parts: WishParts): Wish[] {
  const { project, sides, cost, readings } = parts;
  const { brief } = project;
  const uses = brief.uses.length > 0 ? brief.uses : [leadingUse(brief)];
  const [listeners, speakers] = [LISTENS, SPEAKS].map((of) => uses.filter((u) => of.includes(u))) as [Use[], Use[]];
  // The owner's own target goes before what the first use asks.
  const schoolOf = (use: Use) => (use === leadingUse(brief) ? project.target.school : ASKED[use].school);
  const schools = [...new Set(uses.map(schoolOf))];
  const noise = newest(readings, (r) => r.noiseDb);
  const heard = noise ? [plain('measured', noise.value, noise.of)] : [];
  const list: Wish[] = schools.map((school) =>
    decayWish(
      school,
      uses.filter((u) => schoolOf(u) === school),
      parts,
    ),
  );
  if (listeners.length > 0) {
    list.push(swingWish(listeners, parts), reflectionsWish(listeners, parts));
    list.push(
      atMost(
        { kind: 'sides', uses: listeners },
        SEAT_LIMITS.pathDifference,
        NEARLY_SIDES - SEAT_LIMITS.pathDifference,
        sides === null ? [] : [plain('predicted', sides)],
      ),
    );
  }
  if (speakers.length > 0) list.push(speechWish(speakers, parts));
  list.push(atMost({ kind: 'noise', uses: [] }, backgroundFor(brief), NEARLY_DB.noise, heard));
  // What is quiet has to stand ten decibels out of the noise to be heard as it is.
  if (brief.quietestDb !== null)
    list.push(atMost({ kind: 'quiet', uses: [] }, brief.quietestDb - OUT_OF_NOISE, NEARLY_DB.quiet, heard));
  if (brief.loudestDb !== null) list.push(loudWish(brief.loudestDb, parts));
  if (brief.budget)
    list.push(
      atMost(
        { kind: 'budget', uses: [], text: brief.budget.currency },
        brief.budget.amount,
        NEARLY * brief.budget.amount,
        cost === null ? [] : [plain('predicted', cost)],
      ),
    );
  if (brief.mustStay.trim() !== '')
    list.push({ kind: 'stays', uses: [], outcome: 'unknown', asked: [null, null], found: [], text: brief.mustStay });
  return list;
}

/** How loud it becomes everywhere in the room: a source that gives so much at 1 m to all sides, in a diffuse field. No limit is known to this program. */
function loudWish(loudestDb: number, { decay, volume }: WishParts): Wish {
  const mid = decay && [3, 4].map((i) => decay.seconds[i]).filter((t): t is number => t != null);
  const seconds = mid && mid.length > 0 ? mid.reduce((s, t) => s + t, 0) / mid.length : null;
  // Lw = L(1 m) + 11 dB; L = Lw + 10 lg(4/A), A = 0.161 V/T.
  const found =
    seconds === null ? [] : [plain('predicted', loudestDb + 11 + 10 * Math.log10((4 * seconds) / (0.161 * volume)))];
  return { kind: 'loud', uses: [], outcome: 'unknown', asked: [null, null], found, text: String(loudestDb) };
}
