/** Cut list of a well diffuser: fins, well bottoms on their spacers, back board. */
import { mustBePositive } from '../../quantities/guard';

export interface DiffuserCut {
  name: 'fin' | 'bottom' | 'back';
  width: number;
  length: number;
  thickness: number;
  count: number;
  /** Of a bottom: how deep its well is, m. */
  depth: number | null;
}

/**
 * Boards for `periods` periods, `height` m long, fins `fin` m thick. Bottoms of the deepest wells lie on the back board; the others
 * stand on spacers of the difference. Zero-depth wells get their bottom flush with the front.
 */
export function diffuserCuts(
  depths: readonly number[],
  wellWidth: number,
  periods: number,
  height: number,
  fin: number,
): { cuts: DiffuserCut[]; width: number; depth: number } {
  mustBePositive('diffuserCuts', 'height', height);
  mustBePositive('diffuserCuts', 'fin', fin);
  const deep = Math.max(...depths);
  const count = depths.length * periods;
  const bottoms = new Map<number, number>();
  for (const d of depths) {
    const key = Math.round(d * 1e4) / 1e4;
    bottoms.set(key, (bottoms.get(key) ?? 0) + periods);
  }
  const width = count * wellWidth + (count + 1) * fin;
  return {
    cuts: [
      { name: 'fin', width: deep + fin, length: height, thickness: fin, count: count + 1, depth: null },
      ...[...bottoms]
        .sort(([a], [b]) => a - b)
        .map(([depth, n]): DiffuserCut => ({
          name: 'bottom',
          width: wellWidth,
          length: height,
          thickness: fin,
          count: n,
          depth,
        })),
      { name: 'back', width, length: height, thickness: fin, count: 1, depth: null },
    ],
    width,
    depth: deep + 2 * fin,
  };
}
