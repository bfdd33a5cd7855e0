/** Words of what holds pieces: ways of hanging, what a fixing goes into, what to look for, and what to mind. */
import type { Anchor, Into, Role } from '../fixings/points';
import type { Way } from '../fixings/ways';
import { fixed } from '../quantities/format';
import { FOOT, type LengthSystem, lengthText } from '../quantities/lengths';
import type { Tile } from '../report/hangingAtSize';
import type { HangingBlock } from '../report/hangingDrawing';
import type { Fixing, Hold, HoldNote, HoldsResult } from '../studies/hang/held/holds';
import type { HungPiece } from '../studies/hang/study';
import { type BuyLine, plainLine } from './build/build';
import { fromMiddleText, lineWords } from './hang';
import { surfaceWords } from './tapes';

export const WAY_WORDS: Record<Way, string> = {
  cleat: 'on a cleat',
  flush: 'on flush hangers',
  hooks: 'on hooks and wire',
  brackets: 'on angle brackets',
  chain: 'on eyes and chain',
  feet: 'on feet',
  pressed: 'pressed in',
};

export const ROLE_WORDS: Record<Role, string> = {
  screw: 'screw of the cleat',
  hanger: 'flush hanger',
  hook: 'hook',
  bracket: 'angle bracket',
  eye: 'eye',
  line: 'safety line',
  strap: 'strap against falling',
};

export const intoText = (into: Into, overhead: boolean): string =>
  ({ member: overhead ? 'joist' : 'stud', solid: 'solid', board: 'board alone', unknown: 'not known' })[into];

/** Fine work: millimetres, or inches. */
const fine = (m: number, system: LengthSystem): string =>
  system === 'metric' ? `${Math.round(m * 1000)} mm` : lengthText(m, system);

export function anchorText(a: Anchor, system: LengthSystem): string {
  switch (a.anchor) {
    case 'wood-screw':
      return `wood screw, ${fine(a.length, system)} long`;
    case 'plug':
      return `plug ${fine(a.diameter, system)} and its screw`;
    case 'approved-overhead':
      return 'anchor approved for overhead in this concrete or masonry';
    case 'board-anchor':
      return 'anchor for board';
    case 'spreading-anchor':
      return 'metal anchor that spreads behind the board';
    case 'batten':
      return 'batten across two members, screwed to both';
    case 'find-out':
      return 'find out what is behind';
    case 'by-sheet':
      return 'by a fixing maker’s sheet';
  }
}

/** kg, as one looks for it on a package; pounds to those who write inches. */
export function massText(kg: number, system: LengthSystem): string {
  if (system === 'metric') return `${kg < 10 ? kg.toFixed(1) : kg.toFixed(0)} kg`;
  const lb = kg / 0.45359237;
  return `${lb < 10 ? lb.toFixed(1) : lb.toFixed(0)} lb`;
}
/** Never less than asked: rounded up. */
const ratedText = (kg: number, system: LengthSystem): string =>
  system === 'metric' ? `${Math.ceil(kg)} kg` : `${Math.ceil(kg / 0.45359237 - 1e-9)} lb`;

export interface FixingRow {
  what: string;
  /** Along from the face's middle line, and up (ceilings: from the wall faced). */
  along: string;
  up: string;
  onPiece: string;
  into: string;
  load: string;
  rated: string;
  anchor: string;
  chain: string;
}

export function fixingRow(f: Fixing, overhead: boolean, system: LengthSystem): FixingRow {
  const m = (v: number) => lengthText(v, system);
  const made = f.chain?.made;
  return {
    what: ROLE_WORDS[f.role],
    along: fromMiddleText(f.fromMiddle, system),
    up: m(f.v),
    onPiece: f.onPiece
      ? `${m(f.onPiece.fromLeft)} from its left, ${m(f.onPiece.fromTop)} ${overhead ? 'from its front' : 'under its top'}`
      : `on the ${surfaceWords(f.faceName)}`,
    into: intoText(f.into, overhead),
    load: massText(f.load, system),
    rated: ratedText(f.rated, system),
    anchor: anchorText(f.anchor, system),
    chain: made ? `${made.links} links` : '',
  };
}

