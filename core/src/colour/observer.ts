/** Bands of a spectrum: 400–700 nm in steps of 10. */
export const WAVELENGTHS: readonly number[] = Array.from({ length: 31 }, (_, i) => 400 + 10 * i);
export const BANDS = WAVELENGTHS.length;

/** CIE 1931 standard observer, 2°. Source: CIE 018, table at 10 nm. */
const X_BAR = [
  0.01431, 0.04351, 0.13438, 0.2839, 0.34828, 0.3362, 0.2908, 0.19536, 0.09564, 0.03201, 0.0049, 0.0093,
  0.06327, 0.1655, 0.2904, 0.43345, 0.5945, 0.7621, 0.9163, 1.0263, 1.0622, 1.0026, 0.85445, 0.6424, 0.4479,
  0.2835, 0.1649, 0.0874, 0.04677, 0.0227, 0.01136,
];
const Y_BAR = [
  0.0004, 0.00121, 0.004, 0.0116, 0.023, 0.038, 0.06, 0.09098, 0.13902, 0.20802, 0.323, 0.503, 0.71, 0.862,
  0.954, 0.99495, 0.995, 0.952, 0.87, 0.757, 0.631, 0.503, 0.381, 0.265, 0.175, 0.107, 0.061, 0.032, 0.017,
  0.00821, 0.0041,
];
const Z_BAR = [
  0.06785, 0.2074, 0.6456, 1.3856, 1.74706, 1.77211, 1.6692, 1.28764, 0.81295, 0.46518, 0.272, 0.1582,
  0.07825, 0.04216, 0.0203, 0.00875, 0.0039, 0.0021, 0.00165, 0.0011, 0.0008, 0.00034, 0.00019, 0.00005,
  0.00002, 0, 0, 0, 0, 0, 0,
];

/** CIE standard illuminant D65, relative power. Source: CIE 015, table at 10 nm. */
const D65 = [
  82.7549, 91.486, 93.4318, 86.6823, 104.865, 117.008, 117.812, 114.861, 115.923, 108.811, 109.354, 107.802,
  104.79, 107.689, 104.405, 104.046, 100, 96.3342, 95.788, 88.6856, 90.0062, 89.5991, 87.6987, 83.2886,
  83.6992, 80.0268, 80.2146, 82.2778, 78.2842, 69.7213, 71.6091,
];

/** White of D65 in the colour library, for Y = 1. */
const WHITE = [0.3127 / 0.329, 1, (1 - 0.3127 - 0.329) / 0.329] as const;

/** Weights that turn reflectances into X, Y, Z under D65, scaled so that a perfect white is exactly white. */
function weights(bar: readonly number[], white: number): Float64Array {
  const raw = bar.map((v, i) => v * D65[i]);
  const sum = raw.reduce((a, b) => a + b, 0);
  return Float64Array.from(raw, (v) => (v / sum) * white);
}

export const X_WEIGHTS = weights(X_BAR, WHITE[0]);
export const Y_WEIGHTS = weights(Y_BAR, WHITE[1]);
export const Z_WEIGHTS = weights(Z_BAR, WHITE[2]);

/** What a colour of Nelbo is stated under. */
export const ILLUMINANT = 'D65, 2° observer';
