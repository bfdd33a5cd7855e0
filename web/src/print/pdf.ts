/** Sheets as PDF: vector drawings, tables, the program's own fonts. The maker is loaded when first asked for. */
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import words from '@fontsource/commissioner/files/commissioner-latin-400-normal.woff?url';
import bold from '@fontsource/commissioner/files/commissioner-latin-700-normal.woff?url';

export const PAPERS = { A4: [210, 297], LETTER: [215.9, 279.4] } as const;
export type Paper = keyof typeof PAPERS;

const MARGIN_MM = 14;
const POINTS_PER_MM = 72 / 25.4;
/** Largest height of one surface's drawing, mm. */
export const DRAWING_MM = 62;
export const FONT = 'Commissioner';

export async function base64(url: string): Promise<string> {
  const bytes = new Uint8Array(await (await fetch(url)).arrayBuffer());
  let text = '';
  for (let i = 0; i < bytes.length; i += 0x8000) text += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return btoa(text);
}

export function drawing({ svg, width }: { svg: string; width: number }): Content {
  return { svg, width: width * POINTS_PER_MM, margin: [0, 3, 0, 3] };
}

/** Width drawings may take on a paper, mm. */
export const wideOn = (paper: Paper): number => PAPERS[paper][0] - 2 * MARGIN_MM;
/** Quiet ink. */
export const SOFT = '#6B5E52';
export const INK = '#2A211A';

/** A square to tick, filled when done. */
export const tick = (done: boolean): Content => ({
  canvas: [{ type: 'rect', x: 2, y: 2, w: 10, h: 10, lineColor: INK, ...(done ? { color: INK } : {}) }],
});

/** A table with a soft head and light lines. */
export const lined = (head: readonly string[], widths: (number | '*')[], rows: Content[][]): Content => ({
  table: { headerRows: 1, widths, body: [head.map((t) => ({ text: t, color: SOFT })), ...rows] },
  layout: 'lightHorizontalLines',
});

/** A surface: its title with the scale, its drawing, its table where it has one. */
export function surface(
  title: string,
  picture: { svg: string; width: number; scale: number },
  table: { head: readonly string[]; widths: (number | '*')[]; rows: Content[][] } | null,
): Content {
  return {
    unbreakable: (table?.rows.length ?? 0) <= 6,
    stack: [
      {
        text: [
          { text: title, bold: true, fontSize: 12 },
          { text: `   1 : ${picture.scale}`, color: SOFT },
        ],
        margin: [0, 8, 0, 0],
      },
      drawing(picture),
      ...(table ? [lined(table.head, table.widths, table.rows)] : []),
    ],
  };
}

/** What is printed, as the PDF maker wants it. */
export function definition(
  title: string,
  lines: readonly string[],
  content: readonly Content[],
  cautions: string,
  paper: Paper,
): TDocumentDefinitions {
  const margin = MARGIN_MM * POINTS_PER_MM;
  return {
    info: { title },
    pageSize: paper,
    pageMargins: [margin, margin, margin, margin],
    defaultStyle: { font: FONT, fontSize: 9.5, color: INK },
    footer: (page, pages) => ({ text: `${title}, ${page} of ${pages}`, alignment: 'center', fontSize: 8, color: SOFT }),
    content: [
      { text: title, fontSize: 16, bold: true },
      ...lines.map((line): Content => ({ text: line, margin: [0, 2, 0, 0] })),
      ...content,
      { text: cautions, fontSize: 8.5, color: SOFT, margin: [0, 10, 0, 0] },
    ],
  };
}

/** Pages that are drawings at their true size and nothing else. */
export function pagesAtSize(
  title: string,
  drawings: readonly { svg: string; width: number }[],
  paper: Paper,
): TDocumentDefinitions {
  const margin = TILE_MARGIN_MM * POINTS_PER_MM;
  return {
    info: { title },
    pageSize: paper,
    pageMargins: [margin, margin, margin, 0],
    defaultStyle: { font: FONT, fontSize: 9, color: INK },
    content: drawings.map(({ svg, width }, i): Content => ({
      svg,
      width: width * POINTS_PER_MM,
      ...(i < drawings.length - 1 ? { pageBreak: 'after' } : {}),
    })),
  };
}
/** Printers leave so much of an edge white, mm. */
const TILE_MARGIN_MM = 10;
/** What of a page a sheet to mark through takes, mm. */
export const tileOn = (paper: Paper): [number, number] => [
  PAPERS[paper][0] - 2 * TILE_MARGIN_MM,
  Math.floor(PAPERS[paper][1] - 2 * TILE_MARGIN_MM - 1),
];

export async function pdfOf(what: TDocumentDefinitions): Promise<Blob> {
  const [{ default: maker }, regular, heavy] = await Promise.all([
    import('pdfmake/build/pdfmake'),
    base64(words),
    base64(bold),
  ]);
  maker.addVirtualFileSystem({ 'words.woff': regular, 'bold.woff': heavy });
  const faces = { normal: 'words.woff', bold: 'bold.woff', italics: 'words.woff', bolditalics: 'bold.woff' };
  maker.setFonts({ [FONT]: faces });
  return maker.createPdf(what).getBlob();
}

/** The letters of all that is printed, for a file that brings its own. */
export const lettersOf = async (): Promise<{ plain: string; bold: string; format: 'woff' }> => {
  const [plain, heavy] = await Promise.all([base64(words), base64(bold)]);
  return { plain, bold: heavy, format: 'woff' };
};
