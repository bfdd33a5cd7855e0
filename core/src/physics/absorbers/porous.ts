/**
 * Fibrous and open-cell fills: characteristic impedance and wavenumber from flow resistivity alone.
 *
 * Delany and Bazley, Applied Acoustics 3 (1970) 105, in X = ρ₀f/σ, valid 0.01 < X < 1; Y. Miki, J. Acoust. Soc. Jpn (E)
 * 11 (1990) 19, in f/σ, a causal refit that stays passive below that range. e^{+jωt}: Im Zc < 0, Im k < 0.
 * Flow resistivity σ in Pa·s/m². Density does not enter. Accuracy against measurement: about ± 5 % of α for fibres.
 */
import type { Air } from '../../air/air';
import { type Complex } from '../../numerics/complex';
import { mustBePositive } from '../../quantities/guard';

const { PI } = Math;

export type PorousModel = 'miki' | 'delany-bazley';

export const DELANY_BAZLEY_RANGE = [0.01, 1] as const;

export interface PorousMedium {
  /** Characteristic impedance over ρ₀c₀. */
  zc: Complex;
  /** Wavenumber, 1/m. */
  k: Complex;
}

/** Whether the model's own publication covers this frequency (Hz) and resistivity. Miki: no lower limit is set. */
export function porousModelHolds(model: PorousModel, sigma: number, frequency: number, air: Air): boolean {
  if (model === 'miki') return true;
  const X = (air.rho * frequency) / sigma;
  return X >= DELANY_BAZLEY_RANGE[0] * (1 - 1e-9) && X <= DELANY_BAZLEY_RANGE[1] * (1 + 1e-9);
}

/** Characteristic values of a porous medium at a frequency in Hz. */
export function porousMedium(model: PorousModel, sigma: number, frequency: number, air: Air): PorousMedium {
  mustBePositive('porousMedium', 'sigma', sigma);
  mustBePositive('porousMedium', 'frequency', frequency);
  const k0 = (2 * PI * frequency) / air.c;
  if (model === 'miki') {
    const x = frequency / sigma;
    return {
      zc: { re: 1 + 0.07 * x ** -0.632, im: -0.107 * x ** -0.632 },
      k: { re: k0 * (1 + 0.109 * x ** -0.618), im: -k0 * 0.16 * x ** -0.618 },
    };
  }
  const x = (air.rho * frequency) / sigma;
  return {
    zc: { re: 1 + 0.0571 * x ** -0.754, im: -0.087 * x ** -0.732 },
    k: { re: k0 * (1 + 0.0978 * x ** -0.7), im: -k0 * 0.189 * x ** -0.595 },
  };
}