/** A face of a sheet in words: heads and rows of its fixings, and what its pieces ask for beside them. */
export function fixingWords({ face, pieces, holds }: HangingBlock, system: LengthSystem) {
  const upright = face.foot !== null;
  const own = new Set(pieces.map((p) => p.id));
  return {
    head: [
      'fixing',
      `from the ${lineWords(upright)}`,
      upright ? 'up' : 'from the front',
      'on the piece',
      'goes into; look for',
    ],
    rows: holds.flatMap(({ hold, fixings }) =>
      fixings.map((f): string[] => {
        const r = fixingRow(f, hold.overhead, system);
        const looked = `${r.into}; ${r.rated}, ${r.anchor}${r.chain ? `; chain of ${r.chain}` : ''}`;
        return [`${hold.label}, ${r.what}`, r.along, r.up, r.onPiece, looked];
      }),
    ),
    asks: holds
      .filter(({ hold }) => own.has(hold.piece))
      .flatMap(({ hold }) => holdSentences(hold, system).map((line) => `${hold.label}: ${line}`)),
  };
}

/** Heights and offsets alone, each once, as a laser is set: up from the floor, then from left to right. */
export function laserList(
  pieces: readonly HungPiece[],
  fixings: readonly Fixing[],
  system: LengthSystem,
): { heights: string[]; offsets: string[] } {
  const rising = (list: number[]) => list.sort((a, b) => a - b);
  const heights = rising([...pieces.flatMap((p) => [p.low, p.high]), ...fixings.map((f) => f.v)]);
  const offsets = rising([
    ...pieces.flatMap((p) => [p.fromMiddle.left, p.fromMiddle.right]),
    ...fixings.map((f) => f.fromMiddle),
  ]);
  return {
    heights: [...new Set(heights.map((v) => lengthText(v, system)))],
    offsets: [...new Set(offsets.map((v) => fromMiddleText(v, system)))],
  };
}

/** What a way of hanging asks for beside its points, one sentence each. */
export function holdSentences(h: Hold, system: LengthSystem): string[] {
  const m = (v: number) => lengthText(v, system);
  const from = (v: number) => fromMiddleText(v, system);
  const list: string[] = [];
  if (h.cleat)
    list.push(
      `The wall’s half of the cleat runs from ${from(h.cleat.left)} to ${from(h.cleat.right)}, ${m(h.cleat.up)} up.`,
    );
  if (h.packing > 0.0005) list.push(`Pack it ${m(h.packing)} off the wall, so that its air gap stays.`);
  if (h.recess > 0.0005)
    list.push(`Let it ${fine(h.recess, system)} into the back of the frame, or the piece stands so much further off.`);
  if (h.feet !== null)
    list.push(
      h.feet > 0.0005
        ? `It stands on feet ${m(h.feet)} high, strapped to the wall.`
        : 'It stands on the floor, strapped to the wall.',
    );
  if (h.way === 'pressed') list.push('Cut it a little large: it holds by its own spring and needs no fixing.');
  const off = h.fixings.flatMap((f) => (f.chain?.made ? [f.chain.made.lower] : []));
  const most = off.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a), 0);
  if (Math.abs(most) > 0.0005)
    list.push(
      `By whole links it hangs up to ${fine(Math.abs(most), system)} ${most > 0 ? 'lower' : 'higher'} than drawn.`,
    );
  return list;
}

