/** The report and the drawing set as PDF: vector drawings, the program's own letters, every part a bookmark. */
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import type { DrawingSheet } from '@tawny/core/handover/drawings';
import type { Block, Report } from '@tawny/core/handover/types';
import { drawing, FONT, INK, type Paper, PAPERS, SOFT, wideOn } from './pdf';

const POINTS_PER_MM = 72 / 25.4;
const MARGIN_MM = 14;

/** Widths of columns, points: by what stands in them, so that words break and figures do not. */
function widthsOf(head: readonly string[], rows: readonly string[][], wide: number): number[] {
  const longest = head.map((h, i) => Math.max(h.length, ...rows.map((r) => (r[i] ?? '').length)));
  const word = head.map((h, i) =>
    Math.max(...[h, ...rows.map((r) => r[i] ?? '')].flatMap((t) => t.split(' ').map((w) => w.length))),
  );
  const wanted = longest.map((l, i) => Math.max(word[i]! * 1.15, Math.min(l, 34)) + 1.5);
  const sum = wanted.reduce((s, w) => s + w, 0);
  // Between two columns the light layout leaves sixteen points.
  return wanted.map((w) => (w / sum) * (wide - 16 * (head.length - 1)));
}

function blockContent(block: Block, paper: Paper): Content {
  switch (block.kind) {
    case 'text':
      return { text: block.text, margin: [0, 2, 0, 4], ...(block.quiet ? { color: SOFT, fontSize: 8.5 } : {}) };
    case 'list':
      // The maker writes into what it is given.
      return { ul: [...block.items], margin: [0, 2, 0, 4] };
    case 'table':
      return {
        stack: [
          { text: block.caption, bold: true, margin: [0, 6, 0, 2] },
          {
            table: {
              headerRows: 1,
              dontBreakRows: true,
              widths: widthsOf(block.head, block.rows, wideOn(paper) * POINTS_PER_MM),
              body: [
                block.head.map((text) => ({ text, color: SOFT })),
                ...block.rows.map((row) => row.map((text, i) => ({ text, bold: i === 0 }))),
              ],
            },
            layout: 'lightHorizontalLines',
            fontSize: 8.5,
          },
        ],
      };
    case 'figure':
      return { unbreakable: true, stack: [{ text: block.title, bold: true, margin: [0, 6, 0, 0] }, drawing(block)] };
  }
}

export function reportDefinition(report: Report, paper: Paper): TDocumentDefinitions {
  const margin = MARGIN_MM * POINTS_PER_MM;
  return {
    info: { title: report.title },
    language: report.language,
    displayTitle: true,
    pageSize: paper,
    pageMargins: [margin, margin, margin, margin + 6],
    defaultStyle: { font: FONT, fontSize: 9.5, color: INK },
    footer: (page, pages) => ({
      text: `${report.title}, ${page} of ${pages}`,
      alignment: 'center',
      fontSize: 8,
      color: SOFT,
    }),
    content: [
      { text: report.title, fontSize: 30, bold: true, margin: [0, 130, 0, 8] },
      ...report.lines.map((line): Content => ({ text: line, fontSize: 12, margin: [0, 3, 0, 0] })),
      { toc: { title: { text: 'Contents', bold: true, margin: [0, 50, 0, 6] } } },
      ...report.parts.flatMap((part): Content[] => [
        {
          ...{ text: part.title, fontSize: 17, bold: true, pageBreak: 'before', margin: [0, 0, 0, 6] },
          ...{ tocItem: true, outline: true },
        },
        ...part.blocks.map((b) => blockContent(b, paper)),
      ]),
    ],
  };
}

/** What of a landscape page a drawing may take beside its title block, mm. */
const BLOCK_MM = 20;
export const drawingRoom = (paper: Paper): [number, number] => [
  PAPERS[paper][1] - 2 * MARGIN_MM,
  PAPERS[paper][0] - 2 * MARGIN_MM - BLOCK_MM,
];

export interface TitleBlock {
  project: string;
  /** Who may be asked, or nothing. */
  revision: string;
  day: string;
}

export function drawingsDefinition(
  sheets: readonly DrawingSheet[],
  { project, revision, day }: TitleBlock,
  paper: Paper,
): TDocumentDefinitions {
  const margin = MARGIN_MM * POINTS_PER_MM;
  const cell = (label: string, text: string): Content => ({
    stack: [
      { text: label, fontSize: 7, color: SOFT },
      { text, bold: true },
    ],
  });
  return {
    info: { title: `${project}: drawings` },
    language: 'en',
    displayTitle: true,
    pageSize: paper,
    pageOrientation: 'landscape',
    pageMargins: [margin, margin, margin, margin + BLOCK_MM * POINTS_PER_MM],
    defaultStyle: { font: FONT, fontSize: 9.5, color: INK },
    footer: (page, pages) => {
      const sheet = sheets[page - 1];
      return {
        margin: [margin, 6, margin, 0],
        table: {
          widths: ['*', '*', 60, 90, 60, 50],
          body: [
            [
              cell('room', project),
              cell('drawing', sheet?.title ?? ''),
              cell('scale', sheet?.scale == null ? 'none' : `1 : ${sheet.scale}`),
              cell('day', day),
              cell('revision', revision),
              cell('sheet', `${page} of ${pages}`),
            ],
          ],
        },
      };
    },
    content: sheets.map((sheet, i): Content => ({
      ...(i > 0 ? { pageBreak: 'before' } : {}),
      stack: [
        { text: sheet.title, bold: true, fontSize: 12, outline: true },
        {
          columns: sheet.drawings.map((d) => ({ width: d.width * POINTS_PER_MM, stack: [drawing(d)] })),
          columnGap: 10,
        },
      ],
    })),
  };
}
