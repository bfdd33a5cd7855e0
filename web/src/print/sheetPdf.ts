/** The marking sheet as PDF. */
import type { Content } from 'pdfmake/interfaces';
import { blockSvg, planSvg } from '@tawny/core/report/markingDrawing';
import type { LengthSystem } from '@tawny/core/quantities/lengths';
import { lengthText } from '@tawny/core/quantities/lengths';
import type { SiteMark } from '@tawny/core/document/schema/project';
import type { Setting } from '@tawny/core/room/setting';
import type { SheetBlock } from '@tawny/core/report/markingSheet';
import { blockTitle, sheetRow } from '@tawny/core/words/sheet';
import { definition, drawing, DRAWING_MM, FONT, type Paper, pdfOf, surface, tick, wideOn } from './pdf';

export interface SheetContent {
  setting: Setting;
  blocks: readonly SheetBlock[];
  site: Readonly<Record<string, SiteMark>>;
  system: LengthSystem;
  lines: readonly string[];
  cautions: string;
}

function blockContent(block: SheetBlock, { system, site }: SheetContent, wide: number): Content {
  const rows = block.marks.map((m): Content[] => {
    const r = sheetRow(m, system);
    const met = site[m.id];
    const found = met?.found
      ? `${lengthText(met.found.first, system)}, ${lengthText(met.found.second, system)} ${met.note}`
      : (met?.note ?? '');
    return [
      tick(met?.done ?? false),
      { text: r.letter, bold: true, fontSize: 13 },
      { text: [{ text: r.first, bold: true }, ` ${r.firstFrom}\n`, { text: `zone ${r.firstZone}`, fontSize: 8 }] },
      { text: [{ text: r.second, bold: true }, ` ${r.secondFrom}\n`, { text: `zone ${r.secondZone}`, fontSize: 8 }] },
      { text: [`${r.later}, ${r.level}\n`, { text: r.note, fontSize: 8 }] },
      { text: found },
    ];
  });
  return surface(blockTitle(block), blockSvg(block, [wide, DRAWING_MM], FONT), {
    head: ['done', 'tape', 'first measure', 'second measure', 'later, level', 'found at, why'],
    widths: [26, 24, '*', '*', 78, 96],
    rows,
  });
}

export function sheetPdf(title: string, content: SheetContent, paper: Paper): Promise<Blob> {
  const wide = wideOn(paper);
  const blocks = content.blocks.map((b) => blockContent(b, content, wide));
  const plan = drawing(planSvg(content.setting, [wide, 90], FONT));
  return pdfOf(definition(title, content.lines, [plan, ...blocks], content.cautions, paper));
}