export function noteSentence(n: HoldNote, system: LengthSystem): string {
  switch (n.note) {
    case 'find-out':
      return `Nobody has said what is behind the ${surfaceWords(n.name)}: find out and say it in Survey before ${n.pieces.join(', ')} hang${n.pieces.length > 1 ? '' : 's'} there.`;
    case 'batten':
      return n.overhead
        ? `${n.label}: ${n.count === 1 ? 'one point meets' : `${n.count} points meet`} no joist. Board carries nothing overhead: a batten across two joists, or solid wood between them, first.`
        : `${n.label}: ${n.count === 1 ? 'one point is' : `${n.count} points are`} asked to carry more than board alone should: a batten across two studs first.`;
    case 'cable':
      return `${n.label}: a fixing lies where the cable of ${n.thing} may run. Find it before you drill.`;
    case 'chain-short':
      return `${n.label}: ${lengthText(n.drop, system)} under the ceiling is too near for an eye, a link and a hook: hang it lower, or take brackets.`;
    case 'joined':
      return `Edge to edge: ${n.pairs.map(([a, b]) => `${a} with ${b}`).join(', ')}. Join their frames with two plates each once they hang level; every one keeps its own chains.`;
  }
}

/** What stands on a sheet to mark through: whose it is, and where its frame lies. */
export function tileWords(
  { label, at, of, left, edge, upright }: Pick<Tile, 'label' | 'at' | 'of' | 'left' | 'edge' | 'upright'>,
  system: LengthSystem,
): string[] {
  return [
    `Frame: left side ${fromMiddleText(left, system)} of the ${lineWords(upright)}, ${upright ? `lower side ${lengthText(edge, system)} up from the floor` : `upper side ${lengthText(edge, system)} from the wall faced`}.`,
    `${label}, sheet ${at} of ${of}. Print at 100 %, not fitted to the page.`,
  ];
}

/** Parts that hold pieces, as a shop has them. */
const PART_WORDS: Partial<Record<Role, string>> = {
  hanger: 'Flush hangers, pairs',
  hook: 'Wall hooks',
  bracket: 'Angle brackets',
  eye: 'Eyes and hooks for chain',
  line: 'Safety lines with their eyes',
  strap: 'Straps against falling',
};

/** What holds the pieces that have a place, for the list to buy. */
/** Plates between two frames of one field. */
const PLATES = 2;

export function fixingBuyLines({ pieces, notes }: HoldsResult, link: number, system: LengthSystem): BuyLine[] {
  const groups = new Map<string, { count: number; rated: number }>();
  const put = (item: string, rated: number) => {
    const known = groups.get(item) ?? { count: 0, rated: 0 };
    groups.set(item, { count: known.count + 1, rated: Math.max(known.rated, rated) });
  };
  const joins = notes.reduce((sum, n) => sum + (n.note === 'joined' ? n.pairs.length : 0), 0);
  let [cleats, links] = [0, 0];
  for (const { cleat, fixings } of pieces) {
    if (cleat) cleats += 2 * (cleat.right - cleat.left);
    for (const { role, anchor, rated, chain } of fixings) {
      const part = PART_WORDS[role];
      if (part) put(part, rated);
      put(upper(anchorText(anchor, system)), rated);
      links += chain?.made?.links ?? 0;
    }
  }
  const run = (item: string, metres: number, note: string): BuyLine =>
    plainLine(item, fixed(system === 'metric' ? metres : metres / FOOT, 1), system === 'metric' ? 'm' : 'ft', note);
  return [
    ...(cleats > 0 ? [run('Cleat, both halves', cleats, 'battens cut at 45°')] : []),
    ...(joins > 0
      ? [
          plainLine(
            'Joining plates between clouds',
            String(PLATES * joins),
            'pieces',
            'two between neighbours edge to edge',
          ),
        ]
      : []),
    ...(links > 0 ? [run('Chain', links * link, `${links} links`)] : []),
    ...[...groups].map(([item, { count, rated }]) =>
      plainLine(
        item,
        String(count),
        count === 1 ? 'piece' : 'pieces',
        `for pieces with a place; rated ${ratedText(rated, system)} or more`,
      ),
    ),
  ];
}
const upper = (text: string): string => text.replace(/^./, (c) => c.toUpperCase());
