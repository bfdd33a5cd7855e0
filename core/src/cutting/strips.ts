/** Strips a piece is sewn of, each seam taking `overlap`; null where the roll is no wider than a seam. m */
export function stripsOf(width: number, roll: number, overlap: number): { count: number; width: number } | null {
  if (width <= roll + 1e-9) return { count: 1, width };
  if (roll <= overlap) return null;
  const count = Math.ceil((width - overlap) / (roll - overlap) - 1e-9);
  return { count, width: (width + (count - 1) * overlap) / count };
}
