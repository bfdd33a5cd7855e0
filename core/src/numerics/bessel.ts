/** Bessel functions of the first kind, real argument. */
const { abs, cos, sqrt } = Math;

/** Bessel function of order 0 by the polynomials of Abramowitz and Stegun 9.4.1 and 9.4.3, within 1e-7. */
export function besselJ0(value: number): number {
  const x = abs(value);
  if (x <= 3) {
    const t = (x / 3) ** 2;
    return 1 + t * (-2.2499997 + t * (1.2656208 + t * (-0.3163866 + t * (0.0444479 + t * (-0.0039444 + t * 0.00021)))));
  }
  const t = 3 / x;
  const size =
    0.79788456 +
    t * (-0.00000077 + t * (-0.0055274 + t * (-0.00009512 + t * (0.00137237 + t * (-0.00072805 + t * 0.00014476)))));
  const phase =
    x -
    0.78539816 +
    t * (-0.04166397 + t * (-0.00003954 + t * (0.00262573 + t * (-0.00054125 + t * (-0.00029333 + t * 0.00013558)))));
  return (size * cos(phase)) / sqrt(x);
}

/** Bessel function of order 1, polynomials of Abramowitz and Stegun 9.4.4 and 9.4.6, within 4e-8. */
export function besselJ1(value: number): number {
  const x = abs(value);
  let j: number;
  if (x <= 3) {
    const t = (x / 3) ** 2;
    j =
      x *
      (0.5 +
        t *
          (-0.56249985 + t * (0.21093573 + t * (-0.03954289 + t * (0.00443319 + t * (-0.00031761 + t * 0.00001109))))));
  } else {
    const t = 3 / x;
    const size =
      0.79788456 +
      t * (0.00000156 + t * (0.01659667 + t * (0.00017105 + t * (-0.00249511 + t * (0.00113653 - t * 0.00020033)))));
    const phase =
      x -
      2.35619449 +
      t * (0.12499612 + t * (0.0000565 + t * (-0.00637879 + t * (0.00074348 + t * (0.00079824 - t * 0.00029166)))));
    j = (size * cos(phase)) / sqrt(x);
  }
  return value < 0 ? -j : j;
}
