/** What is to be built, where it goes and what is bought. */
import { numbersOf } from '../../document/recipes';
import { fixed } from '../../quantities/format';
import { formatLength, lengthText } from '../../quantities/lengths';
import { hangingSvg } from '../../report/hangingDrawing';
import { counted } from '../../words/counted';
import { blockTitle } from '../../words/sheet';
import { surfaceWords } from '../../words/tapes';
import type { Block, HandedOver } from '../types';
import { WALL_MM, REPORT_FONT, table, text } from './common';

export function planPart({ project, glance, build, recipeName, system }: HandedOver): Block[] {
  const numbers = numbersOf(project);
  const places = new Map(glance.plan.columns.map((c) => [c.place, c.placeName]));
  const laid = glance.hang.result.pieces;
  if (numbers.length + laid.length === 0) return [text('Nothing is decided yet.')];
  const faces = new Map<string, number>();
  for (const p of laid) faces.set(`${p.recipe}\n${p.faceName}`, (faces.get(`${p.recipe}\n${p.faceName}`) ?? 0) + 1);
  const currency = project.brief.budget?.currency ?? '€';
  return [
    text(
      `${counted(build.panels, 'piece')}, ${fixed(build.mass, 0)} kg, ${fixed(build.cost, 0)} ${currency} of material before waste.`,
    ),
    table(
      'Pieces',
      ['what', 'where', 'how many', 'state'],
      [
        ...[...faces].map(([key, count]) => {
          const [recipe, face] = key.split('\n') as [string, string];
          return [recipeName(recipe), surfaceWords(face), String(count), 'has its place'];
        }),
        ...numbers.map((n) => [
          recipeName(n.recipe),
          surfaceWords(places.get(n.on) ?? n.on),
          String(n.count),
          'by number',
        ]),
      ],
    ),
    table(
      'What they are made of and cost',
      ['', 'what', 'count', 'size', 'weight', 'material'],
      build.recipes.map((r) => [
        r.letter,
        recipeName(r.recipe),
        String(r.count),
        [r.width, r.height, r.depth].map((m) => lengthText(m, system)).join(' × '),
        `${fixed(r.mass, 0)} kg`,
        `${fixed(r.cost, 0)} ${currency}`,
      ]),
    ),
  ];
}

export function elevationsPart({ glance: { setting }, blocks, level, system, wide }: HandedOver): Block[] {
  const drawn = blocks.filter((b) => b.pieces.length > 0);
  if (drawn.length === 0) return [text('No piece has its place yet.')];
  return drawn.map((b): Block => {
    const figure = (m: number) => formatLength(m, system).value;
    const { svg, width, height, scale } = hangingSvg(setting, b, level, [wide, WALL_MM], REPORT_FONT, figure);
    const title = blockTitle({ id: b.face.id, name: b.face.name, kind: b.face.kind });
    return {
      ...{ kind: 'figure', title: `${title}, 1 : ${scale}`, svg, width, height },
      told: `${title} with ${counted(b.pieces.length, 'piece')}: ${b.pieces.map((p) => p.name).join(', ')}.`,
    };
  });
}

export function shoppingPart({ toBuy, toPay, project }: HandedOver): Block[] {
  if (toBuy.length === 0) return [text('Nothing is to be bought.')];
  const currency = project.brief.budget?.currency ?? '€';
  return [
    table(
      'To buy',
      ['what', 'how much', '', 'price', 'why'],
      toBuy.map((l) => [
        l.item,
        l.amount,
        l.unit,
        l.money === null ? '' : `${fixed(l.money, 2)} ${currency}${l.reckoned ? ' (reckoned)' : ''}`,
        l.note,
      ]),
    ),
    text(
      toPay === null
        ? 'No price is known.'
        : `Together, where a price is known: ${fixed(toPay, 2)} ${currency}. Paid so far: ${fixed(
            project.making.paid.reduce((s, p) => s + p.amount, 0),
            2,
          )} ${currency}.`,
    ),
  ];
}
