/** The marking sheet as PDF: vector drawings, tables, the program's own fonts. The maker is loaded when first asked for. */
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import words from '@fontsource/commissioner/files/commissioner-latin-400-normal.woff?url';
import bold from '@fontsource/commissioner/files/commissioner-latin-700-normal.woff?url';
import { blockSvg, planSvg } from '@tawny/core/report/markingDrawing';
import type { LengthSystem } from '@tawny/core/quantities/lengths';
import { lengthText } from '@tawny/core/quantities/lengths';
import type { SiteMark } from '@tawny/core/document/schema/project';
import type { Setting } from '@tawny/core/room/setting';
import type { SheetBlock } from '@tawny/core/report/markingSheet';
import { blockTitle, sheetRow } from '@tawny/core/words/sheet';

export const PAPERS = { A4: [210, 297], LETTER: [215.9, 279.4] } as const;
export type Paper = keyof typeof PAPERS;

const MARGIN_MM = 14;
const POINTS_PER_MM = 72 / 25.4;
/** Largest height of one surface's drawing, mm. */
const DRAWING_MM = 62;
const FONT = 'Commissioner';

async function base64(url: string): Promise<string> {
  const bytes = new Uint8Array(await (await fetch(url)).arrayBuffer());
  let text = '';
  for (let i = 0; i < bytes.length; i += 0x8000) text += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return btoa(text);
}

function drawing({ svg, width }: { svg: string; width: number }): Content {
  return { svg, width: width * POINTS_PER_MM, margin: [0, 3, 0, 3] };
}

export interface SheetContent {
  setting: Setting;
  blocks: readonly SheetBlock[];
  site: Readonly<Record<string, SiteMark>>;
  system: LengthSystem;
  lines: readonly string[];
  cautions: string;
}

function blockContent(block: SheetBlock, { system, site }: SheetContent, wide: number): Content {
  const picture = blockSvg(block, [wide, DRAWING_MM], FONT);
  const head = ['done', 'tape', 'first measure', 'second measure', 'later, level', 'found at, why'];
  const rows = block.marks.map((m) => {
    const r = sheetRow(m, system);
    const met = site[m.id];
    const found = met?.found
      ? `${lengthText(met.found.first, system)}, ${lengthText(met.found.second, system)} ${met.note}`
      : (met?.note ?? '');
    return [
      {
        canvas: [
          {
            type: 'rect' as const,
            x: 2,
            y: 2,
            w: 10,
            h: 10,
            lineColor: '#2A211A',
            ...(met?.done ? { color: '#2A211A' } : {}),
          },
        ],
      },
      { text: r.letter, bold: true, fontSize: 13 },
      { text: [{ text: r.first, bold: true }, ` ${r.firstFrom}\n`, { text: `zone ${r.firstZone}`, fontSize: 8 }] },
      { text: [{ text: r.second, bold: true }, ` ${r.secondFrom}\n`, { text: `zone ${r.secondZone}`, fontSize: 8 }] },
      { text: [`${r.later}, ${r.level}\n`, { text: r.note, fontSize: 8 }] },
      { text: found },
    ];
  });
  return {
    unbreakable: block.marks.length <= 6,
    stack: [
      {
        text: [
          { text: blockTitle(block), bold: true, fontSize: 12 },
          { text: `   1 : ${picture.scale}`, color: '#6B5E52' },
        ],
        margin: [0, 8, 0, 0],
      },
      drawing(picture),
      {
        table: {
          headerRows: 1,
          widths: [26, 24, '*', '*', 78, 96],
          body: [head.map((t) => ({ text: t, color: '#6B5E52' })), ...rows],
        },
        layout: 'lightHorizontalLines',
      },
    ],
  };
}

/** What is printed, as the PDF maker wants it. */
export function sheetDefinition(title: string, content: SheetContent, paper: Paper): TDocumentDefinitions {
  const wide = PAPERS[paper][0] - 2 * MARGIN_MM;
  const margin = MARGIN_MM * POINTS_PER_MM;
  return {
    info: { title },
    pageSize: paper,
    pageMargins: [margin, margin, margin, margin],
    defaultStyle: { font: FONT, fontSize: 9.5, color: '#2A211A' },
    footer: (page, pages) => ({
      text: `${title}, ${page} of ${pages}`,
      alignment: 'center',
      fontSize: 8,
      color: '#6B5E52',
    }),
    content: [
      { text: title, fontSize: 16, bold: true },
      ...content.lines.map((line): Content => ({ text: line, margin: [0, 2, 0, 0] })),
      drawing(planSvg(content.setting, [wide, 90], FONT)),
      ...content.blocks.map((b) => blockContent(b, content, wide)),
      { text: content.cautions, fontSize: 8.5, color: '#6B5E52', margin: [0, 10, 0, 0] },
    ],
  };
}

export async function sheetPdf(title: string, content: SheetContent, paper: Paper): Promise<Blob> {
  const [{ default: maker }, regular, heavy] = await Promise.all([
    import('pdfmake/build/pdfmake'),
    base64(words),
    base64(bold),
  ]);
  maker.addVirtualFileSystem({ 'words.woff': regular, 'bold.woff': heavy });
  const faces = { normal: 'words.woff', bold: 'bold.woff', italics: 'words.woff', bolditalics: 'bold.woff' };
  maker.setFonts({ [FONT]: faces });
  return maker.createPdf(sheetDefinition(title, content, paper)).getBlob();
}
