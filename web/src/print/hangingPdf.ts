/** The hanging sheet as PDF. */
import type { Content } from 'pdfmake/interfaces';
import type { LengthSystem } from '@tawny/core/quantities/lengths';
import { formatLength } from '@tawny/core/quantities/lengths';
import { type HangingBlock, hangingSvg } from '@tawny/core/report/hangingDrawing';
import type { Setting } from '@tawny/core/room/setting';
import { fixingWords } from '@tawny/core/words/fixings';
import { hangingHead, hangingRow } from '@tawny/core/words/hang';
import { blockTitle } from '@tawny/core/words/sheet';
import { definition, FONT, lined, type Paper, pdfOf, surface, tick, wideOn } from './pdf';

export interface HangingContent {
  setting: Setting;
  blocks: readonly HangingBlock[];
  level: number;
  system: LengthSystem;
  /** By id of a recipe. */
  nameOf: (recipe: string) => string;
  lines: readonly string[];
  cautions: string;
}

/** Largest height of one face's drawing, mm: more than a mark wants, for its edges are read off it. */
export const FACE_MM = 84;

export function hangingPdf(title: string, content: HangingContent, paper: Paper): Promise<Blob> {
  const { setting, system, level } = content;
  const figure = (m: number) => formatLength(m, system).value;
  const blocks = content.blocks.flatMap((b): Content[] => {
    const picture = hangingSvg(setting, b, level, [wideOn(paper), FACE_MM], FONT, figure);
    const rows = b.pieces.map((p): Content[] => {
      const r = hangingRow(p, system);
      return [
        tick(p.state === 'hung'),
        { text: [{ text: r.label, bold: true }, `\n`, { text: content.nameOf(p.recipe), fontSize: 8 }] },
        { text: r.left, bold: true },
        r.right,
        { text: r.low, bold: true },
        r.high,
        r.gaps,
      ];
    });
    const titled = { id: b.face.id, name: b.face.name, kind: b.face.kind };
    const { head, rows: fixings, asks } = fixingWords(b, system);
    const pieces = { head: hangingHead(b.face.foot !== null), widths: [26, '*' as const, 66, 66, 54, 54, 86], rows };
    return [
      // A wall beside a corner piece has fixings and no piece of its own.
      surface(blockTitle(titled), picture, rows.length > 0 ? pieces : null),
      ...(fixings.length > 0 ? [lined(head, ['*', 74, 52, 118, 150], fixings)] : []),
      ...asks.map((line): Content => ({ text: line, fontSize: 8.5, margin: [0, 2, 0, 0] })),
    ];
  });
  return pdfOf(definition(title, content.lines, blocks, content.cautions, paper));
}
