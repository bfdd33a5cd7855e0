/** A handful of parts cut from boards by trying everything. */
import { CRUMB, lyings, type Sheet, type Wanted } from './sheets';
import type { Layout } from './layout';
import type { Answer } from './ways';

/** A rectangle a set of parts can be cut from. */
interface Block {
  length: number;
  width: number;
  layout: Layout;
}

/** The rectangles none of the others is inside of. */
function smallest(blocks: Block[]): Block[] {
  const sorted = blocks.sort((a, b) => a.length - b.length || a.width - b.width);
  const kept: Block[] = [];
  for (const b of sorted) if (!kept.some((k) => k.width <= b.width + CRUMB)) kept.push(b);
  return kept;
}

/** Two blocks one behind the other and side by side. */
function joined(a: Block, b: Block): Block[] {
  return [
    {
      length: a.length + b.length,
      width: Math.max(a.width, b.width),
      layout: { kind: 'cut', across: 'length', at: a.length, first: a.layout, second: b.layout },
    },
    {
      length: Math.max(a.length, b.length),
      width: a.width + b.width,
      layout: { kind: 'cut', across: 'width', at: a.width, first: a.layout, second: b.layout },
    },
  ];
}

/** By set of parts (bits): every smallest rectangle it can be cut from that fits some board. */
function blocksOf(items: readonly number[], sheets: readonly Sheet[], wanted: readonly Wanted[]): Block[][] {
  const fits = (b: Block) => sheets.some((s) => b.length <= s.length + CRUMB && b.width <= s.width + CRUMB);
  const list: Block[][] = [[]];
  for (let set = 1; set < 1 << items.length; set++) {
    const found: Block[] = [];
    if ((set & (set - 1)) === 0) {
      const piece = items[Math.log2(set)]!;
      for (const [length, width, turned] of lyings(wanted[piece]!))
        found.push({ length, width, layout: { kind: 'piece', piece, turned } });
    } else {
      // Each split once: the half with the lowest part is the first.
      const low = set & -set;
      for (let part = (set - 1) & set; part > 0; part = (part - 1) & set) {
        if ((part & low) === 0) continue;
        for (const a of list[part]!) for (const b of list[set ^ part]!) found.push(...joined(a, b));
      }
    }
    list.push(smallest(found.filter(fits)));
  }
  return list;
}

/** Least money, then fewest boards, over every way there is; null where there is none. */
export function tryEverything(sheets: readonly Sheet[], wanted: readonly Wanted[]): Answer<Layout> | null {
  const items = wanted.flatMap((w, i) => Array.from({ length: w.count }, () => i));
  const blocks = blocksOf(items, sheets, wanted);
  /** The layout of a set on a board; null: it does not fit. */
  const on = (set: number, k: number): Layout | null =>
    blocks[set]!.find((b) => b.length <= sheets[k]!.length + CRUMB && b.width <= sheets[k]!.width + CRUMB)?.layout ??
    null;
  interface Found {
    cost: number;
    boards: number;
    taken: { stock: number; layout: Layout }[];
  }
  const known = new Map<string, Found | null>();
  const better = (a: Found, b: Found | null) =>
    !b || a.cost < b.cost - CRUMB || (a.cost < b.cost + CRUMB && a.boards < b.boards);
  const solve = (left: number, used: readonly number[]): Found | null => {
    if (left === 0) return { cost: 0, boards: 0, taken: [] };
    const key = `${left} ${used.join(' ')}`;
    if (known.has(key)) return known.get(key)!;
    let best: Found | null = null;
    const low = left & -left;
    for (let part = left; part > 0; part = (part - 1) & left) {
      if ((part & low) === 0 || blocks[part]!.length === 0) continue;
      sheets.forEach((s, k) => {
        if (s.available !== null && used[k]! >= s.available) return;
        const layout = on(part, k);
        if (!layout) return;
        const rest = solve(
          left ^ part,
          used.map((n, i) => (i === k && s.available !== null ? n + 1 : n)),
        );
        if (!rest) return;
        const here = {
          cost: rest.cost + s.price,
          boards: rest.boards + 1,
          taken: [{ stock: k, layout }, ...rest.taken],
        };
        if (better(here, best)) best = here;
      });
    }
    known.set(key, best);
    return best;
  };
  const found = solve(
    (1 << items.length) - 1,
    sheets.map(() => 0),
  );
  return (
    found && {
      taken: found.taken.map(({ stock, layout }) => ({ way: { stock, layout, pieces: [] }, count: 1 })),
      cost: found.cost,
      count: found.boards,
      proved: true,
      atLeast: found.cost,
    }
  );
}
