import type { Chart, ChartData, ChartOptions, Plugin } from 'chart.js';
import { tellMilestoneShort, type CureCase, type CureField, type ForecastMilestone } from '@nelbo/core';
import { timeOf, weekdayOf } from '../../ui/when';

export const INK = '#12292c';
export const ACT = '#b83b08';
export const WAIT = '#2b6777';
const MUTED = '#52625f';
const HAIRLINE = '#d8dbd3';
const FONT = { family: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif", size: 13 };
const HOUR = 3_600_000;

/** "06:00", with the day where it is midnight. */
export function hourLabel(ms: number): string {
  const time = timeOf(ms);
  return time === '00:00' ? weekdayOf(ms) : time;
}

/** Whole hours of the wall between two moments, no more than some eight of them. */
export function hourTicks(from: number, to: number): number[] {
  const step = [1, 2, 3, 6, 12, 24, 48].map((h) => h * HOUR).find((s) => (to - from) / s <= 8) ?? 96 * HOUR;
  const midnight = new Date(from);
  midnight.setHours(0, 0, 0, 0);
  const ticks: number[] = [];
  for (let t = midnight.getTime(); t <= to; t += step) if (t >= from) ticks.push(t);
  return ticks;
}

/** Milestones as upright lines with their names at the top. */
const marks = (milestones: readonly ForecastMilestone[], now: number): Plugin<'line'> => ({
  id: 'nelbo-marks',
  afterDatasetsDraw(chart: Chart<'line'>): void {
    const { ctx, chartArea: area, scales } = chart;
    ctx.save();
    ctx.font = `600 12px ${FONT.family}`;
    let last = -Infinity;
    const line = (ms: number, name: string, color: string, dash: number[]): void => {
      const x = scales['x'].getPixelForValue(ms);
      if (x < area.left || x > area.right) return;
      ctx.strokeStyle = color;
      ctx.fillStyle = color;
      ctx.setLineDash(dash);
      ctx.beginPath();
      ctx.moveTo(x, area.top);
      ctx.lineTo(x, area.bottom);
      ctx.stroke();
      const width = ctx.measureText(name).width;
      if (x - last < width * 0.4) return;
      const left = Math.max(area.left, Math.min(x - width / 2, area.right - width));
      if (left < last + 6) return;
      ctx.fillText(name, left, area.top - 6);
      last = left + width;
    };
    for (const m of [...milestones].sort((a, b) => a.at - b.at))
      line(m.at, tellMilestoneShort(m.meaning), WAIT, [3, 3]);
    line(now, 'now', ACT, []);
    ctx.restore();
  },
});

/** How long a chart looks ahead: past sanding, not to the last percent of the cure. */
export function horizonOf(c: CureCase): number {
  const sand = c.milestones.find((m) => m.id === 'sand')?.at ?? c.series?.t.at(-1) ?? c.laid + HOUR;
  return Math.max(c.laid + 3 * HOUR, sand + 0.35 * (sand - c.laid));
}

const points = (t: readonly number[], v: readonly number[], end: number): { x: number; y: number }[] =>
  t.flatMap((x, i) => (x <= end ? [{ x, y: v[i] }] : []));

const set = (
  label: string,
  data: { x: number; y: number }[],
  color: string,
  width = 2,
  dash: number[] = [],
): ChartData<'line'>['datasets'][number] => ({
  label,
  data,
  borderColor: color,
  backgroundColor: color,
  borderWidth: width,
  borderDash: dash,
  pointRadius: 0,
  tension: 0.2,
});

export interface Plot {
  readonly data: ChartData<'line'>;
  readonly options: ChartOptions<'line'>;
  readonly plugins: Plugin<'line'>[];
  readonly label: string;
}

/** Room for a calm course too, on whole degrees. */
function temperatureLimits(
  s: NonNullable<CureCase['series']>,
  degrees: (celsius: number) => number,
): { suggestedMin: number; suggestedMax: number } {
  const all = [...s.air, ...s.surface, ...s.middle, ...s.back].map(degrees);
  const [low, high] = [Math.min(...all), Math.max(...all)];
  return { suggestedMin: Math.floor(low - 2), suggestedMax: Math.ceil(Math.max(high + 2, low + 8)) };
}

function optionsFor(
  from: number,
  to: number,
  axis: string,
  limits: { min?: number; max?: number; suggestedMin?: number; suggestedMax?: number },
  tick: (v: number) => string,
): ChartOptions<'line'> {
  return {
    animation: false,
    responsive: true,
    maintainAspectRatio: false,
    layout: { padding: { top: 20, right: 8 } },
    interaction: { mode: 'nearest', axis: 'x', intersect: false },
    plugins: {
      legend: {
        display: true,
        position: 'bottom',
        labels: { boxWidth: 22, boxHeight: 0, color: INK, font: FONT, padding: 10 },
      },
      tooltip: {
        callbacks: {
          title: (items) => (items[0] ? hourLabel(items[0].parsed.x ?? 0) : ''),
          label: (item) => ` ${item.dataset.label}: ${tick(item.parsed.y ?? 0)}`,
        },
      },
    },
    scales: {
      x: {
        type: 'linear',
        min: from,
        max: to,
        grid: { color: HAIRLINE },
        border: { color: INK },
        afterBuildTicks: (scale) => {
          scale.ticks = hourTicks(from, to).map((value) => ({ value }));
        },
        ticks: {
          color: MUTED,
          font: FONT,
          maxRotation: 0,
          autoSkip: false,
          callback: (v) => hourLabel(Number(v)),
        },
      },
      y: {
        ...limits,
        grid: { color: HAIRLINE },
        border: { color: INK },
        title: { display: true, text: axis, color: MUTED, font: FONT },
        ticks: { color: MUTED, font: FONT, maxTicksLimit: 6, precision: 0, callback: (v) => tick(Number(v)) },
      },
    },
  };
}

/** Temperatures of a case over time: air, surface, middle, back. */
export function temperaturePlot(
  c: CureCase,
  now: number,
  degrees: (celsius: number) => number,
  unit: string,
): Plot | undefined {
  const s = c.series;
  if (!s) return undefined;
  const [from, to] = [s.t[0], horizonOf(c)];
  const p = (v: readonly number[]): { x: number; y: number }[] => points(s.t, v.map(degrees), to);
  const limit =
    c.limit && c.peak && c.peak.value > c.limit.value - 20
      ? [
          set(
            `limit ${Math.round(degrees(c.limit.value))} ${unit}`,
            [
              { x: from, y: degrees(c.limit.value) },
              { x: to, y: degrees(c.limit.value) },
            ],
            ACT,
            1.5,
            [2, 3],
          ),
        ]
      : [];
  return {
    data: {
      datasets: [
        set('air', p(s.air), '#7d8b88', 1.5, [6, 3]),
        set('surface', p(s.surface), INK),
        ...(s.cure ? [set('middle', p(s.middle), ACT, 2), set('back', p(s.back), WAIT, 2, [8, 3])] : []),
        ...limit,
      ],
    },
    options: optionsFor(from, to, unit, temperatureLimits(s, degrees), (v) => `${Math.round(v)}`),
    plugins: [marks(c.milestones, now)],
    label: `Temperatures of ${c.title}, at most ${Math.round(degrees(c.peak?.value ?? 0))} ${unit}`,
  };
}

/** Degree of cure at three places over time. */
export function curePlot(c: CureCase, now: number): Plot | undefined {
  const s = c.series;
  if (!s?.cure) return undefined;
  const [from, to] = [s.t[0], horizonOf(c)];
  const p = (v: readonly number[]): { x: number; y: number }[] =>
    points(
      s.t,
      v.map((x) => x * 100),
      to,
    );
  return {
    data: {
      datasets: [
        set('surface', p(s.cure.surface), INK),
        set('middle', p(s.cure.middle), ACT, 2),
        set('back', p(s.cure.back), WAIT, 2, [8, 3]),
      ],
    },
    options: optionsFor(from, to, 'cured', { min: 0, max: 100 }, (v) => `${Math.round(v)} %`),
    plugins: [marks(c.milestones, now)],
    label: `Degree of cure of ${c.title}`,
  };
}

/** From the paper over the filler's yellow to the colour of act: cold to hot, darker the hotter, so that it also reads without colour. */
const SCALE: readonly (readonly [number, number, number])[] = [
  [244, 241, 232],
  [239, 222, 172],
  [226, 160, 88],
  [184, 59, 8],
  [74, 20, 4],
];

export function heatColor(share: number): readonly [number, number, number] {
  const x = Math.min(0.9999, Math.max(0, share)) * (SCALE.length - 1);
  const [a, b] = [SCALE[Math.floor(x)], SCALE[Math.floor(x) + 1]];
  const f = x - Math.floor(x);
  return [a[0] + (b[0] - a[0]) * f, a[1] + (b[1] - a[1]) * f, a[2] + (b[2] - a[2]) * f];
}

/** Coldest and hottest of a picture, °C, at least ten apart so that a calm cure does not look like a fire. */
export function fieldRange(f: CureField, to: number): readonly [number, number] {
  let [low, high] = [Infinity, -Infinity];
  f.rows.forEach((row, i) => {
    if (f.t[i] > to) return;
    for (const v of row) if (v > -200) [low, high] = [Math.min(low, v), Math.max(high, v)];
  });
  low = Math.floor(low);
  return [low, Math.max(Math.ceil(high), low + 10)];
}

/** Draws the time–depth picture: time to the right, the worked face at the top. */
export function drawField(
  canvas: HTMLCanvasElement,
  f: CureField,
  from: number,
  to: number,
  range: readonly [number, number],
): void {
  const g = canvas.getContext('2d');
  if (!g) return;
  const { width, height } = canvas;
  const image = g.createImageData(width, height);
  const total = f.layers.at(-1)?.to ?? 1;
  // Wet layers are thin beside what lies behind them: they get at least half of the height.
  const wetFrom = f.layers.find((l) => l.wet)?.from ?? 0;
  const wetShare = Math.max(0.5, (total - wetFrom) / total);
  const depthAt = (y: number): number => {
    const up = 1 - (y + 0.5) / height;
    return up >= 1 - wetShare
      ? wetFrom + ((up - (1 - wetShare)) / wetShare) * (total - wetFrom)
      : (up / (1 - wetShare)) * wetFrom;
  };
  const cellOf = Array.from({ length: height }, (_, y) => {
    const z = depthAt(y);
    let best = 0;
    f.depth.forEach((d, i) => {
      if (Math.abs(d - z) < Math.abs(f.depth[best] - z)) best = i;
    });
    return best;
  });
  for (let x = 0; x < width; x += 1) {
    const t = from + ((x + 0.5) / width) * (to - from);
    let i = f.t.findIndex((s) => s >= t);
    if (i < 0) i = f.t.length - 1;
    const j = Math.max(0, i - 1);
    const mix = f.t[i] > f.t[j] ? Math.min(1, Math.max(0, (t - f.t[j]) / (f.t[i] - f.t[j]))) : 0;
    for (let y = 0; y < height; y += 1) {
      const [a, b] = [f.rows[j][cellOf[y]], f.rows[i][cellOf[y]]];
      const v = a < -200 || b < -200 ? -300 : a + (b - a) * mix;
      const [r, gr, bl] = v < -200 ? [251, 249, 244] : heatColor((v - range[0]) / (range[1] - range[0]));
      image.data.set([r, gr, bl, 255], 4 * (y * width + x));
    }
  }
  g.putImageData(image, 0, 0);
  // A line where the wet layers begin.
  g.strokeStyle = INK;
  g.lineWidth = 1;
  const edges = f.layers
    .filter((l) => l.wet || l.to === wetFrom)
    .map((l) => l.from)
    .filter((z) => z > 0);
  for (const z of edges) {
    const up =
      z >= wetFrom
        ? 1 - wetShare + ((z - wetFrom) / (total - wetFrom)) * wetShare
        : (z / wetFrom) * (1 - wetShare);
    const y = Math.round((1 - up) * height) + 0.5;
    g.globalAlpha = z === wetFrom ? 1 : 0.35;
    g.beginPath();
    g.moveTo(0, y);
    g.lineTo(width, y);
    g.stroke();
  }
  g.globalAlpha = 1;
}
