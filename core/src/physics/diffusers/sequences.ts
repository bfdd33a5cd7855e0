/**
 * Number sequences of well diffusers and the depths that follow: quadratic residues, primitive roots, and the two folded onto a
 * skyline. Source: M. R. Schroeder, J. Acoust. Soc. Am. 65 (1979) 958; T. Cox and P. D'Antonio, Acoustic Absorbers and Diffusers,
 * 3rd ed. §10. Depth = s·c/(2·N·f₀) for all of them.
 */
import { mustBePositive } from '../../quantities/guard';

/** Largest prime a diffuser of wood is thought of with. */
export const LARGEST_PRIME = 199;

export function isPrime(n: number): boolean {
  if (!Number.isInteger(n) || n < 2) return false;
  for (let i = 2; i * i <= n; i++) if (n % i === 0) return false;
  return true;
}

/** The primes nearest below and above n, odd, from 3: what to choose instead. */
export function nearPrimes(n: number): number[] {
  const below = Array.from({ length: Math.max(0, Math.ceil(n) - 3) }, (_, i) => Math.ceil(n) - 1 - i).find(isPrime);
  let above = Math.max(3, Math.floor(n) + 1);
  while (!isPrime(above)) above += 1;
  return below !== undefined && below >= 3 ? [below, above] : [above];
}

/** g^e mod N for small whole numbers. */
function powerMod(g: number, e: number, N: number): number {
  let result = 1;
  for (let i = 0; i < e; i++) result = (result * g) % N;
  return result;
}

/** All primitive roots of a prime: their powers run through every residue. Throws RangeError for composites. */
export function primitiveRoots(N: number): number[] {
  if (!isPrime(N)) throw new RangeError(`primitiveRoots: N must be prime, got ${N}`);
  const roots: number[] = [];
  for (let g = 1; g < N; g++) {
    const seen = new Set(Array.from({ length: N - 1 }, (_, i) => powerMod(g, i + 1, N)));
    if (seen.size === N - 1) roots.push(g);
  }
  return roots;
}

/** Why a choice is no diffuser, and what would be. */
export class SequenceRefused extends RangeError {
  constructor(
    readonly reason: string,
    readonly instead: number[],
  ) {
    super(`${reason}; nearest that are: ${instead.join(', ')}`);
  }
}

function mustBePrime(N: number): void {
  if (!isPrime(N) || N < 3 || N > LARGEST_PRIME)
    throw new SequenceRefused('N not prime', nearPrimes(Math.min(N, LARGEST_PRIME)));
}

/** n² mod N, n = 0 … N−1. Throws {@link SequenceRefused} when N is no odd prime up to {@link LARGEST_PRIME}. */
export function quadraticResidues(N: number): number[] {
  mustBePrime(N);
  return Array.from({ length: N }, (_, n) => (n * n) % N);
}

function mustBeRoot(N: number, root: number): void {
  const roots = primitiveRoots(N);
  if (roots.includes(root)) return;
  const near = [...roots].sort((a, b) => Math.abs(a - root) - Math.abs(b - root)).slice(0, 4);
  throw new SequenceRefused(`${root} is not a primitive root of ${N}`, near);
}

/** gⁿ mod N, n = 1 … N−1. Throws {@link SequenceRefused} when N is not prime or g no primitive root of it. */
export function primitivePowers(N: number, root: number): number[] {
  mustBePrime(N);
  mustBeRoot(N, root);
  return Array.from({ length: N - 1 }, (_, n) => powerMod(root, n + 1, N));
}

/** Pairs p × q = N − 1 without a common factor: the formats a skyline can have. */
export function skylineFormats(N: number): [number, number][] {
  mustBePrime(N);
  const common = (a: number, b: number): number => (b === 0 ? a : common(b, a % b));
  const list: [number, number][] = [];
  for (let p = 2; p * p < N - 1; p++) {
    const q = (N - 1) / p;
    if (Number.isInteger(q) && common(p, q) === 1) list.push([p, q]);
  }
  return list;
}

/** Primitive-root skyline, `rows` × `cols`: gⁿ in cell [n mod rows][n mod cols], so that every cell is met once. */
export function skyline(N: number, root: number, rows: number, cols: number): number[][] {
  const powers = primitivePowers(N, root);
  const formats = skylineFormats(N);
  if (!formats.some(([p, q]) => (p === rows && q === cols) || (p === cols && q === rows)))
    throw new SequenceRefused(
      `${rows} × ${cols} does not fold ${N - 1} cells: rows and columns must have no common factor`,
      formats.flat(),
    );
  const matrix = Array.from({ length: rows }, () => new Array<number>(cols).fill(0));
  powers.forEach((s, i) => (matrix[(i + 1) % rows]![(i + 1) % cols] = s));
  return matrix;
}

/** Quadratic residues both ways: (n² + m²) mod N. */
export function quadraticSquare(N: number): number[][] {
  const one = quadraticResidues(N);
  return one.map((a) => one.map((b) => (a + b) % N));
}

/** Depth of a well of number s, m. */
export function wellDepth(s: number, N: number, designFrequency: number, c: number): number {
  mustBePositive('wellDepth', 'designFrequency', designFrequency);
  return (s * c) / (2 * N * designFrequency);
}

export interface WellFacts {
  sequence: number[];
  depths: number[];
  maxDepth: number;
  /** Above this a well is wider than half a wave: no longer one-dimensional, Hz. */
  wellWidthMaxFrequency: number;
  periodWidth: number;
  /** A convention: three waves of the design frequency, m. */
  minimumDistance: number;
}

/** Wells of a one-dimensional diffuser, fins left out. `root` null: quadratic residues. */
export function wells(
  design: { kind: 'qrd' | 'prd'; N: number; root: number | null; designFrequency: number; wellWidth: number },
  c: number,
): WellFacts {
  mustBePositive('wells', 'wellWidth', design.wellWidth);
  const sequence =
    design.kind === 'qrd' ? quadraticResidues(design.N) : primitivePowers(design.N, design.root ?? Number.NaN);
  const depths = sequence.map((s) => wellDepth(s, design.N, design.designFrequency, c));
  return {
    sequence,
    depths,
    maxDepth: Math.max(...depths),
    wellWidthMaxFrequency: c / (2 * design.wellWidth),
    periodWidth: sequence.length * design.wellWidth,
    minimumDistance: (3 * c) / design.designFrequency,
  };
}
