/** `tawny hang`: lays out what is decided and tells every piece as it is taped, as JSON or as text for a terminal. */
import { applyCommand } from '@tawny/core/document/commands/commands';
import type { Project } from '@tawny/core/document/schema/project';
import { namedRecipes } from '@tawny/core/document/recipes';
import { lengthText } from '@tawny/core/quantities/lengths';
import { settingOf } from '@tawny/core/room/setting';
import { layOut } from '@tawny/core/studies/hang/layOut';
import { studyHolds } from '@tawny/core/studies/hang/held/holds';
import { studyHang } from '@tawny/core/studies/hang/study';
import { layOutCommand } from '@tawny/core/studies/hang/take';
import {
  edgeWords,
  fromMiddleText,
  lineWords,
  offLevelSentence,
  OPEN_WORDS,
  unmirroredSentence,
  unplacedSentence,
} from '@tawny/core/words/hang';
import { fixingRow, noteSentence, WAY_WORDS } from '@tawny/core/words/fixings';
import { issueSentence } from '@tawny/core/words/issues';
import { surfaceWords } from '@tawny/core/words/tapes';

export type HangReport = ReturnType<typeof hangOf>;

/** @param afresh lifts what is laid out already, but for what is up or locked */
export function hangOf(project: Project, afresh: boolean) {
  const result = layOut(project, afresh);
  const next = applyCommand(project, layOutCommand(project, result, null)).project;
  const setting = settingOf(next);
  const { result: hung, issues } = studyHang(setting);
  const holds = studyHolds(setting, hung);
  const { unplaced, open, level, offLevel, mirrored, unmirrored } = result;
  return {
    project: { id: project.id, name: project.name },
    level,
    offLevel,
    pieces: hung.pieces.map(({ left, right, low, high, ...p }) => {
      const { way, mass, overhead, packing, recess, cleat, feet, fixings } = holds.pieces.find(
        (h) => h.piece === p.id,
      )!;
      const held = { way, mass, overhead, packing, recess, cleat, feet, fixings };
      return { ...p, edges: { left, right, low, high }, ...held };
    }),
    overheadMass: holds.overheadMass,
    notes: holds.notes.map((n) => ({ ...n, sentence: noteSentence(n, 'metric') })),
    faces: hung.faces,
    unplaced: unplaced.map((u) => ({ ...u, sentence: unplacedSentence(u, nameIn(project, u.recipe), 'metric') })),
    open,
    mirrored,
    unmirrored,
    conflicts: issues.map((i) => ({ where: i.where, sentence: issueSentence(i, 'metric') })),
  };
}

const nameIn = (project: Project, recipe: string): string =>
  namedRecipes(project, 'metric').find((r) => r.id === recipe)?.name ?? recipe;

/** How a piece hangs, then each of its fixings. */
function fixingLines({ way, fixings, overhead }: HangReport['pieces'][number]): string[] {
  const each = fixings.map((f) => {
    const r = fixingRow(f, overhead, 'metric');
    return `                ${r.what} ${r.along}, ${r.up} ${overhead ? 'from the front' : 'up'}; ${r.into}; ${r.rated} or more, ${r.anchor}`;
  });
  return [`              ${WAY_WORDS[way]}`, ...each];
}

export function hangText(report: HangReport, project: Project): string {
  const m = (v: number) => lengthText(v, 'metric');
  const lines = [
    `${report.project.name}: ${report.pieces.length} pieces, ${report.level.by} at ${m(report.level.height)}`,
  ];
  for (const face of report.faces) {
    lines.push('', `${surfaceWords(face.name)}, ${m(face.length)}; from the ${lineWords(face.upright)}`);
    const [low, high] = edgeWords(face.upright);
    for (const p of report.pieces.filter((q) => q.face === face.id))
      lines.push(
        `  ${p.label.padEnd(11)} ${nameIn(project, p.recipe).padEnd(28)} left edge ${fromMiddleText(p.fromMiddle.left, 'metric')}, ${low} ${m(p.edges.low)}, ${high} ${m(p.edges.high)}${p.covers.length > 0 ? `; covers ${p.covers.join(', ')}` : ''}`,
        ...fixingLines(p),
      );
  }
  const told = [
    ...report.unplaced.map((u) => u.sentence),
    ...report.offLevel.map((o) => offLevelSentence(o.name, o.by, 'metric')),
    ...report.unmirrored.map(unmirroredSentence),
    ...report.conflicts.map((c) => c.sentence),
    ...report.notes.map((n) => n.sentence),
    ...report.open.map((o) => `${o.letter} on the ${surfaceWords(o.faceName)} stays open: ${OPEN_WORDS[o.why]}.`),
  ];
  return [...lines, ...(told.length > 0 ? ['', ...told] : [])].join('\n');
}
