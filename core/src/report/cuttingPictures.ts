/** Cutting plans as pictures: bars, boards and rows of cloth to scale, those cut alike together, with the order of the cuts. */
import { boardCuts } from '../cutting/boards';
import { lengthText, type LengthSystem } from '../quantities/lengths';
import type { MaterialPlan } from '../studies/build/cuts';
import { cutText } from '../quantities/cutLengths';
import { type Mark, numberAt, type Picture, rectangle, writing } from './picture';

export interface CutPicture {
  /** "3 × 240.0 cm, in hand" */
  caption: string;
  /** "6.0 cm left"; empty where the picture says it. */
  rest: string;
  picture: Picture;
}

type Plan<K extends MaterialPlan['kind']> = Extract<MaterialPlan, { kind: K }>;

const counted = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`;

const BAR = { wide: 600, high: 34 };
const BOARD = 250;
const ROLL = 110;
/** More cuts than this have no numbers: they would hide the parts. */
const MOST_NUMBERS = 24;

function bars(p: Plan<'line'>, { kerf, trim }: { kerf: number; trim: number }, system: LengthSystem): CutPicture[] {
  const text = (m: number) => lengthText(m, system);
  const longest = Math.max(...p.plan.cuts.map((c) => p.sources[c.stock]!.length));
  const x = (m: number) => (BAR.wide * m) / longest;
  return p.plan.cuts.map((c) => {
    const { length, inHand } = p.sources[c.stock]!;
    const marks: Mark[] = [rectangle('stock', 0.5, 0.5, x(length), BAR.high)];
    const told: string[] = [];
    let at = trim;
    // The longest first: what is left over stays in one piece.
    const order = p.parts.map((part, i) => ({ ...part, n: c.pieces[i]! })).sort((a, b) => b.length - a.length);
    for (const part of order)
      for (let k = 0; k < part.n; k++) {
        const [from, wide] = [x(at), x(part.length)];
        marks.push(rectangle('timber', from + 0.5, 0.5, wide, BAR.high));
        const mid = from + wide / 2;
        if (wide > 44)
          marks.push(
            writing(mid, BAR.high / 2 - 3, part.label, { bold: true }),
            writing(mid, BAR.high / 2 + 11, cutText(part.length, system)),
          );
        else if (wide > 16) marks.push(writing(mid, BAR.high / 2 + 4, part.label, { bold: true }));
        told.push(`${part.label} ${part.name} ${cutText(part.length, system)}`);
        at += part.length + kerf;
      }
    const rest = c.rest > 0.0005 ? `${text(c.rest)} left` : 'nothing left';
    return {
      caption: `${c.count} × ${text(length)}${inHand === null ? '' : ', in hand'}`,
      rest,
      picture: {
        width: BAR.wide + 1,
        height: BAR.high + 1,
        marks,
        told: `${counted(c.count, 'bar')} of ${text(length)}: ${told.join(', ')}; ${rest}`,
      },
    };
  });
}

function boards({ plan, sources, parts, kerf, trim, need }: Plan<'sheet'>, system: LengthSystem): CutPicture[] {
  const text = (m: number) => lengthText(m, system);
  const longest = Math.max(...plan.cuts.map((c) => sources[c.stock]!.length));
  const s = (m: number) => (BOARD * m) / longest;
  const edge = 9;
  const job = {
    ...{ kerf, trim },
    stock: sources.map((o) => ({ ...o, price: 0, available: null })),
    pieces: parts.map((p) => ({ ...p, count: p.cuts })),
  };
  return plan.cuts.map((c) => {
    const { length, width, inHand } = sources[c.stock]!;
    const lying = boardCuts(c, job);
    const off = edge + s(trim);
    const marks: Mark[] = [rectangle('stock', edge, edge, s(length), s(width))];
    const look = need.of.sort === 'slab' ? 'fill' : 'board';
    for (const l of lying.pieces) {
      const [x, y, w, h] = [off + s(l.x), off + s(l.y), s(l.length), s(l.width)];
      marks.push(rectangle(look, x, y, w, h));
      if (need.stacked) marks.push({ kind: 'line', look: 'fold', from: [x, y], to: [x + w, y + h] });
      const large = w > 92 && h > 30;
      if (Math.min(w, h) > 13 && w > 22)
        marks.push(writing(x + w / 2, y + h / 2 + (large ? -2 : 4), parts[l.piece]!.label, { bold: true }));
      if (large)
        marks.push(writing(x + w / 2, y + h / 2 + 11, `${cutText(l.length, system)} × ${cutText(l.width, system)}`));
    }
    lying.cuts.forEach((cut, i) => {
      const from = cut.across === 'length' ? ([cut.x + cut.at, cut.y] as const) : ([cut.x, cut.y + cut.at] as const);
      const to =
        cut.across === 'length' ? ([from[0], cut.y + cut.width] as const) : ([cut.x + cut.length, from[1]] as const);
      const at = ([a, b]: readonly [number, number]) => [off + s(a), off + s(b)] as const;
      marks.push({ kind: 'line', look: 'cut', from: at(from), to: at(to) });
      if (lying.cuts.length <= MOST_NUMBERS) marks.push(...numberAt(...at(from), String(i + 1)));
    });
    const told = lying.pieces.map(
      (l) =>
        `${parts[l.piece]!.label} ${parts[l.piece]!.name} ${cutText(l.length, system)} × ${cutText(l.width, system)}`,
    );
    return {
      caption: `${c.count} × ${text(length)} × ${text(width)}${inHand === null ? '' : ', in hand'}`,
      rest: '',
      picture: {
        width: s(length) + 2 * edge,
        height: s(width) + 2 * edge,
        marks,
        told: `${c.count} of ${text(length)} × ${text(width)}: ${told.join(', ')}; ${counted(lying.cuts.length, 'cut')}`,
      },
    };
  });
}

function rows({ plan, parts, width }: Plan<'roll'>, system: LengthSystem): CutPicture[] {
  const s = (m: number) => (ROLL * m) / width;
  return plan.rows.map((r) => {
    const marks: Mark[] = [rectangle('stock', 0.5, 0.5, s(r.length), ROLL)];
    const told: string[] = [];
    let at = 0;
    for (const c of r.cuts)
      for (let k = 0; k < c.count; k++) {
        const part = parts[c.piece]!;
        marks.push(rectangle('cloth', 0.5, s(at) + 0.5, s(c.length), s(c.width)));
        const [x, y] = [s(c.length) / 2, s(at + c.width / 2)];
        marks.push(writing(x, y, part.label, { bold: true }));
        const sizes = `${cutText(c.length, system)} × ${cutText(c.width, system)}`;
        if (s(c.width) > 26 && s(c.length) > 84) marks.push(writing(x, y + 13, sizes));
        told.push(`${part.label} ${part.name} ${sizes}`);
        at += c.width;
      }
    const length = lengthText(r.length, system);
    return {
      caption: `${r.count} × ${length}`,
      rest: '',
      picture: {
        width: s(r.length) + 1,
        height: ROLL + 1,
        marks,
        told: `${counted(r.count, 'row')} of ${length}: ${told.join(', ')}`,
      },
    };
  });
}

/** Pictures of one material's plan, in its order. */
export function cutPictures(p: MaterialPlan, saw: { kerf: number; trim: number }, system: LengthSystem): CutPicture[] {
  switch (p.kind) {
    case 'line':
      return bars(p, saw, system);
    case 'sheet':
      return boards(p, system);
    case 'roll':
      return rows(p, system);
    case 'none':
      return [];
  }
}
