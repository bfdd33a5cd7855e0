/** Boards and parts as the searches see them: saw cuts are in their sizes, and have no width of their own. */

/** A kind of part as the search sees it: with its saw cut. */
export interface Wanted {
  length: number;
  width: number;
  count: number;
  turns: boolean;
}
/** A board as the search sees it. */
export interface Sheet {
  length: number;
  width: number;
  price: number;
  available: number | null;
}

/** Lengths nearer to each other than this are one, m. */
export const CRUMB = 1e-9;

/** Ways a part may lie: its length along the board, its width. */
export const lyings = ({ length, width, turns }: Wanted): [length: number, width: number, turned: boolean][] =>
  turns && Math.abs(length - width) > CRUMB
    ? [
        [length, width, false],
        [width, length, true],
      ]
    : [[length, width, false]];
