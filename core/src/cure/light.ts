/** A light-cured resin: what it takes up, and what it needs. */
export interface LightSheet {
  /** 1/m at the wavelength that cures it. */
  readonly absorption: number;
  /** Dose that gels it, J/m². */
  readonly dose: number;
}

/** Clear polyester or epoxy with a photoinitiator. Source: typical, 2 mm in about ten minutes of summer sun. */
export const TYPICAL_LIGHT: LightSheet = { absorption: 900, dose: 2600 };

/** UV-A of a clear sky at a height of the sun, W/m². Source: about 45 W/m² overhead, falling with the path through the air. */
export const sunUva = (heightDegrees: number): number =>
  heightDegrees <= 0 ? 0 : 45 * Math.sin((heightDegrees * Math.PI) / 180) ** 1.3;

/** Dose at a depth, J/m². Source: Beer–Lambert, I = I₀·e^(−μz). */
export const doseAt = (sheet: LightSheet, depth: number, irradiance: number, seconds: number): number =>
  irradiance * seconds * Math.exp(-sheet.absorption * depth);

/** Time to cure to a depth, s. What is not lit does not cure. @returns Infinity in the dark */
export const timeToDepth = (sheet: LightSheet, depth: number, irradiance: number): number =>
  sheet.dose / doseAt(sheet, depth, irradiance, 1);
