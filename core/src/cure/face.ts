import { KELVIN } from './kinetics';

/** Stefan–Boltzmann constant, W/(m²·K⁴). */
export const STEFAN = 5.670374e-8;

/** What a face of the stack sees. */
export interface Face {
  /** Heat that the air takes from it, W/(m²·K); with its radiation, where that is not stated by itself. */
  readonly h: number;
  /** °C at a time, s. */
  readonly air: (t: number) => number;
  /** Heat that falls on it and is taken up, W/m². */
  readonly flux?: (t: number) => number;
  /** Share of a black body's radiation that it gives off to what surrounds it, which is as warm as the air; 0 by itself. */
  readonly emissivity?: number;
}

/** What stands in the place of air, radiation and flux for one step: q = h·(outside − T_face). */
export interface Outside {
  h: number;
  temperature: number;
}

/**
 * The heat exchange of a face as one coefficient and one temperature outside.
 * Radiation between two bodies is ε·σ·(T₁⁴ − T₂⁴) = h_r·(T₁ − T₂) with h_r = ε·σ·(T₁² + T₂²)·(T₁ + T₂), kelvin: exact for
 * the face temperature that it is asked with. Source: Stefan–Boltzmann.
 *
 * @param t s
 * @param surface temperature of the face, °C, as far as it is known
 * @param into where the answer is written
 */
export function outsideOf(face: Face, t: number, surface: number, into: Outside): void {
  const air = face.air(t);
  const flux = face.flux?.(t) ?? 0;
  const { emissivity = 0, h } = face;
  const [a, s] = [air + KELVIN, Math.max(0, surface + KELVIN)];
  into.h = h + emissivity * STEFAN * (a * a + s * s) * (a + s);
  into.temperature = air + flux / into.h;
}
