/** All studies of a project in one answer, as JSON or as text for a terminal. */
import { loadIntegerSolver } from '@tawny/core/dosage/solver';
import type { Project } from '@tawny/core/document/schema/project';
import { OCTAVES } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import { buyList } from '@tawny/core/studies/build/buy';
import { cutInputs, studyCuts } from '@tawny/core/studies/build/cuts';
import { buildAt } from '@tawny/core/questions/build';
import { measuresAt } from '@tawny/core/questions/figures';
import { glanceAt } from '@tawny/core/questions/glance';
import { studyDecay } from '@tawny/core/studies/decay/study';
import type { Curve } from '@tawny/core/studies/decay/curves';
import { studyHolds } from '@tawny/core/studies/hang/held/holds';
import { buyLine } from '@tawny/core/words/build/build';
import { fixingBuyLines } from '@tawny/core/words/fixings';
import { counted } from '@tawny/core/words/counted';
import { tapeWords } from '@tawny/core/words/tapes';
import { issueSentence } from '@tawny/core/words/issues';
import { SCHOOL_WORDS } from '@tawny/core/words/schools';

export type Report = Awaited<ReturnType<typeof reportOf>>;

/** Runs every study. */
export async function reportOf(project: Project) {
  const glance = glanceAt(project);
  const { setting, survey, seat, bass, marks, hang } = glance;
  const solver = await loadIntegerSolver();
  const decay = studyDecay(glance.decay, solver);
  const build = buildAt(project);
  const cuts = studyCuts(cutInputs(project, build.result), solver);
  const bought = buyList(project, build.result, cuts);
  const holds = studyHolds(setting, hang.result);
  const fixingLines = fixingBuyLines(holds, project.treatment.fixings.link, 'metric');
  const issues = [survey, seat, bass, marks, decay, build].flatMap((s) => s.issues);
  return {
    project: { id: project.id, name: project.name },
    room: {
      volume: setting.solid.volume,
      floorArea: setting.solid.floorArea,
      surfaceArea: setting.solid.surfaceArea,
      speedOfSound: setting.c,
    },
    symmetry: survey.result.symmetry,
    seat: seat.result,
    bass: bass.result,
    marks: marks.result,
    decay: decay.result,
    build: build.result,
    cuts: cuts.plans,
    toBuy: build.result.panels > 0 ? [...bought.items.map((i) => buyLine(i, 'metric')), ...fixingLines] : [],
    currency: project.brief.budget?.currency ?? '€',
    verdict: measuresAt(glance, { decay: decay.result, swing: null }),
    issues: issues.map((i) => ({ ...i, sentence: issueSentence(i, 'metric') })),
  };
}

const cm = (m: number) => lengthText(m, 'metric');

function curveLine(name: string, curve: Curve): string {
  const times = curve.eyring.map((t) => (t === null ? 'endless' : fixed(t, 2)).padStart(7)).join('');
  return `  ${name.padEnd(24)}${times}   ${curve.inside ? 'in target' : `${curve.worst!.side} at ${curve.worst!.octave} Hz`}`;
}

/** The report as lines of text. */
export function reportText(r: Report): string {
  const { seat, bass, decay, build } = r;
  const answer = decay.answer;
  const lines = [
    r.project.name,
    `  ${fixed(r.room.volume, 1)} m³, surfaces ${fixed(r.room.surfaceArea, 1)} m², sound ${fixed(r.room.speedOfSound, 1)} m/s`,
    '',
    'Seat',
    `  ears ${cm(seat.headFromFront)} from the front wall, ${fixed(seat.headPart * 100, 1)} % (38 % is ${cm(seat.ruleDistance)})`,
    ...seat.loudspeakers.map((l) =>
      l.nearest && l.notch
        ? `  ${l.letter}: ${cm(l.toHead)} to the ears; nearest ${l.nearest.name} ${cm(l.nearest.distance)}, cancels at ${fixed(l.nearest.exactNullHz ?? 0, 0)} Hz; deepest ${fixed(l.notch.levelDb, 1)} dB at ${fixed(l.notch.f, 0)} Hz`
        : `  ${l.letter}: not inside the room`,
    ),
    '',
    'Bass',
    `  ${bass.modes.length} modes to 300 Hz, Schroeder frequency ${fixed(bass.schroeder, 0)} Hz`,
    ...bass.modes
      .slice(0, 8)
      .map((m) => `  ${fixed(m.f, 1).padStart(6)} Hz  ${m.n.join(' ')}  ${m.kind.padEnd(10)}  ${m.atSeat} at the seat`),
    '',
    'Marks',
    ...r.marks.marks.map((m) => {
      const tape = m.tape.map((t) => `${cm(t.metres)} ${tapeWords(t)}`).join(', ');
      const level = m.levelDb === null ? 'nothing' : `${fixed(m.levelDb, 1)} dB`;
      return `  ${m.letter} ${m.faceName.padEnd(8)} ${tape}; ${fixed(m.delay * 1000, 1)} ms, ${level}${m.covered ? ', covered' : ''}`;
    }),
    '',
    `Decay, Eyring with air${' '.repeat(4)}${OCTAVES.map((o) => String(o).padStart(7)).join('')}`,
    curveLine('bare room', decay.bare),
    curveLine(`with ${decay.chosen.panels} panels chosen`, decay.chosen),
    ...('curve' in answer ? [curveLine(`${answer.curve.panels} panels (${answer.status})`, answer.curve)] : []),
    `  target: ${SCHOOL_WORDS[decay.inputs.school].name}; first reflections need ${decay.forMarks} panels`,
    '',
    'Build',
    ...(build.panels > 0
      ? [
          `  ${counted(build.panels, 'piece')}, ${fixed(build.mass, 0)} kg, ${fixed(build.cost, 0)} ${r.currency} before waste`,
          ...r.toBuy.map((l) => `  ${l.amount} ${l.unit}: ${l.item} (${l.note})`),
        ]
      : ['  nothing to buy']),
    '',
    r.issues.length > 0 ? 'To look at' : 'Nothing stands out',
    ...r.issues.map((i) => `  ${i.sentence}`),
  ];
  return lines.join('\n');
}
