/** Build on paper: the list to buy, cutting plans, a build sheet for every make, and labels. */
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { cutPictures } from '@tawny/core/report/cuttingPictures';
import { pictureSvg } from '@tawny/core/report/picture';
import { sheetPictures } from '@tawny/core/report/sheetPictures';
import { cutText } from '@tawny/core/quantities/cutLengths';
import type { LengthSystem } from '@tawny/core/quantities/lengths';
import { countOf } from '@tawny/core/recipes/parts/types';
import type { MaterialPlan } from '@tawny/core/studies/build/cuts';
import type { BuildSheet } from '@tawny/core/studies/build/needs';
import type { WorkPlan } from '@tawny/core/studies/build/work';
import { type BuyLine, CUT_WORDS, materialName, planSentence, ROUNDING_WORDS } from '@tawny/core/words/build/build';
import type { Label } from '@tawny/core/words/build/labels';
import { STEP_CARE, STEP_WORDS, taskCounts, timeText } from '@tawny/core/words/build/work';
import { definition, FONT, INK, lined, type Paper, SOFT, tick, wideOn } from './pdf';

const POINTS_PER_MM = 72 / 25.4;

export interface BuildPaper {
  name: string;
  currency: string;
  lines: readonly BuyLine[];
  total: string;
  plans: readonly MaterialPlan[];
  sheets: readonly BuildSheet[];
  work: WorkPlan;
  saw: { kerf: number; trim: number };
  system: LengthSystem;
  nameOf: (recipe: string) => string;
}

const CAUTIONS =
  'Gloves, mask and goggles with any fibre; hearing protection at the saw, work clamped, hands behind the cut. Old boards and paint may be harmful: have them tested. Overhead pieces go into structure by the fixing maker’s ratings with a safety line; local codes and licensed trades come first.';

const heading = (text: string, extra: Partial<{ pageBreak: 'before' }> = {}): Content => ({
  ...{ text, bold: true, fontSize: 12, margin: [0, 10, 0, 3] as [number, number, number, number] },
  ...extra,
});

/** Pictures in rows as wide as the paper, each under its caption. */
function inRows(pictures: { caption: string; svg: string; width: number }[], wide: number): Content[] {
  const rows: (typeof pictures)[] = [];
  let left = 0;
  for (const p of pictures) {
    if (left < p.width) {
      rows.push([]);
      left = wide;
    }
    rows.at(-1)!.push(p);
    left -= p.width + 8;
  }
  return rows.map((row): Content => ({
    columns: row.map((p) => ({
      width: p.width + 4,
      stack: [
        { text: p.caption, fontSize: 8, color: SOFT },
        { svg: p.svg, width: p.width },
      ],
    })),
    columnGap: 6,
    margin: [0, 2, 0, 4],
    unbreakable: true,
  }));
}

function cutting({ plans, saw, system, currency }: BuildPaper, wide: number): Content[] {
  return plans.flatMap((p): Content[] => {
    const pictures = cutPictures(p, saw, system);
    const title = heading(materialName(p.need.of, system, p.need.stacked));
    const said: Content = { text: planSentence(p, currency, system), margin: [0, 0, 0, 2] };
    if (p.kind === 'line')
      return [
        title,
        said,
        ...pictures.map((c): Content => ({
          columns: [
            { text: c.caption, width: 88, fontSize: 8.5, margin: [0, 6, 0, 0] },
            { svg: pictureSvg(c.picture, FONT), width: wide - 88 - 70 - 12 },
            { text: c.rest, width: 70, fontSize: 8.5, color: SOFT, margin: [0, 6, 0, 0] },
          ],
          columnGap: 6,
          margin: [0, 1, 0, 1],
          unbreakable: true,
        })),
      ];
    const scale = 0.8;
    return [
      title,
      said,
      ...inRows(
        pictures.map((c) => ({
          caption: c.caption,
          svg: pictureSvg(c.picture, FONT),
          width: Math.min(wide, c.picture.width * scale),
        })),
        wide,
      ),
    ];
  });
}

