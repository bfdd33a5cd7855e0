/** Build as tables for spreadsheets and files: what to buy, what to cut, how, and when. Lengths in mm, money in the brief's currency. */
import type { BuyList } from '../../studies/build/buy';
import type { MaterialPlan } from '../../studies/build/cuts';
import { cutLength } from '../../quantities/cutLengths';
import type { BuildSheet } from '../../studies/build/needs';
import type { WorkPlan } from '../../studies/build/work';
import { countOf } from '../../recipes/parts/types';
import type { LengthSystem } from '../../quantities/lengths';
import { buyLine, type BuyLine, CUT_WORDS, materialName } from './build';
import { STEP_WORDS, taskCounts } from './work';

/** A cell; empty: nothing is known there. */
export type Cell = string | number | null;
export interface Table {
  name: string;
  head: string[];
  rows: Cell[][];
}

const mm = (m: number): number => Math.round(m * 1e4) / 10;
const cents = (money: number | null): number | null => (money === null ? null : Math.round(money * 100) / 100);
/** A number where the line has one. */
const amount = (text: string): Cell => (text.trim() !== '' && Number.isFinite(Number(text)) ? Number(text) : text);

/** What to buy; `more`: lines of what holds the pieces. */
export function buyTable(list: BuyList, more: readonly BuyLine[], currency: string, system: LengthSystem): Table {
  const lines = [...list.items.map((i) => buyLine(i, system)), ...more];
  const of = (l: BuyLine): Cell[] => [
    l.item,
    amount(l.amount),
    l.unit,
    cents(l.money),
    l.money === null ? '' : l.reckoned ? 'reckoned' : 'told',
    l.note,
  ];
  return {
    name: 'To buy',
    head: ['item', 'amount', 'unit', currency, 'price is', 'note'],
    rows: [...lines.map(of), ['Together, where a price is known', null, '', cents(list.money), '', '']],
  };
}

/** Every part of every build sheet, as it is cut. */
export function partsTable(sheets: readonly BuildSheet[], nameOf: (id: string) => string, system: LengthSystem): Table {
  return {
    name: 'Parts',
    head: ['label', 'piece', 'part', 'material', 'length mm', 'width mm', 'a piece', 'in all', 'not cut yet', 'cut'],
    rows: sheets.flatMap((s) =>
      s.parts.map((p): Cell[] => [
        `${s.letter}${p.number}`,
        nameOf(s.recipe.id),
        p.name,
        materialName(p.of, system, p.paired),
        mm(cutLength(p.length)),
        mm(cutLength(p.width)),
        countOf(p),
        countOf(p) * s.count,
        countOf(p) * s.uncut,
        CUT_WORDS[p.cut],
      ]),
    ),
  };
}

/** Bars, boards, slabs and rows of cloth, cut alike together. */
export function cutsTable(plans: readonly MaterialPlan[], system: LengthSystem): Table {
  const head = ['material', 'from mm', 'so many', 'gives'];
  const rows = plans.flatMap((p): Cell[][] => {
    if (p.kind === 'none') return [];
    const name = materialName(p.need.of, system, p.need.stacked);
    const gives = (counts: readonly number[]) =>
      counts.flatMap((n, i) => (n > 0 ? [`${n} × ${p.parts[i]!.label} ${p.parts[i]!.name}`] : [])).join(', ');
    if (p.kind === 'roll')
      return p.plan.rows.map((r) => [
        name,
        `${mm(r.length)} of ${mm(p.width)} wide`,
        r.count,
        r.cuts.map((c) => `${c.count} × ${p.parts[c.piece]!.label} ${p.parts[c.piece]!.name}`).join(', '),
      ]);
    return p.plan.cuts.map((c) => {
      const { length, width } = p.sources[c.stock]!;
      const size = p.kind === 'line' ? String(mm(length)) : `${mm(length)} × ${mm(width)}`;
      return [name, size, c.count, gives(c.pieces)];
    });
  });
  return { name: 'Cutting', head, rows };
}

/** Steps of the work in their order. */
export function workTable(plan: WorkPlan, system: LengthSystem): Table {
  const day = (at: { day: number } | null): Cell => (at === null ? 'done' : (plan.dates[at.day] ?? at.day + 1));
  return {
    name: 'Work',
    head: ['batch', 'step', 'pieces', 'minutes of one person', 'from', 'to', 'what'],
    rows: plan.tasks
      .filter((t) => t.minutes > 0 || t.left.length === 0)
      .map((t) => [
        t.batch + 1,
        STEP_WORDS[t.step].name,
        t.units.length,
        Math.round(t.minutes),
        day(t.from),
        day(t.to),
        taskCounts(t, system),
      ]),
  };
}
