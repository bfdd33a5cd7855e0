/**
 * A table of 256 colours from nothing to loud, evenly lighter to darker: paper, straw, tawny, plum, ink. Its lightness falls by the same step from each to the
 * next, so that it reads without colour vision, and it is the same by day and by night.
 */
const STOPS: readonly (readonly [number, number, number])[] = [
  [252, 247, 238],
  [240, 214, 160],
  [214, 150, 84],
  [164, 84, 62],
  [104, 46, 70],
  [40, 24, 44],
];

export const TINTS: readonly (readonly [number, number, number])[] = Array.from({ length: 256 }, (_, i) => {
  const at = (i / 255) * (STOPS.length - 1);
  const k = Math.min(STOPS.length - 2, Math.floor(at));
  const [a, b] = [STOPS[k]!, STOPS[k + 1]!];
  return [0, 1, 2].map((c) => Math.round(a[c]! + (b[c]! - a[c]!) * (at - k))) as unknown as readonly [
    number,
    number,
    number,
  ];
});
