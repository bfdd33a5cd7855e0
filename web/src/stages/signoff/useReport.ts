/** The report of the open project: what the studies say now, as blocks, and as files. */
import { computed, onScopeDispose, ref } from 'vue';
import { drawingSheets } from '@tawny/core/handover/drawings';
import { reportHtml } from '@tawny/core/handover/html';
import { reportOf } from '@tawny/core/handover/report';
import { REPORT_PARTS, type ReportPartId } from '@tawny/core/handover/types';
import { buildAt } from '@tawny/core/questions/build';
import { hangingBlocks } from '@tawny/core/report/hangingDrawing';
import { buyList } from '@tawny/core/studies/build/buy';
import { cutInputs } from '@tawny/core/studies/build/cuts';
import { buyLine } from '@tawny/core/words/build/build';
import { fixingBuyLines } from '@tawny/core/words/fixings';
import { issueSentence } from '@tawny/core/words/issues';
import { useAnswers, useLines } from '../../answers/answers';
import { useResults } from '../../answers/results';
import { download } from '../../charts/download';
import { stamp } from '../../desk/pieces';
import { useRecipeNames } from '../../desk/recipeNames';
import { useHolds } from '../../desk/useHolds';
import { fileNameOf } from '../../files/projectFiles';
import { dateText } from '../../parts/dates';
import { lettersOf, type Paper, pdfOf, wideOn } from '../../print/pdf';
import { drawingRoom, drawingsDefinition, reportDefinition } from '../../print/reportPdf';
import { useSession } from '../../stores/session';
import { useSignoff } from './useSignoff';

export function useReport() {
  const session = useSession();
  const answers = useAnswers();
  const results = useResults();
  const { bass, cuts, moves } = useLines();
  const { doc, wishes, waiting, readings, ends, timeline } = useSignoff();
  const { nameOf } = useRecipeNames();
  const holds = useHolds();

  const paper = ref<Paper>(session.system === 'metric' ? 'A4' : 'LETTER');
  const chosen = ref<ReportPartId[]>([...REPORT_PARTS]);
  const revision = ref('A');
  const project = computed(() => answers.glance!.project);
  const build = computed(() => buildAt(project.value).result);
  cuts.follow(() => cutInputs(project.value, build.value));
  onScopeDispose(bass.start());

  /** What is still being worked out, in a word; empty: nothing. */
  const pending = computed(() => {
    if (waiting.value) return 'what was measured';
    if (!answers.decay) return 'the decay';
    // The coarse answer reaches less far up: what is handed over waits for the full one.
    if (!(bass.current.value && bass.solved.value?.quality === 'full') && !bass.refused.value)
      return 'the waves of the room';
    if (!cuts.fitting.value) return 'how everything is cut';
    return '';
  });
  const drawn = computed(() => {
    const glance = answers.glance!;
    return {
      blocks: hangingBlocks(glance.setting, glance.hang.result, holds.value),
      level: glance.hang.result.level.height,
    };
  });
  const handed = computed(() => {
    const { system } = session;
    const list = buyList(project.value, build.value, cuts.fitting.value ?? null);
    const fixings =
      build.value.panels === 0 ? [] : fixingBuyLines(holds.value, project.value.treatment.fixings.link, system);
    const noise = readings.value.find((r) => r.noiseDb !== null);
    return {
      ...{ project: project.value, glance: answers.glance!, decay: answers.decay?.result ?? null },
      bass: (bass.current.value && bass.solved.value?.answer) || null,
      ...{ moves: moves.current.value ? moves.last.value : null, build: build.value },
      toBuy: build.value.panels > 0 ? [...list.items.map((i) => buyLine(i, system)), ...fixings] : [],
      ...{ toPay: list.money, ...drawn.value, wishes: wishes.value, measured: ends.value },
      noise: noise ? { db: noise.noiseDb!, at: noise.at } : null,
      timeline: timeline.value,
      doubts: results.issues.filter((i) => i.severity !== 'note').map((i) => issueSentence(i, system)),
      ...{ recipeName: nameOf, system, day: dateText, today: stamp(), wide: wideOn(paper.value) },
    };
  });
  const report = computed(() => reportOf(handed.value, chosen.value));

  const failed = (error: unknown) =>
    (session.message = {
      text: `The file could not be made: ${error instanceof Error ? error.message : String(error)}.`,
      tone: 'wrong',
    });
  const making = ref<'pdf' | 'html' | 'drawings' | null>(null);
  async function make(what: 'pdf' | 'html' | 'drawings'): Promise<void> {
    making.value = what;
    const name = fileNameOf(project.value.name);
    try {
      if (what === 'html') download(`${name}-report.html`, reportHtml(report.value, await lettersOf()), 'text/html');
      else if (what === 'pdf')
        download(`${name}-report.pdf`, await pdfOf(reportDefinition(report.value, paper.value)), 'application/pdf');
      else {
        const sheets = drawingSheets({
          ...{ setting: answers.glance!.setting, ...drawn.value, sheets: build.value.sheets, recipeName: nameOf },
          ...{ system: session.system, room: drawingRoom(paper.value) },
        });
        const block = { project: project.value.name, revision: revision.value, day: dateText(stamp()) };
        download(
          `${name}-drawings.pdf`,
          await pdfOf(drawingsDefinition(sheets, block, paper.value)),
          'application/pdf',
        );
      }
    } catch (error) {
      failed(error);
    } finally {
      making.value = null;
    }
  }
  return { doc, paper, chosen, revision, pending, report, making, make };
}
