/** A scattering recipe: its range, where it sends sound, its wells or heights, what to cut. */
import type { Air } from '../../air/air';
import { curvedStrips, diffusion, lobes, type ReflectingStrip, wellStrips } from '../../physics/diffusers/polar';
import { skyline, wellDepth, wells } from '../../physics/diffusers/sequences';
import { THIRDS } from '../../recipes/curve';
import type { Recipe } from '../../recipes/types';

export interface Scattering {
  /** Hz */
  bands: number[];
  /** Diffusion coefficient for sound from straight ahead and from 55°, normalised by a flat front. */
  straight: number[];
  oblique: number[];
  /** Levels −90° … 90° in steps of 5° at three frequencies, dB re the loudest. */
  polars: { f: number; polarDb: number[] }[];
  /** Lowest frequency it is made for, Hz; and the lowest from there at which its own coefficient reaches {@link SCATTERS}; null: none. */
  madeFor: number;
  from: number | null;
  upTo: number;
  /** Largest normalised coefficient straight on within what it is made for. */
  most: number;
  /** Three waves of the lowest frequency it is made for, m; null when it hardly scatters. */
  minimumDistance: number | null;
  periodWidth: number | null;
  /** Directions sound goes at twice the design frequency when periods repeat, degrees. */
  lobes: number[];
  sequence: number[];
  depths: number[];
  /** Rows of a skyline's depths. */
  matrix: number[][] | null;
}

const SCATTER_BANDS = THIRDS.filter((f) => f > 190 && f < 8100);
/** From this normalised coefficient on a surface is said to scatter. Practice: about where ears begin to tell it from a flat one. */
export const SCATTERS = 0.2;

export function scatteringOf(recipe: Recipe, air: Air): Scattering | null {
  const s = recipe.scatterer;
  // Of somebody else's make nothing is known that could be computed.
  if (!s || s.kind === 'bought') return null;
  const c = air.c;
  const base = { lobes: [], sequence: [], depths: [], matrix: null, periodWidth: null };
  const answer = (
    strips: (f: number) => ReflectingStrip[],
    oblique: boolean,
    rest: Partial<Scattering> & Pick<Scattering, 'madeFor' | 'upTo'>,
  ): Scattering => {
    const at = (f: number, psi: number) => diffusion(strips(f), f, psi, c, oblique);
    const { madeFor, upTo } = rest;
    const shown = [madeFor, madeFor * 2, Math.min(upTo, madeFor * 4)];
    const within = [madeFor, ...SCATTER_BANDS.filter((f) => f > madeFor && f <= upTo)];
    const worth = within.map((f) => at(f, 0).normalised);
    const from = within[worth.findIndex((d) => d >= SCATTERS)] ?? null;
    return {
      ...base,
      bands: [...SCATTER_BANDS],
      straight: SCATTER_BANDS.map((f) => at(f, 0).normalised),
      oblique: SCATTER_BANDS.map((f) => at(f, 55).normalised),
      polars: shown.map((f) => ({ f, polarDb: at(f, 0).polarDb })),
      from,
      most: Math.max(...worth),
      minimumDistance: from === null ? null : (3 * c) / madeFor,
      ...rest,
    };
  };
  if (s.kind === 'curved')
    return answer((f) => curvedStrips(recipe.width, s.rise, f, c), true, { madeFor: c / (4 * s.rise), upTo: 8000 });
  if (s.kind === 'slats') {
    // A binary sequence of slats and gaps; the gaps lead into the fill, of which a third comes back.
    const sequence = [1, 1, 1, 1, 0, 1, 0, 1, 1, 0, 0, 1, 0, 0, 0];
    const strips = Array.from({ length: Math.max(15, Math.round(recipe.width / s.slat)) }, (_, i) => ({
      x: (i + 0.5) * s.slat,
      width: s.slat,
      depth: 0,
      factor: sequence[i % 15]! === 1 ? 1 : 0.3,
    }));
    return answer(() => strips, false, { madeFor: c / (16 * s.slat), upTo: c / (2 * s.slat), sequence });
  }
  if (s.kind === 'skyline') {
    const matrix = skyline(s.N, s.root, s.rows, s.cols).map((row) => row.map((n) => wellDepth(n, s.N, s.designHz, c)));
    // Across the rows each column sends the mean of its phases: the plane's cut through one row at a time.
    const row = matrix[0]!;
    return answer(() => wellStrips(row, s.wellWidth, s.periods), false, {
      madeFor: s.designHz,
      upTo: c / (2 * s.wellWidth),
      matrix,
      periodWidth: s.cols * s.wellWidth,
      depths: matrix.flat(),
    });
  }
  const facts = wells(
    {
      kind: s.kind,
      N: s.N,
      root: s.kind === 'prd' ? s.root : null,
      designFrequency: s.designHz,
      wellWidth: s.wellWidth,
    },
    c,
  );
  return answer(() => wellStrips(facts.depths, s.wellWidth, s.periods), false, {
    madeFor: s.designHz,
    upTo: Math.min(facts.wellWidthMaxFrequency, s.designHz * (s.N - 1)),
    periodWidth: facts.periodWidth,
    lobes: s.periods > 1 ? lobes(facts.periodWidth, 2 * s.designHz, 0, c) : [],
    sequence: facts.sequence,
    depths: facts.depths,
  });
}
