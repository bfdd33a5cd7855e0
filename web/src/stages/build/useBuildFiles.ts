/** Build to take away: tables, spreadsheet, sheets and labels as PDF, calendar. */
import { computed } from 'vue';
import { unitsOf } from '@tawny/core/document/units';
import { countOf } from '@tawny/core/recipes/parts/types';
import { cutText } from '@tawny/core/quantities/cutLengths';
import { buyTable, cutsTable, partsTable, workTable } from '@tawny/core/words/buildTables';
import { buyLine, materialName, STEP_CARE, STEP_WORDS, taskCounts } from '@tawny/core/words/build';
import { surfaceWords } from '@tawny/core/words/tapes';
import { download } from '../../charts/download';
import { downloadCsv } from '../../charts/exports';
import { fileNameOf } from '../../files/projectFiles';
import type { Paper } from '../../print/pdf';
import { useAnswers } from '../../answers/answers';
import { useBuild } from './useBuild';

/** Work begins at nine. */
const MORNING = 9;

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
    const hung = new Map(answers.glance!.hang.result.pieces.map((p) => [p.id, p]));
    const pieces = project.value.treatment.pieces.flatMap((p) =>
      unitsOf(p).flatMap((unit) => {
        const sheet = result.value.sheets.find((s) => s.units.includes(unit));
        if (!sheet) return [];
        const up = hung.get(p.id);
        const on = p.place.kind === 'at' ? p.place.face : p.place.on;
        const face = answers.glance!.setting.faces.find((f) => f.id === on);
        const where = face ? surfaceWords(face.name) : on;
        return [
          {
            head: up ? `${sheet.letter}  ${up.label}` : sheet.letter,
            lines: [nameOf(p.recipe), where, p.covers.length > 0 ? 'on a mark' : ''].filter((t) => t !== ''),
            up: !sheet.overhead,
          },
        ];
      }),
    );
    const parts = result.value.sheets.flatMap((s) =>
      s.parts
        .filter((p) => !p.paired && p.of.sort !== 'roll')
        .flatMap((p) =>
          Array.from({ length: countOf(p) * s.count }, () => ({
            head: `${s.letter}${p.number} ${p.name}`,
            lines: [
              materialName(p.of, session.system),
              p.of.sort === 'bar'
                ? cutText(p.length, session.system)
                : `${cutText(p.length, session.system)} × ${cutText(p.width, session.system)}`,
            ],
            up: false,
          })),
        ),
    );
    download(
      `${name.value}-labels.pdf`,
      await pdfOf(labelDefinition(project.value.name, [...pieces, ...parts], paper)),
    );
  }

  async function takeCalendar(): Promise<void> {
    if (work.value.dates.length === 0) {
      session.buildPart = 'work';
      session.message = { text: 'Say under Work on which day it begins; then there is a calendar.', tone: 'wrong' };
      return;
    }
    const { calendarFile } = await import('@tawny/core/formats/calendar');
    const { hoursPerDay } = project.value.making;
    // A step over several days is an entry a day.
    const entries = work.value.tasks.flatMap((t) => {
      if (!t.from || !t.to) return [];
      const list = [];
      for (let day = t.from.day; day <= t.to.day; day++) {
        const from = day === t.from.day ? t.from.hour : 0;
        const to = day === t.to.day ? t.to.hour : hoursPerDay;
        if (to - from < 1 / 60) continue;
        list.push({
          uid: `${project.value.id}-${t.batch + 1}-${t.step}-${day}@tawny-hall`,
          title: `${project.value.name}: batch ${t.batch + 1}, ${STEP_WORDS[t.step].name.toLowerCase()}`,
          description: `${taskCounts(t, session.system)}. ${STEP_CARE[t.step].tools}. ${STEP_CARE[t.step].care}`,
          from: { date: work.value.dates[day]!, hour: MORNING + from },
          to: { date: work.value.dates[day]!, hour: MORNING + to },
        });
      }
      return list;
    });
    download(`${name.value}-work.ics`, calendarFile(entries), 'text/calendar');
  }
  return { takeCsv, takeSpreadsheet, takePdf, takeLabels, takeCalendar };
}
