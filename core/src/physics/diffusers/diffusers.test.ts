import { diffuserCuts } from './cuts';
import { curvedStrips, diffusion, lobes, RECEIVERS, wellStrips } from './polar';
import {
  isPrime,
  nearPrimes,
  primitivePowers,
  primitiveRoots,
  quadraticResidues,
  SequenceRefused,
  skyline,
  skylineFormats,
  wells,
} from './sequences';

const c = 343.2;

/** Energy of the discrete Fourier transform of e^{−j2πs/N} at each line. */
function spectrum(sequence: readonly number[], N: number): number[] {
  return sequence.map((_, k) => {
    let [re, im] = [0, 0];
    sequence.forEach((s, n) => {
      const phase = (-2 * Math.PI * s) / N - (2 * Math.PI * k * n) / sequence.length;
      re += Math.cos(phase);
      im += Math.sin(phase);
    });
    return re * re + im * im;
  });
}

test('quadratic residues have a flat spectrum; primitive roots are flat but for a weak first line', () => {
  for (const N of [7, 11, 13, 17, 23]) {
    for (const e of spectrum(quadraticResidues(N), N)) expect(e).toBeCloseTo(N, 6);
    for (const g of primitiveRoots(N)) {
      const lines = spectrum(primitivePowers(N, g), N);
      expect(lines[0]).toBeCloseTo(1, 6);
      for (const e of lines.slice(1)) expect(e).toBeCloseTo(N, 6);
    }
  }
});

test('what is no prime, no root or no format is refused with what would be', () => {
  expect(Array.from({ length: 30 }, (_, n) => n).filter(isPrime)).toEqual([2, 3, 5, 7, 11, 13, 17, 19, 23, 29]);
  expect(nearPrimes(9)).toEqual([7, 11]);
  const refused = (act: () => unknown): SequenceRefused => {
    try {
      act();
    } catch (error) {
      if (error instanceof SequenceRefused) return error;
    }
    throw new Error('not refused');
  };
  expect(refused(() => quadraticResidues(21)).instead).toEqual([19, 23]);
  expect(refused(() => primitivePowers(7, 2)).instead).toEqual([3, 5]);
  expect(refused(() => skyline(13, 2, 2, 6)).reason).toMatch(/no common factor/);
  expect(skylineFormats(13)).toEqual([[3, 4]]);
  expect(() => wells({ kind: 'prd', N: 7, root: null, designFrequency: 500, wellWidth: 0.05 }, c)).toThrow(
    /primitive root/,
  );
});

test('a skyline holds every number once', () => {
  for (const [N, rows, cols] of [
    [7, 2, 3],
    [13, 3, 4],
    [31, 5, 6],
  ] as const) {
    const cells = skyline(N, primitiveRoots(N)[0]!, rows, cols).flat();
    expect([...cells].sort((a, b) => a - b)).toEqual(Array.from({ length: N - 1 }, (_, i) => i + 1));
  }
});

test('a flat front scatters like its reference, wells spread more, and mirrored sound mirrors the response', () => {
  const flat = diffusion(wellStrips([0, 0, 0, 0, 0, 0, 0], 0.06, 2), 1000, 0, c);
  expect(flat.normalised).toBe(0);
  expect(flat.coefficient).toBeCloseTo(flat.reference, 12);
  const facts = wells({ kind: 'qrd', N: 7, root: null, designFrequency: 500, wellWidth: 0.06 }, c);
  const strips = wellStrips(facts.depths, 0.06, 1);
  expect(diffusion(strips, 1000, 0, c).coefficient).toBeGreaterThan(flat.reference + 0.2);
  const [left, right] = [
    diffusion(strips, 1500, 40, c),
    diffusion(wellStrips([...facts.depths].reverse(), 0.06, 1), 1500, -40, c),
  ];
  left.polarDb.forEach((l, i) => expect(l).toBeCloseTo(right.polarDb[RECEIVERS.length - 1 - i]!, 6));
  // At the design frequency's plate frequency all wells are whole half waves deep: flat again.
  const plate = diffusion(strips, 500 * 7, 0, c);
  expect(plate.normalised).toBeLessThan(0.02);
});

test('curved fronts converge with their strips and spread more the more they bulge', () => {
  const at = (rise: number) => diffusion(curvedStrips(1, rise, 1000, c), 1000, 0, c, true);
  expect(at(0.2).normalised).toBeGreaterThan(at(0.05).normalised);
  const fine = diffusion(curvedStrips(1, 0.2, 4000, c), 1000, 0, c, true);
  expect(fine.coefficient).toBeCloseTo(at(0.2).coefficient, 2);
});

test('a row of periods sends sound into few directions; fewer the narrower the period', () => {
  expect(lobes(0.42, 1000, 0, c).map(Math.round)).toEqual([-55, 0, 55]);
  expect(lobes(0.2, 1000, 0, c)).toHaveLength(1);
  expect(lobes(1.2, 1000, 0, c)).toHaveLength(7);
});

test('cut list: a fin more than wells, one bottom for each well, as wide as it becomes', () => {
  const facts = wells({ kind: 'qrd', N: 7, root: null, designFrequency: 600, wellWidth: 0.05 }, c);
  const { cuts, width, depth } = diffuserCuts(facts.depths, 0.05, 2, 1.2, 0.012);
  expect(cuts.find((k) => k.name === 'fin')!.count).toBe(15);
  expect(cuts.filter((k) => k.name === 'bottom').reduce((sum, k) => sum + k.count, 0)).toBe(14);
  expect(width).toBeCloseTo(14 * 0.05 + 15 * 0.012, 12);
  expect(depth).toBeCloseTo(facts.maxDepth + 0.024, 12);
});
