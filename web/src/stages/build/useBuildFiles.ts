/** Build to take away: tables, spreadsheet, sheets and labels as PDF, calendar. */
import { computed } from 'vue';
import { workCalendar } from '@tawny/core/report/workCalendar';
import { buyTable, cutsTable, partsTable, workTable } from '@tawny/core/words/build/tables';
import { buyLine } from '@tawny/core/words/build/build';
import { labelsOf } from '@tawny/core/words/build/labels';
import { STEP_CARE, STEP_WORDS, taskCounts } from '@tawny/core/words/build/work';
import { download } from '../../charts/download';
import { downloadCsv } from '../../charts/exports';
import { fileNameOf } from '../../files/projectFiles';
import type { Paper } from '../../print/pdf';
import { useAnswers } from '../../answers/answers';
import { useBuild } from './useBuild';

export function useBuildFiles() {
  const { session, project, result, cuts, list, work, currency, money, nameOf, fixingLines, buying } = useBuild();
  const answers = useAnswers();
  const name = computed(() => fileNameOf(project.value.name));
  const lines = () => [...list.value.items.map((i) => buyLine(i, session.system)), ...fixingLines.value];
  const tables = () => [
    buyTable(list.value, fixingLines.value, currency.value, session.system),
    partsTable(result.value.sheets, nameOf, session.system),
    cutsTable(cuts.value?.plans ?? [], session.system),
    workTable(work.value, session.system),
  ];

  const takeCsv = (): Promise<void> => {
    const { head, rows } = tables()[0]!;
    return downloadCsv(
      `${name.value}-shopping`,
      rows.map((r) => Object.fromEntries(head.map((h, i) => [h, r[i] ?? null]))),
    );
  };
  async function takeSpreadsheet(): Promise<void> {
    const { workbook } = await import('../../files/workbook');
    download(`${name.value}-build.xlsx`, await workbook(tables()));
  }
  async function takePdf(paper: Paper): Promise<void> {
    const [{ buildDefinition }, { pdfOf }] = await Promise.all([
      import('../../print/buildPdf'),
      import('../../print/pdf'),
    ]);
    const what = {
      name: project.value.name,
      currency: currency.value,
      lines: lines(),
      total: `Together, where a price is known: ${money(list.value.money)} ${currency.value}`,
      plans: cuts.value?.plans ?? [],
      sheets: result.value.sheets,
      work: work.value,
      saw: buying.value,
      system: session.system,
      nameOf,
    };
    download(`${name.value}-build.pdf`, await pdfOf(buildDefinition(what, paper)));
  }

  /** A label a piece with its number and wall, then one a part. */
  async function takeLabels(paper: Paper): Promise<void> {
    const [{ labelDefinition }, { pdfOf }] = await Promise.all([
      import('../../print/buildPdf'),
      import('../../print/pdf'),
    ]);
    const { hang, setting } = answers.glance!;
    const labels = labelsOf(
      project.value,
      result.value.sheets,
      hang.result.pieces,
      setting.faces,
      nameOf,
      session.system,
    );
    download(`${name.value}-labels.pdf`, await pdfOf(labelDefinition(project.value.name, labels, paper)));
  }

  async function takeCalendar(): Promise<void> {
    if (work.value.dates.length === 0) {
      session.buildPart = 'work';
      session.message = { text: 'Say under Work on which day it begins; then there is a calendar.', tone: 'wrong' };
      return;
    }
    const { calendarFile } = await import('@tawny/core/formats/calendar');
    const { id, name: room, making } = project.value;
    const entries = workCalendar(work.value, { id, hoursPerDay: making.hoursPerDay }, (t) => ({
      title: `${room}: batch ${t.batch + 1}, ${STEP_WORDS[t.step].name.toLowerCase()}`,
      description: `${taskCounts(t, session.system)}. ${STEP_CARE[t.step].tools}. ${STEP_CARE[t.step].care}`,
    }));
    download(`${name.value}-work.ics`, calendarFile(entries), 'text/calendar');
  }
  return { takeCsv, takeSpreadsheet, takePdf, takeLabels, takeCalendar };
}
