/**
 * From a random-incidence coefficient to the admittance of a wall that reacts locally, and from a lining's admittance at its front to
 * the one that has the same effect at the wall behind it. Admittances over 1/ρc, e^{+jωt}.
 *
 * Diffuse coefficient of a real admittance β, all angles (Paris' integral in closed form; H. Kuttruff, Room Acoustics 6th ed. §2.5):
 * α = 8β[1 + β/(1 + β) − 2β ln(1 + 1/β)]. It rises to 0.951 at β = 0.638 and falls again. α = 8β is its limit for small β.
 */
import { add, type Complex, complex, divide, multiply, subtract } from '../../numerics/complex';
import { mustBeBetween } from '../../quantities/guard';

const { log, PI, tan } = Math;

/** Real admittance of the largest diffuse coefficient there is. */
export const MATCHED = 0.638;

/** Diffuse coefficient of a real admittance, 0…0.951. */
export function diffuseOfAdmittance(beta: number): number {
  mustBeBetween('diffuseOfAdmittance', 'beta', beta, 0, 1e6);
  return beta === 0 ? 0 : 8 * beta * (1 + beta / (1 + beta) - 2 * beta * log(1 + 1 / beta));
}

const MOST = diffuseOfAdmittance(MATCHED);

/** The admittance up to {@link MATCHED} with this diffuse coefficient; what takes more than any real one can is given that of the most. */
export function admittanceOf(alpha: number): number {
  mustBeBetween('admittanceOf', 'alpha', alpha, 0, 10);
  if (alpha >= MOST) return MATCHED;
  let [low, high] = [0, MATCHED];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (diffuseOfAdmittance(middle) < alpha) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/**
 * What a lining `depth` m deep, of admittance `front` at its face, is to air that is counted right up to the wall behind it:
 * β′ = (β − j tan kD)/(1 − jβ tan kD). The air it displaces would otherwise count twice.
 * @param k wavenumber in air, 1/m
 */
export function atWall(front: Complex, k: number, depth: number): Complex {
  const t = tan(Math.min(k * depth, PI / 2 - 1e-6));
  return divide(subtract(front, complex(0, t)), add(complex(1), multiply(complex(0, -t), front)));
}