function buildSheet(sheet: BuildSheet, { system, nameOf }: BuildPaper, wide: number): Content[] {
  const { letter, recipe, count, parts } = sheet;
  return [
    heading(`${letter}: ${nameOf(recipe.id)}, ${count} ${count === 1 ? 'piece' : 'pieces'}`, { pageBreak: 'before' }),
    ...inRows(
      sheetPictures(sheet, system).map((p) => ({ caption: p.told, svg: pictureSvg(p, FONT), width: p.width * 0.78 })),
      wide,
    ),
    lined(
      ['', 'part', 'of', 'length', 'width', 'a piece', 'in all', 'cut'],
      [14, 62, '*', 52, 52, 34, 34, 84],
      parts.map((p): Content[] => [
        tick(false),
        { text: `${letter}${p.number} ${p.name}`, bold: true },
        materialName(p.of, system, p.paired),
        cutText(p.length, system),
        p.of.sort === 'bar' || p.of.sort === 'pipe' ? '' : cutText(p.width, system),
        p.paired ? 'its height' : String(countOf(p)),
        p.paired ? '' : String(countOf(p) * count),
        CUT_WORDS[p.cut],
      ]),
    ),
  ];
}

function workPages({ work, system }: BuildPaper): Content[] {
  const open = work.tasks.filter((t) => t.minutes > 0);
  if (open.length === 0) return [];
  const day = (n: number) => work.dates[n] ?? `day ${n + 1}`;
  return [
    heading('The work', { pageBreak: 'before' }),
    lined(
      ['', 'batch', 'step', 'what', 'one person', 'when'],
      [14, 34, 90, '*', 60, 90],
      open.map((t): Content[] => [
        tick(false),
        String(t.batch + 1),
        STEP_WORDS[t.step].name,
        taskCounts(t, system),
        timeText(t.minutes),
        t.from ? day(t.from.day) : '',
      ]),
    ),
    ...Object.entries(STEP_CARE).map(([step, { tools, care }]): Content => ({
      text: [
        { text: `${STEP_WORDS[step as keyof typeof STEP_CARE].name}: `, bold: true },
        `${tools}. `,
        { text: care, color: SOFT },
      ],
      margin: [0, 3, 0, 0],
    })),
  ];
}

/** List, plans, build sheets and steps as one document. */
export function buildDefinition(what: BuildPaper, paper: Paper): TDocumentDefinitions {
  const wide = wideOn(paper) * POINTS_PER_MM;
  const { lines, currency, total, sheets, system } = what;
  return definition(
    `${what.name}: Build`,
    [ROUNDING_WORDS[system]],
    [
      heading('To buy'),
      lined(
        ['', 'item', 'amount', 'unit', currency, 'note'],
        [14, '*', 42, 44, 52, 170],
        lines.map((l): Content[] => [
          tick(false),
          l.item,
          { text: l.amount, alignment: 'right', bold: true },
          l.unit,
          { text: l.money === null ? '' : `${l.reckoned ? '~ ' : ''}${l.money.toFixed(2)}`, alignment: 'right' },
          { text: l.note, color: SOFT },
        ]),
      ),
      { text: total, bold: true, margin: [0, 4, 0, 0] },
      ...cutting(what, wide),
      ...sheets.flatMap((s) => buildSheet(s, what, wide)),
      ...workPages(what),
    ],
    CAUTIONS,
    paper,
  );
}

/** Labels on plain paper, three across, to cut apart along their lines. */
export function labelDefinition(name: string, labels: readonly Label[], paper: Paper): TDocumentDefinitions {
  const rows: Content[][] = [];
  for (let i = 0; i < labels.length; i += 3)
    rows.push(
      [0, 1, 2].map((k): Content => {
        const l = labels[i + k];
        if (!l) return '';
        return {
          stack: [
            { text: `${l.up ? '^  ' : ''}${l.head}`, bold: true, fontSize: 15, color: INK },
            ...l.lines.map((text) => ({ text, fontSize: 8.5 })),
            ...(l.up ? [{ text: 'this edge up', fontSize: 7.5, color: SOFT }] : []),
          ],
          margin: [3, 3, 3, 5],
        };
      }),
    );
  return definition(
    `${name}: labels`,
    [],
    [{ table: { widths: ['*', '*', '*'], body: rows, dontBreakRows: true } }],
    '',
    paper,
  );
}
