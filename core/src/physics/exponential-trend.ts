/** Two-sided 90 % points of Student's t by degrees of freedom; beyond the table that of the normal distribution. */
const T90 = [6.314, 2.92, 2.353, 2.132, 2.015, 1.943, 1.895, 1.86, 1.833, 1.812];
const NORMAL90 = 1.645;

export interface ExponentialTrend {
  /** Time constant, in the unit of t; not positive where the readings do not fall. */
  readonly tau: number;
  value(t: number): number;
  /** 90 % span of the trend itself at a time. */
  band(t: number): readonly [number, number];
  /** When the trend falls to a level: likely, and the ends of its 90 % span. */
  reaches(level: number): { readonly likely: number; readonly early: number; readonly late: number };
}

/** Farthest a forecast looks, as a multiple of the time constant. */
const FARTHEST = 8;

/**
 * Decay towards a known level: m(t) = floor + a·e^(−t/τ), fitted by least squares on ln(m − floor).
 * @param points at least three, t in any unit
 * @returns undefined where fewer than three readings stand above the floor
 * Source: first-order drying; standard errors of a straight-line fit.
 */
export function exponentialTrend(
  points: readonly { readonly t: number; readonly m: number }[],
  floor: number,
): ExponentialTrend | undefined {
  const used = points.filter((p) => p.m > floor).map((p) => ({ t: p.t, y: Math.log(p.m - floor) }));
  const n = used.length;
  if (n < 3) return undefined;
  const mt = used.reduce((s, p) => s + p.t, 0) / n;
  const my = used.reduce((s, p) => s + p.y, 0) / n;
  const sxx = used.reduce((s, p) => s + (p.t - mt) ** 2, 0);
  if (!(sxx > 0)) return undefined;
  const slope = used.reduce((s, p) => s + (p.t - mt) * (p.y - my), 0) / sxx;
  const rest = used.reduce((s, p) => s + (p.y - my - slope * (p.t - mt)) ** 2, 0);
  const error = Math.sqrt(rest / (n - 2));
  const t90 = T90[n - 3] ?? NORMAL90;
  const line = (t: number): number => my + slope * (t - mt);
  const half = (t: number): number => t90 * error * Math.sqrt(1 / n + (t - mt) ** 2 / sxx);
  const tau = -1 / slope;
  const most = mt + FARTHEST * Math.abs(tau);
  return {
    tau: Number.isFinite(tau) ? tau : 0,
    value: (t) => floor + Math.exp(line(t)),
    band: (t) => [floor + Math.exp(line(t) - half(t)), floor + Math.exp(line(t) + half(t))],
    reaches(level) {
      const y = Math.log(Math.max(1e-9, level - floor));
      const likely = mt + (y - my) / slope;
      // The span of the trend meets the level earlier and later than the trend itself: both found by bisection.
      const meets = (sign: 1 | -1): number => {
        let [a, z] = [mt - Math.abs(tau), most];
        if (line(z) + sign * half(z) > y) return most;
        for (let i = 0; i < 60; i += 1) {
          const m = (a + z) / 2;
          if (line(m) + sign * half(m) > y) a = m;
          else z = m;
        }
        return (a + z) / 2;
      };
      return {
        likely: Math.min(likely, most),
        early: Math.min(likely, meets(-1)),
        late: Math.max(likely, meets(1)),
      };
    },
  };
}
